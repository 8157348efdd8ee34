"""The cells of a sheet somebody sends: CSV, XLSX or ODS, as texts."""

import csv
import io
import zipfile
import zlib

from python_calamine import CalamineError, CalamineWorkbook

from wobbly_fin.formats.unpacked import true_size
from wobbly_fin.rocketry.errors import RocketryError

LARGEST_FILE, LARGEST_UNPACKED, MOST_ROWS, MOST_COLUMNS = 5_000_000, 30_000_000, 2_000, 40
_ZIPPED = b"PK\x03\x04"


def cells_of(name: str, data: bytes) -> list[list[str]]:
    """Rows of the first sheet, cells as texts, empty rows left out.

    Raises
    ------
    RocketryError
        `file`, saying what is wrong with it and what to do.
    """
    if not data.strip():
        raise RocketryError("file", "is empty")
    if len(data) > LARGEST_FILE:
        raise RocketryError(
            "file", f"is {len(data) / 1e6:.0f} MB; a list of motors takes less than {LARGEST_FILE // 1_000_000} MB"
        )
    rows = _of_workbook(data) if data.startswith((_ZIPPED, b"\xd0\xcf\x11\xe0")) else _of_text(name, data)
    found = [row[:MOST_COLUMNS] for row in rows if any(row)]
    if not found:
        raise RocketryError("file", "holds no cell with anything in it on its first sheet")
    if len(found) > MOST_ROWS:
        raise RocketryError("file", f"has {len(found)} rows; {MOST_ROWS} go in at once, cut it in parts")
    return found


def _of_workbook(data: bytes) -> list[list[str]]:
    if data.startswith(_ZIPPED):
        try:
            with zipfile.ZipFile(io.BytesIO(data)) as packed:
                size = true_size(packed, LARGEST_UNPACKED)
        except (zipfile.BadZipFile, ValueError, zlib.error) as error:
            raise RocketryError("file", "is damaged: it cannot be unpacked. Save it again as XLSX, ODS or CSV") from error
        if size > LARGEST_UNPACKED:
            raise RocketryError("file", f"unpacks to more than {LARGEST_UNPACKED / 1e6:.0f} MB; that is no list of motors")
    try:
        book = CalamineWorkbook.from_filelike(io.BytesIO(data))
        rows = book.get_sheet_by_index(0).to_python(nrows=MOST_ROWS + 1) if book.sheet_names else []
    except (CalamineError, ValueError, OSError, IndexError) as error:
        raise RocketryError("file", "is no sheet this can read. Save it again as XLSX, ODS or CSV") from error
    return [[_text(cell) for cell in row] for row in rows]


def _text(cell: object) -> str:
    """A cell as somebody would read it aloud: whole numbers without their .0."""
    if isinstance(cell, float) and cell.is_integer() and abs(cell) < 1e15:
        return str(int(cell))
    return " ".join(str(cell).split())[:200]


def _of_text(name: str, data: bytes) -> list[list[str]]:
    for coding in ("utf-8-sig", "utf-16" if data[:2] in (b"\xff\xfe", b"\xfe\xff") else "cp1252"):
        try:
            text = data.decode(coding)
            break
        except UnicodeDecodeError:
            continue
    else:
        raise RocketryError("file", f"{name[:40] or 'this'} is no text and no sheet. Save it as CSV, XLSX or ODS")
    if "\x00" in text or sum(not c.isprintable() and c not in "\r\n\t" for c in text[:2000]) > 5:
        raise RocketryError("file", f"{name[:40] or 'this'} is no text and no sheet. Save it as CSV, XLSX or ODS")
    head = text[:4000]
    mark = max(
        "\t;,",
        key=lambda c: (head.count(c) > 0, min(line.count(c) for line in head.splitlines()[:5] if line.strip()), head.count(c)),
    )
    try:
        return [[" ".join(cell.split())[:200] for cell in row] for row in csv.reader(io.StringIO(text), delimiter=mark)]
    except csv.Error as error:
        raise RocketryError("file", f"cannot be read as CSV: {error}") from error
