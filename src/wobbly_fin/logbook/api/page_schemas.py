"""What a flight's page shows beyond its line in the log."""

import uuid
from typing import Any

from wobbly_fin.logbook.api.schemas import FlownOut
from wobbly_fin.site.schema import Schema


class MomentOut(Schema):
    """A moment found in a log, in seconds from launch."""

    code: str
    words: str
    time_s: float
    sd_s: float
    altitude_m: float
    said: str
    shown_by: str


class CurveOut(Schema):
    """A measured path from launch: smoothed, thinned for drawing; what the file itself says beside it; the whole flight fitted to it.

    `off_fit_m`: how far each height the file says lies above the fit; `off_by` how far that is for two in three, in words.
    """

    time_s: list[float]
    height_m: list[float]
    speed_m_s: list[float]
    acceleration_m_s2: list[float]
    raw_time_s: list[float]
    raw_height_m: list[float]
    fit_height_m: list[float]
    off_fit_m: list[float]
    off_by: str
    moments: list[MomentOut]


class ReadoutOut(Schema):
    """One read-out: as typed, as the log says and how surely, as forecast."""

    name: str
    label: str
    typed: str
    measured: str
    sureness: str
    forecast: str


class LogColumnOut(Schema):
    """A column of a log, what it was taken for and why; with the units it could be in."""

    number: int
    name: str
    meaning: str
    unit: str
    said: str
    units: list[str]


class ToldColumnIO(Schema):
    """What somebody says of a column: what it is, and in which unit; empty where it says so itself."""

    number: int
    meaning: str
    unit: str = ""


class ReadingIO(Schema):
    """What is said of a log's columns and moments; moments in seconds from launch."""

    columns: list[ToldColumnIO] = []
    number: int = 0
    placed: dict[str, float] = {}

    def told_columns(self) -> list[dict[str, Any]]:
        """As they are kept."""
        return [c.model_dump() for c in self.columns]


class LogOut(Schema):
    """A log's file: what was found in it."""

    id: uuid.UUID | None
    name: str
    simulated: bool
    number: int
    flights: int
    rate_hz: float
    columns: list[LogColumnOut]
    notes: list[str]
    curve: CurveOut | None
    readouts: list[ReadoutOut]
    reading: ReadingIO  # what was said of a kept log’s columns and moments


class TrackingOut(Schema):
    """Sightings as typed, what they come to, and where it stood over the ground: along and across the baseline. [m]"""

    baseline: str
    stations: list[dict[str, str]]
    fall: str
    baseline_m: float | None
    azimuths_deg: list[float | None]
    elevations_deg: list[float]
    heights_m: list[float]
    ground: list[float]
    accepted: bool
    sentences: list[str]


class LandedOut(Schema):
    """Where it lay and where it was forecast, from the pad, on the field's outline of that day. [m]"""

    x_m: float | None
    y_m: float | None
    forecast_x_m: float | None
    forecast_y_m: float | None
    outline: list[list[float]]
    said: str


class FlightPhotoOut(Schema):
    """A photo."""

    id: uuid.UUID
    title: str
    url: str
    width: int
    height: int


class PieceOut(Schema):
    """What came of an upload so far, in bytes; `done`: all of it, and it is kept."""

    kept: int
    done: bool


class LearntOut(Schema):
    """What this rocket's flights taught."""

    flights: int
    cd_factor: float
    cd_low: float
    cd_high: float
    sentences: list[str]


class FlightPageOut(FlownOut):
    """A flight whole, with everything it was measured with."""

    batch: str
    cost: float | None
    certification: int | None
    best: list[str]
    questions: list[str]
    logs: list[LogOut]
    curve: CurveOut | None
    readouts: list[ReadoutOut]
    tracking: TrackingOut
    landed: LandedOut
    photos: list[FlightPhotoOut]
    learnt: LearntOut
    review: dict[str, Any] | None


class ReadoutsIn(Schema):
    """Read-outs as typed, by name."""

    typed: dict[str, str]


class TrackingIn(Schema):
    """Sightings and seconds of fall as typed."""

    baseline: str = ""
    stations: list[dict[str, str]] = []
    fall: str = ""


class LandedIn(Schema):
    """Where it lay, east and north of the pad; both None: not known. [m]"""

    x_m: float | None = None
    y_m: float | None = None


class CertificationIn(Schema):
    """For which level it was flown; None: for none."""

    level: int | None = None


class AltimeterIn(Schema):
    """What was pressed on the simulated altimeter since it was taken in hand: press, hold, fly."""

    acts: list[str]


class AltimeterOut(Schema):
    """What the simulated altimeter shows."""

    screen: str
    shown: str
    readouts: list[list[str]]
    can_send: bool
    says: str
