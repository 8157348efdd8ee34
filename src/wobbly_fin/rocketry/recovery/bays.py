"""Bays with what opens out of them: filled, tied in, fired, pinned."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Bay, Layout, Placed
from wobbly_fin.rocketry.airframe.mass import PartMass
from wobbly_fin.rocketry.airframe.parts import Anchor, BodyTube, CanopyPack, Cord, NoseCone, VentHoles
from wobbly_fin.rocketry.canopies.packing import (
    PROTECTIONS,
    Packed,
    pack,
    packed_density_kg_m3,
    packed_length_m,
    protection_length_m,
)
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.chain import EYE_AT_M, PARTING_M_S, Pulled, Rig, parting_speed_m_s
from wobbly_fin.rocketry.recovery.cords import Segment, stuff_of
from wobbly_fin.rocketry.recovery.ejection import (
    MotorCharge,
    NoseFit,
    PinsWanted,
    Push,
    bay_volume_m3,
    charge_throw_n,
    motor_charge,
    nose_fit,
    pins_wanted,
    thrown_n,
    wanted,
)
from wobbly_fin.rocketry.recovery.gas_path import GasStep, gas_path
from wobbly_fin.rocketry.recovery.opens import MotorCharge as WalkedCharge
from wobbly_fin.rocketry.recovery.opens import Opening, Weights, friction_n
from wobbly_fin.rocketry.recovery.plan import ChargeWish, Event, GroundTest, RecoveryPlan

FiredBy = Literal["motor", "altimeter"]
LayerKind = Literal["wadding", "cloth", "cord", "canopy"]


@dataclass(frozen=True, slots=True, kw_only=True)
class MotorAboard:
    """The motor whose charge opens it: its case and what is left of it [m], [kg]; the number of its mount, None: the first stage's first."""

    name: str
    case_m: float
    burnt_kg: float
    count: int = 1
    has_charge: bool = True
    mount: int | None = None

    @property
    def charges(self) -> tuple[WalkedCharge, ...]:
        """As the walk takes them."""
        return (WalkedCharge(mount=self.mount, case_m=self.case_m, count=self.count),) if self.has_charge else ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Climb:
    """What the way up does to a pinned joint: air shut in at the pad [Pa], and slowing by drag [m/s²]."""

    shut_in_pa: float = 0.0
    deceleration_m_s2: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class FilledBay:
    """A bay with what opens out of it.

    Attributes
    ----------
    event : str
        main, or first: a drogue's own bay.
    rig : Rig
        What hangs together once this bay is open.
    parting_m_s : float
        With which its two ends part. [m/s]
    push : Push or None
        What an altimeter's charge is to do; None where the motor's charge opens it.
    motor : MotorCharge or None
        The motor's own charge in this bay, where it gets there.
    kinds : tuple of str
        What each of its layers is.
    main_length_m : float
        Of it, packed, what opens out of this bay takes. [m]
    opening : Opening
        What opens it, as it was walked.
    released : bool
        The main comes out with the first event and is held shut by a release till its height.
    """

    event: Event
    bay: Bay
    tube: Placed
    packed: Packed
    kinds: tuple[LayerKind, ...]
    main_length_m: float
    rig: Rig
    fired_by: FiredBy
    parting_m_s: float
    volume_m3: float
    wish: ChargeWish
    push: Push | None
    motor: MotorCharge | None
    pins: PinsWanted | None
    nose: NoseFit
    gas: tuple[GasStep, ...]
    test: GroundTest | None
    opening: Opening
    released: bool = False

    @property
    def pin_count(self) -> int:
        """Shear pins at the joint that parts. [-]"""
        closure = self.opening.closure
        return closure.count if closure is not None and closure.kind == "pinned" else 0

    @property
    def pin(self) -> str:
        """Their size."""
        return self.opening.closure.pin if self.opening.closure is not None else "2-56"

    @property
    def test_stale(self) -> bool:
        """The bay has changed by more than a twentieth since it was tested."""
        return self.test is not None and abs(self.test.volume_m3 / self.volume_m3 - 1) > 0.05


@dataclass(frozen=True, slots=True)
class Asked:
    """A rocket and what was decided of it, for one round of questions."""

    layout: Layout
    rows: Sequence[PartMass]
    plan: RecoveryPlan
    weights: Weights
    motor: MotorAboard | None
    openings: Sequence[Opening]

    @property
    def hanging_kg(self) -> float:
        """[kg]"""
        return self.weights.hanging_kg


