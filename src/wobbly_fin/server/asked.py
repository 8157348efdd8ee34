"""What asks: only this site's own pages write, and say what they send; a page may use nothing of a machine.

HEAD is GET without its body; OPTIONS says what may be asked.
"""

from collections.abc import Callable
from urllib.parse import urlsplit

from django.http import HttpRequest, HttpResponse

from wobbly_fin.server.api import api
from wobbly_fin.site.errors import ErrorOut

_SAFE = ("GET", "HEAD", "OPTIONS")
_SENT = ("application/json", "multipart/form-data")
_POLICY = ", ".join(
    f"{what}=()" for what in ("camera", "microphone", "geolocation", "usb", "serial", "bluetooth", "payment", "midi")
)


class AskedMiddleware:
    """Refuses writes from elsewhere, and bodies of no kind the API takes: a form on another page can send text without being asked."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        for_api = request.path_info.startswith("/api/")
        refused = _refused(request) if for_api and request.method not in _SAFE else None
        only_head = for_api and request.method == "HEAD"
        if only_head:
            request.method = "GET"
        response = refused or self.get_response(request)
        if only_head:
            _beheaded(response)
        elif for_api and request.method == "OPTIONS" and response.status_code == 405:
            verbs = [v.strip() for v in response.get("Allow", "").split(",") if v.strip()]
            response = HttpResponse(
                status=204, headers={"Allow": ", ".join(sorted({*verbs, "OPTIONS", *(["HEAD"] if "GET" in verbs else [])}))}
            )
        response.headers.setdefault("Permissions-Policy", _POLICY)
        return response


def _beheaded(response: HttpResponse) -> None:
    """The head of an answer, without its body."""
    if getattr(response, "streaming", False):
        response.close()
        response.streaming_content = []  # type: ignore[attr-defined]
        return
    length = len(response.content)
    response.content = b""
    response["Content-Length"] = str(length)


def _refused(request: HttpRequest) -> HttpResponse | None:
    origin = request.headers.get("Origin")
    elsewhere = origin is not None and urlsplit(origin).netloc != request.get_host()
    if elsewhere or request.headers.get("Sec-Fetch-Site") == "cross-site":
        out = ErrorOut(code="elsewhere", message="That was asked by another site’s page; open Wobbly Fin itself.")
        return api.create_response(request, out.model_dump(), status=403)
    length = request.headers.get("Content-Length") or "0"
    if length != "0" and request.content_type not in _SENT:
        out = ErrorOut(code="bad_input", message="Send JSON, or a file as a form does.")
        return api.create_response(request, out.model_dump(), status=415)
    return None
