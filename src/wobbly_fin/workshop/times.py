"""Somebody's free hours in the core's terms."""

import datetime

from django.contrib.auth.models import User

from wobbly_fin.rocketry.building.hours import FreeHours, read_hours, zone_of
from wobbly_fin.workshop.models import FreeTime

# Assumed until somebody says otherwise, and shown as such: weekday evenings and Saturdays.
USUAL = ("19:00-21:30",) * 5 + ("10:00-13:00, 14:00-17:00", "")


def free_time(user: User) -> FreeTime:
    """The row, made on first use."""
    found, _ = FreeTime.objects.get_or_create(user=user)
    return found


def hours_of(row: FreeTime, zone: str = "") -> FreeHours:
    """The hours told, or the usual ones; on the clocks told, or those of the browser that asks."""
    place = row.zone or zone or "UTC"
    weekly = tuple(row.weekly) if len(row.weekly) == 7 else USUAL
    return FreeHours(
        weekly=tuple(read_hours(text) for text in weekly),
        exceptions={datetime.date.fromisoformat(day): read_hours(text) for day, text in row.exceptions.items()},
        zone=zone_of(place).key,
    )
