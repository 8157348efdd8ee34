"""What the hangar API takes and gives."""

import datetime
import uuid
from typing import Any

from pydantic import RootModel

from wobbly_fin.site.schema import Schema


class OptionOut(Schema):
    """One of several."""

    key: str
    label: str


class PaintDrawnOut(Schema):
    """A part's colours as they are drawn."""

    base: str
    second: str
    pattern: str
    count: int
    lettering: str


class DrawnOut(Schema):
    """A part to be drawn; lines are [x, y] pairs from the nose tip and the axis. [m]"""

    id: uuid.UUID
    type: str
    name: str
    stage: int
    parent: uuid.UUID | None
    host: uuid.UUID | None
    edge: str | None
    fore_m: float
    aft_m: float
    hatch: str | None
    profile: list[list[float]]
    bore: list[list[float]]
    stub: list[list[float]]
    across: list[float]
    angles_deg: list[float]
    sizes: dict[str, float]
    paint: PaintDrawnOut | None = None


class RocketOut(Schema):
    """A rocket with its figures said, and what it waits for."""

    id: uuid.UUID
    revision: int
    document: dict[str, Any]
    name: str
    quick: bool
    stages: int
    drawn: list[DrawnOut]
    diameter_m: float
    length_m: float
    length_known: bool
    said: dict[str, str]
    waits_for: str
    waits_code: str
    flights: int
    flown_last: datetime.date | None
    can_undo: bool
    can_redo: bool


class DraftIn(Schema):
    """Texts by box: name, mass, diameter, length, mount_diameter, mount_length, cd, canopy_kind, canopy_diameter, spill_hole,
    rod_length, printed_motors, remarks.
    """

    typed: dict[str, str]
    rocket_id: uuid.UUID | None = None


class QuestionOut(Schema):
    """A figure nobody is likely to mean, with one that would make sense, as text to put into the box."""

    field: str
    sentence: str
    suggestion: str | None


class RocketDraftOut(Schema):
    """A form read so far. `document` is there once nothing is wrong or missing."""

    si: dict[str, float]
    said: dict[str, str]
    errors: dict[str, str]
    missing: dict[str, str]
    questions: list[QuestionOut]
    document: dict[str, Any] | None


class TestOut(Schema):
    """One test of the verdict."""

    name: str
    state: str
    passed: bool | None
    value: float | str | None
    limit: float | str | None
    unit: str
    margin: float | None
    reason: str


class UntoldOut(Schema):
    """Something that would decide what is not known; `at`: the station or page where it is told."""

    name: str
    say: str
    at: str


class OpensOut(Schema):
    """What lets one device out, or why nothing does."""

    event: str
    works: bool
    say: str


class ReadinessOut(Schema):
    """May it fly, loaded so, here, today: one verdict, the test that decides, its nearest change, what is not known."""

    verdict: str
    label: str
    say: str
    decides: str
    decides_at: str
    change: str
    needs: list[UntoldOut]
    opens: list[OpensOut]
    figures: dict[str, float | None]
    said: dict[str, str]


class BuiltIn(Schema):
    """Whether a rocket is built, as its owner says; null: takes it back."""

    built: bool | None


class DelayOut(Schema):
    """One motor with one delay: verdict, tests, and where the canopy opens."""

    label: str
    delay_s: float | None
    verdict: str
    margin: float
    tests: list[TestOut]
    why_not: str | None
    after_apogee_s: float | None
    ejection_speed_m_s: float | None
    shorten_s: float
    here: bool  # all it burns lies in the box


class MotorVerdictOut(Schema):
    """One motor in this rocket: its best delay first in `delays`, and what the flight comes to."""

    key: str
    name: str
    maker: str
    impulse_class: str
    case: str | None
    propellant: str | None
    kind: str
    average_thrust_n: float
    thrust: list[list[float]]
    verdict: str
    apogee_m: float | None
    optimum_delay_s: float | None
    said: dict[str, str]
    delays: list[DelayOut]
    boosters: list[str]
    in_box: int
    own: bool  # the person's own; else invented, or what is usual of its class
    practice: bool
    cost: float | None
    compare: dict[str, str]


class RungOut(Schema):
    """One class on the ladder."""

    impulse_class: str
    motors: int
    good: int
    verdict: str
    apogee_m: list[float] | None
    said: dict[str, str]


class PrintedOut(Schema):
    """A motor the kit's box names, held against today's best; `unknown`: it is not among the person's motors yet."""

    label: str
    say: str
    unknown: bool


class BoardOut(Schema):
    """Which motor and which delay, here, today, and why not the others."""

    headline: str
    conditions: str
    caution: str | None
    ladder: list[RungOut]
    motors: list[MotorVerdictOut]
    not_fitting: int
    empty: str | None
    thumb: str | None
    printed: list[PrintedOut]
    mount_mm: float
    usual: bool  # no motor of the person's own fits: these are what is usual of each class
    practice: bool  # what leads is invented, to practise with
    drag_note: str
    wind_note: str | None
    shorten: str | None
    ground_name: str | None
    flying: str
    learnt: list[str]
    lessons: list[str]


class EventOut(Schema):
    """One event of a flight on both clocks."""

    code: str
    time_s: float
    since_burnout_s: float
    altitude_m: float
    words: str


class FeatureOut(Schema):
    """Something on the field."""

    kind: str
    name: str
    points: list[list[float]]


class GroundOut(Schema):
    """The field's outline and what lies on it, metres east and north of the pad."""

    name: str
    outline: list[list[float]]
    features: list[FeatureOut]


class FlightOut(Schema):
    """One flight with its path. Samples are parallel lists; `wind` is rows of height, east and north."""

    label: str
    delay_s: float | None
    verdict: str
    tests: list[TestOut]
    lifted: bool
    figures: dict[str, Any]
    said: dict[str, str]
    events: list[EventOut]
    time_s: list[float]
    altitude_m: list[float]
    speed_m_s: list[float]
    acceleration_m_s2: list[float]
    x_m: list[float]
    y_m: list[float]
    axis: list[list[float]]
    rigid: bool
    length_m: float
    wind: list[list[float]]
    ground: GroundOut | None
    notes: list[str]
    delay_sentence: str
    height_band_m: list[float] | None
    height_band: str | None  # what leaves it open, as a sentence
    learnt_band: str | None


class RocketFileIn(RootModel[dict[str, Any]]):
    """A rocket file, see docs/formats/rocket-file.schema.json."""
