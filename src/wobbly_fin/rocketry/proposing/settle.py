"""A sketch sized: fins for a margin, a canopy for a descent, guides where it balances; each depends on the others."""

import math
from dataclasses import replace

from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.solve import NoSolutionError, ballast_for, smaller_margin, solve_fin
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.sketch import Sketch

_CD = 0.75  # of a flat canopy
_PASSES = 3  # in which they come to terms
_SPANS = (0.6, 2.2)  # of the body’s width: fins that look and fly like fins
_ENOUGH = 1.1  # where no fin of that size gives what is asked [calibres]


def settled(sketch: Sketch, motor: Motor | None, margin_calibres: float, descent_rate_m_s: float, density_kg_m3: float) -> Sketch:
    """The same with fins, canopy and guides sized and placed; what its owner knows of them stands.

    Parameters
    ----------
    motor : Motor or None
        The one it is balanced with; None: without one.
    """
    told = sketch.own.get("fins", {})
    spans = told is not None and "span_m" not in told
    for _ in range(_PASSES):
        if spans:
            sketch = _straight(sketch, motor, margin_calibres)
        found = balance(sketch.airframe(), [motor])
        hanging = found.burnout.mass_kg
        across = math.sqrt(8 * hanging * STANDARD_GRAVITY_M_S2 / (math.pi * density_kg_m3 * _CD * descent_rate_m_s**2))
        sketch = replace(sketch, canopy_m=round(max(across, 0.08), 3), balance_m=round(found.ignition.cg_m, 4))
    return sketch


def _straight(sketch: Sketch, motor: Motor | None, margin_calibres: float) -> Sketch:
    """The same with a span that gives the margin, or as near below it as fins of usual size come; the rest is clay in the nose."""
    d = sketch.body.outside_m
    least, most = _SPANS[0] * d, _SPANS[1] * d
    small = replace(sketch, span_m=round(least, 4))
    if smaller_margin(balance(small.airframe(), [motor])) >= margin_calibres:
        return small
    airframe = sketch.airframe()
    fins = [p.id for p in airframe.parts].index(sketch.id_of("fins"))
    for wanted in (margin_calibres, (margin_calibres + _ENOUGH) / 2, _ENOUGH):
        try:
            span, _ = solve_fin(airframe, [motor], fins, "span_m", wanted)
        except NoSolutionError:
            continue
        if span <= most:
            return replace(sketch, span_m=round(span, 4))
    large = replace(sketch, span_m=round(most, 4))
    try:
        clay = ballast_for(balance(large.airframe(), [motor]), min(_ENOUGH, margin_calibres))
    except NoSolutionError:
        return large
    return replace(large, ballast_kg=round(max(large.ballast_kg + clay.mass_kg, 0.0), 4))
