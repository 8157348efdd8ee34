"""Failures taken apart over the API: causes follow answers, repairs ground the rocket, lessons come back, parts go to the stores."""

import json
import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from tests.api.test_air import ground, stand
from tests.api.test_shape import Bench, built_up
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.learnt import lessons_of, open_repairs
from wobbly_fin.workshop.models import BuildEvent


def failed(person: Person, rocket: dict[str, Any] | None = None, **facts: Any) -> tuple[dict[str, Any], str]:
    rocket = rocket or person.rocket()
    line = person.log(rocket, **({"opening": "never", "landing": "damaged", "height": ""} | facts))[1]
    return rocket, f"/logbook/flights/{line['id']}/review"


def test_answers_change_the_ranking_and_what_is_asked_next(hedda: Person) -> None:
    _, path = failed(hedda)
    before = hedda.get(path)
    assert "the canopy did not open" in " ".join(s for c in before["causes"] for s in c["speaks_for"])
    after = hedda.call("PUT", path, {"answers": {"motor_in": False, "nose_off": False, "popped": True}})[1]
    assert after["causes"][0]["key"] == "retention" and after["causes"][0]["likely"] in ("likely", "very likely")
    assert [q["key"] for q in before["questions"]] != [q["key"] for q in after["questions"]]
    assert after["causes"][0]["inspect"] and after["causes"][0]["chain"][0]["evidence"]


def test_every_cause_is_flown_and_held_against_the_height_that_was_measured(hedda: Person) -> None:
    rocket, path = failed(hedda, opening="after_apogee", landing="damaged", height="")
    bare = hedda.get(path)
    top = max(bare["planned"]["altitude_m"])
    jammed = next(c for c in bare["causes"] if c["replay"])
    assert "Nothing was measured" in jammed["replay"]["said"] and not jammed["replay"]["figures"]
    low = hedda.get(failed(hedda, rocket, opening="after_apogee", landing="damaged", height=f"{0.4 * top:.0f} m")[1])
    high = hedda.get(failed(hedda, rocket, opening="after_apogee", landing="damaged", height=f"{top:.0f} m")[1])
    assert low["causes"][0]["key"] != high["causes"][0]["key"]
    fits, unfit = low["causes"][0], next(c for c in high["causes"] if c["replay"] and c["replay"]["figures"])
    (figure,) = fits["replay"]["figures"]
    assert figure["label"] == "peak height" and figure["fits"] and any("every figure agrees" in s for s in fits["speaks_for"])
    assert max(fits["replay"]["altitude_m"]) < 0.7 * top and unfit["replay"]["time_s"][0] <= 0.0


def test_the_flights_own_configuration_and_weather_speak_too(hedda: Person) -> None:
    hedda.call("PUT", "/conditions", {"typed": {"wind": "8 m/s", "temperature": "1 C"}})
    _, path = failed(hedda)
    windy = hedda.get(path)
    hedda.call("PUT", "/conditions", {"typed": {"wind": "0 m/s", "temperature": "20 C"}})
    _, other = failed(hedda)
    calm = hedda.get(other)
    said = "wind enough to lean into"
    assert any(said in k for k in windy["known"]) and not any(said in k for k in calm["known"])
    assert [c["key"] for c in windy["causes"]] != [c["key"] for c in calm["causes"]]


def test_the_drift_off_the_field_of_that_day_is_evidence(hedda: Person) -> None:
    def flown_over(side_m: float, name: str) -> list[str]:
        square = [[-side_m, -side_m], [side_m, -side_m], [side_m, side_m], [-side_m, side_m]]
        stand(hedda, ground(hedda, name, outline=square, features=[]), typed={"wind": "5 m/s", "wind_from": "W"})
        known: list[str] = hedda.get(failed(hedda, opening="at_apogee", landing="out_of_reach")[1])["known"]
        return known

    assert any("reaches the field’s edge" in k for k in flown_over(60, "Pocket"))
    assert not any("reaches the field’s edge" in k for k in flown_over(3000, "Prairie"))


def test_the_phase_follows_the_decided_cause_until_it_is_told(hedda: Person) -> None:
    _, path = failed(hedda)
    assert hedda.get(path)["phase"] == ""
    assert hedda.call("PUT", path, {"cause": "nose_stuck"})[1]["phase"] == "ejection"
    told = hedda.call("PUT", path, {"cause": "drifted", "phase": "boost"})[1]
    assert told["phase"] == "boost" and told["phase_told"]


