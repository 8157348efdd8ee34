"""Fields, the motor box, the wind of the day, clouds, aiming and staged loads over the API."""

import itertools
import json
import uuid
from typing import Any

import pytest
from django.utils import timezone

from tests.api.conftest import Person
from wobbly_fin.demo.load import demo_key, load_demo
from wobbly_fin.hangar.models import Snapshot
from wobbly_fin.rocketry.flight.scatter import MOST_RUNS
from wobbly_fin.stores.models import FlyingField, MotorStock

OUTLINE = [[-120, -100], [150, -100], [150, 140], [-120, 140]]


def ground(person: Person, name: str = "Paddock", **changes: Any) -> dict[str, Any]:
    key = str(uuid.uuid4())
    person.call("PUT", f"/stores/fields/{key}", {"name": name, "elevation": "20 m", "ceiling": "300 m"})
    body = {
        "outline": OUTLINE,
        "features": [{"kind": "water", "name": "pond", "points": [[20, 20], [60, 20], [60, 60]]}],
        "surface": "grass",
    }
    status, out = person.call("PUT", f"/stores/fields/{key}/ground", body | changes)
    assert status == 200, out
    return out


def stand(person: Person, field: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
    body = {"field_id": field["id"] if field else None, "typed": {"wind": "4 m/s", "wind_from": "W"}} | changes
    status, out = person.call("PUT", "/conditions", body)
    assert status == 200, out
    return out


def cloud(person: Person, rocket: dict[str, Any], query: str) -> list[dict[str, Any]]:
    response = person.client.get(f"/api/hangar/rockets/{rocket['id']}/scatter?{query}")
    assert response.status_code == 200 and response["Content-Type"] == "text/event-stream"
    text = b"".join(response.streaming_content).decode()
    assert text.endswith("event: end\ndata: {}\n\n")
    return [json.loads(m.removeprefix("data: ")) for m in text.split("\n\n") if m.startswith("data: ")]


def test_a_field_is_drawn_measured_and_saved_as_a_map_file(hedda: Person) -> None:
    field = ground(hedda)
    assert field["said"]["area"] == "6.5 ha" and field["said"]["side"] == "240 m" and field["said"]["largest"] == "D"
    status, text = hedda.call("GET", f"/stores/fields/{field['id']}/geojson")
    assert status == 200
    other = ground(hedda, "Copy", outline=[], features=[])
    status, read = hedda.call(
        "POST", f"/stores/fields/{other['id']}/geojson", {"text": json.dumps(text) if not isinstance(text, str) else text}
    )
    assert status == 200 and read["located"]
    assert [c for corner in read["outline"] for c in corner] == pytest.approx([c for corner in OUTLINE for c in corner], abs=0.05)
    assert read["features"][0]["kind"] == "water" and read["surface"] == "grass"
    assert {s["key"] for s in read["surfaces"] if "fire" in s["caution"]} == {"dry grass", "crops"}


@pytest.mark.parametrize("name", ['Käthes "Wiese" / Süd', "a\tb", "a\nb", "a\u2028b\x07", "…"])
def test_a_file_is_named_after_what_it_tells_of_whatever_that_is_called(hedda: Person, name: str) -> None:
    field = ground(hedda)
    FlyingField.objects.filter(pk=field["id"]).update(name=name)  # as a hangar of long ago may have it
    told = hedda.client.get(f"/api/stores/fields/{field['id']}/kml")
    assert told.status_code == 200 and ".kml" in told["Content-Disposition"]


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"outline": [[0, 0], [1, 1]]}, "outline"),
        ({"outline": [[0, 0], [10, 10], [10, 0], [0, 10]]}, "outline"),
        ({"outline": OUTLINE, "features": [{"kind": "road", "points": [[0, 0]]}]}, "features.road"),
        ({"outline": OUTLINE, "surface": "lava"}, "surface"),
        ({"outline": [[0], [1, 2, 3], []]}, "outline.0"),
        ({"outline": OUTLINE, "features": [{"kind": "road", "points": [[0, 0], [9]]}]}, "points.1"),
        ({"outline": OUTLINE, "features": [{"kind": "road", "name": "x" * 61, "points": [[0, 0], [9, 9]]}]}, "name"),
    ],
)
def test_a_drawing_that_cannot_be_changes_nothing(hedda: Person, body: dict[str, Any], field: str) -> None:
    kept = ground(hedda)
    status, out = hedda.call("PUT", f"/stores/fields/{kept['id']}/ground", body)
    assert status == 422 and out["fields"][0]["field"].endswith(field)
    assert hedda.get("/stores/fields")[0]["outline"] == OUTLINE
    for text in ("", "{", "[]", '{"type": "Point", "coordinates": [1, 2]}', "[" * 100_000):
        assert hedda.call("POST", f"/stores/fields/{kept['id']}/geojson", {"text": text})[0] == 422


