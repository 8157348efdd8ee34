"""How hard one fin pushes across the flow and where, from standing still to Mach 2.

Below sound as a thin wing of low aspect ratio. Past it between a rectangle [2] and a pointed wing [3] of the same aspect ratio, both closed
forms of linear theory, by how fast its chord shrinks towards the tip: between the two nothing closed is known. That straight line lies
within an eighth of Mach boxes of ours (`tests/sources/test_against_mach_boxes.py`). From Mach 0.9 to 1.2 the one goes over into the other
along a smooth step, which is our own bridge.

References
----------
.. [1] J. S. and J. A. Barrowman, The Theoretical Prediction of the Center of Pressure, 1966: below sound, with Prandtl and Glauert's β.
.. [2] E. A. Bonney, Aerodynamic Characteristics of Rectangular Wings at Supersonic Speeds, J. Aeronaut. Sci. 1947: 4 ÷ β (1 − 1 ÷ (2 A β))
   at (A β − 2/3) ÷ (2 A β − 1) of the chord, from A β = 1 on; from memory.
.. [3] R. T. Jones, NACA TR 835, 1946 (slender wings, π A ÷ 2), and H. J. Stewart, 1946 (pointed wings behind their Mach lines, ÷ E), at the
   centroid; from memory.
"""

import math
from collections.abc import Callable

from wobbly_fin.rocketry.airframe.parts.fins import FinSet
from wobbly_fin.rocketry.airframe.planform import Planform, planform_of

_BELOW, _ABOVE = 0.9, 1.2


def one_fin_cn_alpha(fin: FinSet, reference_m2: float, mach: float = 0.0) -> float:
    """Normal force slope of one fin in the plane that loads it, on the reference circle. [1/rad]

    Below sound 2π A (A_f ÷ A_ref) ÷ (2 + √(4 + (β A ÷ cos Γ)²)) with A = 2 s² ÷ A_f; for a trapezoid at Mach 0 this is the 1966 report's
    8 (s/d)² ÷ (1 + √(1 + (2 l ÷ (a + b))²)).
    """
    shape = planform_of(fin)
    share = shape.area_m2 / reference_m2
    return share * _bridged(mach, lambda m: _slow_slope(fin, shape, m), lambda m: _fast(fin, shape, m)[0])


def fin_centre_m(fin: FinSet, mach: float = 0.0) -> float:
    """Where it pushes, behind the root's leading edge: at a quarter of the mean chord below sound, near half of it well past. [m]"""
    shape = planform_of(fin)
    return _bridged(mach, lambda _: shape.quarter_chord_m, lambda m: _fast(fin, shape, m)[1])


def _bridged(mach: float, slow: Callable[[float], float], fast: Callable[[float], float]) -> float:
    if mach <= _BELOW:
        return slow(mach)
    if mach >= _ABOVE:
        return fast(mach)
    x = (mach - _BELOW) / (_ABOVE - _BELOW)
    return slow(_BELOW) + (fast(_ABOVE) - slow(_BELOW)) * x * x * (3 - 2 * x)


def _aspect(fin: FinSet, shape: Planform) -> float:
    """Of a fin and its mirror image as one wing."""
    return 2 * fin.reach_m**2 / shape.area_m2


def _slow_slope(fin: FinSet, shape: Planform, mach: float) -> float:
    """On its area."""
    aspect = _aspect(fin, shape)
    return 2 * math.pi * aspect / (2 + math.sqrt(4 + (1 - mach**2) * (aspect / shape.mid_sweep_cos) ** 2))


def _fast(fin: FinSet, shape: Planform, mach: float) -> tuple[float, float]:
    """Slope on its area, and where it acts."""
    aspect = _aspect(fin, shape)
    b = aspect * math.sqrt(mach**2 - 1)
    # Mean aerodynamic chord ÷ mean chord is 1 of a rectangle and 4/3 of a pointed fin.
    full = min(1.0, max(0.0, 4 - 3 * shape.mean_chord_m * fin.reach_m / shape.area_m2))
    slope = aspect * (full * _rectangle(b) + (1 - full) * _pointed(b))
    # How far from a quarter of the chord towards the centroid.
    back = (2 * b - 5 / 3) / (2 * b - 1) if b > 1 else b * (2 - b) / 3
    return slope, shape.quarter_chord_m + (shape.x_m - shape.quarter_chord_m) * (full * back + 1 - full)


def _rectangle(b: float) -> float:
    """Slope ÷ aspect ratio at A β = b; below 1 the tips are within each other's cones: towards a slender wing's π/2."""
    return 4 / b * (1 - 1 / (2 * b)) if b > 1 else math.pi / 2 + (2 - math.pi / 2) * b * (2 - b)


def _pointed(b: float) -> float:
    return 4 / b if b >= 4 else math.pi / 2 / _complete_elliptic(1 - (b / 4) ** 2)


def _complete_elliptic(m: float) -> float:
    """E(m) of the second kind, by Gauss' arithmetic-geometric mean."""
    a, g, c, weight, lost = 1.0, math.sqrt(1 - m), math.sqrt(m), 0.5, 0.5 * m
    while c > 1e-12:
        a, g, c, weight = (a + g) / 2, math.sqrt(a * g), (a - g) / 2, 2 * weight
        lost += weight * c * c
    return math.pi / (2 * a) * (1 - lost)
