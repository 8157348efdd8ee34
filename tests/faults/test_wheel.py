"""The wheel, where nothing of ours is: installed into an empty environment, served without Node, opened, stopped."""

import os
import re
import signal
import subprocess
import sys
from pathlib import Path

import pytest
from playwright.sync_api import Playwright, expect

from tests.browser.conftest import CHROMIUM, FLAGS

ROOT = Path(__file__).parents[2]


@pytest.fixture(scope="module")
def wobbly(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The installed command."""
    place = tmp_path_factory.mktemp("wheel")
    uv, installed = Path(sys.executable).with_name("uv"), place / "env"
    python = str(installed / "bin/python")

    def run(*command: str) -> None:
        subprocess.run([uv, *command, "--quiet"], cwd=ROOT, check=True)

    run("build", "--wheel", "--no-build-isolation", "--python", sys.executable, "--out-dir", str(place))
    run("venv", "--python", sys.executable, str(installed))
    run("pip", "install", "--python", python, "-r", "requirements/app.txt")
    run("pip", "install", "--python", python, "--no-deps", *map(str, place.glob("*.whl")))
    return installed / "bin" / "wobbly"


def test_it_says_its_version_and_reads_a_label(wobbly: Path) -> None:
    version = re.search(r'^version = "(.+)"', (ROOT / "pyproject.toml").read_text(), re.MULTILINE)
    assert version is not None
    bare = {"PATH": "/nowhere", "HOME": str(wobbly.parent)}
    assert subprocess.check_output([wobbly, "--version"], env=bare, text=True) == f"wobbly {version[1]}\n"
    assert '"average_thrust_n": 12' in subprocess.check_output([wobbly, "decode", "D12-5"], env=bare, text=True)


def test_it_serves_a_page_and_keeps_its_data_where_the_platform_does(
    wobbly: Path, tmp_path: Path, playwright: Playwright
) -> None:
    bare = {
        "PATH": "/nowhere",
        "HOME": str(tmp_path),
        "XDG_DATA_HOME": str(tmp_path / "data"),
        "WOBBLY_CACHE_DIR": str(tmp_path / "cache"),
    }
    served = subprocess.Popen(
        [wobbly, "serve", "--port", "8497"], cwd=tmp_path, env=bare, stdout=subprocess.PIPE, text=True, start_new_session=True
    )
    try:
        assert served.stdout is not None
        link = next(found[0] for line in served.stdout if (found := re.findall(r"^(http\S+/enter/\S+)", line)))
        with playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS) as browser:
            page = browser.new_page()
            page.goto(link)
            expect(page.get_by_role("navigation").first).to_contain_text("Launch days")
            expect(page.get_by_role("status").filter(has_text="flight computer")).to_be_visible()
        assert (tmp_path / "data" / "wobbly-fin" / "wobbly.sqlite3").stat().st_mode & 0o077 == 0
        os.killpg(served.pid, signal.SIGINT)
        assert served.wait(timeout=30) == 0
    finally:
        if served.poll() is None:
            os.killpg(served.pid, signal.SIGKILL)
