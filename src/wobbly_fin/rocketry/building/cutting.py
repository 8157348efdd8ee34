"""Which stock tube each length comes from: fewest cuts, factory edges where they show, offcuts put back.

A cutting-stock problem, solved with OR-Tools' CP-SAT.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

from wobbly_fin.rocketry.errors import RocketryError, require_positive

KERF_M = 0.001  # a blade and the sanding after it: our own figure
KEEP_M = 0.030  # a shorter offcut is not worth its place in the box: our own figure
MOST_PIECES = 60
MOST_BARS = 60
_UNIT_M = 0.0001
_PATIENCE_S = 1.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Piece:
    """A length that is wanted; `shows` if one of its ends wants to be a factory edge. [m]"""

    key: str
    length_m: float
    shows: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Bar:
    """A tube. `edges`: how many of its ends are the factory's. `bought`: has to be bought first; else `source` is its key in stores. [m]"""

    key: str
    length_m: float
    edges: int = 2
    bought: bool = False
    source: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class CutBar:
    """A tube with the pieces cut from it, in order from one end, and what is left. [m]"""

    bar: Bar
    pieces: tuple[Piece, ...]
    left_m: float
    cuts: int

    @property
    def kept(self) -> bool:
        """Whether what is left goes back into stores."""
        return self.left_m >= KEEP_M


@dataclass(frozen=True, slots=True, kw_only=True)
class CutPlan:
    """Every piece's tube; `missing` are pieces no tube is long enough for, `plain` show a cut edge for want of factory ones."""

    bars: tuple[CutBar, ...]
    missing: tuple[Piece, ...] = ()
    plain: tuple[str, ...] = ()
    proven: bool = True

    @property
    def cuts(self) -> int:
        """Of the whole plan."""
        return sum(b.cuts for b in self.bars)


@lru_cache(maxsize=64)
def cut_plan(pieces: tuple[Piece, ...], bars: tuple[Bar, ...]) -> CutPlan:
    """What to cut from what.

    Buys as few tubes as it must, cuts as seldom as it can, gives factory edges to pieces that show, and leaves the longest rest.

    Raises
    ------
    RocketryError
        For lengths that are no lengths, or more of anything than a workshop has.
    """
    for name, rows in (("pieces", pieces), ("bars", bars)):
        if len(rows) > (MOST_PIECES if name == "pieces" else MOST_BARS):
            raise RocketryError(name, f"has {len(rows)} entries; {MOST_PIECES} are plenty")
        for row in rows:
            require_positive("length_m", row.length_m, 20.0)
    longest = max((b.length_m for b in bars), default=0.0)
    missing = tuple(p for p in pieces if p.length_m > longest + 1e-9)
    wanted = [p for p in pieces if p not in missing]
    if not wanted:
        return CutPlan(bars=(), missing=missing)
    found = _solve(wanted, bars)
    if found is None:
        # Not enough of it for all: the longest are left for the shop.
        shortest = sorted(wanted, key=lambda p: p.length_m)
        rest = cut_plan(tuple(shortest[:-1]), bars)
        return CutPlan(bars=rest.bars, missing=(*missing, *rest.missing, shortest[-1]), plain=rest.plain, proven=rest.proven)
    return CutPlan(bars=found[0], missing=missing, plain=found[1], proven=found[2])


def _solve(wanted: Sequence[Piece], bars: Sequence[Bar]) -> tuple[tuple[CutBar, ...], tuple[str, ...], bool] | None:
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    length = [round(p.length_m / _UNIT_M) for p in wanted]
    room = [round(b.length_m / _UNIT_M) for b in bars]
    kerf = round(KERF_M / _UNIT_M)
    on = [[model.new_bool_var("") for _ in bars] for _ in wanted]
    edge = [[model.new_bool_var("") for _ in bars] for _ in wanted]
    used, whole = [model.new_bool_var("") for _ in bars], [model.new_bool_var("") for _ in bars]
    for i in range(len(wanted)):
        model.add_exactly_one(on[i])
        for j in range(len(bars)):
            model.add_implication(edge[i][j], on[i][j])
            model.add_implication(on[i][j], used[j])
    cuts, leftovers = [], []
    for j, bar in enumerate(bars):
        count = sum(on[i][j] for i in range(len(wanted)))
        taken = sum(length[i] * on[i][j] for i in range(len(wanted)))
        cut = model.new_int_var(0, len(wanted), "")
        # A bar used up without a rest needs one cut less than it gives pieces.
        model.add(taken + kerf * (count - 1) == room[j]).only_enforce_if(whole[j])
        model.add(taken + kerf * count <= room[j]).only_enforce_if(whole[j].negated())
        model.add_implication(whole[j], used[j])
        model.add(cut == count - whole[j])
        cuts.append(cut)
        model.add(sum(edge[i][j] for i in range(len(wanted)) if wanted[i].shows) <= bar.edges)
        left = model.new_int_var(0, room[j], "")
        model.add(left <= room[j] - taken).only_enforce_if(used[j])
        model.add(left == 0).only_enforce_if(used[j].negated())
        leftovers.append(left)
    longest = model.new_int_var(0, max(room), "")
    # The most useful rest is one long one; squares would say it better, the largest says it well enough.
    model.add_max_equality(longest, leftovers)
    for j in range(len(bars) - 1):
        a, b = bars[j], bars[j + 1]
        if (a.length_m, a.edges, a.bought) == (b.length_m, b.edges, b.bought):
            # Alike: the first of them first, which spares the search its mirror images.
            model.add_implication(used[j + 1], used[j])
    bought = sum(used[j] for j, b in enumerate(bars) if b.bought)
    plain = sum(1 - sum(edge[i]) for i in range(len(wanted)) if wanted[i].shows)
    big = max(room) + 1
    opened = sum(used)
    model.minimize(big * 1000 * 100 * bought + big * 100 * sum(cuts) + big * 30 * plain + big * 3 * opened - longest)
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = _PATIENCE_S
    solver.parameters.num_workers = 2
    solver.parameters.random_seed = 1
    status = solver.solve(model)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    out = []
    given: set[str] = set()
    for j, bar in enumerate(bars):
        here = [i for i in range(len(wanted)) if solver.value(on[i][j])]
        if not here:
            continue
        edged = [i for i in here if wanted[i].shows and solver.value(edge[i][j])]
        given |= {wanted[i].key for i in edged}
        # Factory edges at the two ends; the rest, if any, stays at the far end unless a second edge is wanted there.
        first, last = edged[:1], edged[1:2]
        order = first + [i for i in here if i not in edged] + edged[2:] + last
        used_m = sum(wanted[i].length_m for i in here)
        number = solver.value(cuts[j])
        out.append(
            CutBar(
                bar=bar,
                pieces=tuple(wanted[i] for i in order),
                left_m=max(0.0, bar.length_m - used_m - KERF_M * number),
                cuts=number,
            )
        )
    bare = tuple(p.key for p in wanted if p.shows and p.key not in given)
    return tuple(out), bare, status == cp_model.OPTIMAL
