"""Glues somebody knows better than the library."""

from django.contrib.auth.models import User

from wobbly_fin.formats.base import tupled
from wobbly_fin.rocketry.building.glues import Glue
from wobbly_fin.stores.models import OwnGlue


def own_glues(user: User) -> dict[str, Glue]:
    """A person's glues by key: changed ones of the library under its key, their own under theirs."""
    return {row.key: Glue(**tupled(row.figures)) for row in OwnGlue.objects.visible_to(user)}
