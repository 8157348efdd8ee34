"""Volume, centroid and inertia of the bodies rockets are made of, per unit of density.

Local axis x runs aft from the body's forward end; inertia is about the body's own centroid.
"""

import math
from collections.abc import Iterable
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


class Solid(NamedTuple):
    """A homogeneous body of density 1.

    Attributes
    ----------
    volume_m3 : float
        [m³]
    centroid_m : float
        From its forward end, aft. [m]
    axial_m5, transverse_m5 : float
        Second moments of volume about the long axis, and about an axis across it through the centroid. [m⁵]
    """

    volume_m3: float
    centroid_m: float
    axial_m5: float
    transverse_m5: float


NOTHING = Solid(0.0, 0.0, 0.0, 0.0)


def tube(length_m: float, outer_m: float, inner_m: float = 0.0) -> Solid:
    """A cylinder with a bore; diameters in metres."""
    ro2, ri2 = outer_m**2 / 4, inner_m**2 / 4
    volume = math.pi * (ro2 - ri2) * length_m
    return Solid(volume, length_m / 2, volume * (ro2 + ri2) / 2, volume * (3 * (ro2 + ri2) + length_m**2) / 12)


def revolved(x_m: Floats, weight_m: Floats, outer_r_m: Floats, inner_r_m: Floats) -> Solid:
    """A solid of revolution from radii at quadrature nodes. [m]"""
    ro2, ri2 = outer_r_m * outer_r_m, inner_r_m * inner_r_m
    slab = math.pi * weight_m * (ro2 - ri2)
    volume = float(slab.sum())
    if volume <= 0:
        return NOTHING
    centroid = float(slab @ x_m) / volume
    discs = slab * (ro2 + ri2)
    axial = float(discs.sum()) / 2
    arm = x_m - centroid
    return Solid(volume, centroid, axial, axial / 2 + float(slab @ (arm * arm)))


def shifted(solid: Solid, by_m: float) -> Solid:
    """The same body further aft."""
    return solid._replace(centroid_m=solid.centroid_m + by_m)


def round_axis(one: Solid, count: int, off_m: float) -> Solid:
    """So many alike, evenly round an axis beside which they lie along it; across that axis half of their spread counts."""
    ring = one.volume_m3 * off_m**2
    return Solid(count * one.volume_m3, one.centroid_m, count * (one.axial_m5 + ring), count * (one.transverse_m5 + ring / 2))


def together(solids: Iterable[Solid]) -> Solid:
    """Several bodies of the same density as one (parallel axes)."""
    found = [s for s in solids if s.volume_m3 > 0]
    volume = sum(s.volume_m3 for s in found)
    if volume <= 0:
        return NOTHING
    centroid = sum(s.volume_m3 * s.centroid_m for s in found) / volume
    return Solid(
        volume,
        centroid,
        sum(s.axial_m5 for s in found),
        sum(s.transverse_m5 + s.volume_m3 * (s.centroid_m - centroid) ** 2 for s in found),
    )
