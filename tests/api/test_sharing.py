"""What others may read: by a link, and as range officers; and nothing else."""

import datetime
import io
import json
import uuid
from typing import Any

import pytest
from django.core.management import CommandError, call_command
from django.test import Client

from tests.api.conftest import Person
from wobbly_fin.accounts.people import OFFICERS
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.sharing.models import Share


def shared(person: Person, **what: Any) -> dict[str, Any]:
    status, out = person.call("PUT", f"/shares/{uuid.uuid4()}", what)
    assert status == 200, out
    return out


def flying_day(person: Person, rocket: dict[str, Any]) -> dict[str, Any]:
    """A day with one flight on it."""
    key = str(uuid.uuid4())
    body = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"}
    assert person.call("PUT", f"/launchdays/days/{key}", body)[0] == 200
    flight = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5}
    status, plan = person.call("PUT", f"/launchdays/days/{key}/lines/{uuid.uuid4()}", flight)
    assert status == 200, plan
    return dict(plan)


def follow(link: dict[str, Any]) -> tuple[int, Any]:
    response = Client().get("/api/shared/" + link["path"].removeprefix("/s/"))
    return response.status_code, response.json()


def test_a_link_shows_a_rocket_as_it_is_now_to_whoever_has_it_until_it_is_taken_back(hedda: Person) -> None:
    rocket = hedda.rocket()
    link = shared(hedda, rocket_id=rocket["id"])
    status, seen = follow(link)
    assert status == 200 and "hedda" not in str(seen) and seen["rocket"]["name"] == rocket["name"]
    assert seen["motors"] and seen["conditions"]
    Rocket.objects.filter(pk=rocket["id"]).update(document=rocket["document"] | {"remarks": "Paid far too much for it."})
    assert "far too much" not in json.dumps(follow(link)[1])
    heavier = hedda.edit(rocket, mass="240 g")[1]
    assert follow(link)[1]["rocket"]["said"]["mass"] == heavier["said"]["mass"] != seen["rocket"]["said"]["mass"]
    assert shared(hedda, rocket_id=rocket["id"])["path"] == link["path"], "one link a thing"
    assert hedda.call("DELETE", f"/shares/{link['id']}")[0] == 204 and follow(link)[0] == 404
    assert shared(hedda, rocket_id=rocket["id"])["path"] != link["path"], "an old address never leads anywhere again"


def test_a_link_leads_nowhere_once_the_thing_is_thrown_away(hedda: Person) -> None:
    rocket = hedda.rocket()
    link = shared(hedda, rocket_id=rocket["id"])
    hedda.call("DELETE", f"/hangar/rockets/{rocket['id']}")
    assert follow(link)[0] == 404 and hedda.get("/shares") == []
    hedda.call("POST", f"/hangar/rockets/{rocket['id']}/restore")
    assert follow(link)[0] == 200


def test_only_ones_own_can_be_shared_and_only_one_thing(hedda: Person, rival: Person) -> None:
    rocket = hedda.rocket()
    link = shared(hedda, rocket_id=rocket["id"])
    assert rival.call("PUT", f"/shares/{uuid.uuid4()}", {"rocket_id": rocket["id"]})[0] == 404
    assert rival.call("PUT", f"/shares/{link['id']}", {"rocket_id": rival.rocket()["id"]})[0] == 409
    assert rival.call("DELETE", f"/shares/{link['id']}")[0] == 404 and rival.get("/shares") == []
    for body in ({}, {"rocket_id": rocket["id"], "day_id": str(uuid.uuid4())}):
        assert hedda.call("PUT", f"/shares/{uuid.uuid4()}", body)[0] == 422
    assert Client().get("/api/shared/x").status_code == 404 and Share.objects.count() == 1


def test_a_shared_day_shows_its_flight_cards_and_follows_the_weather(hedda: Person) -> None:
    plan = flying_day(hedda, hedda.rocket())
    link = shared(hedda, day_id=plan["id"])
    seen = follow(link)[1]["day"]
    assert [c["rocket"] for c in seen["cards"]] == ["Pip"] and seen["cards"][0]["label"]
    assert seen["cards"][0]["verdict"] in ("go", "go_with", "open", "no_go") and seen["flyer"] == ""


def test_the_range_is_for_officers_who_see_everybodys_flights_of_the_date(hedda: Person, rival: Person) -> None:
    plans = [flying_day(person, person.rocket()) for person in (hedda, rival)]
    date = plans[0]["day"]
    boss = Person("boss")
    assert boss.call("GET", f"/range?day={date}")[0] == 403 and hedda.call("GET", f"/range/{plans[1]['id']}/papers.pdf")[0] == 403
    call_command("flyer", "boss", officer="yes", stdout=io.StringIO())
    assert boss.get("/session")["officer"] and not hedda.get("/session")["officer"]
    found = boss.get(f"/range?day={date}")
    assert [m["flyer"] for m in found["manifests"]] == sorted(["hedda", rival.user.username])
    other = datetime.date.fromisoformat(date) + datetime.timedelta(days=1)
    assert boss.get(f"/range?day={other}")["manifests"] == []
    pdf = boss.client.get(f"/api/range/{plans[0]['id']}/papers.pdf")
    assert pdf.status_code == 200 and pdf.content[:4] == b"%PDF"
    # Reading is all: what is the flyer's stays closed.
    assert boss.call("GET", f"/launchdays/days/{plans[0]['id']}")[0] == 404
    call_command("flyer", "boss", officer="no", stdout=io.StringIO())
    assert not boss.user.groups.filter(name=OFFICERS).exists() and boss.call("GET", f"/range?day={date}")[0] == 403


def test_flyers_are_let_in_and_shut_out(db: None, monkeypatch: pytest.MonkeyPatch) -> None:
    def told(*args: str, password: str = "a long password") -> str:
        out = io.StringIO()
        monkeypatch.setattr("sys.stdin", io.StringIO(password + "\n"))
        call_command("flyer", *args, "--password-stdin", stdout=out)
        return out.getvalue()

    def enters() -> int:
        body = {"username": "ida", "password": "a long password"}
        return Client().post("/api/session", body, content_type="application/json").status_code

    with pytest.raises(CommandError, match="too short"):
        told("ida", password="short")
    assert enters() == 401 and "may sign in" in told("ida") and enters() == 200
    told("ida", "--shut-out")
    assert enters() == 401


def test_guessing_passwords_is_slow(hedda: Person) -> None:
    def tried(name: str, address: str = "10.0.0.9") -> int:
        body = {"username": name, "password": "guess"}
        client = Client(REMOTE_ADDR=address)
        return client.post("/api/session", body, content_type="application/json").status_code

    assert [tried("hedda") for _ in range(11)] == [401] * 10 + [429]
    assert tried("hedda", "10.0.0.10") == 429, "from another machine as well"
    assert tried("somebody else") == 401
    assert [tried(f"n{i}") for i in range(40)].count(429) >= 10, "whatever the name, from one address"
    spoofed = Client(REMOTE_ADDR="10.0.0.9").post(
        "/api/session",
        {"username": "z", "password": "z"},
        content_type="application/json",
        headers={"X-Forwarded-For": "1.2.3.4"},
    )
    assert spoofed.status_code == 429, "a header does not make another address"
