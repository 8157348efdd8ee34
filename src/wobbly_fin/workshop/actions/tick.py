"""Tick a step, begin one, take a tick back, leave a remark. Events are only ever added."""

import datetime
import uuid

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from wobbly_fin.rocketry.building.agenda import Done
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.actions.keep_material import duration_s
from wobbly_fin.workshop.models import Build, BuildEvent
from wobbly_fin.workshop.since import made_as
from wobbly_fin.workshop.station import Workbench, build_of, workbench_of

_LONGEST_REMARK = 2000
_LONGEST_SITTING_S = 24 * 3600


def record(
    user: User, build_key: uuid.UUID, key: uuid.UUID, kind: str, step_key: str, *, minutes: str = "", remark: str = "",
    with_before: bool = False, at: datetime.datetime | None = None,
) -> Build:  # fmt: skip
    """Record what happened at a step under a key the client made; the same key again does nothing twice.

    Parameters
    ----------
    kind : str
        started, done, undone, looked (at again, as it is now) or remark.
    minutes : str
        Hands-on time as typed; empty: by the clock, where the step was begun.
    with_before : bool
        Tick everything the step waits for as well, as done long ago.
    at : datetime or None
        When it was; None: now.

    Raises
    ------
    RocketryError
        For a step that is no step, or one whose glue would not cure.
    RefusedError
        For a tick out of order, with what has to come first and why; for taking back what later steps stand on.
    """
    if len(remark) > _LONGEST_REMARK:
        raise RocketryError("remark", f"has {len(remark)} characters; {_LONGEST_REMARK} are plenty")
    with transaction.atomic():
        build = build_of(user, build_key)
        there = under_key(BuildEvent.objects, key, build_id=build.pk)
        if there is not None:
            return build
        station = workbench_of(user, build)
        now = at or timezone.now()
        if kind == "undone":
            _may_take_back(station, step_key)
            step = station.plan.of.get(step_key)
        elif kind == "remark" and not step_key:
            step = None
        else:
            step = station.plan.of.get(step_key)
            if step is None:
                raise RocketryError("step", "is no step of this plan any more")
        facts: dict[str, object] = {}
        if kind == "looked":
            assert step is not None
            if step.key not in station.state.done:
                raise RefusedError(409, "not_done", "That step is not ticked.", field="step")
            facts = {"as": made_as(step, station.units)}
        if kind == "done":
            assert step is not None
            if with_before:
                _tick_before(station, build, step, now)
            else:
                _in_order(station, step)
            facts = _facts(station, step, now, _spent_s(station, step, minutes, now))
        if kind == "remark" and not remark.strip():
            raise RocketryError("remark", "is empty")
        BuildEvent.objects.create(
            id=key,
            build=build,
            kind=kind,
            step=step_key,
            title=step.title if step else "",
            at=now,
            facts=facts,
            remark=remark.strip(),
        )
    return build


def _in_order(station: Workbench, step: Step) -> None:
    missing = [link for link in step.after if link.key in station.plan.of and link.key not in station.state.done]
    if missing:
        link = missing[0]
        because = f": {link.because}" if link.because else ""
        raise RefusedError(
            409,
            "out_of_order",
            f"First “{station.plan.of[link.key].title}”{because}. Tick that, or say it is all done already.",
            field="step",
        )


def _tick_before(station: Workbench, build: Build, step: Step, now: datetime.datetime) -> None:
    """Everything a step stands on, as done and cured before now."""
    wanted: list[Step] = []
    stack: list[Link] = list(step.after)
    seen: set[str] = set()
    while stack:
        link = stack.pop()
        if link.key in seen or link.key in station.state.done or link.key not in station.plan.of:
            continue
        seen.add(link.key)
        before = station.plan.of[link.key]
        wanted.append(before)
        stack += before.after
    order = {s.key: i for i, s in enumerate(station.plan.steps)}
    moment = int(now.timestamp())
    for number, before in enumerate(sorted(wanted, key=lambda s: order[s.key])):
        BuildEvent.objects.create(
            id=uuid.uuid4(), build=build, kind="done", step=before.key, title=before.title,
            at=now - datetime.timedelta(milliseconds=len(wanted) - number),
            facts={"hands_off_s": moment, "cured_s": moment, "full_s": moment, "long_ago": True, "as": made_as(before, station.units)},
        )  # fmt: skip


def _facts(station: Workbench, step: Step, now: datetime.datetime, spent_s: float | None) -> dict[str, object]:
    if step.gluing is not None and step.gluing.refused:
        raise RocketryError(
            "temperature", f"{step.gluing.refused}; set how warm the bench really is, or choose the glue you used"
        )
    off = int(now.timestamp())
    done = Done(hands_off_s=off, cured_s=off + round(step.cure_s), full_s=off + round(step.full_s))
    facts: dict[str, object] = {"hands_off_s": done.hands_off_s, "cured_s": done.cured_s, "full_s": done.full_s}
    facts["as"] = made_as(step, station.units)
    if step.gluing is not None and step.gluing.key:
        facts |= {"glue": step.gluing.name, "mass_kg": step.gluing.mass_kg, "temperature_c": station.bench.schools.temperature_c}
    if spent_s is not None:
        facts |= {"spent_s": spent_s, "planned_s": step.hands_on_s}
    return facts


def _spent_s(station: Workbench, step: Step, minutes: str, now: datetime.datetime) -> float | None:
    if minutes.strip():
        spent = duration_s(minutes, "minutes")
        if not 0 < spent <= _LONGEST_SITTING_S:
            raise RocketryError("minutes", f"{minutes.strip()[:20]!r} will not do; between a second and a day")
        return spent
    began = station.state.started.get(step.key)
    if began is None:
        return None
    spent = (now - began).total_seconds()
    # A clock that ran over night timed the night.
    return spent if 0 < spent < 6 * max(step.hands_on_s, 600) else None


def _may_take_back(station: Workbench, step_key: str) -> None:
    if step_key not in station.state.done and step_key not in station.state.started:
        raise RefusedError(409, "not_done", "That step is not ticked.", field="step")
    later = [s for s in station.plan.steps if s.key in station.state.done and any(link.key == step_key for link in s.after)]
    if later and step_key in station.state.done:
        raise RefusedError(409, "stood_on", f"“{later[0].title}” stands on it: take that back first.", field="step")
