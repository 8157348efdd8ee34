"""Draw a field's outline and what lies on it, or read both from a map."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404

from wobbly_fin.formats.kml import read_map
from wobbly_fin.rocketry.field.geojson import read_geojson
from wobbly_fin.stores.fields import field_of
from wobbly_fin.stores.models import FlyingField


def draw_field(
    user: User, key: uuid.UUID, *, outline: list[list[float]], features: list[dict[str, Any]], surface: str
) -> FlyingField:
    """Keep a field's shape, metres east and north of the pad; raises RocketryError and changes nothing where it cannot be."""
    field_of(outline, features, surface)
    with transaction.atomic():
        row = _row(user, key)
        row.outline, row.features, row.surface = outline, features, surface
        row.save()
    return row


def read_field(user: User, key: uuid.UUID, text: str) -> FlyingField:
    """Take a field's shape from the text of a map, GeoJSON or KML; the surface stays as it was."""
    ground, (longitude, latitude) = read_geojson(read_map(text))
    with transaction.atomic():
        row = _row(user, key)
        row.outline = [[round(x, 2), round(y, 2)] for x, y in ground.outline]
        row.features = [
            {"kind": f.kind, "name": f.name, "points": [[round(x, 2), round(y, 2)] for x, y in f.points]} for f in ground.features
        ]
        row.longitude, row.latitude = longitude, latitude
        row.save()
    return row


def _row(user: User, key: uuid.UUID) -> FlyingField:
    row = FlyingField.objects.visible_to(user).select_for_update().filter(pk=key).first()
    if row is None:
        raise Http404
    return row
