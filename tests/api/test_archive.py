"""Everything a person has, out as one zip and back to the last byte; and what is no archive is refused."""

import io
import json
import uuid
import zipfile
from collections.abc import Callable

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from tests.api.conftest import Person
from tests.api.test_flight_page import log_text, upload
from wobbly_fin.demo.load import load_demo
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.models import Flight, FlightPhoto
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.sharing.archive import restore_archive, write_archive


def _a_life(person: Person) -> None:
    from PIL import Image

    rocket = person.rocket()
    person.edit(rocket, mass="90 g")
    line = person.log(rocket, height="", landing="damaged", remarks="ünïcode, “quotes”")[1]
    upload(person, f"/logbook/flights/{line['id']}/logs/{uuid.uuid4()}", log_text(line["id"]))
    picture = io.BytesIO()
    Image.new("RGB", (40, 30), (200, 80, 10)).save(picture, "PNG")
    photo = SimpleUploadedFile("p.png", picture.getvalue(), content_type="image/png")
    assert person.client.post(f"/api/logbook/flights/{line['id']}/photos/{uuid.uuid4()}", {"photo": photo}).status_code == 200
    person.call("PUT", f"/logbook/flights/{line['id']}/review", {"cause": "hard_ground", "decided": True})
    person.call("PUT", f"/logbook/teardowns/{rocket['id']}", {"on": "2026-05-01", "findings": [], "remarks": "later"})


def _gone(person: Person) -> None:
    Flight.objects.filter(owner=person.user).delete()
    for model in (Rocket,):
        model.objects.filter(owner=person.user).delete()


def test_it_comes_back_to_the_last_byte(hedda: Person) -> None:
    _a_life(hedda)
    before = write_archive(hedda.user)
    assert write_archive(hedda.user) == before, "the same rows make the same bytes"
    page = hedda.get("/logbook/flights")
    _gone(hedda)
    assert hedda.get("/logbook/flights")["flights"] == []
    counts = restore_archive(hedda.user, before)
    assert counts["logbook.flight"] == 1 and counts["hangar.rocketrevision"] == 2 and counts["logbook.flightlogfile"] == 1
    assert write_archive(hedda.user) == before
    assert hedda.get("/logbook/flights") == page


def test_the_whole_demo_comes_back_to_the_last_byte(db: None) -> None:
    user = load_demo()
    before = write_archive(user)
    from wobbly_fin.demo.load import reset_demo

    fresh = reset_demo(empty=True)
    restore_archive(fresh, before)
    assert write_archive(fresh) == before


def test_over_its_own_hangar_nothing_is_put_in_twice_and_what_differs_is_chosen(hedda: Person) -> None:
    _a_life(hedda)
    before = write_archive(hedda.user)
    status, out = upload(hedda, "/logbook/archive", before)
    assert status == 200 and set(out) <= {"same", "hangar.snapshot"} and write_archive(hedda.user) == before
    # What was done since stays, unless the archive's version is asked for: that takes it back.
    rocket = hedda.get("/hangar/rockets")[0]
    hedda.edit(rocket, mass="140 g")
    since = write_archive(hedda.user)
    assert upload(hedda, "/logbook/archive", before)[1]["kept"] >= 1 and write_archive(hedda.user) == since
    assert upload(hedda, "/logbook/archive?differing=archive", before)[1]["replaced"] >= 1
    assert hedda.get("/hangar/rockets")[0]["document"] == rocket["document"]
    # Half of it thrown away comes back, and only that.
    Flight.objects.filter(owner=hedda.user).delete()
    out = upload(hedda, "/logbook/archive", before)[1]
    assert out["logbook.flight"] == 1 and "hangar.rocket" not in out and len(hedda.get("/logbook/flights")["flights"]) == 1
    assert upload(hedda, "/logbook/archive?differing=nobody", before)[0] == 422


