"""Fins: cut with the grain, sanded as one, filled, weighed; and set on the tube."""

from dataclasses import replace

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import FinSet, Pods, TubeFins
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.assembly.stand import Join
from wobbly_fin.rocketry.building.amounts import fillets_kg, pocket_kg, root_fillet_radius_m
from wobbly_fin.rocketry.building.nesting import nest_fins
from wobbly_fin.rocketry.building.recipes.section import BLADE, DUST, MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say

WOOD = {"balsa-light", "balsa", "balsa-hard", "lime", "spruce", "beech", "birch-ply", "light-ply"}


def fins(s: Section, fin: Placed[FinSet]) -> list[Step]:
    """From the sheet to fins ready to be glued."""
    bench, part = s.bench, fin.part
    scratch = bench.schools.origin == "scratch"
    assembly, through = s.said(part.called), tab_of(bench.layout, fin)
    nest = nest_fins(bench.layout, fin)
    cut = Step(
        key=s.key("cut-fins", fin),
        work="cut",
        parts=(fin.index,),
        title=f"Cut {part.count} fins from {bench.size(part.thickness_m)} sheet" if scratch else f"Free the {part.count} fins",
        assembly=assembly,
        hands_on_s=(8 + (7 if scratch else 3) * part.count) * MINUTE,
        lines=(
            (
                f"{nest.count} on {nest.sheets} {'sheet' if nest.sheets == 1 else 'sheets'} of {bench.size(nest.sheet_m[0])} × "
                f"{bench.size(nest.sheet_m[1])}: leading edge along the factory edge, grain with it.",
                "Pin the template to sheet and mat, cut in passes, root edge last.",
            )
            if scratch
            else ("Cut the tags from both sides; nothing is torn out.",)
        ),
        tools=("knife", "steel rule", "mat") if scratch else ("knife",),
        materials=(f"{nest.sheets} × {part.made_of.name if part.made_of else 'sheet'} {bench.size(part.thickness_m)}",)
        if scratch
        else (),
        caution=BLADE,
        after=(Link(key="gather", because="it is measured before it is cut"),),
        without="there are no fins",
        needed=True,
        picture=("sheet", fin.index) if scratch else ("fin", fin.index),
        template=f"fin-{fin.index}",
    )
    edge = {"square": "leave the edges square", "rounded": "round leading edge and tip", "airfoil": "sand to an airfoil"}[
        part.edges
    ]
    sand = Step(
        key=s.key("sand-fins", fin),
        work="sand",
        parts=(fin.index,),
        title="Stack the fins and sand them as one",
        assembly=assembly,
        hands_on_s=(10 + (6 if part.edges == "square" else 9) * part.count) * MINUTE,
        lines=(
            f"All {part.count} in one stack until they are one fin; {edge}; bevel no further than the last ply.",
            *(("Nip the tab’s corners so that they clear the glue at the rings.",) if through else ()),
            f"Number them 1 to {part.count}, root edge left square.",
        ),
        tools=("sanding block", "180 and 400 grit"),
        caution=DUST,
        inspect="Held to a window the stack shows no steps.",
        after=(Link(key=cut.key, because="cut comes before sanding"),),
        without="fins differ, and the rocket spins or strays",
        picture=("fin", fin.index),
        template=f"fin-{fin.index}",
    )
    steps = [cut, sand]
    if bench.schools.fillers and part.material in WOOD:
        fill = Step(
            key=s.key("fill-fins", fin),
            work="fill",
            parts=(fin.index,),
            title="Fill the grain of the fins, both faces",
            assembly=assembly,
            hands_on_s=(6 + 5 * part.count) * MINUTE,
            lines=(
                "Mask the root edge" + (" and the whole tab" if through else "") + ": filler under glue peels off with the glue.",
                "Both faces at once, or the wood warps. Dry overnight on their edges.",
            ),
            tools=("masking tape", "spreader"),
            materials=("wood filler",),
            gluing=bench.gluing("filler", 0.0),
            after=(Link(key=sand.key, because="shape first, filler on top"),),
            without="grain shows through the paint",
            picture=("fin", fin.index),
        )
        steps += [
            fill,
            Step(
                key=s.key("sand-filled-fins", fin),
                work="sand",
                parts=(fin.index,),
                title="Sand the filled fins",
                assembly=assembly,
                hands_on_s=(5 + 5 * part.count) * MINUTE,
                lines=("180 grit with a block, then tape off the glue faces.",),
                tools=("180 grit",),
                caution=DUST,
                inspect="Flat on the table, no fin rocks.",
                after=(Link(key=fill.key, because="filler sands when it is hard"),),
                without="filler stands proud",
                weigh_in=bench.weigh_in(part.called, [fin.index]),
            ),
        ]
    else:
        steps[-1] = _weighing(s, steps[-1], fin)
    return steps


