"""Put a part by in the stores."""

import uuid
from typing import Any

from django.contrib.auth.models import User

from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.site.keys import under_key
from wobbly_fin.stores.models import OwnPart

_PLACE = {"position_m", "offset_m"}


def put_by(user: User, key: uuid.UUID, found: Any, name: str) -> OwnPart:
    """A copy of a part's sizes, material and mass under a key the client made; where it sat stays behind."""
    under_key(OwnPart.objects, key, owner_id=user.pk)
    content = found.model_dump(mode="json")
    wanted = [f.name for f in described(PART_TYPES[found.type]) if f.name not in _PLACE]
    figures = {n: content[n] for n in [*wanted, "material", "mass_source"] if content.get(n) is not None}
    if content.get("outline"):
        figures["outline"] = content["outline"]
    row, _ = OwnPart.objects.update_or_create(
        id=key,
        defaults={
            "owner": user, "name": (name.strip() or found.to_part().called)[:80], "part_type": found.type, "figures": figures,
            "nominal": content["nominal"], "deleted_at": None,
        },
    )  # fmt: skip
    return row
