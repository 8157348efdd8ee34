"""What happened to an account can be read by its person, and by nobody else; a visit can be ended from another."""

import io
from typing import Any

from django.core.management import call_command
from django.test import Client

from tests.api.conftest import Person
from tests.api.test_password import NEW, OLD, hedda  # noqa: F401 (a fixture)
from tests.api.test_sharing import flying_day
from wobbly_fin.accounts.models import Trace

PHONE = "Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/120.0 Mobile Safari/537.36"


def sign_in(password: str, name: str = "hedda", **more: Any) -> Client:
    found = Client(**more)
    found.post("/api/session", {"username": name, "password": password}, content_type="application/json")
    return found


def said(client: Client) -> list[str]:
    return [t["said"] for t in client.get("/api/session/traces").json()["traces"]]


def test_coming_in_failing_and_changing_are_told_to_whom_it_concerns(hedda: Person, rival: Person) -> None:  # noqa: F811
    desk = sign_in(OLD)
    for _ in range(5):
        sign_in("wrong", HTTP_USER_AGENT=PHONE)
    sign_in("wrong", name="nobody at all")
    lines = said(desk)
    assert lines.count("Signed in.") == 1 and lines.count("Somebody tried to sign in and could not, Chrome, Android.") == 1
    assert rival.get("/session/traces")["traces"] == [] and Trace.objects.count() == 2
    desk.put("/api/session/password", {"old": OLD, "new": NEW}, content_type="application/json")
    assert "The password was changed." in said(desk)


def test_a_visit_is_ended_from_another_and_nobody_ends_another_s(hedda: Person, rival: Person) -> None:  # noqa: F811
    desk, phone = sign_in(OLD), sign_in(OLD, HTTP_USER_AGENT=PHONE)
    visits = desk.get("/api/session/traces").json()["visits"]
    assert [(v["said"], v["here"]) for v in visits] == [("Signed in, Chrome, Android.", False), ("Signed in.", True)]
    assert rival.call("DELETE", f"/session/visits/{visits[0]['visit']}")[0] == 404
    assert phone.get("/api/session").json()["username"] == "hedda"
    left = desk.delete(f"/api/session/visits/{visits[0]['visit']}").json()
    assert [v["here"] for v in left["visits"]] == [True] and "A visit was ended: Chrome, Android." in [
        t["said"] for t in left["traces"]
    ]
    assert phone.get("/api/session").json()["username"] is None and desk.get("/api/session").json()["username"] == "hedda"
    assert desk.delete(f"/api/session/visits/{visits[0]['visit']}").status_code == 404


def test_links_archives_and_an_officer_s_look_are_told(hedda: Person) -> None:  # noqa: F811
    rocket = hedda.rocket()
    key = "6f6b1c1e-7d0c-4c53-9a57-111111111111"
    hedda.call("PUT", f"/shares/{key}", {"rocket_id": rocket["id"]})
    hedda.call("DELETE", f"/shares/{key}")
    data = hedda.client.get("/api/logbook/archive.zip")
    assert data.status_code == 200
    boss = Person("boss")
    call_command("flyer", "boss", officer="yes", stdout=io.StringIO())
    day = flying_day(hedda, rocket)["day"]
    for _ in range(3):
        assert boss.call("GET", f"/range?day={day}")[0] == 200
    lines = said(hedda.client)
    assert lines == [
        f"boss looked at the manifest of {day}, as range officer.", "Everything was saved as an archive.", "A link was taken back.",
        "A link was made to Pip.",
    ]  # fmt: skip
