"""A second solution of a rigid rocket's flight, written apart from the core: scipy's DOP853 on a quaternion.

Shares no code with the core. A three-part rocket (nose, tube, fins) whose mass, centre of gravity and inertia are given; its
pressure by Barrowman's 1966 equations written out again; forces summed in the body's own frame; every corner of the thrust
curve begins a new integration.
"""

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from scipy.integrate import solve_ivp

from tests.sources.reference_flight import G0, GAMMA, R_AIR, standard


@dataclass(frozen=True, kw_only=True)
class Dart:
    """Nose length and diameter, whole length, fins (count, root, tip, span, sweep, where), what is known of the whole; SI."""

    nose_m: float
    diameter_m: float
    length_m: float
    fins: tuple[int, float, float, float, float, float]
    mass_kg: float
    cg_m: float
    inertia_kg_m2: float
    cd: float
    canopy_cda_m2: float
    nose_volume_share: float = 1 / 3  # a cone's


@dataclass(frozen=True, kw_only=True)
class Charge:
    """A motor: curve, loaded mass, propellant, size, delay; SI."""

    times_s: tuple[float, ...]
    thrust_n: tuple[float, ...]
    total_kg: float
    propellant_kg: float
    diameter_m: float
    length_m: float
    delay_s: float


@dataclass(frozen=True, kw_only=True)
class Day:
    rod_m: float = 1.0
    tilt_deg: float = 0.0
    azimuth_deg: float = 0.0
    wind_m_s: float = 0.0
    from_deg: float = 270.0
    exponent: float = 0.143
    wind_height_m: float = 2.0
    elevation_m: float = 0.0
    warmer_k: float = 0.0
    layers: tuple[tuple[float, float, float], ...] = ()  # height, speed, from


def pressures(dart: Dart, mach: float) -> list[tuple[float, float]]:
    """(CNα, station) of nose and fins, Barrowman 1966; Prandtl–Glauert on the fins."""
    d, (n, root, tip, span, sweep, at) = dart.diameter_m, dart.fins
    nose = (2.0, dart.nose_m * (1 - dart.nose_volume_share))
    mid = math.hypot(span, sweep + tip / 2 - root / 2)
    area = (root + tip) / 2 * span
    aspect, cos_mid = 2 * span**2 / area, span / mid
    beta = math.sqrt(1 - min(mach, 0.8) ** 2)
    one = 2 * math.pi * aspect * area / (math.pi / 4 * d * d) / (2 + math.sqrt(4 + (beta * aspect / cos_mid) ** 2))
    carry = 1 + (d / 2) / (d / 2 + span)
    # quarter chord of the mean aerodynamic chord
    mean = 2 / 3 * (root + tip - root * tip / (root + tip))
    lead = sweep * (root + 2 * tip) / (3 * (root + tip))
    return [nose, (carry * n / 2 * one, at + lead + mean / 4)]


def side(dart: Dart) -> tuple[float, float]:
    """Area and centroid of the body's silhouette: a triangle and a rectangle."""
    tri, box = dart.nose_m * dart.diameter_m / 2, (dart.length_m - dart.nose_m) * dart.diameter_m
    return tri + box, (tri * dart.nose_m * 2 / 3 + box * (dart.length_m + dart.nose_m) / 2) / (tri + box)


@dataclass
class Flown:
    rod_m_s: float
    rod_angle_deg: float
    max_m_s: float
    apogee_s: float
    apogee_m: float
    apogee_x_m: float
    apogee_y_m: float
    ejection_m_s: float
    landing_s: float
    landing_x_m: float
    landing_y_m: float
    path: Any


