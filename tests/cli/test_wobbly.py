"""The command line: one JSON document in, one out, or one line naming the field."""

import json
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from wobbly_fin.cli.main import main
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.formats.published import PUBLISHED
from wobbly_fin.rocketry.motors.catalogue import find_motor

FLIGHT: dict[str, Any] = {
    "rocket": {"mass_kg": 0.041, "diameter_m": 0.026, "cd": 0.6, "canopy": {"kind": "flat", "diameter_m": 0.3, "cd": 0.75}},
    "motor": "B9-6",
    "site": {"temperature_c": 15, "rod_length_m": 0.9, "wind_speed_m_s": 2},
}
PICK = {"rocket": FLIGHT["rocket"], "site": FLIGHT["site"], "mount": {"diameter_mm": 18, "max_length_mm": 70}}


@pytest.fixture
def run(tmp_path: Path, capsys: pytest.CaptureFixture[str]):  # type: ignore[no-untyped-def]
    def _run(command: str, document: Any) -> tuple[int, Any, str]:
        if isinstance(document, dict | list):
            path = tmp_path / "in.json"
            path.write_text(json.dumps(document))
            document = str(path)
        status = main([command, document])
        out, error = capsys.readouterr()
        return status, json.loads(out) if out.strip() else None, error

    return _run


def test_decode(run: Any) -> None:
    status, out, _ = run("decode", "C9-0")
    assert status == 0 and out["kind"] == "booster" and out["delay_s"] is None and out["impulse_max_n_s"] == 10


def test_a_catalogue_label_brings_its_delay_which_the_document_may_replace(run: Any) -> None:
    status, out, _ = run("fly", FLIGHT)
    assert status == 0 and out["ejection"]["time_s"] == pytest.approx(out["burnout_time_s"] + 6)
    assert run("fly", FLIGHT | {"delay_s": 3})[1]["ejection"]["time_s"] == pytest.approx(out["burnout_time_s"] + 3)
    assert run("fly", FLIGHT | {"delay_s": None})[1]["ejection"] is None


@pytest.mark.parametrize(
    "path, value, field",
    [
        (["rocket", "mass_kg"], -1, "rocket.mass_kg"),
        (["rocket", "mass_kg"], True, "rocket.mass_kg"),
        (["rocket", "mass_kg"], float("nan"), "rocket.mass_kg"),
        (["rocket", "mass_kg"], 40_000, "rocket.mass_kg"),
        (["rocket", "canopy", "diameter_m"], 0, "rocket.canopy.diameter_m"),
        (["rocket", "colour"], "red", "rocket.colour"),
        (["site", "wind_speed_m_s"], float("inf"), "site.wind_speed_m_s"),
        (["site", "rod_tilt_deg"], 80, "site.rod_tilt_deg"),
        (["motor"], "Q9-4", "motor.label"),
        (["motor"], "B99-4", "motor.label"),
        (["motor"], {"label": "B9-4"}, "motor.diameter_mm"),
        (["delay_s"], -3, "delay_s"),
    ],
)
def test_bad_input_is_one_line_naming_the_field_and_nothing_else(run: Any, path: list[str], value: Any, field: str) -> None:
    document = json.loads(json.dumps(FLIGHT))
    at = document
    for key in path[:-1]:
        at = at[key]
    at[path[-1]] = value
    status, out, error = run("fly", document)
    assert (status, out) == (2, None)
    assert error.startswith(field + ": ") and len(error.strip().splitlines()) == 1


def test_a_delay_for_a_motor_without_a_charge_is_refused(run: Any) -> None:
    status, _, error = run("fly", FLIGHT | {"motor": "C8-0", "delay_s": 4})
    assert status == 2 and "no ejection charge" in error
    assert run("fly", FLIGHT | {"motor": "C8-0"})[0] == 0


@pytest.mark.parametrize("text", ["", "{", "[1,", "null", "[]", '"x"', "\x00", "[" * 100_000])
def test_what_is_no_document_is_refused(run: Any, tmp_path: Path, text: str) -> None:
    path = tmp_path / "bad.json"
    path.write_text(text)
    status, out, error = run("fly", str(path))
    assert (status, out) == (2, None) and len(error.strip().splitlines()) == 1
    assert run("fly", str(tmp_path / "missing.json"))[0] == 2


