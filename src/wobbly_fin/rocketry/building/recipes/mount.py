"""The motor mount: scuffed, its hook on, its rings in their places, and into the body with it."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import Anchor, MotorTube
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.assembly.act import Reach
from wobbly_fin.rocketry.assembly.stand import Join
from wobbly_fin.rocketry.building.amounts import POCKET_GAP_M, collar_kg, fillet_radius_m, ring_kg, sleeve_kg
from wobbly_fin.rocketry.building.marking import CLIP_REACH_M, RingMark, mount_stands_out_m, stick_mark_m
from wobbly_fin.rocketry.building.recipes.eyes import eyes_of
from wobbly_fin.rocketry.building.recipes.section import BLADE, MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say


def mount(s: Section) -> list[Step]:
    """Everything on the motor tube until it is ready to go in."""
    if s.mount is None:
        return []
    return [_scuff(s), *_hook(s), *_lines(s), *_rings(s), *_more_tubes(s), *_dams(s)]


def eyes_on(s: Section) -> list[Placed[Anchor]]:
    """Eye bolts and U-bolts that sit in one of the mount's rings."""
    rings = {s.ring_part(r).index for r in s.rings}
    return [eye for eye, holds in eyes_of(s) if holds in rings]


def lines_on(s: Section) -> list[Placed[Anchor]]:
    """Cords that are tied to the mount."""
    return [a for a in s.anchors if a.part.kind == "mount_line"]


def _scuff(s: Section) -> Step:
    bench, tube = s.bench, s.mount
    assert tube is not None
    lines = ["Scuff the shiny layer off the motor tube where rings and fins will sit; sand the rings to slide."]
    lines += [
        f"{r.name.capitalize()}: its aft face {bench.size(r.aft_face_m)} ahead of the motor tube’s aft end." for r in s.rings
    ]
    if len(s.rings) > 1 and s.rings[0].aft_face_m + s.rings[0].thickness_m < tube.part.length_m - 0.003:
        room = tube.part.length_m - s.rings[0].aft_face_m - s.rings[0].thickness_m
        lines.append(f"{bench.size(room)} of tube stay ahead of the forward ring, so that a fillet fits on both its faces.")
    if s.retained_by("clips"):
        lines.append(f"Wire clips want {bench.size(CLIP_REACH_M)} of motor tube behind the aft ring.")
    for fin in s.through:
        tab = tab_of(bench.layout, fin)
        if tab is not None:
            lines.append(f"Space the rings with a fin itself: its tab is {bench.size(tab.length_m)} long.")
            lines.append(say(f"build-spacing-{bench.schools.spacing}"))
            break
    return Step(
        key=s.key("scuff-mount"),
        work="scuff",
        parts=(tube.index, *(r.index for r in s.rings)),
        title="Scuff and mark the motor tube",
        assembly=s.said("mount"),
        hands_on_s=(8 + 3 * len(s.rings)) * MINUTE,
        lines=tuple(lines),
        tools=("220 grit", "ruler", "pencil"),
        inspect="Every ring slides to its mark and stays there by itself.",
        after=(
            Link(key="gather", because="it is measured before it is marked"),
            Link(key=s.key("cut-tubes"), because="marks are measured from the cut end"),
        ),
        without="glue does not hold on the shiny layer",
        picture=("rings", tube.index),
    )


def _hook(s: Section) -> list[Step]:
    if not s.retained_by("hook"):
        return []
    assert s.mount is not None
    return [
        Step(
            key=s.key("hook"),
            work="fit_retainer",
            parts=(*(r.index for r in s.retainers), s.mount.index),
            title="Fit the motor hook",
            assembly=s.said("mount"),
            hands_on_s=12 * MINUTE,
            lines=(
                "Slit the motor tube where the hook’s forward tooth goes: a motor’s length from the aft end, less what stands out.",
                "Hook flat along the tube, a band of tape or a ring over its middle; the tail still springs.",
            ),
            tools=("knife", "masking tape"),
            caution=BLADE,
            inspect="A spent case clicks in, and comes out when the hook is lifted.",
            after=(Link(key=s.key("scuff-mount"), because="the tube is bare where the hook lies"),),
            without="nothing holds the motor at ejection",
            picture=("rings", s.mount.index),
        )
    ]


