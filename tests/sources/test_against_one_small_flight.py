"""One small flight of the trade as a sense check (common practice, no source).

An A-class model on a motor of 2.3–2.5 N·s peaked at 127 ft with a top speed of 64 mph, burning 0.45 s, and coasted
2.6 s to its apogee. Some believable mass and Cd must give that height, and the same pair the speed and the coast.
"""

from dataclasses import replace

import pytest

from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.synthesis import curve_from_data_sheet

HEIGHT_M, TOP_M_S, COAST_S = 127 * 0.3048, 64 * 0.44704, 2.6


def test_some_believable_mass_and_drag_explain_the_flight() -> None:
    curve = curve_from_data_sheet(impulse_n_s=2.4, propellant="black powder", burn_time_s=0.45)
    motor = Motor(
        label="A5-3", diameter_m=0.018, length_m=0.07, total_mass_kg=0.016, propellant_mass_kg=0.0033, curve=curve, delays_s=(3,)
    )
    found = []
    for grams in range(45, 81, 1):
        for cd in (x / 100 for x in range(50, 91, 2)):
            rocket = QuickRocket(mass_kg=grams / 1000 - motor.total_mass_kg, diameter_m=0.0262, cd=cd)
            flight = fly(rocket, motor, None, Site())
            if flight.apogee_altitude_m == pytest.approx(HEIGHT_M, rel=0.01):
                found.append((grams, cd, flight))
    assert found, "no believable pair gives the height"
    agreeing = [
        (g, cd)
        for g, cd, f in found
        if f.max_speed_m_s == pytest.approx(TOP_M_S, rel=0.15) and f.optimum_delay_s == pytest.approx(COAST_S, abs=0.4)
    ]
    assert agreeing, [(g, cd, f.max_speed_m_s, f.optimum_delay_s) for g, cd, f in found]


def test_a_heavier_one_would_not_have_got_there() -> None:
    curve = curve_from_data_sheet(impulse_n_s=2.4, propellant="black powder", burn_time_s=0.45)
    motor = Motor(label="A5-3", diameter_m=0.018, length_m=0.07, total_mass_kg=0.016, propellant_mass_kg=0.0033, curve=curve)
    light = QuickRocket(mass_kg=0.040, diameter_m=0.0262, cd=0.7)
    assert (fly(light, motor, None, Site()).apogee_altitude_m or 0) > (
        fly(replace(light, mass_kg=0.07), motor, None, Site()).apogee_altitude_m or 0
    ) * 1.5