def test_pick_gives_every_candidate_its_tests_and_rules_can_be_replaced(run: Any) -> None:
    _, out, _ = run("pick", PICK)
    best = out["candidates"][0]
    assert best["verdict"] == "good" and {t["name"] for t in best["tests"]} >= {"fits", "lifts", "rod_speed", "delay_window"}
    _, strict, _ = run("pick", PICK | {"rules": {"thrust_to_weight_min": 19}})
    assert sum(c["verdict"] == "no" for c in strict["candidates"]) > sum(c["verdict"] == "no" for c in out["candidates"])
    assert run("pick", PICK | {"rules": {"thrust": 19}})[2].startswith("rules.thrust: ")
    assert run("pick", PICK | {"mount": {"diameter_mm": 21, "max_length_mm": 70}})[1] == {"practice": True, "candidates": []}


def test_pick_from_ones_own_box_and_what_is_guessed_of_it(run: Any) -> None:
    """Only what is in the box; a motor of which the impulse is a guess says so with the heights it leaves open, and is no go."""
    motor = MotorDocument.of(find_motor("B9")[0]).model_dump(mode="json")
    _, out, _ = run("pick", PICK | {"motors": [motor]})
    assert out["practice"] is False and {c["motor"].partition("-")[0] for c in out["candidates"]} == {"B9"}
    assert len(out["candidates"]) == 3 and all("motor" not in {t["name"] for t in c["tests"]} for c in out["candidates"])
    _, vague, _ = run("pick", PICK | {"motors": [motor | {"unsure": {"impulse": [0.3, 3.0]}}]})
    going = [c for c in vague["candidates"] if c["verdict"] != "no"]
    band = next(t for c in going for t in c["tests"] if t["name"] == "motor")
    assert band["state"] == "unknown" and band["value"] < going[0]["apogee_altitude_m"] < band["limit"]
    assert run("pick", PICK | {"motors": []})[1] == {"practice": False, "candidates": []}
    assert run("pick", PICK | {"motors": [motor | {"unsure": {"impulse": [1.3, 3.0]}}]})[2].startswith("motors.0")


def test_the_schemas_published_are_the_documents_read() -> None:
    folder = Path(__file__).parents[2] / "docs/formats"
    for name in PUBLISHED:
        schema = json.loads((folder / f"{name}.schema.json").read_text())
        jsonschema.Draft202012Validator.check_schema(schema)
    flight = json.loads((folder / "flight.schema.json").read_text())
    jsonschema.validate(FLIGHT, flight)
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate(FLIGHT | {"colour": 1}, flight)


PARTS: list[dict[str, Any]] = [
    {"type": "nose_cone", "shape": "ogive", "length_m": 0.09, "base_diameter_m": 0.0262, "material": "balsa"},
    {"type": "body_tube", "length_m": 0.31, "outer_diameter_m": 0.0262, "inner_diameter_m": 0.0253, "material": "paper-tube"},
    {"type": "fin_set", "count": 3, "root_chord_m": 0.06, "tip_chord_m": 0.035, "span_m": 0.05, "sweep_m": 0.025, "thickness_m": 0.002, "position_m": 0.335, "material": "balsa"},
]  # fmt: skip


def test_stability_with_and_without_masses_and_a_motor(run: Any) -> None:
    status, bare, _ = run("stability", {"rocket": {"parts": [{k: v for k, v in p.items() if k != "material"} for p in PARTS]}})
    assert status == 0 and bare["cg_m"] is None and bare["margin_calibres"] is None and bare["cp_m"] > bare["cutout_cp_m"]
    known = {"parts": PARTS, "mass_kg": 0.04, "cg_m": 0.24, "motor_fore_m": 0.33}
    out = run("stability", {"rocket": known, "motor": "B9-4"})[1]
    assert out["cg_burnout_m"] < out["cg_m"] and out["mass_kg"] == pytest.approx(0.04 + 0.019, abs=2e-3)
    assert out["margin_calibres"] == pytest.approx((out["cp_m"] - out["cg_m"]) / 0.0262)
    assert run("stability", {"rocket": known})[1]["cg_m"] == pytest.approx(0.24)
    fast = run("stability", {"rocket": known, "mach": 0.6})[1]
    assert fast["cn_alpha_per_rad"] > out["cn_alpha_per_rad"]
    assert run("stability", {"rocket": known, "mach": 0.6, "model": {"mach_correction": False}})[1]["cp_m"] == out["cp_m"]


