"""A plan replayed step by step: nothing done that cannot be done then, nothing shut that must open, nothing left unfinished.

It knows nothing of how the order was found: it fixes what each step fixes, in turn, and looks.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.assembly.act import Act, Fault, fault_of
from wobbly_fin.rocketry.assembly.finished import Opens, every_closure, fixed, opens_in_flight, other_side
from wobbly_fin.rocketry.assembly.problems import Problem
from wobbly_fin.rocketry.assembly.stand import Hands, Stand


@dataclass(frozen=True, slots=True)
class Break:
    """Where a replay fails: the step ("" for the end of the work), and what is wrong then."""

    key: str
    problem: Problem


def problem_of(fault: Fault) -> Problem:
    """A step that cannot be done, as a problem of the parts it is about."""
    parts = (fault.part,) if fault.by is None else (fault.part, fault.by)
    return Problem(code="no_way_in" if fault.hit is not None else "out_of_reach", parts=parts)


def replay(layout: Layout, acts: Sequence[Act], opens: Opens, lids: Iterable[int], hands: Hands) -> tuple[Break, ...]:
    """Every step that cannot be done where it stands, or does what may not be done; and what is unfinished at the end.

    Parameters
    ----------
    acts : sequence of Act
        In the order in which they are done.
    """
    stand, breaks = Stand.of(layout), list[Break]()
    openings = [c for c in every_closure(layout) if opens_in_flight(c, opens)]
    shut: set[tuple[int, str]] = set()
    for act in acts:
        fault = fault_of(act, stand, hands)
        if fault is not None:
            breaks.append(Break(act.key, problem_of(fault)))
        stand = stand.after(act.joins) if act.joins else stand
        for closure in openings:
            if (closure.part, closure.end) not in shut and other_side(closure) in stand.group(closure.part):
                shut.add((closure.part, closure.end))
                breaks.append(Break(act.key, Problem(code="opening_fixed", parts=(closure.part, closure.fore, closure.aft))))
    for join in fixed(layout, opens, lids):
        if join.to not in stand.group(join.part):
            breaks.append(Break("", Problem(code="unfinished", parts=(join.part, join.to))))
    return tuple(breaks)
