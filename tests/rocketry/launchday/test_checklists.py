"""Checklists: a matrix of configurations with what must and must not be on them, in either school."""

from dataclasses import replace

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.checklists.compose import changed, checklist, turnaround
from wobbly_fin.rocketry.launchday.checklists.item import STAGES
from wobbly_fin.rocketry.launchday.checklists.loadout import DeviceLoad, Loadout, MotorLoad

PLAIN = Loadout(rocket="Plain", motors=(MotorLoad(label="A7-4", retention="hook"),), delay="A7-4")
RELOAD = MotorLoad(label="H210-10A", reload=True, retention="threaded_ring")
BOOSTER = MotorLoad(label="C8-0", has_charge=False, retention="tape")
HIGH = Loadout(
    rocket="High", motors=(replace(RELOAD, label="J307-12"),), guide="rail", protection="cloth", drogue=True, main_height="180 m", pins=5,
    altimeters=2, fires=True, high_power=True, stand_off="30 m", blow_test=False, vents=4,
)  # fmt: skip
EAR = DeviceLoad(
    name="Little Ear", role="logger", where="nose cone", battery="one button cell", switched_on="its key held two seconds", ready="two beeps",
    after_landing="count its flashes",
)  # fmt: skip
CLAW, TWIN = (
    DeviceLoad(name="Claw", role="release", switched_on="a slide"),
    DeviceLoad(name="Twin", role="altimeter", ready="three beeps"),
)
# Name, loadout, keys that must be there, keys that must not.
MATRIX = [
    ("plain", PLAIN, "fins guide canopy cord blow wadding nose hold-wind hold-delay motor retention igniter clips misfire inspect", "arm disarm altimeter-on seals cluster stages pins officer batteries payload release"),
    ("streamer", replace(PLAIN, recovery="streamer"), "canopy folded wadding blow", "hinges tumble"),
    ("tumbler", replace(PLAIN, recovery="tumble"), "tumble motor", "canopy cord wadding blow nose packed"),
    ("blades", replace(PLAIN, recovery="blades"), "hinges", "canopy wadding blow packed"),
    ("wing", replace(PLAIN, recovery="wing"), "hinges", "canopy wadding"),
    ("fluff", replace(PLAIN, protection="fluff"), "fluff", "wadding cloth baffle"),
    ("cloth", replace(PLAIN, protection="cloth"), "cloth", "wadding fluff baffle"),
    ("baffle", replace(PLAIN, protection="baffle"), "baffle", "wadding fluff cloth"),
    ("no protection", replace(PLAIN, protection="none"), "canopy", "wadding fluff cloth baffle"),
    ("motor first", replace(PLAIN, school="motor_first"), "wadding-onto blow", "wadding"),
    ("motor first, cloth", replace(PLAIN, school="motor_first", protection="cloth"), "cloth", "wadding-onto wadding"),
    ("rail", replace(PLAIN, guide="rail"), "guide slides", "officer"),
    ("release", replace(PLAIN, release=True, main_height="60 m"), "release nose", "bays pins"),
    ("recording altimeter", replace(PLAIN, altimeters=1), "batteries altimeter-on read-out vents", "arm disarm"),
    ("firing altimeter", replace(PLAIN, altimeters=1, fires=True), "batteries altimeter-on arm disarm", "bays"),
    ("recorder by name", replace(PLAIN, devices=(EAR,)), "battery-0 stow-0 on-0 after-0 vents", "arm disarm altimeter-on batteries read-out"),
    ("release by name", replace(PLAIN, devices=(CLAW,), release=True, main_height="60 m"), "battery-0 on-0 release", "stow-0 after-0 vents"),
    ("altimeter by name", replace(PLAIN, devices=(TWIN, EAR), fires=True), "battery-1 stow-0 on-0 on-1 arm disarm after-1", "altimeter-on batteries"),
    ("payload", replace(PLAIN, payload="an egg"), "payload", "arm"),
    ("screw", replace(PLAIN, motors=(MotorLoad(label="A7-4", retention="screw"),)), "retention", "held"),
    ("nothing holds it", replace(PLAIN, motors=(MotorLoad(label="A7-4"),)), "held", "retention"),
    ("reload", replace(PLAIN, motors=(RELOAD,)), "sheet liner seals closure charge motor retention", "shorten cluster"),
    ("reload, plugged", replace(PLAIN, motors=(replace(RELOAD, has_charge=False),), altimeters=1, fires=True), "seals closure arm", "charge"),
    ("adjustable", replace(PLAIN, motors=(replace(PLAIN.motors[0], shorten_s=3.0),)), "shorten", "seals"),
    ("cluster", replace(PLAIN, motors=(replace(PLAIN.motors[0], count=3),)), "cluster parallel all-lit", "stages"),
    ("two stages", replace(PLAIN, motors=(PLAIN.motors[0], BOOSTER)), "stages motor-0 motor-1 retention-0 retention-1", "motor cluster parallel charge-1"),
    ("two stages, cluster below", replace(PLAIN, motors=(PLAIN.motors[0], replace(BOOSTER, count=2))), "stages cluster-1 parallel all-lit", "cluster-0"),
    ("gap staged", replace(PLAIN, motors=(PLAIN.motors[0], BOOSTER), gap_staged=True), "stages", "cluster"),
    ("shelf parts", replace(PLAIN, display_parts=True), "display", "arm"),
    ("last time", replace(PLAIN, changes=("Look at the retainer: it backed off.",)), "lesson-0", "lesson-1"),
    ("high power", HIGH, "officer distance bays pins arm disarm batteries vents seals cloth hold-wind", "nose blow wadding release"),
    ("high power, motor opens it", replace(HIGH, altimeters=0, fires=False, drogue=False, pins=0), "officer nose charge", "arm disarm bays batteries pins"),
]  # fmt: skip


