"""What the accounts API takes and gives."""

import datetime
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.site.schema import Schema


class UnitsIn(Schema):
    system: Literal["metric", "imperial"] = "metric"
    exceptions: dict[str, str] = {}


class SessionOut(Schema):
    """Who is signed in, if anybody, and how they like things."""

    username: str | None
    demo: bool
    by_link: bool = False  # that person comes in by a link printed at start
    local: bool = False  # the server was started for one person at this machine
    officer: bool = False  # a range officer of the club
    has_password: bool = False  # the one person of a machine has none
    theme: str = "bench"
    units: UnitsIn = UnitsIn()


class TermsOut(Schema):
    """What figures are, by term; and the terms of words that sentences call them by."""

    terms: dict[str, str]
    words: dict[str, str]


class SignInIn(Schema):
    username: str
    password: str


class TraceOut(Schema):
    """A line of what happened to an account, in words; of a visit that is still open its key, and whether it is this one."""

    at: datetime.datetime
    said: str
    visit: str | None = None
    here: bool = False


class TracesOut(Schema):
    """The latest first; and visits still open."""

    traces: list[TraceOut]
    visits: list[TraceOut]


class PasswordIn(Schema):
    """The password of now, and the one from now on."""

    old: str
    new: str


class FlyerIn(Schema):
    """Certification level, 0 … 3, and age as typed; neither: not told, and nothing is judged by it."""

    level: int | None = None
    age: str = ""


class OwnLineIn(Schema):
    """A line of one's own in every checklist."""

    stage: Annotated[str, StringConstraints(max_length=20)]
    text: Annotated[str, StringConstraints(max_length=400)]
    hold: bool = False


class PreferencesIn(Schema):
    """What to change. Limits are texts in any unit: one left out stays, an empty one goes back to its default."""

    units: UnitsIn | None = None
    theme: str | None = None
    limits: dict[str, str] | None = None
    workshop: dict[str, str] | None = None
    flyer: FlyerIn | None = None
    practice: bool | None = None
    checklist: Annotated[list[OwnLineIn], Field(max_length=100)] | None = None


class LimitOut(Schema):
    """One limit: what is in force, what is the default and where that comes from."""

    key: str
    title: str
    value: float
    default: float
    said: str
    said_default: str
    source: str


class PreferencesOut(Schema):
    units: UnitsIn
    theme: str
    limits: list[LimitOut]
    workshop: dict[str, str]
    flyer: FlyerIn
    checklist: list[OwnLineIn]
    stages: dict[str, str]  # of a checklist, in which one's own lines may stand
    practice: bool  # whether invented motors and parts stand on the shelf


class ReadIn(Schema):
    """A quantity as typed."""

    text: str
    quantity: str


class ReadOut(Schema):
    """The same in SI and said back."""

    si: float
    said: str
    assumed: bool
