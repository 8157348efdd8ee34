"""Wishes over 13 to 98 mm: what is proposed is judged, balanced, flown and planned again by the other commands, as anybody would."""

import json
import os
from pathlib import Path
from typing import Any

import pytest

from wobbly_fin.cli.main import main

FLYER = {"level": 3, "age_years": 40}


def goal(
    mount: float, low: float, high: float, *, half_m: float = 400, rod_m: float = 1.2, wind: float = 2.0, **more: Any
) -> dict[str, Any]:
    wish = {
        "mount_diameter_mm": mount,
        "apogee_m": [low, high],
        "margin_calibres": [1.0, 2.5],
        "descent_rate_m_s": [3.5, 6.5],
    } | more
    outline = [[-half_m, -half_m], [half_m, -half_m], [half_m, half_m], [-half_m, half_m]]
    site = {"outline": outline, "wind_speed_m_s": wind, "rod_length_m": rod_m, "elevation_m": 120}
    return {"want": wish, "site": site, "flyer": FLYER, "designs": 1}


GOALS = [
    goal(18, 60, 200), goal(13, 30, 80), goal(24, 120, 260), goal(38, 350, 900, half_m=1500, rod_m=2.4), goal(18, 100, 160, length_max_m=0.45),
    goal(13, 50, 120), goal(75, 800, 2000, half_m=3000, rod_m=3.5), goal(18, 150, 300), goal(18, 200, 400), goal(18, 80, 140, body_diameter_mm=35),
    goal(18, 60, 150, body_diameter_mm=27, margin_calibres=[1.5, 2.2]), goal(75, 500, 1200, half_m=2500, rod_m=3.5), goal(24, 200, 450), goal(24, 100, 200, body_diameter_mm=49),
    goal(24, 250, 600, wind=1.0), goal(75, 1500, 3500, half_m=4000, rod_m=3.5), goal(29, 150, 350, rod_m=1.8), goal(29, 300, 700, half_m=900, rod_m=2.0),
    goal(98, 2500, 5000, half_m=6000, rod_m=5.0), goal(29, 400, 900, half_m=1500, rod_m=2.4), goal(98, 1200, 3000, half_m=4000, rod_m=5.0),
    goal(38, 600, 1400, half_m=2000, rod_m=2.4), goal(38, 500, 1000, half_m=1500, rod_m=2.4, body_diameter_mm=66),
    goal(54, 500, 1300, half_m=2000, rod_m=3.0), goal(54, 800, 2000, half_m=2500, rod_m=3.0), goal(54, 1000, 2800, half_m=3000, rod_m=3.0),
    goal(24, 80, 200, payload={"mass_kg": 0.06, "diameter_m": 0.042, "length_m": 0.05, "stands_n": 30}, rod_m=1.5),
    goal(29, 120, 300, payload={"mass_kg": 0.06, "diameter_m": 0.042, "length_m": 0.05, "stands_n": 30}, rod_m=1.8),
    goal(18, 40, 120, time_aloft_s=[10, 35]), goal(24, 120, 300, time_aloft_s=[20, 60], length_max_m=0.8),
]  # fmt: skip
TRIED = GOALS if os.environ.get("WOBBLY_THOROUGH") == "1" else GOALS[:5]


@pytest.fixture
def run(tmp_path: Path, capsys: pytest.CaptureFixture[str]):  # type: ignore[no-untyped-def]
    def _run(command: str, document: Any) -> tuple[int, Any, str]:
        path = tmp_path / "in.json"
        path.write_text(json.dumps(document))
        status = main([command, str(path)])
        out, error = capsys.readouterr()
        return status, json.loads(out) if out.strip() else None, error

    return _run


