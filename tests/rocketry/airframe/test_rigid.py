"""An airframe as it flies: masses moving as it burns, clusters with a motor that fails, stages on time and late."""

import math
from dataclasses import replace

import pytest

from tests.rocketry.airframe.rockets import model
from tests.rocketry.choosing.loading import judge
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.guide import STAND_OFF_M, guided_travel_m
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2
from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.explain import staging_notes
from wobbly_fin.rocketry.flight.figures import Knot
from wobbly_fin.rocketry.flight.flight import fly, fly_vehicle
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import burn_of
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.motor import Motor

CALM = Site(rod_length_m=1.2)
C8, C8_0, B9, B9_0 = (find_motor(label)[0] for label in ("C8", "C8-0", "B9", "B9-0"))


def demo(name: str) -> RigidRocket:
    return demo_file(next(r for r in ROCKETS if r.name == name)).to_rocket()


CANDLE, SISTERS = demo("Candle and Snuffer"), demo("Three Sisters")


def test_what_flies_weighs_and_balances_as_the_balance_says() -> None:
    rocket, whole = RigidRocket(airframe=model()), balance(model(), [B9])
    vehicle = rocket.loaded(B9)
    first = vehicle.stretches[0]
    assert vehicle.liftoff_mass_kg == pytest.approx(whole.ignition.mass_kg)
    assert first.dry_kg == pytest.approx(whole.burnout.mass_kg) and first.cg_m == pytest.approx(whole.burnout.cg_m)
    assert first.inertia_kg_m2 == pytest.approx(whole.burnout.transverse_kg_m2)
    # Dry and propellant together are the loaded rocket.
    left = first.burn.propellant_kg
    cg = (first.dry_kg * first.cg_m + left * first.propellant_cg_m) / (first.dry_kg + left)
    assert cg == pytest.approx(whole.ignition.cg_m)
    inertia = (
        first.inertia_kg_m2
        + left * first.propellant_inertia_m2
        + (first.dry_kg * left / (first.dry_kg + left) * (first.cg_m - first.propellant_cg_m) ** 2)
    )
    assert inertia == pytest.approx(whole.ignition.transverse_kg_m2, rel=1e-9)
    margins = rocket.margins(vehicle, fly(rocket, B9, 4.0, CALM))
    assert margins.ignition == pytest.approx(whole.margin_calibres) and margins.burnout == pytest.approx(
        whole.margin_burnout_calibres
    )


def test_wind_at_the_rod_takes_margin_away() -> None:
    rocket = RigidRocket(airframe=model())
    found = [
        rocket.margins(rocket.loaded(B9), fly(rocket, B9, 4.0, replace(CALM, wind_speed_m_s=w))).rod_exit for w in (0.0, 3.0, 8.0)
    ]
    assert found[0] > found[1] > found[2]


def test_a_cluster_adds_its_motors_up() -> None:
    vehicle = SISTERS.loaded(B9)
    knots = vehicle.stretches[0].burn.knots
    assert SISTERS.motors_in(0) == 3 and not vehicle.stretches[0].burn.off_axis
    assert knots[:, Knot.THRUST_N].max() == pytest.approx(3 * B9.curve.peak_thrust_n)
    assert vehicle.stretches[0].burn.propellant_kg == pytest.approx(3 * B9.propellant_mass_kg)
    assert vehicle.liftoff_mass_kg == pytest.approx(SISTERS.mass_kg + 3 * B9.total_mass_kg)


def test_one_of_a_cluster_failing_pulls_it_aside_and_lower() -> None:
    whole, lame = fly(SISTERS, C8, 5.0, CALM), fly(replace(SISTERS, dead=1), C8, 5.0, CALM)
    assert lame.apogee_altitude_m < 0.8 * whole.apogee_altitude_m
    assert math.hypot(lame.apogee_x_m, lame.apogee_y_m) > 10 > math.hypot(whole.apogee_x_m, whole.apogee_y_m) + 9
    assert lame.lean_deg > 3 > whole.lean_deg
    # The dud stays aboard with all its propellant.
    assert replace(SISTERS, dead=1).loaded(C8).hanging_kg == pytest.approx(SISTERS.loaded(C8).hanging_kg + C8.propellant_mass_kg)
    with pytest.raises(RocketryError, match="at least one must light"):
        replace(SISTERS, dead=3).loaded(C8)


