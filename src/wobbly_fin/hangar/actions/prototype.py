"""A scale model's prototype, read from its texts."""

from typing import Any

from wobbly_fin.formats.rocket_file import ScaleDocument, ScaleRow
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import Typed, parse


def read_prototype(form: Any, units: UnitChoice) -> ScaleDocument:
    """A prototype as its form was typed; rows without a length are left out.

    Raises
    ------
    RocketryError
        Naming the box at fault: ``main_diameter``, ``rows.2.prototype`` …
    """
    if not isinstance(form, dict):
        raise RocketryError("prototype", "is no form")

    def read(owner: Any, box: str, place: str = "") -> Typed | None:
        text = str(owner.get(box, "") or "").strip()
        return parse(text, "short_length", units, name=f"{place}{box}") if text else None

    sizes: dict[str, Typed] = {}
    for box in ("main_diameter", "tube_diameter"):
        size = read(form, box)
        if size is None:
            raise RocketryError(box, "is missing; scale is tube ÷ the prototype's main diameter")
        sizes[box] = size
    rows = []
    for i, row in enumerate(list(form.get("rows") or [])[:60]):
        if not isinstance(row, dict) or not str(row.get("prototype", "") or "").strip():
            continue
        told = {box: read(row, box, f"rows.{i}.") for box in ("prototype", "available", "as_built")}
        figures = {f"{box}_m": typed.si for box, typed in told.items() if typed is not None}
        name = str(row.get("name") or "").strip()[:80] or f"length {i + 1}"
        typed = {box: typed.kept[:80] for box, typed in told.items() if typed is not None}
        rows.append(ScaleRow(name=name, absorbs=bool(row.get("absorbs")), typed=typed, **figures))  # type: ignore[arg-type]
    document = ScaleDocument(
        prototype=str(form.get("prototype") or "").strip()[:80] or "prototype", main_diameter_m=sizes["main_diameter"].si,
        tube_diameter_m=sizes["tube_diameter"].si, rows=rows, typed={box: size.kept[:80] for box, size in sizes.items()},
    )  # fmt: skip
    document.to_table()
    return document
