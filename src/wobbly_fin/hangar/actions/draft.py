"""What a quick-rocket form comes to while it is being typed: figures, complaints and questions, box by box."""

import math
import uuid
from dataclasses import dataclass, field
from typing import Any

from wobbly_fin.formats.rocket_file import CanopyPart, MotorMount, QuickBody, RocketFile, StageDocument
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.slips import Slip, slips
from wobbly_fin.rocketry.motors.labels import decode, printed_labels
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.rocketry.units.parse import parse

# box: (kind of quantity, needed to fly)
BOXES = {
    "mass": ("mass", True),
    "diameter": ("short_length", True),
    "length": ("short_length", False),
    "mount_diameter": ("short_length", True),
    "mount_length": ("short_length", True),
    "canopy_diameter": ("short_length", False),
    "spill_hole": ("short_length", False),
    "rod_length": ("length", False),
}
_WANTS = {
    "mass": "is missing; weigh it ready to fly, without the motor",
    "diameter": "is missing; measure across the widest part of the body",
    "mount_diameter": "is missing; the motor tube's inside diameter",
    "mount_length": "is missing; the longest motor the mount takes",
}


@dataclass(kw_only=True)
class Draft:
    """A form read so far."""

    si: dict[str, float] = field(default_factory=dict)
    said: dict[str, str] = field(default_factory=dict)
    kept: dict[str, str] = field(default_factory=dict)  # as they are shown again
    errors: dict[str, str] = field(default_factory=dict)
    missing: dict[str, str] = field(default_factory=dict)
    questions: list[Slip] = field(default_factory=list)
    file: RocketFile | None = None


def draft_rocket(typed: dict[str, str], units: UnitChoice, existing: RocketFile | None = None) -> Draft:
    """Read a form of texts; nothing is kept. `existing` lends its part keys, so that an edit stays the same rocket."""
    out = Draft()
    for box, (quantity, needed) in BOXES.items():
        text = typed.get(box, "").strip()
        if not text:
            if needed:
                out.missing[box] = _WANTS[box]
            continue
        try:
            read = parse(text, quantity, units, name=box)
            value = read.si
            if value <= 0 and box != "spill_hole":
                raise RocketryError(box, "must be above zero")
        except RocketryError as error:
            out.errors[box] = error.message
            continue
        out.si[box], out.said[box], out.kept[box] = value, show(value, quantity, units), read.kept
    _read_plain(typed, out)
    canopy = _canopy(typed, out)
    si = out.si
    out.questions = list(
        slips(
            mass_kg=si.get("mass"), diameter_m=si.get("diameter"), length_m=si.get("length"),
            mount_diameter_m=si.get("mount_diameter"), mount_length_m=si.get("mount_length"), cd=si.get("cd"),
            canopy=canopy, rod_length_m=si.get("rod_length"), units=units,
        )
    )  # fmt: skip
    if not out.errors and not out.missing:
        _assemble(typed, out, existing)
    return out


def with_texts(file: RocketFile, units: UnitChoice) -> RocketFile:
    """A quick rocket with a text for every figure its form has a box for: what was typed where it says the same, else the figure itself.

    A file from elsewhere may bring figures and no texts: its boxes would stand empty, and the next edit would take them for taken out.
    """
    if not file.is_quick:
        return file
    body, mount, canopy = file.body, file.mount, file.canopy
    figures = {
        "mass": body.mass_kg, "diameter": body.diameter_m, "length": body.length_m, "mount_diameter": mount.diameter_mm / 1000,
        "mount_length": mount.max_length_mm / 1000, "canopy_diameter": canopy.diameter_m if canopy else None,
        "spill_hole": (canopy.spill_hole_m or None) if canopy else None, "rod_length": file.rod_length_m,
    }  # fmt: skip
    told_cd, told_labels = file.typed.get("cd", ""), file.typed.get("printed_motors", "")
    texts = {
        "cd": told_cd if told_cd and _number(told_cd) == body.cd else "" if body.cd is None else f"{body.cd:.6g}",
        # What waits for a diameter to become a canopy of stays as it was typed.
        "canopy_kind": canopy.kind if canopy else file.typed.get("canopy_kind", ""),
        "spill_hole": file.typed.get("spill_hole", ""),
        "printed_motors": told_labels if printed_labels(told_labels) == file.printed_motors else ", ".join(file.printed_motors),
    }
    for box, value in figures.items():
        if value is None:
            continue
        quantity = BOXES[box][0]
        told = file.typed.get(box, "")
        texts[box] = told if told and _says(told, quantity, value, units) else _exact(value, quantity)
    aside = {box: text for box, text in file.typed.items() if box not in figures and box not in texts}
    return file.model_copy(update={"typed": aside | {box: text for box, text in texts.items() if text}})


