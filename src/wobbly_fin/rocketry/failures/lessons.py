"""Lessons: what a failure asks to be looked at in later checklists and verdicts of that rocket, until enough flights have gone well."""

import datetime
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.failures.causes import CAUSES
from wobbly_fin.rocketry.words import uncapital

GONE_AFTER = 5  # good flights in a row after which a lesson is no longer said: our own choice


@dataclass(frozen=True, slots=True, kw_only=True)
class Lesson:
    """What was decided of one failure: when, which cause, and the owner's own words where they wrote some."""

    on: datetime.date
    cause: str
    own: str = ""
    good_since: int = 0

    @property
    def live(self) -> bool:
        """Whether it is still said."""
        return self.good_since < GONE_AFTER


def lesson_sentence(lesson: Lesson) -> str:
    """For a checklist: what happened, and what to look at."""
    cause = CAUSES.get(lesson.cause)
    day = f"{lesson.on.day} {lesson.on:%B %Y}"
    what = f"{day}: {uncapital(cause.name)}" if cause else day
    ask = lesson.own.strip() or (cause.check if cause else "")
    return f"{what}. {ask}".strip()


def live_lessons(lessons: Sequence[Lesson]) -> tuple[Lesson, ...]:
    """Those still said, newest first, each cause once."""
    seen: set[str] = set()
    out = []
    for lesson in sorted(lessons, key=lambda x: x.on, reverse=True):
        if lesson.live and lesson.cause not in seen:
            seen.add(lesson.cause)
            out.append(lesson)
    return tuple(out)
