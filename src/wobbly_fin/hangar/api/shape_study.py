"""Questions asked of a shape, answered in words: solved for, varied, cut out, compared, scaled."""

import uuid
from collections.abc import Callable, Sequence
from typing import Any

from django.contrib.auth.models import User

from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar.actions.prototype import read_prototype
from wobbly_fin.hangar.api.drawn import drawn_out
from wobbly_fin.hangar.api.shape_schemas import (
    ComparedOut,
    ScaleIn,
    ScaleOut,
    ScaleRowOut,
    SensitivityOut,
    SolvedOut,
    SolveIn,
    TemplateOut,
    VersionOut,
    WhatIfOut,
)
from wobbly_fin.hangar.board import shown_load
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.shape import Shape, shape_of, still_flight
from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.airframe.scaling import nearest
from wobbly_fin.rocketry.airframe.solve import ballast_for, canopy_effect, sensitivities, smaller_margin, solve_fin
from wobbly_fin.rocketry.choosing.explain import height_words
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.stock.stock import StockItem
from wobbly_fin.rocketry.templates.paper import PAPERS_MM, tile
from wobbly_fin.rocketry.templates.template import Template
from wobbly_fin.rocketry.templates.vector import write_svg
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.rocketry.units.parse import read_number

MOST_ROWS = 40
_CLOSE_ENOUGH = 0.25  # of the size wanted: further off is no help
_NOTHING_CALIBRES, _NOTHING_M = 0.005, 0.3  # below both, a dimension does nothing worth a line


def solved_out(shape: Shape, asked: SolveIn) -> SolvedOut:
    """Ballast, span or place for a margin, with the edits that do it; raises RocketryError where there is no answer."""
    units, found, file = shape.units, shape.balance, shape.file
    before, wanted = smaller_margin(found), read_number(asked.margin_calibres, "margin_calibres", "number of calibres")
    if asked.what == "ballast":
        ballast = ballast_for(found, wanted)
        if ballast.mass_kg <= 0:
            return SolvedOut(sentence=f"It needs none: the margin is {before:.2f} already.", edits=[])
        old = next((p for p in file.parts if p.type == "mass_lump" and p.kind == "ballast"), None)
        mass, at = show(ballast.mass_kg, "mass", units), show(ballast.station_m, "short_length", units)
        key = str(uuid.uuid4())
        edits: list[dict[str, Any]] = [{"op": "add", "type": "mass_lump", "value": key}]
        for field, value in (
            ("kind", "ballast"), ("name", "nose ballast"), ("mass_kg", round(ballast.mass_kg, 6)), ("position_m", round(ballast.station_m, 5)),
        ):  # fmt: skip
            edits.append({"op": "set", "part": key, "field": field, "value": value})
        if old is not None:
            edits = [
                {
                    "op": "set",
                    "part": str(old.id),
                    "field": "mass_kg",
                    "value": _more_at(shape, str(old.id), wanted),
                }
            ]
        sentence = (
            f"{mass} at {at} from the tip: {before:.2f} becomes {ballast.margin_after:.2f} calibres, and {mass} more has to be lifted."
            " If it is lead: gloves, wash your hands; some codes forbid metal in noses."
        )
        return SolvedOut(sentence=sentence, edits=edits)
    place = next((i for i, p in enumerate(file.parts) if p.id == asked.part), None)
    if place is None:
        place = next((i for i, p in enumerate(file.parts) if p.type == "fin_set"), None)
    if place is None:
        raise RocketryError("part", "is no fin set: add fins first")
    value, _ = solve_fin(shape.airframe, shape.motors, place, asked.what, wanted, shape.beside)
    what = "span" if asked.what == "span_m" else "root’s start, from the tip,"
    return SolvedOut(
        sentence=f"A {what} of {show(value, 'short_length', units, 1)} gives {wanted:g} calibres; now {before:.2f}.",
        edits=[{"op": "set", "part": str(file.parts[place].id), "field": asked.what, "value": round(value, 6)}],
    )


def _more_at(shape: Shape, key: str, margin: float) -> float:
    """What an existing lump of ballast must weigh in all: solved where it sits."""
    place = next(i for i, p in enumerate(shape.file.parts) if str(p.id) == key)
    row = shape.balance.rows[place]
    return round(row.mass_kg + ballast_for(shape.balance, margin, row.cg_m).mass_kg, 6)


