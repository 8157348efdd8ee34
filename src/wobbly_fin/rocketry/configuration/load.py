"""What is in a mount, and how it is lit."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.flight.flight import LONGEST_DELAY_S
from wobbly_fin.rocketry.motors.motor import Motor

LATEST_LIGHTING_S = 120.0
Lit = Literal["pad", "stage_below"] | float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class MountLoad:
    """A mount's motor, alike in all its tubes.

    Parameters
    ----------
    mount : str
        The mount's key.
    delay_s : float or None
        As set; None: no charge fires. [s]
    plugged : bool
        Closed ahead of the motor for this flight.
    lit : "pad", "stage_below", float or None
        On the pad, by the stage below as it burns out, or by an igniter of its own so long after the first motor lights [s]; None: as is
        usual for its place, the last stage on the pad, those above by the one below.

    Raises
    ------
    RocketryError
        For a delay of a motor that has no charge, or a moment out of range.
    """

    mount: str
    motor: Motor
    delay_s: float | None = None
    plugged: bool = False
    lit: Lit = None

    def __post_init__(self) -> None:
        if self.delay_s is not None:
            require_finite("delay_s", self.delay_s, 0.0, LONGEST_DELAY_S)
            if self.motor.kind != "single":
                raise RocketryError("delay_s", f"{self.motor.label} has no ejection charge, so it can have no delay; give null")
        if isinstance(self.lit, float | int):
            require_finite("lit.at_s", self.lit, 0.0, LATEST_LIGHTING_S)
        elif self.lit not in (None, "pad", "stage_below"):
            raise RocketryError("lit", f"{self.lit!r} is neither pad nor stage_below nor a moment")

    @property
    def own_igniter_s(self) -> float | None:
        """When its own igniter fires, where it has one that waits. [s]"""
        return float(self.lit) if isinstance(self.lit, float | int) else None

    @property
    def fires(self) -> bool:
        """Whether it has a charge that will go off."""
        return self.motor.kind == "single" and self.delay_s is not None
