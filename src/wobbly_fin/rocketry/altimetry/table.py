"""Any sane table of numbers out of a device's file: delimiter, decimal comma, header and remarks found by looking.

Unlike the strict reader of thrust curves (`motors/table.py`) this one keeps what is usable and says what it left out: a log is
the only witness of a flight that is over.
"""

import re
from collections import Counter
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.errors import RocketryError

MOST_BYTES = 24_000_000  # an hour at 200 Hz with eight columns is less; what comes after is left unread
MOST_ROWS = 400_000
MOST_COLUMNS = 64
_LOOKED_AT = 400  # lines looked at to find out how the file is laid out
_NUMBER = re.compile(r"^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$")
_DECIMAL_COMMA = re.compile(r"^[+-]?\d+,\d+$")
_CLOCK = re.compile(r"^(?:\d{4}-\d\d-\d\d[T ])?(\d{1,2}):(\d\d)(?::(\d\d(?:[.,]\d+)?))?Z?$")


@dataclass(frozen=True, slots=True, kw_only=True)
class LogTable:
    """Columns of numbers as they stood in the file.

    Attributes
    ----------
    names : tuple of str
        One a column, lower case, empty where the file names none.
    values : (rows, columns) array
        NaN where a cell holds no number; times of day as seconds since midnight.
    remarks : dict
        ``key: value`` lines in front of the table.
    found : tuple of (code, count)
        What was noticed on the way: ``cut_at_size``, ``cut_at_rows``, ``rows_left_out``, ``clock_times``, ``not_utf8``.
    """

    names: tuple[str, ...]
    values: NDArray[np.float64]
    remarks: dict[str, str]
    found: tuple[tuple[str, float], ...] = field(default=())


def read_log_table(data: bytes | str) -> LogTable:
    """Find the table in a file.

    Raises
    ------
    RocketryError
        With ``file`` where there is none: empty, binary, or no rows of numbers.
    """
    found: Counter[str] = Counter()
    text = data if isinstance(data, str) else _decoded(data, found)
    lines = [line.strip() for line in text.splitlines()]
    lines = [line for line in lines if line]
    if not lines:
        raise RocketryError("file", "is empty; save the log again from the altimeter")
    split = _splitter(lines[:_LOOKED_AT])
    rows: list[list[float]] = []
    names: list[list[str]] = []
    remarks: dict[str, str] = {}
    commas = split.delimiter != "," and not split.paired
    for line in lines:
        if len(rows) >= MOST_ROWS:
            found["cut_at_rows"] += 1
            continue
        if rows and (quick := _quick(line, split.delimiter, len(rows[-1]), commas)) is not None:
            rows.append(quick)
            continue
        if line[0] in "#;" or (not rows and ":" in line and not _CLOCK.match(split(line)[0].strip())):
            key, colon, value = line.lstrip("#; ").partition(":")
            if colon and len(remarks) < 100:
                remarks[key.strip().lower()[:60]] = value.strip()[:200]
                continue
        cells = split(line)[:MOST_COLUMNS]
        numbers = [_number(cell, found) for cell in cells]
        known = sum(n == n for n in numbers)
        if known == 0 or known < len(cells) / 2:
            if (not rows and len(cells) > 1) or (not rows and not names):
                names.append([cell.strip(" \"'").lower() for cell in cells])
            else:
                found["rows_left_out"] += 1
            continue
        rows.append(numbers)
    if len(rows) < 2:
        raise RocketryError("file", "holds no rows of numbers; a log is lines of time and height, such as 0.05,12.4")
    width = Counter(len(row) for row in rows).most_common(1)[0][0]
    header = _header(names, width)
    kept = [row for row in rows if len(row) == width]
    found["rows_left_out"] += len(rows) - len(kept)
    return LogTable(
        names=tuple(header) if header and len(header) == width else ("",) * width,
        values=np.array(kept, dtype=np.float64),
        remarks=remarks,
        found=tuple((code, float(count)) for code, count in found.items() if count),
    )


