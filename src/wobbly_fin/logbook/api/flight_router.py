"""A flight's page: logs, read-outs, sightings, where it lay, photos, and the simulated altimeter."""

import json
import uuid
from typing import Any

from django.db.models import QuerySet
from django.http import FileResponse, HttpRequest
from ninja import File, Form, Router, Status, UploadedFile

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.logbook.actions.keep_flight_photo import drop_flight_photo, keep_flight_photo, keep_piece
from wobbly_fin.logbook.actions.keep_log import change_log, drop_log, keep_log, read_only
from wobbly_fin.logbook.actions.keep_measures import keep_certification, keep_landing, keep_readouts, keep_tracking
from wobbly_fin.logbook.api.page import log_out, page_out
from wobbly_fin.logbook.api.page_schemas import (
    AltimeterIn,
    AltimeterOut,
    CertificationIn,
    FlightPageOut,
    LandedIn,
    LogOut,
    PieceOut,
    ReadingIO,
    ReadoutsIn,
    TrackingIn,
)  # fmt: skip
from wobbly_fin.logbook.mine import flight_of, shelf_key
from wobbly_fin.logbook.models import Flight, FlightLogFile, FlightPhoto
from wobbly_fin.logbook.pocket import pocket_of
from wobbly_fin.rocketry.altimetry.table import MOST_BYTES
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.pictures import photo_response
from wobbly_fin.site.pieces import LARGEST_PIECE, Pieces
from wobbly_fin.site.seen import as_seen
from wobbly_fin.standins.altimeter import dump, readouts

router = Router(tags=["flight"])
_BAD = {404: ErrorOut, 409: ErrorOut, 422: ErrorOut}


def _page(request: HttpRequest, key: uuid.UUID) -> FlightPageOut:
    user = person(request)
    row = flight_of(user, key)
    return page_out(row, units_of(preferences_of(user)), shelf_key(user, row))


@router.get("/flights/{uuid:key}/page", response={200: FlightPageOut, 404: ErrorOut}, operation_id="flight_page")
def flight_page(request: HttpRequest, key: uuid.UUID) -> FlightPageOut:
    """A flight with everything it was measured with."""
    return _page(request, key)


@router.post("/logs/read", response={200: LogOut, 422: ErrorOut}, operation_id="read_log")
def read_log(request: HttpRequest, file: File[UploadedFile], reading: Form[str] = "") -> LogOut:
    """What an altimeter's file says; nothing is kept."""
    told = _reading(reading)
    log = read_only(file.read(MOST_BYTES + 1), told.told_columns(), told.number, told.placed)
    return log_out(log, units_of(preferences_of(person(request))), name=file.name or "")


@router.post("/flights/{uuid:key}/logs/{uuid:log}", response={200: FlightPageOut, **_BAD}, operation_id="keep_log")
def post_log(
    request: HttpRequest, key: uuid.UUID, log: uuid.UUID, file: File[UploadedFile], reading: Form[str] = ""
) -> FlightPageOut:
    """Keep an altimeter's file with a flight."""
    told = _reading(reading)
    keep_log(
        person(request), key, log, name=file.name or "", data=file.read(MOST_BYTES + 1), columns=told.told_columns(), number=told.number,
        placed=told.placed,
    )  # fmt: skip
    return _page(request, key)


@router.put("/logs/{uuid:log}", response={200: FlightPageOut, **_BAD}, operation_id="change_log")
def put_log(request: HttpRequest, log: uuid.UUID, body: ReadingIO) -> FlightPageOut:
    """Say anew what a log's columns are and where its moments lie."""
    user = person(request)
    of = FlightLogFile.objects.filter(pk=log).values("flight")[:1]
    with as_seen(request, _mine(request), of):
        flight = change_log(user, log, columns=body.told_columns(), number=body.number, placed=body.placed)
    return _page(request, flight.pk)


@router.delete("/logs/{uuid:log}", response={200: FlightPageOut, 404: ErrorOut}, operation_id="drop_log")
def delete_log(request: HttpRequest, log: uuid.UUID) -> FlightPageOut:
    """Bin a log."""
    return _page(request, drop_log(person(request), log).pk)


@router.post("/logs/{uuid:log}/restore", response={200: FlightPageOut, **_BAD}, operation_id="restore_log")
def restore_log(request: HttpRequest, log: uuid.UUID) -> FlightPageOut:
    """Take a log out of the bin."""
    return _page(request, drop_log(person(request), log, back=True).pk)


@router.put("/flights/{uuid:key}/readouts", response={200: FlightPageOut, **_BAD}, operation_id="keep_readouts")
def put_readouts(request: HttpRequest, key: uuid.UUID, body: ReadoutsIn) -> FlightPageOut:
    """Keep read-outs typed off an altimeter."""
    with as_seen(request, _mine(request), key):
        keep_readouts(person(request), key, body.typed)
    return _page(request, key)


