"""One's own password: changed by whoever knows the old one, told apart from one that will not do, and not to be guessed at."""

from pathlib import Path
from typing import Any

import pytest
from django.db import connection
from django.test import Client

from tests.api.conftest import Person
from wobbly_fin.site import settings as shipped

OLD, NEW = "wadding and fluff", "a longer fuse burns slower"


@pytest.fixture
def hedda(hedda: Person) -> Person:
    """With a password of her own."""
    hedda.user.set_password(OLD)
    hedda.user.save()
    hedda.client.force_login(hedda.user)
    return hedda


def sign_in(password: str) -> int:
    body = {"username": "hedda", "password": password}
    return int(Client().post("/api/session", body, content_type="application/json").status_code)


def test_what_is_shipped_hashes_slowly_and_waits_for_the_disk(db: None) -> None:
    assert "Argon2" in shipped.PASSWORD_HASHERS[0]
    # And what is written is on the disk before anybody is told so, but in tests.
    assert "PRAGMA synchronous=FULL;" in Path(shipped.__file__).read_text(encoding="utf-8")
    with connection.cursor() as cursor:
        assert cursor.execute("PRAGMA synchronous").fetchone() == (0,)


def test_it_is_changed_and_only_this_visit_goes_on(hedda: Person) -> None:
    elsewhere = Client()
    elsewhere.force_login(hedda.user)
    assert hedda.get("/session")["has_password"]
    assert hedda.call("PUT", "/session/password", {"old": OLD, "new": NEW})[0] == 204
    assert sign_in(OLD) == 401 and sign_in(NEW) == 200
    assert hedda.get("/session")["username"] == "hedda"
    assert elsewhere.get("/api/session").json()["username"] is None


@pytest.mark.parametrize(
    ("old", "new", "status", "field"),
    [("x", NEW, 403, "old"), ("x" * 5000, NEW, 403, "old"), (OLD, "short", 422, "new"), (OLD, "x" * 5000, 422, "new")],
)
def test_what_will_not_do_is_said_at_its_box_and_changes_nothing(
    hedda: Person, old: str, new: str, status: int, field: str
) -> None:
    found, out = hedda.call("PUT", "/session/password", {"old": old, "new": new})
    assert found == status and out["fields"][0]["field"] == field and sign_in(OLD) == 200


def test_it_cannot_be_guessed_at_and_the_person_of_a_machine_has_none(hedda: Person, settings: Any) -> None:
    answers = [hedda.call("PUT", "/session/password", {"old": f"guess {n}", "new": NEW})[0] for n in range(12)]
    assert answers == [403] * 10 + [429] * 2
    settings.LOCAL_USER = "hedda"
    assert not hedda.get("/session")["has_password"]
