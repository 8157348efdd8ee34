"""What no order of steps can mend: parts that want the same room, hang on nothing, are shut in, or shut what must open."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from itertools import pairwise
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Layout, Placed, holds
from wobbly_fin.rocketry.airframe.parts import (
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Coupler,
    DisplayPart,
    FinCan,
    MotorTube,
    Pods,
    Retainer,
)
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.assembly.finished import (
    Opens,
    comes_out,
    every_closure,
    fixed,
    host_tube,
    kept_things,
    loose_lids,
    mount_of,
    opens_in_flight,
)
from wobbly_fin.rocketry.assembly.pieces import Piece
from wobbly_fin.rocketry.assembly.stand import GIVE_M, Stand
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS
from wobbly_fin.rocketry.recovery.closures import FIXED

Code = Literal[
    "does_not_fit", "same_room", "floats", "outside", "no_joiner", "no_mount", "no_nose", "opening_fixed", "sealed_in", "motor_shut_in",
    "no_room_for_screw", "out_of_reach", "no_way_in", "unfinished",
]  # fmt: skip
# More play across than glue fills (our own figure).
FLOATS_M = 0.003
CLOTH_M = 0.008  # what a canopy is pulled through at the least (our own figure)
SCREW_M = 0.004  # tube a side screw needs behind the case (our own figure)


@dataclass(frozen=True, slots=True, kw_only=True)
class Problem:
    """One thing no order mends: the parts it is about, the one to be changed first, and the figures of its sentence. [m]"""

    code: Code
    parts: tuple[int, ...]
    values: Mapping[str, float] = field(default_factory=dict)


@lru_cache(maxsize=256)
def problems_of(layout: Layout, opens: Opens) -> tuple[Problem, ...]:
    """Of the drawing itself, whatever the order; `opens`: see `finished.must_open`."""
    stand = Stand.of(layout).after(fixed(layout, opens, loose_lids(layout, opens)))
    return (
        *_whole(layout), *_fits(stand), *_loose(layout), *_joints(layout, opens), *_shut_in(stand), *_motors(stand), *_screws(layout),
    )  # fmt: skip


def _whole(layout: Layout) -> Iterator[Problem]:
    first = layout.outer[0]
    if holds(first, BodyTube) and not any(b.fore_m < first.aft_m for b in layout.of(Bulkhead)):
        yield Problem(code="no_nose", parts=(first.index,))
    for stage in sorted({o.stage for o in layout.outer}):
        if not any(p.part.motor_bay is not None for p in layout.placed if p.stage == stage):
            yield Problem(code="no_mount", parts=tuple(o.index for o in layout.outer if o.stage == stage)[-1:])


def _fits(stand: Stand) -> Iterator[Problem]:
    for one, other in stand.overlaps():
        plug, bore = _plug_and_bore(one, other)
        if plug is None:
            parts = sorted((one, other), key=lambda p: p.fore_m)
            low, high = max(one.fore_m, other.fore_m), min(one.aft_m, other.aft_m)
            yield Problem(code="same_room", parts=(parts[1].part, parts[0].part), values={"by_m": high - low, "at_m": low})
        else:
            yield Problem(
                code="does_not_fit", parts=(plug.part, bore.part), values={"wide_m": 2 * plug.outer_m, "bore_m": 2 * bore.inner_m}
            )


def _plug_and_bore(one: Piece, other: Piece) -> tuple[Piece, Piece] | tuple[None, Piece]:
    """Which of two should have gone into the other; none where they merely want the same place."""
    for plug, bore in ((one, other), (other, one)):
        goes_in = bore.kind in ("tube", "core") and bore.inner_m > 0 and plug.inner_m < bore.inner_m < plug.outer_m
        round_it = bore.kind == "disc" and plug.kind == "core" and 0 < bore.inner_m < plug.outer_m
        if (goes_in and plug.kind != "block" and bore.outer_m > plug.outer_m - 4 * (bore.outer_m - bore.inner_m)) or round_it:
            return plug, bore
    return None, one


def _loose(layout: Layout) -> Iterator[Problem]:
    """What hangs on nothing, or lies outside the rocket."""
    for placed in layout.placed:
        stands = (bool(placed.part.stands_deg) or placed.host is not None) and not isinstance(placed.part, Retainer | DisplayPart)
        if stands and (placed.fore_m > layout.length_m + 1e-3 or placed.aft_m < -1e-3):
            yield Problem(code="outside", parts=(placed.index,), values={"at_m": placed.fore_m, "long_m": layout.length_m})
    for disc in layout.of(CentringRing, Bulkhead, Baffle, Coupler):
        host = layout.placed[host_tube(layout, disc)] if holds(disc, Bulkhead) else layout.host_of(disc)
        bore = _bore_m(host)
        across = disc.part.outer_diameter_m or bore
        if bore - across > FLOATS_M:
            yield Problem(code="floats", parts=(disc.index, host.index), values={"gap_m": (bore - across) / 2})
    for ring in layout.of(CentringRing):
        mount = mount_of(layout, ring)
        core = layout.placed[mount].part if mount is not None else None
        if isinstance(core, MotorTube) and core.count == 1 and ring.part.inner_diameter_m:
            gap = ring.part.inner_diameter_m - core.outer_diameter_m
            if gap > FLOATS_M:
                yield Problem(code="floats", parts=(ring.index, mount or 0), values={"gap_m": gap / 2})
    for tube in layout.of(MotorTube):
        gap = layout.host_of(tube).part.bore_m - tube.part.outer_diameter_m - 2 * (tube.part.spread_m if tube.part.count > 1 else 0.0)
        if gap > FLOATS_M and not _held(layout, tube):
            yield Problem(code="floats", parts=(tube.index, layout.host_of(tube).index), values={"gap_m": gap / 2})


def _bore_m(host: Placed) -> float:
    part = host.part
    if isinstance(part, Coupler):
        return (part.outer_diameter_m or 0.0) - 2 * part.wall_m
    return part.inner_diameter_m if isinstance(part, MotorTube) else part.bore_m


def _held(layout: Layout, tube: Placed[MotorTube]) -> bool:
    rings = any(r.aft_m > tube.fore_m - 1e-6 and r.fore_m < tube.aft_m + 1e-6 for r in layout.of(CentringRing, Bulkhead))
    tabs = any(tab_of(layout, p) is not None and p.fore_m < tube.aft_m and p.aft_m > tube.fore_m for p in layout.placed)
    return rings or tabs


def _joints(layout: Layout, opens: Opens) -> Iterator[Problem]:
    for closure in every_closure(layout):
        if opens_in_flight(closure, opens) and closure.kind in FIXED:
            parts = (*((closure.joint,) if closure.joint is not None else ()), closure.part, closure.fore, closure.aft)
            yield Problem(code="opening_fixed", parts=tuple(dict.fromkeys(parts)))
    couplers = layout.of(Coupler)
    for fore, aft in pairwise(layout.outer):
        meet = isinstance(fore.part, BodyTube) and isinstance(aft.part, BodyTube) and fore.stage == aft.stage
        spans = any(c.fore_m < aft.fore_m - 1e-4 and c.aft_m > aft.fore_m + 1e-4 for c in couplers)
        within = aft.part.front_m <= fore.part.bore_m + GIVE_M or fore.part.tail_m <= aft.part.bore_m + GIVE_M
        if meet and not spans and not within:
            yield Problem(code="no_joiner", parts=(fore.index, aft.index))


def _shut_in(stand: Stand) -> Iterator[Problem]:
    layout = stand.layout
    for thing in kept_things(layout):
        out, ways = comes_out(stand, thing)
        if not out:
            best = max(ways, key=lambda w: w.gap_m)
            parts = (thing.index,) if best.narrowed_by is None else (thing.index, best.narrowed_by)
            yield Problem(code="sealed_in", parts=parts, values={"wide_m": thing.part.diameter_m, "bore_m": best.gap_m})
    for pack in layout.of(CanopyPack):
        if pack.part.kind in PACKED_KINDS and pack.host is not None and all(w.gap_m < CLOTH_M for w in stand.way_out(pack.index)):
            by = max(stand.way_out(pack.index), key=lambda w: w.gap_m).narrowed_by
            yield Problem(
                code="sealed_in", parts=(pack.index,) if by is None else (pack.index, by), values={"wide_m": 0.0, "bore_m": 0.0}
            )


def _motors(stand: Stand) -> Iterator[Problem]:
    """A motor goes in from behind, and its case comes out there."""
    for tube in stand.layout.of(MotorTube):
        wide = tube.part.inner_diameter_m + 2 * (tube.part.spread_m if tube.part.count > 1 else 0.0)
        for piece in stand.pieces_in(stand.group(tube.index)):
            if piece.part != tube.index and piece.aft_m > tube.aft_m + 1e-3 and piece.fore_m > tube.fore_m and 2 * piece.inner_m < wide - 1e-3:
                if piece.kind in ("tube", "disc"):
                    yield Problem(
                        code="motor_shut_in", parts=(piece.part, tube.index), values={"wide_m": wide, "bore_m": 2 * piece.inner_m}
                    )
                    break


def _screws(layout: Layout) -> Iterator[Problem]:
    """A screw through the side holds the case from behind: there must be tube behind it."""
    for retainer in layout.of(Retainer):
        if retainer.part.kind != "screw":
            continue
        mount = next((m for m in layout.of(MotorTube, FinCan, Pods) if m.stage == retainer.stage), None)
        if mount is not None:
            room = screw_room_m(layout, mount)
            if room < SCREW_M:
                yield Problem(code="no_room_for_screw", parts=(retainer.index, mount.index), values={"room_m": max(room, 0.0)})


def screw_room_m(layout: Layout, mount: Placed) -> float:
    """Tube that is left behind the end of a motor's case. [m]"""
    case_end = mount.aft_m + getattr(mount.part, "overhang_m", 0.0)
    return max(mount.aft_m, layout.host_of(mount).aft_m) - case_end
