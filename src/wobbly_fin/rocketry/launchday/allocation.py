"""Which of my motors in which of my rockets, and when: a day's flights from the box, solved and proven.

In this order: most rockets flown, most flights, most wishes met, fewest that only just go or are open, least cost; then early rather than late.
"""

from collections import defaultdict
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, Literal

from wobbly_fin.rocketry.launchday.dayplan import TURNAROUND_MIN

Why = Literal["none", "motors", "places", "cost", "wishes"]
Grade = Literal["good", "marginal", "open"]
Stock = Mapping[tuple[str, float | None], int]
PATIENCE_S = 10.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Option:
    """One rocket on one load in one place of the day, which goes.

    Attributes
    ----------
    load : str
        Key of its motors.
    burns : tuple of (motor, delay_s, count)
        What it takes out of the box; delay None: a motor without one.
    cost : float or None
        Of the motors; None: not known, and counted as nothing.
    """

    rocket: str
    load: str
    delay_s: float | None
    place: int
    grade: Grade
    burns: tuple[tuple[str, float | None, int], ...]
    cost: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class DayWishes:
    """What their owner would like: loads to try in a rocket, loads to save, the most to spend, flights a rocket."""

    tried: frozenset[tuple[str, str]] = frozenset()
    saved: frozenset[str] = frozenset()
    cost_most: float | None = None
    most_each: int = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class Allocation:
    """Flights in order of their places; rockets that stay at home, each with what keeps it there; whether nothing better exists."""

    flights: tuple[Option, ...]
    left_out: tuple[tuple[str, Why], ...]
    proven: bool


@dataclass(frozen=True, slots=True)
class _Day:
    rockets: Sequence[str]
    options: Sequence[Option]
    places_h: Sequence[float]
    stock: Stock
    wishes: DayWishes
    extra_places: int = 0
    boundless: frozenset[str] = field(default_factory=frozenset)  # rockets whose motors are asked of nobody


def allocate(
    rockets: Sequence[str], options: Sequence[Option], places_h: Sequence[float], stock: Stock, wishes: DayWishes | None = None
) -> Allocation:
    """The best day.

    Parameters
    ----------
    rockets : sequence of str
        All that should fly, those without any option too.
    places_h : sequence of float
        Hours of the day at which one flight can be. [h]
    stock : mapping
        How many there are of a motor with a delay; under None those with whichever.

    Returns
    -------
    Allocation
    """
    day = _Day(rockets, options, places_h, stock, wishes or DayWishes())
    chosen, proven = _solve(day, _GOALS)
    flown = {o.rocket for o in chosen}
    left = tuple((r, _why(day, r, chosen)) for r in rockets if r not in flown)
    return Allocation(flights=tuple(sorted(chosen, key=lambda o: o.place)), left_out=left, proven=proven)


Goal = Callable[[_Day, Sequence[Any], Mapping[str, Any]], Any]


def _rockets(day: _Day, take: Sequence[Any], flown: Mapping[str, Any]) -> Any:
    return sum(flown.values())


def _flights(day: _Day, take: Sequence[Any], flown: Mapping[str, Any]) -> Any:
    return sum(take)


def _wished(day: _Day, take: Sequence[Any], flown: Mapping[str, Any]) -> Any:
    worth = [((o.rocket, o.load) in day.wishes.tried) - (o.load in day.wishes.saved) for o in day.options]
    return sum(w * t for w, t in zip(worth, take, strict=True))


def _sure(day: _Day, take: Sequence[Any], flown: Mapping[str, Any]) -> Any:
    return -sum(t for o, t in zip(day.options, take, strict=True) if o.grade != "good")


def _cheap(day: _Day, take: Sequence[Any], flown: Mapping[str, Any]) -> Any:
    return -sum(_cents(o) * t for o, t in zip(day.options, take, strict=True))


def _early(day: _Day, take: Sequence[Any], flown: Mapping[str, Any]) -> Any:
    return -sum(o.place * t for o, t in zip(day.options, take, strict=True))


_GOALS: tuple[Goal, ...] = (_rockets, _flights, _wished, _sure, _cheap, _early)


def _cents(option: Option) -> int:
    return round(100 * (option.cost or 0.0))


