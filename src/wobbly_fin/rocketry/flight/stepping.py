"""One compiled Runge–Kutta step of whatever flies, and what is read off it.

The pair of Dormand and Prince (1980), 5(4), first-same-as-last.
"""

import math

import numpy as np

from wobbly_fin.rocketry.compiling import kernel, small_kernel
from wobbly_fin.rocketry.flight.figures import APOGEE, GROUND, NONE, POINT_STATE, ROD, ROD_EXIT, Floats, Leg
from wobbly_fin.rocketry.flight.figures import WORK_COLUMNS as W
from wobbly_fin.rocketry.flight.forces import derivative
from wobbly_fin.rocketry.flight.wind import wind_at

# Dormand–Prince 5(4): the last row of coefficients are the fifth-order weights
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
_ATTITUDE_SHARE = 0.1  # what `make bench` says it costs: nothing that shows in the landing


@small_kernel
def advance(size: int, s: int, h: float, y: Floats, new: Floats, k: Floats) -> None:
    # Rows not reached yet weigh nothing; taking all six keeps the inner loop straight.
    a0, a1, a2, a3, a4, a5 = _A[s, 0], _A[s, 1], _A[s, 2], _A[s, 3], _A[s, 4], _A[s, 5]
    for i in range(size):
        new[i] = y[i] + h * (
            a0 * k[i] + a1 * k[W + i] + a2 * k[2 * W + i] + a3 * k[3 * W + i] + a4 * k[4 * W + i] + a5 * k[5 * W + i]
        )  # fmt: skip


@small_kernel
def off_by(size: int, y: Floats, new: Floats, k: Floats) -> float:
    worst, sum_of_all = 0.0, 0.0
    for i in range(size):
        wrong = (
            _E[0] * k[i] + _E[2] * k[2 * W + i] + _E[3] * k[3 * W + i] + _E[4] * k[4 * W + i] + _E[5] * k[5 * W + i]
            + _E[6] * k[6 * W + i]
        )  # fmt: skip
        sum_of_all += wrong
        # Absolute below a metre, a metre per second, a radian; relative above. A body's small swings average out on its path,
        # so that its attitude may be off by more; a point and a body that does not swing then take the very same steps.
        share = 1.0 if i < POINT_STATE else _ATTITUDE_SHARE
        worst = max(worst, share * abs(wrong) / (1.0 + max(abs(y[i]), abs(new[i]))))
    # max() forgets a NaN, a sum does not: outside the air model the step must not pass as perfect.
    return math.nan if math.isnan(sum_of_all) else worst


@kernel
def step(
    phase: int, t: float, h: float, size: int, y: Floats, new: Floats, k: Floats, burn: Floats, q: Floats, aero: Floats,
    layers: Floats, gust: Floats,
) -> tuple[float, float]:  # fmt: skip
    """One step of the first `size` components from `y` to `new`. `k` holds seven rows one after another: the first is
    given, the last comes out as the derivative at `new`.

    Returns the scaled error and the largest acceleration met at the stages.
    """
    top_a = 0.0
    for s in range(1, 7):
        # A length known beforehand lets the compiler lay the loop out flat.
        if size == POINT_STATE:
            advance(POINT_STATE, s, h, y, new, k)
        else:
            advance(size, s, h, y, new, k)
        derivative(phase, t + _C[s] * h, new, k, s * W, burn, q, aero, layers, gust)
        top_a = max(top_a, k[s * W + 3] ** 2 + k[s * W + 4] ** 2 + k[s * W + 5] ** 2)
    worst = off_by(POINT_STATE, y, new, k) if size == POINT_STATE else off_by(size, y, new, k)
    return abs(h) * worst / q[Leg.TOLERANCE], math.sqrt(top_a)


@small_kernel
def forget_rates(k: Floats, size: int) -> None:
    """Clear all rates but the first after a step into nowhere: a NaN times a weight of nothing is still one."""
    for row in range(1, 7):
        for j in range(size):
            k[row * W + j] = 0.0


@kernel
def next_length(h: float, error: float) -> float:
    return h * min(8.0, max(0.2, 0.9 * (error + 1e-12) ** -0.2))


@small_kernel
def event_value(event: int, y: Floats, q: Floats) -> float:
    """What falls through zero at an event."""
    if event == ROD_EXIT:
        return q[Leg.ROD_LENGTH_M] - (y[0] * q[Leg.AXIS_X] + y[1] * q[Leg.AXIS_Y] + y[2] * q[Leg.AXIS_Z])
    if event == APOGEE:
        return y[5]
    return y[2]


