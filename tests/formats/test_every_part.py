"""Any part of any kind is the same after it went through a file: told to the last digit, nothing added, nothing dropped."""

import json
import uuid
from dataclasses import fields
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from wobbly_fin.formats.parts import FILED_PARTS, LOOSE_PARTS
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
