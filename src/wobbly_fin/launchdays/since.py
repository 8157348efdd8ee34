"""What every line of a day was judged by when its owner last saw it, kept as hashes; what changed since, told on the day and in the hangar."""

from collections.abc import Iterator
from dataclasses import asdict
from typing import Any

from django.contrib.auth.models import User
from django.db import OperationalError
from django.utils import timezone

from wobbly_fin import __version__
from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.launchdays.models import LaunchDay, ManifestLine
from wobbly_fin.launchdays.plan import DayPlan, Planned, plan_of
from wobbly_fin.rocketry.launchday.since import CAUSES, Cause, Outcome, outcome_of, since_sentence

MOST_DAYS = 5  # ahead of today whose lines the hangar tells of


def judged_by(plan: DayPlan, planned: Planned) -> dict[Cause, str]:
    """A hash of each thing a line's verdict hangs on."""
    c, context = planned.ruling.candidate, plan.context
    configuration, situation = c.configuration, c.case.situation
    taught = situation.taught
    content: dict[Cause, Any] = {
        "rocket": planned.file.model_dump(mode="json", exclude={"motors", "built", "remarks", "kit"}),
        "motor": [repr(configuration.loads), planned.row.tilt_deg],
        "hour": planned.hour,
        "weather": plan.day.weather,
        "field": [repr(context.site), repr(context.ground)],
        "rules": [repr(context.rules), repr(context.code)],
        "flyer": repr(context.flyer),
        "flights": [planned.known.learnt.cd_factor, sorted(taught.thrust.items()), sorted(map(repr, taught.delays.items()))],
        "build": [situation.built, situation.repairs],
        "model": __version__,
    }
    return {cause: content_hash(cause, content[cause]) for cause in CAUSES}


def note(plan: DayPlan, *, anew: bool = False) -> None:
    """Keep what lines are judged by and come to: of those never seen, or with `anew` of all."""
    for planned in plan.lines:
        row = planned.row
        if row.judged and not anew:
            continue
        row.judged = {"by": judged_by(plan, planned), "came_to": asdict(outcome_of(planned.ruling))}
        try:
            # No change of the day: whoever has it open need not look again.
            ManifestLine.everything.filter(pk=row.pk).update(judged=row.judged)
        except OperationalError:
            return  # noted the next time it is looked at


def since(plan: DayPlan, planned: Planned, *, brief: bool = False) -> str:
    """What changed since its owner last saw a line, and what that did, `brief` without why; empty where it did nothing."""
    kept = planned.row.judged
    if not kept:
        return ""
    now = judged_by(plan, planned)
    causes = [cause for cause in CAUSES if kept["by"].get(cause) != now[cause]]
    before = Outcome(**kept["came_to"] | {"against": tuple(kept["came_to"]["against"])})
    return since_sentence(causes, before, planned.ruling, plan.units, brief=brief)


def changes_of(user: User) -> Iterator[tuple[LaunchDay, Planned, str]]:
    """Of the days to come, every line of which something changed since it was last seen."""
    ahead = LaunchDay.objects.visible_to(user).filter(day__gte=timezone.localdate()).order_by("day")
    for day in ahead.select_related("field")[:MOST_DAYS]:
        plan = plan_of(user, day)
        for planned in plan.lines:
            said = since(plan, planned, brief=True)
            if said:
                yield day, planned, said
