"""Odd years, names that break lines, links that end: each a sentence, and nothing broken for good."""

import datetime
import sqlite3
import uuid
from contextlib import closing
from pathlib import Path
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone

from tests.api.conftest import Person
from wobbly_fin.sharing.models import Share

ODD = [
    "0",
    "-5",
    "10000",
    "99999",
    "99999999999999999999",
    "1e3",
    "0001-01-01T00:00:00%2B14:00",
    "9999-12-31T23:59:59-14:00",
    "NaN",
    "%00",
]


def test_odd_years_and_moments_are_answered(hedda: Person) -> None:
    for path in (
        "/logbook/flights?year=",
        "/logbook/statistics?year=",
        "/launchdays/alerts?after=",
        "/range?day=",
        "/logbook/flights?page=",
    ):
        for value in ODD:
            assert hedda.call("GET", path + value)[0] in (200, 403, 422), path + value


@pytest.mark.parametrize("sign", ["\n", "\r\n", "\t", "\u2028", "\u202e", "\u2066", "\u200f"])
def test_a_name_is_one_line_read_from_its_beginning(hedda: Person, sign: str) -> None:
    key = uuid.uuid4()
    for name in (f"Spring{sign}meet", f"{sign}Spring"):
        status, out = hedda.call("PUT", f"/stores/fields/{key}", {"name": name, "elevation": "3 m"})
        assert status == 422 and out["fields"][0]["field"] == "name", (repr(name), out)
    assert all(f["id"] != str(key) for f in hedda.get("/stores/fields"))
    # Words to oneself may have lines.
    assert hedda.call("PUT", f"/stores/fields/{key}", {"name": "Spring meet – north", "elevation": "3 m"})[0] == 200


def test_a_link_ends_by_itself_and_tells_no_name(hedda: Person) -> None:
    rocket = hedda.rocket()
    key = uuid.uuid4()
    assert hedda.call("PUT", f"/shares/{key}", {"rocket_id": rocket["id"], "days": 12})[0] == 422
    status, out = hedda.call("PUT", f"/shares/{key}", {"rocket_id": rocket["id"]})
    assert status == 200 and out["expires"] > (timezone.now() + datetime.timedelta(days=80)).isoformat()
    address = "/api/shared/" + out["path"].rpartition("/")[2]
    seen = Client().get(address)
    assert seen.status_code == 200 and "hedda" not in seen.content.decode() and "no-store" in seen.headers["Cache-Control"]
    Share.objects.filter(pk=key).update(expires_at=timezone.now() - datetime.timedelta(seconds=1))
    assert Client().get(address).status_code == 404 and hedda.get("/shares") == []
    # The same thing shared anew is another link; one that shall last does.
    status, out = hedda.call("PUT", f"/shares/{uuid.uuid4()}", {"rocket_id": rocket["id"], "days": 0})
    assert status == 200 and out["expires"] is None and not address.endswith(out["path"].rpartition("/")[2])
    # One made before links ended goes on.
    Share.objects.filter(rocket_id=rocket["id"]).update(expires_at=None)
    assert len(hedda.get("/shares")) == 2


def test_the_last_backup_can_be_seen_checked_and_made_by_whoever_runs_it(hedda: Person, settings: Any, tmp_path: Path) -> None:
    assert hedda.call("GET", "/state")[0] == 403 and hedda.call("POST", "/state/backup")[0] == 403
    settings.LOCAL_USER, settings.VAR = "hedda", tmp_path
    assert hedda.get("/state")["late"] and hedda.call("POST", "/state/check")[0] == 422
    with closing(sqlite3.connect(tmp_path / "wobbly.sqlite3")) as base:
        base.execute("CREATE TABLE django_migrations (app, name)")
        base.commit()
    status, made = hedda.call("POST", "/state/backup")
    assert status == 200 and made["checked"] and not made["late"] and made["backups"] == 1
    assert hedda.call("POST", "/state/check")[1]["checked"]
    path = Path(made["backup_path"])
    old = path.rename(path.with_name("wobbly-fin-20260101T000000Z.zip"))
    assert hedda.get("/state")["late"]
    old.rename(path.with_name("wobbly-fin-20990101T000000Z.zip"))
    assert hedda.get("/state")["ahead"]
    path.with_name("wobbly-fin-20990101T000000Z.zip").write_bytes(b"PK damaged")
    assert hedda.call("POST", "/state/check")[0] == 422


def test_head_is_get_without_a_body(hedda: Person) -> None:
    for path in ("/api/session", "/api/logbook/flights", "/api/logbook/flights.csv", "/api/nowhere"):
        whole, head = hedda.client.get(path), hedda.client.head(path)
        assert head.status_code == whole.status_code and head.content == b"", path
        assert (
            head.headers["Content-Length"] == str(len(whole.content))
            and head.headers["Content-Type"] == whole.headers["Content-Type"]
        )


def test_options_say_what_may_be_asked(hedda: Person) -> None:
    for path, verbs in (("/api/session", {"GET", "POST", "DELETE"}), ("/api/logbook/flights", {"GET"})):
        found = hedda.client.options(path)
        assert found.status_code == 204 and verbs | {"HEAD", "OPTIONS"} <= set(found["Allow"].split(", ")), path
        assert "PATCH" not in found["Allow"] and found.content == b""
    assert hedda.client.options("/api/nowhere").status_code == 404


@pytest.mark.parametrize("sign", ["=", "+", "-", "@", "＝", "＋", "－", "＠", "−", "﹦"])
def test_no_remark_is_a_formula_in_a_spreadsheet_and_comes_back_as_it_was(hedda: Person, sign: str) -> None:
    hedda.log(hedda.rocket(), remarks=f"{sign}1+1")
    table = hedda.client.get("/api/logbook/flights.csv").content.decode()
    assert f"'{sign}1+1" in table and f",{sign}1+1" not in table
