"""Pictures, cut lists and shopping lists, from the core's terms."""

from wobbly_fin.rocketry.building.explain import cut_sentences
from wobbly_fin.rocketry.building.materials import Materials, TubeCuts
from wobbly_fin.rocketry.building.pictures import Picture
from wobbly_fin.rocketry.templates.template import Arc, Circle
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.workshop.api.schemas import (
    CutBarOut,
    CutGroupOut,
    CutPieceOut,
    FilledOut,
    MaterialsOut,
    NeedOut,
    PictureCircleOut,
    PictureLineOut,
    PictureOut,
    PictureWordsOut,
    SheetNestOut,
)

_LETTER = 0.29  # half a letter's width against its height, for the box round words


def picture_out(picture: Picture) -> PictureOut:
    """A picture with the box it fills."""
    xs: list[float] = []
    ys: list[float] = []
    for points in (*(p.points for p in picture.paths), *(f.points for f in picture.filled)):
        xs += [x for x, _ in points]
        ys += [y for _, y in points]
    rounds: list[Circle | Arc] = [*picture.circles, *picture.arcs]
    for c in rounds:
        xs += [c.centre[0] - c.radius, c.centre[0] + c.radius]
        ys += [c.centre[1] - c.radius, c.centre[1] + c.radius]
    if picture.arcs and picture.paths:
        # A development's centre lies far off the paper: its own lines say how large it is.
        ends = [a.at(d) for a in picture.arcs for d in (a.start_deg, (a.start_deg + a.end_deg) / 2, a.end_deg)]
        xs = [x for x, _ in ends] + [x for p in picture.paths for x, _ in p.points]
        ys = [y for _, y in ends] + [y for p in picture.paths for _, y in p.points]
    for w in picture.words:
        across, high = len(w.text) * w.size * _LETTER, w.size * 0.7
        if abs(w.turned_deg) % 180 > 45:
            across, high = high, across
        xs += [w.at[0] - across, w.at[0] + across]
        ys += [w.at[1] - high, w.at[1] + high]
    return PictureOut(
        says=picture.says,
        box=[min(xs), min(ys), max(xs), max(ys)],
        lines=[PictureLineOut(points=[_round(q) for q in p.points], layer=p.layer, closed=p.closed) for p in picture.paths],
        circles=[PictureCircleOut(centre=_round(c.centre), radius=round(c.radius, 2), layer=c.layer) for c in picture.circles]
        + [
            PictureCircleOut(
                centre=_round(a.centre), radius=round(a.radius, 2), layer=a.layer, start_deg=a.start_deg, end_deg=a.end_deg
            )
            for a in picture.arcs
        ],
        words=[PictureWordsOut(at=_round(w.at), text=w.text, size=w.size, turned_deg=w.turned_deg) for w in picture.words],
        filled=[FilledOut(stuff=f.stuff, points=[_round(q) for q in f.points]) for f in picture.filled],
    )


def _round(point: tuple[float, float]) -> list[float]:
    return [round(point[0], 2), round(point[1], 2)]


def materials_out(found: Materials, units: UnitChoice, *, booked: bool) -> MaterialsOut:
    """Cut list, sheets, shopping list."""
    return MaterialsOut(
        cuts=[_group_out(g, units) for g in found.cuts],
        nests=[
            SheetNestOut(
                name=name,
                said=f"{nest.count} on {nest.sheets} {'sheet' if nest.sheets == 1 else 'sheets'} of {show(nest.sheet_m[0], 'short_length', units)} × "
                f"{show(nest.sheet_m[1], 'short_length', units)}; {nest.used * 100:.0f} % of the wood used.",
                own=own,
            )
            for name, nest, own in found.nests
        ],
        needs=[NeedOut(what=n.what, wanted=n.wanted, have=n.have, buy=n.buy) for n in found.needs],
        booked=booked,
    )


def _group_out(group: TubeCuts, units: UnitChoice) -> CutGroupOut:
    return CutGroupOut(
        name=group.name,
        bars=[
            CutBarOut(
                name=c.bar.key, length_m=c.bar.length_m, bought=c.bar.bought, cuts=c.cuts, left_m=round(c.left_m, 4),
                left=show(c.left_m, "short_length", units), kept=c.kept,
                pieces=[CutPieceOut(name=p.key, length_m=p.length_m, said=show(p.length_m, "short_length", units)) for p in c.pieces],
            )
            for c in group.plan.bars
        ],
        sentences=cut_sentences(group.plan, units),
        proven=group.plan.proven,
    )  # fmt: skip
