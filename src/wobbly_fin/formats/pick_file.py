"""A rocket, its mount and a site: which motor?"""

from dataclasses import replace
from typing import Annotated

from pydantic import Field

from wobbly_fin.formats.base import Document, within
from wobbly_fin.formats.documents import (
    FlyerDocument,
    ModelDocument,
    MountDocument,
    PayloadDocument,
    RocketDocument,
    RulesDocument,
    SiteDocument,
)
from wobbly_fin.formats.motors import MOST_MOTORS, MotorDocument
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.motors.motor import Motor


class PickDocument(Document):
    """A rocket, its mount and a site: which motor? `lower_mounts` are those of the stages below."""

    rocket: RocketDocument
    mount: MountDocument
    lower_mounts: Annotated[list[MountDocument], Field(max_length=2)] = []
    site: SiteDocument = SiteDocument()
    model: ModelDocument = ModelDocument()
    flyer: FlyerDocument | None = None
    payload: PayloadDocument | None = None
    rules: RulesDocument | None = None  # type: ignore[valid-type]
    motors: Annotated[list[MotorDocument], Field(max_length=MOST_MOTORS)] | None = (
        None  # the person's box; left out: the practice catalogue
    )

    def to_motors(self) -> tuple[Motor, ...]:
        """The box it is picked from."""
        return catalogue() if self.motors is None else tuple(within(f"motors.{n}", m.to_motor) for n, m in enumerate(self.motors))

    def to_situation(self) -> Situation:
        """The site and who flies what there."""
        site = within("site", self.site.to_site)
        return Situation(
            site=replace(site, gustiness="calm") if self.site.gusts else site, ground=within("site", self.site.to_field),
            flyer=within("flyer", self.flyer.to_flyer) if self.flyer else None,
            payload=self.payload.to_payload() if self.payload else None,
            untold=self.site.untold, gusts=self.site.told_gusts or "breezy",
        )  # fmt: skip

    def to_configuration(self) -> Configuration:
        """The rocket with its mounts, nothing loaded: sizes as told, places and counts as drawn where they are."""
        rocket = within("rocket", self.rocket.to_rocket, self.model)
        lower = len(self.rocket.lower_stages or [])
        if len(self.lower_mounts) != lower:
            raise RocketryError("lower_mounts", f"has {len(self.lower_mounts)} entries for {lower} lower stages")
        told = [within("mount", self.mount.to_mount), *(within("lower_mounts", m.to_mount) for m in self.lower_mounts)]
        mounts: list[Mount] = []
        for stage, size in enumerate(told):
            drawn = [m for m in rocket.mounts if m.stage == stage] if isinstance(rocket, RigidRocket) else []
            first = replace(drawn[0], diameter_m=size.diameter_m, max_length_m=size.max_length_m) if drawn else None
            mounts += [first or replace(size, stage=stage, key=f"mount {stage}"), *drawn[1:]]
        return Configuration(rocket=rocket, mounts=tuple(mounts))

    def to_rules(self) -> Rules:
        overrides = self.rules.model_dump(exclude_none=True) if self.rules else {}  # type: ignore[attr-defined]
        return Rules.with_overrides(overrides)
