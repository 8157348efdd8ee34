"""A rocket file of an earlier version as this one has it: what the walk of openings needs, filled in as those versions meant it.

Version 1 is a subset of version 2. Version 2 did not say at which end of a coupler a joint holds, nor what opens there; it kept shear
pins with the charges and had one kind of hole. A joint then held where the two tubes meet away from the coupler's host, and what must
open there was never fixed.
"""

import uuid
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.parts import Joint
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.closures import untold_end
from wobbly_fin.rocketry.recovery.opens import planned
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan
from wobbly_fin.rocketry.recovery.vents import reads_as_gas_vent

EVENTS = ("first", "main")
_PINNED = uuid.UUID("6f0c2d0e-54b5-4a0c-8c9d-3f1f3c1c7a55")  # namespace of joints made for pins that had none


@dataclass(slots=True)
class Pins:
    """What version 2 kept with its charges, by event: how many, of which size."""

    by_event: dict[str, tuple[int, str]] = field(default_factory=dict)


def from_version_2(document: Mapping[str, Any]) -> tuple[dict[str, Any], Pins]:
    """The document with version 3's names for things, and the pins to be given to their joints; broken ones pass through unchanged."""
    pins = Pins()
    found = dict(document)
    stages = found.get("stages")
    if isinstance(stages, list):
        found["stages"] = [_stage(s) for s in stages]
    recovery = found.get("recovery")
    if isinstance(recovery, Mapping):
        found["recovery"] = dict(recovery)
        # It kept two choices of the one motor, what it is balanced and what it is let down with: what it is let down with is flown.
        motor = found["recovery"].pop("motor", "")
        first = stages[0].get("id") if isinstance(stages, list) and stages and isinstance(stages[0], Mapping) else None
        if motor and isinstance(found.get("motors", {}), Mapping) and first is not None:
            found["motors"] = {**found.get("motors", {}), str(first): motor}
        for event in EVENTS:
            charge = recovery.get(f"{event}_charge")
            if isinstance(charge, Mapping):
                told = dict(charge)
                count, size = told.pop("pins", 0), told.pop("pin", "2-56")
                if isinstance(count, int) and count > 0 and isinstance(size, str):
                    pins.by_event[event] = (count, size)
                found["recovery"][f"{event}_charge"] = told
    return found, pins


def _stage(stage: Any) -> Any:
    parts = stage.get("parts") if isinstance(stage, Mapping) else None
    if not isinstance(parts, list):
        return stage
    mounts = [
        (p.get("inner_diameter_m"), bool(p.get("plugged")))
        for p in parts
        if isinstance(p, Mapping) and p.get("type") == "motor_tube"
    ]
    known = [(bore, plugged) for bore, plugged in mounts if isinstance(bore, int | float)]

    def named(part: Any) -> Any:
        if not isinstance(part, Mapping) or part.get("type") != "vent_holes":
            return part
        across = part.get("diameter_m", 0.003)
        gas = isinstance(across, int | float) and reads_as_gas_vent(across, known)
        return {**part, "type": "gas_vent" if gas else "static_port"}

    return {**stage, "parts": [named(p) for p in parts]}


def joints_told(airframe: Airframe, plan: RecoveryPlan, pins: Pins) -> tuple[dict[str, dict[str, Any]], list[dict[str, Any]]]:
    """What version 3 says of an airframe's joints: figures by the joint's key, and joints to be added for pins that had none."""
    try:
        layout = lay_out(airframe)
    except RocketryError:
        return {}, []
    changes: dict[str, dict[str, Any]] = {}
    for joint in layout.of(Joint):
        parent = next((p for p in layout.placed if p.part.id and p.part.id == joint.part.parent), None)
        if parent is not None and not joint.part.end:
            changes[joint.part.id] = {"end": untold_end(parent, layout)}
    found = planned(layout, plan)
    for opening in found:
        closure = opening.closure
        if opening.why == "fixed" and closure is not None and closure.joint is not None and closure.key in changes:
            changes[closure.key] |= {"kind": "friction", "count": 0}
    if any("kind" in told for told in changes.values()):
        found = planned(_with(layout, changes), plan)
    added = []
    for opening in found:
        closure = opening.closure
        if closure is None or opening.event not in EVENTS or not (opening.works or opening.why == "weak"):
            continue
        told: dict[str, Any] = {"opens": opening.event}
        held = pins.by_event.get(opening.event)
        if held is not None:
            told |= {"kind": "pinned", "count": held[0], "pin": held[1]}
        if closure.joint is not None:
            changes.setdefault(closure.key, {}).update(told)
        elif held is not None:
            joining = layout.placed[closure.part].part.id
            added.append(
                {
                    "type": "joint",
                    "id": str(uuid.uuid5(_PINNED, f"{joining} {closure.end}")),
                    "parent": joining,
                    "end": closure.end,
                }
                | told
            )
    return changes, added


def _with(layout: Layout, changes: Mapping[str, Mapping[str, Any]]) -> Layout:
    placed = tuple(
        replace(p, part=replace(p.part, **changes[p.part.id])) if isinstance(p.part, Joint) and p.part.id in changes else p
        for p in layout.placed
    )
    return replace(layout, placed=placed)
