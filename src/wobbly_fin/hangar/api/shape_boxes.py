"""The boxes of one part: what it can be told, as typed, as understood, and what is odd about it."""

import uuid
from dataclasses import Field
from typing import Any

from wobbly_fin.hangar.api.shape_schemas import BoxOut, SelectedOut
from wobbly_fin.hangar.shape import Shape
from wobbly_fin.rocketry.airframe.explain import without_sentences
from wobbly_fin.rocketry.airframe.layout import holds
from wobbly_fin.rocketry.airframe.materials import MATERIALS
from wobbly_fin.rocketry.airframe.parts import FinSet
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.units.display import UnitChoice, show

_FIRST = 3
_ALWAYS_LAST = ("position_m", "offset_m", "mass_kg", "mass_uncertainty_kg")
_SHOWN_FOR = {
    "outline": ("free",), "root_chord_m": ("trapezoid", "ellipse"), "tip_chord_m": ("trapezoid",), "span_m": ("trapezoid", "ellipse"),
    "sweep_m": ("trapezoid",),
}  # fmt: skip


def selected_out(shape: Shape, key: uuid.UUID | None) -> SelectedOut | None:
    """A part opened; None where it is not there."""
    place = next((i for i, p in enumerate(shape.file.parts) if p.id == key), None)
    if place is None or key is None:
        return None
    document = shape.file.parts[place]
    placed = shape.balance.layout.placed[place]
    part, units = placed.part, shape.units
    own = [f for f in described(type(part)) if f.name not in _ALWAYS_LAST]
    last = [f for f in described(type(part)) if f.name in _ALWAYS_LAST]
    if part.OUTER:
        last = [f for f in last if f.name not in ("position_m", "offset_m")]
    boxes = [
        BoxOut(field="name", label="Name", kind="text", text=document.name, said="", hint=f"Empty: {part.WORD}.", optional=True)
    ]
    boxes += [_box(f, document, part, units) for f in own if _wanted(f.name, part)]
    if getattr(part, "planform", None) == "free":
        boxes.append(_corners(document, units))
    boxes.append(_material(document, part))
    if not part.OUTER:
        boxes.append(_edge(document, part))
    boxes += [_box(f, document, part, units) for f in last]
    boxes.append(
        BoxOut(
            field="mass_source",
            label="That mass is",
            kind="choice",
            text=document.mass_source,
            said="",
            hint="",
            optional=False,
            options=[["measured", "off the scale"], ["guessed", "a guess"]],
        )
    )
    if document.mass_kg is None:
        boxes = [b for b in boxes if b.field not in ("mass_source", "mass_uncertainty_kg")]
    for box in boxes:
        box.guessed = document.guessed and box.kind == "size" and bool(box.text) and box.field not in document.typed
    first = list(part.FIRST) or [b.field for b in boxes if b.field != "name"][:_FIRST]
    for box in boxes:
        box.first = box.field in first
    boxes.sort(key=lambda b: first.index(b.field) if b.first else len(first))
    _fill_empty(shape, place, boxes)
    asked = {q.field: q for q in shape.questions if q.index == place}
    for box in boxes:
        if box.field in asked:
            question = asked[box.field]
            box.question = question.sentence
            box.suggestion = show(question.suggestion_m, "short_length", units, 1) if question.suggestion_m else None
    return SelectedOut(
        id=key, type=part.TYPE, kind=part.WORD, name=part.called, note=_note(shape, place), without=without_sentences(type(part)), boxes=boxes
    )  # fmt: skip


def _fill_empty(shape: Shape, place: int, boxes: list[BoxOut]) -> None:
    """What stands, greyed, in boxes nobody filled: what is taken in their place."""
    layout, units = shape.balance.layout, shape.units
    placed, row = layout.placed[place], shape.balance.rows[place]
    tab = tab_of(layout, placed) if holds(placed, FinSet) else None
    taken = {"position_m": placed.fore_m}
    if tab is not None:
        taken |= {"tab_length_m": tab.length_m, "tab_fore_m": tab.fore_m, "tab_depth_m": tab.depth_m}
    if placed.part.TYPE in ("canopy", "cord"):
        taken["packed_length_m"] = placed.aft_m - placed.fore_m
    for box in boxes:
        if box.text or box.kind not in ("size", "number", "text"):
            continue
        if box.field in taken:
            box.placeholder = show(taken[box.field], "short_length", units)
        elif box.field == "mass_kg" and row.computed_kg is not None:
            box.placeholder = show(row.computed_kg, "mass", units)
        else:
            box.placeholder = box.said or (placed.part.called if box.field == "name" else "")


