"""The rigid flight where the answer can be written down: vacuum, small angles, the moment of release, conservation."""

import math
from dataclasses import replace

import numpy as np
import pytest

from tests.sources.six_darts import CASES, HARD, SMALL, SOFT, STOUT, motor_of, rigid
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.ascent import ascend, point_up
from wobbly_fin.rocketry.flight.figures import (
    FREE,
    HELD_COLUMNS,
    MACH_STEPS,
    TRACE_COLUMNS,
    WORK_COLUMNS,
    WORK_ROWS,
    Aero,
    Knot,
    Up,
)
from wobbly_fin.rocketry.flight.flight import NO_GUSTS, fly, fly_traced, fly_vehicle
from wobbly_fin.rocketry.flight.forces import derivative
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.stepping import step
from wobbly_fin.rocketry.flight.vehicle import Burn, Stretch, Vehicle
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor

G = 9.80665


def bare(*, thrust_n: float = 50.0, burn_s: float = 0.5, dry_kg: float = 0.2, propellant_kg: float = 0.05) -> Vehicle:
    """A body nothing in the air can touch: no drag, no normal force. Thrust a rectangle."""
    knots = np.zeros((2, len(Knot)))
    knots[:, Knot.TIME_S] = (0.0, burn_s)
    knots[:, Knot.THRUST_N] = thrust_n
    knots[:, Knot.FLOW_KG_S] = propellant_kg / burn_s
    knots[0, Knot.LEFT_KG] = propellant_kg
    aero = np.zeros((MACH_STEPS, 5))
    stretch = Stretch(burn=Burn(knots=knots), dry_kg=dry_kg, drag_area_m2=0.01, aero=aero, cg_m=0.3, propellant_cg_m=0.4)
    return Vehicle(stretches=(stretch,), liftoff_mass_kg=dry_kg + propellant_kg)


def test_vacuum_boost_and_height_from_an_upright_rod() -> None:
    """Rocket equation: v = c ln(m0 ÷ m1) − g t; its integral for the height; then v² ÷ 2g."""
    f = fly_vehicle(bare(), [None], Site(rod_length_m=0.5))[0]
    c, m0, m1, t = 50.0 * 0.5 / 0.05, 0.25, 0.2, 0.5
    v = c * math.log(m0 / m1) - G * t
    z = c * t * (1 - math.log(m0 / m1) / (m0 / m1 - 1)) - G * t * t / 2
    assert f.burnout_speed_m_s == pytest.approx(v, rel=1e-6)
    assert f.burnout_altitude_m == pytest.approx(z, rel=1e-5)
    assert f.apogee_altitude_m == pytest.approx(z + v * v / (2 * G), rel=1e-5)


def test_vacuum_range_from_a_leaning_rod() -> None:
    """After burnout a parabola: landing where x + vx t with t from the height and vz at burnout."""
    site = Site(rod_length_m=0.5, rod_tilt_deg=20.0, rod_azimuth_deg=90.0)
    vehicle = bare()
    trace = np.empty((4000, TRACE_COLUMNS))
    legs = vehicle.legs(site, 1e-7)
    held, up = np.empty((2, HELD_COLUMNS)), np.empty(len(Up))
    stops = np.array([math.inf])
    ascend(
        vehicle.knots, legs, vehicle.aero, site.layer_table, NO_GUSTS, stops, held, np.zeros((WORK_ROWS, WORK_COLUMNS)), trace, up
    )
    path = trace[: int(up[Up.TRACED])]
    x, y, z, vx, vy, vz = path[np.argmin(abs(path[:, 0] - 0.5)), 1:7]
    seconds = (vz + math.sqrt(vz * vz + 2 * G * z)) / G
    assert up[Up.LANDING_X_M] == pytest.approx(x + vx * seconds, rel=1e-6)
    assert up[Up.LANDING_Y_M] == pytest.approx(y + vy * seconds, abs=1e-9)
    assert up[Up.LANDING_S] == pytest.approx(0.5 + seconds, rel=1e-6)
    # Nothing turns it: the nose still points along the rod.
    assert path[:, 7] == pytest.approx(math.sin(math.radians(20.0)), abs=1e-9)


