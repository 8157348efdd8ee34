"""Who may see what."""

from typing import Any

import pytest
from django.contrib.sessions.models import Session
from django.test import Client

from tests.api.conftest import Person
from wobbly_fin.demo.load import load_demo

NOBODYS = "00000000-0000-4000-8000-000000000000"


def test_what_is_anothers_is_not_there(hedda: Person, rival: Person) -> None:
    rocket = hedda.rocket()
    flight = hedda.log(rocket)[1]
    field = hedda.call("PUT", f"/stores/fields/{NOBODYS}", {"name": "Mine"})[1]
    paths = [
        ("GET", f"/hangar/rockets/{rocket['id']}"), ("GET", f"/hangar/rockets/{rocket['id']}/board"), ("DELETE", f"/hangar/rockets/{rocket['id']}"),
        ("GET", f"/hangar/rockets/{rocket['id']}/flight?motor=catalogue:C8&delay_s=5"), ("POST", f"/hangar/rockets/{rocket['id']}/undo"),
        ("POST", f"/hangar/rockets/{rocket['id']}/restore"), ("GET", f"/logbook/flights/{flight['id']}"), ("DELETE", f"/logbook/flights/{flight['id']}"),
        ("DELETE", f"/stores/fields/{field['id']}"),
    ]  # fmt: skip
    for method, path in paths:
        assert rival.call(method, path)[0] == 404, path
    assert rival.edit(rocket)[0] == 409 and rival.log(rocket)[0] == 404 and rival.log(rocket, key=flight["id"])[0] == 409
    assert rival.call("PUT", f"/stores/fields/{field['id']}", {"name": "Now mine"})[0] == 409
    assert (
        rival.get("/hangar/rockets") == []
        and rival.get("/logbook/flights")["flights"] == []
        and rival.get("/stores/fields") == []
    )
    assert hedda.get(f"/hangar/rockets/{rocket['id']}")["revision"] == 1


def test_sign_in_and_out(hedda: Person) -> None:
    browser = Client()
    assert browser.get("/api/session").json()["username"] is None
    wrong = browser.post("/api/session", {"username": "hedda", "password": "wrong"}, content_type="application/json")
    assert wrong.status_code == 401 and wrong.json()["fields"]
    right = browser.post("/api/session", {"username": "hedda", "password": "a long password"}, content_type="application/json")
    assert right.json()["username"] == "hedda"
    assert browser.delete("/api/session").status_code == 204 and browser.get("/api/hangar/rockets").status_code == 401


def test_writes_want_the_csrf_token(hedda: Person) -> None:
    careful = Client(enforce_csrf_checks=True)
    careful.force_login(hedda.user)
    assert careful.post("/api/hangar/drafts", {"typed": {}}, content_type="application/json").status_code == 403


@pytest.mark.parametrize(
    "demo, headers, expected",
    [
        (True, {}, "demo"),
        (False, {}, None),
        (True, {"REMOTE_ADDR": "10.1.2.3"}, None),
        (True, {"HTTP_X_FORWARDED_FOR": "10.1.2.3"}, None),
    ],
)
def test_the_demo_signs_its_visitor_in_only_when_asked_and_only_from_this_machine(
    db: None, settings: Any, demo: bool, headers: dict[str, str], expected: str | None
) -> None:
    load_demo()
    settings.LOCAL_USER = "demo" if demo else ""
    assert Client().get("/api/session", **headers).json()["username"] == expected  # type: ignore[arg-type]


def test_a_script_that_keeps_no_cookie_leaves_no_session_behind(db: None, settings: Any) -> None:
    load_demo()
    settings.LOCAL_USER = "demo"
    for path in ("/api/session", "/api/hangar/rockets", "/api/hangar/rockets"):
        answer = Client().get(path)
        assert answer.status_code == 200 and "sessionid" not in answer.cookies
    assert not Session.objects.exists()
    page = Client()
    page.get("/")
    assert Session.objects.count() == 1 and page.get("/api/session").json()["username"] == "demo"
    settings.LOCAL_BY_LINK = True
    assert Client().get("/api/hangar/rockets").status_code == 401


@pytest.mark.parametrize("host", ["elsewhere.test", "127.0.0.1.elsewhere.test", "elsewhere.test:8000"])
def test_a_page_elsewhere_whose_name_leads_here_reads_nothing(db: None, settings: Any, host: str) -> None:
    """Its requests come from this very machine; only the name they ask for tells."""
    load_demo()
    settings.LOCAL_USER = "demo"
    for path in ("/", "/api/session", "/api/hangar/rockets", "/sw.js"):
        response = Client().get(path, HTTP_HOST=host)
        assert response.status_code == 400 and "sessionid" not in response.cookies, path
        assert b"Thimble" not in response.content and b"demo" not in response.content


def test_a_demo_visitor_who_signs_out_stays_out(db: None, settings: Any) -> None:
    load_demo()
    settings.LOCAL_USER = "demo"
    visitor = Client()
    visitor.get("/")
    assert visitor.delete("/api/session").status_code == 204
    assert visitor.get("/api/session").json()["username"] is None
    assert visitor.post("/api/session/demo", REMOTE_ADDR="10.1.2.3").status_code == 404
    assert visitor.post("/api/session/demo").json()["username"] == "demo"
    assert visitor.get("/api/session").json()["username"] == "demo"
    settings.LOCAL_USER = ""
    assert Client().post("/api/session/demo").status_code == 404


def test_the_page_answers_every_client_route_and_the_api_its_own_404(hedda: Person) -> None:
    for path in ("/", "/rockets/x/motor", "/logbook", "/nowhere"):
        response = Client().get(path)
        assert response.status_code == 200 and b'id="app"' in response.content
        assert "default-src 'self'" in response.headers["Content-Security-Policy"]
    status, out = hedda.call("GET", "/nowhere")
    assert status == 404 and out["code"] == "not_found"
