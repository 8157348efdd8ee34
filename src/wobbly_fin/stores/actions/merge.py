"""Make one motor of two that are one: what lies in the box, what is planned and what was learnt goes over to the one that stays."""

import uuid

from django.contrib.auth.models import User
from django.db import transaction
from django.shortcuts import get_object_or_404
from django.utils import timezone

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.messages import say
from wobbly_fin.stores.models import MotorCard, MotorStock, OwnMotor
from wobbly_fin.stores.shelf import Shelved, from_shelf, motor_of


def merge_motors(user: User, key: uuid.UUID, into: str) -> Shelved:
    """Put a motor of one's own into another that is the same; it goes to the bin, and whoever asks for it finds the other.

    Raises
    ------
    RocketryError
        `into`, where they are not the same.
    """
    gone = get_object_or_404(OwnMotor.objects.belonging_to(user), pk=key, deleted_at=None)
    stays = from_shelf(user, into)
    if stays.own is None or stays.own.pk == gone.pk:
        raise RocketryError("into", say("merge-own"))
    one, other = motor_of(gone), stays.motor
    if (one.name, round(one.diameter_m * 1000)) != (other.name, round(other.diameter_m * 1000)):
        raise RocketryError("into", say("merge-two", one=one.name, other=other.name))
    with transaction.atomic():
        lines = MotorStock.objects.belonging_to(user).filter(motor_key=f"own:{gone.pk}")
        # How it is put together was told once; where both were told, the one that stays knows best.
        cards = MotorCard.objects.belonging_to(user).filter(motor_key=f"own:{gone.pk}")
        if MotorCard.objects.visible_to(user).filter(motor_key=stays.key).exists():
            cards = cards.none()
        gone.merged = {
            "into": stays.key, "core": other.key, "stock": [str(pk) for pk in lines.values_list("pk", flat=True)],
            "cards": [str(pk) for pk in cards.values_list("pk", flat=True)],
        }  # fmt: skip
        cards.update(motor_key=stays.key)
        gone.deleted_at = timezone.now()
        gone.save(update_fields=["merged", "deleted_at", "updated_at"])
        lines.update(motor_key=stays.key)
    return stays


def part_again(user: User, key: uuid.UUID) -> None:
    """What a motor brought along goes back to it, where it was put into another."""
    row = OwnMotor.objects.belonging_to(user).filter(pk=key).exclude(merged={}).first()
    if row is None:
        return
    with transaction.atomic():
        for rows, kept in ((MotorStock.objects, "stock"), (MotorCard.objects, "cards")):
            brought = rows.belonging_to(user).filter(pk__in=row.merged.get(kept, []), motor_key=row.merged["into"])
            brought.update(motor_key=f"own:{row.pk}")
        row.merged = {}
        row.save(update_fields=["merged", "updated_at"])
