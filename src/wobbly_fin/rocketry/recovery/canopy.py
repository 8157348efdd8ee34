"""A canopy: its area, its drag, the speed it lands a mass at."""

import math
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

CanopyKind = Literal["flat", "hexagonal", "domed", "cross", "streamer"]
CANOPY_KINDS: tuple[CanopyKind, ...] = ("flat", "hexagonal", "domed", "cross", "streamer")

# Cd on the area named by the kind. Flat and domed: common practice, no source. The others: from memory, of the
# same order as parachute handbooks give.
USUAL_CD: dict[CanopyKind, float] = {"flat": 0.75, "hexagonal": 0.75, "domed": 1.3, "cross": 0.7, "streamer": 0.15}


@dataclass(frozen=True, slots=True, kw_only=True)
class Canopy:
    """What the rocket comes down under.

    `cd` belongs to the area π/4 (D² − hole²): flat-laid for flat kinds, the mouth for domed ones. A streamer is
    given by the diameter of the circle with its area.

    Parameters
    ----------
    diameter_m : float
        > 0, at most 30. [m]
    cd : float, optional
        > 0; the kind's usual value when omitted. [-]
    spill_hole_m : float
        Diameter of the hole, smaller than the canopy. [m]

    Raises
    ------
    RocketryError
    """

    kind: CanopyKind = "flat"
    diameter_m: float
    cd: float | None = None
    spill_hole_m: float = 0.0

    def __post_init__(self) -> None:
        if self.kind not in CANOPY_KINDS:
            raise RocketryError("kind", f"{self.kind!r} is no kind of canopy; one of {', '.join(CANOPY_KINDS)}")
        require_positive("diameter_m", self.diameter_m, 30.0)
        if self.cd is not None:
            require_positive("cd", self.cd, 5.0)
        require_finite("spill_hole_m", self.spill_hole_m, 0.0)
        if self.spill_hole_m >= self.diameter_m:
            raise RocketryError("spill_hole_m", f"{self.spill_hole_m:g} m is no smaller than the canopy ({self.diameter_m:g} m)")

    @property
    def drag_coefficient(self) -> float:
        """The Cd in force. [-]"""
        return USUAL_CD[self.kind] if self.cd is None else self.cd

    @property
    def area_m2(self) -> float:
        """Net area, spill hole taken off. [m²]"""
        return math.pi / 4 * (self.diameter_m**2 - self.spill_hole_m**2)

    @property
    def drag_area_m2(self) -> float:
        """Cd × area. [m²]"""
        return self.drag_coefficient * self.area_m2


def descent_rate_m_s(mass_kg: float, canopy: Canopy, density_kg_m3: float) -> float:
    """Terminal descent rate under a canopy: v = √(2 m g ÷ (rho Cd A)). Neglects swinging.

    Parameters
    ----------
    mass_kg : float
        Everything hanging, motor case included, > 0. [kg]
    canopy : Canopy
    density_kg_m3 : float
        > 0. [kg/m³]

    Raises
    ------
    OutOfRangeError
    """
    require_positive("mass_kg", mass_kg)
    require_positive("density_kg_m3", density_kg_m3)
    return terminal_speed_m_s(mass_kg, canopy.drag_area_m2, density_kg_m3)


def terminal_speed_m_s(mass_kg: float, drag_area_m2: float, density_kg_m3: float) -> float:
    """Speed at which drag carries a weight, all above zero: `descent_rate_m_s` for whatever drags. [m/s]"""
    return math.sqrt(2 * mass_kg * STANDARD_GRAVITY_M_S2 / (density_kg_m3 * drag_area_m2))


def canopy_diameter_m(mass_kg: float, target_m_s: float, density_kg_m3: float, cd: float = USUAL_CD["flat"]) -> float:
    """Diameter of a holeless canopy that lands a mass at a speed: the inverse of `descent_rate_m_s`. [m]"""
    require_positive("mass_kg", mass_kg)
    require_positive("target_m_s", target_m_s)
    require_positive("density_kg_m3", density_kg_m3)
    require_positive("cd", cd)
    area = 2 * mass_kg * STANDARD_GRAVITY_M_S2 / (density_kg_m3 * cd * target_m_s**2)
    return math.sqrt(4 * area / math.pi)
