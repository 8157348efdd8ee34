"""The workshop's answers, from the core's terms."""

import datetime
import uuid
from collections.abc import Mapping, Sequence
from zoneinfo import ZoneInfo

from wobbly_fin.rocketry.assembly.explain import mend_sentence, problem_sentence
from wobbly_fin.rocketry.building.agenda import hands_on_s
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.explain import (
    cause_sentence,
    gluing_sentences,
    lasting,
    latest_sentence,
    ready_sentence,
    when,
)
from wobbly_fin.rocketry.building.glues import GLUES
from wobbly_fin.rocketry.building.hours import FreeHours, say_hours, zone_of
from wobbly_fin.rocketry.building.repairs import DAMAGES
from wobbly_fin.rocketry.building.schools import INSIDE_SCHOOLS, JIGS, LINES, ORIGINS, SPACINGS
from wobbly_fin.rocketry.building.standing import is_drawn
from wobbly_fin.rocketry.building.step import Link, Plan, Step
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import show
from wobbly_fin.workshop.api.schemas import (
    BenchOut,
    BuildOut,
    BuildStepOut,
    ChangeOut,
    ChoiceOut,
    ClockOut,
    DayOut,
    HoursOut,
    OptionsOut,
    PhotoOut,
    ProblemOut,
    ReasonOut,
    SlotOut,
    StationOut,
    WeighInOut,
)
from wobbly_fin.workshop.models import Build, BuildPhoto, FreeTime
from wobbly_fin.workshop.rescue import rescue
from wobbly_fin.workshop.since import changed_steps
from wobbly_fin.workshop.station import Station
from wobbly_fin.workshop.times import USUAL

_FEWEST_DAYS, _MOST_DAYS = 14, 140
_NEXT = 6
_CHAIN = 12


def station_out(s: Station) -> StationOut:
    """The whole station."""
    zone = zone_of(s.hours.zone)
    changed = dict(changed_steps(s.plan, s.state, s.units))
    photos = list(s.build.photos.all())
    steps = [_step_out(s, step, zone, changed, photos) for step in s.plan.steps]
    by_state = {out.key: out.state for out in steps}
    begins = {slot.id: slot.start_s for slot in s.agenda.schedule.slots}
    ready = sorted(
        (k for k, st in by_state.items() if st in ("urgent", "ready")), key=lambda k: (by_state[k] != "urgent", begins.get(k, 0))
    )
    coming = sorted((k for k, st in by_state.items() if st == "waiting" and k in begins), key=lambda k: begins[k])
    left = sum(hands_on_s(x, s.state.pace) for x in s.plan.steps if x.key not in s.state.done)
    finished = all(x.key in s.state.done for x in s.plan.steps)
    late = s.deadline_s is not None and s.agenda.finish_s is not None and s.agenda.finish_s > s.deadline_s
    headline = ready_sentence(s.agenda, s.plan, s.now_s, zone, s.deadline_s, s.units)
    return StationOut(
        rocket_id=s.row.pk,
        build=_build_out(s.build, zone),
        quick=False,
        headline=headline,
        latest=latest_sentence(s.agenda, s.now_s, zone),
        verdict="done" if finished else "open" if s.agenda.finish_s is None else "late" if late else "good",
        problems=problems_out(s.plan, s.bench),
        remarks=_remarks(s),
        rescue=rescue(s) if late else [],
        chain=[cause_sentence(c, s.plan) for c in s.agenda.chain[-_CHAIN:]],
        steps=steps,
        now=ready,
        curing=[k for k, st in by_state.items() if st == "curing"],
        next=coming[:_NEXT],
        days=_days(s, zone),
        hours=hours_out(s.free, s.hours),
        options=options_out(s),
        changes=[ChangeOut(number=i, said=_change_said(s, c)) for i, c in enumerate(s.build.changes)],
        photos=[photo_out(p) for p in photos],
        pace=_pace(s),
        left=lasting(left) if left else "",
        done_count=sum(1 for x in s.plan.steps if x.key in s.state.done),
        weigh_ins=[_weighed_out(s, told) for told in s.state.weighed.values()],
        booked=s.state.booked,
        today=s.now.astimezone(zone).date(),
    )


def _build_out(build: Build, zone: ZoneInfo) -> BuildOut:
    deadline = "" if build.deadline is None else f"{build.deadline.astimezone(zone):%Y-%m-%dT%H:%M}"
    return BuildOut(
        id=build.pk,
        kind=build.kind,
        damage=DAMAGES.get(build.damage, ""),
        begun=build.created_at,
        deadline=deadline,
        schools=build.schools,
    )


def problems_out(plan: Plan, bench: Bench) -> list[ProblemOut]:
    """What keeps it from being built."""
    layout = bench.layout
    return [
        ProblemOut(
            code=p.code,
            part=uuid.UUID(layout.placed[p.parts[0]].part.id),
            reason=problem_sentence(p, layout, bench.units),
            change=mend_sentence(p, layout, bench.units),
        )
        for p in plan.problems
    ]


