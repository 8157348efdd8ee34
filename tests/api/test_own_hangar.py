"""Somebody's own hangar: nothing invented stands in it unless they want it there, and there is an answer before the first motor is."""

import io
import json
import re
import uuid
import zipfile
from typing import Any

import pypdfium2
import pytest

from tests.api.conftest import Person
from tests.api.test_one_truth import LIGHT, store
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.stock.stock import STOCK
from wobbly_fin.stores.models import MotorStock, OwnMotor

INVENTED = sorted({m.maker for m in catalogue()} | {i.supplier for i in STOCK.values()} | {i.name for i in STOCK.values()})
LABELS = re.compile(rf"(?<![\w/])({'|'.join(re.escape(m.decoded.base) for m in catalogue())})(?:-\d+|-P)?(?![\w-])")
GETS = (
    "", "/board?shares=true", "/readiness", "/shape", "/recovery", "/versions", "/templates", "/what-if?part=0&field=length_m",
)  # fmt: skip


@pytest.fixture
def ada(db: None) -> Person:
    """Somebody new: nothing invented on the shelf, as `make run` and a club begin."""
    person = Person("ada")
    Preferences.objects.filter(user=person.user).delete()
    return person


box = Person.box


def text_of(person: Person, path: str) -> str:
    response = person.client.get(f"/api{path}")
    if response.status_code in (404, 422):
        return ""
    assert response.status_code == 200, (path, response.status_code)
    body = b"".join(response.streaming_content) if response.streaming else response.content  # type: ignore[attr-defined]
    if body[:4] == b"%PDF":
        return " ".join(page.get_textpage().get_text_range() for page in pypdfium2.PdfDocument(io.BytesIO(body)))
    return body.decode(errors="replace")


def airframe(person: Person) -> str:
    return store(person, LIGHT)


def everywhere(person: Person, rockets: list[str]) -> dict[str, str]:
    """Every page's answers and papers."""
    found = {path: text_of(person, path) for path in (
        "/stores/motors", "/stores/box", "/stores/parts", "/stores/raw", "/stores/glues", "/hangar/rockets", "/launchdays/days", "/logbook/flights",
        "/logbook/choices", "/workshop/benches", "/logbook/statistics", "/preferences", "/conditions", "/launchdays/changes",
    )}  # fmt: skip
    for rocket in rockets:
        for tail in GETS:
            found[f"{rocket} {tail}"] = text_of(person, f"/hangar/rockets/{rocket}{tail}")
        key = json.loads(found[f"{rocket} /board?shares=true"])["motors"][0]["key"]
        found[f"{rocket} flight"] = text_of(person, f"/hangar/rockets/{rocket}/flight?motor={key}&delay_s=5")
        build = uuid.uuid4()
        if person.call("PUT", f"/workshop/rockets/{rocket}/builds/{build}?zone=Europe/Vienna", {})[0] == 200:
            for paper in ("materials", "diary.pdf"):
                found[f"{rocket} {paper}"] = text_of(person, f"/workshop/builds/{build}/{paper}")
        found[f"{rocket} build"] = text_of(person, f"/workshop/rockets/{rocket}")
        aim = {"motor": key, "height": "100 m", "time": "", "ballast": ""}
        found[f"{rocket} aim"] = json.dumps(person.call("POST", f"/hangar/rockets/{rocket}/aim", aim)[1])
    return found


def test_nothing_invented_is_anywhere(ada: Person) -> None:
    rockets = [ada.rocket(printed_motors="B5-4")["id"], airframe(ada)]
    empty = everywhere(ada, rockets)
    box(ada, "3 × B5-4, 2 C7-5\nD13-5 x4, E22")
    full = everywhere(ada, rockets)
    for pages in (empty, full):
        assert sum(bool(text) for text in pages.values()) > 25
        for path, text in pages.items():
            names = [n for n in INVENTED if n in text]
            assert not names, (path, names)
            assert not (label := LABELS.search(text)), (path, label and text[max(0, label.start() - 60) : label.end() + 20])


