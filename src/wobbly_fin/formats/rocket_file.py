"""The rocket file: one document a rocket, versioned, parts with stable keys inside one another.

Version 1 knew quick rockets only: a quick body (mass, diameter, drag), a motor mount and a canopy. Version 2 adds airframes by
their parts, what is known of the whole, the motors it is balanced with, the school of its margin, a kit's list and a scale. Version 3 says
of a joint which end of its part it is at, how it holds, its pins and what opens there; of a charge its bay and whether there is a second
one; gas vents and static ports apart.
"""

import uuid
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.documents import PayloadDocument
from wobbly_fin.formats.parts import FILED_PARTS, PartDocument, Text, one_of, to_parts
from wobbly_fin.formats.recovery import RecoveryChoice
from wobbly_fin.formats.rocket_migration import Pins, from_version_2, joints_told
from wobbly_fin.rocketry.airframe.airframe import Airframe, Known, Stage
from wobbly_fin.rocketry.airframe.balance import School, school_of
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out, recovery_packs
from wobbly_fin.rocketry.airframe.mass import total, weigh
from wobbly_fin.rocketry.airframe.mount import Mount, mount_of, mounts_of
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.scaling import Length, ScaleTable, scale_table
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD, QuickRocket
from wobbly_fin.rocketry.motors.labels import MOST_PRINTED, decode
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan

CURRENT_VERSION = 3
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
LONGEST_LABEL = 24
Label = Annotated[str, StringConstraints(strip_whitespace=True, max_length=LONGEST_LABEL)]
Line = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=160)]


class QuickPart(Document):
    """What every part of a quick rocket has: a key that never changes, and what it sits in."""

    id: uuid.UUID
    parent: uuid.UUID | None = None


class QuickBody(QuickPart):
    """A whole airframe in four figures; `cd` null: not known, the usual value is flown."""

    type: Literal["quick_body"] = "quick_body"
    mass_kg: Number
    diameter_m: Number
    length_m: Number | None = None
    cd: Number | None = None


class MotorMount(QuickPart):
    """Where a quick rocket's motor goes."""

    type: Literal["motor_mount"] = "motor_mount"
    diameter_mm: Number
    max_length_mm: Number


CanopyPart: Any = FILED_PARTS["canopy"]
AnyPart: Any = Annotated[one_of([QuickBody, MotorMount, *FILED_PARTS.values()]), Field(discriminator="type")]


class StageDocument(Document):
    """One stage, outer parts front to back."""

    id: uuid.UUID
    parts: list[AnyPart]  # type: ignore[valid-type]


class KnownDocument(Document):
    """What was measured of the whole, without motor."""

    mass_kg: Number | None = None
    cg_m: Number | None = None
    transverse_inertia_kg_m2: Number | None = None
    cd: Number | None = None
    diameter_m: Number | None = None
    motor_fore_m: Number | None = None
    parts_kg: Number | None = None
    parts_cg_m: Number | None = None
    typed: Annotated[dict[str, Text], Field(max_length=20)] = {}

    def to_known(self) -> Known:
        return Known(**self.model_dump(exclude={"typed"}))


class FragileDocument(PayloadDocument):
    """A payload, with what its owner typed."""

    typed: Annotated[dict[str, Text], Field(max_length=4)] = {}


class MarginDocument(Document):
    """The band of margin its owner wants: a school's, or one's own."""

    school: Annotated[str, StringConstraints(max_length=24)] = "usual"
    low_calibres: Number | None = None
    high_calibres: Number | None = None

    def to_school(self) -> School:
        return school_of(self.school, self.low_calibres, self.high_calibres)


class KitLine(Document):
    """One line of a kit's list of parts, and whether it was in the box."""

    text: Line
    count: Annotated[int, Field(ge=1, le=999)] = 1
    present: bool | None = None


class ScaleRow(Document):
    """One length of a scale model: the prototype's, and what is to be built for it (null: as scaled)."""

    name: Name
    prototype_m: Number
    available_m: Number | None = None
    as_built_m: Number | None = None
    absorbs: bool = False
    typed: Annotated[dict[str, Text], Field(max_length=4)] = {}


class ScaleDocument(Document):
    """A scale model's prototype: scale = tube ÷ the prototype's main diameter."""

    prototype: Name
    main_diameter_m: Number
    tube_diameter_m: Number
    rows: Annotated[list[ScaleRow], Field(max_length=60)] = []
    typed: Annotated[dict[str, Text], Field(max_length=4)] = {}

    def to_table(self) -> ScaleTable:
        """The core's substitution table; raises RocketryError for lengths that cannot be."""
        lengths = [
            Length(name=r.name, prototype_m=r.prototype_m, available_m=r.available_m, as_built_m=r.as_built_m, absorbs=r.absorbs)
            for r in self.rows
        ]
        return scale_table(self.main_diameter_m, self.tube_diameter_m, lengths)


