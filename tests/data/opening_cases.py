"""Rockets drawn up by hand with what must open them, or why nothing can: written before the walk they judge.

Each case is a stack of parts, what is loaded, what its owner decided, and the openings that must be found, in order:
(event, source, key of what parts or None, works, why). `why` is the code of the reason. All rockets are our own inventions.
"""

from dataclasses import dataclass, field
from typing import Any

Part = dict[str, Any]
Opening = tuple[str, str, str | None, bool, str]


@dataclass(frozen=True, kw_only=True)
class OpeningCase:
    """`load` maps a mount's key to (case in mm, kind of motor, delay); `plan` is the file's recovery choice."""

    name: str
    stages: list[list[Part]]
    load: dict[str, tuple[int, str, float | None]]
    opens: list[Opening]
    plan: dict[str, Any] = field(default_factory=dict)
    plugged: tuple[str, ...] = ()
    version: int = 3


def part(type_: str, key: str, parent: str | None = None, **fields: Any) -> Part:
    return {"type": type_, "id": key, "parent": parent} | fields


def nose(**fields: Any) -> Part:
    return (
        part("nose_cone", "nose", shape="ogive", material="balsa", length_m=0.1, base_diameter_m=0.0262, shoulder_length_m=0.025)
        | fields
    )


def tube(key: str = "body", length_m: float = 0.32, **fields: Any) -> Part:
    return (
        part("body_tube", key, material="paper-tube", length_m=length_m, outer_diameter_m=0.0262, inner_diameter_m=0.0248)
        | fields
    )


def mount(key: str = "mount", parent: str = "body", **fields: Any) -> Part:
    return part(
        "motor_tube", key, parent, material="paper-tube", length_m=0.07, outer_diameter_m=0.0192, inner_diameter_m=0.0182, overhang_m=0.005,
    ) | fields  # fmt: skip


def fins(parent: str = "body") -> Part:
    return part(
        "fin_set", f"fins-{parent}", parent, material="balsa", count=3, root_chord_m=0.06, tip_chord_m=0.035, span_m=0.045, sweep_m=0.025,
        thickness_m=0.0024,
    )  # fmt: skip


def canopy(parent: str = "body", key: str = "canopy", diameter_m: float = 0.3, **fields: Any) -> Part:
    return part("canopy", key, parent, material="film", kind="flat", diameter_m=diameter_m) | fields


def cord(parent: str = "body", key: str = "cord") -> Part:
    return part("cord", key, parent, material="elastic-3", length_m=0.7)


def bulkhead(key: str, parent: str, edge: str, offset_m: float = 0.0) -> Part:
    return part("bulkhead", key, parent, material="birch-ply", thickness_m=0.003, edge=edge, offset_m=offset_m)


def coupler(
    key: str = "coupler", parent: str = "fore", edge: str = "aft", offset_m: float = -0.04, length_m: float = 0.08
) -> Part:
    """Half in its tube, half out of it, at the aft end of the tube ahead unless told otherwise."""
    return part("coupler", key, parent, material="paper-tube", length_m=length_m, wall_m=0.001, edge=edge, offset_m=offset_m)


def joint(key: str, parent: str, kind: str, **fields: Any) -> Part:
    return part("joint", key, parent, kind=kind, edge="aft", offset_m=0.0) | fields


def vent(
    key: str = "vent", parent: str = "body", diameter_m: float = 0.018, type_: str = "gas_vent", offset_m: float = 0.09
) -> Part:
    return part(type_, key, parent, diameter_m=diameter_m, count=1, edge="aft", offset_m=offset_m)


def altimeter(parent: str = "coupler") -> Part:
    return part("mass_lump", "altimeter", parent, kind="electronics", mass_kg=0.02, edge="fore", offset_m=0.02)


def simple(*more: Part, without: tuple[str, ...] = ()) -> list[Part]:
    parts = [nose(), tube(), mount(), fins(), canopy(), cord()]
    return [*(p for p in parts if p["id"] not in without), *more]


def wide(*more: Part) -> list[Part]:
    """54 mm across, a 29 mm mount."""
    big = mount(outer_diameter_m=0.0305, inner_diameter_m=0.0295, length_m=0.12)
    return [
        nose() | {"base_diameter_m": 0.054, "length_m": 0.18}, tube(length_m=0.6, outer_diameter_m=0.054, inner_diameter_m=0.052), big, fins(),
        canopy(diameter_m=0.5), cord(), *more,
    ]  # fmt: skip


