"""What stands on the demo's bench: a rocket half built, one to be mended, and what lies in the corner."""

import datetime
from collections.abc import Callable
from uuid import UUID

from django.contrib.auth.models import User
from django.utils import timezone

from wobbly_fin.stores.actions.keep_material import keep_raw
from wobbly_fin.workshop.actions.begin import begin_build, set_hours, set_schools
from wobbly_fin.workshop.actions.tick import record
from wobbly_fin.workshop.actions.weigh import weigh_in
from wobbly_fin.workshop.models import Build, BuildEvent
from wobbly_fin.workshop.since import made_as
from wobbly_fin.workshop.station import workbench_of

HOURS = ["", "19:00-21:15", "", "18:30-21:00", "", "9:30-12:30, 14:00-17:00", "15:00-17:30"]
RAW = [
    ("tube", "the long one from the fair", {"outer_diameter": "49 mm", "length": "780 mm", "edges": "1", "count": "1"}),
    ("tube", "", {"outer_diameter": "66 mm", "length": "850 mm", "edges": "2", "count": "2"}),
    ("sheet", "", {"material": "lime", "thickness": "3/32 in", "length": "900 mm", "width": "100 mm", "count": "1"}),
    ("sheet", "", {"material": "birch-ply", "thickness": "2.95 mm", "length": "600 mm", "width": "300 mm", "count": "1"}),
    ("glue", "", {"glue": "wood", "mass": "310 g"}),
    ("glue", "", {"glue": "epoxy-30", "mass": "88 g"}),
]
# Built years ago, each in its own school: rocket, how, days ago.
FINISHED: list[tuple[str, dict[str, str], int]] = [
    ("Old Bellwether", {"inside": "fin_pockets", "jig": "one", "spacing": "close"}, 400),
    ("Copper Kettle", {"inside": "surface", "jig": "all", "origin": "kit", "lines": "opposite"}, 620),
]
BUILT, MENDED = "Post Rider", "Night Ferry"
WARMTH = "17 C"
# Work, minutes it took, minutes ago, remark.
TICKS = [
    ("gather", "70", 12_900, "The card for the patches was missing; a seed packet does."),
    ("cut-tubes", "40", 12_830, ""),
    ("mark", "25", 10_120, ""),
    ("cut-fins", "45", 10_060, "Lime smells of school."),
    ("sand-fins", "50", 7_240, ""),
    ("fill-tubes", "20", 7_180, ""),
    ("scuff-mount", "15", 7_150, ""),
    ("fill-fins", "30", 4_400, ""),
    ("sand-tubes", "35", 4_340, ""),
    ("dry-fit", "20", 4_320, ""),
    ("ring", "15", 4_300, ""),
    ("sand-filled-fins", "30", 1_500, "Still a ridge on number three. Nobody will see it but me."),
    ("ring", "12", 1_480, ""),
    ("coupler", "14", 22, ""),
]
WEIGHED = [("sand-filled-fins", "31.8 g", 1_498)]
LAUNCH_DAYS, LAUNCH_HOUR = 26, 10


def load_builds(user: User, key: Callable[..., UUID]) -> None:
    """Put the demo's bench together; `key` makes the same key for the same thing at every start."""
    now = timezone.now()
    set_hours(user, HOURS, None, None)
    for number, (kind, name, typed) in enumerate(RAW):
        keep_raw(user, key("raw", number), kind, name, typed)
    for name, how, days in FINISHED:
        _finished(user, key, name, how, now - datetime.timedelta(days=days))
    begin_build(user, key("rocket", MENDED), key("build", MENDED), "repair", "tube_crushed")
    build = begin_build(user, key("rocket", BUILT), key("build", BUILT), "build")
    set_schools(user, build.pk, {"temperature": WARMTH})
    Build.objects.filter(pk=build.pk).update(created_at=now - datetime.timedelta(days=10), deadline=_launch(now))
    taken: set[str] = set()
    for number, (work, minutes, ago, remark) in enumerate(TICKS):
        build.refresh_from_db()
        plan = workbench_of(user, build).plan
        step = next(s for s in plan.steps if s.key.split(":")[0] == work and s.key not in taken)
        taken.add(step.key)
        at = now - datetime.timedelta(minutes=ago)
        record(user, build.pk, key("tick", number), "done", step.key, minutes=minutes, remark=remark, at=at)
        for weighed, text, when in WEIGHED:
            if weighed == work:
                weigh_in(user, build.pk, key("weighing", number), step.key, text)
                BuildEvent.objects.filter(pk=key("weighing", number)).update(at=now - datetime.timedelta(minutes=when))


def _finished(user: User, key: Callable[..., UUID], name: str, how: dict[str, str], began: datetime.datetime) -> None:
    """A build ticked off to its last step, an evening after another."""
    build = begin_build(user, key("rocket", name), key("build", name), "build")
    set_schools(user, build.pk, how)
    found = workbench_of(user, Build.objects.get(pk=build.pk))
    ticks = []
    for number, step in enumerate(found.plan.steps):
        at = began + datetime.timedelta(hours=24 * (number // 2) + number % 2)
        off = int(at.timestamp())
        facts = {
            "hands_off_s": off,
            "cured_s": off + round(step.cure_s),
            "full_s": off + round(step.full_s),
            "as": made_as(step, found.units),
        }
        ticks.append(
            BuildEvent(
                id=key("built", name, number), build=build, kind="done", step=step.key, title=step.title, at=at, facts=facts
            )
        )
    BuildEvent.objects.bulk_create(ticks)
    Build.objects.filter(pk=build.pk).update(created_at=began)


def _launch(now: datetime.datetime) -> datetime.datetime:
    """The first Saturday so many days from now, in the morning."""
    day = now + datetime.timedelta(days=LAUNCH_DAYS)
    day += datetime.timedelta(days=(5 - day.weekday()) % 7)
    return day.replace(hour=LAUNCH_HOUR, minute=0, second=0, microsecond=0)
