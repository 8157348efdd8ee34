"""The documents a flight is described with, as strict models: SI, unknown keys refused, no NaN.

Field names carry their unit; ranges that follow from physics are checked once, in the core, when a document becomes the
core's own value (`to_…` methods).
"""

from dataclasses import asdict, fields
from typing import Annotated, Any, Literal, Self

from pydantic import Field, create_model

from wobbly_fin.formats.base import Document, Number, Sample, within
from wobbly_fin.formats.parts import LoosePart, to_parts
from wobbly_fin.rocketry.airframe import Airframe, Known, Stage
from wobbly_fin.rocketry.airframe.as_point import as_point
from wobbly_fin.rocketry.choosing import Mount, Rules
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight import QuickRocket, Site
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD
from wobbly_fin.rocketry.motors import Motor, ThrustCurve
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.motor import CaseKind, Propellant
from wobbly_fin.rocketry.recovery import Canopy
from wobbly_fin.rocketry.recovery.canopy import CanopyKind


class CanopyDocument(Document):
    """A canopy; `cd` belongs to π/4 (D² − hole²) and takes the kind's usual value when left out."""

    kind: CanopyKind = "flat"
    diameter_m: Number
    cd: Number | None = None
    spill_hole_m: Number = 0.0

    def to_canopy(self) -> Canopy:
        return Canopy(**self.model_dump())


class RocketDocument(Document):
    """A rocket; `mass_kg` is everything but the motor; no canopy, nothing opens.

    With `parts` it is an airframe, measured from the nose tip; what is known of the whole beats what they come to. Without,
    a quick rocket: `mass_kg` and `diameter_m` are needed and `cd` is 0.6 unless given.
    """

    mass_kg: Number | None = None
    diameter_m: Number | None = None
    cd: Number | None = None
    canopy: CanopyDocument | None = None
    parts: list[LoosePart] | None = None  # type: ignore[valid-type]
    cg_m: Number | None = None
    transverse_inertia_kg_m2: Number | None = None
    motor_fore_m: Number | None = None

    def to_rocket(self) -> QuickRocket:
        """What flies as a point."""
        canopy = within("canopy", self.canopy.to_canopy) if self.canopy else None
        if self.parts is not None:
            return as_point(self.to_airframe(), canopy)
        for name in ("cg_m", "transverse_inertia_kg_m2", "motor_fore_m"):
            if getattr(self, name) is not None:
                raise RocketryError(name, "belongs to an airframe; this rocket has no parts")
        if self.mass_kg is None or self.diameter_m is None:
            raise RocketryError("diameter_m" if self.mass_kg is not None else "mass_kg", "is missing")
        return QuickRocket(
            mass_kg=self.mass_kg, diameter_m=self.diameter_m, cd=USUAL_CD if self.cd is None else self.cd, canopy=canopy
        )

    def to_airframe(self) -> Airframe:
        """The airframe its parts make; raises RocketryError where there are none."""
        if self.parts is None:
            raise RocketryError("parts", "is missing: a quick rocket has no shape to judge")
        known = Known(
            mass_kg=self.mass_kg, cg_m=self.cg_m, transverse_inertia_kg_m2=self.transverse_inertia_kg_m2, cd=self.cd,
            diameter_m=self.diameter_m, motor_fore_m=self.motor_fore_m,
        )  # fmt: skip
        return Airframe(stages=(Stage(parts=to_parts(self.parts)),), known=known)


class MotorDocument(Document):
    """A motor with its curve: rows of time [s] and thrust [N], straight lines between."""

    label: str
    diameter_mm: Number
    length_mm: Number
    total_mass_kg: Number
    propellant_mass_kg: Number
    thrust: Annotated[list[Sample], Field(min_length=1)]
    delays_s: list[Number] = []
    maker: str = ""
    revision: str = "1"
    propellant: Propellant | None = None
    case: CaseKind | None = None

    def to_motor(self) -> Motor:
        known = self.model_dump(exclude={"diameter_mm", "length_mm", "thrust", "delays_s"})
        return Motor(
            diameter_m=self.diameter_mm / 1000,
            length_m=self.length_mm / 1000,
            curve=ThrustCurve.from_samples(self.thrust),
            delays_s=tuple(self.delays_s),
            **known,
        )

    @classmethod
    def of(cls, motor: Motor) -> Self:
        """The document of a motor; `to_motor` gives an equal one back."""
        return cls(
            label=motor.label,
            diameter_mm=round(motor.diameter_m * 1000, 9),
            length_mm=round(motor.length_m * 1000, 9),
            total_mass_kg=motor.total_mass_kg,
            propellant_mass_kg=motor.propellant_mass_kg,
            thrust=[list(pair) for pair in zip(motor.curve.times_s, motor.curve.thrust_n, strict=True)],
            delays_s=list(motor.delays_s),
            maker=motor.maker,
            revision=motor.revision,
            propellant=motor.propellant,
            case=motor.case,
        )