def _wanted(field: str, part: Any) -> bool:
    planforms = _SHOWN_FOR.get(field)
    if planforms and hasattr(part, "planform"):
        return part.planform in planforms
    if field.startswith("tab_"):
        return bool(getattr(part, "through_wall", False))
    if field == "parameter":
        return part.shape in ("parabola", "power", "haack")
    if field == "spread_m":
        return bool(part.count > 1)
    if part.TYPE == "canopy":
        streamer = part.kind == "streamer"
        return field not in (("diameter_m", "spill_hole_m") if streamer else ("length_m", "width_m"))
    return True


def _box(f: Field[Any], document: Any, part: Any, units: UnitChoice) -> BoxOut:
    about, value = f.metadata, getattr(document, f.name)
    optional = f.default is None
    common: dict[str, Any] = {"field": f.name, "label": about["label"], "hint": about["hint"], "optional": optional}
    if "options" in about:
        return BoxOut(kind="choice", text=str(value), said="", options=[list(o) for o in about["options"].items()], **common)
    if about.get("switch"):
        return BoxOut(kind="switch", text="yes" if value else "", said="", **common)
    if "words" in about:
        return BoxOut(kind="text", text=value, said="", **(common | {"optional": True}))
    typed = document.typed.get(f.name)
    fitted = getattr(part, f.name)
    if "low" in about:
        text = typed if typed is not None else "" if value is None else f"{value:g}"
        return BoxOut(kind="number", text=text, said="" if value is None else f"{value:g}", value_si=value, **common)
    quantity = about["quantity"]
    said = "" if fitted is None else show(fitted, quantity, units)
    text = typed if typed is not None else "" if value is None else show(value, quantity, units, 1)
    return BoxOut(kind="size", text=text, said=said, value_si=fitted, nominal=document.nominal.get(f.name, ""), **common)


def _corners(document: Any, units: UnitChoice) -> BoxOut:
    pairs = [" ".join(show(v, "short_length", units).partition(" ")[0] for v in corner) for corner in document.outline]
    unit = show(0.01, "short_length", units).partition(" ")[2]
    return BoxOut(
        field="outline", label=f"Corners, {unit}", kind="corners", text=", ".join(pairs), said=f"{len(pairs)} corners", optional=False,
        hint="Along and out from the root’s leading edge, from 0 0 round to the root’s trailing edge.",
    )  # fmt: skip


def _material(document: Any, part: Any) -> BoxOut:
    options = [["", "not told"], *([m.key, m.name] for m in MATERIALS.values() if m.form == part.FORM)]
    return BoxOut(
        field="material",
        label="Material",
        kind="material",
        text=document.material or "",
        said="",
        hint="",
        optional=True,
        options=options,
    )


def _edge(document: Any, part: Any) -> BoxOut:
    now = document.edge or part.EDGE
    return BoxOut(
        field="edge", label="Measured from its", kind="choice", text=now, said="", hint="", optional=False,
        options=[["fore", "forward end"], ["aft", "aft end"]],
    )  # fmt: skip


def _note(shape: Shape, place: int) -> str:
    """What was computed for this part: its place, its mass, its tab."""
    layout, units = shape.balance.layout, shape.units
    placed = layout.placed[place]
    row = shape.balance.rows[place]

    def said(value: float) -> str:
        return show(value, "short_length", units)

    bits = (
        [f"{said(placed.fore_m)} to {said(placed.aft_m)} from the tip"]
        if placed.aft_m > placed.fore_m
        else [f"{said(placed.fore_m)} from the tip"]
    )
    if row.source not in ("unknown", "not flown", "with its part"):
        bits.append(f"{show(row.mass_kg, 'mass', units)}, {row.source}")
    tab = tab_of(layout, placed) if holds(placed, FinSet) else None
    if tab is not None:
        bits.append(f"tab {said(tab.length_m)} long, {said(tab.depth_m)} deep, {said(tab.fore_m)} behind the root’s start")
    if placed.part.TYPE in ("canopy", "cord") and placed.host is not None:
        bits.append(f"bay {said(layout.bay_of(placed.host).length_m)} long")
    return "; ".join(bits)
