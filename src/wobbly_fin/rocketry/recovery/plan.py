"""What an owner decides of a rocket's recovery: order of opening, protection, charges wished for, ground tests made."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.canopies.packing import PROTECTIONS
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.flight.sequence import AT_ONCE, Sequence
from wobbly_fin.rocketry.recovery.chain import Pulled
from wobbly_fin.rocketry.recovery.ejection import MOST_THROW_N

# To throw nose and canopy out with: our own figure, a firm push; an owner's own beats it.
THROW_N = 90.0
Event = Literal["first", "main"]
Result = Literal["threw", "moved", "nothing", "damaged"]
RESULTS: dict[Result, str] = {
    "threw": "threw everything clear", "moved": "moved, and stuck", "nothing": "nothing came off", "damaged": "broke something",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class ChargeWish:
    """What an altimeter's charge is to do in a bay. [N]

    Parameters
    ----------
    throw_n : float
        To throw nose and canopy out with.
    friction_n : float or None
        Of the joint; None: as a nose that just holds its rocket.
    bay : str or None
        Key of the tube the charge sits in; None: the one with what it is to throw out.
    charge_kg : float or None
        As loaded; None: as much as throw, friction and pins ask for. [kg]
    backup : bool
        A second altimeter with a charge of its own; `backup_kg` as loaded, None: as the first. [kg]
    """

    throw_n: float = THROW_N
    friction_n: float | None = None
    bay: str | None = None
    charge_kg: float | None = None
    backup: bool = False
    backup_kg: float | None = None

    def __post_init__(self) -> None:
        require_finite("throw", self.throw_n, 1.0, MOST_THROW_N)
        if self.friction_n is not None:
            require_finite("friction", self.friction_n, 0.0, 5_000.0)
        for name in ("charge_kg", "backup_kg"):
            if getattr(self, name) is not None:
                require_finite(name, getattr(self, name), 1e-6, 0.1)


USUAL = ChargeWish()


@dataclass(frozen=True, slots=True, kw_only=True)
class GroundTest:
    """A test on the ground by those licensed for it, as told; `volume_m3` of the bay on that day. `on`: ISO date."""

    on: str
    event: Event
    charge_kg: float
    result: Result
    volume_m3: float
    remark: str = ""

    def __post_init__(self) -> None:
        require_finite("charge", self.charge_kg, 1e-6, 0.1)
        if self.result not in RESULTS:
            raise RocketryError("result", f"{self.result!r} is none; one of {', '.join(RESULTS)}")


@dataclass(frozen=True, slots=True, kw_only=True)
class RecoveryPlan:
    """Everything decided.

    Parameters
    ----------
    wadding : str
        What its owner calls it.
    motor_charge_kg : float or None
        Of one motor, off the maker's sheet.
    pulled : tuple of Pulled
        What anchors and eyes of this builder held where a rocket was cut open; known, not decided.
    """

    sequence: Sequence = AT_ONCE
    protection: str = "tissue"
    wadding: str = ""
    first: ChargeWish = USUAL
    main: ChargeWish = USUAL
    motor_charge_kg: float | None = None
    tests: tuple[GroundTest, ...] = ()
    pulled: tuple[Pulled, ...] = ()

    def __post_init__(self) -> None:
        if self.protection not in PROTECTIONS:
            raise RocketryError("protection", f"{self.protection!r} is none; one of {', '.join(PROTECTIONS)}")
        if self.motor_charge_kg is not None:
            require_finite("motor_charge", self.motor_charge_kg, 1e-6, 0.1)

    def last_test(self, event: Event) -> GroundTest | None:
        """The latest one of an event."""
        return max((t for t in self.tests if t.event == event), key=lambda t: t.on, default=None)
