"""Gather, cut, mark, fill and slot: what happens to tubes before anything is glued."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import CentringRing, Coupler, FinSet, MotorTube, Part, Pods, TubeFins
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.marking import fin_marks
from wobbly_fin.rocketry.building.recipes.section import BLADE, DUST, MINUTE, Section
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say

SPIRAL = {"paper-tube", "phenolic"}


def gather(bench: Bench) -> Step:
    """Everything on the table and measured, before anything is cut."""
    layout, lines = bench.layout, []
    for ring in layout.of(CentringRing):
        part = ring.part
        lines.append(
            f"{part.called.capitalize()}: {bench.size(part.outer_diameter_m or 0)} into its tube, {bench.size(part.inner_diameter_m or 0)}"
            " over the motor tube."
        )
    for mount in layout.of(MotorTube):
        lines.append(
            f"Motor tube: a motor of up to {bench.size(mount.part.longest_motor_m)} slides in and out of {bench.size(mount.part.inner_diameter_m)}."
        )
    for joiner in layout.of(Coupler):
        lines.append(f"{joiner.part.called.capitalize()}: slides {bench.size(joiner.part.length_m / 2)} into each tube.")
    return Step(
        key="gather",
        work="gather",
        title=say("build-gather"),
        assembly="everything",
        hands_on_s=(12 + 1.5 * len(layout.placed)) * MINUTE,
        lines=(f"{len(layout.placed)} parts on the plan; tick them off.", *list(dict.fromkeys(lines))[:8]),
        tools=("ruler", "220 grit"),
        inspect=say("build-gather-inspect"),
        without="a part that does not fit is found with glue on it",
        picture=("whole", 0),
    )


def dry_fit(s: Section) -> list[Step]:
    """What is cut and printed, put together without glue; and the glue that is mixed in the order in which it goes on."""
    inner = s.fins or any(p.part.STOPS for p in s.of(Part))
    if not inner and len([o for o in s.bench.layout.outer if o.stage == s.number]) < 2:
        return []
    after = [
        Link(key="gather", because=say("build-because-gathered")),
        Link(key=s.key("cut-tubes"), because=say("build-because-cut")),
    ]
    after += [Link(key=s.key("sand-fins", f), because=say("build-because-fins-shaped")) for f in s.fins]
    after += [Link(key=s.key("slot", f), because=say("build-because-slots")) for f in s.through]
    after += [Link(key=s.key("clean", p), because="it comes off the printer first") for p in s.of(Part)]
    return [
        Step(
            key=s.key("dry-fit"),
            work="dry_fit",
            title=say("build-dry-fit"),
            assembly=s.said("body"),
            hands_on_s=15 * MINUTE,
            parts=tuple(p.index for p in s.of(Part) if p.part.OUTER or p.part.STOPS),
            lines=(say("build-dry-fit-line"), say("build-dry-fit-motor") if s.mount is not None else say("build-dry-fit-joints")),
            tools=("220 grit", "pencil"),
            inspect="Everything goes together without glue and without force. A ring too tight loses its innermost paper layer.",
            after=tuple(after),
            without="a part that does not fit is found with glue on it",
            picture=("whole", 0),
        )
    ]


def tubes(s: Section) -> list[Step]:
    """Cut to length, mark, fill and sand, slot."""
    steps: list[Step] = []
    steps += _cut(s)
    for fin in s.standing:
        steps.append(_mark(s, fin))
    steps += _fill(s)
    if s.bench.schools.origin == "scratch":
        steps += [_slot(s, fin) for fin in s.through]
    return steps


def before_gluing(s: Section) -> tuple[Link, ...]:
    """What every joint on the body waits for."""
    return (
        Link(key=s.key("dry-fit"), because="dry fit comes before glue"),
        Link(key=s.key("sand-tubes"), because="filler dust spoils a glue joint"),
    )


def _cut(s: Section) -> list[Step]:
    bench = s.bench
    cut = sorted((p for p in s.of(Part) if p.part.from_tube), key=lambda p: not p.part.OUTER)
    if not cut:
        return []
    scratch = bench.schools.origin == "scratch"
    lines = []
    for placed in cut:
        off = f"{placed.part.from_tube} off, " if placed.part.from_tube > 1 else ""
        where = ("mark at " if scratch else "should be ") + bench.size(placed.part.axial_length_m)
        lines.append(f"{placed.part.called.capitalize()}: {off}{where}.")
    if scratch:
        lines.append("A collar round the tube as guide, many light passes; smooth the edge with 400 grit.")
        lines.append("The factory edge goes where a joint shows.")
    return [
        Step(
            key=s.key("cut-tubes"),
            work="cut" if scratch else "gather",
            parts=tuple(p.index for p in cut),
            title="Cut the tubes to length" if scratch else "Measure the tubes against the plan",
            assembly=s.said("body"),
            hands_on_s=(5 + (8 if scratch else 1.5) * len(cut)) * MINUTE,
            lines=tuple(lines),
            tools=("knife", "collar", "400 grit") if scratch else ("ruler",),
            caution=BLADE if scratch else "",
            inspect="A cut end stands flat on the table.",
            after=(Link(key="gather", because="it is measured before it is cut"),),
            without="no part has its length",
            needed=scratch,
            picture=("cuts", cut[0].index) if scratch else None,
        )
    ]


def _mark(s: Section, fin: Placed[FinSet | TubeFins | Pods]) -> Step:
    bench, part = s.bench, fin.part
    marks = fin_marks(bench.layout, fin)
    named = "Root" if part.PIECE == "fin" else f"{part.PIECE.capitalize()}s"
    lines = [
        f"Paper strip once round: {bench.size(marks.around_m)}. {part.count} lines, {bench.size(marks.apart_m)} apart.",
        f"{named} from {bench.size(marks.foot_m)} to {bench.size(marks.head_m)} ahead of the aft edge.",
    ]
    if marks.slot_aft_m is not None and marks.slot_fore_m is not None and marks.slot_length_m is not None:
        lines.append(
            f"Slot {bench.size(marks.thickness_m)} × {bench.size(marks.slot_length_m)}, from {bench.size(marks.slot_aft_m)} to "
            f"{bench.size(marks.slot_fore_m)}: its line is one edge, the thickness always to the right of it. Pencil arrows."
        )
    for name, around, aft in marks.guides:
        lines.append(
            f"{name.capitalize()} line {bench.size(around)} round from the first {part.PIECE}, its aft end at {bench.size(max(aft, 0.0))}."
        )
    return Step(
        key=s.key("mark", fin),
        work="mark",
        parts=(fin.index, bench.layout.host_of(fin).index),
        title=f"Mark the tube for {part.called}",
        assembly=s.said("body"),
        hands_on_s=(10 + 3 * part.count) * MINUTE,
        lines=tuple(lines),
        tools=("paper strip", "straight angle", "pencil"),
        inspect="The seam of the strip meets; every line lies flat in the angle over its whole length.",
        after=(
            Link(key="gather", because="it is measured first"),
            Link(key=s.key("cut-tubes"), because="lines are measured from the cut edge"),
        ),
        without=f"nothing says where {part.called} go",
        picture=("wrap", fin.index),
        template=f"wrap-{fin.index}",
    )


def _fill(s: Section) -> list[Step]:
    bench = s.bench
    spiral = [t for t in s.tubes if t.part.material in SPIRAL]
    if not bench.schools.fillers or not spiral:
        return []
    marks = tuple(Link(key=s.key("mark", f), because="the glue lines are masked along their marks") for f in s.standing)
    first = Step(
        key=s.key("fill-tubes"),
        work="fill",
        parts=tuple(t.index for t in spiral),
        title="Fill the tubes’ spirals",
        assembly=s.said("body"),
        hands_on_s=(8 + 7 * len(spiral)) * MINUTE,
        lines=(
            "Mask every fin and lug line, as wide as its fillet: filler under glue peels off with the glue.",
            "Work filler into the groove; there is a fainter second one beside it.",
        ),
        tools=("masking tape", "spreader"),
        materials=("wood filler",),
        gluing=bench.gluing("filler", 0.0),
        after=(
            Link(key=s.key("cut-tubes"), because="the ends are trimmed first"),
            Link(key="gather", because=""),
            *(Link(key=s.key("slot", f), because="a slot is cut through clean paper") for f in s.through),
            *marks,
        ),
        without="the spiral shows through the paint",
    )
    return [
        first,
        Step(
            key=s.key("sand-tubes"),
            work="sand",
            parts=first.parts,
            title="Sand the tubes",
            assembly=s.said("body"),
            hands_on_s=(5 + 8 * len(spiral)) * MINUTE,
            lines=("180 grit until only the groove holds filler, tape off, dust wiped away.",),
            tools=("180 grit",),
            caution=DUST,
            inspect="A fingernail run along the tube does not catch; the bands for glue are bare.",
            after=(Link(key=first.key, because="filler sands when it is hard"),),
            without="the filler stands proud",
        ),
    ]


def _slot(s: Section, fin: Placed[FinSet]) -> Step:
    bench, part = s.bench, fin.part
    marks = fin_marks(bench.layout, fin)
    return Step(
        key=s.key("slot", fin),
        work="cut",
        parts=(bench.layout.host_of(fin).index, fin.index),
        title=f"Cut {part.count} slots",
        assembly=s.said("body"),
        hands_on_s=(5 + 9 * part.count) * MINUTE,
        lines=(
            f"{bench.size(marks.thickness_m)} × {bench.size(marks.slot_length_m or 0)}, to the right of every "
            "line. Long sides first, a little tight.",
            "Sand each until its fin’s tab slides in; number slot and fin alike.",
        ),
        tools=("knife", "steel rule", "file"),
        caution=BLADE,
        inspect="Every tab goes down to where the motor tube will be, without play.",
        after=(
            Link(key=s.key("mark", fin), because="a slot is cut along its line"),
            Link(key=s.key("sand-fins", fin), because="each slot is fitted to its fin"),
        ),
        without="tabs have nowhere to go",
        needed=True,
        picture=("wrap", fin.index),
        template=f"wrap-{fin.index}",
    )
