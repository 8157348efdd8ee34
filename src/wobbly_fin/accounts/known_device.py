"""A browser somebody signed in with before: strangers who guess at their name elsewhere do not keep them out of this one."""

import hashlib

from django.contrib.auth.models import User
from django.core import signing
from django.http import HttpRequest, HttpResponse

_COOKIE, _SALT, _DAYS = "wobbly_device", "wobbly-fin.device", 400


def remember_device(response: HttpResponse, user: User, *, secure: bool) -> None:
    """Signed, and worth nothing once the password is another."""
    value = signing.dumps({"who": _digest(user.username), "of": user.get_session_auth_hash()[:16]}, salt=_SALT)
    response.set_cookie(_COOKIE, value, max_age=_DAYS * 86_400, httponly=True, samesite="Lax", secure=secure)


def device_of(request: HttpRequest, name: str) -> str:
    """Which known device of that name's asks; empty where none does."""
    value = request.COOKIES.get(_COOKIE, "")
    if not value:
        return ""
    try:
        told = signing.loads(value, salt=_SALT, max_age=_DAYS * 86_400)
    except signing.BadSignature:
        return ""
    if not isinstance(told, dict) or told.get("who") != _digest(name):
        return ""
    user = User.objects.filter(username=name, is_active=True).first()
    if user is None or user.get_session_auth_hash()[:16] != told.get("of"):
        return ""
    return hashlib.sha256(value.encode()).hexdigest()[:32]


def _digest(name: str) -> str:
    return hashlib.sha256(name.encode()).hexdigest()[:32]
