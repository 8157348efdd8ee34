"""Keys that clients make, so that what is sent twice is kept once."""

import uuid
from typing import Any

from wobbly_fin.site.errors import RefusedError


def under_key(rows: Any, key: uuid.UUID, **whose: Any) -> Any:
    """The row under a key, None where the key is free.

    Parameters
    ----------
    rows : manager or queryset
        Of everybody's rows, the bin included.
    **whose
        What the row must hang on, by column: an owner, a flight.

    Raises
    ------
    RefusedError
        409 `key_taken`: it hangs on something else.
    """
    row = rows.filter(pk=key).first()
    if row is not None and any(getattr(row, column) != value for column, value in whose.items()):
        raise RefusedError(409, "key_taken", "That key is taken; make a new one.")
    return row
