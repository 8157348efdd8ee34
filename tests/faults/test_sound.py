"""A database that cannot be served: what is wrong is said in a sentence, with the way back; what can be is not refused."""

import datetime
import os
import shutil
import sqlite3
import subprocess
import sys
from contextlib import closing
from pathlib import Path

import pytest

from tests.faults.test_killed import ROOT
from wobbly_fin.site.backups import DATABASE, newest_good, rolling_backup, write_backup
from wobbly_fin.site.sound import trouble_with

NOW = datetime.datetime(2026, 5, 1, 12, tzinfo=datetime.UTC)


@pytest.fixture(scope="module")
def whole(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """An installation that was served before, with one good backup."""
    var = tmp_path_factory.mktemp("whole")
    env = {k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"} | {"WOBBLY_VAR": str(var)}
    subprocess.run([sys.executable, "manage.py", "migrate", "--verbosity", "0"], cwd=ROOT, env=env, check=True)
    with closing(sqlite3.connect(var / DATABASE)) as base:
        base.execute("PRAGMA journal_mode=DELETE")
    write_backup(var, var / "backups" / "wobbly-fin-20260430T120000Z.zip")
    return var


@pytest.fixture
def var(whole: Path, tmp_path: Path) -> Path:
    return Path(shutil.copytree(whole, tmp_path / "var"))


def spoil(base: Path, how: str) -> None:
    data = base.read_bytes()
    if how == "empty":
        base.write_bytes(b"")
    elif how == "cut":
        base.write_bytes(data[: len(data) // 2])
    elif how == "cut to its head":
        base.write_bytes(data[:100])
    elif how == "beginning":
        base.write_bytes(b"x" * 64 + data[64:])
    elif how == "noughts":
        base.write_bytes(bytes(len(data)))
    elif how == "text":
        base.write_text("not a database at all")
    elif how == "middle":
        base.write_bytes(data[:4096] + os.urandom(len(data) - 4096))
    elif how == "gone":
        base.unlink()
    elif how == "folder":
        base.unlink()
        base.mkdir()
    else:
        base.unlink(missing_ok=how != "later")
        with closing(sqlite3.connect(base)) as other:
            other.execute("CREATE TABLE songs (id INTEGER)" if how == "foreign" else "CREATE TABLE django_migrations (app, name)")
            if how == "another Django":
                other.execute("INSERT INTO django_migrations VALUES ('blog', '0001_initial')")
            elif how == "later":
                other.execute("INSERT INTO django_migrations VALUES ('hangar', '9999_later')")
            other.commit()


SPOILT = [
    "empty",
    "cut",
    "cut to its head",
    "beginning",
    "noughts",
    "text",
    "middle",
    "gone",
    "folder",
    "foreign",
    "another Django",
    "later",
]


@pytest.mark.parametrize("how", SPOILT)
def test_what_is_wrong_is_said_with_the_newest_good_backup(var: Path, how: str) -> None:
    spoil(var / DATABASE, how)
    said = trouble_with(var)
    assert said.count("The newest good backup is of 20") == 1 and "wobbly restore" in said and "Traceback" not in said


def test_what_can_be_served_is(var: Path, tmp_path: Path) -> None:
    assert trouble_with(var) == "" and trouble_with(tmp_path / "fresh") == ""
    (tmp_path / "fresh").mkdir()
    assert trouble_with(tmp_path / "fresh") == ""


@pytest.mark.parametrize("how", ["cut", "empty", "noughts"])
def test_a_damaged_backup_is_not_the_newest_good_one(var: Path, how: str) -> None:
    newer = var / "backups" / "wobbly-fin-20260501T120000Z.zip"
    shutil.copy(var / "backups" / "wobbly-fin-20260430T120000Z.zip", newer)
    spoil(newer, how)
    good = newest_good(var / "backups")
    assert good is not None and good.path.name == "wobbly-fin-20260430T120000Z.zip"
    spoil(var / DATABASE, "empty")
    assert "20260430T120000Z" in trouble_with(var)


def test_without_any_good_backup_that_is_said(var: Path) -> None:
    shutil.rmtree(var / "backups")
    spoil(var / DATABASE, "noughts")
    assert "There is no good backup" in trouble_with(var)


def test_a_clock_that_ran_ahead_stops_no_backup(var: Path) -> None:
    ahead = var / "backups" / "wobbly-fin-20310101T000000Z.zip"
    shutil.copy(var / "backups" / "wobbly-fin-20260430T120000Z.zip", ahead)
    assert rolling_backup(var, var / "backups", NOW) is not None
    assert rolling_backup(var, var / "backups", NOW + datetime.timedelta(hours=1)) is None
    assert rolling_backup(var, var / "backups", NOW + datetime.timedelta(hours=21)) is not None


def test_a_server_says_it_and_touches_nothing(var: Path) -> None:
    spoil(var / DATABASE, "text")
    before = (var / DATABASE).read_bytes()
    env = {k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"} | {"WOBBLY_VAR": str(var)}
    done = subprocess.run([sys.executable, "manage.py", "run"], cwd=ROOT, env=env, capture_output=True, text=True, timeout=60)
    assert done.returncode and "is no SQLite database" in done.stderr and "Traceback" not in done.stderr
    assert (var / DATABASE).read_bytes() == before