def _lines(s: Section) -> list[Step]:
    bench, tube = s.bench, s.mount
    assert tube is not None
    return [
        Step(
            key=s.key("line", line),
            work="tie_cord",
            title="Tie the cord to the motor tube",
            assembly=s.said("mount"),
            hands_on_s=10 * MINUTE,
            parts=(line.index, tube.index, *(c.index for c in s.cords_at(line))),
            reaches=(Reach(tube.index, line.fore_m, "fingers"),),
            lines=("Round the tube ahead of the forward ring, knot, glue over the knot; lead it through a notch in the ring.",),
            gluing=bench.gluing(bench.structural, 0.001),
            inspect="Pull: the knot does not creep.",
            after=(Link(key=s.key("scuff-mount"), because="bare paper holds glue"),),
            without="the cord has nothing to hold on to",
            needed=True,
            picture=("rings", tube.index),
        )
        for line in lines_on(s)
    ]


def _rings(s: Section) -> list[Step]:
    tube = s.mount
    assert tube is not None
    now = [r for r in s.rings if r is not s.aft_ring]
    steps: list[Step] = []
    for number, ring in enumerate(now):
        steps.append(_ring(s, ring, tube, now[number - 1] if number else None, last=number == len(now) - 1))
    return steps


def _ring(s: Section, ring: RingMark, tube: Placed[MotorTube], before: RingMark | None, *, last: bool) -> Step:
    bench, placed = s.bench, s.ring_part(ring)
    radius = fillet_radius_m(ring.outer_m) / 2
    count = tube.part.count
    gluing = bench.gluing(
        bench.structural, count * 2 * collar_kg(tube.part.outer_diameter_m, radius, bench.glue(bench.structural).density_kg_m3)
    )
    after = [
        Link(key=s.key("scuff-mount"), because="rings go to their marks"),
        Link(key=s.key("dry-fit"), because="dry fit comes before glue"),
    ]
    after += [Link(key=s.key("hook"), because="a ring holds the hook down")]
    after += [Link(key=s.key("line", line), because="the cord passes under the ring") for line in lines_on(s)]
    after += [
        Link(key=s.key("eye", a), because="the eye cannot be tightened once the ring is on")
        for a, holds in eyes_of(s)
        if holds == placed.index
    ]
    if before is not None:
        after.append(Link(key=s.key("ring", s.ring_part(before)), because="the ring before has to hold"))
    weigh = None
    if last:
        parts = [tube.index, *(r.index for r in s.rings if r is not s.aft_ring), *(a.index for a in (*eyes_on(s), *lines_on(s)))]
        parts += [r.index for r in s.retainers if s.retained_by("hook")]
        weigh = bench.weigh_in("the mount", parts, gluing.stays_kg * sum(r is not s.aft_ring for r in s.rings))
    return Step(
        key=s.key("ring", placed),
        work="glue_on",
        parts=(placed.index, tube.index),
        joins=(Join(placed.index, tube.index),),
        title=f"Glue the {ring.name} to the motor tube",
        assembly=s.said("mount"),
        hands_on_s=12 * MINUTE,
        lines=(
            f"{bench.size(ring.outer_m)} outside, {bench.size(ring.inner_m)} inside. Aft face {bench.size(ring.aft_face_m)} ahead of the aft end: "
            "a band of tape marks it.",
            "Slide it through the glue from the side away from the fins, tack with thin CA, fillet that side; the other when it holds.",
        ),
        tools=("masking tape",),
        gluing=gluing,
        inspect="Square on the tube all round.",
        after=tuple(after),
        weigh_in=weigh,
        without="the mount does not sit in the middle",
        needed=True,
        picture=("rings", tube.index),
        template=f"disc-{placed.index}",
    )


