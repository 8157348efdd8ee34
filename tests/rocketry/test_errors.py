"""What a form is refused for is told at once."""

import pytest

from wobbly_fin.formats.errors import refusals
from wobbly_fin.rocketry.errors import (
    OutOfRangeError,
    RocketryError,
    SeveralFieldsError,
    Together,
    require_finite,
    require_positive,
)
from wobbly_fin.rocketry.units.parse import parse_si


def _half(value: float, name: str) -> float:
    require_finite(name, value, 0.0, 10.0)
    return value / 2


def test_all_that_is_well_is_answered() -> None:
    with Together() as read:
        first, second = read(_half, 4.0, "first"), read(_half, value=6.0, name="second")
    assert (first, second) == (2.0, 3.0)


def test_one_at_fault_is_raised_as_it_is() -> None:
    with pytest.raises(OutOfRangeError) as refused, Together() as read:
        read(_half, 4.0, "first")
        read(_half, 40.0, "second")
    assert refused.value.name == "second" and refused.value.value == 40.0


def test_all_at_fault_are_told_in_their_order_and_read_like_the_first() -> None:
    with pytest.raises(SeveralFieldsError) as refused, Together() as read:
        read(_half, -1.0, "first")
        read.refuse("second", "is missing")
        read(parse_si, "wide", "mass", name="third")
    assert [name for name, _ in refusals(refused.value)] == ["first", "second", "third"]
    assert refused.value.name == "first" and str(refused.value).startswith("first: ")


def test_what_is_raised_within_counts_and_blocks_within_blocks_are_one() -> None:
    def inner() -> None:
        with Together() as read:
            read.refuse("a.1", "no")
            read.refuse("a.2", "no")

    with pytest.raises(SeveralFieldsError) as refused, Together() as read:
        read(inner)
        read.refuse("b", "no")
        raise RocketryError("c", "no")
    assert [e.name for e in refused.value.errors] == ["a.1", "a.2", "b", "c"]


def test_a_slip_that_follows_from_a_fault_is_not_told_and_one_that_does_not_is() -> None:
    with pytest.raises(RocketryError) as refused, Together() as read:
        read(_half, -1.0, "first").is_integer()  # of nothing
    assert refused.value.name == "first"
    with pytest.raises(ZeroDivisionError), Together():
        _ = 1 / 0
    with pytest.raises(KeyboardInterrupt), Together() as read:
        read.refuse("first", "no")
        raise KeyboardInterrupt


@pytest.mark.parametrize(
    ("low", "high", "says"),
    [(0.0, None, "must not be negative"), (2.0, None, "at least 2"), (None, 2.0, "at most 2"), (1.0, 2.0, "between 1 and 2"), (None, None, "finite")],
)  # fmt: skip
def test_a_number_out_of_range_is_told_what_is_wanted(low: float | None, high: float | None, says: str) -> None:
    wrong = float("nan") if low is None and high is None else -3.0 if high is None or low is not None else 3.0
    with pytest.raises(OutOfRangeError, match=says):
        require_finite("box", wrong, low, high)


def test_a_whole_number_too_long_for_any_figure_is_refused_like_one() -> None:
    for value in (10**400, -(10**400)):
        with pytest.raises(OutOfRangeError):
            require_finite("box", value)
    for value in (0.0, -1.0, float("inf")):
        with pytest.raises(RocketryError):
            require_positive("box", value)
