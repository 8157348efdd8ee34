"""What the Shape station's API takes and gives."""

import datetime
import uuid
from typing import Any, Literal

from wobbly_fin.hangar.api.schemas import DrawnOut, OptionOut, RocketOut
from wobbly_fin.site.schema import Schema


class EditIn(Schema):
    """One edit: `text` is read as typed, `value` is SI or a choice; `stock` names something off the shelf."""

    op: Literal["set", "add", "swap", "remove", "move", "known", "rocket", "paint", "add_stage"]
    part: uuid.UUID | None = None
    field: str = ""
    text: str | None = None
    value: Any = None
    type: str = ""
    stock: str | None = None


class EditsIn(Schema):
    """Edits applied together, and the part whose boxes are wanted back."""

    edits: list[EditIn] = []
    selected: uuid.UUID | None = None
    load: str | None = None  # the motors it is shown with, as the last answer had them; null: asked anew


class MotorDrawnOut(Schema):
    """A motor in its place. [m]"""

    name: str
    fore_m: float
    aft_m: float
    diameter_m: float
    off_axis_m: list[float]


class BalanceOut(Schema):
    """Where it balances and where the air pushes, from the nose tip; the band is where it should balance. [m]"""

    cg_m: float | None
    cg_burnout_m: float | None
    cg_empty_m: float | None
    cp_m: float
    cp_doubt_m: float  # half width of where it may lie, from shapes that cannot be computed well
    cutout_cp_m: float
    cp_at_10_deg_m: float
    band_m: list[float]
    margin_calibres: float | None
    margin_burnout_calibres: float | None
    cutout_margin_calibres: float | None
    sigma_calibres: float
    verdict: str
    sentence: str
    school: str
    school_source: str
    said: dict[str, str]
    parts: list[dict[str, Any]]
    flags: list[str]


class LedgerRowOut(Schema):
    """What one part weighs and how we know."""

    id: uuid.UUID
    name: str
    stage: int
    mass_kg: float
    mass: str
    source: str
    short: str
    computed: str | None
    cg: str
    share: float


class LedgerOut(Schema):
    """Parts, stages, the whole."""

    rows: list[LedgerRowOut]
    stages: list[dict[str, str]]
    said: dict[str, str]
    source: str


class DragRowOut(Schema):
    """One part's share of Cd."""

    id: uuid.UUID
    name: str
    friction: float
    pressure: float
    base: float
    cd: float


class DragOut(Schema):
    """Where the drag is, at one speed; and the whole over Mach."""

    rows: list[DragRowOut]
    cd_coasting: float
    cd_thrusting: float
    cd_own: float | None
    sentence: str
    mach: list[float]
    coasting: list[float]
    thrusting: list[float]
    calibres: list[float]  # where the air pushes behind the balance, as loaded
    top_mach: float | None  # of the flight shown, as loaded today
    modelled_to: float
    outside: list[str]  # what of its shape the methods were not made for


class MendOut(Schema):
    """One box of one part that would mend it, and what to write there."""

    part: uuid.UUID
    field: str
    text: str
    choice: bool = False


class FindingOut(Schema):
    """Something that wants a look."""

    code: str
    severity: str
    part: uuid.UUID | None
    sentence: str
    change: str = ""  # the nearest change that mends it
    mend: MendOut | None = None


class BoxOut(Schema):
    """One box of a part."""

    field: str
    label: str
    kind: Literal["size", "number", "choice", "switch", "text", "material", "corners"]
    text: str
    said: str
    value_si: float | None = None
    hint: str
    optional: bool
    options: list[list[str]] = []
    nominal: str = ""
    placeholder: str = ""
    question: str | None = None
    suggestion: str | None = None
    guessed: bool = False  # as usual for such a rocket, until somebody measures it
    first: bool = False  # of those that matter most, shown before the rest is asked for


class SelectedOut(Schema):
    """A part opened for editing."""

    id: uuid.UUID
    type: str
    kind: str
    name: str
    note: str
    without: list[str]  # what is not computed of it, and why
    boxes: list[BoxOut]


class MotorChoiceOut(Schema):
    """What a stage is balanced with."""

    stage_id: uuid.UUID
    motor: str | None
    chosen: bool
    options: list[OptionOut]


class ScaleRowIn(Schema):
    """Texts as typed."""

    name: str
    prototype: str
    available: str = ""
    as_built: str = ""
    absorbs: bool = False


class ScaleIn(Schema):
    """A prototype, its main diameter and its lengths, as typed."""

    prototype: str
    main_diameter: str
    tube_diameter: str
    rows: list[ScaleRowIn] = []


class ShapeOut(Schema):
    """An airframe with everything said of it."""

    rocket: RocketOut
    length_m: float
    reference_diameter_m: float
    drawn: list[DrawnOut]
    motors: list[MotorDrawnOut]
    motor_choices: list[MotorChoiceOut]
    load: str
    balance: BalanceOut
    ledger: LedgerOut
    drag: DragOut
    findings: list[FindingOut]
    selected: SelectedOut | None
    apogee: str | None
    margin: dict[str, Any]
    known: dict[str, str]
    texts: dict[str, str]
    tube_school: str
    kit: list[dict[str, Any]]
    kit_sentence: str
    prototype: ScaleIn | None


class SolveIn(Schema):
    """Asking backwards. `what`: ballast, span_m or position_m; the margin as typed; `part`: the fin set, or where the ballast goes."""

    what: Literal["ballast", "span_m", "position_m"]
    margin_calibres: str
    part: uuid.UUID | None = None


class SolvedOut(Schema):
    """An answer in words, and the edits that would do it."""

    sentence: str
    edits: list[dict[str, Any]]


class SensitivityOut(Schema):
    """What a tenth more of one dimension does."""

    part: uuid.UUID
    name: str
    field: str
    label: str
    value: str
    value_m: float
    step: str
    margin_change: float
    apogee_change: str | None
    apogee_change_m: float | None


class WhatIfOut(Schema):
    """Every dimension's effect, strongest first, and the recovery gear's."""

    rows: list[SensitivityOut]
    canopy: str | None
    motor: str | None


class TemplateOut(Schema):
    """A template for the screen, in millimetres, and how many sheets it takes."""

    key: str
    title: str
    width_mm: float
    height_mm: float
    svg: str
    sheets: dict[str, int | None]
    notes: list[str]


class VersionOut(Schema):
    """One version of a rocket."""

    number: int
    saved_at: datetime.datetime
    current: bool
    flown: list[str]


class ComparedOut(Schema):
    """Two versions side by side: figures and what was changed."""

    left: int
    right: int
    figures: list[dict[str, str]]
    changes: list[str]
    drawn: list[list[DrawnOut]]
    lengths_m: list[float]


class UpScaleIn(Schema):
    """A new rocket out of an old one's shape; the factor as typed, the margin it is to have at least, else its school’s."""

    id: uuid.UUID
    name: str
    factor: str
    fin_material: str | None = None
    margin_calibres: float | None = None


class UpScaledOut(Schema):
    """The new rocket, and what larger brought with it."""

    rocket: RocketOut
    sentence: str


class ScaleRowOut(Schema):
    name: str
    prototype: str
    scaled: str
    scaled_m: float
    available: str
    target: str
    as_built: str
    difference: str
    absorbs: bool
    nearest: str | None


class ScaleOut(Schema):
    """The table of a scale model."""

    scale: str
    sentence: str
    rows: list[ScaleRowOut]


class NewAirframeIn(Schema):
    """A rocket begun from nothing but a name and a tube."""

    name: str
    diameter: str = ""
    kit: str = ""
    printed_motors: str = ""
