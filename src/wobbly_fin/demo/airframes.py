"""The demo rockets' airframes, part by part. Designs and sizes are our own; each shows something different."""

import uuid
from typing import Any

from wobbly_fin.formats.rocket_file import RocketFile

_NAMESPACE = uuid.UUID("0d3f6c1e-9a52-4d0e-8a57-2f6f6f8f1c40")
Parts = list[dict[str, Any]]


def _mm(**sizes: float) -> dict[str, float]:
    """Sizes in millimetres as fields in metres."""
    return {f"{name}_m": round(value / 1000, 7) for name, value in sizes.items()}


def _g(mass: float, guessed: bool = False) -> dict[str, Any]:
    return {"mass_kg": mass / 1000, "mass_source": "guessed" if guessed else "measured"}


def _thimble() -> list[Parts]:
    """A streamer model rolled from a placemat."""
    return [
        [
            {"type": "nose_cone", "shape": "ellipsoid", **_mm(length=38, base_diameter=15.4, shoulder_length=14, shoulder_diameter=14.4), "material": "balsa"},
            {"type": "body_tube", "as": "body", "name": "placemat tube", **_mm(length=202, outer_diameter=15.4, inner_diameter=14.6), "material": "paper-tube", "found": True, **_g(7.4)},
            {"type": "motor_tube", "as": "mount", "in": "body", **_mm(length=48, outer_diameter=13.8, inner_diameter=13.2, max_motor_length=45, overhang=4), "material": "glassine-tube"},
            {"type": "retainer", "in": "mount", "kind": "tape", "edge": "aft", "offset_m": 0.0, **_g(0.3, True)},
            {"type": "fin_set", "in": "body", "count": 3, "planform": "ellipse", **_mm(root_chord=34, span=26, thickness=1.5), "edges": "rounded", "material": "balsa", "offset_m": 0.002},
            {"type": "launch_lug", "in": "body", "edge": "aft", **_mm(offset=78, length=30, outer_diameter=4.4, inner_diameter=3.6, rod_diameter=3.2), "material": "paper-tube"},
            {"type": "anchor", "in": "body", "kind": "folded_patch", "edge": "fore", "offset_m": 0.022, **_g(0.2, True)},
            {"type": "cord", "in": "body", **_mm(length=420), "material": "aramid-1"},
            {"type": "canopy", "name": "streamer", "in": "body", "kind": "streamer", **_mm(length=1500, width=60, packed_length=38), "material": "crepe"},
            {"type": "allowance", "in": "body", "kind": "glue"},
            {"type": "mass_lump", "name": "clay in the nose", "kind": "ballast", "position_m": 0.024, **_g(2.6)},
            {"type": "allowance", "in": "body", "kind": "paint", "coats": 4},
        ]
    ]  # fmt: skip


def _inchworm() -> list[Parts]:
    """The plain first kit."""
    return [
        [
            {"type": "nose_cone", "shape": "parabola", **_mm(length=84, base_diameter=27, shoulder_length=24, shoulder_diameter=25.8), "material": "balsa"},
            {"type": "body_tube", "as": "body", **_mm(length=346, outer_diameter=27, inner_diameter=26), "material": "glassine-tube"},
            {"type": "motor_tube", "as": "mount", "in": "body", **_mm(length=74, outer_diameter=18.9, inner_diameter=18.2, max_motor_length=70, overhang=6), "material": "glassine-tube"},
            {"type": "centring_ring", "name": "forward ring", "in": "mount", "edge": "fore", **_mm(offset=6, thickness=1.5, outer_diameter=25.9, inner_diameter=19), "material": "card"},
            {"type": "centring_ring", "name": "aft ring", "in": "mount", "edge": "aft", **_mm(offset=8, thickness=1.5, outer_diameter=25.9, inner_diameter=19), "material": "card"},
            {"type": "retainer", "in": "mount", "kind": "hook", "edge": "aft", "offset_m": 0.0, **_g(1.4)},
            {"type": "fin_set", "as": "fins", "in": "body", "count": 3, **_mm(root_chord=62, tip_chord=34, span=46, sweep=34, thickness=2.3), "edges": "rounded", "material": "balsa", "nominal": {"thickness_m": "3/32 in"}},
            {"type": "launch_lug", "in": "body", "edge": "aft", **_mm(offset=132, length=40, outer_diameter=4.4, inner_diameter=3.6, rod_diameter=3.2), "material": "paper-tube"},
            {"type": "anchor", "in": "body", "kind": "folded_patch", "edge": "fore", "offset_m": 0.034, **_g(0.4, True)},
            {"type": "cord", "in": "body", **_mm(length=900), "material": "elastic-3"},
            {"type": "canopy", "in": "body", "kind": "flat", **_mm(diameter=304.8), "material": "film", "lines_kg": 0.0016},
            {"type": "allowance", "in": "body", "kind": "glue"},
            {"type": "allowance", "in": "body", "kind": "paint"},
        ]
    ]  # fmt: skip