def _solve(day: _Day, goals: Sequence[Goal]) -> tuple[list[Option], bool]:
    """One goal after another, each held while the next is sought, as a mixed-integer programme."""
    from ortools.linear_solver import pywraplp

    solver = pywraplp.Solver.CreateSolver("SCIP")
    solver.SetTimeLimit(int(1000 * PATIENCE_S))
    take = [solver.BoolVar(f"o{n}") for n in range(len(day.options))]
    flown = {r: solver.BoolVar(f"r{n}") for n, r in enumerate(day.rockets)}
    by_rocket: dict[str, list[int]] = defaultdict(list)
    by_place: dict[int, list[int]] = defaultdict(list)
    for n, o in enumerate(day.options):
        by_rocket[o.rocket].append(n)
        by_place[o.place].append(n)
    for rocket, var in flown.items():
        mine = [take[n] for n in by_rocket[rocket]]
        solver.Add(solver.Sum(mine) >= var)
        solver.Add(solver.Sum(mine) <= day.wishes.most_each)
    extra = solver.NumVar(0, day.extra_places, "extra")
    over = [solver.NumVar(0, day.extra_places, f"x{p}") for p in by_place]
    solver.Add(solver.Sum(over) <= extra)
    for there, more in zip(by_place.values(), over, strict=True):
        solver.Add(solver.Sum([take[n] for n in there]) <= 1 + more)
    _turnarounds(solver, day, take, by_rocket)
    _within_stock(solver, day, take)
    if day.wishes.cost_most is not None:
        solver.Add(
            solver.Sum([_cents(o) * t for o, t in zip(day.options, take, strict=True)]) <= round(100 * day.wishes.cost_most)
        )
    chosen: list[Option] = []
    proven = True
    for goal in goals:
        aim = solver.Sum([0, goal(day, take, flown)])
        solver.Maximize(aim)
        status = solver.Solve()
        if status not in (pywraplp.Solver.OPTIMAL, pywraplp.Solver.FEASIBLE):
            return chosen, False
        proven = proven and status == pywraplp.Solver.OPTIMAL
        chosen = [o for o, t in zip(day.options, take, strict=True) if t.solution_value() > 0.5]
        solver.Add(aim >= round(solver.Objective().Value()) - 1e-6)
    return chosen, proven


def _turnarounds(solver: Any, day: _Day, take: Sequence[Any], by_rocket: Mapping[str, list[int]]) -> None:
    """A rocket that has flown is fetched and packed before it flies again."""
    if day.wishes.most_each < 2:
        return
    for mine in by_rocket.values():
        for start in {day.options[n].place for n in mine}:
            near = [
                take[n]
                for n in mine
                if 0 <= (day.places_h[day.options[n].place] - day.places_h[start]) * 60 < TURNAROUND_MIN - 1e-6
            ]
            solver.Add(solver.Sum(near) <= 1)


def _within_stock(solver: Any, day: _Day, take: Sequence[Any]) -> None:
    """No more of a motor and delay than there is, and those of no told delay for any."""
    wanted: dict[str, dict[float | None, list[Any]]] = defaultdict(lambda: defaultdict(list))
    for o, t in zip(day.options, take, strict=True):
        if o.rocket in day.boundless:
            continue
        for motor, delay, count in o.burns:
            wanted[motor][delay].append(count * t)
    for motor, delays in wanted.items():
        loose = day.stock.get((motor, None), 0)
        borrowed = []
        for n, (delay, used) in enumerate(sorted(delays.items(), key=lambda kv: (kv[0] is None, kv[0] or 0.0))):
            more = solver.IntVar(0, loose, f"b{motor}{n}")
            own = day.stock.get((motor, delay), 0) if delay is not None else 0
            solver.Add(solver.Sum(used) <= own + more)
            borrowed.append(more)
        solver.Add(solver.Sum(borrowed) <= loose)


def _why(day: _Day, rocket: str, chosen: Sequence[Option]) -> Why:
    """What keeps a rocket at home: the first thing that, were it otherwise, would let one more fly with it among them."""
    mine = [o for o in day.options if o.rocket == rocket]
    if not mine:
        return "none"
    if not any(all(day.stock.get((m, d), 0) + day.stock.get((m, None), 0) >= n for m, d, n in o.burns) for o in mine):
        return "motors"
    if {o.place for o in mine} <= {o.place for o in chosen} and len(chosen) == len({o.place for o in day.options}):
        return "places"
    relaxed: tuple[tuple[Why, _Day], ...] = (
        ("motors", replace(day, boundless=frozenset({rocket}))),
        ("places", replace(day, extra_places=1)),
        ("cost", replace(day, wishes=replace(day.wishes, cost_most=None))),
    )
    most = len({o.rocket for o in chosen})
    for why, other in relaxed:
        forced, _ = _solve(other, (_with(rocket), _rockets))
        if rocket in {o.rocket for o in forced} and len({o.rocket for o in forced}) > most:
            return why
    return "wishes"


def _with(rocket: str) -> Goal:
    return lambda day, take, flown: flown[rocket]
