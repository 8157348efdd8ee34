"""Checklists: a matrix of configurations with what must and must not be on them, in either school."""

from dataclasses import replace

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.checklists.compose import checklist, turnaround
from wobbly_fin.rocketry.launchday.checklists.drills import drills
from wobbly_fin.rocketry.launchday.checklists.fly import NEVER
from wobbly_fin.rocketry.launchday.checklists.item import STAGES
from wobbly_fin.rocketry.launchday.checklists.loadout import DeviceLoad, Loadout, MotorLoad
from wobbly_fin.rocketry.launchday.checklists.order import CHOICES, Order
from wobbly_fin.rocketry.motors.assembly_card import AssemblyCard

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
MOTOR_FIRST, AT_TABLE, ARM_LAST = Order(school="motor_first"), Order(igniter_at="table"), Order(arming="after_igniter")
END_BURNER = AssemblyCard(
    grain="end_burner",
    closure="threaded",
    liner="paper",
    seals="o_rings",
    delay="loose",
    charge="by_sheet",
    igniter="while_closing",
)


def vars_of(order: Order) -> list[str]:
    return [order.school.partition("_")[0], order.igniter_at, order.arming.partition("_")[0]]


def with_card(card: AssemblyCard) -> Loadout:
    return replace(PLAIN, motors=(replace(RELOAD, card=card),))


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
    ("motor first", replace(PLAIN, order=MOTOR_FIRST), "wadding-onto blow", "wadding"),
    ("motor first, cloth", replace(PLAIN, order=MOTOR_FIRST, protection="cloth"), "cloth", "wadding-onto wadding"),
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
    ("reload", replace(PLAIN, motors=(RELOAD,)), "sheet counted liner seals delay forward grain closure charge wiped motor retention", "shorten cluster greased-end"),
    ("reload, plugged", replace(PLAIN, motors=(replace(RELOAD, has_charge=False),), altimeters=1, fires=True), "seals forward closure arm clear-line", "charge delay"),
    ("adjustable", replace(PLAIN, motors=(replace(PLAIN.motors[0], shorten_s=3.0),)), "shorten", "seals"),
    ("cluster", replace(PLAIN, motors=(replace(PLAIN.motors[0], count=3),)), "cluster parallel all-lit", "stages"),
    ("two stages", replace(PLAIN, motors=(PLAIN.motors[0], BOOSTER)), "stages motor-0 motor-1 retention-0 retention-1", "motor cluster parallel charge-1"),
    ("two stages, cluster below", replace(PLAIN, motors=(PLAIN.motors[0], replace(BOOSTER, count=2))), "stages cluster-1 parallel all-lit", "cluster-0"),
    ("gap staged", replace(PLAIN, motors=(PLAIN.motors[0], BOOSTER), gap_staged=True), "stages", "cluster"),
    ("shelf parts", replace(PLAIN, display_parts=True), "display", "arm"),
    ("last time", replace(PLAIN, changes=("Look at the retainer: it backed off.",)), "lesson-0", "lesson-1"),
    ("high power", HIGH, "officer distance bays pins arm disarm batteries vents seals cloth hold-wind", "nose blow wadding release"),
    ("high power, motor opens it", replace(HIGH, altimeters=0, fires=False, drogue=False, pins=0), "officer nose charge", "arm disarm bays batteries pins"),
    ("end-burner", with_card(END_BURNER), "greased-end nozzle-tried grain igniter-in closure igniter", "cluster"),
    ("end-burner, igniter on the pad", with_card(replace(END_BURNER, igniter="on_the_pad")), "greased-end nozzle-tried igniter", "igniter-in"),
    ("cored grains", with_card(AssemblyCard(grain="cored", grains=4, closure="snap_ring", liner="phenolic")), "grain closure liner", "greased-end nozzle-tried igniter-in"),
    ("no liner, no seals", with_card(AssemblyCard(liner="none", seals="none")), "grain charge", "liner seals"),
    ("its sheet typed", with_card(AssemblyCard(lines=("Grease the ring.", "Close it."))), "sheet line-0 line-1 motor", "liner seals charge"),
    ("its sheet typed, igniter in", with_card(AssemblyCard(lines=("Grease the ring.",), igniter="while_closing")), "line-0 igniter-in igniter", "liner"),
    ("built in, motor first", replace(with_card(END_BURNER), order=MOTOR_FIRST), "igniter-in packed wadding", "wadding-onto"),
    ("built in, charges", replace(with_card(END_BURNER), altimeters=1, fires=True), "arm igniter-in clear-line", ""),
    ("cold", replace(PLAIN, temperature_c=-2.0), "cold talc", ""),
    ("cold streamer", replace(PLAIN, recovery="streamer", temperature_c=-2.0), "cold", "talc"),
    ("mild", replace(PLAIN, temperature_c=12.0), "canopy", "cold talc"),
    ("wadding nobody knows", replace(PLAIN, wadding="the grey stuff"), "wadding-asked wadding", ""),
    ("wadding nobody knows, cloth", replace(PLAIN, wadding="the grey stuff", protection="cloth"), "cloth", "wadding-asked"),
    ("not known", replace(PLAIN, unknowns=(("wind", "No wind told."), ("outline", "No outline."))), "unknown-wind unknown-outline", "change"),
    ("with a change", replace(PLAIN, change="Lean the rod 5° into the wind."), "change", "unknown-wind"),
    ("camera", replace(PLAIN, devices=(DeviceLoad(name="Eye", role="camera", where="payload tube"),)), "on-0 stow-0 after-0 battery-0", "arm vents"),
    ("two in one tube", replace(PLAIN, devices=(replace(EAR, deep_m=0.05), DeviceLoad(name="Bleat", role="tracker", where="tube", deep_m=0.3))), "on-0 stow-0 on-1 stow-1", "arm"),
    ("tracker outside", replace(PLAIN, devices=(DeviceLoad(name="Bleat", role="tracker"),)), "on-0 stow-0 after-0", "arm"),
    ("glider with a recorder", replace(PLAIN, recovery="wing", devices=(EAR,)), "hinges on-0 stow-0 vents", "canopy arm"),
    ("tumbler with a recorder", replace(PLAIN, recovery="tumble", devices=(EAR,)), "tumble on-0 stow-0", "canopy"),
    ("piston and cloth", replace(PLAIN, piston=True, protection="cloth"), "piston cloth", "wadding"),
    ("piston", replace(PLAIN, piston=True), "piston", ""),
    ("igniter at the table", replace(PLAIN, order=AT_TABLE), "igniter photo", ""),
    ("table, but charges", replace(PLAIN, order=AT_TABLE, altimeters=1, fires=True), "igniter arm", ""),
    ("table, but high power", replace(HIGH, order=AT_TABLE), "igniter officer", ""),
    ("armed last", replace(HIGH, order=ARM_LAST), "arm switch clear-line", ""),
    ("armed last, switch known", replace(PLAIN, devices=(replace(TWIN, switch="side"),), fires=True, order=ARM_LAST), "arm on-0", "switch"),
    ("armed last, switch inside", replace(PLAIN, devices=(replace(TWIN, switch="inside"),), fires=True, order=ARM_LAST), "arm on-0", "switch"),
    ("no charges, armed last", replace(PLAIN, order=ARM_LAST), "igniter clips", "arm switch clear-line"),
]  # fmt: skip


