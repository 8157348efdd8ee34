"""`wobbly learn`: documents in, the next height out; motors are of one type where their documents agree."""

import copy
import json
import math
from typing import Any

import pytest
from pydantic import ValidationError

from wobbly_fin.formats.learn_file import answer_of
from wobbly_fin.rocketry.errors import RocketryError

ROCKET = {"mass_kg": 0.05, "diameter_m": 0.026, "cd": 0.6}
MOTOR = {
    "label": "B6-4", "diameter_mm": 18, "length_mm": 70, "total_mass_kg": 0.019, "propellant_mass_kg": 0.006,
    "thrust": [[0.02, 3.0], [0.2, 11.0], [0.35, 5.0], [0.8, 5.0], [0.85, 0.0]], "delays_s": [4],
}  # fmt: skip
NEXT = {"rocket": ROCKET, "motor": MOTOR, "site": {"rod_length_m": 0.9}}


def flights(*heights: float, **changes: Any) -> list[dict[str, Any]]:
    return [NEXT | {"apogee_m": h, "apogee_sd_m": 1.5} | changes for h in heights]


def test_flights_lead_the_next_height_to_where_they_went_and_narrow_it() -> None:
    before = answer_of({"flights": [], "next": NEXT})
    assert (
        before["cd"] == pytest.approx(0.6) and before["cd_sd_fraction"] == pytest.approx(0.2) and before["owner_cd_factor"] == 1.0
    )
    low = 0.85 * before["p50_m"]
    after = answer_of({"flights": flights(low, 1.02 * low, 0.98 * low, low), "next": NEXT})
    assert after["p50_m"] == pytest.approx(low, rel=0.03) and after["cd"] > 0.65 and after["flights"] == 4
    assert math.log(after["p95_m"] / after["p05_m"]) < 0.8 * math.log(before["p95_m"] / before["p05_m"])
    assert after["p05_m"] < low < after["p95_m"] and after["scatter_sd_fraction"] < before["scatter_sd_fraction"]
    known = answer_of({"flights": [], "next": NEXT | {"rocket": ROCKET | {"cd_sd_fraction": 0.03}}})
    assert known["cd_sd_fraction"] == 0.03 and known["p95_m"] - known["p05_m"] < before["p95_m"] - before["p05_m"]


def test_the_owner_s_other_rockets_move_the_first_height() -> None:
    plain = answer_of({"flights": [], "next": NEXT})
    others = []
    for n in range(4):
        rocket = ROCKET | {"mass_kg": 0.04 + 0.01 * n}
        expected = answer_of({"flights": [], "next": NEXT | {"rocket": rocket}})["p50_m"]
        others += flights(0.88 * expected, 0.88 * expected, 0.89 * expected, rocket=rocket)
    found = answer_of({"flights": [], "others": others, "next": NEXT})
    assert found["owner_cd_factor"] > 1.1 and found["others"] == 4 and found["p50_m"] < 0.95 * plain["p50_m"]
    assert found["p95_m"] / found["p05_m"] < plain["p95_m"] / plain["p05_m"]


def test_motors_are_of_one_type_where_their_documents_agree() -> None:
    """Another curve under the same label teaches nothing of this one's thrust, the same document does: it is flown in one list twice."""
    weak = copy.deepcopy(MOTOR)
    weak["thrust"] = [[t, 0.8 * f] for t, f in MOTOR["thrust"]]  # type: ignore[union-attr]
    expected = answer_of({"flights": [], "next": NEXT | {"motor": weak}})["p50_m"]
    same = answer_of({"flights": flights(*[0.9 * expected] * 3, motor=copy.deepcopy(weak)), "next": NEXT | {"motor": weak}})
    other = answer_of({"flights": flights(*[0.9 * expected] * 3, motor=weak), "next": NEXT})
    plain = answer_of({"flights": [], "next": NEXT})
    assert same["p50_m"] / expected < other["p50_m"] / plain["p50_m"] < 1.0


def test_a_list_of_documents_has_a_list_of_answers() -> None:
    one = {"flights": flights(80.0), "next": NEXT}
    assert answer_of([one, one | {"flights": []}]) == [answer_of(one), answer_of(one | {"flights": []})]
    assert answer_of([]) == []


@pytest.mark.parametrize(
    ("path", "value", "field"),
    [
        (("flights", 0, "apogee_sd_m"), -1.0, "flights.0.apogee_sd_m"), (("flights", 0, "apogee_m"), 0.0, "flights.0.apogee_m"),
        (("flights", 0, "rocket", "mass_kg"), -1.0, "flights.0.rocket.mass_kg"), (("next", "rocket", "cd_sd_fraction"), 0.0, "cd_sd_fraction"),
        (("flights", 0, "delay_s"), -2.0, "delay_s"), (("next", "motor"), "Z99", "next.motor"), (("next", "rocket", "mass_kg"), 30.0, "next"),
    ],
)  # fmt: skip
def test_bad_input_is_named(path: tuple[str | int, ...], value: Any, field: str) -> None:
    document: Any = json.loads(json.dumps({"flights": flights(80.0), "next": NEXT}))
    at = document
    for key in path[:-1]:
        at = at[key]
    at[path[-1]] = value
    with pytest.raises((RocketryError, ValidationError)) as refused:
        answer_of(document)
    error = refused.value
    name = error.name if isinstance(error, RocketryError) else ".".join(str(x) for x in error.errors()[0]["loc"])
    assert field in name