def test_a_decided_review_grounds_the_rocket_until_it_is_mended(hedda: Person) -> None:
    rocket, path = failed(hedda)
    body = {
        "cause": "nose_stuck",
        "repairs": ["tube_crushed"],
        "grounds": True,
        "decided": True,
        "lesson": "Shoulder lets go by a light pull.",
    }
    status, out = hedda.call("PUT", path, body)
    assert status == 200 and out["grounded_now"]
    board = hedda.get(f"/hangar/rockets/{rocket['id']}/board")
    tests = [t for m in board["motors"] for d in m["delays"] for t in d["tests"]]
    assert any(t["name"] == "repairs" and not t["passed"] and "review" in t["reason"] for t in tests)
    assert all(d["verdict"] == "no" for m in board["motors"] for d in m["delays"])
    assert any("Shoulder lets go" in line for line in board["lessons"])
    # A quick rocket has no plan in Build: its owner says when it is mended.
    mended = hedda.call("PUT", path, body | {"mended": ["tube_crushed"]})[1]
    assert not mended["grounded_now"] and mended["repairs"][0]["done"]
    board = hedda.get(f"/hangar/rockets/{rocket['id']}/board")
    assert any(d["verdict"] != "no" for m in board["motors"] for d in m["delays"])


def test_a_repair_done_in_build_lifts_the_grounding(hedda: Person) -> None:
    rocket, path = failed(hedda)
    hedda.call("PUT", path, {"cause": "nose_stuck", "repairs": ["tube_crushed"], "grounds": True, "decided": True})
    row = Rocket.objects.get(pk=rocket["id"])
    assert open_repairs(row) == ("tube_crushed",)
    from django.utils import timezone

    build = row.builds.create(owner=hedda.user, kind="repair", damage="tube_crushed")
    facts = {"hands_off_s": 0, "cured_s": 0, "full_s": 0}
    BuildEvent.objects.create(id=uuid.uuid4(), build=build, kind="done", step="weigh", at=timezone.now(), facts=facts)
    assert not open_repairs(row)
    BuildEvent.objects.create(id=uuid.uuid4(), build=build, kind="undone", step="weigh", at=timezone.now())
    assert open_repairs(row), "taken back, it is grounded again"


def test_a_lesson_fades_after_good_flights_and_stands_on_the_days_checklist(hedda: Person) -> None:
    rocket, path = failed(hedda)
    hedda.call("PUT", path, {"cause": "retention", "decided": True})
    row = Rocket.objects.get(pk=rocket["id"])
    assert lessons_of(row)[0].cause == "retention"
    day = f"/launchdays/days/{uuid.uuid4()}"
    told = {"name": "Club day", "day": "2026-06-20", "opens": "10", "closes": "15:00"}
    assert hedda.call("PUT", day, told)[0] == 200
    line = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5}
    assert hedda.call("PUT", f"{day}/lines/{uuid.uuid4()}", line)[0] == 200
    pack = json.dumps(hedda.get(f"{day}/pack"))
    assert "the motor was blown out instead of the canopy" in pack
    for n in range(5):
        hedda.log(rocket, flown_on=f"2026-05-{10 + n}")
    assert lessons_of(row) == ()
    assert "the motor was blown out" not in json.dumps(hedda.get(f"{day}/pack"))


@pytest.mark.parametrize(
    "body, field",
    [
        ({"answers": {"moon": True}}, "answers.moon"), ({"parts": {"x": "sulking"}}, "parts.x"), ({"cause": "gremlins"}, "cause"), ({"decided": True}, "cause"),
        ({"repairs": ["soul"]}, "repairs"), ({"lesson": "x" * 400}, "lesson"), ({"phase": "tea"}, "phase"),
        ({"chain": [{"key": "a", "says": "x", "from_keys": ["a"]}]}, "chain"),
    ],
)  # fmt: skip
def test_reviews_that_cannot_be_are_refused_and_change_nothing(hedda: Person, body: dict[str, Any], field: str) -> None:
    _, path = failed(hedda)
    hedda.call("PUT", path, {"changes": "kept"})
    status, out = hedda.call("PUT", path, body)
    assert status == 422 and out["fields"][0]["field"] == field
    assert hedda.get(path)["changes"] == "kept"