def two_tubes(*more: Part, gear: str = "fore") -> list[Part]:
    """Nose, a tube, a coupler glued into it, a tube with the motor."""
    return [
        nose(), tube("fore", 0.25), tube("aft", 0.25), coupler(), mount(parent="aft"), fins("aft"), canopy(gear), cord(gear), *more,
    ]  # fmt: skip


def two_bays(*more: Part, without: tuple[str, ...] = ()) -> list[Part]:
    """The main ahead of an electronics bay, the drogue behind it. The bay's coupler is screwed to the main's tube, pushed into the other."""
    parts = [
        nose(), tube("fore", 0.3), tube("aft", 0.4), coupler(length_m=0.1, offset_m=-0.05), bulkhead("lid-fore", "coupler", "fore"),
        bulkhead("lid-aft", "coupler", "aft"), altimeter(), vent("port", "coupler", 0.002, "static_port", 0.05), mount(parent="aft"), fins("aft"),
        canopy("fore"), cord("fore"), canopy("aft", "drogue", 0.12), cord("aft", "cord-aft"), *more,
    ]  # fmt: skip
    return [p for p in parts if p["id"] not in without]


_SCREWED = joint("screws", "coupler", "screwed", end="fore", count=3)
_TWO = {"first": "drogue", "main_height_m": 120.0, "at_apogee": True}
_LOW = {"first": "tumble", "main_height_m": 90.0, "at_apogee": True}

