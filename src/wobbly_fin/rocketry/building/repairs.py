"""Repairs: plans with few steps, from what broke and from what of a finished rocket can still be reached."""

from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, LaunchLug, Pods, RailButton, RingFin, TubeFins
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.assembly.finished import held_for_good, opens_in_flight, other_side
from wobbly_fin.rocketry.assembly.stand import End
from wobbly_fin.rocketry.building.amounts import fillets_kg, root_fillet_radius_m, sleeve_kg
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import in_sequence
from wobbly_fin.rocketry.building.recipes.eyes import eyes_of
from wobbly_fin.rocketry.building.recipes.finish import coats_of
from wobbly_fin.rocketry.building.recipes.section import BLADE, DUST, MINUTE, Section
from wobbly_fin.rocketry.building.step import Link, Plan, Step
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.messages import say

DAMAGES: dict[str, str] = {
    "fin_off": "a fin came off or cracked",
    "zipper": "the cord cut the tube open",
    "tube_crushed": "a tube is crushed or creased",
    "nose_cracked": "the nose is cracked",
    "cord_burnt": "the cord is burnt or stretched",
    "canopy_torn": "the canopy is torn or melted",
    "mount_loose": "the motor mount is loose",
}
_ON_THE_SKIN = (FinSet, TubeFins, Pods, RingFin, LaunchLug, RailButton)
LEAST_CUT_M = 0.010  # less than this no saw takes off square (our own figure)


def repair_plan(bench: Bench, damage: str) -> Plan:
    """The few steps that mend one kind of damage, the last of them a look whether it may fly.

    Raises
    ------
    RocketryError
        For a damage nobody knows: `damage`.
    """
    if damage not in DAMAGES:
        raise RocketryError("damage", f"{damage!r} is no damage this book knows; one of {', '.join(DAMAGES)}")
    look = Step(
        key="look",
        work="inspect",
        title="Take it apart and look",
        assembly="whole",
        hands_on_s=15 * MINUTE,
        lines=("What else gave way? Mount, anchor, cord, shoulder, the other fins: pull each.",),
        inspect="You know why it broke. What is mended without that breaks again.",
        without="the next weak link stays",
    )
    mend = {
        "fin_off": _fin, "zipper": _zipper, "tube_crushed": _crushed, "nose_cracked": _nose, "cord_burnt": _cord, "canopy_torn": _canopy,
        "mount_loose": _mount,
    }[damage](bench)  # fmt: skip
    steps = [look, *mend]
    if coats_of(bench) and damage not in ("cord_burnt", "canopy_torn", "mount_loose"):
        steps.append(
            Step(
                key="paint",
                work="paint",
                title="Touch in the paint",
                assembly="whole",
                hands_on_s=20 * MINUTE,
                gluing=bench.gluing("paint", 0.0),
                caution=bench.glue("paint").caution,
                after=(Link(key=mend[-1].key, because="glue first, paint on top"),),
            )
        )
    steps.append(
        Step(
            key="weigh",
            work="weigh",
            title="Weigh and balance it again",
            assembly="whole",
            hands_on_s=10 * MINUTE,
            lines=("Mending adds mass, mostly at the tail: type what the scale says.",),
            tools=("scale", "edge to balance on"),
            inspect="Range officer’s eyes on it before its next flight.",
            after=(Link(key=steps[-1].key, because="only the mended rocket weighs what flies", until="full"),),
            weigh_in=bench.weigh_in("the whole rocket", list(range(len(bench.layout.placed))), whole=True),
            picture=("whole", 0),
        )
    )
    return Plan(steps=in_sequence(steps))