def left_kg(motor: Motor, time_s: float) -> float:
    """Of its propellant, which leaves in proportion to impulse."""
    return motor.propellant_mass_kg * (1 - motor.curve.impulse_at_n_s(time_s) / motor.curve.total_impulse_n_s)


def test_a_mixed_burn_sums_curves_flows_and_moments() -> None:
    burn = burn_of([(C8, 0.0, 0.0), (B9, 0.02, 0.0), (B9, -0.02, 0.0)])
    t = 0.3
    row = [float(x) for x in (burn.knots[burn.knots[:, Knot.TIME_S].searchsorted(t), :])]
    at = row[Knot.TIME_S]
    assert row[Knot.THRUST_N] == pytest.approx(C8.curve.thrust_at_n(at) + 2 * B9.curve.thrust_at_n(at))
    assert row[Knot.LEFT_KG] == pytest.approx(left_kg(C8, at) + 2 * left_kg(B9, at), rel=1e-6)
    assert not burn.off_axis and burn_of([(C8, 0.0, 0.0), (B9, 0.02, 0.0)]).off_axis
    assert burn.burnout_s == max(C8.curve.burnout_s, B9.curve.burnout_s)


def test_a_mixed_cluster_flies_pulls_aside_and_is_refused() -> None:
    mixed = replace(SISTERS, others=(C8, B9))
    vehicle = mixed.loaded(C8)
    assert vehicle.stretches[0].burn.off_axis
    assert vehicle.liftoff_mass_kg == pytest.approx(SISTERS.mass_kg + 2 * C8.total_mass_kg + B9.total_mass_kg)
    low, odd, high = (fly(r, m, 5.0, CALM).apogee_altitude_m for r, m in ((SISTERS, B9), (mixed, C8), (SISTERS, C8)))
    assert low < odd < high and math.hypot(fly(mixed, C8, 5.0, CALM).apogee_x_m, fly(mixed, C8, 5.0, CALM).apogee_y_m) > 1
    same = fly(replace(SISTERS, others=(C8, C8)), C8, 5.0, CALM)
    assert same == fly(SISTERS, C8, 5.0, CALM)
    test = next(t for t in judge(mixed, Mount(diameter_m=0.018, max_length_m=0.07), CALM, C8, 5.0).tests if t.name == "cluster")
    assert not test.passed and "Mixes motors" in trial_sentence(test)
    with pytest.raises(RocketryError, match="there are 2 tubes"):
        replace(SISTERS, others=(C8,)).loaded(C8)


def test_two_stages_fly_higher_than_the_upper_alone() -> None:
    both = fly(CANDLE.with_changed(boosters=(C8_0,)), C8, 7.0, CALM)
    alone = fly(RigidRocket(airframe=CANDLE.airframe.upper(1), canopy_given=CANDLE.canopy), C8, 7.0, CALM)
    assert both.apogee_altitude_m > 1.2 * alone.apogee_altitude_m
    assert both.burnout_time_s == pytest.approx(C8_0.curve.burnout_s + C8.curve.burnout_s)
    (fallen,) = both.spent
    assert fallen.parted_time_s == pytest.approx(C8_0.curve.burnout_s) and 0 < fallen.parted_altitude_m < both.apogee_altitude_m
    assert fallen.landing_time_s > fallen.parted_time_s + 1 and 2 < fallen.landing_speed_m_s < 25


def test_what_parts_is_gone() -> None:
    vehicle = CANDLE.with_changed(boosters=(C8_0,)).loaded(C8)
    low, high = vehicle.stretches
    assert low.ends_s == low.burn.burnout_s and high.burn.lights_s == pytest.approx(low.ends_s)
    assert low.dry_kg == pytest.approx(vehicle.spent[0].mass_kg + high.dry_kg + high.burn.propellant_kg, rel=1e-6)
    assert vehicle.hanging_kg == pytest.approx(high.dry_kg)


def test_three_stages_part_twice_and_climb_further() -> None:
    two = CANDLE.airframe
    lower = two.stages[1]
    third = replace(
        lower, parts=tuple(replace(p, id=p.id + "3", parent=p.parent + "3" if p.parent else None) for p in lower.parts)
    )
    three = RigidRocket(airframe=replace(two, stages=(*two.stages, third)), canopy_given=CANDLE.canopy, boosters=(C8_0, C8_0))
    f, g = fly(three, C8, 7.0, CALM), fly(CANDLE.with_changed(boosters=(C8_0,)), C8, 7.0, CALM)
    assert f.apogee_altitude_m > g.apogee_altitude_m and f.burnout_time_s == pytest.approx(
        2 * C8_0.curve.burnout_s + C8.curve.burnout_s
    )
    low, high = f.spent
    assert (low.name, high.name) == ("stage 3", "stage 2") and low.parted_time_s < high.parted_time_s
    assert low.parted_altitude_m < high.parted_altitude_m < f.apogee_altitude_m


