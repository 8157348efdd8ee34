"""The electronics bay: vent holes, and the sled of what fires charges."""

from wobbly_fin.rocketry.airframe.layout import bore_of
from wobbly_fin.rocketry.airframe.parts import BodyTube, VentHoles
from wobbly_fin.rocketry.building.marking import chord_m
from wobbly_fin.rocketry.building.recipes.section import DUST, MINUTE, Section
from wobbly_fin.rocketry.building.step import Link, Step


def bay(s: Section) -> list[Step]:
    """Vent holes and the sled of an electronics bay."""
    return [*_vents(s), *_sleds(s)]


def _vents(s: Section) -> list[Step]:
    bench, steps = s.bench, []
    for placed in s.of(VentHoles):
        part = placed.part
        host = bench.layout.outer_at(placed.fore_m)
        steps.append(
            Step(
                key=s.key("vents", placed),
                title=f"Drill {part.count} vent {'hole' if part.count == 1 else 'holes'}",
                assembly=s.said(host.part.called),
                hands_on_s=(6 + 3 * part.count) * MINUTE,
                lines=(
                    f"{bench.size(part.diameter_m)} each, "
                    f"{bench.size(host.aft_m - (placed.fore_m + placed.aft_m) / 2)} ahead of the tube’s aft edge, evenly "
                    f"round{' by the strip' if part.count > 1 else ''}.",
                    "Harden the rim with thin CA, clear it again: a burr misleads the altimeter.",
                ),
                tools=("drill",),
                caution="Drill slowly, the tube backed by wood, fingers out of the tube.",
                inspect="Round and clean, nothing ahead of them that stirs the air.",
                after=(
                    Link(key=s.key("cut-tubes"), because="measured from the cut edge"),
                    Link(key="gather", because="dry fit comes first"),
                ),
                without="the altimeter cannot feel the air",
                picture=("vents", placed.index),
                template=f"vents-{placed.index}",
            )
        )
    return steps


def _sleds(s: Section) -> list[Step]:
    bench, steps = s.bench, []
    for placed in s.bench.layout.working("altimeter"):
        part = placed.part
        if placed.stage != s.number or placed.host is None:
            continue
        host = bench.layout.placed[placed.host]
        bore = bore_of(host.part) if isinstance(host.part, BodyTube) else part.diameter_m or 0.03
        below = min(bore / 4, (part.diameter_m or 0.0) / 4)
        wide = chord_m(bore, below) if bore > 0 else 0.0
        room = part.length_m or host.part.axial_length_m / 2
        steps.append(
            Step(
                key=s.key("sled", placed),
                title=f"Make the sled for the {part.called}",
                assembly=s.said("bay"),
                hands_on_s=35 * MINUTE,
                lines=(
                    f"{bench.size(wide - 0.001)} wide: the chord {bench.size(below)} below the axis of a "
                    f"{bench.size(bore)} bore, less a little to slide.",
                    f"{bench.size(max(room - 0.006, 0.01))} long, shorter than its bay, so that it slides to bring the switch to its hole.",
                ),
                tools=("saw", "file"),
                caution=DUST,
                inspect="It slides in and out, and does not turn.",
                after=(
                    Link(key="gather", because="the devices are laid on it first"),
                    *(Link(key=s.key("vents", v), because="the switch goes to its hole") for v in s.of(VentHoles)),
                ),
                without="the altimeter rolls about in its bay",
            )
        )
    return steps
