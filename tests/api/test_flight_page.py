"""A flight's page over the API: logs dropped on it, read-outs typed, sightings, the simulated altimeter; and what they teach."""

import json
import uuid
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from tests.api.conftest import Person
from wobbly_fin.logbook.models import Flight
from wobbly_fin.logbook.pocket import recording_of
from wobbly_fin.standins.altimeter import written


def upload(person: Person, path: str, data: bytes | str, **form: Any) -> tuple[int, Any]:
    raw = data.encode() if isinstance(data, str) else data
    response = person.client.post(f"/api{path}", {"file": SimpleUploadedFile("pocket.csv", raw), **form})
    return response.status_code, response.json()


def log_text(flight_id: str, layout: str = "plain", **off: float) -> str:
    return written(recording_of(Flight.objects.get(pk=flight_id), **off), layout)  # type: ignore[arg-type]


def test_a_dropped_log_is_shown_before_it_is_kept_and_then_overlaid(hedda: Person) -> None:
    line = hedda.log(hedda.rocket(), height="")[1]
    text = log_text(line["id"], "feet", drag=1.2)
    status, seen = upload(hedda, "/logbook/logs/read", text)
    assert status == 200 and {m["code"] for m in seen["curve"]["moments"]} >= {"launch", "apogee", "landing"}
    assert [c["meaning"] for c in seen["columns"]][:2] == ["time", "height"] and seen["columns"][1]["unit"] == "ft"
    assert hedda.get(f"/logbook/flights/{line['id']}/page")["logs"] == []
    status, page = upload(hedda, f"/logbook/flights/{line['id']}/logs/{uuid.uuid4()}", text)
    assert status == 200 and page["flight"]["apogee_m"] < 0.95 * page["flight"]["forecast_apogee_m"]
    assert "lower" in page["sentences"][0] and page["curve"]["time_s"] and page["best"]
    peak = next(r for r in page["readouts"] if r["name"] == "apogee_m")
    assert peak["sureness"] == "sure" and peak["forecast"].endswith("m") and "±" in peak["measured"]


def test_moments_can_be_dragged_and_a_log_thrown_away(hedda: Person) -> None:
    line = hedda.log(hedda.rocket(), height="")[1]
    key = str(uuid.uuid4())
    page = upload(hedda, f"/logbook/flights/{line['id']}/logs/{key}", log_text(line["id"]))[1]
    top = next(m for m in page["curve"]["moments"] if m["code"] == "apogee")["time_s"]
    status, moved = hedda.call("PUT", f"/logbook/logs/{key}", {"columns": [], "number": 0, "placed": {"ejection": top + 1.0}})
    assert status == 200 and next(m for m in moved["curve"]["moments"] if m["code"] == "ejection")["shown_by"] == "placed"
    status, out = hedda.call("PUT", f"/logbook/logs/{key}", {"columns": [], "number": 0, "placed": {"landing": 0.01}})
    assert status == 422 and "landing" in out["fields"][0]["field"]
    assert hedda.call("PUT", f"/logbook/logs/{key}", {"placed": {"lunch": 3}})[0] == 422
    status, gone = hedda.call("DELETE", f"/logbook/logs/{key}")
    assert status == 200 and gone["logs"] == [] and gone["flight"]["apogee_m"] is None


@pytest.mark.parametrize(
    "data, says",
    [
        (b"", "empty"),
        (b"\x89PNG\x00\x00\x01\x02" * 50, "text file"),
        (b"alpha,beta\nx,y\n", "no rows"),
        (b"t,h\n0,0\n1,1\n", "dozen"),
    ],
)
def test_what_is_no_log_is_refused_in_a_sentence_and_nothing_is_kept(hedda: Person, data: bytes, says: str) -> None:
    line = hedda.log(hedda.rocket())[1]
    for path in ("/logbook/logs/read", f"/logbook/flights/{line['id']}/logs/{uuid.uuid4()}"):
        status, out = upload(hedda, path, data)
        assert status == 422 and says in out["message"], out
    assert hedda.get(f"/logbook/flights/{line['id']}/page")["logs"] == []
    assert upload(hedda, "/logbook/logs/read", log_text(line["id"]), reading="{")[0] == 422
    assert (
        upload(hedda, "/logbook/logs/read", log_text(line["id"]), reading='{"columns": [{"number": 1, "meaning": "soup"}]}')[0]
        == 422
    )


