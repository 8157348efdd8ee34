"""The compiled flight of a point: pad, rod, boost, coast, ejection, canopy, landing.

One explicit embedded Runge–Kutta pair (Dormand and Prince 1980, 5(4), first-same-as-last) carries every phase.
Steps end exactly at the corners of the thrust curve; events are located by shortening the step until it lands on
them, so that they have the method's own accuracy. Most of a descent happens at terminal speed, where an explicit
method is stiff: there the fall is a quadrature along height instead (see `_settled_descent`).

Frame: x east, y north, z up, metres from the pad. State: (x, y, z, vx, vy, vz). Time 0 is ignition.
"""

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.air.standard import density_kg_m3, sound_speed_m_s
from wobbly_fin.rocketry.compiling import kernel, small_kernel
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

Floats = NDArray[np.float64]
G = STANDARD_GRAVITY_M_S2

_ROD, _FREE, _CANOPY = 0, 1, 2
_NONE, _ROD_EXIT, _APOGEE, _GROUND = 0, 1, 2, 3
TRACE_COLUMNS = 7  # time, then the state

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

# Gauss–Legendre, five points on [-1, 1]
_GAUSS_X = np.array([-0.906179845938664, -0.538469310105683, 0.0, 0.538469310105683, 0.906179845938664])
_GAUSS_W = np.array([0.236926885056189, 0.478628670499366, 0.568888888888889, 0.478628670499366, 0.236926885056189])

_SETTLED_FRACTION = 0.03  # of terminal speed: vertical mismatch below which the fall counts as settled
_SETTLED_CROSSWIND_FRACTION = 0.08
_SHEAR_LAGS = 20.0  # down to which height, in lags of the canopy behind a power-law wind
_MOST_STEPS = 1_000_000
_SHEAR_PANELS_RATIO = 3.0  # each quadrature panel spans at most this ratio of heights


class Point(NamedTuple):
    """What flies, where, in what air. Areas already carry their drag coefficient."""

    mass_kg: float  # without motor
    drag_area_m2: float  # Cd A ascending
    canopy_drag_area_m2: float  # Cd A of the canopy, 0 without one
    motor_mass_kg: float
    propellant_mass_kg: float
    delay_s: float  # NaN: no ejection charge
    elevation_m: float
    pressure_factor: float
    warmer_k: float
    rod_length_m: float
    axis_x: float  # unit vector of the rod
    axis_y: float
    axis_z: float
    wind_x_m_s: float  # at the reference height, the way it blows to
    wind_y_m_s: float
    wind_exponent: float
    wind_height_m: float
    tolerance: float


class Flown(NamedTuple):
    """Figures of one flight; NaN where there is none. `outside` is 1 when the air model was left."""

    lifted: int
    outside: int
    liftoff_time_s: float
    rod_exit_time_s: float
    rod_exit_speed_m_s: float
    burnout_altitude_m: float
    burnout_speed_m_s: float
    max_speed_m_s: float
    max_mach: float
    max_acceleration_m_s2: float
    apogee_time_s: float
    apogee_altitude_m: float
    ejection_time_s: float
    ejection_altitude_m: float
    ejection_speed_m_s: float
    landing_time_s: float
    landing_speed_m_s: float
    landing_x_m: float
    landing_y_m: float
    traced: int


@small_kernel
def _wind_factor(height_m: float, p: Point) -> float:
    if height_m <= 0.0:
        return 0.0 if p.wind_exponent > 0.0 else 1.0
    return (height_m / p.wind_height_m) ** p.wind_exponent


