"""Saying a number with the digits it deserves, in the unit its owner prefers."""

import math
from collections.abc import Callable
from dataclasses import dataclass, field

from wobbly_fin.rocketry.units.quantities import QUANTITIES, SYMBOLS, System
from wobbly_fin.rocketry.units.registry import convert


@dataclass(frozen=True, slots=True, kw_only=True)
class UnitChoice:
    """How an owner wants quantities said: a system, and exceptions per quantity (quantity name → unit)."""

    system: System = "metric"
    exceptions: dict[str, str] = field(default_factory=dict)

    def __hash__(self) -> int:
        return hash((self.system, frozenset(self.exceptions.items())))

    def unit(self, quantity: str) -> str:
        """The unit for a quantity."""
        return self.exceptions.get(quantity) or QUANTITIES[quantity].unit(self.system)


METRIC = UnitChoice()


def told_apart(value: float, limit: float, write: Callable[[float, int], str]) -> tuple[str, str]:
    """A value and its limit, with as many more digits as it takes for the two to read differently.

    Parameters
    ----------
    write : callable
        A number and how many digits beyond the honest ones, to its text.
    """
    said = limit_said = write(limit, 0)
    for more in range(4):
        said = write(value, more)
        if said != limit_said or value == limit:
            break
    return said, limit_said


def signed_share(share: float) -> str:
    """A share in whole per cent with its sign, none on nothing."""
    whole = round(100 * share)
    return f"{'+' if whole > 0 else '−' if whole < 0 else ''}{abs(whole)}%"


def show_range(low_si: float, high_si: float, quantity: str, units: UnitChoice = METRIC) -> str:
    """A span as '150–220 m', or as one figure where both ends read the same."""
    low, high = show(low_si, quantity, units), show(high_si, quantity, units)
    if low == high:
        return high
    number, _, unit = low.partition(" ")
    return f"{number}–{high}" if high.endswith(" " + unit) else f"{low} – {high}"


def show_with_sigma(si: float, sigma_si: float, quantity: str, units: UnitChoice = METRIC) -> str:
    """A value and its standard deviation to the same decimals: as many as the deviation's first figure needs."""
    if sigma_si <= 0 or si == 0:
        return show(si, quantity, units)
    value, unit = _in_unit(si, quantity, units)
    sigma = abs(sigma_si * value / si)
    decimals = max(0, -math.floor(math.log10(sigma)))
    return f"{'−' if si < 0 else ''}{abs(value):.{decimals}f} ± {sigma:.{decimals}f} {SYMBOLS.get(unit, unit)}"


def show_size(diameter_m: float, length_m: float, units: UnitChoice = METRIC) -> str:
    """Diameter × length as '18 × 70 mm'."""
    across, along = show(diameter_m, "short_length", units), show(length_m, "short_length", units)
    return f"{across.partition(' ')[0]} × {along}"


def show(si: float, quantity: str, units: UnitChoice = METRIC, more_digits: int = 0) -> str:
    """A value with its unit and honest digits: three figures, whole numbers from a hundred on.

    Parameters
    ----------
    si : float
        In the quantity's SI unit.
    quantity : str
        A name in `QUANTITIES`.
    more_digits : int
        Decimals beyond the honest ones, to tell a value from its limit.

    Returns
    -------
    str
        Such as ``142 m``, ``9.4 m/s``, ``0.63 oz``.
    """
    value, unit = _in_unit(si, quantity, units)
    return f"{_digits(value, quantity, more_digits)} {SYMBOLS.get(unit, unit)}"


def _in_unit(si: float, quantity: str, units: UnitChoice) -> tuple[float, str]:
    """In its owner's unit, the next larger one where that is how people say it."""
    unit = units.unit(quantity)
    value = convert(si, QUANTITIES[quantity].si, unit)
    if unit == "gram" and abs(value) >= 1000:
        return value / 1000, "kilogram"
    if unit == "ounce" and abs(value) >= 32:
        return value / 16, "pound"
    return value, unit


def _digits(value: float, quantity: str, more: int) -> str:
    size = abs(value)
    if not math.isfinite(value):
        return "–"
    tenths = quantity in ("speed", "duration", "height", "temperature")
    if size >= 100 or (quantity in ("temperature", "height") and size >= 10):
        decimals = 0
    elif size >= 10 or tenths:
        decimals = 1
    else:
        decimals = 2 - math.floor(math.log10(size)) if size > 0 else 0
    text = f"{value:.{decimals + more}f}"
    # Nothing has no sign, from whichever side it was rounded.
    text = text.replace("-", "−" if float(text) else "")
    return text.rstrip("0").rstrip(".") if "." in text and not (tenths and size < 10) else text
