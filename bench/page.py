"""What a browser must fetch before the first view: the entry with all it imports, and each station's own, gzipped."""

import gzip
import json
from pathlib import Path
from typing import Any

DIST = Path(__file__).resolve().parents[1] / "frontend" / "dist"
STATIONS = ("ShapeStation", "MotorStation", "BuildStation", "RecoveryStation", "FlightsStation", "FlightPage", "FieldMode")


def with_imports(manifest: dict[str, Any], name: str, seen: set[str] | None = None) -> set[str]:
    """An entry of the build's manifest and everything it imports at once."""
    seen = set() if seen is None else seen
    if name not in seen:
        seen.add(name)
        for other in manifest[name].get("imports", []):
            with_imports(manifest, other, seen)
    return seen


def weight(names: set[str], manifest: dict[str, Any], kind: str) -> int:
    """Gzipped. [byte]"""
    files = {
        f for n in names for f in ([manifest[n]["file"]] if kind == "js" else manifest[n].get("css", [])) if f.endswith(kind)
    }
    return sum(len(gzip.compress((DIST / f).read_bytes(), 9)) for f in files)


def main() -> None:
    """Prints them."""
    if not (DIST / "manifest.json").is_file():
        print("the page is not built: make demo builds it")
        return
    manifest = json.loads((DIST / "manifest.json").read_text(encoding="utf-8"))
    first = with_imports(manifest, "src/main.ts")
    print(
        f"first load: {weight(first, manifest, 'js') / 1000:.1f} kB script (wanted 150), {weight(first, manifest, 'css') / 1000:.1f} kB style, gzipped"
    )
    for name, told in sorted(manifest.items()):
        if told.get("name") in STATIONS and told.get("isDynamicEntry"):
            more = with_imports(manifest, name) - first
            print(f"  {told['name']:16} {weight(more, manifest, 'js') / 1000:5.1f} kB more")


if __name__ == "__main__":
    main()
