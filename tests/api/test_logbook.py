"""Flights over the API: logged, frozen, set right, summed up."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person


def test_a_flight_is_forecast_and_held_against_the_fact(hedda: Person) -> None:
    status, line = hedda.log(hedda.rocket(), height="500 ft")
    assert (
        status == 200
        and line["label"] == "C8-5"
        and line["apogee_m"] == pytest.approx(152.4)
        and line["said"]["off"].startswith("−")
    )
    whole = hedda.get(f"/logbook/flights/{line['id']}")
    assert "lower" in whole["sentences"][0] and "Cd of" in whole["sentences"][0] and "at the top" in whole["sentences"][1]
    assert whole["typed"] == {"height": "500 ft"}


def test_what_was_flown_is_frozen(hedda: Person) -> None:
    rocket = hedda.rocket()
    line = hedda.log(rocket)[1]
    before = hedda.get(f"/logbook/flights/{line['id']}")
    hedda.edit(rocket, mass="140 g")
    hedda.call("PUT", "/conditions", {"typed": {"wind": "8 m/s", "temperature": "35 C"}})
    after = hedda.get(f"/logbook/flights/{line['id']}")
    assert (
        after["forecast"] == before["forecast"]
        and after["sentences"] == before["sentences"]
        and after["conditions"] == before["conditions"]
    )
    assert before["changed_since"] == [] and "changed since" in after["changed_since"][0]


def test_setting_the_facts_right_leaves_the_forecast_alone_and_logging_twice_logs_once(hedda: Person) -> None:
    rocket, key = hedda.rocket(), str(uuid.uuid4())
    first = hedda.log(rocket, key=key)[1]
    hedda.call("PUT", "/conditions", {"typed": {"temperature": "35 C"}})
    second = hedda.log(rocket, key=key, height="150 m", opening="after_apogee")[1]
    assert second["apogee_m"] == 150 and second["forecast_apogee_m"] == first["forecast_apogee_m"]
    assert len(hedda.get("/logbook/flights")["flights"]) == 1


@pytest.mark.parametrize(
    "change, field",
    [
        ({"height": "tall"}, "height"), ({"height": "-3 m"}, "height"), ({"height": "90 km"}, "height"), ({"height": "3 kg"}, "height"),
        ({"flown_on": "2999-01-01"}, "flown_on"), ({"flown_on": "1066-10-14"}, "flown_on"), ({"flown_on": "soon"}, "flown_on"), ({"opening": "maybe"}, "opening"),
        ({"opening": "no_launch"}, "landing"), ({"delay_s": None}, "delay_s"), ({"delay_s": -4}, "delay_s"), ({"remarks": "x" * 5000}, "remarks"),
    ],
)  # fmt: skip
def test_facts_that_cannot_be_are_refused_and_nothing_is_kept(hedda: Person, change: dict[str, Any], field: str) -> None:
    status, out = hedda.log(hedda.rocket(), **change)
    assert status == 422 and out["fields"][0]["field"].endswith(field), out
    assert hedda.get("/logbook/flights")["flights"] == []


def test_an_unknown_motor_or_rocket_is_not_there(hedda: Person) -> None:
    rocket = hedda.rocket()
    assert hedda.log(rocket, motor_key="catalogue:Q1")[0] == 404 and hedda.log(rocket, rocket_id=str(uuid.uuid4()))[0] == 404


def test_filters_totals_and_csv(hedda: Person) -> None:
    pip, pop = hedda.rocket(), hedda.rocket(name="=Pop")
    hedda.log(pip)
    hedda.log(pip, opening="never", landing="damaged", height="", flown_on="2025-08-01")
    hedda.log(pop, opening="no_launch", landing="none", height="", remarks="=1+1")
    everything = hedda.get("/logbook/flights")
    assert everything["totals"]["flights"] == 3 and everything["totals"]["successes"] == 1 and everything["years"] == [2026, 2025]
    assert [f["landing"] for f in hedda.get("/logbook/flights?outcome=failure&year=2025")["flights"]] == ["damaged"]
    assert len(hedda.get(f"/logbook/flights?rocket={pop['id']}")["flights"]) == 1
    csv = hedda.get("/logbook/flights.csv")
    assert csv.count("\n") == 4 and "'=Pop" in csv and "'=1+1" in csv


def test_a_long_logbook_comes_in_pages_and_its_sums_are_of_all(hedda: Person) -> None:
    rocket = hedda.rocket()
    for n in range(60):
        hedda.log(rocket, flown_on=f"2026-0{1 + n // 28}-{1 + n % 28:02}")
    first, second = hedda.get("/logbook/flights"), hedda.get("/logbook/flights?page=2")
    assert (len(first["flights"]), len(second["flights"])) == (50, 10) and first["pages"] == 2 and second["first"] == 51
    assert first["totals"]["flights"] == second["totals"]["flights"] == len(second["season"]) == 60
    every = [f["id"] for f in hedda.get("/logbook/flights?page=0")["flights"]]
    assert every == [f["id"] for f in first["flights"] + second["flights"]] == [m["id"] for m in first["season"]]
    # A page that is no longer there is the last one; one that cannot be is refused.
    assert hedda.get("/logbook/flights?page=9")["page"] == 2
    assert hedda.call("GET", "/logbook/flights?page=-1")[0] == 422


def test_the_hangar_says_what_a_rocket_waits_for(hedda: Person) -> None:
    rocket = hedda.rocket()
    assert rocket["waits_code"] == "first_flight"
    line = hedda.log(rocket, opening="never", landing="damaged")[1]
    assert hedda.get("/hangar/rockets")[0]["waits_code"] == "repair"
    hedda.call("DELETE", f"/logbook/flights/{line['id']}")
    assert hedda.get("/hangar/rockets")[0]["waits_code"] == "first_flight"
    hedda.call("POST", f"/logbook/flights/{line['id']}/restore")
    assert hedda.get("/hangar/rockets")[0]["waits_code"] == "repair"


def test_records_name_the_flight_that_set_them(hedda: Person) -> None:
    rocket = hedda.rocket()
    hedda.log(rocket, height="150 m", flown_on="2026-05-01")
    best = hedda.log(rocket, height="190 m", flown_on="2026-05-02")[1]
    hedda.log(rocket, height="400 m", flown_on="2026-05-03", opening="never", landing="damaged")
    found = {r["kind"]: r for r in hedda.get("/logbook/flights")["records"]}
    assert found["highest"]["flight_id"] == best["id"] and found["highest"]["said"] == "190 m"
    assert found["safe_in_a_row"]["said"] == "2" and "fastest" not in found