def _heron() -> list[Parts]:
    """Nose and fin can off the printer."""
    return [
        [
            {"type": "nose_cone", "name": "printed nose", "shape": "haack", **_mm(length=118, base_diameter=35.1, shoulder_length=30, shoulder_diameter=33.7, wall=1.2), "material": "printed-pla", "finish": "unfinished", **_g(17.8)},
            {"type": "body_tube", "as": "body", **_mm(length=400, outer_diameter=35.1, inner_diameter=34), "material": "paper-tube"},
            {"type": "fin_can", "as": "can", "name": "printed fin can", **_mm(length=92, inner_diameter=18.4, shank_length=24, shank_diameter=33.8, max_motor_length=70, overhang=4), "material": "printed-petg", **_g(26.5)},
            {"type": "fin_set", "in": "can", "count": 4, **_mm(root_chord=70, tip_chord=36, span=42, sweep=40, thickness=2.4, offset=6), "edges": "square", "material": "printed-petg", "moulded": True, "finish": "rough"},
            {"type": "retainer", "in": "can", "kind": "twist_lock", "edge": "aft", "offset_m": 0.0, **_g(3.2)},
            {"type": "launch_lug", "in": "body", "edge": "aft", **_mm(offset=70, length=40, outer_diameter=6.2, inner_diameter=5.3, rod_diameter=4.8), "material": "paper-tube", "angle_deg": 45.0},
            {"type": "anchor", "in": "body", "kind": "loop_patch", "edge": "fore", "offset_m": 0.045, **_g(0.8, True)},
            {"type": "cord", "in": "body", **_mm(length=1500), "material": "elastic-3"},
            {"type": "canopy", "in": "body", "kind": "flat", **_mm(diameter=400, spill_hole=40), "material": "film", "lines_kg": 0.0022},
            {"type": "allowance", "in": "body", "kind": "glue"},
        ]
    ]  # fmt: skip


def _sisters() -> list[Parts]:
    """A cluster of three."""
    return [
        [
            {"type": "nose_cone", "shape": "ellipsoid", **_mm(length=120, base_diameter=66, shoulder_length=45, shoulder_diameter=64.2, wall=1.4), "material": "polystyrene"},
            {"type": "body_tube", "as": "body", **_mm(length=580, outer_diameter=66, inner_diameter=64.5), "material": "paper-tube"},
            {"type": "motor_tube", "as": "mount", "in": "body", **_mm(length=76, outer_diameter=18.9, inner_diameter=18.2, max_motor_length=70, overhang=5), "count": 3, "spread_m": 0.0145, "material": "glassine-tube"},
            {"type": "centring_ring", "name": "cluster plate, forward", "in": "mount", "edge": "fore", **_mm(offset=8, thickness=3, outer_diameter=64.3, inner_diameter=36), "material": "birch-ply"},
            {"type": "centring_ring", "name": "cluster plate, aft", "in": "mount", "edge": "aft", **_mm(offset=10, thickness=3, outer_diameter=64.3, inner_diameter=36), "material": "birch-ply"},
            {"type": "retainer", "in": "mount", "kind": "hook", "edge": "aft", "offset_m": 0.0, **_g(4.5)},
            {"type": "fin_set", "in": "body", "count": 4, **_mm(root_chord=120, tip_chord=60, span=78, sweep=70, thickness=3.1), "edges": "rounded", "material": "lime"},
            {"type": "launch_lug", "in": "body", "edge": "aft", **_mm(offset=180, length=50, outer_diameter=6.2, inner_diameter=5.3, rod_diameter=4.8), "material": "paper-tube", "angle_deg": 45.0},
            {"type": "anchor", "in": "body", "kind": "mount_line", "edge": "fore", "offset_m": 0.06, **_g(1.1)},
            {"type": "cord", "in": "body", **_mm(length=2000), "material": "elastic-6"},
            {"type": "canopy", "in": "body", "kind": "flat", **_mm(diameter=600), "material": "ripstop", "lines_kg": 0.005},
            {"type": "mass_lump", "name": "clay in the nose", "kind": "ballast", "position_m": 0.024, **_g(24)},
            {"type": "allowance", "in": "body", "kind": "glue"},
            {"type": "allowance", "in": "body", "kind": "paint"},
        ]
    ]  # fmt: skip


