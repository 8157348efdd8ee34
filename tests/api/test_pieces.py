"""A photo sent in pieces over a network that drops: it goes on where it was, and is kept once."""

import os
import random
import time
import uuid
from pathlib import Path
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from tests.api.conftest import Person
from tests.api.test_bombs import jpeg
from wobbly_fin.site import pieces
from wobbly_fin.site.pieces import KEPT_DAYS, MOST_BEGUN, Pieces

PHOTO = jpeg(400, 300) + b"\0" * 9_000  # what follows a picture in its file does no harm


@pytest.fixture(autouse=True)
def folder(settings: Any, tmp_path: Path) -> Path:
    settings.VAR = tmp_path
    return tmp_path / "pieces"


@pytest.fixture
def flight(hedda: Person) -> str:
    return str(hedda.log(hedda.rocket())[1]["id"])


def sent(who: Person, flight: str, key: uuid.UUID, begins: int, data: bytes, whole: int = len(PHOTO)) -> tuple[int, Any]:
    body = {"piece": SimpleUploadedFile("piece", data), "begins": begins, "whole": whole, "title": "On the pad"}
    answer = who.client.post(f"/api/logbook/flights/{flight}/photos/{key}/pieces", body)
    return answer.status_code, answer.json()


def photos(who: Person, flight: str) -> list[Any]:
    found: list[Any] = who.get(f"/logbook/flights/{flight}/page")["photos"]
    return found


@pytest.mark.parametrize("seed", range(6))
def test_cut_off_anywhere_it_goes_on_and_is_kept_once(hedda: Person, flight: str, folder: Path, seed: int) -> None:
    lot, key = random.Random(seed), uuid.uuid4()
    status, out = sent(hedda, flight, key, 0, b"")
    assert (status, out) == (200, {"kept": 0, "done": False})
    at, tries = 0, 0
    while not out["done"]:
        tries += 1
        assert tries < 200
        piece = PHOTO[at : at + lot.choice((1, 700, 4_000))]
        status, said = sent(hedda, flight, key, at, piece)
        assert status == 200
        if lot.random() < 0.4:
            continue  # the answer is lost: the same is sent again
        out, at = said, said["kept"]
    assert out["kept"] == len(PHOTO)
    assert [p["title"] for p in photos(hedda, flight)] == ["On the pad"]
    assert sent(hedda, flight, key, 0, b"")[1] == {"kept": len(PHOTO), "done": True}, "the last answer was lost, too"
    assert len(photos(hedda, flight)) == 1 and not list(folder.rglob(f"{key}.part"))


def test_a_piece_that_is_not_the_next_changes_nothing(hedda: Person, flight: str) -> None:
    key = uuid.uuid4()
    sent(hedda, flight, key, 0, PHOTO[:100])
    for begins, data in ((0, b"other"), (200, PHOTO[200:300])):
        assert sent(hedda, flight, key, begins, data)[1] == {"kept": 100, "done": False}
    assert sent(hedda, flight, key, 100, PHOTO[100:])[1]["done"]
    assert len(photos(hedda, flight)) == 1


def test_what_cannot_be_is_refused_and_nothing_of_it_stays(hedda: Person, flight: str) -> None:
    for begins, data, whole in ((-1, b"x", 10), (11, b"x", 10), (0, b"x" * 11, 10), (0, b"", 0), (0, b"", 30_000_000)):
        status, out = sent(hedda, flight, uuid.uuid4(), begins, data, whole)
        assert status == 422 and out["message"], (begins, whole, out)
    key = uuid.uuid4()
    status, out = sent(hedda, flight, key, 0, b"no picture", 10)
    assert status == 422 and "no picture" in out["message"]
    assert photos(hedda, flight) == [] and Pieces(hedda.user.pk, key, 10).kept == 0


def test_nobody_else_adds_to_it_and_none_without_end(
    hedda: Person, rival: Person, flight: str, folder: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    key = uuid.uuid4()
    sent(hedda, flight, key, 0, PHOTO[:100])
    assert sent(rival, flight, key, 100, b"x")[0] == 404
    for _ in range(MOST_BEGUN - 1):
        assert sent(hedda, flight, uuid.uuid4(), 0, b"x")[0] == 200
    status, out = sent(hedda, flight, uuid.uuid4(), 0, b"x")
    assert status == 422 and "one too many" in out["message"]
    # Nor is what was begun filled up without end.
    monkeypatch.setattr(pieces, "MOST_BYTES", 300)
    assert sent(hedda, flight, key, 100, PHOTO[100:200])[0] == 200
    assert sent(hedda, flight, key, 200, PHOTO[200:300])[0] == 422
    monkeypatch.undo()
    old = time.time() - (KEPT_DAYS + 1) * 86_400
    for file in folder.rglob("*.part"):
        os.utime(file, (old, old))
    assert sent(hedda, flight, uuid.uuid4(), 0, b"x")[0] == 200, "what was given up has gone"
