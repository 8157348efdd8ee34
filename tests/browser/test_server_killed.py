"""The server is killed, not stopped, while a phone is sending: after it is back nothing is lost and nothing there twice."""

import os
import re
import signal
import socket
import sqlite3
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest
from playwright.sync_api import BrowserContext, expect

ROOT = Path(__file__).resolve().parents[2]
SEEDED = 390  # one sending, and long enough to be killed in the middle of it


class Demo:
    """`manage.py demo` as a process of its own, on its own database."""

    def __init__(self, var: Path) -> None:
        self.var = var
        with closing(socket.socket()) as free:
            free.bind(("127.0.0.1", 0))
            self.port = free.getsockname()[1]
        self.url = f"http://127.0.0.1:{self.port}"
        self.start()

    def start(self) -> None:
        self.process = subprocess.Popen(
            [sys.executable, "manage.py", "demo", "--port", str(self.port)], cwd=ROOT, start_new_session=True,
            env={k: v for k, v in os.environ.items() if k != "DJANGO_SETTINGS_MODULE"} | {"WOBBLY_VAR": str(self.var)},
            stdout=subprocess.PIPE, text=True,
        )  # fmt: skip
        assert self.process.stdout is not None
        for line in self.process.stdout:
            if "ready" in line:
                return
        raise AssertionError("the demo did not come up")

    def kill(self) -> None:
        """Without a word of warning: it and its workers."""
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait()

    def count(self, query: str) -> int:
        with closing(sqlite3.connect(f"file:{self.var / 'wobbly.sqlite3'}?mode=ro", uri=True, timeout=10)) as base:
            return int(base.execute(query).fetchone()[0])


@pytest.fixture
def demo(tmp_path: Path) -> Iterator[Demo]:
    found = Demo(tmp_path)
    yield found
    found.kill()


def test_killed_while_a_phone_is_sending(context: BrowserContext, demo: Demo) -> None:
    page = context.new_page()
    page.set_default_timeout(30_000)
    page.goto(f"{demo.url}/launchdays")
    page.get_by_role("link", name=re.compile("Thistledown Saturday")).click()
    page.get_by_role("link", name="Field mode").click()
    queue = page.get_by_label("Queue")
    expect(queue.get_by_role("listitem").first).to_be_visible()
    flights, events = "select count(*) from logbook_flight", "select count(*) from launchdays_dayevent"
    logged, kept = demo.count(flights), demo.count(events)

    # Nothing gets through yet; meanwhile the phone has a great deal to tell, a flight among it.
    page.route("**/events", lambda route: route.abort())
    queue.get_by_role("button", name=re.compile("Inchworm")).first.click()
    page.get_by_role("button", name="What happened").click()
    page.get_by_role("button", name="opened at the top").click()
    page.get_by_role("button", name=re.compile("landed safe")).click()
    page.get_by_role("button", name=re.compile("Into the log")).click()
    expect(page.get_by_text("1 to send")).to_be_visible()
    page.evaluate(
        """(n) => new Promise((done, failed) => {
          const asked = indexedDB.open('wobbly-fin-field');
          asked.onerror = () => failed(asked.error);
          asked.onsuccess = () => {
            const rows = asked.result.transaction('events', 'readwrite').objectStore('events');
            const all = rows.getAll();
            all.onsuccess = () => {
              const [told] = all.result;
              for (let i = 0; i < n; i += 1) {
                const event = { ...told.event, id: crypto.randomUUID(), kind: 'wind', line: null, facts: { m_s: 2, from_deg: 270 } };
                rows.add({ day: told.day, sent: false, event });
              }
              rows.transaction.oncomplete = () => { asked.result.close(); done(); };
            };
          };
        })""",
        SEEDED,
    )
    page.reload()
    expect(page.get_by_text(f"{SEEDED + 1} to send")).to_be_visible()

    page.unroute("**/events")
    page.evaluate("window.dispatchEvent(new Event('online'))")
    end = time.monotonic() + 30
    while demo.count(events) - kept < 5 and time.monotonic() < end:
        time.sleep(0.002)
    demo.kill()
    after = demo.count(events) - kept
    assert 5 <= after <= SEEDED + 1
    expect(page.get_by_text(re.compile(r"to send, no network"))).to_be_visible()

    demo.start()
    page.evaluate("window.dispatchEvent(new Event('online'))")
    expect(page.get_by_text("all sent")).to_be_visible()
    assert demo.count(events) == kept + SEEDED + 1 and demo.count(flights) == logged + 1
    print(f"killed after {after} of {SEEDED + 1}")