def test_the_practice_shelf_shows_them_stamped_and_never_first(ada: Person) -> None:
    rocket = ada.rocket()
    box(ada, "2 C7-5")
    assert ada.call("PATCH", "/preferences", {"practice": True})[0] == 200
    motors = ada.get("/stores/motors")
    assert {m["practice"] for m in motors if not m["own"]} == {True} and {m["practice"] for m in motors if m["own"]} == {False}
    board = ada.get(f"/hangar/rockets/{rocket['id']}/board")
    going = [m for m in board["motors"] if m["verdict"] != "no"]
    assert [m["own"] for m in going] == sorted((m["own"] for m in going), reverse=True)
    assert going[0]["own"] and not board["practice"] and not board["usual"]
    assert ada.get("/stores/box")["buying"] == []
    assert ada.call("PATCH", "/preferences", {"practice": False})[0] == 200
    assert [m["name"] for m in ada.get("/stores/motors")] == ["C7"]


def test_who_asks_to_be_shown_around_gets_the_practice_shelf(ada: Person) -> None:
    assert ada.call("POST", "/hangar/example")[0] in (200, 201)
    assert ada.get("/preferences")["practice"] and ada.get("/stores/motors")


def test_before_any_motor_every_page_has_an_answer(ada: Person) -> None:
    rocket = ada.rocket(printed_motors="B5-4")["id"]
    board = ada.get(f"/hangar/rockets/{rocket}/board")
    assert board["usual"] and "Which motors do you have?" in board["headline"] and re.search(r"\d+–\d+ m high", board["headline"])
    assert {m["name"] for m in board["motors"]} == {"1/2A", "A", "B", "C"} and all(
        m["verdict"] in ("open", "no") for m in board["motors"]
    )
    assert board["printed"] == [{"label": "B5-4", "say": board["printed"][0]["say"], "unknown": True}]
    strip = ada.get(f"/hangar/rockets/{rocket}/readiness")
    assert (
        strip["verdict"] == "open"
        and {"name": "motor", "at": "stores"}.items() <= next(n for n in strip["needs"] if n["name"] == "motor").items()
    )
    key = board["motors"][0]["key"]
    assert ada.get(f"/hangar/rockets/{rocket}/flight?motor={key}&delay_s=5")["lifted"]
    drawn = airframe(ada)
    for station in ("shape", "recovery", "readiness", "board"):
        assert "motor" in str(ada.get(f"/hangar/rockets/{drawn}/{station}")).lower()
    # Nobody flies a class.
    status, out = ada.log({"id": rocket}, motor_key=key)
    assert status == 422 and "add the motor you have" in out["message"], out
    for wrong in ("class:Q:18:", "class:B:x:", "class:B:19.9:", "class:", "class:B:18:-X"):
        assert ada.call("GET", f"/hangar/rockets/{rocket}/flight?motor={wrong}&delay_s=5")[0] in (404, 422), wrong


def test_a_kits_motor_is_one_tap_away(ada: Person) -> None:
    rocket = ada.rocket(printed_motors="B5-4")["id"]
    body = {"text": "", "lines": [{"label": "B5-4", "count": 1, "diameter_mm": 18}]}
    assert ada.call("PUT", f"/stores/box/lists/{uuid.uuid4()}", body)[0] == 200
    board = ada.get(f"/hangar/rockets/{rocket}/board")
    assert not board["usual"] and [m["name"] for m in board["motors"]] == ["B5"] and not board["printed"][0]["unknown"]
    assert board["motors"][0]["in_box"] == 1 and re.fullmatch(r"\d+–\d+ m", board["motors"][0]["said"]["apogee"])


