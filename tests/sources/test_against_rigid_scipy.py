"""The rigid flight against a second solution on a quaternion, by scipy at 1e-9: seven days."""

import math

import pytest

from tests.sources.reference_rigid import fly_dart
from tests.sources.six_darts import CASES, motor_of, rigid, site_of
from wobbly_fin.rocketry.flight.flight import fly


@pytest.mark.parametrize("name", CASES)
def test_apogee_and_drift_agree(name: str) -> None:
    dart, charge, day = CASES[name]
    truth = fly_dart(dart, charge, day)
    ours = fly(rigid(dart), motor_of(charge), charge.delay_s, site_of(day))
    assert ours.apogee_altitude_m == pytest.approx(truth.apogee_m, rel=5e-4)
    assert ours.apogee_time_s == pytest.approx(truth.apogee_s, rel=5e-4)
    assert ours.rod_exit_speed_m_s == pytest.approx(truth.rod_m_s, rel=1e-4)
    assert ours.rod_exit_angle_deg == pytest.approx(truth.rod_angle_deg, abs=0.02)
    assert ours.max_speed_m_s == pytest.approx(truth.max_m_s, rel=1e-3)
    far = math.hypot(truth.landing_x_m, truth.landing_y_m)
    assert ours.apogee_x_m == pytest.approx(truth.apogee_x_m, abs=0.003 * truth.apogee_m)
    assert ours.apogee_y_m == pytest.approx(truth.apogee_y_m, abs=0.003 * truth.apogee_m)
    assert ours.ejection and ours.ejection.speed_m_s == pytest.approx(truth.ejection_m_s, rel=5e-3)
    assert ours.landing_x_m == pytest.approx(truth.landing_x_m, abs=0.005 * far)
    assert ours.landing_y_m == pytest.approx(truth.landing_y_m, abs=0.005 * far)
    assert ours.landing_time_s == pytest.approx(truth.landing_s, rel=2e-3)