ORDERS = [
    Order(school=s, igniter_at=i, arming=a)  # type: ignore[arg-type]
    for s in CHOICES["school"] for i in CHOICES["igniter_at"] for a in CHOICES["arming"]
]  # fmt: skip
EVERY = [(f"{m[0]}, {'/'.join(vars_of(o))}", replace(m[1], order=o)) for m in MATRIX for o in ORDERS]


@pytest.mark.parametrize(("name", "loadout", "must", "must_not"), MATRIX, ids=[m[0] for m in MATRIX])
def test_what_belongs_on_it_is_on_it_and_nothing_else(name: str, loadout: Loadout, must: str, must_not: str) -> None:
    items = checklist(loadout)
    keys = [i.key for i in items]
    assert len(set(keys)) == len(keys)
    assert set(must.split()) <= set(keys), set(must.split()) - set(keys)
    assert not set(must_not.split()) & set(keys), set(must_not.split()) & set(keys)
    assert {i.stage for i in items} <= set(STAGES) and all(i.text and not i.text[0].islower() for i in items)


@pytest.mark.parametrize(("name", "loadout"), EVERY, ids=[m[0] for m in EVERY])
def test_the_order_that_safety_wants_holds_in_every_school(name: str, loadout: Loadout) -> None:
    items = checklist(loadout)
    at = {i.key: n for n, i in enumerate(items)}
    by = {i.key: i for i in items}
    motors = [n for n, i in enumerate(items) if i.act == "motor"]
    assert at["hold-wind"] < at["hold-delay"] < motors[0] and by["hold-wind"].hold
    igniters = [n for n, i in enumerate(items) if i.act == "igniter"]
    assert len(igniters) == 1 and [i.act for i in items].count("launch") == 1
    # Nothing is opened, shut or switched on inside once an igniter is clipped, nor once one is in a motor that is in the rocket.
    inside = [
        n
        for n, i in enumerate(items)
        if i.stage in ("bench", "recovery") or (i.key in ("wadding-onto", "altimeter-on") and i.stage == "recovery")
    ]
    assert max(inside) < at["clips"] and max(inside) < max(igniters[0], motors[-1])
    if "blow" in at:
        assert at["blow"] < motors[0] and at["blow"] < igniters[0]
    # A recorder is on and heard before it goes in, and in before the nose.
    for n in range(len(loadout.devices)):
        if f"stow-{n}" in at and by.get(f"on-{n}") is not None and by[f"on-{n}"].stage == "recovery":
            assert at[f"on-{n}"] < at[f"stow-{n}"] < at.get("nose", at["hold-wind"] + len(items))
    stowed = sorted((at[f"stow-{n}"], -d.deep_m) for n, d in enumerate(loadout.devices) if f"stow-{n}" in at)
    assert stowed == sorted(stowed, key=lambda each: each[1]), "what lies furthest in goes in first"
    if loadout.fires:
        assert by["arm"].never and "licensed" in by["arm"].hazard and at["key-out"] < at["slides"] < at["clear-line"] < at["arm"]
        last = loadout.order.arming == "after_igniter" and all(d.switch != "inside" for d in loadout.firing)
        assert (at["clips"] < at["arm"]) == last
        if not last and not loadout.igniter_built_in:
            assert at["arm"] < igniters[0]
        assert (
            at["leave"]
            < at["disarm"]
            < min(n for n, i in enumerate(items) if i.stage == "after" and i.key not in ("leave", "disarm"))
        )
        assert "charges safe before anything else" in by["misfire"].text
        steps = [s.text for s in next(d for d in drills(loadout) if d.key == "misfire").steps]
        assert [t.split()[0] for t in steps].index("Make") < next(n for n, t in enumerate(steps) if "clips off" in t)
    else:
        assert not {"arm", "clear-line", "disarm"} & set(at)
    if loadout.fires or loadout.high_power:
        assert loadout.igniter_built_in or items[igniters[0]].stage == "pad"
    assert at["key-out"] == min(n for n, i in enumerate(items) if i.stage == "pad")
    assert at["back"] < at["key-in"] < at["five"] and by["back"].never and by["misfire"].text.count("60 s") == 1
    assert {i.key for i in items if i.never} <= NEVER and all(i.hold for i in items if i.never or i.asks)


