"""Keep an altimeter's file with a flight: its bytes as handed in, its columns as confirmed, moments put by hand."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.logbook.log_files import log_of, packed, told_columns
from wobbly_fin.logbook.measured import settle
from wobbly_fin.logbook.mine import flight_of
from wobbly_fin.logbook.models import Flight, FlightLogFile
from wobbly_fin.rocketry.altimetry.events import EVENTS
from wobbly_fin.rocketry.altimetry.reading import FlightLog, read_flight_log
from wobbly_fin.rocketry.altimetry.table import MOST_BYTES
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.keys import under_key

MOST_FILES = 6


def read_only(data: bytes, columns: list[dict[str, Any]], number: int, placed: dict[str, float]) -> FlightLog:
    """What a file would say; keeps nothing."""
    return read_flight_log(data, columns=told_columns(columns), flight=number, placed=_moments(placed))


def keep_log(
    user: User, flight_key: uuid.UUID, key: uuid.UUID, *, name: str, data: bytes, columns: list[dict[str, Any]], number: int = 0,
    placed: dict[str, float] | None = None, simulated: bool = False,
) -> Flight:  # fmt: skip
    """Keep a file under a key the client made; the same key again replaces what is said of it.

    Raises
    ------
    RocketryError
        For a file that cannot be read, with what it wants, or one file too many.
    """
    said = {
        "name": name.strip()[:120] or "log.csv", "data": packed(data[:MOST_BYTES]), "columns": columns, "number": number,
        "placed": _moments(placed or {}), "simulated": simulated,
    }  # fmt: skip
    # Read before anything is locked; it is remembered, and settling asks for it again.
    log_of(FlightLogFile(id=key, flight=flight_of(user, flight_key), **said))
    with transaction.atomic():
        flight = flight_of(user, flight_key, lock=True)
        there = under_key(FlightLogFile.everything, key, flight_id=flight.pk)
        if there is None or there.deleted_at:
            _room_for_one(flight)
        FlightLogFile.everything.update_or_create(
            id=key,
            defaults={"flight": flight, **said, "at": timezone.now(), "deleted_at": None},
        )
        return settle(flight)


def change_log(user: User, key: uuid.UUID, *, columns: list[dict[str, Any]], number: int, placed: dict[str, float]) -> Flight:
    """Say anew what its columns are, which flight is meant, and where moments lie; raises RocketryError and changes nothing."""
    with transaction.atomic():
        row = _log_row(user, key)
        row.columns, row.number, row.placed = columns, number, _moments(placed)
        log_of(row)
        row.save()
        return settle(flight_of(user, row.flight_id, lock=True))


def drop_log(user: User, key: uuid.UUID, *, back: bool = False) -> Flight:
    """Put a file in the bin, or with `back` take it out; the flight's figures follow. Raises RocketryError for one too many."""
    with transaction.atomic():
        row = _log_row(user, key, FlightLogFile.everything if back else FlightLogFile.objects)
        flight = flight_of(user, row.flight_id, lock=True)
        if back and row.deleted_at:
            _room_for_one(flight)
        row.deleted_at = None if back else timezone.now()
        row.save(update_fields=["deleted_at"])
        return settle(flight)


def _room_for_one(flight: Flight) -> None:
    if flight.logs.count() >= MOST_FILES:
        raise RocketryError("file", f"is one too many; {MOST_FILES} a flight are plenty")


def _log_row(user: User, key: uuid.UUID, among: Any = FlightLogFile.objects) -> FlightLogFile:
    row: FlightLogFile | None = among.filter(pk=key, flight__owner_id=user.pk, flight__deleted_at__isnull=True).first()
    if row is None:
        raise Http404
    return row


def _moments(placed: dict[str, float]) -> dict[Any, float]:
    for name in placed:
        if name not in EVENTS:
            raise RocketryError(f"placed.{name[:20]}", f"is no moment; one of {', '.join(EVENTS)}")
    return dict(placed)
