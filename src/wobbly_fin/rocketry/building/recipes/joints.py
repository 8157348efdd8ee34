"""Couplers, bulkheads, baffles, shrouds, printed parts and anchors in the wall."""

from wobbly_fin.rocketry.airframe.layout import Placed, aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.parts import (
    Anchor,
    Baffle,
    Bulkhead,
    CanopyPack,
    Coupler,
    Joint,
    Part,
    Transition,
)
from wobbly_fin.rocketry.building.amounts import collar_kg, fillet_radius_m, sleeve_kg
from wobbly_fin.rocketry.building.marking import nested_strip_m
from wobbly_fin.rocketry.building.recipes.section import BLADE, DUST, MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say

# How fast a desktop printer lays plastic: a usual figure from memory; the slicer knows better.
PRINT_KG_S = 0.012 / 3600
# A finger reaches so far into a tube.
FINGER_M = 0.07


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
        stays = sleeve_kg(
            part.shank_diameter_m or part.inner_diameter_m, part.shank_length_m or 0.01, bench.glue(glue).density_kg_m3
        )
        steps.append(
            Step(
                key=s.key("can-on", placed),
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
                    after=(Link(key="gather", because="its ends are measured on the real tubes"),),
                    without=f"there is no {part.called}",
                    needed=True,
                    picture=("shroud", placed.index),
                    template=f"shroud-{placed.index}",
                )
            )
            ready.append(Link(key=s.key("shroud", placed), because="it has to be rolled first"))
        ready.append(Link(key=s.key("clean", placed), because="it comes off the printer first"))
        tail = placed.index == s.bench.layout.outer[-1].index
        after = [*before_gluing(s), *ready]
        if tail:
            after.append(Link(key=s.key("mount-in"), because="it closes round the motor tube"))
        density = bench.glue(bench.structural).density_kg_m3
        wide = max(fore_diameter_m(part), aft_diameter_m(part))
        steps.append(
            Step(
                key=s.key("shroud-on", placed),
                title=f"Glue on the {part.called}",
                assembly=s.said("body"),
                hands_on_s=12 * MINUTE,
                lines=("Both edges on their tubes, seam away from the fins; roll the whole on the table before it sets.",),
                gluing=bench.gluing(bench.structural, 2 * collar_kg(wide, 0.0015, density), 4 * MINUTE),
                inspect="Rolled on the table, neither end wanders.",
                after=tuple(after),
                without="the body has a gap",
                needed=True,
                picture=("whole", placed.index),
            )
        )
    return steps


def couplers(s: Section) -> list[Step]:
    """Couplers glued into one tube, and held to the other as their joint says."""
    bench, steps = s.bench, []
    for placed in s.of(Coupler):
        part = placed.part
        assert placed.host is not None
        host = bench.layout.placed[placed.host]
        inside = max(0.0, min(host.aft_m, placed.aft_m) - max(host.fore_m, placed.fore_m))
        glue = bench.structural
        lines = [
            f"{bench.size(inside)} of its {bench.size(part.length_m)} go into the {host.part.called}; a pencil line marks it.",
            f"A second coupler inside stiffens it: take a strip of {bench.size(nested_strip_m(part.wall_m))} out of that one, lengthwise.",
            "Thin CA on the end that stays bare stops fuzz from jamming it.",
        ]
        density = bench.glue(glue).density_kg_m3
        key = s.key("coupler", placed)
        steps.append(
            Step(
                key=key,
                title=f"Glue the {part.called} into the {host.part.called}",
                assembly=s.said("body" if host is s.body else host.part.called),
                hands_on_s=12 * MINUTE,
                lines=tuple(lines),
                gluing=bench.gluing(glue, sleeve_kg(part.outer_diameter_m or 0.02, max(inside, 0.005), density)),
                inspect="It stands straight out; the other tube slides over it.",
                after=(*before_gluing(s), *_lids(s, placed)),
                without="the tubes do not hold together",
                needed=True,
                picture=("whole", placed.index),
            )
        )
        steps.append(_join(s, placed, host, key))
    return steps


def _lids(s: Section, coupler: Placed[Coupler]) -> list[Link]:
    return [
        Link(key=s.key("bulkhead", b), because="its bulkhead is glued in where both faces can be reached")
        for b in s.of(Bulkhead)
        if b.part.parent == coupler.part.id
    ]