def test_the_box_counts_prices_and_makes_a_buying_list(hedda: Person) -> None:
    key = uuid.uuid4()
    own = uuid.uuid4()
    assert (
        hedda.call("PUT", f"/stores/motors/{own}", {"label": "C8-5", "typed": {"impulse": "9.3 Ns", "diameter": "18 mm"}})[0]
        == 200
    )
    line = {"motor": f"own:{own}", "count": "3", "cost": "4,30", "wanted": "2", "batch": "14 M"}
    for _ in range(2):
        status, box = hedda.call("PUT", f"/stores/box/{key}", line)
    assert status == 200 and len(box["lines"]) == 1 and box["buying"] == ["2 × C8"] and box["total"] == "8.60"
    board = hedda.get(f"/hangar/rockets/{hedda.rocket()['id']}/board")
    c8 = next(m for m in board["motors"] if m["key"] == f"own:{own}")
    assert c8["in_box"] == 3 and c8["cost"] == 4.30 and c8["compare"]["cost_per_n_s"] == f"{4.3 / 9.3:.3f}"
    hedda.call("PUT", f"/stores/box/{uuid.uuid4()}", {"motor": "catalogue:G98", "cost": "27.50", "wanted": "3"})
    _, box = hedda.call("PUT", f"/stores/box/{uuid.uuid4()}", {"motor": "catalogue:G36", "cost": "15", "case_cost": "60"})
    assert any("after 5 flights" in x["said"].get("break_even", "") for x in box["lines"])
    assert hedda.call("DELETE", f"/stores/box/{key}")[0] == 204 and hedda.get("/stores/box")["buying"] == []
    assert hedda.call("POST", f"/stores/box/{key}/restore")[0] == 204 and hedda.get("/stores/box")["buying"] == ["2 × C8"]


@pytest.mark.parametrize(
    ("change", "field"),
    [({"count": "many"}, "count"), ({"count": "-1"}, "count"),
     ({"count": "9" * 5000}, "count"), ({"count": "²"}, "count"), ({"cost": "free"}, "cost"), ({"cost": "NaN"}, "cost"), ({"batch": "x" * 41}, "batch"), ({"wanted": "1e9"}, "wanted")],
)  # fmt: skip
def test_a_line_that_cannot_be_is_refused(hedda: Person, change: dict[str, str], field: str) -> None:
    status, out = hedda.call("PUT", f"/stores/box/{uuid.uuid4()}", {"motor": "catalogue:C8"} | change)
    assert status == 422 and out["fields"][0]["field"] == field and hedda.get("/stores/box")["lines"] == []
    assert hedda.call("PUT", f"/stores/box/{uuid.uuid4()}", {"motor": "catalogue:Z9"})[0] == 404