def _fin(bench: Bench) -> list[Step]:
    fins = bench.layout.of(FinSet)
    if not fins:
        raise RocketryError("damage", "has no fins to come off")
    fin, part = fins[0], fins[0].part
    radius = root_fillet_radius_m(2 * bench.layout.radius_at((fin.fore_m + fin.aft_m) / 2), part.thickness_m)
    density = bench.glue(bench.fillets).density_kg_m3
    return [
        Step(
            key="clean",
            work="clean",
            title="Clean the joint down to bare paper and wood",
            assembly="body",
            hands_on_s=20 * MINUTE,
            lines=("Old glue and paint off both faces; a torn skin is soaked with thin CA and sanded flat.", *_slot(bench, fin)),
            tools=("knife", "120 grit"),
            caution=BLADE,
            after=(Link(key="look", because="look first"),),
            picture=("fin", fin.index),
            template=f"fin-{fin.index}",
        ),
        Step(
            key="fin-on",
            work="glue_on",
            parts=(fin.index, bench.layout.host_of(fin).index),
            title="Glue the fin back on its line",
            assembly="body",
            hands_on_s=12 * MINUTE,
            lines=(f"{bench.size(part.root_m)} of root; sight along the tube from behind.",),
            gluing=bench.gluing(bench.structural, fillets_kg(1, part.root_m, 0.0015, density)),
            after=(Link(key="clean", because="glue holds on bare faces only"),),
            needed=True,
            without="the fin is off",
            picture=("outside", fin.index),
        ),
        Step(
            key="fillet",
            work="fillet_outside",
            parts=(fin.index, bench.layout.host_of(fin).index),
            title="Both fillets anew",
            assembly="body",
            hands_on_s=15 * MINUTE,
            lines=(f"{bench.size(radius)} radius, tape both sides, pull in one sweep.",),
            gluing=bench.gluing(bench.fillets, fillets_kg(1, part.root_m, radius, density), 12 * MINUTE, joints=2),
            after=(Link(key="fin-on", because="the fin has to hold first"),),
            without="the fin holds by its root edge alone",
            picture=("outside", fin.index),
        ),
    ]


def _slot(bench: Bench, fin: Placed[FinSet]) -> list[str]:
    """What a tab left in its slot, and whether the room inside is still to be had."""
    tab = tab_of(bench.layout, fin)
    if tab is None:
        return []
    mount = Section(bench, fin.stage).mount
    held = mount.index if mount is not None else bench.layout.host_of(fin).index
    reach = bench.finished.reaches(held, (fin.fore_m + fin.aft_m) / 2, "stick", bench.schools.hands)
    return [say("build-mend-slot"), say("build-mend-room", reach="yes" if reach else "no")]


@dataclass(frozen=True, slots=True)
class Bare:
    """A stretch of tube nothing is glued into or onto, behind its forward edge, and what bounds it; None: the edge. [m]"""

    fore_m: float
    aft_m: float
    ahead: Placed | None
    behind: Placed | None

    @property
    def length_m(self) -> float:
        """How much wall. [m]"""
        return self.aft_m - self.fore_m


def bare_stretches(bench: Bench, tube: Placed[BodyTube]) -> list[Bare]:
    """From the front, as the finished rocket has them."""
    inside = [p for p in bench.finished.pieces_in(bench.finished.group(tube.index)) if p.part != tube.index and p.kind != "lump"]
    taken = [(p.fore_m, p.aft_m, p.part) for p in inside if p.outer_m <= tube.part.outer_diameter_m / 2 + 1e-4]
    taken += [(p.fore_m, p.aft_m, p.index) for p in bench.layout.of(*_ON_THE_SKIN) if p.host == tube.index]
    found: list[Bare] = []
    at, by = tube.fore_m, None
    for fore, aft, part in sorted(t for t in taken if t[1] > tube.fore_m and t[0] < tube.aft_m):
        if fore > at:
            found.append(Bare(at - tube.fore_m, fore - tube.fore_m, by, bench.layout.placed[part]))
        if aft > at:
            at, by = aft, bench.layout.placed[part]
    return [*found, Bare(at - tube.fore_m, tube.aft_m - tube.fore_m, by, None)] if at < tube.aft_m else found


def _tubes(bench: Bench) -> list[Placed[BodyTube]]:
    return [tube for stage in range(len(bench.airframe.stages)) for tube in Section(bench, stage).tubes]


def _sawn(bench: Bench) -> tuple[Placed[BodyTube], End] | None:
    """The tube a cord saws at, and which edge of it: what comes off at the first joint that opens; nobody told of any: that could."""
    tubes = {t.index: t for t in _tubes(bench)}
    joints = sorted(bench.closures, key=lambda c: not opens_in_flight(c, bench.opens))
    for closure in joints:
        tube = tubes.get(other_side(closure))
        if tube is not None and not held_for_good(closure, bench.opens):
            return tube, "fore" if closure.station_m < (tube.fore_m + tube.aft_m) / 2 else "aft"
    return None


