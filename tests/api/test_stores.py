"""Stores over the API: labels, motors of one's own, fields; and the owner's preferences."""

import uuid
from pathlib import Path
from typing import Any

import pytest

from tests.api.conftest import Person
from wobbly_fin.demo.load import load_demo, reset_demo
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.flightlog.outcomes import succeeded
from wobbly_fin.rocketry.motors.catalogue import catalogue, find_motor
from wobbly_fin.rocketry.motors.curve_csv import write_motor_csv
from wobbly_fin.server.management.commands.write_interfaces import interfaces

SHEET = {
    "label": "C7-5", "maker": "Shed", "delays": "3, 5", "propellant": "black powder", "case": "single-use",
    "typed": {"diameter": "18 mm", "length": "2 3/4 in", "total_mass": "24 g", "propellant_mass": "11.5 g", "impulse": "9 Ns"},
}  # fmt: skip


def test_any_label_is_read(hedda: Person) -> None:
    out = hedda.get("/stores/motors/decode?label=C8-5")
    assert out["known_key"] == "catalogue:C8" and any("pushes 8 N" in s for s in out["says"])
    assert hedda.call("GET", "/stores/motors/decode?label=hello")[0] == 422


def test_a_motor_from_its_data_sheet_goes_on_the_shelf_and_on_the_board(hedda: Person) -> None:
    assert len(hedda.get("/stores/motors")) == len(catalogue())
    key = uuid.uuid4()
    for _ in range(2):
        status, motor = hedda.call("PUT", f"/stores/motors/{key}", SHEET)
    assert (
        status == 200
        and motor["total_impulse_n_s"] == pytest.approx(9)
        and motor["average_thrust_n"] == pytest.approx(7, rel=0.03)
    )
    assert motor["own"] and motor["doubts"] == []
    assert len(hedda.get("/stores/motors")) == len(catalogue()) + 1
    board = hedda.get(f"/hangar/rockets/{hedda.rocket()['id']}/board")
    assert motor["key"] in {m["key"] for m in board["motors"]}
    assert hedda.call("DELETE", f"/stores/motors/{key}")[0] == 204 and len(hedda.get("/stores/motors")) == len(catalogue())
    assert (
        hedda.call("POST", f"/stores/motors/{key}/restore")[0] == 204 and len(hedda.get("/stores/motors")) == len(catalogue()) + 1
    )


def test_a_sheet_that_contradicts_itself_is_doubted_before_it_is_kept(hedda: Person) -> None:
    _, out = hedda.call("POST", "/stores/motors/draft", SHEET | {"label": "D7-5"})
    assert any("letter promises" in d for d in out["motor"]["doubts"]) and "plausible shape" in out["notes"][0]


@pytest.mark.parametrize(
    "change, field",
    [
        ({"label": "hello"}, "label"), ({"delays": "soon"}, "delays"), ({"typed": SHEET["typed"] | {"diameter": "-1 mm"}}, "diameter"),
        ({"typed": SHEET["typed"] | {"total_mass": "2 m"}}, "total_mass"), ({"typed": SHEET["typed"] | {"propellant_mass": "40 g"}}, "propellant_mass_kg"),
        ({"typed": SHEET["typed"] | {"peak_thrust": "1 N"}}, "peak_thrust_n"), ({"typed": SHEET["typed"] | {"impulse": "-1 Ns"}}, "impulse"), ({"typed": {"wings": "2"}}, "wings"),
        ({"csv": "time_s,thrust_n\n0,0\n1,x"}, "line 3"), ({"csv": "0,0\n1,5\n0.5,4"}, "line 3"), ({"csv": "garbage"}, "file"), ({"csv": "0,1\n1,2", "csv_is_static_test": True}, "file"),
    ],
)  # fmt: skip
def test_a_bad_motor_form_is_refused_at_the_field(hedda: Person, change: dict[str, Any], field: str) -> None:
    status, out = hedda.call("PUT", f"/stores/motors/{uuid.uuid4()}", SHEET | change)
    assert status == 422 and out["fields"][0]["field"] == field, out
    assert len(hedda.get("/stores/motors")) == len(catalogue())


def test_a_curve_from_a_file_and_back_out(hedda: Person) -> None:
    csv = write_motor_csv(find_motor("C8")[0])
    form = {"label": "C8-5", "typed": {}, "csv": csv}
    status, motor = hedda.call("PUT", f"/stores/motors/{uuid.uuid4()}", form)
    assert status == 200 and motor["delays_s"] == [3, 5, 7] and motor["origin"] == "csv"
    assert hedda.get(f"/stores/shelf/{motor['key']}/csv").splitlines()[9:] == csv.splitlines()[9:]
    assert hedda.get("/stores/shelf/catalogue:1_2A4T")["name"] == "1/2A4T"


def test_fifty_megabytes_are_turned_away_with_a_sentence(hedda: Person) -> None:
    status, out = hedda.call("POST", "/stores/motors/draft", SHEET | {"csv": "0,0\n" * 12_500_000})
    assert status == 413 and "too large" in out["message"]


@pytest.mark.parametrize("body", ["{", "[]", "null", '{"label": 5}', '{"typed": {"mass": 3}}', "\x00"])
def test_what_is_no_json_is_never_a_500(hedda: Person, body: str) -> None:
    for method, path in (
        ("POST", "/stores/motors/draft"),
        ("POST", "/hangar/drafts"),
        ("PUT", f"/logbook/flights/{uuid.uuid4()}"),
        ("PUT", "/conditions"),
        ("PATCH", "/preferences"),
    ):
        response = hedda.client.generic(method, f"/api{path}", data=body, content_type="application/json")
        assert response.status_code < 500 and (response.status_code == 200 or response.json()["message"]), (
            path,
            response.content,
        )


