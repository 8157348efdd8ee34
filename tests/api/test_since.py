"""A flight on a day to come says what changed since its owner last saw it and what that did, on the day and in the hangar."""

import datetime
import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from wobbly_fin.launchdays.models import ManifestLine

SQUARE = [[-400, -400], [400, -400], [400, 400], [-400, 400]]


@pytest.fixture
def day(hedda: Person) -> tuple[str, dict[str, Any]]:
    """A built rocket on the manifest of a day ahead, in a calm forecast."""
    field = hedda.call("PUT", f"/stores/fields/{uuid.uuid4()}", {"name": "Meadow"})[1]["id"]
    assert hedda.call("PUT", f"/stores/fields/{field}/ground", {"outline": SQUARE, "features": [], "surface": "grass"})[0] == 200
    assert hedda.call("PATCH", "/preferences", {"flyer": {"level": 0, "age": "44"}})[0] == 200
    rocket = hedda.rocket()
    hedda.say_built(rocket["id"])
    path = f"/launchdays/days/{uuid.uuid4()}"
    ahead = datetime.date.today() + datetime.timedelta(days=3)
    told = {"name": "Meet", "day": ahead.isoformat(), "opens": "10", "closes": "15:00", "field_id": field}
    assert hedda.call("PUT", path, told)[0] == 200
    flight = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5}
    assert hedda.call("PUT", f"{path}/lines/{uuid.uuid4()}", flight)[0] == 200
    hedda.get(path)
    return path, hedda.get(f"/hangar/rockets/{rocket['id']}")


def since(person: Person, path: str) -> str:
    found: str = person.get(path)["lines"][0]["since"]
    return found


def was(line: dict[str, Any]) -> str:
    return {"go": "go", "open": "not decided", "go_with": "go with a change"}[line["verdict"]]


def hangar(person: Person) -> list[str]:
    return [c["say"] for c in person.get("/launchdays/changes")]


def test_nothing_is_said_where_nothing_changed(hedda: Person, day: tuple[str, dict[str, Any]]) -> None:
    path, rocket = day
    assert since(hedda, path) == "" and hangar(hedda) == []
    # A change that does nothing to the flight is none to tell.
    assert hedda.edit(rocket, remarks="red")[0] == 200
    assert since(hedda, path) == "" and hangar(hedda) == []


def test_a_heavier_rocket_says_what_it_did_until_it_was_seen(hedda: Person, day: tuple[str, dict[str, Any]]) -> None:
    path, rocket = day
    before = hedda.get(path)["lines"][0]
    status, heavier = hedda.edit(rocket, mass="260 g")
    assert status == 200, heavier
    said = since(hedda, path)
    assert said.startswith("Changed since you last saw this: the rocket.") and "no-go" in said
    after = hedda.get(path)["lines"][0]
    assert after["verdict"] == "no_go" and f"before at {before['apogee']}" in said
    assert (
        hangar(hedda) == [f"The rocket. It was {was(before)}, now it is no-go."]
        and hedda.get(f"{path}/pack")["lines"][0]["line"]["since"] == said
    )

    # Seen is seen; lighter again, what stood against it is named.
    status, plan = hedda.call("POST", f"{path}/noted")
    assert status == 200 and plan["lines"][0]["since"] == "" and hangar(hedda) == []
    assert hedda.edit(heavier, mass="78 g")[0] == 200
    said = since(hedda, path)
    assert f"It was no-go, now it is {was(before)}" in said
    assert "What stood against it does no more:" in said


def test_each_cause_is_named(hedda: Person, day: tuple[str, dict[str, Any]]) -> None:
    path, rocket = day
    assert hedda.call("PATCH", "/preferences", {"limits": {"rod_speed_min_m_s": "30 m/s"}})[0] == 200
    assert since(hedda, path).startswith("Changed since you last saw this: the limits it is judged by. It was")
    assert hedda.call("POST", f"{path}/noted")[0] == 200
    field = hedda.get(path)["field_id"]
    small = [[x / 40, y / 40] for x, y in SQUARE]
    assert hedda.call("PUT", f"/stores/fields/{field}/ground", {"outline": small, "features": [], "surface": "grass"})[0] == 200
    assert since(hedda, path).startswith("Changed since you last saw this: the field.")
    assert hedda.call("POST", f"{path}/noted")[0] == 200
    assert hedda.call("PUT", f"/hangar/rockets/{rocket['id']}/built", {"built": None})[0] == 200
    assert "the field" not in since(hedda, path)


def test_a_flight_told_anew_begins_anew_and_one_flown_is_past(hedda: Person, day: tuple[str, dict[str, Any]]) -> None:
    path, rocket = day
    line = hedda.get(path)["lines"][0]
    assert hedda.edit(rocket, mass="120 g")[0] == 200 and since(hedda, path)
    flight = {k: line[k] for k in ("rocket_id", "motor_key", "delay_s")}
    assert hedda.call("PUT", f"{path}/lines/{line['id']}", flight)[0] == 200
    assert since(hedda, path) == ""
    kept = ManifestLine.objects.get(pk=line["id"]).judged
    assert set(kept) == {"by", "came_to"} and all(len(h) == 64 for h in kept["by"].values())
