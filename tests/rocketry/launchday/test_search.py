"""The sector to search: it holds most of the cloud and says how much, round the compass, and turns with it."""

import math

import numpy as np
import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.explain import sector_sentence
from wobbly_fin.rocketry.launchday.search import sector_of


def cloud(bearing_deg: float, far_m: float = 200.0, spread_m: float = 25.0, n: int = 800) -> np.ndarray:
    draw = np.random.default_rng(5)
    a = math.radians(bearing_deg)
    return np.array([far_m * math.sin(a), far_m * math.cos(a)]) + draw.normal(0, spread_m, (n, 2))


@pytest.mark.parametrize("bearing", [0.0, 45.0, 135.0, 180.0, 270.0, 359.0])
def test_most_of_a_cloud_lies_in_its_sector_wherever_it_lies(bearing: float) -> None:
    points = cloud(bearing)
    sector = sector_of(points)
    inside = np.mean([sector.holds(x, y) for x, y in points])
    assert inside == pytest.approx(sector.share, abs=0.01)
    assert 0.78 < inside < 0.95  # a tenth of distances, a tenth of bearings left out
    assert (sector.from_deg - 5) % 360 != sector.from_deg and sector.width_deg < 60
    assert sector.holds(200 * math.sin(math.radians(bearing)), 200 * math.cos(math.radians(bearing)))
    assert not sector.holds(-200 * math.sin(math.radians(bearing)), -200 * math.cos(math.radians(bearing)))


def test_a_wider_cloud_is_a_wider_search() -> None:
    narrow, wide = sector_of(cloud(90.0, spread_m=10.0)), sector_of(cloud(90.0, spread_m=50.0))
    assert wide.width_deg > narrow.width_deg and wide.far_m - wide.near_m > narrow.far_m - narrow.near_m


def test_it_is_said_in_metres_and_points() -> None:
    said = sector_sentence(sector_of(cloud(45.0)))
    assert "NE" in said and " m" in said


def test_a_cloud_round_the_pad_has_no_direction() -> None:
    said = sector_sentence(sector_of(np.random.default_rng(2).normal(0, 20.0, (500, 2))))
    assert "all round the pad" in said and "between" not in said


def test_a_handful_of_points_says_nothing() -> None:
    with pytest.raises(RocketryError, match="too thin"):
        sector_of(cloud(45.0, n=5))
