"""What must hold of any flight, whatever the rocket: found by letting Hypothesis look for one where it does not."""

import math
from dataclasses import replace

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.flight import fly, fly_traced, fly_vehicle
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.motors.motor import Motor

MOTORS = [m for m in catalogue() if m.kind == "single"]
look = settings(max_examples=60, deadline=None, suppress_health_check=[HealthCheck.too_slow])


@st.composite
def flights(draw: st.DrawFn) -> tuple[QuickRocket, Motor, float, Site]:
    """A rocket its motor can lift, more or less well, somewhere."""
    motor = draw(st.sampled_from(MOTORS))
    ratio = draw(st.floats(1.2, 25.0))
    mass = motor.curve.average_thrust_n / (9.80665 * ratio)
    rocket = QuickRocket(
        mass_kg=max(mass - motor.total_mass_kg, 0.2 * motor.total_mass_kg),
        diameter_m=motor.diameter_m * draw(st.floats(1.1, 5.0)),
        cd=draw(st.floats(0.3, 1.2)),
        canopy=Canopy(diameter_m=draw(st.floats(0.2, 2.5)), cd=draw(st.floats(0.4, 1.5))),
    )
    site = Site(
        elevation_m=draw(st.floats(0, 2500)),
        temperature_c=draw(st.floats(-15, 40)),
        rod_length_m=draw(st.floats(0.5, 4)),
        rod_tilt_deg=draw(st.sampled_from([0.0, 0.0, 5.0, 15.0])),
        rod_azimuth_deg=draw(st.floats(0, 360)),
        wind_speed_m_s=draw(st.sampled_from([0.0, 2.0, 6.0, 12.0])),
        wind_from_deg=draw(st.floats(0, 360)),
    )
    return rocket, motor, draw(st.floats(0, 20)), site


@look
@given(flights())
def test_a_flight_is_one_coherent_story(case: tuple[QuickRocket, Motor, float, Site]) -> None:
    rocket, motor, delay_s, site = case
    f = fly(rocket, motor, delay_s, site)
    assume(f.lifted)
    assert (
        f.liftoff_time_s is not None
        and f.apogee_time_s is not None
        and f.apogee_altitude_m is not None
        and f.landing_time_s is not None
    )
    assert 0 <= f.liftoff_time_s < f.apogee_time_s <= f.landing_time_s
    assert f.optimum_delay_s == pytest.approx(f.apogee_time_s - motor.curve.burnout_s)
    assert f.apogee_altitude_m >= (f.burnout_altitude_m or 0) - 1e-6
    # It can be no faster than all its impulse on its lightest self, in space.
    assert 0 < (f.max_speed_m_s or 0) <= motor.curve.total_impulse_n_s / (rocket.mass_kg + motor.burnout_mass_kg)
    assert (f.max_acceleration_m_s2 or 0) <= motor.curve.peak_thrust_n / (rocket.mass_kg + motor.burnout_mass_kg) + 9.81
    # Nor higher than that speed would throw it without drag, plus the burn itself.
    assert (
        f.apogee_altitude_m <= (f.burnout_altitude_m or f.apogee_altitude_m) + (f.max_speed_m_s or 0) ** 2 / (2 * 9.80665) + 1e-6
    )
    if f.ejection:
        assert (
            f.ejection.time_s == pytest.approx(motor.curve.burnout_s + delay_s)
            and f.ejection.altitude_m <= f.apogee_altitude_m + 1e-6
        )
        assert f.ejection.time_s <= f.landing_time_s
    assert all(math.isfinite(v) for v in (f.landing_x_m or 0.0, f.landing_y_m or 0.0, f.landing_speed_m_s or 0.0))


