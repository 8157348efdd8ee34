"""Who guesses at passwords: slowed, however they ask, and never to the harm of the person whose name they try."""

import os
from typing import Any

import pytest
from django.test import Client

from tests.api.conftest import Person
from tests.api.test_password import NEW, OLD, hedda  # noqa: F401 (a fixture)

GUESSES = 10_000 if os.environ.get("WOBBLY_THOROUGH") else 200


def sign_in(password: str, client: Client | None = None, *, name: str = "hedda", address: str = "10.0.0.9", **more: Any) -> int:
    body = {"username": name, "password": password}
    found = (client or Client()).post("/api/session", body, content_type="application/json", REMOTE_ADDR=address, **more)
    return int(found.status_code)


def test_a_stranger_s_guesses_from_one_and_from_many_addresses_shut_nobody_out(hedda: Person) -> None:  # noqa: F811
    browser = Client()
    assert sign_in(OLD, browser, address="10.0.0.7") == 200
    browser.delete("/api/session")
    tried = 0
    let_in = 0
    for n in range(GUESSES):
        answer = sign_in(f"guess {n}", address="10.0.0.9" if n % 2 else f"10.1.{n // 250}.{n % 250}")
        tried += answer == 401
        assert answer in (401, 429)
        if n % 100 == 99:  # from the same address as the stranger, even
            let_in += sign_in(OLD, browser, address="10.0.0.9") == 200
            browser.delete("/api/session")
    assert tried <= 10 and let_in == GUESSES // 100
    # A new browser waits; what a stranger made up as such a cookie is worth nothing.
    assert sign_in(OLD, address="10.2.2.2") == 429
    forged = Client()
    forged.cookies["wobbly_device"] = browser.cookies["wobbly_device"].value[:-3] + "abc"
    assert sign_in(OLD, forged, address="10.2.2.3") == 429


def test_a_known_browser_guesses_no_faster_and_is_strange_again_after_a_new_password(hedda: Person) -> None:  # noqa: F811
    browser = Client()
    assert sign_in(OLD, browser) == 200
    assert [sign_in(f"guess {n}", browser) for n in range(12)].count(401) <= 10
    other = Client()
    assert sign_in(OLD, other, address="10.9.9.9") == 200
    hedda.client.post("/api/session", {"username": "hedda", "password": OLD}, content_type="application/json")
    assert hedda.call("PUT", "/session/password", {"old": OLD, "new": NEW})[0] == 204
    for n in range(12):
        sign_in(f"guess {n}", address="10.3.3.3")
    assert sign_in(NEW, other, address="10.9.9.9") == 429


@pytest.mark.parametrize("pad", [" " * 5000, "\n" * 5000])
def test_padding_a_body_passes_no_limit(hedda: Person, pad: str) -> None:  # noqa: F811
    for n in range(15):
        body = pad + f'{{"username": "hedda", "password": "guess {n}"}}'
        assert Client().post("/api/session", body, content_type="application/json").status_code in (422, 429)
    for n in range(12):
        body = " " * 3000 + f'{{"password": "guess {n}", "username": "hedda"}}'
        last = Client().post("/api/session", body, content_type="application/json", REMOTE_ADDR=f"10.4.0.{n}").status_code
    assert last == 429


@pytest.mark.parametrize("new", ["password", "12345678", "qwertyuiop", "hedda-hedda", "11111111"])
def test_what_everybody_guesses_first_is_no_password(hedda: Person, new: str) -> None:  # noqa: F811
    if new == "hedda-hedda":
        hedda.user.username = "heddahedda"
        hedda.user.save()
    status, out = hedda.call("PUT", "/session/password", {"old": OLD, "new": new})
    assert status == 422 and out["fields"][0]["field"] == "new"


@pytest.mark.parametrize(
    ("headers", "kind", "status"),
    [
        ({"HTTP_ORIGIN": "https://elsewhere.test"}, "application/json", 403), ({"HTTP_ORIGIN": "null"}, "application/json", 403),
        ({"HTTP_SEC_FETCH_SITE": "cross-site"}, "application/json", 403), ({}, "text/plain", 415), ({}, "application/x-www-form-urlencoded", 415),
        ({"HTTP_ORIGIN": "http://testserver"}, "application/json", 200), ({}, "application/json; charset=utf-8", 200),
    ],
)  # fmt: skip
def test_only_this_site_s_own_pages_sign_in_and_write(hedda: Person, headers: dict[str, str], kind: str, status: int) -> None:  # noqa: F811
    body = f'{{"username": "hedda", "password": "{OLD}"}}'
    assert Client().post("/api/session", body, content_type=kind, **headers).status_code == status  # type: ignore[arg-type]
    wrote = hedda.client.patch("/api/preferences", '{"theme": "field"}', content_type=kind, **headers)  # type: ignore[arg-type]
    assert wrote.status_code == status
    policy = wrote.headers["Permissions-Policy"]
    assert "camera=()" in policy and "form-action 'self'" in wrote.headers["Content-Security-Policy"]
