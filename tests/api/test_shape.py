"""The Shape station over the API: edited where it is touched, answered whole, nothing lost, nothing broken by bad input."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from wobbly_fin.hangar.models import Rocket


class Bench:
    """An airframe on a person's bench."""

    def __init__(self, person: Person, **begun: str) -> None:
        self.person, self.key = person, str(uuid.uuid4())
        body = {"name": "Bodkin", "diameter": "27 mm"} | begun
        status, self.rocket = person.call("PUT", f"/hangar/airframes/{self.key}", body)
        assert status == 200, self.rocket
        self.revision = 1

    @property
    def path(self) -> str:
        return f"/hangar/rockets/{self.key}"

    def look(self) -> Any:
        return self.person.get(f"{self.path}/shape")

    def send(self, *edits: dict[str, Any], revision: int | None = None, selected: str | None = None) -> tuple[int, Any]:
        body = {"edits": list(edits), "selected": selected}
        status, out = self.person.call("POST", f"{self.path}/shape/edit", body, **{"If-Match": str(revision or self.revision)})
        if status == 200:
            self.revision = out["rocket"]["revision"]
        return status, out

    def do(self, *edits: dict[str, Any], **more: Any) -> Any:
        status, out = self.send(*edits, **more)
        assert status == 200, out
        return out

    def part(self, kind: str, number: int = 0) -> str:
        return [d["id"] for d in self.look()["drawn"] if d["type"] == kind][number]

    def add(self, kind: str, on: str, **figures: Any) -> str:
        key = str(uuid.uuid4())
        sets = [{"op": "set", "part": key, "field": f, "text": t} for f, t in figures.items()]
        self.do({"op": "add", "type": kind, "part": on, "value": key}, *sets)
        return key


def built_up(hedda: Person) -> Bench:
    """A rocket built from nothing, as a person would."""
    made = Bench(hedda)
    body = made.part("body_tube")
    mount = made.add("motor_tube", body)
    for kind in ("centring_ring", "centring_ring", "retainer"):
        made.add(kind, mount)
    for kind in ("fin_set", "launch_lug", "anchor", "cord", "canopy"):
        made.add(kind, body)
    return made


@pytest.fixture
def bench(hedda: Person) -> Bench:
    """See `built_up`."""
    return built_up(hedda)


def set_(part: str, field: str, text: str) -> dict[str, Any]:
    return {"op": "set", "part": part, "field": field, "text": text}


def test_a_rocket_begun_with_a_name_and_a_diameter_can_be_built_up_and_flown(bench: Bench) -> None:
    out = bench.look()
    assert {d["type"] for d in out["drawn"]} >= {"nose_cone", "body_tube", "fin_set", "motor_tube", "canopy"}
    assert out["balance"]["verdict"] in ("good", "stiff", "thin") and out["apogee"]
    assert not any(f["severity"] == "danger" for f in out["findings"])
    board = bench.person.get(f"{bench.path}/board")
    assert board["motors"] and "built up from the parts" in board["drag_note"]


@pytest.mark.parametrize(
    ("kind", "field", "text", "changes"),
    [
        ("fin_set", "span_m", "60 mm", ["balance", "ledger", "drag", "drawn", "apogee"]),
        ("fin_set", "count", "4", ["balance", "ledger", "drag", "drawn", "apogee"]),
        ("body_tube", "length_m", "20 in", ["balance", "ledger", "drag", "drawn", "apogee", "length_m"]),
        ("nose_cone", "mass_kg", "2 oz", ["balance", "ledger", "apogee"]),
        ("canopy", "diameter_m", "24 in", ["balance", "ledger", "drawn"]),
        ("motor_tube", "overhang_m", "20 mm", ["balance", "motors"]),
    ],
)
def test_one_changed_figure_changes_everything_that_hangs_on_it(
    bench: Bench, kind: str, field: str, text: str, changes: list[str]
) -> None:
    before = bench.look()
    after = bench.do(set_(bench.part(kind), field, text))
    assert {name for name in changes if after[name] == before[name]} == set()
    assert after["balance"]["sentence"] != before["balance"]["sentence"]