def confirmed(run: Any, asked: dict[str, Any], design: dict[str, Any]) -> list[str]:
    """What the other commands find wrong with a design."""
    want, rocket = asked["want"], design["rocket"]
    parts = rocket["stages"][0]["parts"]
    mount = next(p["id"] for p in parts if p["type"] == "motor_tube")
    loaded = {"mount": mount, "motor": design["motor"], "delay_s": design["delay_s"]}
    judged = run("judge", {"rocket": rocket, "load": [loaded], "site": asked["site"], "flyer": asked["flyer"], "built": True})[1]
    planned = run("plan", {"rocket": rocket})[1]
    wrong = []
    # What altimeters let out is good but for a test on the ground, which no search does.
    doubts = [] if design["delay_s"] is not None else ["ground_test"]
    if judged["verdict"] != design["verdict"] or judged["unknown"] != doubts:
        wrong.append(f"{judged['verdict']}, not known {judged['unknown']}")
    if judged["settled"] not in ("good", "marginal") or judged["apogee_altitude_m"] != pytest.approx(design["apogee_altitude_m"]):
        wrong.append(f"judged {judged['settled']}: {[t['reason'] for t in judged['tests'] if t['state'] == 'failed']}")
    if not planned["buildable"]:
        wrong.append(f"cannot be built: {[p['reason'] for p in planned['problems']]}")
    for figure, key in (
        ("apogee_m", "apogee_altitude_m"),
        ("margin_calibres", "margin_calibres"),
        ("descent_rate_m_s", "descent_rate_m_s"),
    ):
        if not want[figure][0] <= judged[key] <= want[figure][1]:
            wrong.append(f"{key} {judged[key]}")
    length = max(p["length_m"] for p in parts if p["type"] == "body_tube")
    if "length_max_m" in want and length > want["length_max_m"]:
        wrong.append("too long")
    return wrong


def test_wishes_are_met_and_the_other_commands_agree(run: Any, capsys: pytest.CaptureFixture[str]) -> None:
    answered, good, none = 0, 0, []
    for n, asked in enumerate(TRIED):
        out = run("propose", asked)[1]
        if not out["designs"]:
            assert out["why"]
            none.append((n, out["why"]))
            continue
        answered += 1
        for design in out["designs"]:
            assert confirmed(run, asked, design) == [], n
            good += design["verdict"] == "good"
            assert design["bought"][-1] == design["motor"] and design["changed"]
            assert design["cost"] > 0 and design["hours"] > 0
    with capsys.disabled():
        print(f"\n{answered} of {len(TRIED)} wishes answered, {good} by what is good; not: {none}")
    assert answered == len(TRIED) and good >= 0.9 * len(TRIED)


def test_an_altimeter_opens_what_flies_on_a_motor_without_a_charge(run: Any) -> None:
    asked = goal(38, 300, 900, half_m=1500, rod_m=2.4, motor="I277-P")
    (design,) = run("propose", asked)[1]["designs"]
    assert design["motor"] == "I277-P" and design["delay_s"] is None and confirmed(run, asked, design) == []
    events = {o["event"]: o for o in design["opens"]}
    assert {o["source"] for o in events.values()} == {"altimeter_charge"} and {"first", "main"} <= set(events)
    # A charge that was never fired on the ground is a doubt, and no search makes a "go" of it.
    assert "ground_test" in design["unknown"] and any("test on the ground" in line for line in design["changed"])


def test_what_is_at_hand_is_used_and_not_bought(run: Any) -> None:
    tube = {"type": "body_tube", "outer_diameter_m": 0.0351, "inner_diameter_m": 0.034, "length_m": 0.7, "material": "paper-tube"}
    nose = {"type": "nose_cone", "base_diameter_m": 0.0351, "length_m": 0.11, "shoulder_length_m": 0.03, "wall_m": 0.001,
            "material": "polystyrene", "mass_kg": 0.0123}  # fmt: skip
    without = run("propose", GOALS[0])[1]["designs"][0]
    design = run("propose", GOALS[0] | {"have": [tube, nose, {"type": "cord"}]})[1]["designs"][0]
    parts = {p["type"]: p for p in design["rocket"]["stages"][0]["parts"]}
    assert parts["body_tube"]["outer_diameter_m"] == 0.0351 and parts["nose_cone"]["mass_kg"] == 0.0123
    assert not {"Body tube", "Nose cone", "Cord"} & set(design["bought"]) and "Body tube" in without["bought"]
    assert confirmed(run, GOALS[0], design) == []