def _more_tubes(s: Section) -> list[Step]:
    """Motor tubes beside the first: through the same rings."""
    assert s.mount is not None
    bench, steps = s.bench, []
    ring = s.rings[0].index if s.rings else None
    for tube in s.motor_tubes[1:]:
        into = ring if ring is not None else s.mount.index
        part = tube.part
        density = bench.glue(bench.structural).density_kg_m3
        stays = part.count * 2 * max(1, len(s.rings)) * collar_kg(part.outer_diameter_m, 0.002, density)
        steps.append(
            Step(
                key=s.key("tube-in", tube),
                work="glue_on",
                title=say("build-tube-in", name=part.called, count=part.count),
                assembly=s.said("mount"),
                hands_on_s=(6 + 6 * part.count) * MINUTE,
                parts=(tube.index, *(r.index for r in s.rings), s.mount.index),
                joins=(Join(tube.index, into, slides=False),),
                lines=(say("build-tube-in-line"),),
                gluing=bench.gluing(bench.structural, stays, joints=part.count),
                inspect=say("build-tube-in-inspect"),
                after=(
                    *before_gluing(s),
                    *(
                        Link(key=s.key("ring", s.ring_part(r)), because="its rings have to hold")
                        for r in s.rings
                        if r is not s.aft_ring
                    ),
                ),
                without="there is nothing to put its motors in",
                needed=True,
                picture=("rings", s.mount.index),
            )
        )
    return steps


def _dams(s: Section) -> list[Step]:
    if s.inside != "fin_pockets" or s.mount is None:
        return []
    bench, steps = s.bench, []
    for fin in s.through:
        tab = tab_of(bench.layout, fin)
        assert tab is not None
        count = fin.part.count
        steps.append(
            Step(
                key=s.key("dams", fin),
                work="build_dams",
                parts=(s.mount.index, fin.index),
                reaches=(Reach(s.mount.index, fin.fore_m + tab.fore_m + tab.length_m / 2, "fingers"),),
                title="Build the dams of the fin pockets",
                assembly=s.said("mount"),
                hands_on_s=(10 + 8 * count) * MINUTE,
                lines=(
                    f"{2 * count} balsa strips {bench.size(tab.length_m)} long and {bench.size(tab.depth_m)} "
                    "high, between the rings, one on each side of "
                    "where a tab comes.",
                    f"Leave {bench.size(POCKET_GAP_M)} between strip and tab on each side; tight at the ends, or the pocket leaks.",
                ),
                tools=("knife",),
                materials=("balsa strip",),
                gluing=bench.gluing("thin-ca", 0.0),
                caution=BLADE,
                inspect="A tab drops in between without touching either dam.",
                after=tuple(
                    Link(key=s.key("ring", s.ring_part(r)), because="dams stand between the rings")
                    for r in s.rings
                    if r is not s.aft_ring
                ),
                without="the glue of a pocket runs off through the tube",
                picture=("pockets", fin.index),
            )
        )
    return steps