def test_energy_and_sideways_momentum_stay_without_drag() -> None:
    site = Site(rod_length_m=0.5, rod_tilt_deg=12.0, rod_azimuth_deg=40.0, wind_speed_m_s=8.0)
    vehicle = bare()
    up, held, trace = np.empty(len(Up)), np.empty((2, HELD_COLUMNS)), np.empty((4000, TRACE_COLUMNS))
    ascend(
        vehicle.knots, vehicle.legs(site, 1e-7), vehicle.aero, site.layer_table, NO_GUSTS, np.array([math.inf]), held,
        np.zeros((WORK_ROWS, WORK_COLUMNS)), trace, up,
    )  # fmt: skip
    path = trace[: int(up[Up.TRACED])]
    coast = path[path[:, 0] >= 0.5]
    energy = 0.5 * (coast[:, 4:7] ** 2).sum(axis=1) + G * coast[:, 3]
    assert energy == pytest.approx(energy[0], rel=1e-7)
    assert coast[:, 4] == pytest.approx(coast[0, 4], rel=1e-9) and coast[:, 5] == pytest.approx(coast[0, 5], rel=1e-9)


def _state(vehicle: Vehicle, site: Site) -> tuple[np.ndarray, np.ndarray, np.ndarray, np.ndarray]:
    q = vehicle.legs(site, 1e-9)[0]
    y = np.zeros(WORK_COLUMNS)
    point_up(y, q)
    return q, y, np.zeros(7 * WORK_COLUMNS), np.zeros(WORK_COLUMNS)


def _darted(arm_m: float, damping: float = 0.0) -> Vehicle:
    """A body with a normal force so far behind its centre of gravity, damped as asked for, and no drag."""
    slope, cg = 9.0, 0.3
    aero = np.zeros((MACH_STEPS, 5))
    aero[:, Aero.SLOPE], aero[:, Aero.SLOPE_X] = slope, slope * (cg + arm_m)
    aero[:, Aero.SLOPE_XX] = damping + 2 * cg * slope * (cg + arm_m) - cg * cg * slope
    vehicle = bare(propellant_kg=1e-9)
    stretch = replace(vehicle.stretches[0], aero=aero, inertia_kg_m2=2.0e-3, drag_area_m2=6.0e-4, propellant_cg_m=cg)
    return replace(vehicle, stretches=(stretch,))


def test_initial_pitch_acceleration_at_release_in_a_steady_wind() -> None:
    """½ρA|u| CNα w (x_cp − x_cg) ÷ I, about the axis that turns the nose into the wind."""
    wind, speed, arm = 6.0, 18.0, 0.07
    vehicle = _darted(arm)
    site = Site(wind_speed_m_s=wind, wind_exponent=0.0, temperature_c=15)
    q, y, k, burn = _state(vehicle, site)
    y[2], y[5] = 1.0, speed
    derivative(FREE, 1.0, y, k, 0, burn, q, vehicle.aero[0].ravel(), site.layer_table, NO_GUSTS)
    rho = site.air.density_kg_m3(1.0)
    expected = 0.5 * rho * 6.0e-4 * math.hypot(wind, speed) * 9.0 * wind * arm / 2.0e-3
    assert k[10] == pytest.approx(-expected, rel=1e-9)  # the wind blows east: the nose goes west, about −y
    assert (k[9], k[11]) == (pytest.approx(0, abs=1e-12), pytest.approx(0, abs=1e-12))