@small_kernel
def event_rate(event: int, k: Floats, q: Floats) -> float:
    """How fast that falls at the end of a step."""
    at = 6 * W
    if event == ROD_EXIT:
        return -(k[at] * q[Leg.AXIS_X] + k[at + 1] * q[Leg.AXIS_Y] + k[at + 2] * q[Leg.AXIS_Z])
    if event == APOGEE:
        return k[at + 5]
    return k[at + 2]


@small_kernel
def event_in(phase: int, climbing: bool, y: Floats, new: Floats, q: Floats) -> int:
    """Which event the step from `y` to `new` runs into first."""
    if climbing and y[5] >= 0.0 and new[5] < 0.0:
        return APOGEE
    if phase == ROD and event_value(ROD_EXIT, new, q) <= 0.0:
        return ROD_EXIT
    if new[2] <= 0.0 and new[5] < 0.0:
        return GROUND
    return NONE


@kernel
def locate(
    event: int, level: float, phase: int, t: float, h: float, size: int, y: Floats, at: Floats, k: Floats, burn: Floats,
    q: Floats, aero: Floats, layers: Floats, gust: Floats,
) -> float:  # fmt: skip
    """Length of the step from `y` that ends on the event, or where its value reaches `level`.

    Leaves the state there in `at`, its derivative in the last row of `k`.
    """
    low, high = 0.0, h
    g0 = event_value(event, y, q) - level
    g1 = event_value(event, at, q) - level
    guess = h * g0 / (g0 - g1) if g0 > g1 else h
    for _ in range(40):
        step(phase, t, guess, size, y, at, k, burn, q, aero, layers, gust)
        value = event_value(event, at, q) - level
        if value > 0.0:
            low = guess
        else:
            high = guess
        rate = event_rate(event, k, q)
        nearer = guess - value / rate if rate != 0.0 else 0.5 * (low + high)
        # Before the bracket is looked at: having arrived, Newton stands on its very edge.
        if abs(nearer - guess) <= 1e-10 * (1.0 + t):
            break
        guess = nearer if low < nearer < high else 0.5 * (low + high)
    return guess


@kernel
def air_speed(y: Floats, q: Floats, layers: Floats, gust: Floats) -> float:
    """Speed relative to the air; a point climbs through still air. [m/s]"""
    if q[Leg.STATE] < 7.0:
        return math.sqrt(y[3] * y[3] + y[4] * y[4] + y[5] * y[5])
    wx, wy = wind_at(y[2], q, layers, gust)
    return math.sqrt((y[3] - wx) ** 2 + (y[4] - wy) ** 2 + y[5] ** 2)


@kernel
def fastest_in(h: float, y: Floats, new: Floats, k: Floats, q: Floats, layers: Floats, gust: Floats) -> tuple[float, float]:
    """Greatest airspeed inside a step and where (fraction of the step), from a cubic through speed and its rate."""
    wx0, wy0, wx1, wy1 = 0.0, 0.0, 0.0, 0.0
    if q[Leg.STATE] > 7.0:
        wx0, wy0 = wind_at(y[2], q, layers, gust)
        wx1, wy1 = wind_at(new[2], q, layers, gust)
    ux, uy, vx, vy = y[3] - wx0, y[4] - wy0, new[3] - wx1, new[4] - wy1
    s0 = math.sqrt(ux * ux + uy * uy + y[5] * y[5])
    s1 = math.sqrt(vx * vx + vy * vy + new[5] * new[5])
    if s0 == 0.0 or s1 == 0.0:
        return max(s0, s1), 1.0 if s1 > s0 else 0.0
    # The air's own change along the way, taken as even over the step.
    dx, dy = wx1 - wx0, wy1 - wy0
    r0 = ((h * k[3] - dx) * ux + (h * k[4] - dy) * uy + h * k[5] * y[5]) / s0
    r1 = ((h * k[6 * W + 3] - dx) * vx + (h * k[6 * W + 4] - dy) * vy + h * k[6 * W + 5] * new[5]) / s1
    if not (r0 > 0.0 and r1 < 0.0):
        return (s1, 1.0) if s1 > s0 else (s0, 0.0)
    # s(x) = s0 + r0 x + b x² + a x³
    a = r0 + r1 - 2 * (s1 - s0)
    b = 3 * (s1 - s0) - 2 * r0 - r1
    disc = max(b * b - 3 * a * r0, 0.0)
    x = r0 / (-b + math.sqrt(disc)) if -b + math.sqrt(disc) > 0.0 else 1.0
    x = min(1.0, max(0.0, x))
    return s0 + x * (r0 + x * (b + x * a)), x
