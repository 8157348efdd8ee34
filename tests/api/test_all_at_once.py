"""Several boxes at fault are all told at once, and nothing is kept."""

import uuid
from typing import Any

import pytest

from tests.api.conftest import Person

FORMS: list[tuple[str, str, dict[str, Any], set[str]]] = [
    ("PUT", "/stores/motors/{key}", {
        "label": "C7-5", "maker": "", "delays": "5", "propellant": "composite", "case": "single-use", "csv": "", "csv_is_static_test": False,
        "typed": {"diameter": "wide", "length": "70 mm", "total_mass": "-3 g", "impulse": "9 mm"},
     }, {"diameter", "total_mass", "impulse"}),
    ("PUT", "/stores/fields/{key}", {"name": " ", "elevation": "high", "ceiling": "9 g", "place": "here"}, {"name", "elevation", "ceiling", "place"}),
    ("PUT", "/stores/raw/{key}", {"kind": "tube", "typed": {"outer_diameter": "x", "edges": "7", "count": "lots"}}, {
        "edges", "outer_diameter", "length", "count",
     }),
    ("PUT", "/stores/raw/{key}", {"kind": "sheet", "typed": {"thickness": "3 s", "length": "", "width": "1 m"}}, {"thickness", "length"}),
    ("PUT", "/stores/glues/{key}", {"typed": {"work": "soon", "handle": "", "lowest": "cold", "parts": "some"}}, {
        "name", "work", "handle", "full", "lowest", "parts",
     }),
    ("PUT", "/stores/box/{key}", {"motor": "catalogue:C8", "count": "few", "cost": "dear", "wanted": "-1", "batch": "b" * 50}, {
        "count", "cost", "wanted", "batch",
     }),
    ("PUT", "/conditions", {
        "typed": {"wind": "fast", "temperature": "400 C", "wind_from": "up"}, "aloft": [{"height": "x", "wind": "y", "wind_from": "z"}],
        "hours": [{"hour": 9, "wind": "?", "wind_from": "W"}, {"hour": 99, "wind": "2 m/s", "wind_from": "W"}],
     }, {"wind", "temperature", "wind_from", "hours.0.wind", "hours.1.hour", "aloft.0.height", "aloft.0.wind", "aloft.0.wind_from"}),
    ("PUT", "/launchdays/days/{key}", {"name": "", "day": "2026-04-18", "opens": "dawn", "closes": "late"}, {"name", "opens", "closes"}),
    ("POST", "/launchdays/firing", {
        "chemistry": "alkaline", "cells": 4, "charge": 1, "lead": "long", "gauge": "thin", "igniter": "model", "count": 0, "impulse_n_s": 10,
     }, {"lead", "gauge", "count"}),
]  # fmt: skip


@pytest.mark.parametrize(("method", "path", "body", "boxes"), FORMS, ids=[f[1] for f in FORMS])
def test_every_box_at_fault_is_told(hedda: Person, method: str, path: str, body: dict[str, Any], boxes: set[str]) -> None:
    status, out = hedda.call(method, path.format(key=uuid.uuid4()), body)
    assert status == 422, out
    assert {f["field"] for f in out["fields"]} == boxes
    assert len(out["fields"]) == len(boxes) and all(f["message"] for f in out["fields"])
    assert out["message"].startswith(f"{out['fields'][0]['field']}: ")


def test_nothing_is_kept_of_a_form_with_several_faults(hedda: Person) -> None:
    before = hedda.get("/conditions"), hedda.get("/stores/fields"), hedda.get("/stores/raw"), hedda.get("/stores/box")
    for method, path, body, _ in FORMS:
        hedda.call(method, path.format(key=uuid.uuid4()), body)
    assert before == (hedda.get("/conditions"), hedda.get("/stores/fields"), hedda.get("/stores/raw"), hedda.get("/stores/box"))


def test_of_a_flights_measures_too(hedda: Person) -> None:
    flight = hedda.log(hedda.rocket())[1]["id"]
    path = f"/logbook/flights/{flight}"
    sightings = {
        "baseline": "far", "fall": "9 g", "stations": [{"elevation_deg": "steep", "azimuth_deg": "x"}, {"elevation_deg": "", "azimuth_deg": "9"}],
    }  # fmt: skip
    fields = hedda.call("PUT", f"{path}/tracking", sightings)[1]["fields"]
    assert [f["field"] for f in fields] == [
        "baseline_m", "stations.0.elevation_deg", "stations.0.azimuth_deg", "stations.1.elevation_deg", "fall_s",
    ]  # fmt: skip
    wrong = {"typed": {"apogee_m": "high", "max_speed_m_s": "3 g"}}
    fields = hedda.call("PUT", f"{path}/readouts", wrong)[1]["fields"]
    assert {f["field"] for f in fields} == set(wrong["typed"])
    assert hedda.get(f"{path}/page")["tracking"]["baseline_m"] is None


def test_of_a_teardown_and_an_aim(hedda: Person) -> None:
    rocket = hedda.rocket()
    rows = [{"joint": "ring", "name": "a", "covered": "most", "force": "hard"}, {"joint": "ring", "name": "b", "covered": "140"}]
    fields = hedda.call("PUT", f"/logbook/teardowns/{rocket['id']}", {"on": "2026-05-01", "findings": rows})[1]["fields"]
    assert [f["field"] for f in fields] == ["findings.0.covered", "findings.0.force", "findings.1.covered"]
    body = {"height": "high", "time": "9 g", "ballast": "some", "motor": ""}
    fields = hedda.call("POST", f"/hangar/rockets/{rocket['id']}/aim", body)[1]["fields"]
    assert [f["field"] for f in fields] == ["height", "time", "ballast"]