def test_the_school_and_the_motor_change_the_verdict_and_not_the_rocket(bench: Bench) -> None:
    plain = bench.look()
    strict = bench.do({"op": "rocket", "field": "school", "value": "certification"})
    assert strict["balance"]["band_m"] != plain["balance"]["band_m"] and strict["balance"]["cp_m"] == plain["balance"]["cp_m"]
    stage = plain["motor_choices"][0]["stage_id"]
    heavy = bench.do({"op": "rocket", "field": "motor", "part": stage, "value": "C8"})
    assert heavy["motor_choices"][0] | {"options": None} == {"stage_id": stage, "motor": "C8", "chosen": True, "options": None}
    assert heavy["balance"]["margin_calibres"] < strict["balance"]["margin_calibres"]


def choose_motor(bench: Bench, name: str) -> None:
    """The motor it is shown with; left to the page another edit may bring another motor."""
    bench.do({"op": "rocket", "field": "motor", "value": name})


def test_a_try_keeps_nothing_and_answers_as_the_edit_would(bench: Bench) -> None:
    choose_motor(bench, "A9")
    fins = bench.part("fin_set")
    edit = {"op": "set", "part": fins, "field": "span_m", "value": 0.061}
    status, tried = bench.person.call("POST", f"{bench.path}/shape/try", {"edits": [edit]})
    assert status == 200 and bench.look()["balance"] != tried["balance"]
    assert bench.do(edit)["balance"] == tried["balance"]


def test_typed_texts_stay_as_typed_and_are_shown_in_the_owners_unit(bench: Bench) -> None:
    fins = bench.part("fin_set")
    out = bench.do(set_(fins, "span_m", "1 3/4 in"), selected=fins)
    box = next(b for b in out["selected"]["boxes"] if b["field"] == "span_m")
    assert (box["text"], box["said"]) == ("1 3/4 in", "44.4 mm")


@pytest.mark.parametrize(
    ("kind", "field", "text", "says"),
    [
        ("fin_set", "span_m", "-3 mm", "'-3 mm' will not do"),
        ("fin_set", "span_m", "0", "above zero"),
        ("fin_set", "span_m", "wide", "not a length"),
        ("fin_set", "span_m", "3 kg", "does not measure"),
        ("fin_set", "span_m", "", "is missing"),
        ("fin_set", "count", "1000", "between 1 and 8"),
        ("fin_set", "count", "3.5", "whole number"),
        ("fin_set", "count", "nan", "no number"),
        ("fin_set", "wings", "2", "no figure"),
        ("body_tube", "length_m", "3 km", "too much"),
        ("body_tube", "inner_diameter_m", "40 mm", "leaves no wall"),
        ("canopy", "spill_hole_m", "9 m", "no smaller than the canopy"),
    ],
)
def test_a_bad_figure_gets_a_sentence_at_its_box_and_the_drawing_stays(
    bench: Bench, kind: str, field: str, text: str, says: str
) -> None:
    part, before = bench.part(kind), bench.look()
    status, out = bench.send(set_(part, field, text))
    assert status == 422 and out["fields"][0]["field"] == f"{part}.{field}" and says in out["fields"][0]["message"]
    assert bench.look() == before


def test_a_self_crossing_outline_is_refused_and_a_good_one_taken(bench: Bench) -> None:
    fins = bench.part("fin_set")
    bench.do({"op": "set", "part": fins, "field": "planform", "value": "free"})
    status, out = bench.send(set_(fins, "outline", "0 0, 40 30, 0 30, 50 0"))
    assert status == 422 and "crosses itself" in out["fields"][0]["message"]
    good = bench.do(set_(fins, "outline", "0 0, 20 30, 45 30, 50 0"))
    assert max(y for _, y in next(d for d in good["drawn"] if d["id"] == fins)["profile"]) == pytest.approx(0.0135 + 0.03)
    assert bench.send(set_(fins, "outline", "0 0, 20"))[0] == 422
    back = bench.do({"op": "set", "part": fins, "field": "planform", "value": "trapezoid"})
    assert next(d for d in back["drawn"] if d["id"] == fins)["sizes"]["span_m"] > 0