def _remarks(s: Station) -> list[str]:
    out = list(s.plan.remarks)
    gone = [k for k in s.state.done if k not in s.plan.of]
    if gone:
        out.append(
            f"{len(gone)} ticked {'step is' if len(gone) == 1 else 'steps are'} no longer in the plan: the design or the school has changed since."
        )
    changed = len(list(changed_steps(s.plan, s.state, s.units)))
    if changed:
        out.append(say("since-steps", count=changed))
    return out


def _pace(s: Station) -> str:
    if abs(s.state.pace - 1) < 0.05:
        return ""
    than = "longer than" if s.state.pace > 1 else "quicker than"
    ratio = s.state.pace if s.state.pace > 1 else 1 / s.state.pace
    return f"By {s.state.timed} timed steps you take {ratio:.1f} times {than} the recipe; the dates reckon with it."


def _state(s: Station, step: Step) -> str:
    if step.key in s.agenda.curing:
        return "curing"
    if step.key in s.state.done:
        return "done"
    if any(step.key == key for key, _ in s.agenda.urgent):
        return "urgent"
    if step.key in s.agenda.ready:
        return "cold" if step.gluing is not None and step.gluing.refused else "ready"
    return "waiting"


def _step_out(s: Station, step: Step, zone: ZoneInfo, changed: Mapping[str, str], photos: Sequence[BuildPhoto]) -> BuildStepOut:
    state = _state(s, step)
    slot = s.agenda.schedule.of.get(step.key)
    done = s.state.done.get(step.key)
    until = next((u for k, u in s.agenda.urgent if k == step.key), None)
    slack = s.agenda.slack_s.get(step.key)
    weigh = None
    if step.weigh_in is not None:
        weigh = WeighInOut(what=step.weigh_in.what, expected=_about(s, step))
        told = s.state.weighed.get(step.key)
        if told is not None:
            weigh = _weighed_out(s, told)
    return BuildStepOut(
        key=step.key,
        title=step.title,
        assembly=step.assembly,
        state=state,
        hands_on=lasting(hands_on_s(step, s.state.pace)),
        lines=list(step.lines),
        glue=gluing_sentences(step.gluing, s.bench.schools.temperature_c, s.units) if step.gluing else [],
        cold=step.gluing.refused if step.gluing else "",
        tools=list(step.tools),
        materials=list(step.materials),
        caution=" ".join(x for x in (step.caution, _glue_caution(s, step)) if x),
        inspect=step.inspect,
        after=[_reason(s, x) for x in step.after if x.key in s.plan.of],
        work=step.work,
        before=[_reason(s, x) for x in step.before if x.key in s.plan.of],
        closes=[
            ReasonOut(key=x.key, title=x.title, because=link.because, done=x.key in s.state.done)
            for x in s.plan.steps
            for link in x.before
            if link.key == step.key
        ],
        stands=is_drawn(s.bench, step),
        weigh_in=weigh,
        template=step.template,
        pictured=step.picture is not None,
        without=step.without,
        needed=step.needed,
        own=step.own,
        begins=None if slot is None else datetime.datetime.fromtimestamp(slot.start_s, datetime.UTC),
        begins_said="" if slot is None else when(slot.start_s, s.now_s, zone),
        holds_at=None if done is None else datetime.datetime.fromtimestamp(done.cured_s, datetime.UTC),
        until=None if until is None else datetime.datetime.fromtimestamp(until, datetime.UTC),
        slack="" if slack is None or slack < 300 else lasting(slack),
        decides=any(c.key == step.key for c in s.agenda.chain) and (slack or 0) < 6 * 3600,
        started_at=s.state.started.get(step.key),
        done_at=s.state.done_at.get(step.key),
        changed=changed.get(step.key, ""),
        spent=lasting(s.state.spent_s[step.key]) if step.key in s.state.spent_s else "",
        remarks=s.state.remarks.get(step.key, []),
        photos=[p.pk for p in photos if p.step == step.key],
    )


def _reason(s: Station, link: Link) -> ReasonOut:
    return ReasonOut(key=link.key, title=s.plan.of[link.key].title, because=link.because, done=link.key in s.state.done)


def _glue_caution(s: Station, step: Step) -> str:
    if step.gluing is None or not step.gluing.key:
        return ""
    caution = s.bench.glue(step.gluing.key).caution
    return caution if caution and caution not in step.caution else ""


def _about(s: Station, step: Step) -> str:
    assert step.weigh_in is not None
    expected, spread = step.weigh_in.expected_kg, 2 * step.weigh_in.sigma_kg
    about, low, high = (show(max(kg, 0.0), "mass", s.units) for kg in (expected, expected - spread, expected + spread))
    return f"about {about}; {low} to {high} would be as designed"


