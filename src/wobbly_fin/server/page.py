"""The page that hosts the front end, and the worker that keeps it for a field without a network."""

from django.conf import settings
from django.contrib.auth.models import User
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.server.early import early, is_shown


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """One page for every client route; it carries the cookie the API's writes need."""
    return render(request, "page.html", early(request) | {"theme": _theme(request)})


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
