"""The one Pint registry, made on first use: it costs more to load than most answers cost to compute."""

import hashlib
from functools import lru_cache
from typing import TYPE_CHECKING

from wobbly_fin.rocketry.cache_folder import cache_folder

if TYPE_CHECKING:
    import pint


@lru_cache(maxsize=1)
def registry() -> "pint.UnitRegistry[float]":
    """Pint's registry, cached on disk between runs."""
    import pint

    # Pint keeps where its definitions lay: another installation, or this one moved, would look for them there and fall.
    place = hashlib.sha256(f"{pint.__file__} {pint.__version__}".encode()).hexdigest()[:16]
    kept = cache_folder(f"units-{place}")
    found: pint.UnitRegistry[float] = pint.UnitRegistry(cache_folder=kept, autoconvert_offset_to_baseunit=True)
    return found


@lru_cache(maxsize=256)
def scale(from_unit: str, to_unit: str) -> tuple[float, float]:
    """(factor, offset) that take a number in one unit to another: y = factor · x + offset."""
    r = registry()
    zero = float(r.Quantity(0.0, from_unit).to(to_unit).magnitude)
    one = float(r.Quantity(1.0, from_unit).to(to_unit).magnitude)
    return one - zero, zero


def convert(value: float, from_unit: str, to_unit: str) -> float:
    """A number in another unit of the same dimension."""
    if from_unit == to_unit:
        return value
    factor, offset = scale(from_unit, to_unit)
    return factor * value + offset
