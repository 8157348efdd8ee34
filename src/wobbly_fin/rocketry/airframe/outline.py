"""Every part as seen from the side and cut open: half profiles and fin plates, from the nose tip, for a drawing to scale."""

import math
from dataclasses import dataclass

import numpy as np

from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, bore_of, fore_diameter_m, holds
from wobbly_fin.rocketry.airframe.parts import (
    Anchor,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    DisplayPart,
    FinCan,
    FinSet,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    RailButton,
    Retainer,
    Transition,
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


def outlines(layout: Layout) -> tuple[PartOutline, ...]:
    """Every part that has a shape, in the order of the parts."""
    found = (_outline(layout, p) for p in layout.placed)
    return tuple(o for o in found if o is not None)


def _box(fore: float, aft: float, radius: float, inner: float = 0.0) -> Line:
    return ((fore, inner), (fore, radius), (aft, radius), (aft, inner))


def _outline(layout: Layout, p: Placed) -> PartOutline | None:
    part = p.part
    if isinstance(part, NoseCone):
        return _nose(p, part)
    if isinstance(part, BodyTube):
        inner = (part.inner_diameter_m or 0.0) / 2
        bore = _box(p.fore_m, p.aft_m, inner) if inner else ()
        return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, part.outer_diameter_m / 2), bore=bore)
    if isinstance(part, Transition):
        return _transition(p, part)
    if isinstance(part, FinCan):
        wide = (part.shank_diameter_m or part.outer_diameter_m or 0.0) / 2
        inner = part.inner_diameter_m / 2
        stub = _box(p.fore_m - part.shank_length_m, p.fore_m, wide, inner) if part.shank_length_m else ()
        bore = _box(p.fore_m - (part.shank_length_m if part.gas_path else 0.0), p.aft_m, inner)
        return PartOutline(
            index=p.index, profile=_box(p.fore_m, p.aft_m, (part.outer_diameter_m or 0.0) / 2), bore=bore, stub=stub
        )
    if holds(p, FinSet):
        return _fins(layout, p)
    if isinstance(part, MotorTube):
        ring = tuple(part.spread_m * math.cos(2 * math.pi * k / part.count) for k in range(part.count)) if part.count > 1 else ()
        return PartOutline(
            index=p.index, profile=_box(p.fore_m, p.aft_m, part.outer_diameter_m / 2, part.inner_diameter_m / 2), across=ring
        )
    if isinstance(part, Coupler):
        radius = (part.outer_diameter_m or 0.0) / 2
        return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, radius, max(radius - part.wall_m, 0.0)))
    if isinstance(part, CentringRing | Bulkhead):
        hole = (part.inner_diameter_m or 0.0) / 2 if isinstance(part, CentringRing) else 0.0
        return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, (part.outer_diameter_m or 0.0) / 2, hole))
    return _small(layout, p)


def _small(layout: Layout, p: Placed) -> PartOutline | None:
    part = p.part
    surface = layout.radius_at(p.fore_m)
    if isinstance(part, LaunchLug):
        radius = part.outer_diameter_m / 2
        return PartOutline(
            index=p.index, profile=_box(p.fore_m, p.aft_m, radius), across=(surface + radius,), angles_deg=(part.angle_deg,)
        )
    if isinstance(part, VentHoles):
        angles = tuple((part.angle_deg + 360.0 * k / part.count) % 360.0 for k in range(part.count))
        return PartOutline(
            index=p.index, profile=_box(p.fore_m, p.aft_m, part.diameter_m / 2), across=(surface,), angles_deg=angles
        )
    if isinstance(part, RailButton):
        half = part.height_m / 2
        return PartOutline(
            index=p.index, profile=_box(p.fore_m, p.aft_m, half), across=(surface + half,), angles_deg=(part.angle_deg,)
        )
    host = next((o.part for o in layout.outer if o.index == p.host), None)
    bore = bore_of(host) / 2 if host is not None else surface
    if isinstance(part, CanopyPack | Cord):
        return PartOutline(index=p.index, profile=_box(p.fore_m, p.aft_m, 0.94 * bore))
    if isinstance(part, MassLump | DisplayPart):
        radius = part.diameter_m / 2 or min(0.4 * bore, 0.006)
        half = 0.0 if part.length_m else radius
        return PartOutline(index=p.index, profile=_box(p.fore_m - half, p.aft_m + half, radius))
    if isinstance(part, Anchor):
        length = max(part.length_m, 0.3 * bore)
        wall = part.kind in ("folded_patch", "loop_patch")
        return PartOutline(
            index=p.index, profile=_box(p.fore_m, p.fore_m + length, bore if wall else 0.25 * bore, 0.86 * bore if wall else 0.0)
        )
    if isinstance(part, Retainer):
        mount = next((m for m in layout.of(MotorTube) if m.part.id and m.part.id == part.parent), None)
        outside = mount.part.outer_diameter_m / 2 if mount is not None else 0.5 * bore
        length = part.length_m or 0.2 * outside
        return PartOutline(index=p.index, profile=_box(p.aft_m - length, p.aft_m + 0.12 * outside, 1.1 * outside, outside))
    return None


def _nose(p: Placed, part: NoseCone) -> PartOutline:
    base = (part.base_diameter_m or 0.0) / 2
    u = (1 - np.cos(np.linspace(0.0, math.pi / 2, _STEPS + 1))) ** 2
    shape, figure, slender = part.shape, parameter_of(part.shape, part.parameter), part.length_m / base
    r = base * radius_fraction(shape, figure, u, slender)
    profile = tuple((float(a * part.length_m), float(b)) for a, b in zip(u, r, strict=True))
    bore: Line = ()
    stub_bore = 0.0
    wide = (part.shoulder_diameter_m or 2 * base) / 2
    if part.wall_m is not None:
        inner = np.maximum(r - part.wall_m, 0.0)
        hollow = [(float(a * part.length_m), float(b)) for a, b in zip(u, inner, strict=True) if b > 0]
        stub_bore = max(wide - part.wall_m, 0.0)
        bore = (*((hollow[0][0], 0.0),), *hollow) if hollow else ()
    stub = _box(p.aft_m, p.aft_m + part.shoulder_length_m, wide, stub_bore) if part.shoulder_length_m else ()
    return PartOutline(index=p.index, profile=profile, bore=bore, stub=stub)


def _transition(p: Placed, part: Transition) -> PartOutline:
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


def _fins(layout: Layout, p: Placed[FinSet]) -> PartOutline:
    part, radius = p.part, layout.radius_at((p.fore_m + p.aft_m) / 2)
    plate = tuple((p.fore_m + x, radius + y) for x, y in corners(part))
    tab = tab_of(layout, p)
    stub: Line = ()
    if tab is not None:
        fore, aft = p.fore_m + tab.fore_m, p.fore_m + tab.fore_m + tab.length_m
        stub = ((fore, radius), (aft, radius), (aft, radius - tab.depth_m), (fore, radius - tab.depth_m))
    angles = tuple((part.angle_deg + 360.0 * k / part.count) % 360.0 for k in range(part.count))
    return PartOutline(index=p.index, profile=plate, stub=stub, angles_deg=angles)
