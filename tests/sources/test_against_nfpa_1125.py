"""Impulse classes against NFPA 1125's table, quoted from memory."""

import pytest

from tests.tables import rows
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.classes import CLASSES, class_of_impulse, impulse_class

TABLE = rows("nfpa_1125_classes.csv")


def test_classes_are_those_of_the_table_in_its_order() -> None:
    assert [(c.name, c.max_n_s) for c in CLASSES] == [(r["class"], float(r["max_n_s"])) for r in TABLE]


@pytest.mark.parametrize("row", TABLE, ids=lambda r: r["class"])
def test_upper_bound_belongs_to_the_class_and_a_hair_more_to_the_next(row: dict[str, str]) -> None:
    top = float(row["max_n_s"])
    assert class_of_impulse(top).name == row["class"]
    if row["class"] != "O":
        above = class_of_impulse(top * 1.000001)
        assert above.name != row["class"] and above.min_n_s == top


@pytest.mark.parametrize("wrong", [0.0, -1.0, 50_000.0, float("nan")])
def test_an_impulse_outside_the_ladder_is_refused(wrong: float) -> None:
    with pytest.raises(RocketryError, match="impulse_n_s"):
        class_of_impulse(wrong)


def test_a_class_that_is_none_is_refused() -> None:
    with pytest.raises(RocketryError, match="no impulse class"):
        impulse_class("Z")
