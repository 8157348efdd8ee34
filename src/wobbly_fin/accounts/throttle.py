"""How often somebody may try a password: so often from one address, so often under one name, whoever asks.

A browser that was let in under that name before counts for itself: who guesses elsewhere, however often, does not shut its person out.
"""

import hashlib
import json

from django.http import HttpRequest
from ninja.throttling import AnonRateThrottle, SimpleRateThrottle

from wobbly_fin.accounts.known_device import device_of

LARGEST_SIGN_IN = 4096  # two short texts


class AddressThrottle(AnonRateThrottle):
    """By address, signed in or not."""

    def get_cache_key(self, request: HttpRequest) -> str | None:
        device = device_of(request, name_tried(request) or "")
        return self.cache_format % {"scope": "sign_in_address", "ident": device or self.get_ident(request)}


class NameThrottle(SimpleRateThrottle):
    """By the name tried, from wherever: guessing one person's password from many machines is as slow."""

    scope = "sign_in_name"

    def get_cache_key(self, request: HttpRequest) -> str | None:
        name = name_tried(request)
        if name is None:
            return None  # no sign-in at all; it is refused for that
        digest = hashlib.sha256(name.casefold().encode()).hexdigest()
        return self.cache_format % {"scope": self.scope, "ident": device_of(request, name) or digest}


class PersonThrottle(SimpleRateThrottle):
    """By who is signed in: whoever sits down at a machine left open does not get to guess its owner's password."""

    scope = "own_password"

    def get_cache_key(self, request: HttpRequest) -> str | None:
        return self.cache_format % {"scope": self.scope, "ident": request.user.pk}


def name_tried(request: HttpRequest) -> str | None:
    """Under which name somebody tries to sign in; None where the request says none, or is far too large to be one."""
    if len(request.body) > LARGEST_SIGN_IN:
        return None
    try:
        return str(json.loads(request.body).get("username"))
    except (ValueError, AttributeError, RecursionError):
        return None
