"""Motors as people write them down: labels with counts, sizes and prices in any order, several to a line, or a sheet's cells."""

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.labels import MotorLabel, decode
from wobbly_fin.rocketry.motors.motor import USUAL_DIAMETERS_M, CaseKind, Propellant

MOST_LINES, MOST_COUNT = 2_000, 999

# A space is only believed within a label that goes on with a dash: "a 3" is no motor, "a 8-3" is one.
_LABEL = re.compile(
    r"""(?<![\w/.,-])(?:
        (?:\d+(?:\.\d+)?(?=[B-O]))?(?:1/[248]|[½¼⅛])?\ ?[A-O]\d+(?:\.\d+)?[A-Z]{0,2}(?:\ ?[-–—]\ ?(?:\d+|P)\ ?[AT]{0,2})?
        | (?:1/[248]|[½¼⅛])?\ ?[A-O]\ \d+(?:\.\d+)?[A-Z]{0,2}\ ?[-–—]\ ?(?:\d+|P)[AT]{0,2}
    )(?![\w])""",
    re.VERBOSE | re.IGNORECASE,
)
_COUNTED = re.compile(r"(?<![\w.,-])(\d+)\s*[x×](?=\s*[A-O½¼⅛1])", re.IGNORECASE)  # 2xC7-5
_SIZE = re.compile(r"(\d{2})\s*(?:mm)?\s*[x×*]\s*(\d{2,4})\s*mm|(\d{2})\s*mm(?:\s*[x×*]\s*(\d{2,4})(?:\s*mm)?)?", re.IGNORECASE)
_PRICE = re.compile(
    r"[€$£]\s*(\d+(?:[.,]\d{1,2})?)|(\d+[.,]\d{2})(?!\d)\s*[€$£]?|(\d+(?:[.,]\d{1,2})?)\s*(?:[€$£]|eur\b|usd\b|gbp\b)(?!\s*\d)",
    re.IGNORECASE,
)
_PACKS = re.compile(r"(\d+)\s*(?:packs?|boxes?|bags?)\s*(?:of|à|x|×)\s*(\d+)|packs?\s+of\s+(\d+)", re.IGNORECASE)
_NUMBER = re.compile(r"(?<![\w.,])[x×]?\s*(\d{1,6})\s*[x×]?(?![\w.,]*\d)", re.IGNORECASE)
_NUMBER_WORDS = {
    "a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11,
    "twelve": 12, "dozen": 12, "couple": 2, "pair": 2, "single": 1,
}  # fmt: skip
# Words that say nothing of which motor it is; what else is left over may be its maker.
_IDLE = frozenset(
    [
        "x",
        "×",
        "of",
        "and",
        "or",
        "the",
        "in",
        "my",
        "box",
        "bag",
        "pack",
        "packs",
        "pcs",
        "pc",
        "piece",
        "pieces",
        "each",
        "left",
        "off",
        "qty",
        "motor",
        "motors",
        "engine",
        "engines",
        "loads",
        "load",
        "have",
        "got",
        "some",
        "with",
        "a",
        "an",
        "for",
        "count",
        "label",
        "delay",
        "mm",
        "s",
        "sec",
        "no",
        "total",
        "i",
        "we",
        "still",
        "only",
        "about",
        "plus",
        "new",
        "old",
        "booster",
        "boosters",
        "stage",
        "upper",
        "lower",
    ]
)
_KINDS: tuple[tuple[str, Propellant | None, CaseKind | None], ...] = (
    ("black powder", "black powder", None), ("blackpowder", "black powder", None), ("composite", "composite", None),
    ("single use", None, "single-use"), ("single-use", None, "single-use"), ("reloadable", None, "reload"), ("reload", None, "reload"),
)  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class PastedMotor:
    """One motor as it was written.

    Attributes
    ----------
    text : str
        The piece of text it stands in.
    label : MotorLabel or None
        None where the piece holds no label; then `problem` says so.
    diameter_m, length_m, cost : float or None
        Of its case, and of one. [m]
    problem : str
        Code of what is to be put right: none, count, label; empty: nothing.
    """

    text: str
    label: MotorLabel | None = None
    count: int = 1
    diameter_m: float | None = None
    length_m: float | None = None
    propellant: Propellant | None = None
    case: CaseKind | None = None
    maker: str = ""
    cost: float | None = None
    problem: str = ""


