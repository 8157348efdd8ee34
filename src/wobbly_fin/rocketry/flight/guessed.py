"""How high a rocket flies on a motor whose figures are partly guessed: a band that nine flights in ten lie in."""

import math
from collections.abc import Sequence

from wobbly_fin.rocketry.motors.unsure import Figure

_UNTOLD = 0.005  # of the height, what no figure of a sheet tells: how the thrust goes up and down (our own, by simulated motors)


def height_band(heights_m: Sequence[tuple[Figure | None, float | None]]) -> tuple[float, float, float] | None:
    """Low, middle and high height. [m]

    What each figure alone does to the logarithm of the height is added up as of causes that know nothing of one another, upwards and
    downwards by themselves, with half a percent that no figure tells; nothing guessed, no band.

    Parameters
    ----------
    heights_m : sequence of (figure, height)
        First of the motor as guessed, its figure None; then with each figure moved to one of its ends. None where it does not lift.
    """
    (_, middle), *ends = heights_m
    if middle is None or middle <= 0:
        return None
    moved = [math.log(max(height or 0.0, 1e-3 * middle) / middle) for _, height in ends]
    if not moved:
        return middle, middle, middle
    down, up = (math.hypot(_UNTOLD, *(m for m in moved if sign * m > 0)) for sign in (-1, 1))
    return middle * math.exp(-down), middle, middle * math.exp(up)
