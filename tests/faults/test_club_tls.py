"""A club served over TLS with a certificate of its own, by processes that count together; asked as a phone asks."""

import contextlib
import http.client
import json
import os
import signal
import socket
import ssl
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
import trustme

ROOT = Path(__file__).resolve().parents[2]
NAME, PASSWORD = "launch.club.test", "a long password"


class Club:
    """`manage.py club` on a database of its own, and a phone that trusts its certificate."""

    def __init__(self, var: Path) -> None:
        authority = trustme.CA()
        pair = authority.issue_cert(NAME)
        self.certificate, self.key = var / "club.pem", var / "club.key"
        self.certificate.write_bytes(b"".join(p.bytes() for p in pair.cert_chain_pems))
        self.key.write_bytes(pair.private_key_pem.bytes())
        self.trusts = ssl.create_default_context()
        authority.configure_trust(self.trusts)
        with contextlib.closing(socket.socket()) as free:
            free.bind(("127.0.0.1", 0))
            self.port = int(free.getsockname()[1])
        self.env = {k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"} | {"WOBBLY_VAR": str(var)}
        subprocess.run([sys.executable, "manage.py", "migrate", "-v", "0"], cwd=ROOT, env=self.env, check=True)
        flyer = [sys.executable, "manage.py", "flyer", "hedda", "--password-stdin"]
        subprocess.run(flyer, cwd=ROOT, env=self.env, input=PASSWORD, text=True, check=True, capture_output=True)
        command = [
            sys.executable, "manage.py", "club", "--certificate", str(self.certificate), "--key", str(self.key), "--name", NAME, "--address",
            f"127.0.0.1:{self.port}", "--processes", "2",
        ]  # fmt: skip
        self.process = subprocess.Popen(
            command, cwd=ROOT, env=self.env, stdout=subprocess.PIPE, text=True, start_new_session=True
        )
        assert self.process.stdout is not None
        assert any("ready" in line for line in self.process.stdout), "it did not come up"

    def ask(
        self, method: str, path: str, body: Any = None, *, host: str = NAME, trusts: ssl.SSLContext | None = None, **headers: str
    ) -> tuple[int, list[tuple[str, str]], bytes]:
        """On a line of its own, so that any of the processes may take it."""
        with socket.create_connection(("127.0.0.1", self.port), timeout=30) as plain:
            line = http.client.HTTPSConnection(host, self.port)
            line.sock = (trusts or self.trusts).wrap_socket(plain, server_hostname=NAME)
            text = json.dumps(body) if body is not None else None
            line.request(method, path, text, {"Content-Type": "application/json", "Connection": "close"} | headers)
            answer = line.getresponse()
            return answer.status, answer.getheaders(), answer.read()


@pytest.fixture(scope="module")
def club(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Club]:
    found = Club(tmp_path_factory.mktemp("club"))
    yield found
    os.killpg(found.process.pid, signal.SIGTERM)
    found.process.wait()


def cookies(headers: list[tuple[str, str]]) -> dict[str, str]:
    """By name: the whole line that sets it."""
    return {line.partition("=")[0]: line for name, line in headers if name.lower() == "set-cookie"}


def value(line: str) -> str:
    return line.partition("=")[2].partition(";")[0]


def sign_in(club: Club, name: str, password: str) -> tuple[int, list[tuple[str, str]], bytes]:
    token = value(cookies(club.ask("GET", "/")[1])["csrftoken"])
    told = {"username": name, "password": password}
    where = {"Cookie": f"csrftoken={token}", "X-CSRFToken": token, "Referer": f"https://{NAME}:{club.port}/"}
    return club.ask("POST", "/api/session", told, **where)


def test_nothing_is_readable_on_the_way_and_cookies_go_no_other(club: Club) -> None:
    status, headers, _ = club.ask("GET", "/")
    told = {k.lower(): v for k, v in headers}
    assert status == 200 and "max-age=" in told["strict-transport-security"]
    policy = told["content-security-policy"]
    assert "default-src 'self'" in policy and "unsafe-inline" not in policy and "unsafe-eval" not in policy
    assert "Secure" in cookies(headers)["csrftoken"]
    status, headers, body = sign_in(club, "hedda", PASSWORD)
    session = cookies(headers)["sessionid"]
    assert status == 200 and json.loads(body)["username"] == "hedda"
    assert all(word in session for word in ("Secure", "HttpOnly", "SameSite=Lax"))
    mine = {"Cookie": f"sessionid={value(session)}"}
    assert all(club.ask("GET", "/api/hangar/rockets", **mine)[0] == 200 for _ in range(6)), "signed in with every process"


def test_who_trusts_another_certificate_does_not_get_in(club: Club) -> None:
    with pytest.raises(ssl.SSLCertVerificationError):
        club.ask("GET", "/", trusts=ssl.create_default_context())
    with pytest.raises((ConnectionError, http.client.HTTPException, ssl.SSLError, TimeoutError)):
        line = http.client.HTTPConnection("127.0.0.1", club.port, timeout=10)
        line.request("GET", "/")
        line.getresponse()


def test_a_name_that_is_not_the_clubs_is_refused(club: Club) -> None:
    assert club.ask("GET", "/", host="elsewhere.test")[0] == 400


def test_guessing_is_slowed_by_all_processes_together(club: Club) -> None:
    answers = [sign_in(club, "hedda", f"guess {n}")[0] for n in range(14)]
    assert answers[0] == 401 and 429 in answers and answers.index(429) <= 11, answers
    assert sign_in(club, "hedda", PASSWORD)[0] == 429, "even the right one has to wait"


def test_a_key_of_another_certificate_is_named(club: Club, tmp_path: Path) -> None:
    other = tmp_path / "other.key"
    other.write_bytes(trustme.CA().issue_cert(NAME).private_key_pem.bytes())
    done = subprocess.run(
        [sys.executable, "manage.py", "club", "--certificate", str(club.certificate), "--key", str(other), "--name", NAME],
        cwd=ROOT, env=club.env, capture_output=True, text=True,
    )  # fmt: skip
    assert done.returncode != 0 and str(other) in done.stderr


def test_the_deployment_checks_find_nothing(tmp_path: Path) -> None:
    # What the browser tests set for themselves is no part of what is served.
    env = {k: v for k, v in os.environ.items() if k != "DJANGO_ALLOW_ASYNC_UNSAFE"}
    env |= {"DJANGO_SETTINGS_MODULE": "wobbly_fin.site.club_settings", "WOBBLY_VAR": str(tmp_path)}
    command = [sys.executable, "-m", "django", "check", "--deploy", "--fail-level", "WARNING"]
    checked = subprocess.run(command, cwd=ROOT, env=env, capture_output=True, text=True, check=False)
    # Silenced is the one that asks for a place on the browsers' preload list, which is the club's own to ask for.
    assert checked.returncode == 0 and "(1 silenced)" in checked.stdout + checked.stderr, checked.stderr
