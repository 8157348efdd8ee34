"""What each column of a log means and in which unit: guessed from its name, its magnitude and how it goes together with the others.

Every guess says what it rests on, so that it can be confirmed or overruled.
"""

import re
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.altimetry.table import LogTable
from wobbly_fin.rocketry.constants import FOOT_M, STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError

Floats = NDArray[np.float64]
Meaning = Literal["time", "height", "pressure", "acceleration", "speed", "temperature", "other"]
Basis = Literal["told", "named", "magnitude", "free_fall", "usual"]

UNITS: dict[Meaning, dict[str, float]] = {
    "time": {"s": 1.0, "ms": 1e-3, "us": 1e-6, "min": 60.0},
    "height": {"m": 1.0, "ft": FOOT_M, "cm": 0.01},
    "pressure": {"pa": 1.0, "hpa": 100.0, "kpa": 1000.0, "inhg": 3386.389, "psi": 6894.757},
    "acceleration": {"m/s2": 1.0, "g": STANDARD_GRAVITY_M_S2, "mg": STANDARD_GRAVITY_M_S2 / 1000, "ft/s2": FOOT_M},
    "speed": {"m/s": 1.0, "ft/s": FOOT_M, "mph": 0.44704, "km/h": 1 / 3.6},
    "temperature": {"c": 1.0, "f": 1.0, "k": 1.0},
    "other": {"": 1.0},
}
# Words by which makers and languages call a column; longer ones first so that "baro altitude" is a height.
_WORDS: tuple[tuple[str, Meaning], ...] = (
    (r"accel|beschl|axial|g-?force|g_load|^a[xyz]?$|^acc|^gs?$|^a[xyz]?[ _(\[]", "acceleration"),
    (r"alt|height|höhe|hoehe|hauteur|agl|apogee|^h$|^h[ _(\[]|^z$|^(m|met(re|er)s?|ft|feet)$", "height"),
    (r"press|druck|baro|^p$|^p[ _(\[]|^[hk]?pa$", "pressure"),
    (r"veloc|speed|geschw|vitesse|^v$|^v[ _(\[]", "speed"),
    (r"temp", "temperature"),
    (r"time|zeit|temps|clock|stamp|^t$|^t[ _(\[+]|^ms$|^s$|^sec|seconds?$|millis|elapsed", "time"),
)
_UNIT_WORDS: dict[Meaning, tuple[tuple[str, str], ...]] = {
    "time": ((r"\b(ms|msec|millis\w*)\b", "ms"), (r"(µs|\bus\b|usec|micros)", "us"), (r"\b(s|sec|secs|seconds?)\b", "s"), (r"\bmin", "min")),
    "height": ((r"\b(ft|feet|foot)\b", "ft"), (r"\bcm\b", "cm"), (r"\b(m|meters?|metres?|mtr)\b", "m")),
    "pressure": ((r"\bhpa\b|\bmbar\b|\bmb\b", "hpa"), (r"\bkpa\b", "kpa"), (r"\bpa\b|pascals?", "pa"), (r"inhg", "inhg"), (r"\bpsi\b", "psi")),
    "acceleration": (
        (r"\bm/?s[²^]?\*?\*?2?\b|m/s/s|m[ .]s-2", "m/s2"), (r"\bft/?s", "ft/s2"), (r"\bmg\b", "mg"), (r"\bgs?\b|g-?force", "g"),
    ),
    "speed": ((r"\bmph\b", "mph"), (r"\b(km/?h|kph)\b", "km/h"), (r"\b(ft/?s|fps)\b|feet/s", "ft/s"), (r"\bm/?s\b|m[ .]s-1|mps", "m/s")),
    "temperature": ((r"\b°?f\b|fahr", "f"), (r"\bk\b|kelvin", "k"), (r"\b°?c\b|cels", "c")),
    "other": (),
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Column:
    """One column: what it is, its unit, and what says so."""

    number: int
    name: str
    meaning: Meaning
    unit: str
    meaning_from: Basis
    unit_from: Basis


@dataclass(frozen=True, slots=True, kw_only=True)
class Told:
    """What somebody says a column is; wins over any guess."""

    number: int
    meaning: Meaning
    unit: str = ""


def read_columns(table: LogTable, told: tuple[Told, ...] = ()) -> tuple[Column, ...]:
    """Guess every column's meaning, and every unit that its name or magnitude tells.

    Units only a flight can tell (feet or metres without a name) are left at their likeliest and marked ``usual``; `reading` tries
    them against free fall.

    Raises
    ------
    RocketryError
        With ``columns`` where no time or neither height nor pressure can be made out, or for a meaning or unit nobody knows.
    """
    known = {t.number: t for t in told}
    out: list[Column] = []
    for number, name in enumerate(table.names):
        if number in known:
            out.append(_as_told(known[number], name, table.values[:, number]))
            continue
        meaning = next((m for pattern, m in _WORDS if re.search(pattern, name)), None) if name else None
        values = table.values[:, number]
        if meaning is None:
            out.append(Column(number=number, name=name, meaning="other", unit="", meaning_from="usual", unit_from="usual"))
        else:
            unit, basis = _unit(meaning, name, values)
            out.append(Column(number=number, name=name, meaning=meaning, unit=unit, meaning_from="named", unit_from=basis))
    out = _time_found(out, table)
    if not any(c.meaning in ("height", "pressure") for c in out):
        out = _height_found(out, table)
    if not any(c.meaning == "acceleration" for c in out) and not any(table.names):
        out = _acceleration_found(out, table)
    return tuple(out)


def column_for(columns: tuple[Column, ...], meaning: Meaning) -> Column | None:
    """The column that is taken for a meaning: one somebody named, else the first."""
    return min((c for c in columns if c.meaning == meaning), key=lambda c: (c.meaning_from != "told", c.number), default=None)


def scaled(column: Column, values: Floats) -> Floats:
    """The column in SI."""
    if column.meaning == "temperature":
        return {"c": values, "k": values - 273.15, "f": (values - 32) / 1.8}[column.unit]
    return values * UNITS[column.meaning][column.unit]


def in_unit(column: Column, unit: str, basis: Basis) -> Column:
    """The same column, read in another unit."""
    return replace(column, unit=unit, unit_from=basis)


def _as_told(told: Told, name: str, values: Floats) -> Column:
    if told.meaning not in UNITS:
        raise RocketryError("columns", f"{told.meaning!r} is no meaning; one of {', '.join(UNITS)}")
    if told.unit and told.unit not in UNITS[told.meaning]:
        raise RocketryError("columns", f"{told.unit!r} is no unit of {told.meaning}; one of {', '.join(UNITS[told.meaning])}")
    unit, basis = (told.unit, "told") if told.unit else _unit(told.meaning, name, values)
    return Column(number=told.number, name=name, meaning=told.meaning, unit=unit, meaning_from="told", unit_from=basis)  # type: ignore[arg-type]


def _unit(meaning: Meaning, name: str, values: Floats) -> tuple[str, Basis]:
    words = name.replace("_", " ").replace("(", " ").replace(")", " ").replace("[", " ").replace("]", " ")
    for pattern, unit in _UNIT_WORDS[meaning]:
        if re.search(pattern, words):
            return unit, "named"
    finite = values[np.isfinite(values)]
    if not finite.size:
        return next(iter(UNITS[meaning])), "usual"
    middle = float(np.median(np.abs(finite)))
    if meaning == "time":
        return _time_unit(values), "magnitude"
    if meaning == "pressure":
        for unit, low, high in (
            ("pa", 20_000, 115_000),
            ("hpa", 200, 1150),
            ("kpa", 35, 115),
            ("inhg", 16, 33),
            ("psi", 5, 15.9),
        ):
            if low <= middle <= high:
                return unit, "magnitude"
        return "pa", "usual"
    if meaning == "acceleration":
        return _acceleration_unit(finite), "magnitude"
    return next(iter(UNITS[meaning])), "usual"


def _time_unit(values: Floats) -> str:
    """The unit in which rows come between once a second and 2000 times a second."""
    steps = np.diff(values[np.isfinite(values)])
    step = float(np.median(np.abs(steps[steps != 0]))) if np.any(steps) else 1.0
    if step < 1.0:
        return "s"
    return "ms" if step < 1500 else "us"


def _acceleration_unit(finite: Floats) -> str:
    """What a device at rest shows is one gravity, and it rests most of the time."""
    rest = float(np.median(np.abs(finite[:10])))
    for unit, one in (("m/s2", STANDARD_GRAVITY_M_S2), ("ft/s2", STANDARD_GRAVITY_M_S2 / FOOT_M), ("mg", 1000.0), ("g", 1.0)):
        if abs(rest - one) < 0.25 * one:
            return unit
    largest = float(np.max(np.abs(finite)))
    return "g" if largest < 40 else "m/s2" if largest < 900 else "mg"


def _time_found(columns: list[Column], table: LogTable) -> list[Column]:
    """Exactly one time column: the named one, or the first that only rises (or only falls)."""
    times = [c for c in columns if c.meaning == "time"]
    if not times:
        for c in columns:
            steps = np.diff(table.values[:, c.number])
            steps = steps[np.isfinite(steps)]
            # Almost every row rises: a log whose clock starts anew once is still a log.
            if c.meaning == "other" and steps.size > 1 and max(np.mean(steps > 0), np.mean(steps < 0)) > 0.97:
                times = [
                    replace(
                        c,
                        meaning="time",
                        unit=_time_unit(table.values[:, c.number]),
                        meaning_from="magnitude",
                        unit_from="magnitude",
                    )
                ]
                break
    if not times:
        raise RocketryError("columns", "have no time among them; say which column counts the seconds")
    first = column_for(tuple(times), "time")
    assert first is not None
    out = []
    for c in columns:
        if c.number == first.number:
            out.append(first)
        else:
            out.append(replace(c, meaning="other", unit="") if c.meaning == "time" else c)
    return out


def _height_found(columns: list[Column], table: LogTable) -> list[Column]:
    """Without a name: pressure by its size, else the first column that rises and comes back, else the first there is."""
    unnamed = [(c, table.values[:, c.number]) for c in columns if c.meaning == "other"]
    unnamed = [(c, values[np.isfinite(values)]) for c, values in unnamed if np.sum(np.isfinite(values)) > 1]
    for c, finite in unnamed:
        low, high = float(finite.min()), float(finite.max())
        for unit, least, most in (("pa", 30_000, 112_000), ("hpa", 300, 1120)):
            if least <= low and high <= most and high - low < 0.5 * high:
                return [
                    replace(x, meaning="pressure", unit=unit, meaning_from="magnitude", unit_from="magnitude") if x is c else x
                    for x in columns
                ]
    if not unnamed:
        raise RocketryError("columns", "have neither height nor pressure among them; say which column is which")
    found = next((c for c, finite in unnamed if _comes_back(finite)), unnamed[0][0])
    return [
        replace(x, meaning="height", unit="m", meaning_from="magnitude", unit_from="usual") if x is found else x for x in columns
    ]


def _comes_back(finite: Floats) -> bool:
    """Whether a column rises from where it began and ends near there: heights do, clocks, counters and batteries do not."""
    few = min(10, finite.size // 2)
    first, last, high = float(np.median(finite[:few])), float(np.median(finite[-few:])), float(finite.max())
    return high > first and abs(last - first) < 0.3 * (high - first)


def _acceleration_found(columns: list[Column], table: LogTable) -> list[Column]:
    """Without any names: a column that stands at one gravity at its beginning."""
    for i, c in enumerate(columns):
        finite = table.values[:, c.number][np.isfinite(table.values[:, c.number])]
        if c.meaning != "other" or finite.size < 20:
            continue
        rest = float(np.median(finite[:10]))
        for unit, one in (("g", 1.0), ("m/s2", STANDARD_GRAVITY_M_S2)):
            if abs(abs(rest) - one) < 0.1 * one and float(np.ptp(finite)) > 2 * one:
                columns[i] = replace(c, meaning="acceleration", unit=unit, meaning_from="magnitude", unit_from="magnitude")
                return columns
    return columns
