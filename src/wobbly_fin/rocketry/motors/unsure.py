"""What is not known of a motor: the band of each figure that was guessed, and the motor at the ends of it."""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite

Figure = Literal["impulse", "thrust", "shape", "propellant", "case"]
FIGURES: tuple[Figure, ...] = ("impulse", "thrust", "shape", "propellant", "case")
Band = tuple[float, float]
Z90 = 1.645  # of a normal distribution: nine in ten lie within so many σ
SURE: Band = (1.0, 1.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Unsure:
    """How far a motor's figures may lie from what is said of it, as factors: nine in ten lie between the two.

    Parameters
    ----------
    impulse, thrust, shape, propellant, case : (low, high)
        Total impulse, average thrust, how early the push comes within the burn (see `ThrustCurve.leaning`), propellant's mass, and mass of all
        the rest. `low` ≤ 1 ≤ `high`. [-]
    whole_weighed : bool
        The loaded motor's mass is known: what the propellant weighs less its case weighs more.
    guessed : tuple of str
        Boxes of the form that nobody filled in: diameter, length, delays …
    any_of_class : bool
        No motor somebody owns: what is usual for its class, to have an answer before the first one is entered.

    Raises
    ------
    RocketryError
        For a band that does not hold 1.
    """

    impulse: Band = SURE
    thrust: Band = SURE
    shape: Band = SURE
    propellant: Band = SURE
    case: Band = SURE
    whole_weighed: bool = False
    guessed: tuple[str, ...] = ()
    any_of_class: bool = False

    def __post_init__(self) -> None:
        for name in FIGURES:
            low, high = getattr(self, name)
            require_finite(f"unsure.{name}", low, 0.05, 1.0)
            require_finite(f"unsure.{name}", high, 1.0, 20.0)
            object.__setattr__(self, name, (float(low), float(high)))
        object.__setattr__(self, "guessed", tuple(self.guessed))
        if not all(isinstance(g, str) and len(g) <= 40 for g in self.guessed) or len(self.guessed) > 20:
            raise RocketryError("unsure.guessed", "names boxes of the form")

    def sigma(self, figure: Figure) -> float:
        """1σ of a figure's logarithm, as its band has it. [-]"""
        low, high = getattr(self, figure)
        return math.log(high / low) / (2 * Z90)

    def narrowed(self, sigma: float) -> "Unsure":
        """The same with impulse and thrust known to so much, where that is less than before: flights showed them. [-]"""
        before = math.hypot(self.sigma("impulse"), self.sigma("thrust"))
        share = min(1.0, sigma / before) if before > 0 else 1.0
        low, high = self.impulse
        weak, hard = self.thrust
        return replace(self, impulse=(low**share, high**share), thrust=(weak**share, hard**share))

    def ends(self) -> Iterator[tuple[Figure, float]]:
        """Every figure that is not known, at its low end and at its high one."""
        for name in FIGURES:
            for factor in getattr(self, name):
                if factor != 1.0:
                    yield name, factor
