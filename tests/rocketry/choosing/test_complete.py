"""The whole choice: who may fly, where it lands, what must not be loaded, stages, clusters, payloads, adjustable delays, cost, aim."""

from dataclasses import replace

import pytest

from tests.rocketry.airframe.rockets import model
from tests.rocketry.airframe.test_rigid import CANDLE, SISTERS
from tests.rocketry.choosing.loading import judge, pick, take_aim
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.rocketry.airframe.mount import Mount
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing.aim import Aim, front
from wobbly_fin.rocketry.choosing.cost import break_even_flights, cost_per_flight, single_use_like
from wobbly_fin.rocketry.choosing.explain import aim_headline, shorten_sentence, trial_sentence, wind_sentence
from wobbly_fin.rocketry.choosing.permits import least_site_m, level_wanted
from wobbly_fin.rocketry.choosing.pick import judge as core_judge
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Flyer, Payload, Situation, Stocked, Taught
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.constants import FOOT_M
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.sequence import Sequence as Order
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue, find_motor

M18 = Mount(diameter_m=0.018, max_length_m=0.07)
M29 = Mount(diameter_m=0.029, max_length_m=0.124)
SITE = Site(temperature_c=15, wind_speed_m_s=2.0, wind_from_deg=270, rod_length_m=1.2)
SMALL = RigidRocket(airframe=model())
GLIDER = QuickRocket(mass_kg=0.8, diameter_m=0.066, canopy=Canopy(diameter_m=1.1))


def motor(label):
    return find_motor(label)[0]


def by_name(candidate):
    return {t.name: t for t in candidate.tests}


def judged(rocket, label, delay_s, situation, mount=M18, **rules):
    return by_name(judge(rocket, mount, situation, motor(label), delay_s, Rules(**rules)))


# Published minimums, NFPA 1122/1127 and the national codes, from memory: installed impulse [N·s], least site side [ft].
@pytest.mark.parametrize(
    ("impulse", "feet"),
    [(1.25, 50), (2.5, 100), (5, 200), (10, 400), (20, 500), (40, 1000), (160, 1000), (320, 1500), (640, 1500)],
)
def test_least_site_by_installed_impulse(impulse, feet) -> None:
    assert least_site_m(impulse, 100.0) == pytest.approx(feet * FOOT_M)
    assert least_site_m(5000.0, 3000.0) == 1500.0  # half the height where that is more


@pytest.mark.parametrize(
    ("labels", "kg", "level"),
    [
        (("D14",), 0.4, 0), (("G48",), 1.2, 0), (("G48",), 1.6, 1), (("G98",), 1.0, 1), (("H119",), 2.0, 1), (("I156",), 3.0, 1),
        (("J307",), 6.0, 2), (("F21", "F21"), 1.0, 0), (("K274",), 9.0, 2),
    ],
)  # fmt: skip
def test_levels_wanted(labels, kg, level) -> None:
    assert level_wanted(tuple(motor(x) for x in labels), kg) == level


def test_a_flyer_may_fly_what_their_level_and_age_allow() -> None:
    mount = Mount(diameter_m=0.038, max_length_m=0.25)
    heavy = replace(GLIDER, mass_kg=2.5)
    for flyer, allowed, of_age in (
        (Flyer(level=0, age=40), False, True),
        (Flyer(level=1, age=40), True, True),
        (Flyer(level=1, age=15), True, False),
    ):
        found = judged(heavy, "H119", 10.0, Situation(site=SITE, flyer=flyer), mount)
        assert found["permit"].passed is allowed and found["age"].passed is of_age
    untold = judged(heavy, "H119", 10.0, Situation(site=SITE), mount)
    assert untold["permit"].needs == ("flyer",) and untold["age"].passed is None
    assert not judged(heavy, "H119", 10.0, Situation(site=SITE), mount, impulse_max_n_s=160.0)["local_limit"].passed
    with pytest.raises(RocketryError):
        Flyer(level=4)


def test_where_it_lands_is_held_against_the_field() -> None:
    ground = Field(outline=((-40, -200), (160, -200), (160, 200), (-40, 200)))
    near, far = (judged(SMALL, "A7", 4.0, Situation(site=replace(SITE, wind_speed_m_s=w), ground=ground)) for w in (1.0, 6.0))
    assert near["drift"].passed and not far["drift"].passed and near["drift"].value > 0 > far["drift"].value
    assert "outside the field" in trial_sentence(far["drift"])
    tiny = Field(outline=((-15, -15), (15, -15), (15, 15), (-15, 15)))
    assert not judged(SMALL, "A7", 4.0, Situation(site=SITE, ground=tiny))["site_size"].passed
    assert "drift" not in judged(SMALL, "A7", 4.0, Situation(site=SITE))


