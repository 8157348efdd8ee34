"""The page that hosts the front end, and the worker that keeps it for a field without a network."""

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

from wobbly_fin.site.early import early


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """One page for every client route; it carries the cookie the API's writes need."""
    return render(request, "page.html", early(request))


@never_cache
def service_worker(request: HttpRequest) -> HttpResponse:
    """From the root, so that it may keep every page; 404 where the front end is not built."""
    built = settings.FE_DIST / "sw.js"
    if not built.is_file():
        raise Http404
    return HttpResponse(built.read_bytes(), content_type="text/javascript; charset=utf-8")
