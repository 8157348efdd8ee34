"""Edits of what somebody else changed meanwhile are refused, not written over: HTTP's If-Match, held against when a row last changed."""

import contextlib
from collections.abc import Iterator
from typing import Any

from django.db import models, transaction
from django.http import HttpRequest

from wobbly_fin.site.errors import RefusedError


def version_of(row: Any) -> str:
    """What a client sends back as If-Match with an edit of this row; empty for one not kept yet."""
    return row.updated_at.isoformat() if row is not None and row.updated_at is not None else ""


@contextlib.contextmanager
def as_seen(request: HttpRequest, rows: models.QuerySet[Any], key: Any) -> Iterator[None]:
    """One transaction in which a row is still as it was when whoever edits it saw it; who sends no If-Match does not ask.

    Raises
    ------
    RefusedError
        409 `stale`, with the version that stands.
    """
    with transaction.atomic():  # begins by taking the write lock: nothing comes between the look and the edit
        seen = request.headers.get("If-Match", "")
        row = rows.filter(pk=key).only("updated_at").first() if seen else None
        if row is not None and version_of(row) != seen:
            raise RefusedError(
                409, "stale",
                "This was changed elsewhere meanwhile, so nothing of yours was kept yet. Look at what stands now; keep yours again to put "
                "it in its place.",
                current={"version": version_of(row)},
            )  # fmt: skip
        yield
