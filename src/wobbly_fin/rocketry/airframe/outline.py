"""Every part as seen from the side and cut open: half profiles and fin plates, from the nose tip, for a drawing to scale."""

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any

import numpy as np

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, bore_of, fore_diameter_m
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
    Device,
    DisplayPart,
    FinCan,
    FinSet,
    Joint,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Pods,
    RailButton,
    Retainer,
    RingFin,
    Transition,
    TubeFins,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.planform import corners
from wobbly_fin.rocketry.airframe.profiles import parameter_of, radius_fraction
from wobbly_fin.rocketry.airframe.tabs import tab_of

Line = tuple[tuple[float, float], ...]
_STEPS = 28


@dataclass(frozen=True, slots=True, kw_only=True)
class PartOutline:
    """One part in the plane of the drawing: x from the nose tip, y from the axis. [m]

    Attributes
    ----------
    profile : Line
        Upper half of its section, from fore to aft; mirrored about the axis it is the part. Of a fin set: one fin's corners.
    bore : Line
        Upper half of the hollow inside, where it has one.
    stub : Line
        What slides into the neighbour: shoulder or shank; of a fin its tab.
    across : tuple of float
        Heights at which the profile stands instead of on the axis: cluster tubes, lug, button.
    angles_deg : tuple of float
        Round the body: fins, lugs, buttons.
    """

    index: int
    profile: Line
    bore: Line = ()
    stub: Line = ()
    across: tuple[float, ...] = ()
    angles_deg: tuple[float, ...] = ()


Drawn = Callable[[Layout, Placed[Any]], PartOutline]
# How a part looks from the side.
OUTLINE: Aspect[Drawn] = Aspect("outline")
OUTLINE.none("told", Joint, Allowance)


def outlines(layout: Layout) -> tuple[PartOutline, ...]:
    """Every part that has a shape, in the order of the parts."""
    found = ((p, OUTLINE.find(p.part)) for p in layout.placed)
    return tuple(draw(layout, p) for p, draw in found if draw is not None)


def _box(fore: float, aft: float, radius: float, inner: float = 0.0) -> Line:
    return ((fore, inner), (fore, radius), (aft, radius), (aft, inner))


@OUTLINE.of(BodyTube)
def _tube(layout: Layout, p: Placed[BodyTube]) -> PartOutline:
    inner = (p.part.inner_diameter_m or 0.0) / 2
    bore = _box(p.fore_m, p.aft_m, inner) if inner else ()
    return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, p.part.outer_diameter_m / 2), bore=bore)


@OUTLINE.of(FinCan)
def _fin_can(layout: Layout, p: Placed[FinCan]) -> PartOutline:
    part = p.part
    wide = (part.shank_diameter_m or part.outer_diameter_m or 0.0) / 2
    inner = part.inner_diameter_m / 2
    stub = _box(p.fore_m - part.shank_length_m, p.fore_m, wide, inner) if part.shank_length_m else ()
    bore = _box(p.fore_m - (part.shank_length_m if part.gas_path else 0.0), p.aft_m, inner)
    return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, (part.outer_diameter_m or 0.0) / 2), bore=bore, stub=stub)


@OUTLINE.of(MotorTube)
def _motor_tube(layout: Layout, p: Placed[MotorTube]) -> PartOutline:
    part = p.part
    ring = tuple(part.spread_m * math.cos(2 * math.pi * k / part.count) for k in range(part.count)) if part.count > 1 else ()
    profile = _box(p.fore_m, p.aft_m, part.outer_diameter_m / 2, part.inner_diameter_m / 2)
    return PartOutline(index=p.index, profile=profile, across=ring)


@OUTLINE.of(Coupler)
def _coupler(layout: Layout, p: Placed[Coupler]) -> PartOutline:
    radius = (p.part.outer_diameter_m or 0.0) / 2
    return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, radius, max(radius - p.part.wall_m, 0.0)))


