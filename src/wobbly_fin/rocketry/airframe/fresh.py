"""New parts with sensible sizes for the rocket they are added to, and a quick rocket grown into an airframe."""

import uuid
from typing import Any

from wobbly_fin.rocketry.airframe.layout import Layout, aft_diameter_m, bore_of
from wobbly_fin.rocketry.airframe.mass import total, weigh
from wobbly_fin.rocketry.airframe.parts import FinSet, MotorTube
from wobbly_fin.rocketry.errors import RocketryError

_DIAMETER_M = 0.027  # of a rocket nobody has begun yet


# What has a name of its own on the bench, and is a make of some kind of part.
PRESETS = {
    "wing": "fin_set",
    "rudder": "fin_set",
    "canards": "fin_set",
    "strakes": "fin_set",
    "release": "device",
    "tracker": "device",
    "camera": "device",
}


def kind_of(name: str) -> str:
    """The kind of part something on the bench is: its own, or of which it is a make."""
    return PRESETS.get(name, name)


def fresh_figures(type_name: str, layout: Layout | None, host: int | None = None) -> dict[str, Any]:
    """Fields of a new part, sized by the common practice of the trade for the body it goes on (no source).

    Parameters
    ----------
    layout : Layout or None
        What is there already.
    host : int or None
        The outer part it goes in or on; None: the last tube.
    """
    d = aft_diameter_m(layout.outer[-1].part) if layout else _DIAMETER_M
    bore = d - 0.001
    long, tips, printed = 10 * d, 4 * d, False
    if layout is not None and host is not None:
        holder = next((o for o in layout.outer if o.index == host), layout.outer[-1])
        d, bore = aft_diameter_m(holder.part), bore_of(holder.part)
        long, printed = holder.part.axial_length_m, (holder.part.material or "").startswith("printed")
        # A ring slides over the tips of the fins that are there.
        tips = max((d + 2 * f.part.reach_m for f in layout.of(FinSet) if f.host == holder.index), default=tips)
    mount = next((p.part for p in layout.of(MotorTube)), None) if layout else None
    small = d < 0.045
    made: dict[str, dict[str, Any]] = {
        "nose_cone": {"shape": "ogive", "length_m": 3.2 * d, "shoulder_length_m": 0.9 * d, "material": "balsa" if small else "polystyrene",
                      "wall_m": None if small else 0.0015},
        "body_tube": {"length_m": 10 * d, "outer_diameter_m": d, "inner_diameter_m": bore, "material": "paper-tube"},
        "transition": {"length_m": 1.2 * d, "aft_diameter_m": 0.75 * d, "wall_m": 0.0005, "material": "card"},
        "fin_can": {"length_m": 3 * d, "inner_diameter_m": 0.7 * d, "shank_length_m": 0.8 * d, "material": "printed-petg", "max_motor_length_m": 3 * d},
        "fin_set": {"count": 3, "root_chord_m": 2 * d, "tip_chord_m": 1.1 * d, "span_m": 1.5 * d, "sweep_m": 0.9 * d,
                    "thickness_m": 0.0023 if small else 0.00295, "material": "balsa" if small else "birch-ply"},
        "wing": {"name": "wing", "count": 2, "angle_deg": 90.0, "root_chord_m": 3 * d, "tip_chord_m": 2.2 * d, "span_m": 7 * d, "sweep_m": 0.8 * d,
                 "thickness_m": 0.0023, "edges": "airfoil", "material": "balsa", "offset_m": 0.4 * long},
        "rudder": {"name": "rudder", "count": 1, "root_chord_m": 2 * d, "tip_chord_m": 1.2 * d, "span_m": 2 * d, "sweep_m": 0.8 * d,
                   "thickness_m": 0.0023, "edges": "rounded", "material": "balsa"},
        "canards": {"name": "canards", "count": 2, "angle_deg": 90.0, "root_chord_m": 1.2 * d, "tip_chord_m": 0.8 * d, "span_m": 1.2 * d,
                    "sweep_m": 0.4 * d, "thickness_m": 0.0023 if small else 0.00295, "material": "balsa" if small else "birch-ply", "edge": "fore",
                    "offset_m": 1.5 * d},
        "strakes": {"name": "strakes", "count": 3, "root_chord_m": 5 * d, "tip_chord_m": 3.5 * d, "span_m": 0.5 * d, "sweep_m": 1.5 * d,
                    "thickness_m": 0.0023 if small else 0.00295, "material": "balsa" if small else "birch-ply"},
        "tube_fins": {"count": 6, "length_m": 2 * d, "outer_diameter_m": d, "inner_diameter_m": bore, "material": "paper-tube"},
        "ring_fin": {"length_m": 0.8 * d, "outer_diameter_m": tips + 0.0016, "inner_diameter_m": tips + 0.0002, "material": "card"},
        "pods": {"count": 2, "length_m": 4 * d, "outer_diameter_m": 0.6 * d, "inner_diameter_m": 0.56 * d, "nose_length_m": 1.2 * d,
                 "material": "paper-tube"},
        "motor_tube": {"length_m": 0.08, "outer_diameter_m": min(0.0189, 0.9 * bore), "inner_diameter_m": min(0.0182, 0.86 * bore), "material": "paper-tube"},
        "centring_ring": {"thickness_m": 0.0015 if small else 0.00295, "material": "card" if small else "birch-ply"},
        "coupler": {"length_m": 1.8 * d, "wall_m": 0.0007 if small else 0.0012, "material": "paper-tube", "offset_m": -0.9 * d, "edge": "aft"},
        "bulkhead": {"thickness_m": 0.0015 if small else 0.00295, "material": "balsa" if small else "birch-ply"},
        "baffle": {"length_m": 0.8 * d, "mass_kg": 0.004 if small else 0.02, "mass_source": "guessed", "material": "card" if small else "birch-ply"},
        "piston": {"length_m": 0.8 * d, "mass_kg": 0.004 if small else 0.03, "mass_source": "guessed", "material": "card" if small else "phenolic"},
        "rail_guide": {"material": "acetal", "angle_deg": 60.0},
        "launch_lug": {"length_m": 0.04, "outer_diameter_m": 0.0044, "inner_diameter_m": 0.0036, "rod_diameter_m": 0.0032, "angle_deg": 60.0,
                       **({"moulded": True, "material": holder.part.material} if printed else {"material": "paper-tube"})},
        "rail_button": {"material": "acetal", "angle_deg": 60.0},
        "static_port": {"count": 3, "diameter_m": 0.003},
        "gas_vent": {"count": 1, "diameter_m": 0.018},
        "retainer": {"kind": "hook" if small else "threaded_ring", "mass_kg": 0.0015 if small else 0.012, "mass_source": "guessed"},
        "joint": {"kind": "glued"},
        "anchor": {"kind": "folded_patch" if small else "eye_bolt", "mass_kg": 0.0005 if small else 0.008, "mass_source": "guessed"},
        "cord": {"length_m": 30 * d, "material": "elastic-3" if small else "aramid-3"},
        "canopy": {"kind": "flat", "diameter_m": 11 * d, "material": "film" if small else "ripstop"},
        "mass_lump": {"kind": "other", "mass_kg": 0.005, "mass_source": "guessed"},
        "device": {"kind": "logger", "length_m": 0.04, "diameter_m": min(0.016, 0.8 * bore), "mass_kg": 0.006, "mass_source": "guessed"},
        "release": {"kind": "release", "length_m": 0.05, "diameter_m": min(0.02, 0.8 * bore), "mass_kg": 0.02, "mass_source": "guessed"},
        "tracker": {"kind": "tracker", "length_m": 0.05, "diameter_m": min(0.02, 0.8 * bore), "mass_kg": 0.015, "mass_source": "guessed"},
        "camera": {"kind": "camera", "length_m": 0.05, "diameter_m": 0.015, "mass_kg": 0.012, "mass_source": "guessed", "outside": True},
        "allowance": {"kind": "paint"},
        "display": {"length_m": 2 * d, "diameter_m": 0.5 * d},
    }  # fmt: skip
    if type_name not in made:
        raise RocketryError("type", f"{type_name!r} is no kind of part")
    figures = made[type_name]
    if type_name == "centring_ring" and mount is not None:
        figures["offset_m"] = 0.006
    if type_name in _GUIDES and layout is not None:
        figures |= {"edge": "aft", "offset_m": _guided_from_m(type_name, layout, host)}
    return {name: (round(value, 5) if isinstance(value, float) else value) for name, value in figures.items()}


