"""The API of parts put by: taken off a rocket into the stores."""

import uuid

from django.http import Http404, HttpRequest
from ninja import Router, Status

from wobbly_fin.accounts.people import person
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.stores.actions.keep_part import put_by
from wobbly_fin.stores.actions.remove import bin_row
from wobbly_fin.stores.api.router import parts
from wobbly_fin.stores.api.schemas import PartIn, StockOut
from wobbly_fin.stores.models import OwnPart

router = Router(tags=["stores"])


@router.put(
    "/parts/{uuid:key}", response={200: list[StockOut], 404: ErrorOut, 409: ErrorOut, 422: ErrorOut}, operation_id="keep_part"
)
def put_part(request: HttpRequest, key: uuid.UUID, body: PartIn) -> list[StockOut]:
    """Put a rocket's part by, to build from again."""
    user = person(request)
    row = Rocket.objects.visible_to(user).filter(pk=body.rocket_id).first()
    found = next((p for p in read_rocket_file(row.document).parts if p.id == body.part_id), None) if row else None
    if found is None or found.type not in PART_TYPES:
        raise Http404
    put_by(user, key, found, body.name)
    return parts(request)


# Beside the one above: an address answers in one router only.
@router.delete("/parts/{uuid:key}", response={204: None, 404: ErrorOut}, operation_id="bin_part")
def delete_part(request: HttpRequest, key: uuid.UUID) -> Status[None]:
    """Bin a part of one's own."""
    bin_row(person(request), OwnPart, key)
    return Status(204, None)