def _kettle() -> list[Parts]:
    """Two diameters and a boat tail."""
    return [
        [
            {"type": "nose_cone", "shape": "ogive", **_mm(length=165, base_diameter=41.4, shoulder_length=38, shoulder_diameter=39.9, wall=1.2), "material": "polystyrene", "finish": "polished"},
            {"type": "body_tube", "as": "wide", "name": "wide tube", **_mm(length=250, outer_diameter=41.4, inner_diameter=40.1), "material": "paper-tube", "finish": "polished"},
            {"type": "transition", "as": "neck", "name": "neck", **_mm(length=48, fore_diameter=41.4, aft_diameter=31.5, wall=0.5, fore_shoulder=25), "material": "card", "finish": "polished"},
            {"type": "body_tube", "as": "narrow", "name": "narrow tube", **_mm(length=240, outer_diameter=31.5, inner_diameter=30.4), "material": "paper-tube", "finish": "polished"},
            {"type": "transition", "name": "boat tail", **_mm(length=33.6, fore_diameter=31.5, aft_diameter=26.4, wall=0.5), "material": "card", "finish": "polished"},
            {"type": "motor_tube", "as": "mount", "in": "narrow", "edge": "aft", **_mm(offset=-33.6, length=130, outer_diameter=25.1, inner_diameter=24.2, max_motor_length=95, overhang=5), "material": "glassine-tube"},
            {"type": "centring_ring", "name": "forward ring", "in": "mount", "edge": "fore", **_mm(offset=5, thickness=1.5, outer_diameter=30.3, inner_diameter=25.2), "material": "card"},
            {"type": "centring_ring", "name": "middle ring", "in": "mount", "edge": "aft", **_mm(offset=38, thickness=1.5, outer_diameter=30.3, inner_diameter=25.2), "material": "card"},
            {"type": "retainer", "in": "mount", "kind": "hook", "edge": "aft", "offset_m": 0.0, **_g(2.1)},
            {"type": "fin_set", "in": "narrow", "count": 4, **_mm(root_chord=92, tip_chord=44, span=58, sweep=60, thickness=2.95, offset=4), "edges": "square", "material": "lime", "finish": "painted"},
            {"type": "launch_lug", "in": "narrow", "edge": "aft", **_mm(offset=150, length=45, outer_diameter=6.2, inner_diameter=5.3, rod_diameter=4.8), "material": "paper-tube", "angle_deg": 45.0},
            {"type": "anchor", "in": "narrow", "kind": "mount_line", "edge": "fore", "offset_m": 0.05, **_g(0.6)},
            {"type": "cord", "in": "wide", **_mm(length=1800), "material": "elastic-6"},
            {"type": "canopy", "in": "wide", "kind": "hexagonal", **_mm(diameter=558.8), "material": "ripstop", "lines_kg": 0.004},
            {"type": "allowance", "in": "wide", "kind": "glue"},
            {"type": "allowance", "in": "wide", "kind": "paint", "coats": 5},
        ]
    ]  # fmt: skip


