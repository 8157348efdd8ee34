"""A few of the demo's rockets for anybody's empty hangar."""

import uuid

from django.contrib.auth.models import User

from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.hangar.actions.save import save_rocket

_EXAMPLES = ("Inchworm", "Copper Kettle", "Night Ferry")


def add_examples(user: User) -> None:
    """Copies, the person's own to change or throw away."""
    for rocket in ROCKETS:
        if rocket.name in _EXAMPLES:
            save_rocket(user, uuid.uuid4(), demo_file(rocket), None)
