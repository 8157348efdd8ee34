"""The whole silhouette in cardboard: body, fins and what stands in for them, and where it balances."""

from wobbly_fin.rocketry.airframe.barrowman import cutout_cp_m
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.outline import PartOutline, outlines
from wobbly_fin.rocketry.airframe.surfaces import surfaces
from wobbly_fin.rocketry.templates.template import Path, Point, Template, Words


def cutout_template(layout: Layout) -> Template:
    """The whole silhouette: body and two whole pieces of whatever stands out, nose to the left, and where it balances."""
    drawn = {o.index: o for o in outlines(layout)}
    upper = [q for p in layout.outer for q in _mm(drawn[p.index].profile) if q[1] > 0 or q[0] == 0]
    paths = [Path(points=(*upper, *((x, -y) for x, y in reversed(upper))), closed=True)]
    for placed, surface in surfaces(layout):
        if not placed.part.OUTER:
            for points in _pieces(drawn[placed.index], layout.radius_at((placed.fore_m + placed.aft_m) / 2)):
                paths.append(Path(points=_mm(points), closed=True))
                if surface.pieces > 1:
                    paths.append(Path(points=_mm(tuple((x, -y) for x, y in points)), closed=True))
    at = cutout_cp_m(layout) * 1000
    paths.append(Path(points=((at, -6.0), (at, 6.0)), layer="mark"))
    return Template(
        key="cutout",
        title="Cardboard cut-out of the whole rocket",
        paths=tuple(paths),
        words=(Words(at=(at, 9.0), text="balances here", size=3.0),),
        notes=("Cut in one piece and balance it on a ruler’s edge: the careful centre of pressure.",),
    )


def _pieces(drawn: PartOutline, radius_m: float) -> list[tuple[Point, ...]]:
    """One piece as it stands out at the top: a fin's plate, a tube or pod beside the body, what a ring shows beyond the skin. [m]"""
    if drawn.across:
        off, line = drawn.across[0], drawn.profile
        return [(*((x, off + y) for x, y in line), *((x, off - y) for x, y in reversed(line)))]
    if drawn.angles_deg:
        return [drawn.profile]
    return [tuple((x, max(y, radius_m)) for x, y in drawn.profile)]


def _mm(points: tuple[Point, ...]) -> tuple[Point, ...]:
    return tuple((x * 1000, y * 1000) for x, y in points)
