"""What each kind of part brakes. [1] S. F. Hoerner, Fluid-Dynamic Drag, 1965, from memory."""

import math

import numpy as np

from wobbly_fin.rocketry.airframe.braking import DRAG, Air, PartDrag
from wobbly_fin.rocketry.airframe.friction import ROUGHNESS_M, Floats
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.parts import (
    BODY,
    INSIDE,
    NO_BODY,
    Device,
    FinSet,
    LaunchLug,
    NoseCone,
    Pods,
    RailButton,
    RingFin,
    Transition,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.planform import planform_of
from wobbly_fin.rocketry.airframe.pressures import (
    blunt,
    boat_tail,
    cone,
    leading_edge,
    nose,
    rise,
    stagnation,
    suction,
    thickened,
    thin_wedge,
    trailing_edge,
)
from wobbly_fin.rocketry.airframe.profiles import parameter_of
from wobbly_fin.rocketry.airframe.wetted import side_of

# Where a shape is outside what the methods were made for.
_BLUNT_NOSE = 1.0  # length ÷ diameter of a nose under which it is as good as half a ball
_STEEP = math.tan(math.radians(25))  # of a widening shoulder: a shock stands off from steeper ones, our own judgement
_FLAT_SHARE = 0.05  # of the reference circle, a step outwards that counts
_THICK = 1 / 8  # thickness ÷ mean chord of a fin
_LUG = 1.2  # of a lug's end, a cylinder lying along the air with both ends square
_SHROUD = 0.5  # of a camera under a rounded shroud, front and blunt back together: our own judgement
_BUTTON = 1.1  # of a short cylinder across the air

DRAG.none("inside", *INSIDE)
DRAG.none("flush", VentHoles)
DRAG.none("told", *NO_BODY)


def drag_of(layout: Layout, placed: Placed, air: Air) -> PartDrag | None:
    """What a part adds; None where there is nothing to add."""
    does = DRAG.find(placed.part)
    return None if does is None else does(layout, placed, air)


@DRAG.of(*BODY)
def _body(layout: Layout, placed: Placed, air: Air) -> PartDrag:
    roughness = ROUGHNESS_M[getattr(placed.part, "finish", "painted")]
    friction = air.rubbed(air.whole_m, roughness) * air.form * side_of(placed.part).wetted_m2 / air.reference_m2
    pressure, outside = _body_pressure(layout, placed, air)
    return _row(placed, air, friction=friction, pressure=pressure, outside=outside)


def _row(
    placed: Placed, air: Air, *, friction: Floats | None = None, pressure: Floats | None = None, base: Floats | None = None,
    blunt_edge: float = 0.0, outside: str = "",
) -> PartDrag:  # fmt: skip
    none = np.zeros_like(air.mach)
    return PartDrag(
        index=placed.index,
        friction=none if friction is None else friction,
        pressure=none if pressure is None else pressure,
        base=none if base is None else base,
        blunt_edge=blunt_edge,
        outside=outside,
    )


def _body_pressure(layout: Layout, placed: Placed, air: Air) -> tuple[Floats, str]:
    """Pressure on noses, on steps and widening shoulders, behind narrowing tails; and what the methods were not made for."""
    part = placed.part
    fore, aft = fore_diameter_m(part), aft_diameter_m(part)
    if isinstance(part, NoseCone):
        shape = nose(part.shape, parameter_of(part.shape, part.parameter), part.length_m / aft, air.mach)
        return shape * (math.pi / 4 * aft**2 / air.reference_m2), "half_ball" if part.length_m < _BLUNT_NOSE * aft else ""
    step = np.zeros_like(air.mach)
    at = next(i for i, o in enumerate(layout.outer) if o.index == placed.index)
    before = aft_diameter_m(layout.outer[at - 1].part) if at > 0 else 0.0
    outside = ""
    if fore > before:
        share = math.pi / 4 * (fore**2 - before**2) / air.reference_m2
        step = blunt(air.mach) * share
        outside = "" if share < _FLAT_SHARE else "steep_shoulder" if at > 0 else "flat_front"
    if isinstance(part, Transition) and aft != fore:
        ring = math.pi / 4 * abs(aft**2 - fore**2) / air.reference_m2
        half = math.atan(abs(aft - fore) / 2 / part.length_m)
        if aft > fore:
            steep = "steep_shoulder" if math.tan(half) > _STEEP else outside
            return step + cone(half, air.mach) * ring, steep
        return step + boat_tail(half, part.length_m / (fore - aft), air.mach) * ring, outside
    return step, outside


@DRAG.of(FinSet)
def _fins(layout: Layout, placed: Placed[FinSet], air: Air) -> PartDrag:
    fin = placed.part
    shape = planform_of(fin)
    ratio = fin.thickness_m / shape.mean_chord_m
    rubbed = air.rubbed(shape.mean_chord_m, ROUGHNESS_M[fin.finish])
    # A plate's thickness quickens the air along it, as long as there are no shocks on it [1, ch. 6].
    thick = 1 + (2 * ratio + 60 * ratio**4) * (1 - rise(air.mach))
    friction = fin.count * 2 * shape.area_m2 / air.reference_m2 * rubbed * thick
    # Where a fin stands on the wall: 0.75 (t ÷ c)³ − 0.0003 on chord² [1, ch. 8], which for thin fins comes to nothing.
    corner = fin.count * max(0.0, 0.75 * ratio**3 - 0.0003) * shape.mean_chord_m**2 / air.reference_m2
    front = fin.count * fin.thickness_m * fin.reach_m / air.reference_m2
    pressure = front * leading_edge(fin.edges, shape.leading_cos, air.mach) + corner
    if fin.edges == "airfoil":
        pressure = pressure + fin.count * shape.area_m2 / air.reference_m2 * thin_wedge(ratio, air.mach)
    at_tail = fin.edges != "airfoil" and placed.aft_m > layout.length_m - fin.root_m
    edge = fin.thickness_m * (1.0 if fin.edges == "square" else 0.5) / fin.root_m
    return _row(
        placed, air, friction=friction, pressure=pressure, base=front * trailing_edge(fin.edges, rubbed, 1 / ratio, air.mach),
        blunt_edge=edge if at_tail else 0.0, outside="thick_fins" if ratio > _THICK else "",
    )  # fmt: skip


@DRAG.of(RingFin)
def _ring(layout: Layout, placed: Placed[RingFin], air: Air) -> PartDrag:
    """Friction inside and out, the wall's front and back edge; what the corners between tubes and body add is not known, and left out."""
    part = placed.part
    rubbed = air.rubbed(part.length_m, ROUGHNESS_M[part.finish])
    walls = part.from_tube * math.pi / 4 * (part.outer_diameter_m**2 - part.inner_diameter_m**2) / air.reference_m2
    wetted = part.from_tube * math.pi * (part.outer_diameter_m + part.inner_diameter_m) * part.length_m
    by_wall = part.length_m / ((part.outer_diameter_m - part.inner_diameter_m) / 2)
    return _row(
        placed, air, friction=rubbed * (wetted / air.reference_m2), pressure=walls * leading_edge(part.edges, 1.0, air.mach),
        base=walls * trailing_edge(part.edges, rubbed, by_wall, air.mach), outside=part.TYPE,
    )  # fmt: skip


@DRAG.of(Pods)
def _pods(layout: Layout, placed: Placed[Pods], air: Air) -> PartDrag:
    """Friction on noses and tubes, the noses' pressure, and blunt tails; what the narrow place beside the body adds is not known."""
    part, length = placed.part, placed.part.axial_length_m
    section = part.count * math.pi / 4 * part.outer_diameter_m**2 / air.reference_m2
    slender = length / part.outer_diameter_m
    rubs = part.count * (side_of(part.nose).wetted_m2 + side_of(part.tube).wetted_m2) / air.reference_m2
    shape = nose(part.nose_shape, parameter_of(part.nose_shape, None), part.nose_length_m / part.outer_diameter_m, air.mach)
    return _row(
        placed, air, friction=air.rubbed(length, ROUGHNESS_M[part.finish]) * thickened(slender, air.mach) * rubs, pressure=shape * section,
        base=suction(air.mach) * section, outside=part.TYPE,
    )  # fmt: skip


@DRAG.of(LaunchLug)
def _lug(layout: Layout, placed: Placed[LaunchLug], air: Air) -> PartDrag:
    return _lump(placed, air, _LUG, math.pi / 4 * placed.part.outer_diameter_m**2)


@DRAG.of(Device)
def _device(layout: Layout, placed: Placed[Device], air: Air) -> PartDrag:
    return _lump(placed, air, _SHROUD, math.pi / 4 * placed.part.diameter_m**2 if placed.part.outside else 0.0)


@DRAG.of(RailButton)
def _button(layout: Layout, placed: Placed[RailButton], air: Air) -> PartDrag:
    return _lump(placed, air, _BUTTON, placed.part.diameter_m * placed.part.height_m)


def _lump(placed: Placed, air: Air, cd: float, area_m2: float) -> PartDrag:
    """Something blunt in the air beside the body: as the pressure where air is brought to rest grows, so does its drag."""
    return _row(placed, air, pressure=cd * area_m2 / air.reference_m2 * stagnation(air.mach))
