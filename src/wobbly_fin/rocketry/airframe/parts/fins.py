"""Fin sets: trapezoid, ellipse or free-form; on the surface or with tabs through the wall."""

import itertools
from dataclasses import dataclass
from typing import ClassVar, Literal

from wobbly_fin.rocketry.airframe.parts.outer import FINISHES, Finish
from wobbly_fin.rocketry.airframe.parts.part import WIDEST_M, Edge, Part, choice, evenly, number, size, yes_or_no
from wobbly_fin.rocketry.errors import RocketryError, require_finite

Planform = Literal["trapezoid", "ellipse", "free"]
EdgeShape = Literal["square", "rounded", "airfoil"]
EDGES = {"square": "square", "rounded": "rounded", "airfoil": "airfoil"}
MOST_CORNERS = 200
MOST_FINS = 8


@dataclass(frozen=True, slots=True, kw_only=True)
class FinSet(Part):
    """Equal fins round the body.

    Parameters
    ----------
    outline : tuple of (x, y)
        Free-form only: corners from the root's leading edge (0, 0) outwards and round to the root's trailing edge
        (chord, 0); x aft, y outwards. [m]
    tab_length_m, tab_fore_m, tab_depth_m : float or None
        Of a tab through the wall: how long, how far behind the root's leading edge, how deep below the body's surface.
        None: from the rings and the motor tube. [m]
    moulded : bool
        In one piece with its parent, whose weighed mass is then its own too.
    """

    TYPE: ClassVar[str] = "fin_set"
    WORD: ClassVar[str] = "fins"
    PIECE: ClassVar[str] = "fin"
    EDGE: ClassVar[Edge] = "aft"
    FIRST: ClassVar[tuple[str, ...]] = ("count", "root_chord_m", "span_m", "outline")

    count: int = number("How many", 1, MOST_FINS, whole=True)
    planform: Planform = choice("Outline", {"trapezoid": "trapezoid", "ellipse": "ellipse", "free": "free-form"}, "trapezoid")
    root_chord_m: float | None = size("Root", default=None, high=5.0)
    tip_chord_m: float | None = size("Tip", default=None, zero=True, high=5.0)
    span_m: float | None = size("Span", default=None, high=2.0, hint="One fin, root to tip.")
    sweep_m: float | None = size(
        "Sweep", default=None, negative=True, high=5.0, hint="Leading edge, root to tip, along the axis."
    )
    thickness_m: float = size("Thickness", high=0.1)
    edges: EdgeShape = choice("Edges", EDGES, "square")
    outline: tuple[tuple[float, float], ...] = ()
    through_wall: bool = yes_or_no("Tabs through the wall")
    tab_length_m: float | None = size("Tab length", default=None, high=5.0, hint="Empty: what the rings leave.")
    tab_fore_m: float | None = size("Tab set back", default=None, negative=True, hint="From the root’s leading edge.")
    tab_depth_m: float | None = size("Tab depth", default=None, high=WIDEST_M, hint="Empty: down to the motor tube.")
    angle_deg: float = number("First fin at", 0.0, 360.0, 0.0, "Degrees round the body, from the top.")
    finish: Finish = choice("Finish", FINISHES, "painted")
    moulded: bool = yes_or_no("One piece with its part")

    def check(self) -> None:
        if self.planform == "free":
            self._check_outline()
            return
        for name in ("root_chord_m", "span_m"):
            if getattr(self, name) is None:
                raise RocketryError(name, "is missing")
        if self.outline:
            raise RocketryError("outline", "belongs to a free-form fin only")

    def _check_outline(self) -> None:
        corners = self.outline
        if not 3 <= len(corners) <= MOST_CORNERS:
            raise RocketryError("outline", f"has {len(corners)} corners; a free-form fin has 3 to {MOST_CORNERS}")
        for place, (x, y) in enumerate(corners):
            require_finite(f"outline.{place}", x, -5.0, 5.0)
            require_finite(f"outline.{place}", y, 0.0, 2.0)
        if corners[0] != (0.0, 0.0):
            raise RocketryError("outline", "must start at the root's leading edge, 0 0")
        if corners[-1][1] != 0.0 or corners[-1][0] <= 0.0:
            raise RocketryError("outline", "must end at the root's trailing edge, on the body behind the start")
        if any(y <= 0.0 for _, y in corners[1:-1]):
            raise RocketryError("outline", "touches the body between root's leading and trailing edge; cut it into two fins")
        crossing = _crossing(corners)
        if crossing is not None:
            first, second = crossing
            raise RocketryError(
                "outline", f"crosses itself: the edge after corner {first + 1} meets the edge after corner {second + 1}"
            )

    @property
    def axial_length_m(self) -> float:
        return self.root_m

    @property
    def one_piece(self) -> bool:
        return self.moulded

    @property
    def stands_deg(self) -> tuple[float, ...]:
        return evenly(self.angle_deg, self.count)

    @property
    def root_m(self) -> float:
        """Root chord, of whatever planform. [m]"""
        return self.outline[-1][0] if self.planform == "free" else self.root_chord_m or 0.0

    @property
    def reach_m(self) -> float:
        """Root to tip, of whatever planform. [m]"""
        return max(y for _, y in self.outline) if self.planform == "free" else self.span_m or 0.0

    def tip_aft_m(self, fore_m: float) -> float:
        """Where its tip ends behind a root that begins at `fore_m`; of other outlines than a trapezoid the rearmost corner. [m]"""
        if self.planform == "trapezoid":
            return fore_m + (self.sweep_m or 0.0) + self.tip_m
        return fore_m + max((x for x, _ in self.outline), default=self.root_m)

    @property
    def tip_m(self) -> float:
        """Tip chord of a trapezoid; 0 for the others. [m]"""
        return (self.tip_chord_m or 0.0) if self.planform == "trapezoid" else 0.0


