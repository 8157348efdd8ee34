"""Small things that would become large, and pictures that are programs: refused in a sentence, before they cost anything."""

import io
import resource
import struct
import time
import tracemalloc
import uuid
import zipfile
import zlib
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from tests.api.conftest import Person

SVG = b'<svg xmlns="http://www.w3.org/2000/svg"><script>fetch("/api/session")</script><rect width="9" height="9"/></svg>'


def png(width: int, height: int, rows: int = 1) -> bytes:
    """A picture that says it is so large; its pixels, all nought, deflate to next to nothing."""

    def chunk(kind: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    head = struct.pack(">IIBBBBB", width, height, 8, 0, 0, 0, 0)
    return (
        b"\x89PNG\r\n\x1a\n"
        + chunk(b"IHDR", head)
        + chunk(b"IDAT", zlib.compress(bytes((width + 1) * rows)))
        + chunk(b"IEND", b"")
    )


def archive(**members: Any) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as packed:
        for name, data in members.items():
            packed.writestr(name.replace("__", "."), data)
    return out.getvalue()


def sent(person: Person, path: str, box: str, name: str, data: bytes) -> tuple[int, Any]:
    response = person.client.post(f"/api{path}", {box: SimpleUploadedFile(name, data)})
    return response.status_code, response.json()


@pytest.mark.parametrize(
    ("name", "data", "says"),
    [
        ("bomb.png", png(60_000, 60_000), "pixels"), ("script.svg", SVG, "no picture"), ("script.jpg", SVG, "no picture"),
        ("page.jpg", b"<!doctype html><script>alert(1)</script>", "no picture"), ("zip.jpg", archive(a="x"), "no picture"),
        ("cut.png", png(100, 100, 100)[:60], "no picture"),
    ],
)  # fmt: skip
def test_what_only_claims_to_be_a_photo_is_refused(hedda: Person, name: str, data: bytes, says: str) -> None:
    flight = hedda.log(hedda.rocket())[1]["id"]
    begun = time.process_time()
    status, out = sent(hedda, f"/logbook/flights/{flight}/photos/{uuid.uuid4()}", "photo", name, data)
    assert status == 422 and says in out["message"] and time.process_time() - begun < 5
    assert hedda.get(f"/logbook/flights/{flight}/page")["photos"] == []


def test_an_archive_that_swells_or_nests_is_refused(hedda: Person) -> None:
    for data, says in (
        (archive(archive__json=b" " * 500_000_000), "unpacks to more"),
        (archive(archive__json="[" * 200_000), "no readable"),
        (archive(archive__json='{"format": "wobbly-fin-archive", "version": 1, "rows": ' + "[" * 200_000), "no readable"),
        (archive(**{f"f{n}": "" for n in range(20_001)}), "files"),
        (archive(archive__json='{"format": "wobbly-fin-archive", "version": 1, "rows": [{"model": "auth.user", "pk": 1, "fields": {"is_superuser": true}}]}'), "none of ours"),
    ):  # fmt: skip
        status, out = sent(hedda, "/logbook/archive", "file", "a.zip", data)
        assert status == 422 and says in out["message"], out


@pytest.mark.parametrize("opening", ["[", '{"a":', '[{"document":'])
def test_json_nested_a_hundred_thousand_deep_is_unreadable_and_no_more(hedda: Person, opening: str) -> None:
    body = opening * 100_000
    for method, path in (
        ("PUT", f"/hangar/rockets/{uuid.uuid4()}"),
        ("POST", "/units/read"),
        ("PUT", "/conditions"),
        ("POST", "/session"),
    ):
        response = hedda.client.generic(method, f"/api{path}", body, content_type="application/json")
        assert response.status_code in (400, 422), (path, response.status_code)
        assert response.json()["message"]
    shut = opening * 900 + "1" + ("]" if opening == "[" else "}" if opening[0] == "{" else "}]") * 900
    response = hedda.client.generic("PUT", f"/api/hangar/rockets/{uuid.uuid4()}", shut, content_type="application/json")
    assert response.status_code in (400, 422)


def test_more_than_four_megabytes_of_json_are_not_read(hedda: Person, client: Client) -> None:
    body = '{"typed": {"mass": "' + "9" * 5_000_000 + '"}}'
    for person in (hedda.client, client):
        response = person.generic("POST", "/api/hangar/drafts", body, content_type="application/json")
        assert response.status_code in (401, 413) and response.json()["message"]
    assert hedda.client.generic("POST", "/api/hangar/drafts", body, content_type="application/json").status_code == 413


def lying(name: str, size: int) -> bytes:
    """A zip whose directory says of a member that it is small, and whose member is not."""
    raw = archive(**{name.replace(".", "__"): b"\0" * size})
    small = struct.pack("<I", 1000)
    return raw.replace(struct.pack("<I", size), small)


def jpeg(width: int, height: int) -> bytes:
    from PIL import Image

    out = io.BytesIO()
    Image.new("RGB", (width, height), "red").save(out, "JPEG", quality=10)
    return out.getvalue()


def test_a_picture_of_one_row_and_sixty_million_columns_is_refused(hedda: Person) -> None:
    flight = hedda.log(hedda.rocket())[1]["id"]
    for width, height in ((1, 60_000_000), (60_000_000, 1), (30_000, 10), (5_100, 5_100)):
        begun = time.process_time()
        status, out = sent(hedda, f"/logbook/flights/{flight}/photos/{uuid.uuid4()}", "photo", "long.png", png(width, height))
        assert status == 422 and "pixels" in out["message"] and time.process_time() - begun < 2, (width, height)


def test_a_large_photo_of_a_camera_is_still_kept_and_takes_little(hedda: Person) -> None:
    flight = hedda.log(hedda.rocket())[1]["id"]
    tracemalloc.start()
    status, _ = sent(hedda, f"/logbook/flights/{flight}/photos/{uuid.uuid4()}", "photo", "camera.jpg", jpeg(9000, 6000))
    peak = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    assert status == 200 and peak < 100_000_000


@pytest.mark.parametrize("size", [200_000_000, 60_000_000])
def test_a_zip_that_lies_about_its_size_is_measured_before_it_is_unpacked(hedda: Person, size: int) -> None:
    data = lying("xl/workbook.xml", size)
    assert len(data) < 1_000_000
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    begun = time.process_time()
    status, out = sent(hedda, "/stores/box/read/file", "file", "list.xlsx", data)
    assert status == 422 and out["fields"][0]["field"] == "file", out
    status, out = sent(hedda, "/archive/restore", "file", "mine.zip", data)
    assert status in (404, 405, 422)
    assert time.process_time() - begun < 4
    assert resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before < 300_000  # in kB
