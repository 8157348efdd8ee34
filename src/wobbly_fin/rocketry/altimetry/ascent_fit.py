"""Launch and burnout from heights alone: the simplest ascent that explains them, fitted by least squares.

A rocket stands until t0, is pushed with one acceleration, then one that changes evenly and dies at burnout, and coasts under gravity and a drag that
goes with the square of speed. Eight figures are fitted: when it left, three pushes, when the first changed, when the last ended, the drag,
and how much of the ram pressure the port lets in;
how far the residuals let each of them go is its standard deviation. What a thrust curve does in between the fit cannot know, which
is why burnout carries a share of the burn on top.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.altimetry.thinning import thinned
from wobbly_fin.rocketry.compiling import kernel
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

Floats = NDArray[np.float64]
_STEP_S = 0.008
T0, BURN_S, FIRST, SECOND, THIRD, SHARE, DRAG, PORT = range(8)
_FIGURES = 8
_LOW = np.array([-math.inf, 0.05, 1.0, -5.0, -5.0, 0.02, 0.0, -0.05])
_HIGH = np.array([math.inf, 12.0, 900.0, 600.0, 600.0, 0.6, 0.05, 0.05])
_SCALE = np.array([0.05, 0.05, 5.0, 5.0, 5.0, 0.05, 2e-4, 2e-3])
# What is known beforehand, loosely: without it figures that nothing in a short log tells apart run off together.
_USUAL = np.array([0.0, 1.5, 80.0, 60.0, 50.0, 0.2, 1e-3, 0.003])
_LOOSE = np.array([0.25, 4.0, 150.0, 120.0, 120.0, 0.2, 4e-3, 0.008])
_FIRST_RATIO = (0.1, 0.35)  # logarithm of first push ÷ second: a curve may start with a kick, hardly with a whimper
# Thrust dies over about the last eighth of a burn (our own figure, from simulated motors).
_TAIL_FROM = 0.88
_SCALE_HEIGHT_M = 9500.0  # by which the air thins to 1/e; drag goes with it
_ROUNDS = 60
_MOST_SAMPLES = 300
_RIVAL = 6.0  # of half χ²: a worse fit is no rival
# How far two steps may misplace the ends of a real curve: of the burn time, and of the moment it first moves. Our own figures, from
# simulated motors; see the test.
_CURVE_SHARE, _RISE_S, _RISE_SHARE = 0.03, 0.03, 0.02


@dataclass(frozen=True, slots=True, kw_only=True)
class Ascent:
    """What heights alone tell of the way up: times on the log's clock with their standard deviations [s], top speed [m/s].

    Attributes
    ----------
    drag_per_m : float
        Deceleration of the coast ÷ speed². [1/m]
    residual_m : float
        Root mean square of what the fit leaves. [m]
    """

    launch_s: float
    launch_sd_s: float
    burnout_s: float
    burnout_sd_s: float
    top_speed_m_s: float
    top_speed_sd_m_s: float
    drag_per_m: float
    residual_m: float


def fit_ascent(
    time_s: Floats, height_m: Floats, noise_m: float, launch_s: float, burn_guesses_s: tuple[float, ...]
) -> Ascent | None:
    """Fit the ascent to heights from the pad to shortly before the top.

    Parameters
    ----------
    time_s, height_m : (n,) arrays
        At least ten samples, about the pad, heights above it.
    noise_m : float
        Standard deviation of one height. [m]
    launch_s : float
        Roughly when it left. [s]
    burn_guesses_s : tuple of float
        Burn times to start from; the best end is kept. [s]

    Returns
    -------
    Ascent or None
        None where too few samples lie on the way up, or nothing settles.
    """
    if len(time_s) < 10 or np.sum(time_s > launch_s) < 6:
        return None
    time_s, height_m, noise_m, _ = thinned(time_s, height_m, noise_m, _MOST_SAMPLES)
    top, last = float(height_m.max()), float(time_s[-1])
    ends: list[tuple[float, Floats, Floats]] = []
    for burn in burn_guesses_s:
        coast = max(last - launch_s - burn, 0.2)
        speed = max(STANDARD_GRAVITY_M_S2 * coast * 0.8, top / max(last - launch_s, 0.3))
        push = speed / burn
        start = np.array([launch_s, burn, push, push, push, 0.2, 5e-4, 0.003])
        found = _levenberg(time_s, height_m, noise_m, np.clip(start, _LOW, _HIGH), launch_s)
        if found is not None and math.isfinite(found[0]):
            ends.append(found)
    if not ends:
        return None
    least, p, normal = min(ends, key=lambda end: end[0])
    # Other ends that explain the heights nearly as well say how far off this one may be.
    rivals = [end[1] for end in ends if end[0] <= least + _RIVAL]
    launch_apart = max(abs(float(q[T0] - p[T0])) for q in rivals)
    burnout_apart = max(abs(float(q[T0] + q[BURN_S] - p[T0] - p[BURN_S])) for q in rivals)
    out = np.empty((len(time_s), 2))
    _fly(p, time_s, out)
    residual = float(np.sqrt(np.mean((out[:, 0] - height_m) ** 2)))
    try:
        # A fit that leaves more than the noise is as unsure as what it leaves.
        covariance = np.linalg.inv(normal) * max(residual / noise_m, 1.0) ** 2
    except np.linalg.LinAlgError:
        return None
    spread = np.sqrt(np.maximum(np.diagonal(covariance), 0.0))
    end = max(covariance[0, 0] + covariance[1, 1] + 2 * covariance[0, 1], 0.0)
    speed = _top_speed(p)
    gradient = np.array([(_top_speed(_moved(p, j)) - speed) / (0.01 * _SCALE[j]) for j in range(_FIGURES)])
    burn = float(p[BURN_S])
    return Ascent(
        launch_s=float(p[T0]),
        launch_sd_s=math.hypot(float(spread[T0]), launch_apart / 2, _RISE_S + _RISE_SHARE * burn),
        burnout_s=float(p[T0]) + burn,
        burnout_sd_s=math.hypot(math.sqrt(end), burnout_apart / 2, _CURVE_SHARE * burn),
        top_speed_m_s=speed,
        top_speed_sd_m_s=math.sqrt(max(float(gradient @ covariance @ gradient), 0.0)),
        drag_per_m=float(p[DRAG]),
        residual_m=residual,
    )


def _moved(p: Floats, j: int) -> Floats:
    out = p.copy()
    out[j] += 0.01 * _SCALE[j]
    return out


def _top_speed(p: Floats) -> float:
    ends = p[T0] + p[BURN_S] * np.linspace(0.05, 1.0, 20)
    out = np.empty((20, 2))
    _fly(p, ends, out)
    return float(out[:, 1].max())


def _levenberg(t: Floats, h: Floats, noise: float, p: Floats, launch_s: float) -> tuple[float, Floats, Floats] | None:
    """Levenberg–Marquardt within bounds; cost, parameters, and the normal matrix at the end."""
    out = np.empty((len(t), 2))
    usual = _USUAL.copy()
    usual[T0] = launch_s

    def residuals(q: Floats) -> Floats:
        _fly(q, t, out)
        ratio = math.log(max(q[FIRST], 1.0) / max(q[SECOND], 1.0))
        return np.concatenate(((out[:, 0] - h) / noise, (q - usual) / _LOOSE, [(ratio - _FIRST_RATIO[0]) / _FIRST_RATIO[1]]))

    r = residuals(p)
    cost, damping = float(r @ r) / 2, 1e-2
    normal = np.eye(_FIGURES)
    for _ in range(_ROUNDS):
        jacobian = np.stack([(residuals(_moved(p, j)) - r) / (0.01 * _SCALE[j]) for j in range(_FIGURES)], axis=1)
        if not np.all(np.isfinite(jacobian)):
            return None
        normal, gradient = jacobian.T @ jacobian, jacobian.T @ r
        normal += np.diag(1e-9 / _SCALE**2)
        moved = False
        for _ in range(8):
            step = np.linalg.solve(normal + damping * np.diag(np.diagonal(normal)), -gradient)
            q = np.clip(p + step, _LOW, _HIGH)
            tried = residuals(q)
            new = float(tried @ tried) / 2
            if new < cost:
                moved = cost - new > 1e-6 * cost
                p, r, cost, damping = q, tried, new, max(damping / 4, 1e-8)
                break
            damping *= 4
        if not moved:
            break
    return cost, p, normal


@kernel
def _fly(p: Floats, times: Floats, out: Floats) -> None:
    """Height and speed at rising times; midpoint steps."""
    t, h, v = p[0], 0.0, 0.0
    change, end = p[0] + p[1] * p[5], p[0] + p[1]
    for i in range(times.shape[0]):
        if times[i] <= p[0]:
            out[i, 0], out[i, 1] = 0.0, 0.0
            continue
        while t < times[i]:
            dt = min(_STEP_S, times[i] - t)
            # A step ends where the push changes, so that the fit is smooth in those times.
            if t < change < t + dt:
                dt = change - t
            elif t < end < t + dt:
                dt = end - t
            push = _push(p, (t + dt / 2 - p[0]) / p[1])
            drag = p[6] * math.exp(-h / _SCALE_HEIGHT_M)
            w = v + (push - drag * v * abs(v)) * dt / 2
            a = push - drag * w * abs(w)
            h += dt * (v + a * dt / 2)
            v += a * dt
            t += dt
        # The port reads a share of the ram pressure as height lost.
        out[i, 0], out[i, 1] = h - p[7] * v * v / (2 * STANDARD_GRAVITY_M_S2), v


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