def _crossing(corners: tuple[tuple[float, float], ...]) -> tuple[int, int] | None:
    """The first two edges of the closed outline that cross, if any."""
    closed = [*corners, corners[0]]
    edges = list(itertools.pairwise(closed))
    for i, (a, b) in enumerate(edges):
        for j in range(i + 1, len(edges)):
            neighbours = j == i + 1 or (i == 0 and j == len(edges) - 1)
            if not neighbours and _meet(a, b, *edges[j]):
                return i, j
            if neighbours and _folds_back(edges[i], edges[j]):
                return i, j
    return None


def _turn(a: tuple[float, float], b: tuple[float, float], c: tuple[float, float]) -> float:
    return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])


def _meet(a: tuple[float, float], b: tuple[float, float], c: tuple[float, float], d: tuple[float, float]) -> bool:
    t1, t2, t3, t4 = _turn(c, d, a), _turn(c, d, b), _turn(a, b, c), _turn(a, b, d)
    if t1 * t2 < 0 and t3 * t4 < 0:
        return True
    return any(t == 0 and _within(p, q, r) for t, p, q, r in ((t1, c, d, a), (t2, c, d, b), (t3, a, b, c), (t4, a, b, d)))


def _within(p: tuple[float, float], q: tuple[float, float], r: tuple[float, float]) -> bool:
    return min(p[0], q[0]) <= r[0] <= max(p[0], q[0]) and min(p[1], q[1]) <= r[1] <= max(p[1], q[1])


def _folds_back(
    first: tuple[tuple[float, float], tuple[float, float]], second: tuple[tuple[float, float], tuple[float, float]]
) -> bool:
    shared = first[1] if first[1] == second[0] else first[0]
    a = first[0] if shared == first[1] else first[1]
    b = second[1] if shared == second[0] else second[0]
    along = (a[0] - shared[0]) * (b[0] - shared[0]) + (a[1] - shared[1]) * (b[1] - shared[1])
    return _turn(a, shared, b) == 0 and along >= 0
