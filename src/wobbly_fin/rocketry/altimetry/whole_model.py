"""A simple whole flight: pushed by a step, a line and a tail, coasting under drag, hanging from what opened once or twice, at rest."""

import math

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.compiling import kernel
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

Floats = NDArray[np.float64]
# When it left, how long it is pushed, three pushes, when the first changed, drag, how much of the ram pressure the port lets in; when and to
# which rate it opened, and again; the zero of the heights and of the ground; how the sensor lags, how long a canopy fills.
T0, BURN_S, FIRST, SECOND, THIRD, SHARE, DRAG, PORT, EJECT_S, RATE, MAIN_S, RATE_2, PAD, GROUND, LAG_S, FILL_S = range(16)
_STEP_S, _SLOW_STEP_S, _STEADY_STEP_S = 0.01, 0.04, 0.25
_SCALE_HEIGHT_M = 9500.0  # by which the air thins to 1/e; drag goes with it
_TAIL_FROM = 0.88  # of a burn, from when on thrust dies (our own figure, from simulated motors)


def figures_of(p: Floats, kind: str) -> dict[str, float]:
    """Moments on the log's clock [s], heights above the pad [m], speeds [m/s]."""
    e = events(p)
    found = {
        "launch": float(p[T0]), "burnout": float(p[T0] + p[BURN_S]), "apogee": e[0], "apogee_m": e[1], "max_speed_m_s": e[2],
        "landing": e[3], "burnout_speed_m_s": e[6], "burn_time_s": float(p[BURN_S]), "apogee_time_s": e[0] - float(p[T0]),
        "coast_time_s": e[0] - float(p[T0] + p[BURN_S]), "duration_s": e[3] - float(p[T0]),
    }  # fmt: skip
    if kind != "dart":
        found |= {
            "ejection": float(p[EJECT_S]), "ejection_altitude_m": e[4], "apogee_to_ejection_s": float(p[EJECT_S]) - e[0],
            "delay_s": float(p[EJECT_S] - p[T0] - p[BURN_S]), "rate": float(p[RATE] if kind == "one" else p[RATE_2]),
        }  # fmt: skip
    if kind == "two":
        found |= {"main": float(p[MAIN_S]), "main_altitude_m": e[5], "drogue_rate_m_s": float(p[RATE])}
    return found


@kernel
def _push(p: Floats, share: float) -> float:
    """Acceleration by the motor less gravity at a share of the burn: a step, a line, and a tail down to nothing."""
    if share >= 1.0:
        return -STANDARD_GRAVITY_M_S2
    if share < p[5]:
        return p[2]
    if share < _TAIL_FROM:
        return p[3] + (p[4] - p[3]) * (share - p[5]) / (_TAIL_FROM - p[5])
    return p[4] + (-STANDARD_GRAVITY_M_S2 - p[4]) * (share - _TAIL_FROM) / (1.0 - _TAIL_FROM)


@kernel
def _advance(p: Floats, t: float, h: float, v: float, dt: float) -> tuple[float, float]:
    """One step of the model; drag of a canopy is stiff, so its share is in closed form."""
    middle = t + dt / 2
    if middle < p[T0] + p[BURN_S]:
        push = _push(p, (middle - p[T0]) / p[BURN_S])
        drag = p[DRAG] * math.exp(-h / _SCALE_HEIGHT_M)
        w = v + (push - drag * v * abs(v)) * dt / 2
        a = push - drag * w * abs(w)
        return h + dt * (v + a * dt / 2), v + a * dt
    k = p[DRAG]
    if middle > p[EJECT_S]:
        # An area grows with the square of the time since it began to.
        grown = min((middle - p[EJECT_S]) / p[FILL_S], 1.0) ** 2
        k += grown * max(STANDARD_GRAVITY_M_S2 / p[RATE] ** 2 - k, 0.0)
        if middle > p[MAIN_S]:
            grown = min((middle - p[MAIN_S]) / p[FILL_S], 1.0) ** 2
            k += grown * (STANDARD_GRAVITY_M_S2 / p[RATE_2] ** 2 - k)
    k *= math.exp(-max(h, 0.0) / _SCALE_HEIGHT_M)
    w = (v - STANDARD_GRAVITY_M_S2 * dt / 2) / (1.0 + k * abs(v) * dt / 2)
    after = (v - STANDARD_GRAVITY_M_S2 * dt) / (1.0 + k * abs(w) * dt)
    return h + dt * (v + after) / 2, after


@kernel
def _until(p: Floats, t: float, end: float) -> float:
    """Length of the next step: to the next moment at which something changes, or to the end asked for."""
    # Fine while it is pushed and just after something opened; coarse on a steady descent.
    dt = _SLOW_STEP_S
    if t < p[T0] + p[BURN_S] + 0.5:
        dt = _STEP_S
    elif t >= p[EJECT_S]:
        since = t - p[MAIN_S] if t >= p[MAIN_S] else t - p[EJECT_S]
        dt = _STEP_S if since < 1.5 else _STEADY_STEP_S if since > 4.0 else _SLOW_STEP_S
    dt = min(dt, end - t)
    for change in (p[T0] + p[BURN_S] * p[SHARE], p[T0] + p[BURN_S], p[EJECT_S], p[MAIN_S]):
        if t + 1e-9 < change < t + dt:
            dt = change - t
    return dt


@kernel
def fly_model(p: Floats, times: Floats, out: Floats) -> None:
    """Height as read and speed at rising times."""
    t, h, v = p[T0], 0.0, 0.0
    landed = False
    for i in range(times.shape[0]):
        if times[i] <= p[T0]:
            out[i, 0], out[i, 1] = p[PAD], 0.0
            continue
        while t < times[i] and not landed:
            dt = _until(p, t, times[i])
            h, v = _advance(p, t, h, v, dt)
            t += dt
            if v < 0.0 and h <= p[GROUND] and t > p[T0] + p[BURN_S]:
                landed = True
        if landed:
            out[i, 0], out[i, 1] = p[PAD] + p[GROUND], 0.0
        else:
            out[i, 0], out[i, 1] = p[PAD] + h - p[LAG_S] * v - p[PORT] * v * v / (2 * STANDARD_GRAVITY_M_S2), v


@kernel
def events(p: Floats) -> tuple[float, float, float, float, float, float, float]:
    """Apogee's time and height, top speed, landing, heights at ejection and at the main's opening, speed at burnout."""
    t, h, v = p[T0], 0.0, 0.0
    top_t, top_h, fast, opened, main, burnt = math.nan, math.nan, 0.0, math.nan, math.nan, math.nan
    ends = p[T0] + 2000.0
    while t < ends:
        dt = _until(p, t, ends)
        if t <= p[T0] + p[BURN_S] < t + dt + 1e-9:
            burnt = v
        if t <= p[EJECT_S] < t + dt:
            opened = h
        if t <= p[MAIN_S] < t + dt:
            main = h
        h0, v0 = h, v
        h, v = _advance(p, t, h, v, dt)
        fast = max(fast, v)
        if v0 > 0.0 >= v and t > p[T0] + 0.3 * p[BURN_S]:
            share = v0 / (v0 - v)
            top_t, top_h = t + share * dt, h0 + share * dt * v0 / 2
        t += dt
        if v < 0.0 and h <= p[GROUND] and t > p[T0] + p[BURN_S]:
            return top_t, top_h, fast, t - dt + dt * (h0 - p[GROUND]) / max(h0 - h, 1e-9), opened, main, burnt
    return top_t, top_h, fast, math.nan, opened, main, burnt
