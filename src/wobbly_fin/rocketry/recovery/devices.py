"""What a rocket can come down under, by kind: which area its Cd belongs to, how far that strays, how it fills.

Flat and domed Cd and the descent bands: common practice, no source. All other figures are from memory of parachute handbooks'
usual tables and say so here; a drop from an upper window with a stop-watch beats them.
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass

from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError, require_positive
from wobbly_fin.rocketry.recovery.canopy import USUAL_CD, Canopy, CanopyKind

# Descent rates people aim at [m/s]: common practice, no source.
MODEL_BAND = (3.5, 5.0)
HEAVY_MOST = 6.1
HEAVY_KG = 1.5
# Landing harder than so many joules for each kilogram breaks fins and cracks tubes: v = 7 m/s, our own reading of hard landings.
FIN_BREAKING_J_KG = 24.5


@dataclass(frozen=True, slots=True, kw_only=True)
class Device:
    """A kind of recovery device.

    Attributes
    ----------
    area : str
        What its Cd belongs to, in words.
    low, high : float
        Between which its Cd is usually found. [-]
    fill_constant : float
        Diameters it travels while it fills. [-]
    growth : int
        Its drag area grows with this power of time while it fills.
    """

    key: str
    name: str
    area: str
    cd: float
    low: float
    high: float
    fill_constant: float
    growth: int
    source: str


_MEMORY, _PRACTICE = "from memory", "common practice, no source"
# Kind, name, what its Cd belongs to, Cd, between which, fill constant, growth, source.
_KINDS = (
    ("flat", "flat, round", "laid flat", 0.75, (0.7, 0.85), 8.0, 2, _PRACTICE),
    ("hexagonal", "hexagonal", "laid flat", 0.75, (0.7, 0.85), 8.0, 2, _MEMORY),
    ("domed", "domed", "of its mouth", 1.3, (1.2, 1.5), 8.0, 2, _PRACTICE),
    ("cross", "cross", "of its cloth", 0.7, (0.6, 0.85), 11.7, 2, _MEMORY),
    ("streamer", "streamer", "of one face", 0.15, (0.1, 0.25), 4.0, 1, _MEMORY),
    ("tumble", "tumbling", "of its side, fins and all", 0.6, (0.4, 0.9), 0.0, 1, _MEMORY),
    ("glide", "gliding", "of its wing", 0.12, (0.08, 0.2), 0.0, 1, _MEMORY),
    ("helicopter", "helicopter", "of the disc its blades sweep", 0.9, (0.6, 1.2), 0.0, 1, _MEMORY),
)  # fmt: skip
DEVICES: dict[str, Device] = {
    key: Device(key=key, name=name, area=area, cd=cd, low=span[0], high=span[1], fill_constant=fill, growth=growth, source=source)
    for key, name, area, cd, span, fill, growth, source in _KINDS
}


def device_of(kind: str) -> Device:
    """A kind; raises RocketryError for one nobody knows."""
    found = DEVICES.get(kind)
    if found is None:
        raise RocketryError("kind", f"{kind!r} is no kind of recovery; one of {', '.join(DEVICES)}")
    return found


def diameter_for(
    mass_kg: float,
    target_m_s: float,
    density_kg_m3: float,
    kind: CanopyKind = "flat",
    cd: float | None = None,
    spill_hole_m: float = 0.0,
) -> float:
    """The diameter that lets a mass down at a speed, its spill hole taken off. [m]

    Raises
    ------
    OutOfRangeError
        For figures that are none, or an answer beyond 30 m.
    """
    require_positive("mass_kg", mass_kg)
    require_positive("target_descent_rate_m_s", target_m_s, 100.0)
    require_positive("density_kg_m3", density_kg_m3)
    figure = USUAL_CD[kind] if cd is None else cd
    require_positive("cd", figure, 5.0)
    if not 0 <= spill_hole_m <= 30:
        raise RocketryError("spill_hole_m", f"{spill_hole_m:g} m is no hole in a canopy")
    net = 2 * mass_kg * STANDARD_GRAVITY_M_S2 / (density_kg_m3 * figure * target_m_s**2)
    diameter = math.sqrt(4 * net / math.pi + spill_hole_m**2)
    if diameter > 30.0:
        raise RocketryError(
            "target_descent_rate_m_s", f"{target_m_s:g} m/s would take {diameter:.0f} m of canopy; 30 m are the most"
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
        raise RocketryError("target_m_s", f"{target_m_s:g} m/s wants a larger canopy: a hole only makes it faster")
    return math.sqrt(max(0.0, canopy.diameter_m**2 - 4 * net / math.pi))


def landing_energy_j(mass_kg: float, speed_m_s: float) -> float:
    """½ m v². [J]"""
    return 0.5 * mass_kg * speed_m_s**2


def wanted_band(mass_kg: float) -> tuple[float, float]:
    """The descent rates people aim at for a mass. [m/s]"""
    return MODEL_BAND if mass_kg < HEAVY_KG else (MODEL_BAND[0], HEAVY_MOST)


def breaks_fins(mass_kg: float, speed_m_s: float) -> bool:
    """Whether it lands hard enough to crack fins."""
    return landing_energy_j(mass_kg, speed_m_s) > FIN_BREAKING_J_KG * mass_kg


def nearest_up(mass_kg: float, target_m_s: float, density_kg_m3: float, canopies: Iterable[Canopy]) -> Canopy | None:
    """Of those there are, the smallest that is no faster than asked; None where all are too small."""
    net = 2 * mass_kg * STANDARD_GRAVITY_M_S2 / (density_kg_m3 * target_m_s**2)
    enough = [c for c in canopies if c.drag_area_m2 >= net * (1 - 1e-9)]
    return min(enough, key=lambda c: c.drag_area_m2, default=None)
