"""What of a rocket is fixed for good, as drawn and as what opens it asks: the assembly when it is finished."""

from collections.abc import Iterable
from functools import lru_cache

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.assembly.pieces import HELD, Piece, tube_round
from wobbly_fin.rocketry.assembly.stand import Join, Stand, Way
from wobbly_fin.rocketry.recovery.closures import Closure, closures_of, separations_of
from wobbly_fin.rocketry.recovery.opens import planned
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan


def every_closure(layout: Layout) -> tuple[Closure, ...]:
    """Of all stages and between them, from the front."""
    stages = {o.stage for o in layout.outer}
    within = [c for s in sorted(stages) for c in closures_of(layout, s)]
    return tuple(sorted((*within, *separations_of(layout)), key=lambda c: (c.station_m, c.end == "aft")))


Opens = frozenset[tuple[int, str]]  # joining parts and which of their ends


@lru_cache(maxsize=256)
def must_open(layout: Layout, plan: RecoveryPlan) -> Opens:
    """The joints that part in flight: at an event of the plan, or where stages come apart."""
    events = {(o.closure.part, o.closure.end) for o in planned(layout, plan) if o.closure is not None}
    return frozenset(events | {(c.part, c.end) for c in separations_of(layout)})


def opens_in_flight(closure: Closure, opens: Opens) -> bool:
    """Whether a joint is one of those."""
    return (closure.part, closure.end) in opens


def held_for_good(closure: Closure, opens: Opens) -> bool:
    """Whether a joint is glued; one that must open in flight never is."""
    return closure.kind == "glued" and not opens_in_flight(closure, opens)


def other_side(closure: Closure) -> int:
    """The outer part a joining part is held to at this end of it."""
    if closure.part == closure.fore:
        return closure.aft
    if closure.part == closure.aft:
        return closure.fore
    return closure.fore if closure.end == "fore" else closure.aft


def fixed(layout: Layout, opens: Opens, loose: Iterable[int] = ()) -> tuple[Join, ...]:
    """Everything that is glued when the rocket is finished; `loose`: lids that stay removable."""
    closures, free = every_closure(layout), set(loose)
    out = [Join(c.part, other_side(c)) for c in closures if held_for_good(c, opens)]
    joining = {c.part for c in closures}
    for placed in layout.placed:
        held = HELD.find(placed.part)
        if held is not None and placed.index not in free | joining:
            out += [Join(placed.index, to, slides=not placed.part.stands_deg) for to in held(layout, placed)]
    return tuple(out)


def kept_things(stand: Stand) -> list[Piece]:
    """What lies loose in the body and must come out again."""
    return [p for p in stand.pieces if p.kind == "lump"]


def comes_out(stand: Stand, thing: Piece) -> tuple[bool, tuple[Way, ...]]:
    """Whether something in a bay gets out of it, and by what ways."""
    ways = stand.way_out(thing.part)
    return any(w.gap_m >= max(2 * thing.outer_m, 1e-3) for w in ways), ways


@lru_cache(maxsize=256)
def loose_lids(layout: Layout, opens: Opens) -> frozenset[int]:
    """Lids that must stay removable, so that what lies behind them comes out: as few as will do."""
    lids = [p.index for p in layout.placed if p.part.CLOSES]
    glued_at = {(c.part, c.end) for c in every_closure(layout) if held_for_good(c, opens)}
    loose: set[int] = set()
    for thing in kept_things(Stand.of(layout)):
        if comes_out(Stand.of(layout).after(fixed(layout, opens, loose)), thing)[0]:
            continue
        walls = _walls_of(layout, thing, lids)
        # First the one on the side where the joint comes apart.
        walls.sort(
            key=lambda n: (
                (tube_round(layout, layout.placed[n]), "aft" if layout.placed[n].fore_m > thing.fore_m else "fore") in glued_at
            )
        )
        for trial in (*({n} for n in walls), set(walls)):
            if comes_out(Stand.of(layout).after(fixed(layout, opens, loose | trial)), thing)[0]:
                loose |= trial
                break
    return frozenset(loose)


def _walls_of(layout: Layout, thing: Piece, lids: list[int]) -> list[int]:
    """The lids next to it, behind and ahead."""
    behind = [n for n in lids if layout.placed[n].fore_m >= thing.fore_m]
    ahead = [n for n in lids if layout.placed[n].fore_m < thing.fore_m]
    return [
        *([min(behind, key=lambda n: layout.placed[n].fore_m)] if behind else []),
        *([max(ahead, key=lambda n: layout.placed[n].fore_m)] if ahead else []),
    ]
