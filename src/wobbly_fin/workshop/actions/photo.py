"""Keep a photo: made smaller, turned upright, without what the camera knew of place and time."""

import io
import uuid
from typing import Any

from django.contrib.auth.models import User
from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.workshop.models import Build, BuildPhoto
from wobbly_fin.workshop.station import build_of

LARGEST_BYTES = 20_000_000
LONGEST_SIDE = 1600
MOST_PIXELS = 60_000_000
MOST_PHOTOS = 400
_QUALITY = 82


def keep_photo(user: User, build_key: uuid.UUID, key: uuid.UUID, step_key: str, title: str, upload: "UploadedFile[Any]") -> Build:
    """Keep a photo under a key the client made; the same key again does nothing twice.

    Raises
    ------
    RocketryError
        For a file that is too large, or no picture: `photo`.
    """
    size = upload.size or 0
    if size > LARGEST_BYTES:
        raise RocketryError(
            "photo", f"is {size / 1e6:.0f} MB; {LARGEST_BYTES / 1e6:.0f} MB are the most. Let the phone make it smaller"
        )
    small, width, height = smaller(upload.read())
    with transaction.atomic():
        build = build_of(user, build_key)
        there = BuildPhoto.objects.filter(pk=key).first()
        if there is not None:
            if there.build_id != build.pk:
                raise RefusedError(409, "key_taken", "That key is taken; make a new one.")
            return build
        if build.photos.count() >= MOST_PHOTOS:
            raise RocketryError("photo", f"is one too many; {MOST_PHOTOS} a build are plenty")
        photo = BuildPhoto(
            id=key, build=build, step=step_key[:120], title=title[:160], width=width, height=height, at=timezone.now()
        )
        photo.file.save(f"{key}.jpg", ContentFile(small), save=True)
    return build


def smaller(data: bytes) -> tuple[bytes, int, int]:
    """A JPEG of the pixels alone, its width and height; raises RocketryError for no picture."""
    from PIL import Image, ImageOps, UnidentifiedImageError

    try:
        with Image.open(io.BytesIO(data)) as opened:
            if opened.width * opened.height > MOST_PIXELS:
                raise RocketryError("photo", f"has {opened.width} × {opened.height} pixels; that is more than a camera’s")
            upright = ImageOps.exif_transpose(opened).convert("RGB")
    except RocketryError:
        raise
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise RocketryError("photo", "is no picture this can read: JPEG, PNG or WebP, whatever its name says") from None
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    # A fresh picture from the pixels alone: nothing of the file's other blocks comes along.
    bare = Image.new("RGB", upright.size)
    bare.paste(upright)
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=_QUALITY)
    return out.getvalue(), bare.width, bare.height


def drop_photo(user: User, key: uuid.UUID) -> Build:
    """Throw a photo away, file and all."""
    photo = BuildPhoto.objects.select_related("build").filter(pk=key, build__owner_id=user.pk).first()
    if photo is None:
        raise Http404
    build = photo.build
    photo.file.delete(save=False)
    photo.delete()
    return build
