"""A launch day in the core's terms: each line flown in its hour, ruled on, put in order."""

from dataclasses import dataclass, replace

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.accounts.people import checklist_of, flyer_of, preferences_of, rules_of, units_of
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar import facts
from wobbly_fin.hangar.judged import judged
from wobbly_fin.hangar.question import KnownRocket, known_rocket, load_of
from wobbly_fin.launchdays.models import LaunchDay, ManifestLine
from wobbly_fin.launchdays.spread import near_the_edge, wide_m
from wobbly_fin.rocketry.airframe.layout import Layout, recovery_packs
from wobbly_fin.rocketry.airframe.mount import fits
from wobbly_fin.rocketry.choosing.codes import RangeCode, code_of
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Flyer, Situation
from wobbly_fin.rocketry.choosing.trial import Need
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.lessons import lesson_sentence
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.launchday.checklists.from_rocket import loadout_of
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.launchday.checklists.order import read_order
from wobbly_fin.rocketry.launchday.checklists.own import OwnLine
from wobbly_fin.rocketry.launchday.dayplan import DayOrder, Wish, order_day, places
from wobbly_fin.rocketry.launchday.judge import Ruling, rule, ruling_of, with_change
from wobbly_fin.rocketry.launchday.weather import Forecast, HourlyWeather, read_forecast, site_at
from wobbly_fin.rocketry.motors.assembly_card import AssemblyCard
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.stores.cards import cards_of
from wobbly_fin.stores.fields import ground_of
from wobbly_fin.stores.shelf import shelf
from wobbly_fin.stores.stock import stock_of

NO_WIND: frozenset[Need] = frozenset({"wind"})
_MOST_OTHERS = 8  # motors of the box tried in place of one that does not go
_lines: Remembered[Ruling] = Remembered(500)  # by the values they hang on, so that none goes stale
_tried: Remembered[Ruling] = Remembered(3000)


@dataclass(frozen=True, kw_only=True)
class Ready:
    """A line in the core's terms."""

    row: ManifestLine
    rocket_name: str
    known: KnownRocket
    loaded: Configuration

    @property
    def file(self) -> RocketFile:
        """The rocket's, as last weighed."""
        return self.known.file

    @property
    def layout(self) -> Layout | None:
        """None for a quick rocket."""
        return self.loaded.layout


@dataclass(frozen=True, kw_only=True)
class Planned(Ready):
    """A line in its hour, ruled on."""

    hour: float
    ruling: Ruling


@dataclass(frozen=True, slots=True, kw_only=True)
class Broken:
    """A line that cannot even be flown, and why: its rocket or motor was changed or thrown away since it was put down."""

    row: ManifestLine
    why: str


@dataclass(frozen=True, slots=True, kw_only=True)
class DayPlan:
    """The day."""

    day: LaunchDay
    code: RangeCode
    forecast: Forecast | None
    ground: Field | None
    order: DayOrder
    lines: tuple[Planned, ...]
    broken: tuple[Broken, ...]
    hours: tuple[float, ...]
    context: "DayContext"
    now: HourlyWeather | None = None  # as read on site: what all of it is judged in

    @property
    def units(self) -> UnitChoice:
        """Of the owner."""
        return self.context.units

    def line(self, key: object) -> Planned:
        """One of its lines; raises Http404 where it has none such."""
        found = next((p for p in self.lines if str(p.row.pk) == str(key)), None)
        if found is None:
            raise Http404
        return found


def day_of(user: User, key: object) -> LaunchDay:
    """A person's own day; raises Http404 for another's."""
    found = LaunchDay.objects.visible_to(user).select_related("field").filter(pk=key).first()
    if found is None:
        raise Http404
    return found


def code_for(day: LaunchDay) -> RangeCode:
    """Its range's code, with the club's own rules over it."""
    code = code_of(day.code)
    return code.with_overrides(day.own_rules) if day.own_rules else code


