"""An edit of what was changed elsewhere meanwhile is refused, shows what stands, and is taken when sent knowing it."""

import io
import uuid
from collections.abc import Callable
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from tests.api.conftest import Person
from tests.api.test_flight_page import log_text, upload

Thing = tuple[str, Callable[[], str], dict[str, Any], dict[str, Any], Callable[[], Any]]


def things(p: Person) -> dict[str, Thing]:
    """By name: where it is edited, its version, two edits, and all that is to be seen of it."""
    rocket = p.rocket()
    flight = p.log(rocket)[1]
    at = f"/logbook/flights/{flight['id']}"
    facts = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5, "flown_on": "2026-05-01", "opening": "at_apogee", "landing": "safe"}  # fmt: skip
    day, field, stock, glue, raw = (str(uuid.uuid4()) for _ in range(5))
    day_facts = {"name": "Meet", "day": "2026-04-18", "opens": "10", "closes": "15:00"}
    tube = {"outer_diameter": "66 mm", "length": "850 mm"}
    p.call("PUT", f"/launchdays/days/{day}", day_facts)
    p.call("PUT", f"/stores/fields/{field}", {"name": "Meadow"})
    p.call("PUT", f"/stores/box/{stock}", {"motor": "catalogue:C8", "count": "3"})
    p.call("PUT", f"/stores/glues/{glue}", {"typed": {"name": "Brown", "work": "5 min", "handle": "1 h", "full": "1 d"}})
    p.call("PUT", f"/stores/raw/{raw}", {"kind": "tube", "typed": tube})
    p.call("PUT", f"{at}/review", {"answers": {}})
    p.call("PUT", f"/logbook/teardowns/{rocket['id']}", {"on": "2026-05-02", "findings": [], "remarks": ""})
    line = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5}

    def of(path: str, key: str | None = None) -> Callable[[], str]:
        def version() -> str:
            found = p.get(path)
            found = found["lines"] if path == "/stores/box" else found
            row = next(r for r in found if key in (r.get("id"), r.get("row"))) if key else found
            return str(row["version"])

        return version

    def whole(path: str) -> Callable[[], Any]:
        return lambda: p.get(path)

    def flown() -> str:
        return str(p.get(at)["flight"]["version"])

    page = whole(f"{at}/page")
    return {
        "facts": (at, flown, facts | {"remarks": "one"}, facts | {"remarks": "two"}, page),
        "readouts": (f"{at}/readouts", flown, {"typed": {"apogee_m": "181 m"}}, {"typed": {"apogee_m": "190 m"}}, page),
        "tracking": (f"{at}/tracking", flown, {"fall": "30"}, {"fall": "31"}, page),
        "landed": (f"{at}/landed", flown, {"x_m": 5.0, "y_m": 1.0}, {"x_m": 7.0, "y_m": 1.0}, page),
        "certification": (f"{at}/certification", flown, {"level": 1}, {"level": 2}, page),
        "review": (f"{at}/review", of(f"{at}/review"), {"changes": "a"}, {"changes": "b"}, whole(f"{at}/review")),
        "teardown": (
            f"/logbook/teardowns/{rocket['id']}", of(f"/logbook/teardowns/{rocket['id']}"), {"on": "2026-05-03", "findings": [], "remarks": "a"},
            {"on": "2026-05-03", "findings": [], "remarks": "b"}, whole(f"/logbook/teardowns/{rocket['id']}"),
        ),
        "day": (
            f"/launchdays/days/{day}", of(f"/launchdays/days/{day}"), day_facts | {"name": "A"}, day_facts | {"name": "B"},
            whole(f"/launchdays/days/{day}"),
        ),
        "line": (
            f"/launchdays/days/{day}/lines/{uuid.uuid4()}", of(f"/launchdays/days/{day}"), line, line | {"tilt_deg": 5.0},
            whole(f"/launchdays/days/{day}"),
        ),
        "field": (f"/stores/fields/{field}", of("/stores/fields", field), {"name": "A"}, {"name": "B"}, whole("/stores/fields")),
        "ground": (
            f"/stores/fields/{field}/ground", of("/stores/fields", field), {"outline": [[0, 0], [90, 0], [90, 90]], "features": [], "surface": "grass"},
            {"outline": [[0, 0], [50, 0], [50, 50]], "features": [], "surface": "grass"}, whole("/stores/fields"),
        ),
        "box": (
            f"/stores/box/{stock}", of("/stores/box", stock), {"motor": "catalogue:C8", "count": "4"}, {"motor": "catalogue:C8", "count": "9"},
            whole("/stores/box"),
        ),
        "glue": (f"/stores/glues/{glue}", of("/stores/glues", glue), {"library_key": f"own-{glue}", "typed": {"work": "6 min"}}, {"library_key": f"own-{glue}", "typed": {"work": "9 min"}}, whole("/stores/glues")),
        "raw": (f"/stores/raw/{raw}", of("/stores/raw", raw), {"kind": "tube", "typed": tube | {"count": "2"}}, {"kind": "tube", "typed": tube | {"count": "3"}}, whole("/stores/raw")),
    }  # fmt: skip


NAMES = (
    "facts", "readouts", "tracking", "landed", "certification", "review", "teardown", "day", "line", "field", "ground", "box", "glue", "raw",
)  # fmt: skip


