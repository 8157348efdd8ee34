"""An airframe of the core's as a rocket file: what is left at its usual is left out."""

import uuid
from collections.abc import Mapping
from dataclasses import fields
from typing import Any

from wobbly_fin.formats.parts import FILED_PARTS
from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.parts import Part
from wobbly_fin.rocketry.recovery.plan import ChargeWish, RecoveryPlan


def drawn_up(
    airframe: Airframe,
    name: str,
    payload: dict[str, Any] | None = None,
    texts: Mapping[str, dict[str, str]] | None = None,
    plan: RecoveryPlan | None = None,
    **more: Any,
) -> RocketFile:
    """The file of an airframe of one stage.

    Parameters
    ----------
    texts : mapping or None
        By part, what its owner typed for its figures: all else of it is a guess.
    plan : RecoveryPlan or None
        How it is let down; a drogue is the smaller of two canopies aboard. None: by its motor's charge, at once.
    more : Any
        Other keys of the file.
    """
    stage = airframe.stages[0]
    parts = [_filed(p) if texts is None else _filed(p) | {"typed": texts.get(p.id, {}), "guessed": True} for p in stage.parts]
    told: dict[str, Any] = {"name": name, "stages": [{"id": stage.id, "parts": parts}], **more}
    if plan is not None and plan != RecoveryPlan():
        order = plan.sequence
        told["recovery"] = {
            "protection": plan.protection, "first": order.first, "main_height_m": order.main_height_m, "at_apogee": order.at_apogee,
            "first_charge": _charge(plan.first), "main_charge": _charge(plan.main),
        }  # fmt: skip
    if payload is not None:
        told["payload"] = payload
    return RocketFile.model_validate(told)


def _charge(wish: ChargeWish) -> dict[str, Any]:
    return {"throw_n": wish.throw_n, "backup": wish.backup}


def _filed(part: Part) -> dict[str, Any]:
    known = FILED_PARTS[part.TYPE].model_fields
    told: dict[str, Any] = {"type": part.TYPE}
    for f in fields(part):
        value = getattr(part, f.name)
        if f.name in known and value is not None and value != f.default:
            told[f.name] = [list(corner) for corner in value] if f.name == "outline" else value
    return told | {"id": str(uuid.UUID(part.id))}
