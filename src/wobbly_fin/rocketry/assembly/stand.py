"""The assembly at one moment: what is fixed to what, and hence what slides in, what is in the way and where hands and tools get."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from itertools import pairwise
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.assembly.pieces import Piece, pieces_of
from wobbly_fin.rocketry.errors import require_positive

End = Literal["fore", "aft"]
Tool = Literal["fingers", "stick"]
GIVE_M = 1e-4  # what a few strokes of sandpaper take off, all round (our own figure)
ENDS: tuple[End, ...] = ("fore", "aft")


@dataclass(frozen=True, slots=True, kw_only=True)
class Hands:
    """How far this builder reaches into a tube. [m]

    Parameters
    ----------
    hand_m, hand_wide_m : float
        A hand with its arm, and the gap it needs (common practice, no source: 0.4–0.6 m into a tube wider than the hand).
    finger_m, finger_wide_m : float
        A finger, and the gap it needs.
    stick_wide_m : float
        What a stick needs: it gets to any depth, but ties no knot.
    """

    hand_m: float = 0.45
    hand_wide_m: float = 0.085
    finger_m: float = 0.07
    finger_wide_m: float = 0.014
    stick_wide_m: float = 0.004

    def __post_init__(self) -> None:
        for name in ("hand_m", "hand_wide_m", "finger_m", "finger_wide_m", "stick_wide_m"):
            require_positive(name, getattr(self, name), 2.0)

    def reach_m(self, tool: Tool, gap_m: float) -> float:
        """How deep a tool gets through a gap. [m]"""
        if tool == "stick":
            return float("inf") if gap_m >= self.stick_wide_m else 0.0
        if gap_m >= self.hand_wide_m:
            return self.hand_m
        return self.finger_m if gap_m >= self.finger_wide_m else 0.0


USUAL_HANDS = Hands()


@dataclass(frozen=True, slots=True)
class Way:
    """From an open end to a place: how far, how narrow, and what makes it so. [m]

    Attributes
    ----------
    narrowed_by : int or None
        The part at its narrowest; None in the open.
    """

    end: End
    far_m: float
    gap_m: float
    narrowed_by: int | None = None


@dataclass(frozen=True, slots=True)
class Join:
    """That one part is fixed to another where the drawing has it; `slides`: along the axis, in from one of `ends`; else put on from outside."""

    part: int
    to: int
    slides: bool = True
    ends: tuple[End, ...] = ENDS


@dataclass(frozen=True, slots=True)
class Hit:
    """What is in the way of something that slides."""

    moving: int
    standing: int


@dataclass(frozen=True)
class Stand:
    """Parts of a layout, some of them fixed to one another."""

    layout: Layout
    joins: tuple[Join, ...] = ()
    pieces: tuple[Piece, ...] = field(default=())

    @classmethod
    def of(cls, layout: Layout) -> "Stand":
        """Everything apart."""
        return cls(layout, (), pieces_of(layout))

    def after(self, joins: Iterable[Join]) -> "Stand":
        """The same with more of it fixed."""
        return Stand(self.layout, (*self.joins, *joins), self.pieces)

    @cached_property
    def _groups(self) -> dict[int, frozenset[int]]:
        of: dict[int, set[int]] = {}
        for join in self.joins:
            both = of.get(join.part, {join.part}) | of.get(join.to, {join.to})
            for part in both:
                of[part] = both
        return {k: frozenset(v) for k, v in of.items()}

    def group(self, part: int) -> frozenset[int]:
        """What hangs together with a part, itself among it."""
        return self._groups.get(part, frozenset({part}))

    def pieces_in(self, group: frozenset[int]) -> tuple[Piece, ...]:
        """Of the parts of a group."""
        return tuple(p for p in self.pieces if p.part in group)

    # What slides.

    def hits(self, part: int, to: int) -> dict[End, Hit | None]:
        """For each end something could slide in from: what it would hit on its way to its place; None: nothing."""
        ours, theirs = self.group(part), self.group(to)
        if ours == theirs:
            return dict.fromkeys(ENDS)
        moving, standing = self.pieces_in(ours), self.pieces_in(theirs)
        return {end: _first_hit(moving, standing, end) for end in ENDS}

    def stops(self, join: Join) -> Hit | None:
        """What keeps a part from its place; None where there is a way in."""
        if not join.slides:
            return None
        hits = self.hits(join.part, join.to)
        found = [hits[end] for end in join.ends]
        return None if None in found else found[0]

    # Where hands get.

    def ways(self, part: int, at_m: float) -> tuple[Way, ...]:
        """From the open ends of what a part hangs together with to a station in it; one of no length where nothing is round it."""
        pieces = self.pieces_in(self.group(part))
        if not any(p.kind == "tube" and p.fore_m < at_m < p.aft_m for p in pieces):
            return (Way("fore", 0.0, float("inf")),)
        return tuple(_way(pieces, at_m, end) for end in ENDS)

    def reaches(self, part: int, at_m: float, tool: Tool, hands: Hands) -> bool:
        """Whether a tool gets there."""
        return any(w.far_m <= hands.reach_m(tool, w.gap_m) for w in self.ways(part, at_m))

    # What comes out.

    def way_out(self, part: int) -> tuple[Way, ...]:
        """From where something lies loose in the body to the open ends; `gap_m` is across."""
        placed = self.layout.placed[part]
        host = placed.host if placed.host is not None else part
        pieces = tuple(
            p for p in self.pieces_in(self.group(_nearest_tube(self, part, host))) if p.part != part and p.kind != "lump"
        )
        return tuple(_bore_out(pieces, placed.fore_m if end == "aft" else placed.aft_m, end) for end in ENDS)

    def overlaps(self) -> Iterator[tuple[Piece, Piece]]:
        """Pieces of two parts that want the same room where the drawing has them."""
        seen: set[tuple[int, int]] = set()
        for n, one in enumerate(self.pieces):
            for other in self.pieces[n + 1 :]:
                pair = (one.part, other.part)
                meets = one.part != other.part and pair not in seen and one.along(other, 1e-4) and one.beside(other, GIVE_M)
                if meets and not self._meant(one, other):
                    seen.add(pair)
                    yield one, other

    def _meant(self, one: Piece, other: Piece) -> bool:
        """A tab goes through the wall, a cluster's plate round its tubes; what lies in a bay may hold what lies in it."""
        kinds = {one.kind, other.kind}
        if kinds == {"block", "tube"}:
            block, tube = (one, other) if one.kind == "block" else (other, one)
            return tube.outer_m >= block.outer_m - GIVE_M
        if _cluster_plate(one, other):
            return True
        return len(kinds) == 1 and kinds <= {"block", "lump"}


