"""Whether there is a database to serve: one that is damaged, empty, another program's or a later version's is said, with the way back."""

import sqlite3
from contextlib import closing
from pathlib import Path

from wobbly_fin.site.backups import DATABASE, newest_good


def our_migrations() -> tuple[frozenset[str], frozenset[str]]:
    """Migrations this version has, as APP.NAME, and the applications it speaks for; Django's own are not ours to judge: they only ever grew."""
    root = Path(__file__).parents[1]
    ours = frozenset(app.name for app in root.iterdir() if (app / "migrations").is_dir())
    return frozenset(f"{app}.{file.stem}" for app in ours for file in (root / app / "migrations").glob("0*.py")), ours


def trouble_with(var: Path) -> str:
    """What is wrong with an installation's database, and how to bring the newest good backup back; empty where nothing is."""
    wrong = _wrong(var, *our_migrations())
    if not wrong:
        return ""
    good = newest_good(var / "backups")
    if good is None:
        back = "There is no good backup beside it. Bring one back with: wobbly restore FILE; or move the file away to begin anew."
    else:
        back = f"The newest good backup is of {good.made_at:%Y-%m-%d %H:%M} UTC. Bring it back with: wobbly restore {good.path}"
    return f"The database {var / DATABASE} {wrong}. {back}"


def _wrong(var: Path, known: frozenset[str], ours: frozenset[str]) -> str:
    base = var / DATABASE
    if not base.exists():
        # A first start; or somebody took the file away and left what belongs to it.
        left = [name for name in ("media", "backups") if (var / name).is_dir() and any((var / name).iterdir())]
        return f"is missing, though {' and '.join(left)} lie beside it" if left else ""
    if not base.is_file():
        return "is no file"
    if base.stat().st_size == 0:
        wal = base.with_name(f"{DATABASE}-wal")
        return "" if wal.exists() and wal.stat().st_size else "is empty"
    with base.open("rb") as file:
        if file.read(16) != b"SQLite format 3\x00":
            return "is no SQLite database, or its beginning is damaged"
    try:
        with closing(sqlite3.connect(f"file:{base}?mode=rw", uri=True, timeout=5)) as found:
            said = found.execute("PRAGMA quick_check(1)").fetchone()[0]
            if said != "ok":
                return f"is damaged ({str(said)[:120]})"
            tables = {t for (t,) in found.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
            if tables and "django_migrations" not in tables:
                return "is another program’s"
            done = {f"{a}.{n}" for a, n in found.execute("SELECT app, name FROM django_migrations")} if tables else set()
    except sqlite3.Error as error:
        return f"cannot be read ({error})"
    if tables and not any(d.partition(".")[0] in ours for d in done):
        return "is another program’s"
    later = {d for d in done if d.partition(".")[0] in ours} - known
    return f"was written by a later version of Wobbly Fin ({', '.join(sorted(later)[:3])})" if later else ""
