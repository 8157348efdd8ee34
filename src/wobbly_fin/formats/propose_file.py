"""A wish, and whole rockets that meet it: the document `wobbly propose` reads, and its answer."""

from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field

from wobbly_fin.formats.base import Document, Number, within
from wobbly_fin.formats.documents import FlyerDocument, PayloadDocument, SiteDocument
from wobbly_fin.formats.drawn_up import drawn_up
from wobbly_fin.formats.judge_file import judge_answer
from wobbly_fin.formats.motors import MOST_MOTORS, MotorDocument
from wobbly_fin.formats.parts import LOOSE_PARTS
from wobbly_fin.formats.plan_file import SchoolsDocument
from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.rocketry.airframe.parts import Part
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.at_hand import AtHand
from wobbly_fin.rocketry.proposing.explain import bought, given_up, why_none
from wobbly_fin.rocketry.proposing.search import propose
from wobbly_fin.rocketry.proposing.sizing import Design
from wobbly_fin.rocketry.proposing.sketch import Sketch
from wobbly_fin.rocketry.proposing.wish import Cargo, Wish

Pair = Annotated[list[Number], Field(min_length=2, max_length=2)]


class CargoDocument(PayloadDocument):
    """Something carried up: how large it is, and the force it stands."""

    diameter_m: Number
    length_m: Number


class WishDocument(Document):
    """What is wanted; windows are [least, most]."""

    mount_diameter_mm: Number
    apogee_m: Pair
    margin_calibres: Pair
    descent_rate_m_s: Pair
    length_max_m: Number | None = None
    payload: CargoDocument | None = None
    body_diameter_mm: Number | None = None
    motor: str | None = None
    time_aloft_s: Pair | None = None
    cost_max: Number | None = None
    hours_max: Number | None = None

    def to_wish(self) -> Wish:
        cargo = self.payload
        return Wish(
            mount_diameter_m=self.mount_diameter_mm / 1000,
            apogee_m=(self.apogee_m[0], self.apogee_m[1]),
            margin_calibres=(self.margin_calibres[0], self.margin_calibres[1]),
            descent_rate_m_s=(self.descent_rate_m_s[0], self.descent_rate_m_s[1]),
            time_aloft_s=None if self.time_aloft_s is None else (self.time_aloft_s[0], self.time_aloft_s[1]),
            length_max_m=self.length_max_m,
            body_diameter_m=None if self.body_diameter_mm is None else self.body_diameter_mm / 1000,
            cargo=None if cargo is None else Cargo(mass_kg=cargo.mass_kg, diameter_m=cargo.diameter_m, length_m=cargo.length_m),
            motor=self.motor,
            cost_max=self.cost_max,
            hours_max=self.hours_max,
        )


class ProposeDocument(Document):
    """A wish, who flies, from which box, where; `have`: parts at hand, `designs`: how many are wanted, `schools`: how it is built, as for a plan."""

    want: WishDocument
    flyer: FlyerDocument | None = None
    motors: Annotated[list[MotorDocument], Field(max_length=MOST_MOTORS)] | None = None
    site: SiteDocument | None = None
    have: Annotated[list[dict[str, Any]], Field(max_length=400)] = []
    designs: Annotated[int, Field(ge=1, le=5)] = 3
    schools: SchoolsDocument = SchoolsDocument()

    def answer(self) -> dict[str, Any]:
        """Designs, best first; none possible: why."""
        wish = replace(within("want", self.want.to_wish), schools=within("schools", self.schools.checked))
        box: tuple[Motor, ...] = (
            catalogue() if self.motors is None else tuple(within(f"motors.{n}", m.to_motor) for n, m in enumerate(self.motors))
        )
        found, nearest = propose(wish, box, self.to_situation(), self.configured, Rules(), self.designs, self._at_hand())
        return {
            "designs": [self._design(d, n) for n, d in enumerate(found)],
            "why": "" if found else why_none(wish, nearest),
            "practice": self.motors is None,
        }

    def to_situation(self) -> Situation:
        """Where and by whom; what is left out is not known."""
        site = Site() if self.site is None else within("site", self.site.to_site)
        cargo = self.want.payload
        return Situation(
            site=site, ground=within("site", self.site.to_field) if self.site else None,
            flyer=within("flyer", self.flyer.to_flyer) if self.flyer else None,
            payload=None if cargo is None else within("want.payload", cargo.to_payload),
            untold=frozenset({"site", "wind"}) if self.site is None else self.site.untold,
            gusts=(self.site.told_gusts if self.site else None) or "breezy", built=True,
        )  # type: ignore[arg-type]  # fmt: skip

    def _at_hand(self) -> AtHand:
        """Parts at hand; of one that tells its kind alone, whatever is wanted of that kind is there."""
        made, kinds = [], []
        for n, told in enumerate(self.have):
            kind = str(told.get("type", ""))
            if kind not in LOOSE_PARTS:
                raise RocketryError(f"have.{n}.type", f"{kind[:40]!r} is no kind of part")
            if set(told) <= {"type", "id"}:
                kinds.append(kind)
            else:
                made.append(within(f"have.{n}", self._part, told))
        return AtHand.of(made, *kinds)

    @staticmethod
    def _part(told: dict[str, Any]) -> Part:
        return LOOSE_PARTS[str(told["type"])].model_validate(told).to_part()

    def configured(self, sketch: Sketch) -> Configuration:
        """A sketch as it would be kept."""
        return self._file(sketch, "proposal").to_configuration()

    def _file(self, sketch: Sketch, name: str) -> RocketFile:
        carried = self.want.payload
        payload = None if carried is None else {"mass_kg": carried.mass_kg, "stands_n": carried.stands_n}
        return drawn_up(sketch.airframe(), name, payload, plan=sketch.plan)

    def _design(self, design: Design, number: int) -> dict[str, Any]:
        candidate = design.candidate
        file = self._file(design.sketch, f"Proposal {number + 1}, {candidate.motor.name}")
        return {
            "rocket": file.model_dump(mode="json"),
            "motor": candidate.motor.name,
            "delay_s": candidate.delay_s,
            **judge_answer(candidate, None),
            "changed": list(given_up(design)),
            "bought": list(bought(design)),
            "hours": design.hours,
            "cost": design.price,
        }