class RocketFile(Document):
    """A rocket. `typed` keeps, per box of the form, the text its owner typed; the figures beside it are SI."""

    format: Literal["wobbly-fin/rocket"] = "wobbly-fin/rocket"
    version: Literal[3] = 3
    name: Name
    stages: Annotated[list[StageDocument], Field(min_length=1, max_length=3)]
    known: KnownDocument = KnownDocument()
    # Stage key → name of the motor its owner shows it with on every page; a stage left out takes the best there is.
    motors: Annotated[dict[str, Label], Field(max_length=3)] = {}
    margin: MarginDocument = MarginDocument()
    tube_school: Literal["household", "rocket_tube_only"] = "household"
    payload: FragileDocument | None = None
    kit: Annotated[list[KitLine], Field(max_length=200)] = []
    scale: ScaleDocument | None = None
    recovery: RecoveryChoice = RecoveryChoice()
    rod_length_m: Number | None = None
    built: bool | None = None  # as its owner says; None: nobody said
    printed_motors: Annotated[list[Label], Field(max_length=MOST_PRINTED)] = []
    remarks: Annotated[str, StringConstraints(max_length=4000)] = ""
    typed: Annotated[dict[str, Text], Field(max_length=40)] = {}

    @property
    def is_quick(self) -> bool:
        """Whether it is a few measured figures rather than parts."""
        return any(isinstance(p, QuickBody | MotorMount) for s in self.stages for p in s.parts)

    @property
    def body(self) -> QuickBody:
        """The quick body; raises RocketryError where there is none."""
        return self._only(QuickBody, "quick_body")

    @property
    def mount(self) -> MotorMount:
        """The quick rocket's motor mount; raises RocketryError where there is none."""
        return self._only(MotorMount, "motor_mount")

    @property
    def canopy(self) -> Any | None:
        """The first canopy's document, if any."""
        return next((p for s in self.stages for p in s.parts if isinstance(p, CanopyPart)), None)

    @property
    def parts(self) -> list[Any]:
        """Every part, stage by stage."""
        return [p for s in self.stages for p in s.parts]

    def _only(self, kind: type[Any], type_name: str) -> Any:
        found = [p for p in self.parts if isinstance(p, kind)]
        if len(found) != 1:
            raise RocketryError("parts", f"a quick rocket has one {type_name}, this one has {len(found)}")
        return found[0]

    def to_airframe(self) -> Airframe:
        """The core's airframe; raises RocketryError for a quick rocket, or for parts that cannot be."""
        if self.is_quick:
            raise RocketryError("parts", "is a quick rocket: four figures and no shape")
        parts = to_parts(self.parts)
        stages, at = [], 0
        for stage in self.stages:
            stages.append(Stage(id=str(stage.id), parts=parts[at : at + len(stage.parts)]))
            at += len(stage.parts)
        return Airframe(stages=tuple(stages), known=within("known", self.known.to_known))

    def to_rocket(self, cd: float | None = None, boosters: tuple[Motor, ...] = ()) -> QuickRocket | RigidRocket:
        """What flies: an airframe as a rigid body, a quick rocket as a point. With its own Cd, or the one given."""
        if not self.is_quick:
            airframe = self.to_airframe()
            sequence = within("recovery", self.recovery.to_sequence, _second_canopy(airframe))
            return RigidRocket(airframe=airframe, cd=cd, boosters=boosters, recovery=sequence, guessing=True)
        body = self.body
        return QuickRocket(
            mass_kg=body.mass_kg,
            diameter_m=body.diameter_m,
            cd=cd if cd is not None else body.cd if body.cd is not None else USUAL_CD,
            canopy=self.to_canopy(),
        )

    def shown_with(self, stage: int, motor: str) -> "RocketFile":
        """The same with another motor its owner shows it with; empty: whichever is best."""
        return self.model_copy(update={"motors": with_motor(self.motors, str(self.stages[stage].id), motor)})

    def to_recovery_plan(self) -> RecoveryPlan:
        """The core's plan of its recovery; raises RocketryError for a quick rocket."""
        return within("recovery", self.recovery.to_plan, _second_canopy(self.to_airframe()))

    @property
    def own_cd(self) -> float | None:
        """The Cd its owner gave, if any."""
        return self.body.cd if self.is_quick else self.known.cd

    def to_canopy(self) -> Canopy | None:
        """The core's canopy."""
        part = self.canopy
        return None if part is None else within("canopy", lambda: part.to_part().canopy)

    def to_mount(self) -> Mount:
        """The core's mount, of a staged rocket the first stage's."""
        return self.to_mounts()[0]

    def to_mounts(self) -> tuple[Mount, ...]:
        """Every mount, the uppermost stage's first; raises RocketryError where a stage has none."""
        if self.is_quick:
            mount = self.mount
            return (Mount(key=str(mount.id), diameter_m=mount.diameter_mm / 1000, max_length_m=mount.max_length_mm / 1000),)
        return _all_mounts(lay_out(self.to_airframe()), len(self.stages))

    def to_configuration(self, cd: float | None = None) -> Configuration:
        """The rocket with its mounts and its recovery, nothing loaded."""
        rocket = self.to_rocket(cd)
        if not isinstance(rocket, RigidRocket):
            return Configuration(rocket=rocket, mounts=self.to_mounts(), tube_school=self.tube_school)
        plan = within("recovery", self.recovery.to_plan, _second_canopy(rocket.airframe))
        return Configuration(
            rocket=rocket, mounts=_all_mounts(rocket.layout, len(self.stages)), plan=plan, tube_school=self.tube_school
        )

    def weighed_now(self) -> "RocketFile":
        """The same, remembering what its parts come to as those that were weighed."""
        airframe = self.to_airframe()
        whole = total(weigh(lay_out(airframe)))
        known = self.known.model_copy(update={"parts_kg": whole.mass_kg, "parts_cg_m": whole.cg_m})
        return self.model_copy(update={"known": known})

    def check(self) -> "RocketFile":
        """Raise RocketryError unless the core can make something of every figure; returns itself."""
        if self.is_quick:
            if not all(isinstance(p, QuickBody | MotorMount | CanopyPart) for p in self.parts):
                raise RocketryError(
                    "parts", "mixes a quick rocket's figures with an airframe's parts; it can be one or the other"
                )
            self.to_rocket()
            self.to_mount()
        else:
            lay_out(self.to_airframe())
            within("margin", self.margin.to_school)
            self.to_recovery_plan()
        for label in self.printed_motors:
            within("printed_motors", decode, label)
        if self.payload is not None:
            self.payload.to_payload()
        if self.scale is not None:
            within("scale", self.scale.to_table)
        return self


