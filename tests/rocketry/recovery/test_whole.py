"""A rocket's recovery as a whole: every answer moves with what it hangs on; two events, two bays, no bay at all."""

import math
from collections.abc import Sequence
from dataclasses import replace

import pytest

from tests.rocketry.building.test_plan import NAMES, airframe
from wobbly_fin.demo.airframes import airframe_file
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.parts import CanopyPack, Cord, Joint, MassLump, Part, VentHoles
from wobbly_fin.rocketry.airframe.solve import with_part
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2
from wobbly_fin.rocketry.canopies.canopy import Canopy, descent_rate_m_s, terminal_speed_m_s
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.sequence import Sequence as Order
from wobbly_fin.rocketry.recovery import explain
from wobbly_fin.rocketry.recovery.bays import Climb, FilledBay, MotorAboard
from wobbly_fin.rocketry.recovery.cases import Moment
from wobbly_fin.rocketry.recovery.drawer import Spare, options
from wobbly_fin.rocketry.recovery.plan import ChargeWish, GroundTest, RecoveryPlan
from wobbly_fin.rocketry.recovery.whole import Recovery, recover

SEA = 1.225
IN_TIME = (Moment(name="in time", opens="main", speed_m_s=8.0),)
MOTOR = MotorAboard(name="C8", case_m=0.018, burnt_kg=0.010)
TWO = Order(first="drogue", drogue=Canopy(kind="cross", diameter_m=0.48), main_height_m=180.0, at_apogee=True)


def asked(
    found: Airframe, plan: RecoveryPlan | None = None, moments: Sequence[Moment] = IN_TIME, motor: MotorAboard | None = MOTOR,
    climb: Climb | None = None,
) -> Recovery:  # fmt: skip
    layout = lay_out(found)
    return recover(
        layout, weigh(layout), density_kg_m3=SEA, plan=plan or RecoveryPlan(), moments=moments, motor=motor, climb=climb
    )


def changed(found: Airframe, wanted: type[Part], **figures: object) -> Airframe:
    at, part = next((i, p) for i, p in enumerate(found.parts) if isinstance(p, wanted))
    return with_part(found, at, replace(part, **figures))  # type: ignore[arg-type]


def without(found: Airframe, kind: type[Part]) -> Airframe:
    stage = found.stages[0]
    return replace(found, stages=(replace(stage, parts=tuple(p for p in stage.parts if not isinstance(p, kind))),))


@pytest.mark.parametrize("name", NAMES)
def test_every_demo_rocket_lands_fits_and_holds(name: str) -> None:
    file = airframe_file(name, {})
    found = asked(airframe(name), file.to_recovery_plan())
    alone = descent_rate_m_s(found.hanging_kg, found.canopy, SEA)  # type: ignore[arg-type]
    # Under a streamer the body brakes too.
    assert found.rate_m_s < 0.95 * alone if found.kind == "streamer" else found.rate_m_s == pytest.approx(alone)
    assert all(b.packed.fit != "does not fit" for b in found.bays)
    assert all(c.loads.weakest.safety > 1 for c in found.cases if not c.fault)


def test_mass_canopy_cord_school_and_motor_move_their_answers() -> None:
    kettle = airframe("Copper Kettle")
    base = asked(kettle)
    heavier = asked(kettle, motor=replace(MOTOR, burnt_kg=0.08))
    smaller = asked(changed(kettle, CanopyPack, diameter_m=0.3))
    longer = asked(changed(kettle, Cord, length_m=5.0))
    fluffed = asked(kettle, RecoveryPlan(protection="fluff"))
    faster = asked(kettle, moments=(replace(IN_TIME[0], speed_m_s=25.0),))
    assert heavier.rate_m_s > base.rate_m_s < smaller.rate_m_s
    free = [x.bays[0].packed.free_m for x in (base, smaller, longer, fluffed)]
    assert free[1] > free[0] > free[2] and free[3] != free[0]
    assert longer.cases[0].loads.taut_n < base.cases[0].loads.taut_n
    assert faster.cases[0].loads.opening_n > 4 * base.cases[0].loads.opening_n
    for said in (explain.landing_sentence, explain.cord_sentence):
        assert said(base) != said({explain.landing_sentence: heavier, explain.cord_sentence: longer}[said])


def test_a_generous_canopy_is_offered_a_hole_and_a_mean_one_a_larger() -> None:
    kettle = airframe("Copper Kettle")
    wide, mean = asked(changed(kettle, CanopyPack, diameter_m=0.9)), asked(changed(kettle, CanopyPack, diameter_m=0.25))
    hole = explain.trim_hole_m(wide, SEA)
    assert hole is not None
    trimmed = asked(changed(kettle, CanopyPack, diameter_m=0.9, spill_hole_m=hole))
    assert trimmed.rate_m_s == pytest.approx(wide.band[0], rel=5e-3) and explain.trim_hole_m(trimmed, SEA) is None
    assert "of the same kind" in explain.remedy_sentence(mean, SEA) and explain.trim_hole_m(mean, SEA) is None