TWELVE = """3 × B5-4, 2 C7-5, E14-4
a5-3 x4
three D13-5 24mm
C7–0 (2)
2 packs of 3 A3-3T
Brackmoor F41-6 29x124 mm 1
E17-6: 2 pcs, composite
H133-10A 38 mm, 1, € 24
2xB5-2
½A2-2 ×5"""
READ = {
    "B5-4": 3, "C7-5": 2, "E14-4": 1, "A5-3": 4, "D13-5": 3, "C7-0": 2, "A3-3T": 6, "F41-6": 1, "E17-6": 2, "H133-10A": 1, "B5-2": 2, "1/2A2-2": 5,
}  # fmt: skip


def test_twelve_motors_written_in_twelve_ways_need_no_correction(ada: Person) -> None:
    read = ada.call("POST", "/stores/box/read", {"text": TWELVE})[1]
    assert {line["label"]: line["count"] for line in read["lines"]} == READ and not any(line["problem"] for line in read["lines"])
    by = {line["label"]: line for line in read["lines"]}
    assert by["F41-6"]["maker"] == "Brackmoor" and (by["F41-6"]["diameter_mm"], by["F41-6"]["length_mm"]) == (29, 124)
    assert by["H133-10A"]["cost"] == 24 and by["E17-6"]["propellant"] == "composite"
    lines = {line["name"]: line["count"] for line in box(ada, TWELVE)["lines"]}
    assert sum(lines.values()) == sum(READ.values()) and lines["B5-4"] == 3 and lines["B5-2"] == 2
    assert OwnMotor.objects.count() == 11, "B5-4 and B5-2 are one motor with two delays"


def test_the_same_list_goes_in_once_under_its_key_and_is_said_to_be_known(ada: Person) -> None:
    key, body = uuid.uuid4(), {"text": "2 C7-5", "lines": [{"label": "C7-5", "count": 2}]}
    for _ in range(2):
        out = ada.call("PUT", f"/stores/box/lists/{key}", body)[1]
    assert [line["count"] for line in out["lines"]] == [2]
    assert "very list" in ada.call("POST", "/stores/box/read", {"text": " 2  c7-5 "})[1]["before"]
    assert ada.call("PUT", f"/stores/box/lists/{uuid.uuid4()}", body)[1]["lines"][0]["count"] == 4, (
        "bought again, it adds to the box"
    )
    assert ada.call("DELETE", f"/stores/box/lists/{key}")[1]["lines"][0]["count"] == 2
    assert ada.call("DELETE", f"/stores/box/lists/{key}")[0] == 404
    assert ada.call("PUT", f"/stores/box/lists/{key}", body)[1]["lines"][0]["count"] == 4, "an undo undone"


def test_taking_a_list_back_bins_what_was_made_for_it(ada: Person) -> None:
    key = uuid.uuid4()
    assert ada.call("PUT", f"/stores/box/lists/{key}", {"lines": [{"label": "C7-5", "count": 2}]})[0] == 200
    assert ada.call("DELETE", f"/stores/box/lists/{key}")[1]["lines"] == []
    assert ada.get("/stores/motors") == [] and MotorStock.objects.visible_to(ada.user).count() == 0


@pytest.mark.parametrize(
    ("lines", "field"),
    [
        ([{"label": "C7-5", "count": 1}, {"label": "hello", "count": 1}], "lines.1.label"),
        ([{"label": "C7-5", "count": 0}], "lines.0.count"),
        ([{"label": "C7-5", "count": 10**9}], "lines.0.count"),
        ([{"label": "C7-5", "count": 1, "diameter_mm": -3}], "lines.0.diameter_mm"),
        ([], "lines"),
    ],
)
def test_a_wrong_line_is_named_and_nothing_goes_in(ada: Person, lines: list[dict[str, Any]], field: str) -> None:
    status, out = ada.call("PUT", f"/stores/box/lists/{uuid.uuid4()}", {"lines": lines})
    assert status == 422 and out["fields"][0]["field"] == field, out
    assert OwnMotor.objects.count() == 0 and MotorStock.objects.count() == 0


