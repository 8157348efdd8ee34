"""Glues on warm and cold days, and how much of them a joint takes."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.building.amounts import (
    fillet_kg,
    fillet_radius_m,
    fillets_kg,
    pocket_kg,
    ring_kg,
    sleeve_kg,
    with_waste,
)
from wobbly_fin.rocketry.building.glues import GLUES, Glue, TooColdError, find_glue, mixed, setting
from wobbly_fin.rocketry.errors import RocketryError

EPOXY = 1150.0
# Work, handle, full at 20 °C [min]: common practice, no source.
USUAL = {
    "wood": (5, 45, 1440), "epoxy-5": (5, 30, 720), "epoxy-30": (30, 240, 1440), "epoxy-thick": (60, 600, 1440),
    "epoxy-steel": (30, 300, 1200), "filler": (0, 480, 720),
}  # fmt: skip


@pytest.mark.parametrize(("key", "times"), USUAL.items())
def test_at_twenty_degrees_times_are_the_usual_ones(key: str, times: tuple[float, float, float]) -> None:
    found = setting(GLUES[key], 20.0)
    assert (found.work_s / 60, found.handle_s / 60, found.full_s / 60) == pytest.approx(times)


def test_ten_degrees_less_take_twice_as_long() -> None:
    cold, usual = setting(GLUES["wood"], 10.0), setting(GLUES["wood"], 20.0)
    assert (cold.handle_s, cold.full_s) == pytest.approx((2 * usual.handle_s, 2 * usual.full_s))


@given(st.floats(12.0, 44.0), st.floats(0.1, 1.0))
def test_warmer_is_always_quicker(warmth: float, more: float) -> None:
    a, b = setting(GLUES["epoxy-30"], warmth), setting(GLUES["epoxy-30"], warmth + more)
    assert b.handle_s < a.handle_s and b.work_s < a.work_s


@pytest.mark.parametrize("key", GLUES)
def test_below_its_own_minimum_a_glue_is_refused_not_reckoned(key: str) -> None:
    glue = GLUES[key]
    setting(glue, glue.lowest_c)
    with pytest.raises(TooColdError, match="would not cure"):
        setting(glue, glue.lowest_c - 0.1)


def test_large_and_warm_batches_are_warned_of_and_set_early() -> None:
    small, large = setting(GLUES["epoxy-30"], 20.0, 0.010), setting(GLUES["epoxy-30"], 20.0, 0.120)
    assert small.warnings == () and large.warnings == ("large",)
    assert large.work_s < small.work_s
    assert "warm" in setting(GLUES["epoxy-30"], 31.0).warnings
    assert setting(GLUES["wood"], 31.0, 0.5).warnings == ()


def test_hotter_than_any_table_is_refused() -> None:
    with pytest.raises(RocketryError) as caught:
        setting(GLUES["wood"], 60.0)
    assert caught.value.name == "temperature"


def test_equal_parts_are_two_equal_figures_on_the_scale() -> None:
    assert mixed(GLUES["epoxy-30"], 0.018) == pytest.approx((0.009, 0.009))


def test_parts_by_volume_are_weighed_by_their_densities() -> None:
    glue = Glue(
        key="x", name="x", sort="epoxy", work_s=60, handle_s=600, full_s=6000, lowest_c=10, parts=(2.0, 1.0), measure="volume",
        densities_kg_m3=(1150.0, 980.0),
    )  # fmt: skip
    resin, hardener = mixed(glue, 0.030)
    assert resin + hardener == pytest.approx(0.030)
    assert (resin / 1150.0) / (hardener / 980.0) == pytest.approx(2.0)


@pytest.mark.parametrize("total", [0.0, -1.0, math.nan, 50.0])
def test_no_total_no_mixture(total: float) -> None:
    with pytest.raises(RocketryError):
        mixed(GLUES["epoxy-30"], total)


def test_wood_glue_is_not_mixed() -> None:
    with pytest.raises(RocketryError, match="one pot"):
        mixed(GLUES["wood"], 0.01)


def test_a_fillet_is_the_corner_a_circle_leaves() -> None:
    # Numerically: the area under the circle's lower left quarter, r − sqrt(r² − (x − r)²).
    r, n = 0.006, 20_000
    area = sum(r - math.sqrt(r * r - ((i + 0.5) * r / n - r) ** 2) for i in range(n)) * r / n
    assert fillet_kg(1.0, r, EPOXY) == pytest.approx(area * EPOXY, rel=1e-4)


# Common practice, no source: what these joints take, in grams, waste and all.
def test_the_ring_of_a_mount_in_a_four_inch_tube_takes_about_ten_grams() -> None:
    grams = 1000 * with_waste(ring_kg(0.100, 0.057, fillet_radius_m(0.1016), EPOXY))
    assert grams == pytest.approx(10, abs=2.5)


def test_a_filled_pocket_of_a_large_fin_takes_about_thirty_grams() -> None:
    assert 1000 * with_waste(pocket_kg(0.22, 0.021, EPOXY)) == pytest.approx(30, abs=6)


def test_outside_fillets_of_three_long_fins_take_no_more_than_twenty_five_grams() -> None:
    grams = 1000 * with_waste(fillets_kg(3, 0.30, 0.006, EPOXY))
    assert 12 < grams <= 25


def test_amounts_grow_as_geometry_says() -> None:
    assert fillets_kg(4, 0.1, 0.004, EPOXY) == pytest.approx(4 / 3 * fillets_kg(3, 0.1, 0.004, EPOXY))
    assert fillet_kg(0.1, 0.008, EPOXY) == pytest.approx(4 * fillet_kg(0.1, 0.004, EPOXY))
    assert sleeve_kg(0.05, 0.1, EPOXY) == pytest.approx(math.pi * 0.05 * 0.1 * 0.00015 * EPOXY)


@pytest.mark.parametrize(
    "bad",
    [
        {"handle_s": 0.0}, {"full_s": 10.0}, {"work_s": 1e9}, {"lowest_c": 90.0}, {"density_kg_m3": -1.0}, {"parts": (1.0, 0.0)},
        {"work_s": 700.0},
    ],
)  # fmt: skip
def test_a_glue_that_cannot_be_is_refused(bad: dict[str, object]) -> None:
    good: dict[str, object] = {
        "key": "x", "name": "x", "sort": "epoxy", "work_s": 60.0, "handle_s": 600.0, "full_s": 6000.0, "lowest_c": 10.0,
    }  # fmt: skip
    with pytest.raises(RocketryError):
        Glue(**(good | bad))  # type: ignore[arg-type]


def test_own_glues_come_before_the_library() -> None:
    mine = Glue(key="wood", name="hide glue", sort="wood", work_s=60, handle_s=600, full_s=6000, lowest_c=15)
    assert find_glue("wood", {"wood": mine}).name == "hide glue"
    with pytest.raises(RocketryError, match="not in the library"):
        find_glue("chewing-gum")
