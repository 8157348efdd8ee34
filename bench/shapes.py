"""An airframe recalculated, and the API's answer to a dragged dimension."""

import itertools
import json
import os
import statistics
import tempfile
import time
from dataclasses import replace
from pathlib import Path
from typing import Any

from tests.rocketry.airframe.rockets import model

from wobbly_fin.rocketry.airframe import part_solids, planform, profiles, wetted
from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.parts import Bulkhead, Coupler, FinSet, MassLump
from wobbly_fin.rocketry.airframe.solve import with_part
from wobbly_fin.rocketry.airframe.standard_drag import cruise_drag
from wobbly_fin.rocketry.motors.catalogue import find_motor

PARTS = 40
_CACHES: Any = (
    *(f for f in vars(part_solids).values() if hasattr(f, "cache_clear")), planform.planform_of, profiles.nose_nodes, wetted.side_of,
)  # fmt: skip


def forty_parts() -> Airframe:
    """The tests' model with bulkheads, couplers, lumps and a second fin set put in, to forty parts."""
    parts = list(model().stages[0].parts)
    parts.append(
        FinSet(
            parent="body",
            count=4,
            root_chord_m=0.03,
            tip_chord_m=0.02,
            span_m=0.02,
            sweep_m=0.01,
            thickness_m=0.002,
            position_m=0.15,
            material="balsa",
        )
    )
    for k in itertools.count():
        if len(parts) == PARTS:
            break
        at = 0.11 + 0.003 * k
        more = (
            Bulkhead(parent="body", position_m=at, thickness_m=0.002, material="balsa"),
            Coupler(parent="body", position_m=at, length_m=0.03, material="paper-tube"),
            MassLump(position_m=at, mass_kg=0.001),
        )
        parts.append(more[k % 3])
    return Airframe(stages=(Stage(parts=tuple(parts)),))


def recalculated() -> None:
    airframe, motor = forty_parts(), find_motor("B9-4")[0]
    fins = next(i for i, p in enumerate(airframe.parts) if isinstance(p, FinSet))
    spans = itertools.cycle([0.04 + 1e-5 * k for k in range(5000)])

    def once() -> None:
        changed = with_part(airframe, fins, replace(list(airframe.parts)[fins], span_m=next(spans)))  # type: ignore[call-arg]
        cruise_drag(balance(changed, [motor]).layout)

    def cold() -> None:
        for cache in _CACHES:
            cache.cache_clear()
        once()

    took = {name: _median(call, 400) for name, call in (("one dimension changed", once), ("nothing remembered", cold))}
    print(
        f"\nMass, CG, CP and drag of a {PARTS}-part rocket: "
        + ", ".join(f"{n} {t * 1e3:.2f} ms" for n, t in took.items())
        + " (wanted: 2)"
    )


def _median(call: Any, times: int) -> float:
    call()
    found = []
    for _ in range(times):
        start = time.perf_counter()
        call()
        found.append(time.perf_counter() - start)
    return statistics.median(found)


def dragged() -> None:
    """The whole way through Django: session, database, edit, answer; without the network."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "wobbly_fin.site.settings")
    import django
    from django.conf import settings

    with tempfile.TemporaryDirectory() as folder:
        settings.DATABASES["default"]["NAME"] = Path(folder) / "bench.sqlite3"
        settings.ALLOWED_HOSTS = ["*"]
        django.setup()
        from django.core.management import call_command
        from django.test import Client

        from wobbly_fin.demo.load import load_demo
        from wobbly_fin.hangar.models import Rocket

        call_command("migrate", verbosity=0)
        client = Client()
        client.force_login(load_demo())
        row = Rocket.objects.get(name="Night Ferry")
        fins = next(p["id"] for s in row.document["stages"] for p in s["parts"] if p["type"] == "fin_set")
        load = client.get(f"/api/hangar/rockets/{row.pk}/shape").json()["load"]
        took, size = [], 0
        for k in range(200):
            body = {
                "edits": [{"op": "set", "part": fins, "field": "span_m", "value": 0.07 + k * 1e-4}],
                "selected": fins,
                "load": load,
            }
            start = time.perf_counter()
            answer = client.post(f"/api/hangar/rockets/{row.pk}/shape/try", json.dumps(body), content_type="application/json")
            took.append(time.perf_counter() - start)
            assert answer.status_code == 200, answer.content
            size = len(answer.content)
        took.sort()
        count = sum(len(s["parts"]) for s in row.document["stages"])
        print(
            f"API answer to a dragged dimension, {count} parts: median {took[100] * 1e3:.1f} ms, p95 {took[190] * 1e3:.1f} ms,"
            f" {size / 1024:.0f} kB (wanted: 50 ms)"
        )


def main() -> None:
    recalculated()
    dragged()
