"""Ten things every builder knows of stability; the figures must move the way the trade says (common practice, no source)."""

from dataclasses import replace

from tests.rocketry.airframe.rockets import model
from wobbly_fin.rocketry.airframe.airframe import Stage
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.parts import MassLump, Transition
from wobbly_fin.rocketry.airframe.scaling import up_scale
from wobbly_fin.rocketry.airframe.solve import canopy_effect
from wobbly_fin.rocketry.motors.catalogue import find_motor

B9, D19 = find_motor("B9-4")[0], find_motor("D19-6")[0]


def margin(airframe, motor=B9):
    return balance(airframe, [motor]).margin_calibres


def with_parts(airframe, *parts):
    stage = airframe.stages[0]
    return replace(airframe, stages=(Stage(parts=(*stage.parts, *parts)),))


PLAIN = margin(model())


def test_1_weight_in_the_nose_raises_the_margin():
    assert margin(with_parts(model(), MassLump(mass_kg=0.005, position_m=0.03))) > PLAIN


def test_2_weight_in_the_tail_lowers_it():
    assert margin(with_parts(model(), MassLump(mass_kg=0.005, position_m=0.42))) < PLAIN


def test_3_larger_fins_raise_it():
    assert margin(model(fins={"span_m": 0.055})) > PLAIN


def test_4_fins_further_forward_lower_it():
    assert margin(model(fins={"offset_m": 0.05})) < PLAIN


def test_5_a_longer_body_raises_it():
    assert margin(model(body={"length_m": 0.44})) > PLAIN


def test_6_a_heavier_motor_lowers_it():
    assert margin(model(), D19) < PLAIN


def test_7_it_rises_as_the_propellant_burns():
    found = balance(model(), [B9])
    assert found.margin_burnout_calibres > found.margin_calibres


def test_8_three_fins_give_less_than_four():
    assert margin(model(fins={"count": 4})) > PLAIN


def test_9_a_boat_tail_lowers_it():
    assert margin(with_parts(model(), Transition(length_m=0.03, aft_diameter_m=0.02, material="card", wall_m=0.0005))) < PLAIN


def test_10_the_cardboard_cut_out_is_the_careful_one():
    found = balance(model(), [B9])
    assert found.cutout_margin_calibres < found.margin_calibres


def test_and_gear_packed_forward_reads_better_than_it_flies():
    effect = canopy_effect(model(), [B9])
    assert effect.moved_m > 0 and effect.forward > effect.settled


def test_and_a_larger_copy_with_plywood_fins_and_a_moulded_nose_is_tail_heavy():
    large = up_scale(model(), 2.0, {"balsa": "birch-ply"}, hollow_nose=True)
    assert balance(large).margin_calibres < balance(model()).margin_calibres
