"""A streamer brakes beside what hangs from it: never faster with it than the same body, hanging the same way, without it."""

import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2
from wobbly_fin.rocketry.canopies.canopy import HANGS, Canopy, hung_rates
from wobbly_fin.rocketry.flight.flight import fly_vehicle
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.variants import under

BASE = demo_file(next(r for r in ROCKETS if r.name == "Thimble")).to_configuration()
MOTOR = find_motor("A4T-3")[0]
LAYOUT = BASE.layout
assert LAYOUT is not None
BODY_M2 = tumble_drag_area_m2(LAYOUT)
G, RHO = 9.80665, 1.225


def alone_m_s(mass_kg: float, area_m2: float, density_kg_m3: float) -> float:
    return math.sqrt(2 * mass_kg * G / (density_kg_m3 * area_m2))


@settings(max_examples=60, deadline=None)
@given(area_m2=st.floats(1e-4, 0.5), cd=st.floats(0.05, 1.0), shift=st.floats(-0.4, 2.0))
def test_a_flight_under_a_streamer_is_never_faster_than_its_body_alone(area_m2: float, cd: float, shift: float) -> None:
    rocket = BASE.rocket
    assert isinstance(rocket, RigidRocket)
    canopy = Canopy(kind="streamer", diameter_m=math.sqrt(4 * area_m2 / math.pi), cd=cd)
    other = under(rocket.with_changed(shift_kg=shift * rocket.mass_kg), canopy)
    loaded = BASE.changed(other).with_motors(MOTOR, 3.0)
    (flight,) = fly_vehicle(loaded.vehicle, [3.0], Site())
    assert flight.descent_rate_m_s is not None
    bare = alone_m_s(loaded.hanging_kg, BODY_M2, RHO)
    assert flight.descent_rate_m_s < bare
    assert flight.descent_rate_m_s == pytest.approx(alone_m_s(loaded.hanging_kg, BODY_M2 + cd * area_m2, RHO), rel=1e-4)


@given(area_m2=st.floats(1e-4, 0.5), mass_kg=st.floats(0.005, 2.0), body_m2=st.floats(1e-4, 0.2))
def test_however_it_hangs_the_streamer_slows_it(area_m2: float, mass_kg: float, body_m2: float) -> None:
    canopy = Canopy(kind="streamer", diameter_m=math.sqrt(4 * area_m2 / math.pi))
    found = hung_rates(canopy, body_m2, mass_kg, RHO)
    in_line, across = (alone_m_s(mass_kg, body_m2 * h, RHO) for h in HANGS)
    assert found.slow_m_s < across and found.fast_m_s < in_line and found.slow_m_s <= found.fast_m_s
    assert (found.device_m2, found.body_m2) == (canopy.drag_area_m2, body_m2)
