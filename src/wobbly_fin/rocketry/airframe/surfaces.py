"""What of a part is seen from the side, and what of it lies in the open: for the cut-out, for tumbling, for paint."""

import math
from collections.abc import Callable, Iterator
from typing import Any, NamedTuple

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import (
    BODY,
    INSIDE,
    NO_BODY,
    FinSet,
    LaunchLug,
    Pods,
    RailButton,
    RingFin,
    TubeFins,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.planform import planform_of
from wobbly_fin.rocketry.airframe.wetted import side_of


class Surface(NamedTuple):
    """A part's outside.

    Attributes
    ----------
    pieces : int
        Alike, round the body; 1 of a piece of the body.
    side_m2, side_x_m : float
        Of one piece seen square on: its area, and the centre of that behind the part's forward end.
    skin_m2, skin_x_m : float
        Of all pieces: what air and paint touch, and its middle.
    """

    pieces: int
    side_m2: float
    side_x_m: float
    skin_m2: float
    skin_x_m: float


SURFACE: Aspect[Callable[[Layout, Placed[Any]], Surface]] = Aspect("surface")
SURFACE.none("inside", *INSIDE)
SURFACE.none("small", LaunchLug, RailButton, VentHoles)
SURFACE.none("told", *NO_BODY)


def surfaces(layout: Layout, stage: int | None = None) -> Iterator[tuple[Placed, Surface]]:
    """Every part with an outside, of one stage or of all, the body from its nose on before the rest."""
    for placed in (*layout.outer, *(p for p in layout.placed if not p.part.OUTER)):
        does = SURFACE.find(placed.part)
        if does is not None and (stage is None or placed.stage == stage):
            yield placed, does(layout, placed)


@SURFACE.of(*BODY)
def _body(layout: Layout, placed: Placed) -> Surface:
    side = side_of(placed.part)
    return Surface(1, side.profile_m2, side.profile_x_m, side.wetted_m2, placed.part.axial_length_m / 2)


@SURFACE.of(FinSet)
def _fins(layout: Layout, placed: Placed[FinSet]) -> Surface:
    shape = planform_of(placed.part)
    return Surface(placed.part.count, shape.area_m2, shape.x_m, 2 * placed.part.count * shape.area_m2, shape.x_m)


@SURFACE.of(TubeFins)
def _tubes(layout: Layout, placed: Placed[TubeFins]) -> Surface:
    part = placed.part
    return Surface(part.count, part.outer_diameter_m * part.length_m, part.length_m / 2, _skin_m2(part), part.length_m / 2)


@SURFACE.of(Pods)
def _pods(layout: Layout, placed: Placed[Pods]) -> Surface:
    part, nose, tube = placed.part, side_of(placed.part.nose), side_of(placed.part.tube)
    area = nose.profile_m2 + tube.profile_m2
    x = (nose.profile_m2 * nose.profile_x_m + tube.profile_m2 * (part.nose_length_m + tube.profile_x_m)) / area
    return Surface(part.count, area, x, part.count * (nose.wetted_m2 + tube.wetted_m2), x)


@SURFACE.of(RingFin)
def _ring(layout: Layout, placed: Placed[RingFin]) -> Surface:
    """What stands out beyond the body on either side is a piece."""
    part = placed.part
    beyond = max(0.0, part.outer_diameter_m / 2 - layout.radius_at((placed.fore_m + placed.aft_m) / 2))
    return Surface(2, beyond * part.length_m, part.length_m / 2, _skin_m2(part), part.length_m / 2)


def _skin_m2(part: RingFin) -> float:
    return part.from_tube * math.pi * (part.outer_diameter_m + part.inner_diameter_m) * part.length_m
