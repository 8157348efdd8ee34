"""A rocket at the bench: its plan, what is done, and when the rest will be."""

import datetime
import uuid
from dataclasses import dataclass, replace
from typing import Any

from django.contrib.auth.models import User
from django.http import Http404
from django.utils import timezone
from pydantic import ValidationError

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.base import tupled
from wobbly_fin.formats.errors import refusals
from wobbly_fin.formats.plan_file import SchoolsDocument
from wobbly_fin.formats.rocket_file import KitLine, RocketFile, read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.airframe.kit import KitItem, intake_sentence
from wobbly_fin.rocketry.building.agenda import Agenda, agenda
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.changes import Change
from wobbly_fin.rocketry.building.glues import GLUES
from wobbly_fin.rocketry.building.hours import FreeHours
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.repairs import repair_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Plan
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.stores.glues import own_glues
from wobbly_fin.workshop.models import Build, FreeTime
from wobbly_fin.workshop.since import not_asked_again
from wobbly_fin.workshop.state import State, state_of
from wobbly_fin.workshop.times import free_time, hours_of

# How far ahead free hours are laid out.
HORIZON_DAYS = 240


@dataclass(frozen=True, kw_only=True)
class Workbench:
    """A build as it stands, without its place in time: what a tick or a weigh-in needs."""

    user: User
    row: Rocket
    file: RocketFile
    build: Build
    bench: Bench
    plan: Plan
    state: State
    units: UnitChoice


@dataclass(frozen=True, kw_only=True)
class Station(Workbench):
    """Everything the Build station shows, in the core's terms."""

    agenda: Agenda
    hours: FreeHours
    free: FreeTime
    now: datetime.datetime

    @property
    def now_s(self) -> int:
        """[s]"""
        return int(self.now.timestamp())

    @property
    def deadline_s(self) -> int | None:
        """[s]"""
        return None if self.build.deadline is None else int(self.build.deadline.timestamp())


def build_of(user: User, key: uuid.UUID) -> Build:
    """A build of this person's; raises Http404 where there is none."""
    found = Build.objects.visible_to(user).select_related("rocket").filter(pk=key, rocket__deleted_at__isnull=True).first()
    if found is None:
        raise Http404
    return found


def current_build(user: User, row: Rocket) -> Build | None:
    """The build or repair a rocket is in: its latest."""
    return Build.objects.visible_to(user).filter(rocket=row).first()


def schools_of(told: dict[str, Any], units: UnitChoice) -> Schools:
    """Schools from a form: choices, and texts as typed; raises RocketryError naming the box at fault."""
    try:
        return SchoolsDocument.model_validate(told).to_schools(units)
    except ValidationError as error:
        name, message = refusals(error)[0]
        raise RocketryError(name, message) from error


_GLUES = {"structural": "for what bears load", "fillets": "for fillets"}


def bench_of(user: User, file: RocketFile, told: dict[str, Any], units: UnitChoice) -> Bench:
    """The bench for a rocket's file; raises RocketryError for a quick rocket, or glue nobody has."""
    glues = own_glues(user)
    bench = Bench.of(file.to_airframe(), schools_of(told, units), glues, units, file.to_recovery_plan())
    for name in _GLUES:
        if getattr(bench.schools, name):
            bench.glue(getattr(bench.schools, name))
    return bench


def glues_gone(user: User, told: dict[str, Any]) -> list[str]:
    """Boxes of glues chosen once that are on nobody's shelf any more: a build must not fall with them."""
    wanted = [name for name in _GLUES if told.get(name) and told[name] not in GLUES]
    own = own_glues(user) if wanted else {}
    return [name for name in wanted if told[name] not in own]


def chosen(user: User, build: Build) -> dict[str, Any]:
    """How it is built, without glues that are gone."""
    return build.schools | dict.fromkeys(glues_gone(user, build.schools), "")


def plan_of(build: Build, bench: Bench) -> Plan:
    """The plan of a build, from the design as it is now."""
    if build.kind == "repair":
        return repair_plan(bench, build.damage)
    plan = build_plan(bench, [Change(**tupled(c)) for c in build.changes])
    return _with_kit(plan, read_rocket_file(build.rocket.document).kit)


def _with_kit(plan: Plan, kit: list[KitLine]) -> Plan:
    """Laying out a kit's parts says what its own list is still short of."""
    if kit:
        items = [KitItem(text=k.text, count=k.count, present=k.present) for k in kit]
        said = f"Against the kit’s list: {intake_sentence(items)}"
        plan.steps = [replace(s, lines=(said, *s.lines)) if s.key == "gather" else s for s in plan.steps]
    return plan


def workbench_of(user: User, build: Build) -> Workbench:
    """A build's plan and what was done of it."""
    units = units_of(preferences_of(user))
    file = read_rocket_file(build.rocket.document)
    gone = glues_gone(user, build.schools)
    bench = bench_of(user, file, build.schools | dict.fromkeys(gone, ""), units)
    plan = plan_of(build, bench)
    plan.remarks += [
        f"The glue chosen {_GLUES[name]} is among yours no more: the plan counts with the usual one. Choose another under How I build."
        for name in gone
    ]
    state = state_of(build)
    not_asked_again(plan, state)
    return Workbench(
        user=user,
        row=build.rocket,
        file=file,
        build=build,
        bench=bench,
        plan=plan,
        state=state,
        units=units,
    )


def station_of(user: User, build: Build, *, zone: str = "", now: datetime.datetime | None = None) -> Station:
    """Everything of a build, now: the schedule of what is left is looked for here."""
    w = workbench_of(user, build)
    free = free_time(user)
    hours = hours_of(free, zone)
    moment = now or timezone.now()
    deadline = None if build.deadline is None else int(build.deadline.timestamp())
    found = agenda(w.plan, w.state.done, int(moment.timestamp()), hours.windows(moment, HORIZON_DAYS), deadline, w.state.pace)
    return Station(
        user=user, row=w.row, file=w.file, build=build, bench=w.bench, plan=w.plan, state=w.state, units=w.units,
        agenda=found, hours=hours, free=free, now=moment,
    )  # fmt: skip
