"""The electronics bay: vent holes, the sled of what fires charges, and what closes it."""

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.parts import Bulkhead, VentHoles
from wobbly_fin.rocketry.assembly.finished import held_for_good
from wobbly_fin.rocketry.assembly.pieces import pieces_of, tube_round
from wobbly_fin.rocketry.building.marking import chord_m
from wobbly_fin.rocketry.building.recipes.section import DUST, MINUTE, Section
from wobbly_fin.rocketry.building.step import Link, Step
from wobbly_fin.rocketry.messages import say

NEAR_JOINT_M = 0.015  # nearer to a joint than this holes feel its gap (our own figure)


def bay(s: Section) -> list[Step]:
    """Vent holes and the sled of an electronics bay."""
    return [*_vents(s), *_sleds(s)]


def _seams(s: Section, vents: Placed[VentHoles]) -> list[str]:
    """How far the holes are from the nearest joint, and what lies under them."""
    middle = (vents.fore_m + vents.aft_m) / 2
    seams = [c.station_m for c in s.bench.closures]
    found = []
    near = min((abs(x - middle) for x in seams), default=None)
    if near is not None and near < NEAR_JOINT_M:
        found.append(say("build-vents-joint", near=s.bench.size(near)))
    if any(c.fore_m < middle < c.aft_m for c in s.couplers):
        found.append(say("build-vents-coupler"))
    return found


def _vents(s: Section) -> list[Step]:
    bench, steps = s.bench, []
    for placed in s.of(VentHoles):
        part = placed.part
        host = bench.layout.outer_at(placed.fore_m)
        steps.append(
            Step(
                key=s.key("vents", placed),
                work="drill_vents",
                parts=(placed.index, host.index),
                title=f"Drill {part.count} vent {'hole' if part.count == 1 else 'holes'}",
                assembly=s.said(host.part.called),
                hands_on_s=(6 + 3 * part.count) * MINUTE,
                lines=(
                    f"{bench.size(part.diameter_m)} each, "
                    f"{bench.size(host.aft_m - (placed.fore_m + placed.aft_m) / 2)} ahead of the tube’s aft edge, evenly "
                    f"round{' by the strip' if part.count > 1 else ''}.",
                    "Harden the rim with thin CA, clear it again: a burr misleads the altimeter.",
                    *_seams(s, placed),
                ),
                tools=("drill",),
                caution="Drill slowly, the tube backed by wood, fingers out of the tube.",
                inspect="Round and clean, nothing ahead of them that stirs the air.",
                after=(
                    Link(key=s.key("cut-tubes"), because="measured from the cut edge"),
                    Link(key="gather", because="it is measured first"),
                ),
                without="the altimeter cannot feel the air",
                picture=("vents", placed.index),
                template=f"vents-{placed.index}",
            )
        )
    return steps


def _sleds(s: Section) -> list[Step]:
    bench, layout, steps = s.bench, s.bench.layout, []
    for placed in layout.working("altimeter"):
        part = placed.part
        if placed.stage != s.number or placed.host is None:
            continue
        tube = layout.placed[tube_round(layout, placed)]
        bore = 2 * min((p.inner_m for p in pieces_of(layout) if p.part == tube.index and p.inner_m > 0), default=0.015)
        below = min(bore / 4, (part.diameter_m or 0.0) / 4)
        wide = chord_m(bore, below) if bore > 0 else 0.0
        room = part.length_m or tube.part.axial_length_m / 2
        lids = [b for b in s.lids if b.index in bench.lids]
        sled = Step(
            key=s.key("sled", placed),
            work="make_sled",
            title=f"Make the sled for the {part.called}",
            assembly=s.said("bay"),
            hands_on_s=35 * MINUTE,
            parts=(placed.index, tube.index),
            lines=(
                f"{bench.size(wide - 0.001)} wide: the chord {bench.size(below)} below the axis of the {tube.part.called}’s "
                f"{bench.size(bore)} bore, less a little to slide.",
                f"{bench.size(max(room - 0.006, 0.01))} long, shorter than its bay, so that it slides to bring the switch to its hole.",
                *((say("build-sled-rods"),) if lids else ()),
            ),
            tools=("saw", "file"),
            caution=DUST,
            inspect="It slides in and out, and does not turn.",
            after=(
                Link(key="gather", because="the devices are laid on it first"),
                Link(key=s.key("cut-tubes"), because="it is tried in its tube"),
                *(Link(key=s.key("vents", v), because="the switch goes to its hole") for v in s.of(VentHoles)),
            ),
            without="the altimeter rolls about in its bay",
        )
        steps += [sled, _close(s, placed, tube, lids, sled.key)]
    return steps


def _close(s: Section, device: Placed, tube: Placed, lids: list[Placed[Bulkhead]], sled: str) -> Step:
    """What shuts a bay: its lid on rods, else the nose or coupler that comes off."""
    layout = s.bench.layout
    ends = [
        layout.placed[c.part]
        for c in s.bench.closures
        if not held_for_good(c, s.bench.opens) and tube.index in (c.part, c.fore, c.aft)
    ]
    shut = lids or ends[:1]
    names = shut[0].part.called if shut else tube.part.called
    return Step(
        key=s.key("close-bay", device),
        work="close_bay",
        title=say("build-close", name=names),
        assembly=s.said("bay"),
        hands_on_s=8 * MINUTE,
        parts=tuple(dict.fromkeys((device.index, tube.index, *(p.index for p in shut)))),
        lines=(say("build-close-line", name=names), say("build-close-heard")),
        caution=say("build-close-caution"),
        inspect=say("build-close-inspect"),
        after=(
            Link(key=sled, because="the sled goes in first"),
            *(Link(key=s.key("bulkhead", b), because="its lids are made first") for b in s.lids),
            *(Link(key=s.key("vents", v), because="holes are drilled in an empty bay") for v in s.of(VentHoles)),
            *(Link(key=s.key("join", c), because="its joints are drilled first") for c in s.couplers),
        ),
        without="the bay stays open",
    )
