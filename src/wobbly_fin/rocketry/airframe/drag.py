"""Drag by Mach and Reynolds number, thrusting and coasting, part by part: where the drag is.

References
----------
.. [1] S. F. Hoerner, Fluid-Dynamic Drag, 1965 (all from memory): skin friction ch. 2; body form ch. 6; noses and base pressure
   ch. 3; blunt and rounded edges ch. 3; surface roughness ch. 5.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.barrowman import HIGHEST_MACH
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
from wobbly_fin.rocketry.airframe.profiles import parameter_of, slope_at_base
from wobbly_fin.rocketry.airframe.wetted import side_of
from wobbly_fin.rocketry.errors import require_finite, require_positive

# Height of roughness [m]: order of magnitude after [1] table 5-1, from memory; which class a finish belongs to is our reading.
ROUGHNESS_M = {"rough": 250e-6, "unfinished": 50e-6, "painted": 20e-6, "polished": 2e-6}
_BLUNT_EDGE = 0.85  # pressure on a square leading edge ÷ dynamic pressure
_FRONT_EDGE = {"square": _BLUNT_EDGE, "rounded": 0.1, "airfoil": 0.0}
_BLUNT_TAIL = {"square": 0.13, "rounded": 0.065, "airfoil": 0.0}
_CONE = 0.8  # of sin² of the half angle where a cone meets the body
_LUG = 1.2  # of a lug's end, a cylinder lying along the air with both ends square
_SHROUD = 0.5  # of a camera under a rounded shroud, front and blunt back together: our own judgement
_POD_BASE = 0.13  # of a blunt tail in the air beside a body, as of a step
_BUTTON = 1.1  # of a short cylinder across the air


@dataclass(frozen=True, slots=True, kw_only=True)
class PartDrag:
    """One part's share of Cd, on the reference circle."""

    index: int
    friction: float
    pressure: float
    base: float

    @property
    def cd(self) -> float:
        """[-]"""
        return self.friction + self.pressure + self.base


@dataclass(frozen=True, slots=True, kw_only=True)
class Drag:
    """Drag coefficient of the whole, on the circle of the reference diameter. `reynolds` is on the length."""

    cd: float
    reference_diameter_m: float
    parts: tuple[PartDrag, ...]
    reynolds: float
    mach: float
    thrusting: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Air:
    """The flow all parts share.

    Attributes
    ----------
    reference_m2 : float
        The circle coefficients are on.
    per_metre : float
        Reynolds number a metre. [1/m]
    squeeze, glauert : float
        How compressible flow thins friction, and heightens pressure.
    whole_m : float
        Length of the rocket.
    form : float
        What a slender body's thickness adds to its friction.
    """

    reference_m2: float
    per_metre: float
    squeeze: float
    glauert: float
    whole_m: float
    form: float


# How the air brakes a part.
DRAG: Aspect[Callable[[Layout, Placed[Any], Air], PartDrag]] = Aspect("drag")
DRAG.none("inside", *INSIDE)
DRAG.none("flush", VentHoles)
DRAG.none("told", *NO_BODY)


def friction_coefficient(reynolds: float, roughness_fraction: float) -> float:
    """Skin friction on a plate, on its wetted area.

    Laminar (Blasius) 1.328 ÷ √Re; turbulent (Schlichting) 0.455 ÷ (log₁₀ Re)^2.58, or 0.032 (k ÷ l)^0.2 of a fully rough
    surface where that is more, less 1700 ÷ Re for the laminar run ahead of it.

    Parameters
    ----------
    reynolds : float
        > 0, on the length along the flow.
    roughness_fraction : float
        Roughness ÷ length.
    """
    require_positive("reynolds", reynolds)
    laminar = 1.328 / math.sqrt(reynolds)
    if reynolds < 1e5:
        return laminar
    turbulent = max(0.455 / math.log10(reynolds) ** 2.58, 0.032 * roughness_fraction**0.2)
    return max(laminar, turbulent - 1700 / reynolds)


