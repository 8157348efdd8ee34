"""Several rockets held against one another: in what each is the best, and which of them no other beats in two things at once."""

from collections.abc import Mapping, Sequence
from itertools import combinations

from wobbly_fin.rocketry.messages import say

# What rockets are compared by, each the better the smaller: kg, h at the bench, m/s at landing, N s, money.
MEASURES = ("mass", "hours", "landing", "impulse", "price")
_NOTICED = 1.03  # a difference nobody would notice makes none the best
Figures = Mapping[str, float]


def best_in(rockets: Sequence[Figures]) -> list[list[str]]:
    """By rocket, in what it is the best of them, in words."""
    found: list[list[str]] = [[] for _ in rockets]
    if len(rockets) < 2:
        return found
    for measure in MEASURES:
        values = [r[measure] for r in rockets]
        least = min(values)
        if sorted(values)[1] > _NOTICED * least:
            found[values.index(least)].append(say("proposal-kind", kind=measure))
    return found


def front(rockets: Sequence[Figures], a: str, b: str) -> list[int]:
    """Those that no other beats in both of two measures, by the first of them."""
    pairs = [(r[a], r[b]) for r in rockets]

    def beaten(mine: tuple[float, float]) -> bool:
        return any(p != mine and p[0] <= mine[0] and p[1] <= mine[1] for p in pairs)

    return sorted((n for n, p in enumerate(pairs) if not beaten(p)), key=lambda n: pairs[n])


def fronts(rockets: Sequence[Figures]) -> dict[str, list[int]]:
    """`front` of every two measures, by their names with a blank between."""
    return {f"{a} {b}": front(rockets, a, b) for a, b in combinations(MEASURES, 2)}
