"""Where two straight lines meet: a landing, a main that opens. Each moment is tried, and the cost against its least says how far it may be off."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.altimetry.thinning import thinned
from wobbly_fin.rocketry.constants import CHI2_90, Z90

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True, kw_only=True)
class Knee:
    """Two straight lines that meet: when [s], how sure [s], their slopes. [m/s]"""

    time_s: float
    sd_s: float
    before_m_s: float
    after_m_s: float


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
    return Knee(
        time_s=float(time_s[0] + moments[best]), sd_s=half / Z90, before_m_s=float(slopes[best, 0]),
        after_m_s=float(slopes[best, 1]),
    )  # fmt: skip