def fill_bays(asked: Asked, packs: Sequence[Placed[CanopyPack]]) -> tuple[FilledBay, ...]:
    """The main's bay, and the drogue's where that is another."""
    hosts: dict[int, list[Placed[CanopyPack]]] = {}
    for placed in packs:
        if placed.host is None:
            raise RocketryError("canopy", "lies nowhere: put it into a tube at the Shape station")
        hosts.setdefault(placed.host, []).append(placed)
    apart = len(hosts) > 1
    return tuple(
        _bay(asked, host, inside, "main" if n == 0 else "first", opens_first=n == 1 or not apart)
        for n, (host, inside) in enumerate(hosts.items())
    )


def _bay(asked: Asked, number: int, inside: Sequence[Placed[CanopyPack]], event: Event, *, opens_first: bool) -> FilledBay:
    layout, plan, sequence = asked.layout, asked.plan, asked.plan.sequence
    host = layout.placed[number]
    bay = layout.bay_of(number)
    if bay.length_m <= 0 or not isinstance(host.part, BodyTube):
        raise RocketryError("canopy", f"lies in {host.part.called}, which has no room for it")
    cords = [c for c in layout.of(Cord) if c.host == number] or [c for c in layout.of(Cord) if c.stage == 0]
    forward = asked.weights.ahead_kg(bay.fore_m)
    rest = max(asked.hanging_kg - forward, 1e-3)
    rig = _rig(layout, cords, inside[0].part, forward, rest, plan.pulled)
    by_altimeter = sequence.at_apogee or not opens_first
    volume, nose = bay_volume_m3(bay.bore_m, bay.length_m), nose_fit(rest)
    wish = plan.main if event == "main" else plan.first
    opening = _opening(asked.openings, "first" if sequence.two_events and opens_first else "main")
    held = friction_n(wish, rest)
    closure = opening.closure
    pins = closure.count if closure is not None and closure.kind == "pinned" else 0
    push, own = None, None
    shoulder = max(bay.fore_m - host.fore_m, bay.bore_m / 2)
    parting = PARTING_M_S
    if by_altimeter:
        pin = closure.pin if closure is not None else "2-56"
        push = wanted(bay.bore_m, volume, force_n=wish.throw_n, pins=pins, pin=pin, friction_n=held)
        # The stronger of two charges is what the cord must bear.
        loaded = max((c for c in (wish.charge_kg, wish.backup_kg if wish.backup else None) if c is not None), default=None)
        throws = wish.throw_n if loaded is None else charge_throw_n(loaded, bay.bore_m, volume, push.held_n)
        parting = parting_speed_m_s(throws, bay.fore_m - host.fore_m, forward, rest) or PARTING_M_S
    reached = next((o for o in asked.openings if o.source == "motor_charge"), None)
    # Gas that never gets here pushes nothing: no word then of whether it would be enough.
    arrives = reached is not None and (reached.works or reached.push_n is not None)
    if opens_first and asked.motor is not None and asked.motor.has_charge and arrives:
        joint = held + (closure.pins_n if closure is not None else 0.0) + thrown_n(forward)
        own = motor_charge(asked.motor.case_m, bay.bore_m, volume, joint, told_kg=plan.motor_charge_kg, motors=asked.motor.count)
        if not by_altimeter:
            parting = parting_speed_m_s(own.parting_n, shoulder, forward, rest)
    charge = (
        own.charge_kg if own is not None and not by_altimeter else wish.charge_kg or (push.charge_kg if push is not None else 0.0)
    )
    shield = protection_length_m(plan.protection, bay.bore_m, charge)
    packed, kinds = _filled(asked, bay, host, cords, inside, shield)
    return FilledBay(
        event=event, bay=bay, tube=host, packed=packed, kinds=kinds, main_length_m=_packed_m(asked, bay, inside[0]), rig=rig,
        fired_by="altimeter" if by_altimeter else "motor", parting_m_s=parting, volume_m3=volume, wish=wish, push=push, motor=own,
        pins=None, nose=nose, test=plan.last_test(event), opening=opening, released=sequence.two_events and opens_first and event == "main",
        gas=gas_path(
            layout, bay, protection=plan.protection, wadding=plan.wadding, protection_m=shield, by_motor=not by_altimeter,
            stop=opening.what if not opening.works and opening.why in ("plugged", "blocked") else None,
        ),
    )  # fmt: skip


