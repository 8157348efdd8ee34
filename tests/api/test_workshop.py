"""The workshop over the API: a build from the first tick to the diary, and what it refuses."""

import datetime
import io
import itertools
import json
import uuid
from pathlib import Path
from typing import Any
from zoneinfo import ZoneInfo

import icalendar
import pypdfium2
import pytest
import vobject
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from tests.api.conftest import Person
from wobbly_fin.demo.airframes import airframe_file
from wobbly_fin.demo.load import load_demo
from wobbly_fin.standins.scale import weigh
from wobbly_fin.stores.models import OwnGlue
from wobbly_fin.workshop.api.answers import bench_out
from wobbly_fin.workshop.finished import build_done
from wobbly_fin.workshop.models import Build, BuildEvent, BuildPhoto
from wobbly_fin.workshop.station import station_of

EVENINGS = ["19:00-21:30", "", "19-21:30", "", "", "10-13, 14-17", ""]
Station = dict[str, Any]


@pytest.fixture(autouse=True)
def media(settings: Any, tmp_path: Path) -> None:
    settings.MEDIA_ROOT = tmp_path


class Bencher:
    """Somebody building a rocket."""

    def __init__(self, person: Person, name: str = "Night Ferry", kind: str = "build", damage: str = "") -> None:
        self.person, self.rocket, self.build = person, str(uuid.uuid4()), str(uuid.uuid4())
        document = airframe_file(name, {}).model_dump(mode="json")
        assert person.call("PUT", f"/hangar/rockets/{self.rocket}", document)[0] == 200
        status, self.station = person.call(
            "PUT", f"/workshop/rockets/{self.rocket}/builds/{self.build}?zone=Europe/Vienna", {"kind": kind, "damage": damage}
        )
        assert status == 200, self.station

    def do(self, method: str, path: str, body: Any, expect: int = 200) -> Any:
        status, out = self.person.call(method, f"/workshop/builds/{self.build}{path}", body)
        assert status == expect, (status, out)
        return out

    def event(self, kind: str, step: str, expect: int = 200, key: str | None = None, **more: Any) -> Any:
        return self.do("PUT", f"/events/{key or uuid.uuid4()}", {"kind": kind, "step": step, **more}, expect)

    def now(self) -> Station:
        found: Station = self.person.get(f"/workshop/rockets/{self.rocket}?zone=Europe/Vienna")
        return found

    def step(self, work: str, station: Station | None = None) -> Station:
        found: Station = next(s for s in (station or self.now())["steps"] if s["key"].split(":")[0] == work)
        return found

    def send(self, name: str, data: bytes, key: str | None = None) -> tuple[int, Any]:
        response = self.person.client.post(
            f"/api/workshop/builds/{self.build}/photos/{key or uuid.uuid4()}",
            {"photo": SimpleUploadedFile(name, data, "image/jpeg"), "step": "gather", "title": "Lay out"},
        )
        return response.status_code, response.json()


@pytest.fixture
def bench(hedda: Person) -> Bencher:
    return Bencher(hedda)


def test_before_a_build_is_begun_its_size_is_told(hedda: Person) -> None:
    key = str(uuid.uuid4())
    hedda.call("PUT", f"/hangar/rockets/{key}", airframe_file("Inchworm", {}).model_dump(mode="json"))
    found = hedda.get(f"/workshop/rockets/{key}")
    assert found["build"] is None and "steps from these parts" in found["headline"] and found["steps"] == []
    quick = hedda.rocket()
    assert hedda.get(f"/workshop/rockets/{quick['id']}")["quick"]
    status, out = hedda.call("PUT", f"/workshop/rockets/{quick['id']}/builds/{uuid.uuid4()}", {})
    assert status == 422 and "quick rocket" in out["message"]


def test_today_is_told_on_the_clock_the_hours_are_told_on(hedda: Person, bench: Bencher) -> None:
    unbuilt = hedda.rocket()["id"]
    told = {}
    for zone in ("Pacific/Kiritimati", "Pacific/Pago_Pago"):  # a day and an hour apart, at every hour of ours
        at = datetime.datetime.now(ZoneInfo(zone)).date()
        bench.do("PUT", "/hours", {"weekly": EVENINGS, "zone": zone})
        told[zone] = {bench.now()["today"], hedda.get(f"/workshop/rockets/{unbuilt}")["today"]}
        assert told[zone] <= {at.isoformat(), (at + datetime.timedelta(days=1)).isoformat()}  # midnight may pass meanwhile
    assert told["Pacific/Kiritimati"].isdisjoint(told["Pacific/Pago_Pago"])