def test_typed_readouts_are_kept_in_any_unit_and_questioned(hedda: Person) -> None:
    line = hedda.log(hedda.rocket(), height="")[1]
    path = f"/logbook/flights/{line['id']}/readouts"
    status, page = hedda.call(
        "PUT", path, {"typed": {"apogee_m": "480 ft", "ejection_altitude_m": "475 ft", "apogee_to_ejection_s": "3.3 s"}}
    )
    assert (
        status == 200 and page["flight"]["apogee_m"] == pytest.approx(146.3, abs=0.1) and "decimal point" in page["questions"][0]
    )
    assert next(r for r in page["readouts"] if r["name"] == "apogee_m")["typed"] == "480 ft"
    status, out = hedda.call("PUT", path, {"typed": {"burn_time_s": "banana"}})
    assert status == 422 and out["fields"][0]["field"] == "burn_time_s"
    assert hedda.call("PUT", path, {"typed": {"moon": "1"}})[0] == 422
    mended = hedda.call("PUT", path, {"typed": {"apogee_to_ejection_s": ""}})[1]
    assert mended["questions"] == []


def test_two_stations_and_the_time_of_fall_give_a_height(hedda: Person) -> None:
    line = hedda.log(hedda.rocket(), height="")[1]
    path = f"/logbook/flights/{line['id']}/tracking"
    stations = [{"elevation_deg": "40", "azimuth_deg": "50°"}, {"elevation_deg": "42", "azimuth_deg": "55"}]
    status, page = hedda.call("PUT", path, {"baseline": "300 m", "stations": stations, "fall": "60 s"})
    assert status == 200 and page["flight"]["apogee_m"] > 100 and len(page["tracking"]["heights_m"]) == 2
    assert "close within" in " ".join(page["tracking"]["sentences"]) and "weighed from" in page["best"][0]
    assert hedda.call("PUT", path, {"baseline": "", "stations": stations})[1]["fields"][0]["field"] == "baseline_m"
    assert (
        hedda.call("PUT", path, {"baseline": "300 m", "stations": [{"elevation_deg": "ninety", "azimuth_deg": "50"}]})[0] == 422
    )
    cleared = hedda.call("PUT", path, {"baseline": "", "stations": [], "fall": ""})[1]
    assert cleared["flight"]["apogee_m"] is None


def test_the_simulated_altimeter_is_armed_flown_read_and_sends_its_log(hedda: Person) -> None:
    line = hedda.log(hedda.rocket(), height="")[1]
    path = f"/logbook/flights/{line['id']}/altimeter"
    assert hedda.call("POST", path, {"acts": ["hold"]})[1]["shown"] == "ARM"
    assert hedda.call("POST", path, {"acts": ["hold", "fly"]})[1]["can_send"] is False, "not armed, nothing noticed"
    flown = hedda.call("POST", path, {"acts": ["hold", "hold", "fly"]})[1]
    assert (
        flown["screen"] == "landed"
        and flown["shown"].startswith("DONE")
        and flown["readouts"][0][0] == "PEAK"
        and "Simulated" in flown["says"]
    )
    assert hedda.call("POST", path, {"acts": ["kick"]})[0] == 422
    status, page = hedda.call("POST", f"{path}/{uuid.uuid4()}", {"acts": ["hold", "hold", "fly"]})
    assert status == 200 and page["logs"][0]["simulated"] and page["flight"]["apogee_m"] > 50
    assert hedda.call("POST", f"{path}/{uuid.uuid4()}", {"acts": ["hold"]})[0] == 422


