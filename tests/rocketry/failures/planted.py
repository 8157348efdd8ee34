"""Failures planted in flights by a loop of its own, logged by the second generator's sensor: the cause is known, the product knows the plan.

Written before anything ranked them by flying them. Nothing of the product's physics is used for what happened, only for what was planned.
"""

import functools
import math
from dataclasses import dataclass, field

import numpy as np

from tests.rocketry.altimetry.second_generator import DT, G, Told, _curve, _logged
from wobbly_fin.rocketry.flight.vehicle import Opening, Stretch, Vehicle, burn_of
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor

Y, N = True, False
AIR_KG_M3 = 1.225


@dataclass(frozen=True, kw_only=True)
class Plan:
    """A rocket as planned: mass [kg], mean push over weight and burn [m/s², s], drag per metre, delay after burnout or an altimeter, rates [m/s]."""

    mass_kg: float = 0.2
    push: float = 80.0
    burn_s: float = 1.2
    drag_per_m: float = 0.0022
    late_s: float = 0.4
    altimeter: bool = False
    rate: float = 5.0
    drogue: float | None = None
    main_m: float = 90.0
    tumbles_at: float = 15.0
    motors: int = 1


LIGHT = Plan(mass_kg=0.09, push=70.0, burn_s=0.8, drag_per_m=0.0031, rate=4.2, tumbles_at=11.0)
SPORT = Plan(mass_kg=0.6, push=85.0, burn_s=1.6, drag_per_m=0.0016, rate=5.4, tumbles_at=17.0)
TWICE = Plan(mass_kg=2.4, push=75.0, burn_s=2.4, drag_per_m=0.0009, altimeter=True, rate=5.2, drogue=20.0, tumbles_at=24.0)
FOUR = Plan(mass_kg=0.9, push=60.0, burn_s=1.1, drag_per_m=0.0014, rate=5.0, tumbles_at=16.0, motors=4)


@dataclass(frozen=True, kw_only=True)
class Fault:
    """What really happened: share of the push and of the burn, drag times, lean from the pad; when it opened after the top (None: as planned,
    infinite: never), how fast it then fell over what was planned, whether the main came with the first, or never."""

    push: float = 1.0
    burn: float = 1.0
    drag: float = 1.0
    lean_deg: float = 3.0
    opens_s: float | None = None
    at_burnout: bool = False
    rate: float = 1.0
    falls_at: float | None = None
    main: str = "planned"


@dataclass(frozen=True, kw_only=True)
class Planted:
    story: str
    plan: Plan
    fault: Fault
    cause: str
    evidence: dict[str, bool] = field(default_factory=dict)


