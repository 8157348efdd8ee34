"""Whatever edits are sent to the bench, it answers with a sentence or a shape; a refused one leaves the rocket as it was."""

import uuid
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.api.conftest import Person
from tests.api.test_shape import Bench
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.stock.stock import STOCK

FIELDS = sorted(
    {f.name for kind in PART_TYPES.values() for f in described(kind)} | {"outline", "name", "parent", "edge", "material", "luck"}
)
TEXTS = st.sampled_from(
    ["", "0", "-1 mm", "3", "20 mm", "150 mm", "2 in", "nan", "1e999", "1/0", "3 kg", "0 0, 20 30, 50 0", "½ in", "x" * 90]
)
VALUES = (
    st.none()
    | st.booleans()
    | st.integers(-3, 10**12)
    | st.floats(allow_nan=False)
    | st.sampled_from(["free", "ellipse", "balsa", "aft", "x", [], {}, [[0, 0]]])
)
look = settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture, HealthCheck.too_slow])


@look
@given(data=st.data())
def test_no_edit_makes_the_bench_fall_over(hedda: Person, data: st.DataObject) -> None:
    bench = Bench(hedda)
    body = bench.part("body_tube")
    for kind in data.draw(st.lists(st.sampled_from(list(PART_TYPES)), max_size=4)):
        bench.send({"op": "add", "type": kind, "part": body})
    bench.revision = hedda.get(bench.path)["revision"]
    keys = [p["id"] for s in hedda.get(bench.path)["document"]["stages"] for p in s["parts"]]
    part = st.sampled_from(keys)
    edit: Any = st.one_of(
        st.fixed_dictionaries({"op": st.just("set"), "part": part, "field": st.sampled_from(FIELDS), "text": TEXTS}),
        st.fixed_dictionaries({"op": st.just("set"), "part": part, "field": st.sampled_from(FIELDS), "value": VALUES | part}),
        st.fixed_dictionaries({"op": st.sampled_from(["add", "swap"]), "part": part, "stock": st.sampled_from(list(STOCK)), "value": st.none() | part}),
        st.fixed_dictionaries({"op": st.sampled_from(["remove", "move", "add_stage"]), "part": part, "value": VALUES}),
        st.fixed_dictionaries({"op": st.sampled_from(["known", "rocket"]), "field": st.sampled_from(["mass_kg", "cg_m", "cd", "name", "kit", "kit.0", "motor", "school", "prototype", "rod_length"]), "text": TEXTS}),
        st.fixed_dictionaries({"op": st.just("rocket"), "field": st.sampled_from(["tube_school", "school", "prototype", "motor"]), "value": VALUES}),
    )  # fmt: skip
    before = hedda.get(bench.path)
    status, out = bench.send(*data.draw(st.lists(edit, min_size=1, max_size=3)), selected=data.draw(part))
    assert status in (200, 422), out
    if status == 422:
        assert out["message"] and out["fields"] and hedda.get(bench.path) == before
    else:
        for path in ("/shape", "/what-if", "/templates", "/board", "/recovery"):
            assert hedda.call("GET", bench.path + path)[0] in (200, 422), path
        assert hedda.call("GET", f"/workshop/rockets/{bench.key}")[0] in (200, 422)
        # Whatever it has become, it takes neither the hangar nor a day from the others.
        assert bench.key in {r["id"] for r in hedda.get("/hangar/rockets")}
        day = f"/launchdays/days/{uuid.uuid4()}"
        assert hedda.call("PUT", day, {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "11:00"})[0] == 200
        line = {"rocket_id": bench.key, "motor_key": "catalogue:C8", "delay_s": 5}
        found = hedda.call("PUT", f"{day}/lines/{uuid.uuid4()}", line)[1]
        assert len(found["lines"]) + len(found["broken"]) == 1