@pytest.mark.parametrize(
    ("document", "field"),
    [
        ({"rocket": {"parts": []}}, "parts"),
        ({"rocket": {"mass_kg": 0.04, "diameter_m": 0.026}}, "rocket.parts"),
        ({"rocket": {"parts": PARTS}, "mach": 2.1}, "mach"),
        ({"rocket": {"parts": [PARTS[0] | {"length_m": -1}]}}, "rocket.parts.0.length_m"),
        ({"rocket": {"parts": [*PARTS[:2], PARTS[2] | {"count": 1000}]}}, "rocket.parts.2.count"),
        ({"rocket": {"parts": [PARTS[1] | {"colour": "red"}]}}, "colour"),
        ({"rocket": {"parts": [{"type": "wing"}]}}, "rocket.parts.0"),
        ({"rocket": {"parts": [PARTS[1] | {"length_m": float("nan")}]}}, "length_m"),
    ],
)
def test_bad_airframes_are_named_at_their_field(run: Any, document: Any, field: str) -> None:
    status, out, error = run("stability", document)
    assert status == 2 and out is None and field in error and error.count("\n") == 1


def test_drag_over_mach_in_the_order_asked(run: Any) -> None:
    asked = {"rocket": {"parts": PARTS}, "mach": [1.5, 0.1, 0.5], "site": {"temperature_c": -10}}
    out = run("drag", asked)[1]
    assert [r["mach"] for r in out["rows"]] == [1.5, 0.1, 0.5] and out["outside"] == []
    assert all(r["within_model"] and r["cd_thrusting"] == r["cd_coasting"] for r in out["rows"])
    still = run("stability", {"rocket": {"parts": PARTS}, "mach": 0.5})[1]
    assert out["rows"][2]["cp_m"] == still["cp_m"] and out["reference_diameter_m"] == still["reference_diameter_m"]
    # At −10 °C Mach 0.1 is 32.52 m/s and ν 1.242e-5 m²/s (Sutherland: 1.666e-5 Pa s ÷ 1.3414 kg/m³).
    assert out["rows"][1]["reynolds"] == pytest.approx(32.52 / 1.242e-5 * 0.40, rel=2e-3)
    burning = run("drag", asked | {"motor": "B9-6"})[1]
    assert all(
        b["cd_thrusting"] < b["cd_coasting"] == r["cd_coasting"] for b, r in zip(burning["rows"], out["rows"], strict=True)
    )


@pytest.mark.parametrize(
    "change, field",
    [
        ({"mach": [0.04]}, "mach.0"),
        ({"mach": [0.5, 2.01]}, "mach.1"),
        ({"mach": []}, "mach"),
        ({"rocket": {"mass_kg": 0.1, "diameter_m": 0.02}}, "rocket.parts"),
        ({"motor": "Q9-4"}, "motor"),
    ],
)
def test_drag_that_cannot_be_asked_for_names_its_field(run: Any, change: dict[str, Any], field: str) -> None:
    status, out, error = run("drag", {"rocket": {"parts": PARTS}, "mach": [0.5]} | change)
    assert status == 2 and out is None and error.startswith(field)


