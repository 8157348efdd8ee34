"""Begin a build or a repair, set how it is built and by when, change its plan, put it aside."""

import datetime
import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.base import tupled
from wobbly_fin.formats.plan_file import SchoolsDocument
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.building.changes import MOST_CHANGES, Change, change_plan
from wobbly_fin.rocketry.building.hours import WEEKDAYS, moment_s, read_hours, zone_of
from wobbly_fin.rocketry.building.repairs import repair_plan
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.site.keys import under_key
from wobbly_fin.workshop.models import Build
from wobbly_fin.workshop.station import bench_of, build_of, chosen, plan_of
from wobbly_fin.workshop.times import free_time, hours_of

# Read anew each time the plan is made: kept with their units, they stay as they are whatever their owner takes to.
_TYPED = {"temperature": "temperature", "hand": "short_length", "finger": "short_length"}
_LONGEST = 80
_FURTHEST_DAYS = 3 * 366
_MOST_EXCEPTIONS = 400


def begin_build(user: User, rocket_key: uuid.UUID, key: uuid.UUID, kind: str, damage: str = "") -> Build:
    """Begin under a key the client made; a repeat does nothing twice.

    Raises
    ------
    RocketryError
        For a quick rocket, which has no parts to build, or a damage nobody knows.
    """
    with transaction.atomic():
        row = Rocket.objects.visible_to(user).filter(pk=rocket_key).first()
        if row is None:
            raise Http404
        there = under_key(Build.objects, key, owner_id=user.pk, rocket_id=row.pk)
        if there is not None:
            return there
        told: dict[str, Any] = {}
        earlier = Build.objects.belonging_to(user).order_by("-created_at").first()
        if earlier is not None and kind == "build":
            # One's way of building is a habit.
            told = {k: v for k, v in earlier.schools.items() if k in ("jig", "fillers", "temperature", "hand", "finger", "lines")}
        file = read_rocket_file(row.document)
        if file.kit:
            told["origin"] = "kit"
        bench = bench_of(user, file, told, units_of(preferences_of(user)))
        if kind == "repair":
            repair_plan(bench, damage)
        return Build.objects.create(
            id=key, owner=user, rocket=row, kind=kind, damage=damage if kind == "repair" else "", schools=told
        )


def set_schools(user: User, key: uuid.UUID, told: dict[str, Any]) -> Build:
    """Change some of the boxes of how it is built; raises RocketryError at the box at fault and changes nothing."""
    with transaction.atomic():
        build = build_of(user, key)
        unknown = set(told) - SchoolsDocument.model_fields.keys()
        if unknown:
            raise RocketryError(min(unknown), "is no box of this form")
        merged = chosen(user, build) | {k: v if isinstance(v, bool) else str(v or "")[:_LONGEST] for k, v in told.items()}
        units = units_of(preferences_of(user))
        bench_of(user, read_rocket_file(build.rocket.document), merged, units)
        for name, quantity in _TYPED.items():
            if str(merged.get(name, "")).strip():
                merged[name] = parse(merged[name], quantity, units).kept
        build.schools = merged
        build.save()
    return build


def set_deadline(user: User, key: uuid.UUID, text: str, zone: str = "") -> Build:
    """The launch it is built for, as "2027-04-10T14:00" on the builder's clocks; empty: none.

    Raises
    ------
    RocketryError
        For no date, or one in the past.
    """
    with transaction.atomic():
        build = build_of(user, key)
        if not text.strip():
            build.deadline = None
        else:
            hours = hours_of(free_time(user), zone)
            try:
                local = datetime.datetime.fromisoformat(text.strip())
            except ValueError:
                raise RocketryError("deadline", f"{text[:30]!r} is no date; write it like 2027-04-10T14:00") from None
            if local.tzinfo is None:
                minutes = local.hour * 60 + local.minute
                moment = moment_s(local.date(), minutes, zone_of(hours.zone)) if 1971 < local.year < 2200 else 0
                local = datetime.datetime.fromtimestamp(moment, datetime.UTC)
            now = timezone.now()
            if local <= now:
                raise RocketryError("deadline", "lies in the past; a launch is still to come")
            if local - now > datetime.timedelta(days=_FURTHEST_DAYS):
                raise RocketryError(
                    "deadline", "lies more than three years ahead; your free evenings are not known that far ahead"
                )
            build.deadline = local
        build.save()
    return build


def set_hours(user: User, weekly: list[str] | None, exceptions: dict[str, str | None] | None, zone: str | None) -> None:
    """Change free hours: the whole week, single days (None takes a day back to its week), the zone.

    Raises
    ------
    RocketryError
        Naming the day at fault; nothing is changed then.
    """
    with transaction.atomic():
        row = free_time(user)
        if zone is not None:
            row.zone = zone_of(zone).key if zone else ""
        if weekly is not None:
            if len(weekly) != 7:
                raise RocketryError("weekly", "must have seven days, Monday first")
            for day, text in zip(WEEKDAYS, weekly, strict=True):
                read_hours(text[:_LONGEST], day.lower())
            row.weekly = [t[:_LONGEST] for t in weekly]
        for day, told in (exceptions or {}).items():
            try:
                iso = datetime.date.fromisoformat(day).isoformat()
            except ValueError:
                raise RocketryError("day", f"{day[:20]!r} is no date") from None
            if told is None:
                row.exceptions.pop(iso, None)
            else:
                read_hours(told[:_LONGEST], "day")
                row.exceptions[iso] = told[:_LONGEST]
        if len(row.exceptions) > _MOST_EXCEPTIONS:
            raise RocketryError("day", f"is one too many; {_MOST_EXCEPTIONS} days that differ are plenty")
        row.save()


def add_change(user: User, key: uuid.UUID, told: dict[str, Any]) -> Build:
    """Add a step, drop one or put one after others; raises RocketryError where physics does not allow it."""
    with transaction.atomic():
        build = build_of(user, key)
        if build.kind == "repair":
            raise RocketryError("kind", "is a repair: its few steps stay as they are")
        if len(build.changes) >= MOST_CHANGES:
            raise RocketryError("changes", f"has {MOST_CHANGES} entries; that is plenty")
        bench = bench_of(user, read_rocket_file(build.rocket.document), chosen(user, build), units_of(preferences_of(user)))
        change = Change(**tupled(told))
        change_plan(plan_of(build, bench), change)
        build.changes = [*build.changes, told]
        build.save()
    return build


def take_back_change(user: User, key: uuid.UUID, number: int) -> Build:
    """Take one change back."""
    with transaction.atomic():
        build = build_of(user, key)
        if not 0 <= number < len(build.changes):
            raise Http404
        build.changes = [c for i, c in enumerate(build.changes) if i != number]
        build.save()
    return build


def bin_build(user: User, key: uuid.UUID, *, back: bool = False) -> None:
    """Put a build aside, or with `back` take it up again."""
    if not Build.objects.belonging_to(user).filter(pk=key).update(deleted_at=None if back else timezone.now()):
        raise Http404