def _ferry() -> list[Parts]:
    """Fins through the wall, a payload bay with an altimeter."""
    return [
        [
            {"type": "nose_cone", "shape": "ogive", **_mm(length=270, base_diameter=66, shoulder_length=60, shoulder_diameter=63.6, wall=2), "material": "polystyrene", **_g(148)},
            {"type": "body_tube", "as": "bay", "name": "payload tube", **_mm(length=220, outer_diameter=66, inner_diameter=63.8), "material": "paper-tube"},
            {"type": "static_port", "in": "bay", "count": 3, "edge": "fore", **_mm(offset=120, diameter=3.2), "angle_deg": 30.0},
            {"type": "coupler", "as": "joiner", "in": "bay", "edge": "aft", **_mm(offset=-60, length=120, outer_diameter=63.6, wall=1.2), "material": "paper-tube", **_g(24.8)},
            {"type": "bulkhead", "as": "lid", "in": "joiner", "edge": "aft", **_mm(offset=2, thickness=2.95), "material": "birch-ply"},
            {"type": "mass_lump", "name": "altimeter with battery", "in": "bay", "kind": "payload", "edge": "fore", **_mm(offset=80, length=62, diameter=26), **_g(38)},
            {"type": "joint", "in": "joiner", "kind": "riveted", "end": "fore", "count": 3, **_g(0.9)},
            {"type": "body_tube", "as": "body", **_mm(length=830, outer_diameter=66, inner_diameter=63.8), "material": "paper-tube"},
            {"type": "motor_tube", "as": "mount", "in": "body", **_mm(length=230, outer_diameter=30.9, inner_diameter=29.2, max_motor_length=124, overhang=6), "material": "paper-tube"},
            {"type": "centring_ring", "as": "front", "name": "forward ring", "in": "mount", "edge": "fore", **_mm(offset=12, thickness=2.95, outer_diameter=63.7, inner_diameter=31), "material": "birch-ply"},
            {"type": "centring_ring", "name": "middle ring", "in": "mount", "edge": "aft", **_mm(offset=186, thickness=2.95, outer_diameter=63.7, inner_diameter=31), "material": "birch-ply"},
            {"type": "centring_ring", "name": "aft ring", "in": "mount", "edge": "aft", **_mm(offset=14, thickness=2.95, outer_diameter=63.7, inner_diameter=31), "material": "birch-ply"},
            {"type": "retainer", "in": "mount", "kind": "threaded_ring", "edge": "aft", **_mm(offset=-3, length=12), **_g(17.6)},
            {"type": "fin_set", "in": "body", "count": 3, **_mm(root_chord=180, tip_chord=80, span=82, sweep=104, thickness=2.95, offset=18), "through_wall": True, "edges": "rounded", "material": "birch-ply", "nominal": {"thickness_m": "1/8 in"}},
            {"type": "rail_button", "name": "aft button", "in": "body", "edge": "aft", **_mm(offset=24, diameter=11.2, height=12.5), "material": "acetal", "angle_deg": 60.0},
            {"type": "rail_button", "name": "front button", "in": "body", "edge": "aft", **_mm(offset=520, diameter=11.2, height=12.5), "material": "acetal", "angle_deg": 60.0},
            {"type": "anchor", "name": "eye bolt", "in": "front", "kind": "eye_bolt", "edge": "fore", **_mm(offset=-24, length=24, wire=4), **_g(14.2)},
            {"type": "cord", "in": "body", **_mm(length=4000), "material": "aramid-3"},
            {"type": "canopy", "in": "body", "kind": "flat", **_mm(diameter=1100, spill_hole=80), "material": "ripstop", "lines_kg": 0.014},
            {"type": "mass_lump", "name": "sled with switch", "in": "bay", "kind": "electronics", "edge": "fore", **_mm(offset=66, length=88, diameter=50), **_g(46)},
            {"type": "allowance", "in": "body", "kind": "glue", **_g(112)},
            {"type": "allowance", "in": "body", "kind": "paint", "coats": 4, **_g(64)},
        ]
    ]  # fmt: skip


