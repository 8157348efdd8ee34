"""One compiled Runge–Kutta step of a point in flight, and what is read off it.

The pair of Dormand and Prince (1980), 5(4), first-same-as-last. Frame: x east, y north, z up, metres from the pad.
State: (x, y, z, vx, vy, vz).
"""

import math

import numpy as np

from wobbly_fin.rocketry.air.standard import density_kg_m3
from wobbly_fin.rocketry.compiling import kernel, small_kernel
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.point import APOGEE, CANOPY, GROUND, NONE, ROD, ROD_EXIT, Floats, Point

G = STANDARD_GRAVITY_M_S2

# Dormand–Prince 5(4): nodes are implied, coefficients, fifth-order weights are the last row
_A = np.array([
    [0.0, 0.0, 0.0, 0.0, 0.0, 0.0],
    [1 / 5, 0.0, 0.0, 0.0, 0.0, 0.0],
    [3 / 40, 9 / 40, 0.0, 0.0, 0.0, 0.0],
    [44 / 45, -56 / 15, 32 / 9, 0.0, 0.0, 0.0],
    [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729, 0.0, 0.0],
    [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656, 0.0],
    [35 / 384, 0.0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84],
])  # fmt: skip
_C = np.array([0.0, 1 / 5, 3 / 10, 4 / 5, 8 / 9, 1.0, 1.0])
_E = np.array([71 / 57600, 0.0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40])


@small_kernel
def wind_factor(height_m: float, p: Point) -> float:
    if height_m <= 0.0:
        return 0.0 if p.wind_exponent > 0.0 else 1.0
    return (height_m / p.wind_height_m) ** p.wind_exponent


@small_kernel
def derivative(phase: int, force_n: float, mass_kg: float, y: Floats, k: Floats, row: int, p: Point) -> None:
    """Velocity and acceleration at a state into a row of `k`; `force_n` is thrust, along the rod or along the velocity."""
    k[row, 0], k[row, 1], k[row, 2] = y[3], y[4], y[5]
    half_rho = 0.5 * density_kg_m3(p.elevation_m + y[2], p.pressure_factor, p.warmer_k)
    if phase == CANOPY:
        gust = wind_factor(y[2], p)
        ux, uy, uz = y[3] - gust * p.wind_x_m_s, y[4] - gust * p.wind_y_m_s, y[5]
        pull = half_rho * p.canopy_drag_area_m2 * math.sqrt(ux * ux + uy * uy + uz * uz) / mass_kg
        k[row, 3], k[row, 4], k[row, 5] = -pull * ux, -pull * uy, -pull * uz - G
        return
    speed = math.sqrt(y[3] * y[3] + y[4] * y[4] + y[5] * y[5])
    if phase == ROD:
        # On the rod speed has a sign: sliding back, drag points up the rod.
        along = y[3] * p.axis_x + y[4] * p.axis_y + y[5] * p.axis_z
        a = (force_n - half_rho * p.drag_area_m2 * along * abs(along)) / mass_kg - G * p.axis_z
        k[row, 3], k[row, 4], k[row, 5] = a * p.axis_x, a * p.axis_y, a * p.axis_z
        return
    net = (force_n - half_rho * p.drag_area_m2 * speed * speed) / mass_kg
    if speed > 0.0:
        k[row, 3], k[row, 4], k[row, 5] = net * y[3] / speed, net * y[4] / speed, net * y[5] / speed - G
    else:
        k[row, 3], k[row, 4], k[row, 5] = net * p.axis_x, net * p.axis_y, net * p.axis_z - G


@kernel
def step(
    phase: int, t: float, h: float, y: Floats, new: Floats, k: Floats, p: Point, burn: Floats, top_a: float
) -> tuple[float, float]:
    """One Runge–Kutta step from `y` to `new`. `k[0]` is given; `k[6]` comes out as the derivative at `new`.

    `burn` = (segment start, thrust there, slope, propellant left there, propellant per N·s). Returns the scaled error and
    the largest acceleration met at the stages, at least `top_a`.
    """
    for s in range(1, 7):
        # Rows not reached yet weigh nothing; taking all six keeps the inner loop straight.
        a0, a1, a2, a3, a4, a5 = _A[s, 0], _A[s, 1], _A[s, 2], _A[s, 3], _A[s, 4], _A[s, 5]
        for i in range(6):
            new[i] = y[i] + h * (a0 * k[0, i] + a1 * k[1, i] + a2 * k[2, i] + a3 * k[3, i] + a4 * k[4, i] + a5 * k[5, i])
        since = t + _C[s] * h - burn[0]
        force = burn[1] + burn[2] * since
        propellant = burn[3] - burn[4] * since * (burn[1] + force) / 2
        derivative(phase, force, p.mass_kg + p.motor_mass_kg - p.propellant_mass_kg + propellant, new, k, s, p)
        a = math.sqrt(k[s, 3] ** 2 + k[s, 4] ** 2 + k[s, 5] ** 2)
        top_a = max(top_a, a)
    worst, sum_of_all = 0.0, 0.0
    for i in range(6):
        wrong = (
            _E[0] * k[0, i] + _E[2] * k[2, i] + _E[3] * k[3, i] + _E[4] * k[4, i] + _E[5] * k[5, i] + _E[6] * k[6, i]
        )  # fmt: skip
        sum_of_all += wrong
        # Absolute below a metre or a metre per second, relative above.
        scale = 1.0 + max(abs(y[i]), abs(new[i]))
        worst = max(worst, abs(h * wrong) / (scale * p.tolerance))
    # max() forgets a NaN, a sum does not: outside the air model the step must not pass as perfect.
    return (math.nan if math.isnan(sum_of_all) else worst), top_a