def test_the_wind_of_an_hour_is_flown(hedda: Person) -> None:
    hours = [{"hour": 8, "wind": "2 m/s", "wind_from": "S"}, {"hour": 16, "wind": "6 m/s", "wind_from": "S"}]
    now = stand(hedda, hours=hours, hour=12.0, gustiness="gusty", aloft=[{"height": "200 m", "wind": "9 m/s", "wind_from": "SW"}])
    assert now["wind"]["speed_m_s"] == pytest.approx(4) and now["wind"]["from_point"] == "S" and now["gustiness"] == "gusty"
    assert [round(w["speed_m_s"]) for w in now["hours_wind"]] == [2, 6]
    for change, field in (
        ({"hours": [{"hour": 8, "wind": "much", "wind_from": "S"}]}, "hours.0.wind"),
        ({"hours": [{"hour": 8, "wind": "2 m/s", "wind_from": "up"}]}, "hours.0.wind_from"),
        ({"aloft": [{"height": "low", "wind": "2", "wind_from": "S"}]}, "aloft.0.height"),
        (
            {"aloft": [{"height": "90 m", "wind": "2", "wind_from": "S"}, {"height": "80 m", "wind": "2", "wind_from": "S"}]},
            "aloft.1.height",
        ),
        ({"typed": {"wind_from": "sideways"}}, "wind_from"),
        ({"typed": {"rod_tilt": "90"}}, "rod_tilt"),
        ({"typed": {"wind": "60 m/s"}}, "wind"),
        ({"hour": 30.0}, "hour"),
        ({"hours": [{"hour": 31, "wind": "2 m/s", "wind_from": "S"}]}, "hours.0.hour"),
        ({"hours": [{"hour": 9, "wind": "80 m/s", "wind_from": "S"}]}, "hours.0.wind"),
    ):
        status, out = hedda.call("PUT", "/conditions", {"typed": {}} | change)
        assert status == 422 and out["fields"][0]["field"] == field, out
    assert hedda.get("/conditions")["wind"]["speed_m_s"] == pytest.approx(4)


def test_the_cloud_streams_grows_and_is_the_same_for_a_seed(hedda: Person) -> None:
    rocket = hedda.rocket()
    stand(hedda, ground(hedda), gustiness="breezy")
    first = cloud(hedda, rocket, "motor=catalogue:B9&delay_s=4&runs=170&seed=3")
    assert [m["done"] for m in first] == [50, 100, 150, 170] and sum(len(m["points"]) for m in first) == 170
    assert first == cloud(hedda, rocket, "motor=catalogue:B9&delay_s=4&runs=170&seed=3")
    assert first != cloud(hedda, rocket, "motor=catalogue:B9&delay_s=4&runs=170&seed=4")
    inside = [(-120 <= x <= 150 and -100 <= y <= 140) for m in first for x, y, _ in m["points"]]
    assert first[-1]["inside_fraction"] == pytest.approx(sum(inside) / 170, abs=0.01)
    assert "land inside the field" in first[-1]["sentences"][0]
    hedda.call("PUT", "/conditions", {"typed": {"wind": "8 m/s", "wind_from": "W"}})
    windy = cloud(hedda, rocket, "motor=catalogue:B9&delay_s=4&runs=170&seed=3")
    assert windy[-1]["landing_distance_m"]["p50"] > first[-1]["landing_distance_m"]["p50"]


def test_too_many_runs_are_capped_and_odd_ones_refused(hedda: Person) -> None:
    rocket = hedda.rocket()
    response = hedda.client.get(f"/api/hangar/rockets/{rocket['id']}/scatter?motor=catalogue:B9&delay_s=4&runs=1000000")
    stream = iter(response.streaming_content)
    first = json.loads(next(stream).decode().removeprefix("data: "))
    assert first["runs"] == MOST_RUNS and "1000000" in first["note"]
    for query, status in (
        ("runs=0", 422),
        ("seed=-1", 422),
        ("runs=" + "9" * 400, 422),
        ("seed=" + "9" * 400, 422),
        ("runs=x", 422),
        ("delay_s=900", 422),
    ):
        assert hedda.call("GET", f"/hangar/rockets/{rocket['id']}/scatter?motor=catalogue:B9&{query}")[0] == status
    assert hedda.call("GET", f"/hangar/rockets/{rocket['id']}/scatter?motor=catalogue:nope")[0] == 404


def test_a_long_cloud_is_told_in_few_messages_and_every_run_is_in_them(hedda: Person) -> None:
    found = cloud(hedda, hedda.rocket(), "motor=catalogue:B9&delay_s=4&runs=4030")
    assert 20 <= len(found) <= 41 and sum(len(m["points"]) for m in found) == 4030 and found[-1]["done"] == 4030