def test_anothers_list_is_not_there(ada: Person, rival: Person) -> None:
    key = uuid.uuid4()
    assert ada.call("PUT", f"/stores/box/lists/{key}", {"lines": [{"label": "C7-5", "count": 2}]})[0] == 200
    assert rival.call("DELETE", f"/stores/box/lists/{key}")[0] == 404
    assert rival.call("PUT", f"/stores/box/lists/{key}", {"lines": [{"label": "C7-5", "count": 2}]})[0] == 409


def test_the_delay_that_lies_in_the_box_leads(ada: Person) -> None:
    """A light model that wants about five seconds on a C: of three delays known the one in the box comes first where it goes at all."""
    rocket = ada.rocket()["id"]
    box(ada, "C7-3, C7-5, C7-7")
    rows = {row.delay_s: row for row in MotorStock.objects.all()}
    for delay in (3.0, 7.0):
        MotorStock.objects.filter(pk=rows[delay].pk).update(count=0)
    delays = ada.get(f"/hangar/rockets/{rocket}/board")["motors"][0]["delays"]
    assert {d["delay_s"]: d["here"] for d in delays} == {3.0: False, 5.0: True, 7.0: False}
    flown = ada.log({"id": rocket}, motor_key=f"own:{rows[5.0].motor_key.removeprefix('own:')}", delay_s=5, flown_on=_today())
    assert flown[0] == 200, flown
    assert MotorStock.objects.get(pk=rows[5.0].pk).count == 0


def _today() -> str:
    from django.utils import timezone

    return str(timezone.localdate())


def test_facts_of_the_pack_narrow_what_is_said(ada: Person) -> None:
    rocket = ada.rocket()["id"]
    motor = str(uuid.uuid4())

    def width(**typed: str) -> float:
        form = {"label": "C7-5", "typed": typed | {"diameter": "18 mm"}}
        status, out = ada.call("PUT", f"/stores/motors/{motor}", form)
        assert status == 200, out
        board = ada.get(f"/hangar/rockets/{rocket}/board")
        low, high = (float(x) for x in re.findall(r"\d+(?:\.\d+)?", board["motors"][0]["said"]["apogee"])[:2])
        return high - low

    label, impulse = width(), width(impulse="8.9 Ns")
    assert impulse < 0.5 * label
    assert width(impulse="8.9 Ns", total_mass="24 g", burn_time="1.3 s") <= impulse
    out = ada.get(f"/stores/shelf/own:{motor}")
    assert (
        out["form"]["typed"]["impulse"] == "8.9 Ns"
        and out["said"]["impulse"] == "8.9 N·s"
        and "–" in out["said"]["propellant_mass"]
    )
    assert ada.call("PUT", f"/stores/motors/{motor}", {"label": "C7-5", "typed": {"burn_time": "9 s"}})[0] == 422
    assert ada.get(f"/stores/shelf/own:{motor}")["form"]["typed"]["impulse"] == "8.9 Ns"


SHEETS = {
    "ours.csv": "label,count\nB5-4,3\nC7-5,2\n",
    "foreign.csv": "Motor;Anzahl;Preis\nB5-4;3;4,20\nC7-5;2;5,00\n",
    "titled.csv": "What is in the drawer,,\nEngine,Price,How many\nB5-4,4.20,3\nC7-5,,2\n",
    "no head.tsv": "B5-4\t3\nC7-5\t2\n",
    "two labels.csv": "Motor,Substitute,Qty,Bought\nB5-4,B7-4,3,2024\nC7-5,C9-5,2,2025\nD13-5,,x,2025\n",
}


@pytest.mark.parametrize("name", SHEETS)
def test_sheets_with_any_headings(ada: Person, name: str) -> None:
    read = upload(ada, name, SHEETS[name].encode())[1]
    assert {line["label"]: line["count"] for line in read["lines"] if line["label"]}.items() >= {"B5-4": 3, "C7-5": 2}.items()
    assert not {"B7-4", "C9-5"} & {line["label"] for line in read["lines"]}


