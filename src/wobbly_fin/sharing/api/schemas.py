"""What sharing takes and gives."""

import datetime
import uuid

from wobbly_fin.hangar.api.schemas import RocketOut
from wobbly_fin.site.schema import Schema


class ShareIn(Schema):
    """What a link leads to: one of the two."""

    rocket_id: uuid.UUID | None = None
    day_id: uuid.UUID | None = None
    days: int = 90


class ShareOut(Schema):
    """A link. `path` goes behind the address of the application."""

    id: uuid.UUID
    path: str
    what: str
    rocket_id: uuid.UUID | None
    day_id: uuid.UUID | None
    made: datetime.datetime
    expires: datetime.datetime | None


class FlightCardOut(Schema):
    """A flight as the range officer wants it before them."""

    id: uuid.UUID
    at: str
    rocket: str
    label: str
    verdict: str
    say: str
    fails: list[str]
    notes: list[str]
    liftoff: str
    apogee: str
    stand_off: str
    balance: str
    done: bool
    phase: str = ""
    pad: str = ""
    overrides: list[str] = []
    waits_for: list[str] = []
    misfired_at: datetime.datetime | None = None


class ManifestOut(Schema):
    """A flyer's day: its flights in their order."""

    id: uuid.UUID
    flyer: str
    name: str
    day: datetime.date
    field: str
    hours: str
    code: str
    weather: str
    headline: str
    cards: list[FlightCardOut]


class MotorTriedOut(Schema):
    """A motor with its best delay, as judged."""

    label: str
    maker: str
    apogee: str
    verdict: str


class SharedOut(Schema):
    """What a link leads to."""

    rocket: RocketOut | None = None
    conditions: str = ""
    motors: list[MotorTriedOut] = []
    day: ManifestOut | None = None


class RangeOut(Schema):
    """Everybody's flights of a date."""

    day: datetime.date
    manifests: list[ManifestOut]
