"""Motors side by side: further mounts of a stage, the tubes of a cluster; and the stability they leave."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.airframe.mass import Aboard
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.motor import Motor


@dataclass(frozen=True, slots=True, kw_only=True)
class Margins:
    """Stability of a flight, in calibres: on the pad, and the smallest over its stages; None where it never got there.

    `doubt`: half width of them all, from parts outside Barrowman's equations.
    """

    on_pad: float
    ignition: float
    rod_exit: float | None
    burnout: float | None
    doubt: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Aside:
    """The motor of a mount beside its stage's leading one, alike in all its tubes; lights so long after that stage does. [s]"""

    mount: Mount
    motor: Motor
    later_s: float = 0.0


def tubes_of(burning: Aboard, others: Sequence[Motor] = ()) -> list[Aboard]:
    """A mount's motors one by one, tails level; `others` beside the first where they are not alike."""
    if others and len(others) != burning.count - 1:
        raise RocketryError("others", f"has {len(others)} entries; beside the first there are {burning.count - 1} tubes")
    motors = [burning.motor, *others] if others else [burning.motor] * burning.count
    tail = burning.fore_m + burning.motor.length_m
    return [replace(burning, motor=m, count=1, fore_m=tail - m.length_m) for m in motors]


def round_the_axis(aboard: Aboard) -> list[tuple[float, float]]:
    """Where a mount's motors sit across the axis, evenly round it. [m]"""
    off = aboard.off_axis_m if aboard.count > 1 else 0.0
    turns = [math.radians(aboard.first_deg) + 2 * math.pi * i / aboard.count for i in range(aboard.count)]
    return [(off * math.cos(a), off * math.sin(a)) for a in turns]
