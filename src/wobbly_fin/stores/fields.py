"""Stored fields in the core's terms."""

from typing import Any

from wobbly_fin.rocketry.field import Feature, Field
from wobbly_fin.stores.models import FlyingField


def ground_of(row: FlyingField) -> Field:
    """The outline round the pad and what lies on it; empty where nobody drew it."""
    return field_of(row.outline, row.features, row.surface)


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