@small_kernel
def begin(phase: int, t: float, y: Floats, k: Floats, p: Point, burn: Floats) -> None:
    """Derivative at the start of a stretch into `k[0]`."""
    since = t - burn[0]
    force = burn[1] + burn[2] * since
    left = burn[3] - burn[4] * since * (burn[1] + force) / 2
    derivative(phase, force, p.mass_kg + p.motor_mass_kg - p.propellant_mass_kg + left, y, k, 0, p)


@kernel
def next_length(h: float, error: float) -> float:
    return h * min(8.0, max(0.2, 0.9 * (error + 1e-12) ** -0.2))


@small_kernel
def event_value(event: int, y: Floats, p: Point) -> float:
    """What falls through zero at an event; fed a derivative, the constant apart, its rate."""
    if event == ROD_EXIT:
        return p.rod_length_m - (y[0] * p.axis_x + y[1] * p.axis_y + y[2] * p.axis_z)
    if event == APOGEE:
        return y[5]
    return y[2]


@small_kernel
def event_in(phase: int, climbing: bool, y: Floats, new: Floats, p: Point) -> int:
    """Which event the step from `y` to `new` runs into first."""
    if climbing and y[5] >= 0.0 and new[5] < 0.0:
        return APOGEE
    if phase == ROD and event_value(ROD_EXIT, new, p) <= 0.0:
        return ROD_EXIT
    if new[2] <= 0.0 and new[5] < 0.0:
        return GROUND
    return NONE


@kernel
def locate(event: int, phase: int, t: float, h: float, y: Floats, at: Floats, k: Floats, p: Point, burn: Floats) -> float:
    """Length of the step from `y` that ends on the event; leaves the state there in `at`, its derivative in `k[6]`."""
    low, high = 0.0, h
    g0 = event_value(event, y, p)
    g1 = event_value(event, at, p)
    guess = h * g0 / (g0 - g1) if g0 > g1 else h
    for _ in range(40):
        step(phase, t, guess, y, at, k, p, burn, 0.0)
        value = event_value(event, at, p)
        if value > 0.0:
            low = guess
        else:
            high = guess
        rate = event_value(event, k[6], p) - (p.rod_length_m if event == ROD_EXIT else 0.0)
        nearer = guess - value / rate if rate != 0.0 else 0.5 * (low + high)
        # Before the bracket is looked at: having arrived, Newton stands on its very edge.
        if abs(nearer - guess) <= 1e-10 * (1.0 + t):
            break
        guess = nearer if low < nearer < high else 0.5 * (low + high)
    return guess


@small_kernel
def fastest_in(h: float, y: Floats, new: Floats, k: Floats) -> tuple[float, float]:
    """Speed maximum inside a step and where (fraction of the step), from a cubic through speed and its rate."""
    s0 = math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
    s1 = math.sqrt(new[3] ** 2 + new[4] ** 2 + new[5] ** 2)
    if s0 == 0.0 or s1 == 0.0:
        return max(s0, s1), 1.0 if s1 > s0 else 0.0
    r0 = h * (k[0, 3] * y[3] + k[0, 4] * y[4] + k[0, 5] * y[5]) / s0
    r1 = h * (k[6, 3] * new[3] + k[6, 4] * new[4] + k[6, 5] * new[5]) / s1
    if not (r0 > 0.0 and r1 < 0.0):
        return (s1, 1.0) if s1 > s0 else (s0, 0.0)
    # s(x) = s0 + r0 x + b x² + a x³
    a = r0 + r1 - 2 * (s1 - s0)
    b = 3 * (s1 - s0) - 2 * r0 - r1
    disc = max(b * b - 3 * a * r0, 0.0)
    x = r0 / (-b + math.sqrt(disc)) if -b + math.sqrt(disc) > 0.0 else 1.0
    x = min(1.0, max(0.0, x))
    return s0 + x * (r0 + x * (b + x * a)), x
