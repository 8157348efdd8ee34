"""Flights against an independent solution by scipy's DOP853 at 1e-10: ascent within 0.05 % and 5 ms, landing within 0.05 %."""

import pytest

from tests.sources.eight_rockets import CASES
from tests.sources.reference_flight import reference_flight
from wobbly_fin.rocketry.flight.flight import fly

SHARE, SECONDS = 0.0005, 0.005


@pytest.mark.parametrize("name", CASES)
def test_flight_agrees_with_dop853(name: str) -> None:
    rocket, motor, delay_s, site = CASES[name]
    ours, theirs = fly(rocket, motor, delay_s, site), reference_flight(rocket, motor, delay_s, site)
    assert ours.liftoff_time_s == pytest.approx(theirs.liftoff_s, abs=1e-5)
    assert ours.rod_exit_speed_m_s == pytest.approx(theirs.rod_exit_m_s, rel=SHARE)
    assert ours.burnout_altitude_m == pytest.approx(theirs.burnout_m, rel=SHARE)
    assert ours.burnout_speed_m_s == pytest.approx(theirs.burnout_m_s, rel=SHARE)
    assert ours.max_speed_m_s == pytest.approx(theirs.max_m_s, rel=SHARE)
    assert ours.max_mach == pytest.approx(theirs.max_mach, rel=SHARE)
    assert ours.max_acceleration_m_s2 == pytest.approx(theirs.max_m_s2, rel=SHARE)
    assert ours.apogee_time_s == pytest.approx(theirs.apogee_s, abs=SECONDS)
    assert ours.apogee_altitude_m == pytest.approx(theirs.apogee_m, rel=SHARE)
    assert ours.ejection is not None
    assert ours.ejection.altitude_m == pytest.approx(theirs.ejection_m, rel=SHARE)
    assert ours.ejection.speed_m_s == pytest.approx(theirs.ejection_m_s, rel=SHARE, abs=0.003)
    assert ours.landing_time_s == pytest.approx(theirs.landing_s, rel=SHARE)
    assert ours.landing_x_m == pytest.approx(theirs.landing_x_m, rel=SHARE, abs=0.05)
    assert ours.landing_y_m == pytest.approx(theirs.landing_y_m, rel=SHARE, abs=0.05)
    assert ours.landing_speed_m_s == pytest.approx(theirs.landing_m_s, rel=0.005)