@pytest.mark.parametrize("name", NAMES)
def test_what_was_changed_elsewhere_is_not_written_over(hedda: Person, name: str) -> None:
    path, version, elsewhere, mine, seen = things(hedda)[name]
    before = version()
    assert hedda.call("PUT", path, elsewhere, **{"If-Match": before})[0] == 200
    stands = seen()
    status, refused = hedda.call("PUT", path, mine, **{"If-Match": before})
    assert status == 409 and refused["code"] == "stale" and "changed elsewhere" in refused["message"]
    assert seen() == stands and refused["current"]["version"] == version() != before
    assert hedda.call("PUT", path, mine, **{"If-Match": refused["current"]["version"]})[0] == 200 and seen() != stands


def test_a_map_taken_in_from_a_file_does_not_go_over_somebodys_drawing(hedda: Person) -> None:
    key = uuid.uuid4()
    path = f"/stores/fields/{key}"
    before = hedda.call("PUT", path, {"name": "Meadow"})[1]["version"]
    square = [[-50, -50], [50, -50], [50, 50], [-50, 50]]
    assert hedda.call("PUT", f"{path}/ground", {"outline": square, "features": [], "surface": "grass"})[0] == 200
    text = hedda.client.get(f"/api{path}/geojson").content.decode().replace("Meadow", "Map")
    status, refused = hedda.call("POST", f"{path}/geojson", {"text": text}, **{"If-Match": before})
    assert status == 409 and refused["code"] == "stale" and hedda.get("/stores/fields")[0]["outline"] == square
    assert hedda.call("POST", f"{path}/geojson", {"text": text}, **{"If-Match": refused["current"]["version"]})[0] == 200


def test_nobody_learns_of_others_things_by_it(hedda: Person, rival: Person) -> None:
    for path, _, _, mine, _ in things(hedda).values():
        status, out = rival.call("PUT", path, mine, **{"If-Match": "2026-01-01T00:00:00+00:00"})
        assert status in (404, 409, 422) and out["code"] != "stale", (path, out)


def test_what_is_thrown_away_comes_back_as_it_was(hedda: Person) -> None:
    found = things(hedda)
    at = found["facts"][0]
    log, photo = uuid.uuid4(), uuid.uuid4()
    assert upload(hedda, f"{at}/logs/{log}", log_text(at.rpartition("/")[2]))[0] == 200
    picture = SimpleUploadedFile("a.jpg", photo_bytes(), "image/jpeg")
    assert hedda.client.post(f"/api{at}/photos/{photo}", {"photo": picture}).status_code == 200
    hedda.call("PUT", f"{at}/review", {"cause": "retention", "decided": True, "grounds": True, "repairs": []})
    day = found["day"][0]
    line = f"{day}/lines/{uuid.uuid4()}"
    put = {"rocket_id": hedda.get(f"{at}/page")["flight"]["rocket_id"], "motor_key": "catalogue:C8", "delay_s": 5}
    hedda.call("PUT", line, put)
    ways = (
        (f"/logbook/logs/{log}", f"/logbook/logs/{log}/restore", f"{at}/page"),
        (f"/logbook/photos/{photo}", f"/logbook/photos/{photo}/restore", f"{at}/page"),
        (f"{at}/review", f"{at}/review/restore", f"{at}/review"),
    )
    for gone, back, shown in ways:
        before = without_versions(hedda.get(shown))
        assert hedda.call("DELETE", gone)[0] in (200, 204)
        assert without_versions(hedda.get(shown)) != before
        assert hedda.call("DELETE", gone)[0] == 404, "it is gone already"
        assert hedda.call("POST", back)[0] in (200, 204)
        assert without_versions(hedda.get(shown)) == before, gone
    before = without_versions(hedda.get(day))
    assert hedda.call("DELETE", line)[1]["lines"] == [] and hedda.call("PUT", line, put)[0] == 200
    assert without_versions(hedda.get(day)) == before


def test_a_photo_sent_again_comes_out_of_the_bin_and_a_seventh_log_stays_in(hedda: Person) -> None:
    at = things(hedda)["facts"][0]
    photo, logs = f"{at}/photos/{uuid.uuid4()}", [uuid.uuid4() for _ in range(7)]

    def send() -> int:
        picture = SimpleUploadedFile("a.jpg", photo_bytes(), "image/jpeg")
        return int(hedda.client.post(f"/api{photo}", {"photo": picture}).status_code)

    assert send() == 200
    before = hedda.get(f"{at}/page")["photos"]
    assert hedda.call("DELETE", photo.replace(at, "/logbook"))[0] == 204 and hedda.get(f"{at}/page")["photos"] == []
    assert send() == 200 and hedda.get(f"{at}/page")["photos"] == before

    text = log_text(at.rpartition("/")[2])
    for log in logs[:6]:
        assert upload(hedda, f"{at}/logs/{log}", text)[0] == 200
    assert hedda.call("DELETE", f"/logbook/logs/{logs[0]}")[0] == 200
    assert upload(hedda, f"{at}/logs/{logs[6]}", text)[0] == 200
    status, out = hedda.call("POST", f"/logbook/logs/{logs[0]}/restore")
    assert status == 422 and "one too many" in out["message"] and len(hedda.get(f"{at}/page")["logs"]) == 6


def photo_bytes() -> bytes:
    out = io.BytesIO()
    Image.new("RGB", (60, 40), (90, 120, 60)).save(out, "JPEG")
    return out.getvalue()


def without_versions(told: Any) -> Any:
    if isinstance(told, dict):
        return {k: without_versions(v) for k, v in told.items() if k != "version"}
    return [without_versions(v) for v in told] if isinstance(told, list) else told
