"""Where parts sit and how wide they are."""

import pytest
from hypothesis import given, settings

from tests.rocketry.airframe.rockets import airframes, model
from wobbly_fin.rocketry.airframe.airframe import Airframe, PartError, Stage
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.outline import outlines
from wobbly_fin.rocketry.airframe.parts import (
    Allowance,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Coupler,
    FinSet,
    MotorTube,
    NoseCone,
    Transition,
)
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.errors import RocketryError


def placed(airframe, key):
    return next(p for p in lay_out(airframe).placed if p.part.id == key)


def frame(*parts):
    return Airframe(stages=(Stage(parts=parts),))


def test_outer_parts_follow_one_another_and_the_rest_is_measured_from_its_parent():
    body, fins, mount, ring, lug = (placed(model(), k) for k in ("body", "fins", "mount", "fore_ring", "lug"))
    assert (body.fore_m, body.aft_m) == pytest.approx((0.09, 0.43))
    assert (fins.fore_m, fins.aft_m) == pytest.approx((0.37, 0.43))
    assert mount.fore_m == pytest.approx(0.355)
    assert ring.fore_m == pytest.approx(0.361)
    assert lug.aft_m == pytest.approx(0.30)


def test_a_longer_tube_takes_what_hangs_on_its_tail_with_it():
    before, after = placed(model(), "fins"), placed(model(body={"length_m": 0.44}), "fins")
    assert after.fore_m - before.fore_m == pytest.approx(0.1)


def test_gear_lies_on_the_motor_tube_cord_below_canopy():
    canopy, cord, mount = (placed(model(), k) for k in ("canopy", "cord", "mount"))
    assert cord.aft_m == pytest.approx(mount.fore_m)
    assert canopy.aft_m == pytest.approx(cord.fore_m)
    bay = lay_out(model()).bay_of(1)
    assert (bay.fore_m, bay.aft_m) == pytest.approx((0.09 + 0.024, 0.355))


def test_diameters_left_out_fit_the_neighbours():
    found = lay_out(
        frame(
            NoseCone(length_m=0.1),
            BodyTube(id="a", length_m=0.2, outer_diameter_m=0.04, inner_diameter_m=0.038),
            Coupler(id="c", parent="a", length_m=0.06, edge="aft", offset_m=-0.03),
            Bulkhead(parent="c", thickness_m=0.003),
            Transition(length_m=0.05),
            BodyTube(id="b", length_m=0.3, outer_diameter_m=0.03, inner_diameter_m=0.028),
            CentringRing(parent="b", thickness_m=0.002, inner_diameter_m=0.019),
        )
    )
    nose, _, coupler, lid, cone, _, ring = (p.part for p in found.placed)
    assert nose.base_diameter_m == 0.04
    assert (cone.fore_diameter_m, cone.aft_diameter_m) == (0.04, 0.03)
    assert coupler.outer_diameter_m == 0.038 and lid.outer_diameter_m == pytest.approx(0.036)
    assert ring.outer_diameter_m == 0.028


def test_a_tab_is_what_the_rings_leave():
    """Root 60 mm at 370 … 430; rings end at 362.5 and begin at 420.5; body radius 13.1, motor tube radius 9.45."""
    found = lay_out(model(fins={"through_wall": True}))
    tab = tab_of(found, next(p for p in found.placed if p.part.id == "fins"))
    assert (tab.fore_m, tab.length_m, tab.depth_m) == pytest.approx((0.0, 0.0505, 0.00365))


@pytest.mark.parametrize(
    ("parts", "said"),
    [
        ((), "nose cone or a tube"),
        ((NoseCone(length_m=0.1),), "no neighbour to fit"),
        ((BodyTube(length_m=0.2, outer_diameter_m=0.03), NoseCone(length_m=0.1, base_diameter_m=0.03)), "belongs at the front"),
        ((BodyTube(length_m=0.2, outer_diameter_m=0.03), FinSet(count=3, root_chord_m=0.05, span_m=0.03, thickness_m=0.002)), "position_m: is missing"),
        ((BodyTube(length_m=0.2, outer_diameter_m=0.03), Bulkhead(parent="gone", thickness_m=0.002)), "not there"),
        ((BodyTube(length_m=0.2, outer_diameter_m=0.03), Bulkhead(id="x", parent="y", thickness_m=0.002), Bulkhead(id="y", parent="x", thickness_m=0.002)), "circle"),
    ],
)  # fmt: skip
def test_what_cannot_be_placed_is_named(parts, said):
    with pytest.raises(RocketryError, match=said):
        lay_out(frame(*parts))


def test_what_a_fitted_size_makes_impossible_is_said_of_that_part():
    with pytest.raises(PartError) as caught:
        lay_out(frame(NoseCone(length_m=0.02), BodyTube(length_m=0.2, outer_diameter_m=0.06)))
    assert caught.value.name == "parts.0.length_m" and "tangent ogive" in caught.value.message


def test_an_error_names_the_part_and_the_box():
    with pytest.raises(PartError) as caught:
        lay_out(frame(NoseCone(length_m=0.1)))
    assert (caught.value.index, caught.value.field, caught.value.name) == (0, "base_diameter_m", "parts.0.base_diameter_m")


@settings(max_examples=60, deadline=None)
@given(airframes())
def test_any_airframe_is_drawn_inside_its_own_length(airframe):
    found = lay_out(airframe)
    assert found.length_m == pytest.approx(sum(p.part.axial_length_m for p in found.outer))
    for o in outlines(found):
        host = found.placed[o.index]
        if host.part.OUTER:
            assert all(-1e-9 <= x <= found.length_m + 1e-9 and y >= 0 for x, y in o.profile)


def test_a_booster_s_gear_lies_in_the_booster():
    booster = (
        BodyTube(id="low", length_m=0.15, outer_diameter_m=0.0262, inner_diameter_m=0.0253),
        MotorTube(id="lower", parent="low", length_m=0.075, outer_diameter_m=0.0189, inner_diameter_m=0.0182),
        CanopyPack(id="ribbon", kind="streamer", length_m=0.3, width_m=0.05, material="crepe"),
    )
    layout = lay_out(Airframe(stages=(model().stages[0], Stage(parts=booster))))
    tube, ribbon = layout.outer[-1], next(p for p in layout.placed if p.part.id == "ribbon")
    assert ribbon.host == tube.index and tube.fore_m <= ribbon.fore_m <= ribbon.aft_m <= tube.aft_m


def test_a_stage_without_a_tube_is_refused():
    with pytest.raises(RocketryError, match="stage 2 without a tube"):
        Airframe(stages=(model().stages[0], Stage(parts=(Allowance(kind="paint", position_m=0.1),))))
