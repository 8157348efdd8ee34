"""The document a schedule is asked with: free hours and steps, moments as ISO 8601, with an offset everywhere or nowhere."""

import datetime
import math
from typing import Annotated, Any

from pydantic import Field, StringConstraints

from wobbly_fin.formats.base import Document, Number
from wobbly_fin.rocketry.building.schedule import Schedule, schedule
from wobbly_fin.rocketry.building.task import MOST_TASKS, MOST_WINDOWS, Problem, Task, Wait, Window
from wobbly_fin.rocketry.errors import RocketryError

Moment = Annotated[str, StringConstraints(max_length=40)]
StepName = Annotated[str, StringConstraints(min_length=1, max_length=80)]
_EARLIEST, _LATEST = 1970, 2200


class FreeDocument(Document):
    """Hands are free from one moment to another."""

    from_: Moment = Field(alias="from")
    to: Moment


class StepDocument(Document):
    """One step. `after` waits for `cured`; curing holds `part`."""

    id: StepName
    hands_on_min: Number
    cure_min: Number = 0.0
    after: Annotated[list[StepName], Field(max_length=MOST_TASKS)] = []
    part: Annotated[str, StringConstraints(max_length=80)] | None = None


class ScheduleDocument(Document):
    """Steps, free hours, and from when on."""

    start: Moment
    free: Annotated[list[FreeDocument], Field(max_length=MOST_WINDOWS)]
    steps: Annotated[list[StepDocument], Field(max_length=MOST_TASKS)]
    deadline: Moment | None = None

    def answer(self) -> dict[str, Any]:
        """The contract's answer; raises RocketryError for moments or steps that cannot be."""
        start = _moment("start", self.start)
        problem = self._to_problem(start)
        deadline = None if self.deadline is None else _moment("deadline", self.deadline, like=start)
        return _said(schedule(problem), start, deadline)

    def _to_problem(self, start: datetime.datetime) -> Problem:
        windows = []
        for number, free in enumerate(self.free):
            opens = _moment(f"free.{number}.from", free.from_, like=start)
            closes = _moment(f"free.{number}.to", free.to, like=start)
            if closes <= opens:
                raise RocketryError(f"free.{number}.to", "must be later than its beginning")
            # Whole seconds inside the window.
            from_s, to_s = math.ceil(opens.timestamp()), math.floor(closes.timestamp())
            if to_s > from_s:
                windows.append(Window(from_s=from_s, to_s=to_s))
        tasks = tuple(
            Task(
                id=step.id,
                hands_on_s=_seconds(f"steps.{number}.hands_on_min", step.hands_on_min),
                cure_s=_seconds(f"steps.{number}.cure_min", step.cure_min),
                after=tuple(Wait(id=name) for name in dict.fromkeys(step.after)),
                part=step.part or "",
            )
            for number, step in enumerate(self.steps)
        )
        return Problem(start_s=math.ceil(start.timestamp()), windows=tuple(windows), tasks=tasks)


def _seconds(name: str, minutes: float) -> int:
    if not 0 <= minutes <= 1e6:
        raise RocketryError(name, f"{minutes:g} will not do; it must be between 0 and a million minutes")
    return round(minutes * 60)


def _moment(name: str, text: str, like: datetime.datetime | None = None) -> datetime.datetime:
    """A moment; one without an offset is taken as universal time, if all are without."""
    try:
        found = datetime.datetime.fromisoformat(text)
    except ValueError:
        raise RocketryError(name, f"{text!r} is no moment; write it like 2027-03-01T18:00:00+00:00") from None
    if not _EARLIEST < found.year < _LATEST:
        raise RocketryError(name, f"the year {found.year} is out of reach; it must lie between {_EARLIEST + 1} and {_LATEST - 1}")
    local = found.tzinfo is None
    if like is not None and local != isinstance(like.tzinfo, _Local):
        raise RocketryError(name, "has an offset from universal time where the start has none, or the other way round")
    return found.replace(tzinfo=_Local()) if local else found


class _Local(datetime.tzinfo):
    """A clock on the wall that nobody placed."""

    def utcoffset(self, when: datetime.datetime | None) -> datetime.timedelta:
        return datetime.timedelta(0)

    def tzname(self, when: datetime.datetime | None) -> str:
        return ""

    def dst(self, when: datetime.datetime | None) -> datetime.timedelta:
        return datetime.timedelta(0)


def _said(found: Schedule, start: datetime.datetime, deadline: datetime.datetime | None) -> dict[str, Any]:
    def told(moment_s: int) -> str:
        moment = datetime.datetime.fromtimestamp(moment_s, datetime.UTC).astimezone(start.tzinfo)
        return moment.replace(tzinfo=None).isoformat() if isinstance(start.tzinfo, _Local) else moment.isoformat()

    return {
        "steps": [
            {"id": s.id, "start": told(s.start_s), "hands_off": told(s.hands_off_s), "cured": told(s.cured_s)}
            for s in found.slots
        ],
        "finish": None if found.finish_s is None else told(found.finish_s),
        "proven_optimal": found.proven,
        "meets_deadline": None
        if deadline is None
        else found.finish_s is not None and found.finish_s <= math.floor(deadline.timestamp()),
    }
