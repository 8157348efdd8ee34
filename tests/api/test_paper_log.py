"""Last season's log taken in: twenty flights with foreign headings, once, without touching the box, and back out."""

import uuid
from typing import Any

from tests.api.conftest import Person
from tests.api.test_own_hangar import box
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.logbook.models import Flight
from wobbly_fin.stores.models import MotorStock, OwnMotor

RESULTS = ("good", "ok", "zipper", "lost", "perfect")


def season() -> str:
    """Twenty flights as a spreadsheet gives them to the clipboard."""
    lines = ["When\tBird\tEngine\tAltitude (ft)\tHow did it go\tWeather"]
    for n in range(20):
        height = "" if n % 5 == 3 else f"{'about ' if n % 4 == 0 else ''}{380 + 9 * n}"
        lines.append(
            f"{4 + n // 7}/{13 + n % 7}/2026\t{('pip', 'POP')[n % 2]}\t{('B5-4', 'C7-5')[n % 2]}\t{height}\t{RESULTS[n % 5]}\tcalm"
        )
    return "\n".join(lines)


def logged(person: Person) -> Any:
    read = person.call("POST", "/logbook/paper/read", {"text": season()})[1]
    keep = ("flown_on", "rocket_id", "motor", "delay_s", "height", "opening", "landing", "remarks")
    return read, [{k: line[k] for k in keep} for line in read["lines"]]


def test_twenty_flights_with_foreign_headings(db: None) -> None:
    ada = Person("ada")
    Preferences.objects.filter(user=ada.user).update(practice=False)
    pip, pop = ada.rocket(name="Pip")["id"], ada.rocket(name="Pop", mass="60 g")["id"]
    box(ada, "3 B5-4")
    read, lines = logged(ada)
    assert len(lines) == 20 and not any(line["problems"] for line in read["lines"]), read["lines"]
    assert {line["rocket_id"] for line in lines} == {pip, pop} and read["columns"]["height"] == "Altitude (ft)"
    key = uuid.uuid4()
    for _ in range(2):
        status, out = ada.call("PUT", f"/logbook/paper/{key}", {"lines": lines})
        assert status == 200 and len(out["taken"]) == 20 and out["refused"] == [], out
    flights = list(Flight.objects.visible_to(ada.user))
    assert len(flights) == 20 and all(f.forecast_apogee_m for f in flights)
    assert MotorStock.objects.get().count == 3, "nothing leaves the box"
    assert {m.label for m in OwnMotor.objects.all()} == {"B5", "C7"}, "a motor flown is known from its label"
    told = [f for f in flights if f.told_apogee_m]
    assert len(told) == 16 and abs(max(f.told_apogee_m or 0 for f in told) - (380 + 9 * 19) * 0.3048) < 0.5
    about = next(f for f in told if f.typed["height"].startswith("~"))
    plain = next(f for f in told if not f.typed["height"].startswith("~"))
    assert (about.apogee_sd_m or 0) > 2.5 * (plain.apogee_sd_m or 0), "about so is wide"
    assert ada.call("DELETE", f"/logbook/paper/{key}?count=20")[0] == 204 and not Flight.objects.visible_to(ada.user).exists()


def test_one_bad_line_holds_back_no_other_and_is_told(db: None) -> None:
    ada = Person("ada")
    rocket = ada.rocket(name="Pip")["id"]
    line = {
        "flown_on": "2026-05-01",
        "rocket_id": rocket,
        "motor": "B5-4",
        "delay_s": 4,
        "opening": "at_apogee",
        "landing": "safe",
    }
    wrong = [
        line | {"rocket_id": str(uuid.uuid4())},
        line | {"motor": "hello"},
        line | {"height": "tall"},
        line | {"flown_on": "2031-01-01"},
    ]
    status, out = ada.call("PUT", f"/logbook/paper/{uuid.uuid4()}", {"lines": [*wrong, line]})
    assert status == 200 and len(out["taken"]) == 1 and [r[0] for r in out["refused"]] == ["1", "2", "3", "4"], out


def test_names_nobody_knows_and_other_peoples_rockets(db: None) -> None:
    ada, rival = Person("ada"), Person("rival")
    theirs = rival.rocket(name="Pip")["id"]
    read, _ = logged(ada)
    assert all("No rocket of that name" in line["problems"]["rocket"] for line in read["lines"])
    line = {
        "flown_on": "2026-05-01",
        "rocket_id": theirs,
        "motor": "B5-4",
        "delay_s": 4,
        "opening": "at_apogee",
        "landing": "safe",
    }
    assert ada.call("PUT", f"/logbook/paper/{uuid.uuid4()}", {"lines": [line]})[1]["taken"] == []
    assert ada.call("POST", "/logbook/paper/read", {"text": "hello"})[0] == 422