def what_if_out(shape: Shape) -> WhatIfOut:
    """A tenth more of each dimension: margin and apogee."""
    units = shape.units
    base = still_flight(shape.airframe, shape.motors)
    height = base.apogee_altitude_m if base else None
    rows = []
    for s in sensitivities(shape.airframe, shape.motors, shape.beside)[:MOST_ROWS]:
        placed = shape.balance.layout.placed[s.index]
        flown = still_flight(s.changed, shape.motors)
        if placed.part.TYPE == "display":
            continue
        change = None if height is None or flown is None or flown.apogee_altitude_m is None else flown.apogee_altitude_m - height
        if abs(s.margin_change) < _NOTHING_CALIBRES and abs(change or 0.0) < _NOTHING_M:
            continue
        label = next(f.metadata["label"] for f in described(PART_TYPES[placed.part.TYPE]) if f.name == s.field)
        rows.append(
            SensitivityOut(
                part=shape.file.parts[s.index].id,
                name=placed.part.called,
                field=s.field,
                label=label,
                value=show(s.value, "short_length", units),
                value_m=s.value,
                step=show(s.step, "short_length", units),
                margin_change=s.margin_change,
                apogee_change=None if change is None else f"{'+' if change >= 0 else '−'}{show(abs(change), 'height', units)}",
                apogee_change_m=change,
            )
        )
    effect = canopy_effect(shape.airframe, shape.motors, shape.beside)
    canopy = None
    if effect is not None and effect.moved_m > 0:
        moved = show(effect.moved_m, "short_length", units)
        canopy = (
            f"Canopy and cord lie on the motor tube in flight: {effect.settled:.2f} calibres. Packed {moved} further forward it would"
            f" read {effect.forward:.2f}, until the first push sends them back."
        )
    return WhatIfOut(rows=rows, canopy=canopy, motor=shape.motors[0].name if shape.motors[0] else None)


def template_out(template: Template) -> TemplateOut:
    """A template with its drawing and the sheets it takes (null: too many)."""
    sheets: dict[str, int | None] = {}
    for paper in PAPERS_MM:
        try:
            sheets[paper] = len(tile(template, paper).sheets)
        except RocketryError:
            sheets[paper] = None
    return TemplateOut(
        key=template.key, title=template.title, width_mm=template.width_mm, height_mm=template.height_mm, svg=write_svg(template), sheets=sheets,
        notes=list(template.notes),
    )  # fmt: skip


def versions_out(row: Rocket) -> list[VersionOut]:
    """Newest first; a version that flew names its flights."""
    flown: dict[str, list[str]] = {}
    for flight in row.flights.filter(deleted_at__isnull=True):  # type: ignore[attr-defined]
        flown.setdefault(flight.rocket_snapshot_id, []).append(f"{flight.flown_on:%d %b %Y}, {flight.label}")
    out = []
    for version in row.revisions.order_by("-number")[:60]:  # type: ignore[attr-defined]
        out.append(
            VersionOut(
                number=version.number,
                saved_at=version.saved_at,
                current=version.number == row.revision,
                flown=flown.get(content_hash("rocket", version.document), []),
            )
        )
    return out


def compared_out(user: User, row: Rocket, left: int, right: int) -> ComparedOut:
    """Figures of two versions and what was changed between them; raises RocketryError where one is no airframe."""
    load = shown_load(user, row)
    shapes = [shape_of(user, row, _version(row, n), load) for n in (left, right)]
    units = shapes[0].units
    figures = []
    for name, say in _FIGURES.items():
        a, b = (say(s, units) for s in shapes)
        figures.append({"name": name, "left": a, "right": b, "same": "yes" if a == b else ""})
    return ComparedOut(
        left=left, right=right, figures=figures, changes=_changes(shapes[0].file, shapes[1].file, units),
        drawn=[drawn_out(s.balance.layout) for s in shapes], lengths_m=[s.balance.layout.length_m for s in shapes],
    )  # fmt: skip


def _version(row: Rocket, number: int) -> RocketFile:
    found = row.revisions.filter(number=number).first()  # type: ignore[attr-defined]
    if found is None:
        raise RocketryError("version", f"{number} is no version of this rocket")
    return read_rocket_file(found.document)


def _calibres(value: float | None) -> str:
    return "–" if value is None else f"{value:.2f}"


