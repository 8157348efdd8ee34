"""A launch day's answers, put together from the core's."""

from collections import Counter

from django.contrib.auth.models import User

from wobbly_fin.hangar.api.readiness import needs_out
from wobbly_fin.launchdays.actions.record import disputes_of
from wobbly_fin.launchdays.api.field_schemas import (
    ChecklistItemOut,
    ChecklistOut,
    DrillOut,
    DrillStepOut,
)
from wobbly_fin.launchdays.api.schemas import (
    BrokenLineOut,
    CarOut,
    CarriedOut,
    CarShelfOut,
    DayChoiceOut,
    DayPlanOut,
    ManifestLineIn,
    ManifestLineOut,
    RangeCodeOut,
    RuleBoxOut,
    RulingReasonOut,
    WeatherHourOut,
)
from wobbly_fin.launchdays.field_state import Reading, stands_for, words_of
from wobbly_fin.launchdays.models import DayEvent
from wobbly_fin.launchdays.plan import DayPlan, Planned, loadout_for
from wobbly_fin.launchdays.since import since
from wobbly_fin.rocketry.choosing.codes import CODES
from wobbly_fin.rocketry.choosing.explain import height_words
from wobbly_fin.rocketry.choosing.nearest import step_sentence
from wobbly_fin.rocketry.choosing.own_code import rule_boxes
from wobbly_fin.rocketry.launchday.car import SHELVES, Stock, base_of, pack_the_car
from wobbly_fin.rocketry.launchday.checklists.drills import drills
from wobbly_fin.rocketry.launchday.checklists.item import STAGES
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.launchday.checklists.order import CHOICES, way_words
from wobbly_fin.rocketry.launchday.explain import (
    clock,
    reason_sentences,
    ruling_sentence,
    stand_off_words,
    weather_sentence,
    where_sentence,
)
from wobbly_fin.rocketry.launchday.holds import Stand, facts_on, hangs_words
from wobbly_fin.rocketry.launchday.weighing import balance_m
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import show
from wobbly_fin.site.seen import version_of
from wobbly_fin.stores.shelf import shelf
from wobbly_fin.stores.stock import stock_of

# Told on the day's own page.
_HERE = {"wind": "day", "site": "day", "outline": "day"}


def plan_out(plan: DayPlan) -> DayPlanOut:
    """The board."""
    day, units = plan.day, plan.units
    placed = {s.key for s in plan.order.slots}
    told = set(day.events.filter(kind="told", line__isnull=False).values_list("line_id", flat=True))
    lines = [_line_out(plan, p, str(p.row.pk) in placed, p.row.pk in told) for p in plan.lines]
    forecast = plan.forecast
    hours = [h for h in forecast.hours if day.opens - 1 <= h.hour <= day.closes + 1] if forecast else []
    return DayPlanOut(
        id=day.pk,
        version=version_of(day),
        name=day.name,
        day=day.day,
        field_id=day.field_id,
        field=day.field.name if day.field else "",
        outline=[list(c) for c in plan.ground.outline] if plan.ground else [],
        opens=clock(day.opens),
        closes=clock(day.closes),
        school=day.school,
        headline=_headline(lines, len(plan.order.left_out), len(plan.broken), plan.order.room),
        room=plan.order.room,
        left_out=len(plan.order.left_out),
        lines=lines,
        broken=[
            BrokenLineOut(
                id=b.row.pk, rocket_id=b.row.rocket_id, rocket=b.row.rocket.name, say=f"Cannot be flown: {b.why}.",
                body=ManifestLineIn(
                    rocket_id=b.row.rocket_id, motor_key=b.row.motor_key, delay_s=b.row.delay_s, tilt_deg=b.row.tilt_deg,
                    told_hour=clock(b.row.told_hour) if b.row.told_hour is not None else "",
                ),
            )
            for b in plan.broken
        ],
        hours=[
            WeatherHourOut(
                hour=h.hour, clock=clock(h.hour), wind_m_s=h.wind_m_s, gust_m_s=h.gust_m_s, from_deg=h.from_deg,
                wind=show(h.wind_m_s, "speed", units), say=weather_sentence(h, units),
            )
            for h in hours
        ],
        weather=forecast.source if forecast else "",
        simulated=bool(forecast and forecast.simulated),
        code=RangeCodeOut(key=plan.code.key, name=plan.code.name, source=plan.code.source, wind=show(plan.code.wind_max_m_s, "speed", units)),
        own_rules=day.own_rules,
        rules=[
            RuleBoxOut(key=b.key, label=b.label, text=b.text, shipped=b.shipped, own=b.own)
            for b in rule_boxes(CODES[day.code], day.own_rules, units)
        ],
        codes=[DayChoiceOut(key=c.key, label=c.name) for c in CODES.values()],
        schools=[DayChoiceOut(key=k, label=way_words("school", k)) for k in CHOICES["school"]],
        igniter_at=day.igniter_at,
        igniter_places=[DayChoiceOut(key=k, label=way_words("igniter_at", k)) for k in CHOICES["igniter_at"]],
        arming=day.arming,
        armings=[DayChoiceOut(key=k, label=way_words("arming", k)) for k in CHOICES["arming"]],
    )  # fmt: skip


