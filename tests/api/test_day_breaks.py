"""A day outlives what happens to its rockets and motors; what phones tell of the field is kept whatever became of the manifest."""

import datetime
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import Group

from tests.api.conftest import Person
from tests.api.test_launchdays import event, tell
from tests.api.test_shape import Bench, built_up
from tests.api.test_stores import SHEET
from wobbly_fin.accounts.people import OFFICERS
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.models import Flight
from wobbly_fin.stores.models import OwnMotor

DAY = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"}


def put(person: Person, day: str, rocket: str, motor: str = "catalogue:C8") -> str:
    line = str(uuid.uuid4())
    status, out = person.call("PUT", f"{day}/lines/{line}", {"rocket_id": rocket, "motor_key": motor, "delay_s": 5})
    assert status == 200, out
    return line


@pytest.fixture
def day(hedda: Person) -> str:
    """A day with one flight nothing happens to."""
    day = f"/launchdays/days/{uuid.uuid4()}"
    assert hedda.call("PUT", day, DAY)[0] == 200
    put(hedda, day, hedda.rocket()["id"])
    return day


def undo(bench: Bench) -> None:
    bench.revision = bench.person.call("POST", f"{bench.path}/undo")[1]["revision"]


def take_the_mount_away(person: Person, day: str) -> tuple[str, Any]:
    bench: Bench = built_up(person)
    line = put(person, day, bench.key)
    tube = bench.part("motor_tube")
    return line, (
        lambda: bench.do({"op": "remove", "part": tube}),
        lambda: undo(bench),
        "motor tube",
    )


def throw_the_rocket_away(person: Person, day: str) -> tuple[str, Any]:
    bench = built_up(person)
    line, rows = put(person, day, bench.key), Rocket.objects.filter(pk=bench.key)
    return line, (
        lambda: rows.update(deleted_at=datetime.datetime.now(datetime.UTC)),
        lambda: rows.update(deleted_at=None),
        "in the bin",
    )


def throw_the_motor_away(person: Person, day: str) -> tuple[str, Any]:
    bench, key = built_up(person), uuid.uuid4()
    person.call("PUT", f"/stores/motors/{key}", SHEET)
    line, rows = put(person, day, bench.key, f"own:{key}"), OwnMotor.objects.filter(pk=key)
    return line, (
        lambda: rows.update(deleted_at=datetime.datetime.now(datetime.UTC)),
        lambda: rows.update(deleted_at=None),
        "shelf no more",
    )


@pytest.mark.parametrize("broken", [take_the_mount_away, throw_the_rocket_away, throw_the_motor_away])
def test_one_line_that_cannot_be_flown_leaves_the_others_their_day(hedda: Person, rival: Person, day: str, broken: Any) -> None:
    line, (breaks, mends, why) = broken(hedda, day)
    whole = hedda.get(day)
    assert len(whole["lines"]) == 2 and whole["broken"] == []
    breaks()
    out = hedda.get(day)
    assert len(out["lines"]) == 1 and "1 cannot be flown" in out["headline"]
    assert [b["id"] for b in out["broken"]] == [line] and why in out["broken"][0]["say"]
    assert len(hedda.get(f"{day}/pack")["lines"]) == 1 and hedda.get(f"{day}/car")["shelves"]
    assert hedda.client.get(f"/api{day}/papers.pdf").status_code == 200
    assert hedda.call("GET", f"{day}/lines/{line}/checklist")[0] == 404
    rival.user.groups.add(Group.objects.get_or_create(name=OFFICERS)[0])
    assert [len(m["cards"]) for m in rival.get("/range?day=2026-04-18")["manifests"]] == [1]
    mends()
    assert {x["id"] for x in hedda.get(day)["lines"]} == {x["id"] for x in whole["lines"]}
    breaks()
    assert hedda.call("DELETE", f"{day}/lines/{line}")[1]["broken"] == []


def test_what_flew_is_logged_though_it_was_taken_off_the_manifest_meanwhile(hedda: Person, day: str) -> None:
    line = hedda.get(day)["lines"][0]["id"]
    hedda.call("DELETE", f"{day}/lines/{line}")
    told = event("told", line, facts={"opening": "at_apogee", "landing": "safe", "height": "166 m"})
    ticked = event("ticked", line, item="fins", text="Fins: sound.")
    assert tell(hedda, day, [ticked, told]) == {"kept": [ticked["id"], told["id"]], "refused": [], "clock": ""}
    assert Flight.objects.get().apogee_m == pytest.approx(166)


def test_a_flight_of_a_rocket_thrown_away_is_said_back_and_holds_nothing_up(hedda: Person, day: str) -> None:
    line = hedda.get(day)["lines"][0]["id"]
    other = put(hedda, day, built_up(hedda).key)
    Rocket.objects.filter(name="Pip").update(deleted_at=datetime.datetime.now(datetime.UTC))
    lost = event("told", line, facts={"opening": "at_apogee", "landing": "safe", "remarks": "into the hedge"})
    kept = event("told", other, facts={"opening": "at_apogee", "landing": "safe"})
    out = tell(hedda, day, [lost, kept])
    assert out["kept"] == [kept["id"]] and [r["id"] for r in out["refused"]] == [lost["id"]]
    assert "into the hedge" in out["refused"][0]["message"] and "bin" in out["refused"][0]["message"]