def test_small_angle_pitch_frequency() -> None:
    """√(½ρu²A CNα x ÷ I): nudged by a degree at speed it swings at that rate."""
    arm, speed = 0.07, 150.0
    vehicle, site = _darted(arm), Site(temperature_c=15)
    # So heavy that it goes on at the same speed while it swings.
    vehicle = replace(vehicle, stretches=(replace(vehicle.stretches[0], dry_kg=1e5),))
    q, y, k, burn = _state(vehicle, site)
    tilt = math.radians(1.0)
    y[2], y[5], y[6], y[8] = 10.0, speed, math.sin(tilt), math.cos(tilt)
    aero = vehicle.aero[0].ravel()
    new, t, h, crossings, flown = np.zeros(WORK_COLUMNS), 0.0, 6e-4, [], []
    for _ in range(700):
        derivative(FREE, t, y, k, 0, burn, q, aero, site.layer_table, NO_GUSTS)
        step(FREE, t, h, 12, y, new, k, burn, q, aero, site.layer_table, NO_GUSTS)
        if y[6] > 0.0 >= new[6]:
            crossings.append(t + h * y[6] / (y[6] - new[6]))
            flown.append((y[2], y[5]))
        y, new, t = new.copy(), y, t + h
    assert len(crossings) >= 3
    # Gravity slows it a little on the way: the rate is that of the mean speed.
    height, mean = np.mean(flown, axis=0)
    rate = math.sqrt(0.5 * site.air.density_kg_m3(height) * mean**2 * 6.0e-4 * 9.0 * arm / 2.0e-3)
    assert 2 * math.pi / np.mean(np.diff(crossings)) == pytest.approx(rate, rel=2e-3)


def test_damping_slows_a_swing_at_the_rate_its_formula_says() -> None:
    """Amplitude falls as e^(−c t ÷ 2I), c = ½ρA|u| Σ CNα (x − x_cg)²."""
    speed, spread = 120.0, 0.9
    vehicle, site = _darted(0.07, damping=spread), Site(temperature_c=15)
    vehicle = replace(vehicle, stretches=(replace(vehicle.stretches[0], dry_kg=1e5),))
    q, y, k, burn = _state(vehicle, site)
    y[2], y[5], y[6], y[8] = 10.0, speed, math.sin(0.02), math.cos(0.02)
    aero, new, t, peaks = vehicle.aero[0].ravel(), np.zeros(WORK_COLUMNS), 0.0, []
    for _ in range(3000):
        derivative(FREE, t, y, k, 0, burn, q, aero, site.layer_table, NO_GUSTS)
        step(FREE, t, 5e-4, 12, y, new, k, burn, q, aero, site.layer_table, NO_GUSTS)
        if k[6] > 0.0 >= new[10] * new[8]:
            peaks.append((t, abs(y[6]), y[2], y[5]))
        y, new, t = new.copy(), y, t + 5e-4
    (t0, a0, z0, v0), (t1, a1, z1, v1) = peaks[0], peaks[min(4, len(peaks) - 1)]
    c = 0.5 * site.air.density_kg_m3((z0 + z1) / 2) * 6.0e-4 * (v0 + v1) / 2 * spread
    assert math.log(a0 / a1) / (t1 - t0) == pytest.approx(c / (2 * 2.0e-3), rel=0.03)