def read_pasted(text: str) -> tuple[PastedMotor, ...]:
    """Every motor a text speaks of, in its order; pieces that hold none are there with their problem.

    Parameters
    ----------
    text : str
        Lines, or one line with commas, semicolons, plus signs or "and" between motors; a sheet's cells with tabs between.

    Raises
    ------
    RocketryError
        `text`, where it is empty or endless.
    """
    lines = [_COUNTED.sub(r"\1 × ", line).strip() for line in text.replace("\u00a0", " ").splitlines()]
    lines = [line for line in lines if line]
    if not lines:
        raise RocketryError("text", "is empty; write for instance 3 × B5-4, 2 C7-5")
    if len(lines) > MOST_LINES:
        raise RocketryError("text", f"has {len(lines)} lines; {MOST_LINES} are plenty at once")
    return tuple(_read(piece) for line in lines for piece in _pieces(line[:500]))


def _pieces(line: str) -> list[str]:
    """A line cut so that each piece speaks of one motor."""
    if len(_LABEL.findall(line)) <= 1:
        return [line]
    found: list[str] = []
    for part in re.split(r"[,;+&\t]|\band\b", line):
        labels = list(_LABEL.finditer(part))
        if not labels and found:
            found[-1] += "," + part  # what stands behind a label speaks of it
        elif len(labels) > 1:
            # Nothing between them but spaces: counts stand all behind their labels, or all in front.
            behind = not part[: labels[0].start()].strip()
            cuts = [0, *((m.start() for m in labels[1:]) if behind else (m.end() for m in labels[:-1])), len(part)]
            found += [part[a:b] for a, b in pairwise(cuts)]
        else:
            found.append(part)
    return [f.strip() for f in found if f.strip()]


def _read(piece: str) -> PastedMotor:
    match = _LABEL.search(piece)
    if match is None:
        return PastedMotor(text=piece, problem="none")
    try:
        label = decode(match[0].replace("–", "-").replace("—", "-"))
    except RocketryError:
        return PastedMotor(text=piece, problem="label")
    rest = f"{piece[: match.start()]} | {piece[match.end() :]}"
    diameter_m, length_m, rest = _size(rest)
    cost, rest = _taken(_PRICE, rest)
    propellant: Propellant | None = None
    case: CaseKind | None = None
    for words, filled, kind in _KINDS:
        if re.search(rf"\b{words}s?\b", rest, re.IGNORECASE):
            propellant, case = propellant or filled, case or kind
            rest = re.sub(rf"\b{words}s?\b", " ", rest, flags=re.IGNORECASE)
    count, rest = _count(rest)
    return PastedMotor(
        text=piece, label=label, count=count or 1, diameter_m=diameter_m, length_m=length_m, propellant=propellant, case=case,
        maker=_maker(rest), cost=float(cost.replace(",", ".")) if cost else None, problem="" if count is not None else "count",
    )  # fmt: skip


def _size(rest: str) -> tuple[float | None, float | None, str]:
    match = _SIZE.search(rest)
    if match is None:
        return None, None, rest
    wide, long = match[1] or match[3], match[2] or match[4]
    diameter = int(wide) / 1000
    if diameter not in USUAL_DIAMETERS_M:
        return None, None, rest
    return diameter, int(long) / 1000 if long else None, rest[: match.start()] + " " + rest[match.end() :]


def _taken(pattern: re.Pattern[str], rest: str) -> tuple[str | None, str]:
    match = pattern.search(rest)
    if match is None:
        return None, rest
    return next(g for g in match.groups() if g), rest[: match.start()] + " " + rest[match.end() :]


def _count(rest: str) -> tuple[int | None, str]:
    """How many; 1 where nothing says, None where it could be several numbers."""
    packs = _PACKS.search(rest)
    if packs is not None:
        many = int(packs[1]) * int(packs[2]) if packs[1] else int(packs[3])
        return (many if 0 < many <= MOST_COUNT else None), rest[: packs.start()] + " " + rest[packs.end() :]
    numbers = list(_NUMBER.finditer(rest))
    if len(numbers) == 1:
        many = int(numbers[0][1])
        return (many if many <= MOST_COUNT else None), rest[: numbers[0].start()] + " " + rest[numbers[0].end() :]
    if numbers:
        return None, rest
    said = [_NUMBER_WORDS[w] for w in re.findall(r"[a-z]+", rest.lower()) if w in _NUMBER_WORDS]
    words = re.sub(rf"\b({'|'.join(_NUMBER_WORDS)})\b", " ", rest, flags=re.IGNORECASE)
    return (max(said) if said else 1), words


