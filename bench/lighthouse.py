"""Lighthouse over the main views, at a desk and on a phone: `make lighthouse`.

Lighthouse is fetched by npx when this is asked for and is no part of what is installed; the demo must be running (`make demo`).

Its phone is this machine with every task counted four times as long, which suits a machine of index 1400 or so and more by Lighthouse's own
measure (from memory: 1500 to 2000; below 1000 it warns). A task's length is taken from the clock, with all the time in which the processor
did something else: on two cores that the browser, Lighthouse, the server and a host's other guests share that is most of it. So each view is
looked at several times, again where the machine was slower or its host gave the processor to others, and what its tasks took of the processor
alone is told beside what the clock says. `python -m bench.lighthouse LOOKS [desk] [phone]`
"""

import json
import math
import os
import re
import statistics
import subprocess
import sys
import tempfile
import time
import urllib.request
from dataclasses import dataclass
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
# A look at a slower machine, or for which the host gave more than this of the processor to others, is taken again.
FAST, STOLEN = 1400, 0.05
MOST_SPOILT, REST_S = 12, 15
BLOCKING = "total-blocking-time"
# Lighthouse 12, core/audits/metrics/total-blocking-time.js: what scores 0.9 and 0.5 on a phone, and what a task may take. [ms]
GOOD_MS, MIDDLING_MS, TASK_MS = 200, 600, 50
SLOWER = 4  # its phone


@dataclass(frozen=True)
class Look:
    """What one look at a view gave: Lighthouse's report, and the events it was made from."""

    found: dict[str, Any]
    events: list[dict[str, Any]]
    taken: float  # by the host, of all that was asked of the processor meanwhile

    @property
    def index(self) -> float:
        """How fast Lighthouse found the machine just before."""
        return float(self.found["environment"]["benchmarkIndex"])

    @property
    def is_fair(self) -> bool:
        """Whether the machine was what Lighthouse's phone is reckoned from."""
        return self.index >= FAST and self.taken <= STOLEN


def processor() -> tuple[int, int]:
    """Ticks of all cores so far: that somebody worked or wanted to, and of these what the host gave to others (proc(5))."""
    user, nice, system, _, _, irq, soft, stolen = map(int, Path("/proc/stat").read_text().split("\n")[0].split()[1:9])
    return user + nice + system + irq + soft + stolen, stolen


def look(path: str, preset: str) -> Look:
    """Look at a view; anew where the recording failed, as Lighthouse asks for itself."""
    env = os.environ | {"CHROME_PATH": os.environ.get("CHROMIUM", "/usr/bin/chromium")}
    with tempfile.TemporaryDirectory() as name:
        folder, out = Path(name), Path(name) / "out.json"
        command = [
            "npx", "--yes", f"lighthouse@{VERSION}", BASE + path, "--quiet", "--output=json", f"--output-path={out}", f"--chrome-flags={FLAGS}",
            f"--only-categories={','.join(KINDS)}", "--no-enable-error-reporting", "--save-assets", *(["--preset=desktop"] if preset == "desk" else []),
        ]  # fmt: skip
        for _ in range(3):
            before = processor()
            subprocess.run(command, check=False, env=env, cwd=folder, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
            busy, stolen = (now - then for now, then in zip(processor(), before, strict=True))
            found = json.loads(out.read_text())
            if found["categories"]["performance"]["score"] is not None:
                return Look(found, json.loads((folder / "out-0.trace.json").read_text())["traceEvents"], stolen / busy)
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


def score(found: dict[str, Any], kind: str) -> float:
    """Of a hundred."""
    return 100 * float(found["categories"][kind]["score"])


def spread(values: list[float]) -> str:
    """Median, and from where to where."""
    low, high = min(values), max(values)
    return f"{statistics.median(values):.0f}" + (f" ({low:.0f} … {high:.0f})" if high > low else "")


def fair_looks(path: str, runs: int) -> tuple[list[Look], str]:
    """So many fair looks at a phone's page, or as many as the machine gave, and in words how many it took. Without any, the last others."""
    fair: list[Look] = []
    others: list[Look] = []
    while len(fair) < runs and len(others) < MOST_SPOILT:
        one = look(path, "phone")
        (fair if one.is_fair else others).append(one)
        if not one.is_fair:
            time.sleep(REST_S)
    told = f"{len(fair)} fair looks of {len(fair) + len(others)}"
    return fair or others[-runs:], told if fair else f"none of {len(others)} looks was fair"


def report(path: str, preset: str, runs: int, name: str) -> None:
    """Look `runs` times, at a desk once, and print what was found."""
    looks, how = ([look(path, preset)], "") if preset == "desk" else fair_looks(path, runs)
    told = [how] if how else []
    told += [f"{kind} {spread([score(one.found, kind) for one in looks])}" for kind in KINDS]
    if preset == "phone":
        blocked = [blocked_ms(one.events) for one in looks]
        told += [
            f"blocked {spread([one.found['audits'][BLOCKING]['numericValue'] for one in looks])} ms by the clock, {spread(blocked)} by the processor",
            f"performance by the processor {spread([100 * by_processor(one.found, b) for one, b in zip(looks, blocked, strict=True)])}",
        ]
    told.append(
        f"machine {spread([one.index for one in looks])}, {spread([100 * one.taken for one in looks])} % of it given to others"
    )
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


def main(runs: int = RUNS, *presets: str) -> None:
    """Print the scores of each view."""
    for preset in presets or ("desk", "phone"):
        for path in views():
            report(path, preset, runs, re.sub("[0-9a-f-]{36}", ":id", path))


if __name__ == "__main__":
    main(int(sys.argv[1]) if sys.argv[1:] else RUNS, *sys.argv[2:])
