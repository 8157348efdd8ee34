"""No text with characters that cannot be seen: they hide in names, break lines on papers and ring bells in terminals."""

import json
import re
from collections.abc import Callable, Iterator
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, HttpResponse, UnreadablePostError

from wobbly_fin.server.api import api
from wobbly_fin.site.errors import ErrorOut, FieldError

# As escapes or, where JSON allows that, as they are.
_MAYBE = re.compile(
    rb"\\u00[01789]|\\u20[026]|\\[bfnrt]|\x7f|\xc2[\x80-\x9f]|\xe2\x80[\x8e-\xae]|\xe2\x81[\xa6-\xa9]", re.IGNORECASE
)
# Nobody typed these: a logger may end its file with whatever it likes, and its reader says what is wrong with it.
_FILES = ("csv",)
# Names stand in one line of lists, papers and calendars, and are read from their beginning to their end.
_ONE_LINE = ("name", "label", "maker", "username", "title", "batch", "by", "item", "device")
_BREAKS = re.compile(r"[\t\r\n\u2028\u2029\u200e\u200f\u202a-\u202e\u2066-\u2069]")
_UNSEEN = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f]")


class LegibleMiddleware:
    """Refuses JSON in which a text holds a control character other than tab and line break; the box that holds it is named."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if request.content_type == "application/json" and request.method not in ("GET", "HEAD"):
            box = next(_hidden(_read(request)), None)
            if box is not None:
                message = "holds a character that cannot be seen; type it anew"
                out = ErrorOut(code="bad_input", message=f"{box}: {message}.", fields=[FieldError(field=box, message=message)])
                return api.create_response(request, out.model_dump(), status=422)
        return self.get_response(request)


def _read(request: HttpRequest) -> Any:
    """What the request says where it may hold one; nothing where it cannot be read: for that it is refused elsewhere."""
    try:
        return json.loads(request.body) if _MAYBE.search(request.body) else None
    except (ValueError, RecursionError, RequestDataTooBig, UnreadablePostError):
        return None


def _hidden(value: Any, at: str = "") -> Iterator[str]:
    """The places, as dotted names, of texts and keys that hold such a character."""
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, held in inner:
        if key in _FILES:
            continue
        if _UNSEEN.search(str(key)):
            yield at or "body"
        yield from _hidden(held, f"{at}.{key}" if at else str(key))
    if isinstance(value, str) and (_UNSEEN.search(value) or (at.rpartition(".")[2] in _ONE_LINE and _BREAKS.search(value))):
        yield at or "body"
