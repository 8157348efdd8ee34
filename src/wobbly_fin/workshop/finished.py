"""Which builds and repairs of a rocket are done: every step ticked, of a repair its last, and not taken back."""

import datetime

from django.utils import timezone

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.workshop.models import Build
from wobbly_fin.workshop.since import changed_steps, not_asked_again
from wobbly_fin.workshop.state import state_of
from wobbly_fin.workshop.station import bench_of, chosen, plan_of

_LAST = "weigh"  # every repair ends with the scale, see building.repairs


def mended(rocket: Rocket) -> tuple[tuple[str, datetime.datetime], ...]:
    """Damages mended, and when."""
    out = []
    for build in Build.objects.filter(rocket=rocket, kind="repair", deleted_at__isnull=True).prefetch_related("events"):
        done = state_of(build).done_at.get(_LAST)
        if done is not None:
            out.append((build.damage, done))
    return tuple(out)


def mended_on(rocket: Rocket) -> tuple[datetime.date, ...]:
    """Days on which something of it was mended."""
    return tuple(timezone.localdate(at) for _, at in mended(rocket))


_done = Remembered[bool](500)


def build_done(rocket: Rocket) -> bool | None:
    """Whether every step of its building is ticked, and none asks for something else since; None where it is not built here."""
    build = Build.objects.filter(rocket=rocket, kind="build", deleted_at__isnull=True).prefetch_related("events").first()
    if build is None:
        return None
    units = units_of(preferences_of(build.owner))
    key = (build.pk, build.updated_at, len(build.events.all()), rocket.revision, repr(units))
    return _done.get(key, lambda: _all_ticked(build, rocket, units))


def _all_ticked(build: Build, rocket: Rocket, units: UnitChoice) -> bool:
    user, state = build.owner, state_of(build)
    if not state.done:
        return False
    try:
        plan = plan_of(build, bench_of(user, read_rocket_file(rocket.document), chosen(user, build), units))
        not_asked_again(plan, state)
        return all(step.key in state.done for step in plan.steps) and not any(changed_steps(plan, state, units))
    except RocketryError:
        return False
