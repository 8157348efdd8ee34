"""The rocket file: one document a rocket, versioned, parts with stable keys inside one another.

Version 1 knows three parts, all a quick rocket needs: a quick body (mass, diameter, drag), a motor mount and a canopy.
"""

import uuid
from typing import Annotated, Any, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.formats.documents import Document, Number, within
from wobbly_fin.rocketry.choosing import Mount
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight import QuickRocket
from wobbly_fin.rocketry.flight.quick_rocket import USUAL_CD
from wobbly_fin.rocketry.motors import decode
from wobbly_fin.rocketry.recovery import Canopy
from wobbly_fin.rocketry.recovery.canopy import CanopyKind

CURRENT_VERSION = 1
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
Label = Annotated[str, StringConstraints(strip_whitespace=True, max_length=24)]


class Part(Document):
    """What every part has: a key that never changes, and what it sits in."""

    id: uuid.UUID
    parent: uuid.UUID | None = None


class QuickBody(Part):
    """A whole airframe in four figures; `cd` null: not known, the usual value is flown."""

    type: Literal["quick_body"] = "quick_body"
    mass_kg: Number
    diameter_m: Number
    length_m: Number | None = None
    cd: Number | None = None


class MotorMount(Part):
    """Where the motor goes."""

    type: Literal["motor_mount"] = "motor_mount"
    diameter_mm: Number
    max_length_mm: Number


class CanopyPart(Part):
    """What it comes down under."""

    type: Literal["canopy"] = "canopy"
    kind: CanopyKind = "flat"
    diameter_m: Number
    cd: Number | None = None
    spill_hole_m: Number = 0.0


AnyPart = Annotated[QuickBody | MotorMount | CanopyPart, Field(discriminator="type")]


class Stage(Document):
    """One stage, front to back."""

    id: uuid.UUID
    parts: list[AnyPart]


class RocketFile(Document):
    """A rocket. `typed` keeps, per box of the form, the text its owner typed; the figures beside it are SI."""

    format: Literal["wobbly-fin/rocket"] = "wobbly-fin/rocket"
    version: Literal[1] = 1
    name: Name
    stages: Annotated[list[Stage], Field(min_length=1, max_length=1)]
    rod_length_m: Number | None = None
    printed_motors: Annotated[list[Label], Field(max_length=40)] = []
    remarks: Annotated[str, StringConstraints(max_length=4000)] = ""
    typed: dict[str, Annotated[str, StringConstraints(max_length=80)]] = {}

    @property
    def body(self) -> QuickBody:
        """The quick body; raises RocketryError where there is none."""
        return self._only(QuickBody, "quick_body")

    @property
    def mount(self) -> MotorMount:
        """The motor mount; raises RocketryError where there is none."""
        return self._only(MotorMount, "motor_mount")

    @property
    def canopy(self) -> CanopyPart | None:
        """The canopy, if any."""
        return next((p for s in self.stages for p in s.parts if isinstance(p, CanopyPart)), None)

    def _only(self, kind: type[Any], type_name: str) -> Any:
        found = [p for s in self.stages for p in s.parts if isinstance(p, kind)]
        if len(found) != 1:
            raise RocketryError("parts", f"a quick rocket has one {type_name}, this one has {len(found)}")
        return found[0]

    def to_rocket(self, cd: float | None = None) -> QuickRocket:
        """The core's quick rocket, with its own Cd, the usual one, or the one given."""
        body = self.body
        return QuickRocket(
            mass_kg=body.mass_kg,
            diameter_m=body.diameter_m,
            cd=cd if cd is not None else body.cd if body.cd is not None else USUAL_CD,
            canopy=self.to_canopy(),
        )

    def to_canopy(self) -> Canopy | None:
        """The core's canopy."""
        part = self.canopy
        if part is None:
            return None
        return within("canopy", lambda: Canopy(**part.model_dump(exclude={"id", "parent", "type"})))

    def to_mount(self) -> Mount:
        """The core's mount."""
        mount = self.mount
        return Mount(diameter_m=mount.diameter_mm / 1000, max_length_m=mount.max_length_mm / 1000)

    def check(self) -> "RocketFile":
        """Raise RocketryError unless every figure is one the core can fly and every printed motor a label; returns itself."""
        self.to_rocket()
        self.to_mount()
        for label in self.printed_motors:
            within("printed_motors", decode, label)
        return self


def read_rocket_file(document: Any) -> RocketFile:
    """A rocket file of this version or an earlier one; raises RocketryError for a newer one, ValidationError for a broken one."""
    version = document.get("version") if isinstance(document, dict) else None
    if isinstance(version, int) and version > CURRENT_VERSION:
        raise RocketryError("version", f"{version} was written by a newer Wobbly Fin; this one reads up to {CURRENT_VERSION}")
    return RocketFile.model_validate(document)
