"""Parts of one's own in bulk: passed on as a file, taken in from one, and off a kit's list."""

import uuid
from collections.abc import Iterable
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.formats.drawn_up import drawn_up
from wobbly_fin.formats.passed_on import PartsFile
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.proposing.kit_lines import read_parts
from wobbly_fin.rocketry.proposing.kit_rocket import kit_sketch
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.stores.actions.keep_part import put_by
from wobbly_fin.stores.models import OwnPart

# What is kept in stores by its size; the rest of a kit is cut, or comes by the piece.
_KEPT = (
    "nose_cone",
    "body_tube",
    "transition",
    "coupler",
    "motor_tube",
    "centring_ring",
    "bulkhead",
    "canopy",
    "launch_lug",
    "rail_button",
)


def parts_file(user: User) -> PartsFile:
    """Everything of one's own."""
    rows = OwnPart.objects.visible_to(user)
    parts = [{"type": r.part_type, "id": r.pk, "name": r.name, "nominal": r.nominal} | r.figures for r in rows]
    return PartsFile.model_validate({"parts": parts})


def take_parts(user: User, found: PartsFile) -> dict[str, list[str]]:
    """Put parts by that are not there yet; `taken` and `there`: their names."""
    return _kept(user, found.parts)


def kit_parts(user: User, text: str, units: UnitChoice) -> dict[str, list[str]]:
    """Put by what a kit's list tells the size of, each under the words of its line; raises RocketryError for a list that is none."""
    sketch, lines, _ = kit_sketch(read_parts(text, units), "kit")
    told = {
        sketch.id_of(line.alias): line.text for line in lines if line.alias is not None and _sizes(sketch.own.get(line.alias))
    }
    drawn = drawn_up(sketch.airframe(), "kit").parts
    found = [p.model_copy(update={"name": told[str(p.id)][:80]}) for p in drawn if str(p.id) in told and p.type in _KEPT]
    if not found:
        raise RocketryError("text", say("parts-no-size"))
    return _kept(user, found)


def _sizes(own: Any) -> bool:
    return any(k.endswith("_m") for k in own or {})


def _kept(user: User, parts: Iterable[Any]) -> dict[str, list[str]]:
    said: dict[str, list[str]] = {"taken": [], "there": []}
    with transaction.atomic():
        known = {(r.name, r.part_type) for r in OwnPart.objects.visible_to(user)}
        for part in parts:
            if part.type not in PART_TYPES:
                continue
            name = (part.name or part.to_part().called)[:80]
            if (name, part.type) in known:
                said["there"].append(name)
                continue
            put_by(user, uuid.uuid4(), part, name)
            known.add((name, part.type))
            said["taken"].append(name)
    return said
