"""Flights as answers."""

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import asdict

from wobbly_fin.hangar.api.schemas import EventOut
from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.logbook.api.schemas import FlownOut, LoggedOut, RecordOut, TotalsOut
from wobbly_fin.logbook.comparison import Comparison, compare
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.flight.explain import conditions_sentence, events, said_flight
from wobbly_fin.rocketry.flight.flight import Flight as Forecast
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.flight.path import Path, sample_path
from wobbly_fin.rocketry.flightlog.compare import within_reading
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS, succeeded
from wobbly_fin.rocketry.flightlog.records import RECORDS, Attempt, RecordKind, records
from wobbly_fin.rocketry.flightlog.totals import Logged, totals
from wobbly_fin.rocketry.units.display import UnitChoice, show, signed_share
from wobbly_fin.site.remembered import Remembered


def logged_out(row: Flight, units: UnitChoice) -> LoggedOut:
    """One line of the logbook; `row` has its rocket selected."""
    said = {"opening": OPENINGS[row.opening], "landing": LANDINGS[row.landing]}  # type: ignore[index]
    if row.apogee_m is not None:
        said["height"] = show(row.apogee_m, "height", units)
    off = None
    if row.forecast_apogee_m is not None:
        said["forecast"] = show(row.forecast_apogee_m, "height", units)
        if row.apogee_m is not None and row.forecast_apogee_m > 0:
            off = row.apogee_m / row.forecast_apogee_m - 1
            said["off"] = signed_share(off)
    return LoggedOut(
        id=row.pk, rocket_id=row.rocket_id, rocket_name=row.rocket.name, flown_on=row.flown_on, label=row.label, delay_s=row.delay_s,
        opening=row.opening, landing=row.landing, success=_success(row), apogee_m=row.apogee_m,
        forecast_apogee_m=row.forecast_apogee_m, off_fraction=off,
        off_within_reading=None if off is None else within_reading(off), remarks=row.remarks, field_name=row.field_name, batch=row.batch,
        has_log=bool(getattr(row, "logs_kept", 0)), has_review=bool(getattr(row, "reviews", 0)), said=said,
    )  # fmt: skip


def totals_out(rows: Iterable[Flight], units: UnitChoice) -> TotalsOut:
    """Sums over some flights."""
    found = totals(
        Logged(
            opening=r.opening, landing=r.landing, measured_m=r.apogee_m,  # type: ignore[arg-type]
            forecast_m=r.forecast_apogee_m, impulse_n_s=r.impulse_n_s,
        )
        for r in rows
    )  # fmt: skip
    said = {"impulse": show(found.impulse_n_s, "impulse", units)}
    if found.mean_miss_fraction is not None:
        said["miss"] = f"{found.mean_miss_fraction:.0%}"
    return TotalsOut(flights=found.flights, successes=found.successes, said=said)


def records_out(rows: Sequence[Flight], units: UnitChoice) -> list[RecordOut]:
    """The records among some flights, newest first as the logbook lists them."""
    named = {str(r.pk): r for r in rows}
    said: dict[RecordKind, Callable[[float], str]] = {
        "highest": lambda v: show(v, "height", units),
        "fastest": lambda v: show(v, "speed", units),
        "longest": lambda v: show(v, "duration", units),
        "farthest": lambda v: show(v, "length", units),
        "nearest_forecast": lambda v: f"off by {v:.1%}",
        "safe_in_a_row": lambda v: f"{v:.0f}",
    }
    return [
        RecordOut(
            kind=r.kind,
            words=RECORDS[r.kind],
            said=said[r.kind](r.value),
            flight_id=named[r.key].pk,
            rocket=named[r.key].rocket.name,
        )
        for r in records([_attempt(row) for row in reversed(rows)])
    ]


def _attempt(row: Flight) -> Attempt:
    walked = row.landing_x_m is not None and row.landing_y_m is not None
    return Attempt(
        key=str(row.pk), succeeded=_success(row), height_m=row.apogee_m, speed_m_s=row.max_speed_m_s, duration_s=row.duration_s,
        walk_m=math.hypot(row.landing_x_m or 0.0, row.landing_y_m or 0.0) if walked else None,
        miss_fraction=row.apogee_m / row.forecast_apogee_m - 1 if row.apogee_m is not None and row.forecast_apogee_m else None,
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


def _success(row: Flight) -> bool:
    return succeeded(row.opening, row.landing)  # type: ignore[arg-type]