def plan_of(user: User, day: LaunchDay, *, now: HourlyWeather | None = None, changes: bool = True) -> DayPlan:
    """Fly and judge every line.

    Parameters
    ----------
    now : HourlyWeather or None
        What was read on site: every line is judged in it, whatever its hour's forecast.
    changes : bool
        Look for the nearest change of what does not go.
    """
    context = DayContext.of(user, day)
    ready: list[Ready] = []
    broken: list[Broken] = []
    for row in day.lines.select_related("rocket"):
        found = _ready(context, row)
        if isinstance(found, Ready):
            ready.append(found)
        else:
            broken.append(found)
    hours = places(day.opens, day.closes)
    told = [r.row.told_hour for r in ready if r.row.told_hour is not None]
    every = tuple(sorted({*hours, *told}))
    lines = {str(r.row.pk): r for r in ready}

    def cost(key: str, hour: float) -> float:
        return _cost(context, lines[key], hour)

    wishes = [Wish(key=key, rocket=str(r.row.rocket_id), told_hour=r.row.told_hour) for key, r in lines.items()]
    order = order_day(wishes, every, cost)
    at = {s.key: s.hour for s in order.slots}
    ruled = [_ruled(context, r, at.get(key, day.opens), now, changes) for key, r in lines.items()]
    return DayPlan(
        day=day, broken=tuple(broken), code=context.code, forecast=context.forecast, ground=context.ground, order=order, hours=every, context=context,
        now=now,
        lines=tuple(sorted(ruled, key=lambda p: (str(p.row.pk) not in at, p.hour))),
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class DayContext:
    """What is the same for every line of a day."""

    user: User
    site: Site
    ground: Field | None
    flyer: Flyer | None
    rules: Rules
    code: RangeCode
    forecast: Forecast | None
    units: UnitChoice
    box: tuple[Motor, ...]
    delays: dict[tuple[str, float], float]  # as learnt
    cards: dict[str, AssemblyCard]  # by the core's keys of their motors
    open_hours: Forecast | None  # of the forecast, those in which the range is open
    opens: float
    closes: float
    own: tuple[OwnLine, ...]  # of the checklist

    @classmethod
    def of(cls, user: User, day: LaunchDay) -> "DayContext":
        preferences = preferences_of(user)
        field = day.field if day.field is not None and day.field.deleted_at is None else None
        site = Site(elevation_m=field.elevation_m, ceiling_m=field.ceiling_m) if field else Site()
        everything = shelf(user)
        stock = stock_of(user, everything)
        box = tuple(s.motor for s in everything if s.motor.key in stock and stock[s.motor.key].count > 0)
        forecast = read_forecast(day.weather) if day.weather else None
        within = [h for h in forecast.hours if day.opens <= h.hour <= day.closes] if forecast else []
        return cls(
            user, site, ground_of(field) if field else None, flyer_of(preferences), rules_of(preferences), code_for(day),
            forecast, units_of(preferences), box, facts.delays(user), cards_of(user, everything),
            replace(forecast, hours=tuple(within)) if forecast and within else None,
            day.opens, day.closes, checklist_of(preferences),
        )  # fmt: skip


_WHOSE = {"parts": "it", "rocket": "its rocket", "motor": "its motor"}


def _ready(context: DayContext, row: ManifestLine) -> Ready | Broken:
    """One line that cannot be flown must not take the others' day away."""
    try:
        ready = line_of(context, row)
        rule(ready.loaded, situation_of(context, ready, None), context.rules, known=())
    except RocketryError as error:
        return Broken(row=row, why=f"{_WHOSE.get(error.name, error.name)} {error.message}")
    return ready


def line_of(context: DayContext, row: ManifestLine) -> Ready:
    """Its rocket, as last weighed, with its motor; raises RocketryError where it has none of them any more, or they do not go together."""
    if row.rocket.deleted_at is not None:
        raise RocketryError("rocket", f"is in the bin: take {row.rocket.name} out of it, or remove this flight from the manifest")
    known = known_rocket(row.rocket, context.delays, _as_weighed(read_rocket_file(row.rocket.document), row))
    try:
        load = load_of(context.user, row.motor_key)
    except Http404:
        raise RocketryError("motor", "is on your shelf no more: choose another, or take it out of the bin") from None
    return Ready(row=row, rocket_name=row.rocket.name, known=known, loaded=load.into(known.base, row.delay_s))


def _as_weighed(file: RocketFile, row: ManifestLine) -> RocketFile:
    """As scale and balance at the field last said of it; kept without its motors."""
    read: dict[str, float] = {}
    for event in row.events.filter(kind="weighed").order_by("at", "pk"):
        read |= {k: event.facts[k] for k in ("mass_kg", "cg_m") if k in event.facts}
    if not read:
        return file
    if file.is_quick:  # it takes no balance point
        body = file.body.model_copy(update={"mass_kg": read["mass_kg"]})
        stages = [s.model_copy(update={"parts": [body if p.id == body.id else p for p in s.parts]}) for s in file.stages]
        return file.model_copy(update={"stages": stages})
    return file.model_copy(update={"known": file.known.model_copy(update=read)}).weighed_now()


def situation_of(context: DayContext, planned: Ready, weather: HourlyWeather | None) -> Situation:
    """Where and when a line flies: the field in that hour, its rod as the rocket has it and leaning as told."""
    # In the hour's mean wind: one draw of gusts would make a verdict a matter of luck. The cloud of landings has the gusts.
    site = replace(site_at(context.site, weather), gustiness="calm") if weather is not None else context.site
    rod = planned.file.rod_length_m
    if rod is not None:
        site = replace(site, rod_length_m=rod)
    site = planned.known.on_rod(site)
    if planned.row.tilt_deg:
        site = replace(site, rod_tilt_deg=planned.row.tilt_deg, rod_azimuth_deg=site.wind_from_deg)
    return planned.known.situation(
        site, context.flyer, ground=context.ground, code=context.code, untold=frozenset() if weather is not None else NO_WIND,
        gusts=weather.gustiness if weather is not None else "breezy",
    )  # fmt: skip


def _cost(context: DayContext, planned: Ready, hour: float) -> float:
    """How ill an hour suits a line: what fails weighs most, landings that may leave the field as much, then how little is to spare."""
    weather = context.forecast.at(hour) if context.forecast else None
    ruling = _at(context, planned, weather)
    if weather is None or context.forecast is None:
        return len(ruling.against) + 0.5 * max(0.0, 1.0 - ruling.candidate.margin)
    # No cloud is flown for every hour: one, in the middle of the day, says how wide the others are.
    middle = _at(context, planned, context.forecast.at((context.opens + context.closes) / 2)).candidate
    near = near_the_edge(ruling.candidate, wide_m(middle.case, weather.wind_m_s)) if not ruling.against else False
    wind = weather.wind_m_s / context.code.wind_max_m_s
    return len(ruling.against) + near + 0.5 * max(0.0, 1.0 - ruling.candidate.margin) + 0.2 * wind


def _at(context: DayContext, planned: Ready, weather: HourlyWeather | None) -> Ruling:
    """A line in some hour's weather, without what is dear to ask."""
    situation = situation_of(context, planned, weather)
    key = (planned.loaded, situation, context.rules)
    return _tried.get(key, lambda: rule(planned.loaded, situation, context.rules, known=()))


def _ruled(context: DayContext, ready: Ready, hour: float, now: HourlyWeather | None, changes: bool) -> Planned:
    weather = now or (context.forecast.at(hour) if context.forecast else None)
    situation = situation_of(context, ready, weather)
    ruling = ruling_of(judged(ready.loaded, situation, context.rules))
    if changes and ruling.verdict == "no_go":
        found = ruling
        fit = [m for m in context.box if any(fits(m, mount) for mount in ready.loaded.mounts if mount.stage == 0)]
        others, hours = tuple(fit[:_MOST_OTHERS]), context.open_hours
        ruling = _lines.get(
            (ready.loaded, situation, context.rules, others, hours, hour),
            lambda: with_change(found, others=others, forecast=hours, hour=hour),
        )
    return Planned(row=ready.row, rocket_name=ready.rocket_name, known=ready.known, loaded=ready.loaded, hour=hour, ruling=ruling)


def loadout_for(plan: DayPlan, planned: Planned) -> Loadout:
    """What its checklist and the car are composed from."""
    recovery = None if planned.file.is_quick else planned.file.to_recovery_plan()
    bore = None
    if planned.layout is not None:
        packs = recovery_packs(planned.layout)
        bore = planned.layout.bay_of(packs[0].host).bore_m if packs and packs[0].host is not None else None
    return loadout_of(
        planned.rocket_name, planned.loaded.rocket, planned.ruling, layout=planned.layout, plan=recovery, bore_m=bore,
        payload=planned.file.payload.to_payload() if planned.file.payload else None,
        lessons=tuple(lesson_sentence(x) for x in facts.lessons(planned.row.rocket)),
        wind_limit_m_s=plan.code.wind_max_m_s, order=read_order(plan.day.school, plan.day.igniter_at, plan.day.arming),
        temperature_c=plan.now.temperature_c if plan.now is not None else None, cards=plan.context.cards,
        own=plan.context.own,
        units=plan.units,
    )  # fmt: skip