CASES: list[OpeningCase] = [
    # One tube, one canopy, the motor's own charge.
    OpeningCase(
        name="a nose held by friction", stages=[simple()], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="a motor without a charge", stages=[simple()], load={"mount": (18, "plugged", None)},
        opens=[("main", "none", None, False, "no_charge")],
    ),
    OpeningCase(
        name="a booster on its own", stages=[simple()], load={"mount": (18, "booster", None)},
        opens=[("main", "none", None, False, "no_charge")],
    ),
    OpeningCase(
        name="a motor whose delay was left out", stages=[simple()], load={"mount": (18, "single", None)},
        opens=[("main", "none", None, False, "no_charge")],
    ),
    OpeningCase(
        name="no motor at all", stages=[simple()], load={}, opens=[("main", "none", None, False, "no_charge")],
    ),
    OpeningCase(
        name="nothing aboard to open", stages=[simple(without=("canopy", "cord"))], load={"mount": (18, "single", 4)},
        opens=[("main", "none", None, False, "no_device")],
    ),
    OpeningCase(
        name="a mount closed ahead of the motor, a hole as wide as the motor beside it, the canopy in the body",
        stages=[[*simple(vent(), without=("mount",)), mount(plugged=True)]], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", None, False, "plugged")],
    ),
    OpeningCase(
        name="a motor plugged for this flight", stages=[simple()], load={"mount": (18, "single", 4)}, plugged=("mount",),
        opens=[("main", "motor_charge", None, False, "plugged")],
    ),
    OpeningCase(
        name="a bulkhead between motor and canopy", stages=[simple(bulkhead("wall", "body", "aft", 0.11))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", None, False, "blocked")],
    ),
    OpeningCase(
        name="a bulkhead ahead of the canopy, under the nose: the way out is walled up",
        stages=[simple(bulkhead("wall", "body", "fore", 0.03))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", None, False, "no_exit")],
    ),
    OpeningCase(
        name="a gas vent beside the canopy", stages=[simple(vent(diameter_m=0.01, offset_m=0.2))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", None, False, "vented")],
    ),
    OpeningCase(
        name="a static port beside the canopy is no vent",
        stages=[simple(vent("port", diameter_m=0.002, type_="static_port", offset_m=0.2))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="a nose screwed on", stages=[simple(joint("screws", "nose", "screwed", end="aft", count=3))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", None, False, "fixed")],
    ),
    OpeningCase(
        name="a nose glued on", stages=[simple(joint("glue", "nose", "glued", end="aft"))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", None, False, "fixed")],
    ),
    OpeningCase(
        name="a nose with two thin pins", stages=[simple(joint("pins", "nose", "pinned", end="aft", count=2, pin="M2"))],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "pins", True, "opens")], plan={"motor_charge_kg": 0.004},
    ),
    OpeningCase(
        name="a nose with more pins than its motor shears",
        stages=[simple(joint("pins", "nose", "pinned", end="aft", count=4, pin="M3"))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", "pins", False, "weak")],
    ),
    OpeningCase(
        name="a friction joint told apart by name", stages=[simple(joint("fit", "nose", "friction", end="aft", opens="main"))],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "fit", True, "opens")],
    ),
    # Two tubes and an open coupler.
    OpeningCase(
        name="a canopy ahead of an open coupler, the coupler glued at both ends",
        stages=[two_tubes(joint("glue", "coupler", "glued", end="aft"))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="a coupler riveted behind, the nose comes off", stages=[two_tubes(joint("rivets", "coupler", "riveted", end="aft", count=3))],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="nose screwed, the coupler's free end parts", stages=[two_tubes(joint("screws", "nose", "screwed", end="aft", count=2))],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "coupler", True, "opens")],
    ),
    OpeningCase(
        name="nose screwed and the coupler riveted where the canopy should leave",
        stages=[two_tubes(joint("screws", "nose", "screwed", end="aft", count=2), joint("rivets", "coupler", "riveted", end="aft", count=3))],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", None, False, "fixed")],
    ),
    OpeningCase(
        name="of two joints the weaker parts, and it is the wrong one",
        stages=[two_tubes(joint("pins", "nose", "pinned", end="aft", count=2, pin="M3", opens="main"), joint("fit", "coupler", "friction", end="aft"),
                          gear="fore")],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "fit", True, "elsewhere")], plan={"motor_charge_kg": 0.004},
    ),
    OpeningCase(
        name="a payload section: closed coupler, the canopy behind it, the section slides out of the rear tube",
        stages=[two_tubes(bulkhead("lid", "coupler", "aft"), gear="aft")], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", "coupler", True, "opens")],
    ),
    OpeningCase(
        name="a payload section riveted to the rear tube",
        stages=[two_tubes(bulkhead("lid", "coupler", "aft"), joint("rivets", "coupler", "riveted", end="aft", count=4), gear="aft")],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", None, False, "fixed")],
    ),
    OpeningCase(
        name="the canopy ahead of a closed coupler", stages=[two_tubes(bulkhead("lid", "coupler", "aft"), gear="fore")],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", None, False, "blocked")],
    ),
    OpeningCase(
        name="an older file's rivets hold away from the coupler's host, and what must open there stays free", version=2,
        stages=[two_tubes(bulkhead("lid", "coupler", "aft"), part("joint", "rivets", "coupler", kind="riveted", count=4, edge="aft", offset_m=0.0), gear="aft")],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "rivets", True, "opens")],
    ),
    OpeningCase(
        name="an older file's wide hole behind a plug is a gas vent", version=2,
        stages=[[*simple(vent(type_="vent_holes"), without=("mount",)), mount(plugged=True)]], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", None, False, "plugged")],
    ),
    OpeningCase(
        name="an older file's small hole is a static port", version=2,
        stages=[simple(vent("port", diameter_m=0.002, type_="vent_holes", offset_m=0.2))], load={"mount": (18, "single", 4)},
        opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    # Transitions and fin cans.
    OpeningCase(
        name="a hollow transition lets the gas through",
        stages=[[nose(), tube("fore", 0.2), part("transition", "cone", length_m=0.05, wall_m=0.001, material="card", aft_shoulder_m=0.02),
                 tube("aft", 0.25, outer_diameter_m=0.0204, inner_diameter_m=0.0194), mount(parent="aft", outer_diameter_m=0.0192), fins("aft"),
                 canopy("fore"), cord("fore"), joint("glue", "cone", "glued", end="aft"), joint("glue-fore", "cone", "glued", end="fore")]],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="a solid transition is the plug that comes out",
        stages=[[nose(), tube("fore", 0.2), part("transition", "cone", length_m=0.05, material="balsa", fore_shoulder_m=0.02, aft_shoulder_m=0.02),
                 tube("aft", 0.25), mount(parent="aft"), fins("aft"), canopy("aft"), cord("aft"), joint("glue", "cone", "glued", end="fore")]],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", "cone", True, "opens")],
    ),
    OpeningCase(
        name="a solid transition keeps the gas from a canopy ahead of it",
        stages=[[nose(), tube("fore", 0.2), part("transition", "cone", length_m=0.05, material="balsa", fore_shoulder_m=0.02, aft_shoulder_m=0.02),
                 tube("aft", 0.25), mount(parent="aft"), fins("aft"), canopy("fore"), cord("fore")]],
        load={"mount": (18, "single", 4)}, opens=[("main", "motor_charge", None, False, "blocked")],
    ),
    OpeningCase(
        name="a printed tail open all the way through",
        stages=[[nose(), tube(), part("fin_can", "can", length_m=0.08, inner_diameter_m=0.0182, shank_length_m=0.02, max_motor_length_m=0.07,
                 material="printed-petg"), canopy(), cord()]],
        load={"can": (18, "single", 4)}, opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="a printed tail with a closed end",
        stages=[[nose(), tube(), part("fin_can", "can", length_m=0.08, inner_diameter_m=0.0182, shank_length_m=0.02, max_motor_length_m=0.07,
                 material="printed-petg", gas_path=False), canopy(), cord()]],
        load={"can": (18, "single", 4)}, opens=[("main", "motor_charge", None, False, "plugged")],
    ),
    # What needs no charge.
    OpeningCase(
        name="a glider under a plugged motor", stages=[simple(canopy(kind="glide", diameter_m=None, length_m=0.4, width_m=0.06), without=("canopy", "cord"))],
        load={"mount": (18, "plugged", None)}, opens=[("main", "none", None, True, "glides")],
    ),
    OpeningCase(
        name="a glider under a motor with a charge and a vent for it",
        stages=[[*simple(canopy(kind="glide", diameter_m=None, length_m=0.4, width_m=0.06), vent(), without=("canopy", "cord", "mount")), mount(plugged=True)]],
        load={"mount": (18, "single", 4)}, opens=[("main", "none", None, True, "glides")],
    ),
    OpeningCase(
        name="blades a string holds till the charge burns it", stages=[simple(canopy(kind="helicopter", diameter_m=0.5), without=("canopy", "cord"))],
        load={"mount": (18, "single", 4)}, opens=[("main", "burn_string", None, True, "burn_string")],
    ),
    OpeningCase(
        name="a tumbler", stages=[simple(without=("canopy", "cord"))], load={"mount": (18, "single", 4)}, plan={"first": "tumble_only"},
        opens=[("main", "none", None, True, "tumbles")],
    ),
    # Altimeters: one event.
    OpeningCase(
        name="an altimeter's charge at apogee, the motor's charge in reserve",
        stages=[simple(altimeter("body"))], load={"mount": (18, "single", 6)}, plan={"at_apogee": True},
        opens=[("main", "altimeter_charge", "nose", True, "opens"), ("backup_main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="an altimeter's charge with a plugged motor", stages=[simple(altimeter("body"))], load={"mount": (18, "plugged", None)}, plan={"at_apogee": True},
        opens=[("main", "altimeter_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="a reserve that cannot shear the pins the altimeter's charge is sized for",
        stages=[wide(altimeter("body"), joint("pins", "nose", "pinned", end="aft", count=3, pin="4-40"))], load={"mount": (29, "single", 6)},
        plan={"at_apogee": True},
        opens=[("main", "altimeter_charge", "pins", True, "opens"), ("backup_main", "motor_charge", "pins", False, "weak")],
    ),
    OpeningCase(
        name="an altimeter's charge against a nose screwed on", plan={"at_apogee": True}, load={"mount": (18, "plugged", None)},
        stages=[simple(altimeter("body"), joint("screws", "nose", "screwed", end="aft", count=3))],
        opens=[("main", "altimeter_charge", None, False, "fixed")],
    ),
    OpeningCase(
        name="a charge told too small by its owner", stages=[simple(altimeter("body"), joint("pins", "nose", "pinned", end="aft", count=3, pin="4-40"))],
        load={"mount": (18, "plugged", None)}, plan={"at_apogee": True, "main_charge": {"charge_kg": 0.0001}},
        opens=[("main", "altimeter_charge", "pins", False, "weak")],
    ),
    OpeningCase(
        name="a second altimeter's charge in reserve", stages=[simple(altimeter("body"))], load={"mount": (18, "plugged", None)},
        plan={"at_apogee": True, "main_charge": {"backup": True}},
        opens=[("main", "altimeter_charge", "nose", True, "opens"), ("backup_main", "altimeter_charge", "nose", True, "opens")],
    ),
    # Altimeters: two events.
    OpeningCase(
        name="drogue behind the bay, main ahead of it", stages=[two_bays(_SCREWED)], load={"mount": (18, "single", 8)}, plan=_TWO,
        opens=[("first", "altimeter_charge", "coupler", True, "opens"), ("backup_first", "motor_charge", "coupler", True, "opens"),
               ("main", "altimeter_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="two events on a plugged motor, both with a second charge", stages=[two_bays(_SCREWED)], load={"mount": (18, "plugged", None)},
        plan=_TWO | {"first_charge": {"backup": True}, "main_charge": {"backup": True}},
        opens=[("first", "altimeter_charge", "coupler", True, "opens"), ("backup_first", "altimeter_charge", "coupler", True, "opens"),
               ("main", "altimeter_charge", "nose", True, "opens"), ("backup_main", "altimeter_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="the drogue's joint riveted shut", stages=[two_bays(_SCREWED, joint("rivets", "coupler", "riveted", end="aft", count=4))],
        load={"mount": (18, "plugged", None)}, plan=_TWO,
        opens=[("first", "altimeter_charge", None, False, "fixed"), ("main", "altimeter_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="the main's charge told into the drogue's bay", stages=[two_bays(_SCREWED)], load={"mount": (18, "plugged", None)},
        plan=_TWO | {"main_charge": {"bay": "aft"}},
        opens=[("first", "altimeter_charge", "coupler", True, "opens"), ("main", "altimeter_charge", None, False, "blocked")],
    ),
    OpeningCase(
        name="a main held shut by a release till it is low", stages=[simple(altimeter("body"), part("mass_lump", "release", "body", kind="release", mass_kg=0.012, edge="fore", offset_m=0.1))],
        load={"mount": (18, "single", 6)}, plan=_LOW,
        opens=[("first", "altimeter_charge", "nose", True, "opens"), ("backup_first", "motor_charge", "nose", True, "opens"),
               ("main", "release", None, True, "released")],
    ),
    OpeningCase(
        name="a release behind a motor's charge, no altimeter", plan={"first": "tumble", "main_height_m": 60.0}, load={"mount": (18, "single", 4)},
        stages=[simple(part("mass_lump", "release", "body", kind="release", mass_kg=0.012, edge="fore", offset_m=0.1))],
        opens=[("first", "motor_charge", "nose", True, "opens"), ("main", "release", None, True, "released")],
    ),
    OpeningCase(
        name="a release waits for a first event that never comes", plan={"first": "tumble", "main_height_m": 60.0}, load={"mount": (18, "plugged", None)},
        stages=[simple(part("mass_lump", "release", "body", kind="release", mass_kg=0.012, edge="fore", offset_m=0.1))],
        opens=[("first", "none", None, False, "no_charge"), ("main", "release", None, False, "waits")],
    ),
    # Clusters and stages.
    OpeningCase(
        name="one charge of a cluster of different mounts is enough",
        stages=[[nose(base_diameter_m=0.066), tube(outer_diameter_m=0.066, inner_diameter_m=0.064), mount(),
                 mount("outer", count=2, spread_m=0.021, plugged=True), vent(parent="body", diameter_m=0.02, offset_m=0.02), fins(), canopy(), cord()]],
        load={"mount": (18, "single", 4), "outer": (18, "plugged", None)}, opens=[("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="only the outer motors have charges, and they are plugged",
        stages=[[nose(base_diameter_m=0.066), tube(outer_diameter_m=0.066, inner_diameter_m=0.064), mount(),
                 mount("outer", count=2, spread_m=0.021, plugged=True), vent(parent="body", diameter_m=0.02, offset_m=0.02), fins(), canopy(), cord()]],
        load={"mount": (18, "plugged", None), "outer": (18, "single", 4)}, opens=[("main", "motor_charge", None, False, "plugged")],
    ),
    OpeningCase(
        name="two stages: the lower one is pushed off, the upper opens by its own charge",
        stages=[simple(), [tube("lower", 0.1), mount("booster", "lower"), fins("lower")]], load={"mount": (18, "single", 6), "booster": (18, "booster", None)},
        opens=[("separation", "none", "lower", True, "pushed_off"), ("main", "motor_charge", "nose", True, "opens")],
    ),
    OpeningCase(
        name="two stages with a plugged motor above",
        stages=[simple(), [tube("lower", 0.1), mount("booster", "lower"), fins("lower")]], load={"mount": (18, "plugged", None), "booster": (18, "booster", None)},
        opens=[("separation", "none", "lower", True, "pushed_off"), ("main", "none", None, False, "no_charge")],
    ),
]  # fmt: skip
