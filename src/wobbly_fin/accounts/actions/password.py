"""Change one's own password."""

from django.conf import settings
from django.contrib.auth import update_session_auth_hash
from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.http import Http404, HttpRequest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.errors import RefusedError

_LONGEST = 1024  # hashing is made slow on purpose: nobody may feed it a book


def change_password(request: HttpRequest, user: User, old: str, new: str) -> None:
    """Set a new password; whoever else is signed in under this name no longer is, and this visit goes on.

    Raises
    ------
    Http404
        For somebody without a password, as the one person of a machine is.
    RefusedError
        Where the old one is wrong.
    RocketryError
        `new`, where it will not do.
    """
    if settings.LOCAL_USER or not user.has_usable_password():
        raise Http404
    if len(old) > _LONGEST or not user.check_password(old):
        raise RefusedError(403, "password", "That is not your password of now.", field="old")
    if len(new) > _LONGEST:
        raise RocketryError("new", f"is too long; {_LONGEST} characters are plenty")
    try:
        validate_password(new, user)
    except ValidationError as error:
        raise RocketryError("new", " ".join(error.messages)) from error
    user.set_password(new)
    user.save(update_fields=["password"])
    update_session_auth_hash(request, user)
