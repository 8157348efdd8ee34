"""Addresses: the API, and one page for everything else, whose routes live in the browser."""

from django.urls import path, re_path

from wobbly_fin.server.api import api, nothing_here
from wobbly_fin.server.enter import enter
from wobbly_fin.server.page import page, ready, service_worker

# What Django itself refuses, before any operation is reached, in the API's own shape.
handler400 = "wobbly_fin.server.api.unreadable"
handler500 = "wobbly_fin.server.api.failed"

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^api/", nothing_here),
    path("sw.js", service_worker),
    path("ready", ready),
    path("enter/<str:token>", enter),
    re_path(r"^(?!static/)", page, name="page"),
]
