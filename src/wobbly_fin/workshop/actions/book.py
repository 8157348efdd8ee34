"""Book a cut plan: the tubes it used leave the stores, the offcuts go back in."""

import uuid

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from wobbly_fin.rocketry.building.materials import TubeCuts, materials
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.materials import stores_of
from wobbly_fin.stores.models import RawStock
from wobbly_fin.workshop.models import Build, BuildEvent
from wobbly_fin.workshop.station import build_of, workbench_of


def book_cuts(user: User, build_key: uuid.UUID, key: uuid.UUID) -> Build:
    """Take what was cut out of stores and put the offcuts back, once."""
    with transaction.atomic():
        build = build_of(user, build_key)
        if under_key(BuildEvent.objects, key, build_id=build.pk) is not None:
            return build
        station = workbench_of(user, build)
        if station.state.booked:
            raise RefusedError(409, "booked", "These cuts are booked already.")
        for group in materials(station.bench, station.plan, stores_of(user)).cuts:
            _book(user, group)
        BuildEvent.objects.create(id=key, build=build, kind="booked", title="Cuts booked", at=timezone.now())
    return build


def _book(user: User, group: TubeCuts) -> None:
    for cut in group.plan.bars:
        if not cut.bar.bought:
            row = RawStock.objects.visible_to(user).get(pk=cut.bar.source)
            row.figures = row.figures | {"count": row.figures["count"] - 1}
            row.typed = row.typed | {"count": str(row.figures["count"])}
            row.save()
        if cut.kept:
            edged = sum(1 for p in cut.pieces if p.shows)
            figures = {
                "outer_diameter_m": group.outer_diameter_m, "length_m": round(cut.left_m, 4),
                "edges": max(0, cut.bar.edges - max(1, edged)), "count": 1,
            }  # fmt: skip
            typed = {
                "outer_diameter": f"{group.outer_diameter_m * 1000:g} mm", "length": f"{cut.left_m * 1000:.0f} mm",
                "edges": str(figures["edges"]), "count": "1",
            }  # fmt: skip
            RawStock.objects.create(owner=user, kind="tube", name="offcut", figures=figures, typed=typed)
