"""Make a link, take it back, and follow one."""

import datetime
import secrets
import uuid

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet
from django.http import Http404
from django.utils import timezone

from wobbly_fin.hangar.models import Rocket
from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.sharing.models import Share
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.site.keys import under_key

MOST_SHARES = 200
LASTS = (7, 30, 90, 365, 0)  # days; 0: until it is taken back
_TOKEN_BYTES = 24  # nobody guesses 192 bits


def live_shares(user: User) -> QuerySet[Share]:
    """A person's links that lead somewhere."""
    found: QuerySet[Share] = (
        Share.objects.visible_to(user)
        .exclude(expires_at__lt=timezone.now())
        .select_related("rocket", "day")
        .exclude(rocket__deleted_at__isnull=False)
        .exclude(day__deleted_at__isnull=False)
    )
    return found


def share(user: User, key: uuid.UUID, *, rocket_id: uuid.UUID | None, day_id: uuid.UUID | None, days: int = 90) -> Share:
    """Make a link under a key the client made; the same key again, or the same thing shared twice, gives the link there is.

    Raises
    ------
    RocketryError
        For neither or both things named.
    Http404
        For a thing of somebody else's.
    """
    if (rocket_id is None) == (day_id is None):
        raise RocketryError("rocket_id", "or day_id: name one of the two")
    if days not in LASTS:
        raise RocketryError(
            "days", f"is {days}; a link lasts {', '.join(str(d) for d in LASTS[:-1])} days, or 0: until it is taken back"
        )
    with transaction.atomic():
        there = under_key(Share.objects, key, owner_id=user.pk)
        rocket = Rocket.objects.visible_to(user).filter(pk=rocket_id).first() if rocket_id else None
        day = LaunchDay.objects.visible_to(user).filter(pk=day_id).first() if day_id else None
        if rocket is None and day is None:
            raise Http404
        same = live_shares(user).filter(rocket=rocket, day=day).first()
        if same is not None:
            return same
        if there is not None:
            raise RefusedError(409, "key_taken", "That link was taken back; make a new one under a new key.")
        if live_shares(user).count() >= MOST_SHARES:
            raise RocketryError("rocket_id", f"is one too many; take a link back first, {MOST_SHARES} are plenty")
        ends = timezone.now() + datetime.timedelta(days=days) if days else None
        made: Share = Share.objects.create(
            id=key, owner=user, token=secrets.token_urlsafe(_TOKEN_BYTES), rocket=rocket, day=day, expires_at=ends
        )
        return made


def take_back(user: User, key: uuid.UUID) -> None:
    """From now on the link leads nowhere, for good: the next one has another address."""
    if not Share.objects.visible_to(user).filter(pk=key).update(deleted_at=timezone.now()):
        raise Http404


def followed(token: str) -> Share:
    """The link behind a token; raises Http404 for none, one taken back, or one to a thing thrown away."""
    found = (
        Share.objects.select_related("owner", "rocket", "day")
        .filter(token=token, deleted_at__isnull=True, owner__is_active=True)
        .exclude(rocket__deleted_at__isnull=False)
        .exclude(day__deleted_at__isnull=False)
        .exclude(expires_at__lt=timezone.now())
        .first()
    )
    if found is None:
        raise Http404
    return found