def test_ticks_are_kept_once_and_taken_back(bench: Bencher) -> None:
    key = str(uuid.uuid4())
    for _ in range(2):
        station = bench.event("done", "gather", key=key, minutes="50", remark="Two rings short.")
    assert BuildEvent.objects.count() == 1
    gather = bench.step("gather", station)
    assert gather["state"] == "done" and gather["spent"] == "50 min" and gather["remarks"] == ["Two rings short."]
    assert "cut-tubes" in station["now"]
    assert bench.step("gather", bench.event("undone", "gather"))["state"] == "ready"
    assert BuildEvent.objects.count() == 2  # nothing is ever deleted


def test_out_of_order_is_refused_with_the_reason_and_may_be_caught_up(bench: Bencher) -> None:
    out = bench.event("done", "aft-ring", expect=409)
    assert out["code"] == "out_of_order" and "First “" in out["message"]
    station = bench.event("done", "aft-ring", with_before=True)
    assert bench.step("inside", station)["state"] == "done" and bench.step("outside", station)["state"] == "waiting"
    assert station["done_count"] > 15
    out = bench.event("undone", bench.step("inside", station)["key"], expect=409)
    assert out["code"] == "stood_on"


def test_a_cure_runs_on_the_clock_and_holds_its_part(bench: Bencher) -> None:
    bench.event("done", "gather")
    eye = bench.step("eye")
    station = bench.event("done", eye["key"])
    eye = bench.step("eye", station)
    assert station["curing"] == [eye["key"]]
    lasts = datetime.datetime.fromisoformat(eye["holds_at"]) - datetime.datetime.fromisoformat(eye["done_at"])
    assert lasts == pytest.approx(datetime.timedelta(hours=5), abs=datetime.timedelta(seconds=2))
    # The ring it sits in has to wait.
    assert bench.step("ring", station)["state"] == "waiting"


def test_a_colder_bench_makes_it_later_and_too_cold_is_refused(bench: Bencher) -> None:
    usual = bench.now()["headline"]
    cold = bench.do("PATCH", "/schools", {"told": {"temperature": "13 C"}})
    assert cold["headline"] != usual
    frozen = bench.do("PATCH", "/schools", {"told": {"temperature": "38 F"}})
    assert "Too cold" in frozen["headline"] and frozen["verdict"] == "open"
    bench.event("done", "gather")
    out = bench.event("done", bench.step("eye")["key"], expect=422)
    assert out["fields"][0]["field"] == "temperature"


def test_schools_change_the_plan(bench: Bencher) -> None:
    assert {s["key"].split(":")[0] for s in bench.station["steps"]} >= {"aft-ring", "inside", "fill-tubes"}
    other = bench.do("PATCH", "/schools", {"told": {"inside": "fin_pockets", "fillers": False, "coats": "0", "jig": "one"}})
    works = {s["key"].split(":")[0] for s in other["steps"]}
    assert "dams" in works and not works & {"inside", "fill-tubes", "coat-1"}


def test_free_hours_move_the_date(bench: Bencher) -> None:
    some = bench.do("PUT", "/hours", {"weekly": EVENINGS, "zone": "Europe/Vienna"})
    assert some["hours"]["told"] and some["verdict"] == "good"
    finish = next(d["date"] for d in some["days"] if d["finish"])
    busy = next(d["date"] for d in some["days"] if d["slots"])
    moved = bench.do("PUT", "/hours", {"exceptions": {busy: ""}})
    assert not next(d for d in moved["days"] if d["date"] == busy)["slots"]
    assert next(d["date"] for d in moved["days"] if d["finish"]) >= finish
    back = bench.do("PUT", "/hours", {"exceptions": {busy: None}})
    assert next(d["date"] for d in back["days"] if d["finish"]) == finish
    none = bench.do("PUT", "/hours", {"weekly": [""] * 7})
    assert "No free hours" in none["headline"]