def with_motor(motors: dict[str, Any], stage: str, motor: Any) -> dict[str, Any]:
    """Motors by stage with another in one of them; none: taken out."""
    return {k: v for k, v in motors.items() if k != stage} | ({stage: motor} if motor else {})


def _all_mounts(layout: Layout, stages: int) -> tuple[Mount, ...]:
    for stage in range(stages):
        mount_of(layout, stage)
    return mounts_of(layout)


def _second_canopy(airframe: Airframe) -> Canopy | None:
    """The smaller of two canopies aboard the first stage."""
    packs = recovery_packs(lay_out(airframe))
    return packs[1].part.canopy if len(packs) > 1 else None


def read_rocket_file(document: Any) -> RocketFile:
    """A rocket file of this version or an earlier one; raises RocketryError for a newer one, ValidationError for a broken one."""
    version = document.get("version") if isinstance(document, dict) else None
    if isinstance(version, int) and version > CURRENT_VERSION:
        raise RocketryError("version", f"{version} was written by a newer Wobbly Fin; this one reads up to {CURRENT_VERSION}")
    if version not in (1, 2):
        return RocketFile.model_validate(document)
    renamed, pins = from_version_2(document)
    return _joints_told(RocketFile.model_validate(renamed | {"version": CURRENT_VERSION}), pins)


def _joints_told(file: RocketFile, pins: Pins) -> RocketFile:
    """An earlier version's file with what this one says of its joints; as it is where its parts cannot be laid out."""
    if file.is_quick or (not any(p.type == "joint" for p in file.parts) and not pins.by_event):
        return file
    try:
        changes, added = joints_told(file.to_airframe(), file.to_recovery_plan(), pins)
    except RocketryError:
        return file
    stages = []
    for n, stage in enumerate(file.stages):
        parts = [p.model_copy(update=changes[str(p.id)]) if str(p.id) in changes else p for p in stage.parts]
        more = [FILED_PARTS["joint"].model_validate(told) for told in added] if n == 0 else []
        stages.append(stage.model_copy(update={"parts": [*parts, *more]}))
    return file.model_copy(update={"stages": stages})


__all__ = [
    "CURRENT_VERSION",
    "MotorMount",
    "PartDocument",
    "QuickBody",
    "RecoveryChoice",
    "RocketFile",
    "StageDocument",
    "read_rocket_file",
]
