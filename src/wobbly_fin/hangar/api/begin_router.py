"""A rocket begun: with a kit, a tube, a motor, a goal or a picture in the head; whole rockets stream in as they are found."""

import uuid
from collections.abc import Iterator

from django.contrib.auth.models import User
from django.http import HttpRequest, StreamingHttpResponse
from ninja import Router

from wobbly_fin.accounts.people import person, preferences_of, units_of
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.api.begin_answers import begun_out
from wobbly_fin.hangar.api.begin_schemas import BeginRocketIn, BeginRocketOut, WishIn, WishOut
from wobbly_fin.hangar.api.paint_answers import PaintOut, paint_out
from wobbly_fin.hangar.api.wish_answers import wish_out
from wobbly_fin.hangar.begun import Begun, Read, begun, read_boxes
from wobbly_fin.hangar.facts import rocket_of
from wobbly_fin.hangar.wishes import granted, read_want
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.proposing.compare import Figures, best_in, fronts
from wobbly_fin.rocketry.proposing.search import MOST_JUDGED
from wobbly_fin.site.errors import ErrorOut

router = Router(tags=["hangar"])
_EVERY = 3  # tries between two messages that say how far it is


@router.post("/begin", response={200: BeginRocketOut, 422: ErrorOut}, operation_id="begin_rocket")
def begin(request: HttpRequest, body: BeginRocketIn) -> StreamingHttpResponse:
    """Server-sent events, each a `BeginRocketOut`, until all is tried or the reader goes away; keeps nothing."""
    user = person(request)
    read = read_boxes(body.way, body.typed, units_of(preferences_of(user)))
    response = StreamingHttpResponse(_events(user, body, read), content_type="text/event-stream")
    response["Cache-Control"] = "no-cache"
    response["X-Accel-Buffering"] = "no"
    return response


@router.post("/rockets/{uuid:key}/wish", response={200: WishOut, 404: ErrorOut, 422: ErrorOut}, operation_id="wish")
def wish(request: HttpRequest, key: uuid.UUID, body: WishIn) -> WishOut:
    """A few changes that make a rocket do what is wished for; keeps nothing."""
    user = person(request)
    return wish_out(granted(user, rocket_of(user, key), read_want(body.want, body.text, units_of(preferences_of(user)))))


@router.get("/rockets/{uuid:key}/paint", response={200: PaintOut, 404: ErrorOut, 422: ErrorOut}, operation_id="paint")
def paint(request: HttpRequest, key: uuid.UUID) -> PaintOut:
    """A rocket's colours, what they weigh and how well they are seen."""
    user = person(request)
    return paint_out(read_rocket_file(rocket_of(user, key).document), units_of(preferences_of(user)))


def _events(user: User, body: BeginRocketIn, read: Read) -> Iterator[str]:
    yield _message(
        BeginRocketOut(said=read.said, errors=read.errors, missing=read.missing, of=MOST_JUDGED if body.way == "goal" else 0)
    )
    if read.errors or read.missing:
        yield _message(BeginRocketOut(ended=True))
        return
    figures: list[Figures] = []
    try:
        for tried, each in enumerate(begun(user, body.way, body.typed, read), 1):
            if isinstance(each, Begun):
                rocket, compared = begun_out(each)
                figures.append(compared)
                yield _message(BeginRocketOut(rocket=rocket, kinds=best_in(figures), fronts=fronts(figures), tried=tried))
            elif isinstance(each, str):
                yield _message(BeginRocketOut(ended=True, why=each, tried=tried))
            elif tried % _EVERY == 0:
                yield _message(BeginRocketOut(tried=tried))
    except RocketryError as error:
        yield _message(BeginRocketOut(errors={error.name: error.message}, ended=True))


def _message(out: BeginRocketOut) -> str:
    return f"data: {out.model_dump_json()}\n\n"
