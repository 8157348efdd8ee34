"""A rocket's recovery as a whole: how fast it lands, whether it fits, what holds, what parts it, what is exposed."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Bay, Layout, Placed, recovery_packs
from wobbly_fin.rocketry.airframe.mass import PartMass
from wobbly_fin.rocketry.airframe.parts import Anchor, BodyTube, CanopyPack, Cord, NoseCone, VentHoles
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.recovery.canopy import Canopy, descent_rate_m_s, terminal_speed_m_s
from wobbly_fin.rocketry.recovery.chain import EYE_AT_M, PARTING_M_S, Loads, Rig, loads, parting_speed_m_s
from wobbly_fin.rocketry.recovery.cords import (
    CordSchool,
    Segment,
    at_rim,
    recommended_m,
    school_of,
    stuff_of,
    without_elastic,
    zips,
)
from wobbly_fin.rocketry.recovery.devices import PACKED_KINDS, CanopyKind
from wobbly_fin.rocketry.recovery.ejection import (
    MotorCharge,
    NoseFit,
    PinsWanted,
    Push,
    bay_volume_m3,
    motor_charge,
    nose_fit,
    pins_wanted,
    wanted,
)
from wobbly_fin.rocketry.recovery.gas_path import GasStep, gas_path
from wobbly_fin.rocketry.recovery.packing import (
    CORD_KG_M3,
    OTHER_KG_M3,
    PACKED_KG_M3,
    PROTECTIONS,
    Packed,
    pack,
    packed_length_m,
    protection_length_m,
)
from wobbly_fin.rocketry.recovery.plan import ChargeWish, Event, GroundTest, RecoveryPlan
from wobbly_fin.rocketry.recovery.sizing import breaks_fins, landing_energy_j, wanted_band
from wobbly_fin.rocketry.recovery.vents import Vent, vents_of

Opens = Literal["main", "drogue", "nothing"]
FiredBy = Literal["motor", "altimeter"]
LayerKind = Literal["wadding", "cloth", "cord", "canopy"]
# A motor charge throws a nose that comes off with a light pull; what the joint wants on top, in weights of what is thrown (our own figure).
THROWN_WEIGHTS = 5.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Moment:
    """Something opening, or the rocket only parting, at a speed through the air. `fault`: how it should not go. [m/s]"""

    name: str
    opens: Opens
    speed_m_s: float
    fault: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Case:
    """Loads at one moment, or with the elastic out of action."""

    name: str
    opens: Opens
    speed_m_s: float
    loads: Loads
    fault: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class MotorAboard:
    """The motor whose charge opens it: its case and what is left of it. [m], [kg]"""

    name: str
    case_m: float
    burnt_kg: float
    count: int = 1
    has_charge: bool = True


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
    released: bool = False

    @property
    def test_stale(self) -> bool:
        """The bay has changed by more than a twentieth since it was tested."""
        return self.test is not None and abs(self.test.volume_m3 / self.volume_m3 - 1) > 0.05


@dataclass(frozen=True, slots=True, kw_only=True)
class Recovery:
    """Everything about a rocket's recovery.

    Attributes
    ----------
    hanging_kg : float
        What lands: the rocket with its burnt-out motor. [kg]
    canopy : Canopy or None
        The main; None for a rocket that only tumbles.
    first_rate_m_s : float or None
        Under what comes before the main, in the air at the pad. [m/s]
    bays : tuple of FilledBay
        The main's first; none for what tumbles, or for blades and wings that fold outside.
    rim_m : float
        From the cord's anchor to the tube's rim: a flameproof line that ends below it leaves the elastic at the rim. [m]
    zips : bool
        A stiff thin line may cut the tube.
    """

    hanging_kg: float
    kind: CanopyKind
    canopy: Canopy | None
    drogue: Canopy | None
    rate_m_s: float
    first_rate_m_s: float | None
    band: tuple[float, float]
    energy_j: float
    breaks_fins: bool
    bays: tuple[FilledBay, ...]
    cases: tuple[Case, ...]
    cord_m: float
    cord_wants_m: tuple[float, float]
    cord_school: CordSchool
    proof_m: float
    rim_m: float
    zips: bool
    vents: tuple[Vent, ...]
    plan: RecoveryPlan

    @property
    def gentle(self) -> bool:
        """Slower than people aim at, by more than rounding."""
        return self.rate_m_s < 0.97 * self.band[0]

    @property
    def worst(self) -> Case | None:
        """The case with the weakest link."""
        return min(self.cases, key=lambda c: c.loads.weakest.safety, default=None)

    @property
    def main_bay(self) -> FilledBay | None:
        """Where the main lies."""
        return self.bays[0] if self.bays else None

    @property
    def exposed(self) -> tuple[GasStep, ...]:
        """What on the way of the gas wants a word, in every bay."""
        return tuple(s for b in self.bays for s in b.gas if s.code)


def recover(
    layout: Layout,
    rows: Sequence[PartMass],
    *,
    density_kg_m3: float,
    plan: RecoveryPlan,
    moments: Sequence[Moment] = (),
    motor: MotorAboard | None = None,
    climb: Climb | None = None,
) -> Recovery:
    """Put the questions of recovery to the first stage.

    Parameters
    ----------
    moments : sequence of Moment
        When what opens, and how fast it goes then: in time, early, late.

    Raises
    ------
    RocketryError
        For a rocket with nothing to come down under, or a canopy without a cord, or one that lies nowhere.
    """
    dry = sum(r.mass_kg for r in rows if r.stage == 0)
    hanging = dry + (motor.burnt_kg if motor else 0.0)
    tumbling = tumble_drag_area_m2(layout, 0)
    packs = recovery_packs(layout)
    sequence = plan.sequence
    if sequence.first == "tumble_only" or not packs:
        if sequence.first != "tumble_only":
            raise RocketryError(
                "canopy", "is missing: nothing to come down under. Add one at the Shape station, or let it tumble"
            )
        return _falling(layout, plan, hanging, "tumble", None, terminal_speed_m_s(hanging, tumbling, density_kg_m3))
    canopy = packs[0][1].canopy
    rate = descent_rate_m_s(hanging, canopy, density_kg_m3)
    if canopy.kind not in PACKED_KINDS:
        return _falling(layout, plan, hanging, canopy.kind, canopy, rate)
    drogue = _drogue(packs, sequence.drogue) if sequence.first == "drogue" else None
    bays = _bays(_Asked(layout, rows, plan, hanging, motor), packs[:2] if drogue is not None else packs[:1])
    cases = _cases(bays, canopy, drogue, density_kg_m3, moments)
    bays = _pinned(bays, cases, climb or Climb(), layout)
    main = bays[0]
    school, wall, tube = school_of(main.rig.segments), _wall_m(main.tube), main.tube.part
    rim = _rim_m(layout, main)
    first_area = drogue.drag_area_m2 if drogue is not None else tumbling
    return Recovery(
        hanging_kg=hanging,
        kind=canopy.kind,
        canopy=canopy,
        drogue=drogue,
        rate_m_s=rate,
        first_rate_m_s=terminal_speed_m_s(hanging, first_area, density_kg_m3) if sequence.two_events else None,
        band=wanted_band(hanging, canopy.kind),
        energy_j=landing_energy_j(hanging, rate),
        breaks_fins=breaks_fins(hanging, rate),
        bays=bays,
        cases=cases,
        cord_m=sum(s.length_m for s in main.rig.segments),
        cord_wants_m=recommended_m(layout.length_m, hanging, school),
        cord_school=school,
        proof_m=sum(s.length_m for s in main.rig.segments if s.stuff.flameproof),
        rim_m=rim,
        zips=bool(cases)
        and zips(at_rim(main.rig.segments, rim), max(c.loads.taut_n for c in cases if not c.fault), wall, tube.material or ""),
        vents=vents_of(layout, altimeter=sequence.at_apogee),
        plan=plan,
    )


def _falling(
    layout: Layout, plan: RecoveryPlan, hanging_kg: float, kind: CanopyKind, canopy: Canopy | None, rate: float
) -> Recovery:
    """Something that packs nothing: it tumbles, spins or glides down."""
    return Recovery(
        hanging_kg=hanging_kg, kind=kind, canopy=canopy, drogue=None, rate_m_s=rate, first_rate_m_s=None,
        band=wanted_band(hanging_kg, kind), energy_j=landing_energy_j(hanging_kg, rate), breaks_fins=breaks_fins(hanging_kg, rate),
        bays=(), cases=(), cord_m=0.0, cord_wants_m=(0.0, 0.0), cord_school="other", proof_m=0.0, rim_m=0.0, zips=False,
        vents=vents_of(layout, altimeter=False), plan=plan,
    )  # fmt: skip


def _drogue(packs: Sequence[tuple[Placed, CanopyPack]], told: Canopy | None) -> Canopy | None:
    """The smaller canopy aboard, or one only told of."""
    return packs[1][1].canopy if len(packs) > 1 else told


@dataclass(frozen=True, slots=True)
class _Asked:
    layout: Layout
    rows: Sequence[PartMass]
    plan: RecoveryPlan
    hanging_kg: float
    motor: MotorAboard | None


def _bays(asked: _Asked, packs: Sequence[tuple[Placed, CanopyPack]]) -> tuple[FilledBay, ...]:
    """The main's bay, and the drogue's where that is another."""
    hosts: dict[int, list[tuple[Placed, CanopyPack]]] = {}
    for placed, part in packs:
        if placed.host is None:
            raise RocketryError("canopy", "lies nowhere: put it into a tube at the Shape station")
        hosts.setdefault(placed.host, []).append((placed, part))
    apart = len(hosts) > 1
    return tuple(
        _bay(asked, host, inside, "main" if n == 0 else "first", opens_first=n == 1 or not apart)
        for n, (host, inside) in enumerate(hosts.items())
    )


def _bay(
    asked: _Asked, number: int, inside: Sequence[tuple[Placed, CanopyPack]], event: Event, *, opens_first: bool
) -> FilledBay:
    layout, plan, sequence = asked.layout, asked.plan, asked.plan.sequence
    host = layout.placed[number]
    bay = layout.bay_of(number)
    if bay.length_m <= 0 or not isinstance(host.part, BodyTube):
        raise RocketryError("canopy", f"lies in {host.part.called}, which has no room for it")
    cords = [c for c in layout.of(Cord) if c.host == number] or [c for c in layout.of(Cord) if c.stage == 0]
    forward = sum(r.mass_kg for r in asked.rows if r.stage == 0 and r.cg_m < bay.fore_m) or 0.01 * asked.hanging_kg
    rest = max(asked.hanging_kg - forward, 1e-3)
    rig = _rig(layout, cords, inside[0][1], forward, rest)
    by_altimeter = sequence.at_apogee or not opens_first
    volume, nose = bay_volume_m3(bay.bore_m, bay.length_m), nose_fit(rest)
    wish = plan.main if event == "main" else plan.first
    friction = nose.least_n * 1.5 if wish.friction_n is None else wish.friction_n
    push, own = None, None
    parting = PARTING_M_S
    if by_altimeter:
        push = wanted(bay.bore_m, volume, force_n=wish.throw_n, pins=wish.pins, pin=wish.pin, friction_n=friction)
        parting = parting_speed_m_s(wish.throw_n, bay.fore_m - host.fore_m, forward, rest) or PARTING_M_S
    if opens_first and asked.motor is not None and asked.motor.has_charge:
        joint = friction + THROWN_WEIGHTS * STANDARD_GRAVITY_M_S2 * forward
        own = motor_charge(asked.motor.case_m, bay.bore_m, volume, joint, told_kg=plan.motor_charge_kg, motors=asked.motor.count)
    charge = own.charge_kg if own is not None and not by_altimeter else push.charge_kg if push is not None else 0.0
    shield = protection_length_m(plan.protection, bay.bore_m, charge)
    packed, kinds = _filled(asked, bay, host, cords, inside, shield)
    return FilledBay(
        event=event, bay=bay, tube=host, packed=packed, kinds=kinds, main_length_m=_packed_m(asked, bay, *inside[0]), rig=rig,
        fired_by="altimeter" if by_altimeter else "motor", parting_m_s=parting, volume_m3=volume, wish=wish, push=push, motor=own,
        pins=None, nose=nose, test=plan.last_test(event), released=sequence.two_events and opens_first and event == "main",
        gas=gas_path(
            layout, bay, protection=plan.protection, wadding=plan.wadding, protection_m=shield, by_motor=not by_altimeter
        ),
    )  # fmt: skip


def _filled(
    asked: _Asked, bay: Bay, host: Placed, cords: Sequence[Placed], inside: Sequence[tuple[Placed, CanopyPack]], shield_m: float
) -> tuple[Packed, tuple[LayerKind, ...]]:
    """The bay, bottom to top: protection, cords, canopies. A packed length that was measured beats what is reckoned."""
    protection = asked.plan.protection
    items: list[tuple[LayerKind, str, float]] = []
    if protection != "none":
        items.append(("cloth" if protection == "cloth" else "wadding", PROTECTIONS[protection], shield_m))
    for cord in cords:
        if isinstance(cord.part, Cord) and cord.host == bay.host:
            length = cord.part.packed_length_m or packed_length_m(asked.rows[cord.index].mass_kg, bay.bore_m, CORD_KG_M3)
            items.append(("cord", cord.part.called, length))
    items += [("canopy", part.called, _packed_m(asked, bay, placed, part)) for placed, part in inside]
    packed = pack([(what, length) for _, what, length in items], bay.length_m, bay.fore_m - host.fore_m)
    return packed, tuple(kind for kind, _, _ in items)


def _packed_m(asked: _Asked, bay: Bay, placed: Placed, part: CanopyPack) -> float:
    cloth = PACKED_KG_M3.get(part.material or "", OTHER_KG_M3)
    return part.packed_length_m or packed_length_m(asked.rows[placed.index].mass_kg, bay.bore_m, cloth)


def _rig(layout: Layout, cords: Sequence[Placed], part: CanopyPack, forward_kg: float, rest_kg: float) -> Rig:
    if not cords:
        raise RocketryError("cord", "is missing: nothing joins nose and body. Add one at the Shape station")
    segments = [Segment(stuff=stuff_of(c.part.material), length_m=c.part.length_m) for c in cords if isinstance(c.part, Cord)]
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
        anchor=anchors[0].kind if anchors and isinstance(anchors[0], Anchor) else "folded_patch",
        nose_base_m=(noses[0].base_diameter_m or EYE_AT_M) if noses and isinstance(noses[0], NoseCone) else EYE_AT_M,
        nose_material=(noses[0].material or "polystyrene") if noses else "polystyrene",
    )


def _cases(
    bays: Sequence[FilledBay], main: Canopy, drogue: Canopy | None, density_kg_m3: float, moments: Sequence[Moment]
) -> tuple[Case, ...]:
    """Every moment; and the worst of them again with the elastic out of action, where there is any."""
    cases = []
    for m in moments:
        bay = bays[0] if m.opens == "main" else bays[-1]
        canopy = main if m.opens == "main" else drogue if m.opens == "drogue" else None
        rig = replace(bay.rig, canopy=canopy)
        # A main that a release lets open is not thrown apart a second time.
        parting = 0.0 if m.opens == "main" and bay.released else bay.parting_m_s
        found = loads(rig, density_kg_m3, m.speed_m_s, parting)
        cases.append(Case(name=m.name, opens=m.opens, speed_m_s=m.speed_m_s, loads=found, fault=m.fault))
    rig = bays[0].rig
    stiff = without_elastic(rig.segments)
    if moments and len(stiff) < len(rig.segments):
        # Elastic alone, knotted short: a tenth of it is left to stretch.
        left = stiff or tuple(replace(s, length_m=0.1 * s.length_m) for s in rig.segments)
        first = moments[0]
        knotted = replace(rig, segments=left, canopy=main if first.opens == "main" else None)
        found = loads(knotted, density_kg_m3, first.speed_m_s, bays[0].parting_m_s)
        cases.append(Case(name="Its elastic knotted", opens=first.opens, speed_m_s=first.speed_m_s, loads=found, fault=True))
    return tuple(cases)


def _pinned(bays: tuple[FilledBay, ...], cases: Sequence[Case], climb: Climb, layout: Layout) -> tuple[FilledBay, ...]:
    """Bays an altimeter opens, with what pulls at their joints before: the first event's jerk on the main's among it."""
    out = []
    for bay in bays:
        jerk = 0.0
        if bay.event == "main" and len(bays) > 1:
            share = bay.rig.nose_kg / max(bays[1].rig.nose_kg, bay.rig.nose_kg)
            jerk = share * max((c.loads.taut_n for c in cases if not c.fault), default=0.0)
        vented = any(v.host == bay.bay.host for v in layout.of(VentHoles))
        pins = pins_wanted(
            bay.bay.bore_m, shut_in_pa=0.0 if vented else climb.shut_in_pa, nose_kg=bay.rig.nose_kg,
            deceleration_m_s2=climb.deceleration_m_s2, jerk_n=jerk, pin=bay.wish.pin,
        )  # fmt: skip
        out.append(replace(bay, pins=pins) if bay.push is not None else bay)
    return tuple(out)


def _rim_m(layout: Layout, bay: FilledBay) -> float:
    """From where a bay's cord is tied in to its tube's rim: an anchor in that tube, else the bay's foot. [m]"""
    in_tube = [a.fore_m for a in layout.of(Anchor) if bay.tube.fore_m <= a.fore_m <= bay.tube.aft_m]
    return max(0.0, max(in_tube, default=bay.bay.aft_m) - bay.tube.fore_m)


def _wall_m(tube: Placed) -> float:
    outer, inner = getattr(tube.part, "outer_diameter_m", None) or 0.0, getattr(tube.part, "inner_diameter_m", None)
    return (outer - inner) / 2 if inner and outer > inner else 0.0005