@pytest.mark.parametrize(("name", "loadout", "must", "must_not"), MATRIX, ids=[m[0] for m in MATRIX])
def test_what_belongs_on_it_is_on_it_and_nothing_else(name: str, loadout: Loadout, must: str, must_not: str) -> None:
    items = checklist(loadout)
    keys = [i.key for i in items]
    assert len(set(keys)) == len(keys)
    assert set(must.split()) <= set(keys), set(must.split()) - set(keys)
    assert not set(must_not.split()) & set(keys), set(must_not.split()) & set(keys)
    assert {i.stage for i in items} <= set(STAGES) and all(i.text and not i.text[0].islower() for i in items)


@pytest.mark.parametrize(("name", "loadout", "must", "must_not"), MATRIX, ids=[m[0] for m in MATRIX])
def test_the_order_that_safety_wants_holds_for_all(name: str, loadout: Loadout, must: str, must_not: str) -> None:
    items = checklist(loadout)
    at = {i.key: n for n, i in enumerate(items)}
    first_motor = min(n for n, i in enumerate(items) if i.stage == "motor")
    assert at["hold-wind"] < at["hold-delay"] < first_motor and items[at["hold-wind"]].hold
    if "blow" in at:
        assert at["blow"] < first_motor
    if "arm" in at:
        on_pad = [i.key for i in items if i.stage == "pad"]
        assert on_pad[-1] == "arm" and items[at["arm"]].hold and "licensed" in items[at["arm"]].hazard
        assert next(i.key for i in items if i.stage == "after") == "disarm"
    assert at["key-out"] == min(n for n, i in enumerate(items) if i.stage == "pad")
    assert at["igniter"] > first_motor and items[at["misfire"]].text.count("60 s") == 1


def test_a_named_device_is_told_in_its_owner_s_words_and_is_on_before_there_is_an_igniter() -> None:
    items = checklist(replace(PLAIN, devices=(EAR, TWIN, CLAW), fires=True, release=True, main_height="60 m"))
    at, of = {i.key: n for n, i in enumerate(items)}, {i.key: i for i in items}
    assert of["battery-0"].text == "Little Ear: one button cell, fresh or charged."
    assert of["stow-0"].text == "Little Ear in its place: nose cone, held so that it cannot shift at liftoff."
    assert of["on-0"].text == "Little Ear on: its key held two seconds." and of["on-0"].good == "Wait for two beeps."
    assert of["after-0"].text == "Little Ear: count its flashes."
    # What only records is on before the motor has an igniter; what fires charges at the pad, upright, and armed last of all.
    assert at["stow-0"] < at["on-0"] < at["nose"] < at["igniter"] < at["on-1"] < at["arm"] and "Upright" in of["on-1"].hazard
    assert of["battery-1"].hazard and not of["battery-0"].hazard
    assert at["on-2"] == at["release"] - 1 and of["on-2"].text == "Claw on: a slide."
    # An altimeter that fires nothing today need not wait for the pad.
    quiet = {i.key: i for i in checklist(replace(PLAIN, devices=(TWIN,)))}
    assert quiet["on-0"].stage == "recovery" and not quiet["battery-0"].hazard


def test_the_schools_differ_where_they_should() -> None:
    first, other = ([i.key for i in checklist(replace(PLAIN, school=s))] for s in ("recovery_first", "motor_first"))  # type: ignore[arg-type]
    assert first.index("packed") < first.index("motor") and other.index("packed") > other.index("motor")
    assert other.index("wadding-onto") < other.index("packed")


def test_a_booster_is_never_the_motor_that_opens_a_canopy() -> None:
    staged = checklist(replace(PLAIN, motors=(PLAIN.motors[0], BOOSTER)))
    assert "must never" in next(i.hazard for i in staged if i.key == "stages")


def test_this_rocket_s_own_figures_stand_on_it() -> None:
    text = " ".join(i.text for i in checklist(replace(HIGH, protection="tissue", sheets=7, wind_limit="9 m/s")))
    for figure in ("7 sheets", "180 m", "5 shear pins", "30 m", "9 m/s", "J307-12"):
        assert figure in text


def test_between_two_flights_the_list_is_short_and_keeps_its_hold_points() -> None:
    whole, short = checklist(HIGH), turnaround(HIGH)
    assert len(short) < len(whole) and {"hold-wind", "arm"} <= {i.key for i in short} and "photo" not in {i.key for i in short}


def test_a_change_of_loading_marks_what_must_be_looked_at_again() -> None:
    before = checklist(PLAIN)
    ticked = {i.key: i.text for i in before}
    assert changed(before, ticked) == ()
    now = checklist(replace(PLAIN, motors=(MotorLoad(label="B9-6", retention="hook"),), delay="B9-6", sheets=4))
    assert set(changed(now, ticked)) == {"motor", "hold-delay", "wadding"}


@pytest.mark.parametrize(
    "bad",
    [
        {"motors": ()},
        {"school": "upside_down"},
        {"fires": True, "altimeters": 0},
        {"fires": True, "devices": (EAR,)},
        {"pins": 99},
    ],
)
def test_a_loadout_that_cannot_be_is_refused(bad: dict[str, object]) -> None:
    with pytest.raises(RocketryError):
        replace(PLAIN, **bad)  # type: ignore[arg-type]
