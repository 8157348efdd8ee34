"""Does it fit: packed canopy and cord against the bay, in the order they go in.

Packed densities are our own guesses from what cloth weighs and how it folds; a measured packed length on the part beats them.
"""

import math
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

Fit = Literal["loose", "good", "tight", "does not fit"]
Protection = Literal["tissue", "fluff", "cloth", "baffle", "none"]
# Packed, cloth and lines together [kg/m³].
PACKED_KG_M3: dict[str, float] = {"film": 170.0, "metallised-film": 150.0, "ripstop": 260.0, "crepe": 200.0, "tissue": 160.0}
CORD_KG_M3 = 350.0
OTHER_KG_M3 = 220.0
GOOD_FROM, TIGHT_FROM = 0.3, 0.85
HEAVY_KG_M2, SMALL_BORE_M = 1.3, 0.026
PROTECTIONS: dict[str, str] = {
    "tissue": "treated tissue", "fluff": "cellulose fluff", "cloth": "flameproof cloth", "baffle": "a baffle", "none": "nothing",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Layer:
    """Something in the bay, from the bottom up. `depth_m` is its top below the tube's front edge. [m]"""

    what: str
    length_m: float
    depth_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Packed:
    """A bay filled.

    Attributes
    ----------
    layers : tuple of Layer
        Bottom to top: the order they go in.
    free_m : float
        What stays free below the nose's shoulder; negative where it does not fit. [m]
    fill : float
        Share of the bay taken. [-]
    """

    layers: tuple[Layer, ...]
    length_m: float
    free_m: float
    fill: float
    fit: Fit


def packed_density_kg_m3(material: str | None, *, cord: bool = False) -> float:
    """How dense a cord, or a canopy of a cloth, packs. [kg/m³]"""
    return CORD_KG_M3 if cord else PACKED_KG_M3.get(material or "", OTHER_KG_M3)


def packed_length_m(mass_kg: float, bore_m: float, density_kg_m3: float) -> float:
    """How much of a tube something takes, packed. [m]"""
    require_finite("mass_kg", mass_kg, 0.0, 50.0)
    require_positive("bore_m", bore_m, 1.0)
    require_positive("density_kg_m3", density_kg_m3)
    return mass_kg / (density_kg_m3 * math.pi / 4 * bore_m**2)


def heavy_charge(bore_m: float, charge_kg: float) -> bool:
    """Whether a charge is a lot for so narrow a tube: one more sheet is asked for (our own figure)."""
    require_positive("bore_m", bore_m, 1.0)
    return charge_kg / (math.pi / 4 * bore_m**2) > HEAVY_KG_M2


def tissue_sheets(bore_m: float, charge_kg: float = 0.0) -> int:
    """Sheets of treated tissue, loosely crumpled: two or three in a small tube, seven in a wide one (common practice, no source).

    One more where the charge is a lot for the tube, but never more than a small tube takes.
    """
    require_positive("bore_m", bore_m, 1.0)
    sheets = round(1 + bore_m / 0.011) + heavy_charge(bore_m, charge_kg)
    return min(3 if bore_m < SMALL_BORE_M else 7, max(2, sheets))


def fluff_depth_m(bore_m: float, charge_kg: float = 0.0) -> float:
    """Cellulose fluff, about 2 to 5 cm deep (common practice, no source). [m]"""
    require_positive("bore_m", bore_m, 1.0)
    return min(0.05, max(0.02, (1.0 if heavy_charge(bore_m, charge_kg) else 0.8) * bore_m))


def protection_length_m(protection: str, bore_m: float, charge_kg: float = 0.0) -> float:
    """How much of the bay the protection takes. [m]"""
    if protection not in PROTECTIONS:
        raise RocketryError("protection", f"{protection!r} is none; one of {', '.join(PROTECTIONS)}")
    if protection == "tissue":
        return 0.6 * bore_m + 0.004 * tissue_sheets(bore_m, charge_kg)
    if protection == "fluff":
        return fluff_depth_m(bore_m, charge_kg)
    return 0.25 * bore_m if protection == "cloth" else 0.0


def pack(items: list[tuple[str, float]], bay_length_m: float, bay_fore_m: float) -> Packed:
    """Fill a bay from the bottom up.

    Parameters
    ----------
    items : list of (what, packed length)
        In the order they go in. [m]
    bay_length_m, bay_fore_m : float
        The bay, and how far below the tube's front edge it begins: what the nose's shoulder takes. [m]
    """
    require_positive("bay_length_m", bay_length_m, 20.0)
    layers, at = [], bay_fore_m + bay_length_m
    for what, length in items:
        require_finite(what, length, 0.0, 50.0)
        at -= length
        layers.append(Layer(what=what, length_m=length, depth_m=at))
    taken = sum(length for _, length in items)
    fill = taken / bay_length_m
    fit: Fit = "does not fit" if fill > 1 else "tight" if fill > TIGHT_FROM else "good" if fill > GOOD_FROM else "loose"
    return Packed(layers=tuple(layers), length_m=bay_length_m, free_m=bay_length_m - taken, fill=fill, fit=fit)
