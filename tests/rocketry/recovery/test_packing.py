"""Bays filled: lengths, order, and the trade's figures for what shields a canopy."""

import pytest

from wobbly_fin.rocketry.canopies.packing import (
    fluff_depth_m,
    heavy_charge,
    pack,
    packed_length_m,
    protection_length_m,
    tissue_sheets,
)
from wobbly_fin.rocketry.errors import RocketryError


def test_a_bay_is_filled_from_the_bottom_up() -> None:
    found = pack([("wadding", 0.03), ("cord", 0.04), ("canopy", 0.08)], 0.25, 0.05)
    assert [layer.depth_m for layer in found.layers] == pytest.approx([0.27, 0.23, 0.15])
    assert found.free_m == pytest.approx(0.10) and found.fit == "good"


@pytest.mark.parametrize(("taken", "fit"), [(0.05, "loose"), (0.15, "good"), (0.19, "tight"), (0.21, "does not fit")])
def test_fit_is_said_by_what_is_taken(taken: float, fit: str) -> None:
    assert pack([("canopy", taken)], 0.2, 0.0).fit == fit


def test_twice_the_bore_takes_a_quarter_of_the_length() -> None:
    assert packed_length_m(0.02, 0.05, 200.0) == pytest.approx(4 * packed_length_m(0.02, 0.1, 200.0))
    assert protection_length_m("none", 0.05) == 0 < protection_length_m("tissue", 0.05)


# Common practice, no source.


@pytest.mark.parametrize(("bore_mm", "sheets"), [(18.2, (2, 3)), (24.3, (2, 3)), (66.0, (7, 7)), (98.8, (7, 7))])
def test_two_or_three_sheets_in_a_small_tube_seven_in_a_wide_one(bore_mm: float, sheets: tuple[int, int]) -> None:
    assert sheets[0] <= tissue_sheets(bore_mm / 1000) <= sheets[1]


@pytest.mark.parametrize("bore_m", [0.018, 0.034, 0.055, 0.1])
def test_fluff_lies_two_to_five_centimetres_deep(bore_m: float) -> None:
    assert 0.02 <= fluff_depth_m(bore_m) <= 0.05


def test_a_charge_that_is_a_lot_for_its_tube_wants_one_sheet_more() -> None:
    assert tissue_sheets(0.03, 1.1e-3) == tissue_sheets(0.03) + 1 and heavy_charge(0.03, 1.1e-3)
    assert tissue_sheets(0.06, 1.1e-3) == tissue_sheets(0.06) and not heavy_charge(0.06, 1.1e-3)
    assert tissue_sheets(0.0182, 0.45e-3) == 3  # never more than a small tube takes


@pytest.mark.parametrize("bad", [("asbestos", 0.05), ("tissue", 0.0), ("fluff", float("nan"))])
def test_a_protection_nobody_knows_or_a_tube_that_is_none_is_refused(bad: tuple[str, float]) -> None:
    with pytest.raises(RocketryError):
        protection_length_m(*bad)
