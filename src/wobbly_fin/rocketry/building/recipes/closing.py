"""Inside fillets while the tail is open, the nut, the aft ring that closes it; then lug, button and retainer."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import FinSet, LaunchLug, RailButton
from wobbly_fin.rocketry.airframe.parts.fittings import RETAINERS
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.building.amounts import fillet_kg, fillet_radius_m, fillets_kg, ring_kg
from wobbly_fin.rocketry.building.recipes.fins import last_round, last_valley
from wobbly_fin.rocketry.building.recipes.section import BLADE, DUST, MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step


def inside(s: Section) -> list[Step]:
    """Inside fillets and the aft ring, in the school that has them."""
    if s.aft_ring is None:
        return []
    return [_pull(s), *(_inside_fillets(s, fin) for fin in s.through), _aft_ring(s)]


def _pull(s: Section) -> Step:
    assert s.aft_ring is not None and s.mount is not None
    return Step(
        key=s.key("pull-ring"),
        title=f"Pull the dry {s.aft_ring.name} out by its strings",
        assembly=s.said("body"),
        hands_on_s=4 * MINUTE,
        lines=("It only centred the mount. Keep it with its strings until the inside is done.",),
        inspect="The joints of the tabs can be seen and reached from behind.",
        after=(
            Link(key=s.key("mount-in"), because="it centres the mount until that holds"),
            *(Link(key=last_round(s, f), because="it keeps the mount straight while fins go on") for f in s.through),
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
            Link(key=s.key("pull-ring"), because="the aft end has to be open"),
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
        else f"Aft face {bench.size(ring.aft_face_m)} ahead of the motor tube’s end."
    )
    return Step(
        key=s.key("aft-ring"),
        title=f"Glue in the {ring.name}: the tail is closed",
        assembly=s.said("body"),
        hands_on_s=15 * MINUTE,
        lines=(back, f"Fillet of {bench.size(radius)} round the wall and round the motor tube; strings out."),
        gluing=bench.gluing(bench.structural, ring_kg(ring.outer_m, ring.inner_m, radius, density) / 2, 8 * MINUTE),
        inspect="Before it goes in: inside fillets whole, nut in its place, no string left behind.",
        after=(
            *(Link(key=s.key("inside", f), because="what it closes off cannot be filleted any more") for f in s.through),
            *(Link(key=s.key("nut", b), because="the nut cannot be reached once the ring is in") for b in s.inner_buttons),
            Link(key=s.key("pull-ring"), because="it comes out before it goes in for good"),
        ),
        without="the mount is held at its front only",
        needed=True,
        picture=("rings", s.mount.index),
        template=f"disc-{placed.index}",
    )


def nuts(s: Section) -> list[Step]:
    """A nut inside the wall for every rail button."""
    bench, steps = s.bench, []
    shut = {b.index for b in s.inner_buttons}
    for button in s.of(RailButton):
        when = [*before_gluing(s), *(Link(key=s.key("mark", f), because="it sits on the marked line") for f in s.standing)]
        if button.index in shut and s.aft_ring is not None:
            when += [Link(key=s.key("inside", f), because="fillet glue would run into its thread") for f in s.through]
            when.append(Link(key=s.key("pull-ring"), because="it is reached from behind"))
        body = s.bench.layout.outer_at(button.fore_m)
        steps.append(
            Step(
                key=s.key("nut", button),
                title=f"Fit the nut of the {button.part.called}",
                assembly=s.said("body"),
                hands_on_s=12 * MINUTE,
                lines=(
                    f"Hole on the guide line, {bench.size(body.aft_m - (button.fore_m + button.aft_m) / 2)} ahead of the tube’s aft edge.",
                    "Nut on a scrap of ply inside the wall, screw in from outside with a little wax on it, epoxy round the nut.",
                ),
                tools=("drill", "screw"),
                gluing=bench.gluing("epoxy-5", 0.002, 4 * MINUTE),
                caution="Drill slowly, the tube backed by wood, fingers out of the tube.",
                inspect="The screw turns in and out by hand.",
                after=tuple(when),
                without="the button has nothing to be screwed to",
                picture=("wrap", s.fins[0].index) if s.fins else None,
            )
        )
    return steps


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
        for button in s.of(RailButton)
    ]


_RETAINER_LINES = {
    "threaded_ring": "Scuff its inside and the tube, degrease, steel-filled epoxy round the tube; keep glue out of the thread.",
    "twist_lock": "Scuff its inside; plastic-bonding or 5-minute epoxy; keep glue off the lugs it locks by.",
    "fin_unit": "Fit the unit that locks the motor; it turns home by hand.",
    "screw": "Drill for the screw through the side, ahead of the motor’s aft end; harden the hole with thin CA.",
    "clips": "Screw or epoxy the clips to the aft ring, evenly round; a motor’s rim under each.",
}


def retainer(s: Section) -> list[Step]:
    """What keeps the motor in, where it is fitted at the end: hooks went on earlier, tape comes at the field."""
    bench, steps = s.bench, []
    for placed in s.retainers:
        part = placed.part
        if part.kind not in _RETAINER_LINES:
            continue
        metal = part.kind in ("threaded_ring", "clips")
        key = "epoxy-steel" if metal else "thin-ca" if part.kind in ("screw", "fin_unit") else "epoxy-5"
        after = [
            Link(key=s.key("mount-in"), because="the motor tube has to sit"),
            Link(key=s.key("aft-ring"), because="it seats on the aft ring"),
            *(Link(key=last_valley(s, f), because="fillets are done with the tail free") for f in s.standing),
            *(Link(key=s.key("can-on", c), because="it goes on the tail") for c in s.cans),
        ]
        reach = (
            f"It takes up {bench.size(part.length_m)} of the motor tube."
            if part.length_m
            else "Flush with the end of the motor tube."
        )
        steps.append(
            Step(
                key=s.key("retainer", placed),
                title=f"Fit the retainer: {RETAINERS[part.kind]}",
                assembly=s.said("body"),
                hands_on_s=15 * MINUTE,
                lines=(_RETAINER_LINES[part.kind], reach),
                gluing=bench.gluing(key, 0.002 if metal else 0.001, 5 * MINUTE),
                caution=BLADE if part.kind == "screw" else "Solvent: gloves, moving air, no flame." if metal else DUST,
                inspect="A spent case goes in, is held, and comes out again.",
                after=tuple(after),
                without="nothing keeps the motor in at ejection; tape it at the field, as the maker’s sheet says",
                picture=("rings", s.mount.index) if s.mount is not None else None,
            )
        )
    return steps