def fly_dart(dart: Dart, motor: Charge, day: Day, rtol: float = 1e-9, body_lift: bool = True) -> Flown:
    """Fly it. State: position, velocity, quaternion (body axis is its z), body rates, impulse."""
    times, forces = np.array(motor.times_s), np.array(motor.thrust_n)
    if times[0] > 0:
        times, forces = np.insert(times, 0, 0.0), np.insert(forces, 0, 0.0)
    total = float(np.trapezoid(forces, times))
    area = math.pi / 4 * dart.diameter_m**2
    lift_area, lift_at = side(dart)
    motor_at = dart.length_m - motor.length_m / 2
    case = motor.total_kg - motor.propellant_kg
    slug = (3 * (motor.diameter_m / 2) ** 2 + motor.length_m**2) / 12
    tilt, azimuth, blow = (math.radians(x) for x in (day.tilt_deg, day.azimuth_deg, day.from_deg))
    rod = np.array([math.sin(tilt) * math.sin(azimuth), math.sin(tilt) * math.cos(azimuth), math.cos(tilt)])
    wind = -day.wind_m_s * np.array([math.sin(blow), math.cos(blow), 0.0])

    def air(z: float) -> tuple[float, float]:
        t, p = standard(day.elevation_m + z)
        t += day.warmer_k
        return p / (R_AIR * t), math.sqrt(GAMMA * R_AIR * t)

    def blows(z: float) -> Any:
        if day.layers:
            heights = [row[0] for row in day.layers]
            east = [-v * math.sin(math.radians(d)) for _, v, d in day.layers]
            north = [-v * math.cos(math.radians(d)) for _, v, d in day.layers]
            near = min(1.0, max(z, 0.0) / heights[0]) ** day.exponent
            return near * np.array([np.interp(z, heights, east), np.interp(z, heights, north), 0.0])
        return wind * (max(z, 0.0) / day.wind_height_m) ** day.exponent

    def body(impulse: float) -> tuple[float, float, float]:
        """Mass, CG, inertia: rocket, case and propellant by the parallel axes."""
        left = motor.propellant_kg * (1 - min(impulse / total, 1.0))
        masses, places = np.array([dart.mass_kg, case, left]), np.array([dart.cg_m, motor_at, motor_at])
        m = float(masses.sum())
        cg = float(masses @ places) / m
        own = dart.inertia_kg_m2 + (case + left) * slug
        return m, cg, own + float(masses @ (places - cg) ** 2)

    def turned(q: Any, v: Any) -> Any:
        w, u = q[0], q[1:4]
        return v + 2 * np.cross(u, np.cross(u, v) + w * v)

    def right(t: float, s: Any, thrust: float, on_rod: bool) -> Any:
        m, cg, inertia = body(s[13])
        rho, sound = air(s[2])
        u = s[3:6] - blows(s[2])
        q = s[6:10] / np.linalg.norm(s[6:10])
        back = np.array([q[0], -q[1], -q[2], -q[3]])
        ub = turned(back, u)
        speed = float(np.linalg.norm(u))
        dyn = 0.5 * rho * area
        force = np.array([0.0, 0.0, thrust - dyn * dart.cd * speed * ub[2]])
        moment = np.zeros(3)
        across = np.array([ub[0], ub[1], 0.0])
        for slope, x in pressures(dart, speed / sound):
            push = -dyn * slope * speed * across
            force = force + push
            moment = moment + np.cross([0.0, 0.0, cg - x], push)
            moment = moment - dyn * speed * slope * (x - cg) ** 2 * s[10:13]
        if body_lift:
            push = -0.5 * rho * 1.1 * lift_area * np.linalg.norm(across) * across
            force = force + push
            moment = moment + np.cross([0.0, 0.0, cg - lift_at], push)
        acc = turned(q, force) / m - np.array([0, 0, G0])
        if on_rod:
            acc = rod * ((turned(q, force) @ rod) / m - G0 * rod[2])
            return np.concatenate((s[3:6], acc, np.zeros(7), [thrust]))
        w = np.array([0.0, *s[10:13]])
        rate = 0.5 * np.array([
            -q[1] * w[1] - q[2] * w[2] - q[3] * w[3],
            q[0] * w[1] + q[2] * w[3] - q[3] * w[2],
            q[0] * w[2] - q[1] * w[3] + q[3] * w[1],
            q[0] * w[3] + q[1] * w[2] - q[2] * w[1],
        ])  # fmt: skip
        return np.concatenate((s[3:6], acc, rate, moment[:2] / inertia, [0.0], [thrust]))

    def push(t: float) -> float:
        return float(np.interp(t, times, forces)) if t < times[-1] else 0.0

    grid = np.linspace(0, times[-1], 200_001)
    f = np.interp(grid, times, forces)
    gone = np.concatenate(([0.0], np.cumsum(np.diff(grid) * (f[1:] + f[:-1]) / 2)))
    weight = (dart.mass_kg + motor.total_kg - motor.propellant_kg * gone / total) * G0 * rod[2]
    first = int(np.argmax(f > weight))
    state = np.zeros(14)
    axis = np.cross([0, 0, 1], rod)
    half = 0.5 * math.acos(min(1.0, rod[2]))
    size = np.linalg.norm(axis)
    state[6:10] = [math.cos(half), *(math.sin(half) * axis / size if size > 0 else (0, 0, 0))]
    t, state[13] = float(grid[first]), float(gone[first])

    left_rod: Any = lambda t, s: float(np.dot(s[0:3], rod)) - day.rod_m  # noqa: E731
    peak: Any = lambda t, s: s[5]  # noqa: E731
    ground: Any = lambda t, s: s[2]  # noqa: E731
    left_rod.terminal, left_rod.direction = True, 1
    peak.terminal, peak.direction = False, -1
    ground.terminal, ground.direction = True, -1
    eject = float(times[-1]) + motor.delay_s
    on_rod, rod_speed, rod_angle, apogee, fastest = True, math.nan, math.nan, None, 0.0
    at_ejection = None
    path: list[Any] = []
    for stop in [*[float(c) for c in times if c > t], eject, eject + 60.0]:
        while t < stop and not (apogee and t >= eject):
            part = solve_ivp(
                lambda t, s, r=on_rod: right(t, s, push(t), r), (t, stop), state, method="DOP853", rtol=rtol, atol=1e-10,
                events=[left_rod] if on_rod else [peak, ground], dense_output=True,
            )  # fmt: skip
            fine = np.linspace(t, part.t[-1], 200)
            along = part.sol(fine)
            path.append(np.vstack((fine, along)))
            if apogee is None:
                fastest = max(fastest, *(float(np.linalg.norm(c[3:6] - blows(c[2]))) for c in along.T))
            t, state = float(part.t[-1]), part.y[:, -1]
            if on_rod and part.t_events[0].size:
                on_rod, rod_speed = False, float(np.linalg.norm(state[3:6]))
                u = state[3:6] - blows(state[2])
                rod_angle = math.degrees(math.acos(min(1.0, float(u @ rod) / float(np.linalg.norm(u)))))
            elif not on_rod and apogee is None and part.t_events[0].size:
                apogee = (float(part.t_events[0][0]), part.y_events[0][0])
            if t == eject:
                at_ejection = state.copy()
    assert apogee is not None and at_ejection is not None
    hanging = dart.mass_kg + case

    def hang(t: float, s: Any) -> Any:
        u = s[3:6] - blows(s[2])
        a = -0.5 * air(s[2])[0] * dart.canopy_cda_m2 * np.linalg.norm(u) / hanging * u
        return [*s[3:6], a[0], a[1], a[2] - G0]

    down = solve_ivp(hang, (eject, eject + 3000), at_ejection[:6], method="DOP853", rtol=rtol, atol=1e-10, events=[ground])
    end = down.y_events[0][0]
    return Flown(
        rod_speed, rod_angle, fastest, apogee[0], *(float(apogee[1][i]) for i in (2, 0, 1)),
        float(np.linalg.norm(at_ejection[3:6] - blows(at_ejection[2]))), float(down.t_events[0][0]), float(end[0]), float(end[1]),
        np.hstack(path),
    )  # fmt: skip
