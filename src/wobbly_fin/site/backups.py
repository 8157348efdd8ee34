"""Everything of an installation in one file, checked; put back; and by itself every day.

A backup is a zip: the database as SQLite's online backup copies it, while others write; the photos; and a manifest with the
digest of each. It needs no Django, so that a broken installation can be put right.
"""

import contextlib
import datetime
import fcntl
import hashlib
import json
import os
import shutil
import sqlite3
import tempfile
import threading
import time
import zipfile
from collections.abc import Iterator
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path, PurePosixPath
from typing import IO, Any

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.zips import damage_told

FORMAT, VERSION = "wobbly-fin-backup", 1
DATABASE, MEDIA, MANIFEST = "wobbly.sqlite3", "media", "manifest.json"
_MOST_MEMBERS, _LARGEST_BYTES, _LARGEST_MANIFEST = 200_000, 50_000_000_000, 50_000_000
_BLOCK = 1 << 20
# Of the backups made by themselves: so many days, and so many weeks before them. Common practice, no source.
DAYS, WEEKS = 7, 4
_EVERY_S, _LOOK_S = 20 * 3600.0, 1800.0
_AHEAD = datetime.timedelta(minutes=10)
_PREFIX = "wobbly-fin-"


@dataclass(frozen=True, slots=True, kw_only=True)
class Backup:
    """What a checked backup holds."""

    path: Path
    made_at: datetime.datetime
    size_bytes: int
    photos: int
    rows: dict[str, int]
    migrations: frozenset[str]


def write_backup(var: Path, target: Path) -> Backup:
    """Copy database and photos into one file, check it, and only then give it its name.

    Parameters
    ----------
    var : Path
        Where the installation keeps what it keeps.
    target : Path
        The file to make; one that is there already is replaced once the new one is whole.

    Raises
    ------
    RocketryError
        Where there is nothing to copy, no room, or no leave to write.
    """
    source = var / DATABASE
    if not source.is_file():
        raise RocketryError("file", f"has nothing to hold: there is no database in {var}")
    try:
        target.parent.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryDirectory(dir=target.parent, prefix=".backup-") as folder:
            copy, packed = Path(folder) / DATABASE, Path(folder) / "backup.zip"
            with closing(sqlite3.connect(source, timeout=30)) as live, closing(sqlite3.connect(copy)) as still:
                live.backup(still)
            members = {DATABASE: copy} | {f"{MEDIA}/{p.relative_to(var / MEDIA).as_posix()}": p for p in _files(var / MEDIA)}
            with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED, compresslevel=6, allowZip64=True) as out:
                digests = {name: _copy(path, out, name) for name, path in members.items()}
                manifest = {
                    "format": FORMAT,
                    "version": VERSION,
                    "made_at": datetime.datetime.now(datetime.UTC).isoformat(),
                    "sha256": digests,
                }
                out.writestr(MANIFEST, json.dumps(manifest, indent=1))
            checked = check_backup(packed)
            with packed.open("rb+") as file:
                os.fsync(file.fileno())
            packed.replace(target)
            _sync_folder(target.parent)
    except (OSError, sqlite3.Error) as error:
        raise RocketryError("file", f"could not be written: {error}") from error
    return Backup(
        path=target, made_at=checked.made_at, size_bytes=target.stat().st_size, photos=checked.photos, rows=checked.rows,
        migrations=checked.migrations,
    )  # fmt: skip


def check_backup(path: Path) -> Backup:
    """Read a backup to its last byte: every digest, the database's own integrity check, its foreign keys.

    Raises
    ------
    RocketryError
        Saying what is wrong with it.
    """
    try:
        with _opened(path) as (packed, manifest), tempfile.TemporaryDirectory() as folder:
            base = Path(folder) / DATABASE
            for name, digest in manifest["sha256"].items():
                with packed.open(name) as member:
                    found = _digest(member, base if name == DATABASE else None)
                if found != digest:
                    raise RocketryError("file", f"is damaged: {name} is not what was backed up")
            rows, migrations = _sound(base)
            made_at = datetime.datetime.fromisoformat(manifest["made_at"])
            photos = len(manifest["sha256"]) - 1
    except OSError as error:
        raise RocketryError("file", f"cannot be read: {error}") from error
    return Backup(path=path, made_at=made_at, size_bytes=path.stat().st_size, photos=photos, rows=rows, migrations=migrations)


