"""The page that hosts the front end, and the worker that keeps it for a field without a network."""

from django.conf import settings
from django.contrib.auth.models import User
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.rocketry.messages import say
from wobbly_fin.server.early import early, is_shown
from wobbly_fin.site.warm import READY


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """One page for every client route; it carries the cookie the API's writes need."""
    warming = "" if READY.is_set() or not is_shown(request) else say("server-warming")
    return render(request, "page.html", early(request) | {"theme": _theme(request), "warming": warming})


@never_cache
def ready(request: HttpRequest) -> HttpResponse:
    """204 once everything is loaded, 202 until then."""
    return HttpResponse(status=204 if READY.is_set() else 202)


def _theme(request: HttpRequest) -> str:
    """The light its visitor likes, so that the frame does not change it under their eyes; "" for whom nothing is known of.

    Nor for the worker, which keeps the page for whoever comes next.
    """
    if not is_shown(request) or not isinstance(request.user, User):
        return ""
    return Preferences.objects.filter(user=request.user).values_list("theme", flat=True).first() or ""


@never_cache
def service_worker(request: HttpRequest) -> HttpResponse:
    """From the root, so that it may keep every page; 404 where the front end is not built."""
    built = settings.FE_DIST / "sw.js"
    if not built.is_file():
        raise Http404
    return HttpResponse(built.read_bytes(), content_type="text/javascript; charset=utf-8")