def test_a_deadline_is_judged(bench: Bencher) -> None:
    bench.do("PUT", "/hours", {"weekly": EVENINGS})
    far = (datetime.date.today() + datetime.timedelta(days=120)).isoformat()
    found = bench.do("PUT", "/deadline", {"text": f"{far}T10:00", "zone": "Europe/Vienna"})
    assert found["verdict"] == "good" and "to spare" in found["headline"] and "can wait until" in found["latest"]
    near = (datetime.date.today() + datetime.timedelta(days=2)).isoformat()
    late = bench.do("PUT", "/deadline", {"text": f"{near}T10:00"})
    assert late["verdict"] == "late" and late["headline"].startswith("Not in time")
    assert any(s.startswith("Without paint: ready by") for s in late["rescue"]) and found["rescue"] == []
    assert bench.do("PUT", "/deadline", {"text": ""})["build"]["deadline"] == ""


def test_a_weigh_in_sets_the_design_right_and_says_what_it_does(hedda: Person) -> None:
    bench = Bencher(hedda, "Inchworm")
    before = hedda.get(f"/hangar/rockets/{bench.rocket}/shape")
    fins = bench.step("sand-filled-fins")
    station = bench.do("PUT", f"/weighings/{uuid.uuid4()}", {"step": fins["key"], "text": "24 g"})
    told = bench.step("sand-filled-fins", station)["weigh_in"]
    assert told["news"] and "over" in told["said"] and "Margin 1.9 → 0.8" in told["drift"] and "apogee " in told["drift"]
    after = hedda.get(f"/hangar/rockets/{bench.rocket}/shape")
    assert (
        after["rocket"]["revision"] == before["rocket"]["revision"] + 1
        and after["rocket"]["said"]["mass"] != before["rocket"]["said"]["mass"]
    )
    assert told["ballast"]
    station = bench.do("POST", "/ballast", {"step": fins["key"], "part": str(uuid.uuid4())})
    # One step weighs the rest, one puts in what that asks for.
    assert bench.step("ballast", station)["title"].startswith("Fix ") and len(station["steps"]) == len(bench.station["steps"]) + 2
    assert bench.step("weigh-tail", station)["weigh_in"]
    assert bench.step("sand-filled-fins", station)["weigh_in"]["ballast_in"]


def test_the_whole_on_the_scale_becomes_what_is_known_of_the_whole(hedda: Person) -> None:
    bench = Bencher(hedda, "Inchworm")
    bench.do("PUT", f"/weighings/{uuid.uuid4()}", {"step": "weigh", "text": "52 g"})
    document = hedda.get(f"/hangar/rockets/{bench.rocket}")["document"]
    assert document["known"]["mass_kg"] == pytest.approx(0.052)


@pytest.mark.parametrize("text", ["0 g", "40 kg", "-3 g", "heavy", "", "nan", "1e400 g", "3 m"])
def test_a_reading_that_cannot_be_changes_nothing(bench: Bencher, text: str) -> None:
    fins = bench.step("sand-filled-fins")
    out = bench.do("PUT", f"/weighings/{uuid.uuid4()}", {"step": fins["key"], "text": text}, 422)
    assert out["fields"][0]["field"] == "grams" and BuildEvent.objects.count() == 0
    assert bench.person.get(f"/hangar/rockets/{bench.rocket}")["revision"] == 1


def test_the_simulated_scale_reads_what_is_on_it(bench: Bencher) -> None:
    fins = bench.step("sand-filled-fins")
    first = bench.do("GET", f"/scale?step={fins['key']}&press=0", None)
    again = bench.do("GET", f"/scale?step={fins['key']}&press=0", None)
    assert first == again and first["shown"].endswith(" g") and not first["over"]
    assert weigh("anvil", 12.0, 0.1).over
    readings = {weigh("fin", 0.020, 0.002, press).mass_kg for press in range(9)}
    assert len(readings) > 1 and max(readings) - min(readings) < 0.001  # type: ignore[type-var, operator]


def test_own_steps_drops_and_moves(bench: Bencher) -> None:
    lug = bench.step("retainer")["key"]
    added = bench.do(
        "POST",
        "/changes",
        {"kind": "add", "key": "own-1", "title": "Engrave the nameplate", "hands_on": "20", "cure": "2 h", "after": [lug]},
    )
    mine = next(s for s in added["steps"] if s["key"] == "own-1")
    assert mine["own"] and mine["hands_on"] == "20 min" and added["changes"][0]["said"] == "Added “Engrave the nameplate”."
    dropped = bench.do("POST", "/changes", {"kind": "drop", "key": "fill-tubes"})
    assert any("spiral shows" in r for r in dropped["remarks"])
    inside = bench.step("inside")["key"]
    refused = bench.do("POST", "/changes", {"kind": "move", "key": inside, "after": ["aft-ring"]}, 422)
    assert "the aft ring leaves no way to it" in refused["message"]
    assert bench.do("POST", "/changes", {"kind": "drop", "key": "mount-in"}, 422)["fields"][0]["field"] == "key"
    back = bench.do("DELETE", "/changes/1", None)
    assert any(s["key"] == "fill-tubes" for s in back["steps"]) and len(back["changes"]) == 1