def test_a_payload_bounds_the_push() -> None:
    f = fly(SMALL, motor("C8"), 5.0, SITE)
    force = 0.06 * (f.max_acceleration_m_s2 + 9.80665)
    for stands, fine in ((force + 1, True), (force - 1, False)):
        test = judged(SMALL, "C8", 5.0, Situation(site=SITE, payload=Payload(mass_kg=0.06, stands_n=stands)))["payload"]
        assert test.passed is fine and test.value == pytest.approx(force)


def test_stability_is_judged_at_ignition_rod_and_burnout() -> None:
    calm = judged(SMALL, "C8", 5.0, Situation(site=SITE))
    assert {"stable_ignition", "stable_rod", "stable_burnout"} <= set(calm)
    tail_heavy = RigidRocket(airframe=model(fins={"span_m": 0.012, "root_chord_m": 0.03, "tip_chord_m": 0.02, "sweep_m": 0.01}))
    wild = judged(tail_heavy, "C8", 5.0, Situation(site=SITE))
    assert not wild["stable_ignition"].passed and not wild["tumbles"].passed
    assert "tumble" in trial_sentence(wild["stable_ignition"]) and "Do not fly" in trial_sentence(wild["tumbles"])
    assert "stable_ignition" not in judged(GLIDER, "F66", 6.0, Situation(site=SITE), M29)


def _against(configuration, **known):
    return {t.name: t.why for t in core_judge(configuration, Situation(site=SITE, **known), shares="none").against}


@pytest.mark.parametrize(
    ("upper", "plugged", "altimeter", "against"),
    [
        ("C8-5", False, False, {}),
        ("C8-0", False, False, {"opens": "no-charge"}),
        ("E13-P", False, False, {"opens": "no-charge"}),
        ("E13-P", False, True, {}),
        ("C8-5", True, False, {"opens": "plugged", "charge": "shut"}),
        ("E13-P", True, True, {}),
    ],
)
def test_what_must_not_be_loaded(upper, plugged, altimeter, against) -> None:
    chosen, delay = find_motor(upper)
    rocket = RigidRocket(airframe=model(), recovery=Order(at_apogee=altimeter))
    mount = replace(rocket.mounts[0], diameter_m=chosen.diameter_m, max_length_m=0.2)
    load = MountLoad(mount=mount.key, motor=chosen, delay_s=delay, plugged=plugged)
    found = _against(Configuration(rocket=rocket, mounts=(mount,), loads=(load,)))
    assert {k: v for k, v in found.items() if k in ("opens", "charge", "igniter", "cluster")} == against


@pytest.mark.parametrize(
    ("booster", "own_igniter_s", "against"),
    [("C8-0", None, {}), ("C8-5", None, {"igniter": "charge"}), ("E13-P", None, {"igniter": "plugged"}), ("F66-P", None, {"igniter": "composite"}),
     ("F66-P", 4.0, {})],
)  # fmt: skip
def test_what_lights_the_stage_above(booster, own_igniter_s, against) -> None:
    lower, _ = find_motor(booster)
    first, second = CANDLE.mounts
    wide = replace(second, diameter_m=lower.diameter_m, max_length_m=0.3)
    loads = (
        MountLoad(mount=first.key, motor=motor("C8"), delay_s=5.0, lit=own_igniter_s),
        MountLoad(mount=wide.key, motor=lower, delay_s=5.0 if lower.kind == "single" else None),
    )
    found = _against(Configuration(rocket=CANDLE, mounts=(first, wide), loads=loads))
    assert {k: v for k, v in found.items() if k == "igniter"} == against


