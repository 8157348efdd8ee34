"""Where what is slow to make is kept from one run to the next."""

import os
import tempfile
from pathlib import Path

from platformdirs import user_cache_path


def cache_folder(name: str) -> Path:
    """A folder of that name that can be written to: the user's, or where `WOBBLY_CACHE_DIR` says.

    A read-only home must not stop the program: then it is one that goes away.
    """
    wanted = Path(os.environ.get("WOBBLY_CACHE_DIR", user_cache_path("wobbly-fin"))) / name
    try:
        wanted.mkdir(parents=True, exist_ok=True)
        (wanted / ".writable").touch()
    except OSError:
        return Path(tempfile.mkdtemp(prefix="wobbly-fin-"))
    return wanted
