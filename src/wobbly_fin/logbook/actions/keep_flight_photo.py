"""Keep a photo of a flight, or throw it away."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.core.files.base import ContentFile
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.logbook.mine import flight_of
from wobbly_fin.logbook.models import Flight, FlightPhoto
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.workshop.actions.photo import LARGEST_BYTES, smaller

MOST_PHOTOS = 40


def keep_flight_photo(user: User, flight_key: uuid.UUID, key: uuid.UUID, title: str, upload: "UploadedFile[Any]") -> Flight:
    """Keep a photo under a key the client made; the same key again does nothing twice."""
    if (upload.size or 0) > LARGEST_BYTES:
        raise RocketryError("photo", f"is {(upload.size or 0) / 1e6:.0f} MB; {LARGEST_BYTES / 1e6:.0f} MB are the most")
    small, width, height = smaller(upload.read())
    with transaction.atomic():
        flight = flight_of(user, flight_key)
        there = FlightPhoto.objects.filter(pk=key).first()
        if there is not None:
            if there.flight_id != flight.pk:
                raise RefusedError(409, "key_taken", "That key is taken; make a new one.")
            return flight
        if flight.photos.count() >= MOST_PHOTOS:
            raise RocketryError("photo", f"is one too many; {MOST_PHOTOS} a flight are plenty")
        photo = FlightPhoto(id=key, flight=flight, title=title[:160], width=width, height=height, at=timezone.now())
        photo.file.save(f"{key}.jpg", ContentFile(small), save=True)
    return flight


def drop_flight_photo(user: User, key: uuid.UUID) -> Flight:
    """Throw a photo away, file and all."""
    photo = FlightPhoto.objects.select_related("flight").filter(pk=key, flight__owner_id=user.pk).first()
    if photo is None:
        raise Http404
    flight = photo.flight
    photo.file.delete(save=False)
    photo.delete()
    return flight
