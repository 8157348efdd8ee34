"""What a damaged zip can raise, told as one thing."""

import contextlib
import errno
import lzma
import struct
import zipfile
import zlib
from collections.abc import Iterator

from wobbly_fin.rocketry.errors import RocketryError

_DAMAGE = (
    zipfile.BadZipFile, zlib.error, lzma.LZMAError, struct.error, EOFError, KeyError, OverflowError, RuntimeError, ValueError,
)  # fmt: skip


@contextlib.contextmanager
def damage_told(says: str) -> Iterator[None]:
    """Read from a zip nobody vouches for; whatever its damage raises becomes one refusal.

    A flipped byte may send a read before the file's beginning or into a packing never used: those are OSErrors, and told apart from
    a disk's own by their number.

    Raises
    ------
    RocketryError
        With these words, for damage; refusals and errors of the disk pass through.
    """
    try:
        yield
    except RocketryError:
        raise
    except _DAMAGE as error:
        raise RocketryError("file", says) from error
    except OSError as error:
        if error.errno not in (None, errno.EINVAL):
            raise
        raise RocketryError("file", says) from error