def _bellwether() -> list[Parts]:
    """High power on a rail: a drogue at the top, the main let out low, two altimeters between them."""
    return [
        [
            {"type": "nose_cone", "as": "nose", "shape": "ogive", **_mm(length=410, base_diameter=102.4, shoulder_length=95, shoulder_diameter=98.6, wall=2.6), "material": "fibreglass", **_g(462)},
            {"type": "body_tube", "as": "upper", "name": "upper tube", **_mm(length=640, outer_diameter=102.4, inner_diameter=98.8), "material": "phenolic"},
            {"type": "coupler", "as": "joiner", "in": "upper", "edge": "aft", **_mm(offset=-95, length=190, outer_diameter=98.6, wall=1.8), "material": "phenolic"},
            {"type": "bulkhead", "name": "forward lid", "in": "joiner", "edge": "fore", **_mm(offset=4, thickness=6.2), "material": "birch-ply"},
            {"type": "bulkhead", "name": "aft lid", "in": "joiner", "edge": "aft", **_mm(offset=4, thickness=6.2), "material": "birch-ply"},
            {"type": "mass_lump", "name": "two altimeters on a sled", "in": "joiner", "kind": "electronics", "edge": "fore", **_mm(offset=30, length=120, diameter=70), **_g(148)},
            {"type": "static_port", "in": "joiner", "count": 4, "edge": "fore", **_mm(offset=55, diameter=3.0), "angle_deg": 45.0},
            {"type": "joint", "in": "joiner", "kind": "screwed", "end": "fore", "count": 4, **_g(6)},
            {"type": "cord", "name": "upper leader", "in": "upper", **_mm(length=500), "material": "aramid-3"},
            {"type": "cord", "name": "upper cord", "in": "upper", **_mm(length=6000), "material": "nylon-web"},
            {"type": "canopy", "name": "main", "in": "upper", "kind": "domed", **_mm(diameter=1600, spill_hole=160), "material": "ripstop", "lines_kg": 0.07},
            {"type": "body_tube", "as": "body", "name": "lower tube", **_mm(length=1000, outer_diameter=102.4, inner_diameter=98.8), "material": "phenolic"},
            {"type": "motor_tube", "as": "mount", "in": "body", **_mm(length=400, outer_diameter=57.2, inner_diameter=54.3, max_motor_length=326, overhang=8), "material": "phenolic"},
            {"type": "centring_ring", "as": "front", "name": "forward ring", "in": "mount", "edge": "fore", **_mm(offset=20, thickness=6.2, outer_diameter=98.7, inner_diameter=57.3), "material": "birch-ply"},
            {"type": "centring_ring", "name": "middle ring", "in": "mount", "edge": "aft", **_mm(offset=262, thickness=6.2, outer_diameter=98.7, inner_diameter=57.3), "material": "birch-ply"},
            {"type": "centring_ring", "name": "aft ring", "in": "mount", "edge": "aft", **_mm(offset=16, thickness=6.2, outer_diameter=98.7, inner_diameter=57.3), "material": "birch-ply"},
            {"type": "retainer", "in": "mount", "kind": "threaded_ring", "edge": "aft", **_mm(offset=-4, length=16), **_g(58)},
            {"type": "fin_set", "in": "body", "count": 3, **_mm(root_chord=260, tip_chord=110, span=130, sweep=150, thickness=4.1, offset=20), "through_wall": True, "edges": "rounded", "material": "fibreglass", "nominal": {"thickness_m": "5/32 in"}},
            {"type": "rail_button", "name": "aft button", "in": "body", "edge": "aft", **_mm(offset=30, diameter=11.2, height=12.5), "material": "acetal", "angle_deg": 60.0},
            {"type": "rail_button", "name": "front button", "in": "body", "edge": "aft", **_mm(offset=800, diameter=11.2, height=12.5), "material": "acetal", "angle_deg": 60.0},
            {"type": "anchor", "name": "U-bolt", "in": "front", "kind": "u_bolt", "edge": "fore", **_mm(offset=-30, length=30, wire=6), **_g(46)},
            {"type": "cord", "name": "lower leader", "in": "body", **_mm(length=900), "material": "aramid-3"},
            {"type": "cord", "name": "lower cord", "in": "body", **_mm(length=8000), "material": "nylon-web"},
            {"type": "canopy", "name": "drogue", "in": "body", "kind": "cross", **_mm(diameter=480), "material": "ripstop", "lines_kg": 0.016},
            {"type": "mass_lump", "name": "bay hardware", "in": "upper", "kind": "hardware", "edge": "aft", **_mm(offset=100, length=40), **_g(128)},
            {"type": "allowance", "in": "body", "kind": "glue", **_g(305)},
            {"type": "allowance", "in": "body", "kind": "paint", "coats": 4, **_g(176)},
            {"type": "joint", "name": "lower pins", "in": "joiner", "kind": "pinned", "end": "aft", "count": 2, "opens": "first"},
            {"type": "joint", "name": "upper pins", "in": "nose", "kind": "pinned", "end": "aft", "count": 3, "opens": "main"},
        ]
    ]  # fmt: skip