def _maker(rest: str) -> str:
    """What is left over and no idle word: two words at most, or it is prose."""
    words = [w for w in re.findall(r"[^\W\d_][\w'’.-]*", rest) if w.lower().strip(".") not in _IDLE]
    return " ".join(words)[:40] if len(words) <= 2 else ""


# Headings people give the columns that matter, by the beginnings of their words.
_HEADINGS = {
    "label": ("label", "motor", "engine", "designation", "type", "name", "model"),
    "count": ("count", "how many", "qty", "quantity", "number", "pcs", "pieces", "stock", "in stock", "have", "left", "amount"),
    "cost": ("price", "cost", "each", "paid", "unit price"),
    "maker": ("maker", "brand", "manufacturer", "make", "mfr", "company"),
    "diameter": ("diameter", "dia", "case", "size", "mount", "mm"),
}


# A sheet to fill in: headings that are read.
TEMPLATE = "label,count,diameter mm,maker,price\n"


@dataclass(frozen=True, slots=True)
class Columns:
    """What a sheet's columns hold, by what they tell; the rows before `first` are a title and headings."""

    first: int
    at: Mapping[str, int]


def columns_of(rows: Sequence[Sequence[str]]) -> Columns:
    """Columns by their headings where there are any; where none names one of labels, it is the one most cells of which are labels."""
    table, width = _squared(rows)
    labels = [sum(bool(_LABEL.fullmatch(row[c].strip())) for row in table) for c in range(width)]
    first = next((n for n, row in enumerate(table) if any(_LABEL.fullmatch(cell.strip()) for cell in row)), 0)
    head = max(first - 1, 0)  # a title may stand above the headings
    has_head = not any(_LABEL.search(cell) for cell in table[head])
    named = _named(table[head]) if has_head else {}
    at = max(range(width), key=lambda c: (labels[c], named.get("label") == c))
    if not labels[at] and "label" not in named:
        return Columns(0, {})
    others = {what: c for what, c in named.items() if what != "label" and c != at}
    return Columns(head + has_head, {"label": at, **others})


def lines_of(rows: Sequence[Sequence[str]], columns: Columns) -> list[tuple[int, str]]:
    """(number of its row, a line as `read_pasted` takes it) of every row with something in it.

    Where nothing but the labels' column is known, a row is read whole, all other labels left out.
    """
    table, width = _squared(rows)
    at = columns.at.get("label")
    others = {c: what for what, c in columns.at.items() if what != "label"}
    lines = []
    for n, row in enumerate(table[columns.first :], columns.first):
        if at is None:
            told = list(row)
        elif others:
            told = [row[at], *(_cell(row[c], what) for c, what in others.items() if row[c].strip())]
        else:
            told = [row[at], *(row[c] for c in range(width) if c != at and not _LABEL.fullmatch(row[c].strip()))]
        if any(cell.strip() for cell in told):
            lines.append((n, "\t".join(told)))
    return lines


def _squared(rows: Sequence[Sequence[str]]) -> tuple[list[list[str]], int]:
    width = max(len(row) for row in rows)
    return [[*row, *[""] * (width - len(row))] for row in rows], width


def _named(heads: Sequence[str]) -> dict[str, int]:
    found: dict[str, int] = {}
    for what, words in _HEADINGS.items():
        for c, head in enumerate(heads):
            if c not in found.values() and any(re.match(rf"{re.escape(w)}\b", head.strip(), re.IGNORECASE) for w in words):
                found.setdefault(what, c)
    return found


def _cell(text: str, what: str) -> str:
    """A cell's text so that it cannot be taken for another figure."""
    text = text.strip()
    if what == "cost" and re.fullmatch(r"\d+(?:[.,]\d+)?", text):
        return f"€ {float(text.replace(',', '.')):.2f}"
    if what == "diameter" and re.fullmatch(r"\d{2}", text):
        return f"{text} mm"
    return text
