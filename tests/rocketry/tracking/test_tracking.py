"""Triangles worked by hand, and what several ways to a height say together."""

import math

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.tracking.combine import Estimate, best_height
from wobbly_fin.rocketry.tracking.explain import best_sentences, track_sentences
from wobbly_fin.rocketry.tracking.fall import height_by_fall
from wobbly_fin.rocketry.tracking.stations import Sighting, track


def test_one_station_is_a_right_triangle() -> None:
    # 45° at 150 m is 150 m; 30° at 100 m is 100 ÷ √3.
    assert track(150, (Sighting(elevation_deg=45),)).altitude_m == pytest.approx(150)
    assert track(100, (Sighting(elevation_deg=30),)).altitude_m == pytest.approx(100 / math.sqrt(3))
    assert track(100, (Sighting(elevation_deg=30),)).closure_error_fraction is None


def test_two_stations_on_an_equilateral_triangle() -> None:
    # Both inside angles 60°: 200 m to each side; at 45° it stands 200 m up for both, and the lines of sight meet.
    found = track(200, (Sighting(azimuth_deg=60, elevation_deg=45), Sighting(azimuth_deg=60, elevation_deg=45)))
    assert found.heights_m == pytest.approx((200, 200)) and found.closure_error_fraction == pytest.approx(0)
    assert found.nearest_m == pytest.approx(200) and found.miss_m == pytest.approx(0, abs=1e-9)
    assert found.ground == pytest.approx((100, 100 * math.sqrt(3)))


def test_a_three_four_five_triangle_with_stations_that_disagree() -> None:
    # Right angle over the ground point: baseline 5, legs 4 and 3 (hundred metres). By the first tan E = 1/2: 200 m; by the second
    # tan E = 1: 300 m. Mean 250, closure 100 ÷ 500.
    a, b = math.degrees(math.acos(0.8)), math.degrees(math.acos(0.6))
    found = track(
        500, (Sighting(azimuth_deg=a, elevation_deg=math.degrees(math.atan(0.5))), Sighting(azimuth_deg=b, elevation_deg=45))
    )
    assert found.heights_m == pytest.approx((200, 300)) and found.altitude_m == pytest.approx(250)
    assert found.closure_error_fraction == pytest.approx(0.2) and not found.accepted
    assert any("throw out" in s for s in track_sentences(found))


def test_the_other_reduction_is_the_point_nearest_to_both_lines() -> None:
    """Worked out by brute force: no point of one line is nearer to the other than the ends of the perpendicular."""
    one, two = Sighting(azimuth_deg=50, elevation_deg=40), Sighting(azimuth_deg=55, elevation_deg=42)
    found = track(300, (one, two))

    def line(s: Sighting, x0: float, sign: float, r: float) -> tuple[float, float, float]:
        e, z = math.radians(s.elevation_deg), math.radians(s.azimuth_deg)
        return x0 + sign * r * math.cos(e) * math.cos(z), r * math.cos(e) * math.sin(z), r * math.sin(e)

    least = min(
        (math.dist(p := line(one, 0, 1, r / 2), q := line(two, 300, -1, t / 2)), (p[2] + q[2]) / 2)
        for r in range(400, 900, 2)
        for t in range(400, 900, 2)
    )
    assert found.miss_m == pytest.approx(least[0], abs=0.35) and found.nearest_m == pytest.approx(least[1], abs=1.5)


def test_its_error_is_what_an_error_of_the_angles_does() -> None:
    sightings = (Sighting(azimuth_deg=50, elevation_deg=40), Sighting(azimuth_deg=55, elevation_deg=42))
    assert track(300, sightings, 2.0).sd_m == pytest.approx(2 * track(300, sightings, 1.0).sd_m)
    moved = track(300, (Sighting(azimuth_deg=50, elevation_deg=41), sightings[1])).altitude_m - track(300, sightings).altitude_m
    assert abs(moved) < track(300, sightings, 1.0).sd_m


@pytest.mark.parametrize(
    ("baseline", "sightings", "field"),
    [
        (0, (Sighting(elevation_deg=40),), "baseline_m"), (100, (), "stations"), (100, (Sighting(elevation_deg=0),), "stations.0.elevation_deg"),
        (100, (Sighting(elevation_deg=90),), "stations.0.elevation_deg"), (100, (Sighting(elevation_deg=40), Sighting(elevation_deg=40)), "stations.0.azimuth_deg"),
        (100, (Sighting(elevation_deg=40, azimuth_deg=100), Sighting(elevation_deg=40, azimuth_deg=85)), "stations.1.azimuth_deg"),
        (100, (Sighting(elevation_deg=math.nan),), "stations.0.elevation_deg"),
    ],
)  # fmt: skip
def test_angles_that_give_no_height_are_named(baseline: float, sightings: tuple[Sighting, ...], field: str) -> None:
    with pytest.raises(RocketryError) as refused:
        track(baseline, sightings)
    assert refused.value.name == field


def test_several_ways_are_weighed_by_their_errors_and_the_odd_one_out_is_named() -> None:
    good = [Estimate(method="altimeter", height_m=200, sd_m=2), Estimate(method="fall", height_m=215, sd_m=30)]
    best = best_height(good)
    assert 199.9 < best.height_m < 201 and best.sd_m < 2.01 and best.disagreeing == ()
    odd = best_height([*good, Estimate(method="one_station", height_m=320, sd_m=10)])
    assert 2 in odd.disagreeing and odd.sd_m > best.sd_m
    assert any("What one station gave" in s for s in best_sentences(odd))
    with pytest.raises(RocketryError):
        best_height([])


def test_the_time_of_fall() -> None:
    # 60 s at 4 m/s is 240 m; a watch half a second off and a rate known to 15 % make it some 36 m unsure.
    found = height_by_fall(60, 4)
    assert found.height_m == pytest.approx(240) and found.sd_m == pytest.approx(36, abs=1)
    assert height_by_fall(60, 4, density_ratio=0.81).height_m == pytest.approx(240 / 0.9)
