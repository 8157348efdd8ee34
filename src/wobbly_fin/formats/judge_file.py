"""A rocket loaded so, judged: the document `wobbly judge` reads, and its answer."""

import uuid
from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import Field

from wobbly_fin.formats.answers import trial_answer
from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.documents import FlyerDocument, RulesDocument, SiteDocument
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.rocketry.choosing.explain_openings import opening_sentence
from wobbly_fin.rocketry.choosing.nearest import Change, change_sentence, nearest_change
from wobbly_fin.rocketry.choosing.pick import Candidate, judge
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.tests_of_range import stand_off_m
from wobbly_fin.rocketry.choosing.trial import Need
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue, find_motor
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.recovery.opens import Opening, in_order

NOTHING_TOLD: frozenset[Need] = frozenset({"site", "wind"})


class MomentDocument(Document):
    """A moment, from the first motor's ignition."""

    at_s: Number


class LoadedMount(Document):
    """What is in a mount: `motor` a document, or a label among `motors` or in the practice catalogue."""

    mount: uuid.UUID
    motor: MotorDocument | str
    delay_s: Number | None = None
    plugged: bool = False
    lit: Literal["pad", "stage_below"] | MomentDocument | None = None


class JudgeDocument(Document):
    """A rocket, what is loaded in it, and what is known of place, flyer and build; what is left out is not known."""

    rocket: dict[str, Any]
    load: Annotated[list[LoadedMount], Field(max_length=40)]
    site: SiteDocument | None = None
    flyer: FlyerDocument | None = None
    rules: RulesDocument | None = None  # type: ignore[valid-type]
    built: bool | None = None
    ballast_kg: dict[uuid.UUID, Number] = {}
    motors: list[MotorDocument] | None = None

    def to_file(self) -> RocketFile:
        """The rocket file, its ballast as told."""
        file = within("rocket", read_rocket_file, self.rocket)
        return within("rocket", _with_ballast(file, self.ballast_kg).check)

    def to_box(self) -> tuple[Motor, ...]:
        """Motors at hand for a change."""
        return catalogue() if self.motors is None else tuple(within(f"motors.{n}", m.to_motor) for n, m in enumerate(self.motors))

    def to_configuration(self, file: RocketFile) -> Configuration:
        """The rocket loaded so; raises RocketryError at the load at fault."""
        box = self.to_box()
        return within("rocket", file.to_configuration).loading([_load(f"load.{n}", x, box) for n, x in enumerate(self.load)])

    def to_situation(self, file: RocketFile) -> Situation:
        """Where and by whom, and what of it is known."""
        site, untold = Site(), NOTHING_TOLD
        if self.site is not None:
            site, untold = within("site", self.site.to_site), self.site.untold
        return Situation(
            site=replace(site, gustiness="calm"), ground=within("site", self.site.to_field) if self.site else None,
            flyer=within("flyer", self.flyer.to_flyer) if self.flyer else None,
            payload=within("rocket.payload", file.payload.to_payload) if file.payload else None,
            untold=untold, gusts=(self.site.told_gusts if self.site else None) or "breezy",
            built=self.built if self.built is not None else file.built,
        )  # type: ignore[arg-type]  # fmt: skip

    def to_rules(self) -> Rules:
        """The limits in force."""
        return Rules.with_overrides(self.rules.model_dump(exclude_none=True) if self.rules else {})  # type: ignore[attr-defined]

    def answer(self) -> dict[str, Any]:
        """Judged."""
        file = self.to_file()
        configuration, situation, rules = self.to_configuration(file), self.to_situation(file), self.to_rules()
        found = judge(configuration, situation, rules)
        # Never a motor its owner does not have: the practice catalogue names what is loaded, it lends nothing.
        others = self.to_box() if self.motors is not None else ()
        change = nearest_change(found, others) if found.against else None
        return judge_answer(found, change)


def _with_ballast(file: RocketFile, ballast_kg: dict[uuid.UUID, float]) -> RocketFile:
    known = {p.id: p for p in file.parts if getattr(p, "kind", "") == "ballast"}
    for key in ballast_kg:
        if key not in known:
            raise RocketryError(f"ballast_kg.{key}", "is no ballast of this rocket")
    if not ballast_kg:
        return file
    stages = [
        s.model_copy(
            update={"parts": [p.model_copy(update={"mass_kg": ballast_kg[p.id]}) if p.id in ballast_kg else p for p in s.parts]}
        )
        for s in file.stages
    ]
    if file.known.mass_kg is not None and file.known.parts_kg is None:
        # What the scale said was said with the ballast that was in it.
        file = file.weighed_now()
    return file.model_copy(update={"stages": stages, "known": file.known})


def _load(place: str, told: LoadedMount, box: tuple[Motor, ...]) -> MountLoad:
    if isinstance(told.motor, str):
        motor, labelled = within(f"{place}.motor", find_motor, told.motor, box)
        delay = told.delay_s if "delay_s" in told.model_fields_set else labelled
    else:
        motor, delay = within(f"{place}.motor", told.motor.to_motor), told.delay_s
    lit = float(told.lit.at_s) if isinstance(told.lit, MomentDocument) else told.lit
    return within(place, lambda: MountLoad(mount=str(told.mount), motor=motor, delay_s=delay, plugged=told.plugged, lit=lit))


def opening_answer(opening: Opening, configuration: Configuration) -> dict[str, Any]:
    """What lets one device out, as the contract has it."""
    return {
        "event": opening.event,
        "source": opening.source,
        "place": opening.place,
        "works": opening.works,
        "reason": opening_sentence(opening, configuration.layout),
    }


def judge_answer(found: Candidate, change: Change | None) -> dict[str, Any]:
    """A verdict as the contract has it."""
    c, flight = found.configuration, found.flight
    return {
        "verdict": found.verdict,
        "settled": found.settled,
        "tests": [{k: v for k, v in trial_answer(t).items() if k != "passed"} for t in found.tests],
        "opens": [opening_answer(o, c) for o in in_order(c.openings)],
        "unknown": list(found.open_for),
        "mass_kg": c.mass_kg,
        "liftoff_mass_kg": flight.liftoff_mass_kg,
        "motors_loaded": len(c.motors),
        "apogee_altitude_m": flight.apogee_altitude_m,
        "rod_exit_speed_m_s": flight.rod_exit_speed_m_s,
        "margin_calibres": found.case.margins.on_pad if found.case.margins else None,
        "descent_rate_m_s": flight.descent_rate_m_s,
        "landing_energy_j": landing_energy_j(found),
        "inside_field_fraction": found.case.inside[0] if found.case.inside else None,
        "stand_off_m": stand_off_m(found.case),
        "nearest_change": None if change is None else {"what": change.key, "reason": change_sentence(change)},
    }


def landing_energy_j(found: Candidate) -> float | None:
    """What it lands with. [J]"""
    speed = found.flight.lands_m_s
    if speed is None or found.configuration.empty_stages:
        return None
    return 0.5 * found.configuration.hanging_kg * speed**2
