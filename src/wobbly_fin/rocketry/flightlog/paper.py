"""A season's log as people keep it: a table with any headings, dates as they write them, and results in their own words."""

import datetime
import re
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from dateutil import parser as dates

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening
from wobbly_fin.rocketry.motors.labels import decode

Column = Literal["date", "rocket", "motor", "delay", "height", "result", "remarks"]
Problem = Literal["date", "rocket", "motor", "delay", "height", "result"]
MOST_FLIGHTS = 1_000

_HEADINGS: dict[Column, tuple[str, ...]] = {
    "date": ("date", "day", "when", "flown", "launched"),
    "rocket": ("rocket", "model", "name", "vehicle", "bird", "kit"),
    "motor": ("motor", "engine", "load", "propulsion"),
    "delay": ("delay",),
    "height": ("height", "alt", "apogee", "peak", "max"),
    "result": ("result", "outcome", "recovery", "how", "success", "status", "landing", "ok"),
    "remarks": ("remark", "note", "comment", "description", "what happened", "weather", "field", "site", "where"),
}
# The first that is found in what somebody wrote decides. Common ways to say it, our own list.
_RESULTS: tuple[tuple[str, Opening, Landing], ...] = (
    (r"mis-?fire|dud|no launch|did(n.t| not) (light|launch|leave)|failed to ignite|scrub", "no_launch", "none"),
    (r"lawn ?dart|ballistic|core sample|crash|prang|never opened|came in hot|nose first", "never", "damaged"),
    (r"no (chute|ejection|deploy\w*|parachute)|did(n.t| not) (open|deploy|eject)", "never", "damaged"),
    (r"cato|blew up|exploded|shred", "never", "damaged"),
    (r"lost|never found|gone|vanished|drifted away|missing", "not_seen", "lost"),
    (r"tree|roof|power ?line|wire|pond|water|river|out of reach|stuck", "at_apogee", "out_of_reach"),
    (r"late", "after_apogee", "safe"),
    (r"early", "before_apogee", "safe"),
    (r"zipper|broke|broken|crack|damage|fin off|lost a fin|bent|torn|tore|dent|burn", "at_apogee", "damaged"),
    (r"hard|fast|bounce|tangle|did not fill|half open", "at_apogee", "hard"),
    (r"\b(ok|okay|good|great|fine|perfect|nominal|success\w*|nice|yes|y|recovered|safe)\b|[✓✔+]|^1$", "at_apogee", "safe"),
    (r"\b(straight|textbook|works?|beautiful|super|well)\b", "at_apogee", "safe"),
)  # fmt: skip
_ABOUT = re.compile(
    r"^\s*(?:about|around|approx\.?|approximately|ca\.?|circa|roughly|maybe|est\.?|~|≈)\s*|\s*(?:ish|\?|est\.?)\s*$",
    re.IGNORECASE,
)
_HEIGHT = re.compile(r"^(\d+(?:[.,]\d+)?)\s*(m|metres?|meters?|ft|feet|foot|')?$", re.IGNORECASE)


@dataclass(frozen=True, slots=True, kw_only=True)
class PaperFlight:
    """One line of the table.

    Attributes
    ----------
    rocket, motor : str
        As written; the motor's label tidied, empty where there is none.
    height : str
        With its unit, `~` in front of one that is only about so; empty: nobody measured it.
    problems : tuple of str
        What is to be looked at.
    """

    text: str
    flown_on: datetime.date | None
    rocket: str
    motor: str
    delay_s: float | None
    height: str
    opening: Opening
    landing: Landing
    remarks: str
    problems: tuple[Problem, ...]


def read_paper(rows: Sequence[Sequence[str]], today: datetime.date) -> tuple[dict[Column, str], tuple[PaperFlight, ...]]:
    """The columns as they were understood, by what they hold, and every flight.

    Parameters
    ----------
    rows : sequence of sequence of str
        Cells; a first line of headings, or none.
    today : date
        No flight is later.

    Raises
    ------
    RocketryError
        `table`, where no column holds motors or dates.
    """
    width = max((len(r) for r in rows), default=0)
    table = [[*(c.strip() for c in row), *[""] * (width - len(row))] for row in rows if any(c.strip() for c in row)]
    if not table:
        raise RocketryError("table", "is empty; paste a line for each flight: date, rocket, motor, height, result")
    if len(table) > MOST_FLIGHTS:
        raise RocketryError("table", f"has {len(table)} lines; {MOST_FLIGHTS} go in at once")
    first = next((n for n, row in enumerate(table) if any(_is_date(c) for c in row) and any(_is_motor(c) for c in row)), None)
    if first is None:
        first = next((n for n, row in enumerate(table) if any(_is_date(c) or _is_motor(c) for c in row)), 1)
    heads = table[first - 1] if first else None  # a title may stand above the headings
    body = table[first:]
    columns = _columns(heads or [""] * width, body)
    if "motor" not in columns or "date" not in columns:
        lacking = "motors" if "motor" not in columns else "dates"
        raise RocketryError(
            "table", f"has no column of {lacking} that can be made out; a line reads like 2026-05-01, Pip, B5-4, 130 m, ok"
        )
    day_first = not any(_month_first(row[columns["date"]]) for row in body)
    unit = (
        "ft"
        if heads and "height" in columns and re.search(r"\b(ft|feet|foot)\b|'", heads[columns["height"]], re.IGNORECASE)
        else "m"
    )
    told = {name: (heads[c] if heads and heads[c] else f"column {c + 1}") for name, c in columns.items()}
    return told, tuple(_flight(row, columns, heads, day_first, unit, today) for row in body)