def test_workbooks(ada: Person) -> None:
    rows: list[list[Any]] = [["Motor", "How many", "Price"], ["B5-4", 3, 4.2], ["C7-5", 2.0, "5,00"]]
    read = upload(ada, "motors.xlsx", workbook(rows))[1]
    found = {line["label"]: (line["count"], line["cost"]) for line in read["lines"] if line["label"]}
    assert found == {"B5-4": (3, 4.2), "C7-5": (2, 5.0)}


def workbook(rows: list[list[Any]]) -> bytes:
    """The least an XLSX may be (ECMA-376, from memory)."""
    main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main"
    kinds = "application/vnd.openxmlformats-officedocument.spreadsheetml"
    office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships"
    package = "http://schemas.openxmlformats.org/package/2006"

    def cell(value: Any) -> str:
        return f'<c t="inlineStr"><is><t>{value}</t></is></c>' if isinstance(value, str) else f"<c><v>{value}</v></c>"

    table = "".join(f"<row>{''.join(cell(v) for v in row)}</row>" for row in rows)
    files = {
        "[Content_Types].xml": f'<Types xmlns="{package}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>'
        f'<Override PartName="/xl/workbook.xml" ContentType="{kinds}.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="{kinds}.worksheet+xml"/></Types>',
        "_rels/.rels": f'<Relationships xmlns="{package}/relationships"><Relationship Id="a" Type="{office}/officeDocument" Target="xl/workbook.xml"/></Relationships>',
        "xl/workbook.xml": f'<workbook xmlns="{main}" xmlns:r="{office}"><sheets><sheet name="S" sheetId="1" r:id="b"/></sheets></workbook>',
        "xl/_rels/workbook.xml.rels": f'<Relationships xmlns="{package}/relationships"><Relationship Id="b" Type="{office}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
        "xl/worksheets/sheet1.xml": f'<worksheet xmlns="{main}"><sheetData>{table}</sheetData></worksheet>',
    }
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as packed:
        for name, text in files.items():
            packed.writestr(name, text)
    return held.getvalue()


def upload(person: Person, name: str, data: bytes) -> tuple[int, Any]:
    from django.core.files.uploadedfile import SimpleUploadedFile

    response = person.client.post("/api/stores/box/read/file", {"file": SimpleUploadedFile(name, data)})
    return response.status_code, response.json()


@pytest.mark.parametrize(
    ("name", "data"),
    [
        ("empty.csv", b""), ("picture.xlsx", b"\x89PNG\r\n\x1a\n" + bytes(400)), ("broken.xlsx", b"PK\x03\x04" + bytes(300)),
        ("broken.xls", b"\xd0\xcf\x11\xe0" + bytes(600)), ("blank.csv", b" , ,\n,,\n"), ("large.csv", b"B5-4,3\n" * 50_000), ("noise.csv", bytes(range(256)) * 20),
    ],
)  # fmt: skip
def test_what_is_no_sheet_is_said(ada: Person, name: str, data: bytes) -> None:
    status, out = upload(ada, name, data)
    assert status == 422 and out["fields"][0]["field"] == "file", (name, out)
    assert OwnMotor.objects.count() == 0


def test_flights_narrow_the_band_and_what_is_typed_later_is_believed_more(ada: Person) -> None:
    """A C7 that flies a fifth higher than its guess: the band moves up and narrows; its impulse typed then, nothing is counted twice."""
    rocket = ada.rocket()
    box(ada, "9 C7-5")
    key = ada.get("/stores/motors")[0]["key"]

    def band() -> tuple[float, float, float]:
        shown = ada.get(f"/hangar/rockets/{rocket['id']}/board")["motors"][0]
        low, high = (float(x) for x in re.findall(r"\d+(?:\.\d+)?", shown["said"]["apogee"])[:2])
        return low, shown["apogee_m"], high

    low, middle, high = band()
    for _ in range(4):
        status, _out = ada.log(rocket, motor_key=key, delay_s=5, height=f"{1.2 * middle:.0f} m")
        assert status == 200
    after = band()
    assert after[1] > 1.08 * middle and (after[2] - after[0]) / after[1] < 0.75 * (high - low) / middle
    form = {"label": "C7-5", "delays": "5", "typed": {"diameter": "18 mm", "impulse": "9.9 Ns"}}
    assert ada.call("PUT", f"/stores/motors/{key.removeprefix('own:')}", form)[0] == 200
    known = band()
    assert known[1] == pytest.approx(1.2 * middle, rel=0.12), "not its impulse and what it taught before, both"


