"""Wilson's interval against a reference library, over every count of small samples and some large ones."""

import pytest
from scipy.stats import binomtest

from wobbly_fin.rocketry.flightlog.statistics import FlightLine, spread, summaries, wilson


@pytest.mark.parametrize("of", [1, 2, 3, 5, 8, 13, 40, 1000])
def test_it_agrees(of: int) -> None:
    for count in {*range(min(of, 14) + 1), of // 2, of - 1, of}:
        ours, theirs = wilson(count, of), binomtest(count, of).proportion_ci(0.9, method="wilson")
        assert ours.low == pytest.approx(theirs.low, abs=1e-12) and ours.high == pytest.approx(theirs.high, abs=1e-12)


def test_no_flights_say_nothing() -> None:
    assert (wilson(0, 0).low, wilson(0, 0).high, wilson(0, 0).share) == (0.0, 1.0, None)
    assert spread([]) is None


def test_one_good_flight_is_no_hundred_per_cent() -> None:
    assert wilson(1, 1).low < 0.3 and wilson(20, 20).low > 0.85


def test_groups_by_flights_with_costs_only_where_told() -> None:
    found = summaries([
        FlightLine(group="a", success=True, miss_fraction=0.1, distance_m=50, delay_s=5.4, label_s=5, cost=8),
        FlightLine(group="a", success=False, miss_fraction=-0.2, distance_m=150), FlightLine(group="b", success=True),
    ])  # fmt: skip
    assert [s.group for s in found] == ["a", "b"] and found[0].cost_per_flight == 8 and found[1].cost_per_flight is None
    assert (
        found[0].distance_m.median == 100
        and found[0].delay_off_s.median == pytest.approx(0.4)
        and found[0].miss.low == pytest.approx(-0.125)
    )
