"""Two hundred connections that stall, and fifty streams nobody reads: another visitor is answered all the while."""

import http.client
import json
import os
import time
from collections.abc import Iterator
from contextlib import closing
from typing import Any

import pytest

from tests.faults.stalled import stalled
from tests.faults.test_killed import Server

HELD_S = 60.0 if os.environ.get("WOBBLY_THOROUGH") else 4.0


@pytest.fixture(scope="module")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    found = Server(tmp_path_factory.mktemp("stalled"), "demo")
    yield found
    found.kill()


def ask(server: Server, path: str, cookie: str = "") -> tuple[int, bytes, str]:
    with closing(http.client.HTTPConnection("127.0.0.1", server.port, timeout=20)) as line:
        line.request("GET", path, headers={"Cookie": cookie} if cookie else {})
        answer = line.getresponse()
        given = "; ".join(v.split(";")[0] for k, v in answer.getheaders() if k.lower() == "set-cookie")
        return answer.status, answer.read(), given


def visits(server: Server, seconds: float) -> list[float]:
    """Read one thing after another; how long each took. [s]"""
    taken = []
    ends = time.monotonic() + seconds
    while time.monotonic() < ends:
        for path in ("/api/session", "/", "/api/terms"):
            began = time.monotonic()
            assert ask(server, path)[0] == 200
            taken.append(time.monotonic() - began)
        time.sleep(0.05)
    return taken


def test_stalled_connections_hold_nobody_up(server: Server) -> None:
    with stalled(server.port, 200) as held:
        taken = visits(server, HELD_S)
    print(f"{len(held)} stalled for {HELD_S:.0f} s: {len(taken)} reads, slowest {max(taken):.2f} s")
    assert len(taken) > 5


def test_streams_nobody_reads_hold_nobody_up(server: Server) -> None:
    cookie = ask(server, "/")[2]
    rockets: Any = json.loads(ask(server, "/api/hangar/rockets", cookie)[1])
    path = f"/api/hangar/rockets/{rockets[0]['id']}/scatter?motor=catalogue:B9&delay_s=4&runs=20000"
    with stalled(server.port, 50, paths=(path,), cookie=cookie, kinds=("asks and reads nothing",)):
        taken = visits(server, HELD_S)
    assert len(taken) > 5
    print(f"50 unread streams for {HELD_S:.0f} s: {len(taken)} reads, slowest {max(taken):.2f} s")


def test_who_says_nothing_is_shown_the_door_and_who_comes_back_is_let_in(server: Server) -> None:
    with stalled(server.port, 4, kinds=("silent", "half a head")) as held:
        for line in held:
            line.settimeout(40)
        began = time.monotonic()
        assert [_closed(line) for line in held] == [True] * 4
        assert time.monotonic() - began < 35
    assert ask(server, "/api/session")[0] == 200


def _closed(line: Any) -> bool:
    try:
        return line.recv(10) == b""
    except ConnectionResetError:
        return True


def test_a_body_that_says_it_is_larger_than_anything_is_refused_at_once(server: Server) -> None:
    with closing(http.client.HTTPConnection("127.0.0.1", server.port, timeout=20)) as line:
        line.putrequest("POST", "/api/session")
        line.putheader("Content-Length", "900000000")
        line.endheaders()
        assert line.getresponse().status == 413


def test_what_is_read_slowly_is_given_whole(server: Server) -> None:
    whole = ask(server, "/api/terms")[1]
    with stalled(server.port, 1, kinds=("asks and reads nothing",)) as (line,):
        line.settimeout(10)
        got = b""
        while len(got) < len(whole):
            got += line.recv(512)
            time.sleep(0.01)
    assert whole[:200] in got