def test_fields_and_conditions(hedda: Person) -> None:
    field = hedda.call("PUT", f"/stores/fields/{uuid.uuid4()}", {"name": "Meadow", "elevation": "210 ft", "ceiling": "250 m"})[1]
    out = hedda.call(
        "PUT", "/conditions", {"field_id": field["id"], "typed": {"wind": "12 mph", "temperature": "61 F", "rod_length": ""}}
    )[1]
    assert (
        out["said"]["ceiling"] == "250 m"
        and out["typed"]["wind"] == "12 mph"
        and "5.4 m/s" in out["sentence"]
        and "delay step" in out["caution"]
    )
    for bad, at in (
        ({"wind": "200"}, "wind"),
        ({"wind": "gale"}, "wind"),
        ({"temperature": "900 C"}, "temperature"),
        ({"rod_length": "-1 m"}, "rod_length"),
        ({"moon": "full"}, "moon"),
    ):
        status, refusal = hedda.call("PUT", "/conditions", {"field_id": field["id"], "typed": bad})
        assert status == 422 and refusal["fields"][0]["field"] == at
    path = f"/stores/fields/{field['id']}"
    assert (
        hedda.call("DELETE", path)[0] == 204
        and hedda.get("/stores/fields") == []
        and hedda.get("/conditions")["field_id"] is None
    )
    assert hedda.call("POST", f"{path}/restore")[0] == 204 and hedda.get("/conditions")["said"]["ceiling"] == "250 m"
    assert hedda.get("/conditions")["typed"]["wind"] == "12 mph", "a refusal changes nothing"
    for name, ceiling in (("", "250 m"), ("x" * 99, ""), ("Ok", "-5 m")):
        assert hedda.call("PUT", f"/stores/fields/{uuid.uuid4()}", {"name": name, "ceiling": ceiling})[0] == 422


def test_preferences_keep_what_is_sensible_and_refuse_the_rest(hedda: Person) -> None:
    out = hedda.call(
        "PATCH", "/preferences", {"limits": {"rod_speed_min_m_s": "30 mph", "thrust_to_weight_min": "4,5"}, "theme": "field"}
    )[1]
    limits = {limit["key"]: limit for limit in out["limits"]}
    assert (
        limits["rod_speed_min_m_s"]["value"] == pytest.approx(13.41, abs=0.01) and limits["thrust_to_weight_min"]["value"] == 4.5
    )
    assert all(limit["source"] for limit in out["limits"])
    again = hedda.call("PATCH", "/preferences", {"limits": {"thrust_to_weight_min": "5"}})[1]
    kept = {limit["key"]: limit for limit in again["limits"]}
    assert kept["rod_speed_min_m_s"] == limits["rod_speed_min_m_s"], "one changed leaves the others to the last digit"
    plain = {x["key"]: x for x in hedda.call("PATCH", "/preferences", {"limits": {"rod_speed_min_m_s": ""}})[1]["limits"]}
    assert plain["rod_speed_min_m_s"]["value"] != kept["rod_speed_min_m_s"]["value"], "an empty one goes back"
    assert plain["thrust_to_weight_min"]["value"] == 5
    for bad in ({"theme": "neon"}, {"limits": {"luck": "1"}}, {"limits": {"thrust_to_weight_min": "many"}}, {"limits": {"rod_speed_min_m_s": "3 kg"}}, {"limits": {"rod_speed_min_m_s": "900 m/s"}},
                {"units": {"system": "metric", "exceptions": {"mass": "meter"}}}, {"units": {"system": "cubits"}}):  # fmt: skip
        assert hedda.call("PATCH", "/preferences", bad)[0] == 422, bad
    assert hedda.get("/preferences")["theme"] == "field"
    read = hedda.call("POST", "/units/read", {"text": "2 3/8 in", "quantity": "short_length"})[1]
    assert read["said"] == "60.3 mm" and hedda.call("POST", "/units/read", {"text": "x", "quantity": "luck"})[0] == 422


def test_the_demo_is_rich_coherent_and_loaded_once(db: None) -> None:
    user = load_demo()
    rockets, flights = Rocket.objects.visible_to(user), Flight.objects.visible_to(user)
    masses = [read_rocket_file(r.document).to_rocket().mass_kg for r in rockets]
    assert rockets.count() >= 6 and flights.count() >= 25 and min(masses) <= 0.02 and max(masses) >= 3
    outcomes = [succeeded(f.opening, f.landing) for f in flights]
    assert any(outcomes) and not all(outcomes)
    misses = [abs(f.apogee_m / f.forecast_apogee_m - 1) for f in flights if f.apogee_m]
    assert len(misses) >= 18 and max(misses) < 0.3, "facts and forecasts tell one story"
    rockets.first().delete()
    flights.first().delete()
    left = Rocket.objects.count(), Flight.objects.count()
    load_demo()
    assert (Rocket.objects.count(), Flight.objects.count()) == left, "a second start brings nothing back"
    reset_demo()
    assert Rocket.objects.count() > left[0]
    assert Rocket.objects.visible_to(reset_demo(empty=True)).count() == 0


@pytest.mark.parametrize("path, text", interfaces().items(), ids=lambda v: v.name if isinstance(v, Path) else "")
def test_the_published_interfaces_are_those_of_the_code(path: Path, text: str) -> None:
    assert path.read_text(encoding="utf-8") == text, "run `make interfaces`"
