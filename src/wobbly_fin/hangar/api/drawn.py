"""Airframes as the front end draws them."""

import uuid
from typing import Any

from wobbly_fin.hangar.api.schemas import DrawnOut, PaintDrawnOut
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.outline import Line, outlines
from wobbly_fin.rocketry.airframe.paint import COLOURS, read_paint
from wobbly_fin.rocketry.airframe.parts.part import Part, described


def drawn_out(layout: Layout) -> list[DrawnOut]:
    """Every part that has a shape, to a hundredth of a millimetre; `layout` comes from a stored file, so parts have keys."""
    keys = {p.index: uuid.UUID(p.part.id) for p in layout.placed}
    out = []
    for o in outlines(layout):
        placed = layout.placed[o.index]
        part = placed.part
        out.append(
            DrawnOut(
                id=keys[o.index],
                type=part.TYPE,
                name=part.called,
                stage=placed.stage,
                parent=uuid.UUID(part.parent) if part.parent else None,
                host=keys[placed.host] if placed.host is not None else None,
                edge=part.edge or (part.EDGE if part.position_m is None else None),
                fore_m=round(placed.fore_m, 6),
                aft_m=round(placed.aft_m, 6),
                hatch=part.made_of.hatch if part.made_of else None,
                profile=_rounded(o.profile),
                bore=_rounded(o.bore),
                stub=_rounded(o.stub),
                across=[round(a, 6) for a in o.across],
                angles_deg=list(o.angles_deg),
                sizes=_sizes(part),
                paint=_paint(part),
            )
        )
    return out


def _paint(part: Part) -> PaintDrawnOut | None:
    found = read_paint(part.paint)
    if found is None:
        return None
    return PaintDrawnOut(
        base=COLOURS[found.base],
        second=COLOURS.get(found.second, ""),
        pattern=found.pattern,
        count=found.count,
        lettering=found.lettering,
    )


def _rounded(line: Line) -> list[list[float]]:
    return [[round(x, 5), round(y, 5)] for x, y in line]


def _sizes(part: Any) -> dict[str, float]:
    """The part's own lengths, for handles to drag."""
    named = (f.name for f in described(type(part)) if f.metadata.get("quantity") == "short_length")
    return {name: float(getattr(part, name)) for name in named if getattr(part, name) is not None}