def _weighing(s: Section, step: Step, fin: Placed[FinSet]) -> Step:
    return replace(step, weigh_in=s.bench.weigh_in(fin.part.called, [fin.index]))


def fins_on(s: Section, fin: Placed[FinSet]) -> list[Step]:
    """The fins glued to the tube: all in one jig, or one at a time; with pockets filled where that is the school."""
    bench, part = s.bench, fin.part
    tab, one = tab_of(bench.layout, fin), bench.schools.jig == "one"
    pockets = tab is not None and s.inside == "fin_pockets"
    rounds = [(k,) for k in range(part.count)] if one or pockets else [tuple(range(part.count))]
    key = bench.fillets if pockets else bench.structural
    each = fillets_kg(1, part.root_m, 0.0015, bench.glue(key).density_kg_m3)
    if pockets and tab is not None:
        each = pocket_kg(tab.length_m, tab.depth_m, bench.glue(key).density_kg_m3)
    steps: list[Step] = []
    host = bench.layout.host_of(fin).index
    for number, which in enumerate(rounds):
        hands = (6 + (12 if pockets else 6) * len(which)) * MINUTE
        named = f"fin {which[0] + 1}" if len(which) == 1 else f"all {part.count} fins"
        gluing = bench.gluing(key, each * len(which), hands, joints=len(which))
        where = (
            f"Tab through the slot, down to the motor tube, {bench.size(tab.depth_m)} below the surface."
            if tab is not None
            else "Root on its line, along the whole length."
        )
        lines = [where]
        if pockets:
            lines.append(
                f"Fill the pocket on both sides of the tab to the wall: {bench.mass(gluing.mass_kg)} a fin. One fin a day, the tube level."
            )
        else:
            lines.append("Tack the ends with thin CA if the jig allows, then a thin line of glue along the root.")
        lines.append("Sight along the tube from behind: fins stand straight out and evenly round.")
        after = [*before_gluing(s), *_ready(s, fin)]
        if number:
            after.append(
                Link(key=s.key("fins-on", fin, number - 1), because="the one before has to hold when the tube is turned")
            )
        steps.append(
            Step(
                key=s.key("fins-on", fin, number if len(rounds) > 1 else None),
                work="glue_on",
                parts=(fin.index, host, *([s.mount.index] if tab is not None and s.mount is not None else [])),
                joins=(Join(fin.index, host, slides=False),),
                title=f"Glue on {named}",
                assembly=s.said("body"),
                hands_on_s=hands,
                lines=tuple(lines),
                tools=("fin jig",),
                gluing=gluing,
                after=tuple(after),
                inspect="From behind, angles between fins read alike.",
                without="there are no fins on it",
                needed=True,
                picture=("outside", fin.index),
            )
        )
    return steps


def _ready(s: Section, fin: Placed[FinSet]) -> list[Link]:
    links = [
        Link(key=s.key("mark", fin), because="a fin goes on its line"),
        Link(key=s.key("sand-fins", fin), because="fins are shaped before they are glued"),
        Link(key=s.key("sand-filled-fins", fin), because="fins are filled while both faces can be reached"),
    ]
    if tab_of(s.bench.layout, fin) is not None:
        links += [
            Link(key=s.key("slot", fin), because="the tab goes through its slot"),
            Link(key=s.key("mount-in"), because="the tab is glued to the motor tube"),
        ]
        if s.inside == "fin_pockets":
            links.append(Link(key=s.key("aft-ring"), because=say("build-because-pocket-closed")))
    return links