def test_what_fits_now(bench: Bencher) -> None:
    out = bench.do("GET", "/fits?time=50 min", None)
    assert out["keys"] == ["gather"] and "Lay out every part" in out["said"]
    assert "Nothing fits" in bench.do("GET", "/fits?time=5", None)["said"]
    assert bench.do("GET", "/fits?time=soon", None, 422)["fields"][0]["field"] == "time"


def test_timed_steps_set_the_pace(bench: Bencher) -> None:
    slow = bench.now()["left"]
    bench.event("done", "gather", minutes="90")
    bench.event("done", "cut-tubes", minutes="75")
    station = bench.event("done", bench.step("nose")["key"], minutes="40")
    assert "longer than the recipe" in station["pace"] and station["left"] >= slow


def test_the_calendar_is_read_by_other_libraries(bench: Bencher) -> None:
    bench.do("PUT", "/hours", {"weekly": EVENINGS, "zone": "Europe/Vienna"})
    bench.event("done", "gather")
    bench.event("done", bench.step("eye")["key"])
    far = (datetime.date.today() + datetime.timedelta(days=150)).isoformat()
    bench.do("PUT", "/deadline", {"text": f"{far}T10:00", "zone": "Europe/Vienna"})
    text = bench.do("GET", "/calendar.ics?zone=Europe/Vienna", None)
    slots = [s for d in bench.now()["days"] for s in d["slots"]]
    other = vobject.readOne(text)
    titles = [e.summary.value for e in other.vevent_list]
    assert any(t.endswith(slots[0]["title"]) for t in titles) and any("” holds" in t for t in titles)
    assert any(t.endswith(": launch") for t in titles)
    assert all(e.valarm.action.value == "DISPLAY" and e.dtstart.value.tzinfo is not None for e in other.vevent_list)
    parsed = icalendar.Calendar.from_ical(text)
    uids = [str(e["uid"]) for e in parsed.walk("VEVENT")]
    assert len(set(uids)) == len(uids) > 30 and not parsed.errors
    # Sittings never overlap, and every line keeps to 75 octets.
    sittings = sorted((e.decoded("dtstart"), e.decoded("dtend")) for e in parsed.walk("VEVENT") if str(e["transp"]) == "OPAQUE")
    assert all(a[1] <= b[0] for a, b in itertools.pairwise(sittings))
    assert all(len(line.encode()) <= 75 for line in text.split("\r\n"))


def camera(width: int = 4000, height: int = 3000) -> bytes:
    """A photo as a phone takes it, with place and time among its data."""
    picture, out = Image.new("RGB", (width, height), "#806040"), io.BytesIO()
    exif = Image.Exif()
    exif[0x8825] = {1: "N", 2: (47.0, 3.0, 1.0)}
    exif[0x0132] = "2027:02:03 04:05:06"
    exif[0x0112] = 6  # turned
    picture.save(out, "JPEG", exif=exif)
    return out.getvalue()


def test_a_photo_is_made_smaller_and_forgets_where_it_was_taken(bench: Bencher) -> None:
    data = camera()
    assert b"Exif" in data
    key = str(uuid.uuid4())
    for _ in range(2):
        status, station = bench.send("fins.jpg", data, key)
    assert status == 200 and BuildPhoto.objects.count() == 1
    photo = station["photos"][0]
    assert (photo["width"], photo["height"]) == (1200, 1600)  # turned upright
    response = bench.person.client.get(f"/api/workshop/photos/{key}")
    kept = b"".join(response.streaming_content)  # type: ignore[attr-defined]
    assert len(kept) < len(data) * 2 and b"Exif" not in kept
    with Image.open(io.BytesIO(kept)) as opened:
        assert not dict(opened.getexif())
    file = Path(BuildPhoto.objects.get().file.path)
    assert bench.person.call("DELETE", f"/workshop/photos/{key}")[1]["photos"] == [] and file.exists(), "it lies in the bin"


