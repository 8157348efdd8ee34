"""The stuff a part is made of, as a solid: volume, centroid and inertia of noses, tubes, frustums and fins."""

import math
from collections.abc import Callable
from functools import lru_cache
from typing import Any, NamedTuple

import numpy as np

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.parts import (
    Allowance,
    Anchor,
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    DisplayPart,
    FinCan,
    FinSet,
    Joint,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Part,
    Pods,
    RailButton,
    Retainer,
    RingFin,
    Transition,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.planform import planform_of
from wobbly_fin.rocketry.airframe.profiles import AXIAL_NODES, AXIAL_WEIGHTS, nose_nodes, parameter_of
from wobbly_fin.rocketry.airframe.solids import NOTHING, Solid, revolved, round_axis, shifted, together, tube
from wobbly_fin.rocketry.airframe.tabs import Tab, tab_of

# Area of a four-digit symmetrical section ÷ (thickness × chord), integrated from its thickness polynomial (NACA TR 460).
AIRFOIL_FILL = 0.685


class Stuff(NamedTuple):
    """What a part is made of as a solid, and how far beside the rocket's axis it sits. [m]"""

    solid: Solid
    off_axis_m: float = 0.0


SOLID: Aspect[Callable[[Layout, Placed[Any]], Stuff]] = Aspect("solid")
SOLID.none("holes", VentHoles)
SOLID.none("bought", Baffle, Retainer, Anchor)
SOLID.none("soft", Cord, CanopyPack)
SOLID.none("lump", MassLump, DisplayPart)
SOLID.none("told", Joint, Allowance)


def stuff_of(layout: Layout, placed: Placed) -> Stuff:
    """The stuff of a part that has a volume of its own; `NOTHING` for the rest."""
    does = SOLID.find(placed.part)
    return Stuff(NOTHING) if does is None else does(layout, placed)


def _alone(*kinds: type[Part]) -> Callable[[Callable[[Any], Solid]], Callable[[Any], Solid]]:
    """Declares a solid on the axis that hangs on the part's own figures alone; the same part is worked out once."""

    def declare(solid: Callable[[Any], Solid]) -> Callable[[Any], Solid]:
        kept = lru_cache(maxsize=2048)(solid)
        SOLID.of(*kinds)(lambda layout, placed: Stuff(kept(placed.part)))
        return kept

    return declare


@_alone(BodyTube)
def _body_tube(part: BodyTube) -> Solid:
    return NOTHING if part.inner_diameter_m is None else tube(part.length_m, part.outer_diameter_m, part.inner_diameter_m)


@_alone(FinCan)
def _fin_can(part: FinCan) -> Solid:
    body = tube(part.length_m, part.outer_diameter_m or 0.0, part.inner_diameter_m)
    shank = tube(part.shank_length_m, part.shank_diameter_m or part.outer_diameter_m or 0.0, part.inner_diameter_m)
    return together((body, shifted(shank, -part.shank_length_m)))


@_alone(MotorTube)
def _motor_tube(part: MotorTube) -> Solid:
    return round_axis(tube(part.length_m, part.outer_diameter_m, part.inner_diameter_m), part.count, part.spread_m)


@_alone(CentringRing)
def _ring(part: CentringRing) -> Solid:
    return tube(part.thickness_m, part.outer_diameter_m or 0.0, part.inner_diameter_m or 0.0)


@_alone(Coupler)
def _coupler(part: Coupler) -> Solid:
    return tube(part.length_m, part.outer_diameter_m or 0.0, (part.outer_diameter_m or 0.0) - 2 * part.wall_m)


@_alone(Bulkhead)
def _bulkhead(part: Bulkhead) -> Solid:
    return tube(part.thickness_m, part.outer_diameter_m or 0.0)


@SOLID.of(Pods)
def _pods(layout: Layout, placed: Placed[Pods]) -> Stuff:
    part = placed.part
    hollow = tube(part.length_m, part.outer_diameter_m, part.inner_diameter_m)
    one = together((_nose(part.nose), shifted(hollow, part.nose_length_m)))
    return Stuff(round_axis(one, part.count, part.off_axis_m(layout.radius_at((placed.fore_m + placed.aft_m) / 2))))


@SOLID.of(LaunchLug)
def _lug(layout: Layout, placed: Placed[LaunchLug]) -> Stuff:
    part = placed.part
    return Stuff(
        tube(part.length_m, part.outer_diameter_m, part.inner_diameter_m),
        layout.radius_at(placed.fore_m) + part.outer_diameter_m / 2,
    )


@SOLID.of(RailButton)
def _button(layout: Layout, placed: Placed[RailButton]) -> Stuff:
    part = placed.part
    lying = tube(part.height_m, part.diameter_m)
    solid = Solid(lying.volume_m3, part.diameter_m / 2, lying.transverse_m5, lying.transverse_m5)
    return Stuff(solid, layout.radius_at(placed.fore_m) + part.height_m / 2)


@SOLID.of(FinSet)
def _fins(layout: Layout, placed: Placed[FinSet]) -> Stuff:
    return Stuff(fin_solid(placed.part, tab_of(layout, placed), layout.radius_at((placed.fore_m + placed.aft_m) / 2)))


@SOLID.of(RingFin)
def _rings(layout: Layout, placed: Placed[RingFin]) -> Stuff:
    part = placed.part
    one = tube(part.length_m, part.outer_diameter_m, part.inner_diameter_m)
    return Stuff(round_axis(one, part.from_tube, part.off_axis_m(layout.radius_at((placed.fore_m + placed.aft_m) / 2))))


@_alone(NoseCone)
def _nose(part: NoseCone) -> Solid:
    base = (part.base_diameter_m or 0.0) / 2
    share, slope = nose_nodes(part.shape, parameter_of(part.shape, part.parameter), part.length_m / base)
    outer = base * share
    inner = np.zeros_like(outer)
    if part.wall_m is not None:
        # The wall is measured square to the surface, the radii across the axis.
        inner = np.maximum(outer - part.wall_m * np.sqrt(1 + (slope * base / part.length_m) ** 2), 0.0)
    cone = revolved(AXIAL_NODES * part.length_m, AXIAL_WEIGHTS * part.length_m, outer, inner)
    if not part.shoulder_length_m:
        return cone
    wide = part.shoulder_diameter_m or 2 * base
    bore = 0.0 if part.wall_m is None else max(wide - 2 * part.wall_m, 0.0)
    return together((cone, shifted(tube(part.shoulder_length_m, wide, bore), part.length_m)))


@_alone(Transition)
def _frustum(part: Transition) -> Solid:
    fore, aft, length = fore_diameter_m(part) / 2, aft_diameter_m(part) / 2, part.length_m
    outer = fore + (aft - fore) * AXIAL_NODES
    inner = np.zeros_like(outer)
    if part.wall_m is not None:
        inner = np.maximum(outer - part.wall_m * math.sqrt(1 + ((aft - fore) / length) ** 2), 0.0)
    pieces = [revolved(AXIAL_NODES * length, AXIAL_WEIGHTS * length, outer, inner)]
    for shoulder, at, radius in ((part.fore_shoulder_m, -part.fore_shoulder_m, fore), (part.aft_shoulder_m, length, aft)):
        if shoulder:
            wall = part.wall_m if part.wall_m is not None else radius
            outside = 2 * (radius - min(wall, radius / 2)) if part.wall_m is not None else 2 * radius
            pieces.append(shifted(tube(shoulder, outside, max(outside - 2 * wall, 0.0)), at))
    return together(pieces)


def fin_solid(fin: FinSet, tab: Tab | None, body_radius_m: float) -> Solid:
    """All fins of a set with their tabs, `centroid_m` behind the root's leading edge; inertia about the rocket's axis."""
    shape = planform_of(fin)
    t = fin.thickness_m
    fill = 1.0
    if fin.edges == "airfoil":
        fill = AIRFOIL_FILL
    elif fin.edges == "rounded":
        fill = 1 - min(0.5, (1 - math.pi / 4) * t / shape.mean_chord_m)
    plates = [(shape.area_m2 * fill * t, shape.x_m, body_radius_m + shape.y_m, shape.xx_m4 * fill * t, shape.yy_m4 * fill * t)]
    if tab is not None:
        volume = tab.length_m * tab.depth_m * t
        middle = tab.fore_m + tab.length_m / 2
        plates.append(
            (volume, middle, body_radius_m - tab.depth_m / 2, volume * tab.length_m**2 / 12, volume * tab.depth_m**2 / 12)
        )
    volume = sum(p[0] for p in plates)
    x = sum(p[0] * p[1] for p in plates) / volume
    along = sum(p[3] + p[0] * (p[1] - x) ** 2 for p in plates)
    around = sum(p[4] + p[0] * p[2] ** 2 for p in plates) + volume * t**2 / 12
    n = fin.count
    # Equal blades all round: half of their spread from the axis counts across it, whichever way one looks.
    return Solid(n * volume, x, n * around, n * (along + around / 2))
