"""A motor's assembly card: told once, seen as the steps it makes, kept or forgotten."""

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from wobbly_fin.accounts.people import person
from wobbly_fin.rocketry.motors.assembly_card import KINDS, AssemblyCard, card_steps, kind_words, read_card
from wobbly_fin.site.errors import ErrorOut
from wobbly_fin.stores.cards import card_of, keep_card
from wobbly_fin.stores.shelf import from_shelf

router = Router(tags=["stores"])
REFUSALS = {404: ErrorOut, 422: ErrorOut}


class MotorCardKindOut(Schema):
    """A kind of part one may choose."""

    key: str
    label: str


class MotorCardChoiceOut(Schema):
    """What is chosen of the motor's parts."""

    name: str
    options: list[MotorCardKindOut]


class MotorCardStepOut(Schema):
    """A step as a list will show it."""

    key: str
    text: str
    good: str
    wrong: str
    hazard: str
    picture: str
    hold: bool


class MotorCardOut(Schema):
    """A motor's card, the steps it makes and what may be chosen. `told`: somebody told it; `fits`: the motor is a reload."""

    told: bool
    fits: bool
    card: dict[str, Any]
    steps: list[MotorCardStepOut]
    choices: list[MotorCardChoiceOut]


class MotorCardIn(Schema):
    """A card as chosen or typed."""

    card: Annotated[dict[str, Any], Field(max_length=20)]


@router.get("/shelf/{key}/card", response={200: MotorCardOut, **REFUSALS}, operation_id="motor_card")
def get_card(request: HttpRequest, key: str) -> MotorCardOut:
    """What is told of how a motor is put together."""
    user = person(request)
    return _out(from_shelf(user, key).motor.case == "reload", card_of(user, key))


@router.put("/shelf/{key}/card", response={200: MotorCardOut, **REFUSALS}, operation_id="keep_motor_card")
def put_card(request: HttpRequest, key: str, body: MotorCardIn) -> MotorCardOut:
    """Keep it: every list this motor stands in follows."""
    keep_card(person(request), key, read_card(body.card))
    return get_card(request, key)


@router.delete("/shelf/{key}/card", response={200: MotorCardOut, **REFUSALS}, operation_id="forget_motor_card")
def delete_card(request: HttpRequest, key: str) -> MotorCardOut:
    """Forget it: the sheet alone knows."""
    keep_card(person(request), key, None)
    return get_card(request, key)


def _out(fits: bool, card: AssemblyCard | None) -> MotorCardOut:
    steps = card_steps(card or AssemblyCard()) if fits else ()
    return MotorCardOut(
        told=card is not None, fits=fits, card=(card or AssemblyCard()).document(),
        steps=[MotorCardStepOut(**{name: getattr(s, name) for name in MotorCardStepOut.model_fields}) for s in steps],
        choices=[MotorCardChoiceOut(name=n, options=[MotorCardKindOut(key=k, label=kind_words(n, k)) for k in kinds]) for n, kinds in KINDS.items()],
    )  # fmt: skip
