"""Rockets over the API: made, changed, undone, asked which motor."""

import uuid
from typing import Any

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.api.conftest import PIP, Person


def test_a_form_is_read_box_by_box_while_typed(hedda: Person) -> None:
    _, out = hedda.call(
        "POST", "/hangar/drafts", {"typed": PIP | {"mass": "3 oz", "canopy_diameter": "40 mm", "diameter": "soft"}}
    )
    assert out["said"]["mass"] == "85 g" and "not a length" in out["errors"]["diameter"] and out["document"] is None
    (question,) = out["questions"]
    assert question["field"] == "canopy_diameter" and question["suggestion"].endswith("mm")
    mended = hedda.call("POST", "/hangar/drafts", {"typed": PIP | {"mass": "3 oz", "canopy_diameter": question["suggestion"]}})[1]
    assert mended["questions"] == [] and mended["document"]


def test_making_the_same_rocket_twice_makes_one(hedda: Person) -> None:
    document = hedda.call("POST", "/hangar/drafts", {"typed": PIP})[1]["document"]
    key = uuid.uuid4()
    first, second = (hedda.call("PUT", f"/hangar/rockets/{key}", document) for _ in range(2))
    assert first == second and first[1]["revision"] == 1 and len(hedda.get("/hangar/rockets")) == 1


def test_an_edit_from_an_old_revision_is_shown_both_versions(hedda: Person) -> None:
    rocket = hedda.rocket()
    assert hedda.edit(rocket, mass="80 g")[1]["revision"] == 2
    status, out = hedda.edit(rocket, revision=1, mass="90 g")
    assert status == 409 and out["code"] == "stale" and out["current"]["revision"] == 2
    assert out["current"]["document"]["typed"]["mass"] == "80 g"
    assert hedda.get(f"/hangar/rockets/{rocket['id']}")["said"]["mass"] == "80 g"


def test_undo_and_redo_walk_the_history_and_a_fresh_edit_ends_redo(hedda: Person) -> None:
    rocket = hedda.rocket()
    path = f"/hangar/rockets/{rocket['id']}"
    for step, mass in ((1, "80 g"), (2, "90 g")):
        hedda.edit(rocket, revision=step, mass=mass)

    def mass(action: str) -> Any:
        status, out = hedda.call("POST", f"{path}/{action}")
        return out["said"]["mass"] if status == 200 else out["code"]

    assert [mass(a) for a in ("undo", "undo", "undo", "redo", "redo", "redo", "undo")] == [
        "80 g",
        "78 g",
        "no_history",
        "80 g",
        "90 g",
        "no_history",
        "80 g",
    ]
    now = hedda.get(path)
    hedda.edit(now, mass="100 g")
    after = hedda.get(path)
    assert after["can_undo"] and not after["can_redo"]


def test_the_bin_gives_back(hedda: Person) -> None:
    rocket = hedda.rocket()
    path = f"/hangar/rockets/{rocket['id']}"
    assert hedda.call("DELETE", path)[0] == 204 and hedda.get("/hangar/rockets") == []
    assert hedda.call("GET", path)[0] == 404
    assert hedda.call("POST", f"{path}/restore")[0] == 200 and len(hedda.get("/hangar/rockets")) == 1


@pytest.mark.parametrize("broken", [{}, {"format": "wobbly-fin/rocket", "version": 9}, {"version": 1, "name": "x", "stages": []}])
def test_a_broken_file_is_refused_and_nothing_is_kept(hedda: Person, broken: dict[str, Any]) -> None:
    status, out = hedda.call("PUT", f"/hangar/rockets/{uuid.uuid4()}", broken)
    assert status == 422 and out["fields"] and hedda.get("/hangar/rockets") == []


def test_figures_the_core_will_not_fly_are_refused_by_field(hedda: Person) -> None:
    document = hedda.call("POST", "/hangar/drafts", {"typed": PIP})[1]["document"]
    document["stages"][0]["parts"][0]["mass_kg"] = 40_000
    status, out = hedda.call("PUT", f"/hangar/rockets/{uuid.uuid4()}", document)
    assert status == 422 and out["fields"][0]["field"] == "mass_kg"