@OUTLINE.of(CentringRing)
def _ring(layout: Layout, p: Placed[CentringRing]) -> PartOutline:
    outer, hole = (p.part.outer_diameter_m or 0.0) / 2, (p.part.inner_diameter_m or 0.0) / 2
    return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, outer, hole))


@OUTLINE.of(Bulkhead, Baffle)
def _bulkhead(layout: Layout, p: Placed[Bulkhead | Baffle]) -> PartOutline:
    return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, (p.part.outer_diameter_m or 0.0) / 2))


@OUTLINE.of(LaunchLug)
def _lug(layout: Layout, p: Placed[LaunchLug]) -> PartOutline:
    return _beside(layout, p, p.part.outer_diameter_m / 2)


@OUTLINE.of(TubeFins)
def _tubes(layout: Layout, p: Placed[TubeFins]) -> PartOutline:
    return _beside(layout, p, p.part.outer_diameter_m / 2)


@OUTLINE.of(Pods)
def _pods(layout: Layout, p: Placed[Pods]) -> PartOutline:
    part = p.part
    nose = _nose_line(part.nose)
    end = ((p.aft_m, part.outer_diameter_m / 2), (p.aft_m, 0.0))
    across = (part.off_axis_m(layout.radius_at((p.fore_m + p.aft_m) / 2)),)
    profile = (*((p.fore_m + x, y) for x, y in nose), *end)
    return PartOutline(index=p.index, profile=profile, across=across, angles_deg=part.stands_deg)


@OUTLINE.of(RingFin)
def _ring_fin(layout: Layout, p: Placed[RingFin]) -> PartOutline:
    part = p.part
    profile = _box(p.fore_m, p.aft_m, part.outer_diameter_m / 2, part.inner_diameter_m / 2)
    return PartOutline(index=p.index, profile=profile)


@OUTLINE.of(RailButton)
def _button(layout: Layout, p: Placed[RailButton]) -> PartOutline:
    return _beside(layout, p, p.part.height_m / 2)


def _beside(layout: Layout, p: Placed, half_m: float) -> PartOutline:
    """Something that stands on the skin."""
    across = (layout.radius_at(p.fore_m) + half_m,)
    return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, half_m), across=across, angles_deg=p.part.stands_deg)


@OUTLINE.of(VentHoles)
def _holes(layout: Layout, p: Placed[VentHoles]) -> PartOutline:
    profile = _box(p.fore_m, p.aft_m, p.part.diameter_m / 2)
    return PartOutline(index=p.index, profile=profile, across=(layout.radius_at(p.fore_m),), angles_deg=p.part.stands_deg)


def _bore_m(layout: Layout, p: Placed) -> float:
    """Half the bore of what a part lies in. [m]"""
    host = next((o.part for o in layout.outer if o.index == p.host), None)
    return bore_of(host) / 2 if host is not None else layout.radius_at(p.fore_m)


@OUTLINE.of(CanopyPack, Cord)
def _packed(layout: Layout, p: Placed) -> PartOutline:
    return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, 0.94 * _bore_m(layout, p)))


@OUTLINE.of(MassLump, DisplayPart)
def _lump(layout: Layout, p: Placed[MassLump | DisplayPart]) -> PartOutline:
    radius = p.part.diameter_m / 2 or min(0.4 * _bore_m(layout, p), 0.006)
    half = 0.0 if p.part.length_m else radius
    return PartOutline(index=p.index, profile=_box(p.fore_m - half, p.aft_m + half, radius))


@OUTLINE.of(Device)
def _device(layout: Layout, p: Placed[Device]) -> PartOutline:
    return _beside(layout, p, p.part.diameter_m / 2) if p.part.outside else _lump(layout, p)


