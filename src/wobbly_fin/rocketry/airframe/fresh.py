"""New parts with sensible sizes for the rocket they are added to, and a quick rocket grown into an airframe."""

import uuid
from typing import Any

from wobbly_fin.rocketry.airframe.layout import Layout, aft_diameter_m, bore_of
from wobbly_fin.rocketry.airframe.mass import total, weigh
from wobbly_fin.rocketry.airframe.parts import FinSet, MotorTube
from wobbly_fin.rocketry.airframe.usual import Usual
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
    usual = Usual(d)
    sheet, plate = usual.sheet(), usual.plate
    guessed = {"mass_source": "guessed"}
    made: dict[str, dict[str, Any]] = {
        "nose_cone": {"shape": "ogive", "length_m": usual.nose_m, "shoulder_length_m": usual.shoulder_m, **usual.nose},
        "body_tube": {"length_m": 10 * d, "outer_diameter_m": d, "inner_diameter_m": bore, "material": usual.tube},
        "transition": {"length_m": 1.2 * d, "aft_diameter_m": 0.75 * d, "wall_m": 0.0005, "material": "card"},
        "fin_can": {"length_m": 3 * d, "inner_diameter_m": 0.7 * d, "shank_length_m": 0.8 * d, "material": "printed-petg", "max_motor_length_m": 3 * d},
        "fin_set": {"count": 3, **usual.fin(), "span_m": usual.span_m, **sheet},
        "wing": {"name": "wing", "count": 2, "angle_deg": 90.0, "root_chord_m": 3 * d, "tip_chord_m": 2.2 * d, "span_m": 7 * d, "sweep_m": 0.8 * d,
                 "thickness_m": 0.0023, "edges": "airfoil", "material": "balsa", "offset_m": 0.4 * long},
        "rudder": {"name": "rudder", "count": 1, **usual.fin(), "span_m": 2 * d, "thickness_m": 0.0023, "edges": "rounded", "material": "balsa"},
        "canards": {"name": "canards", "count": 2, "angle_deg": 90.0, **usual.fin(1.2 * d), "span_m": 1.2 * d, **sheet, "edge": "fore",
                    "offset_m": 1.5 * d},
        "strakes": {"name": "strakes", "count": 3, "root_chord_m": 5 * d, "tip_chord_m": 3.5 * d, "span_m": 0.5 * d, "sweep_m": 1.5 * d, **sheet},
        "tube_fins": {"count": 6, "length_m": 2 * d, "outer_diameter_m": d, "inner_diameter_m": bore, "material": "paper-tube"},
        "ring_fin": {"length_m": 0.8 * d, "outer_diameter_m": tips + 0.0016, "inner_diameter_m": tips + 0.0002, "material": "card"},
        "pods": {"count": 2, "length_m": 4 * d, "outer_diameter_m": 0.6 * d, "inner_diameter_m": 0.56 * d, "nose_length_m": 1.2 * d,
                 "material": "paper-tube"},
        "motor_tube": {"length_m": 0.08, "outer_diameter_m": min(0.0189, 0.9 * bore), "inner_diameter_m": min(0.0182, 0.86 * bore), "material": "paper-tube"},
        "centring_ring": plate,
        "coupler": {**usual.coupler, "offset_m": -0.9 * d, "edge": "aft"},
        "bulkhead": plate | ({"material": "balsa"} if usual.small else {}),
        "baffle": {"length_m": 0.8 * d, "mass_kg": 0.004 if usual.small else 0.02, **guessed, "material": plate["material"]},
        "piston": {"length_m": 0.8 * d, "mass_kg": 0.004 if usual.small else 0.03, **guessed, "material": "card" if usual.small else "phenolic"},
        "rail_guide": {"material": "acetal", "angle_deg": 60.0},
        "launch_lug": usual.lug | {"angle_deg": 60.0} | ({"moulded": True, "material": holder.part.material} if printed else {}),
        "rail_button": usual.button | {"angle_deg": 60.0},
        "static_port": {"count": 3, "diameter_m": 0.003},
        "gas_vent": {"count": 1, "diameter_m": 0.018},
        "retainer": usual.retainer(0.03),
        "joint": {"kind": "glued"},
        "anchor": usual.anchor,
        "cord": usual.cord(13 * d),
        "canopy": usual.canopy(usual.canopy_m),
        "mass_lump": {"kind": "other", "mass_kg": 0.005, **guessed},
        "device": {"kind": "logger", "length_m": 0.04, "diameter_m": min(0.016, 0.8 * bore), "mass_kg": 0.006, **guessed},
        "release": {"kind": "release", "length_m": 0.05, "diameter_m": min(0.02, 0.8 * bore), "mass_kg": 0.02, **guessed},
        "tracker": {"kind": "tracker", "length_m": 0.05, "diameter_m": min(0.02, 0.8 * bore), "mass_kg": 0.015, **guessed},
        "camera": {"kind": "camera", "length_m": 0.05, "diameter_m": 0.015, "mass_kg": 0.012, **guessed, "outside": True},
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
    usual, d = Usual(diameter_m), diameter_m
    nose = round(min(usual.nose_m, 0.3 * length_m), 4)
    body, mount = str(uuid.uuid4()), str(uuid.uuid4())
    tube_length = min(mount_length_m + 0.01, length_m - nose)
    bore = d - 2 * usual.wall_m
    outside = min(mount_diameter_m + (0.0008 if usual.small else 0.0018), bore)
    parts: list[dict[str, Any]] = [
        {"type": "nose_cone", "length_m": nose, "base_diameter_m": d, "shoulder_length_m": usual.shoulder_m, "shape": "ogive", **usual.nose},
        {"type": "body_tube", "id": body, "length_m": length_m - nose, "outer_diameter_m": d, "inner_diameter_m": bore, "material": usual.tube},
        {"type": "motor_tube", "id": mount, "parent": body, "length_m": tube_length, "outer_diameter_m": outside,
         "inner_diameter_m": min(mount_diameter_m, outside - 0.0002), "max_motor_length_m": mount_length_m, "overhang_m": 0.005, "material": "paper-tube"},
    ]  # fmt: skip
    if bore - outside > 0.0012:
        ring = {"type": "centring_ring", "parent": mount, **usual.plate}
        parts += [{**ring, "edge": "fore", "offset_m": 0.008}, {**ring, "edge": "aft", "offset_m": 0.008}]
    parts += [
        {"type": "retainer", "parent": mount, "edge": "aft", "offset_m": 0.0, **fresh_figures("retainer", None)},
        {"type": "fin_set", "parent": body, "edge": "aft", "offset_m": 0.0, "count": 3, **usual.fin(), "span_m": usual.span_m, **usual.sheet()},
        {"type": "launch_lug", "parent": body, "edge": "aft", "offset_m": 0.4 * (length_m - nose), **fresh_figures("launch_lug", None)},
        {"type": "anchor", "parent": body, "edge": "fore", "offset_m": 1.2 * d, "kind": "folded_patch", "mass_kg": 0.0005, "mass_source": "guessed"},
        {"type": "cord", "parent": body, **usual.cord(length_m)},
    ]  # fmt: skip
    if canopy is not None:
        parts.append({"type": "canopy", "parent": body, "material": "film" if usual.small else "ripstop", **canopy})
    parts += [{"type": "allowance", "parent": body, "kind": "paint"}, {"type": "allowance", "parent": body, "kind": "glue"}]
    # Nobody cuts closer than a tenth of a millimetre; the tube's length is the owner's.
    return [{"id": str(uuid.uuid4())} | (p if p["type"] == "body_tube" else _cut(p)) for p in parts]


def _cut(part: dict[str, Any]) -> dict[str, Any]:
    lengths = ("length_m", "shoulder_length_m", "root_chord_m", "tip_chord_m", "span_m", "sweep_m", "offset_m")
    return {k: round(v, 4) if k in lengths and isinstance(v, float) else v for k, v in part.items()}
