"""A day as the range sees it: what is to fly, from whom, whether it may, and what is to be looked at."""

import datetime
from dataclasses import dataclass

from django.contrib.auth.models import User

from wobbly_fin.launchdays.field_state import as_read
from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.launchdays.plan import DayPlan


@dataclass(frozen=True, slots=True, kw_only=True)
class Manifest:
    """Somebody's day, judged in its own weather."""

    flyer: str
    plan: DayPlan


def manifest_of(owner: User, day: LaunchDay) -> Manifest:
    """One day, judged with its owner's limits and said in their units."""
    return Manifest(flyer=owner.username, plan=as_read(owner, day)[0])


def manifests_on(day: datetime.date) -> list[Manifest]:
    """Everybody's day of a date that has a flight on it, by flyer."""
    rows = (
        LaunchDay.objects.filter(
            day=day, deleted_at__isnull=True, owner__is_active=True, lines__isnull=False, lines__deleted_at__isnull=True
        )
        .select_related("owner", "field")
        .distinct()
        .order_by("owner__username", "created_at")
    )
    return [manifest_of(row.owner, row) for row in rows]
