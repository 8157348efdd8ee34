"""The car and the loadout: counted from what is to fly, read off the rocket as it is."""

from dataclasses import replace

import pytest

from tests.rocketry.launchday.test_checklists import HIGH, PLAIN, RELOAD
from tests.rocketry.launchday.test_judge import FILES, line, where
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.parts import Device
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.launchday.car import Carried, Stock, base_of, delay_of, pack_the_car
from wobbly_fin.rocketry.launchday.checklists.compose import checklist
from wobbly_fin.rocketry.launchday.checklists.from_rocket import loadout_of
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout, MotorLoad
from wobbly_fin.rocketry.launchday.judge import rule
from wobbly_fin.rocketry.motors.catalogue import find_motor


def packed(*loadouts: Loadout, box: dict[str, Stock] | None = None, cold: bool = False) -> dict[str, Carried]:
    return {c.key: c for c in pack_the_car(loadouts, box or {}, coldest_c=2.0 if cold else 12.0)}


def loaded(name: str, label: str, delay: float | None) -> Loadout:
    file = FILES[name]
    ruling = rule(line(name, label, delay), where(ceiling=None), Rules())
    return loadout_of(name, file.to_rocket(), ruling, layout=lay_out(file.to_airframe()), plan=file.to_recovery_plan())


def test_a_gap_between_the_stages_is_looked_through() -> None:
    """The demo's upper motor stands 5 mm out of its tube, the booster's as far back: nothing touches end to end."""
    file, booster = FILES["Candle and Snuffer"], find_motor("C8-0")[0]
    ruling = rule(line("Candle and Snuffer", "C8", 7.0, booster), where(), Rules())
    loadout = loadout_of("Candle and Snuffer", file.to_rocket(), ruling, layout=lay_out(file.to_airframe()))
    stages = next(i for i in checklist(loadout) if i.key == "stages")
    assert loadout.staged and loadout.gap_staged and "vents open" in stages.good
    assert "end to end" in next(i for i in checklist(replace(loadout, gap_staged=False)) if i.key == "stages").good


def test_nothing_flies_nothing_is_packed() -> None:
    assert pack_the_car((), {}) == ()


def test_motors_are_counted_and_what_the_box_lacks_is_bought() -> None:
    found = packed(PLAIN, PLAIN, PLAIN, box={"A7": Stock(count=2, cost_each=3.4)})
    motor = found["motor-A7-4"]
    assert (motor.count, motor.lacking, motor.cost) == (3, 1, pytest.approx(3.4))
    assert packed(PLAIN, box={"A7": Stock(count=9)})["motor-A7-4"].lacking == 0 and packed(PLAIN)["motor-A7-4"].lacking == 1


def test_two_delays_of_one_motor_share_what_there_is() -> None:
    other = replace(PLAIN, motors=(MotorLoad(label="A7-2", retention="hook"),))
    found = packed(PLAIN, PLAIN, other, box={"A7": Stock(count=2)})
    assert (found["motor-A7-2"].lacking or 0) + (found["motor-A7-4"].lacking or 0) == 1


@pytest.mark.parametrize(
    ("label", "base"), [("A7-4", "A7"), ("C8-0", "C8-0"), ("G66-P", "G66-P"), ("G66-10A less 3 s", "G66"), ("C8", "C8")]
)
def test_a_label_is_counted_without_its_delay(label: str, base: str) -> None:
    assert base_of(label) == base


def test_only_what_is_needed_is_packed() -> None:
    plain = packed(PLAIN)
    assert {"wadding", "rod", "igniters", "cards"} <= set(plain) and not {
        "batteries",
        "pins",
        "rail",
        "talc",
        "certificate",
        "grease",
        "delay-tool",
    } & set(plain)
    high = packed(HIGH, cold=True)
    assert (
        {"batteries", "pins", "rail", "talc", "certificate", "grease", "sheets"} <= set(high)
        and "wadding" not in high
        and "rod" not in high
    )
    assert high["pins"].count == 2 * HIGH.pins and high["batteries"].count == HIGH.altimeters
    assert "delay-tool" in packed(replace(PLAIN, motors=(replace(RELOAD, shorten_s=2.0),)))
    assert "release" in packed(replace(PLAIN, release=True, main_height="60 m")) and "payload" in packed(
        replace(PLAIN, payload="an egg")
    )


