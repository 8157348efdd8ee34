"""Every address of the API, walked by a stranger and by a second person with the keys of the first one's things."""

import json
import re
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from wobbly_fin.demo.load import load_demo
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.launchdays.models import LaunchDay, ManifestLine
from wobbly_fin.logbook.models import Flight, FlightLogFile, Review
from wobbly_fin.server.api import api
from wobbly_fin.sharing.archive import write_archive
from wobbly_fin.sharing.share import live_shares, share
from wobbly_fin.stores.models import FlyingField, MotorStock
from wobbly_fin.workshop.models import Build

SCHEMA: dict[str, Any] = json.loads(json.dumps(api.get_openapi_schema(), default=str))
WITHOUT_SIGNING_IN = {"session", "sign_in", "enter_demo", "shared"}
NOBODYS = "00000000-0000-4000-8000-000000000000"


def operations() -> list[tuple[str, str, dict[str, Any]]]:
    return [(path, method, told) for path, item in SCHEMA["paths"].items() for method, told in item.items()]


def example(schema: dict[str, Any]) -> Any:
    """A value a schema allows: the least there is."""
    if "$ref" in schema:
        return example(SCHEMA["components"]["schemas"][schema["$ref"].rpartition("/")[2]])
    for name in ("anyOf", "oneOf", "allOf"):
        if name in schema:
            return example(schema[name][0])
    if "default" in schema:
        return schema["default"]
    if "enum" in schema:
        return schema["enum"][0]
    if "const" in schema:
        return schema["const"]
    kind = schema.get("type")
    if kind == "object":
        wanted = schema.get("required", [])
        return {name: example(part) for name, part in schema.get("properties", {}).items() if name in wanted}
    if kind == "array":
        return []
    if kind == "string":
        return {"date": "2026-05-01", "date-time": "2026-05-01T10:00:00Z", "uuid": NOBODYS}.get(schema.get("format", ""), "x")
    return {"number": 1.0, "integer": 1, "boolean": False}.get(kind or "")


@pytest.mark.parametrize(("path", "method", "told"), [o for o in operations() if o[2]["operationId"] not in WITHOUT_SIGNING_IN])
def test_a_stranger_is_asked_to_sign_in_everywhere(db: None, path: str, method: str, told: dict[str, Any]) -> None:
    address = re.sub(r"\{[^}]+\}", NOBODYS, path.replace("{number}", "1"))
    response = Client().generic(method.upper(), address, data="{}", content_type="application/json")
    assert response.status_code == 401 and response.json()["code"] == "sign_in"


def keys_of(owner: User) -> dict[str, list[str]]:
    """By what comes before it in a path: keys of the first person's things."""
    rocket = Rocket.objects.visible_to(owner).get(name="Inchworm")
    flight = Flight.objects.filter(owner=owner, logs__isnull=False).first()
    day, build = LaunchDay.objects.filter(owner=owner).first(), Build.objects.filter(owner=owner).first()
    field, stock = FlyingField.objects.filter(owner=owner).first(), MotorStock.objects.filter(owner=owner).first()
    reviewed, log = Review.objects.filter(flight__owner=owner).first(), FlightLogFile.objects.filter(flight__owner=owner).first()
    line = ManifestLine.objects.filter(day=day).first()
    assert rocket and flight and day and build and field and stock and reviewed and log and line
    link = share(owner, uuid.uuid4(), rocket_id=rocket.pk, day_id=None)
    return {
        "rockets": [str(rocket.pk)], "teardowns": [str(rocket.pk)], "flights": [str(flight.pk), str(reviewed.flight_id)], "logs": [str(log.pk)],
        "days": [str(day.pk)], "range": [str(day.pk)], "lines": [str(line.pk)], "builds": [str(build.pk)], "fields": [str(field.pk)],
        "stock": [str(stock.pk)], "box": [str(stock.pk)], "shares": [str(link.pk)],
    }  # fmt: skip


def call(client: Client, method: str, address: str, told: dict[str, Any]) -> tuple[int, str]:
    """An operation with the least its schema asks for."""
    body = told.get("requestBody", {}).get("content", {})
    if "multipart/form-data" in body:
        rows = b"t,h\n" + b"\n".join(b"%d,%d" % (i, i % 7) for i in range(40))
        names = body["multipart/form-data"]["schema"].get("properties", {"file": 0})
        response = getattr(client, method)(address, {name: SimpleUploadedFile("x.csv", rows) for name in names})
    else:
        sent = example(body["application/json"]["schema"]) if "application/json" in body else {}
        query = [
            f"{p['name']}={example(p['schema'])}" for p in told.get("parameters", []) if p["in"] == "query" and p.get("required")
        ]
        response = client.generic(
            method.upper(), address + ("?" + "&".join(query) if query else ""), json.dumps(sent), content_type="application/json"
        )
    content = b"".join(response.streaming_content) if response.streaming else response.content  # type: ignore[attr-defined]
    return response.status_code, content.decode(errors="replace")


def test_a_second_person_reaches_nothing_of_the_first(db: None) -> None:
    owner = load_demo()
    client = Client(raise_request_exception=False)
    rival = User.objects.create_user("rival", password="a long password")
    keys = keys_of(owner)
    secret = {
        str(pk)
        for model in (Rocket, Flight, LaunchDay, Build, FlyingField, MotorStock)
        for pk in model.objects.values_list("pk", flat=True)
    }
    before = write_archive(owner), list(live_shares(owner))
    calls = refused = 0
    for path, method, told in operations():
        if told["operationId"] in ("sign_in", "sign_out", "enter_demo", "shared"):
            continue
        for n in range(2):
            address = path
            for place, those in keys.items():
                address = re.sub(rf"/{place}/\{{[^}}]+\}}", f"/{place}/{those[min(n, len(those) - 1)]}", address)
            theirs = address != path
            address = re.sub(r"\{[^}]+\}", NOBODYS, address)
            client.force_login(rival)
            status, text = call(client, method, address, told)
            asked = f"{method} {address}: {status} {text[:200]}"
            assert status < 500, asked
            if theirs:
                assert status in (403, 404, 409, 422), asked
                refused += status in (403, 404, 409)
            assert not any(pk in text for pk in secret if pk not in address), asked
            calls += 1
    assert (write_archive(owner), list(live_shares(owner))) == before, "something of the first person's was changed"
    print(f"{calls} calls, {refused} refused as not theirs, the others for what they said")
    assert refused > 100
