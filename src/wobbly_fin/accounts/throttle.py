"""How often somebody may try a password: so often from one address, so often under one name, whoever asks."""

import hashlib
import json

from django.http import HttpRequest
from ninja.throttling import AnonRateThrottle, SimpleRateThrottle

_LONGEST = 4096  # a sign-in is two short texts; nobody need read more to find the name


class AddressThrottle(AnonRateThrottle):
    """By address, signed in or not."""

    def get_cache_key(self, request: HttpRequest) -> str | None:
        return self.cache_format % {"scope": "sign_in_address", "ident": self.get_ident(request)}


class NameThrottle(SimpleRateThrottle):
    """By the name tried, from wherever: guessing one person's password from many machines is as slow."""

    scope = "sign_in_name"

    def get_cache_key(self, request: HttpRequest) -> str | None:
        try:
            name = json.loads(request.body[:_LONGEST]).get("username")
        except (ValueError, AttributeError, RecursionError):
            return None  # no sign-in at all; it is refused for that
        digest = hashlib.sha256(str(name).casefold().encode()).hexdigest()
        return self.cache_format % {"scope": self.scope, "ident": digest}


class PersonThrottle(SimpleRateThrottle):
    """By who is signed in: whoever sits down at a machine left open does not get to guess its owner's password."""

    scope = "own_password"

    def get_cache_key(self, request: HttpRequest) -> str | None:
        return self.cache_format % {"scope": self.scope, "ident": request.user.pk}