@pytest.mark.parametrize(
    ("name", "data", "said"),
    [
        ("fins.jpg", b"Dear diary, this is text.", "no picture"), ("empty.jpg", b"", ""), ("huge.jpg", b"\xff\xd8" + b"0" * 60_000_000, "60 MB"),
        ("half.jpg", camera(800, 600)[:2000], "no picture"), ("vector.svg", b"<svg xmlns='http://www.w3.org/2000/svg'/>", "no picture"),
    ],
)  # fmt: skip
def test_what_is_no_photo_is_refused_in_a_sentence(bench: Bencher, name: str, data: bytes, said: str) -> None:
    status, out = bench.send(name, data)
    assert status == 422 and said in out["message"] and BuildPhoto.objects.count() == 0


def test_the_diary_is_a_pdf_with_what_happened(bench: Bencher) -> None:
    bench.event("done", "gather", minutes="50", remark="Two rings < short & sweet.")
    bench.send("fins.jpg", camera(400, 300))
    response = bench.person.client.get(f"/api/workshop/builds/{bench.build}/diary.pdf")
    pages = pypdfium2.PdfDocument(response.content)
    text = pages[0].get_textpage().get_text_range()
    assert "Night Ferry" in text and "Two rings < short & sweet." in text and "50 min hands-on" in text
    assert any(o.type == pypdfium2.raw.FPDF_PAGEOBJ_IMAGE for o in pages[0].get_objects())


def test_cuts_come_from_stores_and_offcuts_go_back(bench: Bencher) -> None:
    tube = str(uuid.uuid4())
    typed = {"outer_diameter": "66 mm", "length": "1.2 m", "edges": "1", "count": "1"}
    assert bench.person.call("PUT", f"/stores/raw/{tube}", {"kind": "tube", "name": "long one", "typed": typed})[0] == 200
    found = bench.do("GET", "/materials", None)
    assert found["cuts"][0]["bars"][0]["name"] == "long one" and not found["cuts"][0]["bars"][0]["bought"]
    key = uuid.uuid4()
    for _ in range(2):
        assert bench.do("PUT", f"/cuts/{key}", {})["booked"]
    rows = {r["name"]: r["said"] for r in bench.person.get("/stores/raw")}
    assert rows["long one"].startswith("0 ×") and "148 mm long" in rows["offcut"]
    assert bench.do("PUT", f"/cuts/{uuid.uuid4()}", {}, 409)["code"] == "booked"


def test_of_two_offcuts_of_one_name_the_one_that_was_cut_is_booked(bench: Bencher) -> None:
    for length in ("1.2 m", "60 mm"):
        typed = {"outer_diameter": "66 mm", "length": length, "edges": "1", "count": "1"}
        assert (
            bench.person.call("PUT", f"/stores/raw/{uuid.uuid4()}", {"kind": "tube", "name": "offcut", "typed": typed})[0] == 200
        )
    assert bench.do("PUT", f"/cuts/{uuid.uuid4()}", {})["booked"]
    said = {r["typed"]["length"]: r["said"] for r in bench.person.get("/stores/raw") if r["name"] == "offcut"}
    assert said["1.2 m"].startswith("0 ×") and said["60 mm"].startswith("1 ×")


def test_a_box_full_of_offcuts_is_no_refusal(bench: Bencher) -> None:
    for n in range(70):
        typed = {"outer_diameter": "66 mm", "length": f"{60 + n} mm", "edges": "0", "count": "1"}
        assert bench.person.call("PUT", f"/stores/raw/{uuid.uuid4()}", {"kind": "tube", "name": "", "typed": typed})[0] == 200
    assert bench.do("GET", "/materials", None)["cuts"]