def test_into_another_account_it_goes_under_keys_of_its_own_and_touches_nobody_s(hedda: Person, rival: Person) -> None:
    _a_life(hedda)
    data = write_archive(hedda.user)
    status, out = upload(rival, "/logbook/archive", data)
    assert status == 200 and out["logbook.flight"] == 1 and out["hangar.rocket"] == 1
    assert write_archive(hedda.user) == data
    mine, theirs = hedda.get("/logbook/flights")["flights"], rival.get("/logbook/flights")["flights"]
    assert len(theirs) == 1 and theirs[0]["id"] != mine[0]["id"] and theirs[0]["remarks"] == mine[0]["remarks"]
    page = rival.get(f"/logbook/flights/{theirs[0]['id']}")
    assert page["flight"]["rocket_name"] == hedda.get(f"/logbook/flights/{mine[0]['id']}")["flight"]["rocket_name"]
    assert FlightPhoto.objects.filter(flight__owner=rival.user).count() == 1
    # Again: the very same keys, so nothing twice; and out and in again to the byte.
    again = upload(rival, "/logbook/archive", data)[1]
    assert set(again) <= {"same", "kept", "hangar.snapshot"} and len(rival.get("/logbook/flights")["flights"]) == 1
    assert write_archive(rival.user) == write_archive(rival.user)


def test_a_photo_whose_picture_is_gone_from_the_disk_takes_nothing_else_with_it(hedda: Person) -> None:
    _a_life(hedda)
    FlightPhoto.objects.get().file.delete(save=False)
    before = write_archive(hedda.user)
    _gone(hedda)
    counts = restore_archive(hedda.user, before)
    assert counts["logbook.flight"] == 1 and "logbook.flightphoto" not in counts


def _changed(data: bytes, change: Callable[[dict], None] | None = None, drop: str = "") -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(data)) as old, zipfile.ZipFile(out, "w") as new:
        for name in old.namelist():
            raw = old.read(name)
            if drop and name.startswith(drop):
                continue
            if name == "archive.json" and change is not None:
                document = json.loads(raw)
                change(document)
                raw = json.dumps(document).encode()
            new.writestr(name, raw)
    return out.getvalue()


def _row(document: dict, model: str) -> dict:
    return next(r for r in document["rows"] if r["model"] == model)


def test_what_is_no_archive_or_was_tampered_with_is_refused_and_nothing_is_kept(hedda: Person) -> None:
    _a_life(hedda)
    good = write_archive(hedda.user)
    _gone(hedda)

    def set_version(d: dict) -> None:
        d["version"] = 99

    def other_model(d: dict) -> None:
        d["rows"].append({"model": "auth.user", "pk": 1, "fields": {"is_superuser": True}})

    def other_rocket(d: dict) -> None:
        _row(d, "logbook.flight")["fields"]["rocket"] = str(uuid.uuid4())

    def snapshot(d: dict) -> None:
        _row(d, "hangar.snapshot")["fields"]["content"] = {"name": "another"}

    def bad_rocket(d: dict) -> None:
        _row(d, "hangar.rocket")["fields"]["document"] = {"stages": "none"}

    def owner(d: dict) -> None:
        _row(d, "hangar.rocket")["fields"]["surprise"] = 1

    def bad_date(d: dict) -> None:
        _row(d, "logbook.flight")["fields"]["flown_on"] = "yesterday"

    cases = [
        b"",
        b"PK\x03\x04 not really",
        _changed(good, drop="logs/"),
        _changed(good, drop="photos/"),
        _changed(good, drop="archive.json"),
    ]
    cases += [_changed(good, c) for c in (set_version, other_model, other_rocket, snapshot, bad_rocket, owner, bad_date)]
    cases += [good[: len(good) // 2], good[:200] + b"\x00" * 400 + good[600:]]
    for n, data in enumerate(cases):
        with pytest.raises((RocketryError, ValueError)) as refused:
            restore_archive(hedda.user, data)
        assert isinstance(refused.value, RocketryError) or "validation" in str(refused.value), n
        assert not Rocket.objects.filter(owner=hedda.user).exists(), n


def test_a_zip_that_unpacks_to_far_too_much_is_refused_before_it_is_unpacked(hedda: Person) -> None:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bomb, bomb.open("archive.json", "w", force_zip64=True) as member:
        for _ in range(420):
            member.write(b"0" * 1_000_000)
    assert len(out.getvalue()) < 1_000_000
    with pytest.raises(RocketryError, match="unpacks to more"):
        restore_archive(hedda.user, out.getvalue())