def test_a_size_25_times_too_large_is_asked_about_with_the_one_meant(bench: Bench) -> None:
    fins = bench.part("fin_set")
    out = bench.do(set_(fins, "span_m", "1.6"), selected=fins)
    box = next(b for b in out["selected"]["boxes"] if b["field"] == "span_m")
    assert "Inches and millimetres" in box["question"] and box["suggestion"] == "40.64 mm"
    mended = bench.do(set_(fins, "span_m", box["suggestion"]), selected=fins)
    assert all(b["question"] is None for b in mended["selected"]["boxes"])


def test_an_edit_from_an_old_revision_is_refused_and_can_be_made_again(bench: Bench) -> None:
    fins = bench.part("fin_set")
    bench.do(set_(fins, "span_m", "50 mm"))
    status, out = bench.send(set_(fins, "count", "4"), revision=bench.revision - 1)
    assert status == 409 and out["code"] == "stale" and out["current"]["revision"] == bench.revision
    now = bench.do(set_(fins, "count", "4"))
    assert now["rocket"]["revision"] == bench.revision


def test_undo_redo_and_reopening_bring_back_whole_shapes(bench: Bench) -> None:
    fins, before = bench.part("fin_set"), bench.look()
    bench.do({"op": "remove", "part": fins})
    assert bench.look()["balance"]["verdict"] == "unstable"
    bench.person.call("POST", f"{bench.path}/undo")
    assert bench.look()["balance"] == before["balance"]
    versions = bench.person.get(f"{bench.path}/versions")
    assert versions[0]["current"] and versions[-1]["number"] == 1
    status, out = bench.person.call("POST", f"{bench.path}/versions/1/reopen")
    assert status == 200 and out["revision"] == versions[0]["number"] + 1 and len(bench.look()["drawn"]) == 2
    assert bench.person.call("POST", f"{bench.path}/versions/999/reopen")[0] == 404


def test_two_versions_are_compared_part_by_part(bench: Bench) -> None:
    fins, old = bench.part("fin_set"), bench.revision
    bench.do(set_(fins, "span_m", "50 mm"))
    bench.do({"op": "add", "type": "mass_lump", "part": bench.part("nose_cone")})
    out = bench.person.get(f"{bench.path}/compare?left={old}&right={bench.revision}")
    assert any(c.startswith("fins, span: ") and c.endswith("→ 50 mm") for c in out["changes"]) and "mass: added" in out["changes"]
    assert {f["name"] for f in out["figures"] if not f["same"]} >= {"calibres", "mass without motor"}
    assert bench.person.call("GET", f"{bench.path}/compare?left=77&right=1")[0] == 422


def test_removing_a_part_takes_out_what_sits_in_it_and_moving_swaps_places(bench: Bench) -> None:
    mount = bench.part("motor_tube")
    out = bench.do({"op": "remove", "part": mount})
    assert not {"motor_tube", "centring_ring", "retainer"} & {d["type"] for d in out["drawn"]}
    body = bench.part("body_tube")
    out = bench.do({"op": "add", "type": "transition", "part": body}, {"op": "add", "type": "body_tube", "part": body})
    assert [d["type"] for d in out["drawn"] if d["host"] is None][:4] == ["nose_cone", "body_tube", "body_tube", "transition"]
    moved = bench.do({"op": "move", "part": bench.part("transition"), "value": -1})
    assert [d["type"] for d in moved["drawn"] if d["host"] is None][:4] == ["nose_cone", "body_tube", "transition", "body_tube"]
    assert bench.send({"op": "move", "part": bench.part("fin_set"), "value": 1})[0] == 422


