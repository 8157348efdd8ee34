"""What a schedule is made from: tasks of one pair of hands, what they wait for, and when the hands are free.

Moments are whole seconds since 1970 in universal time, so that no change of the clocks can touch a cure.
"""

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from typing import TypeVar

from wobbly_fin.rocketry.errors import RocketryError

Item = TypeVar("Item")

MOST_TASKS = 200
MOST_WINDOWS = 2000
LONGEST_S = 400 * 24 * 3600


@dataclass(frozen=True, slots=True, kw_only=True)
class Wait:
    """What a task waits for.

    Parameters
    ----------
    id : str
        The task that has to come first.
    lag_s : int
        How long after that one is cured (of `touch`: after the hands left it). [s]
    touch : bool
        It need not be cured; the hands must have left it.
    within_s : int or None
        No later than this after the hands left it: work to be done before a glue sets. [s]
    """

    id: str
    lag_s: int = 0
    touch: bool = False
    within_s: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Task:
    """One step: hands on it without a break, then a cure that needs no hands and holds its part.

    `part` "" holds nothing. `settles_s` counts from hands off like the cure: until then it holds no part, and yet the whole is
    not ready.
    """

    id: str
    hands_on_s: int
    cure_s: int
    after: tuple[Wait, ...] = ()
    part: str = ""
    settles_s: int = 0

    @property
    def long_s(self) -> int:
        """From its start until it no longer keeps the whole from being ready. [s]"""
        return self.hands_on_s + max(self.cure_s, self.settles_s)


@dataclass(frozen=True, slots=True, kw_only=True)
class Window:
    """Hands are free from one moment to another. [s]"""

    from_s: int
    to_s: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Held:
    """A part that is still curing from what was done before: nobody may touch it until then. [s]"""

    part: str
    until_s: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Problem:
    """Tasks still to be done from `start_s` on.

    Parameters
    ----------
    held : tuple of Held
        Parts curing now.
    earliest : tuple of (task id, moment)
        Tasks that cannot begin before a moment: they wait for a cure that is running.
    """

    start_s: int
    windows: tuple[Window, ...]
    tasks: tuple[Task, ...]
    held: tuple[Held, ...] = ()
    earliest: tuple[tuple[str, int], ...] = ()

    def __post_init__(self) -> None:
        if len(self.tasks) > MOST_TASKS:
            raise RocketryError("steps", f"has {len(self.tasks)} entries; {MOST_TASKS} are plenty")
        if len(self.windows) > MOST_WINDOWS:
            raise RocketryError("free", f"has {len(self.windows)} entries; {MOST_WINDOWS} are plenty")
        known = {t.id for t in self.tasks}
        if len(known) != len(self.tasks):
            twice = next(t.id for i, t in enumerate(self.tasks) if t.id in {u.id for u in self.tasks[:i]})
            raise RocketryError("steps", f"names {twice!r} twice; every step needs an id of its own")
        for number, task in enumerate(self.tasks):
            for name, value in (("hands_on_min", task.hands_on_s), ("cure_min", task.cure_s)):
                if not 0 <= value <= LONGEST_S:
                    raise RocketryError(f"steps.{number}.{name}", f"{value / 60:g} must lie between 0 and {LONGEST_S // 60}")
            for wait in task.after:
                if wait.id not in known:
                    raise RocketryError(f"steps.{number}.after", f"names {wait.id!r}, which is no step of this plan")
        for number, window in enumerate(self.windows):
            if window.to_s <= window.from_s:
                raise RocketryError(f"free.{number}.to", "must be later than its beginning")
        loop = find_loop({t.id: tuple(w.id for w in t.after) for t in self.tasks})
        if loop:
            number = next(i for i, t in enumerate(self.tasks) if t.id == loop[0])
            raise RocketryError(f"steps.{number}.after", f"goes round in a circle: {' waits for '.join((*loop, loop[0]))}")


def find_loop(after: dict[str, tuple[str, ...]]) -> tuple[str, ...]:
    """The first circle in an order, as the ids on it; empty where there is none."""
    state: dict[str, int] = {}
    for root in after:
        trail: list[str] = []
        stack = [(root, iter(after[root]))] if state.get(root) is None else []
        if stack:
            state[root] = 1
            trail.append(root)
        while stack:
            at, rest = stack[-1]
            following = next(rest, None)
            if following is None:
                state[at] = 2
                trail.pop()
                stack.pop()
            elif state.get(following) == 1:
                return tuple(trail[trail.index(following) :])
            elif state.get(following) is None and following in after:
                state[following] = 1
                trail.append(following)
                stack.append((following, iter(after[following])))
    return ()


def in_order(items: Sequence[Item], key: Callable[[Item], str], waits: Callable[[Item], Iterable[str]]) -> list[Item]:
    """Items in an order in which none comes before what it waits for, as near to the given order as that allows.

    Parameters
    ----------
    key, waits : callables
        An item's own key, and the keys it waits for; those nobody has hold nothing up.
    """
    left, out = list(items), list[Item]()
    missing = {key(item) for item in items}
    while left:
        following = next((item for item in left if missing.isdisjoint(waits(item))), left[0])
        left.remove(following)
        missing.discard(key(following))
        out.append(following)
    return out


def tasks_in_order(tasks: Sequence[Task]) -> list[Task]:
    """The tasks, none before what it waits for, otherwise as listed."""
    return in_order(tasks, lambda t: t.id, lambda t: (w.id for w in t.after))
