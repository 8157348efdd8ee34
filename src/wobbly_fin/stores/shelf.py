"""Every motor a person can choose from: the shipped catalogue and their own."""

from dataclasses import dataclass
from functools import lru_cache
from uuid import UUID

from django.contrib.auth.models import User
from django.http import Http404

from wobbly_fin.formats.documents import MotorDocument
from wobbly_fin.rocketry.motors import Motor
from wobbly_fin.rocketry.motors.catalogue import catalogue, catalogue_order
from wobbly_fin.stores.models import OwnMotor


@dataclass(frozen=True, slots=True, kw_only=True)
class Shelved:
    """A motor, its key in addresses, and the row behind it where it is the person's own."""

    key: str
    motor: Motor
    own: OwnMotor | None = None


@lru_cache(maxsize=1)
def _shipped() -> tuple[Shelved, ...]:
    return tuple(Shelved(key=f"catalogue:{m.name.replace('/', '_')}", motor=m) for m in catalogue())


def shelf(user: User) -> list[Shelved]:
    """Catalogue and own motors, by class, thrust and name."""
    own = [
        Shelved(key=f"own:{row.pk}", motor=MotorDocument.model_validate(row.document).to_motor(), own=row)
        for row in OwnMotor.objects.visible_to(user)
    ]
    return sorted([*_shipped(), *own], key=lambda s: (*catalogue_order(s.motor), s.key))


def from_shelf(user: User, key: str) -> Shelved:
    """One motor by its key; raises Http404 where there is none this person may see."""
    kind, _, rest = key.partition(":")
    if kind == "catalogue":
        found = next((s for s in _shipped() if s.key == key), None)
    else:
        row = OwnMotor.objects.visible_to(user).filter(pk=_uuid(rest)).first() if kind == "own" else None
        found = Shelved(key=key, motor=MotorDocument.model_validate(row.document).to_motor(), own=row) if row else None
    if found is None:
        raise Http404
    return found


def _uuid(text: str) -> UUID:
    try:
        return UUID(text)
    except ValueError:
        raise Http404 from None
