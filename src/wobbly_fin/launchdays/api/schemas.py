"""What a launch day's API takes and says."""

import datetime
import uuid
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.hangar.api.schemas import UntoldOut
from wobbly_fin.site.schema import Schema, Versioned

Typed = Annotated[str, StringConstraints(max_length=80)]
Verdict = Literal["go", "go_with", "open", "no_go"]


class DayChoiceOut(Schema):
    """One of several."""

    key: str
    label: str


class LaunchDayIn(Schema):
    """A day: hours as typed; the club's rules over the code's as `own_rules` in SI or `own_typed` as text, left out they stay."""

    name: Typed
    day: datetime.date
    field_id: uuid.UUID | None = None
    opens: Typed = "10:00"
    closes: Typed = "16:00"
    code: Typed = "published"
    school: Typed = "recovery_first"
    igniter_at: Typed = "pad"
    arming: Typed = "before_igniter"
    own_rules: dict[str, Any] | None = None
    own_typed: Annotated[dict[str, Annotated[str, StringConstraints(max_length=400)]], Field(max_length=20)] | None = None


class LaunchDayOut(Schema):
    """A day in the list."""

    id: uuid.UUID
    name: str
    day: datetime.date
    field: str
    flights: int
    told: int


class CodeTakenOut(Schema):
    """What rules taken in say otherwise than the shipped ones they begin from."""

    differs: list[str]


class ManifestLineIn(Schema):
    """A flight on the manifest; `told_hour` as typed, empty: the day decides."""

    rocket_id: uuid.UUID
    motor_key: Annotated[str, StringConstraints(max_length=200)]
    delay_s: float | None = None
    tilt_deg: float = 0.0
    told_hour: Typed = ""


class RulingReasonOut(Schema):
    """A reason; `fails`: it keeps it on the ground."""

    say: str
    fails: bool
    open: bool = False


class ManifestLineOut(Schema):
    """A flight judged in its hour. Positions east and north of the pad. [m]"""

    id: uuid.UUID
    rocket_id: uuid.UUID
    rocket: str
    motor_key: str
    label: str
    delay_s: float | None
    tilt_deg: float
    told_hour: str
    hour: float
    at: str
    placed: bool
    verdict: Verdict
    say: str
    change: str
    change_kind: str
    change_value: float | None
    change_motor: str
    reasons: list[RulingReasonOut]
    apogee: str
    landing: list[float] | None
    where: str
    stand_off: str
    liftoff: str
    balance: str
    done: bool
    needs: list[UntoldOut]
    since: str  # what changed since its owner last saw it, and what that did


class ChangedLineOut(Schema):
    """A planned flight that came to something else since its owner last saw it."""

    rocket_id: uuid.UUID
    day_id: uuid.UUID
    day: str
    say: str


class WeatherHourOut(Schema):
    """An hour of weather."""

    hour: float
    clock: str
    wind_m_s: float
    gust_m_s: float
    from_deg: float
    wind: str
    say: str


class RangeCodeOut(Schema):
    """The range's code in force."""

    key: str
    name: str
    source: str
    wind: str


class RuleBoxOut(Schema):
    """A rule as text; `own`: the club says otherwise than the code."""

    key: str
    label: str
    text: str
    shipped: str
    own: bool


class BrokenLineOut(Schema):
    """A line that cannot even be flown, and why."""

    id: uuid.UUID
    rocket_id: uuid.UUID
    rocket: str
    say: str
    body: ManifestLineIn


class DayPlanOut(Versioned):
    """The day's board."""

    id: uuid.UUID
    name: str
    day: datetime.date
    field_id: uuid.UUID | None
    field: str
    outline: list[list[float]]
    opens: str
    closes: str
    school: str
    headline: str
    room: int
    left_out: int
    lines: list[ManifestLineOut]
    broken: list[BrokenLineOut]
    hours: list[WeatherHourOut]
    weather: str
    simulated: bool
    code: RangeCodeOut
    own_rules: dict[str, Any]
    rules: list[RuleBoxOut]
    codes: list[DayChoiceOut]
    schools: list[DayChoiceOut]
    igniter_at: str
    igniter_places: list[DayChoiceOut]
    arming: str
    armings: list[DayChoiceOut]


class LandingCloudOut(Schema):
    """Where a flight may come down, east and north of the pad [m], and where to look for it."""

    points: list[list[float]]
    look: str


class CarriedOut(Schema):
    """Something to pack."""

    key: str
    what: str
    count: int
    why: str
    lacking: int


class CarShelfOut(Schema):
    """Things of one kind."""

    name: str
    things: list[CarriedOut]


class CarOut(Schema):
    """What goes into the car, and what has to be bought first."""

    shelves: list[CarShelfOut]
    to_buy: list[str]
    cost: str


class ForecastIn(Schema):
    """A forecast in the open form somebody has as a file, or the wind as typed; both left out: the service is asked."""

    document: dict[str, Any] | None = None
    typed: dict[Literal["wind", "wind_from", "gusts", "temperature"], str] | None = None


class FiringIn(Schema):
    """A circuit: quantities as typed."""

    chemistry: Typed = "alkaline"
    cells: int = 4
    charge: float = 1.0
    lead: Typed = "5 m"
    gauge: Typed = "0.75 mm²"
    igniter: Typed = "model"
    count: int = 1
    impulse_n_s: float = 10.0


class FiringOut(Schema):
    """What it does."""

    will: Literal["lights", "may not", "does not"]
    refused: bool
    said: list[str]
    remedies: list[str]
    caution: str
    currents_a: list[float]
    battery_v: float
    lead_ohm: float
    chemistries: list[DayChoiceOut]
    igniters: list[DayChoiceOut]
    sizes: list[DayChoiceOut]  # of motors, by the most impulse of each


class RehearsalMoveIn(Schema):
    """A move at the simulated controller."""

    act: Typed
    at_s: float


class RehearsalIn(Schema):
    """A rehearsal from its beginning."""

    seed: Annotated[int, Field(ge=0, le=1_000_000)]
    moves: Annotated[list[RehearsalMoveIn], Field(max_length=300)]


class PanelOut(Schema):
    """What the controller shows; the fault only once it is over."""

    key: bool
    armed: bool
    at_pad: bool
    counting: bool
    lamp: Literal["dark", "glows", "dim"]
    said: str
    wrongs: list[str]
    flew: bool
    found: bool
    misfired: bool
    wait_s: float
    fault: str
