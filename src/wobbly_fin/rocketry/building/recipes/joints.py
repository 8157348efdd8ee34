"""Couplers and every other joint, shrouds, tails and printed parts."""

from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, fore_diameter_m, holds
from wobbly_fin.rocketry.airframe.parts import (
    FinCan,
    Part,
    Transition,
)
from wobbly_fin.rocketry.assembly.finished import held_for_good, opens_in_flight, other_side
from wobbly_fin.rocketry.assembly.pieces import tube_round
from wobbly_fin.rocketry.assembly.stand import Join
from wobbly_fin.rocketry.building.amounts import collar_kg, sleeve_kg
from wobbly_fin.rocketry.building.marking import nested_strip_m
from wobbly_fin.rocketry.building.recipes.section import BLADE, DUST, MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.canopies.pins import PIN_DRILL_M
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.recovery.closures import FIXED, Closure

# How fast a desktop printer lays plastic: a usual figure from memory; the slicer knows better.
PRINT_KG_S = 0.012 / 3600


def printed(s: Section) -> list[Step]:
    """Parts off the printer: printed while the hands are free, cleaned."""
    bench, steps = s.bench, []
    for placed in s.of(Part):
        part = placed.part
        if not (part.material or "").startswith("printed") or getattr(part, "moulded", False):
            continue
        mass = bench.masses[placed.index].mass_kg
        job = Step(
            key=s.key("print", placed),
            work="print",
            parts=(placed.index,),
            title=f"Print the {part.called}",
            assembly="printer",
            hands_on_s=12 * MINUTE,
            lines=(f"{bench.mass(mass)} of {part.made_of.name if part.made_of else 'plastic'}; about as long as it says below.",),
            wait_s=mass / PRINT_KG_S,
            caution="A printer runs hot: not unattended where a fire could spread.",
            after=(Link(key="gather", because="its size is checked against the tube first"),),
            without="the part is not there",
            needed=True,
        )
        steps += [
            job,
            Step(
                key=s.key("clean", placed),
                work="clean",
                parts=(placed.index,),
                title=f"Clean up the {part.called}",
                assembly=s.said(part.called),
                hands_on_s=15 * MINUTE,
                lines=("Brim and strings off, glue faces scuffed, shoulder sanded until it slides.",),
                tools=("knife", "180 grit"),
                caution=DUST,
                inspect="It fits its tube by hand; no layer can be opened with a nail.",
                after=(Link(key=job.key, because="it has to come off the printer"),),
                without="glue does not hold on the skin",
                weigh_in=bench.weigh_in(part.called, [placed.index]),
            ),
        ]
    return steps


def fin_cans(s: Section) -> list[Step]:
    """A one-piece tail, glued in by its shank."""
    bench, steps = s.bench, []
    for placed in s.cans:
        part = placed.part
        glue = "epoxy-5"
        joins = s.glued_joins(placed)
        if not joins and len(bench.layout.outer) > 1:
            continue
        stays = sleeve_kg(
            part.shank_diameter_m or part.inner_diameter_m, part.shank_length_m or 0.01, bench.glue(glue).density_kg_m3
        )
        steps.append(
            Step(
                key=s.key("can-on", placed),
                work="glue_in",
                parts=(placed.index, *(j.to for j in joins)),
                joins=joins,
                title=f"Glue the {part.called} into the body",
                assembly=s.said("body"),
                hands_on_s=12 * MINUTE,
                lines=(
                    f"Its shank goes {bench.size(part.shank_length_m)} into the tube: scuff both, glue on the "
                    "wall, not on the shank, so that none is "
                    "pushed into the motor bay.",
                    "Turn until a fin line meets the lug’s line.",
                ),
                tools=("120 grit",),
                gluing=bench.gluing(glue, stays, 4 * MINUTE),
                inspect="Straight when rolled on the table; nothing in the motor bay.",
                after=(*before_gluing(s), Link(key=s.key("clean", placed), because="glue does not hold on the skin")),
                without="there is no tail",
                needed=True,
                picture=("whole", placed.index),
            )
        )
    return steps