def test_a_mount_closed_by_its_load_a_stage_left_empty_and_a_mount_that_is_not_there() -> None:
    first, second = CANDLE.mounts
    upper = MountLoad(mount=first.key, motor=motor("C8"), delay_s=5.0)
    empty = Configuration(rocket=CANDLE, mounts=CANDLE.mounts, loads=(upper,))
    assert _against(empty)["stages"] == "" and _against(empty.loading(()))["stages"] == "none"
    for loads, place in (
        ((upper, upper), "load.1.mount"), ((replace(upper, mount="nose"),), "load.0.mount"), ((replace(upper, lit="pad"),), "load.0.lit"),
        ((replace(upper, mount=second.key, lit="stage_below"),), "load.0.lit"),
    ):  # fmt: skip
        with pytest.raises(RocketryError) as refused:
            empty.loading(loads)
        assert refused.value.name == place
    with pytest.raises(RocketryError, match="no ejection charge"):
        MountLoad(mount=first.key, motor=motor("C8-0"), delay_s=5.0)
    early = Configuration(
        rocket=CANDLE, mounts=CANDLE.mounts, loads=(replace(upper, lit=0.1), MountLoad(mount=second.key, motor=motor("C8-0"))),
    )  # fmt: skip
    with pytest.raises(RocketryError, match="before the stage below burns out"):
        _ = early.loaded


def test_a_charge_behind_a_plug_is_refused_in_words_and_a_wide_hole_lets_it_go() -> None:
    from wobbly_fin.rocketry.airframe.parts import VentHoles

    plugged = model(mount={"plugged": True})
    shut = judged(RigidRocket(airframe=plugged), "C8", 5.0, Situation(site=SITE))["charge"]
    assert not shut.passed and "burst" in trial_sentence(shut)
    for hole, fine in ((0.010, False), (0.0185, True)):
        stage = plugged.stages[0]
        vented = replace(
            plugged,
            stages=(
                replace(
                    stage, parts=(*stage.parts, VentHoles(id="v", parent="body", edge="aft", offset_m=0.08, diameter_m=hole))
                ),
            ),
        )
        test = judged(RigidRocket(airframe=vented), "C8", 5.0, Situation(site=SITE))["charge"]
        assert test.passed is fine
    assert "charge" not in judged(SMALL, "C8", 5.0, Situation(site=SITE))


def test_stages_are_candidates_with_every_pairing() -> None:
    found = pick(CANDLE, [M18, M18], Situation(site=SITE), catalogue())
    pairs = {(c.motor.name, c.boosters[0].name) for c in found}
    boosters = {b for _, b in pairs}
    assert "C8-0" in boosters and len(pairs) == len({m for m, _ in pairs}) * len(boosters)
    assert all(c.label.startswith(c.boosters[0].name + " + ") for c in found)
    assert all(by_name(c)["igniter"].passed for c in found if c.boosters[0].kind == "booster")
    assert found[0].flight.spent


def test_a_cluster_is_its_motors_together() -> None:
    found = pick(SISTERS, M18, Situation(site=SITE), catalogue())
    best = found[0]
    assert best.label.startswith("3 × ") and by_name(best)["cluster"].passed
    one = pick(replace(SISTERS, dead=2), M18, Situation(site=SITE), [best.motor])[0]
    assert one.flight.apogee_altitude_m is None or one.flight.apogee_altitude_m < best.flight.apogee_altitude_m


def test_an_adjustable_delay_is_tried_second_by_second_and_only_shorter() -> None:
    adjustable = motor("G36")
    assert adjustable.delays_s == (11.0,) and adjustable.delays_to_try_s == tuple(float(d) for d in range(3, 12))
    found = list(pick(GLIDER, M29, Situation(site=SITE), [adjustable]))
    best = found[0]
    assert best.shorten_s == 11.0 - best.delay_s and best.label == f"G36-11A less {best.shorten_s:g} s"
    assert f"by {best.shorten_s:g} s" in shorten_sentence(best) and "never lengthened" in shorten_sentence(best)
    assert shorten_sentence(judge(GLIDER, M29, SITE, motor("F66"), 6.0)) is None


def test_wind_takes_height_and_the_sentence_computes_it() -> None:
    windy = replace(SITE, wind_speed_m_s=8.0)
    best = judge(SMALL, M18, windy, motor("C8"), 5.0)
    calm = fly(SMALL, motor("C8"), 5.0, replace(SITE, wind_speed_m_s=0.0))
    said = wind_sentence(best, calm.optimum_delay_s, calm.apogee_altitude_m, windy, Rules())
    assert f"{calm.apogee_altitude_m - best.flight.apogee_altitude_m:.0f} m lower" in said and "one delay step shorter" in said
    assert wind_sentence(best, 1.0, 1.0, replace(SITE, wind_speed_m_s=0.0), Rules()) is None


