"""The order of a day's flights: what is light or goes high flies in the calm hours; and how many flights a day holds."""

import itertools
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from wobbly_fin.rocketry.errors import RocketryError, require_finite

# From one launch of a flyer to the next: prepare, walk, launch, fetch. Our own figures; a second flight of the same rocket takes longer.
BETWEEN_MIN, TURNAROUND_MIN = 25.0, 45.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Wish:
    """A flight somebody would like. `rocket` names what cannot fly twice at once; `told_hour` is one its owner insists on."""

    key: str
    rocket: str
    told_hour: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Slot:
    """A flight in its hour. `cost`: how ill the hour suits it, 0 well … above 1 not at all. [-]"""

    key: str
    hour: float
    cost: float


@dataclass(frozen=True, slots=True, kw_only=True)
class DayOrder:
    """The day in order of time, what found no place, and how many flights the hours hold at most."""

    slots: tuple[Slot, ...]
    left_out: tuple[str, ...]
    room: int


def places(opens: float, closes: float, between_min: float = BETWEEN_MIN) -> tuple[float, ...]:
    """The hours at which flights can be, one after another.

    Raises
    ------
    RocketryError
        For hours that are none.
    """
    require_finite("opens", opens, 0.0, 24.0)
    require_finite("closes", closes, 0.0, 24.0)
    require_finite("between_min", between_min, 5.0, 240.0)
    if closes <= opens:
        raise RocketryError("closes", "is not after the range opens")
    count = int((closes - opens) * 60 / between_min + 1e-9) + 1
    return tuple(opens + n * between_min / 60 for n in range(count) if opens + n * between_min / 60 <= closes + 1e-9)


def order_day(
    wishes: Sequence[Wish], hours: Sequence[float], cost: Callable[[str, float], float], turnaround_min: float = TURNAROUND_MIN
) -> DayOrder:
    """Give every wish an hour so that the whole day suits best (an assignment problem, solved by scipy).

    Two flights of one rocket too close together are parted and the day is solved again.

    Parameters
    ----------
    cost : callable
        How ill an hour suits a wish: 0 well … above 1 not at all; asked once for each pair.
    """
    from scipy.optimize import linear_sum_assignment

    costs = np.array([[_cost(w, h, cost) for h in hours] for w in wishes]).reshape(len(wishes), len(hours))
    # Staying at home is worse than the worst hour, so that nobody stays who could fly.
    home = np.full((len(wishes), len(wishes)), _HOME)
    table = np.hstack([costs, home])
    for _ in range(_MOST_ROUNDS):
        rows, columns = linear_sum_assignment(table)
        flown = [(int(r), int(c)) for r, c in zip(rows, columns, strict=True) if c < len(hours) and table[r, c] < _NEVER]
        clash = _clash(flown, wishes, hours, turnaround_min)
        if clash is None:
            break
        row, hour = clash
        near = [n for n, h in enumerate(hours) if abs(h - hour) * 60 < turnaround_min - 1e-6]
        table[row, near] = _NEVER
    slots = tuple(
        sorted((Slot(key=wishes[r].key, hour=hours[c], cost=float(costs[r, c])) for r, c in flown), key=lambda s: s.hour)
    )
    there = {s.key for s in slots}
    return DayOrder(slots=slots, left_out=tuple(w.key for w in wishes if w.key not in there), room=len(hours))


_HOME, _NEVER, _MOST_ROUNDS = 1e3, 1e6, 200


def _cost(wish: Wish, hour: float, cost: Callable[[str, float], float]) -> float:
    if wish.told_hour is not None and abs(hour - wish.told_hour) > 1e-6:
        return _NEVER
    return min(cost(wish.key, hour), _HOME / 10)


def _clash(
    flown: Sequence[tuple[int, int]], wishes: Sequence[Wish], hours: Sequence[float], turnaround_min: float
) -> tuple[int, float] | None:
    """A flight too close to another of its rocket, and the other's hour; one whose hour nobody insisted on."""
    for (a, at), (b, by) in itertools.combinations(flown, 2):
        if wishes[a].rocket == wishes[b].rocket and abs(hours[at] - hours[by]) * 60 < turnaround_min - 1e-6:
            return (b, hours[at]) if wishes[b].told_hour is None else (a, hours[by])
    return None