def _headline(lines: list[ManifestLineOut], left_out: int, broken: int, room: int) -> str:
    if not lines and not broken:
        return f"Nothing on the manifest yet; the hours hold {room} flights."
    go = sum(line.verdict == "go" for line in lines)
    change = sum(line.verdict == "go_with" for line in lines)
    undecided = sum(line.verdict == "open" for line in lines)
    stay = len(lines) - go - change - undecided
    parts = [f"{go} of {len(lines)} go as planned"]
    if change:
        parts.append(f"{change} with a change")
    if undecided:
        parts.append(f"{undecided} not decided yet")
    if stay:
        parts.append(f"{stay} {'stays' if stay == 1 else 'stay'} at home")
    if left_out:
        parts.append(f"{left_out} found no hour")
    if broken:
        parts.append(f"{broken} cannot be flown as {'it is' if broken == 1 else 'they are'}")
    return ", ".join(parts) + "."


def _line_out(plan: DayPlan, planned: Planned, placed: bool, done: bool) -> ManifestLineOut:
    row, ruling, units = planned.row, planned.ruling, plan.units
    flight, change = ruling.candidate.flight, ruling.change if ruling.verdict == "go_with" else None
    step = change.steps[0] if change is not None and len(change.steps) == 1 else None
    landing = (
        None
        if flight.landing_x_m is None or flight.landing_y_m is None
        else [round(flight.landing_x_m, 1), round(flight.landing_y_m, 1)]
    )
    balance = balance_m(planned.loaded)
    return ManifestLineOut(
        id=row.pk,
        rocket_id=row.rocket_id,
        rocket=planned.rocket_name,
        motor_key=row.motor_key,
        label=ruling.candidate.label,
        delay_s=row.delay_s,
        tilt_deg=row.tilt_deg,
        told_hour=clock(row.told_hour) if row.told_hour is not None else "",
        hour=planned.hour,
        at=clock(planned.hour) if placed else "",
        placed=placed,
        verdict=ruling.verdict,
        say=ruling_sentence(ruling, units),
        change=" ".join(step_sentence(s, units) for s in change.steps) if change else "",
        change_kind=step.kind if step else "",
        change_value=step.value if step else None,
        change_motor=step.label if step and step.kind == "motor" else "",
        reasons=[
            RulingReasonOut(say=said, fails=kind == "fails", open=kind == "open")
            for kind, said in reason_sentences(ruling, units)
        ],
        apogee=height_words(ruling.candidate.case, units) if flight.apogee_altitude_m is not None else "",
        landing=landing,
        where=where_sentence(landing[0], landing[1], units) if landing else "",
        stand_off=stand_off_words(ruling, units),
        liftoff=show(flight.liftoff_mass_kg, "mass", units),
        balance=show(balance, "short_length", units) if balance is not None else "",
        done=done,
        needs=needs_out(ruling.candidate, _HERE),
        since="" if plan.now is not None or done else since(plan, planned),
    )