def test_own_figures_for_a_glue_change_the_plan(bench: Bencher) -> None:
    before = bench.step("aft-ring")["glue"]
    key = str(uuid.uuid4())
    out = bench.person.call(
        "PUT", f"/stores/glues/{key}", {"library_key": "epoxy-30", "typed": {"handle": "9 h", "full": "2 days"}}
    )
    assert out[0] == 200
    assert bench.step("aft-ring")["glue"] != before and "9 h" in " ".join(bench.step("aft-ring")["glue"])
    assert bench.person.call("DELETE", f"/stores/glues/{key}")[0] == 204
    assert bench.step("aft-ring")["glue"] == before
    own = bench.person.call(
        "PUT",
        f"/stores/glues/{uuid.uuid4()}",
        {"typed": {"name": "Gran’s resin", "work": "20", "handle": "6 h", "full": "1 day", "parts": "2:1 by volume"}},
    )[1]
    mine = next(g for g in own if g["name"] == "Gran’s resin")
    assert mine["parts"] == "2:1 by volume"
    assert bench.do("PATCH", "/schools", {"told": {"structural": mine["key"]}})["build"]["schools"]["structural"] == mine["key"]
    assert bench.step("aft-ring")["glue"] != before
    # Thrown away it takes no build with it: the usual one is counted with, and said.
    row = OwnGlue.objects.get(key=mine["key"])
    assert bench.person.call("DELETE", f"/stores/glues/{row.pk}")[0] == 204
    assert bench.step("aft-ring")["glue"] == before and any("among yours no more" in r for r in bench.now()["remarks"])
    assert bench.do("PATCH", "/schools", {"told": {"coats": "1"}})["build"]["schools"]["coats"] == "1"
    assert bench.do("PATCH", "/schools", {"told": {"fillets": "honey"}}, 422)["fields"][0]["field"] == "glue"


@pytest.mark.parametrize(
    ("typed", "field"),
    [
        ({"name": "x", "work": "5", "handle": "0 min", "full": "1 h"}, "handle_min"), ({"name": "x", "work": "5", "handle": "1 h"}, "full"),
        ({"work": "5", "handle": "1 h", "full": "2 h"}, "name"), ({"name": "x", "work": "soon", "handle": "1 h", "full": "2 h"}, "work"),
        ({"name": "x", "work": "5", "handle": "1 h", "full": "2 h", "parts": "lots"}, "parts"),
        ({"name": "x", "work": "5", "handle": "3 h", "full": "2 h"}, "full_min"),
    ],
)  # fmt: skip
def test_a_glue_that_cannot_be_is_refused(hedda: Person, typed: dict[str, str], field: str) -> None:
    status, out = hedda.call("PUT", f"/stores/glues/{uuid.uuid4()}", {"typed": typed})
    assert status == 422 and out["fields"][0]["field"] == field


@pytest.mark.parametrize(
    ("kind", "typed", "field"),
    [
        ("tube", {"length": "1 m"}, "outer_diameter"), ("tube", {"outer_diameter": "66 mm", "length": "0"}, "length"),
        ("tube", {"outer_diameter": "66 mm", "length": "1 m", "edges": "5"}, "edges"),
        ("tube", {"outer_diameter": "66 mm", "length": "1 m", "count": "a few"}, "count"),
        ("sheet", {"material": "cheese", "thickness": "3 mm", "length": "1 m", "width": "0.1 m"}, "material"),
        ("glue", {"glue": "epoxy-30"}, "mass"), ("glue", {"glue": "honey", "mass": "3 g"}, "glue"),
    ],
)  # fmt: skip
def test_raw_stock_that_cannot_be_is_refused(hedda: Person, kind: str, typed: dict[str, str], field: str) -> None:
    status, out = hedda.call("PUT", f"/stores/raw/{uuid.uuid4()}", {"kind": kind, "typed": typed})
    assert status == 422 and out["fields"][0]["field"] == field


