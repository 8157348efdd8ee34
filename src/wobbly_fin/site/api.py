"""The web API: every app's router under one roof."""

from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.security import SessionAuth

from wobbly_fin.accounts.api.router import router as accounts
from wobbly_fin.hangar.api.air_router import router as air
from wobbly_fin.hangar.api.recovery_router import router as recovery
from wobbly_fin.hangar.api.router import router as hangar
from wobbly_fin.hangar.api.shape_router import router as shape
from wobbly_fin.launchdays.api.firing_router import router as firing
from wobbly_fin.launchdays.api.router import router as launchdays
from wobbly_fin.logbook.api.flight_router import router as flight
from wobbly_fin.logbook.api.review_router import router as reviews
from wobbly_fin.logbook.api.router import router as logbook
from wobbly_fin.sharing.api.router import router as sharing
from wobbly_fin.site import errors
from wobbly_fin.stores.api.material_router import router as materials
from wobbly_fin.stores.api.router import router as stores
from wobbly_fin.workshop.api.router import router as workshop

api = NinjaAPI(title="Wobbly Fin", version="1", auth=SessionAuth(csrf=True), docs_url=None, urls_namespace="api")
errors.install(api)
api.add_router("", accounts)
api.add_router("/hangar", hangar)
api.add_router("/hangar", shape)
api.add_router("/hangar", air)
api.add_router("/hangar", recovery)
api.add_router("/stores", stores)
api.add_router("/stores", materials)
api.add_router("/workshop", workshop)
api.add_router("/logbook", logbook)
api.add_router("/logbook", flight)
api.add_router("/logbook", reviews)
api.add_router("/launchdays", launchdays)
api.add_router("/launchdays", firing)
api.add_router("", sharing)


def nothing_here(request: HttpRequest) -> HttpResponse:
    """An API address that does not exist, in the API's own error shape."""
    out = errors.ErrorOut(code="not_found", message="There is no such address in the API.")
    return api.create_response(request, out.model_dump(), status=404)