def test_in_too_much_wind_every_flight_is_computed_all_the_same_and_loudly_flagged(hedda: Person) -> None:
    rocket = hedda.rocket()
    stand(hedda, typed={"wind": "14 m/s", "wind_from": "W"})
    board = hedda.get(f"/hangar/rockets/{rocket['id']}/board")
    assert "nothing flies" in board["caution"] and all(m["verdict"] == "no" for m in board["motors"])
    assert all(m["apogee_m"] for m in board["motors"] if m["name"] == "C8")
    flight = hedda.get(f"/hangar/rockets/{rocket['id']}/flight?motor=catalogue:C8&delay_s=5")
    assert (
        flight["lifted"]
        and flight["figures"]["landing_x_m"] > 100
        and any(t["name"] == "wind" and not t["passed"] for t in flight["tests"])
    )


def test_a_motor_in_the_bin_is_no_longer_bought(hedda: Person) -> None:
    key = uuid.uuid4()
    sheet = {
        "label": "C7-5",
        "delays": "5",
        "propellant": "black powder",
        "typed": {"diameter": "18 mm", "length": "70 mm", "total_mass": "24 g", "propellant_mass": "11.5 g", "impulse": "9 Ns"},
    }
    assert hedda.call("PUT", f"/stores/motors/{key}", sheet)[0] == 200
    hedda.call("PUT", f"/stores/box/{uuid.uuid4()}", {"motor": f"own:{key}", "cost": "5", "wanted": "2"})
    assert hedda.get("/stores/box")["total"] == "10.00"
    hedda.call("DELETE", f"/stores/motors/{key}")
    assert hedda.get("/stores/box") == {"lines": [], "buying": [], "total": "0.00"}


def test_motors_are_held_against_one_another(hedda: Person) -> None:
    """First 0.3 s, impulse for its propellant's and its loaded weight: worked from the catalogue's own figures."""
    d14 = next(m for m in hedda.get("/stores/motors") if m["name"] == "D14")
    rows, pushed = d14["thrust"], 0.0
    for (t0, f0), (t1, f1) in itertools.pairwise(rows):
        end = min(t1, 0.3)
        if end > t0:
            pushed += (end - t0) * (f0 + f0 + (f1 - f0) * (end - t0) / (t1 - t0)) / 2
    assert d14["compare"]["first_300_ms"] == f"{pushed / 0.3:.1f} N"
    assert d14["compare"]["efficiency"] == f"{d14['total_impulse_n_s'] / (d14['propellant_mass_kg'] * 9.80665):.0f} s"
    assert d14["compare"]["per_loaded"] == f"{d14['total_impulse_n_s'] / d14['total_mass_kg']:.0f} N·s/kg"


def test_aiming_answers_or_says_at_which_box_it_cannot(hedda: Person) -> None:
    rocket = hedda.rocket()
    status, out = hedda.call("POST", f"/hangar/rockets/{rocket['id']}/aim", {"height": "100 m", "ballast": "80 g"})
    assert status == 200 and out["shots"] and any(s["front"] for s in out["shots"])
    assert any(abs(s["height_miss_m"]) < 0.2 and s["ballast_kg"] > 0 for s in out["shots"])
    both = hedda.call("POST", f"/hangar/rockets/{rocket['id']}/aim", {"height": "100 m", "time": "40 s"})[1]
    assert all("canopy" in s["said"] for s in both["shots"] if s["time_miss_s"] is not None)
    for body, field in (
        ({}, "height"),
        ({"height": "tall"}, "height"),
        ({"height": "-3 m"}, "height"),
        ({"time": "9 m"}, "time"),
        ({"height": "9 m", "ballast": "-1 g"}, "ballast"),
    ):
        status, out = hedda.call("POST", f"/hangar/rockets/{rocket['id']}/aim", body)
        assert status == 422 and out["fields"][0]["field"] == field, out


