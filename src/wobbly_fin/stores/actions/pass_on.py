"""Pass motors on: one's own as a file, and somebody else's put on the shelf."""

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.formats.base import within
from wobbly_fin.formats.motors import MotorDocument, MotorsFile
from wobbly_fin.stores.actions.put_in import name_of, own_motors
from wobbly_fin.stores.cards import card_of, keep_card
from wobbly_fin.stores.models import MotorCard, OwnMotor


def motors_file(user: User) -> MotorsFile:
    """Everything of one's own; nothing of the box, which is nobody else's."""
    rows = OwnMotor.objects.visible_to(user)
    cards = {row.motor_key: row.card for row in MotorCard.objects.visible_to(user)}
    return MotorsFile(
        motors=[MotorDocument.model_validate(row.document) for row in rows],
        assembly={row.label: cards[f"own:{row.pk}"] for row in rows if f"own:{row.pk}" in cards},
    )


def take_in(user: User, found: MotorsFile) -> dict[str, list[str]]:
    """Put motors on the shelf that are not there yet; one known only by its label gives way to one that is known better.

    Returns
    -------
    dict
        ``taken``, ``better`` and ``there``: names of those new, of those that took a guess's place, and of those left as they were.
    """
    said: dict[str, list[str]] = {"taken": [], "better": [], "there": []}
    motors = [within(f"motors.{n}", document.to_motor) for n, document in enumerate(found.motors)]
    cards = found.cards()
    with transaction.atomic():
        own = own_motors(user)
        for motor, document in zip(motors, found.motors, strict=True):
            name, told = name_of(motor), document.model_dump(mode="json")
            if name not in own:
                row = OwnMotor.objects.create(owner=user, label=motor.name, origin="file", document=told)
                said["taken"].append(motor.name)
            else:
                row, known = own[name]
                if known.unsure is None or motor.unsure is not None:
                    said["there"].append(motor.name)
                    continue
                row.document = told | {"delays_s": sorted({*known.delays_s, *motor.delays_s})}
                row.origin, row.typed = "file", {}
                row.save()
                said["better"].append(motor.name)
            own[name] = (row, motor)
            if motor.name in cards and card_of(user, f"own:{row.pk}") is None:
                keep_card(user, f"own:{row.pk}", cards[motor.name])
    return said