def test_off_the_shelf_brings_real_and_nominal_sizes_and_own_parts_come_back(bench: Bench) -> None:
    fins = bench.part("fin_set")
    out = bench.do({"op": "swap", "part": fins, "stock": "sheet-birch-ply-2.95"}, selected=fins)
    box = next(b for b in out["selected"]["boxes"] if b["field"] == "thickness_m")
    assert (box["said"], box["nominal"]) == ("2.95 mm", "1/8 in")
    assert bench.send({"op": "swap", "part": fins, "stock": "tube-27"})[0] == 422
    assert bench.send({"op": "add", "stock": "nothing", "part": fins})[0] == 404
    key = str(uuid.uuid4())
    status, shelf = bench.person.call("PUT", f"/stores/parts/{key}", {"rocket_id": bench.key, "part_id": fins, "name": "my fins"})
    assert status == 200 and shelf[0]["name"] == "my fins" and shelf[0]["supplier"] == "yours"
    added = bench.do({"op": "add", "stock": f"own:{key}", "part": bench.part("body_tube")})
    assert len([d for d in added["drawn"] if d["type"] == "fin_set"]) == 2
    assert bench.person.call("DELETE", f"/stores/parts/{key}")[0] == 204
    assert bench.person.get("/stores/parts")[0]["supplier"] != "yours"
    assert bench.person.call("POST", f"/stores/parts/{key}/restore")[0] == 204


def test_a_device_is_one_thing_from_the_stores_with_all_its_owner_told_of_it(bench: Bench) -> None:
    body, key = bench.part("body_tube"), str(uuid.uuid4())
    ear = bench.add(
        "device",
        body,
        mass_kg="6 g",
        battery="one button cell",
        switched_on="its key held two seconds",
        ready="two beeps",
        after_landing="count its flashes",
    )
    bench.do(
        {"op": "set", "part": ear, "field": "kind", "value": "logger"},
        {"op": "set", "part": ear, "field": "name", "text": "Little Ear"},
    )
    status, shelf = bench.person.call("PUT", f"/stores/parts/{key}", {"rocket_id": bench.key, "part_id": ear})
    assert status == 200 and shelf[0]["name"] == "Little Ear"
    again = str(uuid.uuid4())
    taken = bench.do(
        {"op": "remove", "part": ear}, {"op": "add", "stock": f"own:{key}", "part": body, "value": again}, selected=again
    )
    boxes = {b["field"]: b["text"] for b in taken["selected"]["boxes"]}
    assert (boxes["name"], boxes["kind"], boxes["battery"], boxes["ready"]) == (
        "Little Ear",
        "logger",
        "one button cell",
        "two beeps",
    )
    # Words may go again; too many of them are refused at their box, and nothing changes.
    status, out = bench.send({"op": "set", "part": again, "field": "battery", "text": "x" * 200})
    assert status == 422 and "at most 80" in out["fields"][0]["message"]
    without = bench.do({"op": "set", "part": again, "field": "ready", "text": ""}, selected=again)
    kept = {b["field"]: b["text"] for b in without["selected"]["boxes"]}
    assert kept["ready"] == "" and kept["battery"] == "one button cell"


@pytest.mark.parametrize(
    ("name", "kind"), [("release", "device"), ("camera", "device"), ("wing", "fin_set"), ("pods", "pods"), ("baffle", "baffle")]
)
def test_what_has_a_name_of_its_own_on_the_bench_becomes_its_kind_of_part(bench: Bench, name: str, kind: str) -> None:
    key = bench.add(name, bench.part("body_tube"))
    assert next(d for d in bench.look()["drawn"] if d["id"] == key)["type"] == kind


def test_tube_fins_on_the_bench_put_the_margin_in_doubt_and_say_so(bench: Bench) -> None:
    bench.do({"op": "remove", "part": bench.part("fin_set")})
    bench.add("tube_fins", bench.part("body_tube"))
    shape = bench.look()
    balance = shape["balance"]
    assert (
        balance["cp_doubt_m"] > 0 and "±" in balance["said"]["cp"] and [p["doubted"] for p in balance["parts"]] == [False, True]
    )
    assert any("our own estimate, good to a fifth" in f["sentence"] for f in shape["findings"])


