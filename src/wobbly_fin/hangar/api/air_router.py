"""Where it may land, streamed as it is flown; and how to reach a height or a time."""

import json
import math
import uuid
from collections.abc import Iterator
from dataclasses import replace

import numpy as np
from django.http import HttpRequest, StreamingHttpResponse
from ninja import Router

from wobbly_fin.accounts.people import person
from wobbly_fin.formats.answers import assert_finite
from wobbly_fin.hangar.api.air_answers import aim_out, cloud_out
from wobbly_fin.hangar.api.air_schemas import AimIn, AimOut, CloudOut
from wobbly_fin.hangar.api.router import row_of
from wobbly_fin.hangar.question import Question, judge_one, load_of, question_of
from wobbly_fin.rocketry.choosing.clouds import question_of as cloud_question
from wobbly_fin.rocketry.flight.figures import Floats
from wobbly_fin.rocketry.flight.scatter import CHUNK, Cloud, scattered
from wobbly_fin.rocketry.flight.scatter import Question as Scatter
from wobbly_fin.site.errors import ErrorOut

router = Router(tags=["hangar"])
MOST_MESSAGES = 40


@router.get(
    "/rockets/{uuid:key}/scatter",
    response={200: CloudOut, 404: ErrorOut, 422: ErrorOut},
    operation_id="scatter",
)
def scatter(
    request: HttpRequest, key: uuid.UUID, motor: str, delay_s: float | None = None, runs: int = 1000, seed: int = 1
) -> StreamingHttpResponse:
    """Server-sent events, each a `CloudOut`, until all runs are flown or the reader goes away."""
    asked = question_of(person(request), row_of(request, key))
    load = load_of(person(request), motor)
    judged = judge_one(asked, load, delay_s, shares="none")
    # The very cloud the verdict's share is counted in, when as many runs of the same seed are asked for.
    wanted = replace(cloud_question(judged.case, runs), seed=seed)
    response = StreamingHttpResponse(_events(asked, wanted), content_type="text/event-stream")
    response["Cache-Control"] = "no-cache"
    response["X-Accel-Buffering"] = "no"
    return response


def _events(asked: Question, wanted: Scatter) -> Iterator[str]:
    """Messages as chunks are flown; closing this iterator stops the flying.

    However many runs, some forty messages: each sums up all there is so far, which would grow with the square otherwise.
    """
    every = math.ceil(wanted.flown / CHUNK / MOST_MESSAGES)
    rows: list[Floats] = []
    fresh: list[Floats] = []
    for number, chunk in enumerate(scattered(wanted), 1):
        rows.append(chunk.rows)
        fresh.append(chunk.rows)
        if number % every and number * CHUNK < wanted.flown:
            continue
        whole, news = Cloud(rows=np.concatenate(rows)), Cloud(rows=np.concatenate(fresh))
        rows, fresh = [whole.rows], []
        message = cloud_out(asked, wanted, whole, news).model_dump(mode="json")
        assert_finite(message)
        yield f"data: {json.dumps(message, allow_nan=False)}\n\n"
    yield "event: end\ndata: {}\n\n"


@router.post("/rockets/{uuid:key}/aim", response={200: AimOut, 404: ErrorOut, 422: ErrorOut}, operation_id="aim")
def aim(request: HttpRequest, key: uuid.UUID, body: AimIn) -> AimOut:
    """Which motor, delay, ballast and canopy reach a height or a time in the air."""
    user = person(request)
    return aim_out(user, question_of(user, row_of(request, key)), body)
