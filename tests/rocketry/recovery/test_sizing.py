"""Canopies sized: against closed forms, the tabulated density, and the trade's own figures."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.canopies.canopy import Canopy, descent_rate_m_s
from wobbly_fin.rocketry.canopies.devices import DEVICES, device_of
from wobbly_fin.rocketry.canopies.sizing import breaks_fins, diameter_for, nearest_up, spill_hole_for, wanted_band
from wobbly_fin.rocketry.errors import RocketryError

SEA = SiteAir(elevation_m=0).density_kg_m3()


def test_at_sea_level_density_is_the_tabulated_one_and_descent_the_closed_form() -> None:
    assert pytest.approx(1.2250, abs=5e-5) == SEA  # US Standard Atmosphere 1976, table I
    canopy = Canopy(diameter_m=0.45, spill_hole_m=0.05)
    by_hand = math.sqrt(2 * 0.120 * 9.80665 / (1.2250 * 0.75 * math.pi / 4 * (0.45**2 - 0.05**2)))
    assert descent_rate_m_s(0.120, canopy, SEA) == pytest.approx(by_hand, rel=1e-4)


@given(st.floats(0.02, 20.0), st.floats(2.0, 9.0), st.floats(0.7, 1.3), st.floats(0.0, 0.3))
def test_a_size_for_a_rate_gives_that_rate(mass: float, rate: float, density: float, hole: float) -> None:
    canopy = Canopy(diameter_m=diameter_for(mass, rate, density, spill_hole_m=hole), spill_hole_m=hole)
    assert descent_rate_m_s(mass, canopy, density) == pytest.approx(rate)


def test_a_spill_hole_trims_a_generous_canopy_and_cannot_slow_a_small_one() -> None:
    generous = Canopy(kind="domed", diameter_m=1.2)
    hole = spill_hole_for(1.5, 6.0, SEA, generous)
    assert descent_rate_m_s(1.5, Canopy(kind="domed", diameter_m=1.2, spill_hole_m=hole), SEA) == pytest.approx(6.0)
    with pytest.raises(RocketryError, match="larger canopy"):
        spill_hole_for(1.5, 2.0, SEA, generous)


def test_the_next_canopy_up_is_taken_from_those_there_are() -> None:
    drawer = [Canopy(diameter_m=d) for d in (0.3, 0.45, 0.6, 0.9)]
    found = nearest_up(0.12, 5.0, SEA, drawer)
    assert found is not None and found.diameter_m == 0.45
    assert descent_rate_m_s(0.12, found, SEA) <= 5.0 < descent_rate_m_s(0.12, drawer[0], SEA)
    assert nearest_up(3.0, 4.0, SEA, drawer) is None


# The trade's figures, common practice, no source: one test each.


def test_models_aim_at_three_and_a_half_to_five_metres_a_second() -> None:
    assert wanted_band(0.1) == (3.5, 5.0)


def test_heavy_ones_come_down_no_faster_than_twenty_feet_a_second() -> None:
    assert wanted_band(3.0)[1] == pytest.approx(20 * 0.3048, abs=0.01)


def test_a_streamer_an_inch_wide_and_a_metre_long_lets_a_light_model_down() -> None:
    circle = math.sqrt(4 * 1.0 * 0.025 / math.pi)
    rate = descent_rate_m_s(0.020, Canopy(kind="streamer", diameter_m=circle), SEA)
    assert 5 < rate < 12  # fast, and a light model in grass survives it


def test_hard_landings_break_fins() -> None:
    assert not breaks_fins(0.1, 5.0) and breaks_fins(0.1, 9.0)


@pytest.mark.parametrize("kind", list(DEVICES))
def test_every_kind_says_what_its_cd_belongs_to_where_it_strays_and_whence(kind: str) -> None:
    device = device_of(kind)
    assert device.area and device.low < device.cd < device.high
    assert device.source in ("from memory", "common practice, no source")
    assert Canopy(kind=kind, diameter_m=0.5).drag_area_m2 == pytest.approx(device.cd * math.pi / 4 * 0.25)  # type: ignore[arg-type]


def test_a_glider_sinks_as_its_lift_and_drag_say() -> None:
    # 50 g on a wing of 0.03 m² at CL 0.5 and CD 0.09: √(2 m g ÷ (ρ S)) · CD ÷ CL^1.5.
    wing = Canopy(kind="glide", diameter_m=math.sqrt(4 * 0.03 / math.pi), cd=0.5**3 / 0.09**2)
    by_hand = math.sqrt(2 * 0.05 * 9.80665 / (SEA * 0.03)) * 0.09 / 0.5**1.5
    assert descent_rate_m_s(0.05, wing, SEA) == pytest.approx(by_hand)
    assert 0.5 < descent_rate_m_s(0.05, Canopy(kind="glide", diameter_m=wing.diameter_m), SEA) < 3.0


def test_what_tumbles_or_flutters_is_light_and_may_land_faster() -> None:
    assert wanted_band(0.025, "streamer")[1] > wanted_band(0.025, "flat")[1]
    assert wanted_band(0.4, "streamer") == wanted_band(0.4, "flat")


@pytest.mark.parametrize(
    ("kind", "field", "figures"),
    [
        ("umbrella", "kind", {"diameter_m": 0.3}), ("flat", "cd", {"diameter_m": 0.3, "cd": 0.0}), ("flat", "cd", {"diameter_m": 0.3, "cd": 9.0}),
        ("flat", "diameter_m", {"diameter_m": 0.0}), ("flat", "diameter_m", {"diameter_m": math.inf}), ("flat", "spill_hole_m", {"diameter_m": 0.3, "spill_hole_m": 0.3}),
    ],
)  # fmt: skip
def test_a_canopy_that_cannot_be_is_refused_at_its_field(kind: str, field: str, figures: dict[str, float]) -> None:
    with pytest.raises(RocketryError) as refused:
        Canopy(kind=kind, **figures)  # type: ignore[arg-type]
    assert refused.value.name == field
