"""Shapes of today's conditions."""

import uuid
from typing import Literal

from wobbly_fin.site.schema import Schema


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