def _filled(
    asked: Asked, bay: Bay, host: Placed, cords: Sequence[Placed[Cord]], inside: Sequence[Placed[CanopyPack]], shield_m: float
) -> tuple[Packed, tuple[LayerKind, ...]]:
    """The bay, bottom to top: protection, cords, canopies. A packed length that was measured beats what is reckoned."""
    protection = asked.plan.protection
    items: list[tuple[LayerKind, str, float]] = []
    if protection != "none":
        items.append(("cloth" if protection == "cloth" else "wadding", PROTECTIONS[protection], shield_m))
    for cord in cords:
        if cord.host == bay.host:
            length = cord.part.packed_length_m or packed_length_m(
                asked.rows[cord.index].mass_kg, bay.bore_m, packed_density_kg_m3(None, cord=True)
            )
            items.append(("cord", cord.part.called, length))
    items += [("canopy", p.part.called, _packed_m(asked, bay, p)) for p in inside]
    packed = pack([(what, length) for _, what, length in items], bay.length_m, bay.fore_m - host.fore_m)
    return packed, tuple(kind for kind, _, _ in items)


def _packed_m(asked: Asked, bay: Bay, placed: Placed[CanopyPack]) -> float:
    cloth = packed_density_kg_m3(placed.part.material)
    return placed.part.packed_length_m or packed_length_m(asked.rows[placed.index].mass_kg, bay.bore_m, cloth)


def _rig(
    layout: Layout, cords: Sequence[Placed[Cord]], part: CanopyPack, forward_kg: float, rest_kg: float, pulled: tuple[Pulled, ...],
) -> Rig:  # fmt: skip
    if not cords:
        raise RocketryError("cord", "is missing; nothing joins nose and body. Add one at the Shape station")
    segments = [Segment(stuff=stuff_of(c.part.material), length_m=c.part.length_m) for c in cords]
    # Stiff and flameproof below, elastic above.
    segments.sort(key=lambda s: s.stuff.elastic)
    anchors = [a.part for a in layout.of(Anchor) if a.stage == 0]
    noses = [n.part for n in layout.of(NoseCone)]
    return Rig(
        canopy=part.canopy,
        segments=tuple(segments),
        nose_kg=forward_kg,
        body_kg=rest_kg,
        cloth=part.material or "ripstop",
        anchor=anchors[0].kind if anchors else "folded_patch",
        nose_base_m=(noses[0].base_diameter_m or EYE_AT_M) if noses else EYE_AT_M,
        nose_material=(noses[0].material or "polystyrene") if noses else "polystyrene",
        pulled=pulled,
    )


def _opening(openings: Sequence[Opening], event: str) -> Opening:
    """What was walked for an event; of a walk that had nothing to open, a silent one."""
    found = next((o for o in openings if o.event == event), None)
    return found or Opening(event="main", source="none", works=False, why="no_charge")


def pinned(bays: tuple[FilledBay, ...], jerk_n: float, climb: Climb, layout: Layout) -> tuple[FilledBay, ...]:
    """Bays an altimeter opens, with what pulls at their joints before: the first event's jerk on the main's among it."""
    out = []
    for bay in bays:
        jerk = 0.0
        if bay.event == "main" and len(bays) > 1:
            share = bay.rig.nose_kg / max(bays[1].rig.nose_kg, bay.rig.nose_kg)
            jerk = share * jerk_n
        vented = any(v.host == bay.bay.host for v in layout.of(VentHoles))  # of whatever use: air gets out
        pins = pins_wanted(
            bay.bay.bore_m, shut_in_pa=0.0 if vented else climb.shut_in_pa, nose_kg=bay.rig.nose_kg,
            deceleration_m_s2=climb.deceleration_m_s2, jerk_n=jerk, pin=bay.pin,
        )  # fmt: skip
        out.append(replace(bay, pins=pins) if bay.push is not None else bay)
    return tuple(out)


def rim_m(layout: Layout, bay: FilledBay) -> float:
    """From where a bay's cord is tied in to its tube's rim: an anchor in that tube, else the bay's foot. [m]"""
    in_tube = [a.fore_m for a in layout.of(Anchor) if bay.tube.fore_m <= a.fore_m <= bay.tube.aft_m]
    return max(0.0, max(in_tube, default=bay.bay.aft_m) - bay.tube.fore_m)


def wall_m(tube: Placed) -> float:
    outer, inner = getattr(tube.part, "outer_diameter_m", None) or 0.0, getattr(tube.part, "inner_diameter_m", None)
    return (outer - inner) / 2 if inner and outer > inner else 0.0005
