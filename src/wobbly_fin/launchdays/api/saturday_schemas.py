"""What the question of a day takes and gives: which of my motors for which of my rockets?"""

import uuid
from typing import Annotated

from pydantic import Field

from wobbly_fin.site.schema import Schema


class GridCellOut(Schema):
    """A rocket on one motor and delay. `hours`: its verdict at each place of the day; `here`: it lies in the box."""

    load: str
    delay_s: float | None
    name: str
    label: str
    height: str
    verdict: str
    why: str
    hours: list[str]
    here: bool
    practice: bool
    cost: float | None


class GridRowOut(Schema):
    """A rocket on every motor that fits; `why`: there is none, or it cannot be asked."""

    rocket_id: uuid.UUID
    rocket: str
    cells: list[GridCellOut]
    why: str


class TriedIn(Schema):
    rocket_id: uuid.UUID
    load: Annotated[str, Field(max_length=200)]


class ProposalIn(Schema):
    """Which rockets, and what their owner would like. `cost_most` as typed."""

    rockets: Annotated[list[uuid.UUID], Field(max_length=40)]
    tried: Annotated[list[TriedIn], Field(max_length=40)] = []
    saved: Annotated[list[Annotated[str, Field(max_length=200)]], Field(max_length=200)] = []
    cost_most: str = ""
    most_each: Annotated[int, Field(ge=1, le=4)] = 1


class ProposedFlightOut(Schema):
    """One flight proposed; `told_hour` as the manifest takes it."""

    rocket_id: uuid.UUID
    rocket: str
    load: str
    label: str
    delay_s: float | None
    told_hour: str
    verdict: str
    height: str


class LeftOutOut(Schema):
    """A rocket that stays at home, and why; `buy`: what would let it fly."""

    rocket_id: uuid.UUID
    rocket: str
    say: str
    buy: str


class ProposalOut(Schema):
    """The best day from the box."""

    headline: str
    flights: list[ProposedFlightOut]
    left_out: list[LeftOutOut]
    places: list[str]
    proven: bool
