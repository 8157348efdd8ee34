"""When the canopy opened and when it landed, from heights alone: the one moment that explains the path best.

Both scan a moment and fit the rest at each: the fit's cost, against its least, says how far the moment may be from there.
"""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.altimetry.thinning import thinned
from wobbly_fin.rocketry.compiling import kernel
from wobbly_fin.rocketry.constants import CHI2_90, STANDARD_GRAVITY_M_S2, Z90

Floats = NDArray[np.float64]
_STEP_S = 0.01


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """A moment [s], its standard deviation [s], and how much better it explains the path than none at all (in χ²)."""

    time_s: float
    sd_s: float
    better: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Knee:
    """Two straight lines that meet: when [s], how sure [s], their slopes [m/s], and the cost against one line's."""

    time_s: float
    sd_s: float
    before_m_s: float
    after_m_s: float
    cost: float
    straight_cost: float


def fit_opening(
    time_s: Floats, height_m: Floats, noise_m: float, colour: float, coast_drag_per_m: float, rate_m_s: float, earliest_s: float,
    latest_s: float,
) -> Opening | None:  # fmt: skip
    """When a coasting body became one that falls at `rate_m_s`.

    Parameters
    ----------
    time_s, height_m : (n,) arrays
        From the coast into the steady descent.
    colour : float
        By how much slow errors make a sum of squares less telling than its number of samples says, ≥ 1.
    coast_drag_per_m : float
        Deceleration ÷ speed² before. [1/m]
    rate_m_s : float
        Terminal speed after, > 0. [m/s]
    """
    if len(time_s) < 8 or latest_s <= earliest_s or rate_m_s <= 0.2:
        return None
    time_s, height_m, noise_m, thin = thinned(time_s, height_m, noise_m, 250)
    colour = max(1.0, colour / thin)
    drag = STANDARD_GRAVITY_M_S2 / rate_m_s**2
    moments = np.arange(earliest_s, latest_s + 0.025, 0.05)
    costs = np.array([_cost(time_s, height_m, noise_m, coast_drag_per_m, moment, drag) for moment in moments]) / colour
    if not np.any(np.isfinite(costs)):
        return None
    best = int(np.nanargmin(costs))
    inside = np.flatnonzero(costs < costs[best] + CHI2_90)
    half = (float(moments[inside[-1]] - moments[inside[0]]) + 0.05) / 2
    never = _cost(time_s, height_m, noise_m, coast_drag_per_m, math.inf, drag) / colour
    return Opening(time_s=float(moments[best]), sd_s=half / Z90, better=float(never - costs[best]))


def _cost(t: Floats, h: Floats, noise: float, drag: float, opens: float, canopy: float) -> float:
    """χ² with the best height and speed to begin with, found by two Newton steps."""
    start = np.array([h[0], (h[min(3, len(h) - 1)] - h[0]) / max(t[min(3, len(h) - 1)] - t[0], 1e-3)])
    out, moved = np.empty(len(t)), np.empty(len(t))
    residual = out
    for _ in range(4):
        _fall(start[0], start[1], drag, opens, canopy, t, out)
        residual = (out - h) / noise
        _fall(start[0], start[1] + 0.05, drag, opens, canopy, t, moved)
        slope = (moved - out) / 0.05 / noise
        ones = np.full(len(t), 1.0 / noise)
        a, b, c = float(ones @ ones), float(ones @ slope), float(slope @ slope)
        determinant = a * c - b * b
        if determinant <= 1e-9 * a * c:
            break
        r0, r1 = float(ones @ residual), float(slope @ residual)
        start = start - np.array([(c * r0 - b * r1) / determinant, (a * r1 - b * r0) / determinant])
    _fall(start[0], start[1], drag, opens, canopy, t, out)
    residual = (out - h) / noise
    return float(residual @ residual)


def fit_knee(time_s: Floats, height_m: Floats, noise_m: float, colour: float, flat_after: bool = False) -> Knee | None:
    """Two lines that meet, by least squares at every moment between; with `flat_after` the second is level."""
    if len(time_s) < 8 or time_s[-1] - time_s[0] < 0.5:
        return None
    time_s, height_m, noise_m, thin = thinned(time_s, height_m, noise_m, 200)
    colour = max(1.0, colour / thin)
    t = time_s - time_s[0]
    moments = np.linspace(t[0] + 0.05 * t[-1], t[0] + 0.95 * t[-1], 121)
    costs, slopes = np.empty(len(moments)), np.empty((len(moments), 2))
    for i, moment in enumerate(moments):
        columns = [np.ones_like(t), np.minimum(t - moment, 0.0)]
        if not flat_after:
            columns.append(np.maximum(t - moment, 0.0))
        design = np.stack(columns, axis=1)
        normal = design.T @ design + 1e-12 * np.eye(len(columns))
        found = np.linalg.solve(normal, design.T @ height_m)
        residual = (design @ found - height_m) / noise_m
        costs[i], slopes[i] = float(residual @ residual) / colour, (found[1], 0.0 if flat_after else found[2])
    best = int(np.argmin(costs))
    inside = np.flatnonzero(costs < costs[best] + CHI2_90 * max(1.0, costs[best] / len(t) * colour))
    half = float(moments[inside[-1]] - moments[inside[0]]) / 2 + float(moments[1] - moments[0]) / 2
    line = np.polyfit(t, height_m, 1)
    straight = (np.polyval(line, t) - height_m) / noise_m
    return Knee(
        time_s=float(time_s[0] + moments[best]), sd_s=half / Z90, before_m_s=float(slopes[best, 0]),
        after_m_s=float(slopes[best, 1]), cost=float(costs[best]), straight_cost=float(straight @ straight) / colour,
    )  # fmt: skip


@kernel
def _fall(h: float, v: float, drag: float, opens: float, canopy: float, times: Floats, out: Floats) -> None:
    """Height at rising times of a body that coasts, then hangs from a canopy: drag on speed squared, midpoint steps."""
    t = times[0]
    for i in range(times.shape[0]):
        while t < times[i]:
            dt = min(_STEP_S, times[i] - t)
            if t < opens < t + dt:
                dt = opens - t
            k = drag if t + dt / 2 < opens else canopy
            # The drag's share of a step in closed form, so that a canopy that stops a fast body at once stays stable.
            w = (v - STANDARD_GRAVITY_M_S2 * dt / 2) / (1.0 + k * abs(v) * dt / 2)
            h += dt * w
            v = (v - STANDARD_GRAVITY_M_S2 * dt) / (1.0 + k * abs(w) * dt)
            t += dt
        out[i] = h
