"""Fin tabs through the wall: what the rings and the motor tube leave for them."""

from typing import NamedTuple

from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import CentringRing, FinSet, MotorTube
from wobbly_fin.rocketry.airframe.planform import Corner, corners


class Tab(NamedTuple):
    """One fin's tab. `fore_m` is behind the root's leading edge; `depth_m` is below the body's surface. [m]"""

    fore_m: float
    length_m: float
    depth_m: float


def tab_of(layout: Layout, placed: Placed) -> Tab | None:
    """The tab of a fin set, as told or as long as the rings leave; None for what sits on the surface, or where nothing is left."""
    fin = placed.part
    if not isinstance(fin, FinSet) or not fin.through_wall:
        return None
    radius = layout.radius_at((placed.fore_m + placed.aft_m) / 2)
    mounts = [m for m in layout.of(MotorTube) if m.fore_m < placed.aft_m and m.aft_m > placed.fore_m]
    depth = fin.tab_depth_m
    if depth is None:
        inner = max((m.part.outer_diameter_m / 2 for m in mounts if m.part.count == 1), default=0.0)
        depth = radius - inner
    fore, aft = placed.fore_m, placed.aft_m
    for ring in layout.of(CentringRing):
        middle = (ring.fore_m + ring.aft_m) / 2
        if ring.aft_m > placed.fore_m and ring.fore_m < placed.aft_m:
            if middle < (placed.fore_m + placed.aft_m) / 2:
                fore = max(fore, ring.aft_m)
            else:
                aft = min(aft, ring.fore_m)
    start = fore - placed.fore_m if fin.tab_fore_m is None else fin.tab_fore_m
    length = aft - fore if fin.tab_length_m is None else fin.tab_length_m
    return Tab(start, length, depth) if length > 0 and depth > 0 else None


def cut_outline(layout: Layout, placed: Placed[FinSet]) -> tuple[Corner, ...]:
    """A fin with its tab as it is cut, x along the root, y outwards. [m]"""
    outline = corners(placed.part)
    tab = tab_of(layout, placed)
    if tab is None:
        return outline
    fore, aft, deep = tab.fore_m, tab.fore_m + tab.length_m, -tab.depth_m
    return (*outline, (aft, 0.0), (aft, deep), (fore, deep), (fore, 0.0))