def test_flights_teach_the_next_forecast_and_the_band_narrows(hedda: Person) -> None:
    rocket = hedda.rocket()
    before = hedda.get(f"/hangar/rockets/{rocket['id']}/board")
    first = hedda.log(rocket, height="")[1]
    plain = first["forecast_apogee_m"]
    for _ in range(4):
        line = hedda.log(rocket, height="")[1]
        upload(
            hedda,
            f"/logbook/flights/{line['id']}/logs/{uuid.uuid4()}",
            log_text(line["id"], drag=1.35),
        )
    learnt = hedda.get(f"/logbook/flights/{line['id']}/page")["learnt"]
    assert learnt["flights"] == 4 and learnt["cd_factor"] > 1.1
    after = hedda.log(rocket, height="")[1]
    assert after["forecast_apogee_m"] < 0.95 * plain, "the next forecast takes what they taught"
    assert hedda.get(f"/hangar/rockets/{rocket['id']}/board") != before
    frozen = hedda.get(f"/logbook/flights/{first['id']}")
    assert frozen["flight"]["forecast_apogee_m"] == plain, "what was forecast before stays"


def test_a_motors_real_delay_is_learnt_by_type_and_used(hedda: Person) -> None:
    rocket = hedda.rocket()
    for _ in range(3):
        line = hedda.log(rocket, height="", batch="K7")[1]
        upload(hedda, f"/logbook/flights/{line['id']}/logs/{uuid.uuid4()}", log_text(line["id"], late_s=0.9, drag=1.0))
    found = next(d for d in hedda.get("/logbook/statistics")["delays"] if d["motor"] == "C8")
    assert found["label_s"] == 5 and found["count"] == 3 and found["mean_s"] > 5.3
    forecast = hedda.log(rocket, height="")[1]
    page = hedda.get(f"/logbook/flights/{forecast['id']}")
    assert page["forecast"]["ejection"]["time_s"] - page["forecast"]["burnout_time_s"] == pytest.approx(found["mean_s"])


def test_where_it_lay_photos_and_certification(hedda: Person, rival: Person) -> None:
    line = hedda.log(hedda.rocket())[1]
    page = hedda.call("PUT", f"/logbook/flights/{line['id']}/landed", {"x_m": 60.0, "y_m": -25.0})[1]
    assert page["landed"]["said"].startswith("It lay 65 m from the pad")
    assert hedda.call("PUT", f"/logbook/flights/{line['id']}/landed", {"x_m": 60.0})[0] == 422
    assert hedda.call("PUT", f"/logbook/flights/{line['id']}/certification", {"level": 1})[1]["certification"] == 1
    assert hedda.call("PUT", f"/logbook/flights/{line['id']}/certification", {"level": 9})[0] == 422
    statistics = hedda.get("/logbook/statistics")
    assert statistics["certifications"][0]["passed"] and statistics["rockets"][0]["said"]["distance"] == "65 m"
    for path in ("page", "review"):
        assert rival.call("GET", f"/logbook/flights/{line['id']}/{path}")[0] == 404
    assert rival.call("PUT", f"/logbook/flights/{line['id']}/landed", {"x_m": 1, "y_m": 1})[0] == 404


def test_open_formats_go_out_and_come_back(hedda: Person, rival: Person) -> None:
    rocket = hedda.rocket()
    hedda.log(rocket, remarks="=1+1, with a comma", batch="K7")
    hedda.log(rocket, opening="after_apogee", landing="hard", height="")
    told = json.loads(hedda.client.get("/api/logbook/flights.json").content)
    table = hedda.client.get("/api/logbook/flights.csv").content
    assert told["version"] == 1 and len(told["flights"]) == 2 and b"'=1+1" in table
    rival.rocket()
    for flight in told["flights"]:
        flight["id"] = None
    status, out = upload(rival, "/logbook/flights/import", json.dumps(told))
    assert status == 200 and len(out["taken"]) == 2 and out["refused"] == []
    upload(rival, "/logbook/flights/import", json.dumps(told))
    lines = rival.get("/logbook/flights")["flights"]
    assert len(lines) == 2 and {x["remarks"] for x in lines} == {"=1+1, with a comma", ""}
    status, out = upload(hedda, "/logbook/flights/import", table)
    assert status == 200 and len(hedda.get("/logbook/flights")["flights"]) == 2, "its own flights are not logged twice"
    strange = table.replace(b"Pip", b"Nobody")
    assert "is not in the hangar" in upload(rival, "/logbook/flights/import", strange)[1]["refused"][0]
    assert upload(rival, "/logbook/flights/import", b"day,thing\n1,2\n")[0] == 422
    assert upload(rival, "/logbook/flights/import", b"\xff\xfe\x00")[0] == 422


