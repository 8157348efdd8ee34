"""A disk that is full or cannot be written: said in a sentence, and nothing half kept."""

import errno
from typing import Any

import pytest
from django.core.files.storage import FileSystemStorage
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test import Client, override_settings

from tests.api.conftest import Person
from wobbly_fin.hangar.models import Rocket


@pytest.fixture
def hedda(transactional_db: None) -> Person:
    return Person("hedda")


def test_a_full_disk_says_so_and_keeps_nothing_half(hedda: Person) -> None:
    rocket = hedda.rocket()
    with connection.cursor() as cursor:
        cursor.execute("VACUUM")  # other tests leave pages behind that could be filled first
        pages = cursor.execute("PRAGMA page_count").fetchone()[0]
        cursor.execute(f"PRAGMA max_page_count = {pages}")
    try:
        refused = 0
        for n in range(400):
            status, out = hedda.call("PUT", f"/stores/fields/{Rocket().pk}", {"name": f"Field {n}" * 8})
            if status != 200:
                assert status == 507 and out["code"] == "disk_full" and "nothing of this was kept" in out["message"]
                refused += 1
                break
        assert refused, "the disk never filled up"
        assert hedda.get(f"/hangar/rockets/{rocket['id']}")["revision"] == 1, "what is there can still be read"
    finally:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA max_page_count = 1073741823")
    assert hedda.call("PUT", f"/stores/fields/{Rocket().pk}", {"name": "Room again"})[0] == 200
    assert not [f for f in hedda.get("/stores/fields") if f["name"] == f"Field {n}" * 8]


def test_a_disk_that_cannot_be_written_says_so(hedda: Person) -> None:
    rocket = hedda.rocket()
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA query_only = ON")
    try:
        status, out = hedda.edit(rocket, mass="90 g")
        assert status == 507 and out["code"] == "read_only"
        assert hedda.get("/hangar/rockets")[0]["said"]["mass"] == rocket["said"]["mass"]
    finally:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA query_only = OFF")


def test_a_session_that_cannot_be_written_says_so_too(hedda: Person) -> None:
    stranger = Client(raise_request_exception=False)
    told = {"username": "hedda", "password": "a long password"}
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA query_only = ON")
    try:
        refused = stranger.post("/api/session", told, content_type="application/json")
        assert refused.status_code == 507 and refused.json()["code"] == "read_only"
        with override_settings(LOCAL_USER="hedda"):
            page = stranger.get("/", REMOTE_ADDR="127.0.0.1")
        assert page.status_code == 507 and b"Nothing can be written here" in page.content
    finally:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA query_only = OFF")
    assert stranger.post("/api/session", told, content_type="application/json").status_code == 200


def test_no_room_for_a_photo_leaves_no_row_behind(hedda: Person, monkeypatch: pytest.MonkeyPatch) -> None:
    flight = hedda.log(hedda.rocket())[1]

    def full(*_: Any, **__: Any) -> str:
        raise OSError(errno.ENOSPC, "No space left on device")

    import io

    from PIL import Image

    picture = io.BytesIO()
    Image.new("RGB", (8, 8)).save(picture, "PNG")
    monkeypatch.setattr(FileSystemStorage, "_save", full)
    path = f"/api/logbook/flights/{flight['id']}/photos/{Rocket().pk}"
    response = hedda.client.post(path, {"photo": SimpleUploadedFile("a.png", picture.getvalue())})
    assert response.status_code == 507 and response.json()["code"] == "disk_full"
    assert hedda.get(f"/logbook/flights/{flight['id']}/page")["photos"] == []
