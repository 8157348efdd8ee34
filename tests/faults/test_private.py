"""What is written is its owner's alone, what was not is tightened; the link lets one in once, and nobody without it."""

import http.client
import os
import stat
import subprocess
import sys
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest

from tests.faults.test_killed import ROOT, Server
from wobbly_fin.site.backups import write_backup
from wobbly_fin.site.private import tighten


def readable_by_others(folder: Path) -> list[str]:
    return [str(p) for p in (folder, *folder.rglob("*")) if stat.S_IMODE(p.lstat().st_mode) & 0o077 and not p.is_symlink()]


@pytest.fixture(scope="module")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    var = tmp_path_factory.mktemp("private") / "var"
    var.mkdir(mode=0o755)
    (var / "cache").mkdir(mode=0o755)
    (var / "cache" / "old.txt").write_bytes(b"x")
    (var / "cache" / "old.txt").chmod(0o644)
    found = Server(var)
    yield found
    found.kill()


def manage(server: Server, *words: str) -> str:
    env = {k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"} | {"WOBBLY_VAR": str(server.var)}
    done = subprocess.run([sys.executable, "manage.py", *words], cwd=ROOT, env=env, capture_output=True, text=True, check=True)
    return done.stdout


def test_nothing_an_installation_writes_is_readable_by_others(server: Server, tmp_path: Path) -> None:
    assert any("could be read by others" in line for line in server.said)
    target = tmp_path / "saved.zip"
    write_backup(server.var, target)
    server.come_in()
    assert readable_by_others(server.var) == []
    assert stat.S_IMODE(target.stat().st_mode) == 0o600
    names = {p.name for p in server.var.rglob("*")}
    assert {"wobbly.sqlite3", "wobbly.sqlite3-wal", "secret_key"} <= names


def session(server: Server, jar: dict[str, str]) -> str:
    with closing(http.client.HTTPConnection("127.0.0.1", server.port, timeout=20)) as line:
        line.request("GET", "/api/session", headers={"Cookie": "; ".join(f"{k}={v}" for k, v in jar.items())})
        return line.getresponse().read().decode()


def test_the_link_lets_in_once_and_another_can_be_had(server: Server) -> None:
    fresh = manage(server, "link", "--port", str(server.port)).strip()
    link = "/enter/" + fresh.partition("/enter/")[2]
    assert '"username":null' in session(server, {}).replace(" ", "")
    mine = server.come_in(link)
    assert '"owner"' in session(server, mine)
    # Used, or made up: nobody comes in.
    for wrong in (link, "/enter/nonsense", link[:-2] + "xx"):
        jar = server.come_in(wrong)
        assert "sessionid" not in jar and '"username":null' in session(server, jar).replace(" ", "")
    # Whoever asks without it is refused, from this machine too.
    with closing(http.client.HTTPConnection("127.0.0.1", server.port, timeout=20)) as line:
        line.request("GET", "/api/hangar/rockets")
        assert line.getresponse().status == 401
    with closing(http.client.HTTPConnection("127.0.0.1", server.port, timeout=20)) as line:
        line.request("POST", "/api/session/demo", "{}", {"Content-Type": "application/json"})
        assert line.getresponse().status in (403, 404)


def test_links_are_left_alone_and_what_is_gone_is_no_error(tmp_path: Path) -> None:
    outside = tmp_path / "outside"
    outside.write_text("x")
    outside.chmod(0o644)
    inside = tmp_path / "var"
    inside.mkdir(mode=0o700)
    (inside / "link").symlink_to(outside)
    assert tighten(inside) == 0 and stat.S_IMODE(outside.stat().st_mode) == 0o644
    (inside / "file").write_text("x")
    (inside / "file").chmod(0o640)
    assert tighten(inside) == 1 and tighten(inside) == 0
