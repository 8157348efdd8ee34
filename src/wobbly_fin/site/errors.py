"""The one shape in which the API says no: a stable code, a sentence, and the fields at fault."""

import errno
from typing import Any

from django.conf import settings
from django.core.exceptions import RequestDataTooBig
from django.db import OperationalError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, Throttled
from ninja.errors import ValidationError as NinjaValidationError
from pydantic import ValidationError

from wobbly_fin.formats.errors import refusal_of_item, refusals
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.schema import Schema


class FieldError(Schema):
    """One field and what it wants."""

    field: str
    message: str


class ErrorOut(Schema):
    """Every refusal. `current` carries the other version after a stale edit."""

    code: str
    message: str
    fields: list[FieldError] = []
    current: dict[str, Any] | None = None


class RefusedError(Exception):
    """Raised by an action that will not do what was asked, with the status, code and sentence to answer with."""

    def __init__(self, status: int, code: str, message: str, *, field: str = "", current: dict[str, Any] | None = None) -> None:
        super().__init__(message)
        self.status, self.code, self.message, self.field, self.current = status, code, message, field, current


# What SQLite or the system says, and what that means to whoever waits. Nothing of the change was kept in any of them.
_DISK = {
    "full": (507, "disk_full", "The disk is full: nothing of this was kept. Make room where Wobbly Fin keeps its files."),
    "readonly": (
        507,
        "read_only",
        "Nothing can be written here: nothing of this was kept. Look at the folder’s rights and its disk.",
    ),
    "locked": (503, "busy", "Somebody else was writing for too long: nothing of this was kept. Try again in a moment."),
    "unable to open": (507, "read_only", "The database cannot be opened: nothing of this was kept. Look at the folder it is in."),
    "disk i/o": (507, "disk_failed", "The disk failed: nothing of this was kept. Look after it, and have a backup at hand."),
}


_NUMBERS = {errno.ENOSPC: "full", errno.EDQUOT: "full", errno.EROFS: "readonly", errno.EACCES: "readonly"}


def disk_said(error: BaseException | None) -> tuple[int, ErrorOut] | None:
    """The status and the sentence for what went wrong with the disk; None where it was something else."""
    if isinstance(error, OperationalError):
        words = str(error).lower().replace("read-only", "readonly")
    elif isinstance(error, OSError):
        words = _NUMBERS.get(error.errno or 0, "")
    else:
        return None
    found = next((said for part, said in _DISK.items() if part in words), None)
    return (found[0], ErrorOut(code=found[1], message=found[2])) if found else None


def install(api: NinjaAPI) -> None:
    """Give an API its error handlers."""

    def say(request: HttpRequest, status: int, error: ErrorOut) -> HttpResponse:
        return api.create_response(request, error.model_dump(), status=status)

    def bad_fields(request: HttpRequest, found: list[tuple[str, str]]) -> HttpResponse:
        fields = [FieldError(field=name, message=message) for name, message in found]
        message = f"{found[0][0]}: {found[0][1]}" if found else "That will not do."
        return say(request, 422, ErrorOut(code="bad_input", message=message, fields=fields))

    @api.exception_handler(RocketryError)
    def rocketry(request: HttpRequest, error: RocketryError) -> HttpResponse:
        return bad_fields(request, refusals(error))

    @api.exception_handler(ValidationError)
    def document(request: HttpRequest, error: ValidationError) -> HttpResponse:
        return bad_fields(request, refusals(error))

    @api.exception_handler(NinjaValidationError)
    def request_schema(request: HttpRequest, error: NinjaValidationError) -> HttpResponse:
        return bad_fields(request, [refusal_of_item(item, skip=2) for item in error.errors])

    @api.exception_handler(RefusedError)
    def refused(request: HttpRequest, error: RefusedError) -> HttpResponse:
        fields = [FieldError(field=error.field, message=error.message)] if error.field else []
        out = ErrorOut(code=error.code, message=error.message, fields=fields, current=error.current)
        return say(request, error.status, out)

    @api.exception_handler(AuthenticationError)
    def stranger(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return say(request, 401, ErrorOut(code="sign_in", message="Sign in first."))

    @api.exception_handler(Http404)
    def missing(request: HttpRequest, error: Http404) -> HttpResponse:
        return say(request, 404, ErrorOut(code="not_found", message="There is nothing of yours here."))

    @api.exception_handler(OverflowError)
    def too_far(request: HttpRequest, error: OverflowError) -> HttpResponse:
        return say(request, 422, ErrorOut(code="bad_input", message="A number or a date there is beyond what can be kept."))

    @api.exception_handler(RequestDataTooBig)
    def too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
        most = settings.DATA_UPLOAD_MAX_MEMORY_SIZE / 1e6
        return say(request, 413, ErrorOut(code="too_large", message=f"That is too large to send; {most:g} MB is the most."))

    @api.exception_handler(OperationalError)
    @api.exception_handler(OSError)
    def disk(request: HttpRequest, error: OperationalError | OSError) -> HttpResponse:
        found = disk_said(error)
        if found is None:
            raise error
        return say(request, *found)

    @api.exception_handler(Throttled)
    def throttled(request: HttpRequest, error: Throttled) -> HttpResponse:
        wait = f" Wait {error.wait} s." if error.wait else ""
        response = say(request, 429, ErrorOut(code="too_often", message=f"That was tried too often.{wait}"))
        if error.wait:
            response["Retry-After"] = str(error.wait)
        return response

    @api.exception_handler(HttpError)
    def other(request: HttpRequest, error: HttpError) -> HttpResponse:
        return say(request, error.status_code, ErrorOut(code="refused", message=str(error)))
