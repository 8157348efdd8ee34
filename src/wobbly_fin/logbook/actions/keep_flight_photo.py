"""Keep a photo of a flight, put it in the bin, or take it out."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.core.files.uploadedfile import UploadedFile
from django.db import transaction

from wobbly_fin.logbook.mine import flight_of
from wobbly_fin.logbook.models import Flight, FlightPhoto
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.pictures import LARGEST_BYTES, add_photo, bin_photo, smaller, too_large
from wobbly_fin.site.pieces import Pieces

MOST_PHOTOS = 40


def keep_flight_photo(user: User, flight_key: uuid.UUID, key: uuid.UUID, title: str, upload: "UploadedFile[Any]") -> Flight:
    """Keep a photo; see `add_photo` and `smaller` for what is refused."""
    picture = smaller(upload)
    with transaction.atomic():
        flight = flight_of(user, flight_key)
        add_photo(flight.photos, key, picture, most=MOST_PHOTOS, title=title[:160])
    return flight


def keep_piece(
    user: User, flight_key: uuid.UUID, key: uuid.UUID, title: str, pieces: Pieces, begins: int, data: bytes
) -> tuple[int, bool]:
    """Keep a piece of a photo; with the last one the photo. How many bytes are there, and whether it is kept whole.

    Raises
    ------
    RocketryError
        As for a photo in one, and of a piece that does not belong there.
    """
    flight = flight_of(user, flight_key)
    if flight.photos.filter(pk=key).exists():
        return pieces.whole, True  # the answer to the last piece was lost
    if pieces.whole > LARGEST_BYTES:
        raise too_large(pieces.whole)
    kept = pieces.add(begins, data)
    if kept < pieces.whole:
        return kept, False
    try:
        keep_flight_photo(user, flight_key, key, title, pieces.taken("photo.jpg"))
    except RocketryError:
        pieces.drop()  # it would be refused again
        raise
    pieces.drop()
    return kept, True


def drop_flight_photo(user: User, key: uuid.UUID, *, back: bool = False) -> Flight:
    """Put a photo in the bin, or with `back` take it out."""
    thing: Flight = bin_photo(FlightPhoto, key, back=back, flight__owner_id=user.pk).flight
    return thing
