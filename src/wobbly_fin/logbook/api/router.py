"""The logbook."""

import uuid

from django.db.models import Count, QuerySet
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Status

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.flights_file import flights_csv
from wobbly_fin.logbook.actions.log_flight import Facts, bin_flight, log_flight
from wobbly_fin.logbook.api.answers import flown_out, logged_out, records_out, totals_out
from wobbly_fin.logbook.api.schemas import ChoicesOut, FlightIn, FlownOut, LogbookOut, LoggedOut
from wobbly_fin.logbook.models import Flight
from wobbly_fin.logbook.shared import flight_rows
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.stores.shelf import shelf

router = Router(tags=["logbook"])


# Documents that no line of the list speaks of; reading them would cost more than everything else.
_NOT_LISTED = (
    "typed", "forecast", "taught", "readouts", "tracking", "tangents", "rocket__document", "rocket__undo_numbers", "rocket__redo_numbers",
)  # fmt: skip


def _mine(request: HttpRequest) -> QuerySet[Flight]:
    marks = {"logs_kept": Count("logs", distinct=True), "reviews": Count("review", distinct=True)}
    found: QuerySet[Flight] = (
        Flight.objects.visible_to(person(request)).select_related("rocket").annotate(**marks).order_by("-flown_on", "-created_at")
    )
    return found


def _one(request: HttpRequest, key: uuid.UUID) -> Flight:
    frozen = ("rocket_snapshot", "motor_snapshot", "site_snapshot")
    row = _mine(request).select_related(*frozen).filter(pk=key).first()
    if row is None:
        raise Http404
    return row


@router.get("/flights", response=LogbookOut, operation_id="flights")
def flights(request: HttpRequest, rocket: uuid.UUID | None = None, outcome: str = "", year: int | None = None) -> LogbookOut:
    """Flights, newest first: all, of one rocket, of one year, or only successes or failures."""
    units = units_of(preferences_of(person(request)))
    years = [d.year for d in _mine(request).dates("flown_on", "year", order="DESC")]
    listed = _mine(request).defer(*_NOT_LISTED)
    rows = list(listed.filter(**({"rocket_id": rocket} if rocket else {}), **({"flown_on__year": year} if year else {})))
    lines = [(row, logged_out(row, units)) for row in rows]
    if outcome in ("success", "failure"):
        lines = [(row, line) for row, line in lines if line.success == (outcome == "success")]
    shown = [row for row, _ in lines]
    return LogbookOut(
        flights=[line for _, line in lines], totals=totals_out(shown, units), records=records_out(shown, units), years=years
    )


@router.get("/choices", response=ChoicesOut, operation_id="choices")
def choices(request: HttpRequest) -> ChoicesOut:
    """What can be said of opening and landing."""
    return ChoicesOut(openings={str(k): v for k, v in OPENINGS.items()}, landings={str(k): v for k, v in LANDINGS.items()})


@router.get("/flights.csv", operation_id="flights_csv")
def get_csv(request: HttpRequest) -> HttpResponse:
    """Every flight as CSV, SI."""
    response = HttpResponse(flights_csv(flight_rows(person(request))), content_type="text/csv; charset=utf-8")
    response["Content-Disposition"] = 'attachment; filename="flights.csv"'
    return response


@router.get("/flights/{uuid:key}", response={200: FlownOut, 404: ErrorOut}, operation_id="flight")
def flight(request: HttpRequest, key: uuid.UUID) -> FlownOut:
    """One flight, forecast against fact."""
    user, row = person(request), _one(request, key)
    base = row.label.partition("-")[0]
    known = next((s.key for s in shelf(user) if s.motor.decoded.base == base and s.motor.kind == "single"), None)
    return flown_out(row, units_of(preferences_of(user)), known)


@router.put(
    "/flights/{uuid:key}",
    response={200: LoggedOut, 404: ErrorOut, 409: ErrorOut, 422: ErrorOut},
    operation_id="log_flight",
)
def put_flight(request: HttpRequest, key: uuid.UUID, body: FlightIn) -> LoggedOut:
    """Log a flight, or set its facts right."""
    user = person(request)
    facts = Facts(
        flown_on=body.flown_on,
        opening=body.opening,
        landing=body.landing,
        height=body.height,
        remarks=body.remarks,
        batch=body.batch,
    )
    row = log_flight(user, key, rocket_id=body.rocket_id, motor_key=body.motor_key, delay_s=body.delay_s, facts=facts)
    return logged_out(row, units_of(preferences_of(user)))


@router.delete("/flights/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="bin_flight")
def delete_flight(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Bin a flight."""
    bin_flight(person(request), key)
    return Status(204, None)


@router.post("/flights/{uuid:key}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_flight")
def restore_flight(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a flight out of the bin."""
    bin_flight(person(request), key, back=True)
    return Status(204, None)
