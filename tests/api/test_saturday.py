"""A day planned from the box: the grid, the proposal, what is left out and why, and one tap to the manifest."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from tests.api.test_own_hangar import box
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.stores.models import MotorStock

FIVE = [
    {"name": "Bit", "mass": "24 g", "diameter": "20 mm", "mount_diameter": "13 mm", "mount_length": "45 mm"},
    {"name": "Pip", "mass": "45 g", "diameter": "25 mm"},
    {"name": "Pop", "mass": "52 g", "diameter": "27 mm"},
    {
        "name": "Tub",
        "mass": "120 g",
        "diameter": "42 mm",
        "mount_diameter": "24 mm",
        "mount_length": "95 mm",
        "canopy_diameter": "50 cm",
    },
    {
        "name": "Log",
        "mass": "900 g",
        "diameter": "66 mm",
        "mount_diameter": "38 mm",
        "mount_length": "190 mm",
        "canopy_diameter": "120 cm",
    },
]


@pytest.fixture
def ada(db: None) -> Person:
    person = Person("ada")
    Preferences.objects.filter(user=person.user).delete()
    return person


def day(person: Person, opens: str = "10", closes: str = "13:00") -> str:
    key = str(uuid.uuid4())
    told = {"name": "Saturday", "day": "2027-04-17", "opens": opens, "closes": closes}
    assert person.call("PUT", f"/launchdays/days/{key}", told)[0] == 200
    return key


def ask(person: Person, key: str, rockets: list[str], **more: Any) -> Any:
    status, out = person.call("POST", f"/launchdays/days/{key}/proposal", {"rockets": rockets} | more)
    assert status == 200, out
    return out


def test_five_rockets_and_twelve_motors_from_question_to_manifest(ada: Person) -> None:
    rockets = [ada.rocket(**r)["id"] for r in FIVE]
    box(ada, "2 A3-4T, 1/2A2-4T, 2 B6-4, B6-6, C7-5, 2 C7-7, D13-5, 2 D13-7, E17-6, E17-8, B4-4, C9-7")
    key = day(ada)
    rows = [ada.get(f"/launchdays/days/{key}/grid/{r}") for r in rockets]
    assert [row["rocket"] for row in rows] == [r["name"] for r in FIVE]
    assert all(len(cell["hours"]) == 8 for row in rows for cell in row["cells"]), "a place every 25 minutes"
    assert rows[4]["cells"] == [] and "No motor of yours fits" in rows[4]["why"]
    found = ask(ada, key, rockets)
    flown = {f["rocket"] for f in found["flights"]}
    assert {"Pip", "Pop", "Tub"} <= flown and found["proven"] and f"{len(flown)} of 5 rockets fly" in found["headline"]
    assert {x["rocket"] for x in found["left_out"]} == {r["name"] for r in FIVE} - flown and all(
        x["say"] for x in found["left_out"]
    )
    assert len({f["told_hour"] for f in found["flights"]}) == len(found["flights"])
    by = {(row["rocket"], cell["load"], cell["delay_s"]): cell for row in rows for cell in row["cells"]}
    for f in found["flights"]:
        cell = by[f["rocket"], f["load"], f["delay_s"]]
        assert cell["here"] and cell["verdict"] != "no" and cell["height"] == f["height"]
        line = {"rocket_id": f["rocket_id"], "motor_key": f["load"], "delay_s": f["delay_s"], "told_hour": f["told_hour"]}
        assert ada.call("PUT", f"/launchdays/days/{key}/lines/{uuid.uuid4()}", line)[0] == 200
    plan = ada.get(f"/launchdays/days/{key}")
    assert all("–" in line["apogee"] for line in plan["lines"]), "a motor known by its label alone flies to a span"
    assert {(line["rocket"], line["label"]) for line in plan["lines"]} == {(f["rocket"], f["label"]) for f in found["flights"]}
    # What stands on the manifest has its motor and its hour.
    again = ask(ada, key, rockets)
    assert not {f["told_hour"] for f in again["flights"]} & {f["told_hour"] for f in found["flights"]}


def test_too_few_motors_say_so_and_what_to_buy(ada: Person) -> None:
    rockets = [ada.rocket(**FIVE[1])["id"], ada.rocket(**FIVE[2])["id"]]
    box(ada, "C7-6")
    found = ask(ada, day(ada), rockets)
    assert len(found["flights"]) == 1 and len(found["left_out"]) == 1
    assert "too few in the box" in found["left_out"][0]["say"] and found["left_out"][0]["buy"] == "Buy C7-6, and it flies."
    MotorStock.objects.update(count=2)
    assert len(ask(ada, day(ada), rockets)["flights"]) == 2


def test_wishes_are_met_where_they_can_be(ada: Person) -> None:
    rocket = ada.rocket(**FIVE[1])["id"]
    box(ada, "B6-5 € 3, C7-6 € 5")
    key = day(ada)
    loads = {c["name"]: c["load"] for c in ada.get(f"/launchdays/days/{key}/grid/{rocket}")["cells"]}
    plain = ask(ada, key, [rocket])["flights"][0]
    other = next(load for load in loads.values() if load != plain["load"])
    assert ask(ada, key, [rocket], tried=[{"rocket_id": rocket, "load": other}])["flights"][0]["load"] == other
    assert ask(ada, key, [rocket], saved=[plain["load"]])["flights"][0]["load"] == other
    assert ask(ada, key, [rocket], cost_most="3,50")["flights"][0]["load"] == loads["B6"]
    poor = ask(ada, key, [rocket], cost_most="1")
    assert not poor["flights"] and "more than you want to spend" in poor["left_out"][0]["say"]


@pytest.mark.parametrize(
    ("body", "field"), [({"cost_most": "much"}, "cost_most"), ({"cost_most": "-1"}, "cost_most"), ({"most_each": 0}, "most_each"), ({"rockets": ["x"]}, "rockets.0")],
)  # fmt: skip
def test_a_bad_wish_is_refused_at_its_box(ada: Person, body: dict[str, Any], field: str) -> None:
    status, out = ada.call("POST", f"/launchdays/days/{day(ada)}/proposal", {"rockets": []} | body)
    assert status == 422 and out["fields"][0]["field"].endswith(field), out


def test_anothers_day_and_rocket_are_not_there(ada: Person, rival: Person) -> None:
    key, rocket = day(ada), ada.rocket()["id"]
    assert rival.call("GET", f"/launchdays/days/{key}/grid/{rocket}")[0] == 404
    assert rival.call("POST", f"/launchdays/days/{key}/proposal", {"rockets": [rocket]})[0] == 404
    assert rival.call("GET", f"/launchdays/days/{day(rival)}/grid/{rocket}")[0] == 404
    assert rival.call("POST", f"/launchdays/days/{day(rival)}/proposal", {"rockets": [rocket]})[0] == 404
