"""Rockets of our own for the bench: one for each way of building, and any mixture of them."""

from dataclasses import dataclass, replace
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import (
    Anchor,
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    Device,
    FinCan,
    FinSet,
    Joint,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Part,
    Piston,
    RailButton,
    Retainer,
    StaticPort,
    Transition,
)
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.plan import build_plan
from wobbly_fin.rocketry.building.schools import Schools
from wobbly_fin.rocketry.building.step import Plan, Step
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.sequence import Sequence
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan

WALL = 0.0009
DUAL = RecoveryPlan(
    sequence=Sequence(first="drogue", drogue=Canopy(kind="flat", diameter_m=0.4), main_height_m=150.0, at_apogee=True)
)


@dataclass(frozen=True, kw_only=True)
class Kind:
    """How a rocket is put together. [m]"""

    across: float = 0.05
    body: float = 0.6
    rings: int = 2
    through: bool = False
    eye: bool = False
    line: bool = False
    buttons: bool = False
    bay: str = ""  # "", "payload", "coupler" (two joints open)
    cluster: int = 1
    can: bool = False
    snug: bool = False  # minimum diameter
    tail: bool = False
    baffle: bool = False
    piston: bool = False
    ballast: bool = False
    retainer: str = "hook"
    material: str = "paper-tube"
    stages: int = 1


def rocket(kind: Kind) -> Airframe:
    """One of a kind."""
    stages = [Stage(id="one", parts=tuple(_upper(kind)))]
    for n in range(1, kind.stages):
        stages.append(Stage(id=f"booster-{n}", parts=tuple(_booster(kind, n))))
    return Airframe(stages=tuple(stages))


def _upper(k: Kind) -> list[Part]:
    bore, shoulder = k.across - 2 * WALL, k.across - 2 * WALL - 0.0003
    parts: list[Part] = [
        NoseCone(id="nose", length_m=2.5 * k.across, base_diameter_m=k.across, wall_m=0.0015, shoulder_length_m=k.across, shoulder_diameter_m=shoulder, material="polystyrene")
    ]  # fmt: skip
    if k.bay == "payload":
        parts += [
            BodyTube(id="payload", name="payload tube", length_m=0.25, outer_diameter_m=k.across, inner_diameter_m=bore, material=k.material),
            Coupler(id="coupler", parent="payload", edge="aft", offset_m=-k.across, length_m=2 * k.across, outer_diameter_m=shoulder, wall_m=0.001, material=k.material),
            Bulkhead(id="lid", parent="coupler", edge="aft", offset_m=0.002, thickness_m=0.003, material="birch-ply"),
            Device(id="altimeter", parent="payload", edge="fore", offset_m=k.across + 0.02, kind="logger", length_m=0.06, diameter_m=0.5 * bore, mass_kg=0.02),
            StaticPort(parent="payload", edge="fore", offset_m=k.across + 0.03, count=3, diameter_m=0.002),
        ]  # fmt: skip
    if k.bay == "coupler":
        parts += [
            BodyTube(id="upper", name="upper tube", length_m=0.5, outer_diameter_m=k.across, inner_diameter_m=bore, material=k.material),
            Coupler(id="coupler", parent="upper", edge="aft", offset_m=-k.across, length_m=2 * k.across, outer_diameter_m=shoulder, wall_m=0.001, material=k.material),
            Bulkhead(id="lid-1", name="forward lid", parent="coupler", edge="fore", offset_m=0.002, thickness_m=0.004, material="birch-ply"),
            Bulkhead(id="lid-2", name="aft lid", parent="coupler", edge="aft", offset_m=0.002, thickness_m=0.004, material="birch-ply"),
            Device(id="altimeter", parent="coupler", edge="fore", offset_m=0.012, kind="altimeter", length_m=0.9 * k.across, diameter_m=0.6 * bore, mass_kg=0.03),
            CanopyPack(id="main", name="main", parent="upper", kind="flat", diameter_m=0.8, material="ripstop"),
            Cord(id="upper-cord", parent="upper", length_m=3.0, material="aramid-3"),
            Joint(id="main-pins", parent="nose", kind="pinned", end="aft", count=2, opens="main"),
            Joint(id="drogue-pins", parent="coupler", kind="pinned", end="aft", count=2, opens="first"),
            Joint(id="screws", parent="coupler", kind="screwed", end="fore", count=3),
        ]  # fmt: skip
    parts.append(BodyTube(id="body", length_m=k.body, outer_diameter_m=k.across, inner_diameter_m=bore, material=k.material))
    if k.tail:
        parts.append(Transition(id="boat-tail", name="boat tail", length_m=0.04, fore_diameter_m=k.across, aft_diameter_m=_core(k) + 0.004, wall_m=0.0005, material="card"))  # fmt: skip
    if k.can:
        parts.append(FinCan(id="can", length_m=0.1, inner_diameter_m=0.0185, outer_diameter_m=k.across, shank_length_m=0.03, shank_diameter_m=shoulder, max_motor_length_m=0.07, material="printed-petg"))  # fmt: skip
    parts += _tail("", "body", k)
    holder = "ring-0" if k.rings and not (k.can or k.snug) else "body"
    if k.eye and holder != "body":
        parts.append(Anchor(id="eye", parent=holder, kind="eye_bolt", edge="fore", offset_m=-0.02, length_m=0.02))
    elif k.line and holder != "body":
        parts.append(Anchor(id="line", parent="mount", kind="mount_line", edge="fore", offset_m=0.0))
    else:
        parts.append(Anchor(id="patch", parent="body", kind="folded_patch", edge="fore", offset_m=0.06))
    parts += [
        Cord(id="cord", parent="body", length_m=2.0, material="elastic-6"),
        CanopyPack(
            id="canopy",
            name="drogue" if k.bay == "coupler" else "",
            parent="body",
            kind="flat",
            diameter_m=0.4,
            material="ripstop",
        ),
    ]
    if k.baffle:
        parts.append(Baffle(id="baffle", parent="body", edge="fore", offset_m=0.25, length_m=0.03))
    if k.piston:
        parts.append(Piston(id="piston", parent="body", edge="fore", offset_m=0.3, length_m=0.04))
    if k.ballast:
        parts.append(MassLump(id="ballast", kind="ballast", position_m=0.06, mass_kg=0.02))
    return parts


