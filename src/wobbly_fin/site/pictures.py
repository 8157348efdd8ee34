"""Photos of builds and flights: made smaller, turned upright, without what the camera knew of place and time."""

import datetime
import io
import uuid
from dataclasses import dataclass
from typing import Any

from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import models
from django.http import FileResponse, Http404
from django.utils import timezone

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.binned import Binned
from wobbly_fin.site.keys import under_key

LARGEST_BYTES = 20_000_000
LONGEST_SIDE = 1600
# A camera's JPEG is made smaller while it is read; anything else is unfolded whole first. No camera's side is longer.
MOST_PIXELS, MOST_JPEG_PIXELS, LONGEST_SENT = 25_000_000, 110_000_000, 20_000
IN_THE_BIN_DAYS = 30  # common practice, no source
_QUALITY = 82


class Photo(Binned):
    """A photo of something of the owner's; which thing is each heir's to say."""

    id = models.UUIDField(primary_key=True, editable=False)
    title = models.CharField(max_length=160, blank=True)
    file = models.FileField(upload_to="photos/%Y/%m")
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    at = models.DateTimeField()

    class Meta(Binned.Meta):
        abstract = True
        ordering = ["at", "pk"]


@dataclass(frozen=True, slots=True)
class Picture:
    """A JPEG of the pixels alone, and its size. [px]"""

    data: bytes
    width: int
    height: int


def too_large(size: int) -> RocketryError:
    """What is said of a photo of too many bytes."""
    return RocketryError(
        "photo", f"is {size / 1e6:.0f} MB; {LARGEST_BYTES / 1e6:.0f} MB are the most. Let the phone make it smaller"
    )


def smaller(upload: "UploadedFile[Any]") -> Picture:
    """An upload made fit to keep.

    Raises
    ------
    RocketryError
        For a file that is too large, or no picture: `photo`.
    """
    size = upload.size or 0
    if size > LARGEST_BYTES:
        raise too_large(size)
    from PIL import Image, ImageOps, UnidentifiedImageError

    try:
        with Image.open(io.BytesIO(upload.read())) as opened:
            while_read = opened.format == "JPEG" and not opened.info.get("progressive")
            most = MOST_JPEG_PIXELS if while_read else MOST_PIXELS
            if opened.width * opened.height > most or max(opened.size) > LONGEST_SENT:
                raise RocketryError(
                    "photo",
                    f"has {opened.width} × {opened.height} pixels; {most / 1e6:.0f} million and {LONGEST_SENT} a side are the most",
                )
            if while_read:
                opened.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
            upright = ImageOps.exif_transpose(opened).convert("RGB")
    except RocketryError:
        raise
    except Image.DecompressionBombError:
        raise RocketryError("photo", "has more pixels than any camera’s") from None
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError):
        raise RocketryError("photo", "is no picture this can read: JPEG, PNG or WebP, whatever its name says") from None
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    # A fresh picture from the pixels alone: nothing of the file's other blocks comes along.
    bare = Image.new("RGB", upright.size)
    bare.paste(upright)
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=_QUALITY)
    return Picture(out.getvalue(), bare.width, bare.height)


def add_photo(photos: Any, key: uuid.UUID, picture: Picture, *, most: int, **facts: str) -> None:
    """Keep a picture among `photos`, a related manager, under a key the client made; the same key again does nothing twice.

    One in the bin that is sent again comes out of it.

    Raises
    ------
    RocketryError
        For one too many.
    RefusedError
        For a key that something else has; see `under_key`.
    """
    there = under_key(photos.model.everything, key, **{photos.field.attname: photos.instance.pk})
    if there is not None and there.deleted_at is None:
        return
    if photos.count() >= most:
        raise RocketryError("photo", f"is one too many; {most} are plenty here")
    if there is not None:
        photos.model.everything.filter(pk=key).update(deleted_at=None)
        return
    file = ContentFile(picture.data, name=f"{key}.jpg")
    photos.create(id=key, file=file, width=picture.width, height=picture.height, at=timezone.now(), **facts)


def bin_photo(kind: type[Photo], key: uuid.UUID, *, back: bool = False, **whose: Any) -> Any:
    """Put a photo into the bin, or with `back` take it out; of those that have lain there for long, the files go.

    Raises
    ------
    Http404
        Where nothing of `whose` has that key.
    """
    photo = (kind.everything if back else kind.objects).filter(pk=key, **whose).first()
    if photo is None:
        raise Http404
    now = timezone.now()
    photo.deleted_at = None if back else now
    photo.save(update_fields=["deleted_at"])
    for old in kind.everything.filter(deleted_at__lt=now - datetime.timedelta(days=IN_THE_BIN_DAYS)):
        old.file.delete(save=False)
        old.delete()
    return photo


def photo_response(photo: Photo | None) -> FileResponse:
    """A photo's picture, for good under its key; raises Http404 where there is none, or its file is gone."""
    if photo is None or not photo.file.name or not photo.file.storage.exists(photo.file.name):
        raise Http404
    response = FileResponse(photo.file.open("rb"), content_type="image/jpeg")
    response["Cache-Control"] = "private, max-age=31536000, immutable"
    response["X-Content-Type-Options"] = "nosniff"
    return response
