"""Make or change a field."""

import uuid

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.rocketry.errors import RocketryError, Together, require_finite
from wobbly_fin.rocketry.field.place import read_place
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import Typed, parse
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.fields import place_said
from wobbly_fin.stores.models import FlyingField

NARROWEST_M, WIDEST_M = 10.0, 20_000.0


def _height(text: str, box: str, units: UnitChoice) -> Typed:
    found = parse(text, "height", units, name=box)
    try:
        Site(**{f"{box}_m": found.si})  # type: ignore[arg-type]
    except RocketryError as error:
        raise RocketryError(box, error.message) from error
    return found


def _width(text: str, units: UnitChoice) -> Typed:
    found = parse(text, "height", units, name="width")
    require_finite("width", found.si, NARROWEST_M, WIDEST_M)
    return found


def _square(width_m: float) -> list[list[float]]:
    """What a field is taken for of which only the width is told: a square round the pad. [m]"""
    h = width_m / 2
    return [[-h, -h], [h, -h], [h, h], [-h, h]]


def save_field(
    user: User, key: uuid.UUID, *, name: str, elevation: str, ceiling: str, place: str | None = None, width: str | None = None
) -> FlyingField:
    """Keep a field under a key the client made; heights as typed; an empty ceiling means none is set.

    `width` draws a field nobody has drawn yet as a square round the pad, and draws that square anew; None leaves the outline as it is. `place` is
    where its pad lies on the map, latitude first: None leaves it as it is, empty takes it away.
    """
    units = units_of(preferences_of(user))
    with Together() as read:
        if not name.strip():
            read.refuse("name", "is empty; what do you call the field?")
        if len(name) > 80:
            read.refuse("name", "is too long; 80 characters are plenty")
        high = read(_height, elevation or "0", "elevation", units)
        most = read(_height, ceiling, "ceiling", units) if ceiling.strip() else None
        wide = read(_width, width, units) if width and width.strip() else None
        spot = read(read_place, place) if place and place.strip() else (None, None)
    longitude, latitude = spot
    elevation_m, ceiling_m = high.si, most.si if most else None
    typed = {"elevation": high.kept if elevation.strip() else elevation, "ceiling": most.kept if most else ceiling}
    there = FlyingField.objects.belonging_to(user).filter(pk=key).first()
    drawn, was = (there.outline, str(there.typed.get("width", ""))) if there else ([], "")
    typed["width"] = was
    if width is not None and (not drawn or (was and drawn == _square(_width(was, units).si))):
        drawn = _square(wide.si) if wide else []
        typed["width"] = wide.kept if wide else ""
    with transaction.atomic():
        under_key(FlyingField.objects, key, owner_id=user.pk)
        row, _ = FlyingField.objects.update_or_create(
            id=key,
            defaults={
                "owner": user, "name": name.strip(), "elevation_m": elevation_m, "ceiling_m": ceiling_m,
                "typed": typed, "outline": drawn, "deleted_at": None,
            },
        )  # fmt: skip
        # As it is shown it is a decimetre off what a map told: left alone it stays as the map had it.
        if place is not None and place.strip() != place_said(row):
            row.longitude, row.latitude = longitude, latitude
            row.save()
    return row
