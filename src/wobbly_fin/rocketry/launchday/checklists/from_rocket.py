"""A rocket as it is loaded, read off its airframe, its recovery plan and the motor chosen."""

from collections.abc import Mapping
from types import MappingProxyType

from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import Baffle, Device, DisplayPart, RailButton, Retainer, VentHoles
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.canopies.packing import tissue_sheets
from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.choosing.nearest import step_sentence
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.choosing.situation import Payload
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.launchday.checklists.loadout import DeviceLoad, Loadout, MotorLoad
from wobbly_fin.rocketry.launchday.checklists.order import DEFAULT, Order
from wobbly_fin.rocketry.launchday.checklists.own import OwnLine
from wobbly_fin.rocketry.launchday.explain import stand_off_words
from wobbly_fin.rocketry.launchday.judge import Ruling
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.assembly_card import AssemblyCard
from wobbly_fin.rocketry.motors.motor import TOUCHING_M, Motor
from wobbly_fin.rocketry.recovery.card import BLOWN_BORE_M
from wobbly_fin.rocketry.recovery.closures import closures_of
from wobbly_fin.rocketry.recovery.plan import RecoveryPlan
from wobbly_fin.rocketry.recovery.vents import is_gas_vent
from wobbly_fin.rocketry.recovery.wadding import what_it_is
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital

_KINDS = {"streamer": "streamer", "helicopter": "blades", "glide": "wing"}


def loadout_of(
    name: str,
    rocket: Rocket,
    ruling: Ruling,
    *,
    layout: Layout | None = None,
    plan: RecoveryPlan | None = None,
    bore_m: float | None = None,
    payload: Payload | None = None,
    wind_limit_m_s: float = 9.0,
    order: Order = DEFAULT,
    temperature_c: float | None = None,
    cards: Mapping[str, AssemblyCard] = MappingProxyType({}),
    lessons: tuple[str, ...] = (),
    own: tuple[OwnLine, ...] = (),
    units: UnitChoice = METRIC,
) -> Loadout:
    """The loadout of one line of the manifest.

    Parameters
    ----------
    layout : Layout or None
        None for a quick rocket, of which only motor and canopy are known.
    bore_m : float or None
        Of the tube the canopy lies in. [m]
    temperature_c : float or None
        As read at the field. [°C]
    cards : mapping of str to AssemblyCard
        What is told of how motors are put together, by their keys.
    """
    plan = plan or RecoveryPlan()
    devices = () if layout is None else tuple(_device(layout, p) for p in layout.of(Device))
    unnamed = 0 if layout is None else sum(p.part.TYPE != Device.TYPE for p in layout.working("altimeter"))
    named = sum(d.role == "altimeter" for d in devices)
    sequence = plan.sequence
    fires = bool(unnamed + named) and (sequence.at_apogee or sequence.first == "drogue")
    altimeters = max(2 - named, unnamed) if fires and sequence.first == "drogue" else unnamed
    canopy = rocket.canopy
    kind = "tumble" if sequence.first == "tumble_only" or canopy is None else _KINDS.get(canopy.kind, "canopy")
    two_bays = sequence.first == "drogue"
    bore = bore_m or rocket.diameter_m
    height = show(sequence.main_height_m, "height", units) if sequence.main_height_m is not None else ""
    screens = [] if layout is None else layout.of(Baffle)
    return Loadout(
        rocket=name,
        motors=_motors(ruling.candidate, layout, cards),
        guide="rail" if layout is not None and layout.of(RailButton) else "rod",
        recovery=kind,  # type: ignore[arg-type]
        protection=plan.protection,
        sheets=tissue_sheets(bore),
        release=sequence.first == "tumble",
        drogue=two_bays,
        main_height=height,
        pins=_pins(layout) if fires and layout is not None else 0,
        altimeters=altimeters,
        fires=fires,
        devices=devices,
        baffle=any(not b.part.SLIDES for b in screens),
        piston=any(b.part.SLIDES for b in screens),
        payload=say("payload-aboard") if payload is not None else "",
        high_power=ruling.high_power,
        stand_off=stand_off_words(ruling, units),
        wind_limit=show(wind_limit_m_s, "speed", units),
        delay=ruling.candidate.label,
        gap_staged=_gap_staged(rocket, ruling.candidate),
        display_parts=layout is not None and bool(layout.of(DisplayPart)),
        blow_test=kind in ("canopy", "streamer") and bore <= BLOWN_BORE_M and not fires,
        vents=0 if layout is None else sum(v.part.count for v in layout.of(VentHoles) if not is_gas_vent(layout, v)),
        changes=lessons,
        wadding=plan.wadding if what_it_is(plan.wadding) == "unknown" else "",
        unknowns=tuple((t.name, f"{trial_sentence(t, units)}.") for t in ruling.open),
        change=_at_the_pad(ruling, units),
        temperature_c=temperature_c,
        order=order,
        own=own,
    )  # fmt: skip