@small_kernel
def _derivative(phase: int, force_n: float, mass_kg: float, y: Floats, k: Floats, row: int, p: Point) -> None:
    """Velocity and acceleration at a state into a row of `k`; `force_n` is thrust, along the rod or along the velocity."""
    k[row, 0], k[row, 1], k[row, 2] = y[3], y[4], y[5]
    half_rho = 0.5 * density_kg_m3(p.elevation_m + y[2], p.pressure_factor, p.warmer_k)
    if phase == _CANOPY:
        gust = _wind_factor(y[2], p)
        ux, uy, uz = y[3] - gust * p.wind_x_m_s, y[4] - gust * p.wind_y_m_s, y[5]
        pull = half_rho * p.canopy_drag_area_m2 * math.sqrt(ux * ux + uy * uy + uz * uz) / mass_kg
        k[row, 3], k[row, 4], k[row, 5] = -pull * ux, -pull * uy, -pull * uz - G
        return
    speed = math.sqrt(y[3] * y[3] + y[4] * y[4] + y[5] * y[5])
    if phase == _ROD:
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
def _step(
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
        _derivative(phase, force, p.mass_kg + p.motor_mass_kg - p.propellant_mass_kg + propellant, new, k, s, p)
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
def _event_value(event: int, y: Floats, p: Point) -> float:
    """What falls through zero at an event; fed a derivative, the constant apart, its rate."""
    if event == _ROD_EXIT:
        return p.rod_length_m - (y[0] * p.axis_x + y[1] * p.axis_y + y[2] * p.axis_z)
    if event == _APOGEE:
        return y[5]
    return y[2]


@kernel
def _locate(event: int, phase: int, t: float, h: float, y: Floats, at: Floats, k: Floats, p: Point, burn: Floats) -> float:
    """Length of the step from `y` that ends on the event; leaves the state there in `at`, its derivative in `k[6]`."""
    low, high = 0.0, h
    g0 = _event_value(event, y, p)
    g1 = _event_value(event, at, p)
    guess = h * g0 / (g0 - g1) if g0 > g1 else h
    for _ in range(12):
        _step(phase, t, guess, y, at, k, p, burn, 0.0)
        value = _event_value(event, at, p)
        if value > 0.0:
            low = guess
        else:
            high = guess
        rate = _event_value(event, k[6], p) - (p.rod_length_m if event == _ROD_EXIT else 0.0)
        nearer = guess - value / rate if rate != 0.0 else 0.5 * (low + high)
        if nearer <= low or nearer >= high:
            nearer = 0.5 * (low + high)
        if abs(nearer - guess) <= 1e-10 * (1.0 + t):
            break
        guess = nearer
    return guess


@kernel
def _lift_time(times: Floats, thrust: Floats, delivered: Floats, start_s: float, p: Point) -> float:
    """First time from `start_s` on at which thrust exceeds weight along the rod; NaN if it never does."""
    mass0 = p.mass_kg + p.motor_mass_kg
    per_ns = p.propellant_mass_kg / delivered[-1]
    pull = G * p.axis_z
    for i in range(len(times) - 1):
        t1 = times[i + 1]
        if t1 <= start_s:
            continue
        t0 = max(times[i], start_s)
        slope = (thrust[i + 1] - thrust[i]) / (t1 - times[i])
        f0 = thrust[i] + slope * (t0 - times[i])
        gone = delivered[i] + (t0 - times[i]) * (thrust[i] + f0) / 2
        # excess(s) = f0 + slope s - pull (m - per (f0 s + slope s²/2)), a quadratic in s on [0, t1 - t0]
        c = f0 - pull * (mass0 - per_ns * gone)
        b = slope + pull * per_ns * f0
        a = 0.5 * pull * per_ns * slope
        if c > 0.0:
            return t0
        span = t1 - t0
        root = math.nan
        disc = b * b - 4 * a * c
        if disc >= 0.0:
            q = -0.5 * (b + math.copysign(math.sqrt(disc), b))
            for candidate in (q / a if a != 0.0 else math.nan, c / q if q != 0.0 else math.nan):
                # rising through zero, inside this segment
                if 0.0 <= candidate <= span and b + 2 * a * candidate > 0.0 and not candidate > root:
                    root = candidate
        if not math.isnan(root) and root < span:
            return t0 + root
    return math.nan


@kernel
def _load_segment(i: int, times: Floats, thrust: Floats, delivered: Floats, p: Point, burn: Floats) -> None:
    """Put the thrust segment starting at sample `i` in `burn`; the last sample begins the coast."""
    burn[4] = p.propellant_mass_kg / delivered[-1]
    burn[3] = p.propellant_mass_kg - burn[4] * delivered[i]
    burn[0] = times[i]
    if i >= len(times) - 1:
        burn[1], burn[2], burn[3] = 0.0, 0.0, 0.0
    else:
        burn[1] = thrust[i]
        burn[2] = (thrust[i + 1] - thrust[i]) / (times[i + 1] - times[i])


@small_kernel
def _note(trace: Floats, count: int, t: float, y: Floats) -> int:
    if count < trace.shape[0]:
        trace[count, 0] = t
        for i in range(6):
            trace[count, i + 1] = y[i]
        return count + 1
    return count


@small_kernel
def _begin(phase: int, t: float, y: Floats, k: Floats, p: Point, burn: Floats) -> None:
    """Derivative at the start of a stretch into `k[0]`."""
    since = t - burn[0]
    force = burn[1] + burn[2] * since
    left = burn[3] - burn[4] * since * (burn[1] + force) / 2
    _derivative(phase, force, p.mass_kg + p.motor_mass_kg - p.propellant_mass_kg + left, y, k, 0, p)


@kernel
def _next_length(h: float, error: float) -> float:
    return h * min(8.0, max(0.2, 0.9 * (error + 1e-12) ** -0.2))


@small_kernel
def _fastest_in(h: float, y: Floats, new: Floats, k: Floats) -> tuple[float, float]:
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


@small_kernel
def _fall_speed(height_m: float, mass_kg: float, p: Point) -> float:
    """Terminal speed under the canopy at a height. [m/s]"""
    rho = density_kg_m3(p.elevation_m + height_m, p.pressure_factor, p.warmer_k)
    return math.sqrt(2.0 * mass_kg * G / (rho * p.canopy_drag_area_m2))


@kernel
def _settled_descent(
    t: float, y: Floats, bottom_m: float, mass_kg: float, p: Point, trace: Floats, count: int
) -> tuple[float, int]:
    """Carry a settled fall down to `bottom_m` as a quadrature along height; changes `y`, returns time and trace length.

    At terminal speed v the state follows density and wind with the lag tau = v / g. To first order in tau:
    the fall is faster than terminal by v³ / (4 g H), H the density's scale height, since the air thickens on the way;
    sideways the rocket outruns a wind that slackens downwards by tau v dw/dz, which also tilts the drag; whatever
    sideways speed it sheds carries it tau times that far; and a mismatch of the fall itself dies away with tau / 2,
    which is made up for at the start as a step in height.
    """
    wind = math.hypot(p.wind_x_m_s, p.wind_y_m_s)
    drift = 0.0
    start_x, start_y = y[3], y[4]
    tau = _fall_speed(y[2], mass_kg, p) / G
    top = y[2] + 0.5 * tau * (y[5] + tau * G)
    while top > bottom_m:
        low = bottom_m
        if wind > 0.0 and top > _SHEAR_PANELS_RATIO * max(bottom_m, 1e-3):
            low = top / _SHEAR_PANELS_RATIO
        low = max(low, top - 1500.0, bottom_m)
        rho_top = density_kg_m3(p.elevation_m + top, p.pressure_factor, p.warmer_k)
        rho_low = density_kg_m3(p.elevation_m + low, p.pressure_factor, p.warmer_k)
        scale_m = (top - low) / math.log(rho_low / rho_top) if rho_low > rho_top else 1e9
        half = 0.5 * (top - low)
        seconds = 0.0
        for i in range(5):
            z = low + half * (1.0 + _GAUSS_X[i])
            v = _fall_speed(z, mass_kg, p)
            factor = _wind_factor(z, p)
            lag = v * v / G * wind * factor * p.wind_exponent / z
            v *= 1.0 + v * v / (4.0 * G * scale_m) - 0.25 * (lag / v) ** 2
            seconds += _GAUSS_W[i] * half / v
            drift += _GAUSS_W[i] * half / v * factor
        t += seconds
        top = low
        v = _fall_speed(top, mass_kg, p)
        factor = _wind_factor(top, p)
        tau = v / G
        outrun = tau * v * factor * p.wind_exponent / top if top > 0.0 and wind > 0.0 else 0.0
        y[2] = top
        y[3], y[4] = p.wind_x_m_s * (factor + outrun), p.wind_y_m_s * (factor + outrun)
        y[5] = -v * (1.0 + v * v / (4.0 * G * scale_m))
        if top > bottom_m and count < trace.shape[0]:
            count = _note(trace, count, t, y)
            trace[count - 1, 1] += p.wind_x_m_s * drift - tau * (y[3] - start_x)
            trace[count - 1, 2] += p.wind_y_m_s * drift - tau * (y[4] - start_y)
    y[0] += p.wind_x_m_s * drift - tau * (y[3] - start_x)
    y[1] += p.wind_y_m_s * drift - tau * (y[4] - start_y)
    return t, count


@small_kernel
def _has_settled(y: Floats, shear_m: float, mass_kg: float, p: Point) -> bool:
    """Whether a canopy's fall is near enough its terminal state, and high enough, for `_settled_descent`."""
    v = _fall_speed(max(y[2], 0.0), mass_kg, p)
    factor = _wind_factor(y[2], p)
    sideways = math.hypot(y[3] - factor * p.wind_x_m_s, y[4] - factor * p.wind_y_m_s)
    # The lag expansion needs terminal speed to be reached in far less than a scale height.
    slow = v * v < 0.05 * G * 8000.0
    near = abs(y[5] + v) < _SETTLED_FRACTION * v and sideways < _SETTLED_CROSSWIND_FRACTION * v
    return slow and near and y[2] > shear_m + 0.1 * v


@small_kernel
def _event_in(phase: int, climbing: bool, y: Floats, new: Floats, p: Point) -> int:
    """Which event the step from `y` to `new` runs into first."""
    if climbing and y[5] >= 0.0 and new[5] < 0.0:
        return _APOGEE
    if phase == _ROD and _event_value(_ROD_EXIT, new, p) <= 0.0:
        return _ROD_EXIT
    if new[2] <= 0.0 and new[5] < 0.0:
        return _GROUND
    return _NONE


@kernel
def fly_point(times: Floats, thrust: Floats, delivered: Floats, p: Point, work: Floats, trace: Floats) -> Flown:
    """Fly one rocket.

    Parameters
    ----------
    times, thrust, delivered : (n,) arrays
        Corners of the thrust curve [s], [N] and impulse delivered by then [N·s].
    p : Point
    work : (11, 6) array
        Scratch, one per thread.
    trace : (m, 7) array
        Filled with (time, state) after every step, as far as it reaches; m may be 0.

    Returns
    -------
    Flown
    """
    nan = math.nan
    k = work[0:7]
    y, new, burn, at_ejection = work[7], work[8], work[9], work[10]
    last = len(times) - 1
    burnout = times[last]
    eject = burnout + p.delay_s  # NaN without a charge: every comparison with it is false
    spent_mass = p.mass_kg + p.motor_mass_kg - p.propellant_mass_kg
    y[:] = 0.0
    k[:] = 0.0  # nothing left of an earlier flight that may have ended in NaN

    t = _lift_time(times, thrust, delivered, 0.0, p)
    if math.isnan(t):
        return Flown(0, 0, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, 0)

    liftoff, rod_time, rod_speed = t, nan, nan
    burnout_z, burnout_v, top_v, top_mach, top_a = nan, nan, 0.0, 0.0, 0.0
    apogee_t, apogee_z = nan, nan
    eject_z, eject_v, land_t = nan, nan, nan
    ejected, settled, outside = False, False, 0

    phase, i, fresh = _ROD, -1, True
    h = 1e-3
    count = _note(trace, 0, t, y)
    count_at_ejection = 0

    for _ in range(_MOST_STEPS):
        if fresh:
            while i < last and (i < 0 or times[i + 1] <= t):
                i += 1
            _load_segment(i, times, thrust, delivered, p, burn)
            _begin(phase, t, y, k, p, burn)
            fresh = False

        if phase == _CANOPY and not settled:
            v = _fall_speed(max(y[2], 0.0), spent_mass, p)
            # Below this height the wind changes faster than the canopy follows it: step through that again.
            windy = p.wind_x_m_s != 0.0 or p.wind_y_m_s != 0.0
            shear_m = _SHEAR_LAGS * p.wind_exponent * v * v / G if windy else 0.0
            if _has_settled(y, shear_m, spent_mass, p):
                t, count = _settled_descent(t, y, shear_m, spent_mass, p, trace, count)
                count = _note(trace, count, t, y)
                settled, fresh, h = True, True, 0.2 * v / G
                if shear_m == 0.0:
                    land_t = t
                    break
                continue

        stop = times[i + 1] if i < last else math.inf
        if not ejected and eject < stop:
            stop = eject
        clipped = t + h >= stop - 1e-12
        length = stop - t if clipped else h
        error, stage_a = _step(phase, t, length, y, new, k, p, burn, 0.0)
        if math.isnan(error):
            # A long step may only have felt its way below ground; a short one has really left the air.
            h = 0.25 * length
            if h < 1e-6:
                outside = 1
                break
            for row in range(1, 7):
                for j in range(6):
                    k[row, j] = 0.0  # a NaN times a weight of nothing is still one
            continue
        if error > 1.0:
            h = _next_length(length, error)
            continue
        full = _next_length(length, error)

        event = _event_in(phase, math.isnan(apogee_t) and phase != _CANOPY, y, new, p)
        if event != _NONE:
            clipped = False
            length = _locate(event, phase, t, length, y, new, k, p, burn)
        if math.isnan(apogee_t):
            fastest, where = _fastest_in(length, y, new, k)
            if fastest > top_v:
                top_v = fastest
                top_mach = fastest / sound_speed_m_s(p.elevation_m + y[2] + where * (new[2] - y[2]), p.warmer_k)
            if t < burnout:
                top_a = max(top_a, stage_a, math.sqrt(k[0, 3] ** 2 + k[0, 4] ** 2 + k[0, 5] ** 2))

        t = stop if clipped else t + length
        for j in range(6):
            y[j], k[0, j] = new[j], k[6, j]
        count = _note(trace, count, t, y)
        h = max(full, h) if clipped else full

        if clipped and i < last and t >= times[i + 1]:
            fresh = True
            if i + 1 == last:
                burnout_z, burnout_v = y[2], math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
        if event == _ROD_EXIT:
            rod_time, rod_speed = t, math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
            phase, fresh = _FREE, True
        elif event == _APOGEE:
            apogee_t, apogee_z = t, y[2]
        elif event == _GROUND:
            again = _lift_time(times, thrust, delivered, t, p) if phase == _ROD else nan
            if math.isnan(again):
                land_t = t
                break
            # Slid back onto the pad with thrust to come: it waits there, and the hop was no apogee.
            t, fresh, h = again, True, 1e-3
            i = -1
            y[:] = 0.0
            apogee_t, apogee_z = nan, nan

        if not ejected and t >= eject:
            ejected = True
            eject_z, eject_v = y[2], math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
            at_ejection[:] = y
            count_at_ejection = count
        if ejected and phase != _CANOPY and p.canopy_drag_area_m2 > 0.0 and not math.isnan(apogee_t):
            # An early charge lets the bare rocket fly on to its apogee first; then back to where the canopy opened.
            y[:] = at_ejection
            t, count = eject, count_at_ejection
            phase, fresh, h = _CANOPY, True, 1e-3

    return Flown(
        1, outside, liftoff, rod_time, rod_speed, burnout_z, burnout_v, top_v, top_mach, top_a, apogee_t, apogee_z,
        eject if ejected else nan, eject_z, eject_v,
        land_t, math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2), y[0], y[1], count,
    )  # fmt: skip
