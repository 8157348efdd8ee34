"""What holds of the repository as a whole."""

import ast
import importlib.metadata
import json
import re
import subprocess
import sys
import tomllib
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[1]
SOURCES = sorted((ROOT / "src").rglob("*.py"))
FRONT = sorted(
    p for p in (ROOT / "frontend/src").rglob("*") if p.suffix in (".ts", ".svelte", ".css") and "generated" not in p.parts
)


def test_lock_files_pin_everything_and_name_no_registry() -> None:
    lock = json.loads((ROOT / "frontend/package-lock.json").read_text())
    assert all("resolved" not in package for package in lock["packages"].values())
    wanted = json.loads((ROOT / "frontend/package.json").read_text())
    for name in wanted["dependencies"] | wanted["devDependencies"]:
        assert lock["packages"][f"node_modules/{name}"]["version"]
    for file in (ROOT / "requirements").glob("*.txt"):
        text = file.read_text()
        assert "--hash=sha256:" in text and "://" not in text
        pinned = re.findall(r"^[A-Za-z0-9_.\[\]-]+==[^ ]+", text, re.MULTILINE)
        assert len(pinned) == len(re.findall(r"^[A-Za-z0-9]", text, re.MULTILINE))


def test_what_the_application_imports_is_installed_with_it() -> None:
    """A developer's environment holds more than a stranger's: an import of that more would fail on their machine alone."""
    project = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["project"]
    wanted = {re.split(r"[\[=<>]", each)[0].lower() for each in project["dependencies"]}
    providers = importlib.metadata.packages_distributions()
    for path in SOURCES:
        for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
            names = (
                [a.name for a in node.names] if isinstance(node, ast.Import)
                else [node.module or ""] if isinstance(node, ast.ImportFrom) and not node.level else []
            )  # fmt: skip
            for module in {name.partition(".")[0] for name in names} - sys.stdlib_module_names - {"wobbly_fin"}:
                assert wanted & {d.lower().replace("_", "-") for d in providers.get(module, [])}, f"{path}: {module}"


@pytest.mark.parametrize("path", SOURCES + FRONT, ids=lambda p: str(p.relative_to(ROOT)))
def test_a_file_is_one_room_and_fetches_nothing_from_outside(path: Path) -> None:
    text = path.read_text(encoding="utf-8")
    assert len(text.splitlines()) <= 400
    addresses = re.findall(r"https?://[^\s\"'`<>)]+", text)
    assert all(
        re.match(r"https?://(127\.0\.0\.1|localhost|www\.w3\.org/2000/svg|json-schema\.org/|www\.opengis\.net/kml/2\.2)", a)
        or "{" in a
        for a in addresses
    ), addresses


def test_the_core_can_be_used_without_the_web() -> None:
    """Importing and using the core loads no framework."""
    code = (
        "import sys\nfrom wobbly_fin.rocketry.choosing.pick import pick\nfrom wobbly_fin.rocketry.motors.labels import decode\ndecode('C8-5')\n"
        "print([m for m in ('django', 'ninja', 'pydantic') if m in sys.modules])"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    assert done.stdout.strip() == "[]"


def test_the_console_script_reads_standard_input() -> None:
    script = ROOT / ".venv/bin/wobbly"
    document = '{"rocket": {"mass_kg": 0.06, "diameter_m": 0.026}, "motor": "B9-6"}'
    done = subprocess.run([script, "fly", "-"], input=document, capture_output=True, text=True)
    assert done.returncode == 0 and json.loads(done.stdout)["lifted"] is True
    bad = subprocess.run([script, "fly", "-"], input="{", capture_output=True, text=True)
    assert bad.returncode == 2 and bad.stdout == "" and len(bad.stderr.splitlines()) == 1


def test_the_readme_names_the_two_commands_and_pictures_that_exist() -> None:
    text = (ROOT / "README.md").read_text()
    assert "make demo" in text and "make test" in text
    pictures = re.findall(r"\((docs/screenshots/[^)]+)\)", text)
    assert pictures and all((ROOT / p).exists() for p in pictures)
    assert {str(p.relative_to(ROOT)) for p in (ROOT / "docs/screenshots").glob("*.png")} == set(pictures)
    assert len(set(pictures)) < 20


def test_the_architecture_names_rooms_that_exist() -> None:
    text = (ROOT / "docs/architecture.md").read_text()
    for room in re.findall(r"^\| `(\w+)/`", text, re.MULTILINE):
        assert (ROOT / "src/wobbly_fin" / room).is_dir() or (ROOT / "src/wobbly_fin/rocketry" / room).is_dir(), room


def test_no_two_schemas_of_the_api_share_a_name() -> None:
    """In the OpenAPI document the later of two would quietly take the earlier one's place."""
    import inspect

    from ninja import Schema

    import wobbly_fin.server.api  # noqa: F401

    def under(cls: type) -> set[type]:
        return {cls}.union(*(under(c) for c in cls.__subclasses__())) if cls.__subclasses__() else {cls}

    places: dict[str, set[str]] = {}
    for found in under(Schema):
        if found.__module__.startswith("wobbly_fin"):
            places.setdefault(found.__name__, set()).add(inspect.getmodule(found).__name__)  # type: ignore[union-attr]
    assert {name: where for name, where in places.items() if len(where) > 1} == {}


def test_numbers_become_text_in_one_place_of_the_front_end() -> None:
    """`api/format.ts`: elsewhere nobody rounds, so that one figure reads alike wherever it stands."""
    own = re.compile(r"\.toFixed\(|\.toPrecision\(|\.toLocale\w*String\(|NumberFormat|DateTimeFormat\((?!\))")
    found = [
        f"{p.relative_to(ROOT)}"
        for p in FRONT
        if p.name != "format.ts" and not p.name.endswith(".test.ts") and own.search(p.read_text(encoding="utf-8"))
    ]
    assert found == []
