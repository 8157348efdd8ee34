"""Addresses: the API, and one page for everything else, whose routes live in the browser."""

from django.urls import path, re_path

from wobbly_fin.site.api import api, nothing_here
from wobbly_fin.site.page import page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api/.*$", nothing_here),
    re_path(r"^(?!static/).*$", page, name="page"),
]
