"""Reading what people type: ``2 3/8 in``, ``1/8"``, ``54mm``, ``2.5 oz``, ``41 mph``, ``12 ft 6 in``."""

import math
import re
import tokenize
from dataclasses import dataclass

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice
from wobbly_fin.rocketry.units.quantities import QUANTITIES, SYMBOLS, Quantity
from wobbly_fin.rocketry.units.registry import convert, registry

_NUMBER = r"(?:\d+\s+\d+/\d+|\d+-\d+/\d+|\d+/\d+|\d+(?:\.\d*)?(?:e[+-]?\d+)?|\.\d+)"
_TERM = re.compile(rf"\s*(?P<number>{_NUMBER})\s*(?P<unit>[^\d\s.,+\-][^\d,+]*?)?\s*(?=$|\d|\.\d)", re.IGNORECASE)
_PLAIN = re.compile(rf"[+-]?\s*{_NUMBER}", re.IGNORECASE)
_MOST_CHARACTERS = 40

# What people write for a unit that Pint would read as something else, or not at all
_SPELLINGS = {
    '"': "inch", "''": "inch", "in": "inch", "in.": "inch", "ins": "inch", "'": "foot", "ft.": "foot",
    "g": "gram", "gr": "gram", "grams": "gram", "gm": "gram", "lb": "pound", "lbs": "pound", "lbs.": "pound", "oz.": "ounce",
    "n": "newton", "ns": "newton*second", "n·s": "newton*second", "n.s": "newton*second", "n s": "newton*second",
    "lbf": "pound_force", "lb·s": "pound_force*second", "sec": "second", "secs": "second", "s": "second", "min": "minute",
    "mph": "mile/hour", "m/s": "meter/second", "ms": "meter/second", "mps": "meter/second", "km/h": "kilometer/hour",
    "kmh": "kilometer/hour", "kph": "kilometer/hour", "kn": "knot", "kt": "knot", "kts": "knot", "knots": "knot",
    "ft/s": "foot/second", "fps": "foot/second", "c": "degree_Celsius", "°c": "degree_Celsius", "degc": "degree_Celsius",
    "f": "degree_Fahrenheit", "°f": "degree_Fahrenheit", "degf": "degree_Fahrenheit", "hpa": "hectopascal", "mbar": "hectopascal",
    "mb": "hectopascal", "inhg": "inch_Hg", "m": "meter", "mm": "millimeter", "cm": "centimeter", "ft": "foot", "oz": "ounce",
    "kg": "kilogram", "mm.": "millimeter", "cm.": "centimeter", "feet": "foot", "inches": "inch",
}  # fmt: skip
_G_SPELLINGS = {"acceleration": {"g": "standard_gravity", "gs": "standard_gravity"}}


@dataclass(frozen=True, slots=True, kw_only=True)
class Typed:
    """A quantity as typed: SI value, the text as it was, the unit it was read in.

    `kept` is the text to keep and show again: a bare number has its unit added, for it must not turn into inches or ounces when its
    owner takes to them.
    """

    si: float
    text: str
    unit: str
    assumed: bool
    kept: str


def parse(text: str, quantity: str, units: UnitChoice = METRIC, name: str | None = None) -> Typed:
    """Read a quantity.

    Parameters
    ----------
    text : str
        A number (decimal point or comma, fraction, mixed fraction), or several with their units to be added, such as
        ``12 ft 6 in``. A bare number takes the unit its owner chose for the quantity.
    quantity : str
        A name in `QUANTITIES`: what it must be.
    name : str, optional
        The field, for the error; the quantity's name when omitted.

    Returns
    -------
    Typed
        `si` in the quantity's SI unit (temperatures in °C, pressures in hPa).

    Raises
    ------
    RocketryError
        For nonsense, for a wrong dimension, for a number that is not finite.
    """
    wanted = QUANTITIES[quantity]
    field = name or quantity
    tidy = _tidy(text)
    if not tidy:
        raise RocketryError(field, f"is empty; type {wanted.noun} such as {_example(wanted, units)}")
    if len(tidy) > _MOST_CHARACTERS:
        raise RocketryError(field, f"is too long to be one quantity; type {wanted.noun} such as {_example(wanted, units)}")
    sign = 1.0
    if tidy[0] in "+-":
        sign, tidy = (-1.0 if tidy[0] == "-" else 1.0), tidy[1:].lstrip()
    total, unit, assumed, position = 0.0, "", False, 0
    terms = 0
    while position < len(tidy):
        match = _TERM.match(tidy, position)
        if match is None or match.end() == position:
            raise RocketryError(field, f"{text.strip()!r} is not {wanted.noun}; type it like {_example(wanted, units)}")
        assumed = not match["unit"]
        if assumed and terms:
            raise RocketryError(field, f"{text.strip()!r} leaves a unit out; write each part with its own")
        unit = units.unit(wanted.name) if assumed else _unit(match["unit"], wanted, field)
        if terms and wanted.name == "temperature":
            raise RocketryError(field, f"{text.strip()!r} is not a temperature; type it like {_example(wanted, units)}")
        number = _number(match["number"], field)
        total += convert(sign * number if not terms else number, unit, wanted.si) * (sign if terms else 1.0)
        position = match.end()
        terms += 1
    if not math.isfinite(total):
        raise RocketryError(field, f"{text.strip()!r} is not a finite number")
    bare = assumed and (wanted.metric != wanted.imperial or wanted.name in units.exceptions)
    return Typed(
        si=total, text=text.strip(), unit=unit, assumed=assumed, kept=text.strip() + (f" {SYMBOLS[unit]}" if bare else "")
    )


