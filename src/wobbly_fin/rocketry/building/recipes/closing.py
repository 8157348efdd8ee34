"""Inside fillets while the tail is open, the nut, the aft ring that closes it; then lug, button and retainer."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import FinSet, LaunchLug, RailButton, Retainer
from wobbly_fin.rocketry.airframe.parts.fittings import RETAINERS
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.assembly.act import Reach
from wobbly_fin.rocketry.assembly.pieces import sits_in_ring
from wobbly_fin.rocketry.assembly.problems import screw_room_m
from wobbly_fin.rocketry.assembly.stand import Join
from wobbly_fin.rocketry.building.amounts import fillet_kg, fillet_radius_m, fillets_kg, ring_kg
from wobbly_fin.rocketry.building.recipes.fins import last_round, last_valley
from wobbly_fin.rocketry.building.recipes.section import DUST, MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say


def inside(s: Section) -> list[Step]:
    """Inside fillets and the aft ring, in the school that has them."""
    fillets = [_inside_fillets(s, fin) for fin in s.through] if s.inside == "aft_ring_last" else []
    return [_pull(s), *fillets, _aft_ring(s)] if s.aft_ring is not None else fillets


def _pull(s: Section) -> Step:
    assert s.aft_ring is not None and s.mount is not None
    return Step(
        key=s.key("pull-ring"),
        work="pull_ring",
        parts=(s.ring_part(s.aft_ring).index, s.mount.index),
        title=f"Pull the dry {s.aft_ring.name} out by its strings",
        assembly=s.said("body"),
        hands_on_s=4 * MINUTE,
        lines=("It only centred the mount. Keep it with its strings until the inside is done.",),
        inspect="The joints of the tabs can be seen and reached from behind.",
        after=(
            Link(key=s.key("mount-in"), because="it centres the mount until that holds"),
            *(
                Link(key=last_round(s, f), because="it keeps the mount straight while fins go on")
                for f in s.through
                if s.inside == "aft_ring_last"
            ),
        ),
        without="the inside cannot be reached",
        picture=("rings", s.mount.index),
    )


def _inside_fillets(s: Section, fin: Placed[FinSet]) -> Step:
    bench, part, tab = s.bench, fin.part, tab_of(s.bench.layout, fin)
    assert tab is not None
    glue = bench.glue(bench.fillets)
    radius = fillet_radius_m(2 * bench.layout.radius_at((fin.fore_m + fin.aft_m) / 2))
    # Each tab has four corners: two on the motor tube, two under the wall.
    stays = 2 * fillets_kg(part.count, tab.length_m, radius, glue.density_kg_m3)
    hands = (8 + 7 * part.count) * MINUTE
    gluing = bench.gluing(bench.fillets, stays, hands, joints=part.count)
    return Step(
        key=s.key("inside", fin),
        work="fillet_inside",
        parts=(fin.index, *([s.mount.index] if s.mount is not None else []), bench.layout.host_of(fin).index),
        reaches=(Reach(bench.layout.host_of(fin).index, fin.fore_m + tab.fore_m + tab.length_m / 2),),
        title="Inside fillets along the tabs",
        assembly=s.said("body"),
        hands_on_s=hands,
        lines=(
            f"{4 * part.count} fillets of {bench.size(radius)} radius, {bench.size(tab.length_m)} long: each tab to the motor tube and to the wall.",
            "Lay it in from behind with a long stick, tail up, turn the tube and let each valley level out.",
        ),
        tools=("long stick", "lamp"),
        gluing=gluing,
        inspect="A lamp behind shows a bright line along every corner; no glue where the aft ring goes.",
        after=(
            Link(key=last_round(s, fin), because="there is no joint before the fins are in"),
            Link(key=s.key("pull-ring"), because="the dry ring is in the way"),
        ),
        without="fins hold by their outside fillets alone",
        picture=("inside", fin.index),
    )


def _aft_ring(s: Section) -> Step:
    bench, ring = s.bench, s.aft_ring
    assert ring is not None and s.mount is not None
    density = bench.glue(bench.structural).density_kg_m3
    radius = fillet_radius_m(ring.outer_m)
    placed = s.ring_part(ring)
    back = (
        f"Aft face {bench.size(ring.aft_face_m)} ahead of the motor tube’s end, which the retainer takes up."
        if s.retained_by("threaded_ring", "twist_lock")
        else say("build-aft-flush")
        if s.retained_by("flange")
        else f"Aft face {bench.size(ring.aft_face_m)} ahead of the motor tube’s end."
    )
    return Step(
        key=s.key("aft-ring"),
        work="glue_in",
        parts=(placed.index, s.mount.index, s.held_in),
        joins=(Join(placed.index, s.held_in, ends=("aft",)),),
        title=f"Glue in the {ring.name}: the tail is closed",
        assembly=s.said("body"),
        hands_on_s=15 * MINUTE,
        lines=(back, f"Fillet of {bench.size(radius)} round the wall and round the motor tube; strings out."),
        gluing=bench.gluing(bench.structural, ring_kg(ring.outer_m, ring.inner_m, radius, density) / 2, 8 * MINUTE),
        inspect="Before it goes in: inside fillets whole, nut in its place, no string left behind.",
        after=(Link(key=s.key("pull-ring"), because="it comes out before it goes in for good"),),
        without="the mount is held at its front only",
        needed=True,
        picture=("rings", s.mount.index),
        template=f"disc-{placed.index}",
    )


def nuts(s: Section) -> list[Step]:
    """A nut inside the wall for every rail button, or a hole in the ring that lies under it."""
    bench, steps = s.bench, []
    for button in s.buttons:
        when = [*before_gluing(s), *(Link(key=s.key("mark", f), because="it sits on the marked line") for f in s.standing)]
        when += [
            Link(key=s.key("inside", f), because="fillet glue would run into its thread")
            for f in s.through
            if s.inside == "aft_ring_last"
        ]
        body, middle = bench.layout.host_of(button), (button.fore_m + button.aft_m) / 2
        hole = f"Hole on the guide line, {bench.size(body.aft_m - middle)} ahead of the tube’s aft edge."
        ring = sits_in_ring(bench.layout, button)
        named = {"name": button.part.called}
        if ring is not None:
            when.append(Link(key=s.key("mount-in"), because="the ring has to be where it stays"))
            when.append(Link(key=s.key("aft-ring"), because="the ring has to be where it stays"))
        steps.append(
            Step(
                key=s.key("nut", button),
                work="fit_nut",
                title=f"Fit the nut of the {button.part.called}" if ring is None else say("build-nut-ring", **named),
                assembly=s.said("body"),
                hands_on_s=12 * MINUTE,
                parts=(button.index, body.index, *([ring.index] if ring is not None else [])),
                joins=(Join(button.index, body.index, slides=False),) if ring is None else (),
                reaches=(Reach(body.index, middle),) if ring is None else (),
                lines=(hole, say("build-nut-ring-line", ring=ring.part.called))
                if ring is not None
                else (hole, *_nut_lines(s, button, body)),
                tools=("drill", "screw"),
                gluing=bench.gluing("epoxy-5" if ring is None else "thin-ca", 0.002 if ring is None else 0.0005, 4 * MINUTE),
                caution="Drill slowly, the tube backed by wood, fingers out of the tube.",
                inspect="The screw turns in and out by hand.",
                after=tuple(when),
                without="the button has nothing to be screwed to",
                picture=("wrap", s.fins[0].index) if s.fins else None,
            )
        )
    return steps


def _nut_lines(s: Section, button: Placed[RailButton], body: Placed) -> tuple[str, ...]:
    """By hand where a hand gets there, else on the end of a stick."""
    middle, hands = (button.fore_m + button.aft_m) / 2, s.bench.schools.hands
    far = min(middle - body.fore_m, body.aft_m - middle)
    by_hand = far <= hands.reach_m("fingers", body.part.bore_m)
    return (
        "Nut on a scrap of ply inside the wall, screw in from outside with a little wax on it, epoxy round the nut.",
        *(() if by_hand else (say("build-nut-stick", far=s.bench.size(far)),)),
    )


def lugs(s: Section) -> list[Step]:
    """Launch lugs, in line with the axis between two fins."""
    bench, steps = s.bench, []
    for lug in s.of(LaunchLug):
        part = lug.part
        if part.one_piece:
            continue
        host = bench.layout.outer_at(lug.fore_m)
        glue = "epoxy-5" if bench.strong else bench.structural
        stays = 2 * fillet_kg(part.length_m, 0.0015, bench.glue(glue).density_kg_m3)
        after = [*before_gluing(s), *(Link(key=s.key("mark", f), because="it goes on its line") for f in s.standing)]
        after += [Link(key=last_valley(s, f), because="lug and fillet would be in each other’s way") for f in s.standing]
        steps.append(
            Step(
                key=s.key("lug", lug),
                work="glue_on",
                parts=(lug.index, host.index),
                title=f"Glue on the {part.called}",
                assembly=s.said("body"),
                hands_on_s=10 * MINUTE,
                lines=(
                    f"{bench.size(part.length_m)} of {bench.size(part.outer_diameter_m)} tube on its line, aft "
                    f"end {bench.size(max(host.aft_m - lug.aft_m, 0.0))} "
                    "ahead of the tube’s aft edge; a rod through it sights it along the axis.",
                    "Smooth the seam of glue on both sides.",
                ),
                tools=("launch rod to sight by",),
                gluing=bench.gluing(glue, stays),
                inspect="The rod slides through and lies along the body.",
                after=tuple(after),
                without="nothing guides it on the rod",
                picture=("lug", lug.index),
            )
        )
    return steps


def buttons(s: Section) -> list[Step]:
    """Rail buttons, screwed on when the paint is dry."""
    painted = [Link(key="painted", because="paint would stop it turning")]
    return [
        Step(
            key=s.key("button", button),
            work="fit_button",
            parts=(button.index, s.bench.layout.host_of(button).index),
            title=f"Screw on the {button.part.called}",
            assembly=button.part.called,
            hands_on_s=8 * MINUTE,
            lines=("A drop of thread-lock on the screw, slack taken up, and the button still turns.",),
            tools=("screwdriver",),
            gluing=s.bench.gluing("thread-lock", 0.0),
            inspect="Turn it with two fingers: no wobble, no drag.",
            after=(Link(key=s.key("nut", button), because="it is screwed to its nut", until="full"), *painted),
            without="nothing guides it on the rail",
        )
        for button in s.buttons
    ]


FITTED_LAST = ("threaded_ring", "twist_lock", "fin_unit", "screw", "clips", "flange")


def retainer(s: Section) -> list[Step]:
    """What keeps the motor in, where it is fitted at the end: hooks went on earlier, tape comes at the field."""
    bench, steps = s.bench, []
    for placed in s.retainers:
        part = placed.part
        if part.kind not in FITTED_LAST:
            continue
        bay = s.mount or next(iter(s.cans), None)
        # What nobody told the stuff of is taken for metal where such things are usually of metal.
        usually_metal = part.made_of is None and part.kind in ("threaded_ring", "clips", "flange")
        key = (
            "thin-ca"
            if part.kind in ("screw", "fin_unit")
            else "epoxy-steel"
            if usually_metal
            else bench.glue_for(part)
            if part.made_of is not None
            else "epoxy-5"
        )
        metal = key == "epoxy-steel"
        after = [
            Link(key=s.key("mount-in"), because="the motor tube has to sit"),
            Link(key=s.key("aft-ring"), because="it seats on the aft ring"),
            *(Link(key=last_valley(s, f), because="fillets are done with the tail free") for f in s.standing),
            *(Link(key=s.key("can-on", c), because="it goes on the tail") for c in s.cans),
        ]
        steps.append(
            Step(
                key=s.key("retainer", placed),
                work="fit_retainer",
                title=f"Fit the retainer: {RETAINERS[part.kind]}",
                assembly=s.said("body"),
                hands_on_s=15 * MINUTE,
                parts=(placed.index, *([bay.index] if bay is not None else [])),
                lines=_retainer_lines(s, placed, metal=metal, usually_metal=usually_metal),
                gluing=bench.gluing(key, 0.002 if metal else 0.001, 5 * MINUTE),
                caution=say("build-screw-drill")
                if part.kind == "screw"
                else "Solvent: gloves, moving air, no flame."
                if metal
                else DUST,
                inspect="A spent case goes in, is held, and comes out again.",
                after=tuple(after),
                without="nothing keeps the motor in at ejection; tape it at the field, as the maker’s sheet says",
                picture=("rings", s.mount.index) if s.mount is not None else None,
            )
        )
    return steps


def _retainer_lines(s: Section, placed: Placed[Retainer], *, metal: bool, usually_metal: bool) -> tuple[str, ...]:
    bench, part = s.bench, placed.part
    reach = (
        f"It takes up {bench.size(part.length_m)} of the motor tube."
        if part.length_m
        else "Flush with the end of the motor tube."
    )
    if part.kind == "screw":
        bay = s.mount or next(iter(s.cans), None)
        room = screw_room_m(bench.layout, bay) if bay is not None else 0.0
        behind = [say("build-screw-room", room=bench.size(room), at=bench.size(room / 2))] if room > 0 else []
        return (say("build-screw"), *behind, say("build-screw-never"))
    if part.kind in ("clips", "fin_unit"):
        return (say(f"build-retainer-{part.kind.replace('_', '-')}"), *((reach,) if part.length_m else ()))
    how = say(f"build-retainer-{part.kind.replace('_', '-')}")
    stuff = say("build-stuff-metal") if metal else say("build-stuff-plastic")
    return (how, stuff, *((say("build-stuff-unsure"),) if usually_metal else ()), *(() if part.kind == "flange" else (reach,)))