@OUTLINE.of(Anchor)
def _anchor(layout: Layout, p: Placed[Anchor]) -> PartOutline:
    bore = _bore_m(layout, p)
    length = max(p.part.length_m, 0.3 * bore)
    wall = p.part.kind in ("folded_patch", "loop_patch")
    profile = _box(p.fore_m, p.fore_m + length, bore if wall else 0.25 * bore, 0.86 * bore if wall else 0.0)
    return PartOutline(index=p.index, profile=profile)


@OUTLINE.of(Retainer)
def _retainer(layout: Layout, p: Placed[Retainer]) -> PartOutline:
    part = p.part
    mount = next((m for m in layout.of(MotorTube) if m.part.id and m.part.id == part.parent), None)
    outside = mount.part.outer_diameter_m / 2 if mount is not None else 0.5 * _bore_m(layout, p)
    length = part.length_m or 0.2 * outside
    return PartOutline(index=p.index, profile=_box(p.aft_m - length, p.aft_m + 0.12 * outside, 1.1 * outside, outside))


def _nose_line(part: NoseCone) -> Line:
    """The upper half of a nose, from its tip. [m]"""
    base = (part.base_diameter_m or 0.0) / 2
    u = (1 - np.cos(np.linspace(0.0, math.pi / 2, _STEPS + 1))) ** 2
    r = base * radius_fraction(part.shape, parameter_of(part.shape, part.parameter), u, part.length_m / base)
    return tuple((float(a * part.length_m), float(b)) for a, b in zip(u, r, strict=True))


@OUTLINE.of(NoseCone)
def _nose(layout: Layout, p: Placed[NoseCone]) -> PartOutline:
    part, profile = p.part, _nose_line(p.part)
    base = (part.base_diameter_m or 0.0) / 2
    bore: Line = ()
    stub_bore = 0.0
    wide = (part.shoulder_diameter_m or 2 * base) / 2
    if part.wall_m is not None:
        hollow = [(x, r - part.wall_m) for x, r in profile if r > part.wall_m]
        stub_bore = max(wide - part.wall_m, 0.0)
        bore = (*((hollow[0][0], 0.0),), *hollow) if hollow else ()
    stub = _box(p.aft_m, p.aft_m + part.shoulder_length_m, wide, stub_bore) if part.shoulder_length_m else ()
    return PartOutline(index=p.index, profile=profile, bore=bore, stub=stub)


@OUTLINE.of(Transition)
def _transition(layout: Layout, p: Placed[Transition]) -> PartOutline:
    part = p.part
    fore, aft = fore_diameter_m(part) / 2, aft_diameter_m(part) / 2
    profile = ((p.fore_m, 0.0), (p.fore_m, fore), (p.aft_m, aft), (p.aft_m, 0.0))
    wall = part.wall_m
    bore = (
        ()
        if wall is None
        else ((p.fore_m, 0.0), (p.fore_m, max(fore - wall, 0.0)), (p.aft_m, max(aft - wall, 0.0)), (p.aft_m, 0.0))
    )
    stub: Line = ()
    if part.fore_shoulder_m:
        stub = _box(p.fore_m - part.fore_shoulder_m, p.fore_m, 0.96 * fore)
    elif part.aft_shoulder_m:
        stub = _box(p.aft_m, p.aft_m + part.aft_shoulder_m, 0.96 * aft)
    return PartOutline(index=p.index, profile=profile, bore=bore, stub=stub)


@OUTLINE.of(FinSet)
def _fins(layout: Layout, p: Placed[FinSet]) -> PartOutline:
    part, radius = p.part, layout.radius_at((p.fore_m + p.aft_m) / 2)
    plate = tuple((p.fore_m + x, radius + y) for x, y in corners(part))
    tab = tab_of(layout, p)
    stub: Line = ()
    if tab is not None:
        fore, aft = p.fore_m + tab.fore_m, p.fore_m + tab.fore_m + tab.length_m
        stub = ((fore, radius), (aft, radius), (aft, radius - tab.depth_m), (fore, radius - tab.depth_m))
    return PartOutline(index=p.index, profile=plate, stub=stub, angles_deg=part.stands_deg)
