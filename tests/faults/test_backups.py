"""Backups: whole, checked to the last byte, safe to unpack, thrown away in order."""

import datetime
import fcntl
import json
import sqlite3
import zipfile
from contextlib import closing
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.cli.main import main
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.site.backups import (
    DATABASE,
    MANIFEST,
    check_backup,
    restore_backup,
    rolling_backup,
    to_throw_away,
    write_backup,
)

OURS = {"hangar"}
KNOWN = frozenset({"hangar.0001_initial"})


@pytest.fixture
def var(tmp_path: Path) -> Path:
    """An installation with one table, some rows, two photos."""
    found = tmp_path / "var"
    (found / "media" / "photos").mkdir(parents=True)
    for name in ("a.jpg", "b.jpg"):
        (found / "media" / "photos" / name).write_bytes(name.encode() * 500)
    with closing(sqlite3.connect(found / DATABASE)) as base:
        base.executescript("PRAGMA journal_mode=WAL; CREATE TABLE hangar_rocket (id INTEGER PRIMARY KEY, name TEXT);"
                           "CREATE TABLE django_migrations (app TEXT, name TEXT);"
                           "INSERT INTO django_migrations VALUES ('hangar', '0001_initial'), ('auth', '0099_whatever');")  # fmt: skip
        base.executemany("INSERT INTO hangar_rocket (name) VALUES (?)", [(f"R{i}",) for i in range(400)])
        base.commit()
    return found


def names(var: Path) -> list[str]:
    with closing(sqlite3.connect(var / DATABASE)) as base:
        return [n for (n,) in base.execute("SELECT name FROM hangar_rocket ORDER BY id")]


def test_what_is_backed_up_comes_back_and_what_was_there_is_moved_aside(var: Path, tmp_path: Path) -> None:
    made = write_backup(var, tmp_path / "b.zip")
    assert made.rows["hangar_rocket"] == 400 and made.photos == 2
    with closing(sqlite3.connect(var / DATABASE)) as base:
        base.execute("UPDATE hangar_rocket SET name = 'spoilt'")
        base.commit()
    (var / "media" / "photos" / "a.jpg").write_bytes(b"spoilt")
    found, aside = restore_backup(tmp_path / "b.zip", var, KNOWN, OURS)
    assert names(var)[:2] == ["R0", "R1"] and (var / "media" / "photos" / "a.jpg").read_bytes() == b"a.jpg" * 500
    assert aside is not None and names(aside)[0] == "spoilt" and found.rows == made.rows
    other = tmp_path / "empty"
    assert restore_backup(tmp_path / "b.zip", other, KNOWN, OURS)[1] is None and len(names(other)) == 400


def test_a_backup_is_made_whole_while_somebody_writes(var: Path, tmp_path: Path) -> None:
    with closing(sqlite3.connect(var / DATABASE)) as writer:
        writer.execute("INSERT INTO hangar_rocket (name) VALUES ('half done')")
        made = write_backup(var, tmp_path / "b.zip")
        writer.commit()
    assert made.rows["hangar_rocket"] == 400 and len(names(var)) == 401


def test_nothing_is_restored_under_a_running_server(var: Path, tmp_path: Path) -> None:
    write_backup(var, tmp_path / "b.zip")
    with closing(sqlite3.connect(var / DATABASE)) as serving:
        serving.execute("PRAGMA journal_mode=WAL")
        serving.execute("SELECT * FROM hangar_rocket").fetchone()
        with pytest.raises(RocketryError, match="stop it first"):
            restore_backup(tmp_path / "b.zip", var, KNOWN, OURS)
    assert len(names(var)) == 400 and not list(var.glob("before-restore*"))


def test_a_later_versions_backup_is_refused_by_name(var: Path, tmp_path: Path) -> None:
    write_backup(var, tmp_path / "b.zip")
    with pytest.raises(RocketryError, match=r"later version.*hangar\.0001_initial"):
        restore_backup(tmp_path / "b.zip", tmp_path / "other", frozenset(), OURS)
    assert not (tmp_path / "other" / DATABASE).exists()


def repacked(source: Path, target: Path, change: dict[str, bytes | None], manifest: dict[str, object] | None = None) -> Path:
    with zipfile.ZipFile(source) as old, zipfile.ZipFile(target, "w", zipfile.ZIP_DEFLATED) as new:
        told = json.loads(old.read(MANIFEST)) | (manifest or {})
        for name in old.namelist():
            data = change.get(name, old.read(name)) if name != MANIFEST else json.dumps(told).encode()
            if data is not None:
                new.writestr(name, data)
        for name, data in change.items():
            if name not in old.namelist() and data is not None:
                new.writestr(name, data)
    return target


def test_every_kind_of_damage_is_told(var: Path, tmp_path: Path) -> None:
    good = tmp_path / "b.zip"
    write_backup(var, good)
    bad = tmp_path / "bad.zip"
    photo = "media/photos/a.jpg"
    digests = json.loads(zipfile.ZipFile(good).read(MANIFEST))["sha256"]
    cases = [
        (lambda: repacked(good, bad, {photo: b"other"}), "not what was backed up"),
        (lambda: repacked(good, bad, {photo: None}), "files are missing"),
        (lambda: repacked(good, bad, {"extra.txt": b"x"}), "files are missing, or were put in"),
        (
            lambda: repacked(good, bad, {"media/../../evil": b"x"}, {"sha256": digests | {"media/../../evil": "0"}}),
            "does not belong",
        ),
        (lambda: repacked(good, bad, {"/etc/cron.d/x": b"x"}, {"sha256": digests | {"/etc/cron.d/x": "0"}}), "does not belong"),
        (lambda: repacked(good, bad, {}, {"version": 2}), "version 2"),
        (lambda: repacked(good, bad, {}, {"format": "other"}), "no backup of"),
        (lambda: bad.write_bytes(good.read_bytes()[:-40]), "cannot be read"),
        (lambda: bad.write_bytes(b"hello"), "no backup"),
    ]
    for make, says in cases:
        make()
        with pytest.raises(RocketryError, match=says):
            restore_backup(bad, tmp_path / "target", KNOWN, OURS)
        assert not (tmp_path / "target" / DATABASE).exists() and not (tmp_path / "evil").exists()
    with pytest.raises(RocketryError, match="not there"):
        check_backup(tmp_path / "nowhere.zip")
    with pytest.raises(RocketryError, match="no database"):
        write_backup(tmp_path / "nowhere", tmp_path / "x.zip")


