"""Any part of any kind is the same after it went through a file: told to the last digit, nothing added, nothing dropped."""

import json
import uuid
from dataclasses import fields
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from wobbly_fin.demo.airframes import airframe_file
from wobbly_fin.formats.errors import refusals
from wobbly_fin.formats.parts import FILED_PARTS, LOOSE_PARTS
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.materials import MATERIALS
from wobbly_fin.rocketry.airframe.parts import OLDER_TYPES, PART_TYPES, Part
from wobbly_fin.rocketry.errors import RocketryError

KINDS = PART_TYPES | OLDER_TYPES


def _figure(about: dict[str, Any], optional: bool) -> st.SearchStrategy[Any]:
    if "options" in about:
        told: st.SearchStrategy[Any] = st.sampled_from(list(about["options"]))
    elif about.get("switch"):
        told = st.booleans()
    elif "words" in about:
        told = st.text(st.characters(codec="utf-8", categories=("L", "N", "P")), max_size=about["words"])
    elif "low" in about:
        low, high = about["low"], about["limit"]
        told = st.integers(int(low), int(high)) if about["whole"] else st.floats(low, high, allow_nan=False)
    else:
        least = -about["high"] if about["negative"] else 0.0
        told = st.floats(least, about["high"], allow_nan=False, exclude_min=not about["zero"] and not about["negative"])
    return st.none() | told if optional else told


def drawn(kind: type[Part]) -> st.SearchStrategy[Part]:
    """Parts of a kind whose figures are possible one by one, and together where its own checks let them pass."""
    told = {f.name: _figure(dict(f.metadata), f.default is None) for f in fields(kind) if "label" in f.metadata}
    told["material"] = st.none() | st.sampled_from([m.key for m in MATERIALS.values() if m.form == kind.FORM])
    told["id"], told["edge"] = st.uuids(version=4).map(str), st.sampled_from([None, "fore", "aft"])

    def make(figures: dict[str, Any]) -> Part | None:
        try:
            return kind(**figures)
        except RocketryError:
            return None

    return st.fixed_dictionaries(told).map(make).filter(lambda part: part is not None)  # type: ignore[return-value]


@pytest.mark.parametrize("name", sorted(KINDS))
def test_a_part_comes_back_from_a_file_as_it_went(name: str) -> None:
    kind = KINDS[name]
    documents = [LOOSE_PARTS[name], *([FILED_PARTS[name]] if name in PART_TYPES else [])]

    @settings(max_examples=25, deadline=None, suppress_health_check=list(HealthCheck))
    @given(drawn(kind))
    def goes_and_comes(part: Part) -> None:
        told = {f.name: getattr(part, f.name) for f in fields(kind)} | {"type": name}
        for document in documents:
            text = json.dumps(document.model_validate(told).model_dump(mode="json"))
            assert document.model_validate(json.loads(text)).to_part() == part

    goes_and_comes()


@pytest.mark.parametrize("name", sorted(PART_TYPES))
def test_a_part_told_what_its_kind_does_not_know_is_refused(name: str) -> None:
    with pytest.raises(ValueError, match="wobble"):
        FILED_PARTS[name].model_validate({"type": name, "id": str(uuid.uuid4()), "wobble": 1.0})


def _file() -> dict[str, Any]:
    return airframe_file("Inchworm", {}).model_dump(mode="json")


SELF = "00000000-0000-4000-8000-000000000001"
POD = {"type": "pods", "id": SELF, "length_m": 0.1, "outer_diameter_m": 0.02, "inner_diameter_m": 0.018, "nose_length_m": 0.03}


@pytest.mark.parametrize(
    ("part", "field", "said"),
    [
        ({"type": "warp_drive", "id": SELF}, "", "'warp_drive', which this Wobbly Fin does not know"),
        ({"id": SELF}, "", "its type is missing"),
        (POD | {"warp": 9}, "warp", "not a key"),
        (POD | {"parent": SELF}, "parent", "cannot sit inside itself"),
        (POD | {"parent": "00000000-0000-4000-8000-00000000000a"}, "parent", "not there"),
        (POD | {"parent": "BODY", "gap_m": -0.01}, "gap_m", "must lie between 0"),
        (POD | {"parent": "BODY", "position_m": -0.2}, "position_m", "must lie between 0"),
        (POD | {"parent": "BODY", "inner_diameter_m": 0.02}, "inner_diameter_m", "leaves no wall"),
        (POD | {"parent": "CANOPY"}, "parent", "packed gear"),
    ],
)
def test_a_part_that_cannot_be_is_refused_in_a_sentence_at_its_field(part: dict[str, Any], field: str, said: str) -> None:
    told = _file()
    parts = told["stages"][0]["parts"]
    keys = {p["type"].upper(): p["id"] for p in parts} | {"BODY": next(p["id"] for p in parts if p["type"] == "body_tube")}
    parts.append(part | ({"parent": keys.get(part["parent"], part["parent"])} if "parent" in part else {}))
    with pytest.raises((RocketryError, ValidationError)) as refused:
        lay_out(read_rocket_file(told).to_airframe())
    where, message = refusals(refused.value)[0]
    assert said in message and where.endswith(f"parts.{len(parts) - 1}" + (f".{field}" if field else ""))
    assert len(message) < 120


def test_parts_that_sit_in_one_another_in_a_circle_are_refused() -> None:
    told = _file()
    parts = {p["type"]: p for p in told["stages"][0]["parts"]}
    parts["motor_tube"]["parent"], parts["centring_ring"]["parent"] = parts["centring_ring"]["id"], parts["motor_tube"]["id"]
    with pytest.raises(RocketryError, match="circle"):
        lay_out(read_rocket_file(told).to_airframe())
