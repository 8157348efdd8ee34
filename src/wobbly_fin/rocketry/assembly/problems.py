"""What no order of steps can mend: parts that want the same room, hang on nothing, are shut in, or shut what must open."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import CanopyPack, Retainer
from wobbly_fin.rocketry.assembly.finished import (
    Opens,
    comes_out,
    every_closure,
    fixed,
    kept_things,
    loose_lids,
    opens_in_flight,
)
from wobbly_fin.rocketry.assembly.pieces import HELD, Piece
from wobbly_fin.rocketry.assembly.stand import GIVE_M, Join, Stand
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
        *_whole(stand), *_fits(stand), *_loose(stand, fixed(layout, opens)), *_joints(layout, opens), *_shut_in(stand), *_motors(stand),
        *_screws(layout),
    )  # fmt: skip


def _whole(stand: Stand) -> Iterator[Problem]:
    layout = stand.layout
    first = layout.outer[0]
    if not any(p.kind == "disc" and p.inner_m == 0.0 and p.fore_m < first.aft_m for p in stand.pieces):
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


def _loose(stand: Stand, joins: Sequence[Join]) -> Iterator[Problem]:
    """What hangs on nothing, or lies outside the rocket."""
    layout = stand.layout
    for placed in layout.placed:
        if HELD.find(placed.part) is not None and (placed.fore_m > layout.length_m + 1e-3 or placed.aft_m < -1e-3):
            yield Problem(code="outside", parts=(placed.index,), values={"at_m": placed.fore_m, "long_m": layout.length_m})
    cores = {p.part for p in stand.pieces if p.kind == "core"}
    gaps = {(j.part, j.to): _gap_m(stand, j) for j in joins if j.slides}
    for (part, to), gap in gaps.items():
        if gap <= FLOATS_M / 2:
            continue
        # A motor tube is held by rings, lids and tabs; everything else by its own fit.
        carried = part in cores and any(j.to == part or _gap_m(stand, Join(j.part, part)) == 0.0 for j in joins if j.part != part)
        if not carried:
            yield Problem(code="floats", parts=(part, to), values={"gap_m": gap})


def _gap_m(stand: Stand, join: Join) -> float:
    """Air between a part and what it is fixed to, where they lie beside one another. [m]"""
    found = [
        max(0.0, a.inner_m - b.outer_m, b.inner_m - a.outer_m)
        for a in stand.pieces
        if a.part == join.part
        for b in stand.pieces
        if b.part == join.to and a.along(b, -1e-3)
    ]
    return min(found, default=0.0)


def _joints(layout: Layout, opens: Opens) -> Iterator[Problem]:
    for closure in every_closure(layout):
        if opens_in_flight(closure, opens) and closure.kind in FIXED:
            parts = (*((closure.joint,) if closure.joint is not None else ()), closure.part, closure.fore, closure.aft)
            yield Problem(code="opening_fixed", parts=tuple(dict.fromkeys(parts)))
        fore, aft = layout.placed[closure.fore], layout.placed[closure.aft]
        meet = closure.part == closure.aft and fore.part.from_tube and aft.part.from_tube and fore.stage == aft.stage
        within = aft.part.front_m <= fore.part.bore_m + GIVE_M or fore.part.tail_m <= aft.part.bore_m + GIVE_M
        if meet and not within:
            yield Problem(code="no_joiner", parts=(fore.index, aft.index))


def _shut_in(stand: Stand) -> Iterator[Problem]:
    layout = stand.layout
    for thing in kept_things(stand):
        out, ways = comes_out(stand, thing)
        if not out:
            best = max(ways, key=lambda w: w.gap_m)
            parts = (thing.part,) if best.narrowed_by is None else (thing.part, best.narrowed_by)
            yield Problem(code="sealed_in", parts=parts, values={"wide_m": 2 * thing.outer_m, "bore_m": best.gap_m})
    for pack in layout.of(CanopyPack):
        if pack.part.kind in PACKED_KINDS and pack.host is not None and all(w.gap_m < CLOTH_M for w in stand.way_out(pack.index)):
            by = max(stand.way_out(pack.index), key=lambda w: w.gap_m).narrowed_by
            yield Problem(
                code="sealed_in", parts=(pack.index,) if by is None else (pack.index, by), values={"wide_m": 0.0, "bore_m": 0.0}
            )


def _motors(stand: Stand) -> Iterator[Problem]:
    """A motor goes in from behind, and its case comes out there."""
    for core in [p for p in stand.pieces if p.kind == "core"]:
        part = stand.layout.placed[core.part].part
        bay = part.motor_bay
        wide = 2 * part.off_axis_m(0.0) + (bay.diameter_m if bay is not None else 0.0)
        behind = [
            p
            for p in stand.pieces_in(stand.group(core.part))
            if p.part != core.part and p.kind in ("tube", "disc") and p.aft_m > core.aft_m + 1e-3 and p.fore_m > core.fore_m
        ]
        tight = min(behind, key=lambda p: p.inner_m, default=None)
        if tight is not None and 2 * tight.inner_m < wide - 1e-3:
            yield Problem(
                code="motor_shut_in", parts=(tight.part, core.part), values={"wide_m": wide, "bore_m": 2 * tight.inner_m}
            )


def _screws(layout: Layout) -> Iterator[Problem]:
    """A screw through the side holds the case from behind: there must be tube behind it."""
    for retainer in layout.of(Retainer):
        mount = next((m for m in layout.placed if m.stage == retainer.stage and m.part.motor_bay is not None), None)
        if retainer.part.kind == "screw" and mount is not None:
            room = screw_room_m(layout, mount)
            if room < SCREW_M:
                yield Problem(code="no_room_for_screw", parts=(retainer.index, mount.index), values={"room_m": max(room, 0.0)})


def screw_room_m(layout: Layout, mount: Placed) -> float:
    """Tube that is left behind the end of a motor's case. [m]"""
    case_end = mount.aft_m + getattr(mount.part, "overhang_m", 0.0)
    return max(mount.aft_m, layout.host_of(mount).aft_m) - case_end
