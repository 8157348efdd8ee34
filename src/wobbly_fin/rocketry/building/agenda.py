"""A plan in time: what was done, what is curing, what can be done now, when the rest will be, and what decides it."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.building.schedule import Schedule, latest_start, merged, schedule
from wobbly_fin.rocketry.building.step import Link, Plan, Step
from wobbly_fin.rocketry.building.task import Held, Problem, Task, Wait, Window

_MINUTE = 60
Kind = Literal["cure", "part", "hands", "free"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Done:
    """A step that is done, with the cure it was given then. [s]"""

    hands_off_s: int
    cured_s: int
    full_s: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Cause:
    """Why a step is when it is: the step it waits for and how, or a free hour that begins."""

    key: str
    kind: Kind
    before: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Agenda:
    """A plan's place in time.

    Attributes
    ----------
    schedule : Schedule
        Of what is left.
    slack_s : mapping
        How much later each step may begin, in this order of work, without the finish moving. [s]
    chain : tuple of Cause
        The steps that decide the finish, first to last.
    latest_start_s : int or None
        When the first step left may begin at the latest, for the deadline; None without one or where it cannot be met.
    ready : tuple of str
        Steps that can be begun now.
    curing : tuple of str
        Steps done whose part is still held.
    urgent : tuple of (str, moment)
        Steps that must be done before a glue sets, and until when.
    too_cold : tuple of str
        Steps whose glue would not cure.
    too_long : tuple of str
        Steps that fit into no free window.
    """

    schedule: Schedule
    slack_s: Mapping[str, int]
    chain: tuple[Cause, ...]
    latest_start_s: int | None
    ready: tuple[str, ...]
    curing: tuple[str, ...]
    urgent: tuple[tuple[str, int], ...]
    too_cold: tuple[str, ...]
    too_long: tuple[str, ...]
    finish_s: int | None
    windows: tuple[Window, ...]


def agenda(
    plan: Plan, done: Mapping[str, Done], now_s: int, windows: Sequence[Window], deadline_s: int | None = None, pace: float = 1.0
) -> Agenda:
    """Put what is left of a plan in time, from now on.

    Parameters
    ----------
    done : mapping of step key → Done
    pace : float
        How long this person takes, against the recipes' minutes.
    """
    now_s = _up(now_s)
    left = [s for s in plan.steps if s.key not in done]
    cold = tuple(s.key for s in left if s.gluing is not None and s.gluing.refused)
    urgent = tuple((s.key, u) for s in left if (u := _urgent_until(s, done)) is not None)
    rushed = {key for key, _ in urgent}
    waiting = [s for s in left if s.key not in rushed]
    problem = _problem(waiting, done, plan, now_s, windows, pace)
    usable = merged(windows, now_s)
    if problem.tasks and usable and usable[0].from_s > problem.start_s:
        # Nothing begins before the next free hour: the answer is the same until then.
        problem = replace(problem, start_s=usable[0].from_s)
    longest = max((w.to_s - w.from_s for w in usable), default=-1)
    long = tuple(t.id for t in problem.tasks if t.hands_on_s > longest) if usable else ()
    nothing = Schedule(slots=(), finish_s=None, proven=True)
    found = nothing if cold or (problem.tasks and not usable) else schedule(problem)
    settled = max([now_s, *(d.full_s for d in done.values())]) if plan.steps else None
    finish = None if found.finish_s is None or settled is None else max(found.finish_s, settled)
    latest = None
    if deadline_s is not None and found.finish_s is not None and problem.tasks and deadline_s >= found.finish_s:
        latest = latest_start(problem, deadline_s)
    return Agenda(
        schedule=found,
        slack_s=_slack(problem, found, usable),
        chain=_chain(problem, found),
        latest_start_s=latest,
        ready=tuple(s.key for s in left if _can_begin(s, done, plan, now_s)),
        curing=tuple(key for key, d in done.items() if d.cured_s > now_s and key in plan.of),
        urgent=urgent,
        too_cold=cold,
        too_long=long,
        finish_s=finish,
        windows=tuple(usable),
    )


def hands_on_s(step: Step, pace: float) -> int:
    """How long a step takes this person, in whole minutes, at least one. [s]"""
    return max(1, round(step.hands_on_s * pace / _MINUTE)) * _MINUTE


def _whole(seconds: float) -> int:
    return math.ceil(seconds / _MINUTE - 1e-9) * _MINUTE


def _problem(
    left: Sequence[Step], done: Mapping[str, Done], plan: Plan, now_s: int, windows: Sequence[Window], pace: float
) -> Problem:
    names = {s.key for s in left}
    tasks, earliest = [], []
    for step in left:
        waits, opens = [], now_s
        for link in step.after:
            if link.key in names:
                waits.append(_wait(link, plan.of[link.key]))
            elif link.key in done:
                opens = max(opens, _freed_s(link, done[link.key]))
        if opens > now_s:
            earliest.append((step.key, _up(opens)))
        tasks.append(
            Task(
                id=step.key,
                hands_on_s=hands_on_s(step, pace),
                cure_s=_whole(step.cure_s),
                after=tuple(waits),
                part=step.assembly,
                settles_s=_whole(step.full_s),
            )
        )
    held = tuple(
        Held(part=plan.of[key].assembly, until_s=_up(d.cured_s))
        for key, d in done.items()
        if key in plan.of and d.cured_s > now_s
    )
    # A part is held by the longest of its cures.
    longest: dict[str, int] = {}
    for h in held:
        longest[h.part] = max(longest.get(h.part, 0), h.until_s)
    return Problem(
        start_s=now_s,
        windows=tuple(windows),
        tasks=tuple(tasks),
        held=tuple(Held(part=p, until_s=u) for p, u in longest.items()),
        earliest=tuple(earliest),
    )


def _up(moment_s: int) -> int:
    """The next whole minute."""
    return -(-moment_s // _MINUTE) * _MINUTE


def _wait(link: Link, before: Step) -> Wait:
    if link.until == "touched":
        within = None if link.within_s is None else int(link.within_s // _MINUTE) * _MINUTE
        return Wait(id=link.key, touch=True, within_s=within)
    lag = _whole(before.full_s) - _whole(before.cure_s) if link.until == "full" else 0
    return Wait(id=link.key, lag_s=lag)


def _freed_s(link: Link, before: Done) -> int:
    return {"touched": before.hands_off_s, "handled": before.cured_s, "full": before.full_s}[link.until]


def _urgent_until(step: Step, done: Mapping[str, Done]) -> int | None:
    limits = [int(done[x.key].hands_off_s + x.within_s) for x in step.after if x.within_s is not None and x.key in done]
    return min(limits, default=None)


def _can_begin(step: Step, done: Mapping[str, Done], plan: Plan, now_s: int) -> bool:
    if any(link.key not in done or _freed_s(link, done[link.key]) > now_s for link in step.after if link.key in plan.of):
        return False
    if any(link.within_s is not None for link in step.after):
        return True
    return not any(d.cured_s > now_s and k in plan.of and plan.of[k].assembly == step.assembly for k, d in done.items())


def fits_in(plan: Plan, done: Mapping[str, Done], now_s: int, free_s: int, found: Agenda, pace: float = 1.0) -> tuple[str, ...]:
    """What can be done in so much time from now on, one thing after another: the least slack first, then the longest cure."""
    state, at = dict(done), now_s
    out: list[str] = []
    while True:
        options: list[tuple[bool, int, float, int, Step, int]] = []
        for step in plan.steps:
            takes = hands_on_s(step, pace)
            if step.key in state or at + takes > now_s + free_s or (step.gluing is not None and step.gluing.refused):
                continue
            if _can_begin(step, state, plan, at):
                rushed = _urgent_until(step, state) is not None
                options.append((not rushed, found.slack_s.get(step.key, 0), -step.cure_s, len(options), step, takes))
        if not options:
            return tuple(out)
        *_, step, takes = min(options)
        at += takes
        state[step.key] = Done(hands_off_s=at, cured_s=at + _whole(step.cure_s), full_s=at + _whole(step.full_s))
        out.append(step.key)


def _slack(problem: Problem, found: Schedule, windows: Sequence[Window]) -> dict[str, int]:
    """Backwards through the plan as it stands: how late each may begin with the same work after it."""
    if found.finish_s is None:
        return {}
    tasks = {t.id: t for t in problem.tasks}
    followers: dict[str, list[tuple[str, Wait]]] = {t.id: [] for t in problem.tasks}
    for task in problem.tasks:
        for wait in task.after:
            followers[wait.id].append((task.id, wait))
    ordered = sorted(found.slots, key=lambda s: (s.start_s, s.hands_off_s))
    latest: dict[str, int] = {}
    hands_next: int | None = None
    part_next: dict[str, int] = {}
    for slot in reversed(ordered):
        task = tasks[slot.id]
        limit = found.finish_s - task.long_s
        if hands_next is not None:
            limit = min(limit, hands_next - task.hands_on_s)
        rushed = any(w.within_s is not None for w in task.after)
        if task.part and not rushed and task.part in part_next:
            limit = min(limit, part_next[task.part] - task.hands_on_s - task.cure_s)
        for name, wait in followers[slot.id]:
            reach = task.hands_on_s + (0 if wait.touch else task.cure_s) + wait.lag_s
            limit = min(limit, latest[name] - reach)
        if rushed:
            # It follows its glue about; on its own it has no slack.
            limit = min(limit, slot.start_s)
        latest[slot.id] = max(slot.start_s, last_fit(windows, limit, task.hands_on_s, slot.start_s))
        if task.hands_on_s:
            hands_next = latest[slot.id]
        if task.part and not rushed:
            part_next[task.part] = latest[slot.id]
    return {s.id: latest[s.id] - s.start_s for s in found.slots}


def last_fit(windows: Sequence[Window], limit_s: int, takes_s: int, otherwise_s: int) -> int:
    """The last moment up to a limit at which so much unbroken time begins."""
    for window in reversed(windows):
        starts = min(limit_s, window.to_s - takes_s)
        if starts >= window.from_s:
            return starts
    return otherwise_s


def _chain(problem: Problem, found: Schedule) -> tuple[Cause, ...]:
    """Back from the last to be ready: what each step waited for longest."""
    if not found.slots:
        return ()
    tasks, slots = {t.id: t for t in problem.tasks}, found.of
    at = max(problem.tasks, key=lambda t: slots[t.id].start_s + t.long_s)
    out: list[Cause] = []
    seen: set[str] = set()
    while at.id not in seen:
        seen.add(at.id)
        start = slots[at.id].start_s
        causes: list[tuple[int, int, str, Kind]] = []
        for wait in at.after:
            before = slots[wait.id]
            causes.append(((before.hands_off_s if wait.touch else before.cured_s) + wait.lag_s, 3, wait.id, "cure"))
        for slot in found.slots:
            if slot.id == at.id:
                continue
            other = tasks[slot.id]
            if other.part and other.part == at.part and slot.cured_s <= start:
                causes.append((slot.cured_s, 2, slot.id, "part"))
            if slot.hands_off_s <= start:
                causes.append((slot.hands_off_s, 1, slot.id, "hands"))
        if not causes:
            out.append(Cause(key=at.id, kind="free"))
            break
        moment, _, before_id, kind = max(causes)
        # Freed well before it begins: what it waited for then is the next free hour.
        out.append(Cause(key=at.id, kind=kind if moment >= start else "free", before=before_id))
        at = tasks[before_id]
    return tuple(reversed(out))
