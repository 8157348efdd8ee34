"""Tubes, sheets and glue at hand, in the core's terms."""

from django.contrib.auth.models import User

from wobbly_fin.rocketry.building.materials import GlueAtHand, SheetAtHand, Stores, TubeAtHand
from wobbly_fin.stores.models import RawStock
from wobbly_fin.stores.parts import part_shelf


def stores_of(user: User) -> Stores:
    """What somebody has at hand; lines of none are left out."""
    rows = list(RawStock.objects.visible_to(user))
    return Stores(
        tubes=tuple(TubeAtHand(key=str(r.pk), name=r.name, **r.figures) for r in rows if r.kind == "tube" and r.figures["count"]),
        sheets=tuple(
            SheetAtHand(key=str(r.pk), name=r.name, **r.figures) for r in rows if r.kind == "sheet" and r.figures["count"]
        ),
        sold=tuple(part_shelf(user)),
        glues=tuple(GlueAtHand(**r.figures) for r in rows if r.kind == "glue"),
    )
