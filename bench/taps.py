"""How long from a tap on a line of the phone's list to the next line on the screen, offline: `python -m bench.taps`; the demo must be running.

The browser is slowed four times, as Lighthouse's phone is. Told beside it: the same tap on a button that only draws, for what is the machine's.
"""

import re
import statistics

from playwright.sync_api import sync_playwright

BASE = "http://127.0.0.1:8000"
SLOWER, TAPS = 4, 25
# From the tap until the line has changed and two frames have been drawn.
WATCH = """(button) => new Promise((done) => {
  const line = document.querySelector('p.font-display.text-2xl');
  const before = line.textContent, began = performance.now();
  const look = () => line.isConnected && line.textContent === before ? requestAnimationFrame(look) : done(performance.now() - began);
  button.click();
  requestAnimationFrame(look);
})"""


def main() -> None:
    """Print the median and the slowest."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=["--no-sandbox", "--disable-gpu"])
        context = browser.new_context(viewport={"width": 390, "height": 844}, service_workers="block")
        page = context.new_page()
        page.goto(f"{BASE}/launchdays")
        page.get_by_role("link", name=re.compile("Thistledown Saturday")).click()
        page.get_by_role("link", name="Field mode").click()
        page.get_by_label("Queue").get_by_role("button").last.click()
        page.get_by_label("Where it stands").wait_for()
        context.set_offline(True)
        context.new_cdp_session(page).send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
        taken: dict[str, list[float]] = {"tick": [], "only drawn": []}
        for _ in range(TAPS):
            button = page.get_by_role("button", name=re.compile("^(Done|Hold: looked at it|Looked at twice: done|Next)$"))
            if not button.count() or not button.is_enabled():
                break
            if button.inner_text().startswith("Hold"):
                button.click()
                continue
            drawn = button.inner_text() == "Next"
            taken["only drawn" if drawn else "tick"].append(button.element_handle().evaluate(WATCH))
            if not drawn:
                taken["only drawn"].append(page.get_by_role("button", name="Back", exact=True).element_handle().evaluate(WATCH))
                page.get_by_role("button", name="Next").click()
        for what, times in taken.items():
            print(
                f"{what}: {len(times)} taps, median {statistics.median(times):.0f} ms, slowest {max(times):.0f} ms, {SLOWER} times slowed"
            )
        browser.close()


if __name__ == "__main__":
    main()
