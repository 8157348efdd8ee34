"""A scale model's prototype, read from its texts."""

from typing import Any

from wobbly_fin.formats.rocket_file import ScaleDocument, ScaleRow
from wobbly_fin.rocketry.airframe.scaling import Length, ScaleTable, scale_table
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units import parse
from wobbly_fin.rocketry.units.display import UnitChoice


def read_prototype(form: Any, units: UnitChoice) -> ScaleDocument:
    """A prototype as its form was typed; rows without a length are left out.

    Raises
    ------
    RocketryError
        Naming the box at fault: ``main_diameter``, ``rows.2.prototype`` …
    """
    if not isinstance(form, dict):
        raise RocketryError("prototype", "is no form")

    def read(owner: Any, box: str, place: str = "") -> float | None:
        text = str(owner.get(box, "") or "").strip()
        return parse(text, "short_length", units.system, name=f"{place}{box}").si if text else None

    sizes = {box: read(form, box) for box in ("main_diameter", "tube_diameter")}
    for box, value in sizes.items():
        if value is None:
            raise RocketryError(box, "is missing: scale is tube ÷ the prototype's main diameter")
    rows = []
    for i, row in enumerate(list(form.get("rows") or [])[:60]):
        if not isinstance(row, dict) or not str(row.get("prototype", "") or "").strip():
            continue
        figures = {f"{box}_m": read(row, box, f"rows.{i}.") for box in ("prototype", "available", "as_built")}
        typed = {box: str(row[box])[:80] for box in ("prototype", "available", "as_built") if str(row.get(box, "") or "").strip()}
        name = str(row.get("name") or "").strip()[:80] or f"length {i + 1}"
        rows.append(ScaleRow(name=name, absorbs=bool(row.get("absorbs")), typed=typed, **figures))  # type: ignore[arg-type]
    document = ScaleDocument(
        prototype=str(form.get("prototype") or "").strip()[:80] or "prototype", main_diameter_m=sizes["main_diameter"] or 0.0,
        tube_diameter_m=sizes["tube_diameter"] or 0.0, rows=rows,
        typed={box: str(form[box])[:80] for box in ("main_diameter", "tube_diameter")},
    )  # fmt: skip
    table_of(document)
    return document


def table_of(document: ScaleDocument) -> ScaleTable:
    """The substitution table of a prototype."""
    lengths = [
        Length(name=r.name, prototype_m=r.prototype_m, available_m=r.available_m, as_built_m=r.as_built_m, absorbs=r.absorbs)
        for r in document.rows
    ]
    return scale_table(document.main_diameter_m, document.tube_diameter_m, lengths)