def test_knotted_elastic_is_a_case_of_its_own_and_jerks_harder() -> None:
    found = asked(airframe("Copper Kettle"))
    knotted = next(c for c in found.cases if c.fault)
    assert knotted.loads.taut_n > 2 * found.cases[0].loads.taut_n
    assert not any(c.fault for c in asked(airframe("Night Ferry")).cases)  # nothing elastic in it


# Two events


def test_a_drogue_s_bay_and_the_main_s_are_two() -> None:
    moments = (Moment(name="drogue", opens="drogue", speed_m_s=9.0), Moment(name="main", opens="main", speed_m_s=22.0))
    found = asked(airframe("Old Bellwether"), RecoveryPlan(sequence=TWO), moments)
    main, first = found.bays
    assert (main.event, first.event) == ("main", "first") and main.tube.index != first.tube.index
    assert found.drogue is not None and found.drogue.drag_area_m2 < found.canopy.drag_area_m2  # type: ignore[union-attr]
    assert found.first_rate_m_s == pytest.approx(descent_rate_m_s(found.hanging_kg, found.drogue, SEA))
    # The nose alone flies off the main's bay, all ahead of the coupler off the drogue's.
    assert main.rig.nose_kg < first.rig.nose_kg and main.rig.nose_kg + main.rig.body_kg == pytest.approx(found.hanging_kg)
    assert main.push is not None and first.push is not None


def test_more_pins_friction_or_throw_want_a_larger_charge() -> None:
    bellwether = airframe("Old Bellwether")

    def charge(wish: ChargeWish = ChargeWish(), **pins: object) -> float:
        joint = next(i for i, p in enumerate(bellwether.parts) if isinstance(p, Joint) and p.opens == "main")
        held = with_part(bellwether, joint, replace(list(bellwether.parts)[joint], **({"count": 2} | pins)))  # type: ignore[arg-type]
        push = asked(held, RecoveryPlan(sequence=TWO, main=wish)).bays[0].push
        assert push is not None
        return push.charge_kg

    few = charge()
    assert few < charge(count=4) and few < charge(ChargeWish(throw_n=200.0))
    assert few < charge(ChargeWish(friction_n=200.0)) and few < charge(pin="M3")


def test_the_drogue_s_jerk_pulls_at_the_main_s_pins() -> None:
    soft = Moment(name="drogue", opens="drogue", speed_m_s=9.0)
    climb = Climb(shut_in_pa=12e3, deceleration_m_s2=30.0)
    gentle, rough = (
        asked(airframe("Old Bellwether"), RecoveryPlan(sequence=TWO, first=ChargeWish(throw_n=throw)), (soft,), climb=climb)
        .bays[0]
        .pins
        for throw in (40.0, 3000.0)
    )
    assert gentle is not None and rough is not None
    assert rough.jerk_n > gentle.jerk_n > 0 and rough.count > gentle.count and rough.cabin_n == gentle.cabin_n


def test_one_bay_in_two_events_is_held_by_a_release() -> None:
    order = Order(first="tumble", main_height_m=60.0)
    moments = (Moment(name="parting", opens="nothing", speed_m_s=5.0), Moment(name="main", opens="main", speed_m_s=10.0))
    found = asked(airframe("Post Rider"), RecoveryPlan(sequence=order), moments)
    layout = lay_out(airframe("Post Rider"))
    assert [b.released for b in found.bays] == [True] and found.bays[0].push is None
    assert found.first_rate_m_s == pytest.approx(terminal_speed_m_s(found.hanging_kg, tumble_drag_area_m2(layout, 0), SEA))
    parting, main = found.cases[0].loads, found.cases[1].loads
    assert parting.opening_n == 0 < parting.taut_n and main.taut_n == 0 < main.opening_n
    assert ("main", "release", True) in [(o.event, o.source, o.works) for o in found.openings]


def test_ground_tests_count_until_the_bay_changes() -> None:
    def tested(result: str, volume: float, on: str = "2026-05-02") -> GroundTest:
        return GroundTest(on=on, event="main", charge_kg=1.5e-3, result=result, volume_m3=volume)  # type: ignore[arg-type]

    bellwether = airframe("Old Bellwether")
    volume = asked(bellwether, RecoveryPlan(sequence=TWO)).bays[0].volume_m3

    def said(*tests: GroundTest) -> str:
        return explain.ground_test_sentence(asked(bellwether, RecoveryPlan(sequence=TWO, tests=tests)).bays[0])

    assert "Not tested" in said() and "threw" in said(tested("threw", volume))
    assert "has changed" in said(tested("threw", 1.2 * volume)) and "Not to be flown" in said(tested("moved", volume))
    assert "threw" in said(tested("nothing", volume), tested("threw", volume, "2026-06-01"))


def test_the_demo_s_ground_tests_hold_for_the_demo_s_bays() -> None:
    found = asked(airframe("Old Bellwether"), airframe_file("Old Bellwether", {}).to_recovery_plan())
    assert all(b.test is not None and b.test.result == "threw" and not b.test_stale for b in found.bays)