def build_up(
    layout: Layout,
    *,
    speed_m_s: float,
    sound_speed_m_s: float,
    kinematic_viscosity_m2_s: float,
    thrusting: bool = False,
    motor_diameter_m: float = 0.0,
) -> Drag:
    """Drag at a speed.

    Parameters
    ----------
    thrusting : bool
        The exhaust fills the motor's share of the base while it burns.
    motor_diameter_m : float
        All motors' together, as one circle. [m]

    Notes
    -----
    Above Mach 0.8 the figure of Mach 0.8 is given: beyond this model, as the caller must say.
    """
    require_positive("speed_m_s", speed_m_s)
    require_positive("sound_speed_m_s", sound_speed_m_s)
    require_positive("kinematic_viscosity_m2_s", kinematic_viscosity_m2_s)
    require_finite("motor_diameter_m", motor_diameter_m, 0.0)
    mach = min(speed_m_s / sound_speed_m_s, HIGHEST_MACH)
    diameter = layout.reference_diameter_m
    reference = math.pi / 4 * diameter**2
    per_metre = speed_m_s / kinematic_viscosity_m2_s
    whole = layout.length_m
    slender = whole / diameter
    air = Air(
        reference_m2=reference, per_metre=per_metre, squeeze=1 - 0.1 * mach**2, glauert=1 / math.sqrt(1 - mach**2), whole_m=whole,
        form=1 + 60 / slender**3 + slender / 400,
    )  # fmt: skip
    found = ((p, DRAG.find(p.part)) for p in layout.placed)
    rows = {p.index: does(layout, p, air) for p, does in found if does is not None}
    fore_cd = sum(rows[p.index].friction for p in layout.outer)
    _add_base(layout, rows, fore_cd, reference, motor_diameter_m if thrusting else 0.0)
    parts = tuple(rows[i] for i in sorted(rows))
    return Drag(
        cd=sum(r.cd for r in parts),
        reference_diameter_m=diameter,
        parts=parts,
        reynolds=per_metre * whole,
        mach=mach,
        thrusting=thrusting,
    )


@DRAG.of(*BODY)
def _body_drag(layout: Layout, placed: Placed, air: Air) -> PartDrag:
    roughness = ROUGHNESS_M[getattr(placed.part, "finish", "painted")]
    cf = air.squeeze * friction_coefficient(air.per_metre * air.whole_m, roughness / air.whole_m)
    friction = cf * air.form * side_of(placed.part).wetted_m2 / air.reference_m2
    pressure = _body_pressure(layout, placed, air.reference_m2) * air.glauert
    return PartDrag(index=placed.index, friction=friction, pressure=pressure, base=0.0)


@DRAG.of(LaunchLug)
def _lug_drag(layout: Layout, placed: Placed[LaunchLug], air: Air) -> PartDrag:
    area = math.pi / 4 * placed.part.outer_diameter_m**2
    return PartDrag(index=placed.index, friction=0.0, pressure=_LUG * area / air.reference_m2, base=0.0)


@DRAG.of(Pods)
def _pod_drag(layout: Layout, placed: Placed[Pods], air: Air) -> PartDrag:
    """Friction on noses and tubes, the noses' pressure, and blunt tails; what the narrow place beside the body adds is not known."""
    part, length = placed.part, placed.part.axial_length_m
    section = part.count * math.pi / 4 * part.outer_diameter_m**2 / air.reference_m2
    cf = air.squeeze * friction_coefficient(air.per_metre * length, ROUGHNESS_M[part.finish] / length)
    slender = length / part.outer_diameter_m
    rubs = part.count * (side_of(part.nose).wetted_m2 + side_of(part.tube).wetted_m2) / air.reference_m2
    slope = slope_at_base(part.nose_shape, parameter_of(part.nose_shape, None), 2 * part.nose_length_m / part.outer_diameter_m)
    return PartDrag(
        index=placed.index, friction=cf * (1 + 60 / slender**3 + slender / 400) * rubs,
        pressure=_CONE * math.sin(math.atan(slope)) ** 2 * section * air.glauert, base=_POD_BASE * section,
    )  # fmt: skip


@DRAG.of(Device)
def _device_drag(layout: Layout, placed: Placed[Device], air: Air) -> PartDrag:
    area = math.pi / 4 * placed.part.diameter_m**2 if placed.part.outside else 0.0
    return PartDrag(index=placed.index, friction=0.0, pressure=_SHROUD * area / air.reference_m2, base=0.0)


@DRAG.of(RailButton)
def _button_drag(layout: Layout, placed: Placed[RailButton], air: Air) -> PartDrag:
    area = placed.part.diameter_m * placed.part.height_m
    return PartDrag(index=placed.index, friction=0.0, pressure=_BUTTON * area / air.reference_m2, base=0.0)