def _post_rider() -> list[Parts]:
    """A scale model of a rocket that never was, with the steps and stripes of its prototype."""
    return [
        [
            {"type": "nose_cone", "shape": "cone", **_mm(length=150, base_diameter=49, shoulder_length=44, shoulder_diameter=47.2, wall=1.2), "material": "polystyrene"},
            {"type": "body_tube", "as": "mail", "name": "mail bay", **_mm(length=210, outer_diameter=49, inner_diameter=47.4), "material": "paper-tube"},
            {"type": "coupler", "in": "mail", "edge": "aft", **_mm(offset=-40, length=80, outer_diameter=47.2, wall=0.8), "material": "paper-tube"},
            {"type": "body_tube", "as": "body", **_mm(length=356, outer_diameter=49, inner_diameter=47.4), "material": "paper-tube"},
            {"type": "display", "name": "brass nozzle for the shelf", "in": "body", "edge": "aft", **_mm(offset=-26, length=26, diameter=30)},
            {"type": "motor_tube", "as": "mount", "in": "body", **_mm(length=100, outer_diameter=25.1, inner_diameter=24.2, max_motor_length=95, overhang=5), "material": "glassine-tube"},
            {"type": "centring_ring", "name": "forward ring", "in": "mount", "edge": "fore", **_mm(offset=8, thickness=2.95, outer_diameter=47.3, inner_diameter=25.2), "material": "birch-ply"},
            {"type": "centring_ring", "name": "aft ring", "in": "mount", "edge": "aft", **_mm(offset=10, thickness=2.95, outer_diameter=47.3, inner_diameter=25.2), "material": "birch-ply"},
            {"type": "retainer", "in": "mount", "kind": "clips", "edge": "aft", "offset_m": 0.0, **_g(3.4)},
            {"type": "fin_set", "in": "body", "count": 4, "planform": "free", "outline": [[0, 0], [0.052, 0.061], [0.094, 0.061], [0.109, 0.04], [0.109, 0]], **_mm(thickness=2.4), "edges": "square", "material": "lime"},
            {"type": "launch_lug", "in": "body", "edge": "aft", **_mm(offset=150, length=45, outer_diameter=6.2, inner_diameter=5.3, rod_diameter=4.8), "material": "paper-tube", "angle_deg": 45.0},
            {"type": "anchor", "in": "body", "kind": "loop_patch", "edge": "fore", "offset_m": 0.07, **_g(1.1)},
            {"type": "cord", "in": "body", **_mm(length=2000), "material": "elastic-6"},
            {"type": "canopy", "in": "body", "kind": "flat", **_mm(diameter=560), "material": "ripstop", "lines_kg": 0.005},
            {"type": "mass_lump", "name": "nose ballast", "kind": "ballast", "position_m": 0.06, **_g(12)},
            {"type": "allowance", "in": "body", "kind": "glue"},
            {"type": "allowance", "in": "body", "kind": "paint", "coats": 5},
        ]
    ]  # fmt: skip


