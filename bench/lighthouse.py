"""Lighthouse over the main views, at a desk and on a phone: `make lighthouse`.

Lighthouse is fetched by npx when this is asked for and is no part of what is installed; the demo must be running (`make demo`).

Its phone is this machine with every task counted four times as long. A task's length is taken from the clock, with all the time in which
the processor did something else: on two cores that the browser, Lighthouse and the server share that is most of it. So each view is
looked at several times, what its tasks took of the processor alone is told beside what the clock says, and looks at a machine too slow by
Lighthouse's own measure are taken again.
"""

import json
import math
import os
import re
import statistics
import subprocess
import sys
import tempfile
import urllib.request
from pathlib import Path
from typing import Any

BASE = "http://127.0.0.1:8000"
VERSION = "12"
KINDS = ("performance", "accessibility", "best-practices")
# Without tabs and toolbars, which a phone's page does not share its processor with.
FLAGS = (
    "--headless=new --kiosk --no-sandbox --disable-gpu --disable-background-networking --disable-component-update --disable-sync"
)
RUNS = 5
SLOW = 1000  # Lighthouse 12, core/gather/driver/environment.js: below this index it warns that the machine spoils the score
BLOCKING = "total-blocking-time"
# Lighthouse 12, core/audits/metrics/total-blocking-time.js: what scores 0.9 and 0.5 on a phone, and what a task may take. [ms]
GOOD_MS, MIDDLING_MS, TASK_MS = 200, 600, 50
SLOWER = 4  # its phone


def look(path: str, preset: str, folder: Path) -> tuple[dict[str, Any], list[dict[str, Any]]]:
    """Lighthouse's report of a view, and the events it was made from; anew where its recording failed, as it asks for itself."""
    out = folder / "out.json"
    command = [
        "npx", "--yes", f"lighthouse@{VERSION}", BASE + path, "--quiet", "--output=json", f"--output-path={out}", f"--chrome-flags={FLAGS}",
        f"--only-categories={','.join(KINDS)}", "--no-enable-error-reporting", "--save-assets", *(["--preset=desktop"] if preset == "desk" else []),
    ]  # fmt: skip
    env = os.environ | {"CHROME_PATH": os.environ.get("CHROMIUM", "/usr/bin/chromium")}
    for _ in range(3):
        subprocess.run(command, check=False, env=env, cwd=folder, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        found = json.loads(out.read_text())
        if found["categories"]["performance"]["score"] is not None:
            return found, json.loads((folder / "out-0.trace.json").read_text())["traceEvents"]
    raise SystemExit(f"{path}: Lighthouse could not record it")


def blocked_ms(events: list[dict[str, Any]]) -> float:
    """By how much tasks after the first paint would exceed 50 ms on the phone, by the processor's own time."""
    paints = [e for e in events if e["name"] == "firstContentfulPaint"]
    tasks = [
        e
        for e in events
        if e["name"] == "RunTask" and e["pid"] == paints[0]["pid"] and e["ts"] >= paints[0]["ts"] and "tdur" in e
    ]
    threads = {e["tid"] for e in events if e["name"] == "FunctionCall" and e["pid"] == paints[0]["pid"]}
    return sum(max(0.0, SLOWER * e["tdur"] / 1000 - TASK_MS) for e in tasks if e["tid"] in threads)


def score_of(value: float) -> float:
    """Lighthouse's score of a blocking time: log-normal through its two points (shared/statistics.js)."""
    if value <= 0:
        return 1.0
    spread = 0.9061938024368232 / -math.log(GOOD_MS / MIDDLING_MS)
    return (1 - math.erf(math.log(value / MIDDLING_MS) * spread)) / 2


def by_processor(found: dict[str, Any], blocked: float) -> float:
    """The performance with `blocked` in place of what the clock said; 0 … 1."""
    refs = [r for r in found["categories"]["performance"]["auditRefs"] if r["weight"]]
    audits = found["audits"]
    total = sum(r["weight"] * (score_of(blocked) if r["id"] == BLOCKING else audits[r["id"]]["score"]) for r in refs)
    return total / sum(r["weight"] for r in refs)


def index_of(found: dict[str, Any]) -> float:
    """How fast Lighthouse found the machine just before a look."""
    return float(found["environment"]["benchmarkIndex"])


def spread(values: list[float]) -> str:
    """Median, and from where to where."""
    low, high = min(values), max(values)
    return f"{statistics.median(values):.0f}" + (f" ({low:.0f} … {high:.0f})" if high > low else "")


def report(path: str, preset: str, runs: int, folder: Path, name: str) -> None:
    """Look `runs` times, up to twice as often while the machine is slow, and print what was found."""
    taken = []
    while len(looks := [(f, e) for f, e in taken if index_of(f) >= SLOW]) < runs and len(taken) < 2 * runs:
        taken.append(look(path, preset, folder))
    told = [f"{len(taken) - len(looks)} looks at a slow machine not counted"] if len(looks) < len(taken) else []
    if not looks:
        looks, told = taken, ["the machine was slow in every look"]
    told += [f"{kind} {spread([100 * f['categories'][kind]['score'] for f, _ in looks])}" for kind in KINDS]
    if preset == "phone":
        blocked = [blocked_ms(events) for _, events in looks]
        told += [
            f"blocked {spread([f['audits'][BLOCKING]['numericValue'] for f, _ in looks])} ms by the clock, {spread(blocked)} by the processor",
            f"performance by the processor {spread([100 * by_processor(f, b) for (f, _), b in zip(looks, blocked, strict=True)])}",
        ]
    told.append(f"machine {spread([index_of(f) for f, _ in looks])}")
    print(preset, name, "; ".join(told), flush=True)


def demo_says(path: str) -> Any:
    """What the demo answers."""
    with urllib.request.urlopen(f"{BASE}/api{path}") as answer:
        return json.load(answer)


def views() -> list[str]:
    """The main views, with things of the demo in them: a rocket that has flown, one that is being built, a flight, a day, a field."""
    rocket = next(r["id"] for r in demo_says("/hangar/rockets") if not r["quick"])
    built = demo_says("/workshop/benches?zone=UTC")[0]["rocket_id"]
    flight = demo_says("/logbook/flights")["flights"][-1]["id"]
    day, field = demo_says("/launchdays/days")[0]["id"], demo_says("/stores/fields")[0]["id"]
    stations = [f"/rockets/{rocket}/{s}" for s in ("shape", "motor", "air", "recovery", "flights")]
    return [
        "/", *stations, f"/rockets/{built}/build", "/logbook", f"/logbook/{flight}", "/launchdays", f"/launchdays/{day}",
        "/stores/motors", f"/stores/fields/{field}", "/settings",
    ]  # fmt: skip


def main(runs: int = RUNS) -> None:
    """Print the scores of each view."""
    with tempfile.TemporaryDirectory() as folder:
        for preset in ("desk", "phone"):
            for path in views():
                report(path, preset, 1 if preset == "desk" else runs, Path(folder), re.sub("[0-9a-f-]{36}", ":id", path))


if __name__ == "__main__":
    main(*(int(a) for a in sys.argv[1:2]))