def test_motors_are_passed_on_and_a_guess_gives_way(ada: Person, rival: Person) -> None:
    box(ada, "3 B5-4, C7-5")
    known = {"label": "C7-5", "delays": "3, 5", "typed": {"diameter": "18 mm", "impulse": "9 Ns", "total_mass": "24 g"}}
    key = next(m["key"] for m in ada.get("/stores/motors") if m["name"] == "C7")
    curve = "time_s,thrust_n\n0,0\n0.1,14\n0.3,7\n1.1,7\n1.2,0\n"
    sizes = {"length": "70 mm", "total_mass": "24 g", "propellant_mass": "11 g"}
    measured = {"label": "B5-4", "typed": sizes | {"diameter": "18 mm"}, "csv": curve}
    assert ada.call("PUT", f"/stores/motors/{key.removeprefix('own:')}", known)[0] == 200
    b5 = next(m["key"] for m in ada.get("/stores/motors") if m["name"] == "B5")
    assert ada.call("PUT", f"/stores/motors/{b5.removeprefix('own:')}", measured)[0] == 200
    text = text_of(ada, "/stores/motors.json")
    document = json.loads(text)
    assert document["format"] == "wobbly-fin-motors" and {m["label"].partition("-")[0] for m in document["motors"]} == {
        "B5",
        "C7",
    }
    assert "count" not in text, "the box is nobody else's"
    box(rival, "B5-6, D13-5")
    status, out = pass_on(rival, text.encode())
    assert status == 200 and out == {"taken": ["C7"], "better": ["B5"], "there": []}, out
    mine = {m["name"]: m for m in rival.get("/stores/motors") if m["own"]}
    assert mine["B5"]["guessed"] == [] and mine["B5"]["delays_s"] == [4, 6] and set(mine) == {"B5", "C7", "D13"}
    assert pass_on(rival, text.encode())[1] == {"taken": [], "better": [], "there": ["B5", "C7"]}
    for wrong in (
        b"",
        b"{",
        b"B5-4, 3",
        b'{"format": "wobbly-fin-motors", "version": 1, "motors": [{"label": "hello"}]}',
        b'{"motors": [], "version": 9}',
    ):
        assert pass_on(rival, wrong)[0] == 422, wrong


def pass_on(person: Person, data: bytes) -> tuple[int, Any]:
    from django.core.files.uploadedfile import SimpleUploadedFile

    response = person.client.post("/api/stores/motors/import", {"file": SimpleUploadedFile("motors.json", data)})
    return response.status_code, response.json()


def test_a_field_is_its_width_until_it_is_drawn(ada: Person) -> None:
    key = uuid.uuid4()

    def save(**more: str) -> Any:
        status, out = ada.call("PUT", f"/stores/fields/{key}", {"name": "Meadow"} | more)
        assert status == 200, out
        return out

    assert save(width="200 m")["outline"] == [[-100, -100], [100, -100], [100, 100], [-100, 100]]
    assert save(width="300 m")["said"]["side"] == "300 m" and save()["typed"]["width"] == "300 m"
    drawn = [[0, -50], [90, 0], [0, 50]]
    assert ada.call("PUT", f"/stores/fields/{key}/ground", {"outline": drawn, "features": [], "surface": "grass"})[0] == 200
    assert save(width="500 m")["outline"] == drawn, "what was drawn stays"
    for wrong in ("wide", "3 m", "900 km", "2 kg"):
        status, out = ada.call("PUT", f"/stores/fields/{key}", {"name": "Meadow", "width": wrong})
        assert status == 422 and out["fields"][0]["field"] == "width", wrong