def test_others_see_no_review_and_a_thrown_away_one_teaches_nothing(hedda: Person, rival: Person) -> None:
    rocket, path = failed(hedda)
    hedda.call("PUT", path, {"cause": "retention", "decided": True, "grounds": True, "repairs": ["mount_loose"]})
    for method, body in (("GET", None), ("PUT", {}), ("DELETE", None)):
        assert rival.call(method, path, body)[0] == 404
    assert rival.call("POST", f"{path}/salvage", {"part": "x", "key": str(uuid.uuid4())})[0] == 404
    assert hedda.call("DELETE", path)[0] == 204
    row = Rocket.objects.get(pk=rocket["id"])
    assert lessons_of(row) == () and not open_repairs(row)


def test_putting_a_part_by_revives_nothing_that_was_thrown_away(hedda: Person) -> None:
    bench = built_up(hedda)
    part = bench.part("body_tube")
    _, path = failed(hedda, bench.rocket)
    decided = {"cause": "retention", "decided": True, "grounds": True, "repairs": ["mount_loose"], "parts": {part: "broke"}}
    assert hedda.call("PUT", path, decided)[0] == 200 and hedda.call("DELETE", path)[0] == 204
    assert hedda.call("POST", f"{path}/salvage", {"part": part, "key": str(uuid.uuid4())})[0] == 200
    row = Rocket.objects.get(pk=bench.key)
    assert lessons_of(row) == () and not open_repairs(row) and hedda.get(path)["cause"] == ""


def test_a_teardown_advises_and_is_kept_by_joint(hedda: Person, rival: Person) -> None:
    rocket = hedda.rocket()
    path = f"/logbook/teardowns/{rocket['id']}"
    assert hedda.get(path)["advice"] == []
    found = [
        {"joint": "fin_root", "name": "fin 1", "covered": "40 %", "went": "glue", "force": "22"},
        {"joint": "ring", "name": "aft", "went": "wood"},
    ]
    status, out = hedda.call("PUT", path, {"on": "2026-05-01", "findings": found, "remarks": "sawn along the seam"})
    assert status == 200 and "40%" in out["advice"][0]
    assert hedda.get("/logbook/advice")[0].startswith("Pip: Glue reached only 40%")
    assert (
        hedda.call("PUT", path, {"on": "2026-05-01", "findings": [{"joint": "knee", "name": "x"}]})[1]["fields"][0]["field"]
        == "findings.0.joint"
    )
    assert hedda.call("PUT", path, {"on": "2999-05-01", "findings": []})[0] == 422
    for box, text, says in (
        ("covered", "half", "no share"),
        ("covered", "140", "0 to 100"),
        ("force", "9 mm", "measure a force"),
    ):
        wrong = {"joint": "ring", "name": "fore", box: text}
        field = hedda.call("PUT", path, {"on": "2026-05-01", "findings": [*found, wrong]})[1]["fields"][0]
        assert field["field"] == f"findings.2.{box}" and says in field["message"]
    assert rival.call("GET", path)[0] == 404 and rival.call("PUT", path, {"on": "2026-05-01", "findings": []})[0] == 404
    assert rival.get("/logbook/advice") == []
    assert [(f["covered"], f["force"]) for f in hedda.get(path)["findings"]] == [("40", "22 N"), ("", "")]
    # An owner of pounds reads pounds, and keeping what is read changes nothing.
    hedda.call("PATCH", "/preferences", {"units": {"system": "imperial"}})
    mine = hedda.get(path)
    assert mine["findings"][0]["force"] == "4.946 lbf"
    again = hedda.call("PUT", path, {"on": mine["day"], "findings": mine["findings"], "remarks": mine["remarks"]})[1]
    assert again["findings"] == mine["findings"] and again["advice"] == mine["advice"]


def test_an_anchor_pulled_out_of_one_rocket_is_known_of_the_next(hedda: Person, rival: Person) -> None:
    old, new = built_up(hedda), built_up(hedda)

    def anchor(person: Person, rocket: Bench) -> dict[str, Any]:
        case = person.get(f"{rocket.path}/recovery")["cases"][0]
        return next(x for x in case["links"] if x["kind"] == "anchor")

    before, others = anchor(hedda, new), built_up(rival)
    finding = {"joint": "anchor", "name": "patch", "covered": "", "went": "paper", "force": "12 N"}
    status, _ = hedda.call(
        "PUT", f"/logbook/teardowns/{old.path.rsplit('/', 1)[1]}", {"on": "2026-05-01", "findings": [finding], "remarks": ""}
    )
    after = anchor(hedda, new)
    assert status == 200 and not before["pulled"] and after["pulled"] and after["holds"] == "12 N"
    assert after["safety"] < before["safety"] and not anchor(rival, others)["pulled"]
