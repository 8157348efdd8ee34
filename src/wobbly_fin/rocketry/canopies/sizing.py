"""How large, how hard, which of those there are: a canopy sized for a mass, trimmed, chosen from a drawer."""

import math
from collections.abc import Iterable

from wobbly_fin.rocketry.canopies.canopy import HIGHEST_CD, Canopy
from wobbly_fin.rocketry.canopies.devices import CanopyKind, device_of
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError, require_positive

# Descent rates people aim at [m/s]: common practice, no source.
MODEL_BAND = (3.5, 5.0)
HEAVY_MOST = 6.1
HEAVY_KG = 1.5
# What comes down without a canopy is light and lands faster: our own reading of what grass forgives a light model.
LIGHT_BAND = (3.5, 9.0)
LIGHT_KG = 0.060
# Landing harder than so many joules for each kilogram breaks fins and cracks tubes: v = 7 m/s, our own reading of hard landings.
FIN_BREAKING_J_KG = 24.5


def diameter_for(
    mass_kg: float,
    target_m_s: float,
    density_kg_m3: float,
    kind: CanopyKind = "flat",
    cd: float | None = None,
    spill_hole_m: float = 0.0,
    most_m: float = 30.0,
) -> float:
    """The diameter that lets a mass down at a speed, its spill hole taken off. [m]

    Raises
    ------
    OutOfRangeError
        For figures that are none, or an answer beyond `most_m`.
    """
    require_positive("mass_kg", mass_kg)
    require_positive("target_descent_rate_m_s", target_m_s, 100.0)
    require_positive("density_kg_m3", density_kg_m3)
    figure = device_of(kind).cd if cd is None else cd
    require_positive("cd", figure, HIGHEST_CD)
    if not 0 <= spill_hole_m <= 30:
        raise RocketryError("spill_hole_m", f"{spill_hole_m:g} m is no hole in a canopy")
    net = 2 * mass_kg * STANDARD_GRAVITY_M_S2 / (density_kg_m3 * figure * target_m_s**2)
    diameter = math.sqrt(4 * net / math.pi + spill_hole_m**2)
    if diameter > most_m:
        raise RocketryError(
            "target_descent_rate_m_s", f"{target_m_s:g} m/s would take {diameter:.0f} m of canopy; {most_m:g} m are the most"
        )
    return diameter


def spill_hole_for(mass_kg: float, target_m_s: float, density_kg_m3: float, canopy: Canopy) -> float:
    """The hole that trims a canopy to a faster descent. [m]

    Raises
    ------
    RocketryError
        Where the canopy is too small already: no hole makes it slower.
    """
    require_positive("target_m_s", target_m_s, 100.0)
    net = 2 * mass_kg * STANDARD_GRAVITY_M_S2 / (density_kg_m3 * canopy.drag_coefficient * target_m_s**2)
    whole = math.pi / 4 * canopy.diameter_m**2
    if net > whole * (1 + 1e-9):
        raise RocketryError("target_m_s", f"{target_m_s:g} m/s needs a larger canopy: a hole only makes it faster")
    return math.sqrt(max(0.0, canopy.diameter_m**2 - 4 * net / math.pi))


def landing_energy_j(mass_kg: float, speed_m_s: float) -> float:
    """½ m v². [J]"""
    return 0.5 * mass_kg * speed_m_s**2


def wanted_band(mass_kg: float, kind: CanopyKind = "flat") -> tuple[float, float]:
    """The descent rates people aim at for a mass under a kind. [m/s]"""
    if kind in ("streamer", "tumble", "helicopter", "glide") and mass_kg <= LIGHT_KG:
        return (0.5, LIGHT_BAND[1]) if kind in ("glide", "helicopter") else LIGHT_BAND
    return MODEL_BAND if mass_kg < HEAVY_KG else (MODEL_BAND[0], HEAVY_MOST)


def breaks_fins(mass_kg: float, speed_m_s: float) -> bool:
    """Whether it lands hard enough to crack fins: what weighs next to nothing gets away with a little more."""
    allowed = FIN_BREAKING_J_KG * (1.7 if mass_kg <= LIGHT_KG else 1.0)
    return landing_energy_j(mass_kg, speed_m_s) > allowed * mass_kg


def nearest_up(mass_kg: float, target_m_s: float, density_kg_m3: float, canopies: Iterable[Canopy]) -> Canopy | None:
    """Of those there are, the smallest that is no faster than asked; None where all are too small."""
    net = 2 * mass_kg * STANDARD_GRAVITY_M_S2 / (density_kg_m3 * target_m_s**2)
    enough = [c for c in canopies if c.drag_area_m2 >= net * (1 - 1e-9)]
    return min(enough, key=lambda c: c.drag_area_m2, default=None)
