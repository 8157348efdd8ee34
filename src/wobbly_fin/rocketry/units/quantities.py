"""The kinds of quantity the trade speaks of: their SI unit, what people take them in, and sane digits."""

from dataclasses import dataclass
from typing import Literal

QuantityName = Literal[
    "short_length", "length", "height", "mass", "speed", "force", "impulse", "duration", "temperature", "pressure",
    "acceleration", "area",
]  # fmt: skip
System = Literal["metric", "imperial"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Quantity:
    """One kind of quantity.

    Parameters
    ----------
    name : str
    si : str
        Unit the core counts in, in Pint's spelling.
    metric, imperial : str
        Unit shown to an owner of that habit, and assumed for a bare number typed by them.
    shown : dict
        Unit to what is printed after the number.
    """

    name: QuantityName
    si: str
    metric: str
    imperial: str
    noun: str

    def unit(self, system: System) -> str:
        """The usual unit in a system."""
        return self.metric if system == "metric" else self.imperial


def _q(name: QuantityName, si: str, metric: str, imperial: str, noun: str) -> Quantity:
    return Quantity(name=name, si=si, metric=metric, imperial=imperial, noun=noun)


QUANTITIES: dict[str, Quantity] = {
    q.name: q
    for q in (
        _q("short_length", "meter", "millimeter", "inch", "a length"),
        _q("length", "meter", "meter", "foot", "a length"),
        _q("height", "meter", "meter", "foot", "a height"),
        _q("mass", "kilogram", "gram", "ounce", "a mass"),
        _q("speed", "meter/second", "meter/second", "mile/hour", "a speed"),
        _q("force", "newton", "newton", "pound_force", "a force"),
        _q("impulse", "newton*second", "newton*second", "newton*second", "an impulse"),
        _q("duration", "second", "second", "second", "a time"),
        _q("temperature", "degree_Celsius", "degree_Celsius", "degree_Fahrenheit", "a temperature"),
        _q("pressure", "hectopascal", "hectopascal", "inch_Hg", "a pressure"),
        _q("acceleration", "meter/second**2", "standard_gravity", "standard_gravity", "an acceleration"),
        _q("area", "meter**2", "centimeter**2", "inch**2", "an area"),
    )
}

SYMBOLS: dict[str, str] = {
    "meter": "m", "millimeter": "mm", "inch": "in", "foot": "ft", "gram": "g", "kilogram": "kg", "ounce": "oz", "pound": "lb",
    "meter/second": "m/s", "mile/hour": "mph", "kilometer/hour": "km/h", "foot/second": "ft/s", "newton": "N",
    "pound_force": "lbf", "newton*second": "N·s", "second": "s", "degree_Celsius": "°C", "degree_Fahrenheit": "°F",
    "hectopascal": "hPa", "inch_Hg": "inHg", "standard_gravity": "g", "meter/second**2": "m/s²", "centimeter**2": "cm²",
    "meter**2": "m²", "inch**2": "in²", "centimeter": "cm",
}  # fmt: skip
