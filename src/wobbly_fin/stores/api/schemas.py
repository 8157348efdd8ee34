"""What the stores API takes and gives."""

import uuid
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.rocketry.field.field import FeatureKind
from wobbly_fin.rocketry.motors.motor import CaseKind, Propellant
from wobbly_fin.site.schema import Schema, Versioned


class MotorOut(Schema):
    """A motor on the shelf. `thrust` is rows of time [s] and thrust [N]."""

    key: str
    name: str
    maker: str
    impulse_class: str
    kind: str
    diameter_mm: float
    length_mm: float
    total_mass_kg: float
    propellant_mass_kg: float
    propellant: str | None
    case: str | None
    delays_s: list[float]
    adjustable_delay: bool
    total_impulse_n_s: float
    average_thrust_n: float
    peak_thrust_n: float
    early_thrust_n: float
    burn_time_s: float
    thrust: list[list[float]]
    own: bool
    origin: str
    said: dict[str, str]
    doubts: list[str]
    compare: dict[str, str]
    practice: bool  # invented, to practise with
    guessed: list[str]  # what of it is a guess, in sentences
    in_box: int
    form: dict[str, Any] | None  # what it was made from, where it can be changed


class DecodeOut(Schema):
    """A label in words."""

    label: str
    impulse_class: str
    impulse_min_n_s: float
    impulse_max_n_s: float
    average_thrust_n: float
    delay_s: float | None
    kind: str
    says: list[str]
    doubts: list[str]
    known_key: str | None


class MotorIn(Schema):
    """A motor form: texts as typed (diameter, length, total_mass, propellant_mass, impulse, burn_time, average_thrust, peak_thrust)."""

    label: str
    maker: str = ""
    delays: str = ""
    propellant: Propellant | None = None
    case: CaseKind | None = None
    typed: dict[str, str] = {}
    csv: str = ""
    csv_is_static_test: bool = False


class DraftOut(Schema):
    """What a form comes to."""

    motor: MotorOut
    notes: list[str]


class FieldIn(Schema):
    """As typed. `place` is the pad's latitude and longitude, `width` that of a field not drawn yet; left out they stay as they are."""

    name: str
    elevation: str = ""
    ceiling: str = ""
    place: str | None = None
    width: str | None = None


Place = Annotated[list[float], Field(min_length=2, max_length=2)]


class FeatureIn(Schema):
    """Something on a field; points are [x, y] in metres east and north of the pad."""

    kind: FeatureKind
    name: Annotated[str, Field(max_length=60)] = ""
    points: list[Place]


class GroundIn(Schema):
    """A field's shape."""

    outline: list[Place] = []
    features: list[FeatureIn] = []
    surface: str = ""


class GeoJsonIn(Schema):
    """The text of a map, GeoJSON or KML."""

    text: str


class SurfaceOut(Schema):
    """What a field may be covered with, and the caution that goes with it."""

    key: str
    caution: str


class FieldOut(Versioned):
    id: uuid.UUID
    name: str
    elevation_m: float
    ceiling_m: float | None
    typed: dict[str, str]
    said: dict[str, str]
    outline: list[list[float]]
    features: list[FeatureIn]
    surface: str
    surfaces: list[SurfaceOut]
    located: bool
    place: str


LONGEST_CELL = 500
MotorColumn = Literal["label", "count", "diameter", "maker", "cost"]


class ListIn(Schema):
    """A list of motors as somebody wrote it."""

    text: Annotated[str, Field(max_length=200_000)]


class ListLine(Schema):
    """One motor of a list, put right where it was: what goes into the box."""

    label: str
    count: int
    diameter_mm: float | None = None
    length_mm: float | None = None
    propellant: Propellant | None = None
    case: CaseKind | None = None
    maker: Annotated[str, Field(max_length=40)] = ""
    cost: float | None = None


class ListLineOut(ListLine):
    """One motor as it was read: `text` it stands in, what it would be, and what is wrong with it; `known`: it is on the shelf already;
    `row`: of the sheet it is from."""

    text: str
    row: int | None = None
    say: str
    problem: str
    known: bool


class ListReadOut(Schema):
    """A list as it was read. `before`: this very list went in already."""

    lines: list[ListLineOut]
    before: str


class CellsIn(Schema):
    """A sheet's cells; `columns`: what is in which, where somebody says so; `headings`: whether the first rows may be a title and headings."""

    cells: Annotated[
        list[Annotated[list[Annotated[str, Field(max_length=LONGEST_CELL)]], Field(max_length=60)]],
        Field(min_length=1, max_length=2001),
    ]
    columns: dict[MotorColumn, Annotated[int, Field(ge=0, lt=60)]] | None = None
    headings: bool = True


class SheetReadOut(ListReadOut):
    """A sheet as it was read: its cells, what was taken to be in which column, and the first row that is no heading."""

    cells: list[list[str]]
    columns: dict[MotorColumn, int]
    first: int
    text: str


class PutInIn(Schema):
    """A list put right, with the words it was read from."""

    text: Annotated[str, Field(max_length=200_000)] = ""
    lines: Annotated[list[ListLine], Field(max_length=2000)]


class KitIn(Schema):
    """A kit's list of parts, as it is printed or as somebody writes it."""

    text: Annotated[str, StringConstraints(max_length=8000)]


class MergeIn(Schema):
    """The motor on the shelf that stays."""

    into: str


class StockIn(Schema):
    """A line of the box: texts as typed. `motor` is the key on the shelf."""

    motor: str
    delay_s: float | None = None
    count: str = "0"
    batch: str = ""
    cost: str = ""
    case_cost: str = ""
    case_owned: bool = False
    wanted: str = "0"
    bought_on: str = ""
    bought_at: str = ""
    best_before: str = ""
    opened: bool = False
    keep: str = "0"


class StockLineOut(Versioned):
    """A line of the box, with what follows from it."""

    id: uuid.UUID
    motor: str
    name: str
    maker: str
    reload: bool
    delay_s: float | None
    count: int
    wanted: int
    batch: str
    cost: str
    case_cost: str
    case_owned: bool
    bought_on: str
    bought_at: str
    best_before: str
    opened: bool
    keep: int
    said: dict[str, str]


class MotorBoxOut(Schema):
    """Everything in the box, and the buying list with its sum."""

    lines: list[StockLineOut]
    buying: list[str]
    total: str


class StockOut(Schema):
    """A part on the shelf, its figures said."""

    key: str
    name: str
    supplier: str
    type: str
    kind: str
    width_m: float | None
    said: list[list[str]]
    material: str | None


class PartIn(Schema):
    """Which part of which rocket to put by, and what to call it."""

    rocket_id: uuid.UUID
    part_id: uuid.UUID
    name: str = ""