def shrouds(s: Section) -> list[Step]:
    """Transitions: rolled of card, or solid and filled; then joined."""
    bench, steps = s.bench, []
    for placed in s.of(Transition):
        part = placed.part
        ready: list[Link] = []
        if part.material == "card":
            steps.append(
                Step(
                    key=s.key("shroud", placed),
                    work="roll",
                    parts=(placed.index,),
                    title=f"Roll the {part.called}",
                    assembly=s.said(part.called),
                    hands_on_s=20 * MINUTE,
                    lines=(
                        f"{bench.size(fore_diameter_m(part))} to {bench.size(aft_diameter_m(part))} over "
                        f"{bench.size(part.length_m)}: cut the development, roll it over a "
                        "table’s edge, glue the flap.",
                        "Harden it with thin CA when it fits.",
                    ),
                    tools=("knife", "compass"),
                    gluing=bench.gluing("thin-ca", 0.001),
                    caution=BLADE,
                    inspect="Both ends round, the seam flat.",
                    after=(Link(key=s.key("cut-tubes"), because="its ends are measured on the real tubes"),),
                    without=f"there is no {part.called}",
                    needed=True,
                    picture=("shroud", placed.index),
                    template=f"shroud-{placed.index}",
                )
            )
            ready.append(Link(key=s.key("shroud", placed), because="it has to be rolled first"))
        ready.append(Link(key=s.key("clean", placed), because="it comes off the printer first"))
        joins = s.glued_joins(placed)
        if not joins:
            continue
        after = [*before_gluing(s), *ready]
        density = bench.glue(bench.structural).density_kg_m3
        wide = max(fore_diameter_m(part), aft_diameter_m(part))
        steps.append(
            Step(
                key=s.key("shroud-on", placed),
                work="glue_in" if any(part.enters_m) else "glue_on",
                parts=(placed.index, *(j.to for j in joins)),
                joins=joins,
                title=f"Glue on the {part.called}",
                assembly=s.said("body"),
                hands_on_s=12 * MINUTE,
                lines=("Both edges on their tubes, seam away from the fins; roll the whole on the table before it sets.",),
                gluing=bench.gluing(bench.glue_for(part), 2 * collar_kg(wide, 0.0015, density), 4 * MINUTE),
                inspect="Rolled on the table, neither end wanders.",
                after=tuple(after),
                without="the body has a gap",
                needed=True,
                picture=("whole", placed.index),
            )
        )
    return steps


def couplers(s: Section) -> list[Step]:
    """Every joint, as it is held and as it has to open: glued, fitted, pinned, screwed or riveted."""
    steps: list[Step] = []
    for closure in s.closures:
        joining = s.bench.layout.placed[closure.part]
        if holds(joining, FinCan) or (holds(joining, Transition) and held_for_good(closure, s.bench.opens)):
            continue  # a tail and a shroud have their own words
        steps.append(_joint(s, closure))
    for stiffener in s.couplers:
        if all(c.part != stiffener.index for c in s.closures):
            steps.append(
                _glued(
                    s, stiffener, s.bench.layout.host_of(stiffener), s.key("coupler", stiffener), inside_m=stiffener.part.length_m
                )
            )
    return steps


def _joint(s: Section, closure: Closure) -> Step:
    layout = s.bench.layout
    joining, other = layout.placed[closure.part], layout.placed[other_side(closure)]
    own = joining.host == other.index
    key = s.key("coupler", joining) if own else s.key("join", joining) if joining.host is not None else s.key("joint", joining)
    overlap = overlap_m(layout, joining, closure)
    if held_for_good(closure, s.bench.opens):
        return _glued(s, joining, other, key, inside_m=overlap)
    opens = opens_in_flight(closure, s.bench.opens)
    kind = "friction" if opens and closure.kind in FIXED else closure.kind
    touched = (*((closure.joint,) if closure.joint is not None else ()), joining.index, other.index)
    before = [*before_gluing(s), *_made(s, joining)]
    if joining.host is not None and not own:
        before += [Link(key=s.key("coupler", joining), because="the coupler has to hold in its own tube")]
    names = {"name": joining.part.called, "other": other.part.called}
    if kind == "pinned":
        return _pins(s, closure, key, touched, before, overlap)
    if kind in ("screwed", "riveted"):
        count = closure.count or 3
        return Step(
            key=key,
            work="fix_joint",
            title=say(f"build-joint-{kind}", count=count, **names),
            assembly=s.said("body"),
            hands_on_s=20 * MINUTE,
            parts=touched,
            lines=(
                say("build-joint-drill", count=count, at=s.bench.size(overlap / 2), **names),
                say("build-joint-inserts") if kind == "screwed" else say("build-joint-rivets"),
                say("build-joint-stays", **names),
            ),
            tools=("drill",),
            caution="Drill slowly, the tube backed by wood, fingers out of the tube.",
            inspect="Both tubes in one line on a flat table.",
            after=tuple(before),
            without="the tubes do not hold together",
            needed=True,
        )
    return Step(
        key=key,
        work="fit_joint",
        title=say("build-joint-taped", **names) if kind == "taped" else say("build-joint-fit", **names),
        assembly=s.said("body"),
        hands_on_s=12 * MINUTE,
        parts=touched,
        lines=(
            say("build-joint-tape-line") if kind == "taped" else say("build-joint-fit-line", **names),
            say("build-joint-opens") if opens else say("build-joint-off"),
        ),
        inspect="Both in one line on a flat table.",
        after=tuple(before),
        without="the tubes do not hold together",
        needed=True,
    )


