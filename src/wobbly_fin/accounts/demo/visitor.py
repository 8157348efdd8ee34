"""The demo signs its own visitor in: only when started by the demo command, only from this machine."""

import ipaddress
from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse

DEMO_USERNAME = "demo"
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
    """Sign the demo visitor in where the demo runs and the request comes from this machine; says whether it did."""
    if not settings.DEMO or not is_loopback(request):
        return False
    visitor = get_user_model().objects.filter(username=DEMO_USERNAME, is_active=True).first()
    if visitor is not None:
        login(request, visitor, backend="django.contrib.auth.backends.ModelBackend")
    return visitor is not None


class DemoVisitorMiddleware:
    """Signs the demo visitor in unless they signed out themselves."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if settings.DEMO and not request.user.is_authenticated and _SIGNED_OUT not in request.COOKIES:
            sign_visitor_in(request)
        return self.get_response(request)


def remember_signed_out(response: HttpResponse) -> None:
    """Keep the demo from signing its visitor straight back in."""
    response.set_cookie(_SIGNED_OUT, "1", max_age=86_400, samesite="Lax", httponly=True)


def forget_signed_out(response: HttpResponse) -> None:
    """The visitor is back."""
    response.delete_cookie(_SIGNED_OUT)
