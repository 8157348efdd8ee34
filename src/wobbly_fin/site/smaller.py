"""Answers of the API made small on the way: a hangar is drawn from some 150 kB of figures, of which a tenth travels."""

from django.http import HttpRequest, HttpResponseBase
from django.middleware.gzip import GZipMiddleware


class SmallerAnswersMiddleware(GZipMiddleware):
    """Django's own, for JSON alone: what streams must not wait for a buffer to fill, files are small already."""

    def process_response(self, request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
        kind = response.headers.get("Content-Type", "").partition(";")[0]
        if response.streaming or kind != "application/json":
            return response
        return super().process_response(request, response)
