"""Airframes in the rocket file: exact round trips, earlier versions, what is refused and where."""

import json
import uuid
from dataclasses import fields
from typing import Any

import jsonschema
import pytest
from hypothesis import given, settings
from pydantic import ValidationError

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.formats.published import PUBLISHED
from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor

_SPACE = uuid.UUID("6d1f8a10-2c55-4d8e-9f0e-3c1d4b5a6e7f")


def file_of(airframe: Airframe, **more: Any) -> RocketFile:
    """A file with an airframe's parts under keys of their own."""

    def document(part: Any) -> dict[str, Any]:
        own = {f.name: getattr(part, f.name) for f in fields(part)}
        own["outline"] = [list(c) for c in own["outline"]] if "outline" in own else None
        own = {k: v for k, v in own.items() if v is not None}
        keys = {k: str(uuid.uuid5(_SPACE, own[k])) for k in ("id", "parent") if own.get(k)}
        return own | {"type": part.TYPE} | keys

    stages = [{"id": str(uuid.uuid4()), "parts": [document(p) for p in s.parts]} for s in airframe.stages]
    return RocketFile.model_validate({"name": "Any", "stages": stages, **more})


@settings(max_examples=80, deadline=None)
@given(airframes())
def test_any_airframe_survives_its_file_to_the_last_bit(airframe: Airframe) -> None:
    file = file_of(airframe)
    text = json.dumps(file.model_dump(mode="json"))
    again = read_rocket_file(json.loads(text))
    assert again == file and json.dumps(again.model_dump(mode="json")) == text
    for before, after in zip(airframe.parts, again.to_airframe().parts, strict=True):
        assert [getattr(before, f.name) for f in fields(before) if f.name not in ("id", "parent")] == [
            getattr(after, f.name) for f in fields(after) if f.name not in ("id", "parent")
        ]
    assert balance(again.to_airframe()).pressure.cp_m == balance(airframe).pressure.cp_m


@settings(max_examples=30, deadline=None)
@given(airframes())
def test_any_file_keeps_to_the_published_schema(airframe: Airframe) -> None:
    schema = PUBLISHED["rocket-file"].model_json_schema()
    jsonschema.validate(file_of(airframe).model_dump(mode="json"), schema)


@pytest.mark.parametrize("rocket", ROCKETS, ids=lambda r: r.name)
def test_every_demo_rocket_is_a_sound_file(rocket: Any) -> None:
    file = demo_file(rocket)
    assert read_rocket_file(file.model_dump(mode="json")) == file
    assert file.check() is file


def test_a_quick_rocket_of_version_1_is_still_read() -> None:
    old = {
        "format": "wobbly-fin/rocket", "version": 1, "name": "Pip", "rod_length_m": None, "printed_motors": [], "remarks": "", "typed": {"mass": "60 g"},
        "stages": [
            {
                "id": str(uuid.uuid4()),
                "parts": [
                    {"id": str(uuid.uuid4()), "parent": None, "type": "quick_body", "mass_kg": 0.06, "diameter_m": 0.025, "length_m": None, "cd": None},
                    {"id": str(uuid.uuid4()), "parent": None, "type": "motor_mount", "diameter_mm": 18.0, "max_length_mm": 70.0},
                    {"id": str(uuid.uuid4()), "parent": None, "type": "canopy", "kind": "flat", "diameter_m": 0.3, "cd": None, "spill_hole_m": 0.0},
                ],
            }
        ],
    }  # fmt: skip
    file = read_rocket_file(old)
    assert file.version == 3 and file.is_quick
    assert file.to_rocket().mass_kg == 0.06 and file.to_rocket().canopy is not None


def test_a_file_of_a_newer_version_is_refused_in_words() -> None:
    content = file_of(model()).model_dump(mode="json")
    with pytest.raises(RocketryError, match="written by a newer"):
        read_rocket_file(content | {"version": 4})


@pytest.mark.parametrize(
    "harm", [{"wings": 2}, {"stages": []}, {"motors": {"x": 3}}, {"kit": [{"text": ""}]}, {"scale": {"prototype": "P"}}]
)
def test_a_file_that_breaks_the_schema_is_refused(harm: dict[str, Any]) -> None:
    with pytest.raises(ValidationError):
        read_rocket_file(file_of(model()).model_dump(mode="json") | harm)


def test_what_was_weighed_is_remembered_with_what_the_parts_came_to() -> None:
    file = file_of(model(), known={"mass_kg": 0.06}).weighed_now()
    assert file.known.parts_kg == pytest.approx(balance(model()).empty.mass_kg)
    assert file.to_rocket().mass_kg == pytest.approx(0.06)


def test_a_staged_rocket_flies_whole_over_its_booster() -> None:
    candle = demo_file(next(r for r in ROCKETS if r.name == "Candle and Snuffer"))
    whole = balance(candle.to_airframe()).empty.mass_kg
    assert candle.to_rocket().mass_kg == pytest.approx(whole)
    with pytest.raises(RocketryError, match="every stage needs one"):
        fly(candle.to_rocket(), find_motor("C8")[0], 7.0, Site())
    boosted = fly(candle.to_rocket(boosters=(find_motor("C8-0")[0],)), find_motor("C8")[0], 7.0, Site())
    assert len(boosted.spent) == 1 and boosted.apogee_altitude_m > 200
    assert candle.to_mount().diameter_m == pytest.approx(0.0182) and len(candle.to_mounts()) == 2


def test_figures_and_parts_do_not_mix() -> None:
    content = file_of(model()).model_dump(mode="json")
    for stray in (
        {"type": "quick_body", "mass_kg": 0.06, "diameter_m": 0.025},
        {"type": "motor_mount", "diameter_mm": 18.0, "max_length_mm": 70.0},
    ):
        mixed = json.loads(json.dumps(content))
        mixed["stages"][0]["parts"].append(stray | {"id": str(uuid.uuid4())})
        with pytest.raises(RocketryError, match="one or the other"):
            read_rocket_file(mixed).check()