def _weighed_out(s: Station, told: dict[str, object]) -> WeighInOut:
    ballast = told.get("ballast_kg")
    ballast_in = isinstance(ballast, float) and any(
        getattr(p, "type", "") == "mass_lump" and getattr(p, "kind", "") == "ballast" and p.name == "nose ballast"
        for p in s.file.parts
    )
    return WeighInOut(
        what=str(told["what"]),
        expected=show(float(str(told["expected_kg"])), "mass", s.units),
        said=str(told["said"]),
        drift=str(told["drift"]),
        news=bool(told["news"]),
        ballast=show(ballast, "mass", s.units) if isinstance(ballast, float) else "",
        ballast_in=ballast_in,
    )


def _change_said(s: Station, change: dict[str, object]) -> str:
    title = s.plan.of[str(change["key"])].title if str(change["key"]) in s.plan.of else str(change.get("title") or "a step")
    if change["kind"] == "add":
        return f"Added “{title}”."
    if change["kind"] == "drop":
        return f"Dropped “{change.get('title') or title}”."
    after = change.get("after")
    names = [f"“{s.plan.of[k].title}”" for k in after if k in s.plan.of] if isinstance(after, list) else []
    return f"“{title}” after {', '.join(names)}."


def _days(s: Station, zone: ZoneInfo) -> list[DayOut]:
    """From today to a few days after the finish or the launch, whichever is later, in whole weeks."""
    today = s.now.astimezone(zone).date()
    ends = [today + datetime.timedelta(days=_FEWEST_DAYS)]
    finish = None if s.agenda.finish_s is None else datetime.datetime.fromtimestamp(s.agenda.finish_s, zone).date()
    launch = None if s.build.deadline is None else s.build.deadline.astimezone(zone).date()
    ends += [d for d in (finish, launch) if d is not None]
    first = today - datetime.timedelta(days=today.weekday())
    last = min(max(ends), today + datetime.timedelta(days=_MOST_DAYS))
    count = ((last - first).days // 7 + 1) * 7
    slots: dict[datetime.date, list[SlotOut]] = {}
    for slot in sorted(s.agenda.schedule.slots, key=lambda x: x.start_s):
        at = datetime.datetime.fromtimestamp(slot.start_s, zone)
        title = s.plan.of[slot.id].title
        slots.setdefault(at.date(), []).append(
            SlotOut(key=slot.id, title=title, clock=f"{at:%H:%M}", minutes=(slot.hands_off_s - slot.start_s) // 60)
        )
    out = []
    for number in range(count):
        day = first + datetime.timedelta(days=number)
        spans = s.hours.of(day) if day >= today else ()
        out.append(
            DayOut(
                date=day.isoformat(), said=f"{day.day} {day:%b}", weekday=day.weekday(), free=[say_hours((x,)) for x in spans],
                exception=day.isoformat() in s.free.exceptions, slots=slots.get(day, []), finish=day == finish, launch=day == launch,
            )
        )  # fmt: skip
    return out


def hours_out(free: FreeTime, hours: FreeHours) -> HoursOut:
    """Free hours as told, and the clocks they are told on."""
    told = len(free.weekly) == 7
    return HoursOut(
        weekly=list(free.weekly) if told else list(USUAL), exceptions=dict(free.exceptions), zone=hours.zone, told=told
    )


def _choices(known: dict[str, str]) -> list[ChoiceOut]:
    return [ChoiceOut(key=k, label=v) for k, v in known.items()]


def options_out(s: Station | None = None) -> OptionsOut:
    """What can be chosen."""
    glues = {**GLUES, **(s.bench.own_glues if s is not None else {})}
    fit = [ChoiceOut(key=k, label=g.name) for k, g in glues.items() if g.sort in ("wood", "epoxy")]
    return OptionsOut(
        spacing=_choices(SPACINGS),
        lines=_choices(LINES),
        inside=_choices(INSIDE_SCHOOLS),
        jig=_choices(JIGS),
        origin=_choices(ORIGINS),
        glues=fit,
        damages=_choices(DAMAGES),
    )


def photo_out(photo: BuildPhoto) -> PhotoOut:
    """A photo."""
    return PhotoOut(id=photo.pk, step=photo.step, title=photo.title, at=photo.at, width=photo.width, height=photo.height)


def bench_out(s: Station) -> BenchOut:
    """A build as the hangar shows it."""
    zone = zone_of(s.hours.zone)
    out = [(k, s.state.done[k].cured_s) for k in s.agenda.curing]
    begins = {slot.id: slot.start_s for slot in s.agenda.schedule.slots}
    following = (
        [k for k, _ in s.agenda.urgent]
        or sorted(s.agenda.ready, key=lambda k: begins.get(k, 0))
        or sorted(begins, key=lambda k: begins[k])
    )
    return BenchOut(
        rocket_id=s.row.pk,
        headline=ready_sentence(s.agenda, s.plan, s.now_s, zone, s.deadline_s, s.units),
        next=s.plan.of[following[0]].title if following else "",
        curing=[
            ClockOut(title=s.plan.of[k].title, until=datetime.datetime.fromtimestamp(u, datetime.UTC))
            for k, u in sorted(out, key=lambda x: x[1])
        ],
        done=sum(1 for x in s.plan.steps if x.key in s.state.done),
        steps=len(s.plan.steps),
    )
