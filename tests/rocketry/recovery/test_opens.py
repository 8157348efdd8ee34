"""The walk of what opens a rocket against rockets drawn up by hand with what must come out."""

import uuid
from typing import Any

import pytest

from tests.data.opening_cases import CASES, OpeningCase
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.recovery.opens import MotorCharge, walk
from wobbly_fin.rocketry.recovery.whole import weights_of


def key(name: str) -> str:
    return str(uuid.uuid5(uuid.NAMESPACE_OID, name))


def document(case: OpeningCase) -> dict[str, Any]:
    """The case as a rocket file, keys made into UUIDs."""

    def filed(part: dict[str, Any]) -> dict[str, Any]:
        told = part | {"id": key(part["id"]), "parent": key(part["parent"]) if part["parent"] else None}
        if (told["parent"] and part["type"] in ("canopy", "cord")) or part["type"] in (
            "nose_cone",
            "body_tube",
            "transition",
            "fin_can",
        ):
            return told
        return {"edge": "fore" if part["type"] == "bulkhead" else "aft", "offset_m": 0.0} | told

    plan = {k: v | {"bay": key(v["bay"])} if isinstance(v, dict) and "bay" in v else v for k, v in case.plan.items()}
    stages = [{"id": key(f"stage{n}"), "parts": [filed(p) for p in parts]} for n, parts in enumerate(case.stages)]
    return {"format": "wobbly-fin/rocket", "version": case.version, "name": case.name[:80], "stages": stages, "recovery": plan}


@pytest.mark.parametrize("case", CASES, ids=lambda c: c.name)
def test_each_rocket_opens_as_drawn_up(case: OpeningCase) -> None:
    file = read_rocket_file(document(case))
    layout = lay_out(file.to_airframe())
    names = {p.part.id: p.index for p in layout.placed}
    aboard = [
        MotorCharge(mount=names[key(mount)], case_m=case_mm / 1000, count=getattr(layout.placed[names[key(mount)]].part, "count", 1),
                    plugged=mount in case.plugged)
        for mount, (case_mm, kind, delay) in case.load.items()
        if kind == "single" and delay is not None and layout.placed[names[key(mount)]].stage == 0
    ]  # fmt: skip
    found = walk(layout, file.to_recovery_plan(), aboard, weights_of(weigh(layout), 0.01))
    keys = {key(p["id"]): p["id"] for parts in case.stages for p in parts}
    assert [(o.event, o.source, keys.get(o.place or ""), o.works, o.why) for o in found] == case.opens