def test_the_flight_tells_path_wind_and_ground(hedda: Person) -> None:
    rocket = hedda.rocket()
    stand(hedda, ground(hedda))
    flight = hedda.get(f"/hangar/rockets/{rocket['id']}/flight?motor=catalogue:B9&delay_s=4")
    n = len(flight["time_s"])
    assert n > 50 and all(len(flight[k]) == n for k in ("x_m", "y_m", "axis", "acceleration_m_s2", "altitude_m"))
    assert flight["ground"]["name"] == "Paddock" and flight["wind"][0][1] == pytest.approx(4.0) and not flight["rigid"]
    assert flight["x_m"][-1] == pytest.approx(flight["figures"]["landing_x_m"], abs=0.05)


@pytest.mark.django_db
def test_the_demos_rockets_fly_staged_clustered_and_logged() -> None:
    person = Person("visitor")
    person.user = load_demo()
    person.client.force_login(person.user)
    candle = demo_key("rocket", "Candle and Snuffer")
    board = person.get(f"/hangar/rockets/{candle}/board")
    best = board["motors"][0]
    assert "|" in best["key"] and best["boosters"] and " + " in best["delays"][0]["label"]
    flight = person.get(f"/hangar/rockets/{candle}/flight?motor={best['key']}&delay_s={best['delays'][0]['delay_s']}")
    assert flight["rigid"] and flight["figures"]["spent"] and any("Gap staging" in n for n in flight["notes"])
    assert any(e["code"] == "parting" for e in flight["events"])
    alone = person.call("GET", f"/hangar/rockets/{candle}/flight?motor={best['key'].split('|')[0]}&delay_s=5")
    assert alone[0] == 422 and "every stage needs one" in alone[1]["message"]
    body = {
        "rocket_id": str(candle),
        "motor_key": best["key"],
        "delay_s": best["delays"][0]["delay_s"],
        "flown_on": "2026-10-10",
        "opening": "at_apogee",
        "landing": "safe",
    }
    status, logged = person.call("PUT", f"/logbook/flights/{uuid.uuid4()}", body)
    assert status == 200 and logged["label"] == best["delays"][0]["label"]
    assert any(len(s.content.get("boosters", [])) == 1 for s in Snapshot.objects.filter(kind="motor"))
    whole = person.get(f"/logbook/flights/{logged['id']}")
    assert any(e["code"] == "parting" for e in whole["events"])
    assert whole["motor_key"] == best["key"].split("|")[0]  # the one with the delay
    filed = [s["group"] for s in person.get("/logbook/statistics")["motors"]]
    assert logged["label"].split(" + ")[-1].partition("-")[0] in filed and not any("+" in f or "×" in f for f in filed)
    sisters = person.get(f"/hangar/rockets/{demo_key('rocket', 'Three Sisters')}/board")
    assert sisters["motors"][0]["delays"][0]["label"].startswith("3 × ")


@pytest.mark.django_db
def test_every_motor_of_a_flight_leaves_the_box_the_told_batch_first() -> None:
    person = Person("visitor")
    person.user = load_demo()
    person.client.force_login(person.user)
    MotorStock.objects.all().delete()

    def box() -> dict[tuple[str, str], int]:
        return {(r.motor_key, r.batch): r.count for r in MotorStock.objects.all()}

    def fly(rocket: str, batch: str, **told: str) -> tuple[str, list[str]]:
        """Log what suits it best, once the box has two old and two of the batch of each of its motors."""
        key = demo_key("rocket", rocket)
        best = person.get(f"/hangar/rockets/{key}/board")["motors"][0]
        for motor in best["key"].split("|"):
            for kind in ("old", batch):
                line = {"motor": motor, "count": "2", "batch": kind}
                assert person.call("PUT", f"/stores/box/{uuid.uuid4()}", line)[0] == 200
        body = {
            "rocket_id": str(key), "motor_key": best["key"], "delay_s": best["delays"][0]["delay_s"], "batch": batch,
            "flown_on": timezone.localdate().isoformat(), "opening": "at_apogee", "landing": "safe",
        } | told  # fmt: skip
        assert person.call("PUT", f"/logbook/flights/{uuid.uuid4()}", body)[0] == 200
        return best["key"], best["key"].split("|")

    _, staged = fly("Candle and Snuffer", "7 K")
    assert len(staged) == 2
    assert all(box()[motor, "7 K"] == 1 and box()[motor, "old"] == 2 for motor in staged)
    MotorStock.objects.all().delete()
    three, _ = fly("Three Sisters", "8 K")  # two of the batch, and one of the others
    assert (box()[three, "8 K"], box()[three, "old"]) == (0, 1)
    MotorStock.objects.all().delete()
    stayed, _ = fly("Three Sisters", "9 K", opening="no_launch", landing="none")
    assert (box()[stayed, "9 K"], box()[stayed, "old"]) == (2, 2)