def test_the_batch_in_the_box_is_the_one_reckoned_with(hedda: Person) -> None:
    rocket = hedda.rocket()
    for batch, late in (("K7", 1.2), ("K7", 1.2), ("M2", -0.6), ("M2", -0.6)):
        line = hedda.log(rocket, height="", batch=batch)[1]
        text = log_text(line["id"], late_s=late + 5 - (Flight.objects.get(pk=line["id"]).taught.get("delay_s", 5.0)), drag=1.0)
        upload(hedda, f"/logbook/flights/{line['id']}/logs/{uuid.uuid4()}", text)
    key = str(uuid.uuid4())

    def next_delay_s(batch: str) -> float:
        assert hedda.call("PUT", f"/stores/box/{key}", {"motor": "catalogue:C8", "count": "2", "batch": batch})[0] == 200
        out = hedda.get(f"/hangar/rockets/{rocket['id']}/flight?motor=catalogue:C8&delay_s=5")
        return out["figures"]["ejection"]["time_s"] - out["figures"]["burnout_time_s"]

    assert next_delay_s("K7") > next_delay_s("M2") + 0.3


def test_setting_the_facts_right_leaves_the_typed_read_outs(hedda: Person) -> None:
    rocket = hedda.rocket()
    at = f"/logbook/flights/{hedda.log(rocket)[1]['id']}"
    hedda.call("PUT", f"{at}/readouts", {"typed": {"apogee_m": "150 m", "max_speed_m_s": "60 m/s"}})
    before = {r["name"]: r["typed"] for r in hedda.get(f"{at}/page")["readouts"]}
    facts = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5, "flown_on": "2026-05-01", "opening": "at_apogee", "landing": "safe"}  # fmt: skip
    assert hedda.call("PUT", at, facts | {"remarks": "set right"})[0] == 200
    assert {r["name"]: r["typed"] for r in hedda.get(f"{at}/page")["readouts"]} == before and before["apogee_m"] == "150 m"
    assert hedda.call("PUT", at, facts | {"height": "140 m"})[0] == 200 and hedda.call("PUT", at, facts)[0] == 200
    assert "height" not in hedda.get(at)["typed"], "a height taken away is gone"


def test_a_file_that_tells_no_place_takes_none_away(hedda: Person) -> None:
    at = f"/logbook/flights/{hedda.log(hedda.rocket())[1]['id']}"
    assert hedda.call("PUT", f"{at}/landed", {"x_m": 40, "y_m": -12})[0] == 200
    table = hedda.client.get("/api/logbook/flights.csv").content.decode().splitlines()
    names = table[0].split(",")
    row = dict(zip(names, table[1].split(","), strict=True)) | {"landing_x_m": "", "landing_y_m": ""}
    assert upload(hedda, "/logbook/flights/import", ",".join(names) + "\n" + ",".join(row.values()) + "\n")[1]["refused"] == []
    landed = hedda.get(f"{at}/page")["landed"]
    assert (landed["x_m"], landed["y_m"]) == (40, -12)


def test_a_new_rocket_begins_where_its_builders_others_flew(hedda: Person) -> None:
    """Five flights of one rocket well below the forecast: another, never flown, is forecast lower, and says on what that rests."""
    other = hedda.rocket()
    path = f"/hangar/rockets/{other['id']}/board"
    before = hedda.get(path)
    assert before["learnt"] == []
    low = hedda.rocket(name="The draggy one")
    for _ in range(5):
        line = hedda.log(low, height="")[1]
        upload(hedda, f"/logbook/flights/{line['id']}/logs/{uuid.uuid4()}", log_text(line["id"], drag=1.5))
    after = hedda.get(path)
    assert "begins where 5 flights of another rocket of yours flew" in after["learnt"][0]
    heights = [{m["name"]: m["apogee_m"] for m in board["motors"]} for board in (before, after)]
    assert all(heights[1][name] < heights[0][name] for name in heights[0])
    said = hedda.get(f"/logbook/flights/{line['id']}/page")["learnt"]["sentences"]
    assert said[0].startswith("5 measured flights") and not any("began where" in s for s in said)
