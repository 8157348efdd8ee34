"""`manage.py write_interfaces`: what the front end is typed from, JSON Schemas of the files, lists of codes: tests of a verdict, work of a plan."""

import json
import os
from pathlib import Path
from typing import Any, get_args

from django.conf import settings
from django.core.management import BaseCommand

from wobbly_fin.formats.published import PUBLISHED
from wobbly_fin.rocketry.assembly.problems import Code
from wobbly_fin.rocketry.building.step import WORKS
from wobbly_fin.rocketry.choosing.registry import TESTS
from wobbly_fin.rocketry.messages import say


def interfaces() -> dict[Path, str]:
    """Every generated interface file and what it should hold."""
    from wobbly_fin.server.api import api

    root: Path = settings.ROOT
    found: dict[Path, Any] = {root / "frontend/src/api/generated/openapi.json": api.get_openapi_schema()}
    for name, document in PUBLISHED.items():
        schema = document.model_json_schema()
        schema["$schema"] = "https://json-schema.org/draft/2020-12/schema"
        found[root / f"docs/formats/{name}.schema.json"] = schema
    found[root / "docs/formats/verdict-tests.json"] = [
        {"name": t.name, "quantity": t.quantity, "source": t.source, "needs": t.needs, "changes": t.changes} for t in TESTS
    ]
    found[root / "docs/formats/build-plan.json"] = {
        "work": {w: say(f"work-{w.replace('_', '-')}") for w in WORKS},
        "problems": list(get_args(Code)),
    }
    return {path: json.dumps(value, indent=2, ensure_ascii=False) + "\n" for path, value in found.items()}


class Command(BaseCommand):
    """See the module."""

    help = "Write frontend/src/api/generated/openapi.json and docs/formats."

    def handle(self, *args: Any, **options: Any) -> None:
        os.umask(0o022)  # what goes into the project is anybody's to read
        for path, text in interfaces().items():
            path.parent.mkdir(parents=True, exist_ok=True)
            path.write_text(text, encoding="utf-8")
            self.stdout.write(str(path.relative_to(settings.ROOT)))