def _zipper(bench: Bench) -> list[Step]:
    """Cut back from the edge the cord went through, as far as the wall is bare."""
    found = _sawn(bench)
    if found is None:
        raise RocketryError("damage", "has no tube whose edge a cord runs over")
    tube, end = found
    edge = next((b for b in bare_stretches(bench, tube) if (b.ahead if end == "fore" else b.behind) is None), None)
    next_ = None if edge is None else edge.behind if end == "fore" else edge.ahead
    return _splice(bench, tube, edge.length_m if edge else 0.0, say("build-mend-edge", end=end), next_)


def _crushed(bench: Bench) -> list[Step]:
    """Cut out of the longest bare stretch there is: that is what gives way first."""
    bare = [(tube, b) for tube in _tubes(bench) for b in bare_stretches(bench, tube)]
    if not bare:
        raise RocketryError("damage", "has no bare stretch of tube to be crushed")
    tube, longest = max(bare, key=lambda x: x[1].length_m)
    where = say("build-mend-bare", tube=tube.part.called, start=bench.size(longest.fore_m), stop=bench.size(longest.aft_m))
    return _splice(bench, tube, longest.length_m, where, None, seams=2)


def _splice(bench: Bench, tube: Placed[BodyTube], clear_m: float, where: str, next_: Placed | None, seams: int = 1) -> list[Step]:
    """A new piece over a coupler, half of it in each; a new tube where too little bare wall is left to hold half a coupler."""
    bore = tube.part.inner_diameter_m or tube.part.outer_diameter_m
    name, most = tube.part.called, clear_m - seams * bore
    holds = say("build-mend-most", most=bench.size(most))
    if next_ is not None:
        holds = say("build-mend-most-before", part=next_.part.called, clear=bench.size(clear_m), most=bench.size(most))
    parts = tuple(p.index for p in (tube, next_) if p is not None)
    if most < LEAST_CUT_M:
        return [
            Step(
                key="new-tube", work="cut", title=say("build-mend-new", tube=name), assembly="body", hands_on_s=60 * MINUTE, parts=parts,
                lines=(where, say("build-mend-new-line", clear=bench.size(clear_m), part=next_.part.called if next_ else "none")),
                tools=("knife", "collar"), caution=BLADE, after=(Link(key="look", because="look first"),), needed=True,
                without="the tube is open",
            )
        ]  # fmt: skip
    density = bench.glue(bench.structural).density_kg_m3
    return [
        Step(
            key="cut-back",
            work="cut",
            title=say("build-mend-cut", tube=name),
            assembly="body",
            hands_on_s=20 * MINUTE,
            parts=parts,
            lines=(where, holds, say("build-mend-cut-line")),
            tools=("knife", "collar"),
            caution=BLADE,
            after=(Link(key="look", because="look first"),),
        ),
        Step(
            key="splice",
            work="glue_in",
            title=say("build-mend-splice", seams=seams),
            assembly="body",
            hands_on_s=(10 + 15 * seams) * MINUTE,
            parts=(tube.index,),
            lines=(say("build-mend-coupler", long=bench.size(2 * bore), bore=bench.size(bore)), say("build-mend-roll")),
            gluing=bench.gluing(bench.structural, seams * sleeve_kg(bore, 2 * bore, density), 10 * MINUTE, joints=seams),
            after=(Link(key="cut-back", because="glue needs a square end"),),
            needed=True,
            without="the tube is open",
        ),
        Step(
            key="fill",
            work="fill",
            title="Fill and sand the seam",
            assembly="body",
            hands_on_s=15 * MINUTE,
            gluing=bench.gluing("filler", 0.0),
            caution=DUST,
            after=(Link(key="splice", because="the joint has to hold first"),),
            without="the seam shows and drags",
        ),
    ]