@look
@given(flights())
def test_a_hundredth_of_the_tolerance_changes_next_to_nothing(case: tuple[QuickRocket, Motor, float, Site]) -> None:
    rocket, motor, delay_s, site = case
    vehicle = rocket.loaded(motor)
    rough, fine = (fly_vehicle(vehicle, [delay_s], site, tolerance)[0] for tolerance in (1e-5, 1e-7))
    assume(fine.lifted and (fine.apogee_altitude_m or 0) > 1.0)
    assert rough.apogee_altitude_m == pytest.approx(fine.apogee_altitude_m, rel=5e-4)
    assert rough.landing_time_s == pytest.approx(fine.landing_time_s, rel=5e-4)
    assert rough.max_speed_m_s == pytest.approx(fine.max_speed_m_s, rel=5e-4)


@look
@given(flights(), st.floats(0, 360))
def test_turning_the_field_turns_the_landing_and_nothing_else(
    case: tuple[QuickRocket, Motor, float, Site], turn_deg: float
) -> None:
    rocket, motor, delay_s, site = case
    turned = replace(
        site, wind_from_deg=(site.wind_from_deg + turn_deg) % 360, rod_azimuth_deg=(site.rod_azimuth_deg + turn_deg) % 360
    )
    a, b = fly(rocket, motor, delay_s, site), fly(rocket, motor, delay_s, turned)
    assume(a.lifted and (a.apogee_altitude_m or 0) > 1.0)
    t = math.radians(turn_deg)
    x, y = a.landing_x_m or 0.0, a.landing_y_m or 0.0
    far = math.hypot(x, y)
    assert b.landing_x_m == pytest.approx(x * math.cos(t) + y * math.sin(t), abs=0.01 + 2e-3 * far)
    assert b.landing_y_m == pytest.approx(y * math.cos(t) - x * math.sin(t), abs=0.01 + 2e-3 * far)
    assert b.apogee_altitude_m == pytest.approx(a.apogee_altitude_m, rel=1e-4)


@look
@given(flights())
def test_in_still_air_over_an_upright_rod_it_comes_down_where_it_went_up(case: tuple[QuickRocket, Motor, float, Site]) -> None:
    rocket, motor, delay_s, site = case
    f = fly(rocket, motor, delay_s, replace(site, wind_speed_m_s=0.0, rod_tilt_deg=0.0))
    assume(f.lifted)
    assert (f.landing_x_m, f.landing_y_m) == (pytest.approx(0, abs=1e-9), pytest.approx(0, abs=1e-9))


@look
@given(flights())
def test_the_path_agrees_with_the_figures(case: tuple[QuickRocket, Motor, float, Site]) -> None:
    rocket, motor, delay_s, site = case
    # A canopy that drags less than the rocket did would let it climb on: the canopy's drag alone is flown.
    assume(rocket.canopy and rocket.canopy.drag_area_m2 > rocket.drag_area_m2)
    f, trace = fly_traced(rocket, motor, delay_s, site)
    assume(f.lifted)
    assert trace[0, 0] == f.liftoff_time_s and trace[-1, 0] == f.landing_time_s
    assert all(b >= a for a, b in zip(trace[:, 0], trace[1:, 0], strict=False))
    assert trace[:, 3].max() <= (f.apogee_altitude_m or 0) + 1e-6 and trace[-1, 3] == pytest.approx(0, abs=1e-4)


@look
@given(flights(), st.floats(1.05, 3.0))
def test_more_canopy_lands_slower_and_later(case: tuple[QuickRocket, Motor, float, Site], factor: float) -> None:
    rocket, motor, _, site = case
    site = replace(site, wind_speed_m_s=0.0, rod_tilt_deg=0.0)
    bare = fly(rocket, motor, None, site)
    assume(bare.lifted and (bare.apogee_altitude_m or 0) > 30 and (bare.optimum_delay_s or 0) > 0.1)
    delay_s = bare.optimum_delay_s or 0.0
    assert rocket.canopy
    larger = replace(rocket, canopy=replace(rocket.canopy, diameter_m=rocket.canopy.diameter_m * factor))
    small, large = fly(rocket, motor, delay_s, site), fly(larger, motor, delay_s, site)
    assert (large.descent_rate_m_s or 0) == pytest.approx((small.descent_rate_m_s or 0) / factor)
    assert (large.landing_time_s or 0) > (small.landing_time_s or 0)
