"""The order of a day's flights: what is light or goes high flies in the calm hours; and how many flights a day holds."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

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
    """Give every wish the hour that suits it, the choosiest first.

    Regret decides: whoever loses most by not getting its best hour is placed first. Then pairs are swapped while that helps.

    Parameters
    ----------
    cost : callable
        How ill an hour suits a wish: 0 well … above 1 not at all; asked once for each pair.
    """
    costs = {(w.key, h): cost(w.key, h) for w in wishes for h in hours}
    by_key = {w.key: w for w in wishes}
    taken: dict[float, str] = {}

    def allowed(wish: Wish, hour: float, but: Sequence[float] = ()) -> bool:
        if wish.told_hour is not None and abs(hour - wish.told_hour) > 1e-6:
            return False
        same = [h for h, k in taken.items() if by_key[k].rocket == wish.rocket and h not in but]
        return all(abs(h - hour) * 60 >= turnaround_min - 1e-6 for h in same)

    waiting = list(wishes)
    left: list[str] = []
    while waiting:
        ranked = []
        for wish in waiting:
            free = sorted(costs[wish.key, h] for h in hours if h not in taken and allowed(wish, h))
            regret = float("inf") if len(free) < 2 else free[1] - free[0]
            ranked.append((wish.told_hour is None, -regret, wish.key, wish))
        wish = min(ranked, key=lambda r: r[:3])[3]
        waiting.remove(wish)
        free_hours = [h for h in hours if h not in taken and allowed(wish, h)]
        if not free_hours:
            left.append(wish.key)
            continue
        taken[min(free_hours, key=lambda h: (round(costs[wish.key, h], 6), h))] = wish.key
    _swap(taken, costs, by_key, allowed)
    slots = tuple(Slot(key=k, hour=h, cost=costs[k, h]) for h, k in sorted(taken.items()))
    return DayOrder(slots=slots, left_out=tuple(left), room=len(hours))


def _swap(
    taken: dict[float, str], costs: dict[tuple[str, float], float], by_key: dict[str, Wish], allowed: Callable[..., bool]
) -> None:
    """Swap two flights while the day as a whole gets better."""
    better = True
    while better:
        better = False
        for a in sorted(taken):
            for b in sorted(taken):
                if a >= b:
                    continue
                one, other = taken[a], taken[b]
                gain = costs[one, a] + costs[other, b] - costs[one, b] - costs[other, a]
                if gain > 1e-9 and allowed(by_key[one], b, (a, b)) and allowed(by_key[other], a, (a, b)):
                    taken[a], taken[b] = other, one
                    better = True
