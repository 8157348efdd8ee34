"""Steps that were done as the design or the school then had it, and are called otherwise now: looked at again before it counts as built."""

from collections.abc import Iterator
from typing import Any

from wobbly_fin.rocketry.building.step import Plan, Step
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.workshop.state import State

# What they ask for is counted or weighed as it goes along: they change by being done.
_BY_THEMSELVES = ("gather", "weigh")


def made_as(step: Step, units: UnitChoice) -> dict[str, Any]:
    """What a step asked for when it was done, to be kept with its tick. Texts are compared in the units they were read in only."""
    return {"lines": list(step.lines), "units": repr(units)}


def changed_steps(plan: Plan, state: State, units: UnitChoice) -> Iterator[tuple[str, str]]:
    """Of each step done that asks for something else now: its key, and what changed."""
    for step in plan.steps:
        kept = state.made.get(step.key)
        if step.key not in state.done or kept is None or step.weigh_in is not None or step.key in _BY_THEMSELVES:
            continue
        before, now = kept["lines"], list(step.lines)
        if kept["units"] != repr(units) or before == now:
            continue
        gone, new = ([x for x in a if x not in b] for a, b in ((before, now), (now, before)))
        yield step.key, say("since-step", before=" ".join(gone) or "–", after=" ".join(new) or "–")