_FIGURES: dict[str, Callable[[Shape, UnitChoice], str]] = {
    "length": lambda s, u: show(s.balance.layout.length_m, "short_length", u),
    "mass without motor": lambda s, u: show(s.balance.empty.mass_kg, "mass", u),
    "balances at": lambda s, u: show(s.balance.ignition.cg_m, "short_length", u),
    "air pushes at": lambda s, u: show(s.balance.pressure.cp_m, "short_length", u),
    "calibres": lambda s, u: _calibres(s.balance.margin_calibres),
    "at burnout": lambda s, u: _calibres(s.balance.margin_burnout_calibres),
    "Cd coasting": lambda s, u: f"{s.drag.coasting[0]:.3f}",
    "apogee, today": lambda s, u: height_words(s.flown, u) if s.flown and s.flown.flight.lifted else "–",
}


def _changes(old: RocketFile, new: RocketFile, units: UnitChoice) -> list[str]:
    """What was added, taken out and altered, part by part."""
    before, after = {p.id: p for p in old.parts}, {p.id: p for p in new.parts}
    said = [f"{_name(p)}: added" for key, p in after.items() if key not in before]
    said += [f"{_name(p)}: taken out" for key, p in before.items() if key not in after]
    for key, part in after.items():
        if key not in before or part.type != before[key].type or part.type not in PART_TYPES:
            continue
        for f in described(PART_TYPES[part.type]):
            a, b = getattr(before[key], f.name), getattr(part, f.name)
            if a != b:
                quantity = f.metadata.get("quantity")
                texts = [("none" if v is None else show(v, quantity, units, 1) if quantity else str(v)) for v in (a, b)]
                said.append(f"{_name(part)}, {f.metadata['label'].lower()}: {texts[0]} → {texts[1]}")
        if part.material != before[key].material:
            said.append(f"{_name(part)}, material: {before[key].material or 'not told'} → {part.material or 'not told'}")
    if [p.id for p in old.parts if p.id in after] != [p.id for p in new.parts if p.id in before]:
        said.append("order of the parts")
    return said


def _name(part: Any) -> str:
    return part.name or PART_TYPES[part.type].WORD


def scale_out(asked: ScaleIn, units: UnitChoice, parts: Sequence[StockItem]) -> ScaleOut:
    """The substitution table of a scale model, read from texts."""
    table = read_prototype(asked.model_dump(), units).to_table()

    def said(value: float) -> str:
        # A tenth of a millimetre is as true as anybody cuts.
        return show(round(value, 4), "short_length", units, 1)

    rows = []
    for r in table.rows:
        hint = _to_be_had(r.name, r.scaled_m, said, parts)
        rows.append(
            ScaleRowOut(
                name=r.name,
                prototype=show(r.prototype_m, "length", units),
                scaled=said(r.scaled_m),
                scaled_m=r.scaled_m,
                available=said(r.available_m) if r.available_m is not None else "",
                target=said(r.target_m),
                as_built=said(r.as_built_m) if r.as_built_m is not None else "",
                difference=f"{'+' if r.difference_m >= 0 else '−'}{said(abs(r.difference_m))}"
                if abs(r.difference_m) > 5e-6
                else "true",
                absorbs=r.absorbs,
                nearest=hint,
            )
        )
    left = ""
    if abs(table.left_over_m) >= 5e-5:
        way = "long" if table.left_over_m > 0 else "short"
        left = f" The whole comes out {said(abs(table.left_over_m))} too {way}: choose a length that absorbs it."
    return ScaleOut(
        scale=f"1 : {1 / table.scale:.2f}", sentence=f"Scale 1 : {1 / table.scale:.2f}, from the tube.{left}", rows=rows
    )


def _to_be_had(name: str, wanted_m: float, said: Callable[[float], str], parts: Sequence[StockItem]) -> str | None:
    """The nearest thing on the shelf for a row that names a bought size: a nose's length, a tube's diameter."""
    wanted = name.lower()
    if any(word in wanted for word in ("diameter", "width", "across")):
        sizes = [(float(i.width_m or 0.0), i.name) for i in parts if i.type == "body_tube"]
    elif "nose" in wanted:
        sizes = [(float(i.figures["length_m"]), i.name) for i in parts if i.type == "nose_cone"]
    else:
        return None  # tubes and fins are cut to length
    close = nearest(wanted_m, [size for size, _ in sizes])
    if close is None or abs(sizes[close][0] - wanted_m) > _CLOSE_ENOUGH * wanted_m:
        return None
    return f"{sizes[close][1]}: {said(sizes[close][0])}"