def test_an_altimeter_s_bay_without_vents_is_told_how_many() -> None:
    plan = RecoveryPlan(sequence=TWO)
    vented = asked(airframe("Old Bellwether"), plan)
    assert [v.code for v in vented.vents] == ["good"]
    bare = asked(without(airframe("Old Bellwether"), VentHoles), plan)
    assert [v.code for v in bare.vents] == ["missing"] and "no vent holes" in explain.vent_sentence(bare.vents[0])
    assert asked(without(airframe("Old Bellwether"), VentHoles)).vents == ()  # no altimeter opens it
    small = asked(changed(airframe("Old Bellwether"), VentHoles, diameter_m=0.001), plan)
    assert [v.code for v in small.vents] == ["small"]
    assert not any(isinstance(p, MassLump) and p.kind == "electronics" for p in airframe("Inchworm").parts)


# No bay at all


def test_a_light_rocket_may_tumble_and_a_heavy_one_is_told_off() -> None:
    plan = RecoveryPlan(sequence=Order(first="tumble_only"))
    light, heavy = asked(without(airframe("Inchworm"), CanopyPack), plan), asked(airframe("Night Ferry"), plan)
    assert light.kind == "tumble" and light.bays == () and light.cases == ()
    assert "too heavy" in explain.landing_sentence(heavy) and "Tumbles" in explain.landing_sentence(light)


@pytest.mark.parametrize(("kind", "word"), [("helicopter", "Spins"), ("glide", "gliding")])
def test_blades_and_wings_pack_nothing(kind: str, word: str) -> None:
    found = asked(changed(airframe("Inchworm"), CanopyPack, kind=kind, diameter_m=0.35, material=None, mass_kg=0.006))
    assert found.bays == () and word in explain.landing_sentence(found) and found.rate_m_s < 9


@pytest.mark.parametrize(("kind", "word"), [(CanopyPack, "canopy"), (Cord, "cord")])
def test_without_canopy_or_cord_it_says_what_to_do(kind: type[Part], word: str) -> None:
    with pytest.raises(RocketryError, match="Shape station") as refused:
        asked(without(airframe("Inchworm"), kind))
    assert refused.value.name == word


# The drawer


def test_the_nearest_up_is_marked_and_others_are_tried_in_the_same_bay() -> None:
    found = asked(airframe("Copper Kettle"), moments=(replace(IN_TIME[0], speed_m_s=30.0),))
    spares = [
        Spare(key=str(d), name=f"{d} m", canopy=Canopy(diameter_m=d), mass_kg=0.004 + 0.05 * d * d, cloth="ripstop") for d in (0.3, 0.5, 0.7, 1.6)
    ]  # fmt: skip
    tried = options(found, spares, SEA)
    assert [o.rate_m_s for o in tried] == sorted((o.rate_m_s for o in tried), reverse=True)
    best = next(o for o in tried if o.nearest)
    assert best.rate_m_s <= found.band[1] and all(o.rate_m_s > found.band[1] or o.rate_m_s <= best.rate_m_s for o in tried)
    assert tried[-1].fit == "does not fit" and tried[0].fill < tried[-1].fill
    assert tried[0].holds > tried[-1].holds  # a larger one pulls harder


def test_a_stronger_charge_parts_harder_and_pulls_at_everything() -> None:
    kettle = airframe("Copper Kettle")
    usual, double = (asked(kettle, RecoveryPlan(motor_charge_kg=charge)) for charge in (0.75e-3, 1.5e-3))
    assert 4.0 < usual.bays[0].parting_m_s < 9.0  # what throws a nose one to four metres up, by v² = 2 g h
    assert double.bays[0].parting_m_s == pytest.approx(2**0.5 * usual.bays[0].parting_m_s)
    assert double.cases[0].loads.taut_n > usual.cases[0].loads.taut_n


def test_an_altimeter_s_charge_as_loaded_parts_by_what_it_pushes_beyond_what_holds() -> None:
    """p A − what holds, along the shoulder: v² goes with that, and the stronger of charge and reserve counts."""

    def bay(wish: ChargeWish) -> FilledBay:
        return asked(airframe("Old Bellwether"), RecoveryPlan(sequence=TWO, main=wish)).bays[0]

    plain = bay(ChargeWish())
    assert plain.push is not None
    asks, held, throw = plain.push.charge_kg, plain.push.held_n, plain.push.force_n
    as_asked, double = bay(ChargeWish(charge_kg=asks)), bay(ChargeWish(charge_kg=2 * asks))
    assert as_asked.parting_m_s == pytest.approx(plain.parting_m_s)
    assert double.parting_m_s == pytest.approx(plain.parting_m_s * math.sqrt((2 * (throw + held) - held) / throw))
    reserve = bay(ChargeWish(charge_kg=asks, backup=True, backup_kg=2 * asks))
    assert reserve.parting_m_s == pytest.approx(double.parting_m_s)
    assert bay(ChargeWish(charge_kg=asks, backup_kg=2 * asks)).parting_m_s == pytest.approx(plain.parting_m_s)