def test_an_airframe_with_mass_and_cd_given_flies_as_the_point_does(run: Any) -> None:
    point = run("fly", FLIGHT | {"site": {"rod_length_m": 0.9}})[1]
    rocket = FLIGHT["rocket"] | {"parts": PARTS}
    body = run("fly", FLIGHT | {"rocket": rocket, "site": {"rod_length_m": 0.9}})[1]
    for name, value in point.items():
        if isinstance(value, float):
            assert body[name] == pytest.approx(value, rel=1e-6), name
    built_up = {k: v for k, v in rocket.items() if k not in ("cd", "diameter_m", "mass_kg")}
    other = run("fly", FLIGHT | {"rocket": built_up, "site": {"rod_length_m": 0.9}})[1]
    assert other["apogee_altitude_m"] != point["apogee_altitude_m"]
    status, _, error = run(
        "fly", FLIGHT | {"rocket": {"parts": [{k: v for k, v in p.items() if k != "material"} for p in PARTS]}}
    )
    assert status == 2 and "rocket.parts.0.mass_kg" in error


def test_templates_come_as_geometry_and_as_files(run: Any) -> None:
    import base64

    out = run("template", {"rocket": {"parts": PARTS}})[1]
    assert [t["key"] for t in out["templates"]] == ["nose-0", "fin-2", "wrap-2", "cutout"] and "file" not in out
    fin = run("template", {"rocket": {"parts": PARTS}, "template": "fin-2", "format": "pdf", "paper": "letter"})[1]
    assert fin["templates"][0]["width_mm"] == pytest.approx(60.0) and fin["templates"][0]["height_mm"] == pytest.approx(50.0)
    assert base64.b64decode(fin["file"]["content_base64"]).startswith(b"%PDF")
    status, _, error = run("template", {"rocket": {"parts": PARTS}, "template": "fin-9"})
    assert status == 2 and error.startswith("template:")
    assert run("template", {"rocket": {"parts": PARTS}, "format": "svg"})[0] == 2


FREE = [{"from": f"2027-03-0{d}T18:00:00+01:00", "to": f"2027-03-0{d}T21:00:00+01:00"} for d in (1, 2, 3)]
STEPS = [
    {"id": "ring", "hands_on_min": 20, "cure_min": 240, "after": [], "part": "mount"},
    {"id": "fins", "hands_on_min": 60, "cure_min": 0, "after": []},
    {"id": "join", "hands_on_min": 15, "cure_min": 480, "after": ["ring", "fins"], "part": "body"},
]
PLAN: dict[str, Any] = {"start": "2027-03-01T12:00:00+01:00", "free": FREE, "steps": STEPS}


def test_a_schedule_is_told_in_the_start_s_own_time(run: Any) -> None:
    status, out, _ = run("schedule", PLAN | {"deadline": "2027-03-03T02:15:00+01:00"})
    assert status == 0 and out["proven_optimal"] and out["meets_deadline"]
    assert out["finish"] == "2027-03-03T02:15:00+01:00"
    ring = out["steps"][0]
    assert ring == {
        "id": "ring",
        "start": FREE[0]["from"],
        "hands_off": "2027-03-01T18:20:00+01:00",
        "cured": "2027-03-01T22:20:00+01:00",
    }
    assert run("schedule", PLAN | {"deadline": "2027-03-03T02:14:59+01:00"})[1]["meets_deadline"] is False
    assert run("schedule", PLAN)[1]["meets_deadline"] is None


def test_clocks_that_change_between_two_evenings_do_not_shorten_a_cure(run: Any) -> None:
    # The same instants told with and without a change of offset.
    free = [
        {"from": "2027-03-27T20:00:00+01:00", "to": "2027-03-27T21:00:00+01:00"},
        {"from": "2027-03-28T07:30:00+02:00", "to": "2027-03-28T12:00:00+02:00"},
    ]
    steps = [{"id": "a", "hands_on_min": 30, "cure_min": 600}, {"id": "b", "hands_on_min": 10, "after": ["a"]}]
    out = run("schedule", {"start": "2027-03-27T20:00:00+01:00", "free": free, "steps": steps})[1]
    assert out["steps"][0]["cured"] == "2027-03-28T06:30:00+01:00" and out["steps"][1]["start"] == "2027-03-28T06:30:00+01:00"


