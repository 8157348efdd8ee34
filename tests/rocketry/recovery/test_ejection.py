"""Charges, pins, joints and vents: gas law, the usual formula in other units, and the rule of thumb."""

import math

import pytest

from wobbly_fin.rocketry.canopies.pins import PINS_N
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.ejection import (
    bay_volume_m3,
    charge_kg,
    motor_charge,
    nose_fit,
    pins_for,
    pins_wanted,
    pressure_pa,
    vent_diameter_m,
    wanted,
)

BORE, LONG = 0.0988, 0.4
VOLUME = bay_volume_m3(BORE, LONG)


def test_one_quarter_inch_hole_for_a_hundred_cubic_inches_and_d_over_root_n() -> None:
    assert vent_diameter_m(100 * 0.0254**3) == pytest.approx(0.25 * 0.0254, rel=1e-4)
    one = vent_diameter_m(0.8e-3)
    assert [vent_diameter_m(0.8e-3, n) for n in (2, 3, 4)] == pytest.approx([one / math.sqrt(n) for n in (2, 3, 4)])
    assert vent_diameter_m(3.2774e-3) == pytest.approx(0.00635 * math.sqrt(2), rel=1e-4)  # area goes with volume


def test_the_charge_is_the_gas_law_s_and_the_usual_us_formula_s() -> None:
    # grams = 0.006 × D² × L in inches for 15 psi: the usual form, from memory.
    d, long = 3.9, 12.0
    volume = bay_volume_m3(d * 0.0254, long * 0.0254)
    assert 1000 * charge_kg(15 * 6894.757, volume) == pytest.approx(0.006 * d * d * long, rel=0.02)
    assert pressure_pa(charge_kg(80e3, volume), volume) == pytest.approx(80e3)
    assert charge_kg(80e3, volume / 2) < charge_kg(80e3, volume)


@pytest.mark.parametrize(("pressure", "volume"), [(0.0, 1e-3), (-5.0, 1e-3), (9e6, 1e-3), (50e3, 0.0), (float("nan"), 1e-3)])
def test_absurd_pressures_and_volumes_are_refused(pressure: float, volume: float) -> None:
    with pytest.raises(RocketryError):
        charge_kg(pressure, volume)


@pytest.mark.parametrize(("volume", "count"), [(0.0, 1), (-1.0, 1), (1e-3, 0), (1e-3, 99)])
def test_vents_without_a_bay_are_refused(volume: float, count: int) -> None:
    with pytest.raises(RocketryError):
        vent_diameter_m(volume, count)


def test_pins_and_friction_are_overcome_before_anything_is_thrown() -> None:
    bare = wanted(BORE, VOLUME, force_n=400.0)
    pinned = wanted(BORE, VOLUME, force_n=400.0, pins=3, friction_n=15.0)
    assert pinned.held_n == pytest.approx(3 * PINS_N["2-56"] + 15.0)
    assert pinned.pressure_pa - bare.pressure_pa == pytest.approx((3 * 155.0 + 15.0) / (math.pi / 4 * BORE**2))
    assert pinned.charge_kg == pytest.approx(pinned.pressure_pa * VOLUME / 2.19e5)


def test_pins_hold_air_shut_in_and_a_nose_that_runs_on_or_a_jerk() -> None:
    area = math.pi / 4 * BORE**2
    on_the_way_up = pins_wanted(BORE, shut_in_pa=20e3, nose_kg=0.5, deceleration_m_s2=30.0)
    assert on_the_way_up.pull_n == pytest.approx(20e3 * area + 15.0)
    assert on_the_way_up.count == math.ceil((20e3 * area + 15.0) / 155.0)
    jerked = pins_wanted(BORE, shut_in_pa=20e3, nose_kg=0.5, deceleration_m_s2=30.0, jerk_n=600.0)
    assert jerked.count == math.ceil((20e3 * area + 600.0) / 155.0) > on_the_way_up.count
    assert pins_for(0.0) == 2  # two at least, so that it parts straight


def test_a_vent_hole_lets_the_shut_in_air_out() -> None:
    assert pins_wanted(BORE, shut_in_pa=0.0, nose_kg=0.5, deceleration_m_s2=0.0).pull_n == 0.0


def test_a_motor_s_charge_suits_a_small_bay_is_weak_in_a_vast_one_and_hard_in_between() -> None:
    def verdict(bore: float, long: float, joint: float = 15.0) -> str:
        return motor_charge(0.024, bore, bay_volume_m3(bore, long), joint).verdict

    assert verdict(0.03, 0.2) == "suits"
    assert verdict(0.05, 0.3) == "hard"  # 0.6 L at more than two bar
    assert verdict(0.1, 1.0, joint=60.0) == "weak"


def test_a_told_charge_beats_the_usual_and_a_cluster_brings_as_many() -> None:
    usual, told = motor_charge(0.018, 0.06, 1e-3, 10.0), motor_charge(0.018, 0.06, 1e-3, 10.0, told_kg=0.9e-3)
    assert told.told and not usual.told and told.force_n == pytest.approx(2 * usual.force_n)
    assert motor_charge(0.018, 0.06, 1e-3, 10.0, motors=3).charge_kg == pytest.approx(3 * usual.charge_kg)


def test_a_nose_holds_its_rocket_and_comes_off_with_a_light_pull() -> None:
    small, large = nose_fit(0.04), nose_fit(3.0)
    assert small.least_n == pytest.approx(0.04 * 9.80665) and small.most_n == 2.0
    assert large.most_n == pytest.approx(3 * large.least_n)


def test_a_push_no_tube_stands_says_so() -> None:
    assert not wanted(BORE, VOLUME, force_n=400.0).bursts
    assert wanted(0.03, 1e-4, force_n=400.0, pins=2).bursts


@pytest.mark.parametrize(
    "bad", [{"force_n": 0.0}, {"force_n": 90.0, "pins": 40}, {"force_n": 90.0, "pin": "nail"}, {"force_n": 90.0, "friction_n": -1.0}, {"force_n": 20_000.0}, {"force_n": float("nan")}],
)  # fmt: skip
def test_a_charge_that_cannot_be_is_a_sentence(bad: dict[str, float]) -> None:
    with pytest.raises(RocketryError):
        wanted(BORE, VOLUME, **bad)  # type: ignore[arg-type]