def outside_fillets(s: Section, fin: Placed[FinSet]) -> list[Step]:
    """Fillets outside: valley by valley with glue that runs, all at once with glue that stands."""
    bench, part = s.bench, fin.part
    glue = bench.glue(bench.fillets)
    radius = root_fillet_radius_m(2 * bench.layout.radius_at((fin.fore_m + fin.aft_m) / 2), part.thickness_m)
    stays = fillets_kg(part.count, part.root_m, radius, glue.density_kg_m3)
    rounds = part.count if glue.runny else 1
    after = [
        Link(key=last_round(s, fin), because="the fins have to hold first"),
        Link(key=s.key("inside", fin), because="inside fillets come while the aft end is open", until="handled"),
        Link(key=s.key("aft-ring"), because="the aft end is closed before the outside is finished"),
    ]
    steps: list[Step] = []
    for number in range(rounds):
        joints = 2 * part.count // rounds
        hands = (6 + 4 * joints) * MINUTE
        gluing = bench.gluing(bench.fillets, stays / rounds, hands, joints=joints)
        links = (
            after
            if number == 0
            else [Link(key=s.key("outside", fin, number - 1), because="the valley before lies level until it holds")]
        )
        fillet = Step(
            key=s.key("outside", fin, number if rounds > 1 else None),
            work="fillet_outside",
            parts=(fin.index, bench.layout.host_of(fin).index),
            title=f"Outside fillets, valley {number + 1} of {rounds}" if rounds > 1 else f"Outside fillets, all {2 * part.count}",
            assembly=s.said("body"),
            hands_on_s=hands,
            lines=(
                f"{joints} fillets of {bench.size(radius)} radius along {bench.size(part.root_m)}. Tape both sides of each, scuff between.",
                f"Pull each in one sweep with a stick rounded to {bench.size(2 * radius)}; the tube lies level until it holds.",
            ),
            tools=("masking tape", "rounded stick"),
            gluing=gluing,
            after=tuple(links),
            inspect="One even hollow, no bubbles, no ridge at the tape.",
            without="fins hold by their root edge alone: they come off in a hard landing",
            picture=("outside", fin.index),
        )
        steps.append(fillet)
        if gluing.work_s >= 20 * MINUTE and hands < gluing.work_s:
            steps.append(
                Step(
                    key=s.key("tape-off", fin, number if rounds > 1 else None),
                    work="pull_tape",
                    parts=fillet.parts,
                    title="Pull the tape before it sets",
                    assembly=s.said("body"),
                    hands_on_s=5 * MINUTE,
                    lines=("Pull it off low and along; press down what lifts with a wet finger in a glove.",),
                    after=(
                        Link(
                            key=fillet.key,
                            because="tape comes off wet glue",
                            until="touched",
                            within_s=max(5 * MINUTE, gluing.work_s - hands),
                        ),
                    ),
                    without="tape cured into the fillet has to be cut out",
                )
            )
    return steps


def _rounds(s: Section, fin: Placed[FinSet]) -> int:
    return fin.part.count if s.bench.schools.jig == "one" or (s.inside == "fin_pockets" and fin in s.through) else 1


def last_round(s: Section, fin: Placed[FinSet]) -> str:
    """The key of the step after which every fin of a set is on."""
    return s.key("fins-on", fin, fin.part.count - 1 if _rounds(s, fin) > 1 else None)


def last_valley(s: Section, fin: Placed[FinSet | TubeFins | Pods]) -> str:
    """The key of the last step of the outside fillets."""
    if fin in s.rounds:
        return s.key("outside", fin)
    runny = s.bench.glue(s.bench.fillets).runny
    return s.key("outside", fin, fin.part.count - 1 if runny else None)
