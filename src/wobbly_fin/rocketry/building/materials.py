"""What a build takes: tubes to cut, sheets, glue, bought parts; against what lies in stores."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.layout import Placed
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
from wobbly_fin.rocketry.airframe.parts.fittings import RETAINERS
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.cutting import MOST_BARS, Bar, CutPlan, Piece, cut_plan
from wobbly_fin.rocketry.building.nesting import SHEETS_M, Nest, nest_fins
from wobbly_fin.rocketry.building.step import Plan
from wobbly_fin.rocketry.canopies.devices import DEVICES
from wobbly_fin.rocketry.errors import RocketryError, require_positive
from wobbly_fin.rocketry.stock.stock import StockItem

# Two tubes are the same when their outsides differ by no more than this. [m]
SAME_M = 0.0004
_UNKNOWN_LENGTH_M = 1.0
_MOST_BOUGHT = 6


@dataclass(frozen=True, slots=True, kw_only=True)
class TubeAtHand:
    """Tubes of one kind in stores. `edges`: factory ends of each. [m]"""

    key: str
    name: str
    outer_diameter_m: float
    length_m: float
    edges: int = 2
    count: int = 1

    def __post_init__(self) -> None:
        require_positive("outer_diameter", self.outer_diameter_m, 1.0)
        require_positive("length", self.length_m, 20.0)
        if self.edges not in (0, 1, 2):
            raise RocketryError("edges", "must be 0, 1 or 2: a tube has two ends")


@dataclass(frozen=True, slots=True, kw_only=True)
class SheetAtHand:
    """Sheets of one kind in stores, length along the grain. [m]"""

    key: str
    name: str
    material: str
    thickness_m: float
    length_m: float
    width_m: float
    count: int = 1

    def __post_init__(self) -> None:
        for name in ("thickness", "length", "width"):
            require_positive(name, getattr(self, f"{name}_m"), 10.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class GlueAtHand:
    """Glue left in stores. [kg]"""

    key: str
    mass_kg: float

    def __post_init__(self) -> None:
        require_positive("mass", self.mass_kg, 50.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Stores:
    """Everything at hand, and parts known to be sold."""

    tubes: tuple[TubeAtHand, ...] = ()
    sheets: tuple[SheetAtHand, ...] = ()
    glues: tuple[GlueAtHand, ...] = ()
    sold: tuple[StockItem, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class TubeCuts:
    """One kind of tube: every length of it that the plan wants, and where they come from."""

    name: str
    outer_diameter_m: float
    plan: CutPlan


@dataclass(frozen=True, slots=True, kw_only=True)
class Need:
    """A line of the shopping list. `buy` "" where stores have it."""

    what: str
    wanted: str
    have: str = ""
    buy: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Materials:
    """What a build takes.

    Attributes
    ----------
    nests : tuple of (name, nest, owned)
        A set of fins each, on sheets of stores' size where they have its wood and thickness.
    """

    cuts: tuple[TubeCuts, ...]
    nests: tuple[tuple[str, Nest, bool], ...]
    needs: tuple[Need, ...]


def materials(bench: Bench, plan: Plan, stores: Stores) -> Materials:
    """Cut list, sheets, and the shopping list against stores. A kit's tubes and fins are there already."""
    scratch = bench.schools.origin == "scratch"
    cuts = _cuts(bench, stores) if scratch else ()
    nests = _nests(bench, stores) if scratch else []
    needs = [*_tube_needs(bench, cuts), *_sheet_needs(bench, nests), *_glue_needs(bench, plan, stores)]
    if scratch:
        needs += _part_needs(bench)
    return Materials(
        cuts=tuple(cuts), nests=tuple((part.called, nest, own is not None) for part, nest, own in nests), needs=tuple(needs)
    )


def _cuts(bench: Bench, stores: Stores) -> list[TubeCuts]:
    groups: list[tuple[float, list[Placed]]] = []
    for placed in bench.layout.placed:
        outer = getattr(placed.part, "outer_diameter_m", None)
        if not outer or not placed.part.from_tube:
            continue
        group = next((g for g in groups if abs(g[0] - outer) <= SAME_M), None)
        if group is None:
            groups.append((outer, [placed]))
        else:
            group[1].append(placed)
    return [_cut_group(bench, stores, outer, rows) for outer, rows in groups]


