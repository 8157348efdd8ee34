"""Who sits at this machine is signed in without a word: only where the server was started for them alone, only from this machine."""

import ipaddress
from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import login
from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse

DEMO_USERNAME, OWNER_USERNAME = "demo", "owner"
_SIGNED_OUT = "wobbly_signed_out"


def is_loopback(request: HttpRequest) -> bool:
    """Whether a request comes from this very machine and through no proxy."""
    if "HTTP_X_FORWARDED_FOR" in request.META or "HTTP_FORWARDED" in request.META:
        return False
    try:
        return ipaddress.ip_address(request.META.get("REMOTE_ADDR", "")).is_loopback
    except ValueError:
        return False


def sign_visitor_in(request: HttpRequest) -> bool:
    """Sign the one person of this machine in where the request comes from it and no link is asked for; says whether it did."""
    return _is_theirs(request) and sign_in_visitor(request)


def _is_theirs(request: HttpRequest) -> bool:
    return bool(settings.LOCAL_USER) and not settings.LOCAL_BY_LINK and is_loopback(request)


def _visitor() -> User | None:
    return User.objects.filter(username=settings.LOCAL_USER, is_active=True).first()


def sign_in_visitor(request: HttpRequest) -> bool:
    """Sign the one person of this machine in."""
    visitor = _visitor()
    if visitor is not None:
        login(request, visitor, backend="django.contrib.auth.backends.ModelBackend")
    return visitor is not None


class LocalVisitorMiddleware:
    """Signs the person of this machine in unless they signed out themselves."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if settings.LOCAL_USER and not request.user.is_authenticated and _SIGNED_OUT not in request.COOKIES:
            if request.method == "GET" and not request.COOKIES and request.path_info.startswith("/api/"):
                # A script that keeps no cookie reads as them this once; a session for each of its questions would fill the database.
                request.user = (_visitor() if _is_theirs(request) else None) or request.user
            else:
                sign_visitor_in(request)
        return self.get_response(request)


def remember_signed_out(response: HttpResponse) -> None:
    """Keep the person from being signed straight back in."""
    response.set_cookie(_SIGNED_OUT, "1", max_age=86_400, samesite="Lax", httponly=True)


def forget_signed_out(response: HttpResponse) -> None:
    """The visitor is back."""
    response.delete_cookie(_SIGNED_OUT)