def test_the_scale_beats_the_sum_and_a_weighed_whole_moves_with_later_changes(bench: Bench) -> None:
    fins = bench.part("fin_set")
    row = next(r for r in bench.do(set_(fins, "mass_kg", "3.2 g"))["ledger"]["rows"] if r["id"] == fins)
    assert row["source"] == "measured" and row["short"] == "3.2 g" and row["computed"]
    whole = bench.do({"op": "known", "field": "mass_kg", "text": "48 g"})
    assert whole["ledger"]["said"]["empty"].startswith("48") and whole["ledger"]["source"] == "measured"
    lump = bench.add("mass_lump", bench.part("nose_cone"), mass_kg="6 g")
    assert bench.look()["ledger"]["said"]["empty"].startswith("54") and lump
    assert bench.send({"op": "known", "field": "mass_kg", "text": "heavy"})[0] == 422
    assert bench.send({"op": "known", "field": "colour", "text": "red"})[0] == 422


@pytest.mark.parametrize("what", ["ballast", "span_m"])
def test_a_solved_margin_is_the_margin_once_done(bench: Bench, what: str) -> None:
    choose_motor(bench, "A9")
    bench.do(set_(bench.part("fin_set"), "span_m", "30 mm"))
    wanted = {"ballast": 2.0, "span_m": 1.0}[what]
    status, out = bench.person.call("POST", f"{bench.path}/solve", {"what": what, "margin_calibres": str(wanted)})
    assert status == 200 and out["edits"], out
    after = bench.do(*out["edits"])["balance"]
    assert min(after["margin_calibres"], after["margin_burnout_calibres"]) == pytest.approx(wanted, abs=0.01)
    if what == "ballast":
        assert "gloves" in out["sentence"]
        more = bench.person.call("POST", f"{bench.path}/solve", {"what": what, "margin_calibres": "2,6"})[1]
        again = bench.do(*more["edits"])
        assert again["balance"]["margin_calibres"] == pytest.approx(2.6, abs=0.01)
        assert len([d for d in again["drawn"] if d["type"] == "mass_lump"]) == 1


def test_what_cannot_be_solved_says_why(bench: Bench) -> None:
    status, out = bench.person.call("POST", f"{bench.path}/solve", {"what": "position_m", "margin_calibres": "15"})
    assert status == 422 and "the range gives" in out["fields"][0]["message"]


def test_what_if_names_what_each_dimension_does_to_margin_and_apogee(bench: Bench) -> None:
    out = bench.person.get(f"{bench.path}/what-if")
    span = next(r for r in out["rows"] if r["field"] == "span_m")
    assert span["margin_change"] > 0 and span["apogee_change"].startswith("−") and "lie on the motor tube" in out["canopy"]


def test_templates_are_shown_and_downloaded_in_three_forms(bench: Bench) -> None:
    found = bench.person.get(f"{bench.path}/templates")
    assert {t["key"].split("-")[0] for t in found} >= {"fin", "wrap", "nose", "disc", "cutout"} and all(t["svg"] for t in found)
    fin = next(t["key"] for t in found if t["key"].startswith("fin"))
    for kind, start in (("pdf", "%PDF"), ("svg", "<svg"), ("dxf", "  0")):
        response = bench.person.client.get(f"/api{bench.path}/templates/{fin}.{kind}?paper=letter")
        assert response.status_code == 200 and response.content.decode("latin-1").startswith(start)
        assert f'.{kind}"' in response["Content-Disposition"]
    assert bench.person.client.get(f"/api{bench.path}/templates/all.pdf").status_code == 200
    for address, status in ((f"{fin}.exe", 404), ("fin-99.pdf", 422), (f"{fin}.pdf?paper=napkin", 422), ("all.svg", 422)):
        assert bench.person.client.get(f"/api{bench.path}/templates/{address}").status_code == status, address


def test_a_quick_rocket_grows_into_an_airframe_and_back_again(hedda: Person) -> None:
    quick = hedda.rocket(length="61 cm")
    path = f"/hangar/rockets/{quick['id']}"
    assert hedda.call("GET", f"{path}/shape")[0] == 422
    body = quick["document"]["stages"][0]["parts"][0]["id"]
    status, out = hedda.call("POST", f"{path}/shape/edit", {"edits": [set_(body, "length_m", "1 m")]}, **{"If-Match": "1"})
    assert status == 422 and "grow it" in out["message"]
    status, grown = hedda.call("POST", f"{path}/grow")
    assert (
        status == 200 and not grown["quick"] and grown["said"]["mass"] == quick["said"]["mass"] and grown["said"]["cd"] == "0.7"
    )
    assert grown["length_m"] == pytest.approx(0.61) and grown["said"]["mount"] == quick["said"]["mount"]
    shape = hedda.get(f"{path}/shape")
    assert shape["balance"]["verdict"] != "unknown" and not [f for f in shape["findings"] if f["severity"] == "danger"]
    assert hedda.call("POST", f"{path}/grow")[0] == 422
    assert hedda.call("POST", f"{path}/undo")[1]["quick"]


