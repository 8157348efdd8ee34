"""Places on the map as people write them: 48.1234, -30.5 or 48.1234 N 30.5 W."""

import re

from wobbly_fin.rocketry.errors import RocketryError, require_finite

_HALF = r"([+\-−–]?\d{1,3}(?:[.,]\d+)?)\s*°?\s*"
_PLACE = re.compile(rf"([NS]?)\s*{_HALF}([NS]?)\s*[,;\s]\s*([EWO]?)\s*{_HALF}([EWO]?)", re.IGNORECASE)
_LARGEST_LATITUDE_DEG = 85.0  # beyond it a field is no longer flat on any map here


def read_place(text: str, name: str = "place") -> tuple[float, float]:
    """Longitude and latitude, latitude written first as on maps; raises RocketryError naming `name`. [°]"""
    found = _PLACE.fullmatch(text.strip())
    if found is None:
        raise RocketryError(
            name, f"{text.strip()[:40]!r} is no place; write latitude and longitude in degrees, such as 48.1234, -30.5678"
        )
    before, north, after, ahead, east, behind = found.groups()
    latitude = _signed(north, (before + after).upper(), "S", name)
    longitude = _signed(east, (ahead + behind).upper(), "W", name)
    require_finite(name, latitude, -_LARGEST_LATITUDE_DEG, _LARGEST_LATITUDE_DEG)
    require_finite(name, longitude, -180.0, 180.0)
    return longitude, latitude


def say_place(longitude: float, latitude: float) -> str:
    """To a decimetre; `read_place` reads it back."""
    return f"{latitude:.6f}, {longitude:.6f}"


def _signed(number: str, letters: str, turned: str, name: str) -> float:
    value = float(number.replace(",", ".").translate({0x2212: "-", 0x2013: "-"}))
    if len(letters) > 1 or (letters and value < 0):
        raise RocketryError(name, "has its direction twice; write it as a letter or as a sign")
    return -value if letters == turned else value