def test_a_cluster_wants_an_igniter_each() -> None:
    three = replace(PLAIN, motors=(replace(PLAIN.motors[0], count=3),))
    assert packed(three)["motor-A7-4"].count == 3 and packed(three)["igniters"].count == 4


def test_a_loadout_is_read_off_the_rocket_as_it_is() -> None:
    inchworm = loaded("Inchworm", "A7", 4.0)
    assert (inchworm.guide, inchworm.recovery, inchworm.protection, inchworm.blow_test) == ("rod", "canopy", "tissue", True)
    assert inchworm.motors == (MotorLoad(label="A7-4", retention="hook"),) and not inchworm.fires and not inchworm.high_power
    thimble = loaded("Thimble", "A4T", 3.0)
    assert thimble.recovery == "streamer" and thimble.on_pad.retention == "tape"
    bellwether = loaded("Old Bellwether", "J307", 12.0)
    assert (
        bellwether.fires
        and bellwether.altimeters == 2
        and bellwether.pins == 5
        and bellwether.drogue
        and bellwether.guide == "rail"
    )
    assert bellwether.high_power and bellwether.vents == 4 and not bellwether.blow_test and bellwether.main_height == "180 m"
    sisters = loaded("Three Sisters", "C8", 5.0)
    assert sisters.clustered and sisters.on_pad.count == 3
    rider = loaded("Post Rider", "D17", 5.0)
    assert rider.release and rider.main_height == "60 m" and rider.display_parts and rider.on_pad.retention == "clips"


def test_devices_are_read_off_the_drawing_by_name_and_their_batteries_packed() -> None:
    file = FILES["Post Rider"]
    airframe = file.to_airframe()
    body = next(p for p in airframe.parts if p.TYPE == "body_tube")
    ear = Device(
        parent=body.id, edge="fore", offset_m=0.05, kind="logger", name="Little Ear", mass_kg=0.006, battery="button cell"
    )
    first = replace(airframe.stages[0], parts=(*airframe.stages[0].parts, ear))
    ruling = rule(line("Post Rider", "D17", 5.0), where(ceiling=None), Rules())
    layout = lay_out(replace(airframe, stages=(first, *airframe.stages[1:])))
    rider = loadout_of("Post Rider", file.to_rocket(), ruling, layout=layout, plan=file.to_recovery_plan())
    # It records: it fires nothing, and counts as no altimeter.
    assert [(d.name, d.role, d.where) for d in rider.devices] == [("Little Ear", "logger", body.called)]
    assert not rider.fires and rider.altimeters == 0 and rider.senses
    # Its middle lies so far from the joint with the nose, which comes apart.
    placed = next(p for p in layout.of(Device))
    assert rider.devices[0].deep_m == pytest.approx((placed.fore_m + placed.aft_m) / 2 - layout.host_of(placed).fore_m)
    carried = [c for c in packed(rider).values() if c.key.startswith("battery-")]
    assert [(c.what, c.count) for c in carried] == [("button cell for Little Ear", 1)]


def test_what_lies_in_the_box_with_another_delay_is_lacking() -> None:
    """Two A7-6 and one of no told delay for two A7-4: one A7-4 is to be bought."""
    assert [delay_of(label) for label in ("A7-4", "C8-0", "G98-P", "F17-8A less 2 s", "B5")] == [4.0, None, None, 8.0, None]
    box = {"A7": Stock(count=3, by_delay={6.0: 2, None: 1})}
    assert packed(PLAIN, PLAIN, box=box)["motor-A7-4"].lacking == 1
    assert packed(PLAIN, PLAIN, box={"A7": Stock(count=2, by_delay={4.0: 2})})["motor-A7-4"].lacking == 0
