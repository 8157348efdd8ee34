"""Lighthouse over the main views, at a desk and on a phone: `make lighthouse`.

Lighthouse is fetched by npx when this is asked for and is no part of what is installed; the demo must be running (`make demo`).
"""

import json
import os
import subprocess
import sys
import tempfile
import urllib.request
from pathlib import Path

BASE = "http://127.0.0.1:8000"
VERSION = "12"
KINDS = ("performance", "accessibility", "best-practices")
FLAGS = "--headless=new --no-sandbox --disable-gpu --disable-background-networking --disable-component-update --disable-sync"


def scores(path: str, preset: str, folder: Path) -> dict[str, int]:
    """0 … 100 by kind, and what took points, of one view."""
    out = folder / "out.json"
    command = [
        "npx", "--yes", f"lighthouse@{VERSION}", BASE + path, "--quiet", "--output=json", f"--output-path={out}", f"--chrome-flags={FLAGS}",
        f"--only-categories={','.join(KINDS)}", "--no-enable-error-reporting", *(["--preset=desktop"] if preset == "desk" else []),
    ]  # fmt: skip
    env = os.environ | {"CHROME_PATH": os.environ.get("CHROMIUM", "/usr/bin/chromium")}
    subprocess.run(command, check=True, env=env, cwd=folder, stderr=subprocess.DEVNULL)
    found = json.loads(out.read_text())
    audits = found["audits"]
    for kind in KINDS:
        for ref in found["categories"][kind]["auditRefs"]:
            audit = audits[ref["id"]]
            if ref["weight"] and audit["score"] is not None and audit["score"] < 0.9:
                print(f"    {kind}: {audit['title']} {audit.get('displayValue', '')}")
    return {kind: round(100 * found["categories"][kind]["score"]) for kind in KINDS}


def main() -> None:
    """Print the scores of each view."""
    with urllib.request.urlopen(f"{BASE}/api/hangar/rockets") as answer:
        rocket = next(r["id"] for r in json.load(answer) if not r["quick"])
    views = ("/", f"/rockets/{rocket}/shape", f"/rockets/{rocket}/motor", "/logbook", "/launchdays")
    with tempfile.TemporaryDirectory() as folder:
        for preset in ("desk", "phone"):
            for path in views:
                print(preset, path.replace(rocket, ":id"), scores(path, preset, Path(folder)), flush=True)


if __name__ == "__main__":
    sys.exit(main())
