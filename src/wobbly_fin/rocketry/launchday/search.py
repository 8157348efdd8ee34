"""Where to look for one that got away: the sector of its landing cloud."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.errors import RocketryError

# Left out at either end, of distances and of directions alike (our own figure).
LEFT_OUT = 0.05
FEWEST = 10


@dataclass(frozen=True, slots=True, kw_only=True)
class Sector:
    """Between two distances and two bearings from the pad, clockwise from the first. [m], [°]"""

    near_m: float
    far_m: float
    from_deg: float
    to_deg: float
    share: float  # of the cloud that lies in it

    @property
    def width_deg(self) -> float:
        """How wide. [°]"""
        return (self.to_deg - self.from_deg) % 360

    def holds(self, x_m: float, y_m: float) -> bool:
        """Whether a place lies in it."""
        bearing = math.degrees(math.atan2(x_m, y_m)) % 360
        return self.near_m <= math.hypot(x_m, y_m) <= self.far_m and (bearing - self.from_deg) % 360 <= self.width_deg + 1e-9


def sector_of(points: NDArray[np.float64]) -> Sector:
    """The sector of a cloud of landing points, (n, 2) east and north of the pad. [m]

    Raises
    ------
    RocketryError
        Of fewer than ten points.
    """
    if len(points) < FEWEST:
        raise RocketryError("cloud", "is too thin to say where to look")
    far = np.hypot(points[:, 0], points[:, 1])
    near_m, far_m = np.quantile(far, (LEFT_OUT, 1 - LEFT_OUT))
    bearings = np.degrees(np.arctan2(points[:, 0], points[:, 1]))
    # Turned so that the middle of the cloud lies at nought, where no bearing wraps.
    middle = math.degrees(math.atan2(float(np.mean(np.sin(np.radians(bearings)))), float(np.mean(np.cos(np.radians(bearings))))))
    turned = (bearings - middle + 180) % 360 - 180
    low, high = np.quantile(turned, (LEFT_OUT, 1 - LEFT_OUT))
    inside = (far >= near_m) & (far <= far_m) & (turned >= low) & (turned <= high)
    return Sector(
        near_m=float(near_m), far_m=float(far_m), from_deg=(middle + float(low)) % 360, to_deg=(middle + float(high)) % 360,
        share=float(np.mean(inside)),
    )  # fmt: skip
