"""A build plan: the recipes' steps put in an order that can be worked through, with their owner's changes."""

from collections.abc import Sequence
from dataclasses import replace

from wobbly_fin.rocketry.airframe.parts import RingFin
from wobbly_fin.rocketry.assembly.act import Fault
from wobbly_fin.rocketry.assembly.explain import because
from wobbly_fin.rocketry.assembly.order import arrange
from wobbly_fin.rocketry.assembly.problems import problems_of
from wobbly_fin.rocketry.assembly.proof import Break, problem_of, replay
from wobbly_fin.rocketry.assembly.stand import Stand
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.changes import Change, apply_changes
from wobbly_fin.rocketry.building.recipes import bay, closing, eyes, finish, fins, joints, mount, rings, tubes, walls
from wobbly_fin.rocketry.building.recipes.section import Section
from wobbly_fin.rocketry.building.schools import INSIDE_ORDER, INSIDE_SCHOOLS, Inside
from wobbly_fin.rocketry.building.step import Link, Plan, Step
from wobbly_fin.rocketry.building.task import in_order
from wobbly_fin.rocketry.messages import say


def build_plan(bench: Bench, changes: Sequence[Change] = ()) -> Plan:
    """Every step from the first part to the last weighing, in a workable order, the owner's changes applied, and proven.

    Recipes say what is done and what it needs; which must come before which is found in the assembly (`assembly.order`). Whether a
    mount's aft ring goes in with it or last is tried: the school's way first, the other where that cannot be built.

    Parameters
    ----------
    changes : sequence of Change
        What the owner added, dropped or moved. One that cannot be is left out, and `remarks` say why.
    """
    sections = [_suited(bench, number) for number in range(len(bench.airframe.stages))]
    glued: list[Step] = []
    for s in sections:
        glued += _stage(s)
    keys = _ends(glued)
    early = [eye.part.eye for s in sections for eye, _ in eyes.eyes_of(s) if s.out_of_hand(eye)]
    painting = finish.paint(bench, keys, early)
    after_paint = ("painted",) if painting else keys
    late: list[Step] = []
    for s in sections:
        late += [_after(step, after_paint) for step in closing.buttons(s)]
    late += finish.ballast(sections, after_paint)
    late += finish.rig(sections, after_paint)
    before_scale = tuple(step.key for step in late) or after_paint
    steps = [tubes.gather(bench), *glued, *painting, *late, finish.final_weighing(bench, (*before_scale, *after_paint))]
    steps, stuck = ordered(bench, steps)
    drawn = problems_of(bench.layout, bench.opens)
    told = {frozenset(p.parts[:2]) for p in drawn}
    found = [p for p in map(problem_of, stuck) if frozenset(p.parts) not in told]
    plan = Plan(steps=steps, remarks=_remarks(sections), problems=[*drawn, *found])
    plan = apply_changes(plan, changes)
    plan.steps = in_sequence(plan.steps)
    if plan.buildable:
        plan.problems += [b.problem for b in proven(bench, plan)]
    return plan


def proven(bench: Bench, plan: Plan) -> tuple[Break, ...]:
    """What a replay of the plan, step by step, finds wrong: nothing, for one that can be built."""
    return replay(bench.layout, [s.act for s in plan.steps], bench.opens, bench.lids, bench.schools.hands)


def ordered(bench: Bench, steps: Sequence[Step]) -> tuple[list[Step], tuple[Fault, ...]]:
    """The steps with the links the assembly asks for, and those for which there is no place in any order."""
    steps = _linked(steps)
    craft = {s.key: [link.key for link in s.after] for s in steps}
    found = arrange(Stand.of(bench.layout), [s.act for s in steps if s.act.needy or s.joins], craft, bench.schools.hands)
    after: dict[str, list[Link]] = {}
    before: dict[str, list[Link]] = {}
    acts = {s.key: s.act for s in steps}
    for link in found.links:
        why = because(link, bench.layout, acts[link.then], bench.units)
        after.setdefault(link.then, []).append(Link(key=link.first, because=why))
        before.setdefault(link.first, []).append(Link(key=link.then, because=why))
    done = [
        replace(s, after=(*s.after, *after.get(s.key, ())), before=tuple(before.get(s.key, ())))
        if s.key in after or s.key in before
        else s
        for s in steps
    ]
    return done, found.stuck