def _cluster_plate(one: Piece, other: Piece) -> bool:
    """A plate with a hole for each tube of a cluster, which is drawn as the room it takes."""
    core, disc = (one, other) if one.kind == "core" else (other, one)
    return core.kind == "core" and disc.kind == "disc" and core.inner_m == 0.0 and disc.inner_m > 0.0


def _nearest_tube(stand: Stand, part: int, host: int) -> int:
    """The tube something lies in: the narrowest round it."""
    placed = stand.layout.placed[part]
    middle = (placed.fore_m + placed.aft_m) / 2
    around = [p for p in stand.pieces if p.kind == "tube" and p.fore_m < middle < p.aft_m and p.part != part and p.inner_m > 0]
    return min(around, key=lambda p: p.inner_m).part if around else host


def _first_hit(moving: Sequence[Piece], standing: Sequence[Piece], end: End) -> Hit | None:
    """What of the one hits what of the other on its way in; None: nothing."""
    for m in moving:
        for s in standing:
            # What slides in from behind has passed everything behind its own forward face.
            passed = s.aft_m > m.fore_m + 1e-4 if end == "aft" else s.fore_m < m.aft_m - 1e-4
            if passed and "lump" not in (m.kind, s.kind) and m.beside(s, GIVE_M) and not _cluster_plate(m, s):
                return Hit(m.part, s.part)
    return None


def _ends_m(pieces: Sequence[Piece], at_m: float, end: End) -> float:
    """How far tubes and what closes them go on without a gap, from a station to one side. [m]"""
    sign, reached = (-1.0, at_m) if end == "fore" else (1.0, at_m)
    bounds = [(p.aft_m, p.fore_m) if end == "fore" else (p.fore_m, p.aft_m) for p in pieces if p.kind in ("tube", "disc")]
    for near, far in sorted(bounds, key=lambda b: sign * b[0]):
        if sign * (near - reached) <= 1e-3 and sign * (far - reached) > 0:
            reached = far
    return reached


def _way(pieces: Sequence[Piece], at_m: float, end: End) -> Way:
    open_m = _ends_m(pieces, at_m, end)
    low, high = (open_m, at_m) if end == "fore" else (at_m, open_m)
    cuts = sorted({low, high, *(x for p in pieces for x in (p.fore_m, p.aft_m) if low < x < high)})
    gap, by = float("inf"), None
    for a, b in pairwise(cuts):
        if b - a > 1e-6:
            free, part = _free_m([p for p in pieces if p.kind not in ("block", "lump") and p.fore_m <= (a + b) / 2 <= p.aft_m])
            if free < gap:
                gap, by = free, part
    return Way(end, high - low, *_closed(pieces, low, high, gap, by))


def _closed(pieces: Sequence[Piece], low_m: float, high_m: float, gap_m: float, by: int | None) -> tuple[float, int | None]:
    """A nose is closed at its tip, however thin its wall."""
    tip = next((p for p in pieces if p.fore_m == p.aft_m and low_m - 1e-9 <= p.fore_m <= high_m + 1e-9), None)
    return (gap_m, by) if tip is None else (0.0, tip.part)


def _free_m(there: Sequence[Piece]) -> tuple[float, int | None]:
    """The widest gap a hand has at one station, outside the motor's own tube; and the part that bounds it. [m]"""
    best, by, filled = 0.0, None, 0.0
    for wall in sorted(there, key=lambda p: (p.inner_m, p.outer_m)):
        gap = 2 * wall.inner_m if filled == 0.0 else wall.inner_m - filled
        if gap > max(best, 2 * GIVE_M) and wall.kind != "core":
            best, by = gap, wall.part
        filled = max(filled, wall.outer_m)
    if by is None:
        by = next((p.part for p in there if p.kind == "disc"), there[0].part if there else None)
    return (best, by) if there else (float("inf"), None)


def _bore_out(pieces: Sequence[Piece], from_m: float, end: End) -> Way:
    far = _ends_m(pieces, from_m, end)
    low, high = (far, from_m) if end == "fore" else (from_m, far)
    passed = [p for p in pieces if p.aft_m > low + 1e-6 and p.fore_m < high - 1e-6]
    tight = min(passed, key=lambda p: p.inner_m, default=None)
    gap, by = (float("inf"), None) if tight is None else (2 * tight.inner_m, tight.part)
    return Way(end, high - low, *_closed(pieces, low, high, gap, by))