def restore_backup(path: Path, var: Path, known_migrations: frozenset[str], ours: set[str]) -> tuple[Backup, Path | None]:
    """Put a backup in the place of what is there; what was there is moved aside, into a folder that is given back.

    Parameters
    ----------
    known_migrations, ours : sets
        What this version can read, and the applications it speaks for.

    Raises
    ------
    RocketryError
        For a damaged backup, one made by a later version, or a server that still writes.
    """
    found = check_backup(path)
    later = {m for m in found.migrations if m.partition(".")[0] in ours} - known_migrations
    if later:
        raise RocketryError(
            "file", f"was made by a later version of Wobbly Fin ({', '.join(sorted(later)[:3])}); bring this one up to date first"
        )
    var.mkdir(parents=True, exist_ok=True)
    try:
        with (
            tempfile.TemporaryDirectory(dir=var, prefix=".restore-") as folder,
            _nobody_else(var),
            _opened(path) as (packed, manifest),
        ):
            for name in manifest["sha256"]:
                target = Path(folder) / name
                target.parent.mkdir(parents=True, exist_ok=True)
                with packed.open(name) as member, target.open("wb") as out:
                    shutil.copyfileobj(member, out, _BLOCK)
            (Path(folder) / MEDIA).mkdir(exist_ok=True)
            aside = _move_aside(var)
            for name in (DATABASE, MEDIA):
                (Path(folder) / name).rename(var / name)
            _sync_folder(var)
    except OSError as error:
        raise RocketryError("file", f"could not be put back: {error}") from error
    return found, aside


def rolling_backup(var: Path, folder: Path, now: datetime.datetime) -> Backup | None:
    """Make today's backup unless there is a fresh one, and throw away those no longer wanted.

    None where none was due, or another process is making it.
    """
    with _alone(folder) as alone:
        # One dated later than now was made by a clock that ran ahead: it says nothing of how old the newest is.
        there = sorted((at, path) for at, path in made_by_itself(folder) if at <= now + _AHEAD)
        if not alone or (there and (now - there[-1][0]).total_seconds() < _EVERY_S):
            return None
        made = write_backup(var, folder / f"{_PREFIX}{now:%Y%m%dT%H%M%SZ}.zip")
        for path in to_throw_away({path: at for at, path in made_by_itself(folder)}):
            path.unlink(missing_ok=True)
        return made


@contextlib.contextmanager
def _alone(folder: Path) -> Iterator[bool]:
    """Whether no other process is at it; the system lets go of the lock of one that dies."""
    try:
        folder.mkdir(parents=True, exist_ok=True)
        with (folder / ".lock").open("a") as lock:
            try:
                fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except BlockingIOError:
                yield False
                return
            yield True
    except OSError as error:
        raise RocketryError("file", f"could not be written: {error}") from error


def newest_good(folder: Path) -> Backup | None:
    """The newest backup of a folder that can be read to its end; None where none can, or there is none."""
    for _, path in sorted(made_by_itself(folder), reverse=True):
        try:
            return check_backup(path)
        except RocketryError:
            continue
    return None


