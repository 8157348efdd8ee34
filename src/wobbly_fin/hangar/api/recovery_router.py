"""The Recovery station: does it fit, does it hold, how fast does it land, how is it packed; and a little learning."""

import uuid
from typing import Annotated

from django.http import HttpRequest
from django.utils import timezone
from ninja import Header, Path, Router

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.pictures import picture_out
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar.actions.choose_recovery import choose_recovery, drop_ground_test, record_ground_test
from wobbly_fin.hangar.actions.save import save_rocket
from wobbly_fin.hangar.api.recovery_answers import recovery_out
from wobbly_fin.hangar.api.recovery_schemas import GroundTestIn, QuizAnswerOut, QuizOut, RecoveryIn, RecoveryOut
from wobbly_fin.hangar.api.router import row_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.recovery import bay_volume_of, recovery_of
from wobbly_fin.rocketry.recovery.quiz import quiz
from wobbly_fin.site.errors import ErrorOut

router = Router(tags=["hangar"])
IfMatch = Annotated[int | None, Header(alias="If-Match")]
_REFUSED = {404: ErrorOut, 409: ErrorOut, 422: ErrorOut}
_Seed = Annotated[int, Path(ge=0, le=1_000_000)]


@router.get("/rockets/{uuid:key}/recovery", response={200: RecoveryOut, 404: ErrorOut, 422: ErrorOut}, operation_id="recovery")
def recovery(request: HttpRequest, key: uuid.UUID) -> RecoveryOut:
    """A rocket's recovery as it stands."""
    return _shown(request, row_of(request, key))


@router.put("/rockets/{uuid:key}/recovery", response={200: RecoveryOut, **_REFUSED}, operation_id="choose_recovery")
def put_recovery(request: HttpRequest, key: uuid.UUID, body: RecoveryIn, if_match: IfMatch = None) -> RecoveryOut:
    """Choose how it is let down and packed; `If-Match` carries the revision the choice was made from."""
    file = choose_recovery(_file(request, key), body.told, units_of(preferences_of(person(request))))
    return _kept(request, key, file, if_match)


@router.put(
    "/rockets/{uuid:key}/ground-tests/{uuid:test}", response={200: RecoveryOut, **_REFUSED}, operation_id="record_ground_test"
)
def put_ground_test(
    request: HttpRequest, key: uuid.UUID, test: uuid.UUID, body: GroundTestIn, if_match: IfMatch = None
) -> RecoveryOut:
    """Keep a ground test, under a key the client made."""
    user, file = person(request), _file(request, key)
    volume = bay_volume_of(user, row_of(request, key), body.event)
    file = record_ground_test(file, test, body.model_dump(), volume, timezone.localdate(), units_of(preferences_of(user)))
    return _kept(request, key, file, if_match)


@router.delete(
    "/rockets/{uuid:key}/ground-tests/{uuid:test}", response={200: RecoveryOut, **_REFUSED}, operation_id="drop_ground_test"
)
def delete_ground_test(request: HttpRequest, key: uuid.UUID, test: uuid.UUID, if_match: IfMatch = None) -> RecoveryOut:
    """Drop a ground test; undoing the edit brings it back."""
    return _kept(request, key, drop_ground_test(_file(request, key), test), if_match)


@router.get("/packing/quiz/{seed}", response=QuizOut, operation_id="packing_quiz")
def packing_quiz(request: HttpRequest, seed: _Seed) -> QuizOut:
    """Four drawings of which one is wrong; the same ones for the same seed."""
    return QuizOut(seed=seed, pictures=[picture_out(p) for p in quiz(seed).pictures])


@router.get("/packing/quiz/{seed}/answer/{place}", response=QuizAnswerOut, operation_id="packing_answer")
def packing_answer(request: HttpRequest, seed: _Seed, place: Annotated[int, Path(ge=0, le=3)]) -> QuizAnswerOut:
    """Whether it is that one."""
    asked = quiz(seed)
    return QuizAnswerOut(right=place == asked.wrong, wrong_place=asked.wrong, why=asked.why)


def _file(request: HttpRequest, key: uuid.UUID) -> RocketFile:
    return read_rocket_file(row_of(request, key).document)


def _kept(request: HttpRequest, key: uuid.UUID, file: RocketFile, if_match: int | None) -> RecoveryOut:
    save_rocket(person(request), key, file, if_match)
    return _shown(request, row_of(request, key))


def _shown(request: HttpRequest, row: Rocket) -> RecoveryOut:
    return recovery_out(row, recovery_of(person(request), row))
