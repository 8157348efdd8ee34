"""Answers that are files to keep."""

from django.http import HttpResponse
from django.utils.http import content_disposition_header


def download(content: str | bytes, name: str, media_type: str) -> HttpResponse:
    """A file under a name of any letters; text goes as UTF-8."""
    response = HttpResponse(content, content_type=f"{media_type}; charset=utf-8" if isinstance(content, str) else media_type)
    response["Content-Disposition"] = content_disposition_header(as_attachment=True, filename=name.replace("/", "_"))
    return response