def _candle() -> list[Parts]:
    """Two stages: the candle flies on when the snuffer has dropped."""
    return [
        [
            {"type": "nose_cone", "shape": "ogive", **_mm(length=92, base_diameter=25.2, shoulder_length=22, shoulder_diameter=24.1, wall=1), "material": "polystyrene"},
            {"type": "body_tube", "as": "body", "name": "candle", **_mm(length=300, outer_diameter=25.2, inner_diameter=24.3), "material": "glassine-tube"},
            {"type": "motor_tube", "as": "mount", "in": "body", **_mm(length=76, outer_diameter=18.9, inner_diameter=18.2, max_motor_length=70, overhang=6), "material": "glassine-tube"},
            {"type": "centring_ring", "in": "mount", "edge": "fore", **_mm(offset=5, thickness=1.5, outer_diameter=24.2, inner_diameter=19), "material": "card"},
            {"type": "centring_ring", "name": "aft ring", "in": "mount", "edge": "aft", **_mm(offset=8, thickness=1.5, outer_diameter=24.2, inner_diameter=19), "material": "card"},
            {"type": "retainer", "in": "mount", "kind": "tape", "edge": "aft", "offset_m": 0.0, **_g(0.4, True)},
            {"type": "fin_set", "name": "candle fins", "in": "body", "count": 3, **_mm(root_chord=52, tip_chord=28, span=40, sweep=26, thickness=2.3), "edges": "rounded", "material": "balsa"},
            {"type": "launch_lug", "in": "body", "edge": "aft", **_mm(offset=70, length=40, outer_diameter=4.4, inner_diameter=3.6, rod_diameter=3.2), "material": "paper-tube"},
            {"type": "anchor", "in": "body", "kind": "folded_patch", "edge": "fore", "offset_m": 0.03, **_g(0.4, True)},
            {"type": "cord", "in": "body", **_mm(length=900), "material": "elastic-3"},
            {"type": "canopy", "in": "body", "kind": "flat", **_mm(diameter=300), "material": "film", "lines_kg": 0.0015},
            {"type": "allowance", "in": "body", "kind": "glue"},
            {"type": "allowance", "in": "body", "kind": "paint"},
        ],
        [
            {"type": "body_tube", "as": "booster", "name": "snuffer", **_mm(length=84, outer_diameter=25.2, inner_diameter=24.3), "material": "glassine-tube"},
            {"type": "motor_tube", "as": "b-mount", "in": "booster", **_mm(length=76, outer_diameter=18.9, inner_diameter=18.2, max_motor_length=70, overhang=2), "material": "glassine-tube"},
            {"type": "centring_ring", "in": "b-mount", "edge": "fore", **_mm(offset=6, thickness=1.5, outer_diameter=24.2, inner_diameter=19), "material": "card"},
            {"type": "centring_ring", "name": "booster aft ring", "in": "b-mount", "edge": "aft", **_mm(offset=6, thickness=1.5, outer_diameter=24.2, inner_diameter=19), "material": "card"},
            {"type": "retainer", "in": "b-mount", "kind": "tape", "edge": "aft", "offset_m": 0.0, **_g(0.4, True)},
            {"type": "fin_set", "name": "snuffer fins", "in": "booster", "count": 3, **_mm(root_chord=66, tip_chord=44, span=58, sweep=30, thickness=2.3), "edges": "rounded", "material": "balsa"},
            {"type": "allowance", "in": "booster", "kind": "glue"},
            {"type": "allowance", "in": "booster", "kind": "paint"},
        ],
    ]  # fmt: skip


