"""The logbook."""

import uuid
from typing import Annotated

from django.http import Http404, HttpRequest, HttpResponse
from ninja import Query, Router, Status

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.flights_file import flights_csv
from wobbly_fin.logbook.actions.log_flight import Facts, bin_flight, log_flight
from wobbly_fin.logbook.api.answers import flown_out, logged_out
from wobbly_fin.logbook.api.book import book_out, marked
from wobbly_fin.logbook.api.schemas import ChoicesOut, FlightIn, FlownOut, LogbookOut, LoggedOut
from wobbly_fin.logbook.mine import shelf_key
from wobbly_fin.logbook.models import Flight
from wobbly_fin.logbook.shared import flight_rows
from wobbly_fin.rocketry.flightlog.outcomes import LANDINGS, OPENINGS
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.seen import as_seen

router = Router(tags=["logbook"])
Page = Annotated[int, Query(ge=0, le=100_000)]
Year = Annotated[int, Query(ge=1, le=9999)]


def _one(request: HttpRequest, key: uuid.UUID) -> Flight:
    frozen = ("rocket_snapshot", "motor_snapshot", "site_snapshot")
    row = marked(person(request)).select_related(*frozen).filter(pk=key).first()
    if row is None:
        raise Http404
    return row


@router.get("/flights", response=LogbookOut, operation_id="flights")
def flights(
    request: HttpRequest, rocket: uuid.UUID | None = None, outcome: str = "", year: Year | None = None, page: Page = 1
) -> LogbookOut:
    """Flights, newest first: all, of one rocket, of one year, or only successes or failures; fifty to a page, page 0 for all at once."""
    user = person(request)
    return book_out(user, units_of(preferences_of(user)), rocket=rocket, outcome=outcome, year=year, page=page)


@router.get("/choices", response=ChoicesOut, operation_id="choices")
def choices(request: HttpRequest) -> ChoicesOut:
    """What can be said of opening and landing."""
    return ChoicesOut(openings={str(k): v for k, v in OPENINGS.items()}, landings={str(k): v for k, v in LANDINGS.items()})


@router.get("/flights.csv", operation_id="flights_csv")
def get_csv(request: HttpRequest) -> HttpResponse:
    """Every flight as CSV, SI."""
    return download(flights_csv(flight_rows(person(request))), "flights.csv", "text/csv")


@router.get("/flights/{uuid:key}", response={200: FlownOut, 404: ErrorOut}, operation_id="flight")
def flight(request: HttpRequest, key: uuid.UUID) -> FlownOut:
    """One flight, forecast against fact."""
    user, row = person(request), _one(request, key)
    return flown_out(row, units_of(preferences_of(user)), shelf_key(user, row))


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
    with as_seen(request, Flight.objects.belonging_to(user), key):
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
