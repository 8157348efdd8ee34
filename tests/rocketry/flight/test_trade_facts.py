"""What flyers know, coming out of the flight without being written into it. All common practice, no source."""

from dataclasses import replace

import pytest

from tests.rocketry.airframe.rockets import model
from tests.sources.six_darts import HARD, SMALL, SOFT, STIFF, STOUT, motor_of, rigid
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor


def test_heavier_wants_a_shorter_delay() -> None:
    motor = motor_of(SOFT)
    wanted = [fly(rigid(replace(SMALL, mass_kg=m)), motor, 4.0, Site()).optimum_delay_s or 0 for m in (0.045, 0.07, 0.1)]
    assert wanted[0] > wanted[1] > wanted[2]


@pytest.mark.parametrize("dart", [STOUT, STIFF], ids=["stout", "overstable"])
def test_wind_lowers_the_apogee_and_shortens_the_best_delay(dart) -> None:
    motor = motor_of(HARD if dart is STOUT else SOFT)
    calm, breeze, stiff = (fly(rigid(dart), motor, 3.0, Site(wind_speed_m_s=w)) for w in (0.0, 6.0, 11.0))
    assert calm.apogee_altitude_m > breeze.apogee_altitude_m > stiff.apogee_altitude_m
    assert calm.optimum_delay_s > breeze.optimum_delay_s > stiff.optimum_delay_s


def test_it_leans_into_the_wind_and_an_overstable_rocket_leans_more() -> None:
    motor = motor_of(SOFT)
    leans = []
    for cg in (0.57, 0.50, 0.42):  # 1.2, 3.1 and 5.2 calibres
        f = fly(rigid(replace(STIFF, cg_m=cg)), motor, 4.0, Site(wind_speed_m_s=5.0))
        assert f.apogee_x_m is not None and f.burnout_lean_deg is not None
        leans.append(f.burnout_lean_deg)
    assert leans[0] < leans[1] < leans[2]
    early = fly(rigid(STIFF), motor, 4.0, Site(wind_speed_m_s=5.0, wind_from_deg=270))
    assert early.apogee_x_m < 0  # the wind blows east, the rocket goes west


def test_a_longer_rod_helps() -> None:
    motor, short, long = motor_of(SOFT), Site(wind_speed_m_s=5, rod_length_m=0.8), Site(wind_speed_m_s=5, rod_length_m=1.8)
    a, b = fly(rigid(SMALL), motor, 4.0, short), fly(rigid(SMALL), motor, 4.0, long)
    assert b.rod_exit_speed_m_s > a.rod_exit_speed_m_s
    assert b.rod_exit_angle_deg < a.rod_exit_angle_deg and b.lean_deg < a.lean_deg


def test_the_slim_case_flies_higher_than_the_fat_one_of_the_same_letter() -> None:
    """The same impulse in a case that weighs less and asks for a slimmer rocket."""
    curve = ThrustCurve(times_s=(0.0, 0.1, 0.5, 0.6), thrust_n=(0.0, 6.0, 4.0, 0.0))
    slim = Motor(label="A4T", diameter_m=0.013, length_m=0.045, total_mass_kg=0.0075, propellant_mass_kg=0.003, curve=curve)
    fat = Motor(label="A4", diameter_m=0.018, length_m=0.07, total_mass_kg=0.0155, propellant_mass_kg=0.003, curve=curve)
    rocket = RigidRocket(airframe=model(), canopy_given=Canopy(diameter_m=0.3))
    assert fly(rocket, slim, 3.0, Site()).apogee_altitude_m > fly(rocket, fat, 3.0, Site()).apogee_altitude_m


def test_a_rocket_without_stability_tumbles_and_says_so() -> None:
    wild = replace(SMALL, cg_m=0.39, fins=(3, 0.02, 0.01, 0.01, 0.01, 0.375))
    f = fly(rigid(wild), motor_of(SOFT), 4.0, Site(wind_speed_m_s=3.0))
    steady = fly(rigid(SMALL), motor_of(SOFT), 4.0, Site(wind_speed_m_s=3.0))
    assert f.tumbles and not steady.tumbles
    assert f.apogee_altitude_m < 0.6 * steady.apogee_altitude_m


def test_body_lift_brings_the_margin_forward_and_turns_it_less() -> None:
    site = Site(wind_speed_m_s=8.0)
    with_it, without = (fly(rigid(STIFF, body_lift=on), motor_of(SOFT), 4.0, site) for on in (True, False))
    assert with_it.apogee_x_m != pytest.approx(without.apogee_x_m, rel=1e-3)


def test_compressibility_matters_only_at_speed() -> None:
    fast = replace(motor_of(HARD), curve=ThrustCurve(times_s=(0.0, 0.05, 1.1, 1.2), thrust_n=(0.0, 220.0, 180.0, 0.0)))
    light = replace(STIFF, cd=0.4)
    for motor, apart in ((motor_of(SOFT), 2e-3), (fast, 0.02)):
        on, off = (fly(rigid(light, mach_correction=c), motor, 5.0, Site(wind_speed_m_s=6.0)) for c in (True, False))
        assert abs(on.apogee_x_m - off.apogee_x_m) < apart * on.apogee_altitude_m


def test_pointing_the_rod_into_the_wind_brings_the_landing_nearer() -> None:
    upright, leaning = (
        fly(rigid(STOUT), motor_of(HARD), 4.0, Site(wind_speed_m_s=4.0, rod_tilt_deg=tilt, rod_azimuth_deg=270))
        for tilt in (0.0, 8.0)
    )
    assert abs(leaning.landing_x_m) < abs(upright.landing_x_m)