def test_the_board_answers_and_every_loser_says_why(hedda: Person) -> None:
    rocket = hedda.rocket()
    path = f"/hangar/rockets/{rocket['id']}/board"
    board = hedda.get(path)
    assert "Still open: the wind, whether it is built, the field’s outline" in board["headline"]
    assert board["ladder"] and board["not_fitting"] > 0 and board["motors"][0]["verdict"] == "open"
    square = [[-300, -300], [300, -300], [300, 300], [-300, 300]]
    field = hedda.call("PUT", f"/stores/fields/{uuid.uuid4()}", {"name": "Meadow"})[1]
    assert (
        hedda.call("PUT", f"/stores/fields/{field['id']}/ground", {"outline": square, "features": [], "surface": "grass"})[0]
        == 200
    )
    hedda.call("PUT", "/conditions", {"field_id": field["id"], "typed": {"wind": "1 m/s"}})
    hedda.say_built(rocket["id"])
    pending = hedda.get(path)
    assert pending["motors"][0]["verdict"] == "open" and "being worked out" in pending["headline"]
    board = hedda.get(f"{path}?shares=true")
    assert board["headline"].startswith("Fly ")
    best = board["motors"][0]
    assert best["verdict"] in ("good", "marginal") and (best["verdict"] == "good") == (best["delays"][0]["why_not"] is None)
    assert all(d["why_not"] for m in board["motors"] for d in m["delays"] if d["verdict"] != "good")
    assert board["thumb"] and board["printed"][0]["say"].startswith("The kit’s box says B9-4")


@pytest.mark.parametrize("change", ["mass", "wind", "field", "limit", "warmth", "canopy", "printed", "units"])
def test_change_one_input_and_the_boards_sentences_follow(hedda: Person, change: str) -> None:
    rocket = hedda.rocket()
    path = f"/hangar/rockets/{rocket['id']}/board"
    before = hedda.get(path)
    match change:
        case "mass":
            hedda.edit(rocket, mass="120 g")
        case "canopy":
            hedda.edit(rocket, canopy_diameter="55 cm")
        case "printed":
            hedda.edit(rocket, printed_motors="C14-6")
        case "wind":
            hedda.call("PUT", "/conditions", {"typed": {"wind": "15 mph"}})
        case "warmth":
            hedda.call("PUT", "/conditions", {"typed": {"temperature": "35 C"}})
        case "field":
            field = hedda.call("PUT", f"/stores/fields/{uuid.uuid4()}", {"name": "Low", "elevation": "900 m", "ceiling": "90 m"})[
                1
            ]
            hedda.call("PUT", "/conditions", {"field_id": field["id"], "typed": {}})
        case "limit":
            hedda.call("PATCH", "/preferences", {"limits": {"rod_speed_min_m_s": "45 mph"}})
        case "units":
            hedda.call("PATCH", "/preferences", {"units": {"system": "imperial", "exceptions": {}}})
    after = hedda.get(path)
    differing = "printed" if change == "printed" else "motors"
    assert before[differing] != after[differing]
    if change in ("mass", "wind", "field", "limit", "units"):
        assert (before["headline"], before["ladder"]) != (after["headline"], after["ladder"])


def test_a_mount_nothing_fits_gives_an_empty_board_that_says_so(hedda: Person) -> None:
    rocket = hedda.rocket(mount_diameter="15 mm", mount_length="40 mm", diameter="33 mm")
    board = hedda.get(f"/hangar/rockets/{rocket['id']}/board")
    assert board["motors"] == [] and "No motor fits a mount of 15 mm" in board["empty"]


def test_a_flight_is_flown_with_any_delay(hedda: Person) -> None:
    rocket = hedda.rocket()
    path = f"/hangar/rockets/{rocket['id']}/flight?motor=catalogue:C8&delay_s="
    early, late = hedda.get(path + "3.3"), hedda.get(path + "5")
    assert early["delay_sentence"] != late["delay_sentence"] and early["verdict"] == "no" and late["verdict"] == "open"
    assert len(late["time_s"]) == len(late["altitude_m"]) == len(late["speed_m_s"]) > 100
    assert [e["code"] for e in late["events"]] == ["liftoff", "burnout", "apogee", "ejection", "landing"]
    assert late["height_band"] is None and hedda.get(
        f"/hangar/rockets/{hedda.rocket(cd='')['id']}/flight?motor=catalogue:C8&delay_s=5"
    )["height_band"].startswith("Drag not known")
    assert hedda.call("GET", path + "nan")[0] == 422 and hedda.call("GET", path + "1e9")[0] == 422
    assert hedda.call("GET", f"/hangar/rockets/{rocket['id']}/flight?motor=catalogue:Z9&delay_s=5")[0] == 404


