"""At the field over the API: holds and who overrode them, readings that reach the lists, calls on the range, a motor's assembly card."""

import io
import uuid
from typing import Any
from urllib.parse import urlencode

import pytest
from django.core.management import call_command

from tests.api.conftest import Person
from tests.api.test_launchdays import event, hedda, new_day, put_line, tell  # noqa: F401 (a fixture)
from wobbly_fin.hangar.models import Rocket

Listed = dict[str, dict[str, Any]]


def listed(person: Person, day: str, line: str) -> Listed:
    return {i["key"]: i for i in person.get(f"{day}/lines/{line}/checklist")["items"]}


def said(kind: str, line: str, item: dict[str, Any], **facts: Any) -> dict[str, Any]:
    return event(kind, line, item=item["key"], text=item["text"], facts={"on": item["on"]} | facts)


@pytest.fixture
def flight(hedda: Person) -> tuple[Person, str, str]:  # noqa: F811
    day = new_day(hedda)
    return hedda, day, put_line(hedda, day, "Inchworm", "A7", 4)["lines"][0]["id"]


def test_a_reading_reaches_the_list_and_opens_what_hangs_on_the_weather(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    before = listed(me, day, line)
    assert "cold" not in before and "talc" not in before
    tell(me, day, [said("ticked", line, before["hold-wind"]), said("ticked", line, before["fins"])])
    assert listed(me, day, line)["hold-wind"]["ticked"]
    tell(me, day, [event("wind", None, facts={"m_s": 2.0, "from_deg": 270.0, "c": -2.0})])
    now = listed(me, day, line)
    assert "cold" in now and "talc" in now and now["fins"]["ticked"]
    assert not now["hold-wind"]["ticked"] and now["hold-wind"]["reopened"].startswith("The weather changed")
    pack = me.get(f"{day}/pack")
    assert pack["reading"]["c"] == -2.0 and pack["wind_holds_s"] == 900
    assert {i["key"] for i in pack["lines"][0]["checklist"]["items"]} == set(now)
    # Beyond the last hours a reading says nothing of the wind that blows now.
    tell(me, day, [event("wind", None, facts={"m_s": 2.0, "from_deg": 270.0}, at="2020-01-01T00:00:00Z")])
    assert me.get(f"{day}/pack")["reading"]["c"] == -2.0


@pytest.mark.parametrize(
    "facts", [{"m_s": "lots"}, {"m_s": -1}, {"m_s": 2, "from_deg": 700}, {"m_s": 2, "from_deg": 0, "c": 99}, {}, {"m_s": True}]
)
def test_a_reading_that_cannot_be_is_refused_and_changes_nothing(flight: tuple[Person, str, str], facts: dict[str, Any]) -> None:
    me, day, _ = flight
    assert len(tell(me, day, [event("wind", None, facts=facts)])["refused"]) == 1
    assert me.get(f"{day}/pack")["reading"] is None


def test_another_motor_opens_retention_and_weighing_again(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    items = listed(me, day, line)
    tell(me, day, [said("ticked", line, items[k]) for k in ("retention", "weigh", "canopy") if k in items])
    row = me.get(day)["lines"][0]
    body = {"rocket_id": row["rocket_id"], "motor_key": "catalogue:B9", "delay_s": 6}
    assert me.call("PUT", f"{day}/lines/{line}", body)[0] == 200
    now = listed(me, day, line)
    assert "motor" in now["weigh"]["reopened"] and not now["weigh"]["ticked"] and now["canopy"]["ticked"]
    if "retention" in items:
        assert now["retention"]["reopened"]


def test_an_override_wants_name_and_reason_is_shown_and_never_covers_what_must_not_be(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    items = listed(me, day, line)
    unknown = next(i for i in items.values() if i["asks"])
    for facts in ({}, {"by": "Odile"}, {"why": "calm"}, {"by": " ", "why": " "}):
        assert len(tell(me, day, [said("overrode", line, unknown, **facts)])["refused"]) == 1
    never = [i for i in items.values() if i["never"]]
    assert {"key-out", "back"} <= {i["key"] for i in never}
    for item in never:
        refused = tell(me, day, [said("overrode", line, item, by="Odile", why="in a hurry")])["refused"]
        assert "no one overrides" in refused[0]["message"]
    # Ticked, what is not known is not answered; taken on by name it is.
    tell(me, day, [said("ticked", line, unknown)])
    assert not listed(me, day, line)[unknown["key"]]["ticked"]
    tell(me, day, [said("overrode", line, unknown, by="Odile", why="flown here often")])
    assert listed(me, day, line)[unknown["key"]]["overridden"] == "Odile took it on: flown here often"
    told = event("told", line, facts={"opening": "at_apogee", "landing": "safe"})
    assert tell(me, day, [event("launched", line), told])["refused"] == []
    holds = me.get(f"/launchdays/flights/{told['id']}/holds")
    assert len(holds["overrides"]) == 1 and "Odile took it on: flown here often" in holds["overrides"][0]
    # It flew with nearly everything open: that is kept with it.
    assert unknown["text"] not in holds["open"] and any("key is out" in t for t in holds["open"])
    assert me.call("GET", f"/launchdays/flights/{uuid.uuid4()}/holds")[0] == 404
    # Something it hung on changes: it counts no longer, and stays on the flight's page.
    Rocket.objects.filter(owner=me.user).update(
        document=Rocket.objects.get(pk=me.get(day)["lines"][0]["rocket_id"]).document | {"rod_length_m": 1.4}
    )
    assert listed(me, day, line)[unknown["key"]]["overridden"] == ""


def test_another_s_flight_shows_nobody_its_holds_but_the_officer(flight: tuple[Person, str, str], rival: Person) -> None:
    me, day, line = flight
    told = event("told", line, facts={"opening": "at_apogee", "landing": "safe"})
    tell(me, day, [told])
    assert rival.call("GET", f"/launchdays/flights/{told['id']}/holds")[0] == 404


def test_a_pack_says_which_of_a_phone_s_events_are_in_it(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    item = listed(me, day, line)["fins"]
    mine, other = said("ticked", line, item), said("ticked", line, item)
    tell(me, day, [mine], device="one")
    tell(me, day, [other], device="two")
    assert me.get(f"{day}/pack?device=one")["known"] == [mine["id"]]
    assert me.get(f"{day}/pack")["known"] == []


def test_heads_up_reaches_everybody_once_and_nothing_else_does(flight: tuple[Person, str, str], rival: Person) -> None:
    me, _, _ = flight
    began = rival.get("/launchdays/alerts")["now"]
    key = uuid.uuid4()
    for _ in range(3):
        assert me.call("PUT", f"/launchdays/alerts/{key}")[0] == 204
    heard = rival.get("/launchdays/alerts?" + urlencode({"after": began}))
    assert [(a["id"], a["who"]) for a in heard["alerts"]] == [(str(key), me.user.username)] and set(heard["alerts"][0]) == {
        "id",
        "who",
        "at",
    }
    assert rival.get("/launchdays/alerts?" + urlencode({"after": heard["now"]}))["alerts"] == []


def test_schools_of_order_are_chosen_and_what_is_none_is_refused(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    plan = me.get(day)
    assert [len(plan[k]) for k in ("schools", "igniter_places", "armings")] == [2, 2, 2]
    body = {k: plan[k] for k in ("name", "day", "field_id", "opens", "closes")}
    for wrong in ({"school": "upside_down"}, {"igniter_at": "car"}, {"arming": "never"}):
        status, out = me.call("PUT", day, body | wrong)
        assert status == 422 and next(iter(wrong)) in {f["field"] for f in out["fields"]}
    assert me.call("PUT", day, body | {"igniter_at": "table"})[0] == 200
    keys = list(listed(me, day, line))
    assert keys.index("igniter") < keys.index("key-out") and listed(me, day, line)["igniter"]["stage"] == "ready"


def test_a_card_is_told_once_and_shown_in_the_list(hedda: Person) -> None:  # noqa: F811
    shelf = hedda.get("/stores/motors")
    reload = next(m for m in shelf if m["case"] == "reload" and m["delays_s"])
    single = next(m for m in shelf if m["case"] != "reload")
    at = f"/stores/shelf/{reload['key']}/card"
    assert hedda.get(at)["told"] is False
    card = {"grain": "end_burner", "closure": "threaded", "igniter": "while_closing", "lines": []}
    status, out = hedda.call("PUT", at, {"card": card})
    assert status == 200 and out["told"] and [s["key"] for s in out["steps"]].count("greased-end") == 1
    assert hedda.get(at)["card"]["grain"] == "end_burner"
    for wrong in ({"grain": "square"}, {"grains": 40}, {"lines": [""]}, {"colour": "red"}):
        status, out = hedda.call("PUT", at, {"card": wrong})
        assert status == 422 and hedda.get(at)["card"]["grain"] == "end_burner", out
    assert hedda.call("PUT", f"/stores/shelf/{single['key']}/card", {"card": card})[0] == 422
    assert hedda.call("DELETE", at)[0] == 200 and hedda.get(at)["told"] is False


def test_the_officer_sees_where_each_stands_and_what_was_taken_on(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    boss = Person("boss")
    call_command("flyer", "boss", officer="yes", stdout=io.StringIO())
    items = listed(me, day, line)
    tell(
        me,
        day,
        [
            said("overrode", line, items["hold-wind"], by="Odile", why="flag hangs down"),
            event("at_pad", line, facts={"pad": "3"}),
        ],
    )
    card = boss.get(f"/range?day={me.get(day)['day']}")["manifests"][0]["cards"][0]
    assert card["phase"] == "prep" and card["pad"] == "3" and card["misfired_at"] is None
    assert len(card["overrides"]) == 1 and "Odile took it on: flag hangs down" in card["overrides"][0]
    assert items["hold-wind"]["text"] not in card["waits_for"] and items["back"]["text"] in card["waits_for"]
    tell(me, day, [said("ticked", line, items[k]) for k in ("clips", "key-out")] + [event("misfired", line)])
    card = boss.get(f"/range?day={me.get(day)['day']}")["manifests"][0]["cards"][0]
    assert card["phase"] == "armed" and card["misfired_at"]
    # A link shows a day to strangers: nothing of who took on what.
    assert me.call("GET", "/range?day=2026-04-18")[0] == 403


def test_two_officers_overriding_at_once_are_both_kept_and_the_item_says_one(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    unknown = next(i for i in listed(me, day, line).values() if i["asks"])
    both = [said("overrode", line, unknown, by=who, why="seen fly here") for who in ("Odile", "Tamsin")]
    assert tell(me, day, both)["refused"] == [] and tell(me, day, both)["refused"] == []
    assert listed(me, day, line)[unknown["key"]]["overridden"].split()[0] in ("Odile", "Tamsin")
    told = event("told", line, facts={"opening": "at_apogee", "landing": "safe"})
    tell(me, day, [event("launched", line), told])
    kept = me.get(f"/launchdays/flights/{told['id']}/holds")["overrides"]
    assert len(kept) == 2 and sorted(who for who in ("Odile", "Tamsin") if any(f"{who} took it on" in k for k in kept)) == [
        "Odile",
        "Tamsin",
    ]


def test_an_item_that_went_takes_no_tick_with_it_and_comes_back_open(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight

    def read(c: float) -> None:
        tell(me, day, [event("wind", None, facts={"m_s": 2.0, "from_deg": 270.0, "c": c})])

    read(-2.0)
    cold = listed(me, day, line)["cold"]
    tell(me, day, [said("ticked", line, cold)])
    assert listed(me, day, line)["cold"]["ticked"]
    read(15.0)
    assert "cold" not in listed(me, day, line)
    # A phone that has not heard of it yet sends it all the same: kept, and nothing else moves.
    before = {k: i["ticked"] for k, i in listed(me, day, line).items()}
    assert tell(me, day, [said("ticked", line, cold)])["refused"] == []
    assert {k: i["ticked"] for k, i in listed(me, day, line).items()} == before
    read(-4.0)
    again = listed(me, day, line)["cold"]
    assert not again["ticked"] and again["reopened"].startswith("The weather changed")


def test_a_list_whose_rocket_went_to_the_bin_is_said_and_loses_nothing(flight: tuple[Person, str, str]) -> None:
    me, day, line = flight
    fins = listed(me, day, line)["fins"]
    tell(me, day, [said("ticked", line, fins)])
    rocket = me.get(day)["lines"][0]["rocket_id"]
    assert me.call("DELETE", f"/hangar/rockets/{rocket}")[0] == 204
    now = me.get(day)
    assert now["lines"] == [] and "is in the bin: take Inchworm out of it" in now["broken"][0]["say"]
    assert me.get(f"{day}/pack")["lines"] == []
    status, out = me.call("GET", f"{day}/lines/{line}/checklist")
    assert status in (404, 422) and out["message"]
    # Its phone goes on ticking: nothing of it is refused, and all is there when the rocket is back.
    weigh = said("ticked", line, {"key": "weigh", "text": "Weigh it", "on": fins["on"]})
    assert tell(me, day, [weigh])["refused"] == []
    assert me.call("POST", f"/hangar/rockets/{rocket}/restore")[0] == 200
    assert listed(me, day, line)["fins"]["ticked"]