def _columns(heads: Sequence[str], body: Sequence[Sequence[str]]) -> dict[Column, int]:
    """Which column holds what: what its cells are counts for more than what stands above them."""
    found: dict[Column, int] = {}
    kinds: tuple[tuple[Column, Callable[[str], bool]], ...] = (("date", _is_date), ("motor", _is_motor))
    for kind, holds in kinds:
        share = {c: _share(body, c, holds) for c in range(len(heads))}
        named = [c for c, h in enumerate(heads) if _named(h, kind)]
        best = max(share, key=lambda c: (share[c] + 0.3 * (c in named), -c), default=None)
        if best is not None and share[best] >= 0.5:
            found[kind] = best
    for kind in _HEADINGS:
        if kind in found:
            continue
        there = [c for c, h in enumerate(heads) if c not in found.values() and _named(h, kind)]
        if there:
            found[kind] = there[0]
    free = [c for c in range(len(heads)) if c not in found.values() and _share(body, c, bool) > 0]
    if "height" not in found:
        heights = [c for c in free if _share(body, c, lambda t: _height(t, "m") is not None) >= 0.6]
        if heights:
            found["height"] = heights[0]
    if "result" not in found:
        results = [c for c in free if c not in found.values() and _share(body, c, lambda t: _result(t) is not None) >= 0.5]
        if results:
            found["result"] = results[0]
    rest = [c for c in free if c not in found.values()]
    if "rocket" not in found and rest:
        found["rocket"] = max(rest, key=lambda c: (_share(body, c, bool), -len({row[c] for row in body}), -c))
    return found


def _share(body: Sequence[Sequence[str]], column: int, holds: Callable[[str], object]) -> float:
    told = [row[column] for row in body if row[column]]
    return sum(bool(holds(t)) for t in told) / len(body) if body else 0.0


def _named(head: str, kind: Column) -> bool:
    return any(re.search(rf"\b{w}", head, re.IGNORECASE) for w in _HEADINGS[kind])


def _flight(
    row: Sequence[str],
    columns: Mapping[Column, int],
    heads: Sequence[str] | None,
    day_first: bool,
    unit: str,
    today: datetime.date,
) -> PaperFlight:
    def cell(name: Column) -> str:
        return row[columns[name]] if name in columns else ""

    problems: list[Problem] = []
    flown = _date(cell("date"), day_first)
    if flown is None or flown > today or flown.year < 1950:
        flown = None
        problems.append("date")
    motor, delay = "", None
    try:
        label = decode(cell("motor"))
        motor, delay = label.text, label.delay_s
        if delay is None and label.kind == "single":
            number = re.search(r"\d+(?:\.\d+)?", cell("delay"))
            delay = float(number[0]) if number else None
            if delay is None:
                problems.append("delay")
    except RocketryError:
        problems.append("motor")
    height = _height(cell("height"), unit) if cell("height") else ""
    if height is None:
        problems.append("height")
    if not cell("rocket"):
        problems.append("rocket")
    words = cell("result")
    outcome = _result(words) or (_result(cell("remarks")) if not words else None)
    if outcome is None:
        problems.append("result")
    opening, landing = outcome or ("not_seen", "safe")
    others = [c for c in range(len(row)) if row[c] and c not in {v for k, v in columns.items() if k not in ("remarks", "result")}]
    plain = {"ok", "good", "yes", "✓", "fine", ""}
    kept = [
        f"{heads[c]}: {row[c]}" if heads and heads[c] and c not in columns.values() else row[c]
        for c in others
        if row[c].lower() not in plain
    ]
    return PaperFlight(
        text=" · ".join(c for c in row if c), flown_on=flown, rocket=cell("rocket"), motor=motor, delay_s=delay, height=height or "",
        opening=opening, landing=landing, remarks="; ".join(kept)[:4000], problems=tuple(problems),
    )  # fmt: skip


def _is_motor(text: str) -> bool:
    try:
        decode(text)
    except RocketryError:
        return False
    return True


def _is_date(text: str) -> bool:
    return _date(text, True) is not None


def _date(text: str, day_first: bool) -> datetime.date | None:
    """A date as written: with a year, and more than a bare number."""
    if (
        not re.search(r"\d", text)
        or not re.search(r"[-./\s]", text.strip())
        or len(text) > 40
        or not re.search(r"\d{4}|\d{1,2}\D+\d{1,2}\D+\d{2}|[A-Za-z]{3}.*\d{2}$", text)
    ):
        return None
    iso = re.match(r"^\s*\d{4}-", text) is not None
    try:
        return dates.parse(text, dayfirst=day_first and not iso).date()
    except (ValueError, OverflowError, TypeError):
        return None


def _month_first(text: str) -> bool:
    """Whether its second number can be no month."""
    numbers = re.match(r"^\s*(\d{1,2})[./-](\d{1,2})[./-]\d{2,4}", text)
    return numbers is not None and int(numbers[2]) > 12


def _height(text: str, unit: str) -> str | None:
    """A height with its unit, ~ in front where it is only about so; None where it is none."""
    about = _ABOUT.search(text) is not None
    match = _HEIGHT.match(_ABOUT.sub("", text.strip()).strip())
    if match is None:
        return "" if text.strip() in ("-", "–", "?", "n/a") else None
    known = (match[2] or unit).lower()
    return f"{'~' if about else ''}{match[1].replace(',', '.')} {'ft' if known[0] in chr(39) + 'f' else 'm'}"


def _result(text: str) -> tuple[Opening, Landing] | None:
    return next(((o, landing) for words, o, landing in _RESULTS if re.search(words, text, re.IGNORECASE)), None) if text else None