BAD: list[tuple[str, str, Any]] = [
    ("PUT", "/hours", {"weekly": ["21-19"] + [""] * 6}), ("PUT", "/hours", {"weekly": ["x"]}), ("PUT", "/hours", {"zone": "Mars/Tharsis"}),
    ("PUT", "/hours", {"exceptions": {"someday": ""}}), ("PUT", "/deadline", {"text": "2001-01-01T10:00"}), ("PUT", "/deadline", {"text": "soon"}),
    ("PUT", "/deadline", {"text": "9999-12-31T23:59"}), ("PUT", "/deadline", {"text": "0001-01-01T00:00"}),
    ("PATCH", "/schools", {"told": {"temperature": "90 C"}}), ("PATCH", "/schools", {"told": {"coats": "many"}}),
    ("PATCH", "/schools", {"told": {"coats": "²"}}), ("PATCH", "/schools", {"told": {"inside": "guess"}}), ("PATCH", "/schools", {"told": {"shoe_size": "44"}}),
    ("PATCH", "/schools", {"told": {"structural": "spit"}}), ("POST", "/changes", {"kind": "add", "key": "own", "title": "", "hands_on": "5"}),
    ("POST", "/changes", {"kind": "add", "key": "own", "title": "x", "hands_on": "0"}), ("POST", "/changes", {"kind": "add", "key": "gather", "title": "x"}),
    ("POST", "/changes", {"kind": "drop", "key": "nothing"}), ("POST", "/changes", {"kind": "move", "key": "gather", "after": ["weigh"]}),
    ("PUT", f"/events/{uuid.uuid4()}", {"kind": "done", "step": "nothing"}), ("PUT", f"/events/{uuid.uuid4()}", {"kind": "done", "step": "gather", "minutes": "-5"}),
    ("PUT", f"/events/{uuid.uuid4()}", {"kind": "remark", "step": "gather", "remark": "  "}),
    ("PUT", f"/events/{uuid.uuid4()}", {"kind": "remark", "step": "gather", "remark": "x" * 2050}),
]  # fmt: skip


@pytest.mark.parametrize(("method", "path", "body"), BAD, ids=[json.dumps(b[2])[:60] for b in BAD])
def test_bad_input_is_a_sentence_and_the_bench_stays(bench: Bencher, method: str, path: str, body: Any) -> None:
    before = bench.now()
    out = bench.do(method, path, body, 422)
    assert out["fields"] and out["fields"][0]["message"]
    after = bench.now()
    for part in ("build", "hours", "changes", "done_count", "steps"):
        strip = [{**s, "begins": "", "begins_said": ""} for s in after[part]] if part == "steps" else after[part]
        kept = [{**s, "begins": "", "begins_said": ""} for s in before[part]] if part == "steps" else before[part]
        assert strip == kept


def test_repairs_have_few_steps(hedda: Person) -> None:
    mend = Bencher(hedda, kind="repair", damage="zipper")
    assert len(mend.station["steps"]) == 6 and mend.station["build"]["damage"] == "the cord cut the tube open"
    assert mend.do("POST", "/changes", {"kind": "drop", "key": "look"}, 422)
    status, _ = hedda.call("PUT", f"/workshop/rockets/{mend.rocket}/builds/{uuid.uuid4()}", {"kind": "repair", "damage": "goat"})
    assert status == 422


def test_a_kit_s_own_list_stands_at_the_first_step(hedda: Person) -> None:
    key, build = uuid.uuid4(), uuid.uuid4()
    document = airframe_file("Inchworm", {}).model_dump(mode="json")
    document["kit"][2]["present"] = False
    hedda.call("PUT", f"/hangar/rockets/{key}", document)
    station = hedda.call("PUT", f"/workshop/rockets/{key}/builds/{build}", {})[1]
    assert station["build"]["schools"]["origin"] == "kit"
    assert "Missing: fin sheet" in station["steps"][0]["lines"][0]
    assert "should be" in next(s for s in station["steps"] if s["key"] == "cut-tubes")["lines"][0]


def test_a_build_is_put_aside_and_taken_up(bench: Bencher) -> None:
    assert bench.person.call("DELETE", f"/workshop/builds/{bench.build}")[0] == 204
    assert bench.now()["build"] is None
    assert bench.person.call("POST", f"/workshop/builds/{bench.build}/restore")[0] == 204
    assert bench.now()["build"]["id"] == bench.build


def test_the_hangar_shows_what_is_on_the_bench(bench: Bencher) -> None:
    bench.event("done", "gather")
    bench.event("done", bench.step("eye")["key"])
    (found,) = bench.person.get("/workshop/benches")
    assert found["rocket_id"] == bench.rocket and found["done"] == 2 and "eye bolt" in found["curing"][0]["title"]


def test_steps_follow_the_design_and_ticks_stay_with_their_parts(bench: Bencher) -> None:
    bench.event("done", "gather")
    shape = bench.person.get(f"/hangar/rockets/{bench.rocket}")
    fins = next(p for s in shape["document"]["stages"] for p in s["parts"] if p["type"] == "fin_set")
    body = {"edits": [{"op": "set", "part": fins["id"], "field": "count", "value": 4}]}
    status, out = bench.person.call(
        "POST", f"/hangar/rockets/{bench.rocket}/shape/edit", body, **{"If-Match": str(shape["revision"])}
    )
    assert status == 200, out
    station = bench.now()
    assert "4 lines" in " ".join(bench.step("mark", station)["lines"]) and bench.step("gather", station)["state"] == "done"


