"""The logbook's list: what all its flights come to, and the lines of one page.

Sums, records and the season's marks want a dozen figures of every flight, however many: they are read bare, without the documents
kept with a flight and without making objects of them.
"""

import math
import uuid
from collections.abc import Callable, Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db.models import Exists, OuterRef, Q, QuerySet

from wobbly_fin.logbook.api.answers import line_out
from wobbly_fin.logbook.api.schemas import LogbookOut, RecordOut, SeasonMarkOut, TotalsOut
from wobbly_fin.logbook.models import Flight, FlightLogFile, Review
from wobbly_fin.rocketry.flightlog.outcomes import FIT_TO_FLY, LANDINGS, NEVER_OPEN, OPENINGS, succeeded
from wobbly_fin.rocketry.flightlog.records import RECORDS, Attempt, RecordKind, records
from wobbly_fin.rocketry.flightlog.totals import Logged, totals
from wobbly_fin.rocketry.units.display import UnitChoice, show

A_PAGE = 50
_FIGURES = (
    "pk", "rocket_id", "rocket__name", "flown_on", "label", "delay_s", "opening", "landing", "apogee_m", "forecast_apogee_m", "remarks",
    "field_name", "batch", "impulse_n_s", "max_speed_m_s", "duration_s", "landing_x_m", "landing_y_m", "has_log", "has_review", "updated_at",
)  # fmt: skip
_SUCCESS = ~Q(opening__in=NEVER_OPEN) & Q(landing__in=FIT_TO_FLY)


def marked(user: User) -> QuerySet[Flight]:
    """A person's flights, newest first, each with its rocket, and whether it `has_log` and `has_review`."""
    found: QuerySet[Flight] = (
        Flight.objects.visible_to(user)
        .select_related("rocket")
        .annotate(
            has_log=Exists(FlightLogFile.objects.filter(flight=OuterRef("pk"))),
            has_review=Exists(Review.objects.filter(flight=OuterRef("pk"))),
        )
        .order_by("-flown_on", "-created_at")
    )
    return found


def book_out(user: User, units: UnitChoice, *, rocket: uuid.UUID | None, outcome: str, year: int | None, page: int) -> LogbookOut:
    """The list of those flights that are asked for; `page` counts from 1, and 0 is all of them on one."""
    wanted = marked(user)
    days = Flight.objects.visible_to(user).order_by().values_list("flown_on", flat=True).distinct()
    if rocket:
        wanted = wanted.filter(rocket_id=rocket)
    if year:
        wanted = wanted.filter(flown_on__year=year)
    if outcome in ("success", "failure"):
        wanted = wanted.filter(_SUCCESS if outcome == "success" else ~_SUCCESS)
    bare = list(wanted.values_list(*_FIGURES, named=True))
    pages = max(1, math.ceil(len(bare) / A_PAGE)) if page else 1
    page = min(page, pages)  # one that is no longer there is the last one
    first = A_PAGE * (page - 1) if page else 0
    shown = bare[first : first + A_PAGE] if page else bare
    return LogbookOut(
        flights=[line_out(r, r.rocket__name, units) for r in shown], totals=_totals_out(bare, units), records=_records_out(bare, units),
        years=sorted({d.year for d in days}, reverse=True), season=[_mark_out(r, units) for r in bare], page=page, pages=pages, first=first + 1,
    )  # fmt: skip


def _mark_out(row: Any, units: UnitChoice) -> SeasonMarkOut:
    height = "not measured" if row.apogee_m is None else show(row.apogee_m, "height", units)
    return SeasonMarkOut(
        id=row.pk, flown_on=row.flown_on, rocket_name=row.rocket__name, label=row.label, success=succeeded(row.opening, row.landing),
        has_log=row.has_log, said=f"{height}, {OPENINGS[row.opening]}, {LANDINGS[row.landing]}",
    )  # fmt: skip


def _totals_out(rows: Sequence[Any], units: UnitChoice) -> TotalsOut:
    """Sums over some flights."""
    found = totals(
        Logged(
            opening=r.opening, landing=r.landing, measured_m=r.apogee_m, forecast_m=r.forecast_apogee_m, impulse_n_s=r.impulse_n_s
        )
        for r in rows
    )
    said = {"impulse": show(found.impulse_n_s, "impulse", units)}
    if found.mean_miss_fraction is not None:
        said["miss"] = f"{found.mean_miss_fraction:.0%}"
    return TotalsOut(flights=found.flights, successes=found.successes, said=said)


def _records_out(rows: Sequence[Any], units: UnitChoice) -> list[RecordOut]:
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
            rocket=named[r.key].rocket__name,
        )
        for r in records([_attempt(row) for row in reversed(rows)])
    ]


def _attempt(row: Any) -> Attempt:
    walked = row.landing_x_m is not None and row.landing_y_m is not None
    return Attempt(
        key=str(row.pk), succeeded=succeeded(row.opening, row.landing), height_m=row.apogee_m, speed_m_s=row.max_speed_m_s,
        duration_s=row.duration_s, walk_m=math.hypot(row.landing_x_m, row.landing_y_m) if walked else None,
        miss_fraction=row.apogee_m / row.forecast_apogee_m - 1 if row.apogee_m is not None and row.forecast_apogee_m else None,
    )  # fmt: skip