# Changes made by hand at the pad; any other is another plan, and is made there.
_BY_HAND = ("tilt", "rod_length")


def _at_the_pad(ruling: Ruling, units: UnitChoice) -> str:
    """The change with which it goes, where hands at the pad make it; empty otherwise."""
    steps = ruling.change.steps if ruling.verdict == "go_with" and ruling.change is not None else ()
    if not steps or any(s.kind not in _BY_HAND for s in steps):
        return ""
    return " ".join(capital(step_sentence(s, units)) for s in steps)


def _device(layout: Layout, placed: Placed[Device]) -> DeviceLoad:
    part = placed.part
    return DeviceLoad(
        name=part.called, role=part.works_as, where="" if part.outside else layout.host_of(placed).part.called, battery=part.battery,
        switched_on=part.switched_on, ready=part.ready, after_landing=part.after_landing, switch=part.switch,
        deep_m=0.0 if part.outside else _deep_m(layout, placed),
    )  # fmt: skip


def _deep_m(layout: Layout, placed: Placed) -> float:
    """How far from the nearest end of its tube that comes apart; of one that never does, from its nearer end. [m]"""
    host = layout.host_of(placed)
    mouths = [c.station_m for c in closures_of(layout, placed.stage) if host.index in (c.fore, c.aft, c.part) and not c.fixed]
    middle = (placed.fore_m + placed.aft_m) / 2
    return min(abs(middle - m) for m in mouths or (host.fore_m, host.aft_m))


def _pins(layout: Layout) -> int:
    """Shear pins at all joints that part in flight."""
    return sum(c.count for c in closures_of(layout) if c.kind == "pinned")


def _motors(candidate: Candidate, layout: Layout | None, cards: Mapping[str, AssemblyCard]) -> tuple[MotorLoad, ...]:
    stages = [(candidate.motor, candidate.motors, candidate.delay_s)]
    stages += [
        (m, n, None) for m, n in zip(candidate.boosters, candidate.boosters_each or (1,) * len(candidate.boosters), strict=True)
    ]
    return tuple(
        _load(motor, count, delay, _retention(layout, n), cards.get(motor.key)) for n, (motor, count, delay) in enumerate(stages)
    )


def _load(motor: Motor, count: int, delay_s: float | None, retention: str, card: AssemblyCard | None) -> MotorLoad:
    return MotorLoad(
        label=motor.label_with(delay_s) if motor.kind == "single" else motor.name,
        count=count,
        reload=motor.case == "reload",
        has_charge=motor.kind == "single",
        shorten_s=0.0 if delay_s is None else motor.shortened_by_s(delay_s),
        retention=retention,
        card=card,
    )


def _gap_staged(rocket: Rocket, candidate: Candidate) -> bool:
    if not isinstance(rocket, RigidRocket) or not candidate.boosters:
        return False
    return any(gap > TOUCHING_M for gap in rocket.with_changed(boosters=candidate.boosters).gaps_m(candidate.motor))


def _retention(layout: Layout | None, stage: int) -> str:
    if layout is None:
        return ""
    return next((p.part.kind for p in layout.of(Retainer) if p.stage == stage), "")