def test_a_step_that_asks_for_something_else_since_does_not_count_as_built_until_looked_at(bench: Bencher) -> None:
    def built() -> str:
        found = bench.person.get(f"/hangar/rockets/{bench.rocket}/readiness")
        return "open" if any(n["name"] in ("built", "unfinished") for n in found["needs"]) else "told"

    bench.event("done", bench.now()["steps"][-1]["key"], with_before=True)
    for step in bench.now()["steps"]:
        if step["state"] != "done":
            bench.event("done", step["key"], with_before=True)
    assert built() == "told" and not any(s["changed"] for s in bench.now()["steps"])
    shape = bench.person.get(f"/hangar/rockets/{bench.rocket}")
    tube = next(p for s in shape["document"]["stages"] for p in s["parts"] if p["type"] == "body_tube")
    body = {"edits": [{"op": "set", "part": tube["id"], "field": "length_m", "value": tube["length_m"] + 0.02}]}
    assert bench.person.call(
        "POST", f"/hangar/rockets/{bench.rocket}/shape/edit", body, **{"If-Match": str(shape["revision"])}
    )[0] == 200  # fmt: skip
    station = bench.now()
    changed = [s for s in station["steps"] if s["changed"]]
    assert changed and all("Then:" in s["changed"] and "Now:" in s["changed"] for s in changed)
    assert any("asks for something else" in r or "ask for something else" in r for r in station["remarks"])
    assert built() == "open"
    for step in changed:
        bench.event("looked", step["key"])
    assert built() == "told" and not any(s["changed"] for s in bench.now()["steps"])
    waiting = bench.event("looked", "no such step", expect=422)
    assert "no step" in waiting["message"]


def test_another_s_bench_is_not_there(bench: Bencher, rival: Person) -> None:
    assert rival.call("GET", f"/workshop/rockets/{bench.rocket}")[0] == 404
    bench.send("fins.jpg", camera(100, 100))
    photo = BuildPhoto.objects.get().pk
    for method, path, body in [
        ("GET", f"/workshop/builds/{bench.build}/materials", None), ("GET", f"/workshop/builds/{bench.build}/calendar.ics", None),
        ("GET", f"/workshop/builds/{bench.build}/diary.pdf", None), ("GET", f"/workshop/photos/{photo}", None), ("DELETE", f"/workshop/photos/{photo}", None),
        ("PUT", f"/workshop/builds/{bench.build}/events/{uuid.uuid4()}", {"kind": "done", "step": "gather"}),
        ("DELETE", f"/workshop/builds/{bench.build}", None), ("PATCH", f"/workshop/builds/{bench.build}/schools", {"told": {}}),
    ]:  # fmt: skip
        assert rival.call(method, path, body)[0] == 404, path
    assert rival.get("/workshop/benches") == []
    own = Bencher(rival)
    assert rival.call("PUT", f"/workshop/rockets/{own.rocket}/builds/{bench.build}", {})[0] == 409


def test_the_demo_s_bench_is_half_way(db: None) -> None:
    load_demo()
    builds = {b.rocket.name: b for b in Build.objects.select_related("rocket")}
    assert (
        set(builds) == {"Post Rider", "Night Ferry", "Old Bellwether", "Copper Kettle"} and builds["Night Ferry"].kind == "repair"
    )
    # Two were built to the end, each in a school of its own.
    assert [build_done(builds[n].rocket) for n in ("Old Bellwether", "Copper Kettle", "Post Rider")] == [True, True, False]
    assert builds["Old Bellwether"].events.filter(step__startswith="dams").exists()
    owner = builds["Old Bellwether"].owner
    headline = bench_out(station_of(owner, builds["Old Bellwether"])).headline
    assert headline == "Everything is done.", "it has had its strength for a year, whatever hours are free today"
    assert builds["Post Rider"].events.filter(kind="done").count() == 14
    assert builds["Post Rider"].events.get(kind="weighed").facts["news"]


def test_a_build_is_fetched_at_once_however_many_steps_it_has(bench: Bencher, django_assert_max_num_queries: Any) -> None:
    with django_assert_max_num_queries(16):
        steps = bench.person.get(f"/workshop/rockets/{bench.rocket}")["steps"]
    assert len(steps) > 20
