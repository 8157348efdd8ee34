"""Which repairs of a rocket are done: their last step ticked and not taken back."""

import datetime

from wobbly_fin.hangar.models import Rocket
from wobbly_fin.workshop.models import Build
from wobbly_fin.workshop.state import state_of

_LAST = "weigh"  # every repair ends with the scale, see building.repairs


def mended(rocket: Rocket) -> tuple[tuple[str, datetime.datetime], ...]:
    """Damages mended, and when."""
    out = []
    for build in Build.objects.filter(rocket=rocket, kind="repair", deleted_at__isnull=True).prefetch_related("events"):
        done = state_of(build).done_at.get(_LAST)
        if done is not None:
            out.append((build.damage, done))
    return tuple(out)
