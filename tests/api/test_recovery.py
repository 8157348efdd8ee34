"""The Recovery station over the API: landed, packed, loaded; and what it refuses."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from wobbly_fin.accounts.demo.airframes import _DESIGNS, airframe_file


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
    assert found["landing"].startswith("Lands at") and found["fit"] in ("loose", "good", "tight")
    assert [c["name"] for c in found["cases"]][1:] == ["Its delay short", "Its delay long"]
    assert all(sum(x["weakest"] for x in c["links"]) == 1 for c in found["cases"])
    assert len(found["card"]) >= 6 and all(c["picture"]["lines"] or c["picture"]["circles"] for c in found["card"])
    depths = [x["depth_m"] for x in found["layers"]]
    assert depths == sorted(depths, reverse=True) and depths[-1] >= found["bay_fore_m"]


def test_a_smaller_canopy_lands_harder_and_a_longer_cord_jerks_less(hedda: Person) -> None:
    path = put(hedda, "Night Ferry")
    before = hedda.get(f"{path}/recovery")
    edit(hedda, path, "canopy", "diameter_m", "55 cm")
    edit(hedda, path, "cord", "length_m", "9 m")
    after = hedda.get(f"{path}/recovery")
    assert after["landing"] != before["landing"] and "crack fins" in after["landing"]
    assert after["cases"][0]["links"][1]["safety"] > before["cases"][0]["links"][1]["safety"]


def test_a_canopy_larger_than_its_bay_is_said(hedda: Person) -> None:
    path = put(hedda, "Inchworm")
    edit(hedda, path, "canopy", "diameter_m", "3 m")
    found = hedda.get(f"{path}/recovery")
    assert found["fit"] == "does not fit" and found["verdict"] == "no" and "too long" in found["fits"]


def test_schools_change_card_bay_and_flight(hedda: Person) -> None:
    path = put(hedda, "Old Bellwether")
    first = hedda.get(f"{path}/recovery")
    rolled = choose(hedda, path, {"fold": "rolled", "protection": "fluff"})
    assert [c["title"] for c in rolled["card"]] != [c["title"] for c in first["card"]]
    assert "fluff" in " ".join(c["text"] for c in rolled["card"]) and rolled["layers"][0]["what"] == "cellulose fluff"
    low = choose(hedda, path, {"first": "tumble", "main_height": "180 m", "at_apogee": True})
    assert low["main_height"] == "180 m" and low["first"] == "tumble"
    # What opens first is flown: the board's drift is another.
    board = hedda.get(f"{path}/board")
    at_once = choose(hedda, path, {"first": "main"})
    assert at_once["first"] == "main" and hedda.get(f"{path}/board") != board


def test_untreated_paper_is_refused_in_words(hedda: Person) -> None:
    path = put(hedda, "Inchworm")
    found = choose(hedda, path, {"wadding": "kitchen roll"})
    assert found["burns"] and found["verdict"] == "no" and "starts fires" in found["exposed"][0]


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"fold": "origami"}, "fold"), ({"protection": "asbestos"}, "protection"), ({"first": "drogue"}, "drogue"), ({"first": "drogue", "drogue": "0"}, "drogue"),
        ({"first": "tumble", "main_height": "high"}, "main_height"), ({"first": "tumble", "main_height": "-5 m"}, "main_height"), ({"shoe": "44"}, "shoe"),
        ({"wadding": "x" * 70}, "wadding"),
    ],
)  # fmt: skip
def test_a_choice_that_cannot_be_is_a_sentence(hedda: Person, told: dict[str, Any], field: str) -> None:
    path = put(hedda, "Inchworm")
    before = hedda.get(f"{path}/recovery")
    out = choose(hedda, path, told, 422)
    assert out["fields"][0]["field"] == field and hedda.get(f"{path}/recovery") == before


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


def test_an_edit_from_an_old_revision_is_refused(hedda: Person, rival: Person) -> None:
    path = put(hedda, "Inchworm")
    choose(hedda, path, {"fold": "bundle"})
    status, out = hedda.call("PUT", f"{path}/recovery", {"told": {"fold": "rolled"}}, **{"If-Match": "1"})
    assert status == 409 and out["code"] == "stale"
    assert rival.call("GET", f"{path}/recovery")[0] == 404
