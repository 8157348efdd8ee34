"""Everything a rocket's verdict hangs on, put together once: the board, Recovery, a day's line, the logbook and the phone all ask this."""

from dataclasses import dataclass, replace

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.accounts.people import flyer_of, preferences_of, rules_of, units_of
from wobbly_fin.formats.base import within
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar import facts
from wobbly_fin.hangar.judged import judged
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.airframe.airframe import MOST_STAGES
from wobbly_fin.rocketry.airframe.guide import guided_travel_m
from wobbly_fin.rocketry.choosing.pick import Candidate, Shares
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Flyer, Payload, Situation, Taught
from wobbly_fin.rocketry.choosing.trial import Need
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.learning.rocket_fit import Learnt
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.variants import with_drag_factor
from wobbly_fin.stores.conditions import Today, today
from wobbly_fin.stores.shelf import Shelved, from_shelf


@dataclass(frozen=True, slots=True, kw_only=True)
class KnownRocket:
    """A stored rocket with all that is known of it.

    Attributes
    ----------
    base : Configuration
        As weighed, with the drag its flights taught, nothing loaded.
    built : bool or None
        Whether build, repairs and holds are done; None: nobody said.
    """

    file: RocketFile
    base: Configuration
    learnt: Learnt
    taught: Taught
    repairs: bool
    built: bool | None
    payload: Payload | None

    def on_rod(self, site: Site) -> Site:
        """A site with what this rocket's lowest guide leaves of the rod."""
        layout = self.base.layout
        return site if layout is None else replace(site, rod_length_m=guided_travel_m(layout, site.rod_length_m))

    def situation(self, site: Site, flyer: Flyer | None, **more: object) -> Situation:
        """Where it flies, with what is known of the rocket."""
        return Situation(
            site=site, flyer=flyer, payload=self.payload, taught=self.taught, repairs=self.repairs, built=self.built, **more,  # type: ignore[arg-type]
        )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """Everything a rocket's motor choice hangs on, in the core's terms."""

    known: KnownRocket
    situation: Situation
    now: Today
    rules: Rules
    units: UnitChoice

    @property
    def file(self) -> RocketFile:
        """The rocket's document."""
        return self.known.file

    @property
    def base(self) -> Configuration:
        """The rocket, nothing loaded."""
        return self.known.base

    @property
    def cd_known(self) -> bool:
        """Whether the owner gave a Cd."""
        return self.file.own_cd is not None


def known_rocket(row: Rocket, delays: dict[tuple[str, float], float], file: RocketFile | None = None) -> KnownRocket:
    """A stored rocket with what every other room knows of it.

    Parameters
    ----------
    delays : dict
        As `facts.delays` has them: the same for all rockets of a person.
    file : RocketFile or None
        As last weighed at the field, or as being drawn; None: as stored.

    Raises
    ------
    RocketryError
        For a rocket without a mount, or with parts that cannot be.
    """
    file = read_rocket_file(row.document) if file is None else file
    learnt = facts.learnt(row)
    base = file.to_configuration()
    if base.plan is not None and (pulled := facts.pulled(row.owner)):
        base = replace(base, plan=replace(base.plan, pulled=pulled))
    base = base.changed(with_drag_factor(base.rocket, learnt.cd_factor))
    built = facts.built(row)
    return KnownRocket(
        file=file,
        base=base,
        learnt=learnt,
        taught=Taught(thrust=dict(learnt.thrust_factors), thrust_sd=learnt.thrust_sds, delays=delays),
        repairs=bool(facts.repairs(row)),
        # Where it is not built here its owner's word counts; taken back it is no word.
        built=built if built is not None else file.built or None,
        payload=within("payload", file.payload.to_payload) if file.payload else None,
    )


def question_of(user: User, row: Rocket, file: RocketFile | None = None) -> Question:
    """A stored rocket in its owner's conditions of today; with `file` as it is being drawn."""
    preferences = preferences_of(user)
    known = known_rocket(row, facts.delays(user), file)
    now = today(preferences, rod_length_m=known.file.rod_length_m)
    # Judged in the mean wind: one draw of gusts would make a verdict a matter of luck. The cloud of landings has them.
    now = replace(now, site=replace(known.on_rod(now.site), gustiness="calm"))
    return Question(
        known=known,
        situation=known.situation(
            now.site, flyer_of(preferences), ground=now.ground, untold=untold_today(now), gusts=now.told.get("gustiness", "breezy"),
        ),
        now=now,
        rules=rules_of(preferences),
        units=units_of(preferences),
    )  # fmt: skip


def untold_today(now: Today) -> frozenset[Need]:
    """Of today's conditions what nobody told."""
    return frozenset() if now.typed.get("wind") or now.hours else frozenset({"wind"})


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """Motors off the shelf: of each stage, the first stage's first; and of mounts beside. `key` says them all."""

    key: str
    shelved: tuple[Shelved, ...]
    beside: tuple[tuple[str, Shelved], ...] = ()

    @property
    def motor(self) -> Motor:
        """The first stage's, the one with the delay."""
        return self.shelved[0].motor

    @property
    def boosters(self) -> tuple[Motor, ...]:
        """Of the stages below."""
        return tuple(s.motor for s in self.shelved[1:])

    def owned(self) -> "Load":
        """The same; raises RocketryError for a class in general, which nobody can fly."""
        if any(s.key.startswith("class:") for s in (*self.shelved, *(s for _, s in self.beside))):
            raise RocketryError("motor", "is a whole class; add the motor you have, then choose that")
        return self

    def into(self, base: Configuration, delay_s: float | None) -> Configuration:
        """Loaded; raises RocketryError where motors and stages do not go together."""
        delay = delay_s if self.motor.kind == "single" else None
        return base.with_motors(self.motor, delay, self.boosters, {mount: s.motor for mount, s in self.beside})


def load_of(user: User, key: str) -> Load:
    """Motors by their keys, stages joined by |, each mount beside as ;mount=key; raises Http404 where there are none this person may see."""
    keys, beside = apart(key)
    if len(keys) > MOST_STAGES or len(beside) > 12:
        raise Http404
    return Load(
        key=key,
        shelved=tuple(from_shelf(user, k) for k in keys),
        beside=tuple((mount, from_shelf(user, k)) for mount, k in beside),
    )


def apart(key: str) -> tuple[list[str], list[tuple[str, str]]]:
    """A load's key taken apart: the motor's key of each stage, and mounts beside with theirs."""
    stages, *beside = key.split(";")
    return stages.split("|"), [(mount, k) for mount, _, k in (item.partition("=") for item in beside)]


def load_key(candidate: Candidate, key_of: dict[str, str]) -> str:
    """The key of a candidate's motors."""
    c = candidate.configuration
    stages, beside = [], []
    for stage in range(c.stages):
        (lead, first), *more = c.in_stage(stage)
        stages.append(key_of[first.motor.key])
        beside += [f";{m.key}={key_of[x.motor.key]}" for m, x in more if not (m.like(lead) and x.motor.key == first.motor.key)]
    return "|".join(stages) + "".join(beside)


def judge_one(asked: Question, load: Load, delay_s: float | None, shares: Shares = "all") -> Candidate:
    """One load with any delay, sold or not."""
    return judged(load.into(asked.base, delay_s), asked.situation, asked.rules, shares)


__all__ = ["KnownRocket", "Load", "Question", "apart", "judge_one", "known_rocket", "load_key", "load_of", "question_of"]
