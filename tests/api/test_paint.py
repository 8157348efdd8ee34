"""A rocket painted over the API: drawn everywhere in its colours, undone, and refused where the colour is none."""

from typing import Any

import pytest

from tests.api.conftest import Person
from tests.api.test_begin import begin, rockets


@pytest.fixture
def bare(hedda: Person) -> dict[str, Any]:
    document = rockets(begin(hedda, "tube", diameter="34 mm"))[0]["document"]
    return hedda.call("PUT", "/hangar/rockets/5d3f6c0e-8c1b-4a61-9d7e-0f4a6b1c2d3e", document)[1]


def put_on(person: Person, rocket: dict[str, Any], part: str | None, value: str) -> tuple[int, Any]:
    revision = person.get(f"/hangar/rockets/{rocket['id']}")["revision"]
    edits = [{"op": "paint", "part": part, "value": value}]
    return person.call("POST", f"/hangar/rockets/{rocket['id']}/shape/edit", {"edits": edits}, **{"If-Match": str(revision)})


def test_paint_shows_wherever_the_rocket_is_drawn_and_weighs(hedda: Person, bare: dict[str, Any]) -> None:
    before = hedda.get(f"/hangar/rockets/{bare['id']}/paint")
    assert before["seen"] == [] and before["masks"] == [] and all(not p["base"] for p in before["parts"])
    assert put_on(hedda, bare, None, "white")[0] == 200
    body = next(p["id"] for p in before["parts"] if p["name"] == "body tube")
    status, shape = put_on(hedda, bare, body, "white/bands/fluo-orange/4/PIP")
    assert status == 200
    drawn = {d["id"]: d["paint"] for d in shape["drawn"]}
    assert drawn[body] == {"base": "#f4f2ea", "second": "#ff5a1f", "pattern": "bands", "count": 4, "lettering": "PIP"}
    racked = next(r for r in hedda.get("/hangar/rockets") if r["id"] == bare["id"])
    assert {d["id"]: d["paint"] for d in racked["drawn"]} == drawn
    after = hedda.get(f"/hangar/rockets/{bare['id']}/paint")
    assert after["masks"] and after["order"] == "Light before dark: white, fluorescent orange." and len(after["seen"]) == 3
    assert after["mass"] != before["mass"], "a second colour weighs"
    sheet = hedda.client.get(f"/api/hangar/rockets/{bare['id']}/templates/{after['masks'][0][0]}.pdf")
    assert sheet.status_code == 200 and sheet.content.startswith(b"%PDF")
    # Parts with no outside are not painted by painting the whole.
    inside = [
        p
        for s in hedda.get(f"/hangar/rockets/{bare['id']}")["document"]["stages"]
        for p in s["parts"]
        if p["type"] in ("cord", "motor_tube")
    ]
    assert inside and not any(p["paint"] for p in inside)
    assert hedda.call("POST", f"/hangar/rockets/{bare['id']}/undo")[0] == 200
    undone = hedda.get(f"/hangar/rockets/{bare['id']}/shape")
    assert next(d["paint"] for d in undone["drawn"] if d["id"] == body)["pattern"] == "plain"


@pytest.mark.parametrize("value", ["mauve", "white/bands", "white/bands/red/99", "white/plain///" + "A" * 40])
def test_no_such_paint_is_a_sentence_and_changes_nothing(hedda: Person, bare: dict[str, Any], value: str) -> None:
    status, refused = put_on(hedda, bare, None, value)
    assert status == 422 and "paint" in refused["fields"][0]["field"]
    assert hedda.get(f"/hangar/rockets/{bare['id']}")["revision"] == bare["revision"]
