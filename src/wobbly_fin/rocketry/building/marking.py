"""Marking arithmetic: where every line goes, from the geometry the templates are drawn from. [m]"""

import math
from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import CentringRing, FinSet, LaunchLug, Pods, RailButton, TubeFins
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.errors import RocketryError, require_positive

# How far a motor tube stands past the aft ring where wire clips hold the motor (common practice, no source).
CLIP_REACH_M = 0.006


@dataclass(frozen=True, slots=True, kw_only=True)
class FinMarks:
    """A tube's wrap: once round, from fin line to fin line, and the slot to one side of its line.

    Attributes
    ----------
    slot_fore_m, slot_aft_m : float or None
        From the tube's aft edge; None for fins on the surface.
    foot_m, head_m : float
        The root's trailing and leading edge, from the tube's aft edge.
    guides : tuple of (name, round from the first fin line, aft end from the tube's aft edge)
    """

    around_m: float
    count: int
    apart_m: float
    thickness_m: float
    foot_m: float
    head_m: float
    slot_fore_m: float | None
    slot_aft_m: float | None
    guides: tuple[tuple[str, float, float], ...]

    @property
    def slot_length_m(self) -> float | None:
        """[m]"""
        if self.slot_fore_m is None or self.slot_aft_m is None:
            return None
        return self.slot_fore_m - self.slot_aft_m


def fin_marks(layout: Layout, placed: Placed[FinSet | TubeFins | Pods]) -> FinMarks:
    """What to draw on the tube for a set of fins, or for tubes in their place."""
    fin = placed.part
    middle = (placed.fore_m + placed.aft_m) / 2
    host = layout.outer_at(middle)
    around = 2 * math.pi * layout.radius_at(middle)
    tab = tab_of(layout, placed)
    head = host.aft_m - placed.fore_m
    guides = tuple(
        (g.part.called, (g.part.angle_deg - fin.angle_deg) % 360.0 / 360.0 * around, host.aft_m - g.aft_m)
        for g in layout.of(LaunchLug, RailButton)
        if g.host == host.index
    )
    return FinMarks(
        around_m=around,
        count=fin.count,
        apart_m=around / fin.count,
        thickness_m=getattr(fin, "thickness_m", 0.0),
        foot_m=host.aft_m - placed.aft_m,
        head_m=head,
        slot_fore_m=None if tab is None else head - tab.fore_m,
        slot_aft_m=None if tab is None else head - tab.fore_m - tab.length_m,
        guides=guides,
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class RingMark:
    """Where a ring sits on its motor tube, told from the motor tube's aft end."""

    index: int
    name: str
    aft_face_m: float
    thickness_m: float
    outer_m: float
    inner_m: float


def ring_marks(layout: Layout, mount: Placed) -> tuple[RingMark, ...]:
    """The rings on a motor tube, from the front backwards."""
    rings = [
        r for r in layout.of(CentringRing) if r.stage == mount.stage and r.aft_m > mount.fore_m - 1e-6 and r.fore_m < mount.aft_m + 1e-6
    ]  # fmt: skip
    found = []
    for ring in sorted(rings, key=lambda r: r.fore_m):
        part = ring.part
        found.append(
            RingMark(
                index=ring.index,
                name=part.called,
                aft_face_m=mount.aft_m - ring.aft_m,
                thickness_m=part.thickness_m,
                outer_m=part.outer_diameter_m or 0.0,
                inner_m=part.inner_diameter_m or 0.0,
            )
        )
    return tuple(found)


def stick_mark_m(layout: Layout, mount: Placed, ring: RingMark) -> float:
    """How deep the marked stick lays glue: from the body's aft edge to just ahead of where a ring's forward face comes. [m]"""
    host = layout.outer_at((mount.fore_m + mount.aft_m) / 2)
    return host.aft_m - (mount.aft_m - ring.aft_face_m - ring.thickness_m)


def mount_stands_out_m(layout: Layout, mount: Placed) -> float:
    """How far the motor tube reaches behind the body's aft edge; negative where it is set back. [m]"""
    return mount.aft_m - layout.outer_at((mount.fore_m + mount.aft_m) / 2).aft_m


def nested_strip_m(wall_m: float) -> float:
    """The lengthwise strip to take out of a coupler so that it goes into one like itself: 2π × wall. [m]"""
    require_positive("wall_m", wall_m)
    return 2 * math.pi * wall_m


def chord_m(bore_m: float, off_axis_m: float) -> float:
    """How wide a sled is that sits so far off the axis of a bay. [m]"""
    require_positive("bore_m", bore_m)
    if not 0 <= off_axis_m < bore_m / 2:
        raise RocketryError("off_axis_m", "must lie inside the bay")
    return 2 * math.sqrt((bore_m / 2) ** 2 - off_axis_m**2)