def test_the_hangar_costs_the_same_queries_however_many_rockets(hedda: Person) -> None:
    def queries() -> int:
        with CaptureQueriesContext(
            connection,
        ) as asked:
            hedda.get("/hangar/rockets")
        return len(asked)

    hedda.log(hedda.rocket())
    few = queries()
    for i in range(6):
        hedda.log(hedda.rocket(name=f"Pip {i}"))
    assert queries() == few


def test_an_empty_hangar_can_load_an_example(hedda: Person) -> None:
    assert len(hedda.call("POST", "/hangar/example")[1]) == 3


def test_what_the_form_has_no_box_for_outlives_it(hedda: Person) -> None:
    rocket = hedda.rocket()
    path = f"/hangar/rockets/{rocket['id']}"
    document = rocket["document"] | {"kit": [{"text": "body tube", "count": 1}], "payload": {"mass_kg": 0.06, "stands_n": 40.0}}
    assert hedda.call("PUT", path, document, **{"If-Match": "1"})[0] == 200
    drafted = hedda.call("POST", "/hangar/drafts", {"typed": PIP | {"mass": "91 g"}, "rocket_id": rocket["id"]})[1]["document"]
    assert drafted["kit"][0]["text"] == "body tube" and drafted["payload"]["mass_kg"] == 0.06
    assert hedda.call("PUT", path, drafted, **{"If-Match": "2"})[0] == 200


@pytest.mark.parametrize(
    ("typed", "shown"),
    [
        ({}, {"mass": "78 g", "diameter": "33.5 mm", "canopy_diameter": "400 mm", "cd": "0.7", "printed_motors": "B9-4"}),
        ({"mass": "2.75 oz", "diameter": "33,5mm"}, {"mass": "78 g", "diameter": "33,5mm"}),
        (
            {"mass": "0.078 kg", "cd": "0,7", "canopy_diameter": "sixteen"},
            {"mass": "0.078 kg", "cd": "0,7", "canopy_diameter": "400 mm"},
        ),
    ],
    ids=["no texts", "a text that says something else", "a text that is none"],
)
def test_a_quick_rocket_from_elsewhere_has_a_text_in_every_box(
    hedda: Person, typed: dict[str, str], shown: dict[str, str]
) -> None:
    """Otherwise its boxes stand empty, and the next edit takes what they hold out of the rocket."""
    document = hedda.call("POST", "/hangar/drafts", {"typed": PIP})[1]["document"] | {"typed": typed}
    path = f"/hangar/rockets/{uuid.uuid4()}"
    status, rocket = hedda.call("PUT", path, document)
    assert status == 200, rocket
    assert hedda.call("PUT", path, document)[1]["revision"] == rocket["revision"], "sent once more it is no new version"
    boxes = rocket["document"]["typed"]
    assert {box: boxes.get(box) for box in shown} == shown
    drafted = hedda.call("POST", "/hangar/drafts", {"typed": boxes | {"name": "Pip", "cd": "0.65"}, "rocket_id": rocket["id"]})[1]
    assert not drafted["missing"] and not drafted["errors"], drafted
    changed = hedda.call("PUT", path, drafted["document"], **{"If-Match": str(rocket["revision"])})[1]
    before, after = (r["document"]["stages"][0]["parts"] for r in (rocket, changed))
    assert after[0] == before[0] | {"cd": 0.65} and after[1:] == before[1:]


def test_what_waits_for_a_canopy_s_diameter_is_not_lost(hedda: Person) -> None:
    rocket = hedda.rocket(canopy_diameter="", canopy_kind="streamer", spill_hole="25 mm")
    typed = hedda.get(f"/hangar/rockets/{rocket['id']}")["document"]["typed"]
    assert (typed["canopy_kind"], typed["spill_hole"]) == ("streamer", "25 mm")