def to_throw_away(made: dict[Path, datetime.datetime]) -> set[Path]:
    """Which of some backups are no longer wanted: all but the newest of each of the last days, and of each of the weeks before."""
    keep: set[Path] = set()
    for form, most in (("%Y-%m-%d", DAYS), ("%G-%V", DAYS // 7 + WEEKS)):
        newest: dict[str, Path] = {}
        for path, at in sorted(made.items(), key=lambda item: item[1]):
            newest[at.strftime(form)] = path
        keep |= {newest[name] for name in sorted(newest)[-most:]}
    return set(made) - keep


def keep_backing_up(var: Path, folder: Path) -> threading.Thread:
    """A thread that makes the rolling backups while the server serves; what goes wrong is said and tried again."""

    def run() -> None:
        while True:
            try:
                rolling_backup(var, folder, datetime.datetime.now(datetime.UTC))
            except RocketryError as error:
                print(f"No backup: the file {error.message}.", flush=True)
            time.sleep(_LOOK_S)

    thread = threading.Thread(target=run, name="backups", daemon=True)
    thread.start()
    return thread


def made_by_itself(folder: Path) -> Iterator[tuple[datetime.datetime, Path]]:
    """The backups of a folder by the moments their names tell, in no order."""
    for path in folder.glob(f"{_PREFIX}*.zip"):
        try:
            at = datetime.datetime.strptime(path.stem.removeprefix(_PREFIX), "%Y%m%dT%H%M%SZ").replace(tzinfo=datetime.UTC)
        except ValueError:
            continue  # somebody's own
        yield at, path


def _files(folder: Path) -> list[Path]:
    return sorted(p for p in folder.rglob("*") if p.is_file() and not p.is_symlink()) if folder.is_dir() else []


def _copy(path: Path, out: zipfile.ZipFile, name: str) -> str:
    digest = hashlib.sha256()
    with path.open("rb") as source, out.open(name, "w", force_zip64=True) as member:
        while block := source.read(_BLOCK):
            digest.update(block)
            member.write(block)
    return digest.hexdigest()


def _digest(member: IO[bytes], target: Path | None) -> str:
    digest, total = hashlib.sha256(), 0
    with target.open("wb") if target is not None else contextlib.nullcontext() as out:
        while block := member.read(_BLOCK):
            total += len(block)
            if total > _LARGEST_BYTES:
                raise RocketryError("file", "unpacks to more than any hangar")
            digest.update(block)
            if out is not None:
                out.write(block)
    return digest.hexdigest()


@contextlib.contextmanager
def _opened(path: Path) -> Iterator[tuple[zipfile.ZipFile, dict[str, Any]]]:
    """A backup and its manifest, every name in it safe to unpack."""
    if not path.is_file():
        raise RocketryError("file", f"is not there: {path}")
    with damage_told("is no backup, or is damaged: it cannot be read to its end"), zipfile.ZipFile(path) as packed:
        if len(packed.namelist()) > _MOST_MEMBERS:
            raise RocketryError("file", "holds more files than any hangar")
        with packed.open(MANIFEST) as file:
            manifest = json.loads(file.read(_LARGEST_MANIFEST))
        if not isinstance(manifest, dict) or manifest.get("format") != FORMAT or not isinstance(manifest.get("sha256"), dict):
            raise RocketryError("file", "is no backup of Wobbly Fin")
        if manifest.get("version") != VERSION:
            raise RocketryError(
                "file", f"is a backup of version {str(manifest.get('version'))[:20]}; this can read version {VERSION}"
            )
        names = set(manifest["sha256"])
        if DATABASE not in names or not names | {MANIFEST} == set(packed.namelist()):
            raise RocketryError("file", "is damaged: files are missing, or were put in")
        for name in names - {DATABASE}:
            parts = PurePosixPath(name).parts
            if parts[0] != MEDIA or len(parts) < 2 or ".." in parts or "\\" in name or ":" in name:
                raise RocketryError("file", f"holds {name[:40]!r}, which does not belong into a backup")
        yield packed, manifest


def _sound(base: Path) -> tuple[dict[str, int], frozenset[str]]:
    try:
        with closing(sqlite3.connect(f"file:{base}?mode=ro", uri=True)) as found:
            if (
                found.execute("PRAGMA integrity_check").fetchone()[0] != "ok"
                or found.execute("PRAGMA foreign_key_check").fetchone()
            ):
                raise RocketryError("file", "is damaged: the database in it is not sound")
            tables = [
                t for (t,) in found.execute("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
            ]
            rows = {t: int(found.execute(f'SELECT COUNT(*) FROM "{t}"').fetchone()[0]) for t in sorted(tables)}
            done = found.execute("SELECT app, name FROM django_migrations").fetchall()
    except sqlite3.Error as error:
        raise RocketryError("file", f"is damaged: its database cannot be read ({error})") from error
    return rows, frozenset(f"{app}.{name}" for app, name in done)


@contextlib.contextmanager
def _nobody_else(var: Path) -> Iterator[None]:
    """Make sure that no server has the database open: only the last one out can leave WAL mode."""
    base = var / DATABASE
    if base.is_file():
        try:
            with closing(sqlite3.connect(base, timeout=1)) as found:
                found.execute("PRAGMA journal_mode=DELETE")
        except sqlite3.Error as error:
            if "locked" in str(error):
                raise RocketryError("file", "cannot be put back while Wobbly Fin is running; stop it first") from error
            # A database too broken to be asked is the very one to be replaced.
    yield


def _move_aside(var: Path) -> Path | None:
    there = [var / name for name in (DATABASE, f"{DATABASE}-wal", f"{DATABASE}-shm", MEDIA) if (var / name).exists()]
    if not there:
        return None
    aside = var / f"before-restore-{datetime.datetime.now(datetime.UTC):%Y%m%dT%H%M%S%fZ}"
    aside.mkdir()
    for path in there:
        path.rename(aside / path.name)
    return aside


def _sync_folder(folder: Path) -> None:
    """A rename is only there for good once its folder is written."""
    handle = os.open(folder, os.O_RDONLY)
    try:
        os.fsync(handle)
    finally:
        os.close(handle)
