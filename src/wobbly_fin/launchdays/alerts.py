"""Heads up: called by anybody on the range, shown on every phone that can be reached. Nothing else of anybody's day is told."""

import datetime
import uuid

from django.contrib.auth.models import User
from django.utils import timezone

from wobbly_fin.launchdays.models import RangeCall

# Older than this nobody looks up any more (our own figures).
STALE = datetime.timedelta(seconds=60)
KEPT = datetime.timedelta(days=1)
MOST = 20


def call_heads_up(user: User, key: uuid.UUID) -> None:
    """Call it once, however often it is sent."""
    RangeCall.objects.filter(at__lt=timezone.now() - KEPT).delete()
    RangeCall.objects.get_or_create(id=key, defaults={"caller": user})


def calls_since(after: datetime.datetime | None) -> list[RangeCall]:
    """Those called after a moment and lately, the latest first."""
    lately = timezone.now() - STALE
    rows = RangeCall.objects.filter(at__gt=max(after or lately, lately), caller__is_active=True)
    return list(rows.select_related("caller")[:MOST])