def _join(s: Section, placed: Placed[Coupler], host: Placed, coupler_key: str) -> Step:
    bench, part = s.bench, placed.part
    joint = next((j.part for j in s.of(Joint) if j.part.parent == part.id), None)
    kind = joint.kind if joint is not None else "friction" if _opens_at(s, placed, host) else "glued"
    count = joint.count if joint is not None else 0
    said = {
        "friction": (
            "Fit the joint that comes apart",
            "Sand or tape the coupler until the joint holds when lifted and opens with a pull.",
        ),
        "taped": ("Fit the taped joint", "Slides by hand; tape goes round it at the field."),
        "screwed": (
            f"Drill the joint for {count or 3} screws",
            f"{count or 3} holes evenly round, drilled through both walls together, nuts or inserts inside; number the halves.",
        ),
        "riveted": (
            f"Drill the joint for {count or 3} plastic rivets",
            f"{count or 3} holes evenly round, drilled through both walls together; number the halves.",
        ),
        "glued": ("Glue the tubes together", "Glue inside the second tube, one quick push with a turn; roll it on the table."),
    }[kind]
    glue = bench.structural
    density = bench.glue(glue).density_kg_m3
    gluing = (
        bench.gluing(glue, sleeve_kg(part.outer_diameter_m or 0.02, part.axial_length_m / 2, density))
        if kind == "glued"
        else None
    )
    return Step(
        key=s.key("join", placed),
        title=said[0],
        assembly=s.said("body"),
        hands_on_s=(20 if kind in ("screwed", "riveted") else 12) * MINUTE,
        lines=(said[1],),
        gluing=gluing,
        caution="Drill slowly, the tube backed by wood." if kind in ("screwed", "riveted") else "",
        inspect="Both tubes in one line on a flat table.",
        after=(
            *before_gluing(s),
            Link(key=coupler_key, because="the coupler has to hold in its own tube"),
            *(
                Link(key=s.key("anchor", a), because="the anchor is out of reach once the tubes are one")
                for a in s.of(Anchor)
                if kind == "glued"
            ),
        ),
        without="the tubes do not hold together",
        needed=True,
    )


def _opens_at(s: Section, placed: Placed, host: Placed) -> bool:
    """Whether the rocket comes apart here: the canopy lies in the tube behind."""
    return any(c.host is not None and c.host != host.index and c.fore_m >= placed.fore_m for c in s.of(CanopyPack))


def bulkheads(s: Section) -> list[Step]:
    """Discs that close a tube or a coupler."""
    bench, steps = s.bench, []
    for placed in s.of(Bulkhead):
        part = placed.part
        across = part.outer_diameter_m or 0.02
        density = bench.glue(bench.structural).density_kg_m3
        steps.append(
            Step(
                key=s.key("bulkhead", placed),
                title=f"Glue in the {part.called}",
                assembly=s.said("bay"),
                hands_on_s=12 * MINUTE,
                lines=(
                    f"{bench.size(across)} across, {bench.size(part.thickness_m)} thick; square in its tube, fillet on both faces.",
                ),
                gluing=bench.gluing(bench.structural, 2 * collar_kg(across, fillet_radius_m(across) / 2, density)),
                inspect="Square, tight all round: blow through the tube.",
                after=(
                    Link(key="gather", because="dry fit comes first"),
                    Link(key=s.key("cut-tubes"), because="its tube is cut first"),
                ),
                without="gas and pressure get past it",
                picture=("disc", placed.index),
                template=f"disc-{placed.index}",
            )
        )
    for baffle in s.of(Baffle):
        across = baffle.part.outer_diameter_m or 0.02
        density = bench.glue(bench.structural).density_kg_m3
        steps.append(
            Step(
                key=s.key("baffle", baffle),
                title=say("build-baffle", name=baffle.part.called),
                assembly=s.said("body"),
                hands_on_s=12 * MINUTE,
                lines=(
                    say(
                        "build-baffle-line",
                        across=bench.size(across),
                        deep=bench.size(baffle.fore_m - bench.layout.host_of(baffle).fore_m),
                    ),
                    say("build-baffle-order"),
                ),
                gluing=bench.gluing(bench.structural, collar_kg(across, fillet_radius_m(across) / 2, density)),
                inspect=say("build-baffle-inspect"),
                after=before_gluing(s),
                without=say("build-baffle-without"),
            )
        )
    return steps


_ANCHOR_LINES = {
    "folded_patch": "Cord folded into a strip of paper in three, glued shut, curved to the wall.",
    "loop_patch": "A loop of cord under a patch of cloth, soaked with glue, edges feathered.",
}


def anchors(s: Section) -> list[Step]:
    """Cord anchors glued inside the wall."""
    bench, steps = s.bench, []
    for placed in s.of(Anchor):
        part = placed.part
        if part.kind not in _ANCHOR_LINES:
            continue
        host = bench.layout.outer_at(placed.fore_m)
        deep = min(max(placed.fore_m - host.fore_m, 0.01), FINGER_M)
        steps.append(
            Step(
                key=s.key("anchor", placed),
                title="Glue the cord’s anchor inside the tube",
                assembly=s.said("body" if host is s.body else host.part.called),
                hands_on_s=12 * MINUTE,
                lines=(
                    _ANCHOR_LINES[part.kind],
                    f"Its forward edge {bench.size(deep)} down from the front: behind the nose’s shoulder, as "
                    "deep as a finger reaches. Press until it "
                    "holds; it lies flat, or the canopy hangs on it.",
                ),
                gluing=bench.gluing("wood" if part.kind == "folded_patch" else bench.structural, 0.0012),
                inspect="Pull hard on the cord: nothing lifts.",
                after=tuple(before_gluing(s)),
                without="the cord has nothing to hold on to",
                needed=True,
            )
        )
    return steps
