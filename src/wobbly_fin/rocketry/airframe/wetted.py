"""Areas of outer parts: what air rubs on, and what is seen from the side."""

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from wobbly_fin.rocketry.airframe.layout import aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.parts import NoseCone, Part
from wobbly_fin.rocketry.airframe.profiles import AXIAL_NODES, AXIAL_WEIGHTS, nose_nodes, parameter_of


class Side(NamedTuple):
    """An outer part from the side and as a volume.

    Attributes
    ----------
    wetted_m2 : float
        Outside surface, ends left open.
    profile_m2 : float
        Silhouette.
    profile_x_m : float
        Its centroid behind the part's forward end.
    volume_m3 : float
        Enclosed by the outside.
    """

    wetted_m2: float
    profile_m2: float
    profile_x_m: float
    volume_m3: float


@lru_cache(maxsize=8192)
def side_of(part: Part) -> Side:
    """Areas and volume of a fitted outer part."""
    length = part.axial_length_m
    if isinstance(part, NoseCone):
        base = (part.base_diameter_m or 0.0) / 2
        share, slope = nose_nodes(part.shape, parameter_of(part.shape, part.parameter), length / base)
        r, weight = base * share, AXIAL_WEIGHTS * length
        surface = float(2 * math.pi * (weight * r) @ np.sqrt(1 + (slope * base / length) ** 2))
        profile = float(2 * weight @ r)
        return Side(surface, profile, float(2 * (weight * r) @ AXIAL_NODES) * length / profile, float(math.pi * weight @ (r * r)))
    fore, aft = fore_diameter_m(part) / 2, aft_diameter_m(part) / 2
    profile = (fore + aft) * length
    return Side(
        math.pi * (fore + aft) * math.hypot(length, aft - fore),
        profile,
        length * (fore + 2 * aft) / (3 * (fore + aft)),
        math.pi * length * (fore * fore + fore * aft + aft * aft) / 3,
    )
