"""How a rocket is let down, as its file keeps it: schools, order of opening, charges wished for, ground tests made."""

import datetime
import uuid
from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.parts import Text
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.sequence import First
from wobbly_fin.rocketry.flight.sequence import Sequence as RecoverySequence
from wobbly_fin.rocketry.recovery.plan import THROW_N, ChargeWish, GroundTest, RecoveryPlan
from wobbly_fin.rocketry.recovery.wadding import what_it_is

MOST_TESTS = 40


class ChargeDocument(Document):
    """What an altimeter's charge is to do in a bay; `friction_n` null: as a nose that just holds its rocket.

    `bay`: the tube it sits in, null: with what it throws out. `charge_kg`: as loaded, null: what the rest asks for. `backup`: a second
    altimeter with a charge of its own, `backup_kg`.
    """

    throw_n: Number = THROW_N
    friction_n: Number | None = None
    bay: uuid.UUID | None = None
    charge_kg: Number | None = None
    backup: bool = False
    backup_kg: Number | None = None

    def to_wish(self) -> ChargeWish:
        """The core's."""
        return ChargeWish(**self.model_dump(exclude={"bay"}), bay=str(self.bay) if self.bay else None)


class GroundTestDocument(Document):
    """A test on the ground, as told; the bay's volume on that day is kept with it."""

    id: uuid.UUID
    on: datetime.date
    event: Literal["first", "main"]
    charge_kg: Number
    result: Literal["threw", "moved", "nothing", "damaged"]
    volume_m3: Number
    remark: Annotated[str, StringConstraints(strip_whitespace=True, max_length=200)] = ""
    typed: Text = ""

    def to_test(self) -> GroundTest:
        """The core's."""
        return GroundTest(
            on=self.on.isoformat(), event=self.event, charge_kg=self.charge_kg, result=self.result, volume_m3=self.volume_m3,
            remark=self.remark,
        )  # fmt: skip


class RecoveryChoice(Document):
    """How it is let down and packed: schools, and what opens first. `main_height_m` of a main let out lower down."""

    protection: Literal["tissue", "fluff", "cloth", "baffle", "none"] = "tissue"
    wadding: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] = ""
    fold: Literal["accordion", "rolled", "wrapped", "bundle"] = "accordion"
    first: First = "main"
    drogue_m: Number | None = None
    main_height_m: Number | None = None
    at_apogee: bool = False
    first_charge: ChargeDocument = ChargeDocument()
    main_charge: ChargeDocument = ChargeDocument()
    motor_charge_kg: Number | None = None
    tests: Annotated[list[GroundTestDocument], Field(max_length=MOST_TESTS)] = []
    typed: Annotated[dict[str, Text], Field(max_length=16)] = {}

    def to_sequence(self, aboard: Canopy | None = None) -> RecoverySequence:
        """The core's; `aboard` is a second canopy that can be its drogue where no size was told."""
        drogue = None
        if self.first == "drogue":
            told = self.drogue_m
            drogue = aboard if told is None else within("drogue", lambda: Canopy(diameter_m=told))
        two = self.first in ("tumble", "drogue")
        return RecoverySequence(
            first=self.first, drogue=drogue, main_height_m=self.main_height_m if two else None, at_apogee=self.at_apogee,
            burns=what_it_is(self.wadding) == "burns", asked=self.protection in ("tissue", "fluff") and what_it_is(self.wadding) == "unknown",
        )  # fmt: skip

    def to_plan(self, aboard: Canopy | None = None) -> RecoveryPlan:
        """The core's."""
        return RecoveryPlan(
            sequence=self.to_sequence(aboard),
            protection=self.protection,
            wadding=self.wadding,
            first=within("first_charge", self.first_charge.to_wish),
            main=within("main_charge", self.main_charge.to_wish),
            motor_charge_kg=self.motor_charge_kg,
            tests=tuple(within("tests", t.to_test) for t in self.tests),
        )
