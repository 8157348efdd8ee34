"""A person's flights, found or 404."""

import uuid

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.logbook.models import Flight
from wobbly_fin.stores.shelf import also_known, shelf

FROZEN = ("rocket", "rocket_snapshot", "motor_snapshot", "site_snapshot")


def flight_of(user: User, key: uuid.UUID, *, lock: bool = False) -> Flight:
    """One of this person's flights with everything it was forecast from; raises Http404 where there is none."""
    rows = Flight.objects.visible_to(user).select_related(*FROZEN)
    if lock:
        rows = rows.select_for_update(of=("self",))
    found: Flight | None = rows.filter(pk=key).first()
    if found is None:
        raise Http404
    return found


def shelf_key(user: User, row: Flight) -> str | None:
    """The key under which the motor with the delay stands on the shelf today; None where it is there no more."""
    if row.motor_key:
        key = also_known(user).get(row.motor_key, row.motor_key)
        return next((s.key for s in shelf(user) if s.motor.key == key), None)
    base = row.label.partition("-")[0]  # logged before its key was kept
    return next((s.key for s in shelf(user) if s.motor.decoded.base == base and s.motor.kind == "single"), None)