def _cut_group(bench: Bench, stores: Stores, outer: float, rows: Sequence[Placed]) -> TubeCuts:
    pieces = []
    for placed in rows:
        count = placed.part.from_tube
        for number in range(count):
            name = placed.part.called if count == 1 else f"{placed.part.called} {number + 1}"
            # An outer tube's joints are looked at; a motor tube's ends are not.
            pieces.append(Piece(key=name, length_m=placed.part.axial_length_m, shows=isinstance(placed.part, BodyTube)))
    bought = min(_MOST_BOUGHT + len(pieces), 20)
    own = [
        Bar(key=f"{t.name}{f' ({n + 1})' if t.count > 1 else ''}", length_m=t.length_m, edges=t.edges, source=t.key)
        for t in stores.tubes
        if abs(t.outer_diameter_m - outer) <= SAME_M
        for n in range(min(t.count, 20))
    ]
    # Of a box full of offcuts the longest are looked at: what they hold the others would hold at best.
    bars = sorted(own, key=lambda b: -b.length_m)[: MOST_BARS - bought]
    name, length = _sold(outer, type(rows[0].part).TYPE, stores)
    if length < max(p.length_m for p in pieces):
        # Longer than it is sold: said as a length to look for, not hidden.
        length = max(p.length_m for p in pieces)
    bars += [Bar(key=f"{name}{f' no. {n + 1}' if n else ''}", length_m=length, bought=True) for n in range(bought)]
    return TubeCuts(name=f"{bench.size(outer)} tube", outer_diameter_m=outer, plan=cut_plan(_unique(pieces), tuple(bars)))


def _unique(pieces: Sequence[Piece]) -> tuple[Piece, ...]:
    seen: dict[str, int] = {}
    out = []
    for piece in pieces:
        seen[piece.key] = seen.get(piece.key, 0) + 1
        key = piece.key if seen[piece.key] == 1 else f"{piece.key} {seen[piece.key]}"
        out.append(Piece(key=key, length_m=piece.length_m, shows=piece.shows))
    return tuple(out)


def _sold(outer: float, type_name: str, stores: Stores) -> tuple[str, float]:
    """The tube of an outside diameter as it is sold, and its length; else a metre of it."""
    found = [
        i
        for i in stores.sold
        if i.type in (type_name, "body_tube") and abs(float(i.figures.get("outer_diameter_m") or 0) - outer) <= SAME_M
    ]
    if not found:
        return "a tube", _UNKNOWN_LENGTH_M
    best = max(found, key=lambda i: (i.type == type_name, float(i.figures["length_m"])))
    return best.name, float(best.figures["length_m"])


_Nested = tuple[FinSet, Nest, SheetAtHand | None]


def _nests(bench: Bench, stores: Stores) -> list[_Nested]:
    out = []
    for placed in bench.layout.of(FinSet):
        part = placed.part
        if part.moulded:
            continue
        own = _own_sheet(part, stores)
        sheet = (own.length_m, own.width_m) if own else SHEETS_M.get(part.material or "")
        out.append((part, nest_fins(bench.layout, placed, sheet), own))
    return out


def _own_sheet(part: FinSet, stores: Stores) -> SheetAtHand | None:
    return next(
        (
            s
            for s in stores.sheets
            if s.material == part.material and abs(s.thickness_m - part.thickness_m) <= 0.15e-3 and s.count
        ),
        None,
    )


def _tube_needs(bench: Bench, cuts: Sequence[TubeCuts]) -> list[Need]:
    out = []
    for group in cuts:
        bought = [c for c in group.plan.bars if c.bar.bought]
        own = [c for c in group.plan.bars if not c.bar.bought]
        pieces = sum(len(c.pieces) for c in group.plan.bars)
        wanted = f"{pieces} {'length' if pieces == 1 else 'lengths'}"
        have = f"{len(own)} in stores" if own else ""
        buy = f"{len(bought)} × {bought[0].bar.key.split(' no. ')[0]}, {bench.size(bought[0].bar.length_m)}" if bought else ""
        out.append(Need(what=group.name, wanted=wanted, have=have, buy=buy))
    return out


