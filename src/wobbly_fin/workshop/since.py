"""Steps that were done as the design or the school then had it, and are called otherwise now: looked at again before it counts as built."""

from collections.abc import Iterator
from typing import Any

from wobbly_fin.rocketry.building.step import Plan, Step
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.workshop.state import State

# What they ask for is counted or weighed as it goes along: they change by being done.
_BY_THEMSELVES = ("gather", "weigh")


# Which words the steps had: told with every tick, so that other words of ours are no change of the design's.
RECIPES = 2
# Steps the first recipes did not have: a build that was weighed before they came is not asked for them.
_NEW_IN_2 = frozenset({"dry-fit", "tie", "ring-wall", "joint", "close-bay", "weigh-tail", "tube-in"})


def not_asked_again(plan: Plan, state: State) -> None:
    """Counts steps that came into the recipes after this build was finished as done with it."""
    last = state.made.get("weigh")
    if last is None or last.get("recipes", 1) >= RECIPES or "weigh" not in state.done:
        return
    for step in plan.steps:
        if step.key.split(":")[0] in _NEW_IN_2:
            state.done.setdefault(step.key, state.done["weigh"])


def made_as(step: Step, units: UnitChoice) -> dict[str, Any]:
    """What a step asked for when it was done, to be kept with its tick. Texts are compared in the units they were read in only."""
    return {"lines": list(step.lines), "units": repr(units), "recipes": RECIPES}


def changed_steps(plan: Plan, state: State, units: UnitChoice) -> Iterator[tuple[str, str]]:
    """Of each step done that asks for something else now: its key, and what changed."""
    for step in plan.steps:
        kept = state.made.get(step.key)
        if step.key not in state.done or kept is None or step.weigh_in is not None or step.key in _BY_THEMSELVES:
            continue
        before, now = kept["lines"], list(step.lines)
        if kept["units"] != repr(units) or kept.get("recipes", 1) != RECIPES or before == now:
            continue
        gone, new = ([x for x in a if x not in b] for a, b in ((before, now), (now, before)))
        yield step.key, say("since-step", before=" ".join(gone) or "–", after=" ".join(new) or "–")
