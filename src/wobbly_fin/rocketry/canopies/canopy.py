"""A canopy: its area, its drag, the speed it lands a mass at."""

import math
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.canopies.devices import DEVICES, CanopyKind
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

# A gliding wing’s stand-in for a Cd is large (devices.py); nothing real is larger.
HIGHEST_CD = 60.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Canopy:
    """What the rocket comes down under.

    `cd` belongs to the area π/4 (D² − hole²): flat-laid for flat kinds, the mouth for domed ones, the disc its blades sweep for a
    helicopter. A streamer, a tumbling body and a gliding wing are given by the diameter of the circle with their area.

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
        if self.kind not in DEVICES:
            raise RocketryError("kind", f"{self.kind!r} is no kind of canopy; one of {', '.join(DEVICES)}")
        require_positive("diameter_m", self.diameter_m, 30.0)
        if self.cd is not None:
            require_positive("cd", self.cd, HIGHEST_CD if self.kind == "glide" else 5.0)
        require_finite("spill_hole_m", self.spill_hole_m, 0.0)
        if self.spill_hole_m >= self.diameter_m:
            raise RocketryError("spill_hole_m", f"{self.spill_hole_m:g} m is no smaller than the canopy ({self.diameter_m:g} m)")

    def scaled(self, share: float) -> "Canopy":
        """The same larger or smaller, hole in proportion."""
        return replace(self, diameter_m=self.diameter_m * share, spill_hole_m=self.spill_hole_m * share)

    @property
    def drag_coefficient(self) -> float:
        """The Cd in force. [-]"""
        return DEVICES[self.kind].cd if self.cd is None else self.cd

    @property
    def area_m2(self) -> float:
        """Net area, spill hole taken off. [m²]"""
        return math.pi / 4 * (self.diameter_m**2 - self.spill_hole_m**2)

    @property
    def drag_area_m2(self) -> float:
        """Cd × area. [m²]"""
        return self.drag_coefficient * self.area_m2


# How a body hangs under a streamer [share of what it shows the air tumbling]: nearly in line, inclined by 30° (sin³ 30° ÷ (2 ÷ π), the
# cross-flow rule of Hoerner, Fluid-Dynamic Drag, from memory), to right across the fall (1 ÷ (2 ÷ π)); in between as it tumbles.
HANGS = (0.2, 1.57)


def hung_drag_area_m2(canopy: Canopy, tumbling_m2: float, hangs: float = 1.0) -> float:
    """Cd A of a device with what hangs from it. [m²]

    A body under a parachute hangs in line below it and adds less than that is known to; a streamer drags so little that what hangs from it
    does most of the braking.

    Parameters
    ----------
    tumbling_m2 : float
        Cd A of the body tumbling freely. [m²]
    hangs : float
        How it hangs: times that; between `HANGS`. [-]
    """
    return canopy.drag_area_m2 + (tumbling_m2 * hangs if canopy.kind == "streamer" else 0.0)


@dataclass(frozen=True, slots=True)
class HungRates:
    """What a body hanging from a streamer brakes beside it [m²], and landing speeds hung right across and nearly in line. [m/s]"""

    device_m2: float
    body_m2: float
    slow_m_s: float
    fast_m_s: float


def hung_rates(canopy: Canopy, tumbling_m2: float, mass_kg: float, density_kg_m3: float) -> HungRates:
    """Of a body under a streamer, between the two ways it may hang."""
    fast, slow = (terminal_speed_m_s(mass_kg, hung_drag_area_m2(canopy, tumbling_m2, h), density_kg_m3) for h in HANGS)
    return HungRates(canopy.drag_area_m2, tumbling_m2, slow, fast)


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
