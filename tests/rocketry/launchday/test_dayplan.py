"""The order of a day: light ones in the calm hour, as good as trying every order, nobody twice at once."""

import itertools
import random

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.dayplan import Wish, order_day, places


def test_places_lie_one_after_another_inside_the_hours() -> None:
    assert places(10, 12, 30) == (10, 10.5, 11, 11.5, 12)
    assert len(places(9, 17)) == 20


@pytest.mark.parametrize(("opens", "closes"), [(12, 10), (10, 10), (-1, 5), (10, 30)])
def test_hours_that_are_none_are_refused(opens: float, closes: float) -> None:
    with pytest.raises(RocketryError):
        places(opens, closes)


def test_who_minds_the_wind_flies_in_the_calm() -> None:
    wind = {9.0: 1.0, 12.0: 5.0, 15.0: 7.0}
    minds = {"feather": 1.0, "stone": 0.05, "kite": 0.4}
    found = order_day([Wish(key=k, rocket=k) for k in minds], list(wind), lambda k, h: minds[k] * wind[h])
    assert [s.key for s in found.slots] == ["feather", "kite", "stone"]


@pytest.mark.parametrize("seed", range(15))
def test_no_order_of_a_small_day_is_better(seed: int) -> None:
    draw = random.Random(seed)
    names, hours = "abcde", [9.0, 10.0, 11.0, 12.0, 13.0]
    costs = {(n, h): draw.random() for n in names for h in hours}
    found = order_day([Wish(key=n, rocket=n) for n in names], hours, lambda k, h: costs[k, h])
    ours = sum(s.cost for s in found.slots)
    best = min(sum(costs[n, h] for n, h in zip(p, hours, strict=True)) for p in itertools.permutations(names))
    assert len(found.slots) == 5 and ours == pytest.approx(best)


def test_a_rocket_has_its_turnaround_and_an_hour_told_is_kept() -> None:
    hours = places(9, 12, 20)
    wishes = [Wish(key="one", rocket="owl"), Wish(key="two", rocket="owl"), Wish(key="told", rocket="fox", told_hour=10.0)]
    found = {s.key: s.hour for s in order_day(wishes, hours, lambda k, h: h).slots}
    assert found["told"] == 10.0 and abs(found["one"] - found["two"]) >= 0.75


def test_what_finds_no_place_is_left_out_and_said() -> None:
    found = order_day([Wish(key=str(n), rocket=str(n)) for n in range(4)], (9.0, 10.0), lambda k, h: 0.0)
    assert len(found.slots) == 2 and len(found.left_out) == 2 and found.room == 2