def _suited(bench: Bench, number: int) -> Section:
    """The stage built the way that can be built: in its owner's school before others, the aft ring with its mount or last."""
    plain = Section(bench, number)
    if len(plain.rings) < 2:
        return plain
    schools: list[Inside | None] = [None, *(x for x in INSIDE_ORDER if plain.through and x != plain.inside)]
    best: tuple[int, Section] | None = None
    for school in schools:
        here = Section(bench, number, school=school)
        wanted = here.inside == "aft_ring_last"
        for last in (wanted, not wanted):
            s = Section(bench, number, aft_last=last, school=school)
            stuck = len(ordered(bench, [tubes.gather(bench), *_stage(s)])[1])
            if stuck == 0:
                return s
            if best is None or stuck < best[0]:
                best = stuck, s
    assert best is not None
    return best[1]


def _stage(s: Section) -> list[Step]:
    steps = [*tubes.tubes(s)]
    for fin in s.fins:
        steps += fins.fins(s, fin)
    steps += joints.printed(s)
    steps += tubes.dry_fit(s)
    steps += eyes.eyes(s)
    steps += mount.mount(s)
    steps += walls.bulkheads(s)
    steps += walls.anchors(s)
    steps += mount.mount_in(s)
    for fin in s.fins:
        steps += fins.fins_on(s, fin)
    steps += closing.inside(s)
    steps += closing.nuts(s)
    steps += joints.couplers(s)
    steps += joints.shrouds(s)
    steps += joints.fin_cans(s)
    for fin in s.fins:
        steps += fins.outside_fillets(s, fin)
    for round_ in s.rounds:
        steps += rings.tubes_on(s, round_)
    _weigh_body(s, steps)
    for ring in s.of(RingFin):
        steps += [] if ring in s.rounds else rings.ring_on(s, ring)
    steps += closing.lugs(s)
    steps += closing.retainer(s)
    steps += finish.nose(s)
    steps += bay.bay(s)
    return steps


def _weigh_body(s: Section, steps: list[Step]) -> None:
    """The body with its fins goes on the scale when its last fillet is on: tail-heavy shows while there is time."""
    place = max((i for i, step in enumerate(steps) if step.key.startswith("outside:")), default=None)
    if place is None or s.body is None:
        return
    parts = [s.body.index, *(f.index for f in s.standing), *(r.index for r in s.rings)]
    parts += [p.index for p in (s.mount, *mount.eyes_on(s), *mount.lines_on(s)) if p is not None]
    parts += [r.index for r in s.retainers if s.retained_by("hook")]
    glue = sum(
        step.gluing.stays_kg
        for step in steps
        if step.gluing is not None
        and step.key.split(":")[0] in ("ring", "mount-in", "fins-on", "tubes-on", "inside", "aft-ring", "outside", "dams")
    )
    what = "the body with its fins" if s.only else f"the {s.body.part.called} with its fins"
    steps[place] = replace(steps[place], weigh_in=s.bench.weigh_in(what, parts, glue))


def _ends(steps: Sequence[Step]) -> tuple[str, ...]:
    """Steps nothing else waits for: what paint waits for."""
    waited = {link.key for step in steps for link in step.after}
    return tuple(step.key for step in steps if step.key not in waited)


def _after(step: Step, keys: Sequence[str]) -> Step:
    return replace(step, after=(*step.after, *(Link(key=k, because="paint and glue come first") for k in keys if k != "painted")))


def _linked(steps: Sequence[Step]) -> list[Step]:
    """Links to steps that this rocket does not have fall away; the first reason of a doubled one stands."""
    there = {s.key for s in steps}
    out = []
    for step in steps:
        links: dict[str, Link] = {}
        for link in step.after:
            if link.key in there and link.key != step.key:
                links.setdefault(link.key, link)
        out.append(replace(step, after=tuple(links.values())))
    return out


def in_sequence(steps: Sequence[Step]) -> list[Step]:
    """The steps in an order in which none comes before what it waits for, as near to the given order as that allows."""
    return in_order(steps, lambda s: s.key, lambda s: (link.key for link in s.after))


def _remarks(sections: Sequence[Section]) -> list[str]:
    said = []
    for s in sections:
        wanted = s.bench.schools.inside or (s.inside if s.school is None else "aft_ring_last")
        if s.fins and s.inside != wanted:
            why = (
                "its fins sit on the surface and have no inside"
                if not s.through
                else "it has no mount to fillet to"
                if s.mount is None or not s.rings
                else say("build-because-school")
                if s.school is not None
                else "its mount has one ring only"
            )
            said.append(
                f"{s.said('fins').capitalize()}: {INSIDE_SCHOOLS[s.inside]} instead of {INSIDE_SCHOOLS[wanted]}, because {why}."
            )
    return said
