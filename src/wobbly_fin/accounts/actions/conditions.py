"""Today's conditions: where one stands, how warm, how windy, how long the rod. Typed in any unit."""

import uuid
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight import Site
from wobbly_fin.rocketry.units import parse
from wobbly_fin.stores.models import FlyingField

# field of the form: (field of Site, kind of quantity)
CONDITION_FIELDS = {
    "temperature": ("temperature_c", "temperature"),
    "wind": ("wind_speed_m_s", "speed"),
    "rod_length": ("rod_length_m", "length"),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Today:
    """Conditions in force: the site the core flies at, the texts behind it, the field stood on."""

    site: Site
    typed: dict[str, str]
    field: FlyingField | None


def today(preferences: Preferences, *, rod_length_m: float | None = None) -> Today:
    """Today's conditions; a rocket's own rod length stands where none is typed for the day."""
    stored: dict[str, Any] = preferences.conditions
    typed: dict[str, str] = stored.get("typed", {})
    field_id = stored.get("field_id")
    stood_on = FlyingField.objects.visible_to(preferences.user).filter(pk=field_id).first() if field_id else None
    values: dict[str, Any] = {
        target: stored["si"][name] for name, (target, _) in CONDITION_FIELDS.items() if name in stored.get("si", {})
    }
    if rod_length_m is not None:
        values.setdefault("rod_length_m", rod_length_m)
    if stood_on is not None:
        values |= {"elevation_m": stood_on.elevation_m, "ceiling_m": stood_on.ceiling_m}
    return Today(site=Site(**values), typed=typed, field=stood_on)


def set_conditions(user: User, *, field_id: uuid.UUID | None, typed: dict[str, str]) -> Preferences:
    """Replace today's conditions. An empty text takes a figure back; a bad one raises RocketryError and changes nothing."""
    with transaction.atomic():
        found = preferences_of(user)
        units = units_of(found)
        si: dict[str, float] = {}
        kept: dict[str, str] = {}
        for name, text in typed.items():
            if name not in CONDITION_FIELDS:
                raise RocketryError(name, "is no condition; there are temperature, wind and rod_length")
            if text.strip():
                si[name] = parse(text, CONDITION_FIELDS[name][1], units.system, name=name).si
                kept[name] = text.strip()
        if field_id is not None and not FlyingField.objects.visible_to(user).filter(pk=field_id).exists():
            raise RocketryError("field_id", "is no field of yours; choose one in Stores")
        for name, value in si.items():
            # One at a time, so that the refusal names the box it was typed in.
            target = CONDITION_FIELDS[name][0]
            try:
                Site(**{target: value})  # type: ignore[arg-type]
            except RocketryError as error:
                raise RocketryError(name, error.message) from error
        found.conditions = {"field_id": str(field_id) if field_id else None, "typed": kept, "si": si}
        found.save()
    return found
