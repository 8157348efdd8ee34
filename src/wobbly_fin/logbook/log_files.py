"""An altimeter's file as it is kept, and what it says; read once, remembered while the server runs."""

import zlib
from typing import Any

from wobbly_fin.logbook.models import Flight, FlightLogFile
from wobbly_fin.logbook.thaw import thaw
from wobbly_fin.rocketry.altimetry.columns import Told
from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.reading import FlightLog, merged, read_flight_log
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flightlog.expecting import expected_of
from wobbly_fin.site.remembered import Remembered

_known = Remembered[FlightLog](48)


def packed(data: bytes) -> bytes:
    """As it is kept."""
    return zlib.compress(data, 6)


def unpacked(row: FlightLogFile) -> bytes:
    """As it was handed in."""
    return zlib.decompress(bytes(row.data))


def told_columns(columns: list[dict[str, Any]]) -> tuple[Told, ...]:
    """Columns as somebody said they are."""
    return tuple(Told(number=c["number"], meaning=c["meaning"], unit=c.get("unit", "")) for c in columns)


def log_of(row: FlightLogFile) -> FlightLog:
    """What one file says, with its owner's columns and moments."""
    key = (row.pk, zlib.crc32(bytes(row.data)), repr(row.columns), row.number, repr(sorted(row.placed.items())))
    return _known.get(
        key,
        lambda: read_flight_log(
            unpacked(row),
            columns=told_columns(row.columns),
            flight=row.number,
            placed=dict(row.placed),
            expected=expected_by(row.flight),
        ),
    )


def expected_by(flight: Flight) -> Expected | None:
    """What its frozen rocket, motor and site let expect; None where they cannot be flown."""
    try:
        flown = thaw(flight)
        return expected_of(flown.rocket, flown.motor, flown.site, flight.delay_s)
    except RocketryError:
        return None


def joined_log(flight: Flight) -> FlightLog | None:
    """What every file of a flight says together; a file that cannot be of the same flight is left out. None without files."""
    whole: FlightLog | None = None
    for row in flight.logs.all():
        try:
            one = log_of(row)
            whole = one if whole is None else merged(whole, one)
        except RocketryError:
            continue
    return whole
