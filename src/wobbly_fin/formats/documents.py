"""The documents a flight is described with, as strict models: SI, unknown keys refused, no NaN.

Field names carry their unit; ranges that follow from physics are checked once, in the core, when a document becomes the
core's own value (`to_…` methods).
"""

from collections.abc import Sequence
from dataclasses import asdict, fields, replace
from typing import Annotated, Any, Literal, Self

from pydantic import Field, create_model

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.canopies import CanopyDocument, RecoveryDocument
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.formats.parts import LoosePart, to_parts
from wobbly_fin.rocketry.airframe.airframe import Airframe, Known, Stage
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Flyer, Payload
from wobbly_fin.rocketry.choosing.trial import Need
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.field import Field as FlyingGround
from wobbly_fin.rocketry.flight.gusts import Gustiness
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD, QuickRocket
from wobbly_fin.rocketry.flight.scatter import Question, Spread
from wobbly_fin.rocketry.flight.site import Site, WindLayer
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.motor import Motor


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
    lower_stages: list[list[LoosePart]] | None = None  # type: ignore[valid-type]
    recovery: RecoveryDocument = RecoveryDocument()
    cg_m: Number | None = None
    transverse_inertia_kg_m2: Number | None = None
    motor_fore_m: Number | None = None

    def to_rocket(self, model: "ModelDocument | None" = None) -> Rocket:
        """A rigid body where it has parts, else a point."""
        canopy = within("canopy", self.canopy.to_canopy) if self.canopy else None
        if self.parts is not None:
            return RigidRocket(
                airframe=self.to_airframe(), canopy_given=canopy, recovery=within("recovery", self.recovery.to_sequence), hung=False,
                body_lift=model is None or model.body_lift, mach_correction=model is None or model.mach_correction,
            )  # fmt: skip
        for name in ("cg_m", "transverse_inertia_kg_m2", "motor_fore_m", "lower_stages"):
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
            raise RocketryError("parts", "is missing; a quick rocket has no shape to judge")
        known = Known(
            mass_kg=self.mass_kg, cg_m=self.cg_m, transverse_inertia_kg_m2=self.transverse_inertia_kg_m2, cd=self.cd,
            diameter_m=self.diameter_m, motor_fore_m=self.motor_fore_m,
        )  # fmt: skip
        stages = [self.parts, *(self.lower_stages or [])]
        return Airframe(stages=tuple(Stage(parts=to_parts(parts)) for parts in stages), known=known)


class LoadDocument(MotorDocument):
    """The motor of a flight's last stage, with those of the stages below."""

    boosters: list[MotorDocument] = []
    beside: dict[str, MotorDocument] = {}  # by the key of a mount that holds another motor than its stage's first

    def to_motor(self) -> Motor:
        return MotorDocument(**self.model_dump(exclude={"boosters", "beside"})).to_motor()

    def to_beside(self) -> dict[str, Motor]:
        return {mount: m.to_motor() for mount, m in self.beside.items()}

    def to_boosters(self) -> tuple[Motor, ...]:
        return tuple(b.to_motor() for b in self.boosters)


class WindLayerDocument(Document):
    """The wind measured at a height above the pad."""

    height_m: Number
    speed_m_s: Number
    from_deg: Number


class PlaceDocument(Document):
    """A place east and north of the pad."""

    x_m: Number
    y_m: Number


CornerDocument = PlaceDocument | Annotated[list[Number], Field(min_length=2, max_length=2)]


class SiteDocument(Document):
    """A pad on a day; temperature and pressure are the standard's at the elevation when left out.

    `wind_layers` take the place of the power law from the lowest of them up; `outline` is the field's edge, corner by corner,
    {"x_m", "y_m"} or [x, y].
    """

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
    wind_layers: Annotated[list[WindLayerDocument], Field(max_length=24)] = []
    gusts: Gustiness | None = None
    gustiness: Gustiness = "calm"
    gust_seed: Annotated[int, Field(ge=0)] = 1
    outline: Annotated[list[CornerDocument], Field(max_length=400)] | None = None

    def to_site(self) -> Site:
        layers = tuple(WindLayer(**layer.model_dump()) for layer in self.wind_layers)
        if self.gusts is not None and "gustiness" in self.model_fields_set:
            raise RocketryError("gustiness", "is told twice: gusts says the same; give one")
        told = self.model_dump(exclude={"wind_layers", "outline", "gusts", "gustiness"})
        return Site(**told, layers=layers, gustiness=self.gusts or self.gustiness)

    @property
    def told_gusts(self) -> Gustiness | None:
        """As told; None: nobody said."""
        return self.gusts or (self.gustiness if "gustiness" in self.model_fields_set else None)

    @property
    def untold(self) -> frozenset[Need]:
        """What a verdict asks for and this document leaves out."""
        winds = {"wind_speed_m_s", "wind_layers"} & self.model_fields_set
        return frozenset() if winds else frozenset({"wind"})

    def to_field(self) -> FlyingGround | None:
        """Its outline, where one is given."""
        if not self.outline:
            return None
        return FlyingGround(outline=tuple((c[0], c[1]) if isinstance(c, list) else (c.x_m, c.y_m) for c in self.outline))

    @classmethod
    def of(cls, site: Site, ground: FlyingGround | None = None) -> Self:
        figures = asdict(site)
        figures["wind_layers"] = figures.pop("layers")
        outline = [PlaceDocument(x_m=x, y_m=y) for x, y in ground.outline] if ground and ground.outline else None
        return cls(**figures, outline=outline)


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


