"""Of a cloud of landings, how many are inside: as few flights as are sure of it, and the same figure whoever asks."""

from collections.abc import Iterator

import numpy as np
import pytest

from tests.rocketry.choosing.loading import loaded
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing import clouds
from wobbly_fin.rocketry.choosing.case import Case, fly_cases
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.scatter import Cloud, Question, scatter, scattered
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor

PIP = QuickRocket(mass_kg=0.078, diameter_m=0.0335, cd=0.7, canopy=Canopy(diameter_m=0.4, cd=0.75))


def case(half_m: float, wind_m_s: float = 4.0, east_m: float = 0.0) -> Case:
    motor, delay = find_motor("C8-5")
    square = tuple((east_m + x * half_m, y * half_m) for x, y in ((-1, -1), (1, -1), (1, 1), (-1, 1)))
    where = Situation(site=Site(wind_speed_m_s=wind_m_s), ground=Field(outline=square), gusts="breezy")
    return fly_cases(loaded(PIP, motor, delay), [delay], where, Rules())[0]


def share_of(one: Case, runs: int) -> float:
    ground = one.situation.ground
    assert ground is not None
    return float(np.count_nonzero(ground.inside(scatter(clouds.question_of(one, runs)).landed))) / runs


@pytest.fixture
def flown(monkeypatch: pytest.MonkeyPatch) -> list[int]:
    counted: list[int] = []

    def counting(question: Question) -> Iterator[Cloud]:
        for chunk in scattered(question):
            counted.append(len(chunk.rows))
            yield chunk

    monkeypatch.setattr(clouds, "scattered", counting)
    return counted


@pytest.mark.parametrize("half_m", [3.0, 60.0, 150.0, 190.0, *(float(h) for h in range(220, 520, 20)), 2000.0])
def test_the_share_is_that_of_the_whole_cloud_however_few_were_flown(half_m: float, flown: list[int]) -> None:
    one = case(half_m)
    found = clouds.inside_of(one)
    assert found is not None and sum(flown) in (*clouds.FIRST, clouds.RUNS, clouds.MOST)
    share, sure = found
    # Stopped at the first look the figure is the thousand's, to the last landing.
    assert share == share_of(one, max(sum(flown), clouds.RUNS))
    error = np.sqrt(max(share * (1 - share), 1e-3) / sum(flown))
    assert sure == (abs(share - Rules().inside_field_min_fraction) > 2 * error)


def test_all_inside_or_all_outside_is_seen_at_the_first_look_and_a_close_one_is_looked_at_longest(flown: list[int]) -> None:
    for one in (case(2000.0), case(30.0, east_m=-2000.0)):
        flown.clear()
        assert clouds.inside_of(one) in ((1.0, True), (0.0, True)) and sum(flown) == min(clouds.FIRST)
    # All inside so far, but some a step from the edge: a thousand are flown.
    edges = [half for half in range(200, 900, 20) if share_of(case(float(half)), min(clouds.FIRST)) == 1.0]
    flown.clear()
    clouds.inside_of(case(float(edges[0])))
    assert sum(flown) >= clouds.RUNS