def _nose(bench: Bench) -> list[Step]:
    """Glued and lined: from inside where its base is open, else with cloth outside."""
    noses = Section(bench, 0).noses
    if not noses:
        raise RocketryError("damage", "has no nose to be cracked")
    nose = noses[0]
    at = (nose.fore_m + 2 * nose.aft_m) / 3
    hollow = any(p.kind == "tube" and p.fore_m < at < p.aft_m for p in bench.finished.pieces_in(frozenset({nose.index})))
    reached = hollow and bench.finished.reaches(nose.index, at, "fingers", bench.schools.hands)
    inside = "yes" if reached else "no" if hollow else "solid"
    return [
        Step(
            key="nose",
            work="mend",
            title=say("build-mend-nose", inside=inside),
            assembly="nose",
            hands_on_s=20 * MINUTE,
            parts=(nose.index,),
            lines=(say("build-mend-crack"), say("build-mend-lined", inside=inside)),
            gluing=bench.gluing("epoxy-5", 0.002, 4 * MINUTE),
            inspect="Squeeze it: the crack does not open. The eye holds a hard pull.",
            after=(Link(key="look", because="look first"),),
            needed=True,
            without="it opens at the next landing",
        )
    ]


def _cord(bench: Bench) -> list[Step]:
    """A new cord, tied to its eye where a hand still gets there; else to what is left of the old one outside."""
    s = Section(bench, 0)
    eyes = [eye for eye, _ in eyes_of(s)]
    deep = [eye for eye in eyes if s.out_of_hand(eye)]
    return [
        Step(
            key="cord",
            work="tie_cord",
            title="Replace the whole cord",
            assembly="whole",
            hands_on_s=25 * MINUTE,
            parts=tuple(p.index for p in (*(c for e in eyes for c in s.cords_at(e)), *eyes)),
            lines=(
                "No knots in the middle of an old one. Flameproof where the charge reaches it.",
                *(say("build-mend-deep", eye=a.part.eye) for a in deep),
            ),
            inspect="Pull both ends as hard as they will be pulled.",
            after=(Link(key="look", because="look first"),),
            needed=True,
            without="it parts at the next ejection",
        )
    ]


def _canopy(bench: Bench) -> list[Step]:
    return [
        Step(
            key="canopy",
            work="mend",
            title="Patch the canopy, or retire it",
            assembly="canopy",
            hands_on_s=25 * MINUTE,
            lines=("A tear within a panel: tape of the same cloth, both sides. Melted cloth or a torn hem: retire it.",),
            inspect="Lines all of one length, none glued to another.",
            after=(Link(key="look", because="look first"),),
            needed=True,
            without="it tears on",
        )
    ]


def _mount(bench: Bench) -> list[Step]:
    """Fresh fillets at every ring a stick still reaches; where none does, the tube has to be opened first."""
    finished, s = bench.finished, Section(bench, 0)
    rings = [s.ring_part(r) for r in s.rings]
    faces = [(ring, end, at) for ring in rings for end, at in (("fore", ring.fore_m - 0.001), ("aft", ring.aft_m + 0.001))]
    open_ = [(ring, end) for ring, end, at in faces if finished.reaches(ring.index, at, "stick", bench.schools.hands)]
    shut = [ring for ring in rings if ring.index not in {r.index for r, _ in open_}]
    lines = [say("build-mend-face", ring=ring.part.called, end=end) for ring, end in open_]
    lines += [say("build-mend-shut", ring=ring.part.called) for ring in shut]
    steps = []
    if rings and not open_:
        steps.append(
            Step(
                key="open",
                work="cut",
                title=say("build-mend-open"),
                assembly="body",
                hands_on_s=25 * MINUTE,
                parts=tuple(r.index for r in rings),
                lines=(say("build-mend-open-line"),),
                tools=("knife", "collar"),
                caution=BLADE,
                after=(Link(key="look", because="look first"),),
            )
        )
    steps.append(
        Step(
            key="mount",
            work="fillet_inside",
            title="Glue the mount in again",
            assembly="body",
            hands_on_s=25 * MINUTE,
            parts=tuple(p.index for p in (*s.motor_tubes, *rings)),
            lines=(say("build-mend-mount"), *lines),
            tools=("long stick",),
            gluing=bench.gluing(bench.fillets, 0.004, 12 * MINUTE, joints=2),
            inspect="A spent case pushed hard from behind moves nothing.",
            after=(Link(key=steps[0].key if steps else "look", because="look first"),),
            needed=True,
            without="thrust pushes it through the rocket",
        )
    )
    return steps