@given(st.integers(0, 10_000), st.integers(0, 255))
def test_no_flipped_byte_gets_past_and_none_crashes(tmp_path_factory: pytest.TempPathFactory, where: int, value: int) -> None:
    folder = tmp_path_factory.mktemp("flip")
    with closing(sqlite3.connect(folder / DATABASE)) as base:
        base.executescript("CREATE TABLE django_migrations (app TEXT, name TEXT); CREATE TABLE t (x); INSERT INTO t VALUES (1)")
    write_backup(folder, folder / "b.zip")
    data = bytearray((folder / "b.zip").read_bytes())
    data[where % len(data)] = value
    (folder / "b.zip").write_bytes(bytes(data))
    try:
        assert check_backup(folder / "b.zip").rows["t"] == 1
    except RocketryError as error:
        assert error.name == "file"


def test_a_table_of_contents_pointing_anywhere_is_damage(var: Path, tmp_path: Path) -> None:
    write_backup(var, tmp_path / "b.zip")
    good = (tmp_path / "b.zip").read_bytes()
    for where in range(len(good) - 22, len(good)):
        for value in (1, 128, 255):
            (tmp_path / "bad.zip").write_bytes(good[:where] + bytes([value]) + good[where + 1 :])
            try:
                check_backup(tmp_path / "bad.zip")
            except RocketryError as error:
                assert "damaged" in error.message
    # The end record's own offset, past the file's beginning once the directory's size is taken off.
    with pytest.raises(RocketryError, match="damaged"):
        (tmp_path / "bad.zip").write_bytes(good[:-6] + (0).to_bytes(4, "little") + good[-2:])
        check_backup(tmp_path / "bad.zip")


def test_two_processes_make_one_backup_between_them(var: Path, tmp_path: Path) -> None:
    folder = tmp_path / "backups"
    folder.mkdir()
    with (folder / ".lock").open("a") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)  # as another process that is at it
        assert rolling_backup(var, folder, datetime.datetime(2026, 5, 1, 8, tzinfo=datetime.UTC)) is None and not list(
            folder.glob("*.zip")
        )
    assert (
        rolling_backup(var, folder, datetime.datetime(2026, 5, 1, 8, tzinfo=datetime.UTC)) is not None
        and len(list(folder.glob("*.zip"))) == 1
    )


def test_a_failed_backup_leaves_the_last_good_one(var: Path, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    target = tmp_path / "b.zip"
    write_backup(var, target)
    before = target.read_bytes()

    def full(*_: object) -> str:
        raise OSError(28, "No space left on device")

    monkeypatch.setattr("wobbly_fin.site.backups._copy", full)
    with pytest.raises(RocketryError, match="No space left"):
        write_backup(var, target)
    assert target.read_bytes() == before and [p.name for p in tmp_path.iterdir() if p.name.startswith(".")] == []


def test_one_a_day_is_made_and_old_ones_go(var: Path, tmp_path: Path) -> None:
    start = datetime.datetime(2026, 6, 1, 12, tzinfo=datetime.UTC)
    folder = tmp_path / "backups"
    assert rolling_backup(var, folder, start) is not None
    assert rolling_backup(var, folder, start + datetime.timedelta(hours=3)) is None, "there is a fresh one"
    for n in range(1, 60):
        assert rolling_backup(var, folder, start + datetime.timedelta(days=n)) is not None
    (folder / "my own.zip").write_bytes(b"mine")
    left = sorted(p.name for p in folder.glob("wobbly-fin-*.zip"))
    assert left[-1] == "wobbly-fin-20260730T120000Z.zip" and 10 <= len(left) <= 12
    rolling_backup(var, folder, start + datetime.timedelta(days=61))
    assert (folder / "my own.zip").exists()


@given(st.lists(st.integers(0, 400), unique=True, max_size=120))
def test_the_newest_backup_is_never_thrown_away(days: list[int]) -> None:
    start = datetime.datetime(2025, 1, 1, tzinfo=datetime.UTC)
    made = {Path(str(d)): start + datetime.timedelta(days=d) for d in days}
    gone = to_throw_away(made)
    last = sorted(days)[-7:]
    assert all(Path(str(d)) not in gone for d in last) and len(made) - len(gone) <= 12


def test_the_command_line_says_what_it_kept_and_refuses_in_a_line(
    var: Path, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    monkeypatch.setattr("wobbly_fin.site.settings.VAR", var)
    assert main(["backup", str(tmp_path / "b.zip")]) == 0
    assert json.loads(capsys.readouterr().out)["rockets"] == 400
    assert main(["restore", str(tmp_path / "b.zip")]) == 0
    assert json.loads(capsys.readouterr().out)["moved_aside"]
    assert main(["restore", str(tmp_path / "nothing.zip")]) == 2
    assert capsys.readouterr().err.startswith("file: is not there")
