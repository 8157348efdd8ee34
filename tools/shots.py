"""`make shots`: one current picture per main view, from freshly loaded demo data, into docs/screenshots."""

import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

from playwright.sync_api import Page, expect, sync_playwright

ROOT = Path(__file__).parents[1]
OUT = ROOT / "docs/screenshots"
PORT = 8321
BASE = f"http://127.0.0.1:{PORT}"
DESK, PHONE = (1280, 800), (390, 844)
FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"]


def pin(page: Page) -> None:
    for motor in ("C13", "D14", "D17"):
        page.get_by_role("button", name=f"Pin {motor} for comparing").click()
    page.get_by_label("Pinned motors").scroll_into_view_if_needed()


def air(page: Page) -> None:
    page.get_by_role("button", name="Scatter it").click()
    page.get_by_text("1000 of 1000 flown").wait_for()
    page.get_by_label("Time in the flight").fill("4")
    page.evaluate("window.scrollTo(0, innerWidth < 500 ? 700 : 330)")


def hold_the_fins(page: Page) -> None:
    page.get_by_label("Parts from nose to tail").get_by_role("button", name=re.compile(r"\bfins\b")).click()
    page.get_by_role("slider", name="fins: span").wait_for()


def begin(page: Page) -> None:
    page.get_by_label("At least this high").fill("120 m")
    page.get_by_label("At most this high").fill("180 m")
    page.get_by_label("Whole rockets").get_by_role("article").nth(1).wait_for()


def calendar(page: Page) -> None:
    page.get_by_label("Calendar of the plan").wait_for()
    page.evaluate("window.scrollTo(0, document.querySelector('[role=tablist]').getBoundingClientRect().top + scrollY - 8)")


def wait_for_queue(page: Page) -> None:
    page.get_by_label("Queue").get_by_role("listitem").first.wait_for()


def fold_on(page: Page) -> None:
    for _ in range(4):
        page.get_by_role("button", name="Done, next").click()
    page.evaluate("window.scrollTo(0, 0)")


def load_chain(page: Page) -> None:
    page.get_by_label("What holds it").scroll_into_view_if_needed()
    page.evaluate(
        "window.scrollTo(0, document.querySelector('[aria-label=\"What holds it\"]').getBoundingClientRect().top + scrollY - 60)"
    )


def card_in_hand(page: Page) -> None:
    for _ in range(3):
        page.get_by_role("button", name="Done, next").click()
    page.evaluate("window.scrollTo(0, document.querySelector('[aria-label=Packing]').getBoundingClientRect().top + scrollY - 8)")


# file, address ({Rocket name} becomes its key), size, theme, what to do before the picture
VIEWS = [
    ("hangar", "/", DESK, "bench", None),
    ("motor-station", "/rockets/{Inchworm}/motor", DESK, "bench", None),
    ("motor-station-pinned", "/rockets/{Copper Kettle}/motor", DESK, "night-shift", pin),
    ("shape-station", "/rockets/{Night Ferry}/shape", DESK, "bench", hold_the_fins),
    ("begin", "/new?way=goal", DESK, "night-shift", begin),
    ("build-station", "/rockets/{Post Rider}/build", DESK, "bench", None),
    ("build-calendar", "/rockets/{Post Rider}/build", DESK, "night-shift", calendar),
    ("build-phone", "/rockets/{Post Rider}/build", PHONE, "bench", None),
    ("recovery-station", "/rockets/{Copper Kettle}/recovery", DESK, "bench", fold_on),
    ("recovery-two-events", "/rockets/{Old Bellwether}/recovery", DESK, "night-shift", load_chain),
    ("recovery-card-phone", "/rockets/{Inchworm}/recovery", PHONE, "field", card_in_hand),
    ("flight", "/logbook/{flight}", DESK, "bench", None),
    ("failure-review", "/logbook/{failure}/review", DESK, "bench", None),
    ("logbook", "/logbook", DESK, "bench", None),
    ("in-the-air", "/rockets/{Copper Kettle}/air?motor=catalogue:D14&delay=5", DESK, "bench", air),
    ("field-map", "/stores/fields/{field}", DESK, "night-shift", None),
    ("launch-day", "/launchdays/{day}", DESK, "bench", None),
    ("field-mode", "/launchdays/{day}/field", PHONE, "field", wait_for_queue),
    ("hangar-phone", "/", PHONE, "bench", None),
]  # fmt: skip


def wait_until_up(server: subprocess.Popen[bytes]) -> None:
    for _ in range(400):
        if server.poll() is not None:
            sys.exit("The demo server did not start.")
        try:
            urllib.request.urlopen(f"{BASE}/api/session", timeout=1)
            return
        except OSError:
            time.sleep(0.25)
    sys.exit("The demo server took too long.")


def main() -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    var = Path(tempfile.mkdtemp())
    env = os.environ | {"WOBBLY_VAR": str(var)}
    server = subprocess.Popen([sys.executable, "manage.py", "demo", "--port", str(PORT)], cwd=ROOT, env=env)
    try:
        wait_until_up(server)
        with sync_playwright() as driver:
            browser = driver.chromium.launch(executable_path=os.environ.get("CHROMIUM", "/usr/bin/chromium"), args=FLAGS)
            take(browser)
            browser.close()
    finally:
        server.terminate()
        server.wait()
        shutil.rmtree(var, ignore_errors=True)


def take(browser) -> None:  # type: ignore[no-untyped-def]
    context = browser.new_context(locale="en-GB", reduced_motion="reduce")
    page = context.new_page()
    page.goto(BASE)
    keys = {r["name"]: r["id"] for r in page.request.get(f"{BASE}/api/hangar/rockets").json()}
    flights = page.request.get(f"{BASE}/api/logbook/flights").json()["flights"]
    ferry = [f for f in flights if f["rocket_name"] == "Night Ferry" and f["label"] == "G98-8"]
    keys["failure"], keys["flight"] = ferry[0]["id"], ferry[-1]["id"]
    keys["day"] = page.request.get(f"{BASE}/api/launchdays/days").json()[0]["id"]
    keys["field"] = page.request.get(f"{BASE}/api/stores/fields").json()[0]["id"]
    for name, address, (width, height), theme, prepare in VIEWS:
        page.set_viewport_size({"width": width, "height": height})
        page.goto(BASE + re.sub(r"\{([^}]+)\}", lambda m: keys[m[1]], address))
        page.wait_for_load_state("networkidle")
        expect(page.locator("[aria-busy=true]")).to_have_count(0, timeout=20_000)  # what is out of sight is drawn at leisure
        page.evaluate(f"document.documentElement.dataset.theme = '{theme}'")
        if prepare:
            prepare(page)
        page.wait_for_timeout(250)
        page.screenshot(path=OUT / f"{name}.png")
        page.evaluate("localStorage.clear()")
        print(f"docs/screenshots/{name}.png")


if __name__ == "__main__":
    main()
