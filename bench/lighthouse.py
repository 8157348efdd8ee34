"""Lighthouse over the main views, at a desk and on a phone: `make lighthouse`.

Lighthouse is fetched by npx when this is asked for and is no part of what is installed; the demo must be running (`make demo`).

Its phone is this machine with every task counted four times as long, which suits a machine of index 1500 or more by Lighthouse's own
measure; below 1000 it warns, and asks for a factor that suits the machine. So what each look recorded is judged twice: as recorded, and by
the factor that suits the index the machine had. A task's length is taken from the clock, with all the time in which the processor did
something else: on two cores that the browser, Lighthouse, the server and a host's other guests share that is most of it. So each view is
looked at several times, again where the host gave the processor to others, and what its tasks took of the processor alone is told beside what
the clock says. `python -m bench.lighthouse LOOKS [desk] [phone]`
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
SPOILT, MOST_SPOILT, REST_S = (
    0.05,
    10,
    30,
)  # a look for which the host gave more than this of the processor to others is taken again
BLOCKING = "total-blocking-time"
# Lighthouse 12, core/audits/metrics/total-blocking-time.js: what scores 0.9 and 0.5 on a phone, and what a task may take. [ms]
GOOD_MS, MIDDLING_MS, TASK_MS = 200, 600, 50
SLOWER = 4  # its phone
FAST = 1500  # the index from which that suits (Lighthouse's guide to throttling, from memory; this proportion below it is ours)


@dataclass(frozen=True)
class Look:
    """What one look at a view gave: Lighthouse's report at its own slowing and at the one that suits the machine, and the events."""

    found: dict[str, Any]
    suited: dict[str, Any]
    events: list[dict[str, Any]]
    taken: float  # by the host, of all that was asked of the processor meanwhile

    @property
    def index(self) -> float:
        """How fast Lighthouse found the machine just before."""
        return float(self.found["environment"]["benchmarkIndex"])


def asked(path: str, *more: str, folder: Path) -> None:
    """Run Lighthouse."""
    command = [
        "npx", "--yes", f"lighthouse@{VERSION}", BASE + path, "--quiet", f"--chrome-flags={FLAGS}", f"--only-categories={','.join(KINDS)}",
        "--no-enable-error-reporting", *more,
    ]  # fmt: skip
    env = os.environ | {"CHROME_PATH": os.environ.get("CHROMIUM", "/usr/bin/chromium")}
    subprocess.run(command, check=False, env=env, cwd=folder, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)


def judged(path: str, slower: float, folder: Path, *more: str) -> dict[str, Any]:
    """Lighthouse's report of what was recorded in the folder, with tasks `slower` times as long."""
    kept, out = folder / "artifacts.json", folder / "out.json"
    recorded = json.loads(kept.read_text())
    recorded["settings"]["throttling"]["cpuSlowdownMultiplier"] = slower
    kept.write_text(json.dumps(recorded))
    slowing = f"--throttling.cpuSlowdownMultiplier={slower}"
    asked(path, f"-A={folder}", "--output=json", f"--output-path={out}", slowing, *more, folder=folder)
    found: dict[str, Any] = json.loads(out.read_text())
    return found


def processor() -> tuple[int, int]:
    """Ticks of all cores so far: that somebody worked or wanted to, and of these what the host gave to others (proc(5))."""
    user, nice, system, _, _, irq, soft, stolen = map(int, Path("/proc/stat").read_text().split("\n")[0].split()[1:9])
    return user + nice + system + irq + soft + stolen, stolen


def look(path: str, preset: str) -> Look:
    """Look at a view; anew where the recording failed, as Lighthouse asks for itself."""
    desk = ["--preset=desktop"] if preset == "desk" else []
    for _ in range(3):
        with tempfile.TemporaryDirectory() as name:
            folder = Path(name)
            before = processor()
            asked(path, f"-G={folder}", *desk, folder=folder)
            busy, stolen = (now - then for now, then in zip(processor(), before, strict=True))
            index = json.loads((folder / "artifacts.json").read_text())["BenchmarkIndex"]
            slower = 1 if desk else SLOWER
            found = judged(path, slower, folder, *desk)
            if found["categories"]["performance"]["score"] is None:
                continue
            suited = found if desk or index >= FAST else judged(path, round(SLOWER * index / FAST, 2), folder)
            events = json.loads((folder / "defaultPass.trace.json").read_text())["traceEvents"]
            return Look(found, suited, events, stolen / busy)
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


def looks_at(path: str, preset: str, runs: int) -> tuple[list[Look], int]:
    """So many looks that the host did not spoil, or, where it never rests, the last it did; and how many it did."""
    good: list[Look] = []
    spoilt: list[Look] = []
    while len(good) < runs and len(spoilt) < MOST_SPOILT:
        one = look(path, preset)
        (good if one.taken <= SPOILT else spoilt).append(one)
        if one.taken > SPOILT:
            time.sleep(REST_S)
    return good or spoilt[-runs:], len(spoilt)


def report(path: str, preset: str, runs: int, name: str) -> None:
    """Look `runs` times and print what was found."""
    looks, spoilt = looks_at(path, preset, runs)
    told = [f"{kind} {spread([score(one.found, kind) for one in looks])}" for kind in KINDS]
    if preset == "phone":
        blocked = [blocked_ms(one.events) for one in looks]
        told += [
            f"performance as suits the machine {spread([score(one.suited, KINDS[0]) for one in looks])}",
            f"blocked {spread([one.found['audits'][BLOCKING]['numericValue'] for one in looks])} ms by the clock, {spread(blocked)} by the processor",
            f"performance by the processor {spread([100 * by_processor(one.found, b) for one, b in zip(looks, blocked, strict=True)])}",
        ]
    told.append(
        f"machine {spread([one.index for one in looks])}, {spread([100 * one.taken for one in looks])} % of it given to others"
    )
    told += [f"{spoilt} spoilt looks" + ("" if looks[0].taken <= SPOILT else ", and no other")] if spoilt else []
    print(preset, name, f"{len(looks)} looks", "; ".join(told), flush=True)


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
            report(path, preset, 1 if preset == "desk" else runs, re.sub("[0-9a-f-]{36}", ":id", path))


if __name__ == "__main__":
    main(int(sys.argv[1]) if sys.argv[1:] else RUNS, *sys.argv[2:])