def test_late_staging_loses_height_where_gravity_not_drag_decides() -> None:
    """Without much drag every second of coasting is a second of gravity. A light draggy rocket in calm air may gain instead."""
    slick = replace(CANDLE.with_changed(boosters=(C8_0,)), cd=0.01)
    heights = [fly(replace(slick, lights_after_s=late), C8, 7.0, CALM).apogee_altitude_m for late in (0.0, 1.0, 3.0)]
    assert heights[0] > heights[1] > heights[2]
    windy = replace(CALM, wind_speed_m_s=5.0)
    real = CANDLE.with_changed(boosters=(B9_0,))
    on_time, late = (fly(replace(real, lights_after_s=s), B9, 7.0, windy) for s in (0.0, 3.0))
    assert late.apogee_altitude_m < 0.95 * on_time.apogee_altitude_m and late.burnout_lean_deg > on_time.burnout_lean_deg


def test_the_gap_between_the_stages_is_measured_and_said() -> None:
    (gap,) = CANDLE.with_changed(boosters=(C8_0,)).gaps_m(C8)
    on_time = fly(CANDLE.with_changed(boosters=(C8_0,)), C8, 7.0, CALM)
    said = staging_notes(
        on_time, fly(replace(CANDLE.with_changed(boosters=(C8_0,)), lights_after_s=1.0), C8, 7.0, CALM), (gap, 0.001)
    )
    # Each motor tube lets its motor stand out by 5 mm, the stages' tubes meet: 10 mm to cross; a millimetre is no gap.
    assert gap == pytest.approx(0.010, abs=1e-4) and len(said) == 2 and "10 mm" in said[0] and "late" in said[1]


def test_every_stage_wants_its_motor() -> None:
    with pytest.raises(RocketryError, match="every stage needs one"):
        CANDLE.loaded(C8)


def test_ballast_lowers_it_and_moves_the_balance_forward() -> None:
    rocket = RigidRocket(airframe=model())
    heavy = rocket.heavier(0.02, 0.05)
    assert heavy.mass_kg == pytest.approx(rocket.mass_kg + 0.02)
    assert fly(heavy, C8, 5.0, CALM).apogee_altitude_m < fly(rocket, C8, 5.0, CALM).apogee_altitude_m
    a, b = (r.margins(r.loaded(C8), fly(r, C8, 5.0, CALM)).ignition for r in (rocket, heavy))
    assert b > a


def test_the_rod_guides_until_the_last_lug_has_left() -> None:
    from wobbly_fin.rocketry.airframe.layout import lay_out
    from wobbly_fin.rocketry.airframe.parts import LaunchLug

    layout = lay_out(model())
    lug = layout.of(LaunchLug)[0]
    assert guided_travel_m(layout, 1.0) == pytest.approx(1.0 - STAND_OFF_M - (layout.length_m - lug.aft_m))
    assert guided_travel_m(lay_out(model(lug=None)), 1.0) == pytest.approx(1.0 - STAND_OFF_M)
    assert guided_travel_m(layout, 0.05) == 0.05


def test_a_tumbling_tube_drags_as_its_side() -> None:
    """1.2 × 2/π of the side of a bare tube, 340 × 26.2 mm, and its nose."""
    from wobbly_fin.rocketry.airframe.layout import lay_out

    bare = lay_out(model(nose=None, fins=None))
    assert tumble_drag_area_m2(bare) == pytest.approx(1.2 * 2 / math.pi * 0.34 * 0.0262)
    assert tumble_drag_area_m2(lay_out(model())) > tumble_drag_area_m2(bare)


def test_a_copy_over_other_boosters_flies_as_one_made_afresh() -> None:
    fresh = RigidRocket(airframe=CANDLE.airframe, boosters=(B9_0,))
    again = CANDLE.with_changed(boosters=(C8_0,)).with_changed(boosters=(B9_0,))
    a, b = (fly_vehicle(r.loaded(C8), [7.0], CALM)[0] for r in (fresh, again))
    assert a == b
