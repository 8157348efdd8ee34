"""Make or change a launch day and its lines."""

import datetime
import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import load_of
from wobbly_fin.launchdays.models import LaunchDay, ManifestLine
from wobbly_fin.launchdays.plan import code_for, day_of
from wobbly_fin.rocketry.choosing.codes import code_of
from wobbly_fin.rocketry.choosing.own_code import read_rules
from wobbly_fin.rocketry.errors import RocketryError, Together, require_finite
from wobbly_fin.rocketry.launchday.checklists.order import read_order
from wobbly_fin.rocketry.launchday.dayplan import places
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.models import FlyingField

MOST_LINES = 40


def keep_day(
    user: User, key: uuid.UUID, *, name: str, day: datetime.date, field_id: uuid.UUID | None, opens: str, closes: str, code: str, school: str,
    igniter_at: str = "pad", arming: str = "before_igniter",
    own_rules: dict[str, Any] | None = None, own_typed: dict[str, str] | None = None,
) -> LaunchDay:  # fmt: skip
    """Keep a day under a key the client made; raises RocketryError at the box at fault and changes nothing."""
    with Together() as read:
        if not name.strip():
            read.refuse("name", "is missing; what is the day called?")
        if not 2000 <= day.year <= 2100:
            read.refuse("day", f"{day} is no day to fly on")
        first, last = read(read_clock, opens, "opens"), read(read_clock, closes, "closes")
    places(first, last)
    order = read_order(school, igniter_at, arming)
    with transaction.atomic():
        row = under_key(LaunchDay.objects.select_for_update(), key, owner_id=user.pk)
        if field_id is not None and not FlyingField.objects.visible_to(user).filter(pk=field_id).exists():
            raise RocketryError("field_id", "is no field of yours; choose one in Stores")
        row = row or LaunchDay(id=key, owner=user, day=day)
        if row.day != day:
            row.weather = {}  # another day's weather is none
        row.name, row.day, row.field_id, row.opens, row.closes = name.strip()[:80], day, field_id, first, last
        row.code, row.deleted_at = code, None
        row.school, row.igniter_at, row.arming = order.school, order.igniter_at, order.arming
        if own_typed is not None:
            own_rules = read_rules(own_typed, code_of(code), units_of(preferences_of(user)))
        if own_rules is not None:
            row.own_rules = own_rules
        code_for(row)
        row.save()
    return row


def bin_day(user: User, key: uuid.UUID, *, back: bool = False) -> None:
    """Put a day in the bin, or with `back` take it out."""
    if not LaunchDay.objects.belonging_to(user).filter(pk=key).update(deleted_at=None if back else timezone.now()):
        raise Http404


def keep_line(
    user: User, day_key: uuid.UUID, key: uuid.UUID, *, rocket_id: uuid.UUID, motor_key: str, delay_s: float | None, tilt_deg: float,
    told_hour: str,
) -> ManifestLine:  # fmt: skip
    """Put a flight on the manifest, or change it."""
    hour = read_clock(told_hour, "told_hour") if told_hour.strip() else None
    require_finite("tilt_deg", tilt_deg, 0.0, 45.0)
    load = load_of(user, motor_key).owned()
    if load.motor.kind != "single":
        delay_s = None
    elif delay_s is None:
        raise RocketryError("delay_s", f"is missing; which delay has the {load.motor.name}?")
    else:
        require_finite("delay_s", delay_s, 0.0, 60.0)
    with transaction.atomic():
        day = day_of(user, day_key)
        rocket = Rocket.objects.visible_to(user).filter(pk=rocket_id).first()
        if rocket is None:
            raise Http404
        row = under_key(ManifestLine.everything.select_for_update(), key, day_id=day.pk)
        if (row is None or row.deleted_at) and day.lines.count() >= MOST_LINES:
            raise RocketryError("lines", f"are {MOST_LINES} already; that is the most for one day")
        row = row or ManifestLine(id=key, day=day)
        row.rocket, row.motor_key, row.delay_s, row.tilt_deg, row.told_hour = rocket, motor_key, delay_s, tilt_deg, hour
        row.deleted_at, row.judged = None, {}  # its owner sees what this comes to at once
        row.save()
        day.save(update_fields=["updated_at"])  # the order of the day hangs on every line
    return row


def drop_line(user: User, day_key: uuid.UUID, key: uuid.UUID) -> None:
    """Take a flight off the manifest; what happened to it stays, and putting it there again under its key brings it back."""
    with transaction.atomic():
        day = day_of(user, day_key)
        if not day.lines.filter(pk=key).update(deleted_at=timezone.now()):
            raise Http404
        day.save(update_fields=["updated_at"])


def read_clock(text: str, name: str) -> float:
    """`10`, `10:30`, `10.30`, `9 am`, `2:15 pm` as an hour; raises RocketryError."""
    tidy = text.strip().lower().replace(".", ":").replace("h", ":").rstrip(":")
    half = next((h for h in ("am", "pm") if tidy.endswith(h)), "")
    hours, _, minutes = tidy.removesuffix(half).strip().partition(":")
    if not (hours.isascii() and hours.isdigit() and (not minutes or (minutes.isascii() and minutes.isdigit()))) or len(tidy) > 8:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no time of day; write it as 10:30")
    hour, minute = int(hours), int(minutes or 0)
    if half:
        hour = hour % 12 + (12 if half == "pm" else 0)
    if hour > 24 or minute > 59 or hour + minute / 60 > 24:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no time of day; write it as 10:30")
    return hour + minute / 60
