"""The API of the archive: everything a person has, out and in again."""

import datetime

from django.http import HttpRequest, HttpResponse
from ninja import File, Router, UploadedFile

from wobbly_fin.accounts.people import person
from wobbly_fin.accounts.trace import trace
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.sharing.archive import LARGEST_BYTES, Differing, restore_archive, write_archive
from wobbly_fin.site.downloads import download
from wobbly_fin.site.errors import ErrorOut

router = Router(tags=["reviews"])


@router.get("/archive.zip", operation_id="archive")
def get_archive(request: HttpRequest) -> HttpResponse:
    """Everything a person has, as one zip."""
    trace(person(request), "archive_out", by=person(request))
    return download(write_archive(person(request)), f"wobbly-fin-{datetime.date.today():%Y-%m-%d}.zip", "application/zip")


@router.post(
    "/archive", response={200: dict[str, int], 404: ErrorOut, 409: ErrorOut, 422: ErrorOut}, operation_id="restore_archive"
)
def post_archive(request: HttpRequest, file: File[UploadedFile], differing: Differing = "ours") -> dict[str, int]:
    """Put an archive into one's hangar; what is there already is not put in twice."""
    if (file.size or 0) > LARGEST_BYTES:
        raise RocketryError("file", f"has {(file.size or 0) / 1e6:.0f} MB; {LARGEST_BYTES / 1e6:.0f} are the most")
    counts = restore_archive(person(request), file.read(), differing=differing)
    trace(person(request), "archive_in", by=person(request))
    return counts
