"""Two hundred writes over sockets, the server killed in the middle: what it said it kept is there."""

import http.client
import json
import os
import re
import signal
import socket
import sqlite3
import subprocess
import sys
import threading
import time
import uuid
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
WRITES, WRITERS = 200, 4


class Server:
    """`manage.py run`, or another, as a process of its own, on a database of its own."""

    def __init__(self, var: Path, serves: str = "run") -> None:
        self.var, self.serves = var, serves
        self.said: list[str] = []
        with closing(socket.socket()) as free:
            free.bind(("127.0.0.1", 0))
            self.port = int(free.getsockname()[1])
        self.start()

    def start(self) -> None:
        env = {k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"} | {"WOBBLY_VAR": str(self.var)}
        command = [sys.executable, "manage.py", self.serves, "--port", str(self.port)]
        self.process = subprocess.Popen(command, cwd=ROOT, start_new_session=True, env=env, stdout=subprocess.PIPE, text=True)
        assert self.process.stdout is not None
        self.link = ""
        for line in self.process.stdout:
            self.said.append(line)
            self.link = found[0] if (found := re.findall(r"(/enter/\S+)", line)) else self.link
            if self.link or ("ready" in line and self.serves != "run"):
                return
        raise AssertionError("it did not come up")

    def come_in(self, link: str = "") -> dict[str, str]:
        """Cookies of somebody who opened the page, by the link where one is printed."""
        jar: dict[str, str] = {}
        for path in (link or self.link, "/") if self.serves == "run" else ("/",):
            with closing(http.client.HTTPConnection("127.0.0.1", self.port, timeout=20)) as line:
                line.request("GET", path, headers={"Cookie": "; ".join(f"{k}={v}" for k, v in jar.items())})
                page = line.getresponse()
                page.read()
                jar |= dict(c.split(";")[0].split("=", 1) for n, c in page.getheaders() if n.lower() == "set-cookie")
        return jar

    def kill(self) -> None:
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait()


@pytest.fixture
def server(tmp_path: Path) -> Iterator[Server]:
    found = Server(tmp_path)
    yield found
    found.kill()


def write(port: int, cookies: dict[str, str], keys: list[str], kept: list[str]) -> None:
    """Make fields one after another until the server is gone; `kept` gets those it acknowledged."""
    try:
        with closing(http.client.HTTPConnection("127.0.0.1", port, timeout=20)) as line:
            headers = {
                "Cookie": "; ".join(f"{k}={v}" for k, v in cookies.items()), "X-CSRFToken": cookies["csrftoken"],
                "Content-Type": "application/json", "Host": f"127.0.0.1:{port}",
            }  # fmt: skip
            for key in keys:
                line.request("PUT", f"/api/stores/fields/{key}", json.dumps({"name": f"Field {key}"}), headers)
                answer = line.getresponse()
                answer.read()
                if answer.status == 200:
                    kept.append(key)
    except (OSError, http.client.HTTPException):
        pass


def test_nothing_acknowledged_is_lost(server: Server) -> None:
    kept: list[str] = []
    cookies = server.come_in()
    keys = [[str(uuid.uuid4()) for _ in range(WRITES // WRITERS)] for _ in range(WRITERS)]
    writers = [threading.Thread(target=write, args=(server.port, cookies, those, kept)) for those in keys]
    for writer in writers:
        writer.start()
    deadline = time.monotonic() + 60
    while len(kept) < WRITES // 3 and time.monotonic() < deadline:
        time.sleep(0.002)
    server.kill()
    for writer in writers:
        writer.join()
    before = list(kept)
    assert WRITES // 3 <= len(before) < WRITES, "killed too late or too early to prove anything"
    server.start()
    with closing(sqlite3.connect(f"file:{server.var / 'wobbly.sqlite3'}?mode=ro", uri=True, timeout=10)) as base:
        there = {str(uuid.UUID(k)) for (k,) in base.execute("SELECT id FROM stores_flyingfield")}
        assert base.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
    print(f"killed after {len(before)} of {WRITES} writes were acknowledged; {len(there)} are there")
    assert set(before) <= there
    # And it goes on from there.
    write(server.port, cookies, [k for those in keys for k in those], kept)
    assert {k for those in keys for k in those} <= set(kept)