def _core(k: Kind) -> float:
    return 0.019 if k.across < 0.07 else 0.03


def _tail(name: str, body: str, k: Kind) -> list[Part]:
    """Mount, fins, guides and retainer of a stage."""
    bore, core = k.across - 2 * WALL, _core(k)
    mount, parts = f"{name}mount", list[Part]()
    if k.snug:
        core = bore - 0.0004
    if not k.can:
        back = -0.04 if k.tail and not name else 0.0
        parts.append(MotorTube(id=mount, parent=body, edge="aft", offset_m=back, length_m=0.14, outer_diameter_m=core, inner_diameter_m=core - 0.001, max_motor_length_m=0.07, count=k.cluster, spread_m=0.6 * core if k.cluster > 1 else 0.0, overhang_m=-0.015 if k.retainer == "screw" else 0.0, material="glassine-tube"))  # fmt: skip
    if not (k.can or k.snug):
        hole = core + 0.0002 if k.cluster == 1 else core
        for n, at in enumerate({2: (0.01, 0.115), 3: (0.01, 0.07, 0.118)}[k.rings]):
            parts.append(CentringRing(id=f"{name}ring-{n}", name=("forward ring", "middle ring", "aft ring")[n if k.rings == 3 or n == 0 else 2], parent=mount, edge="fore", offset_m=at - (0.05 if k.tail and n else 0.0), thickness_m=0.003, outer_diameter_m=bore - 0.0002, inner_diameter_m=hole, material="birch-ply"))  # fmt: skip
    if k.can:
        parts.append(FinSet(id=f"{name}fins", parent="can", count=3, root_chord_m=0.08, tip_chord_m=0.04, span_m=0.05, thickness_m=0.002, moulded=True, material="printed-petg"))  # fmt: skip
        guide = "body"
    else:
        parts.append(FinSet(id=f"{name}fins", parent=body, count=3, root_chord_m=0.08, tip_chord_m=0.04, span_m=0.05, sweep_m=0.03, thickness_m=0.003, edge="aft", offset_m=0.03, through_wall=k.through, material="birch-ply"))  # fmt: skip
        guide = body
    if k.buttons and not k.can and not name:
        parts += [
            RailButton(id=f"{name}aft-button", name="aft button", parent=guide, edge="aft", offset_m=0.03, diameter_m=0.01),
            RailButton(id=f"{name}front-button", name="front button", parent=guide, edge="fore", offset_m=0.2, diameter_m=0.01),
        ]
    elif not name:
        parts.append(LaunchLug(id="lug", parent=guide, edge="aft", offset_m=0.14, length_m=0.04, outer_diameter_m=0.006, inner_diameter_m=0.005))  # fmt: skip
    parts.append(Retainer(id=f"{name}retainer", parent="can" if k.can else mount, kind=k.retainer, edge="aft", offset_m=0.0, mass_kg=0.002))  # fmt: skip
    return parts


