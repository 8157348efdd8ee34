"""A second solution of a quick rocket's flight, written apart from the core: scipy's DOP853 at 1e-10.

Shares no code with the core but the value types it is given. The impulse delivered is a state of its own, the
atmosphere is written out again from the 1976 standard's equations, every thrust corner starts a new integration.
"""

import math
from dataclasses import dataclass
from typing import Any

import numpy as np
from scipy.integrate import solve_ivp

G0, R_AIR, GAMMA, EARTH = 9.80665, 8.31432 / 0.0289644, 1.4, 6_356_766.0


def standard(z: float) -> tuple[float, float]:
    """(temperature [K], pressure [Pa]) at geometric height z."""
    h = EARTH * z / (EARTH + z)
    p11 = 101325.0 * (216.65 / 288.15) ** (G0 / (0.0065 * R_AIR))
    if h <= 11000:
        t = 288.15 - 0.0065 * h
        return t, 101325.0 * (t / 288.15) ** (G0 / (0.0065 * R_AIR))
    if h <= 20000:
        return 216.65, p11 * math.exp(-G0 * (h - 11000) / (R_AIR * 216.65))
    p20 = p11 * math.exp(-G0 * 9000 / (R_AIR * 216.65))
    t = 216.65 + 0.001 * (h - 20000)
    return t, p20 * (t / 216.65) ** (-G0 / (0.001 * R_AIR))


@dataclass
class Reference:
    liftoff_s: float
    rod_exit_m_s: float
    burnout_m: float
    burnout_m_s: float
    max_m_s: float
    max_mach: float
    max_m_s2: float
    apogee_s: float
    apogee_m: float
    ejection_m: float
    ejection_m_s: float
    landing_s: float
    landing_x_m: float
    landing_y_m: float
    landing_m_s: float


