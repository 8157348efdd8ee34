"""Tubes glued to the skin as fins, and a ring round the tips of fins."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import FinSet, Pods, RingFin, TubeFins
from wobbly_fin.rocketry.building.amounts import fillet_kg, fillet_radius_m
from wobbly_fin.rocketry.building.recipes.fins import last_valley
from wobbly_fin.rocketry.building.recipes.section import MINUTE, Section
from wobbly_fin.rocketry.building.recipes.tubes import before_gluing
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say

_LEVEL_M = 0.0005  # as good as level: finer than a ruler is laid
_TACK_M = 0.0015  # radius of the line of glue a tube is laid in: our own figure


def _place(s: Section, placed: Placed) -> str:
    ahead = s.behind_m(placed)
    return say("build-place-ahead", ahead=s.bench.size(ahead)) if ahead > _LEVEL_M else say("build-place-level")


def tubes_on(s: Section, round_: Placed[TubeFins | Pods]) -> list[Step]:
    """The tubes glued on one beside the other, then fillets in the corners that can be reached."""
    bench, part = s.bench, round_.part
    contacts = part.count * (2 if s.touch(round_) else 1)
    density = bench.glue(bench.structural).density_kg_m3
    hands = (6 + 4 * part.count) * MINUTE
    glue_on = Step(
        key=s.key("tubes-on", round_),
        work="glue_on",
        parts=(round_.index, bench.layout.host_of(round_).index),
        title=say("build-tubes-on", count=part.count, piece=part.PIECE),
        assembly=s.said("body"),
        hands_on_s=hands,
        lines=(
            say(f"build-{part.PIECE}s-first"),
            say("build-tubes-on-line", place=_place(s, round_), piece=part.PIECE),
            say("build-tubes-on-touching") if s.touch(round_) else say("build-tubes-on-apart"),
            say(f"build-{part.PIECE}s-sight"),
        ),
        tools=("rubber bands", "straight rod"),
        gluing=bench.gluing(bench.structural, contacts * fillet_kg(part.length_m, _TACK_M, density), hands, joints=part.count),
        inspect=say("build-tubes-on-inspect", piece=part.PIECE),
        after=(*before_gluing(s), Link(key=s.key("mark", round_), because="each tube lies on its line")),
        without=say(f"build-{part.PIECE}s-without"),
        needed=True,
        picture=("tubes", round_.index),
    )
    density = bench.glue(bench.fillets).density_kg_m3
    radius = fillet_radius_m(2 * bench.layout.radius_at(round_.fore_m))
    hands = (6 + 5 * part.count) * MINUTE
    fillets = Step(
        key=s.key("outside", round_),
        work="fillet_outside",
        parts=glue_on.parts,
        title=say("build-tubes-fillets", count=contacts, piece=part.PIECE),
        assembly=s.said("body"),
        hands_on_s=hands,
        lines=(say("build-tubes-fillets-line", radius=bench.size(radius), length=bench.size(part.length_m)),),
        tools=("rounded stick",),
        gluing=bench.gluing(bench.fillets, contacts * fillet_kg(part.length_m, radius, density), hands, joints=part.count),
        inspect=say(f"build-{part.PIECE}s-inspect"),
        after=(Link(key=glue_on.key, because="the tubes have to hold first"),),
        without="tubes hold by a line of glue alone: they come off in a hard landing",
        picture=("tubes", round_.index),
    )
    return [glue_on, fillets]


def ring_on(s: Section, ring: Placed[RingFin]) -> list[Step]:
    """The ring over the tips of its fins."""
    bench, part = s.bench, ring.part
    fins: list[Placed[FinSet]] = [f for f in s.fins if f.fore_m < ring.aft_m and f.part.tip_aft_m(f.fore_m) > ring.fore_m]
    count = sum(f.part.count for f in fins)
    if not count:
        return []
    density = bench.glue(bench.structural).density_kg_m3
    return [
        Step(
            key=s.key("ring-on", ring),
            work="glue_on",
            parts=(ring.index, *(f.index for f in fins)),
            title=say("build-ring-on"),
            assembly=s.said("body"),
            hands_on_s=(8 + 3 * count) * MINUTE,
            lines=(
                say("build-ring-on-line", inside=bench.size(part.inner_diameter_m), place=_place(s, ring)),
                say("build-ring-on-true"),
            ),
            tools=("ruler", "rounded stick"),
            gluing=bench.gluing(bench.structural, 2 * count * fillet_kg(part.length_m, _TACK_M, density), joints=count),
            inspect=say("build-ring-on-inspect"),
            after=tuple(Link(key=last_valley(s, f), because="fins have to stand firm before a ring hangs on them") for f in fins),
            without="the ring lies beside the rocket, and what it should hold is not held",
            needed=True,
        )
    ]