class SiteDocument(Document):
    """A pad on a day; temperature and pressure are the standard's at the elevation when left out."""

    elevation_m: Number = 0.0
    temperature_c: Number | None = None
    pressure_hpa: Number | None = None
    rod_length_m: Number = 0.9
    rod_tilt_deg: Number = 0.0
    rod_azimuth_deg: Number = 0.0
    wind_speed_m_s: Number = 0.0
    wind_from_deg: Number = 270.0
    wind_exponent: Number = 0.143
    wind_height_m: Number = 2.0
    ceiling_m: Number | None = None

    def to_site(self) -> Site:
        return Site(**self.model_dump())

    @classmethod
    def of(cls, site: Site) -> Self:
        return cls(**asdict(site))


class MountDocument(Document):
    """A motor mount."""

    diameter_mm: Number
    max_length_mm: Number

    def to_mount(self) -> Mount:
        return Mount(diameter_m=self.diameter_mm / 1000, max_length_m=self.max_length_mm / 1000)


class ModelDocument(Document):
    """Switches of the model; a point has neither body lift nor fins to correct."""

    body_lift: bool = True
    mach_correction: bool = True


_rule_fields: dict[str, Any] = {f.name: (Number | None, None) for f in fields(Rules)}
RulesDocument = create_model(
    "RulesDocument", __base__=Document, __doc__="Limits to replace; the rest keep their defaults.", **_rule_fields
)


class FlightDocument(Document):
    """One flight. `motor` is a document or a label of the shipped catalogue; `delay_s` null means no charge."""

    rocket: RocketDocument
    motor: MotorDocument | str
    delay_s: Number | None = None
    site: SiteDocument = SiteDocument()
    model: ModelDocument = ModelDocument()

    def motor_and_delay(self) -> tuple[Motor, float | None]:
        """The motor, and the delay in force: as given, else as the catalogue label says."""
        if isinstance(self.motor, str):
            motor, labelled = within("motor", find_motor, self.motor)
            delay_s = self.delay_s if "delay_s" in self.model_fields_set else labelled
        else:
            motor, delay_s = within("motor", self.motor.to_motor), self.delay_s
        if delay_s is not None and motor.kind != "single":
            raise RocketryError("delay_s", f"{motor.label} has no ejection charge, so it can have no delay; give null")
        return motor, delay_s


class StabilityDocument(Document):
    """An airframe, and a motor aboard if wanted: where does the air push, where does it balance?"""

    rocket: RocketDocument
    motor: MotorDocument | str | None = None
    model: ModelDocument = ModelDocument()
    mach: Number = 0.0

    def to_motor(self) -> Motor | None:
        """The motor aboard."""
        if self.motor is None:
            return None
        if isinstance(self.motor, str):
            return within("motor", find_motor, self.motor)[0]
        return within("motor", self.motor.to_motor)


class TemplateDocument(Document):
    """An airframe's full-size templates: all of them as geometry, or one of them written as a file too."""

    rocket: RocketDocument
    template: str | None = None
    format: Literal["pdf", "svg", "dxf"] | None = None
    paper: Literal["a4", "letter"] = "a4"


class PickDocument(Document):
    """A rocket, its mount and a site: which motor?"""

    rocket: RocketDocument
    mount: MountDocument
    site: SiteDocument = SiteDocument()
    model: ModelDocument = ModelDocument()
    rules: RulesDocument | None = None  # type: ignore[valid-type]

    def to_rules(self) -> Rules:
        overrides = self.rules.model_dump(exclude_none=True) if self.rules else {}  # type: ignore[attr-defined]
        return Rules.with_overrides(overrides)
