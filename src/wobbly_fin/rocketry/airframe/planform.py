"""The flat shape of one fin: area, centroid and second moments, and what Barrowman's equations want of it.

Coordinates: x aft from the root's leading edge, y outwards from the root. [m]
"""

import itertools
import math
from functools import lru_cache
from typing import NamedTuple

from wobbly_fin.rocketry.airframe.parts.fins import FinSet

Corner = tuple[float, float]
_ARC_STEPS = 48


class Planform(NamedTuple):
    """One fin from above.

    Attributes
    ----------
    area_m2 : float
    x_m, y_m : float
        Centroid.
    xx_m4, yy_m4 : float
        Second moments of area about the centroid, along and across the axis: ∫(x−x̄)² dA, ∫(y−ȳ)² dA.
    quarter_chord_m : float
        Area-weighted mean of leading edge + chord/4: where the subsonic lift acts.
    mean_chord_m : float
        Mean aerodynamic chord, ∫c² dy ÷ area.
    mid_sweep_cos : float
        Cosine of the sweep of the line through mid-chords.
    leading_cos : float
        Cosine of the leading edge's sweep.
    """

    area_m2: float
    x_m: float
    y_m: float
    xx_m4: float
    yy_m4: float
    quarter_chord_m: float
    mean_chord_m: float
    mid_sweep_cos: float
    leading_cos: float


def corners(fin: FinSet) -> tuple[Corner, ...]:
    """Outline from the root's leading edge outwards and round to its trailing edge; an ellipse by fine steps."""
    root, span = fin.root_m, fin.reach_m
    if fin.planform == "free":
        return fin.outline
    if fin.planform == "ellipse":
        steps = (math.pi * i / _ARC_STEPS for i in range(_ARC_STEPS + 1))
        return tuple((root / 2 * (1 - math.cos(a)), span * math.sin(a) if 0 < a < math.pi else 0.0) for a in steps)
    sweep = fin.sweep_m or 0.0
    return ((0.0, 0.0), (sweep, span), (sweep + fin.tip_m, span), (root, 0.0))


def leading_direction(outline: tuple[Corner, ...]) -> Corner:
    """Which way the leading edge runs from the root, as a unit vector; the grain of wood goes along it. [-]"""
    (x0, y0), (x1, y1) = outline[0], outline[1]
    if len(outline) > _ARC_STEPS // 4:  # an ellipse's first step is too short to stand for its edge
        x1, y1 = outline[len(outline) // 4]
    length = math.hypot(x1 - x0, y1 - y0)
    return (x1 - x0) / length, (y1 - y0) / length


@lru_cache(maxsize=4096)
def planform_of(fin: FinSet) -> Planform:
    """The planform of one fin of a set."""
    root, span = fin.root_m, fin.reach_m
    if fin.planform == "ellipse":
        return _ellipse(root, span)
    outline = corners(fin)
    area, x, y, xx, yy = _moments(outline)
    if fin.planform == "trapezoid":
        return Planform(area, x, y, xx, yy, *_trapezoid_chords(fin))
    return Planform(area, x, y, xx, yy, *_strips(outline, span))


def _ellipse(root: float, span: float) -> Planform:
    """Half an ellipse with axes root and 2 span; closed forms."""
    area = math.pi * root * span / 4
    y = 4 * span / (3 * math.pi)
    # quarter_chord: mean of root/2 (1 − w) + root w/4 with w = √(1 − (y/span)²), weighted by the chord root·w
    quarter = root * (0.5 - 2 / (3 * math.pi))
    return Planform(
        area, root / 2, y, area * root**2 / 16, area * (span**2 / 4 - y**2), quarter, 8 * root / (3 * math.pi), 1.0, 0.5**0.5
    )


def _trapezoid_chords(fin: FinSet) -> tuple[float, float, float, float]:
    a, b, s, m = fin.root_m, fin.tip_m, fin.reach_m, fin.sweep_m or 0.0
    quarter = m * (a + 2 * b) / (3 * (a + b)) + (a + b - a * b / (a + b)) / 6
    mean = 2 / 3 * (a + b - a * b / (a + b))
    return quarter, mean, s / math.hypot(s, m + (b - a) / 2), s / math.hypot(s, m)


def _moments(outline: tuple[Corner, ...]) -> tuple[float, float, float, float, float]:
    """Area, centroid and central second moments of a simple polygon (Green's theorem)."""
    area = sx = sy = sxx = syy = 0.0
    for (x0, y0), (x1, y1) in zip(outline, (*outline[1:], outline[0]), strict=True):
        cross = x0 * y1 - x1 * y0
        area += cross
        sx += cross * (x0 + x1)
        sy += cross * (y0 + y1)
        sxx += cross * (x0 * x0 + x0 * x1 + x1 * x1)
        syy += cross * (y0 * y0 + y0 * y1 + y1 * y1)
    area /= 2
    x, y = sx / (6 * area), sy / (6 * area)
    sign = 1.0 if area > 0 else -1.0
    return abs(area), x, y, sign * sxx / 12 - abs(area) * x * x, sign * syy / 12 - abs(area) * y * y


def _strips(outline: tuple[Corner, ...], span: float) -> tuple[float, float, float, float]:
    """Chord integrals of a free-form fin: exact between its corners' heights, where both edges are straight."""
    levels = sorted({y for _, y in outline})
    area = quarter = square = cos_mid = cos_lead = 0.0
    for low, high in itertools.pairwise(levels):
        step = high - low
        inside = 1e-9 * step
        lead0, trail0 = _edges(outline, low + inside)
        lead1, trail1 = _edges(outline, high - inside)
        c0, c1 = trail0 - lead0, trail1 - lead1
        strip = (c0 + c1) / 2 * step
        area += strip
        square += (c0 * c0 + c0 * c1 + c1 * c1) / 3 * step
        # ∫(lead + c/4) c dy with both linear in y
        q0, q1 = lead0 + c0 / 4, lead1 + c1 / 4
        quarter += step * (2 * q0 * c0 + q0 * c1 + q1 * c0 + 2 * q1 * c1) / 6
        middle = (lead1 + trail1 - lead0 - trail0) / 2
        cos_mid += strip * step / math.hypot(step, middle)
        cos_lead += step / span * step / math.hypot(step, lead1 - lead0)
    return quarter / area, square / area, cos_mid / area, cos_lead


def _edges(outline: tuple[Corner, ...], y: float) -> tuple[float, float]:
    """Foremost and rearmost crossing of a level."""
    found = [
        x0 + (x1 - x0) * (y - y0) / (y1 - y0)
        for (x0, y0), (x1, y1) in zip(outline, (*outline[1:], outline[0]), strict=True)
        if min(y0, y1) <= y <= max(y0, y1) and y0 != y1
    ]
    return min(found), max(found)
