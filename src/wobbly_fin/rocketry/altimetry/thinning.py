"""Fewer samples for fits that would gain nothing from more."""

import math

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


def thinned(time_s: Floats, height_m: Floats, noise_m: float, most: int) -> tuple[Floats, Floats, float, int]:
    """Means of neighbours, so that nothing measured is thrown away: about `most` samples, and the noise of one of them.

    Returns
    -------
    (m,) array, (m,) array, float, int
        Times [s], heights [m], their noise [m], and how many samples went into one; as they were where there are few enough.
    """
    thin = max(1, len(time_s) // most)
    if thin == 1:
        return time_s, height_m, noise_m, 1
    n = len(time_s) // thin * thin
    times, heights = (np.asarray(x[:n]).reshape(-1, thin).mean(axis=1) for x in (time_s, height_m))
    return times, heights, noise_m / math.sqrt(thin), thin