def test_a_purse_and_an_evening_that_are_too_small_say_so(run: Any) -> None:
    # One motor: there are few ways to try.
    want = GOALS[0]["want"] | {"motor": "A7", "body_diameter_mm": 27}
    found = run("propose", GOALS[0] | {"want": want})[1]["designs"][0]
    dear = run("propose", GOALS[0] | {"want": want | {"cost_max": 5}})[1]
    assert dear["designs"] == [] and "costs about" in dear["why"]
    long = run("propose", GOALS[0] | {"want": want | {"hours_max": 0.5}})[1]
    assert long["designs"] == [] and "hours" in long["why"]
    assert found["cost"] > 5 and found["hours"] > 0.5
    plain = run("propose", GOALS[0] | {"want": want, "schools": {"fillers": False, "coats": 0}})[1]["designs"][0]
    assert plain["hours"] < found["hours"]
    status, _, error = run("propose", GOALS[0] | {"schools": {"structural": "jam"}})
    assert status == 2 and error.startswith("schools.structural")


def test_designs_differ_and_come_best_first(run: Any) -> None:
    out = run("propose", GOALS[0] | {"designs": 3})[1]
    seen = {
        (d["motor"], next(p["outer_diameter_m"] for p in d["rocket"]["stages"][0]["parts"] if p["type"] == "body_tube"))
        for d in out["designs"]
    }
    assert len(seen) == len(out["designs"]) == 3
    rank = [("good", "marginal").index(d["settled"]) for d in out["designs"]]
    assert rank == sorted(rank) and len({json.dumps(d["rocket"]) for d in out["designs"]}) == 3


def test_where_nothing_can_be_it_says_which_wish_must_give(run: Any) -> None:
    high = run("propose", GOALS[0] | {"want": GOALS[0]["want"] | {"apogee_m": [9000, 9500]}})[1]
    assert high["designs"] == [] and "highest" in high["why"]
    box = run("propose", GOALS[0] | {"motors": []})[1]
    assert box["designs"] == [] and "in the box" in box["why"] and box["practice"] is False
    low = run("propose", GOALS[0] | {"site": GOALS[0]["site"] | {"ceiling_m": 60}})[1]
    assert low["designs"] == [] and "allows flights up to 60 m" in low["why"]
    narrow = run("propose", goal(54, 800, 2000, half_m=2500, rod_m=3.0, body_diameter_mm=66, motor="J312"))[1]
    assert narrow["designs"] == [] and "nobody could build it" in narrow["why"]
    short = run("propose", GOALS[0] | {"want": GOALS[0]["want"] | {"length_max_m": 0.12}})[1]
    assert short["designs"] == [] and "short" in short["why"]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"margin_calibres": [3, 1]}, "want.margin_calibres"),
        ({"apogee_m": [100]}, "want.apogee_m"),
        ({"descent_rate_m_s": [-1, 5]}, "want.descent_rate_m_s"),
        ({"mount_diameter_mm": 0}, "want.mount_diameter_mm"),
        ({"payload": {"mass_kg": 0.1, "diameter_m": 2.0, "length_m": 0.1, "stands_n": 50}}, "want.payload.diameter_m"),
        ({"body_diameter_mm": 10}, "want.body_diameter_mm"),
        ({"cost_max": -3}, "want.cost_max"),
        ({"hours_max": 0}, "want.hours_max"),
    ],
)
def test_a_wish_that_is_none_names_its_field(run: Any, change: dict[str, Any], field: str) -> None:
    status, out, error = run("propose", GOALS[0] | {"want": GOALS[0]["want"] | change})
    assert status == 2 and out is None and error.startswith(field), error