def _pins(s: Section, closure: Closure, key: str, parts: tuple[int, ...], before: list[Link], overlap: float) -> Step:
    layout = s.bench.layout
    joining, other = layout.placed[closure.part].part.called, layout.placed[other_side(closure)].part.called
    count = closure.count or 2
    return Step(
        key=key,
        work="drill_pins",
        title=say("build-pins", count=count, name=joining, other=other),
        assembly=s.said("body"),
        hands_on_s=(15 + 4 * count) * MINUTE,
        parts=parts,
        lines=(
            say("build-pins-where", count=count, at=s.bench.size(overlap / 2), name=joining, other=other),
            say("build-pins-drill", pin=closure.pin, drill=s.bench.size(PIN_DRILL_M[closure.pin])),
            say("build-pins-fit"),
            say("build-pins-day"),
        ),
        tools=("drill", "masking tape"),
        materials=(say("build-pins-stock", count=count, pin=closure.pin),),
        caution="Drill slowly, the tube backed by wood, fingers out of the tube.",
        inspect=say("build-pins-inspect"),
        after=tuple(before),
        without="the joint opens by itself, or not at all",
        needed=True,
    )


def _made(s: Section, joining: Placed) -> list[Link]:
    return [
        Link(key=s.key("clean", joining), because="it comes off the printer first"),
        Link(key=s.key("nose", joining), because="its shoulder is sanded first"),
        Link(key=s.key("shroud", joining), because="it has to be rolled first"),
    ]


def _glued(s: Section, joining: Placed, other: Placed, key: str, *, inside_m: float) -> Step:
    bench, part = s.bench, joining.part
    glue = bench.glue_for(part, other.part)
    density = bench.glue(glue).density_kg_m3
    lines = [
        f"{bench.size(inside_m)} of it go into the {other.part.called}; a pencil line marks it."
        if inside_m > 0
        else say("build-joint-edges")
    ]
    coupler = next((c.part for c in s.couplers if c.index == joining.index), None)
    if coupler is not None:
        lines[0] = (
            f"{bench.size(inside_m)} of its {bench.size(coupler.length_m)} go into the {other.part.called}; a pencil line marks it."
        )
        lines.append(
            f"A second coupler inside stiffens it: take a strip of {bench.size(nested_strip_m(coupler.wall_m))} out of that one, lengthwise."
        )
        lines.append("Thin CA on the end that stays bare stops fuzz from jamming it.")
    lines.append(say("build-joint-wall", other=other.part.called))
    across = getattr(part, "outer_diameter_m", None) or part.tail_m or 0.02
    return Step(
        key=key,
        work="glue_in",
        title=f"Glue the {part.called} into the {other.part.called}"
        if inside_m > 0 or coupler is not None
        else say("build-joint-glued", name=part.called, other=other.part.called),
        assembly=s.said("body" if other is s.body else other.part.called),
        hands_on_s=12 * MINUTE,
        parts=(joining.index, other.index),
        joins=(Join(joining.index, other.index),),
        lines=tuple(lines),
        gluing=bench.gluing(glue, sleeve_kg(across, max(inside_m, 0.005), density)),
        inspect="It stands straight out; rolled on the table, nothing wobbles.",
        after=(*before_gluing(s), *_made(s, joining), *_lids(s, joining)),
        without="the tubes do not hold together",
        needed=True,
        picture=("whole", joining.index),
    )


def overlap_m(layout: Layout, joining: Placed, closure: Closure) -> float:
    """How much of a joining part lies in what it joins at one end. [m]"""
    if joining.host is not None:
        return max(0.0, closure.station_m - joining.fore_m if closure.end == "fore" else joining.aft_m - closure.station_m)
    fore, aft = joining.part.enters_m
    return fore if closure.end == "fore" else aft


def _lids(s: Section, into: Placed) -> list[Link]:
    return [
        Link(key=s.key("bulkhead", b), because="its bulkhead is glued in where both faces can be reached")
        for b in s.lids
        if tube_round(s.bench.layout, b) == into.index
    ]
