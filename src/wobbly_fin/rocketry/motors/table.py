"""Reading a table of numbers out of text somebody typed or a device wrote, with the line at fault named."""

import math
from dataclasses import dataclass

from wobbly_fin.rocketry.errors import RocketryError

MOST_CHARACTERS = 2_000_000


@dataclass(frozen=True, slots=True, kw_only=True)
class Table:
    """Header remarks (``# key: value``), column names if any, and the rows with the line each stood on."""

    remarks: dict[str, str]
    columns: tuple[str, ...]
    rows: tuple[tuple[float, ...], ...]
    lines: tuple[int, ...]


def read_table(text: str, *, least_columns: int = 2) -> Table:
    """Read rows of numbers separated by comma, semicolon, tab or blanks; decimal comma where another separator is used.

    Parameters
    ----------
    text : str
        The file's contents.
    least_columns : int
        How many numbers a row must have.

    Raises
    ------
    RocketryError
        With name ``file`` or ``line N`` for text among the numbers, a short row, a gap, or no rows at all.
    """
    if len(text) > MOST_CHARACTERS:
        raise RocketryError(
            "file",
            f"is {len(text) / 1e6:.1f} MB of text; a thrust curve takes far less than {MOST_CHARACTERS / 1e6:g} MB",
        )
    if "\x00" in text:
        raise RocketryError("file", "is not a text file; export it as CSV first")
    remarks: dict[str, str] = {}
    columns: tuple[str, ...] = ()
    rows: list[tuple[float, ...]] = []
    lines: list[int] = []
    for number, raw in enumerate(text.lstrip("\ufeff").splitlines(), start=1):
        line = raw.strip()
        if not line:
            continue
        if line.startswith(("#", ";")):
            key, colon, value = line.lstrip("#; ").partition(":")
            if colon:
                remarks[key.strip().lower()] = value.strip()
            continue
        cells = _cells(line)
        if not rows and not columns and not _is_number(cells[0]):
            columns = tuple(cell.strip().strip('"').lower() for cell in cells)
            continue
        rows.append(_numbers(cells, number, least_columns))
        lines.append(number)
    if not rows:
        raise RocketryError("file", "holds no rows of numbers; it needs lines of time and thrust such as 0.10,4.2")
    return Table(remarks=remarks, columns=columns, rows=tuple(rows), lines=tuple(lines))


def _cells(line: str) -> list[str]:
    for separator in (";", "\t"):
        if separator in line:
            return [cell.replace(",", ".") for cell in line.split(separator)]
    return line.split(",") if "," in line else line.split()


def _is_number(cell: str) -> bool:
    try:
        float(cell)
    except ValueError:
        return False
    return True


def _numbers(cells: list[str], number: int, least: int) -> tuple[float, ...]:
    if len(cells) < least:
        raise RocketryError(f"line {number}", f"has {len(cells)} value(s); every row needs time and thrust")
    values = []
    for cell in cells:
        text = cell.strip()
        if not text:
            raise RocketryError(f"line {number}", "has a gap: a value is missing between the separators")
        if not _is_number(text) or not math.isfinite(float(text)):
            raise RocketryError(f"line {number}", f"{text[:20]!r} is not a number")
        values.append(float(text))
    return tuple(values)
