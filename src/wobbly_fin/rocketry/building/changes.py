"""What an owner changes in a plan: steps added, dropped, put after others; and what that breaks."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.building.step import Gluing, Link, Plan, Step
from wobbly_fin.rocketry.building.task import find_loop
from wobbly_fin.rocketry.errors import RocketryError, require_finite

MOST_CHANGES = 100


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """One change.

    Parameters
    ----------
    kind : str
        add a step of one's own, drop one, or put one after another.
    key : str
        The step's.
    after : tuple of str
        Of an added or moved step: what it shall wait for.
    before : tuple of str
        Of an added step: what waits for it.
    hands_on_s, cure_s : float
        Of an added step. [s]
    """

    kind: Literal["add", "drop", "move"]
    key: str
    title: str = ""
    assembly: str = "whole"
    hands_on_s: float = 0.0
    cure_s: float = 0.0
    after: tuple[str, ...] = ()
    before: tuple[str, ...] = ()
    note: str = ""

    def __post_init__(self) -> None:
        if self.kind == "add":
            if not self.title.strip():
                raise RocketryError("title", "is missing; say what is to be done")
            if self.hands_on_s <= 0:
                raise RocketryError("hands_on", "must be above zero: a step takes hands")
            require_finite("hands_on", self.hands_on_s / 60, 0.0, 12 * 60)
            require_finite("cure", self.cure_s / 60, 0.0, 60 * 24 * 60)


def apply_changes(plan: Plan, changes: Sequence[Change]) -> Plan:
    """The plan with its owner's changes; what cannot be is left out and said among the remarks."""
    out = replace(plan, steps=list(plan.steps), remarks=list(plan.remarks))
    for change in changes:
        try:
            out = change_plan(out, change)
        except RocketryError as error:
            out.remarks.append(f"Left out: {error.message}.")
    return out


def change_plan(plan: Plan, change: Change) -> Plan:
    """The plan after one change.

    Raises
    ------
    RocketryError
        For a step that is not there, one the rocket cannot do without, or an order that goes round in a circle: the message
        names the steps on it and the reason of each.
    """
    return {"add": _add, "drop": _drop, "move": _move}[change.kind](plan, change)


def _add(plan: Plan, change: Change) -> Plan:
    _known(plan, (*change.after, *change.before))
    if change.key in plan.of:
        raise RocketryError("key", "is taken by another step")
    gluing = None
    if change.cure_s > 0:
        gluing = Gluing(
            key="", name="cure", mass_kg=0.0, batches=1, pair_kg=None, work_s=0.0, handle_s=change.cure_s, full_s=change.cure_s
        )
    step = Step(
        key=change.key,
        work="own",
        title=change.title.strip(),
        assembly=change.assembly,
        hands_on_s=change.hands_on_s,
        lines=(change.note,) if change.note else (),
        gluing=gluing,
        after=tuple(Link(key=k, because="its owner chose so") for k in change.after),
        own=True,
    )
    steps = [
        replace(s, after=(*s.after, Link(key=change.key, because="its owner chose so"))) if s.key in change.before else s
        for s in plan.steps
    ]
    # Listed behind what it waits for.
    place = max((i for i, s in enumerate(steps) if s.key in change.after), default=-1) + 1
    steps.insert(place, step)
    return _checked(replace(plan, steps=steps, remarks=list(plan.remarks)), change)


def _drop(plan: Plan, change: Change) -> Plan:
    _known(plan, (change.key,))
    gone = plan.of[change.key]
    if gone.needed:
        raise RocketryError("key", f"“{gone.title}” cannot be dropped: without it {gone.without}")
    # What waited for it now waits for what it waited for, for the same reasons.
    steps = []
    for step in plan.steps:
        if step.key == gone.key:
            continue
        if any(link.key == gone.key for link in step.after):
            kept = [link for link in step.after if link.key != gone.key]
            have = {link.key for link in kept}
            step = replace(step, after=(*kept, *(link for link in gone.after if link.key not in have and link.key != step.key)))
        steps.append(step)
    remarks = list(plan.remarks)
    if gone.without:
        remarks.append(f"Dropped “{gone.title}”: {gone.without}.")
    return replace(plan, steps=steps, remarks=remarks)


def _move(plan: Plan, change: Change) -> Plan:
    _known(plan, (change.key, *change.after))
    if change.key in change.after:
        raise RocketryError("after", "names the step itself")
    links = tuple(Link(key=k, because="its owner chose so") for k in change.after)
    steps = [
        replace(s, after=(*s.after, *(x for x in links if x.key not in {link.key for link in s.after})))
        if s.key == change.key
        else s
        for s in plan.steps
    ]
    return _checked(replace(plan, steps=steps, remarks=list(plan.remarks)), change)


def _known(plan: Plan, keys: Sequence[str]) -> None:
    for key in keys:
        if key not in plan.of:
            raise RocketryError("key", f"{key[:60]!r} is no step of this plan any more")


def _checked(plan: Plan, change: Change) -> Plan:
    loop = find_loop({s.key: tuple(link.key for link in s.after) for s in plan.steps})
    if not loop:
        return plan
    # Tell the circle from the change onwards: each step, and why it waits for the next.
    start = loop.index(change.key) if change.key in loop else 0
    circle = [*loop[start:], *loop[:start]]
    steps = plan.of
    told = []
    for here, there in zip(circle, [*circle[1:], circle[0]], strict=True):
        why = next((link.because for link in steps[here].after if link.key == there), "")
        if why != "its owner chose so":
            told.append(f"“{steps[here].title}” waits for “{steps[there].title}”{': ' + why if why else ''}")
    raise RocketryError("after", "cannot be: " + "; ".join(told) if told else "goes round in a circle of your own changes")
