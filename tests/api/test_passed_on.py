"""Files passed on from one person to another: parts, a range's rules, lines of a checklist; and parts off a kit's list."""

import json
import uuid
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from tests.api.conftest import Person

KIT = "plastic nose cone 90 mm\nbody tube 34 x 450 mm\n24 mm motor tube x 70\n3 balsa fins\n45 cm chute\ndecals"


def send(person: Person, path: str, document: Any) -> tuple[int, Any]:
    data = document if isinstance(document, bytes) else json.dumps(document).encode()
    answer = person.client.post(f"/api{path}", {"file": SimpleUploadedFile("x.json", data)})
    return answer.status_code, answer.json()


def own(person: Person) -> dict[str, dict[str, Any]]:
    return {p["name"]: p for p in person.get("/stores/parts") if p["key"].startswith("own:")}


def test_a_kits_list_puts_by_what_it_tells_the_size_of_and_a_club_mate_has_it_too(hedda: Person, rival: Person) -> None:
    status, said = hedda.call("POST", "/stores/parts/kit", {"text": KIT})
    assert status == 200 and said["there"] == []
    assert said["taken"] == ["plastic nose cone 90 mm", "body tube 34 x 450 mm", "24 mm motor tube x 70", "45 cm chute"]
    tube = own(hedda)["body tube 34 x 450 mm"]
    assert dict(tube["said"])["Length"] == "450 mm" and tube["supplier"] == "yours"
    assert hedda.call("POST", "/stores/parts/kit", {"text": KIT})[1] == {"taken": [], "there": said["taken"]}
    for text in ("", "hello", "nose cone\nbody tube"):
        assert hedda.call("POST", "/stores/parts/kit", {"text": text})[0] == 422
    passed = json.loads(hedda.client.get("/api/stores/parts.json").content)
    status, taken = send(rival, "/stores/parts/import", passed)
    assert status == 200 and sorted(taken["taken"]) == sorted(said["taken"])
    assert own(rival).keys() == own(hedda).keys() and own(rival)[tube["name"]]["said"] == tube["said"]
    assert send(rival, "/stores/parts/import", passed)[1]["taken"] == []
    # A tube of one's own is built from, like any part.
    assert not any(p["key"].startswith("own:") for p in Person("nobody-else").get("/stores/parts"))


def test_a_ranges_rules_go_over_to_another_days_and_what_differs_is_said(hedda: Person, rival: Person) -> None:
    day = {"name": "x", "day": "2031-05-01", "opens": "10:00", "closes": "16:00"}
    first, second = uuid.uuid4(), uuid.uuid4()
    assert hedda.call("PUT", f"/launchdays/days/{first}", day | {"own_typed": {"wind_max_m_s": "6 m/s"}})[0] == 200
    assert rival.call("PUT", f"/launchdays/days/{second}", day)[0] == 200
    passed = json.loads(hedda.client.get(f"/api/launchdays/days/{first}/code.json").content)
    assert (passed["begins_from"], passed["rules"]) == ("published", {"wind_max_m_s": 6.0})
    status, said = send(rival, f"/launchdays/days/{second}/code", passed)
    assert status == 200 and said["differs"] == ["Wind, at most: 6.0 m/s instead of 9.0 m/s."]
    assert rival.get(f"/launchdays/days/{second}")["code"]["wind"] == "6.0 m/s"
    for wrong in ({"begins_from": "the moon's"}, {"rules": {"wind_max_m_s": -1}}, {"rules": {"luck": 1}},
                  {"rules": {"stand_off_m": [[20, 9], [10, 5]]}}, {"format": "wobbly-fin-parts"}):  # fmt: skip
        assert send(rival, f"/launchdays/days/{second}/code", passed | wrong)[0] == 422, wrong
    assert rival.get(f"/launchdays/days/{second}")["code"]["wind"] == "6.0 m/s"
    assert send(rival, f"/launchdays/days/{first}/code", passed)[0] == 404


def test_lines_of_ones_own_stand_in_every_list_and_are_passed_on(hedda: Person, rival: Person) -> None:
    lines = [
        {"stage": "pad", "text": "Say the rocket’s  name aloud", "hold": True},
        {"stage": "after", "text": "Thank whoever found it", "hold": False},
        {"stage": "bench", "text": " ", "hold": False},
    ]
    status, kept = hedda.call("PATCH", "/preferences", {"checklist": lines})
    assert status == 200 and [x["text"] for x in kept["checklist"]] == ["Say the rocket’s name aloud", "Thank whoever found it"]
    day, line = hedda.day_with(hedda.rocket())
    items = hedda.get(f"/launchdays/days/{day}/lines/{line}/checklist")["items"]
    mine = [n for n, i in enumerate(items) if i["key"].startswith("own-")]
    assert [(items[n]["stage"], items[n]["hold"]) for n in mine] == [("pad", True), ("after", False)]
    assert next(i["key"] for i in items if i["stage"] == "pad") == items[mine[0]]["key"], "before anything is live"
    assert items[-1]["key"] == items[mine[1]]["key"]
    passed = json.loads(hedda.client.get("/api/preferences/checklist.json").content)
    assert send(rival, "/preferences/checklist/import", passed) == (
        200,
        {"taken": [x["text"] for x in kept["checklist"]], "there": []},
    )
    assert send(rival, "/preferences/checklist/import", passed)[1]["taken"] == []
    assert rival.get("/preferences")["checklist"] == kept["checklist"]


@pytest.mark.parametrize(
    ("lines", "field"),
    [
        ([{"stage": "count", "text": "x"}], "checklist.0.stage"),
        ([{"stage": "pad", "text": "x" * 161}], "checklist.0.text"),
        ([{"stage": "pad", "text": "a\u202eb"}], "checklist.0.text"),
        ([{"stage": "pad", "text": f"line {n}"} for n in range(31)], "checklist"),
    ],
)
def test_a_line_that_is_none_is_refused_at_its_box(hedda: Person, lines: list[dict[str, Any]], field: str) -> None:
    status, refused = hedda.call("PATCH", "/preferences", {"checklist": lines})
    assert status == 422 and refused["fields"][0]["field"] == field and hedda.get("/preferences")["checklist"] == []


@pytest.mark.parametrize("path", ["/stores/parts/import", "/stores/motors/import", "/preferences/checklist/import"])
@pytest.mark.parametrize(
    "data", [b"", b"PK\x03\x04", b"[]", b"{", b'{"format": "wobbly-fin-rocket"}', b'{"parts": [{"type": "warp drive"}]}']
)
def test_a_file_that_is_none_is_a_sentence(hedda: Person, path: str, data: bytes) -> None:
    status, refused = send(hedda, path, data)
    assert status == 422 and refused["message"]
