"""The trainer: questions by a seed, and what their answers are worth; nothing is kept."""

from typing import Annotated

from django.http import HttpRequest
from ninja import Path, Router

from wobbly_fin.formats.pictures import PictureOut, picture_out
from wobbly_fin.rocketry.training.trainer import QUESTIONS, mark, tasks
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.site.schema import Schema

router = Router(tags=["training"])
_Seed = Annotated[int, Path(ge=0, le=2**31 - 1)]


class TaskOut(Schema):
    """A question; with drawings where it is about one of them."""

    topic: str
    ask: str
    options: list[str]
    pictures: list[PictureOut]


class AnswersIn(Schema):
    """The places chosen so far, in the order of the questions."""

    places: list[int]


class MarkOut(Schema):
    """One answer: whether it is right, which would have been, and why."""

    right: bool
    right_place: int
    why: str


class MarksOut(Schema):
    """What was answered so far; the score once all of it was."""

    marks: list[MarkOut]
    score: str


@router.get("/training/{seed}", response={200: list[TaskOut], 422: ErrorOut}, operation_id="training")
def training(request: HttpRequest, seed: _Seed) -> list[TaskOut]:
    """Seven questions; the same ones for the same seed."""
    return [
        TaskOut(topic=t.topic, ask=t.ask, options=list(t.options), pictures=[picture_out(p) for p in t.pictures])
        for t in tasks(seed)
    ]


@router.post("/training/{seed}", response={200: MarksOut, 422: ErrorOut}, operation_id="mark_training")
def mark_training(request: HttpRequest, seed: _Seed, body: AnswersIn) -> MarksOut:
    """Mark the answers given so far."""
    places = body.places[:QUESTIONS]
    marks = [
        MarkOut(right=t.right == place, right_place=t.right, why=t.why) for t, place in zip(tasks(seed), places, strict=False)
    ]
    return MarksOut(marks=marks, score=mark(seed, places).sentence if len(places) == QUESTIONS else "")
