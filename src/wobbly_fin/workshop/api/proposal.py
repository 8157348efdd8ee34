"""What a build would come to, before it is begun."""

from django.contrib.auth.models import User
from django.utils import timezone

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.building.explain import lasting
from wobbly_fin.rocketry.building.hours import zone_of
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.workshop.api.answers import hours_out, options_out, problems_out
from wobbly_fin.workshop.api.schemas import ProblemOut, StationOut
from wobbly_fin.workshop.station import bench_of
from wobbly_fin.workshop.times import free_time, hours_of


def proposal_out(user: User, row: Rocket, zone: str) -> StationOut:
    """The station of a rocket nobody is building."""
    file = read_rocket_file(row.document)
    headline, steps, problems = "", 0, list[ProblemOut]()
    if not file.is_quick:
        bench = bench_of(user, file, {}, units_of(preferences_of(user)))
        plan = build_plan(bench)
        problems = problems_out(plan, bench)
        steps = len(plan.steps)
        hands = lasting(sum(s.hands_on_s for s in plan.steps))
        headline = f"{steps} steps from these parts, about {hands} of hands-on work."
    free = free_time(user)
    hours = hours_of(free, zone)
    return StationOut(
        rocket_id=row.pk, build=None, quick=file.is_quick, headline=headline, latest="", verdict="open",
        problems=problems, remarks=[], rescue=[], chain=[],
        steps=[],
        now=[], curing=[], next=[], days=[],
        hours=hours_out(free, hours),
        options=options_out(), changes=[], photos=[], pace="", left="", done_count=0, weigh_ins=[], booked=False,
        today=timezone.now().astimezone(zone_of(hours.zone)).date(),
    )  # fmt: skip
