import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.actions.draft import draft_rocket
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.units.display import METRIC

TYPED = {
    "name": "Pip",
    "mass": "60 g",
    "diameter": "1 in",
    "mount_diameter": "18mm",
    "mount_length": "70mm",
    "canopy_diameter": "33 cm",
    "printed_motors": "b9-4",
}


def test_a_form_becomes_a_file_that_round_trips_and_keeps_what_was_typed() -> None:
    file = draft_rocket(TYPED, METRIC).file
    assert file is not None and file.typed["diameter"] == "1 in" and file.body.diameter_m == pytest.approx(0.0254)
    assert read_rocket_file(file.model_dump(mode="json")) == file
    assert file.printed_motors == ["B9-4"]


def test_an_edit_keeps_the_parts_keys() -> None:
    first = draft_rocket(TYPED, METRIC).file
    assert first is not None
    second = draft_rocket(TYPED | {"mass": "70 g"}, METRIC, first).file
    assert second is not None
    assert [p.id for p in second.stages[0].parts] == [p.id for p in first.stages[0].parts]
    assert second.body.mass_kg == pytest.approx(0.07)


def test_a_newer_file_and_a_broken_one_are_refused() -> None:
    file = draft_rocket(TYPED, METRIC).file
    assert file is not None
    good = file.model_dump(mode="json")
    with pytest.raises(RocketryError, match="newer"):
        read_rocket_file(good | {"version": 4})
    for broken in (good | {"stages": []}, good | {"wings": 2}, [], None, good | {"name": ""}):
        with pytest.raises(ValidationError):
            read_rocket_file(broken)


@pytest.mark.parametrize(
    "box, text", [("mass", "-3 g"), ("mass", "40 t"), ("mass", "heavy"), ("diameter", "2 kg"), ("cd", "lots"), ("cd", "nan"), ("spill_hole", "2 m"), ("printed_motors", "X9"), ("name", "x" * 90)]
)  # fmt: skip
def test_each_bad_box_says_so_and_there_is_no_file(box: str, text: str) -> None:
    draft = draft_rocket(TYPED | {box: text}, METRIC)
    assert draft.file is None and box in draft.errors


def test_an_empty_form_says_what_is_missing() -> None:
    assert set(draft_rocket({}, METRIC).missing) == {"name", "mass", "diameter", "mount_diameter", "mount_length"}


@given(
    st.dictionaries(
        st.sampled_from([*TYPED, "cd", "length", "rod_length", "spill_hole", "canopy_kind", "remarks"]), st.text(max_size=20)
    )
)
def test_any_form_is_read_without_falling_over(typed: dict[str, str]) -> None:
    draft = draft_rocket(typed, METRIC)
    assert draft.file is not None or draft.errors or draft.missing


def test_every_catalogue_motor_survives_its_document() -> None:
    for motor in catalogue():
        assert MotorDocument.of(motor).to_motor() == motor


@pytest.mark.parametrize(
    ("more", "said"),
    [
        ({"payload": {"mass_kg": -1.0, "stands_n": 5.0}}, "payload.mass_kg"),
        ({"scale": {"prototype": "tower", "main_diameter_m": 0.0, "tube_diameter_m": 0.03}}, "scale.main_diameter_m"),
        ({"scale": {"prototype": "tower", "main_diameter_m": 2.0, "tube_diameter_m": 0.03, "rows": [{"name": n, "prototype_m": 1.0, "absorbs": True} for n in "ab"]}}, "scale.rows"),
    ],
)  # fmt: skip
def test_a_file_that_would_break_a_page_later_is_refused_at_the_door(more: dict[str, object], said: str) -> None:
    file = draft_rocket(TYPED, METRIC).file
    assert file is not None
    with pytest.raises(RocketryError) as error:
        read_rocket_file(file.model_dump(mode="json") | more).check()
    assert error.value.name == said
