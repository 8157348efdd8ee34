"""Flights as answers."""

from dataclasses import asdict
from typing import Any

from wobbly_fin.hangar.api.schemas import EventOut
from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.logbook.api.schemas import FlownOut, LoggedOut
from wobbly_fin.logbook.comparison import Comparison, compare
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.flight.explain import conditions_sentence, events, said_flight
from wobbly_fin.rocketry.flight.flight import Flight as Forecast
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.flight.path import Path, sample_path
from wobbly_fin.rocketry.flightlog.compare import within_reading
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS, succeeded
from wobbly_fin.rocketry.units.display import UnitChoice, show, signed_share
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.site.seen import version_of


def logged_out(row: Flight, units: UnitChoice) -> LoggedOut:
    """One line of the logbook; `row` has its rocket selected."""
    return line_out(row, row.rocket.name, units)


def line_out(row: Any, rocket_name: str, units: UnitChoice) -> LoggedOut:
    """One line of the logbook, of a flight or of its bare figures."""
    said = {"opening": OPENINGS[row.opening], "landing": LANDINGS[row.landing]}
    if row.apogee_m is not None:
        said["height"] = show(row.apogee_m, "height", units)
    off = None
    if row.forecast_apogee_m is not None:
        said["forecast"] = show(row.forecast_apogee_m, "height", units)
        if row.apogee_m is not None and row.forecast_apogee_m > 0:
            off = row.apogee_m / row.forecast_apogee_m - 1
            said["off"] = signed_share(off)
    return LoggedOut(
        id=row.pk, rocket_id=row.rocket_id, rocket_name=rocket_name, flown_on=row.flown_on, label=row.label, delay_s=row.delay_s,
        opening=row.opening, landing=row.landing, success=succeeded(row.opening, row.landing), apogee_m=row.apogee_m,
        forecast_apogee_m=row.forecast_apogee_m, off_fraction=off,
        off_within_reading=None if off is None else within_reading(off), remarks=row.remarks, field_name=row.field_name, batch=row.batch,
        version=version_of(row),
        has_log=getattr(row, "has_log", False), has_review=getattr(row, "has_review", False), said=said,
    )  # fmt: skip


def flown_out(row: Flight, units: UnitChoice, motor_key: str | None) -> FlownOut:
    """One flight whole."""
    held = compare(row, units)
    flight, path = _flown.get((row.pk, row.updated_at), lambda: _fly(held))
    changed: list[str] = []
    if content_hash("rocket", row.rocket.document) != row.rocket_snapshot_id:
        changed.append("The rocket has been changed since; this is what was flown that day.")
    return FlownOut(
        flight=logged_out(row, units),
        typed=row.typed,
        sentences=list(held.sentences),
        forecast=row.forecast,
        said_forecast=said_flight(flight, units),
        conditions=conditions_sentence(held.site, units),
        motor_key=motor_key,
        changed_since=changed,
        core_version=row.core_version,
        time_s=path.time_s.round(4).tolist() if path else [],
        altitude_m=path.altitude_m.round(3).tolist() if path else [],
        speed_m_s=path.speed_m_s.round(3).tolist() if path else [],
        events=[EventOut(**asdict(e)) for e in events(flight, units)],
    )


_flown = Remembered[tuple[Forecast, Path | None]](400)


def _fly(held: Comparison) -> tuple[Forecast, Path | None]:
    """The flight as it was forecast, with its path where it left the pad."""
    flight, trace = fly_traced(held.rocket, held.motor, held.delay_s, held.site)
    return flight, sample_path(trace) if flight.lifted else None
