"""What an installation writes is its owner's alone: no other account of the machine reads database, backups, photos or keys."""

import os
import stat
from pathlib import Path

UMASK = 0o077
_OTHERS = stat.S_IRWXG | stat.S_IRWXO


def write_privately() -> None:
    """From now on whatever this process and its children write is theirs alone."""
    os.umask(UMASK)


def tighten(folder: Path) -> int:
    """Take from everybody else what an earlier version left readable; how many files and folders that were. Links are left alone."""
    changed = 0
    for path in (folder, *folder.rglob("*")):
        try:
            mode = path.lstat().st_mode
            if not stat.S_ISLNK(mode) and mode & _OTHERS:
                path.chmod(stat.S_IMODE(mode) & ~_OTHERS)
                changed += 1
        except OSError:
            continue  # gone meanwhile, or somebody else's: theirs to keep
    return changed
