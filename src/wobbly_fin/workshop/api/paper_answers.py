"""Pictures, cut lists and shopping lists, from the core's terms."""

from wobbly_fin.rocketry.building.explain import cut_sentences
from wobbly_fin.rocketry.building.materials import Materials, TubeCuts
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.workshop.api.schemas import (
    CutBarOut,
    CutGroupOut,
    CutPieceOut,
    MaterialsOut,
    NeedOut,
    SheetNestOut,
)


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
