"""When to do what: constraint programming over one pair of hands, held parts and running cures.

The model is a textbook one (disjunctive resources with time windows); OR-Tools' CP-SAT solves it, and says whether the
answer is proven best.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from wobbly_fin.rocketry.building.task import Problem, Task, Wait, Window, tasks_in_order

PATIENCE_S = 1.5


@dataclass(frozen=True, slots=True, kw_only=True)
class Slot:
    """When a task is done: hands on, hands off, cured. [s]"""

    id: str
    start_s: int
    hands_off_s: int
    cured_s: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Schedule:
    """An answer. `slots` is empty where no plan exists.

    Attributes
    ----------
    finish_s : int or None
        When the last task is cured and settled; None where no plan exists.
    proven : bool
        Nothing finishes earlier (or: no plan exists), and that is proven.
    bound_s : int or None
        Nothing can finish before this moment.
    """

    slots: tuple[Slot, ...]
    finish_s: int | None
    proven: bool
    bound_s: int | None = None

    @property
    def of(self) -> dict[str, Slot]:
        """Slots by task."""
        return {s.id: s for s in self.slots}


@lru_cache(maxsize=64)
def schedule(problem: Problem, patience_s: float | None = None) -> Schedule:
    """The plan that finishes earliest, everything in it drawn forward as far as that leaves room.

    Parameters
    ----------
    patience_s : float or None
        How long to look for a proof before the best plan found is given as it is. [s]
    """
    windows = merged(problem.windows, problem.start_s)
    if not problem.tasks:
        return Schedule(slots=(), finish_s=problem.start_s, proven=True, bound_s=problem.start_s)
    longest = max((w.to_s - w.from_s for w in windows), default=-1)
    if any(t.hands_on_s > longest for t in problem.tasks):
        return Schedule(slots=(), finish_s=None, proven=True)
    rough = by_rule(problem, windows)
    if rough is not None:
        # Nothing better begins after the rough plan is ready: what lies behind it need not be looked at.
        ready = _ready_s(problem, rough)
        windows = [w for w in windows if w.from_s <= ready]
    model = _Model(problem, windows)
    if rough is not None:
        model.keep_finish(ready)
    model.minimise_finish()
    found = model.solve(patience_s, hint=rough)
    # Where the search is cut short its plan hangs on how fast the machine is; the rule's, ready at the same moment, does not.
    first = rough if rough is not None and (found is None or _ready_s(problem, found) >= ready) else found
    if first is None:
        return Schedule(slots=(), finish_s=None, proven=model.proven)
    finish, proven, bound = _ready_s(problem, first), model.proven, model.bound_s
    return Schedule(slots=tuple(drawn_forward(problem, windows, first)), finish_s=finish, proven=proven, bound_s=bound)


def _ready_s(problem: Problem, slots: Sequence[Slot]) -> int:
    starts = {s.id: s.start_s for s in slots}
    return max(starts[t.id] + t.long_s for t in problem.tasks)


@lru_cache(maxsize=64)
def latest_start(problem: Problem, deadline_s: int, patience_s: float | None = None) -> int | None:
    """The last moment at which the first task may begin and all still be cured by the deadline; None: it cannot be met."""
    windows = merged(problem.windows, problem.start_s)
    if not problem.tasks:
        return deadline_s
    longest = max((w.to_s - w.from_s for w in windows), default=-1)
    if any(t.hands_on_s > longest for t in problem.tasks):
        return None
    model = _Model(problem, windows)
    model.keep_finish(deadline_s)
    model.maximise_first_start()
    found = model.solve(patience_s, hint=None)
    return None if found is None else min(s.start_s for s in found)


def merged(windows: Iterable[Window], start_s: int) -> list[Window]:
    """Windows from a moment on, in order, those that touch or overlap as one."""
    out: list[Window] = []
    for window in sorted(windows, key=lambda w: (w.from_s, w.to_s)):
        opens = max(window.from_s, start_s)
        if window.to_s < opens or (window.to_s == opens and window.from_s < opens):
            continue
        if out and opens <= out[-1].to_s:
            out[-1] = Window(from_s=out[-1].from_s, to_s=max(out[-1].to_s, window.to_s))
        else:
            out.append(Window(from_s=opens, to_s=window.to_s))
    return out


def by_rule(problem: Problem, windows: Sequence[Window]) -> list[Slot] | None:
    """A plan by a rule of thumb: whatever can begin first, the longest chain behind it first. None where it finds none."""
    tails = _tails(problem.tasks)
    earliest, free = dict(problem.earliest), {h.part: h.until_s for h in problem.held}
    done: dict[str, Slot] = {}
    hands = problem.start_s
    left = tasks_in_order(problem.tasks)
    while left:
        ready = [t for t in left if all(w.id in done for w in t.after)]
        options: list[tuple[bool, int, int, int, Task]] = []
        for task in ready:
            held = free.get(task.part, hands) if task.part and _rush(task) is None else hands
            opens = max(hands, earliest.get(task.id, hands), held)
            for wait in task.after:
                before = done[wait.id]
                opens = max(opens, (before.hands_off_s if wait.touch else before.cured_s) + wait.lag_s)
            rushed = _rush(task)
            follower = next((t for t in left if (r := _rush(t)) is not None and r.id == task.id), None)
            together = task.hands_on_s + (follower.hands_on_s if follower else 0)
            starts = first_fit(windows, opens, together)
            if starts is None or (rushed is not None and starts > done[rushed.id].hands_off_s + (rushed.within_s or 0)):
                continue
            options.append((rushed is None, starts, -tails[task.id], len(options), task))
        if not options:
            return None
        *_, task = chosen = min(options)
        starts = chosen[1]
        off = starts + task.hands_on_s
        done[task.id] = Slot(id=task.id, start_s=starts, hands_off_s=off, cured_s=off + task.cure_s)
        hands = off
        if task.part:
            free[task.part] = max(free.get(task.part, 0), off + task.cure_s)
        left.remove(task)
    return list(done.values())


def drawn_forward(problem: Problem, windows: Sequence[Window], slots: Sequence[Slot]) -> list[Slot]:
    """The same plan with every task, in its turn, moved to the earliest free time of hands it can have.

    A solver that looks at the finish alone leaves gaps where nothing hangs on them. Nobody moves later by it: what stands
    before a task only ever moves away from it.
    """
    tasks = {t.id: t for t in problem.tasks}
    earliest, held = dict(problem.earliest), {h.part: h.until_s for h in problem.held}
    rushed = {w.id: t for t in problem.tasks if (w := _rush(t)) is not None}
    free, done = [(w.from_s, w.to_s) for w in windows], dict[str, Slot]()
    for slot in sorted(slots, key=lambda s: (s.start_s, s.hands_off_s)):
        task = tasks[slot.id]
        if _rush(task) is not None and task.id in done:
            continue
        opens = max(problem.start_s, earliest.get(task.id, 0), held.get(task.part, 0) if task.part and _rush(task) is None else 0)
        for wait in task.after:
            before = done[wait.id]
            opens = max(opens, (before.hands_off_s if wait.touch else before.cured_s) + wait.lag_s)
        # What must follow before it sets goes along.
        follower = rushed.get(task.id)
        if follower is not None and any(w.id not in done and w.id != task.id for w in follower.after):
            return list(slots)
        long = task.hands_on_s + (follower.hands_on_s if follower else 0)
        start = next((max(a, opens) for a, b in free if max(a, opens) + long <= b), None)
        if start is None or start > slot.start_s:
            start = slot.start_s
            follower = None
        group = [(task, start)] + ([(follower, start + task.hands_on_s)] if follower else [])
        for member, at in group:
            off = at + member.hands_on_s
            done[member.id] = Slot(id=member.id, start_s=at, hands_off_s=off, cured_s=off + member.cure_s)
            free = _without(free, at, off)
        if task.part and _rush(task) is None:
            held[task.part] = max(held.get(task.part, 0), done[task.id].cured_s)
    late = any(done[s.id].start_s > s.start_s for s in slots)
    return list(slots) if late or not _in_time(problem, done) else [done[s.id] for s in slots]


def _in_time(problem: Problem, done: dict[str, Slot]) -> bool:
    return all(
        w.within_s is None or done[t.id].start_s <= done[w.id].hands_off_s + w.within_s for t in problem.tasks for w in t.after
    )


def _without(free: list[tuple[int, int]], start_s: int, end_s: int) -> list[tuple[int, int]]:
    """Free spells less one that is taken."""
    out = []
    for a, b in free:
        if end_s <= a or start_s >= b:
            out.append((a, b))
            continue
        out += [(a, start_s)] if start_s > a else []
        out += [(end_s, b)] if end_s < b else []
    return out


def _rush(task: Task) -> Wait | None:
    """What a task has to follow before a glue sets, if anything."""
    return next((w for w in task.after if w.within_s is not None), None)


def first_fit(windows: Sequence[Window], opens_s: int, hands_on_s: int) -> int | None:
    """The first moment from `opens_s` at which so much unbroken time is free."""
    for window in windows:
        starts = max(window.from_s, opens_s)
        if starts + hands_on_s <= window.to_s:
            return starts
    return None


def _tails(tasks: Sequence[Task]) -> dict[str, int]:
    """How long the chain from each task's start to the end is, hands and cures alone. [s]"""
    followers: dict[str, list[Task]] = {t.id: [] for t in tasks}
    for task in tasks:
        for wait in task.after:
            followers[wait.id].append(task)
    tails: dict[str, int] = {}
    for task in reversed(tasks_in_order(tasks)):
        behind = max((tails.get(f.id, 0) for f in followers[task.id]), default=0)
        tails[task.id] = max(task.long_s, task.hands_on_s + task.cure_s + behind)
    return tails