@pytest.mark.parametrize("name", ["small, light wind", "big and fast"])
def test_steps_shrink_the_error_with_the_methods_order(name: str) -> None:
    """Fifth order: twice the steps, some 2⁵ less error, once the steps are short enough to speak of an order.

    The error is the worst of several figures, since one alone may pass through zero by chance.
    """
    dart, charge, _ = CASES[name]
    # One straight line of thrust: corners and shear would end steps where they like.
    motor = Motor(
        label="D10", diameter_m=charge.diameter_m, length_m=charge.length_m, total_mass_kg=charge.total_kg,
        propellant_mass_kg=charge.propellant_kg,
        curve=ThrustCurve(times_s=(0.0, charge.times_s[-1]), thrust_n=(4 * dart.mass_kg * 25, 0.0)),
    )  # fmt: skip
    vehicle = rigid(dart, mach_correction=False).loaded(motor)
    site = Site(rod_length_m=1.0, rod_tilt_deg=5.0, temperature_c=15)

    def flown(tolerance: float) -> tuple[float, np.ndarray]:
        up, held = np.empty(len(Up)), np.empty((2, HELD_COLUMNS))
        ascend(
            vehicle.knots, vehicle.legs(site, tolerance), vehicle.aero, site.layer_table, NO_GUSTS, np.array([math.nan]), held,
            np.zeros((WORK_ROWS, WORK_COLUMNS)), np.empty((0, TRACE_COLUMNS)), up,
        )  # fmt: skip
        figures = (Up.APOGEE_Y_M, Up.APOGEE_ALTITUDE_M, Up.APOGEE_S, Up.BURNOUT_ALTITUDE_M, Up.BURNOUT_SPEED_M_S)
        return float(up[Up.STEPS]), np.array([up[f] for f in figures])

    _, truth = flown(1e-13)
    runs = [flown(10.0**-n) for n in range(4, 11)]
    steps, errors = zip(*[(n, np.abs(x / truth - 1).max()) for n, x in runs], strict=True)
    order = -np.polyfit(np.log(steps), np.log(errors), 1)[0]
    assert 4.0 < order < 7.0
    assert errors[-1] < 1e-4 * errors[0]


@pytest.mark.parametrize("name", CASES)
def test_in_still_air_a_rigid_rocket_is_a_point(name: str) -> None:
    dart, charge, _ = CASES[name]
    motor, site = motor_of(charge), Site(rod_length_m=1.5, temperature_c=20)
    canopy = Canopy(diameter_m=1.0, cd=dart.canopy_cda_m2 / (math.pi / 4))
    point = fly(
        QuickRocket(mass_kg=dart.mass_kg, diameter_m=dart.diameter_m, cd=dart.cd, canopy=canopy), motor, charge.delay_s, site
    )
    body = fly(rigid(dart), motor, charge.delay_s, site)
    for figure in ("apogee_altitude_m", "apogee_time_s", "max_speed_m_s", "max_mach", "rod_exit_speed_m_s", "landing_time_s"):
        assert getattr(body, figure) == pytest.approx(getattr(point, figure), rel=1e-4), figure
    assert (body.landing_x_m, body.landing_y_m) == (pytest.approx(0, abs=1e-9), pytest.approx(0, abs=1e-9))


def test_turning_the_field_turns_the_flight_and_nothing_else() -> None:
    def flown(turn: float) -> tuple[float, float, float]:
        site = Site(rod_tilt_deg=7, rod_azimuth_deg=30 + turn, wind_speed_m_s=5, wind_from_deg=(200 + turn) % 360)
        f = fly(rigid(STOUT), motor_of(HARD), 4.0, site)
        return f.apogee_altitude_m or 0, f.landing_x_m or 0, f.landing_y_m or 0

    high, x, y = flown(0.0)
    for turn in (45.0, 133.0, 270.0):
        t = math.radians(turn)
        again, x2, y2 = flown(turn)
        assert again == pytest.approx(high, rel=2e-5)
        assert x2 == pytest.approx(x * math.cos(t) + y * math.sin(t), abs=0.05)
        assert y2 == pytest.approx(y * math.cos(t) - x * math.sin(t), abs=0.05)


def test_the_path_begins_on_the_rod_and_its_nose_stays_a_unit_vector() -> None:
    flight, trace = fly_traced(rigid(SMALL), motor_of(SOFT), 4.0, Site(wind_speed_m_s=6.0))
    ascent = trace[np.any(trace[:, 7:10] != 0.0, axis=1)]
    assert np.linalg.norm(ascent[:, 7:10], axis=1) == pytest.approx(1.0, abs=1e-9)
    assert ascent[0, 9] == 1.0 and ascent[0, 0] == flight.liftoff_time_s
    assert trace[-1, 0] == flight.landing_time_s and trace[-1, 1] == flight.landing_x_m