def reference_flight(rocket: Any, motor: Any, delay_s: float, site: Any, rtol: float = 1e-10) -> Reference:
    """Fly it again. State: x, y, z, vx, vy, vz, impulse."""
    times, forces = np.array(motor.curve.times_s), np.array(motor.curve.thrust_n)
    total = float(np.trapezoid(forces, times))
    t_site, _p_site = standard(site.elevation_m)
    warmer = 0.0 if site.temperature_c is None else site.temperature_c + 273.15 - t_site
    tilt, azimuth = math.radians(site.rod_tilt_deg), math.radians(site.rod_azimuth_deg)
    axis = np.array([math.sin(tilt) * math.sin(azimuth), math.sin(tilt) * math.cos(azimuth), math.cos(tilt)])
    blow = math.radians(site.wind_from_deg)
    wind = -site.wind_speed_m_s * np.array([math.sin(blow), math.cos(blow), 0.0])
    cda = rocket.cd * math.pi / 4 * rocket.diameter_m**2
    canopy = rocket.canopy
    canopy_cda = canopy.cd * math.pi / 4 * (canopy.diameter_m**2 - canopy.spill_hole_m**2)

    def rho(z: float) -> float:
        t, p = standard(site.elevation_m + z)
        return p / (R_AIR * (t + warmer))

    def mass(impulse: float) -> float:
        return rocket.mass_kg + motor.total_mass_kg - motor.propellant_mass_kg * min(impulse / total, 1.0)

    def thrust(t: float) -> float:
        return float(np.interp(t, times, forces, right=0.0)) if t < times[-1] else 0.0

    def on_rod(t: float, s: Any) -> Any:
        speed = float(np.dot(s[3:6], axis))
        a = (thrust(t) - 0.5 * rho(s[2]) * cda * speed * abs(speed)) / mass(s[6]) - G0 * axis[2]
        return [*(s[3:6]), *(a * axis), thrust(t)]

    def free(t: float, s: Any) -> Any:
        v = math.sqrt(s[3] ** 2 + s[4] ** 2 + s[5] ** 2)
        net = (thrust(t) - 0.5 * rho(s[2]) * cda * v * v) / mass(s[6])
        return [s[3], s[4], s[5], net * s[3] / v, net * s[4] / v, net * s[5] / v - G0, thrust(t)]

    def hanging(t: float, s: Any) -> Any:
        w = wind * (max(s[2], 0.0) / site.wind_height_m) ** site.wind_exponent
        u = s[3:6] - w
        a = -0.5 * rho(s[2]) * canopy_cda * np.linalg.norm(u) / mass(s[6]) * u
        return [*(s[3:6]), a[0], a[1], a[2] - G0, 0.0]

    def event(function: Any, direction: int, terminal: bool = True) -> Any:
        function.terminal, function.direction = terminal, direction
        return function

    left_rod = event(lambda t, s: float(np.dot(s[0:3], axis)) - site.rod_length_m, 1)
    peak = event(lambda t, s: s[5], -1, False)
    ground = event(lambda t, s: s[2], -1)

    # liftoff: thrust along the rod against weight along it, by bisection on a fine grid
    grid = np.linspace(0, times[-1], 200_001)
    delivered = np.concatenate(
        ([0.0], np.cumsum(np.diff(grid) * (np.interp(grid[1:], times, forces) + np.interp(grid[:-1], times, forces)) / 2))
    )
    excess = np.interp(grid, times, forces) - G0 * axis[2] * np.array([mass(i) for i in delivered])
    first = int(np.argmax(excess > 0))
    liftoff = (
        grid[first]
        if first == 0
        else grid[first - 1] + (grid[first] - grid[first - 1]) * -excess[first - 1] / (excess[first] - excess[first - 1])
    )

    burnout, eject = float(times[-1]), float(times[-1]) + delay_s
    state = np.zeros(7)
    state[6] = float(np.interp(liftoff, grid, delivered))
    t, rhs, rod_speed = float(liftoff), on_rod, math.nan
    speeds: list[float] = []
    machs: list[float] = []
    pushes: list[float] = []
    apogee = None
    at_burnout = at_ejection = None
    stops = [float(c) for c in times if c > liftoff] + ([eject] if eject > burnout else [])
    stops.append(eject + 400.0)
    for stop in stops:
        while (t < stop and apogee is None) or t < stop <= eject:
            events = [left_rod] if rhs is on_rod else [peak, ground]
            part = solve_ivp(rhs, (t, stop), state, method="DOP853", rtol=rtol, atol=1e-11, events=events, dense_output=True)
            fine = np.linspace(t, part.t[-1], 600)
            path = part.sol(fine)
            rate = np.array([rhs(ti - 1e-12 if ti >= stop else ti, path[:, i]) for i, ti in enumerate(fine)])
            if apogee is None:
                v = np.linalg.norm(path[3:6], axis=0)
                upward = path[5] >= -1e-9
                speeds += list(v[upward])
                machs += [
                    vi / math.sqrt(GAMMA * R_AIR * (standard(site.elevation_m + zi)[0] + warmer))
                    for vi, zi in zip(v[upward], path[2][upward], strict=True)
                ]
                if t < burnout:
                    pushes += list(np.linalg.norm(rate[:, 3:6], axis=1))
            if rhs is free and apogee is None and len(part.t_events[0]):
                apogee = (float(part.t_events[0][0]), float(part.y_events[0][0][2]))
            t, state = float(part.t[-1]), part.y[:, -1]
            if rhs is on_rod and part.t_events[0].size:
                rod_speed, rhs = float(np.linalg.norm(state[3:6])), free
            if t == burnout:
                at_burnout = state.copy()
            if t == eject:
                at_ejection = state.copy()
    assert apogee and at_burnout is not None and at_ejection is not None
    down = solve_ivp(hanging, (eject, eject + 4000), at_ejection, method="DOP853", rtol=rtol, atol=1e-11, events=[ground])
    land, end = float(down.t_events[0][0]), down.y_events[0][0]
    return Reference(
        liftoff, rod_speed, at_burnout[2], float(np.linalg.norm(at_burnout[3:6])), max(speeds), max(machs), max(pushes), *apogee,
        at_ejection[2], float(np.linalg.norm(at_ejection[3:6])), land, end[0], end[1], float(np.linalg.norm(end[3:6])),
    )  # fmt: skip
