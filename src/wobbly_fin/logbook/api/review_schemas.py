"""What the API of reviews, teardowns and statistics takes and gives."""

import datetime
import uuid

from wobbly_fin.hangar.api.schemas import DrawnOut
from wobbly_fin.logbook.api.page_schemas import CurveOut
from wobbly_fin.site.schema import Schema, Versioned


class ChainLinkIO(Schema):
    """A link of the chain of causes."""

    key: str
    says: str
    from_keys: list[str] = []
    evidence: str = ""
    part: str = ""


class FlownPathOut(Schema):
    """A flight's height over time, counted from liftoff. [s], [m]"""

    time_s: list[float]
    altitude_m: list[float]


class ReplayFigureOut(Schema):
    """One figure: with the fault, as measured, and whether the two agree."""

    label: str
    flown: str
    measured: str
    fits: bool


class ReplayOut(FlownPathOut):
    """A cause flown, as bad as explains best what was measured."""

    said: str
    figures: list[ReplayFigureOut]


class RankedOut(Schema):
    """A cause, how likely, what speaks for and against it, and its flight where it can be flown."""

    key: str
    name: str
    phase: str
    likely: str
    probability: float
    kind: str
    speaks_for: list[str]
    speaks_against: list[str]
    inspect: list[str]
    change: list[str]
    check: str
    repair: str
    chain: list[ChainLinkIO]
    replay: ReplayOut | None


class AskedOut(Schema):
    """Something to be asked; `answer` None: not yet."""

    key: str
    question: str
    answer: bool | None
    useful: bool


class ReviewedPartOut(Schema):
    """A part of the rocket as it flew, and what was found of it."""

    key: str
    name: str
    type: str
    state: str
    can_salvage: bool
    salvaged: bool


class RepairOut(Schema):
    """A damage to be mended: where it stands."""

    damage: str
    words: str
    done: bool
    build_id: uuid.UUID | None


class ReviewOut(Versioned):
    """A failure's review: what is known, what is asked, causes ranked, and what was decided."""

    flight_id: uuid.UUID
    rocket_id: uuid.UUID
    rocket_name: str
    day: datetime.date
    label: str
    happened: str
    known: list[str]
    questions: list[AskedOut]
    causes: list[RankedOut]
    parts: list[ReviewedPartOut]
    part_states: dict[str, str]
    phases: dict[str, str]
    phase_told: bool  # else it is the decided cause’s
    damages: dict[str, str]
    is_quick: bool
    cause: str
    chain: list[ChainLinkIO]
    chain_said: str
    changes: str
    lesson: str
    repairs: list[RepairOut]
    grounds: bool
    grounded_now: bool
    phase: str
    separated: bool | None
    decided: bool
    drawn: list[DrawnOut]
    curve: CurveOut | None  # its log
    planned: FlownPathOut | None


class ReviewIn(Schema):
    """The review as a whole."""

    answers: dict[str, bool] = {}
    parts: dict[str, str] = {}
    cause: str = ""
    chain: list[ChainLinkIO] = []
    changes: str = ""
    lesson: str = ""
    repairs: list[str] = []
    mended: list[str] = []
    grounds: bool = False
    phase: str = ""
    separated: bool | None = None
    decided: bool = False


class SalvageIn(Schema):
    """Which part goes into the stores, and the key it is to have there."""

    part: str
    key: uuid.UUID


class FindingIO(Schema):
    """One joint of a teardown: how much of it glue covered in per cent, and the force at which it went, both as typed."""

    joint: str
    name: str
    covered: str = ""
    went: str | None = None
    force: str = ""


class TeardownIn(Schema):
    """What was found."""

    on: datetime.date
    findings: list[FindingIO]
    remarks: str = ""


class TeardownOut(Versioned):
    """A teardown, and what it advises; `day` None: never cut open."""

    day: datetime.date | None
    findings: list[FindingIO]
    remarks: str
    advice: list[str]
    joints: dict[str, str]
    went: dict[str, str]


class SummaryOut(Schema):
    """One group of flights in figures."""

    group: str
    flights: int
    successes: int
    share: float | None
    low: float
    high: float
    said: dict[str, str]


class MotorDelayOut(Schema):
    """A motor's delay as labelled and as flown."""

    motor: str
    label_s: float
    mean_s: float
    low_s: float
    high_s: float
    count: int
    said: str


class CertificationOut(Schema):
    """A flight flown for a level."""

    flight_id: uuid.UUID
    level: int
    day: datetime.date
    rocket: str
    label: str
    passed: bool
    said: str


class StatisticsOut(Schema):
    """The log in figures: per rocket, motor and season; delays; certification flights."""

    rockets: list[SummaryOut]
    motors: list[SummaryOut]
    seasons: list[SummaryOut]
    delays: list[MotorDelayOut]
    certifications: list[CertificationOut]
    said: str
