"""A sketch sized: fins for a margin, a canopy for a descent, guides where it balances; each depends on the others."""

import math
from dataclasses import replace
from typing import Any

from scipy.optimize import brentq

from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.solve import NoSolutionError, ballast_for, smaller_margin, with_part
from wobbly_fin.rocketry.canopies.devices import device_of
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.sketch import Sketch

_PASSES, _SETTLED = 4, 0.004  # in which they come to terms; what changes less than that share has
_LEAST_SPAN, _MOST_SPAN = 0.6, 2.2  # of the body’s width: fins that look and fly like fins
ENOUGH = 1.1  # where no fin of that size gives what is asked [calibres]
_NEAR = (0.94, 1.06)  # where a span sized before is looked for first
_CUT_M = 0.0005  # a span is found to that


def settled(
    sketch: Sketch,
    motor: Motor | None,
    margin_calibres: float,
    descent_rate_m_s: float,
    density_kg_m3: float,
    *,
    enough_calibres: float = ENOUGH,
    least_span_m: float = 0.0,
) -> Sketch:
    """The same with fins, canopy and guides sized and placed; what its owner knows of them stands.

    Parameters
    ----------
    motor : Motor or None
        The one it is balanced with; None: without one.
    enough_calibres : float
        The margin up to which clay makes good what no fin of usual size gives.
    least_span_m : float
        The shortest span, where that is longer than the shortest that looks like a fin.
    """
    told = sketch.own.get("fins", {})
    spans = told is not None and "span_m" not in told
    for _ in range(_PASSES):
        before = sketch
        if spans:
            sketch = _straight(sketch, motor, margin_calibres, min(enough_calibres, margin_calibres), least_span_m)
        found = balance(sketch.airframe(), [motor])
        hanging = found.burnout.mass_kg
        across = math.sqrt(
            8
            * hanging
            * STANDARD_GRAVITY_M_S2
            / (math.pi * density_kg_m3 * device_of(sketch.canopy_kind).cd * descent_rate_m_s**2)
        )
        sketch = replace(sketch, canopy_m=round(max(across, 0.08), 3), balance_m=round(found.ignition.cg_m, 4))
        if _alike(before, sketch):
            break
    return sketch


def widest_m(sketch: Sketch) -> float:
    """The longest span of a fin that looks and flies like one. [m]"""
    return _MOST_SPAN * sketch.body.outside_m


def _alike(a: Sketch, b: Sketch) -> bool:
    """Whether nothing sized is another by more than anybody would see."""
    if a.balance_m is None or b.balance_m is None:
        return False
    pairs = ((a.span_m, b.span_m), (a.canopy_m, b.canopy_m), (a.balance_m, b.balance_m), (1 + a.ballast_kg, 1 + b.ballast_kg))
    return all(abs(x / y - 1) < _SETTLED for x, y in pairs)


def _straight(sketch: Sketch, motor: Motor | None, margin_calibres: float, enough: float, least_span_m: float) -> Sketch:
    """The same with a span that gives the margin, or as near below it as fins of usual size come; the rest is clay in the nose."""
    least, most = max(_LEAST_SPAN * sketch.body.outside_m, least_span_m), widest_m(sketch)
    airframe, known = sketch.airframe(), dict[float, float]()
    index = [p.id for p in airframe.parts].index(sketch.id_of("fins"))
    fins: Any = list(airframe.parts)[index]
    own = sketch.own.get("fins") or {}

    def margin(span_m: float) -> float:
        if span_m not in known:
            # As the sketch would draw them, without drawing all the rest anew.
            sheet = {k: v for k, v in sketch.usual.sheet(span_m, sketch.stiffer).items() if k not in own}
            tried = with_part(airframe, index, replace(fins, span_m=round(span_m, 4), **sheet))
            known[span_m] = smaller_margin(balance(tried, [motor]))
        return known[span_m]

    if sketch.balance_m is not None:
        # Sized before: near where it was.
        for share in _NEAR:
            margin(min(max(share * sketch.span_m, least), most))
    if min(known.values(), default=margin_calibres) >= margin_calibres and margin(least) >= margin_calibres:
        return replace(sketch, span_m=round(least, 4))
    top = max(known.values(), default=-math.inf)
    wanted = min(margin_calibres, top if top >= margin_calibres else max(top, margin(most)))
    if wanted >= enough:
        if min(known.values()) > wanted and margin(least) >= wanted:
            return replace(sketch, span_m=round(least, 4))
        low, high = _beside(known, wanted)
        span = high if low == high else float(brentq(lambda s: margin(s) - wanted, low, high, xtol=_CUT_M))
        return replace(sketch, span_m=round(span, 4))
    large = replace(sketch, span_m=round(most, 4))
    try:
        clay = ballast_for(balance(large.airframe(), [motor]), enough)
    except NoSolutionError:
        return large
    return replace(large, ballast_kg=round(max(large.ballast_kg + clay.mass_kg, 0.0), 4))


def _beside(known: dict[float, float], wanted: float) -> tuple[float, float]:
    """The closest spans on either side of a margin, of those tried."""
    return max(s for s, m in known.items() if m <= wanted), min(s for s, m in known.items() if m >= wanted)
