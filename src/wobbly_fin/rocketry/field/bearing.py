"""Compass directions as people write them: WSW, 247, 247°."""

import re

from wobbly_fin.rocketry.errors import RocketryError

POINTS = ("N", "NNE", "NE", "ENE", "E", "ESE", "SE", "SSE", "S", "SSW", "SW", "WSW", "W", "WNW", "NW", "NNW")
_WORDS = {"NORTH": "N", "EAST": "E", "SOUTH": "S", "WEST": "W"}


def read_bearing(text: str, name: str = "bearing") -> float:
    """Degrees from north, clockwise, 0 … 360; raises RocketryError naming `name`. [°]"""
    tidy = re.sub(r"\s", "", text).upper()
    if not any(c.isdigit() for c in tidy):
        tidy = tidy.replace("-", "")
    for word, letter in _WORDS.items():
        tidy = tidy.replace(word, letter)
    if tidy in POINTS:
        return POINTS.index(tidy) * 22.5
    match = re.fullmatch(r"(\d+(?:[.,]\d+)?)(?:°|DEG|DEGREES)?", tidy)
    if match is None or float(match[1].replace(",", ".")) > 360:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no direction; write WSW, or degrees from north such as 247")
    return float(match[1].replace(",", ".")) % 360


def say_bearing(degrees: float) -> str:
    """The nearest of sixteen points."""
    return POINTS[round(degrees % 360 / 22.5) % 16]