def _quick(line: str, delimiter: str | None, width: int, commas: bool) -> list[float] | None:
    """A clean row like the one before it, which nearly all are; None where it wants a closer look."""
    if "_" in line or "n" in line or "N" in line:
        return None  # what Python takes for a number but a device never means
    try:
        row = [float(cell) for cell in (line.replace(",", ".") if commas else line).split(delimiter)]
    except ValueError:
        return None
    return row if len(row) == width else None


def _decoded(data: bytes, found: Counter[str]) -> str:
    if len(data) > MOST_BYTES:
        found["cut_at_size"] += 1  # by how much is not known: nobody hands on more than one byte too many
        data = data[:MOST_BYTES]
        data = data[: data.rfind(b"\n") + 1] or data
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        return data.decode("utf-16", errors="replace")
    start = data[:4096]
    strange = sum(byte < 9 or 13 < byte < 32 for byte in start)
    if start and strange > len(start) / 50:
        raise RocketryError("file", "is not a text file; export the log as CSV from the altimeter's own program first")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        found["not_utf8"] += 1
        return data.decode("latin-1")


class _Splitter:
    """Splits a line where the file splits its lines."""

    def __init__(self, delimiter: str | None, paired: bool = False) -> None:
        self.delimiter, self.paired = delimiter, paired

    def __call__(self, line: str) -> list[str]:
        cells = line.split(self.delimiter)
        while len(cells) > 1 and not cells[-1].strip():
            cells.pop()
        if self.paired and len(cells) % 2 == 0 and all(c.strip().lstrip("+-").isdigit() for c in cells):
            return [f"{whole.strip()}.{part.strip()}" for whole, part in zip(cells[::2], cells[1::2], strict=True)]
        return cells


def _splitter(lines: list[str]) -> _Splitter:
    """The delimiter that gives most lines the same number, above one, of cells that are numbers."""
    best, score = _Splitter(None), -1.0
    for delimiter in (";", "\t", "|", ",", None):
        split = _Splitter(delimiter)
        rows = [split(line) for line in lines]
        counts = Counter(len(cells) for cells in rows if sum(map(_is_number, cells)) >= max(1, len(cells) / 2))
        if not counts:
            continue
        width, often = counts.most_common(1)[0]
        # One column is the last resort: any delimiter that never occurs gives it.
        worth = often * (1.0 if width > 1 else 0.4)
        if worth > score:
            # Decimal commas between commas: a header of half as many names gives it away. 0,05,12,3 is 0.05 and 12.3.
            halves = (
                delimiter == ","
                and width % 2 == 0
                and any(len(cells) * 2 == width and not any(map(_is_number, cells)) for cells in rows)
            )
            best, score = _Splitter(delimiter, halves), worth
    return best


def _is_number(cell: str) -> bool:
    cell = cell.strip(" \"'")
    return bool(_NUMBER.match(cell) or _DECIMAL_COMMA.match(cell) or _CLOCK.match(cell))


def _number(cell: str, found: Counter[str]) -> float:
    cell = cell.strip(" \"'")
    if _NUMBER.match(cell):
        value = float(cell)
        return value if abs(value) < 1e15 else np.nan
    if _DECIMAL_COMMA.match(cell):
        return float(cell.replace(",", "."))
    clock = _CLOCK.match(cell)
    if clock:
        found["clock_times"] += 1
        hours, minutes, seconds = clock.groups()
        return int(hours) * 3600.0 + int(minutes) * 60.0 + float((seconds or "0").replace(",", "."))
    return np.nan


def _header(names: list[list[str]], width: int) -> list[str] | None:
    """The names above the columns; a line of units under a line of names is put behind them."""
    fitting = [line for line in names if len(line) == width]
    if not fitting:
        return None
    last = fitting[-1]
    if len(fitting) > 1 and len(fitting[-2]) == len(last) and all(re.match(r"^[\[(]?[a-zµ°/²^2*]{0,8}[\])]?$", n) for n in last):
        return [f"{name} {unit}".strip() for name, unit in zip(fitting[-2], last, strict=True)]
    return last
