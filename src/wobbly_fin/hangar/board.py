"""The question a rocket is asked: which motor, which delay, here, today, and why not the others?"""

from dataclasses import dataclass, replace

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.accounts.actions.conditions import Today, today
from wobbly_fin.accounts.people import flyer_of, preferences_of, rules_of, units_of
from wobbly_fin.formats.base import within
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.learnt import delays_in_the_box, is_grounded, learnt_of, lessons_of, taught_of
from wobbly_fin.rocketry.airframe import lay_out
from wobbly_fin.rocketry.airframe.airframe import MOST_STAGES
from wobbly_fin.rocketry.airframe.guide import guided_travel_m
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing import Candidate, Mount, Rules, judge, pick
from wobbly_fin.rocketry.choosing.situation import Situation, Stocked
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.lessons import Lesson
from wobbly_fin.rocketry.flight import QuickRocket
from wobbly_fin.rocketry.learning.rocket_fit import Learnt
from wobbly_fin.rocketry.motors import Motor
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.variants import with_drag_factor
from wobbly_fin.stores.shelf import Shelved, from_shelf, shelf
from wobbly_fin.stores.stock import stock_of


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """Everything a rocket's motor choice hangs on, in the core's terms."""

    file: RocketFile
    rocket: QuickRocket | RigidRocket
    mounts: tuple[Mount, ...]
    situation: Situation
    now: Today
    rules: Rules
    units: UnitChoice
    learnt: Learnt
    lessons: tuple[Lesson, ...]

    @property
    def mount(self) -> Mount:
        """The first stage's, where the motor with the delay goes."""
        return self.mounts[0]

    @property
    def cd_known(self) -> bool:
        """Whether the owner gave a Cd."""
        return self.file.own_cd is not None


@dataclass(frozen=True, slots=True, kw_only=True)
class Board:
    """The answer: every candidate, best first, the shelf it came from, and what of it lies in the box."""

    question: Question
    candidates: tuple[Candidate, ...]
    key_of: dict[str, str]
    shelf: list[Shelved]
    stock: dict[str, Stocked]


def question_of(user: User, row: Rocket) -> Question:
    """A stored rocket in its owner's conditions of today."""
    preferences = preferences_of(user)
    file = read_rocket_file(row.document)
    learnt = learnt_of(row)
    now = _on_this_rod(today(preferences, rod_length_m=file.rod_length_m), file)
    return Question(
        file=file,
        rocket=with_drag_factor(file.to_rocket(), learnt.cd_factor),
        mounts=tuple(file.to_mounts()),
        situation=Situation(
            site=now.site,
            ground=now.ground,
            flyer=flyer_of(preferences),
            payload=within("payload", file.payload.to_payload) if file.payload else None,
            taught=taught_of(row, delays_in_the_box(user)),
            grounded=is_grounded(row),
        ),
        now=now,
        rules=rules_of(preferences),
        units=units_of(preferences),
        learnt=learnt,
        lessons=lessons_of(row),
    )


def board_of(user: User, row: Rocket) -> Board:
    """Fly and judge every motor on the shelf that fits."""
    asked = question_of(user, row)
    everything = shelf(user)
    return Board(
        question=asked,
        candidates=pick(asked.rocket, asked.mounts, asked.situation, [s.motor for s in everything], asked.rules),
        key_of={s.motor.key: s.key for s in everything},
        shelf=everything,
        stock=stock_of(user, everything),
    )


def _on_this_rod(now: Today, file: RocketFile) -> Today:
    """The day with what this rocket's lowest guide leaves of the rod."""
    if file.is_quick:
        return now
    travel = guided_travel_m(lay_out(file.to_airframe()), now.site.rod_length_m)
    return replace(now, site=replace(now.site, rod_length_m=travel))


@dataclass(frozen=True, slots=True, kw_only=True)
class Load:
    """The motors of a flight off the shelf, the first stage's first. `key` is theirs joined by |."""

    key: str
    shelved: tuple[Shelved, ...]

    @property
    def motor(self) -> Motor:
        """The first stage's, the one with the delay."""
        return self.shelved[0].motor

    @property
    def boosters(self) -> tuple[Motor, ...]:
        """Of the stages below."""
        return tuple(s.motor for s in self.shelved[1:])


def load_of(user: User, key: str) -> Load:
    """Motors by their keys joined by |; raises Http404 where there are none this person may see."""
    keys = key.split("|")
    if len(keys) > MOST_STAGES:
        raise Http404
    return Load(key=key, shelved=tuple(from_shelf(user, k) for k in keys))


def load_key(candidate: Candidate, key_of: dict[str, str]) -> str:
    """The key of a candidate's motors."""
    return "|".join(key_of[m.key] for m in (candidate.motor, *candidate.boosters))


def ready(asked: Question, load: Load) -> QuickRocket | RigidRocket:
    """The rocket over the boosters of a load; raises RocketryError where they do not go with its stages."""
    if isinstance(asked.rocket, RigidRocket):
        return asked.rocket.over(load.boosters)
    if load.boosters:
        raise RocketryError("motor", "names boosters; this rocket has one stage")
    return asked.rocket


def judge_one(asked: Question, load: Load, delay_s: float | None) -> Candidate:
    """One load with any delay, sold or not."""
    return judge(ready(asked, load), asked.mount, asked.situation, load.motor, delay_s, asked.rules)
