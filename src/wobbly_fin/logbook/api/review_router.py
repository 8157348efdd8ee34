"""Failures taken apart, rockets cut open, the log in figures, and everything in and out of files."""

import json
import uuid
from typing import Annotated

from django.contrib.auth.models import User
from django.http import Http404, HttpRequest, HttpResponse
from ninja import File, Query, Router, Status, UploadedFile

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.flights_file import FlightsFile
from wobbly_fin.formats.kml import LARGEST_TEXT
from wobbly_fin.formats.landings import landings_geojson, landings_kml
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.actions.import_flights import import_flights
from wobbly_fin.logbook.actions.import_landings import import_landings
from wobbly_fin.logbook.actions.keep_review import Reviewed, bin_review, keep_review, keep_teardown, salvage
from wobbly_fin.logbook.api.review_answers import advice_of, finding_of, review_out, statistics_out, teardown_out
from wobbly_fin.logbook.api.review_schemas import ReviewIn, ReviewOut, SalvageIn, StatisticsOut, TeardownIn, TeardownOut
from wobbly_fin.logbook.learnt import delays_of
from wobbly_fin.logbook.mine import flight_of
from wobbly_fin.logbook.models import Flight, Review, Teardown
from wobbly_fin.logbook.shared import field_shapes, flight_rows, landing_points
from wobbly_fin.rocketry.errors import RocketryError, Together
from wobbly_fin.rocketry.failures.chain import Link
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.seen import as_seen

router = Router(tags=["reviews"])
_BAD = {404: ErrorOut, 409: ErrorOut, 422: ErrorOut}


def _units(user: User) -> UnitChoice:
    return units_of(preferences_of(user))


@router.get("/flights/{uuid:key}/review", response={200: ReviewOut, 404: ErrorOut}, operation_id="review")
def get_review(request: HttpRequest, key: uuid.UUID) -> ReviewOut:
    """A flight's review; an empty one where none was begun."""
    user = person(request)
    return review_out(flight_of(user, key), _units(user))


@router.put("/flights/{uuid:key}/review", response={200: ReviewOut, **_BAD}, operation_id="keep_review")
def put_review(request: HttpRequest, key: uuid.UUID, body: ReviewIn) -> ReviewOut:
    """Keep a review."""
    user, told = person(request), body.model_dump()
    chain = tuple(Link(**(link | {"from_keys": tuple(link["from_keys"])})) for link in told.pop("chain"))
    repairs, mended = tuple(told.pop("repairs")), tuple(told.pop("mended"))
    with as_seen(request, Review.objects.filter(flight__owner_id=user.pk), key):
        keep_review(user, key, Reviewed(**told, chain=chain, repairs=repairs, mended=mended))
    return review_out(flight_of(user, key), _units(user))


@router.delete("/flights/{uuid:key}/review", response={204: None, 404: ErrorOut}, operation_id="bin_review")
def delete_review(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Bin a review."""
    bin_review(person(request), key)
    return Status(204, None)


@router.post("/flights/{uuid:key}/review/restore", response={200: ReviewOut, 404: ErrorOut}, operation_id="restore_review")
def restore_review(request: HttpRequest, key: uuid.UUID) -> ReviewOut:
    """Take a review out of the bin."""
    user = person(request)
    bin_review(user, key, back=True)
    return review_out(flight_of(user, key), _units(user))


@router.post("/flights/{uuid:key}/review/salvage", response={200: ReviewOut, **_BAD}, operation_id="salvage")
def post_salvage(request: HttpRequest, key: uuid.UUID, body: SalvageIn) -> ReviewOut:
    """Put a part that held into the stores."""
    user = person(request)
    salvage(user, key, body.part, body.key)
    return review_out(flight_of(user, key), _units(user))


@router.get("/teardowns/{uuid:rocket}", response={200: TeardownOut, 404: ErrorOut}, operation_id="teardown")
def get_teardown(request: HttpRequest, rocket: uuid.UUID) -> TeardownOut:
    """What was found when a rocket was cut open."""
    user = person(request)
    if not Rocket.objects.visible_to(user).filter(pk=rocket).exists():
        raise Http404
    return teardown_out(Teardown.objects.filter(rocket_id=rocket).first(), _units(user))


@router.put("/teardowns/{uuid:rocket}", response={200: TeardownOut, **_BAD}, operation_id="keep_teardown")
def put_teardown(request: HttpRequest, rocket: uuid.UUID, body: TeardownIn) -> TeardownOut:
    """Keep what was found."""
    user = person(request)
    units = _units(user)
    with Together() as read:
        found = [read(finding_of, f, i, units) for i, f in enumerate(body.findings)]
    with as_seen(request, Teardown.objects.filter(rocket__owner_id=user.pk), rocket):
        row = keep_teardown(user, rocket, body.on, found, body.remarks)
    return teardown_out(row, units)


@router.get("/advice", response=list[str], operation_id="building_advice")
def get_advice(request: HttpRequest) -> list[str]:
    """What every teardown of this person's rockets advises for the next build."""
    rows = Teardown.objects.filter(rocket__owner_id=person(request).pk, rocket__deleted_at__isnull=True).select_related("rocket")
    return [f"{row.rocket.name}: {said}" for row in rows for said in advice_of(row)]


@router.get("/statistics", response=StatisticsOut, operation_id="statistics")
def get_statistics(
    request: HttpRequest, rocket: uuid.UUID | None = None, year: Annotated[int, Query(ge=1, le=9999)] | None = None
) -> StatisticsOut:
    """The log in figures."""
    user = person(request)
    rows = Flight.objects.visible_to(user).select_related("rocket")
    rows = rows.filter(**({"rocket_id": rocket} if rocket else {}), **({"flown_on__year": year} if year else {}))
    return statistics_out(list(rows), delays_of(user), _units(user))


@router.get("/flights.json", operation_id="flights_json")
def flights_json(request: HttpRequest) -> HttpResponse:
    """Every flight as JSON, SI."""
    document = FlightsFile(flights=flight_rows(person(request))).model_dump(mode="json")
    return download(json.dumps(document, ensure_ascii=False, indent=1), "flights.json", "application/json")


@router.get("/landings.geojson", operation_id="landings_geojson")
def get_geojson(request: HttpRequest) -> HttpResponse:
    """Where flights came down, for maps."""
    return download(
        json.dumps(landings_geojson(landing_points(person(request)), field_shapes(person(request)))),
        "landings.geojson",
        "application/geo+json",
    )


@router.get("/landings.kml", operation_id="landings_kml")
def get_kml(request: HttpRequest) -> HttpResponse:
    """The same as KML."""
    return download(
        landings_kml(landing_points(person(request)), field_shapes(person(request))),
        "landings.kml",
        "application/vnd.google-earth.kml+xml",
    )


@router.post("/flights/import", response={200: dict[str, list[str]], **_BAD}, operation_id="import_flights")
def post_flights(request: HttpRequest, file: File[UploadedFile]) -> dict[str, list[str]]:
    """Take in flights from JSON or CSV; what cannot be taken is said line by line."""
    return import_flights(person(request), file.read())


@router.post("/landings/import", response={200: dict[str, list[str]], **_BAD}, operation_id="import_landings")
def post_landings(request: HttpRequest, file: File[UploadedFile]) -> dict[str, list[str]]:
    """Take in landing places from a map in GeoJSON or KML; what cannot be taken is said point by point."""
    if (file.size or 0) > LARGEST_TEXT:
        raise RocketryError("map", f"is larger than {LARGEST_TEXT // 1_000_000} MB")
    return import_landings(person(request), file.read().decode("utf-8", "replace"))