def mount_in(s: Section) -> list[Step]:
    """The mount into the body, to its mark, and glue for the rings that get none on the way."""
    if s.mount is None or s.body is None:
        return []
    bench, tube, part = s.bench, s.mount, s.mount.part
    density = bench.glue(bench.structural).density_kg_m3
    after = [*before_gluing(s), Link(key=s.key("scuff-mount"), because="the mount has to be marked")]
    now = [r for r in s.rings if r is not s.aft_ring]
    lines = []
    if s.rings:
        front = s.rings[0]
        radius = fillet_radius_m(front.outer_m)
        stays = sum(ring_kg(r.outer_m, 1e-6, radius, density) for r in now)
        depth = stick_mark_m(bench.layout, tube, front)
        lines.append(f"Mark a stick at {bench.size(depth)}: glue goes on the wall just ahead of where the forward ring stops.")
        if s.aft_ring is None and len(now) > 1:
            lines.append(f"A second band of glue for the {now[-1].name}, as it disappears into the tube.")
        after += [Link(key=s.key("ring", s.ring_part(r)), because="its rings have to hold") for r in now]
        if s.aft_ring is not None:
            lines.append(
                f"The {s.aft_ring.name} goes along dry, two strings through it: it centres the mount now and comes out again."
            )
    else:
        stays = sleeve_kg(part.outer_diameter_m, part.length_m, density)
        lines.append("Wrap the motor tube with paper until it slides with a little drag, glue along its length.")
    out = mount_stands_out_m(bench.layout, tube)
    # Dams must meet their slots: such a mount goes in straight.
    turn = "straight" if s.inside == "fin_pockets" else "turn"
    lines.append(
        say(f"build-mount-{turn}-out", by=bench.size(out))
        if out > 0.0005
        else say(f"build-mount-{turn}-in", by=bench.size(-out))
        if out < -0.0005
        else say(f"build-mount-{turn}-flush")
    )
    early = [eye for eye, _ in eyes_of(s) if s.out_of_hand(eye)]
    lines += [say("build-mount-cord") for _ in early[:1]]
    after += [Link(key=s.key("dams", f), because="dams are built on the bare mount") for f in s.through]
    after += [Link(key=s.key("slot", f), because="slots are cut into an empty tube") for f in s.through]
    after += [Link(key=s.key("tube-in", t), because="its tubes have to hold") for t in s.motor_tubes[1:]]
    return [
        Step(
            key=s.key("mount-in"),
            work="insert_mount",
            title="Glue the mount into the body",
            assembly=s.said("body"),
            hands_on_s=18 * MINUTE,
            parts=(tube.index, *(t.index for t in s.motor_tubes[1:]), *(r.index for r in now), s.held_in),
            joins=(Join(tube.index, s.held_in, ends=("aft",)),),
            lines=tuple(lines),
            tools=("marked stick",),
            gluing=bench.gluing(bench.structural, stays, 8 * MINUTE, joints=max(1, len(s.rings))),
            inspect="Slots show bare motor tube in their middle."
            if s.through
            else "The motor tube stands in the middle all round.",
            after=tuple(after),
            without="there is nothing to put a motor in",
            needed=True,
            picture=("stick", tube.index),
        ),
        *_walls(s),
    ]


def _walls(s: Section) -> list[Step]:
    """Rings between the first and the last get no glue to the wall as they slide in: it is laid in from behind."""
    assert s.mount is not None
    bench, steps = s.bench, []
    last = s.aft_ring or (s.rings[-1] if s.rings else None)
    for mark in s.rings[1:]:
        if mark is last:
            continue
        ring, radius = s.ring_part(mark), fillet_radius_m(mark.outer_m)
        density = bench.glue(bench.structural).density_kg_m3
        steps.append(
            Step(
                key=s.key("ring-wall", ring),
                work="fillet_inside",
                title=say("build-ring-wall", ring=mark.name),
                assembly=s.said("body"),
                hands_on_s=10 * MINUTE,
                parts=(ring.index, s.held_in),
                reaches=(Reach(ring.index, ring.aft_m + 0.001),),
                lines=(say("build-ring-wall-line", radius=bench.size(radius)), say("build-ring-wall-why")),
                tools=("long stick", "lamp"),
                gluing=bench.gluing(bench.structural, collar_kg(mark.outer_m, radius, density), 6 * MINUTE),
                inspect=say("build-ring-wall-inspect"),
                after=(Link(key=s.key("mount-in"), because="the ring has to be where it stays"),),
                without="that ring touches the wall and carries nothing",
                picture=("rings", s.mount.index),
            )
        )
    return steps
