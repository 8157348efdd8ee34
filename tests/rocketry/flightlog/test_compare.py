from dataclasses import replace

import pytest

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flightlog.compare import cd_for_height, check_height, height_sentence, opening_sentence, within_reading
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS, succeeded
from wobbly_fin.rocketry.flightlog.totals import Logged, totals
from wobbly_fin.rocketry.flightlog.waiting import waits_for
from wobbly_fin.rocketry.motors.catalogue import find_motor

ROCKET = QuickRocket(mass_kg=0.041, diameter_m=0.026, cd=0.6, canopy=Canopy(diameter_m=0.3))
MOTOR = find_motor("B9")[0]


@pytest.mark.parametrize("planted", [0.35, 0.6, 0.82, 1.4])
def test_a_planted_drag_coefficient_is_found_again(planted: float) -> None:
    height = fly(replace(ROCKET, cd=planted), MOTOR, 5, Site()).apogee_altitude_m or 0
    assert cd_for_height(ROCKET, MOTOR, Site(), height) == pytest.approx(planted, abs=2e-4)


def test_no_drag_explains_the_impossible() -> None:
    assert cd_for_height(ROCKET, MOTOR, Site(), 5_000) is None
    check = check_height(ROCKET, MOTOR, 5, Site(), 5_000)
    assert check and "No sensible Cd" in height_sentence(check, 0.6, True)


def test_the_sentence_follows_the_miss() -> None:
    forecast = fly(ROCKET, MOTOR, 5, Site()).apogee_altitude_m or 0
    near = check_height(ROCKET, MOTOR, 5, Site(), forecast * 0.97)
    low = check_height(ROCKET, MOTOR, 5, Site(), forecast * 0.85)
    assert near and "within 5%" in height_sentence(near, 0.6, True)
    assert low and low.off_fraction == pytest.approx(-0.15) and "15% lower" in height_sentence(low, 0.6, False)
    assert "guessed" in height_sentence(low, 0.6, False) and "guessed" not in height_sentence(low, 0.6, True)
    with pytest.raises(RocketryError, match="height"):
        check_height(ROCKET, MOTOR, 5, Site(), -3)


def test_where_the_canopy_opened_against_where_it_was_to() -> None:
    assert "where it was to, at the top" in (opening_sentence(0.2, "at_apogee") or "")
    assert "came later" in (opening_sentence(-1.6, "at_apogee") or "") and "shorter" in (
        opening_sentence(-1.6, "at_apogee") or ""
    )
    assert "never did" in (opening_sentence(0.2, "never") or "")
    assert opening_sentence(0.2, "not_seen") is None and opening_sentence(None, "never") is None


def test_totals_count_and_say_nothing_of_what_is_not_there() -> None:
    assert totals([]).mean_miss_fraction is None
    flights = [
        Logged(opening="at_apogee", landing="safe", measured_m=90, forecast_m=100, impulse_n_s=5),
        Logged(opening="never", landing="damaged", measured_m=None, forecast_m=100, impulse_n_s=5),
        Logged(opening="no_launch", landing="none", measured_m=None, forecast_m=100, impulse_n_s=5),
    ]
    found = totals(flights)
    assert (found.flights, found.successes, found.impulse_n_s) == (3, 1, 10)
    assert found.mean_miss_fraction == pytest.approx(0.1)


def test_success_is_a_canopy_open_and_a_rocket_fit_to_fly() -> None:
    good = {(o, lnd) for o in OPENINGS for lnd in LANDINGS if succeeded(o, lnd)}
    assert ("at_apogee", "safe") in good and ("never", "safe") not in good and ("at_apogee", "lost") not in good


def test_what_a_rocket_waits_for() -> None:
    assert waits_for(flights=0, last_landing=None, has_canopy=True) == "first_flight"
    assert waits_for(flights=0, last_landing=None, has_canopy=False) == "canopy"
    assert waits_for(flights=3, last_landing="damaged", has_canopy=True) == "repair"
    assert waits_for(flights=3, last_landing="lost", has_canopy=True) == "search"
    assert waits_for(flights=3, last_landing="safe", has_canopy=True) == "next_flight"


def test_a_miss_that_reads_five_per_cent_is_within_a_reading() -> None:
    assert within_reading(-0.0512) and within_reading(0.05) and not within_reading(-0.056)


def test_a_low_flight_of_a_leaning_rocket_is_explained_by_cd_or_by_wind() -> None:
    from tests.sources.six_darts import SMALL, SOFT, motor_of, rigid

    rocket, motor = rigid(SMALL), motor_of(SOFT)
    measured = fly(rocket, motor, None, Site(wind_speed_m_s=7.0)).apogee_altitude_m
    check = check_height(rocket, motor, 4.0, Site(wind_speed_m_s=2.0), measured)
    assert check.explaining_wind_m_s == pytest.approx(5.0, abs=0.1) and check.explaining_cd > 0.62
    assert "more wind" in height_sentence(check, 0.62, True) or abs(check.off_fraction) <= 0.05
    higher = check_height(rocket, motor, 4.0, Site(wind_speed_m_s=7.0), measured * 1.2)
    assert higher.explaining_wind_m_s is None


def test_wind_explains_nothing_of_a_point_and_no_gale_is_claimed() -> None:
    from tests.sources.six_darts import SMALL, SOFT, motor_of, rigid

    point = QuickRocket(mass_kg=0.05, diameter_m=0.025, cd=0.6)
    motor = motor_of(SOFT)
    assert check_height(point, motor, 4.0, Site(), 60.0).explaining_wind_m_s is None
    assert check_height(rigid(SMALL), motor, 4.0, Site(), 8.0).explaining_wind_m_s is None
