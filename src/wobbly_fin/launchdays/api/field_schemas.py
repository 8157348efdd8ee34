"""What a phone at the field takes and tells: lists, holds, drills, readings, events, calls."""

import datetime
import uuid
from typing import Annotated, Any

from pydantic import Field, StringConstraints

from wobbly_fin.launchdays.api.schemas import DayChoiceOut, DayPlanOut, ManifestLineOut, Typed
from wobbly_fin.rocketry.launchday.judge import Verdict
from wobbly_fin.site.schema import Schema


class ChecklistItemOut(Schema):
    """A line of a checklist.

    `reopened`: why a tick of it counts no longer; `dispute`: two phones differ; `on`: what it hangs on, as it is now, for a tick to carry;
    `asks`: it goes when it is answered; `act`: what cannot be done while a hold before it is open; `overridden`: by whom, and why.
    """

    key: str
    stage: str
    stage_name: str
    text: str
    why: str
    good: str
    hazard: str
    hold: bool
    never: bool
    asks: bool
    act: str
    picture: str
    below_c: float | None
    on: dict[str, str]
    hangs: str
    ticked: bool
    reopened: str
    overridden: str
    dispute: str


class DrillStepOut(Schema):
    """One thing to do; nobody goes on before `wait_s` has passed."""

    text: str
    hazard: str
    wait_s: float


class DrillOut(Schema):
    """What to do when something goes wrong."""

    key: str
    name: str
    steps: list[DrillStepOut]


class ChecklistOut(Schema):
    """One flight's list."""

    line: uuid.UUID
    rocket: str
    label: str
    items: list[ChecklistItemOut]


class DayEventIn(Schema):
    """Something that happened, as a phone tells it."""

    id: uuid.UUID
    kind: Typed
    at: datetime.datetime
    line: uuid.UUID | None = None
    item: Typed = ""
    text: Annotated[str, StringConstraints(max_length=600)] = ""
    facts: Annotated[dict[str, Any], Field(max_length=20)] = {}


class DayEventsIn(Schema):
    """Events kept on a phone, sent when it can; `sent_at` is what its clock says now."""

    sent_at: datetime.datetime
    device: Typed = ""
    events: Annotated[list[DayEventIn], Field(max_length=500)]


class DayEventRefusedOut(Schema):
    """One that could not be kept."""

    id: uuid.UUID
    message: str


class DayEventsOut(Schema):
    """What became of them."""

    kept: list[uuid.UUID]
    refused: list[DayEventRefusedOut]
    clock: str


class SearchOut(Schema):
    """Where to look for one that got away, from the pad: a sector with its distances said, and some landings of the cloud it is of. [m], [°]"""

    say: str
    near_m: float
    far_m: float
    near: str
    far: str
    from_deg: float
    width_deg: float
    landings: list[list[float]]


class PackedLineOut(Schema):
    """A flight for a phone without a network: its list, and its verdicts over wind speed × direction (rows are speeds)."""

    line: ManifestLineOut
    checklist: ChecklistOut
    search: SearchOut | None  # null: never off the pad, or too few landings to say
    turnaround: list[str]
    drills: list[DrillOut]
    carry: list[str]
    pad: str
    flight: uuid.UUID | None  # as it stands in the logbook, once it was told
    grid: list[list[Verdict]]


class WindStepOut(Schema):
    """A wind one can read, in the owner's own unit."""

    m_s: float
    said: str


class AlertOut(Schema):
    """A heads-up, by whom."""

    id: uuid.UUID
    who: str
    at: datetime.datetime


class AlertsOut(Schema):
    """What was called lately; ask next from `now` on."""

    now: datetime.datetime
    alerts: list[AlertOut]


class FlightHoldsOut(Schema):
    """Of a flight: holds overridden before it, and all that stood against it when it was told."""

    overrides: list[str]
    open: list[str]


class WarmthStepOut(Schema):
    """A warmth one can read, in the owner's own unit."""

    c: float
    said: str


class ReadingOut(Schema):
    """Wind and warmth as last read on site, by whichever phone."""

    m_s: float
    from_deg: float
    c: float | None
    at: datetime.datetime


class FieldPackOut(Schema):
    """Everything a phone wants at the field. `known`: which of the asking phone's own events are in it."""

    plan: DayPlanOut
    lines: list[PackedLineOut]
    speeds_m_s: list[float]
    from_deg: list[float]
    winds: list[WindStepOut]
    warmths: list[WarmthStepOut]
    reading: ReadingOut | None
    grid_c: float
    wind_holds_s: float
    bars: dict[str, str]
    weather_reopens: str
    took_on: str  # with {by} and {why}
    known: list[uuid.UUID]
    openings: list[DayChoiceOut]
    landings: list[DayChoiceOut]
    misfire_wait_s: float
    packed_at: datetime.datetime