NEVER = math.inf
PLANTED = [
    Planted(story="slit tube, the charge came four seconds late", plan=SPORT, fault=Fault(opens_s=4.2), cause="bad_delay", evidence={"tube_cut": N, "popped": Y, "delay_long": N, "delay_short": N}),
    Planted(story="popped on the way up", plan=LIGHT, fault=Fault(opens_s=-2.0), cause="bad_delay", evidence={"popped": Y, "nose_off_early": N, "delay_short": N, "delay_long": N}),
    Planted(story="in like a dart, silent", plan=LIGHT, fault=Fault(opens_s=NEVER), cause="charge_failed", evidence={"popped": N, "altimeter_fires": N, "no_charge_made": N}),
    Planted(story="silent altimeter, buried", plan=TWICE, fault=Fault(opens_s=NEVER), cause="altimeter_silent", evidence={"popped": N, "altimeter_fires": Y, "switched_on": Y, "two_openings": Y}),
    Planted(story="nobody armed it", plan=TWICE, fault=Fault(opens_s=NEVER), cause="altimeter_off", evidence={"altimeter_fires": Y, "switched_on": N, "two_openings": Y}),
    Planted(story="both canopies from the top", plan=TWICE, fault=Fault(main="with_first"), cause="main_at_top", evidence={"two_openings": Y, "altimeter_fires": Y}),
    Planted(story="both out, nobody near enough to see", plan=TWICE, fault=Fault(main="with_first", push=0.97, drag=1.08), cause="main_at_top", evidence={"two_openings": Y, "altimeter_fires": Y, "outside": Y}),
    Planted(story="drogue to the ground", plan=TWICE, fault=Fault(main="never"), cause="main_never", evidence={"two_openings": Y, "altimeter_fires": Y}),
    Planted(story="drogue to the ground, weak motor", plan=TWICE, fault=Fault(main="never", push=0.93), cause="main_never", evidence={"two_openings": Y, "altimeter_fires": Y, "seen_down": N}),
    Planted(story="apart at burnout", plan=SPORT, fault=Fault(at_burnout=True), cause="drag_separation", evidence={"altimeter_fires": N, "two_openings": N, "popped": Y}),
    Planted(story="apart at burnout, loose nose", plan=LIGHT, fault=Fault(at_burnout=True), cause="drag_separation", evidence={"nose_tight": N, "two_openings": N, "altimeter_fires": N}),
    Planted(story="altimeter fooled by a gust in mid-coast", plan=TWICE, fault=Fault(opens_s=-4.0), cause="altimeter_early", evidence={"altimeter_fires": Y, "two_openings": Y, "switched_on": Y}),
    Planted(story="altimeter fired two seconds early", plan=TWICE, fault=Fault(opens_s=-2.2), cause="altimeter_early", evidence={"altimeter_fires": Y, "two_openings": Y}),
    Planted(story="one of four unlit", plan=FOUR, fault=Fault(push=0.75, lean_deg=10.0), cause="part_cluster", evidence={"cluster_or_stage": Y, "altimeter_fires": N}),
    Planted(story="two of four unlit", plan=FOUR, fault=Fault(push=0.5, lean_deg=12.0), cause="part_cluster", evidence={"cluster_or_stage": Y, "straight": N, "altimeter_fires": N}),
    Planted(story="burst at a third of the burn", plan=SPORT, fault=Fault(burn=0.35), cause="case_burst", evidence={"flame_sideways": Y}),
    Planted(story="thrust ended half way, mount pushed forward", plan=SPORT, fault=Fault(burn=0.55), cause="mount_broke", evidence={"mount_loose": Y, "flame_sideways": N}),
    Planted(story="coned all the way", plan=LIGHT, fault=Fault(drag=5.0, lean_deg=8.0), cause="unstable", evidence={"corkscrewed": Y, "straight": N}),
    Planted(story="coned, only the log and a lighter tail than thought", plan=SPORT, fault=Fault(drag=4.0, lean_deg=10.0), cause="unstable", evidence={"margin_low": Y, "straight": N, "fin_left": N}),
    Planted(story="a fin came off, the rest wobbled", plan=SPORT, fault=Fault(drag=3.0, lean_deg=12.0), cause="fin_joint", evidence={"fin_left": Y, "joint_bare": Y}),
    Planted(story="bent over into the wind", plan=LIGHT, fault=Fault(lean_deg=48.0), cause="weathercock", evidence={"windy": Y, "into_wind": Y, "margin_high": Y, "rod_slow": N}),
    Planted(story="crawled off the rod and leant", plan=FOUR, fault=Fault(lean_deg=40.0), cause="rod_too_slow", evidence={"windy": Y, "rod_slow": Y, "into_wind": Y, "cluster_or_stage": Y, "one_did_not_light": N}),
    Planted(story="lines in a plait", plan=SPORT, fault=Fault(rate=2.4), cause="tangled", evidence={"tangled": Y, "canopy_out": Y}),
    Planted(story="half a canopy of melted film", plan=LIGHT, fault=Fault(rate=1.8), cause="melted", evidence={"melted": Y}),
    Planted(story="torn on opening late", plan=SPORT, fault=Fault(opens_s=3.0, rate=2.2), cause="stripped", evidence={"torn": Y, "fast_opening": Y, "delay_long": N}),
    Planted(story="nose off, pack jammed, fell turning", plan=SPORT, fault=Fault(falls_at=17.0), cause="packed_tight", evidence={"nose_off": Y, "canopy_out": N, "packed_tight": Y}),
    Planted(story="motor blown out, came in straight", plan=LIGHT, fault=Fault(opens_s=NEVER), cause="retention", evidence={"motor_in": N}),
    Planted(story="nose would not come, charge heard", plan=SPORT, fault=Fault(opens_s=NEVER), cause="nose_stuck", evidence={"popped": Y, "nose_off": N, "nose_tight": Y, "motor_in": Y}),
    Planted(story="as planned, on a car park", plan=SPORT, fault=Fault(), cause="hard_ground", evidence={"hit_hard_ground": Y, "canopy_open": Y}),
    Planted(story="as planned, off the field", plan=LIGHT, fault=Fault(), cause="drifted", evidence={"outside": Y, "windy": Y}),
    Planted(story="cord parted, the half with the logger fell", plan=SPORT, fault=Fault(falls_at=19.0), cause="cord_parted", evidence={"cord_whole": N, "cord_burnt": N}),
    Planted(story="wound about the fins", plan=LIGHT, fault=Fault(rate=2.2), cause="round_fins", evidence={"round_fins": Y, "canopy_out": Y}),
]  # fmt: skip