def test_larger_is_tail_heavier_and_gets_its_ballast(bench: Bench) -> None:
    body = {"id": str(uuid.uuid4()), "name": "Great Bodkin", "factor": "2", "fin_material": "birch-ply", "margin_calibres": 3.5}
    status, out = bench.person.call("POST", f"{bench.path}/up-scale", body)
    assert status == 200 and "ballast" in out["sentence"] and out["rocket"]["name"] == "Great Bodkin"
    large = bench.person.get(f"/hangar/rockets/{body['id']}/shape")
    assert large["length_m"] == pytest.approx(2 * bench.look()["length_m"])
    assert large["balance"]["margin_calibres"] == pytest.approx(3.5, abs=0.02)
    assert bench.person.call("POST", f"{bench.path}/up-scale", body | {"id": str(uuid.uuid4()), "factor": "100"})[0] == 422


def test_larger_without_a_motor_nothing_is_said_of_how_it_flies(bench: Bench) -> None:
    body = {"id": str(uuid.uuid4()), "name": "Giant Bodkin", "factor": "9", "fin_material": "birch-ply"}
    status, out = bench.person.call("POST", f"{bench.path}/up-scale", body)
    assert status == 200 and "None of your motors fits its 98 mm mount" in out["sentence"] and "ballast" not in out["sentence"]


def test_larger_it_keeps_to_its_school(bench: Bench) -> None:
    margins = []
    for low in (3.0, 4.5):
        band = {"school": "own", "low_calibres": low, "high_calibres": 6.0}
        bench.do(*({"op": "rocket", "field": field, "value": value} for field, value in band.items()))
        body = {"id": str(uuid.uuid4()), "name": f"Bodkin for {low}", "factor": "2", "fin_material": "birch-ply"}
        assert bench.person.call("POST", f"{bench.path}/up-scale", body)[0] == 200
        margins.append(bench.person.get(f"/hangar/rockets/{body['id']}/shape")["balance"]["margin_calibres"])
    assert margins == pytest.approx([3.0, 4.5], abs=0.02)


def test_a_prototypes_table_is_worked_out_and_kept(bench: Bench) -> None:
    form = {
        "prototype": "Lantern rocket", "main_diameter": "54 cm", "tube_diameter": "27 mm",
        "rows": [{"name": "nose", "prototype": "2 m", "available": "92 mm"}, {"name": "body", "prototype": "18 ft", "absorbs": True}],
    }  # fmt: skip
    status, table = bench.person.call("POST", "/hangar/scale", form)
    assert status == 200 and table["scale"] == "1 : 20.00" and [r["difference"] for r in table["rows"]] == ["−8 mm", "+8 mm"]
    kept = bench.do({"op": "rocket", "field": "prototype", "value": form})["prototype"]
    assert kept["rows"][1]["prototype"] == "18 ft" and kept["main_diameter"] == "54 cm"
    for harm, field in (({"main_diameter": ""}, "main_diameter"), ({"tube_diameter": "wide"}, "tube_diameter")):
        status, out = bench.person.call("POST", "/hangar/scale", form | harm)
        assert status == 422 and out["fields"][0]["field"] == field


def test_a_kits_list_is_ticked_off_and_what_is_missing_named(hedda: Person) -> None:
    bench = Bench(hedda, kit="1 nose cone\n3 fins\n2 × ring", printed_motors="B9-4")
    out = bench.do({"op": "rocket", "field": "kit.0", "value": True}, {"op": "rocket", "field": "kit.2", "value": False})
    assert out["kit_sentence"].startswith("Missing: 2 × ring. 1 still") and out["texts"]["printed_motors"] == "B9-4"
    assert bench.send({"op": "rocket", "field": "kit.9", "value": True})[0] == 422


