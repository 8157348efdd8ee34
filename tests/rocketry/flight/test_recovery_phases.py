"""After the charge: one canopy or two, filling, triggers, and what pulls how hard."""

import math
from dataclasses import replace

import pytest

from tests.sources.six_darts import HARD, STOUT, motor_of, rigid
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2 as G
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.explain import events
from wobbly_fin.rocketry.flight.flight import fly, fly_vehicle
from wobbly_fin.rocketry.flight.sequence import Sequence
from wobbly_fin.rocketry.flight.site import Site

SITE = Site(wind_speed_m_s=4.0)


def flown(sequence: Sequence, delay_s: float | None = 5.0, site: Site = SITE):
    return fly(rigid(STOUT, recovery=sequence), motor_of(HARD), delay_s, site)


def test_opening_at_once_pulls_with_the_drag_of_that_speed() -> None:
    f = flown(Sequence())
    rho = SITE.air.density_kg_m3(f.ejection.altitude_m)
    assert f.opening_load_n == pytest.approx(0.5 * rho * STOUT.canopy_cda_m2 * f.ejection.speed_m_s**2, rel=1e-6)


def test_a_canopy_that_takes_time_to_fill_pulls_less() -> None:
    late = [flown(Sequence(filling_s=s), delay_s=8.0).opening_load_n for s in (0.0, 0.3, 1.0)]
    assert late[0] > late[1] > late[2] > 0.4 * G


def test_the_later_it_opens_the_harder_it_pulls() -> None:
    calm = Site()
    best = flown(Sequence(), 3.0, calm).optimum_delay_s
    loads = [flown(Sequence(), best + s, calm).opening_load_n for s in (0.0, 1.0, 2.0)]
    assert loads[0] < loads[1] < loads[2]


def test_the_main_low_down_lands_nearer_and_sooner_than_at_the_top() -> None:
    high, low = flown(Sequence()), flown(Sequence(first="tumble", main_height_m=60.0))
    assert low.main is not None and low.main.altitude_m == pytest.approx(60.0, abs=0.05)
    assert low.landing_time_s < high.landing_time_s and abs(low.landing_x_m) < abs(high.landing_x_m)
    assert low.landing_speed_m_s == pytest.approx(high.landing_speed_m_s, rel=0.02)
    assert low.descent_rate_m_s == high.descent_rate_m_s
    assert [e.code for e in events(low)].count("main") == 1


def test_a_drogue_falls_at_its_own_rate_until_the_main() -> None:
    drogue = Canopy(diameter_m=0.3, cd=0.75)
    f = flown(Sequence(first="drogue", drogue=drogue, main_after_s=6.0), site=Site())
    assert f.main.time_s == pytest.approx(f.ejection.time_s + 6.0, abs=1e-6)
    hanging = STOUT.mass_kg + HARD.total_kg - HARD.propellant_kg
    rate = math.sqrt(2 * hanging * G / (Site().air.density_kg_m3(f.main.altitude_m) * drogue.drag_area_m2))
    assert f.main.speed_m_s == pytest.approx(rate, rel=0.02)


def test_an_altimeter_opens_at_the_top_whatever_the_delay() -> None:
    early, late, none = (flown(Sequence(at_apogee=True), d) for d in (2.0, 12.0, None))
    assert late.ejection.time_s == pytest.approx(late.apogee_time_s) and none.ejection.after_apogee_s == pytest.approx(0)
    assert late.landing_x_m == pytest.approx(none.landing_x_m)
    assert early.ejection.after_apogee_s < 0  # the motor's own charge was first


def test_below_its_height_already_the_main_opens_at_once() -> None:
    f = flown(Sequence(first="tumble", main_height_m=9000.0))
    assert f.main is None or f.main.time_s == pytest.approx(f.ejection.time_s, abs=1e-9)
    assert f.landing_time_s == pytest.approx(flown(Sequence()).landing_time_s, rel=1e-6)


def test_one_ascent_serves_all_delays() -> None:
    delays = (3.0, 8.0, None, 5.0)
    together = fly_vehicle(rigid(STOUT).loaded(motor_of(HARD)), delays, SITE)
    for delay, one in zip(delays, together, strict=True):
        alone = fly(rigid(STOUT), motor_of(HARD), delay, SITE)
        assert (one.ejection is None) == (delay is None)
        assert one.apogee_altitude_m == pytest.approx(alone.apogee_altitude_m, rel=1e-4)
        assert one.landing_x_m == pytest.approx(alone.landing_x_m, abs=0.05 + 1e-3 * abs(alone.landing_x_m))


def test_a_delay_beyond_landing_comes_down_shut() -> None:
    f = flown(Sequence(), 100.0)
    assert f.ejection is None and f.landing_speed_m_s > 20


@pytest.mark.parametrize(
    ("changes", "field"),
    [
        ({"first": "balloon"}, "first"),
        ({"first": "drogue", "main_height_m": 50.0}, "drogue"),
        ({"first": "tumble"}, "main_height_m"),
        ({"first": "tumble", "main_height_m": -3.0}, "main_height_m"),
        ({"first": "tumble", "main_after_s": math.nan}, "main_after_s"),
        ({"filling_s": -1.0}, "filling_s"),
    ],
)
def test_a_sequence_that_cannot_be_is_refused_at_its_field(changes, field) -> None:
    with pytest.raises(RocketryError) as refused:
        Sequence(**changes)
    assert refused.value.name == field


def test_layers_take_the_place_of_the_power_law() -> None:
    from wobbly_fin.rocketry.flight.site import WindLayer

    layers = (WindLayer(height_m=50, speed_m_s=6, from_deg=270), WindLayer(height_m=150, speed_m_s=6, from_deg=180))
    site = replace(SITE, wind_speed_m_s=0.0, layers=layers)
    assert site.wind_at_m_s(50) == (pytest.approx(6), pytest.approx(0, abs=1e-9))
    assert site.wind_at_m_s(100) == (pytest.approx(3), pytest.approx(3))
    assert site.wind_at_m_s(900) == (pytest.approx(0, abs=1e-9), pytest.approx(6))
    assert site.wind_at_m_s(5)[0] == pytest.approx(6 * 0.1**0.143)
    f = fly(rigid(STOUT), motor_of(HARD), 4.0, site)
    assert f.landing_x_m > 20 and f.landing_y_m > 20  # blown east below, north aloft
    with pytest.raises(RocketryError, match="must rise"):
        replace(SITE, layers=layers[::-1])