def _motors(name: str, documents: Sequence[MotorDocument | str]) -> tuple[Motor, ...]:
    """Motors told by document or catalogue label."""
    return tuple(within(name, find_motor, d)[0] if isinstance(d, str) else within(name, d.to_motor) for d in documents)


class FlightDocument(Document):
    """One flight. `motor` is a document or a label of the shipped catalogue; `delay_s` null means no charge.

    `boosters` are the motors of the stages below, `cluster` what the other tubes of a cluster hold where they are not all alike.
    """

    rocket: RocketDocument
    motor: MotorDocument | str
    delay_s: Number | None = None
    site: SiteDocument = SiteDocument()
    model: ModelDocument = ModelDocument()
    boosters: Annotated[list[MotorDocument | str], Field(max_length=2)] = []
    lights_after_s: Number = 0.0
    cluster: Annotated[list[MotorDocument | str], Field(max_length=6)] = []
    dead_motors: Annotated[int, Field(ge=0, le=6)] = 0

    def to_rocket(self) -> Rocket:
        """The rocket with its lower stages' motors and what fails to light."""
        rocket = within("rocket", self.rocket.to_rocket, self.model)
        if not isinstance(rocket, RigidRocket):
            for name in ("boosters", "cluster", "dead_motors"):
                if getattr(self, name):
                    raise RocketryError(name, "belongs to an airframe with parts")
            return rocket
        lower = len(rocket.airframe.stages) - 1
        if len(self.boosters) != lower:
            raise RocketryError("boosters", f"has {len(self.boosters)} entries for {lower} lower stages; each needs its motor")
        return replace(
            rocket, boosters=_motors("boosters", self.boosters), others=_motors("cluster", self.cluster),
            lights_after_s=self.lights_after_s, dead=self.dead_motors,
        )  # fmt: skip

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


class SpreadDocument(Document):
    """One standard deviation of everything drawn; see `Spread` for the defaults."""

    wind_fraction: Number = Spread().wind_fraction
    wind_from_deg: Number = Spread().wind_from_deg
    thrust_fraction: Number = Spread().thrust_fraction
    delay_s: Number = Spread().delay_s
    delay_fraction: Number = Spread().delay_fraction
    cd_fraction: Number = Spread().cd_fraction
    mass_fraction: Number = Spread().mass_fraction
    rod_deg: Number = Spread().rod_deg


class ScatterDocument(FlightDocument):
    """One flight many times over, with what nobody knows exactly drawn from a seed."""

    runs: Annotated[int, Field(ge=1, le=10**12)] = 1000
    seed: Annotated[int, Field(ge=0, lt=2**63)] = 1
    spread: SpreadDocument = SpreadDocument()
    ejection_speed_max_m_s: Number | None = None

    def to_question(self) -> Question:
        motor, delay_s = self.motor_and_delay()
        rocket, site = self.to_rocket(), within("site", self.site.to_site)
        return Question(
            vehicle=rocket.loaded(motor), delay_s=delay_s, site=site, runs=self.runs, seed=self.seed,
            spread=Spread(**self.spread.model_dump()),
        )  # fmt: skip


class FlyerDocument(Document):
    """Certification level, 0 … 3, and age in years; `age` is the earlier name of `age_years`."""

    level: Annotated[int, Field(ge=0, le=3)] = 0
    age_years: Annotated[int, Field(ge=3, le=120)] | None = None
    age: Annotated[int, Field(ge=3, le=120)] | None = None

    def to_flyer(self) -> Flyer:
        """The core's; raises RocketryError where both names are used."""
        if self.age is not None and self.age_years is not None:
            raise RocketryError("age", "is told twice: age_years says the same; give one")
        return Flyer(level=self.level, age=self.age if self.age_years is None else self.age_years)


class PayloadDocument(Document):
    """Something fragile aboard and the force it stands along the rocket."""

    mass_kg: Number
    stands_n: Number

    def to_payload(self) -> Payload:
        return Payload(mass_kg=self.mass_kg, stands_n=self.stands_n)