def _says(text: str, quantity: str, value: float, units: UnitChoice) -> bool:
    try:
        return math.isclose(parse(text, quantity, units).si, value, rel_tol=1e-6)
    except RocketryError:
        return False


def _number(text: str) -> float | None:
    try:
        return float(text.strip().replace(",", "."))
    except ValueError:
        return None


def _exact(value: float, quantity: str) -> str:
    unit, size = {"mass": ("g", 1e-3), "short_length": ("mm", 1e-3), "length": ("m", 1.0)}[quantity]
    return f"{value / size:.10g} {unit}"


def _read_plain(typed: dict[str, str], out: Draft) -> None:
    name = typed.get("name", "").strip()
    if not name:
        out.missing["name"] = "is missing; what is it called?"
    elif len(name) > 80:
        out.errors["name"] = "is too long; 80 characters are plenty"
    cd = typed.get("cd", "").strip().replace(",", ".")
    if cd:
        try:
            out.si["cd"] = float(cd)
            if not 0 < out.si["cd"] <= 5:
                raise ValueError
        except ValueError:
            out.si.pop("cd", None)
            out.errors["cd"] = f"{cd[:20]!r} is no drag coefficient; it is a plain number between 0 and 5, or leave it empty"
    for label in printed_labels(typed.get("printed_motors", "")):
        try:
            decode(label)
        except RocketryError as error:
            out.errors["printed_motors"] = error.message


def _canopy(typed: dict[str, str], out: Draft) -> Canopy | None:
    if "canopy_diameter" not in out.si:
        return None
    kind: Any = typed.get("canopy_kind", "flat") or "flat"
    try:
        return Canopy(kind=kind, diameter_m=out.si["canopy_diameter"], spill_hole_m=out.si.get("spill_hole", 0.0))
    except RocketryError as error:
        box = {"diameter_m": "canopy_diameter", "spill_hole_m": "spill_hole", "kind": "canopy_kind"}.get(error.name, error.name)
        out.errors[box] = error.message
        return None


def _assemble(typed: dict[str, str], out: Draft, existing: RocketFile | None) -> None:
    si = out.si
    old_canopy = existing.canopy if existing else None
    body_id = existing.body.id if existing else uuid.uuid4()
    parts: list[Any] = [
        QuickBody(id=body_id, mass_kg=si["mass"], diameter_m=si["diameter"], length_m=si.get("length"), cd=si.get("cd")),
        MotorMount(
            id=existing.mount.id if existing else uuid.uuid4(), parent=body_id,
            diameter_mm=round(si["mount_diameter"] * 1000, 6), max_length_mm=round(si["mount_length"] * 1000, 6),
        ),
    ]  # fmt: skip
    if "canopy_diameter" in si:
        aloft = {
            "kind": typed.get("canopy_kind") or "flat",
            "diameter_m": si["canopy_diameter"],
            "spill_hole_m": si.get("spill_hole", 0.0),
        }
        old = old_canopy.model_dump(mode="json") if old_canopy else {"id": uuid.uuid4(), "parent": body_id}
        parts.append(CanopyPart(**old | aloft))
    told: dict[str, Any] = {
        "name": typed["name"],
        "stages": [StageDocument(id=existing.stages[0].id if existing else uuid.uuid4(), parts=parts)],
        "rod_length_m": si.get("rod_length"),
        "printed_motors": printed_labels(typed.get("printed_motors", "")),
        "remarks": typed.get("remarks", ""),
        "typed": {box: out.kept.get(box, text) for box, text in typed.items() if text.strip() and box not in ("name", "remarks")},
    }
    # What this form has no box for stays: a payload, a kit's list, how it is let down.
    aside = existing.model_dump(mode="json", exclude=set(told)) if existing else {}
    file = RocketFile(**aside, **told)
    try:
        out.file = file.check()
    except RocketryError as error:
        box = {
            "mass_kg": "mass",
            "diameter_m": "diameter",
            "diameter_mm": "mount_diameter",
            "max_length_mm": "mount_length",
        }
        out.errors[box.get(error.name, error.name)] = error.message
