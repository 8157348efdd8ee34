"""Stored fields in the core's terms."""

from typing import Any

from wobbly_fin.rocketry.field.field import Feature, Field
from wobbly_fin.rocketry.field.place import say_place
from wobbly_fin.stores.models import FlyingField


def ground_of(row: FlyingField) -> Field:
    """The outline round the pad and what lies on it; empty where nobody drew it."""
    return field_of(row.outline, row.features, row.surface)


def place_said(row: FlyingField) -> str:
    """Where its pad lies on the map, latitude first; "" where nobody told."""
    return say_place(row.longitude, row.latitude) if row.longitude is not None and row.latitude is not None else ""


def field_of(outline: list[list[float]], features: list[dict[str, Any]], surface: str) -> Field:
    """A field out of plain lists; raises RocketryError naming what cannot be."""
    return Field(
        outline=tuple((float(x), float(y)) for x, y in outline),
        features=tuple(
            Feature(kind=f["kind"], name=f.get("name", ""), points=tuple((float(x), float(y)) for x, y in f["points"]))
            for f in features
        ),
        surface=surface or None,  # type: ignore[arg-type]
    )
