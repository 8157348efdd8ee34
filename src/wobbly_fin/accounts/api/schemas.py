"""What the accounts API takes and gives."""

import uuid
from typing import Literal

from wobbly_fin.site.schema import Schema


class UnitsIn(Schema):
    system: Literal["metric", "imperial"] = "metric"
    exceptions: dict[str, str] = {}


class SessionOut(Schema):
    """Who is signed in, if anybody, and how they like things."""

    username: str | None
    demo: bool
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


class PasswordIn(Schema):
    """The password of now, and the one from now on."""

    old: str
    new: str


class FlyerIn(Schema):
    """Certification level, 0 … 3, and age as typed; neither: not told, and nothing is judged by it."""

    level: int | None = None
    age: str = ""


class PreferencesIn(Schema):
    """What to change. Limits are texts in any unit: one left out stays, an empty one goes back to its default."""

    units: UnitsIn | None = None
    theme: str | None = None
    limits: dict[str, str] | None = None
    workshop: dict[str, str] | None = None
    flyer: FlyerIn | None = None


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


class HourIn(Schema):
    """The wind at an hour of the day, as typed."""

    hour: float
    wind: str
    wind_from: str


class AloftIn(Schema):
    """The wind at a height above the pad, as typed."""

    height: str
    wind: str
    wind_from: str


class ConditionsIn(Schema):
    """Texts as typed: temperature, wind, wind_from, rod_length, rod_tilt, rod_towards; an empty one takes the figure back.

    Where `hour` and `hours` are told, the wind is that of the hour; where `aloft` is, it is used from its lowest height up.
    """

    field_id: uuid.UUID | None = None
    typed: dict[str, str] = {}
    gustiness: Literal["calm", "breezy", "gusty"] = "calm"
    hour: float | None = None
    hours: list[HourIn] = []
    aloft: list[AloftIn] = []


class WindNowOut(Schema):
    """The wind in force as a figure: where it comes from, how fast, and at which height."""

    speed_m_s: float
    from_deg: float
    from_point: str
    height_m: float
    said: str


class ConditionsOut(Schema):
    field_id: uuid.UUID | None
    field_name: str | None
    typed: dict[str, str]
    gustiness: str
    hour: float | None
    hours: list[HourIn]
    hours_wind: list[WindNowOut]
    aloft: list[AloftIn]
    wind: WindNowOut
    said: dict[str, str]
    sentence: str
    caution: str | None


class ReadIn(Schema):
    """A quantity as typed."""

    text: str
    quantity: str


class ReadOut(Schema):
    """The same in SI and said back."""

    si: float
    said: str
    assumed: bool
