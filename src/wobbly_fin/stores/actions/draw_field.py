"""Draw a field's outline and what lies on it, or read both from GeoJSON."""

import json
import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.geojson import read_geojson
from wobbly_fin.stores.fields import field_of
from wobbly_fin.stores.models import FlyingField

LARGEST_TEXT = 2_000_000


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
    """Take a field's shape from GeoJSON text; the surface stays as it was."""
    if len(text) > LARGEST_TEXT:
        raise RocketryError("geojson", f"is larger than {LARGEST_TEXT // 1_000_000} MB")
    try:
        document = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise RocketryError("geojson", "is not valid JSON") from error
    ground, (longitude, latitude) = read_geojson(document)
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