def _booster(k: Kind, n: int) -> list[Part]:
    name = f"b{n}-"
    body = BodyTube(id=f"{name}body", name=f"booster {n}", length_m=0.2, outer_diameter_m=k.across, inner_diameter_m=k.across - 2 * WALL, material=k.material)  # fmt: skip
    return [body, *_tail(name, body.id, replace(k, tail=False, can=False))]


FLEET: dict[str, tuple[Kind, Schools]] = {
    "plain": (Kind(), Schools()),
    "from a kit": (Kind(), Schools(origin="kit", coats=0)),
    "one fin at a time": (Kind(), Schools(jig="one", fillers=False)),
    "fillets inside": (Kind(through=True), Schools()),
    "fin pockets": (Kind(through=True), Schools(inside="fin_pockets")),
    "pockets, three rings": (Kind(through=True, rings=3), Schools(inside="fin_pockets", jig="one")),
    "three rings, fins on the surface": (Kind(rings=3), Schools()),
    "three rings through the wall": (Kind(through=True, rings=3, buttons=True), Schools()),
    "buttons": (Kind(buttons=True), Schools()),
    "buttons and pockets": (Kind(buttons=True, through=True, rings=3), Schools(inside="fin_pockets")),
    "eye deep in a narrow tube": (Kind(eye=True), Schools()),
    "eye a hand reaches": (Kind(eye=True, across=0.1, body=0.4), Schools()),
    "eye no hand reaches": (Kind(eye=True, across=0.1, body=0.9, through=True, rings=3, buttons=True), Schools()),
    "line from the mount": (Kind(line=True), Schools()),
    "cluster of three": (Kind(across=0.07, cluster=3), Schools()),
    "minimum diameter": (Kind(across=0.025, snug=True, retainer="tape"), Schools()),
    "printed tail": (Kind(across=0.03, can=True, retainer="twist_lock"), Schools()),
    "boat tail": (Kind(tail=True), Schools()),
    "baffle": (Kind(baffle=True), Schools()),
    "piston": (Kind(piston=True), Schools()),
    "ballast": (Kind(ballast=True), Schools(coats=2)),
    "payload bay": (Kind(bay="payload"), Schools()),
    "bay in a coupler, two joints": (Kind(bay="coupler", across=0.1, eye=True, buttons=True, through=True, rings=3, retainer="flange"), Schools()),
    "the same in fibreglass": (Kind(bay="coupler", across=0.1, eye=True, buttons=True, through=True, rings=3, material="fibreglass", retainer="threaded_ring"), Schools(inside="fin_pockets")),
    "screw through the side": (Kind(retainer="screw"), Schools()),
    "clips": (Kind(retainer="clips"), Schools()),
    "two stages": (Kind(stages=2, retainer="tape"), Schools()),
    "three stages": (Kind(stages=3, retainer="tape", through=True), Schools()),
    "everything": (Kind(across=0.1, body=0.9, bay="coupler", rings=3, through=True, eye=True, buttons=True, baffle=True, ballast=True, stages=2, retainer="clips"), Schools(inside="fin_pockets", coats=4)),
}  # fmt: skip


def bench_of(kind: Kind, schools: Schools | None = None, **changes: dict[str, Any]) -> Bench:
    """Its bench; `changes`: other figures of parts, by their id (with _ for -)."""
    airframe = rocket(kind)
    stages = tuple(
        replace(s, parts=tuple(replace(p, **changes.get(p.id.replace("-", "_"), {})) for p in s.parts)) for s in airframe.stages
    )
    return Bench.of(replace(airframe, stages=stages), schools, recovery=DUAL if kind.bay == "coupler" else None)


def plan_of(kind: Kind, schools: Schools | None = None, **changes: dict[str, Any]) -> tuple[Bench, Plan]:
    """Bench and plan."""
    bench = bench_of(kind, schools, **changes)
    return bench, build_plan(bench)


class Steps:
    """A plan's steps by what they do and to which parts, as somebody who reads it."""

    def __init__(self, bench: Bench, plan: Plan) -> None:
        self.steps, self.names = plan.steps, [p.part.id for p in bench.layout.placed]

    def parts(self, step: Step) -> set[str]:
        """Ids of the parts a step touches."""
        return {self.names[n] for n in step.parts}

    def of(self, work: str, *parts: str) -> list[int]:
        """Places in the plan of steps of a kind of work that touch all these parts."""
        return [n for n, s in enumerate(self.steps) if s.work == work and set(parts) <= self.parts(s)]

    def one(self, work: str, *parts: str) -> int:
        """The place of the only one."""
        (found,) = self.of(work, *parts)
        return found