_DESIGNS = {
    "Thimble": _thimble, "Inchworm": _inchworm, "Saltmarsh Heron": _heron, "Copper Kettle": _kettle, "Night Ferry": _ferry,
    "Old Bellwether": _bellwether, "Post Rider": _post_rider, "Candle and Snuffer": _candle, "Three Sisters": _sisters,
}  # fmt: skip
_EXTRA: dict[str, dict[str, Any]] = {
    "Inchworm": {
        "kit": [
            {"text": "nose cone, balsa", "present": True}, {"text": "body tube", "present": True}, {"text": "fin sheet, balsa 3/32 in", "present": True},
            {"text": "centring ring", "count": 2, "present": True}, {"text": "motor tube with hook", "present": True}, {"text": "elastic", "present": True},
            {"text": "canopy, 12 in", "present": True}, {"text": "launch lug", "present": True},
        ],
    },
    "Old Bellwether": {
        "recovery": {
            "protection": "cloth", "fold": "wrapped", "first": "drogue", "main_height_m": 180.0, "at_apogee": True,
            "main_charge": {"throw_n": 160.0, "backup": True}, "first_charge": {"throw_n": 130.0, "backup": True}, "typed": {"main_height": "180 m", "main_throw": "160 N", "first_throw": "130 N"},
            "tests": [
                {"id": "5b1f2f4e-64c5-4b0a-9a55-0d6a3f5f7a01", "on": "2026-10-03", "event": "first", "charge_kg": 0.0013, "result": "threw", "volume_m3": 0.00387, "remark": "On the bench behind the club hut, everybody well back.", "typed": "1.3 g"},
                {"id": "5b1f2f4e-64c5-4b0a-9a55-0d6a3f5f7a02", "on": "2026-10-17", "event": "main", "charge_kg": 0.0016, "result": "threw", "volume_m3": 0.00345, "remark": "With three pins since the long walk.", "typed": "1.6 g"},
            ],
        },
    },
    "Thimble": {"recovery": {"fold": "rolled"}},
    "Saltmarsh Heron": {"recovery": {"protection": "fluff", "fold": "rolled"}},
    "Post Rider": {
        "recovery": {"first": "tumble", "main_height_m": 60.0, "fold": "wrapped", "typed": {"main_height": "60 m"}},
        "scale": {
            "prototype": "Meridian post rocket, as drawn in a children’s annual", "main_diameter_m": 0.62, "tube_diameter_m": 0.049,
            "typed": {"main_diameter": "62 cm", "tube_diameter": "49 mm"},
            "rows": [
                {"name": "nose cone", "prototype_m": 1.94, "available_m": 0.150, "as_built_m": 0.150, "typed": {"prototype": "1.94 m", "available": "150 mm"}},
                {"name": "mail bay", "prototype_m": 2.66, "as_built_m": 0.210, "typed": {"prototype": "2.66 m"}},
                {"name": "motor section", "prototype_m": 4.46, "absorbs": True, "as_built_m": 0.356, "typed": {"prototype": "4.46 m"}},
                {"name": "fin root", "prototype_m": 1.38, "as_built_m": 0.109, "typed": {"prototype": "1.38 m"}},
                {"name": "fin span", "prototype_m": 0.77, "as_built_m": 0.061, "typed": {"prototype": "77 cm"}},
            ],
        },
    },
}  # fmt: skip


# By rocket and kind of part.
_PAINT: dict[str, dict[str, str]] = {
    "Thimble": {"nose_cone": "yellow", "body_tube": "sky", "fin_set": "yellow"},
    "Inchworm": {"nose_cone": "red", "body_tube": "white", "fin_set": "red"},
    "Saltmarsh Heron": {"nose_cone": "orange", "body_tube": "cream/plain///HERON", "fin_can": "grey", "fin_set": "grey"},
    "Copper Kettle": {"nose_cone": "brown", "body_tube": "orange", "transition": "brown", "fin_set": "black"},
    "Night Ferry": {"nose_cone": "black", "body_tube": "blue/bands/yellow/3", "fin_set": "yellow"},
    "Old Bellwether": {"nose_cone": "fluo-orange", "body_tube": "white/roll/black/4", "fin_set": "fluo-orange"},
    "Post Rider": {"nose_cone": "red", "body_tube": "yellow/plain///POST", "fin_set": "red"},
    "Candle and Snuffer": {"nose_cone": "yellow", "body_tube": "cream", "transition": "cream", "fin_set": "green"},
    "Paper Lantern": {"nose_cone": "fluo-pink", "body_tube": "white", "fin_set": "fluo-pink"},
}


def has_airframe(name: str) -> bool:
    """Whether a demo rocket is told part by part here."""
    return name in _DESIGNS


def airframe_file(name: str, common: dict[str, Any]) -> RocketFile:
    """A demo rocket's file: its parts, and what its form said besides (`common`)."""
    stages = []
    for number, parts in enumerate(_DESIGNS[name]()):
        named = {p["as"]: str(_key(name, number, p["as"])) for p in parts if "as" in p}
        made = []
        for place, part in enumerate(parts):
            key = named.get(part.get("as", "")) or str(_key(name, number, place))
            own = {k: v for k, v in part.items() if k not in ("as", "in")}
            own["paint"] = _PAINT.get(name, {}).get(part["type"], "")
            made.append(own | {"id": key} | ({"parent": named[part["in"]]} if "in" in part else {}))
        stages.append({"id": str(_key(name, number, "stage")), "parts": made})
    return RocketFile.model_validate({"name": name, "stages": stages, **_EXTRA.get(name, {}), **common}).check()


def _key(*words: object) -> uuid.UUID:
    return uuid.uuid5(_NAMESPACE, "/".join(str(w) for w in words))
