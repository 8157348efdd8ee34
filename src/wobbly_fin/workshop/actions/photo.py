"""Keep a photo of a build's step, put it in the bin, or take it out."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from wobbly_fin.site.pictures import add_photo, bin_photo, smaller
from wobbly_fin.workshop.models import Build, BuildPhoto
from wobbly_fin.workshop.station import build_of

MOST_PHOTOS = 400


def keep_photo(user: User, build_key: uuid.UUID, key: uuid.UUID, step_key: str, title: str, upload: "UploadedFile[Any]") -> Build:
    """Keep a photo of a step; see `add_photo` and `smaller` for what is refused."""
    picture = smaller(upload)
    with transaction.atomic():
        build = build_of(user, build_key)
        add_photo(build.photos, key, picture, most=MOST_PHOTOS, step=step_key[:120], title=title[:160])
    return build


def drop_photo(user: User, key: uuid.UUID, *, back: bool = False) -> Build:
    """Put a photo in the bin, or with `back` take it out."""
    thing: Build = bin_photo(BuildPhoto, key, back=back, build__owner_id=user.pk).build
    return thing
