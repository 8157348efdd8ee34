"""The web API: every app's router under one roof."""

import sys
from typing import Any

import orjson
from django.http import HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.renderers import BaseRenderer
from ninja.responses import NinjaJSONEncoder
from ninja.security import SessionAuth

from wobbly_fin.accounts.api.router import router as accounts
from wobbly_fin.demo.router import router as examples
from wobbly_fin.hangar.api.air_router import router as air
from wobbly_fin.hangar.api.begin_router import router as begin
from wobbly_fin.hangar.api.parts_router import router as kept_parts
from wobbly_fin.hangar.api.recovery_router import router as recovery
from wobbly_fin.hangar.api.router import router as hangar
from wobbly_fin.hangar.api.shape_router import router as shape
from wobbly_fin.hangar.api.training_router import router as training
from wobbly_fin.launchdays.api.firing_router import router as firing
from wobbly_fin.launchdays.api.router import router as launchdays
from wobbly_fin.launchdays.api.saturday_router import router as saturday
from wobbly_fin.logbook.api.flight_router import router as flight
from wobbly_fin.logbook.api.paper_router import router as paper
from wobbly_fin.logbook.api.review_router import router as reviews
from wobbly_fin.logbook.api.router import router as logbook
from wobbly_fin.server.state import router as state
from wobbly_fin.sharing.api.archive_router import router as archive
from wobbly_fin.sharing.api.router import router as sharing
from wobbly_fin.site import errors
from wobbly_fin.site.errors import disk_said
from wobbly_fin.stores.api.card_router import router as cards
from wobbly_fin.stores.api.conditions_router import router as conditions
from wobbly_fin.stores.api.material_router import router as materials
from wobbly_fin.stores.api.router import router as stores
from wobbly_fin.workshop.api.router import router as workshop


class Renderer(BaseRenderer):
    """Answers as JSON, by a compiled writer: the standard library's took a fifth of a large answer's time."""

    media_type = "application/json"

    def render(self, request: HttpRequest, data: Any, *, response_status: int) -> bytes:
        return orjson.dumps(data, default=NinjaJSONEncoder().default, option=orjson.OPT_NON_STR_KEYS | orjson.OPT_UTC_Z)


class DescribedAPI(NinjaAPI):
    """The API with what every operation may answer besides: a refusal in the one shape; and what its files are."""

    def get_openapi_schema(self, **how: Any) -> Any:
        schema = super().get_openapi_schema(**how)
        for operations in schema["paths"].values():
            for operation in operations.values():
                responses = operation["responses"]
                responses["default"] = {"description": "Refused", "content": {"application/json": {"schema": {"$ref": _REFUSAL}}}}
                kind = _FILES.get(operation["operationId"])
                if kind is not None:
                    text = {"type": "string"} if kind.startswith("text/") else {"type": "string", "format": "binary"}
                    responses[200] = {"description": "A file", "content": {kind: {"schema": {} if "json" in kind else text}}}
        return schema


_REFUSAL = "#/components/schemas/ErrorOut"
_KML = "application/vnd.google-earth.kml+xml"
# Operations that answer with a file, and its media type.
_FILES = {
    "template_file": "*/*", "motor_csv": "text/csv", "motors_template": "text/csv",
    "field_geojson": "application/geo+json", "field_kml": _KML, "photo": "image/jpeg",
    "build_calendar": "text/calendar",
    "build_diary": "application/pdf", "flights_csv": "text/csv", "flight_photo": "image/jpeg", "flights_json": "application/json",
    "landings_geojson": "application/geo+json", "landings_kml": _KML, "archive": "application/zip",
    "day_papers": "application/pdf", "range_papers": "application/pdf", "scatter": "text/event-stream", "begin_rocket": "text/event-stream",
}  # fmt: skip

api = DescribedAPI(
    title="Wobbly Fin", version="1", auth=SessionAuth(csrf=True), docs_url=None, urls_namespace="api", renderer=Renderer()
)
errors.install(api)
api.add_router("", accounts)
api.add_router("", conditions)
api.add_router("/hangar", hangar)
api.add_router("/hangar", shape)
api.add_router("/hangar", air)
api.add_router("/hangar", recovery)
api.add_router("/hangar", training)
api.add_router("/hangar", begin)
api.add_router("/hangar", examples)
api.add_router("/stores", stores)
api.add_router("/stores", kept_parts)
api.add_router("/stores", materials)
api.add_router("/stores", cards)
api.add_router("/workshop", workshop)
api.add_router("/logbook", logbook)
api.add_router("/logbook", flight)
api.add_router("/logbook", reviews)
api.add_router("/logbook", paper)
api.add_router("/logbook", archive)
api.add_router("/launchdays", launchdays)
api.add_router("/launchdays", firing)
api.add_router("/launchdays", saturday)
api.add_router("", sharing)
api.add_router("", state)


def nothing_here(request: HttpRequest) -> HttpResponse:
    """An API address that does not exist, in the API's own error shape."""
    out = errors.ErrorOut(code="not_found", message="There is no such address in the API.")
    return api.create_response(request, out.model_dump(), status=404)


def failed(request: HttpRequest) -> HttpResponse:
    """What went wrong outside any operation, such as a session that cannot be written: the API's shape, or a line on an empty page."""
    found = disk_said(sys.exc_info()[1])
    status, out = found or (500, errors.ErrorOut(code="failed", message="Something went wrong on our side; nothing was changed."))
    if request.path.startswith("/api/"):
        return api.create_response(request, out.model_dump(), status=status)
    return HttpResponse(out.message, status=status, content_type="text/plain; charset=utf-8")


def unreadable(request: HttpRequest, exception: Exception | None = None) -> HttpResponse:
    """A request nobody can read, such as a form without its boundaries."""
    out = errors.ErrorOut(code="unreadable", message="That request cannot be read.")
    return api.create_response(request, out.model_dump(), status=400)
