"""New parts with sensible sizes for the rocket they are added to, and a quick rocket grown into an airframe."""

import uuid
from typing import Any

from wobbly_fin.rocketry.airframe.layout import Layout, aft_diameter_m, bore_of
from wobbly_fin.rocketry.airframe.parts import MotorTube
from wobbly_fin.rocketry.errors import RocketryError

_DIAMETER_M = 0.027  # of a rocket nobody has begun yet


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
    if layout is not None and host is not None:
        holder = next((o for o in layout.outer if o.index == host), layout.outer[-1])
        d, bore = aft_diameter_m(holder.part), bore_of(holder.part)
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
        "tube_fins": {"count": 6, "length_m": 2 * d, "outer_diameter_m": d, "inner_diameter_m": bore, "material": "paper-tube"},
        "ring_fin": {"length_m": 0.8 * d, "outer_diameter_m": 4 * d, "inner_diameter_m": 4 * d - 0.0014, "material": "card"},
        "motor_tube": {"length_m": 0.08, "outer_diameter_m": min(0.0189, 0.9 * bore), "inner_diameter_m": min(0.0182, 0.86 * bore), "material": "paper-tube"},
        "centring_ring": {"thickness_m": 0.0015 if small else 0.00295, "material": "card" if small else "birch-ply"},
        "coupler": {"length_m": 1.8 * d, "wall_m": 0.0007 if small else 0.0012, "material": "paper-tube", "offset_m": -0.9 * d, "edge": "aft"},
        "bulkhead": {"thickness_m": 0.0015 if small else 0.00295, "material": "balsa" if small else "birch-ply"},
        "launch_lug": {"length_m": 0.04, "outer_diameter_m": 0.0044, "inner_diameter_m": 0.0036, "rod_diameter_m": 0.0032, "material": "paper-tube", "angle_deg": 60.0},
        "rail_button": {"material": "acetal", "angle_deg": 60.0},
        "static_port": {"count": 3, "diameter_m": 0.003},
        "gas_vent": {"count": 1, "diameter_m": 0.018},
        "retainer": {"kind": "hook" if small else "threaded_ring", "mass_kg": 0.0015 if small else 0.012, "mass_source": "guessed"},
        "joint": {"kind": "glued"},
        "anchor": {"kind": "folded_patch" if small else "eye_bolt", "mass_kg": 0.0005 if small else 0.008, "mass_source": "guessed"},
        "cord": {"length_m": 30 * d, "material": "elastic-3" if small else "aramid-3"},
        "canopy": {"kind": "flat", "diameter_m": 11 * d, "material": "film" if small else "ripstop"},
        "mass_lump": {"kind": "other", "mass_kg": 0.005, "mass_source": "guessed"},
        "allowance": {"kind": "paint"},
        "display": {"length_m": 2 * d, "diameter_m": 0.5 * d},
    }  # fmt: skip
    if type_name not in made:
        raise RocketryError("type", f"{type_name!r} is no kind of part")
    figures = made[type_name]
    if type_name == "centring_ring" and mount is not None:
        figures["offset_m"] = 0.006
    return {name: (round(value, 5) if isinstance(value, float) else value) for name, value in figures.items()}


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
