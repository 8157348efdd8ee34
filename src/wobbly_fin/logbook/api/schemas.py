"""What the logbook API takes and gives."""

import datetime
import uuid
from typing import Any

from wobbly_fin.hangar.api.schemas import EventOut
from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening
from wobbly_fin.site.schema import Schema, Versioned


class FlightIn(Schema):
    """A flight as told. `height` is text in any unit; empty when nobody measured it."""

    rocket_id: uuid.UUID
    motor_key: str
    delay_s: float | None = None
    flown_on: datetime.date
    opening: Opening
    landing: Landing
    height: str = ""
    remarks: str = ""
    batch: str = ""


class LoggedOut(Versioned):
    """One line of the logbook."""

    id: uuid.UUID
    rocket_id: uuid.UUID
    rocket_name: str
    flown_on: datetime.date
    label: str
    delay_s: float | None
    opening: str
    landing: str
    success: bool
    apogee_m: float | None
    forecast_apogee_m: float | None
    off_fraction: float | None
    off_within_reading: bool | None
    remarks: str
    field_name: str
    batch: str = ""
    has_log: bool = False
    has_review: bool = False
    said: dict[str, str]


class TotalsOut(Schema):
    """Sums over the flights listed."""

    flights: int
    successes: int
    said: dict[str, str]


class RecordOut(Schema):
    """A record among the flights listed, and which flight set it."""

    kind: str
    words: str
    said: str
    flight_id: uuid.UUID
    rocket: str


class SeasonMarkOut(Schema):
    """A flight as a mark on the season's line."""

    id: uuid.UUID
    flown_on: datetime.date
    rocket_name: str
    label: str
    success: bool
    has_log: bool
    said: str


class LogbookOut(Schema):
    """Flights, newest first: one page of lines, and the sums, records and marks of all. `first` numbers the first line, from 1."""

    flights: list[LoggedOut]
    totals: TotalsOut
    records: list[RecordOut]
    years: list[int]
    season: list[SeasonMarkOut]
    page: int
    pages: int
    first: int


class FlownOut(Schema):
    """One flight with its frozen forecast, its path, and forecast against fact."""

    flight: LoggedOut
    typed: dict[str, str]
    sentences: list[str]
    forecast: dict[str, Any]
    said_forecast: dict[str, str]
    conditions: str
    motor_key: str | None
    changed_since: list[str]
    core_version: str
    time_s: list[float]
    altitude_m: list[float]
    speed_m_s: list[float]
    events: list[EventOut]


class ChoicesOut(Schema):
    """What can be said of opening and landing, in words."""

    openings: dict[str, str]
    landings: dict[str, str]
