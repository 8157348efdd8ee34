"""Keep a rocket: a new one, a changed one, or an old version brought back."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar.models import Rocket, RocketRevision
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.site.keys import under_key

_LONGEST_HISTORY = 200


def save_rocket(user: User, key: uuid.UUID, file: RocketFile, expected: int | None) -> Rocket:
    """Keep a rocket under a key the client made.

    Parameters
    ----------
    expected : int or None
        The revision this edit was made from; None for a rocket that is not there yet. A repeat of the very same save is
        taken as done; any other save from an old revision is refused with the current version.
    """
    content = file.check().model_dump(mode="json")
    with transaction.atomic():
        row = under_key(Rocket.objects.select_for_update(), key, owner_id=user.pk)
        if row is None:
            row = Rocket.objects.create(id=key, owner=user, name=file.name, document=content)
            RocketRevision.objects.create(rocket=row, number=1, document=content)
            return row
        if row.document == content and row.deleted_at is None:
            return row
        if expected != row.revision:
            raise RefusedError(
                409, "stale", f"{row.name} was changed elsewhere meanwhile. Both versions are kept: choose one.",
                current={"revision": row.revision, "document": row.document},
            )  # fmt: skip
        row.undo_numbers, row.redo_numbers = [*row.undo_numbers, row.revision][-_LONGEST_HISTORY:], []
        return _write(row, content)


def step_history(user: User, key: uuid.UUID, *, back: bool) -> Rocket:
    """Undo (`back`) or redo: an earlier version becomes current again, as a new revision."""
    with transaction.atomic():
        row = Rocket.objects.visible_to(user).select_for_update().filter(pk=key).first()
        if row is None:
            raise Http404
        source, target = (row.undo_numbers, row.redo_numbers) if back else (row.redo_numbers, row.undo_numbers)
        if not source:
            raise RefusedError(409, "no_history", f"There is nothing left to {'undo' if back else 'redo'}.")
        target.append(row.revision)
        return _write(row, row.revisions.get(number=source.pop()).document)


def reopen_version(user: User, key: uuid.UUID, number: int) -> Rocket:
    """An old version becomes current again, as a new revision that can be undone."""
    with transaction.atomic():
        row = Rocket.objects.visible_to(user).select_for_update().filter(pk=key).first()
        found = row.revisions.filter(number=number).first() if row is not None else None
        if row is None or found is None:
            raise Http404
        row.undo_numbers, row.redo_numbers = [*row.undo_numbers, row.revision][-_LONGEST_HISTORY:], []
        return _write(row, found.document)


def bin_rocket(user: User, key: uuid.UUID, *, back: bool = False) -> None:
    """Put a rocket in the bin, or with `back` take it out."""
    if not Rocket.objects.belonging_to(user).filter(pk=key).update(deleted_at=None if back else timezone.now()):
        raise Http404


def _write(row: Rocket, content: dict[str, Any]) -> Rocket:
    row.revision += 1
    row.document, row.name, row.deleted_at = content, content["name"], None
    row.save()
    RocketRevision.objects.create(rocket=row, number=row.revision, document=content)
    return row