@router.put("/flights/{uuid:key}/tracking", response={200: FlightPageOut, **_BAD}, operation_id="keep_tracking")
def put_tracking(request: HttpRequest, key: uuid.UUID, body: TrackingIn) -> FlightPageOut:
    """Keep sightings and the time of fall."""
    with as_seen(request, _mine(request), key):
        keep_tracking(person(request), key, baseline=body.baseline, stations=body.stations, fall=body.fall)
    return _page(request, key)


@router.put("/flights/{uuid:key}/landed", response={200: FlightPageOut, **_BAD}, operation_id="keep_landed")
def put_landed(request: HttpRequest, key: uuid.UUID, body: LandedIn) -> FlightPageOut:
    """Keep where it lay."""
    with as_seen(request, _mine(request), key):
        keep_landing(person(request), key, body.x_m, body.y_m)
    return _page(request, key)


@router.put("/flights/{uuid:key}/certification", response={200: FlightPageOut, **_BAD}, operation_id="keep_certification")
def put_certification(request: HttpRequest, key: uuid.UUID, body: CertificationIn) -> FlightPageOut:
    """Say for which level it was flown."""
    with as_seen(request, _mine(request), key):
        keep_certification(person(request), key, body.level)
    return _page(request, key)


@router.post(
    "/flights/{uuid:key}/photos/{uuid:photo_key}", response={200: FlightPageOut, **_BAD}, operation_id="keep_flight_photo"
)
def post_photo(
    request: HttpRequest, key: uuid.UUID, photo_key: uuid.UUID, photo: File[UploadedFile], title: Form[str] = ""
) -> FlightPageOut:
    """Keep a photo with a flight."""
    keep_flight_photo(person(request), key, photo_key, title, photo)
    return _page(request, key)


@router.post(
    "/flights/{uuid:key}/photos/{uuid:photo_key}/pieces", response={200: PieceOut, **_BAD}, operation_id="keep_photo_piece"
)
def post_piece(
    request: HttpRequest, key: uuid.UUID, photo_key: uuid.UUID, piece: File[UploadedFile], begins: Form[int], whole: Form[int],
    title: Form[str] = "",
) -> PieceOut:  # fmt: skip
    """Keep a piece of a photo; an empty one asks how much is there. Whoever was cut off goes on where the answer says."""
    user = person(request)
    pieces = Pieces(user.pk, photo_key, whole)
    kept, done = keep_piece(user, key, photo_key, title, pieces, begins, piece.read(LARGEST_PIECE + 1))
    return PieceOut(kept=kept, done=done)


@router.get("/photos/{uuid:key}", response={404: ErrorOut}, operation_id="flight_photo")
def get_photo(request: HttpRequest, key: uuid.UUID) -> FileResponse:
    """A photo's pixels."""
    return photo_response(FlightPhoto.objects.filter(pk=key, flight__owner_id=person(request).pk).first())


@router.delete("/photos/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="drop_flight_photo")
def delete_photo(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Bin a photo."""
    drop_flight_photo(person(request), key)
    return Status(204, None)


@router.post("/photos/{uuid:key}/restore", response={204: None, 404: ErrorOut}, operation_id="restore_flight_photo")
def restore_photo(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Take a photo out of the bin."""
    drop_flight_photo(person(request), key, back=True)
    return Status(204, None)


@router.post("/flights/{uuid:key}/altimeter", response={200: AltimeterOut, **_BAD}, operation_id="simulated_altimeter")
def altimeter(request: HttpRequest, key: uuid.UUID, body: AltimeterIn) -> AltimeterOut:
    """Work the simulated pocket altimeter; nothing is kept."""
    device = pocket_of(flight_of(person(request), key), body.acts)
    return AltimeterOut(
        screen=device.screen, shown=device.shown, readouts=[list(r) for r in readouts(device)], can_send=device.recording is not None,
        says="Simulated: the design of that day flown again, a little off in drag, thrust and delay, with sensor noise and gusts on the port.",
    )  # fmt: skip


@router.post("/flights/{uuid:key}/altimeter/{uuid:log}", response={200: FlightPageOut, **_BAD}, operation_id="send_simulated_log")
def send_log(request: HttpRequest, key: uuid.UUID, log: uuid.UUID, body: AltimeterIn) -> FlightPageOut:
    """Keep the simulated altimeter's log with the flight, marked as simulated."""
    user = person(request)
    device = pocket_of(flight_of(user, key), body.acts)
    text = dump(device, "plain")
    keep_log(user, key, log, name="simulated altimeter.csv", data=text.encode(), columns=[], simulated=True)
    return _page(request, key)


def _mine(request: HttpRequest) -> QuerySet[Flight]:
    return Flight.objects.belonging_to(person(request))


def _reading(text: str) -> ReadingIO:
    """What came beside an uploaded file, as JSON in a form field."""
    if not text.strip():
        return ReadingIO()
    try:
        told: Any = json.loads(text)
    except (ValueError, RecursionError):
        raise RocketryError("reading", "is no JSON") from None
    return ReadingIO.model_validate(told)
