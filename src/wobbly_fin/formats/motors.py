"""A motor as a strict model: with its curve, and what of it is a guess."""

from dataclasses import asdict
from functools import partial
from typing import Annotated, Any, Literal, Self

from pydantic import Field, SerializerFunctionWrapHandler, model_serializer

from wobbly_fin.formats.base import Document, Number, Sample, within
from wobbly_fin.rocketry.motors.assembly_card import AssemblyCard, read_card
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import CaseKind, Motor, Propellant
from wobbly_fin.rocketry.motors.unsure import FIGURES, Unsure

MOST_MOTORS = 1_000
Ends = Annotated[list[Number], Field(min_length=2, max_length=2)]


class UnsureDocument(Document):
    """What of a motor is a guess: factors that nine in ten lie between, and the boxes nobody filled in."""

    impulse: Ends = [1.0, 1.0]
    thrust: Ends = [1.0, 1.0]
    shape: Ends = [1.0, 1.0]
    propellant: Ends = [1.0, 1.0]
    case: Ends = [1.0, 1.0]
    whole_weighed: bool = False
    guessed: list[str] = []

    def to_unsure(self) -> Unsure:
        ends: dict[str, Any] = {name: tuple(getattr(self, name)) for name in FIGURES}
        return Unsure(whole_weighed=self.whole_weighed, guessed=tuple(self.guessed), **ends)

    @classmethod
    def of(cls, unsure: Unsure) -> Self:
        """What `to_unsure` gives back."""
        told = asdict(unsure)
        return cls(**{name: list(told[name]) if isinstance(told[name], tuple) else told[name] for name in cls.model_fields})


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
    adjustable: bool = False
    sparks: bool = False
    unsure: UnsureDocument | None = None

    @model_serializer(mode="wrap")
    def _as_before(self, handler: SerializerFunctionWrapHandler) -> dict[str, Any]:
        """A motor of which nothing is guessed and that throws no sparks is written as it always was, so that what was kept of it is still the
        same."""
        told: dict[str, Any] = handler(self)
        return {name: value for name, value in told.items() if name not in ("unsure", "sparks") or value}

    def to_motor(self) -> Motor:
        known = self.model_dump(exclude={"diameter_mm", "length_mm", "thrust", "delays_s", "unsure"})
        return Motor(
            unsure=self.unsure.to_unsure() if self.unsure is not None else None,
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
            adjustable=motor.adjustable,
            sparks=motor.sparks,
            unsure=UnsureDocument.of(motor.unsure) if motor.unsure is not None else None,
        )


class MotorsFile(Document):
    """Motors to pass on: one person types a maker's range, and all have it."""

    format: Literal["wobbly-fin-motors"] = "wobbly-fin-motors"
    version: Literal[1] = 1
    motors: Annotated[list[MotorDocument], Field(max_length=MOST_MOTORS)]
    assembly: Annotated[dict[str, dict[str, Any]], Field(max_length=MOST_MOTORS)] = {}

    def cards(self) -> dict[str, AssemblyCard]:
        """How reloads among them are put together, by label; raises RocketryError at the field at fault."""
        return {label: within(f"assembly.{label}", partial(read_card, told)) for label, told in self.assembly.items()}
