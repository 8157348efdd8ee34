"""Eye bolts and U-bolts, and the cord on them while hands still reach."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import Anchor
from wobbly_fin.rocketry.assembly.act import Reach
from wobbly_fin.rocketry.assembly.stand import Join
from wobbly_fin.rocketry.building.recipes.section import MINUTE, Section
from wobbly_fin.rocketry.building.step import Link, Picture, Step
from wobbly_fin.rocketry.messages import say

EYES = ("eye_bolt", "u_bolt")


def eyes_of(s: Section) -> list[tuple[Placed[Anchor], int]]:
    """Every eye, and the part that holds it: the ring, lid or nose it belongs to."""
    found = []
    for eye in s.anchors:
        if eye.part.kind in EYES:
            holder = s.by_id(eye.part.parent)
            found.append((eye, holder.index if holder is not None else s.bench.layout.host_of(eye).index))
    return found


def eyes(s: Section) -> list[Step]:
    """Each eye fixed, and its cord tied at once where no hand gets to it later."""
    steps = []
    for eye, holder in eyes_of(s):
        held = s.bench.layout.placed[holder].part
        bolt = eye.part.kind == "eye_bolt"
        lines = (
            say("build-eye-nuts"),
            say("build-eye-open") if bolt else say("build-eye-u"),
            say("build-eye-tilt") if bolt else say("build-eye-drips"),
            "Lay motor tube and ring together dry: the eye clears the motor tube and the wall."
            if holder in {s.ring_part(r).index for r in s.rings}
            else say("build-eye-clear"),
        )
        fix = Step(
            key=s.key("eye", eye),
            work="fit_eye",
            title=f"Fix the {eye.part.eye} in the {held.called}",
            assembly=s.said(held.called),
            hands_on_s=18 * MINUTE,
            parts=(eye.index, holder),
            joins=(Join(eye.index, holder, slides=False),),
            reaches=(Reach(holder, eye.aft_m, "fingers"),),
            lines=lines,
            tools=("spanner",),
            materials=("washers", "degreaser"),
            gluing=s.bench.gluing("epoxy-steel", 0.003, 10 * MINUTE),
            caution="Solvent and epoxy: gloves, moving air, no flame.",
            inspect="Nothing turns, the eye stands clear of tube and wall, no drip has an edge that could saw the cord.",
            after=(Link(key="gather", because="it is measured first"),),
            without="the cord has nothing to hold on to",
            needed=True,
            picture=_disc(s, holder),
        )
        steps.append(fix)
        if s.out_of_hand(eye):
            steps.append(_tie(s, eye, holder, fix.key))
    return steps


def _tie(s: Section, eye: Placed[Anchor], holder: int, after: str) -> Step:
    cords = s.cords_at(eye)
    return Step(
        key=s.key("tie", eye),
        work="tie_cord",
        title=say("build-tie-early", eye=eye.part.eye),
        assembly=s.said(s.bench.layout.placed[holder].part.called),
        hands_on_s=8 * MINUTE,
        parts=(*(c.index for c in cords), eye.index, holder),
        reaches=(Reach(holder, eye.fore_m, "fingers"),),
        lines=(say("build-tie-early-line"), say("build-tie-early-bundle")),
        inspect="Pull the knot as hard as it will be pulled.",
        after=(Link(key=after, because="the eye must have its strength", until="full"),),
        without="the cord has nothing to hold on to",
        needed=True,
        picture=_disc(s, holder),
    )


def _disc(s: Section, holder: int) -> tuple[Picture, int] | None:
    flat = {*(s.ring_part(r).index for r in s.rings), *(b.index for b in s.lids)}
    return ("disc", holder) if holder in flat else None