def parse_si(text: str, quantity: str, units: UnitChoice = METRIC, name: str | None = None) -> float:
    """As `parse`, for the figure alone."""
    return parse(text, quantity, units, name).si


def read_number(text: str, name: str, what: str = "number") -> float:
    """Read a number that measures nothing: a margin in calibres, a factor; a decimal comma will do.

    Parameters
    ----------
    what : str
        What it should be, for the sentence: "number of calibres".

    Raises
    ------
    RocketryError
        For what is none, or is not finite.
    """
    tidy = _tidy(text)
    value = _number(tidy, name) if _PLAIN.fullmatch(tidy) else math.nan
    if not math.isfinite(value):
        raise RocketryError(name, f"{text.strip()[:20]!r} is no {what}" if text.strip() else f"is empty; type a {what}")
    return value


def _tidy(text: str) -> str:
    tidy = str(text).strip().replace("\u00a0", " ").replace("−", "-").replace("″", '"').replace("′", "'")
    tidy = tidy.replace("”", '"').replace("“", '"').replace("’", "'").replace("µ", "u")
    for glyph, fraction in (
        ("½", " 1/2"),
        ("¼", " 1/4"),
        ("¾", " 3/4"),
        ("⅛", " 1/8"),
        ("⅜", " 3/8"),
        ("⅝", " 5/8"),
        ("⅞", " 7/8"),
    ):
        tidy = tidy.replace(glyph, fraction)
    # A comma is a decimal comma, except between groups of three digits.
    if re.fullmatch(r"\d{1,3}(,\d{3})+(\.\d+)?\D*", tidy):
        return tidy.replace(",", "").strip()
    return tidy.replace(",", ".").strip()


def _number(text: str, field: str) -> float:
    whole = 0.0
    rest = text.strip()
    if rest[:1] in ("+", "-"):
        return _number(rest[1:], field) * (-1.0 if rest[0] == "-" else 1.0)
    mixed = re.match(r"^(\d+)[\s-]+(\d+/\d+)$", rest)
    if mixed:
        whole, rest = float(mixed[1]), mixed[2]
    if "/" in rest:
        above, _, below = rest.partition("/")
        if float(below) == 0:
            raise RocketryError(field, f"{text!r} divides by zero")
        return whole + float(above) / float(below)
    return float(rest)


def _unit(text: str, wanted: Quantity, field: str) -> str:
    spelt = text.strip().lower()
    special = _G_SPELLINGS.get(wanted.name, {})
    unit = special.get(spelt) or _SPELLINGS.get(spelt) or text.strip()
    r = registry()
    from pint.errors import PintError

    try:
        same = r.Quantity(1.0, unit).check(r.Quantity(1.0, wanted.si).dimensionality)
    except (
        PintError,
        tokenize.TokenError,
        AttributeError,
        TypeError,
        ValueError,
        ArithmeticError,
        SyntaxError,
        AssertionError,
    ) as error:
        raise RocketryError(
            field, f"{text.strip()!r} is no unit known here; for {wanted.noun} write e.g. {_units(wanted)}"
        ) from error
    if not same:
        raise RocketryError(field, f"{text.strip()!r} does not measure {wanted.noun}; write e.g. {_units(wanted)}")
    return unit


def _units(wanted: Quantity) -> str:
    return " or ".join(dict.fromkeys(SYMBOLS[u] for u in (wanted.metric, wanted.imperial)))


def _example(wanted: Quantity, units: UnitChoice) -> str:
    number = {"short_length": "24", "mass": "85", "height": "120", "temperature": "18"}.get(wanted.name, "5")
    return f"{number} {SYMBOLS[units.unit(wanted.name)]}"
