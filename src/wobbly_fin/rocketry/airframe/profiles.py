"""Outlines of nose cones, and solids of revolution by quadrature.

Shapes are normalised: ``radius_fraction(shape, parameter, u)`` gives r ÷ base radius at u = x ÷ length, 0 … 1.
"""

import math
from functools import lru_cache
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.errors import RocketryError, require_finite

Floats = NDArray[np.float64]
NoseShape = Literal["ogive", "cone", "ellipsoid", "parabola", "power", "haack"]
NOSE_SHAPES: tuple[NoseShape, ...] = ("ogive", "cone", "ellipsoid", "parabola", "power", "haack")
DEFAULT_PARAMETER: dict[NoseShape, float] = {
    "ogive": 1.0, "cone": 0.0, "ellipsoid": 0.0, "parabola": 1.0, "power": 0.5, "haack": 0.0,
}  # fmt: skip
_PARAMETER_RANGE: dict[NoseShape, tuple[float, float]] = {
    "ogive": (0.0, math.inf), "cone": (0.0, math.inf), "ellipsoid": (0.0, math.inf), "parabola": (0.0, 1.0), "power": (0.05, 1.0),
    "haack": (0.0, 2 / 3),
}  # fmt: skip

_PANELS, _ORDER = 4, 8


def _nodes() -> tuple[Floats, Floats]:
    """Composite Gauss nodes and weights on 0 … 1."""
    x, w = np.polynomial.legendre.leggauss(_ORDER)
    edges = np.linspace(0.0, 1.0, _PANELS + 1)
    half = np.diff(edges)[:, None] / 2
    return (edges[:-1, None] + half * (1 + x)).ravel(), (half * w).ravel()


_S, _W = _nodes()
# u = s² puts the nodes where blunt tips bend, and makes r² of every shape smooth in s.
AXIAL_NODES: Floats = _S**2
AXIAL_WEIGHTS: Floats = 2 * _S * _W


def parameter_of(shape: NoseShape, parameter: float | None) -> float:
    """The shape parameter in force; raises RocketryError outside its range."""
    if shape not in NOSE_SHAPES:
        raise RocketryError("shape", f"{shape!r} is no nose shape; one of {', '.join(NOSE_SHAPES)}")
    if parameter is None:
        return DEFAULT_PARAMETER[shape]
    low, high = _PARAMETER_RANGE[shape]
    require_finite("parameter", parameter, low, None if math.isinf(high) else high)
    return parameter


def radius_fraction(shape: NoseShape, parameter: float, u: Floats, slenderness: float) -> Floats:
    """r ÷ base radius at u = x ÷ length.

    Parameters
    ----------
    parameter : float
        K' of the parabolic series, exponent of the power series, C of the Haack series; without meaning for the others. [-]
    slenderness : float
        Length ÷ base radius: the tangent ogive is an arc of a circle, so its outline depends on it. [-]

    References
    ----------
    Closed forms of the shapes as in any text on nose cones (from memory); volumes are checked in the tests.
    """
    if shape == "cone":
        return u.copy()
    if shape == "ogive":
        arc = (1 + slenderness**2) / 2  # arc radius ÷ base radius
        return np.maximum(np.sqrt(np.maximum(arc**2 - (slenderness * (1 - u)) ** 2, 0.0)) - (arc - 1), 0.0)
    if shape == "ellipsoid":
        return np.sqrt(np.maximum(1 - (1 - u) ** 2, 0.0))
    if shape == "parabola":
        return (2 * u - parameter * u**2) / (2 - parameter)
    if shape == "power":
        return u**parameter
    theta = np.arccos(np.clip(1 - 2 * u, -1.0, 1.0))
    return np.sqrt(np.maximum(theta - np.sin(2 * theta) / 2 + parameter * np.sin(theta) ** 3, 0.0) / math.pi)


def slope_at_base(shape: NoseShape, parameter: float, slenderness: float) -> float:
    """dr/dx where the nose meets the body: 0 for a smooth joint. [-]"""
    if shape == "cone":
        return 1 / slenderness
    if shape == "parabola":
        return (2 - 2 * parameter) / (2 - parameter) / slenderness
    if shape == "power":
        return parameter / slenderness
    return 0.0


@lru_cache(maxsize=4096)
def nose_nodes(shape: NoseShape, parameter: float, slenderness: float) -> tuple[Floats, Floats]:
    """Radius fraction, and its slope against u, at `AXIAL_NODES`."""
    u = AXIAL_NODES
    r = radius_fraction(shape, parameter, u, slenderness)
    step = 1e-6 * np.maximum(u, 1e-3)
    high, low = np.minimum(u + step, 1.0), np.maximum(u - step, 0.0)
    slope = (radius_fraction(shape, parameter, high, slenderness) - radius_fraction(shape, parameter, low, slenderness)) / (
        high - low
    )
    return r, slope
