"""A day from the box, against every allocation there is."""

import itertools
import random

import pytest

from wobbly_fin.rocketry.launchday.allocation import Allocation, DayWishes, Option, allocate
from wobbly_fin.rocketry.launchday.dayplan import TURNAROUND_MIN, places

Stock = dict[tuple[str, float | None], int]


def small_day(seed: int) -> tuple[list[str], list[Option], list[float], Stock, DayWishes]:
    rng = random.Random(seed)
    rockets, motors = [f"R{n}" for n in range(rng.randint(2, 4))], ["A", "B", "C"]
    hours = [10.0, 10.5, 11.5][: rng.randint(2, 3)]
    costs = {m: rng.choice([None, 1.5, 3.0, 4.25]) for m in motors}
    options = [
        Option(rocket=r, load=m, delay_s=d, place=p, grade=rng.choice(["good", "good", "marginal", "open"]), burns=((m, d, rng.choice([1, 1, 2])),), cost=costs[m])
        for r, m, p in itertools.product(rockets, motors, range(len(hours)))
        for d in [rng.choice([3.0, 5.0])]
        if rng.random() < 0.5
    ]  # fmt: skip
    stock: Stock = {(m, d): rng.randint(0, 1) for m in motors for d in (3.0, 5.0, None)}
    wishes = DayWishes(
        tried=frozenset({(rng.choice(rockets), "C")}), saved=frozenset({rng.choice(motors)}), cost_most=rng.choice([None, 4.0, 8.0]),
        most_each=rng.choice([1, 1, 2]),
    )  # fmt: skip
    return rockets, options[:16], hours, stock, wishes


def allowed(flights: list[Option], hours: list[float], stock: Stock, wishes: DayWishes) -> bool:
    if len({o.place for o in flights}) < len(flights):
        return False
    for a, b in itertools.combinations(flights, 2):
        if a.rocket == b.rocket and abs(hours[a.place] - hours[b.place]) * 60 < TURNAROUND_MIN:
            return False
    if any(sum(o.rocket == r for o in flights) > wishes.most_each for r in {o.rocket for o in flights}):
        return False
    if wishes.cost_most is not None and sum(o.cost or 0.0 for o in flights) > wishes.cost_most:
        return False
    for motor in {m for o in flights for m, _, _ in o.burns}:
        used: dict[float | None, int] = {}
        for o in flights:
            for m, d, n in o.burns:
                used[d] = used.get(d, 0) + (n if m == motor else 0)
        lacking = sum(max(0, n - stock.get((motor, d), 0)) for d, n in used.items())
        if lacking > stock.get((motor, None), 0):
            return False
    return True


def worth(flights: list[Option], wishes: DayWishes) -> tuple[float, ...]:
    return (
        len({o.rocket for o in flights}), len(flights),
        sum(((o.rocket, o.load) in wishes.tried) - (o.load in wishes.saved) for o in flights),
        -sum(o.grade != "good" for o in flights), -round(100 * sum(o.cost or 0.0 for o in flights)), -sum(o.place for o in flights),
    )  # fmt: skip


@pytest.mark.parametrize("seed", range(24))
def test_nothing_is_better_than_what_is_found(seed: int) -> None:
    rockets, options, hours, stock, wishes = small_day(seed)
    every = (list(c) for n in range(len(hours) + 1) for c in itertools.combinations(options, n))
    best = max(worth(f, wishes) for f in every if allowed(f, hours, stock, wishes))
    found = allocate(rockets, options, hours, stock, wishes)
    assert found.proven and allowed(list(found.flights), hours, stock, wishes)
    assert worth(list(found.flights), wishes) == best
    assert {r for r, _ in found.left_out} == set(rockets) - {o.rocket for o in found.flights}


def option(rocket: str, load: str = "A", place: int = 0, **more: object) -> Option:
    return Option(
        **{"rocket": rocket, "load": load, "delay_s": 3.0, "place": place, "grade": "good", "burns": ((load, 3.0, 1),)} | more
    )  # type: ignore[arg-type]


def why(found: Allocation) -> dict[str, str]:
    return dict(found.left_out)


def test_what_stays_at_home_says_why() -> None:
    one = {("A", 3.0): 1}
    assert why(allocate(["x", "y"], [option("x")], [10.0], one)) == {"y": "none"}
    both = [option("x"), option("y"), option("x", place=1), option("y", place=1)]
    assert set(why(allocate(["x", "y"], both, [10.0, 10.5], one)).values()) == {"motors"}
    assert set(why(allocate(["x", "y"], both[:2], [10.0], {("A", 3.0): 2})).values()) == {"places"}
    dear = [option("x", cost=5.0), option("y", place=1, cost=6.0)]
    assert why(allocate(["x", "y"], dear, [10.0, 10.5], {("A", 3.0): 2}, DayWishes(cost_most=5.0))) == {"y": "cost"}


def test_each_goal_yields_to_the_one_before() -> None:
    stock = {("A", 3.0): 1, ("B", 3.0): 1}
    # Two rockets fly although it costs more and one only just goes.
    offers = [option("x", "A"), option("x", "B", cost=9.0, grade="marginal"), option("y", "A", place=1)]
    found = allocate(["x", "y"], offers, [10.0, 10.5], stock)
    assert {(o.rocket, o.load) for o in found.flights} == {("x", "B"), ("y", "A")}
    # A wish beats a better grade; a better grade beats money.
    pair = [option("x", "A", grade="marginal"), option("x", "B", cost=9.0)]
    assert allocate(["x"], pair, [10.0], stock).flights[0].load == "B"
    assert allocate(["x"], pair, [10.0], stock, DayWishes(tried=frozenset({("x", "A")}))).flights[0].load == "A"
    assert allocate(["x"], pair, [10.0], stock, DayWishes(saved=frozenset({"B"}))).flights[0].load == "A"


def test_motors_of_no_told_delay_serve_any() -> None:
    offers = [option("x", place=0), option("y", place=1, delay_s=5.0, burns=(("A", 5.0, 1),))]
    assert len(allocate(["x", "y"], offers, [10.0, 10.5], {("A", None): 2}).flights) == 2
    assert len(allocate(["x", "y"], offers, [10.0, 10.5], {("A", None): 1}).flights) == 1
    assert len(allocate(["x", "y"], offers, [10.0, 10.5], {("A", None): 1, ("A", 5.0): 1}).flights) == 2


def test_thirty_rockets_on_forty_motors_are_settled() -> None:
    rng = random.Random(3)
    hours = list(places(9.0, 17.0))
    rockets, motors = [f"R{n}" for n in range(30)], [f"M{n}" for n in range(40)]
    options = [
        option(r, m, p, grade=rng.choice(["good", "marginal"]), cost=rng.choice([2.0, 5.0, 11.0]))
        for r in rockets
        for m in rng.sample(motors, 8)
        for p in range(len(hours))
    ]
    found = allocate(rockets, options, hours, {(m, 3.0): rng.randint(0, 2) for m in motors})
    assert found.proven and len(found.flights) == len(hours), "the day's places are what is short"
