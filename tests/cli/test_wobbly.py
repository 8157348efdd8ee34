"""The command line: one JSON document in, one out, or one line naming the field."""

import json
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from wobbly_fin.cli.main import main
from wobbly_fin.formats.published import PUBLISHED

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
    assert run("pick", PICK | {"mount": {"diameter_mm": 21, "max_length_mm": 70}})[1] == {"candidates": []}


def test_the_schemas_published_are_the_documents_read() -> None:
    folder = Path(__file__).parents[2] / "docs/formats"
    for name in PUBLISHED:
        schema = json.loads((folder / f"{name}.schema.json").read_text())
        jsonschema.Draft202012Validator.check_schema(schema)
    flight = json.loads((folder / "flight.schema.json").read_text())
    jsonschema.validate(FLIGHT, flight)
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate(FLIGHT | {"colour": 1}, flight)
