"""Reading the published tables in tests/data."""

import csv
from pathlib import Path

DATA = Path(__file__).parent / "data"


def rows(name: str) -> list[dict[str, str]]:
    """Rows of a table, remarks left out."""
    lines = [line for line in (DATA / name).read_text(encoding="utf-8").splitlines() if not line.startswith("#")]
    return list(csv.DictReader(lines))


def half_last_digit(text: str) -> float:
    """Half a unit of the last printed digit."""
    return 0.5 * 10.0 ** -len(text.partition(".")[2])
