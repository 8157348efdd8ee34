"""The question a rocket is asked: which motor, which delay, here, today, and why not the others?"""

from dataclasses import dataclass

from django.contrib.auth.models import User

from wobbly_fin.accounts.actions.conditions import Today, today
from wobbly_fin.accounts.people import preferences_of, rules_of, units_of
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.choosing import Candidate, Mount, Rules, judge, pick
from wobbly_fin.rocketry.flight import QuickRocket
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.stores.shelf import Shelved, shelf


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """Everything a rocket's motor choice hangs on, in the core's terms."""

    file: RocketFile
    rocket: QuickRocket
    mount: Mount
    now: Today
    rules: Rules
    units: UnitChoice

    @property
    def cd_known(self) -> bool:
        """Whether the owner gave a Cd."""
        return self.file.own_cd is not None


@dataclass(frozen=True, slots=True, kw_only=True)
class Board:
    """The answer: every candidate, best first, and the shelf it came from."""

    question: Question
    candidates: tuple[Candidate, ...]
    key_of: dict[str, str]
    shelf: list[Shelved]


def question_of(user: User, row: Rocket) -> Question:
    """A stored rocket in its owner's conditions of today."""
    preferences = preferences_of(user)
    file = read_rocket_file(row.document)
    return Question(
        file=file,
        rocket=file.to_rocket(),
        mount=file.to_mount(),
        now=today(preferences, rod_length_m=file.rod_length_m),
        rules=rules_of(preferences),
        units=units_of(preferences),
    )


def board_of(user: User, row: Rocket) -> Board:
    """Fly and judge every motor on the shelf that fits."""
    asked = question_of(user, row)
    everything = shelf(user)
    return Board(
        question=asked,
        candidates=pick(asked.rocket, asked.mount, asked.now.site, [s.motor for s in everything], asked.rules),
        key_of={s.motor.key: s.key for s in everything},
        shelf=everything,
    )


def judge_one(asked: Question, shelved: Shelved, delay_s: float | None) -> Candidate:
    """One motor with any delay, sold or not."""
    return judge(asked.rocket, asked.mount, asked.now.site, shelved.motor, delay_s, asked.rules)
