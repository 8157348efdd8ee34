"""What the Recovery station says."""

import uuid
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.formats.pictures import PictureOut
from wobbly_fin.hangar.api.schemas import OptionOut
from wobbly_fin.site.schema import Schema

Typed = Annotated[str, StringConstraints(max_length=80)]


class BayLayerOut(Schema):
    """Something in the bay; `depth_m` is its top below the tube's edge. [m]"""

    what: str
    kind: Literal["wadding", "cloth", "cord", "canopy"]
    length_m: float
    depth_m: float
    said: str
    depth: str


class GasStepOut(Schema):
    """A place on the way of the hot gas; `say` is empty where it merely passes."""

    what: str
    state: Literal["passes", "shields", "exposed", "blocked", "leaks", "burns"]
    say: str
    bore: str


class GroundTestOut(Schema):
    """A test on the ground."""

    id: uuid.UUID
    on: str
    event: str
    charge: str
    result: str
    remark: str


class ChargeOut(Schema):
    """An altimeter's charge in a bay: what it is to do, in words; boxes as typed."""

    push: str
    pins: str
    tested: str
    count: int
    pin: str
    throw: str
    friction: str
    wants: int


class BayOut(Schema):
    """A bay with what opens out of it. Stations from the nose tip, `fore_m` below the tube's edge. [m]"""

    event: Literal["first", "main"]
    name: str
    length_m: float
    fore_m: float
    bore_m: float
    tube_fore_m: float
    layers: list[BayLayerOut]
    fit: str
    fits: str
    fired_by: Literal["motor", "altimeter"]
    foot: str
    motor_charge: str
    motor_verdict: Literal["", "suits", "weak", "hard"]
    charge: ChargeOut | None
    gas: list[GasStepOut]


class LinkOut(Schema):
    """A link of the chain, from the canopy down; `pulled`: it holds what its like held when a rocket was cut open."""

    name: str
    kind: str
    load: str
    holds: str
    why: str
    safety: float
    weakest: bool
    pulled: bool


class LoadCaseOut(Schema):
    """One moment of opening; `fault`: how it should not go."""

    name: str
    speed: str
    sentence: str
    fault: bool
    links: list[LinkOut]


class CanopyOptionOut(Schema):
    """A canopy from stores in this rocket."""

    key: str
    name: str
    rate: str
    rate_m_s: float
    energy: str
    drift: str
    drift_m: float | None
    fit: str
    fill: float
    holds: str
    verdict: Literal["good", "slow", "fast"]
    nearest: bool


class HappeningOut(Schema):
    """A moment of the flight. [s], [m]"""

    code: str
    time_s: float
    altitude_m: float
    word: str
    said: str


class TimelineOut(Schema):
    """The flight's moments on its height against time. [s], [m]"""

    moments: list[HappeningOut]
    time_s: list[float]
    altitude_m: list[float]
    walk: str
    first: str


class CardStepOut(Schema):
    """A drawing of the packing card."""

    key: str
    title: str
    text: str
    check: str
    caution: str
    picture: PictureOut


class CardOut(Schema):
    """The card of one bay."""

    title: str
    steps: list[CardStepOut]


class VentOut(Schema):
    """Vent holes, and whether they are right."""

    say: str
    good: bool


class FailingOut(Schema):
    """What goes wrong with one source, and what happens then; `then`: opens, reserve, main_low, first_only or nothing."""

    say: str
    then: str


class RecoveryOut(Schema):
    """The Recovery station."""

    rocket_id: uuid.UUID
    revision: int
    verdict: Literal["good", "warn", "no"]
    landing: str
    remedy: str
    trim_m: float | None
    trim: str
    canopy_part: uuid.UUID | None
    cord: str
    cd: str
    warnings: list[str]
    burns: bool
    upgrade: str
    bays: list[BayOut]
    cases: list[LoadCaseOut]
    refused: list[str]
    caution: str
    vents: list[VentOut]
    options: list[CanopyOptionOut]
    band: list[float]
    rate_m_s: float
    timeline: TimelineOut
    cards: list[CardOut]
    tests: list[GroundTestOut]
    protection: str
    wadding: str
    fold: str
    first: str
    main_height: str
    drogue: str
    motor_charge: str
    at_apogee: bool
    protections: list[OptionOut]
    folds: list[OptionOut]
    firsts: list[OptionOut]
    pins: list[OptionOut]
    results: list[OptionOut]
    motor: str
    motor_named: str
    failings: list[FailingOut]
    motors: list[OptionOut]


class RecoveryIn(Schema):
    """Some boxes of how it is let down and packed; others stay. Quantities as typed."""

    told: Annotated[dict[str, bool | Typed | None], Field(max_length=20)]


class GroundTestIn(Schema):
    """A test on the ground: event, charge as typed, result, day (empty: today), remark."""

    event: Literal["first", "main"]
    charge: Typed
    result: Literal["threw", "moved", "nothing", "damaged"]
    on: Typed = ""
    remark: Annotated[str, StringConstraints(max_length=200)] = ""


class QuizOut(Schema):
    """Four drawings, one of them wrong."""

    seed: int
    pictures: list[PictureOut]


class QuizAnswerOut(Schema):
    """Whether it was that one, which it was, and why."""

    right: bool
    wrong_place: int
    why: str
