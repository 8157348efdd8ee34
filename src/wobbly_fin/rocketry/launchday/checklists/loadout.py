"""What a checklist is composed from: everything about a rocket as it is to fly, and nothing of its shape."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.launchday.checklists.order import DEFAULT, Order, PackedFirst
from wobbly_fin.rocketry.launchday.checklists.own import OwnLine
from wobbly_fin.rocketry.motors.assembly_card import AssemblyCard

Guide = Literal["rod", "rail"]
# Below it cloth sticks, batteries are weak and plastic breaks: common practice, no source. [°C]
COLD_C = 5.0


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
    card : AssemblyCard or None
        How a reload is put together, as told of this motor; None: its sheet alone knows.
    retention : str
        hook, threaded_ring, twist_lock, fin_unit, screw, clips, tape; empty: nothing is known to hold it.
    """

    label: str
    count: int = 1
    reload: bool = False
    has_charge: bool = True
    shorten_s: float = 0.0
    retention: str = ""
    card: AssemblyCard | None = None

    def __post_init__(self) -> None:
        require_finite("count", self.count, 1, 7)
        require_finite("shorten_s", self.shorten_s, 0.0, 60.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class DeviceLoad:
    """A thing aboard that does something, in its owner's words; `role` as in `MassLump.works_as`, `where` it is in.

    `switch`: side, inside; empty: not told. `deep_m`: how far in it lies, from where its tube opens. [m]
    """

    name: str
    role: str
    where: str = ""
    battery: str = ""
    switched_on: str = ""
    ready: str = ""
    after_landing: str = ""
    switch: str = ""
    deep_m: float = 0.0


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
    wadding : str
        What its owner says the wadding is, where that is neither known to be fit nor refused: it is asked about.
    unknowns : tuple of (str, str)
        What the verdict does not know, by the test's name, each as a sentence.
    change : str
        Made by hand at the pad, with which it goes where it does not go as it is.
    temperature_c : float or None
        As read at the field; None: as forecast or not known.
    order : Order
        In which school it is prepared.
    own : tuple of OwnLine
        What its owner asks for besides.
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
    wadding: str = ""
    unknowns: tuple[tuple[str, str], ...] = ()
    change: str = ""
    temperature_c: float | None = None
    order: Order = DEFAULT
    own: tuple[OwnLine, ...] = ()

    def __post_init__(self) -> None:
        if not self.motors:
            raise RocketryError("motors", "is empty: a checklist is for a rocket with a motor in it")
        require_finite("pins", self.pins, 0, 24)
        require_finite("altimeters", self.altimeters, 0, 6)
        if self.fires and not self.altimeters and not self.firing:
            raise RocketryError("altimeters", "is 0, and one is to fire a charge")

    @property
    def firing(self) -> tuple[DeviceLoad, ...]:
        """Named altimeters that fire charges: switched on at the pad, upright."""
        return tuple(d for d in self.devices if d.role == "altimeter")

    @property
    def igniter_built_in(self) -> bool:
        """Whether a motor lit from the ground holds its igniter once it is closed: then nothing is packed after it."""
        return self.on_pad.card is not None and self.on_pad.card.igniter_is_in

    @property
    def school(self) -> PackedFirst:
        """What is packed first: the recovery wherever the motor comes with its igniter in."""
        return "recovery_first" if self.igniter_built_in else self.order.school

    @property
    def igniter_at(self) -> str:
        """pad or table: with charges aboard or at high power an igniter goes in on the pad, whatever is chosen."""
        return "pad" if self.fires or self.high_power else self.order.igniter_at

    @property
    def arms(self) -> str:
        """before_igniter or after_igniter: last only where no switch is known to be out of reach from the side."""
        reached = all(d.switch != "inside" for d in self.firing)
        return self.order.arming if reached else "before_igniter"

    @property
    def asks_for_switch(self) -> bool:
        """Whether it is not told that the charges' switch is reached from the side."""
        return self.fires and (bool(self.altimeters) or any(d.switch == "" for d in self.firing))

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
