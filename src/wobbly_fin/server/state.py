"""How the installation is: its last backup, checked on request, and its disk; for whoever runs it."""

import datetime
import shutil

from django.conf import settings
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema

from wobbly_fin.accounts.people import is_officer, person
from wobbly_fin.site.backups import Backup, check_backup, made_by_itself, write_backup
from wobbly_fin.site.errors import ErrorOut, RefusedError

router = Router(tags=["state"])
# A day and a half without one is late (our own figure): they are made each day while it serves.
LATE = datetime.timedelta(hours=36)


class StateOut(Schema):
    """The last backup and where it lies; `ahead`: it is dated later than now; `checked`: it was read to its last byte just now."""

    backup_at: datetime.datetime | None
    backup_path: str
    backups: int
    late: bool
    ahead: bool
    by_itself: bool
    free_mb: int
    checked: bool = False
    rows: int = 0
    photos: int = 0


@router.get("/state", response={200: StateOut, 403: ErrorOut}, operation_id="state")
def get_state(request: HttpRequest) -> StateOut:
    """The last backup, and the disk."""
    _runs_it(request)
    return _state()


@router.post("/state/check", response={200: StateOut, 403: ErrorOut, 422: ErrorOut}, operation_id="check_backup")
def post_check(request: HttpRequest) -> StateOut:
    """Unpack the last backup into a folder of its own, to its last byte, and look whether its database is sound."""
    _runs_it(request)
    there = sorted(made_by_itself(settings.VAR / "backups"))
    if not there:
        raise RefusedError(422, "no_backup", "There is no backup yet; make one now.")
    return _checked(check_backup(there[-1][1]))


@router.post("/state/backup", response={200: StateOut, 403: ErrorOut, 422: ErrorOut}, operation_id="make_backup")
def post_backup(request: HttpRequest) -> StateOut:
    """Make one now, checked before it gets its name."""
    _runs_it(request)
    folder = settings.VAR / "backups"
    return _checked(write_backup(settings.VAR, folder / f"wobbly-fin-{timezone.now():%Y%m%dT%H%M%SZ}.zip"))


def _runs_it(request: HttpRequest) -> None:
    user = person(request)
    if not (settings.LOCAL_USER or is_officer(user)):
        raise RefusedError(403, "officers_only", "That is for whoever runs this server.")


def _state() -> StateOut:
    there = sorted(made_by_itself(settings.VAR / "backups"))
    at, path = there[-1] if there else (None, None)
    now = timezone.now()
    return StateOut(
        backup_at=at, backup_path=str(path or ""), backups=len(there), late=at is None or now - at > LATE, ahead=at is not None and at > now + LATE,
        by_itself=settings.BACKUPS, free_mb=shutil.disk_usage(settings.VAR).free // 1_000_000,
    )  # fmt: skip


def _checked(found: Backup) -> StateOut:
    return _state().model_copy(update={"checked": True, "rows": sum(found.rows.values()), "photos": found.photos})
