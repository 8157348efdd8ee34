"""The nearest change that mends a problem: one figure of one part, tried before it is offered."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.solve import with_part
from wobbly_fin.rocketry.assembly.finished import must_open
from wobbly_fin.rocketry.assembly.problems import Problem, problems_of
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan

# So much narrower than its tube a part slides without force (common practice, no source).
SLIDES_M = 0.0002
SCREW_BEHIND_M = 0.010
_ACROSS = ("outer_diameter_m", "shoulder_diameter_m", "shank_diameter_m", "diameter_m")


@dataclass(frozen=True, slots=True)
class Mend:
    """One figure of one part, by number; lengths in metres."""

    part: int
    field: str
    value: float | str


def mend_of(problem: Problem, airframe: Airframe, plan: RecoveryPlan) -> Mend | None:
    """The first change that leaves fewer problems than there were; None where no single figure does."""
    layout = lay_out(airframe)
    before = len(problems_of(layout, must_open(layout, plan)))
    listed = [p for s in airframe.stages for p in s.parts]
    for mend in _trials(problem, layout):
        try:
            figure: dict[str, Any] = {mend.field: mend.value}
            changed = with_part(airframe, mend.part, replace(listed[mend.part], **figure))
            after = lay_out(changed)
            if len(problems_of(after, must_open(after, plan))) < before:
                return mend
        except RocketryError:
            continue
    return None


def _trials(problem: Problem, layout: Layout) -> Iterator[Mend]:
    number = problem.parts[0]
    part, values = layout.placed[number].part, problem.values
    if problem.code == "does_not_fit":
        other = problem.parts[1]
        if layout.placed[other].part.STOPS and getattr(layout.placed[other].part, "inner_diameter_m", None):
            yield Mend(other, "inner_diameter_m", round(values["wide_m"] + SLIDES_M, 5))
        names = [n for n in _ACROSS if getattr(part, n, None)]
        yield from (Mend(number, n, round(values["bore_m"] - SLIDES_M, 5)) for n in names)
    elif problem.code == "floats":
        yield from (
            Mend(number, n, round(getattr(part, n) + 2 * values["gap_m"] - SLIDES_M, 5))
            for n in _ACROSS
            if getattr(part, n, None)
        )
    elif problem.code == "same_room" and part.offset_m is not None:
        step = values["by_m"] + 1e-3
        yield from (Mend(number, "offset_m", round(part.offset_m + s * step, 5)) for s in (1, -1))
    elif problem.code == "opening_fixed" and hasattr(part, "opens"):
        yield Mend(number, "kind", "friction")
    elif problem.code == "no_room_for_screw":
        yield Mend(problem.parts[1], "overhang_m", -SCREW_BEHIND_M)
