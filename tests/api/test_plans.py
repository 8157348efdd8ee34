"""A plan that can be built, over the API and on the command line: the same answer, in Build, at Shape and in the verdict."""

import json
import subprocess
import sys
import uuid
from pathlib import Path
from typing import Any

import pytest

from tests.api.conftest import Person
from wobbly_fin.demo.airframes import airframe_file
from wobbly_fin.workshop.finished import build_done
from wobbly_fin.workshop.models import Build, BuildEvent

WOBBLY = Path(sys.executable).with_name("wobbly")


def wobbly(document: dict[str, Any]) -> dict[str, Any]:
    done = subprocess.run([WOBBLY, "plan", "-"], input=json.dumps(document), capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
    found: dict[str, Any] = json.loads(done.stdout)
    return found


class Drawn:
    """A demo rocket of this person's, its parts to be spoilt."""

    def __init__(self, person: Person, name: str) -> None:
        self.person, self.key = person, str(uuid.uuid4())
        self.document = airframe_file(name, {}).model_dump(mode="json")
        self.save()

    def save(self) -> None:
        matches = {"If-Match": "1"} if hasattr(self, "saved") else {}
        assert self.person.call("PUT", f"/hangar/rockets/{self.key}", self.document, **matches)[0] == 200
        self.saved = True

    def part(self, kind: str, n: int = 0) -> dict[str, Any]:
        found: list[dict[str, Any]] = [p for s in self.document["stages"] for p in s["parts"] if p["type"] == kind]
        return found[n]

    def begin(self, **schools: Any) -> dict[str, Any]:
        self.build = str(uuid.uuid4())
        body = {"kind": "build", "damage": ""}
        assert self.person.call("PUT", f"/workshop/rockets/{self.key}/builds/{self.build}", body)[0] == 200
        if schools:
            assert self.person.call("PATCH", f"/workshop/builds/{self.build}/schools", {"told": schools})[0] == 200
        found: dict[str, Any] = self.person.get(f"/workshop/rockets/{self.key}")
        return found


def test_page_and_command_have_one_plan(hedda: Person) -> None:
    drawn = Drawn(hedda, "Old Bellwether")
    station, told = (
        drawn.begin(inside="fin_pockets", jig="one"),
        wobbly({"rocket": drawn.document, "schools": {"inside": "fin_pockets", "jig": "one"}}),
    )
    assert (
        [s["key"] for s in station["steps"]] == [s["id"] for s in told["steps"]] and told["buildable"] and not station["problems"]
    )
    by_key = {s["key"]: s for s in station["steps"]}
    for step in told["steps"]:
        assert by_key[step["id"]]["lines"] == step["lines"] and by_key[step["id"]]["work"] == step["work"]
        assert {a["key"] for a in by_key[step["id"]]["after"]} == set(step["after"])


def test_a_step_says_why_now_and_what_it_closes_and_shows_it(hedda: Person) -> None:
    drawn = Drawn(hedda, "Old Bellwether")
    station = drawn.begin()
    steps = {s["key"].split(":")[0]: s for s in station["steps"]}
    assert "590 mm down the lower tube" in steps["tie"]["before"][0]["because"]
    assert {c["key"].split(":")[0] for c in steps["aft-ring"]["closes"]} == {"ring-wall", "inside", "nut"}
    assert steps["aft-ring"]["stands"] and not steps["tie"]["stands"]
    picture = hedda.get(f"/workshop/builds/{drawn.build}/picture?step={steps['aft-ring']['key']}&view=stands")
    # The ring comes from behind, and what lies between the rings is hatched.
    assert {"moving", "shut", "paper"} <= {f["stuff"] for f in picture["filled"]} and "no stick reaches" in picture["says"]
    tail = max(x for f in picture["filled"] if f["stuff"] == "paper" for x, _ in f["points"])
    assert min(x for f in picture["filled"] if f["stuff"] == "moving" for x, _ in f["points"]) > tail
    assert hedda.call("GET", f"/workshop/builds/{drawn.build}/picture?step=gather&view=stands")[0] == 404


def test_the_picture_shows_what_is_done_and_not_what_the_plan_had_first(hedda: Person) -> None:
    """Glue for the middle ring waits for the mount alone: whether tabs stand behind it is for the ticks to say."""
    drawn = Drawn(hedda, "Old Bellwether")
    steps = {s["key"].split(":")[0]: s["key"] for s in drawn.begin()["steps"]}
    path = f"/workshop/builds/{drawn.build}/picture?step={steps['ring-wall']}&view=stands"

    def stuffs() -> list[str]:
        return [f["stuff"] for f in hedda.get(path)["filled"]]

    before = stuffs()
    body = {"kind": "done", "step": steps["fins-on"], "minutes": "", "remark": "", "with_before": True}
    assert hedda.call("PUT", f"/workshop/builds/{drawn.build}/events/{uuid.uuid4()}", body)[0] == 200
    assert before.count("wood") == 0 and stuffs().count("wood") == 2  # above the axis and below it


def test_an_order_that_shuts_something_in_is_refused_with_what_breaks(hedda: Person) -> None:
    drawn = Drawn(hedda, "Old Bellwether")
    steps = {s["key"].split(":")[0]: s["key"] for s in drawn.begin()["steps"]}
    move = {"kind": "move", "key": steps["tie"], "after": [steps["mount-in"]]}
    status, out = hedda.call("POST", f"/workshop/builds/{drawn.build}/changes", move)
    assert status == 422 and "deeper than a hand gets" in json.dumps(out, ensure_ascii=False)


@pytest.mark.parametrize(
    ("kind", "n", "figures", "code", "mended"),
    [
        ("centring_ring", 0, {"outer_diameter_m": 0.05}, "does_not_fit", True),
        ("joint", 1, {"kind": "riveted"}, "opening_fixed", True),
        ("bulkhead", 1, {"outer_diameter_m": 0.04}, "floats", True),
    ],
)
def test_what_cannot_be_built_is_said_everywhere_and_mended_at_shape(
    hedda: Person, kind: str, n: int, figures: dict[str, Any], code: str, mended: bool
) -> None:
    drawn = Drawn(hedda, "Old Bellwether")
    if code == "does_not_fit":
        figures = {"outer_diameter_m": 0.1}
    drawn.part(kind, n).update(figures)
    drawn.save()
    part = drawn.part(kind, n)["id"]
    shape = hedda.get(f"/hangar/rockets/{drawn.key}/shape")
    (found,) = [f for f in shape["findings"] if f["code"] == code]
    assert found["severity"] == "danger" and found["part"] == part and found["change"] and (found["mend"] is not None) == mended
    waiting = hedda.get(f"/workshop/rockets/{drawn.key}")
    assert [p["code"] for p in waiting["problems"]] == [code] and waiting["problems"][0]["reason"] == found["sentence"]
    told = wobbly({"rocket": drawn.document})
    assert not told["buildable"] and told["problems"][0] | {"code": code, "reason": found["sentence"]} == told["problems"][0]
    mend = found["mend"]
    edit = {"op": "set", "part": mend["part"], "field": mend["field"]} | (
        {"value": mend["text"]} if mend["choice"] else {"text": mend["text"]}
    )
    revision = str(hedda.get(f"/hangar/rockets/{drawn.key}")["revision"])
    assert hedda.call("POST", f"/hangar/rockets/{drawn.key}/shape/edit", {"edits": [edit]}, **{"If-Match": revision})[0] == 200
    assert hedda.get(f"/workshop/rockets/{drawn.key}")["problems"] == []


def test_hands_are_told_once_and_change_the_order(hedda: Person) -> None:
    drawn = Drawn(hedda, "Old Bellwether")
    deep = drawn.begin(hand="65 cm")
    assert not [s for s in deep["steps"] if s["key"].startswith("tie:")]
    status, out = hedda.call("PATCH", f"/workshop/builds/{drawn.build}/schools", {"told": {"hand": "long"}})
    assert status == 422 and '"hand"' in json.dumps(out)
    for told in ({"hand": True}, {"jig": False}, {"temperature": True}, {"finger": "-3 mm"}):
        assert hedda.call("PATCH", f"/workshop/builds/{drawn.build}/schools", {"told": told})[0] == 422, told


def test_a_build_finished_before_these_steps_came_is_still_finished(hedda: Person) -> None:
    drawn = Drawn(hedda, "Inchworm")
    station = drawn.begin()
    build = Build.objects.get(pk=drawn.build)
    at = {"hands_off_s": 1, "cured_s": 1, "full_s": 1}
    for n, step in enumerate(station["steps"]):
        if step["key"].split(":")[0] not in ("dry-fit", "joint"):
            made = {"lines": ["as it was then"], "units": "x"}
            BuildEvent.objects.create(
                id=uuid.UUID(int=n + 1), build=build, kind="done", step=step["key"], at=build.created_at, facts=at | {"as": made}
            )
    assert build_done(build.rocket) is True
    last = BuildEvent.objects.get(step="weigh")
    last.facts["as"]["recipes"] = 2
    last.save()
    Build.objects.filter(pk=build.pk).update(updated_at=build.updated_at.replace(year=2020))
    assert build_done(Build.objects.get(pk=build.pk).rocket) is False
