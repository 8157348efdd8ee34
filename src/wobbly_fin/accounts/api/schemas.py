"""What the accounts API takes and gives."""

import uuid
from typing import Literal

from ninja import Schema


class UnitsIn(Schema):
    system: Literal["metric", "imperial"] = "metric"
    exceptions: dict[str, str] = {}


class SessionOut(Schema):
    """Who is signed in, if anybody, and how they like things."""

    username: str | None
    demo: bool
    theme: str = "bench"
    units: UnitsIn = UnitsIn()


class SignInIn(Schema):
    username: str
    password: str


class PreferencesIn(Schema):
    """What to change. Limits are texts in any unit; one left out goes back to its default."""

    units: UnitsIn | None = None
    theme: str | None = None
    limits: dict[str, str] | None = None
    workshop: dict[str, str] | None = None


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


class ConditionsIn(Schema):
    """Texts as typed: temperature, wind, rod_length; an empty one takes the figure back."""

    field_id: uuid.UUID | None = None
    typed: dict[str, str] = {}


class ConditionsOut(Schema):
    field_id: uuid.UUID | None
    field_name: str | None
    typed: dict[str, str]
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
