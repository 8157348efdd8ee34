"""The page that hosts the front end."""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie


@never_cache
@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    """One page for every client route; it carries the cookie the API's writes need."""
    return render(request, "page.html")
