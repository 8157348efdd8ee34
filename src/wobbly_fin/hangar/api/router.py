"""Rockets, and the question each is asked: which motor?"""

import uuid
from typing import Annotated

from django.http import HttpRequest
from ninja import Header, Router, Status

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.actions.draft import draft_rocket, with_texts
from wobbly_fin.hangar.actions.save import bin_rocket, save_rocket, step_history
from wobbly_fin.hangar.api.answers import draft_out, rocket_out
from wobbly_fin.hangar.api.board_answers import board_out
from wobbly_fin.hangar.api.flight_answers import flight_out
from wobbly_fin.hangar.api.readiness import readiness_out
from wobbly_fin.hangar.api.schemas import (
    BoardOut,
    BuiltIn,
    DraftIn,
    FlightOut,
    ReadinessOut,
    RocketDraftOut,
    RocketFileIn,
    RocketOut,
)
from wobbly_fin.hangar.board import board_of
from wobbly_fin.hangar.facts import rocket_of, with_flights
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import judge_one, load_of, question_of
from wobbly_fin.hangar.readiness import readiness_of
from wobbly_fin.site.errors import ErrorOut

router = Router(tags=["hangar"])


def _shown(request: HttpRequest, key: uuid.UUID) -> RocketOut:
    user = person(request)
    return rocket_out(row_of(request, key), units_of(preferences_of(user)))


def row_of(request: HttpRequest, key: uuid.UUID) -> Rocket:
    """A rocket of this person's; raises Http404 where there is none."""
    return rocket_of(person(request), key)


@router.get("/rockets", response=list[RocketOut], operation_id="rockets")
def rockets(request: HttpRequest) -> list[RocketOut]:
    """Every rocket in the hangar."""
    user = person(request)
    units = units_of(preferences_of(user))
    return [rocket_out(row, units) for row in with_flights(user)]


@router.post("/drafts", response=RocketDraftOut, operation_id="draft_rocket")
def draft(request: HttpRequest, body: DraftIn) -> RocketDraftOut:
    """Read a form while it is being typed; keeps nothing."""
    user = person(request)
    units = units_of(preferences_of(user))
    old = Rocket.objects.visible_to(user).filter(pk=body.rocket_id).first() if body.rocket_id else None
    return draft_out(draft_rocket(body.typed, units, read_rocket_file(old.document) if old else None), units)


@router.get("/rockets/{uuid:key}", response={200: RocketOut, 404: ErrorOut}, operation_id="rocket")
def rocket(request: HttpRequest, key: uuid.UUID) -> RocketOut:
    """One rocket."""
    return _shown(request, key)


@router.put("/rockets/{uuid:key}", response={200: RocketOut, 409: ErrorOut, 422: ErrorOut}, operation_id="save_rocket")
def put_rocket(
    request: HttpRequest, key: uuid.UUID, body: RocketFileIn, if_match: Annotated[int | None, Header(alias="If-Match")] = None
) -> RocketOut:
    """Make or change a rocket; `If-Match` carries the revision the edit was made from."""
    user = person(request)
    save_rocket(user, key, with_texts(read_rocket_file(body.root), units_of(preferences_of(user))), if_match)
    return _shown(request, key)


@router.delete("/rockets/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="bin_rocket")
def delete_rocket(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Bin a rocket."""
    bin_rocket(person(request), key)
    return Status(204, None)


@router.post("/rockets/{uuid:key}/restore", response={200: RocketOut, 404: ErrorOut}, operation_id="restore_rocket")
def restore_rocket(request: HttpRequest, key: uuid.UUID) -> RocketOut:
    """Take a rocket out of the bin."""
    bin_rocket(person(request), key, back=True)
    return _shown(request, key)


@router.post("/rockets/{uuid:key}/undo", response={200: RocketOut, 404: ErrorOut, 409: ErrorOut}, operation_id="undo_rocket")
def undo_rocket(request: HttpRequest, key: uuid.UUID) -> RocketOut:
    """Step back to the version before."""
    step_history(person(request), key, back=True)
    return _shown(request, key)


@router.post("/rockets/{uuid:key}/redo", response={200: RocketOut, 404: ErrorOut, 409: ErrorOut}, operation_id="redo_rocket")
def redo_rocket(request: HttpRequest, key: uuid.UUID) -> RocketOut:
    """Step forth again."""
    step_history(person(request), key, back=False)
    return _shown(request, key)


@router.get("/rockets/{uuid:key}/board", response={200: BoardOut, 404: ErrorOut, 422: ErrorOut}, operation_id="board")
def board(request: HttpRequest, key: uuid.UUID, shares: bool = False) -> BoardOut:
    """Which motor and which delay, here, today, and why not the others; with `shares` where the leaders may land is worked out."""
    return board_out(board_of(person(request), row_of(request, key), shares=shares))


@router.get("/rockets/{uuid:key}/readiness", response={200: ReadinessOut, 404: ErrorOut, 422: ErrorOut}, operation_id="readiness")
def readiness(
    request: HttpRequest, key: uuid.UUID, motor: str = "", delay_s: float | None = None, change: bool = True
) -> ReadinessOut:
    """May it fly: with the motor named, or the one it is shown with everywhere."""
    return readiness_out(readiness_of(person(request), row_of(request, key), motor, delay_s, change=change))


@router.put("/rockets/{uuid:key}/built", response={200: RocketOut, 404: ErrorOut, 409: ErrorOut}, operation_id="say_built")
def say_built(
    request: HttpRequest, key: uuid.UUID, body: BuiltIn, if_match: Annotated[int | None, Header(alias="If-Match")] = None
) -> RocketOut:
    """Say that a rocket is built, or take it back; a new revision that can be undone."""
    row = row_of(request, key)
    file = read_rocket_file(row.document).model_copy(update={"built": body.built})
    save_rocket(person(request), key, file, row.revision if if_match is None else if_match)
    return _shown(request, key)


@router.get("/rockets/{uuid:key}/flight", response={200: FlightOut, 404: ErrorOut, 422: ErrorOut}, operation_id="forecast")
def forecast(request: HttpRequest, key: uuid.UUID, motor: str, delay_s: float | None = None) -> FlightOut:
    """One motor with any delay: the whole flight."""
    asked = question_of(person(request), row_of(request, key))
    load = load_of(person(request), motor)
    return flight_out(asked, load, judge_one(asked, load, delay_s))
