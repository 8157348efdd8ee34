"""Gusts: random winds by height with a published spectrum, drawn from a seed.

The horizontal gust a climbing rocket meets is across its path: the lateral spectrum of Dryden, whose autocorrelation over a
distance s is σ² e^(−s/L) (1 − s/2L), with the low-altitude intensity and scale of MIL-F-8785C. The air is taken as frozen
and the same over the whole field: what matters to a flight is how the wind changes with height.

References
----------
.. [1] MIL-F-8785C, Flying Qualities of Piloted Airplanes, 1980, 3.7.3.4 low-altitude disturbance model (from memory).
"""

import math
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.compiling import kernel
from wobbly_fin.rocketry.constants import FOOT_M
from wobbly_fin.rocketry.flight.figures import Floats

Gustiness = Literal["calm", "breezy", "gusty"]
GUSTINESS: tuple[Gustiness, ...] = ("calm", "breezy", "gusty")
# How many times the standard's intensity each word stands for: our own choice.
STRENGTH: dict[Gustiness, float] = {"calm": 0.0, "breezy": 1.0, "gusty": 2.0}

ROWS = 160
LOWEST_M = 100.0
REFERENCE_HEIGHT_M = 20 * FOOT_M  # intensity goes with the wind 20 ft up


def scale_m(height_m: Floats) -> Floats:
    """Length of the gusts at a height: h ÷ (0.177 + 0.000823 h)^1.2 in feet, from 10 to 1000 ft, the same beyond. [m]"""
    h = np.clip(height_m / FOOT_M, 10.0, 1000.0)
    return np.asarray(FOOT_M * h / (0.177 + 0.000823 * h) ** 1.2)


def intensity(height_m: Floats) -> Floats:
    """Standard deviation of the gusts ÷ mean wind at 20 ft: 0.1 ÷ (0.177 + 0.000823 h)^0.4, h in feet as for `scale_m`."""
    h = np.clip(height_m / FOOT_M, 10.0, 1000.0)
    return np.asarray(0.1 / (0.177 + 0.000823 * h) ** 0.4)


def heights_m(top_m: float) -> Floats:
    """Heights of a gust table's rows: dense near the ground, where gusts are short. [m]"""
    return np.asarray(top_m * np.linspace(0.0, 1.0, ROWS) ** 2)


def gust_tables(rng: np.random.Generator, count: int, wind_20ft_m_s: float, gustiness: Gustiness, top_m: float) -> Floats:
    """Draw gust profiles.

    Parameters
    ----------
    count : int
        How many.
    wind_20ft_m_s : float
        Mean wind 6.1 m above the pad. [m/s]
    top_m : float
        Height of the last row; above it the last gust blows on. [m]

    Returns
    -------
    (count, ROWS, 2) array
        Gust east and north. [m/s]
    """
    z = heights_m(top_m)
    d = np.diff(z) / scale_m((z[1:] + z[:-1]) / 2)
    # White noise through (1 + √3 s) ÷ (1 + s)², stepped exactly; its two states are independent with variance ¼ each.
    decay = np.exp(-d)
    a, b, c, e = decay * (1 + d), decay * d, -decay * d, decay * (1 - d)
    q11, q12, q22 = (1 - a * a - b * b) / 4, -(a * c + b * e) / 4, (1 - c * c - e * e) / 4
    l11 = np.sqrt(np.maximum(q11, 0.0))
    l21 = np.divide(q12, l11, out=np.zeros_like(l11), where=l11 > 0.0)
    l22 = np.sqrt(np.maximum(q22 - l21 * l21, 0.0))
    state = 0.5 * rng.standard_normal((2, count, 2))
    table = np.empty((count, ROWS, 2))
    _step(np.stack([a, b, c, e, l11, l21, l22], axis=1), rng.standard_normal((ROWS - 1, 2, count, 2)), state, table)
    sigma = STRENGTH[gustiness] * wind_20ft_m_s * intensity(z)
    return table * sigma[None, :, None]


@kernel
def _step(factors: Floats, noise: Floats, state: Floats, table: Floats) -> None:
    """Fill a (count, ROWS, 2) table from its (2, count, 2) state at the ground, up through (ROWS − 1, 7) factors and unit noise."""
    for row in range(len(factors) + 1):
        for n in range(state.shape[1]):
            for side in range(2):
                x1, x2 = state[0, n, side], state[1, n, side]
                if row:
                    a, b, c, e, l11, l21, l22 = factors[row - 1]
                    w1, w2 = noise[row - 1, 0, n, side], noise[row - 1, 1, n, side]
                    x1, x2 = a * x1 + b * x2 + l11 * w1, c * x1 + e * x2 + l21 * w1 + l22 * w2
                    state[0, n, side], state[1, n, side] = x1, x2
                table[n, row, side] = x1 + math.sqrt(3.0) * x2