def _body_pressure(layout: Layout, placed: Placed, reference_m2: float) -> float:
    """Pressure on noses with an edge at their base, on widening shoulders, behind narrowing tails."""
    part = placed.part
    fore, aft = fore_diameter_m(part), aft_diameter_m(part)
    if isinstance(part, NoseCone):
        slope = slope_at_base(part.shape, parameter_of(part.shape, part.parameter), 2 * part.length_m / aft)
        return _CONE * math.sin(math.atan(slope)) ** 2 * math.pi / 4 * aft**2 / reference_m2
    step = 0.0
    at = next(i for i, o in enumerate(layout.outer) if o.index == placed.index)
    if at > 0:
        before = aft_diameter_m(layout.outer[at - 1].part)
        if fore > before:
            step = _BLUNT_EDGE * math.pi / 4 * (fore**2 - before**2) / reference_m2
    if isinstance(part, Transition) and aft != fore:
        ring = math.pi / 4 * abs(aft**2 - fore**2) / reference_m2
        if aft > fore:
            return step + _CONE * math.sin(math.atan((aft - fore) / 2 / part.length_m)) ** 2 * ring
        # A tail that narrows gently is followed by the air; a steep one is as good as a base.
        steep = min(1.0, max(0.0, (3 - part.length_m / (fore - aft)) / 2))
        return step + steep * 0.13 * ring
    return step


@DRAG.of(FinSet)
def _fin_drag(layout: Layout, placed: Placed[FinSet], air: Air) -> PartDrag:
    fin, reference_m2 = placed.part, air.reference_m2
    shape = planform_of(fin)
    t, c = fin.thickness_m, shape.mean_chord_m
    cf = air.squeeze * friction_coefficient(air.per_metre * c, ROUGHNESS_M[fin.finish] / c)
    # Each root also spoils the flow along the body beside it: counted as friction on root chord × body diameter.
    beside = 0.5 * layout.radius_at((placed.fore_m + placed.aft_m) / 2) * 2 * fin.root_m
    friction = fin.count * cf * (2 * shape.area_m2 * (1 + 2 * t / c) + beside) / reference_m2
    front = fin.count * t * fin.reach_m / reference_m2
    edge = _FRONT_EDGE[fin.edges] * shape.leading_cos**2
    return PartDrag(
        index=placed.index, friction=friction, pressure=front * edge * air.glauert, base=front * _BLUNT_TAIL[fin.edges]
    )


@DRAG.of(RingFin)
def _ring_drag(layout: Layout, placed: Placed[RingFin], air: Air) -> PartDrag:
    """Friction inside and out, the wall's front and back edge; what the corners between tubes and body add is not known, and left out."""
    part = placed.part
    rubs = air.squeeze * friction_coefficient(air.per_metre * part.length_m, ROUGHNESS_M[part.finish] / part.length_m)
    walls = part.from_tube * math.pi / 4 * (part.outer_diameter_m**2 - part.inner_diameter_m**2) / air.reference_m2
    wetted = part.from_tube * math.pi * (part.outer_diameter_m + part.inner_diameter_m) * part.length_m
    return PartDrag(
        index=placed.index, friction=rubs * wetted / air.reference_m2, pressure=walls * _FRONT_EDGE[part.edges] * air.glauert,
        base=walls * _BLUNT_TAIL[part.edges],
    )  # fmt: skip


def _add_base(layout: Layout, rows: dict[int, PartDrag], fore_cd: float, reference_m2: float, filled_m: float) -> None:
    """Base drag 0.029 (d_b ÷ d)³ ÷ √Cd_fore of the tail [1], less what the exhaust fills; steps inwards along the body too."""
    last = layout.outer[-1]
    tail, widest = aft_diameter_m(last.part), layout.reference_diameter_m
    open_share = max(0.0, 1 - (filled_m / tail) ** 2) if tail > 0 else 0.0
    base = 0.029 * (tail / widest) ** 3 / math.sqrt(max(fore_cd, 0.02)) * open_share
    _put_base(rows, last.index, base)
    for before, after in zip(layout.outer[:-1], layout.outer[1:], strict=True):
        wide, narrow = aft_diameter_m(before.part), fore_diameter_m(after.part)
        if wide > narrow:
            _put_base(rows, before.index, 0.13 * math.pi / 4 * (wide**2 - narrow**2) / reference_m2)


def _put_base(rows: dict[int, PartDrag], index: int, base: float) -> None:
    old = rows[index]
    rows[index] = PartDrag(index=index, friction=old.friction, pressure=old.pressure, base=old.base + base)
