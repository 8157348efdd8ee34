"""Keep a photo of a flight, put it in the bin, or take it out."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from wobbly_fin.logbook.mine import flight_of
from wobbly_fin.logbook.models import Flight, FlightPhoto
from wobbly_fin.site.pictures import add_photo, bin_photo, smaller

MOST_PHOTOS = 40


def keep_flight_photo(user: User, flight_key: uuid.UUID, key: uuid.UUID, title: str, upload: "UploadedFile[Any]") -> Flight:
    """Keep a photo; see `add_photo` and `smaller` for what is refused."""
    picture = smaller(upload)
    with transaction.atomic():
        flight = flight_of(user, flight_key)
        add_photo(flight.photos, key, picture, most=MOST_PHOTOS, title=title[:160])
    return flight


def drop_flight_photo(user: User, key: uuid.UUID, *, back: bool = False) -> Flight:
    """Put a photo in the bin, or with `back` take it out."""
    thing: Flight = bin_photo(FlightPhoto, key, back=back, flight__owner_id=user.pk).flight
    return thing
