"""Uploads in pieces, for networks that drop: what came lies in a file of its sender's until the last piece makes it whole."""

import time
import uuid
from dataclasses import dataclass
from pathlib import Path

from django.conf import settings
from django.core.files.uploadedfile import SimpleUploadedFile

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.messages import say

# Our own figures: an upload begun and given up goes after some days, and nobody has more than a roll of film under way.
KEPT_DAYS = 7
MOST_BEGUN, MOST_BYTES = 60, 100_000_000
LARGEST_PIECE = 1_000_000


@dataclass(frozen=True, slots=True)
class Pieces:
    """One upload of one person's, under a key the client made; `whole` is how many bytes it will have."""

    owner: int
    key: uuid.UUID
    whole: int

    @property
    def file(self) -> Path:
        """Where it grows."""
        return _folder(self.owner) / f"{self.key}.part"

    @property
    def kept(self) -> int:
        """How many bytes there are."""
        return self.file.stat().st_size if self.file.exists() else 0

    def add(self, begins: int, data: bytes) -> int:
        """Put a piece where it belongs, if everything before it is there; how many bytes there are now. The same twice changes nothing.

        Raises
        ------
        RocketryError
            For more than was announced: `photo`; or too many uploads begun.
        """
        require_finite("whole", self.whole, 1)
        require_finite("begins", begins, 0, self.whole)
        if len(data) > LARGEST_PIECE or begins + len(data) > self.whole:
            raise RocketryError("photo", say("piece-too-large"))
        kept = self.kept
        if begins != kept or not data:
            return kept
        sizes = _tidy(self.file.parent)
        if (not kept and len(sizes) >= MOST_BEGUN) or sum(sizes) + len(data) > MOST_BYTES:
            raise RocketryError("photo", say("pieces-too-many"))
        with self.file.open("r+b" if kept else "wb") as file:
            # At its own place: two that send the same piece at once write the same bytes.
            file.seek(begins)
            file.write(data)
        return begins + len(data)

    def taken(self, name: str) -> SimpleUploadedFile:
        """The whole of it as one upload."""
        return SimpleUploadedFile(name, self.file.read_bytes())

    def drop(self) -> None:
        """It is kept elsewhere now, or never will be."""
        self.file.unlink(missing_ok=True)


def _folder(owner: int) -> Path:
    folder = Path(settings.VAR) / "pieces" / str(owner)
    folder.mkdir(parents=True, exist_ok=True)
    return folder


def _tidy(folder: Path) -> list[int]:
    """What was given up goes; how large the others are. [bytes]"""
    old, sizes = time.time() - KEPT_DAYS * 86_400, []
    for file in folder.glob("*.part"):
        try:
            found = file.stat()
            if found.st_mtime < old:
                file.unlink(missing_ok=True)
            else:
                sizes.append(found.st_size)
        except OSError:
            continue  # gone meanwhile
    return sizes