def planned(plan: Plan) -> tuple[Vehicle, float | None]:
    """The product's own value of the plan."""
    rng = np.random.default_rng(3)
    t, a = _curve(rng, plan.burn_s, plan.push)
    propellant = 0.02 * plan.mass_kg
    motor = Motor(
        label="C6", diameter_m=0.024, length_m=0.07, total_mass_kg=propellant, propellant_mass_kg=propellant,
        curve=ThrustCurve(times_s=tuple(t.tolist()), thrust_n=tuple((a * plan.mass_kg).tolist())),
    )  # fmt: skip
    dry = plan.mass_kg - propellant / 2
    area = 2 * plan.drag_per_m * dry / AIR_KG_M3

    def hung(rate: float) -> float:
        return 2 * dry * G / (AIR_KG_M3 * rate**2)

    openings = (Opening(drag_area_m2=hung(plan.rate)),)
    if plan.drogue is not None:
        openings = (Opening(drag_area_m2=hung(plan.drogue), until_height_m=plan.main_m), *openings)
    stretch = Stretch(burn=burn_of([(motor, 0.0, 0.0)]), dry_kg=dry, drag_area_m2=area)
    vehicle = Vehicle(stretches=(stretch,), liftoff_mass_kg=dry + propellant, openings=openings, at_apogee=plan.altimeter)
    return vehicle, None if plan.altimeter else _planned_opening_s(plan) - plan.burn_s


def logged(planted: Planted, seed: int) -> Told:
    """What the second generator's sensor makes of it."""
    rng = np.random.default_rng(seed)
    t, h, v, m = flown(planted.plan, planted.fault, rng)
    return _logged(rng, seed, "dart" if "ejection" not in m else "one", t, h, v, m)


def flown(
    plan: Plan, fault: Fault, rng: np.random.Generator | None = None
) -> tuple[np.ndarray, np.ndarray, np.ndarray, dict[str, float]]:
    """Time, height, climb [s, m, m/s] and the moments of a leaning flight in a plane."""
    burn = plan.burn_s
    t_curve, a_curve = _curve(np.random.default_rng(3), burn, plan.push)
    off = {"push": float(rng.normal(1.0, 0.02)), "drag": float(rng.normal(1.0, 0.06))} if rng else {"push": 1.0, "drag": 1.0}
    lean = math.radians(fault.lean_deg)
    t = h = x = vh = vx = 0.0
    moments = {"burnout": burn * fault.burn}
    rows = [(0.0, 0.0, 0.0)]
    opened = main = math.inf
    delay = None if plan.altimeter or fault.at_burnout or fault.opens_s is not None else plan.late_s
    planned_s = _planned_opening_s(plan) if delay is not None else math.inf
    while True:
        speed = math.hypot(vh, vx)
        thin = math.exp(-h / 9000)
        k = plan.drag_per_m * fault.drag * off["drag"] * thin
        if t >= opened:
            k = max(k, G / _rate(plan, fault, t >= main) ** 2 * thin * min(1.0, (t - opened + DT) / 0.25) ** 2)
        push = float(np.interp(t, t_curve, a_curve, right=0.0)) * fault.push * off["push"] if t < burn * fault.burn else 0.0
        along = (math.cos(lean), math.sin(lean)) if speed < 3 else (vh / speed, vx / speed)
        held = h <= 0 and push * along[0] < G and t < burn
        divide = 1 + k * speed * DT
        vh = 0.0 if held else (vh + (push * along[0] - G) * DT) / divide
        vx = 0.0 if held else (vx + push * along[1] * DT) / divide
        h, x, t = h + vh * DT, x + vx * DT, t + DT
        rows.append((t, h, vh))
        if "apogee" not in moments and vh <= 0 and t > burn * fault.burn and h > 1:
            moments["apogee"], moments["height"] = t, h
        if opened == math.inf and _opens(plan, fault, t, vh, moments, planned_s):
            opened = moments["ejection"] = t
            moments["opened_at"] = h
        low = plan.drogue is not None and h < plan.main_m and vh < 0 and fault.main == "planned"
        if opened < math.inf and main == math.inf and (low or fault.main == "with_first"):
            main = t
        if h <= 0 and t > max(burn * fault.burn, 0.3) and vh < 0:
            moments["landing"], moments["impact"] = t, -vh
            break
    moments.setdefault("apogee", t)
    moments["height"] = max(r[1] for r in rows)
    moments["rate"] = _rate(plan, fault, main < math.inf)
    moments["top_speed"] = max(r[2] for r in rows)
    out = np.array(rows)
    return out[:, 0], out[:, 1], out[:, 2], moments


def _opens(plan: Plan, fault: Fault, t: float, vh: float, moments: dict[str, float], planned_s: float) -> bool:
    if fault.at_burnout:
        return t >= plan.burn_s + 0.05
    if fault.opens_s is None:
        return "apogee" in moments if plan.altimeter else t >= planned_s
    if fault.opens_s < 0:
        return t > plan.burn_s * fault.burn and (vh + G * fault.opens_s <= 0)
    return "apogee" in moments and t >= moments["apogee"] + fault.opens_s


@functools.cache
def _planned_opening_s(plan: Plan) -> float:
    """When the delay planned burns through: it does not know what the flight became."""
    m = flown(plan, Fault(lean_deg=0.0, opens_s=NEVER))[3]
    return m["apogee"] + plan.late_s


def _rate(plan: Plan, fault: Fault, main: bool) -> float:
    if fault.falls_at is not None:
        return fault.falls_at
    if plan.drogue is None or main:
        return plan.rate * fault.rate
    return plan.drogue
