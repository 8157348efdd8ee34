"""A link that lets the one person of a machine in, once: whoever may read the installation's key may make one, and nobody else."""

import hashlib
import secrets

from django.core.cache import cache
from django.core.signing import BadSignature, TimestampSigner

HOLDS_S = 3600
_SALT = "wobbly-fin.one-time-link"


def make_token() -> str:
    """A new one, good for an hour and once."""
    return TimestampSigner(salt=_SALT).sign(secrets.token_urlsafe(16))


def take_token(token: str) -> bool:
    """Whether a token is one of ours, young enough and taken for the first time; from now on it is used."""
    try:
        TimestampSigner(salt=_SALT).unsign(token, max_age=HOLDS_S)
    except BadSignature:
        return False
    digest = hashlib.sha256(token.encode()).hexdigest()
    return bool(cache.add(f"one-time-link:{digest}", 1, HOLDS_S * 2))