def test_who_may_fly_what_is_told_in_the_settings_and_judged_on_the_board(hedda: Person) -> None:
    rocket = hedda.rocket(mass="1.4 kg", diameter="66 mm", mount_diameter="38 mm", mount_length="250 mm", canopy_diameter="1.2 m")

    def allowed() -> set[bool]:
        tests = [t for m in hedda.get(f"/hangar/rockets/{rocket['id']}/board")["motors"] for d in m["delays"] for t in d["tests"]]
        return {t["passed"] for t in tests if t["name"] == "permit"}

    assert None in allowed() and False not in allowed()
    assert hedda.call("PATCH", "/preferences", {"flyer": {"level": 0, "age": "44"}})[1]["flyer"] == {"level": 0, "age": "44"}
    assert False in allowed()
    hedda.call("PATCH", "/preferences", {"flyer": {"level": 3, "age": "44"}})
    assert allowed() == {True}
    for bad in ({"level": 9}, {"age": "old"}, {"age": "²"}, {"age": "9" * 5000}, {"level": 1, "age": "2"}):
        assert hedda.call("PATCH", "/preferences", {"flyer": bad})[0] == 422


def test_a_payload_is_told_on_the_bench_and_judged_on_the_board(hedda: Person) -> None:
    hedda.call("POST", "/hangar/example")
    rocket = next(r for r in hedda.get("/hangar/rockets") if r["name"] == "Copper Kettle")

    def edit(field: str, text: str) -> tuple[int, Any]:
        now = hedda.get(f"/hangar/rockets/{rocket['id']}")["revision"]
        return hedda.call(
            "POST",
            f"/hangar/rockets/{rocket['id']}/shape/edit",
            {"edits": [{"op": "rocket", "field": field, "text": text}]},
            **{"If-Match": str(now)},
        )

    assert edit("payload_mass", "58 g")[0] == 200
    tests = {t["name"]: t for m in hedda.get(f"/hangar/rockets/{rocket['id']}/board")["motors"] for t in m["delays"][0]["tests"]}
    assert tests["payload"]["limit"] == 35.0
    assert edit("payload_stands", "heavy")[0] == 422 and edit("payload_mass", "")[0] == 200
    assert all(
        t["name"] != "payload"
        for m in hedda.get(f"/hangar/rockets/{rocket['id']}/board")["motors"]
        for t in m["delays"][0]["tests"]
    )


def test_what_is_anothers_field_box_or_cloud_is_not_there(hedda: Person, rival: Person) -> None:
    field, rocket = ground(hedda), hedda.rocket()
    key = uuid.uuid4()
    hedda.call("PUT", f"/stores/box/{key}", {"motor": "catalogue:C8", "count": "1"})
    for method, path, body in (
        ("PUT", f"/stores/fields/{field['id']}/ground", {"outline": []}), ("GET", f"/stores/fields/{field['id']}/geojson", None),
        ("POST", f"/stores/fields/{field['id']}/geojson", {"text": "{}"}), ("DELETE", f"/stores/box/{key}", None),
        ("GET", f"/hangar/rockets/{rocket['id']}/scatter?motor=catalogue:C8&delay_s=5", None), ("POST", f"/hangar/rockets/{rocket['id']}/aim", {"height": "9 m"}),
    ):  # fmt: skip
        assert rival.call(method, path, body)[0] in (404, 422), path
    assert (
        rival.call("PUT", f"/stores/box/{key}", {"motor": "catalogue:C8"})[0] == 409 and rival.get("/stores/box")["lines"] == []
    )
    assert hedda.get("/stores/fields")[0]["outline"] == OUTLINE