def test_a_second_stage_is_balanced_with_both_motors_and_flies_over_it(bench: Bench) -> None:
    alone = bench.do({"op": "rocket", "field": "motor", "value": "A7"})
    both = bench.do({"op": "add_stage"})
    assert len(both["motors"]) == 2 and len(both["ledger"]["stages"]) == 2 and both["length_m"] > alone["length_m"]
    assert both["apogee"] != alone["apogee"]
    assert f"Once the booster has dropped: {alone['balance']['margin_calibres']:.1f}." in both["balance"]["sentence"]
    bare = bench.do({"op": "remove", "part": bench.part("fin_set")})
    assert any(f["code"] == "alone_unstable" and f["severity"] == "danger" for f in bare["findings"])
    bench.person.call("POST", f"{bench.path}/undo")
    bench.revision += 1
    board = bench.person.get(f"{bench.path}/board")
    assert board["motors"] and all(len(m["boosters"]) == 1 for m in board["motors"])
    assert bench.do({"op": "add_stage"}) and bench.send({"op": "add_stage"})[0] == 422


def test_the_printers_height_is_kept_and_judged(bench: Bench) -> None:
    nose = bench.part("nose_cone")
    bench.do({"op": "set", "part": nose, "field": "material", "value": "printed-pla"}, set_(nose, "length_m", "260 mm"))
    assert bench.person.call("PATCH", "/preferences", {"workshop": {"printer_height": "25 cm"}})[0] == 200
    assert any(f["code"] == "too_tall" and "250 mm" in f["sentence"] for f in bench.look()["findings"])
    for text in ("tall", "9 m", "-3 cm"):
        assert bench.person.call("PATCH", "/preferences", {"workshop": {"printer_height": text}})[0] == 422


def test_what_is_anothers_cannot_be_looked_at_or_built_from(bench: Bench, rival: Person) -> None:
    fins = bench.part("fin_set")
    for method, path, body in (
        ("GET", "/shape", None), ("POST", "/shape/try", {"edits": []}), ("POST", "/shape/edit", {"edits": []}), ("POST", "/grow", None),
        ("GET", "/templates", None), ("GET", "/versions", None), ("GET", "/what-if", None), ("GET", "/compare?left=1&right=2", None),
        ("POST", "/solve", {"what": "ballast", "margin_calibres": "2"}), ("POST", "/versions/1/reopen", None), ("GET", "/templates/cutout.pdf", None),
        ("POST", "/up-scale", {"id": str(uuid.uuid4()), "name": "Mine", "factor": "2"}),
    ):  # fmt: skip
        assert rival.call(method, f"{bench.path}{path}", body)[0] == 404, path
    assert rival.call("PUT", f"/stores/parts/{uuid.uuid4()}", {"rocket_id": bench.key, "part_id": fins})[0] == 404
    assert rival.call("PUT", f"/hangar/airframes/{bench.key}", {"name": "Mine now"})[0] == 409
    own = str(uuid.uuid4())
    bench.person.call("PUT", f"/stores/parts/{own}", {"rocket_id": bench.key, "part_id": fins})
    assert rival.call("DELETE", f"/stores/parts/{own}")[0] == 404
    theirs = Bench(rival)
    assert theirs.send({"op": "add", "stock": f"own:{own}", "part": theirs.part("body_tube")})[0] == 404
    assert Rocket.objects.get(pk=bench.key).name == "Bodkin"


def test_a_flight_freezes_the_shape_it_was_flown_with(bench: Bench) -> None:
    status, flight = bench.person.log({"id": bench.key}, motor_key="catalogue:B9", delay_s=4)
    assert status == 200, flight
    bench.do(set_(bench.part("fin_set"), "span_m", "70 mm"))
    versions = bench.person.get(f"{bench.path}/versions")
    assert versions[0]["flown"] == [] and "B9-4" in versions[1]["flown"][0]
    page = bench.person.get(f"/logbook/flights/{flight['id']}")
    assert "has been changed since" in page["changed_since"][0] and page["flight"] == flight
