"""What a checklist is composed from: everything about a rocket as it is to fly, and nothing of its shape."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite

Guide = Literal["rod", "rail"]
School = Literal["recovery_first", "motor_first"]
SCHOOLS: dict[School, str] = {
    "recovery_first": "recovery packed first, then the motor, the igniter last at the pad",
    "motor_first": "motor first, wadding pushed down onto it",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class MotorLoad:
    """The motors of one stage.

    Parameters
    ----------
    label : str
        What to ask for, the delay with it.
    count : int
        More than one is a cluster.
    reload : bool
        A case loaded by its maker's sheet.
    has_charge : bool
        An ejection charge of its own.
    shorten_s : float
        By how much its adjustable delay is to be shortened. [s]
    retention : str
        hook, threaded_ring, twist_lock, fin_unit, screw, clips, tape; empty: nothing is known to hold it.
    """

    label: str
    count: int = 1
    reload: bool = False
    has_charge: bool = True
    shorten_s: float = 0.0
    retention: str = ""

    def __post_init__(self) -> None:
        require_finite("count", self.count, 1, 7)
        require_finite("shorten_s", self.shorten_s, 0.0, 60.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class DeviceLoad:
    """A thing aboard that does something, in its owner's words; `role` as in `MassLump.works_as`, `where` it is in."""

    name: str
    role: str
    where: str = ""
    battery: str = ""
    switched_on: str = ""
    ready: str = ""
    after_landing: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Loadout:
    """A rocket as it is to fly.

    Parameters
    ----------
    motors : tuple of MotorLoad
        The last (uppermost) stage's first.
    recovery : str
        canopy, streamer, blades, wing or tumble.
    protection : str
        tissue, fluff, cloth, baffle or none.
    sheets : int
        Of treated tissue.
    main_height : str
        In words, where the main is let out low.
    pins : int
        Shear pins in all.
    altimeters : int
        Aboard, of which nothing but that is told; `fires`: something aboard fires a charge.
    baffle : bool
        One is built in, whatever is packed above it.
    piston : bool
        One slides in it.
    devices : tuple of DeviceLoad
        Aboard, by name.
    payload : str
        What fragile thing is aboard; empty: none.
    gap_staged : bool
        A booster's flame has a way to go to the motor above.
    changes : tuple of str
        What the last failure or review asks to be looked at.
    """

    rocket: str
    motors: tuple[MotorLoad, ...]
    guide: Guide = "rod"
    recovery: Literal["canopy", "streamer", "blades", "wing", "tumble"] = "canopy"
    protection: str = "tissue"
    sheets: int = 3
    release: bool = False
    drogue: bool = False
    main_height: str = ""
    pins: int = 0
    altimeters: int = 0
    fires: bool = False
    baffle: bool = False
    piston: bool = False
    devices: tuple[DeviceLoad, ...] = ()
    payload: str = ""
    high_power: bool = False
    stand_off: str = ""
    wind_limit: str = ""
    delay: str = ""
    gap_staged: bool = False
    display_parts: bool = False
    blow_test: bool = True
    vents: int = 0
    changes: tuple[str, ...] = ()
    school: School = "recovery_first"

    def __post_init__(self) -> None:
        if not self.motors:
            raise RocketryError("motors", "is empty: a checklist is for a rocket with a motor in it")
        if self.school not in SCHOOLS:
            raise RocketryError("school", f"{self.school!r} is no order of preparing; one of {', '.join(SCHOOLS)}")
        require_finite("pins", self.pins, 0, 24)
        require_finite("altimeters", self.altimeters, 0, 6)
        if self.fires and not self.altimeters and not self.firing:
            raise RocketryError("altimeters", "is 0, and one is to fire a charge")

    @property
    def firing(self) -> tuple[DeviceLoad, ...]:
        """Named altimeters that fire charges: switched on at the pad, upright."""
        return tuple(d for d in self.devices if d.role == "altimeter")

    @property
    def senses(self) -> bool:
        """Whether anything aboard feels the air's pressure."""
        return bool(self.altimeters) or any(d.role in ("altimeter", "logger") for d in self.devices)

    @property
    def staged(self) -> bool:
        """Whether there is a booster below."""
        return len(self.motors) > 1

    @property
    def clustered(self) -> bool:
        """Whether any stage has several motors."""
        return any(m.count > 1 for m in self.motors)

    @property
    def on_pad(self) -> MotorLoad:
        """The motors lit from the ground."""
        return self.motors[-1]
