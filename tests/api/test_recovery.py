"""The Recovery station over the API: landed, packed, loaded; and what it refuses."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from wobbly_fin.demo.airframes import _DESIGNS, airframe_file


def put(person: Person, name: str) -> str:
    key = str(uuid.uuid4())
    status, out = person.call("PUT", f"/hangar/rockets/{key}", airframe_file(name, {}).model_dump(mode="json"))
    assert status == 200, out
    return f"/hangar/rockets/{key}"


def choose(person: Person, path: str, told: dict[str, Any], expect: int = 200) -> Any:
    revision = person.get(path)["revision"]
    status, out = person.call("PUT", f"{path}/recovery", {"told": told}, **{"If-Match": str(revision)})
    assert status == expect, out
    return out


def edit(person: Person, path: str, kind: str, field: str, text: str) -> None:
    rocket = person.get(path)
    part = next(p for s in rocket["document"]["stages"] for p in s["parts"] if p["type"] == kind)
    body = {"edits": [{"op": "set", "part": part["id"], "field": field, "text": text}]}
    status, out = person.call("POST", f"{path}/shape/edit", body, **{"If-Match": str(rocket["revision"])})
    assert status == 200, out


@pytest.mark.parametrize("name", list(_DESIGNS))
def test_every_demo_rocket_has_a_recovery(hedda: Person, name: str) -> None:
    found = hedda.get(f"{put(hedda, name)}/recovery")
    assert found["landing"].startswith("Lands at") and found["verdict"] in ("good", "warn")
    assert all(sum(x["weakest"] for x in c["links"]) == 1 for c in found["cases"]) and len(found["cases"]) >= 3
    assert all(s["picture"]["lines"] or s["picture"]["circles"] for c in found["cards"] for s in c["steps"])
    for bay in found["bays"]:
        assert bay["fit"] in ("loose", "good", "tight")
        depths = [x["depth_m"] for x in bay["layers"]]
        assert depths == sorted(depths, reverse=True) and depths[-1] >= bay["fore_m"]
    assert found["motor"] and len(found["timeline"]["time_s"]) > 20
    times = [m["time_s"] for m in found["timeline"]["moments"]]
    assert times == sorted(times) and found["timeline"]["moments"][-1]["code"] == "landing"


def test_a_smaller_canopy_lands_harder_and_a_longer_cord_jerks_less(hedda: Person) -> None:
    path = put(hedda, "Night Ferry")
    before = hedda.get(f"{path}/recovery")
    edit(hedda, path, "canopy", "diameter_m", "55 cm")
    edit(hedda, path, "cord", "length_m", "9 m")
    after = hedda.get(f"{path}/recovery")
    assert after["landing"] != before["landing"] and "crack fins" in after["landing"]
    assert after["cases"][0]["links"][1]["safety"] > before["cases"][0]["links"][1]["safety"]
    assert "of the same kind" in after["remedy"] and not before["remedy"]


def test_wind_and_motor_move_what_opens_when(hedda: Person) -> None:
    path = put(hedda, "Copper Kettle")
    first = hedda.get(f"{path}/recovery")
    other = next(o["key"] for o in first["motors"] if o["key"] and o["key"] not in first["motor"])
    named = choose(hedda, path, {"motor": other})
    assert named["motor"].startswith(other) and named["motor_named"] == other
    assert named["timeline"] != first["timeline"] and named["cases"] != first["cases"]
    assert choose(hedda, path, {"motor": ""})["motor"] == first["motor"]
    assert hedda.call("PUT", "/conditions", {"typed": {"wind": "7 m/s", "wind_from": "W"}})[0] == 200
    windy = hedda.get(f"{path}/recovery")
    assert [o["drift"] for o in windy["options"]] != [o["drift"] for o in first["options"]]


def test_a_canopy_larger_than_its_bay_is_said(hedda: Person) -> None:
    path = put(hedda, "Inchworm")
    edit(hedda, path, "canopy", "diameter_m", "3 m")
    found = hedda.get(f"{path}/recovery")
    assert found["bays"][0]["fit"] == "does not fit" and found["verdict"] == "no"
    assert any("too long" in w for w in found["warnings"])


def test_schools_change_card_bay_and_flight(hedda: Person) -> None:
    path = put(hedda, "Copper Kettle")
    first = hedda.get(f"{path}/recovery")
    rolled = choose(hedda, path, {"fold": "rolled", "protection": "fluff"})
    titles = [[s["title"] for s in found["cards"][0]["steps"]] for found in (first, rolled)]
    assert titles[0] != titles[1] and rolled["bays"][0]["layers"][0]["what"] == "cellulose fluff"
    assert "fluff" in " ".join(s["text"] for s in rolled["cards"][0]["steps"])
    before = hedda.get(f"{path}/board")
    low = choose(hedda, path, {"first": "tumble", "main_height": "60 m"})
    assert low["main_height"] == "60 m" and "Tumbling" in low["timeline"]["first"] and low["timeline"]["walk"]
    # What opens first is flown: the board's drift is another.
    assert hedda.get(f"{path}/board") != before


def test_untreated_paper_is_refused_here_and_on_the_verdict_board(hedda: Person) -> None:
    path = put(hedda, "Inchworm")
    assert any(c["verdict"] != "no" for c in hedda.get(f"{path}/board")["motors"])
    found = choose(hedda, path, {"wadding": "kitchen roll"})
    assert found["burns"] and found["verdict"] == "no" and "starts fires" in found["warnings"][0] and found["refused"]
    board = hedda.get(f"{path}/board")
    assert all(c["verdict"] == "no" for c in board["motors"])
    choose(hedda, path, {"wadding": ""})
    assert any(c["verdict"] != "no" for c in hedda.get(f"{path}/board")["motors"])


def test_a_plug_ahead_of_the_motor_is_refused_on_both_sides(hedda: Person) -> None:
    path = put(hedda, "Inchworm")
    rocket = hedda.get(path)
    mount = next(p for s in rocket["document"]["stages"] for p in s["parts"] if p["type"] == "motor_tube")
    body = {"edits": [{"op": "set", "part": mount["id"], "field": "plugged", "value": True}]}
    assert hedda.call("POST", f"{path}/shape/edit", body, **{"If-Match": str(rocket["revision"])})[0] == 200
    found = hedda.get(f"{path}/recovery")
    assert found["verdict"] == "no" and any("plug" in r for r in found["refused"])
    assert any(g["state"] == "blocked" for g in found["bays"][0]["gas"])


def test_charges_pins_and_ground_tests_of_two_bays(hedda: Person) -> None:
    path = put(hedda, "Old Bellwether")
    found = hedda.get(f"{path}/recovery")
    assert [b["event"] for b in found["bays"]] == ["main", "first"] and "licensed" in found["caution"]
    pinned = choose(hedda, path, {"main_pins": "6", "main_throw": "40 lbf", "main_friction": "12 N"})
    charge = pinned["bays"][0]["charge"]
    assert charge["count"] == 6 and charge["throw"] == "40 lbf" and charge["push"] != found["bays"][0]["charge"]["push"]
    assert pinned["bays"][1]["charge"] == found["bays"][1]["charge"]

    test, revision = uuid.uuid4(), hedda.get(path)["revision"]
    body = {"event": "main", "charge": "1.9 g", "result": "moved"}
    for _ in range(2):  # a repeat is kept once
        status, kept = hedda.call("PUT", f"{path}/ground-tests/{test}", body, **{"If-Match": str(revision)})
        assert status == 200 and [t["charge"] for t in kept["tests"]].count("1.9 g") == 1
    assert kept["verdict"] == "no" and "Not to be flown" in kept["bays"][0]["charge"]["tested"]
    status, dropped = hedda.call("DELETE", f"{path}/ground-tests/{test}", **{"If-Match": str(kept["revision"])})
    assert status == 200 and len(dropped["tests"]) == 2 and dropped["verdict"] != "no"


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"event": "main", "charge": "lots", "result": "threw"}, "charge"), ({"event": "main", "charge": "2 kg", "result": "threw"}, "charge"),
        ({"event": "main", "charge": "-1 g", "result": "threw"}, "charge"), ({"event": "main", "charge": "1 g", "result": "threw", "on": "soon"}, "on"),
        ({"event": "main", "charge": "1 g", "result": "threw", "on": "2999-01-01"}, "on"), ({"event": "main", "charge": "1 g", "result": "sang"}, "result"),
    ],
)  # fmt: skip
def test_a_ground_test_that_cannot_be_is_a_sentence(hedda: Person, body: dict[str, str], field: str) -> None:
    path = put(hedda, "Old Bellwether")
    before = hedda.get(path)
    status, out = hedda.call("PUT", f"{path}/ground-tests/{uuid.uuid4()}", body, **{"If-Match": str(before["revision"])})
    assert status == 422 and field in out["fields"][0]["field"] and hedda.get(path) == before


def test_a_bay_that_is_not_there_takes_no_test(hedda: Person) -> None:
    path = put(hedda, "Inchworm")
    body = {"event": "first", "charge": "1 g", "result": "threw"}
    status, out = hedda.call("PUT", f"{path}/ground-tests/{uuid.uuid4()}", body, **{"If-Match": "1"})
    assert status == 422 and out["fields"][0]["field"] == "event"


def test_the_learner_s_question_keeps_its_answer_to_itself(hedda: Person) -> None:
    asked = hedda.get("/hangar/packing/quiz/7")
    assert len(asked["pictures"]) == 4 and "why" not in asked and hedda.get("/hangar/packing/quiz/7") == asked
    answers = [hedda.get(f"/hangar/packing/quiz/7/answer/{place}") for place in range(4)]
    assert [a["right"] for a in answers].count(True) == 1 and answers[0]["why"] == answers[3]["why"]
    assert hedda.call("GET", "/hangar/packing/quiz/7/answer/4")[0] == 422
    assert hedda.call("GET", "/hangar/packing/quiz/-1")[0] == 422


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"fold": "origami"}, "fold"), ({"protection": "asbestos"}, "protection"), ({"first": "drogue"}, "drogue"), ({"first": "drogue", "drogue": "0"}, "drogue"),
        ({"first": "tumble", "main_height": "high"}, "main_height"), ({"first": "tumble", "main_height": "-5 m"}, "main_height"), ({"shoe": "44"}, "shoe"),
        ({"wadding": "x" * 70}, "wadding"), ({"main_pins": "some"}, "main_pins"), ({"main_pins": "99"}, "main_pins"), ({"main_pin": "nail"}, "main_pin"),
        ({"main_throw": "0 N"}, "main_throw"), ({"first_friction": "-3 N"}, "first_friction"), ({"motor_charge": "2 kg"}, "motor_charge"),
        ({"motor_charge": "0 g"}, "motor_charge"), ({"motor": "x" * 30}, "motor"),
    ],
)  # fmt: skip
def test_a_choice_that_cannot_be_is_a_sentence(hedda: Person, told: dict[str, Any], field: str) -> None:
    path = put(hedda, "Inchworm")
    before = hedda.get(f"{path}/recovery")
    out = choose(hedda, path, told, 422)
    assert out["fields"][0]["field"] == field and hedda.get(f"{path}/recovery") == before


def test_a_charge_no_tube_stands_is_said_and_an_absurd_one_refused(hedda: Person) -> None:
    path = put(hedda, "Old Bellwether")
    before = hedda.get(f"{path}/recovery")
    assert choose(hedda, path, {"main_throw": "20000 N"}, 422)["fields"][0]["field"] == "main_throw"
    assert hedda.get(f"{path}/recovery") == before
    found = choose(hedda, path, {"main_throw": "4500 N"})
    assert found["verdict"] == "no" and any("no tube is made for that" in w for w in found["warnings"])


def test_a_rocket_without_canopy_cord_or_parts_says_what_to_do(hedda: Person) -> None:
    quick = hedda.rocket()
    assert "grow it into an airframe" in hedda.call("GET", f"/hangar/rockets/{quick['id']}/recovery")[1]["message"]
    document = airframe_file("Inchworm", {}).model_dump(mode="json")
    for missing in ("canopy", "cord"):
        key = uuid.uuid4()
        stages = [{**s, "parts": [p for p in s["parts"] if p["type"] != missing]} for s in document["stages"]]
        assert hedda.call("PUT", f"/hangar/rockets/{key}", document | {"stages": stages})[0] == 200
        status, out = hedda.call("GET", f"/hangar/rockets/{key}/recovery")
        assert status == 422 and "Shape station" in out["message"]
        if missing == "canopy":  # or nothing opens, and it tumbles down
            falling = choose(hedda, f"/hangar/rockets/{key}", {"first": "tumble_only"})
            assert falling["bays"] == [] and "Tumbles" in falling["landing"] and falling["options"] == []


def test_an_edit_from_an_old_revision_is_refused(hedda: Person, rival: Person) -> None:
    path = put(hedda, "Inchworm")
    choose(hedda, path, {"fold": "bundle"})
    status, out = hedda.call("PUT", f"{path}/recovery", {"told": {"fold": "rolled"}}, **{"If-Match": "1"})
    assert status == 409 and out["code"] == "stale"
    assert rival.call("GET", f"{path}/recovery")[0] == 404
