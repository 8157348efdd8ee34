"""The motor box: when things were bought, when they are past their date, what is low, what comes off first; an empty sheet to fill in."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.hangar.actions.save import save_rocket
from wobbly_fin.logbook.learnt import delays_of
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.motors.pasted import columns_of, lines_of, read_pasted
from wobbly_fin.stores.models import MotorCard, MotorStock, OwnMotor
from wobbly_fin.stores.shelf import motor_of


def boxed(person: Person, **told: Any) -> dict[str, Any]:
    """A line of the box with three of a motor, and what is told of them."""
    key = str(uuid.uuid4())
    status, box = person.call("PUT", f"/stores/box/{key}", {"motor": "catalogue:C8", "delay_s": 5.0, "count": "3"} | told)
    assert status == 200, box
    return next(line for line in box["lines"] if line["id"] == key)


def test_the_box_knows_best_before_where_bought_and_what_is_low(hedda: Person) -> None:
    line = boxed(hedda, best_before="2031-02", bought_on="2026-09", bought_at="the autumn sale", opened=True, keep="5")
    # A month told alone lasts to its end, and something bought in a month was bought from its beginning.
    assert (line["best_before"], line["bought_on"], line["opened"], line["keep"]) == ("2031-02-28", "2026-09-01", True, 5)
    assert line["said"]["until"] == "Best before 2031-02-28." and line["said"]["low"] == "Low: 3 left, you keep 5."
    assert line["said"]["bought"] == "Bought 2026-09-01, the autumn sale."
    past = boxed(hedda, best_before="01/2020", bought_at="a friend", keep="3")
    assert "2020-01-31" in past["said"]["over"] and "low" not in past["said"] and past["said"]["bought"] == "Bought at a friend."
    assert set(boxed(hedda)["said"]) <= {"per_n_s"}


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"best_before": "soon"}, "best_before"), ({"best_before": "2027-13"}, "best_before"), ({"best_before": "2027-02-30"}, "best_before"),
        ({"bought_on": "0001-01"}, "bought_on"), ({"bought_at": "x" * 61}, "bought_at"), ({"keep": "-1"}, "keep"),
    ],
)  # fmt: skip
def test_a_day_that_is_none_is_refused_at_its_box(hedda: Person, told: dict[str, str], field: str) -> None:
    status, out = hedda.call("PUT", f"/stores/box/{uuid.uuid4()}", {"motor": "catalogue:C8", "count": "1"} | told)
    assert status == 422 and [f["field"] for f in out["fields"]] == [field] and hedda.get("/stores/box")["lines"] == []


def test_an_opened_pack_is_flown_first_then_what_has_to_be_used_soonest(hedda: Person) -> None:
    for batch, told in (("late", {}), ("soon", {"best_before": "2030-01"}), ("open", {"opened": True})):
        boxed(hedda, batch=batch, **told)
    assert [r.batch for r in MotorStock.objects.order_by(*MotorStock.first_out())] == ["open", "soon", "late"]


def test_the_empty_sheet_has_headings_that_are_read(hedda: Person) -> None:
    status, text = hedda.call("GET", "/stores/box/template.csv")
    assert status == 200
    filled = text + "C6-5,3,18,ours,4.50\n"
    rows = [row.split(",") for row in filled.strip().splitlines()]
    ((_, told),) = lines_of(rows, columns_of(rows))
    (line,) = read_pasted(told)
    assert line.label and line.label.text == "C6-5"
    assert (line.count, line.diameter_m, line.maker, line.cost) == (3, 0.018, "ours", 4.5)


CELLS = [["my motors", "", "", ""], ["what", "shelf", "n", "paid"], ["B6-4", "C3", "4", "3.20"], ["C6-5", "D1", "2", "3.90"]]


def cells(person: Person, **told: Any) -> tuple[int, dict[str, Any]]:
    return person.call("POST", "/stores/box/read/cells", {"cells": CELLS} | told)


def test_columns_read_wrong_are_put_right_and_bad_ones_refused(hedda: Person) -> None:
    _, guessed = cells(hedda)
    assert (guessed["first"], guessed["columns"]["label"]) == (2, 0)
    _, put_right = cells(hedda, columns={"label": 0, "count": 2, "cost": 3})
    assert [(x["label"], x["count"], x["cost"], x["row"]) for x in put_right["lines"]] == [
        ("B6-4", 4, 3.2, 2),
        ("C6-5", 2, 3.9, 3),
    ]
    for columns, word in (({"count": 2}, "labels"), ({"label": 9}, "not there")):
        status, out = cells(hedda, columns=columns)
        assert status == 422 and word in out["fields"][0]["message"]


def test_a_table_filled_in_has_no_headings_and_each_row_its_own_sentence(hedda: Person) -> None:
    rows = [["jam", "2", "", "", ""], ["", "", "", "", ""], ["b6-4", "3", "18", "Ours", "4,20"]]
    columns = {"label": 0, "count": 1, "diameter": 2, "maker": 3, "cost": 4}
    _, found = hedda.call("POST", "/stores/box/read/cells", {"cells": rows, "columns": columns, "headings": False})
    wrong, right = found["lines"]
    assert wrong["row"] == 0 and wrong["problem"] and not wrong["label"]
    assert (right["row"], right["label"], right["count"], right["diameter_mm"], right["maker"], right["cost"]) == (
        2,
        "B6-4",
        3,
        18,
        "Ours",
        4.2,
    )
    # Put in once, the same table again is known, the row that was left out and all.
    body = {"text": found["text"], "lines": [{"label": right["label"], "count": 3}]}
    assert not found["before"] and hedda.call("PUT", f"/stores/box/lists/{uuid.uuid4()}", body)[0] == 200
    assert hedda.call("POST", "/stores/box/read/cells", {"cells": rows, "columns": columns, "headings": False})[1]["before"]
    again = hedda.call("POST", "/stores/box/read/cells", {"cells": rows, "columns": columns})[1]
    assert [x["row"] for x in again["lines"]] == [2], "else its first rows may be headings"


def test_shape_and_recovery_offer_the_box_first_and_what_is_invented_last(hedda: Person) -> None:
    file = demo_file(next(r for r in ROCKETS if r.name == "Inchworm"))
    save_rocket(hedda.user, key := uuid.uuid4(), file, None)
    boxed(hedda, motor=motor(hedda, "A3-4", diameter="18"), count="2", delay_s=4.0)
    motor(hedda, "B2-4", diameter="18")
    boxed(hedda, motor="catalogue:C8", delay_s=5.0)
    shown = hedda.get(f"/hangar/rockets/{key}/shape")["motor_choices"][0]["options"]
    labels = [o["label"] for o in shown]
    assert labels[:3] == ["A3, 2 in the box", "C8, 3 in the box", "B2"] and len(labels) > 5
    assert all(label.endswith(", to practise with") for label in labels[3:]) and len({o["key"] for o in shown}) == len(shown)
    offered = [o["label"] for o in hedda.get(f"/hangar/rockets/{key}/recovery")["motors"]]
    assert offered[0] == "best today" and offered[1:] == labels


def motor(person: Person, label: str, **told: str) -> str:
    key = str(uuid.uuid4())
    status, out = person.call("PUT", f"/stores/motors/{key}", {"label": label} | told)
    assert status == 200, out
    return str(out["key"])


def test_two_motors_that_are_one_become_one_and_two_again(hedda: Person) -> None:
    one, other, third = motor(hedda, "C7-5", maker="Ours"), motor(hedda, "C7-5", maker="ours gmbh"), motor(hedda, "D9-5")
    line = boxed(hedda, motor=one, count="4")
    rocket = hedda.rocket(printed_motors="")
    hedda.log(rocket, motor_key=one)
    Flight.objects.update(real_delay_s=6.4)
    MotorCard.objects.create(owner=hedda.user, motor_key=one)
    day = str(uuid.uuid4())
    hedda.call("PUT", f"/launchdays/days/{day}", {"name": "x", "day": "2031-05-01", "opens": "10:00", "closes": "16:00"})
    body = {"rocket_id": rocket["id"], "motor_key": one, "delay_s": 5.0}
    assert hedda.call("PUT", f"/launchdays/days/{day}/lines/{uuid.uuid4()}", body)[0] == 200
    gone = one.removeprefix("own:")
    for into in (third, one, "catalogue:C8"):
        status, out = hedda.call("POST", f"/stores/motors/{gone}/merge", {"into": into})
        assert status == 422 and out["fields"][0]["field"] == "into", out
    status, stays = hedda.call("POST", f"/stores/motors/{gone}/merge", {"into": other})
    assert status == 200 and stays["key"] == other
    assert MotorCard.objects.get().motor_key == other
    (kept,) = hedda.get("/stores/box")["lines"]
    assert (kept["id"], kept["motor"], kept["count"]) == (line["id"], other, 4)
    assert one not in {m["key"] for m in hedda.get("/stores/motors")} and hedda.get(f"/stores/shelf/{one}")["key"] == other
    # What was learnt of it is known of the one that stays; what was planned on it flies on that.
    learnt = {k for k, _ in delays_of(hedda.user)}
    assert learnt == {motor_of(OwnMotor.objects.get(pk=other.removeprefix("own:"))).key}
    assert [x["label"] for x in hedda.get(f"/launchdays/days/{day}")["lines"]] == ["C7-5"]
    assert hedda.call("POST", f"/stores/motors/{gone}/restore")[0] == 204
    assert MotorCard.objects.get().motor_key == one and {k for k, _ in delays_of(hedda.user)} != learnt
    assert hedda.get("/stores/box")["lines"][0]["motor"] == one and hedda.get(f"/stores/shelf/{one}")["maker"] == "Ours"
