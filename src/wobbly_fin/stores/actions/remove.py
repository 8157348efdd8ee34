"""Put a motor, a field, a part, a glue or raw stock in the bin, and take it out again."""

import uuid

from django.contrib.auth.models import User
from django.http import Http404
from django.utils import timezone

from wobbly_fin.stores.models import FlyingField, MotorStock, OwnGlue, OwnMotor, OwnPart, RawStock


def bin_row(
    user: User,
    model: type[OwnMotor] | type[FlyingField] | type[OwnPart] | type[MotorStock] | type[OwnGlue] | type[RawStock],
    key: uuid.UUID,
    *,
    back: bool = False,
) -> None:
    """Bin a row of this person's, or with `back` take it out; raises Http404 for anybody else's."""
    rows = model.objects.belonging_to(user).filter(pk=key)
    if not rows.update(deleted_at=None if back else timezone.now()):
        raise Http404
