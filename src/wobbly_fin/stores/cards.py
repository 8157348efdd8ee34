"""Assembly cards of motors on a person's shelf: told once, kept with the motor, shown in every checklist it flies with."""

import uuid

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.assembly_card import AssemblyCard, read_card
from wobbly_fin.stores.models import MotorCard
from wobbly_fin.stores.shelf import Shelved, from_shelf


def card_of(user: User, key: str) -> AssemblyCard | None:
    """What was told of one motor of the shelf; None: nothing."""
    row = MotorCard.objects.visible_to(user).filter(motor_key=key).first()
    return read_card(row.card) if row is not None else None


def cards_of(user: User, everything: list[Shelved]) -> dict[str, AssemblyCard]:
    """Every card, by the core's key of its motor."""
    rows = {row.motor_key: row.card for row in MotorCard.objects.visible_to(user)}
    return {s.motor.key: read_card(rows[s.key]) for s in everything if s.key in rows}


def keep_card(user: User, key: str, card: AssemblyCard | None) -> None:
    """Keep a motor's card, or with None forget it; raises Http404 for a motor that is not on the shelf."""
    motor = from_shelf(user, key).motor
    if motor.case != "reload" and card is not None:
        raise RocketryError("case", "is no reload: a single-use motor comes put together, and nothing of it is opened")
    if card is not None and card.charge == "none" and motor.kind == "single":
        raise RocketryError("charge", f"is none, and the {motor.label} has a delay with a charge behind it")
    with transaction.atomic():
        rows = MotorCard.objects.belonging_to(user).filter(motor_key=key)
        if card is None:
            rows.delete()
            return
        row = rows.first() or MotorCard(id=uuid.uuid4(), owner=user, motor_key=key)
        row.card, row.deleted_at = card.document(), None
        row.save()