def test_the_matrix_is_wide_enough_and_says_every_line_there_is() -> None:
    assert len(MATRIX) >= 60
    said = {i.text for _, f in EVERY for i in checklist(f)}
    assert len(said) > 120


def test_a_named_device_is_told_in_its_owner_s_words_and_is_on_before_there_is_an_igniter() -> None:
    items = checklist(replace(PLAIN, devices=(EAR, TWIN, CLAW), fires=True, release=True, main_height="60 m"))
    at, of = {i.key: n for n, i in enumerate(items)}, {i.key: i for i in items}
    assert of["battery-0"].text == "Little Ear: one button cell, fresh or charged."
    assert of["stow-0"].text == "Little Ear in its place: nose cone, a ribbon on it, held so that it cannot shift at liftoff."
    assert of["on-0"].text == "Little Ear on: its key held two seconds." and of["on-0"].good == "Wait for two beeps."
    assert of["after-0"].text == "Little Ear: count its flashes."
    # What only records is on before the motor has an igniter; what fires charges at the pad, upright, before the igniter.
    assert (
        at["on-0"] < at["stow-0"] < at["nose"] < at["clear-line"] < at["on-1"] < at["arm"] < at["igniter"]
        and "Upright" in of["on-1"].hazard
    )
    assert of["battery-1"].hazard and not of["battery-0"].hazard
    assert at["on-2"] == at["release"] - 1 and of["on-2"].text == "Claw on: a slide."
    # An altimeter that fires nothing today need not wait for the pad.
    quiet = {i.key: i for i in checklist(replace(PLAIN, devices=(TWIN,)))}
    assert quiet["on-0"].stage == "recovery" and not quiet["battery-0"].hazard


def test_the_schools_differ_where_they_should() -> None:
    first, other = ([i.key for i in checklist(replace(PLAIN, order=o))] for o in (Order(), MOTOR_FIRST))
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


@pytest.mark.parametrize(
    "bad",
    [
        {"motors": ()},
        {"fires": True, "altimeters": 0},
        {"fires": True, "devices": (EAR,)},
        {"pins": 99},
    ],
)
def test_a_loadout_that_cannot_be_is_refused(bad: dict[str, object]) -> None:
    with pytest.raises(RocketryError):
        replace(PLAIN, **bad)  # type: ignore[arg-type]
