"""Leads: what a length of copper in a gauge resists."""

import math
import re

from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

# Annealed copper at 20 °C: IEC 60028, the international annealed copper standard (from memory). [Ω m]
COPPER_OHM_M = 1.7241e-8
LONGEST_M, THINNEST_M2, THICKEST_M2 = 500.0, 0.01e-6, 50e-6


def awg_area_m2(gauge: int) -> float:
    """Cross section of a gauge: d = 0.127 mm × 92^((36 − n) ÷ 39) (ASTM B258, from memory). [m²]"""
    require_finite("gauge", gauge, 0, 40)
    diameter_m = 0.127e-3 * 92 ** ((36 - gauge) / 39)
    return math.pi / 4 * diameter_m**2


def read_gauge(text: str, name: str = "gauge") -> float:
    """A cross section as people write it: `0.75 mm²`, `0.75`, `AWG 18`, `18 AWG`, `#18`. [m²]

    Raises
    ------
    RocketryError
        For a text that is no gauge, or one no lead is made in.
    """
    tidy = text.strip().lower().replace(",", ".")
    awg = re.fullmatch(r"(?:awg|#)\s*(\d{1,2})|(\d{1,2})\s*awg", tidy)
    if awg:
        return awg_area_m2(int(awg[1] or awg[2]))
    square = re.fullmatch(r"(\d*\.?\d+)\s*(?:mm2|mm²|mm\^2|sqmm)?", tidy)
    if not square:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no gauge; write 0.75 mm² or AWG 18")
    area = float(square[1]) * 1e-6
    if not THINNEST_M2 <= area <= THICKEST_M2:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no lead; {THINNEST_M2 * 1e6:g} to {THICKEST_M2 * 1e6:g} mm²")
    return area


def resistance_ohm(length_m: float, area_m2: float) -> float:
    """Of both conductors, out and back. [Ω]"""
    require_finite("length_m", length_m, 0.0, LONGEST_M)
    require_positive("area_m2", area_m2, THICKEST_M2)
    return 2 * COPPER_OHM_M * length_m / area_m2