def checklist_out(plan: DayPlan, planned: Planned, reading: Reading | None = None, *, any_weather: bool = False) -> ChecklistOut:
    """One flight's list as it stands; what was ticked as something else, or before something changed, is asked again."""
    stands, basis = stands_for(plan, planned, words_of(plan.day), reading, any_weather=any_weather)
    disputes = disputes_of(plan.day)
    return ChecklistOut(
        line=planned.row.pk,
        rocket=planned.rocket_name,
        label=planned.ruling.candidate.label,
        items=[_item_out(s, basis, disputes.get((str(planned.row.pk), s.item.key), "")) for s in stands],
    )


def _item_out(stand: Stand, basis: dict[str, str], dispute: str) -> ChecklistItemOut:
    i, over = stand.item, stand.override
    return ChecklistItemOut(
        key=i.key, stage=i.stage, stage_name=STAGES[i.stage], text=i.text, why=i.why, good=i.good, hazard=i.hazard, hold=i.hold,
        never=i.never, asks=i.asks, act=i.act, picture=i.picture, below_c=i.below_c, on=facts_on(i, basis),
        hangs=hangs_words(i), ticked=stand.ticked, reopened=stand.reopened,
        overridden=say("overridden", by=over.by, why=over.why) if over is not None else "", dispute=dispute,
    )  # fmt: skip


def override_words(event: DayEvent) -> str:
    """A hold that was overridden: which, by whom and why."""
    return say("override-of", what=event.text, by=str(event.facts.get("by")), why=str(event.facts.get("why")))


def drills_out(loadout: Loadout) -> list[DrillOut]:
    """What to do when something goes wrong with it."""
    return [
        DrillOut(key=d.key, name=d.name, steps=[DrillStepOut(text=s.text, hazard=s.hazard, wait_s=s.wait_s) for s in d.steps])
        for d in drills(loadout)
    ]


def car_out(user: User, plan: DayPlan) -> CarOut:
    """What goes into the car for the flights that can go."""
    everything = shelf(user)
    stock = stock_of(user, everything)
    box: dict[str, Stock] = {}
    for item in everything:
        here = stock.get(item.motor.key)
        known = box.get(item.motor.name)
        count = (here.count if here else 0) + (known.count if known else 0)
        by_delay = Counter(known.by_delay if known else {}) + Counter(here.by_delay if here else {})
        box[item.motor.name] = Stock(
            count=count,
            by_delay=by_delay,
            cost_each=here.cost if here and here.cost is not None else known.cost_each if known else None,
        )
    loadouts = [loadout_for(plan, p) for p in plan.lines if p.ruling.verdict != "no_go"]
    carried = pack_the_car(loadouts, box, coldest_c=plan.forecast.coldest_c if plan.forecast else None)
    # Nobody sells what is invented.
    invented = {s.motor.name for s in everything if s.practice} - {s.motor.name for s in everything if not s.practice}
    lacking = [c for c in carried if c.lacking and base_of(c.what) not in invented]
    costs = [c.cost for c in lacking]
    return CarOut(
        shelves=[
            CarShelfOut(
                name=name,
                things=[
                    CarriedOut(key=c.key, what=c.what, count=c.count, why=c.why, lacking=c.lacking or 0)
                    for c in carried
                    if c.shelf == key
                ],
            )
            for key, name in SHELVES.items()
        ],
        to_buy=[f"{c.lacking} × {c.what}" for c in lacking],
        cost="" if not lacking or any(c is None for c in costs) else f"{sum(c or 0.0 for c in costs):.2f}",
    )
