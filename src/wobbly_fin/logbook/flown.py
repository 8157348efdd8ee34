"""Rockets together with what their log says of them, in one query."""

from django.contrib.auth.models import User
from django.db.models import Count, Exists, Max, OuterRef, Q, QuerySet, Subquery

from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.models import Flight, Review
from wobbly_fin.workshop.finished import build_done


def with_flights(user: User) -> QuerySet[Rocket]:
    """A person's rockets with `flight_count`, `flown_last`, the `last_landing`, and whether any review `reviewed` grounds it."""
    live = Q(flights__deleted_at__isnull=True)
    newest = Flight.objects.filter(rocket=OuterRef("pk"), deleted_at__isnull=True).order_by("-flown_on", "-created_at")
    found: QuerySet[Rocket] = (
        Rocket.objects.visible_to(user)
        .select_related("owner")
        .order_by("created_at")
        .annotate(
            flight_count=Count("flights", filter=live),
            flown_last=Max("flights__flown_on", filter=live),
            reviewed=Exists(Review.objects.filter(flight__rocket=OuterRef("pk"), flight__deleted_at__isnull=True, grounds=True)),
            last_landing=Subquery(newest.values("landing")[:1]),
        )
    )
    return found


def has_flown(row: Rocket) -> bool:
    """Whether it ever left a pad."""
    return Flight.objects.filter(rocket=row, deleted_at__isnull=True).exclude(opening="no_launch").exists()


def built(row: Rocket) -> bool | None:
    """What has flown was built; else as its build at the bench says; None where neither is known."""
    return True if has_flown(row) else build_done(row)