def test_costs_and_the_flight_at_which_a_case_has_paid() -> None:
    assert cost_per_flight(Stocked(cost=4.0), 3) == 12.0 and cost_per_flight(None) is None
    # 60 for the case, 15 a load against 27.5: 60 ÷ 12.5 = 4.8, so the fifth flight.
    assert break_even_flights(Stocked(cost=15.0, case_cost=60.0), 27.5) == 5
    assert break_even_flights(Stocked(cost=30.0, case_cost=60.0), 27.5) is None
    priced = [(motor("G98"), Stocked(cost=27.5)), (motor("G48"), Stocked(cost=25.0)), (motor("D14"), Stocked(cost=6.0))]
    assert single_use_like(motor("G36"), priced)[0].name == "G48" and single_use_like(motor("J307"), priced) is None


def test_aiming_at_a_height_finds_the_ballast_that_gets_there() -> None:
    situation = Situation(site=replace(SITE, wind_speed_m_s=0.0))
    rocket = demo_file(next(r for r in ROCKETS if r.name == "Copper Kettle")).to_rocket()
    mount = Mount(diameter_m=0.024, max_length_m=0.095)
    shots = take_aim(rocket, mount, situation, catalogue(), Aim(height_m=120.0, ballast_max_kg=0.2, ballast_at_m=0.15))
    reached = [s for s in shots if s.ballast_kg > 0 and abs(s.height_miss_m) < 0.2]
    assert len(reached) >= 3
    shot = reached[0]
    again = fly(rocket.heavier(shot.ballast_kg, 0.15), shot.candidate.motor, shot.candidate.delay_s, situation.site)
    assert again.apogee_altitude_m == pytest.approx(120.0, abs=0.2)
    best = front(shots)
    assert best and set(map(id, best)) <= set(map(id, shots))
    for s in best:
        assert not any(all(a < b for a, b in zip(o.worth, s.worth, strict=True)) for o in shots)
    assert shots[0].candidate.label in aim_headline(shots)


def test_aiming_at_a_time_turns_the_canopy() -> None:
    situation = Situation(site=replace(SITE, wind_speed_m_s=0.0))
    shots = take_aim(SMALL, M18, situation, [motor("B9")], Aim(time_s=45.0))
    assert shots[0].time_miss_s == pytest.approx(0.0, abs=0.2) and shots[0].canopy_diameter_m != SMALL.canopy.diameter_m
    with pytest.raises(RocketryError, match="aim at a height"):
        Aim()


def test_changing_one_input_changes_what_depends_on_it() -> None:
    """Mass, wind, delay, field, payload, level: none of the verdicts is right with the core taken out."""
    ground = Field(outline=((-60, -80), (90, -80), (90, 80), (-60, 80)))
    base = Situation(site=SITE, ground=ground)

    def seen(rocket=SMALL, situation=base, delay=4.0):
        return {n: (t.passed, t.value) for n, t in judged(rocket, "A7", delay, situation).items()}

    was = seen()
    for changed, names in (
        (seen(SMALL.heavier(0.03, 0.05)), {"lifts", "rod_speed", "stable_ignition", "ceiling", "landing_rate", "drift"}),
        (
            seen(situation=replace(base, site=replace(SITE, wind_speed_m_s=6.0))),
            {"wind", "stable_rod", "drift", "ejection_speed"},
        ),
        (seen(delay=6.0), {"delay_window", "ejection_speed", "drift"}),
        (seen(situation=replace(base, site=replace(SITE, rod_length_m=0.5))), {"rod_speed"}),
        (seen(SMALL.under(Canopy(diameter_m=0.6))), {"landing_rate", "drift"}),
    ):
        assert {n for n in was if was[n] != changed.get(n)} >= names


def test_ballast_and_canopy_are_sought_with_what_flights_taught() -> None:
    chosen = motor("C8")
    taught = Taught(thrust={chosen.key: 0.8}, delays={(chosen.key, 5.0): 5.6})
    where = Situation(site=Site(), taught=taught)
    rocket = QuickRocket(mass_kg=0.06, diameter_m=0.025, canopy=Canopy(diameter_m=0.35))
    peak = fly(rocket, taught.as_pushed(chosen), None, Site()).apogee_altitude_m
    shots = take_aim(rocket, M18, where, [chosen], Aim(height_m=0.8 * peak, ballast_max_kg=0.1))
    assert min(abs(s.height_miss_m) for s in shots) < 0.5
    timed = take_aim(rocket, M18, where, [chosen], Aim(time_s=60.0))
    assert min(abs(s.time_miss_s) for s in timed) < 0.5
