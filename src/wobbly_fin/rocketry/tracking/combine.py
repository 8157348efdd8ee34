"""One best height from whatever there is: altimeter, two stations, one station, the time of fall; and who disagrees."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_positive

Method = Literal["altimeter", "two_stations", "one_station", "fall", "told"]
_DISAGREE_SD = 2.5  # how many standard deviations from the others' mean is called a disagreement: our own choice


@dataclass(frozen=True, slots=True, kw_only=True)
class Estimate:
    """A height by one method with its standard deviation. [m]"""

    method: Method
    height_m: float
    sd_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Best:
    """The weighted mean, its standard deviation widened where the methods disagree, and which of them do. [m]

    Attributes
    ----------
    disagreeing : tuple of int
        Positions among the estimates that lie further from what the rest say than both's errors allow.
    """

    height_m: float
    sd_m: float
    estimates: tuple[Estimate, ...]
    disagreeing: tuple[int, ...]


def best_height(estimates: Sequence[Estimate]) -> Best:
    """Weigh by the inverse of each variance; where χ² says they do not agree, the error is widened by its root.

    Raises
    ------
    RocketryError
        With ``estimates`` where there are none.
    """
    if not estimates:
        raise RocketryError("estimates", "are none; give at least one way the height was measured")
    for e in estimates:
        require_positive("sd_m", e.sd_m)
    weights = [1.0 / e.sd_m**2 for e in estimates]
    mean = sum(w * e.height_m for w, e in zip(weights, estimates, strict=True)) / sum(weights)
    sd = 1.0 / math.sqrt(sum(weights))
    off: list[int] = []
    if len(estimates) > 1:
        chi = sum(w * (e.height_m - mean) ** 2 for w, e in zip(weights, estimates, strict=True)) / (len(estimates) - 1)
        sd *= math.sqrt(max(chi, 1.0))
        for i, e in enumerate(estimates):
            others = [(w, x.height_m) for j, (w, x) in enumerate(zip(weights, estimates, strict=True)) if j != i]
            total = sum(w for w, _ in others)
            rest = sum(w * h for w, h in others) / total
            if abs(e.height_m - rest) > _DISAGREE_SD * math.hypot(e.sd_m, 1.0 / math.sqrt(total)):
                off.append(i)
    return Best(height_m=mean, sd_m=sd, estimates=tuple(estimates), disagreeing=tuple(off))
