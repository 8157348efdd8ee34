"""What has happened at a build, from its events: what is done and curing, how long it took, what was weighed."""

from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from wobbly_fin.rocketry.building.agenda import Done
from wobbly_fin.workshop.models import Build, BuildEvent

# From so many timed steps on, the builder's own pace is counted with.
_TIMED = 3
_SLOWEST, _QUICKEST = 4.0, 0.25


@dataclass(slots=True)
class State:
    """A build as it stands.

    Attributes
    ----------
    done : dict of step → Done
    started : dict of step → moment
        Steps begun and not finished.
    spent_s : dict of step → seconds
        Hands-on time, where it was told or clocked.
    planned_s : dict of step → seconds
        What the recipe gave for those.
    made : dict of step → lines and units
        What was asked for when it was done, or looked at since.
    """

    done: dict[str, Done] = field(default_factory=dict)
    started: dict[str, datetime] = field(default_factory=dict)
    spent_s: dict[str, float] = field(default_factory=dict)
    planned_s: dict[str, float] = field(default_factory=dict)
    done_at: dict[str, datetime] = field(default_factory=dict)
    remarks: dict[str, list[str]] = field(default_factory=dict)
    weighed: dict[str, dict[str, Any]] = field(default_factory=dict)
    made: dict[str, dict[str, Any]] = field(default_factory=dict)
    booked: bool = False

    @property
    def pace(self) -> float:
        """This builder's time against the recipes', once enough steps were timed."""
        timed = [k for k in self.spent_s if self.planned_s.get(k)]
        if len(timed) < _TIMED:
            return 1.0
        ratio = sum(self.spent_s[k] for k in timed) / sum(self.planned_s[k] for k in timed)
        return min(max(ratio, _QUICKEST), _SLOWEST)

    @property
    def timed(self) -> int:
        """How many steps that pace rests on."""
        return len([k for k in self.spent_s if self.planned_s.get(k)])


def state_of(build: Build) -> State:
    """Replay a build's events."""
    state = State()
    for event in build.events.all():
        _APPLY.get(event.kind, _remark)(state, event)
    return state


def _started(state: State, event: BuildEvent) -> None:
    state.started[event.step] = event.at


def _done(state: State, event: BuildEvent) -> None:
    facts = event.facts
    state.done[event.step] = Done(hands_off_s=facts["hands_off_s"], cured_s=facts["cured_s"], full_s=facts["full_s"])
    state.done_at[event.step] = event.at
    state.started.pop(event.step, None)
    _looked(state, event)
    if facts.get("spent_s"):
        state.spent_s[event.step] = facts["spent_s"]
        state.planned_s[event.step] = facts.get("planned_s", 0.0)
    _remark(state, event)


def _looked(state: State, event: BuildEvent) -> None:
    if "as" in event.facts:
        state.made[event.step] = event.facts["as"]


def _undone(state: State, event: BuildEvent) -> None:
    for kept in (state.done, state.started, state.spent_s, state.planned_s, state.done_at, state.made):
        kept.pop(event.step, None)


def _weighed(state: State, event: BuildEvent) -> None:
    state.weighed[event.step] = event.facts
    _remark(state, event)


def _remark(state: State, event: BuildEvent) -> None:
    if event.remark:
        state.remarks.setdefault(event.step, []).append(event.remark)


def _booked(state: State, event: BuildEvent) -> None:
    state.booked = True


_APPLY = {"started": _started, "done": _done, "undone": _undone, "weighed": _weighed, "booked": _booked, "looked": _looked}
