"""A paper log: read, put right, taken in, taken back."""

import datetime
import uuid
from typing import Annotated

from django.http import HttpRequest
from django.utils import timezone
from ninja import File, Router, Status
from ninja.files import UploadedFile
from pydantic import Field

from wobbly_fin.accounts.people import person
from wobbly_fin.formats.sheets import cells_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.actions.paper_log import PaperLine, named, take_back, take_in
from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening
from wobbly_fin.rocketry.flightlog.paper import read_paper
from wobbly_fin.rocketry.messages import say
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.schema import Schema

router = Router(tags=["logbook"])


class PaperIn(Schema):
    """A table as pasted: cells with tabs, semicolons or commas between, a line a flight."""

    text: Annotated[str, Field(max_length=400_000)]


class PaperLineOut(Schema):
    """One flight as it was read; `problems`: what is to be looked at, by box."""

    text: str
    flown_on: datetime.date | None
    rocket: str
    rocket_id: uuid.UUID | None
    motor: str
    delay_s: float | None
    height: str
    opening: Opening
    landing: Landing
    remarks: str
    problems: dict[str, str]


class PaperOut(Schema):
    """The table as it was understood: which heading stands for what, and every flight."""

    columns: dict[str, str]
    lines: list[PaperLineOut]


class PaperLineIn(Schema):
    """One flight put right."""

    flown_on: datetime.date
    rocket_id: uuid.UUID
    motor: Annotated[str, Field(max_length=24)]
    delay_s: float | None = None
    height: Annotated[str, Field(max_length=40)] = ""
    opening: Opening
    landing: Landing
    remarks: Annotated[str, Field(max_length=4000)] = ""


class PaperListIn(Schema):
    """A list put right."""

    lines: Annotated[list[PaperLineIn], Field(max_length=1000)]


class PaperTakenOut(Schema):
    """Keys of the flights logged, and a sentence for each that could not be."""

    taken: list[str]
    refused: list[str]


@router.post("/paper/read", response={200: PaperOut, 422: ErrorOut}, operation_id="read_paper_log")
def read(request: HttpRequest, body: PaperIn) -> PaperOut:
    """Flights of a pasted table; nothing is kept."""
    return _read(request, cells_of("table", body.text.encode()))


@router.post("/paper/read/file", response={200: PaperOut, 422: ErrorOut}, operation_id="read_paper_sheet")
def read_file(request: HttpRequest, file: File[UploadedFile]) -> PaperOut:
    """The same of a sheet."""
    return _read(request, cells_of(file.name or "", file.read()))


@router.put("/paper/{uuid:key}", response={200: PaperTakenOut, 422: ErrorOut}, operation_id="take_in_paper_log")
def take(request: HttpRequest, key: uuid.UUID, body: PaperListIn) -> PaperTakenOut:
    """Log every flight of a list; under the same key they go in once."""
    return PaperTakenOut(**take_in(person(request), key, [PaperLine(**line.model_dump()) for line in body.lines]))


@router.delete("/paper/{uuid:key}", response={204: None}, operation_id="take_back_paper_log")
def back(request: HttpRequest, key: uuid.UUID, count: Annotated[int, Field(ge=1, le=1000)]) -> Status[None]:
    """Put the flights of a list into the bin."""
    take_back(person(request), key, count)
    return Status(204, None)


def _read(request: HttpRequest, rows: list[list[str]]) -> PaperOut:
    columns, flights = read_paper(rows, timezone.localdate())
    rockets = {r.name: r.pk for r in Rocket.objects.visible_to(person(request))}
    lines = []
    for f in flights:
        rocket = named(rockets, f.rocket)
        wrong = [*f.problems, *(["unknown_rocket"] if f.rocket and rocket is None else [])]
        lines.append(
            PaperLineOut(
                text=f.text, flown_on=f.flown_on, rocket=f.rocket, rocket_id=rocket, motor=f.motor, delay_s=f.delay_s, height=f.height,
                opening=f.opening,
                landing=f.landing, remarks=f.remarks, problems={p.removeprefix("unknown_"): say(f"paper-{p.replace('_', '-')}") for p in wrong},
            )
        )  # fmt: skip
    return PaperOut(columns=dict(columns), lines=lines)