_GUIDES = ("launch_lug", "rail_button", "rail_guide")
_FIRST_BUTTON_M = 0.026  # ahead of the tail, where a mount's last ring leaves room for its nut


def _guided_from_m(type_name: str, layout: Layout, host: int | None) -> float:
    """How far ahead of its tube's aft end a guide goes: a first button at the tail, all else where it balances, clear of the fins. [m]"""
    holder = next((o for o in layout.outer if o.index == host), layout.outer[-1])
    there = {p.part.TYPE for p in layout.placed}
    if type_name == "rail_button" and type_name not in there:
        return min(_FIRST_BUTTON_M, holder.part.axial_length_m / 4)
    fins = [p.fore_m for p in layout.placed if p.host == holder.index and hasattr(p.part, "span_m")]
    clear = holder.aft_m - min(fins) + 0.01 if fins else 0.0
    weight = total(weigh(layout))
    wanted = holder.aft_m - weight.cg_m if weight.mass_kg > 0 else 0.4 * holder.part.axial_length_m
    return round(min(max(wanted, clear), 0.9 * holder.part.axial_length_m), 4)


def grown(
    *, length_m: float, diameter_m: float, mount_diameter_m: float, mount_length_m: float, canopy: dict[str, Any] | None
) -> list[dict[str, Any]]:
    """Parts for a quick rocket's figures: nose, tube, mount with two rings, three fins, lug, cord and canopy.

    A beginning to correct part by part: only length, diameter, mount and canopy are the owner's.
    """
    d = diameter_m
    small = d < 0.045
    wall = 0.0006 if small else 0.0013
    nose = round(min(3.2 * d, 0.3 * length_m), 4)
    body, mount = str(uuid.uuid4()), str(uuid.uuid4())
    tube_length = min(mount_length_m + 0.01, length_m - nose)
    bore = d - 2 * wall
    outside = min(mount_diameter_m + (0.0008 if small else 0.0018), bore)
    parts: list[dict[str, Any]] = [
        {"type": "nose_cone", "length_m": nose, "base_diameter_m": d, "shoulder_length_m": round(0.9 * d, 4), "shape": "ogive",
         "material": "balsa" if small else "polystyrene", "wall_m": None if small else 0.0015},
        {"type": "body_tube", "id": body, "length_m": length_m - nose, "outer_diameter_m": d, "inner_diameter_m": bore, "material": "paper-tube"},
        {"type": "motor_tube", "id": mount, "parent": body, "length_m": tube_length, "outer_diameter_m": outside,
         "inner_diameter_m": min(mount_diameter_m, outside - 0.0002), "max_motor_length_m": mount_length_m, "overhang_m": 0.005, "material": "paper-tube"},
    ]  # fmt: skip
    if bore - outside > 0.0012:
        ring = {
            "type": "centring_ring",
            "parent": mount,
            "thickness_m": 0.0015 if small else 0.00295,
            "material": "card" if small else "birch-ply",
        }
        parts += [{**ring, "edge": "fore", "offset_m": 0.008}, {**ring, "edge": "aft", "offset_m": 0.008}]
    parts += [
        {"type": "retainer", "parent": mount, "edge": "aft", "offset_m": 0.0, **fresh_figures("retainer", None)},
        {"type": "fin_set", "parent": body, "edge": "aft", "offset_m": 0.0, "count": 3, "root_chord_m": round(2.2 * d, 4),
         "tip_chord_m": round(1.2 * d, 4), "span_m": round(1.6 * d, 4), "sweep_m": round(1.0 * d, 4), "thickness_m": 0.0023 if small else 0.00295,
         "material": "balsa" if small else "birch-ply"},
        {"type": "launch_lug", "parent": body, "edge": "aft", "offset_m": round(0.4 * (length_m - nose), 4), **fresh_figures("launch_lug", None)},
        {"type": "anchor", "parent": body, "edge": "fore", "offset_m": round(1.2 * d, 4), "kind": "folded_patch", "mass_kg": 0.0005, "mass_source": "guessed"},
        {"type": "cord", "parent": body, "length_m": round(2.5 * length_m, 3), "material": "elastic-3" if small else "aramid-3"},
    ]  # fmt: skip
    if canopy is not None:
        parts.append({"type": "canopy", "parent": body, "material": "film" if small else "ripstop", **canopy})
    parts += [{"type": "allowance", "parent": body, "kind": "paint"}, {"type": "allowance", "parent": body, "kind": "glue"}]
    return [{"id": str(uuid.uuid4()), **p} for p in parts]
