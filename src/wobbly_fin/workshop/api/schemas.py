"""What the workshop says."""

import uuid
from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.site.schema import Schema

Short = Annotated[str, StringConstraints(max_length=120)]
Typed = Annotated[str, StringConstraints(max_length=80)]


class ChoiceOut(Schema):
    """One of several."""

    key: str
    label: str


class ReasonOut(Schema):
    """A step that comes first, and why."""

    key: str
    title: str
    because: str
    done: bool


class WeighInOut(Schema):
    """What goes on the scale, what it should show, and what it showed."""

    what: str
    expected: str
    said: str = ""
    drift: str = ""
    news: bool = False
    ballast: str = ""
    ballast_in: bool = False


class PhotoOut(Schema):
    """A photo; its picture is at /api/workshop/photos/…"""

    id: uuid.UUID
    step: str
    title: str
    at: datetime
    width: int
    height: int


class BuildStepOut(Schema):
    """A step with its place in time. `state`: done, curing, urgent, ready, waiting, cold."""

    key: str
    title: str
    assembly: str
    state: str
    hands_on: str
    lines: list[str]
    glue: list[str]
    cold: str
    tools: list[str]
    materials: list[str]
    caution: str
    inspect: str
    work: str
    after: list[ReasonOut]
    before: list[ReasonOut]  # steps that would make it impossible: why it is done now
    closes: list[ReasonOut]  # what cannot be done any more after it
    stands: bool  # whether the section shows what it does
    weigh_in: WeighInOut | None
    template: str
    pictured: bool
    without: str
    needed: bool
    own: bool
    begins: datetime | None
    begins_said: str
    holds_at: datetime | None
    until: datetime | None
    slack: str
    decides: bool
    started_at: datetime | None
    done_at: datetime | None
    changed: str = ""  # what it asks for now and did not when it was done
    spent: str
    remarks: list[str]
    photos: list[uuid.UUID]


class ProblemOut(Schema):
    """What no order of steps can mend; `part` is the one to change at Shape."""

    code: str
    part: uuid.UUID
    reason: str
    change: str


class SlotOut(Schema):
    """A step on a day."""

    key: str
    title: str
    clock: str
    minutes: int


class DayOut(Schema):
    """A day of the plan's calendar."""

    date: str
    said: str
    weekday: int
    free: list[str]
    exception: bool
    slots: list[SlotOut]
    finish: bool
    launch: bool


class ChangeOut(Schema):
    """A change its owner made."""

    number: int
    said: str


class HoursOut(Schema):
    """Free hours as told. `told` false: nobody has, the usual ones are assumed."""

    weekly: list[str]
    exceptions: dict[str, str]
    zone: str
    told: bool


class BuildOut(Schema):
    """A build."""

    id: uuid.UUID
    kind: str
    damage: str
    begun: datetime
    deadline: str
    schools: dict[str, Any]


class OptionsOut(Schema):
    """What can be chosen."""

    inside: list[ChoiceOut]
    jig: list[ChoiceOut]
    origin: list[ChoiceOut]
    spacing: list[ChoiceOut]
    lines: list[ChoiceOut]
    glues: list[ChoiceOut]
    damages: list[ChoiceOut]


class StationOut(Schema):
    """The Build station. Without a build: what one would come to."""

    rocket_id: uuid.UUID
    build: BuildOut | None
    quick: bool
    headline: str
    latest: str
    verdict: Literal["good", "late", "open", "done"]
    problems: list[ProblemOut] = []
    remarks: list[str]
    rescue: list[str]
    chain: list[str]
    steps: list[BuildStepOut]
    now: list[str]
    curing: list[str]
    next: list[str]
    days: list[DayOut]
    hours: HoursOut
    options: OptionsOut
    changes: list[ChangeOut]
    photos: list[PhotoOut]
    pace: str
    left: str
    done_count: int
    weigh_ins: list[WeighInOut]
    booked: bool
    today: date


class BeginIn(Schema):
    """Begin a build or a repair."""

    kind: Literal["build", "repair"] = "build"
    damage: Short = ""


class SchoolsIn(Schema):
    """Some boxes of how it is built; others stay."""

    told: Annotated[dict[str, bool | Typed | None], Field(max_length=12)]


class DeadlineIn(Schema):
    """The launch it is built for, on the builder's clocks; empty: none."""

    text: Short
    zone: Short = ""


class HoursIn(Schema):
    """Free hours: the whole week, single days (null takes a day back to its week), the zone."""

    weekly: Annotated[list[Typed], Field(max_length=7)] | None = None
    exceptions: Annotated[dict[Short, Typed | None], Field(max_length=60)] | None = None
    zone: Short | None = None


class PlanChangeIn(Schema):
    """A step added, dropped or put after others. Times as typed, in minutes where bare."""

    kind: Literal["add", "drop", "move"]
    key: Short
    title: Short = ""
    hands_on: Typed = ""
    cure: Typed = ""
    after: Annotated[list[Short], Field(max_length=20)] = []
    before: Annotated[list[Short], Field(max_length=20)] = []
    note: Annotated[str, StringConstraints(max_length=300)] = ""


class EventIn(Schema):
    """Something that happened at a step."""

    kind: Literal["started", "done", "undone", "looked", "remark"]
    step: Short = ""
    minutes: Typed = ""
    remark: Annotated[str, StringConstraints(max_length=2100)] = ""
    with_before: bool = False


class WeighingIn(Schema):
    """What the scale says."""

    step: Short
    text: Typed


class BallastIn(Schema):
    """The weigh-in that asks for ballast, and the new part's key."""

    step: Short
    part: uuid.UUID


class ScaleReadingOut(Schema):
    """What the simulated scale shows."""

    shown: str
    over: bool


class FitsOut(Schema):
    """What can be done in the time there is, one after another."""

    keys: list[str]
    said: str


class CutPieceOut(Schema):
    """A length on its tube. [m]"""

    name: str
    length_m: float
    said: str


class CutBarOut(Schema):
    """A tube with what is cut from it. [m]"""

    name: str
    length_m: float
    bought: bool
    cuts: int
    pieces: list[CutPieceOut]
    left_m: float
    left: str
    kept: bool


class CutGroupOut(Schema):
    """One kind of tube."""

    name: str
    bars: list[CutBarOut]
    sentences: list[str]
    proven: bool


class SheetNestOut(Schema):
    """Fins on sheets, drawn. [m]"""

    name: str
    said: str
    own: bool


class NeedOut(Schema):
    """A line of the shopping list."""

    what: str
    wanted: str
    have: str
    buy: str


class MaterialsOut(Schema):
    """Cut list, sheets, shopping list."""

    cuts: list[CutGroupOut]
    nests: list[SheetNestOut]
    needs: list[NeedOut]
    booked: bool


class ClockOut(Schema):
    """A cure that runs."""

    title: str
    until: datetime


class BenchOut(Schema):
    """A rocket at the bench, as the hangar shows it."""

    rocket_id: uuid.UUID
    headline: str
    next: str
    curing: list[ClockOut]
    done: int
    steps: int
