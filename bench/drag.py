"""How long a hand waits on the Shape station: from each move of a drag, and each key, to the next paint. `python -m bench.drag`

The demo must be running (`make demo`). Measured in the page itself: from the event's own time stamp to the task after the frame
in which it was handled.
"""

import json
import os
import sys
import urllib.request
from statistics import median, quantiles

from playwright.sync_api import Locator, Page, sync_playwright

BASE = "http://127.0.0.1:8000"
FLAGS = ["--no-sandbox", "--disable-gpu", "--no-first-run", "--disable-background-networking"]
LISTEN = """() => {
  window.__waits = { pointermove: [], keydown: [], pointerdown: [], pointerup: [] };
  for (const kind of Object.keys(window.__waits)) window.addEventListener(kind, (event) => {
    requestAnimationFrame(() => {
      const then = new MessageChannel();
      then.port1.onmessage = () => window.__waits[kind].push(performance.now() - event.timeStamp);
      then.port2.postMessage(0);
    });
  }, { capture: true });
}"""


def pull(page: Page, handle: Locator) -> bool:
    """Drag a handle to and fro and nudge it by key; whether it could be seen."""
    box = handle.bounding_box()
    if box is None:
        return False
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(40):
        page.mouse.move(x + 12 * ((step % 20) - 10) / 10, y)
        page.wait_for_timeout(16)
    page.mouse.up()
    page.wait_for_timeout(400)
    handle.focus()
    for _ in range(10):
        page.keyboard.press("ArrowRight")
        page.wait_for_timeout(60)
    page.wait_for_timeout(400)
    return True


def main() -> None:
    """Drag and nudge every handle of the rocket with most parts; print the waits."""
    with urllib.request.urlopen(f"{BASE}/api/hangar/rockets") as answer:
        rockets = [r for r in json.load(answer) if not r["quick"]]
    rocket = max(rockets, key=lambda r: len(r["drawn"]))
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=os.environ.get("CHROMIUM", "/usr/bin/chromium"), args=FLAGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{BASE}/rockets/{rocket['id']}/shape")
        parts = page.locator("svg [role=button]")
        parts.first.wait_for()
        page.wait_for_timeout(1500)
        page.evaluate(LISTEN)
        pulled = 0
        for n in range(parts.count()):
            parts.nth(n).focus()
            page.keyboard.press("Enter")  # chosen, it shows its handles
            page.wait_for_timeout(300)
            handles = page.get_by_role("slider")
            for h in range(handles.count()):
                if pulled == 8:
                    break
                pulled += pull(page, handles.nth(h))
        found = page.evaluate("() => window.__waits")
        browser.close()
    print(f"{rocket['name']}, {len(rocket['drawn'])} parts drawn, {pulled} handles")
    for kind, waits in found.items():
        if len(waits) > 4:
            p98 = f"p98 {quantiles(waits, n=50)[-1]:4.0f} ms  " if len(waits) > 50 else ""
            print(f"  {kind:12} n {len(waits):4}  median {median(waits):4.0f} ms  {p98}worst {max(waits):4.0f} ms")


if __name__ == "__main__":
    sys.exit(main())