def test_moments_without_an_offset_stay_without(run: Any) -> None:
    bare = json.loads(json.dumps(PLAN).replace("+01:00", ""))
    assert run("schedule", bare)[1]["finish"] == "2027-03-03T02:15:00"
    mixed = bare | {"start": PLAN["start"]}
    assert run("schedule", mixed)[0] == 2


@pytest.mark.parametrize("change", [{"free": []}, {"free": FREE[:1]}, {"steps": [{"id": "long", "hands_on_min": 500}]}])
def test_no_plan_is_an_answer(run: Any, change: dict[str, Any]) -> None:
    status, out, error = run("schedule", PLAN | change)
    assert status == 0 and out["finish"] is None and out["steps"] == [] and not error


@pytest.mark.parametrize(
    ("change", "name"),
    [
        ({"start": "soon"}, "start"), ({"start": "9999-12-31T23:00:00+01:00"}, "start"), ({"free": [{"from": FREE[0]["to"], "to": FREE[0]["from"]}]}, "free.0.to"),
        ({"free": [{"from": FREE[0]["from"]}]}, "free.0.to"), ({"steps": [STEPS[0] | {"hands_on_min": -1}]}, "steps.0.hands_on_min"),
        ({"steps": [STEPS[0] | {"hands_on_min": "ten"}]}, "steps.0.hands_on_min"), ({"steps": [STEPS[0] | {"cure_min": 1e300}]}, "steps.0.cure_min"),
        ({"steps": [STEPS[0] | {"after": ["ring"]}]}, "steps.0.after"), ({"steps": [STEPS[2]]}, "steps.0.after"), ({"steps": [STEPS[0], STEPS[0]]}, "steps"),
        ({"deadline": "2027-13-01"}, "deadline"), ({"weather": "fine"}, "weather"),
    ],
)  # fmt: skip
def test_a_schedule_that_cannot_be_asked_for_names_its_field(run: Any, change: dict[str, Any], name: str) -> None:
    status, out, error = run("schedule", PLAN | change)
    assert status == 2 and out is None and error.startswith(f"{name}:") and error.count("\n") == 1


HANGING: dict[str, Any] = {
    "mass_kg": 0.06,
    "canopy": {"kind": "flat", "diameter_m": 0.3, "cd": 0.75},
    "site": {"temperature_c": 15},
}


def test_a_descent_and_the_size_for_it_are_inverse(run: Any) -> None:
    status, out, _ = run("descend", HANGING)
    assert status == 0 and out["canopy_area_m2"] == pytest.approx(0.0707, abs=5e-5) and 4.2 < out["descent_rate_m_s"] < 4.4
    asked = {**HANGING, "canopy": {"kind": "flat", "cd": 0.75}, "target_descent_rate_m_s": out["descent_rate_m_s"]}
    assert run("descend", asked)[1]["diameter_m"] == pytest.approx(0.3)
    high = run("descend", HANGING | {"site": {"elevation_m": 2000}})[1]
    assert high["descent_rate_m_s"] > out["descent_rate_m_s"]


@pytest.mark.parametrize(
    ("change", "name"),
    [
        ({"mass_kg": 0}, "mass_kg"), ({"canopy": {"kind": "flat", "diameter_m": 0.3, "cd": 0}}, "canopy.cd"), ({"canopy": {"kind": "flat"}}, "canopy.diameter_m"),
        ({"canopy": {"diameter_m": 0.3, "spill_hole_m": 0.4}}, "canopy.spill_hole_m"), ({"target_descent_rate_m_s": 4}, "target_descent_rate_m_s"),
        ({"canopy": {"kind": "flat"}, "target_descent_rate_m_s": -1}, "target_descent_rate_m_s"), ({"site": {"elevation_m": 1e9}}, "site.elevation_m"),
        ({"canopy": {"kind": "flat"}, "target_descent_rate_m_s": 0.001}, "target_descent_rate_m_s"),
    ],
)  # fmt: skip
def test_a_descent_that_cannot_be_names_its_field(run: Any, change: dict[str, Any], name: str) -> None:
    status, out, error = run("descend", HANGING | change)
    assert status == 2 and out is None and error.startswith(f"{name}:")
