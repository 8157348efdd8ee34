"""Marking arithmetic against figures worked by hand."""

import math

import pytest

from tests.rocketry.building.test_plan import airframe
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import FinSet, MotorTube
from wobbly_fin.rocketry.building.marking import (
    chord_m,
    fin_marks,
    mount_stands_out_m,
    nested_strip_m,
    ring_marks,
    stick_mark_m,
)
from wobbly_fin.rocketry.errors import RocketryError


def test_the_wrap_s_lines_are_exact_nths_round_the_tube() -> None:
    layout = lay_out(airframe("Old Bellwether"))
    marks = fin_marks(layout, layout.of(FinSet)[0])
    assert marks.around_m == pytest.approx(math.pi * 0.1024)
    assert marks.apart_m == pytest.approx(math.pi * 0.1024 / 3)
    # Root 20 to 280 mm ahead of the tail; tab between the rings, 22.2 to 262 mm.
    assert (marks.foot_m, marks.head_m) == pytest.approx((0.020, 0.280))
    assert (marks.slot_aft_m, marks.slot_fore_m) == pytest.approx((0.0222, 0.262))
    assert [g[0] for g in marks.guides] == ["aft button", "front button"]
    assert marks.guides[0][1] == pytest.approx(math.pi * 0.1024 / 6)


def test_rings_and_stick_are_told_from_the_aft_end() -> None:
    layout = lay_out(airframe("Old Bellwether"))
    mount = layout.of(MotorTube)[0]
    rings = ring_marks(layout, mount)
    assert [r.aft_face_m for r in rings] == pytest.approx([0.400 - 0.020 - 0.0062, 0.262, 0.016])
    # The forward ring's forward face lies 20 mm behind the front of a 400 mm mount that is flush with the tail.
    assert stick_mark_m(layout, mount, rings[0]) == pytest.approx(0.380)
    assert mount_stands_out_m(layout, mount) == pytest.approx(0.0, abs=1e-9)


def test_a_coupler_into_one_like_itself_loses_two_pi_walls() -> None:
    # Worked the long way: the outer circumference must shrink from 2πR to 2π(R − wall).
    r, wall = 0.032, 0.0012
    assert nested_strip_m(wall) == pytest.approx(2 * math.pi * r - 2 * math.pi * (r - wall))


def test_a_sled_is_as_wide_as_its_chord() -> None:
    assert chord_m(0.060, 0.0) == pytest.approx(0.060)
    assert chord_m(0.100, 0.030) == pytest.approx(0.080)  # 3-4-5
    for bad in (0.05, 0.06, -0.01):
        with pytest.raises(RocketryError):
            chord_m(0.100, bad)
