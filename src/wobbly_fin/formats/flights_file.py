"""Flights as JSON and CSV, SI, out and in."""

import csv
import datetime
import io
import uuid
from typing import Any

from pydantic import Field

from wobbly_fin.formats.base import Document, Number
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening

FORMAT, VERSION = "wobbly-fin-flights", 1
MOST_FLIGHTS = 5000
COLUMNS = (
    "id", "flown_on", "rocket", "motor", "delay_s", "field", "opening", "landing", "forecast_apogee_m", "apogee_m", "apogee_sd_m",
    "max_speed_m_s", "real_delay_s", "landing_x_m", "landing_y_m", "batch", "cost", "remarks",
)  # fmt: skip


class FlightRow(Document):
    """One flight. On the way in only what somebody could have written down counts; forecasts are made anew."""

    id: uuid.UUID | None = None
    flown_on: datetime.date
    rocket: str = Field(max_length=80)
    motor: str = Field(max_length=200)
    delay_s: Number | None = None
    field: str = Field(default="", max_length=80)
    opening: Opening
    landing: Landing
    forecast_apogee_m: Number | None = None
    apogee_m: Number | None = None
    apogee_sd_m: Number | None = None
    max_speed_m_s: Number | None = None
    real_delay_s: Number | None = None
    landing_x_m: Number | None = None
    landing_y_m: Number | None = None
    batch: str = Field(default="", max_length=40)
    cost: Number | None = None
    remarks: str = Field(default="", max_length=4000)


class FlightsFile(Document):
    """A versioned list of flights."""

    format: str = FORMAT
    version: int = VERSION
    flights: list[FlightRow] = Field(max_length=MOST_FLIGHTS)


def flights_csv(rows: list[FlightRow]) -> str:
    """A header and a line a flight."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(COLUMNS)
    for row in rows:
        told = row.model_dump(mode="json")
        writer.writerow([_cell(told[name]) for name in COLUMNS])
    return out.getvalue()


def read_flights(data: bytes) -> list[FlightRow]:
    """Flights out of JSON or CSV, whichever it is.

    Raises
    ------
    RocketryError
        With ``file`` or ``line N`` where it is neither.
    ValidationError
        Naming the field at fault.
    """
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        raise RocketryError("file", "is not UTF-8 text") from None
    if text.lstrip().startswith("{"):
        found = FlightsFile.model_validate_json(text)
        if found.format != FORMAT or found.version != VERSION:
            raise RocketryError(
                "file", f"is {found.format[:40]!r}, version {found.version}; this reads {FORMAT!r}, version {VERSION}"
            )
        return found.flights
    reader = csv.DictReader(io.StringIO(text))
    rows: list[FlightRow] = []
    try:
        missing = {"flown_on", "rocket", "motor", "opening", "landing"} - set(reader.fieldnames or ())
        if missing:
            raise RocketryError("file", f"has no column {', '.join(sorted(missing))}; save flights as CSV here to see the layout")
        for line in reader:
            if len(rows) >= MOST_FLIGHTS:
                raise RocketryError("file", f"has more than {MOST_FLIGHTS} flights")
            rows.append(_row(line, reader.line_num))
    except csv.Error as error:
        raise RocketryError(f"line {reader.line_num}", f"is no CSV ({error})") from error
    return rows


def _row(line: dict[str | Any, str | Any], number: int) -> FlightRow:
    told: dict[str, Any] = {}
    for name, text in line.items():
        if name not in COLUMNS or not isinstance(text, str) or not text.strip():
            continue
        clean = text.strip()
        if clean[0] == "'" and clean[1:].startswith(_FORMULA):
            clean = clean[1:]
        if name.endswith(("_m", "_s", "cost")):
            try:
                told[name] = float(clean)
            except ValueError:
                raise RocketryError(f"line {number}", f"{name} {clean[:20]!r} is no number") from None
        else:
            told[name] = clean
    return FlightRow.model_validate(told)


# What spreadsheets take for the beginning of a formula, the signs that look like it too: some fold them into one.
_FORMULA = tuple("=+-@\t\r＝＋－＠−﹦﹢﹣﹫")


def _cell(value: Any) -> Any:
    """A leading apostrophe keeps a spreadsheet from running a remark as a formula."""
    if isinstance(value, str) and value.startswith(_FORMULA):
        return f"'{value}"
    return "" if value is None else value
