"""Boost and coast against closed forms: constant thrust, (nearly) constant mass and density, drag ∝ v².

Boost from rest: v = vt tanh(g' t / vt) with vt² = (T − m g) / k, k = ½ rho Cd A; coast: h = m/(2k) ln(1 + k v²/(m g)),
t = √(m/(k g)) atan(v √(k/(m g))). The site is low and the flight lower still, so density is constant to 0.5 %; the
propellant weighs a ten-thousandth.
"""

import math

import pytest

from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor

G = 9.80665


def _motor(thrust_n: float, burn_s: float) -> Motor:
    # A last sample that still pushes: the curve ends with a step, so thrust is constant over the whole burn.
    curve = ThrustCurve.from_samples([[0.0, thrust_n], [burn_s, thrust_n]])
    return Motor(label="B9-4", diameter_m=0.018, length_m=0.07, total_mass_kg=0.00001, propellant_mass_kg=0.00001, curve=curve)


@pytest.mark.parametrize("thrust_n, burn_s, mass_kg, cd", [(6.0, 0.8, 0.06, 0.75), (9.0, 0.4, 0.10, 0.5), (3.0, 1.5, 0.05, 1.2)])
def test_boost_and_coast_follow_the_closed_forms(thrust_n: float, burn_s: float, mass_kg: float, cd: float) -> None:
    diameter_m = 0.05
    rocket = QuickRocket(mass_kg=mass_kg, diameter_m=diameter_m, cd=cd, canopy=Canopy(diameter_m=0.3))
    flight = fly(rocket, _motor(thrust_n, burn_s), None, Site())
    middle_m = (flight.apogee_altitude_m or 0) / 2
    k = 0.5 * SiteAir(elevation_m=0).density_kg_m3(middle_m) * cd * math.pi / 4 * diameter_m**2
    net = thrust_n - mass_kg * G
    limit = math.sqrt(net / k)
    v = limit * math.tanh(net / mass_kg / limit * burn_s)
    boost_m = mass_kg / k * math.log(math.cosh(net / mass_kg / limit * burn_s))
    coast_m = mass_kg / (2 * k) * math.log(1 + k * v * v / (mass_kg * G))
    coast_s = math.sqrt(mass_kg / (k * G)) * math.atan(v * math.sqrt(k / (mass_kg * G)))
    assert flight.liftoff_time_s == 0
    assert flight.burnout_speed_m_s == pytest.approx(v, rel=1e-3)
    assert flight.burnout_altitude_m == pytest.approx(boost_m, rel=1e-3)
    assert flight.apogee_altitude_m == pytest.approx(boost_m + coast_m, rel=1e-3)
    assert flight.optimum_delay_s == pytest.approx(coast_s, rel=1e-3)


def test_without_drag_a_flight_is_a_parabola() -> None:
    rocket = QuickRocket(mass_kg=1.0, diameter_m=0.001, cd=1e-6)
    flight = fly(rocket, _motor(40.0, 0.5), None, Site())
    a = 40.0 / 1.0 - G
    v, h = a * 0.5, 0.5 * a * 0.25
    assert flight.burnout_speed_m_s == pytest.approx(v, rel=1e-4)
    assert flight.apogee_altitude_m == pytest.approx(h + v * v / (2 * G), rel=1e-4)
    assert flight.max_acceleration_m_s2 == pytest.approx(a, rel=1e-4)
    # Energy: it comes back to the pad as fast as it would fall from there.
    assert flight.landing_speed_m_s == pytest.approx(math.sqrt(2 * G * (flight.apogee_altitude_m or 0)), rel=1e-4)


def test_under_a_canopy_in_steady_wind_it_drifts_with_the_wind() -> None:
    rocket = QuickRocket(mass_kg=0.05, diameter_m=0.025, canopy=Canopy(diameter_m=0.35, cd=0.75))
    site = Site(wind_speed_m_s=5, wind_from_deg=270, wind_exponent=0.0)
    flight = fly(rocket, _motor(6.0, 0.8), flight_delay(rocket, site), site)
    assert flight.ejection is not None
    hanging_s = (flight.landing_time_s or 0) - flight.ejection.time_s
    # Uniform wind: the drift is wind × time less the lag, one terminal speed ÷ g of it.
    lag_s = (flight.descent_rate_m_s or 0) / G
    assert flight.landing_x_m == pytest.approx(5 * (hanging_s - lag_s), rel=5e-3)
    assert flight.landing_y_m == pytest.approx(0, abs=1e-9)


def flight_delay(rocket: QuickRocket, site: Site) -> float:
    return fly(rocket, _motor(6.0, 0.8), None, site).optimum_delay_s or 0.0
