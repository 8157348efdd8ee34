"""What is drawn is what was laid out."""

import math

import pytest

from tests.rocketry.airframe.rockets import model
from wobbly_fin.rocketry.airframe.airframe import Airframe, Known, Stage
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.outline import outlines
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinCan, MotorTube, NoseCone, VentHoles
from wobbly_fin.rocketry.motors.catalogue import find_motor


def drawn(airframe):
    layout = lay_out(airframe)
    return {layout.placed[o.index].part.id: o for o in outlines(layout)}


def test_a_fin_stands_on_the_body_with_its_tab_inside_it():
    fins = drawn(model(fins={"through_wall": True}))["fins"]
    assert fins.profile[0] == pytest.approx((0.37, 0.0131)) and max(y for _, y in fins.profile) == pytest.approx(0.0131 + 0.045)
    assert fins.angles_deg == (0.0, 120.0, 240.0)
    assert {round(y, 6) for _, y in fins.stub} == {0.0131, 0.00945}


def test_a_nose_is_drawn_to_its_base_with_its_shoulder_and_its_hollow():
    nose = drawn(model(nose={"wall_m": 0.001}))["nose"]
    assert nose.profile[0] == pytest.approx((0.0, 0.0)) and nose.profile[-1] == pytest.approx((0.09, 0.0131))
    assert max(x for x, _ in nose.stub) == pytest.approx(0.114)
    assert nose.bore[-1] == pytest.approx((0.09, 0.0121))


def test_a_cluster_lug_and_vents_stand_off_the_axis():
    found = drawn(
        Airframe(
            stages=(
                Stage(
                    parts=(
                        BodyTube(id="b", length_m=0.6, outer_diameter_m=0.066, inner_diameter_m=0.064),
                        MotorTube(
                            id="m",
                            parent="b",
                            length_m=0.08,
                            outer_diameter_m=0.0189,
                            inner_diameter_m=0.0182,
                            count=3,
                            spread_m=0.018,
                        ),
                        VentHoles(id="v", parent="b", count=4, angle_deg=10.0, edge="fore", offset_m=0.1),
                    )
                ),
            )
        )
    )
    assert found["m"].across == pytest.approx([0.018, 0.018 * math.cos(2 * math.pi / 3), 0.018 * math.cos(4 * math.pi / 3)])
    assert found["v"].across == (0.033,) and found["v"].angles_deg == (10.0, 100.0, 190.0, 280.0)
    assert drawn(model())["lug"].across == pytest.approx((0.0131 + 0.0022,))


def test_a_fin_cans_shank_lies_in_the_tube_ahead_and_its_bore_runs_through():
    can = FinCan(id="can", length_m=0.09, inner_diameter_m=0.019, shank_length_m=0.03)
    tube = BodyTube(length_m=0.3, outer_diameter_m=0.03, inner_diameter_m=0.028)
    found = drawn(Airframe(stages=(Stage(parts=(NoseCone(length_m=0.1), tube, can)),)))["can"]
    assert min(x for x, _ in found.stub) == pytest.approx(0.37) and min(x for x, _ in found.bore) == pytest.approx(0.37)
    assert max(y for _, y in found.stub) == pytest.approx(0.014)


def test_a_motor_told_its_place_sits_there():
    motor, _ = find_motor("B9-4")
    plain = model()
    told = Airframe(stages=plain.stages, known=Known(motor_fore_m=0.30))
    assert balance(told, [motor]).aboard[0].fore_m == 0.30
    assert balance(told, [motor]).margin_calibres > balance(plain, [motor]).margin_calibres