def _sheet_needs(bench: Bench, nests: Sequence[_Nested]) -> list[Need]:
    out = []
    taken: dict[str, int] = {}
    for part, nest, own in nests:
        # A sheet that one set of fins is cut from is gone for the next.
        have = max(own.count - taken.get(own.key, 0), 0) if own else 0
        if own:
            taken[own.key] = taken.get(own.key, 0) + nest.sheets
        stuff = part.made_of.name if part.made_of else "sheet"
        size = f"{bench.size(nest.sheet_m[0])} × {bench.size(nest.sheet_m[1])}"
        lacking = max(nest.sheets - have, 0)
        out.append(
            Need(
                what=f"{stuff} {bench.size(part.thickness_m)}",
                wanted=f"{nest.sheets} {'sheet' if nest.sheets == 1 else 'sheets'} of {size}",
                have=f"{have} in stores" if have else "",
                buy=f"{lacking} of {size}" if lacking else "",
            )
        )
    return out


def _glue_needs(bench: Bench, plan: Plan, stores: Stores) -> list[Need]:
    wanted: dict[str, float] = {}
    for step in plan.steps:
        if step.gluing is not None and step.gluing.key:
            wanted[step.gluing.key] = wanted.get(step.gluing.key, 0.0) + step.gluing.mass_kg
    left = {g.key: g.mass_kg for g in stores.glues}
    out = []
    for key, mass in wanted.items():
        have = left.get(key)
        enough = have is not None and have >= mass
        out.append(
            Need(
                what=bench.glue(key).name,
                wanted=bench.mass(mass) if mass > 0 else "a little",
                have=f"{bench.mass(have)} in stores" if have is not None else "",
                buy="" if enough else (bench.mass(mass - (have or 0.0)) if mass > 0 else "the smallest"),
            )
        )
    return out


# How a part is bought: its size in the words of a shop; empty where this one is not.
BOUGHT: Aspect[Callable[[Bench, Any], str]] = Aspect("stock")
BOUGHT.none("tube", BodyTube, MotorTube, Coupler, TubeFins, RingFin, Pods)
BOUGHT.none("sheet", FinSet)
BOUGHT.none("made", Transition, FinCan, VentHoles, Joint, Allowance, DisplayPart)
BOUGHT.of(NoseCone)(lambda bench, p: bench.size(p.base_diameter_m or 0.0))
BOUGHT.of(CentringRing)(
    lambda bench, p: (
        f"{bench.size(p.inner_diameter_m or 0)} in {bench.size(p.outer_diameter_m or 0)}, {bench.size(p.thickness_m)}"
    )
)
BOUGHT.of(Bulkhead)(lambda bench, p: f"{bench.size(p.outer_diameter_m or 0)}, {bench.size(p.thickness_m)}")
BOUGHT.of(Baffle)(lambda bench, p: f"{bench.size(p.outer_diameter_m or 0)} outside, {bench.size(p.length_m)}")
BOUGHT.of(Retainer)(lambda bench, p: "" if p.kind == "tape" else RETAINERS[p.kind])
BOUGHT.of(LaunchLug)(lambda bench, p: "" if p.one_piece else f"{bench.size(p.length_m)} of {bench.size(p.inner_diameter_m)} bore")
BOUGHT.of(RailButton)(lambda bench, p: bench.size(p.diameter_m))
BOUGHT.of(CanopyPack)(lambda bench, p: f"{DEVICES[p.kind].name}, {bench.size(p.diameter_m or p.length_m or 0.0)}")
BOUGHT.of(Cord)(lambda bench, p: f"{bench.size(p.length_m)}{' of ' + p.made_of.name if p.made_of else ''}")
BOUGHT.of(Anchor)(lambda bench, p: bench.size(p.length_m) if p.kind in ("eye_bolt", "u_bolt") else "")
BOUGHT.of(MassLump)(lambda bench, p: bench.mass(p.mass_kg or 0.0) if p.kind == "ballast" else "")
BOUGHT.of(Device)(lambda bench, p: bench.mass(p.mass_kg or 0.0))


def _part_needs(bench: Bench) -> list[Need]:
    """Parts that come as they are. Which of them lie in a drawer nobody has told."""
    out = []
    for placed in bench.layout.placed:
        part = placed.part
        said = BOUGHT.find(part)
        wanted = said(bench, part) if said is not None and not (part.material or "").startswith("printed") else ""
        if wanted:
            out.append(Need(what=part.called, wanted=wanted, buy="look in the drawer"))
    return out
