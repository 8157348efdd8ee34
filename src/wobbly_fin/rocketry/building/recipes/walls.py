"""Discs and anchors inside a tube: bulkheads glued or on rods, baffles, patches that hold the cord."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import Baffle, Bulkhead
from wobbly_fin.rocketry.assembly.act import Reach
from wobbly_fin.rocketry.assembly.pieces import tube_round
from wobbly_fin.rocketry.assembly.stand import Join, Tool
from wobbly_fin.rocketry.building.amounts import collar_kg, fillet_radius_m
from wobbly_fin.rocketry.building.recipes.eyes import eyes_of
from wobbly_fin.rocketry.building.recipes.section import DUST, MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say


def bulkheads(s: Section) -> list[Step]:
    """Discs that close a tube or a coupler."""
    bench, steps = s.bench, []
    for placed in s.lids:
        part = placed.part
        into = bench.layout.placed[tube_round(bench.layout, placed)]
        across = part.outer_diameter_m or 0.02
        if placed.index in bench.lids:
            steps.append(_loose_lid(s, placed, into))
            continue
        glue = bench.glue_for(part, into.part)
        density = bench.glue(glue).density_kg_m3
        steps.append(
            Step(
                key=s.key("bulkhead", placed),
                work="glue_in",
                title=f"Glue in the {part.called}",
                assembly=s.said("bay"),
                hands_on_s=12 * MINUTE,
                parts=(placed.index, into.index),
                joins=(Join(placed.index, into.index),),
                reaches=(Reach(into.index, placed.fore_m - 0.001), Reach(into.index, placed.aft_m + 0.001)),
                lines=(
                    f"{bench.size(across)} across, {bench.size(part.thickness_m)} thick; square in its tube, fillet on both faces.",
                ),
                gluing=bench.gluing(glue, 2 * collar_kg(across, fillet_radius_m(across) / 2, density)),
                inspect="Square, tight all round: blow through the tube.",
                after=(
                    Link(key=s.key("dry-fit"), because="dry fit comes before glue"),
                    *(
                        Link(key=s.key("eye", e), because="the eye cannot be tightened once the lid is in")
                        for e, holder in eyes_of(s)
                        if holder == placed.index
                    ),
                ),
                without="gas and pressure get past it",
                picture=("disc", placed.index),
                template=f"disc-{placed.index}",
            )
        )
    for baffle in s.of(Baffle):
        if baffle.part.SLIDES:
            steps.append(_piston(s, baffle))
            continue
        across = baffle.part.outer_diameter_m or 0.02
        density = bench.glue(bench.structural).density_kg_m3
        steps.append(
            Step(
                key=s.key("baffle", baffle),
                work="glue_in",
                parts=(baffle.index, bench.layout.host_of(baffle).index),
                joins=(Join(baffle.index, bench.layout.host_of(baffle).index),),
                reaches=(Reach(bench.layout.host_of(baffle).index, (baffle.fore_m + baffle.aft_m) / 2),),
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


def _piston(s: Section, piston: Placed[Baffle]) -> Step:
    """It slides, on its cord: nothing of it is glued to the wall."""
    host, bench = s.bench.layout.host_of(piston), s.bench
    named = {"name": piston.part.called}
    return Step(
        key=s.key("piston", piston),
        work="fit_joint",
        title=say("build-piston", **named),
        assembly=s.said("body"),
        hands_on_s=15 * MINUTE,
        parts=(piston.index, host.index),
        lines=(
            say("build-piston-line", across=bench.size(piston.part.outer_diameter_m or 0.0)),
            say("build-piston-cord"),
        ),
        tools=("400 grit",),
        caution=DUST,
        inspect=say("build-piston-inspect"),
        after=tuple(before_gluing(s)),
        without="it jams, and nothing comes out",
        needed=True,
    )


def _loose_lid(s: Section, lid: Placed[Bulkhead], into: Placed) -> Step:
    bench, part = s.bench, lid.part
    return Step(
        key=s.key("bulkhead", lid),
        work="cut",
        title=say("build-lid", name=part.called),
        assembly=s.said("bay"),
        hands_on_s=25 * MINUTE,
        parts=(lid.index, into.index),
        lines=(
            say(
                "build-lid-line",
                across=bench.size(part.outer_diameter_m or 0.02),
                thick=bench.size(part.thickness_m),
                into=into.part.called,
            ),
            say("build-lid-rods"),
            say("build-lid-why"),
        ),
        tools=("saw", "drill"),
        materials=(say("build-lid-stock"),),
        caution=DUST,
        inspect=say("build-lid-inspect"),
        after=(Link(key=s.key("cut-tubes"), because="its tube is cut first"), Link(key="gather", because="it is measured first")),
        without="the bay stays open",
        needed=True,
        picture=("disc", lid.index),
        template=f"disc-{lid.index}",
    )


_ANCHOR_LINES = {
    "folded_patch": "Cord folded into a strip of paper in three, glued shut, curved to the wall.",
    "loop_patch": "A loop of cord under a patch of cloth, soaked with glue, edges feathered.",
}


def anchors(s: Section) -> list[Step]:
    """Cord anchors glued inside the wall."""
    bench, steps = s.bench, []
    for placed in s.anchors:
        part = placed.part
        if part.kind not in _ANCHOR_LINES:
            continue
        host = bench.layout.outer_at(placed.fore_m)
        hands = bench.schools.hands
        bore = host.part.bore_m
        tool: Tool = "fingers" if bore >= hands.finger_wide_m else "stick"
        reach = hands.reach_m(tool, bore)
        deep = min(max(placed.fore_m - host.fore_m, 0.01), reach - 0.001)
        steps.append(
            Step(
                key=s.key("anchor", placed),
                work="glue_in",
                parts=(placed.index, host.index, *(c.index for c in s.cords_at(placed))),
                reaches=(Reach(host.index, host.fore_m + deep, tool),),
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
