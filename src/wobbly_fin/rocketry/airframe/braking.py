"""What all parts share that air brakes, and what each says of itself."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.friction import Floats, friction_coefficient
from wobbly_fin.rocketry.airframe.layout import Layout, Placed


@dataclass(frozen=True, slots=True, kw_only=True)
class PartDrag:
    """One part's share of Cd by Mach, on the reference circle: (n,) arrays.

    Attributes
    ----------
    blunt_edge : float
        Thickness ÷ root chord of fins with a blunt trailing edge at the tail, which deepens the suction behind it; 0 of all else.
    outside : str
        Of a shape the methods were not made for, which; empty: they were.
    """

    index: int
    friction: Floats
    pressure: Floats
    base: Floats
    blunt_edge: float = 0.0
    outside: str = ""

    @property
    def cd(self) -> Floats:
        """[-]"""
        return self.friction + self.pressure + self.base


@dataclass(frozen=True, slots=True, kw_only=True)
class Air:
    """The flow all parts share, at each Mach.

    Attributes
    ----------
    reference_m2 : float
        The circle coefficients are on.
    mach : (n,) array
    per_metre : (n,) array
        Reynolds number a metre. [1/m]
    whole_m : float
        Length of the rocket.
    form : (n,) array
        What a slender body's thickness adds to its friction, as long as there are no shocks on it.
    laminar : bool
        See `friction_coefficient`.
    """

    reference_m2: float
    mach: Floats
    per_metre: Floats
    whole_m: float
    form: Floats
    laminar: bool

    def rubbed(self, length_m: float, roughness_m: float) -> Floats:
        """Friction coefficient along a length."""
        from_edge = np.maximum(self.per_metre * length_m, 1.0)
        return friction_coefficient(from_edge, roughness_m / length_m, self.mach, laminar=self.laminar)


# How the air brakes a part.
DRAG: Aspect[Callable[[Layout, Placed[Any], Air], PartDrag]] = Aspect("drag")