class _Model:
    """The constraint model of a problem. Its unit of time is the coarsest in which every figure is whole."""

    def __init__(self, problem: Problem, windows: Sequence[Window]) -> None:
        from ortools.sat.python import cp_model

        self.cp, self.problem = cp_model, problem
        self.origin = problem.start_s
        self.unit = self._unit(windows)
        self.model = cp_model.CpModel()
        self.proven, self.bound_s = False, problem.start_s
        last = max(w.to_s for w in windows)
        horizon = self._up(last + max(t.long_s for t in problem.tasks) + 1)
        self.horizon = horizon
        self.starts: dict[str, Any] = {}
        hands, held = [], dict[str, list[Any]]()
        for task in problem.tasks:
            ranges = [
                [self._at(w.from_s), self._at(w.to_s) - self._long(task.hands_on_s)]
                for w in windows
                if w.to_s - w.from_s >= task.hands_on_s
            ]
            start = self.model.new_int_var_from_domain(cp_model.Domain.from_intervals(ranges), task.id)
            self.starts[task.id] = start
            if task.hands_on_s:
                hands.append(self.model.new_fixed_size_interval_var(start, self._long(task.hands_on_s), ""))
            rushed = any(w.within_s is not None for w in task.after)
            if task.part and not rushed:
                both = self._long(task.hands_on_s + task.cure_s)
                held.setdefault(task.part, []).append(self.model.new_fixed_size_interval_var(start, both, ""))
        self.model.add_no_overlap(hands)
        for held_now in problem.held:
            until = self._at(held_now.until_s)
            if until > 0 and held_now.part in held:
                held[held_now.part].append(self.model.new_fixed_size_interval_var(0, until, ""))
        for intervals in held.values():
            self.model.add_no_overlap(intervals)
        lengths = {t.id: (self._long(t.hands_on_s), self._long(t.cure_s)) for t in problem.tasks}
        for task in problem.tasks:
            for wait in task.after:
                on, cure = lengths[wait.id]
                reach = on + (0 if wait.touch else cure) + self._long(wait.lag_s)
                self.model.add(self.starts[task.id] >= self.starts[wait.id] + reach)
                if wait.within_s is not None:
                    self.model.add(self.starts[task.id] <= self.starts[wait.id] + on + self._long(wait.within_s))
        for name, moment in problem.earliest:
            if name in self.starts:
                self.model.add(self.starts[name] >= self._at(moment))
        self.finish = self.model.new_int_var(0, horizon, "finish")
        for task in problem.tasks:
            self.model.add(self.finish >= self.starts[task.id] + self._long(task.long_s))

    def _unit(self, windows: Sequence[Window]) -> int:
        figures = [w.from_s - self.origin for w in windows] + [w.to_s - self.origin for w in windows]
        figures += [h.until_s - self.origin for h in self.problem.held] + [m - self.origin for _, m in self.problem.earliest]
        for task in self.problem.tasks:
            figures += [task.hands_on_s, task.cure_s, task.settles_s]
            figures += [w.lag_s for w in task.after] + [w.within_s for w in task.after if w.within_s is not None]
        return math.gcd(*figures) or 1

    def _at(self, moment_s: int) -> int:
        return (moment_s - self.origin) // self.unit

    def _up(self, moment_s: int) -> int:
        return -(-(moment_s - self.origin) // self.unit)

    def _long(self, seconds: int) -> int:
        return seconds // self.unit

    def minimise_finish(self) -> None:
        self.model.minimize(self.finish)

    def keep_finish(self, deadline_s: int) -> None:
        self.model.add(self.finish <= self._at(deadline_s))

    def maximise_first_start(self) -> None:
        first = self.model.new_int_var(0, self.horizon, "first")
        for start in self.starts.values():
            self.model.add(first <= start)
        self.model.maximize(first)

    def solve(self, patience_s: float | None, hint: Sequence[Slot] | None) -> list[Slot] | None:
        """The best plan found in that time, or None; `proven` and `bound_s` say how good it is."""
        self.model.clear_hints()  # type: ignore[no-untyped-call]
        for slot in hint or ():
            self.model.add_hint(self.starts[slot.id], self._at(slot.start_s))
        solver = self.cp.CpSolver()
        solver.parameters.max_time_in_seconds = PATIENCE_S if patience_s is None else patience_s
        # Alone: found the same way each time, and sooner than by two that take turns or share what cores there are (bench.building).
        solver.parameters.num_workers = 1
        solver.parameters.random_seed = 1
        status = solver.solve(self.model)
        self.proven = status in (self.cp.OPTIMAL, self.cp.INFEASIBLE)
        if status not in (self.cp.OPTIMAL, self.cp.FEASIBLE):
            return None
        self.bound_s = self.origin + math.ceil(max(0.0, solver.best_objective_bound)) * self.unit
        slots = []
        for task in self.problem.tasks:
            start = self.origin + int(solver.value(self.starts[task.id])) * self.unit
            off = start + task.hands_on_s
            slots.append(Slot(id=task.id, start_s=start, hands_off_s=off, cured_s=off + task.cure_s))
        return slots
