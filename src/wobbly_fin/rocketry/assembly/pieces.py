"""Every part cut open along the axis: rings of stuff between two stations. What slides, what blocks and what is in reach follows from them.

Only what lies inside the body, or is gone past on the way in, has pieces; what is put on from outside meets nothing.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Literal

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, outer_radius_m
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
    Piston,
    Pods,
    RailButton,
    Retainer,
    RingFin,
    Transition,
    TubeFins,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.tabs import tab_of

Kind = Literal["tube", "core", "disc", "block", "lump"]
# A nut on a scrap of ply inside the wall: so much of the bore, so much of the axis (our own figures).
NUT_HIGH_M, NUT_LONG_M = 0.008, 0.012
_SLICES = 8


@dataclass(frozen=True, slots=True)
class Piece:
    """Stuff between two stations and two radii. [m]

    Attributes
    ----------
    kind : str
        tube: open at both ends; core: a motor's; disc: goes across; block: only at some places round (a tab, a nut); lump: comes out again.
    """

    part: int
    kind: Kind
    fore_m: float
    aft_m: float
    inner_m: float
    outer_m: float

    def beside(self, other: "Piece", give_m: float) -> bool:
        """Whether both want the same distance from the axis, by more than they give."""
        return min(self.outer_m, other.outer_m) - max(self.inner_m, other.inner_m) > give_m

    def along(self, other: "Piece", give_m: float) -> bool:
        """Whether both want the same stretch of the axis."""
        return min(self.aft_m, other.aft_m) - max(self.fore_m, other.fore_m) > give_m


Cut = Callable[[Layout, Placed[Any]], Iterator[Piece]]
# How a part looks cut open along the axis.
SECTION: Aspect[Cut] = Aspect("section")
SECTION.none("holes", VentHoles)
SECTION.none("soft", Cord, CanopyPack)
SECTION.none("told", Joint, Allowance)
SECTION.none("outward", LaunchLug, TubeFins, Pods, RingFin, DisplayPart, Retainer)
SECTION.none("against", Anchor)


Held = Callable[[Layout, Placed[Any]], Iterator[int]]
# What a part is glued to or screwed to, by number; joints are told by closures.
HELD: Aspect[Held] = Aspect("held")
HELD.none("joined", NoseCone, BodyTube, Transition, FinCan)
HELD.none("soft_held", Cord, CanopyPack)
HELD.none("outward", LaunchLug, TubeFins, Pods, RingFin, DisplayPart, Retainer, VentHoles)
HELD.none("loose", MassLump, Anchor, Piston)
HELD.none("told", Joint, Allowance)


@HELD.of(MotorTube, Coupler, Baffle, FinSet, RailButton)
def _in_its_tube(layout: Layout, placed: Placed) -> Iterator[int]:
    if not placed.part.one_piece:
        yield layout.host_of(placed).index


@HELD.of(CentringRing)
def _between(layout: Layout, placed: Placed[CentringRing]) -> Iterator[int]:
    yield layout.host_of(placed).index
    mount = mount_of(layout, placed)
    if mount is not None:
        yield mount


@HELD.of(Bulkhead)
def _in_what_it_closes(layout: Layout, placed: Placed[Bulkhead]) -> Iterator[int]:
    yield tube_round(layout, placed)


@lru_cache(maxsize=256)
def pieces_of(layout: Layout) -> tuple[Piece, ...]:
    """Of every part, in the order of the parts."""
    found: list[Piece] = []
    for placed in layout.placed:
        found += _cut_open(layout, placed)
    return tuple(found)


def motor_tubes(layout: Layout) -> list[Placed[MotorTube]]:
    """Every one."""
    return layout.of(MotorTube)


def mount_of(layout: Layout, ring: Placed) -> int | None:
    """The motor tube a ring goes round; None of a ring in an empty tube."""
    near = (
        m for m in motor_tubes(layout) if m.stage == ring.stage and m.fore_m < ring.aft_m + 1e-6 and m.aft_m > ring.fore_m - 1e-6
    )
    found = sorted(near, key=lambda m: not (m.part.id and m.part.id == ring.part.parent))
    return found[0].index if found else None


def tube_round(layout: Layout, placed: Placed) -> int:
    """The narrowest tube a part lies in: a coupler rather than the tube round it, a nose’s shoulder, a motor tube it plugs."""
    parent = next((p for p in layout.placed if p.part.id and p.part.id == placed.part.parent), None)
    if parent is not None and parent.host is not None and parent.part.from_tube:
        return parent.index
    middle = (placed.fore_m + placed.aft_m) / 2
    tubes = [p for o in layout.placed if o.part.from_tube or o.host is None for p in _cut_open(layout, o)]
    around = [p for p in tubes if p.kind == "tube" and p.inner_m > 0 and p.fore_m <= middle < p.aft_m and p.part != placed.index]
    return min(around, key=lambda p: p.inner_m).part if around else layout.host_of(placed).index


def _cut_open(layout: Layout, placed: Placed) -> Iterator[Piece]:
    cut = SECTION.find(placed.part)
    return iter(()) if cut is None else cut(layout, placed)


@SECTION.of(BodyTube)
def _tube(layout: Layout, placed: Placed[BodyTube]) -> Iterator[Piece]:
    part = placed.part
    yield Piece(placed.index, "tube", placed.fore_m, placed.aft_m, part.bore_m / 2, part.outer_diameter_m / 2)


def _turned(placed: Placed, wall_m: float | None, hole_m: float = 0.0) -> Iterator[Piece]:
    """A body whose width changes, in slices: hollow by its wall, else solid but for a hole along the axis."""
    long = placed.aft_m - placed.fore_m
    for n in range(_SLICES):
        ends = (outer_radius_m(placed.part, long * n / _SLICES), outer_radius_m(placed.part, long * (n + 1) / _SLICES))
        inner = max(0.0, min(ends) - wall_m) if wall_m is not None else hole_m
        fore, aft = placed.fore_m + long * n / _SLICES, placed.fore_m + long * (n + 1) / _SLICES
        yield Piece(placed.index, "tube" if inner > 0 else "disc", fore, aft, inner, max(ends))


@SECTION.of(NoseCone)
def _nose(layout: Layout, placed: Placed[NoseCone]) -> Iterator[Piece]:
    part, wall = placed.part, placed.part.wall_m
    yield Piece(placed.index, "disc", placed.fore_m, placed.fore_m, 0.0, 0.001)  # closed at its tip, however hollow
    yield from _turned(placed, wall)
    if part.shoulder_length_m > 0:
        across = (part.shoulder_diameter_m or part.tail_m) / 2
        inner = max(0.0, across - wall) if wall is not None else 0.0
        kind: Kind = "tube" if inner > 0 else "disc"
        yield Piece(placed.index, kind, placed.aft_m, placed.aft_m + part.shoulder_length_m, inner, across)


def _through(layout: Layout, placed: Placed) -> float:
    """Radius of the hole a motor tube makes through a solid piece of the body. [m]"""
    found = (m.part for m in motor_tubes(layout) if m.fore_m < placed.aft_m and m.aft_m > placed.fore_m)
    return max((m.outer_diameter_m / 2 + m.spread_m for m in found), default=0.0)


@SECTION.of(Transition)
def _transition(layout: Layout, placed: Placed[Transition]) -> Iterator[Piece]:
    part = placed.part
    hole = 0.0 if part.wall_m is not None else _through(layout, placed)
    yield from _turned(placed, part.wall_m, hole)
    for fore, long, neighbour in (
        (placed.fore_m - part.fore_shoulder_m, part.fore_shoulder_m, -1),
        (placed.aft_m, part.aft_shoulder_m, 1),
    ):
        if long <= 0:
            continue
        place = next(n for n, o in enumerate(layout.outer) if o.index == placed.index) + neighbour
        beside = layout.outer[place].part if 0 <= place < len(layout.outer) else None
        own = (part.front_m if neighbour < 0 else part.tail_m) / 2
        across = min(own, beside.bore_m / 2) if isinstance(beside, BodyTube) else own
        inner = max(0.0, across - part.wall_m) if part.wall_m is not None else hole
        yield Piece(placed.index, "tube" if inner > 0 else "disc", fore, fore + long, inner, across)


@SECTION.of(FinCan)
def _fin_can(layout: Layout, placed: Placed[FinCan]) -> Iterator[Piece]:
    part, bay = placed.part, placed.part.inner_diameter_m / 2
    yield Piece(placed.index, "tube", placed.fore_m, placed.aft_m, bay, (part.outer_diameter_m or 0.0) / 2)
    if part.shank_length_m > 0:
        across = (part.shank_diameter_m or part.outer_diameter_m or 0.0) / 2
        yield Piece(placed.index, "tube", placed.fore_m - part.shank_length_m, placed.fore_m, bay, across)


@SECTION.of(Coupler)
def _coupler(layout: Layout, placed: Placed[Coupler]) -> Iterator[Piece]:
    across = (placed.part.outer_diameter_m or 0.0) / 2
    yield Piece(placed.index, "tube", placed.fore_m, placed.aft_m, max(0.0, across - placed.part.wall_m), across)


@SECTION.of(MotorTube)
def _motor_tube(layout: Layout, placed: Placed[MotorTube]) -> Iterator[Piece]:
    part = placed.part
    across, off = part.outer_diameter_m / 2, part.spread_m if part.count > 1 else 0.0
    # A cluster as the room it takes; its tubes leave none along the axis that a hand could use.
    inner = 0.0 if off else part.inner_diameter_m / 2
    yield Piece(placed.index, "core", placed.fore_m, placed.aft_m, inner, off + across)
    if part.plugged:
        yield Piece(placed.index, "disc", placed.fore_m, placed.fore_m + 0.002, 0.0, off + part.inner_diameter_m / 2)


@SECTION.of(CentringRing)
def _ring(layout: Layout, placed: Placed[CentringRing]) -> Iterator[Piece]:
    part = placed.part
    yield Piece(
        placed.index, "disc", placed.fore_m, placed.aft_m, (part.inner_diameter_m or 0.0) / 2, (part.outer_diameter_m or 0.0) / 2
    )


@SECTION.of(Bulkhead, Baffle)
def _plate(layout: Layout, placed: Placed[Bulkhead | Baffle]) -> Iterator[Piece]:
    plug = next((m.part for m in motor_tubes(layout) if m.part.id and m.part.id == placed.part.parent), None)
    across = placed.part.outer_diameter_m or 0.0
    if plug is not None:
        across = min(across, plug.inner_diameter_m)
    yield Piece(placed.index, "disc", placed.fore_m, placed.aft_m, 0.0, across / 2)


@SECTION.of(FinSet)
def _tabs(layout: Layout, placed: Placed[FinSet]) -> Iterator[Piece]:
    tab = tab_of(layout, placed)
    if tab is not None:
        fore, radius = placed.fore_m + tab.fore_m, layout.radius_at((placed.fore_m + placed.aft_m) / 2)
        yield Piece(placed.index, "block", fore, fore + tab.length_m, max(0.0, radius - tab.depth_m), radius)


@SECTION.of(RailButton)
def _nut(layout: Layout, placed: Placed[RailButton]) -> Iterator[Piece]:
    if sits_in_ring(layout, placed) is None:
        middle = (placed.fore_m + placed.aft_m) / 2
        bore = layout.outer_at(middle).part.bore_m / 2
        cores = [m.part.outer_diameter_m / 2 + m.part.spread_m for m in motor_tubes(layout) if m.fore_m < middle < m.aft_m]
        high = min(NUT_HIGH_M, 0.9 * (bore - max(cores, default=0.0)))
        if high > 1e-3:
            yield Piece(placed.index, "block", middle - NUT_LONG_M / 2, middle + NUT_LONG_M / 2, bore - high, bore)


def sits_in_ring(layout: Layout, button: Placed[RailButton]) -> Placed[CentringRing] | None:
    """The ring a button's screw goes into, where one lies under it: no nut is needed then."""
    middle = (button.fore_m + button.aft_m) / 2
    rings = layout.of(CentringRing)
    # Thick enough to hold a wood screw: common practice, no source.
    return next((r for r in rings if r.part.thickness_m >= 0.005 and r.fore_m - 0.002 <= middle <= r.aft_m + 0.002), None)


@SECTION.of(MassLump)
def _lump(layout: Layout, placed: Placed[MassLump]) -> Iterator[Piece]:
    part = placed.part
    if part.kind in KEPT and not part.stands_deg:
        yield Piece(placed.index, "lump", placed.fore_m, placed.aft_m, 0.0, part.diameter_m / 2)


@SECTION.of(Piston)
def _piston(layout: Layout, placed: Placed[Piston]) -> Iterator[Piece]:
    yield Piece(placed.index, "lump", placed.fore_m, placed.aft_m, 0.0, (placed.part.outer_diameter_m or 0.0) / 2)


# What lies in a bay and comes out again: to be read, charged, switched or shown.
KEPT = frozenset({"electronics", "payload", "altimeter", "logger", "tracker", "camera"})
