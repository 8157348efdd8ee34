"""Designs sought for a wish: tube by tube and motor by motor, each sized by its balance and flown, the best that are judged fit kept."""

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.solve import NoSolutionError, solve_fin
from wobbly_fin.rocketry.choosing.pick import Candidate, judge, judge_delays
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.sketch import Sketch, Tube, body_tubes, mount_tube
from wobbly_fin.rocketry.proposing.wish import Wish

Configure = Callable[[Airframe], Configuration]
_CD = 0.75  # of a flat canopy
_STRETCHES = (0.0, 3.0, 7.0)
_MOST_TUBES, _MOST_JUDGED = 4, 60
_SHARES = (0.4, 0.85)  # how far up its window the margin is put
_PASSES = 3  # in which fins, canopy and balance come to terms


@dataclass(frozen=True, slots=True, kw_only=True)
class Design:
    """A rocket that meets the wish, as judged."""

    sketch: Sketch
    airframe: Airframe
    candidate: Candidate


@dataclass(slots=True)
class Nearest:
    """How near anything came, for the words where nothing fits."""

    highest_m: float = 0.0
    lowest_m: float = math.inf
    fitting: int = 0
    failed: str = ""

    def saw(self, apogee_m: float) -> None:
        self.highest_m, self.lowest_m = max(self.highest_m, apogee_m), min(self.lowest_m, apogee_m)


def propose(
    wish: Wish, motors: Sequence[Motor], situation: Situation, configure: Configure, rules: Rules, count: int
) -> tuple[list[Design], Nearest]:
    """Designs that meet a wish, different from one another, best first; and how near the rest came.

    Parameters
    ----------
    motors : sequence of Motor
        The box they fly from.
    configure : callable
        Makes a rocket of an airframe, as it would be kept.
    """
    nearest = Nearest()
    mount = mount_tube(wish.mount_diameter_m)
    shelf = [m for m in motors if abs(m.diameter_m - wish.mount_diameter_m) < 0.0015 and m.kind == "single" and m.delays_s]
    if wish.motor is not None:
        shelf = [m for m in shelf if m.name == wish.motor.partition("-")[0] or m.label == wish.motor]
    nearest.fitting = len(shelf)
    found: list[Design] = []
    tried = 0
    for sketch, motor in _sketches(wish, mount, shelf, nearest):
        if tried >= _MOST_JUDGED or _enough(found, count):
            break
        tried += 1
        try:
            design = _sized(sketch, motor, wish, situation, configure, rules, nearest)
        except RocketryError:
            continue
        if design is not None:
            found.append(design)
    return _different(found, count), nearest


def _enough(found: Sequence[Design], count: int) -> bool:
    good = [d for d in found if d.candidate.settled == "good"]
    return len(_different(good, count)) >= count


def _different(found: Sequence[Design], count: int) -> list[Design]:
    """Best first: good before marginal, then least impulse; no two of one motor in one tube while others are there."""
    rank = {"good": 0, "marginal": 1}
    best = sorted(
        found, key=lambda d: (rank.get(d.candidate.settled, 2), d.candidate.motor.curve.total_impulse_n_s, -d.candidate.margin)
    )
    kept: list[Design] = []
    seen: set[tuple[str, float]] = set()
    for design in best:
        key = (design.candidate.motor.name, design.sketch.body.outside_m)
        if key not in seen:
            seen.add(key)
            kept.append(design)
    return kept[:count]


def _sketches(wish: Wish, mount: Tube, shelf: Sequence[Motor], nearest: Nearest) -> Iterator[tuple[Sketch, Motor]]:
    """Beginnings worth sizing: by a rough flight near the height wished for, the nearest first."""
    rough: list[tuple[float, int, Sketch, Motor]] = []
    number = 0
    for body in body_tubes(mount, wish.body_diameter_m, wish.cargo)[:_MOST_TUBES]:
        for motor in shelf:
            for stretch in _STRETCHES:
                for fins, edges in ((3, "rounded"), (4, "square")):
                    sketch = Sketch(
                        name=f"proposal {number}", body=body, mount=mount, motor_length_m=max(motor.length_m, 0.045), stretch=stretch, fins=fins,
                        span_m=1.5 * body.outside_m, canopy_m=12 * body.outside_m, edges=edges, cargo=wish.cargo,
                    )  # fmt: skip
                    if wish.length_max_m is not None and sketch.length_m > wish.length_max_m:
                        continue
                    number += 1
                    height = _thumb_m(sketch, motor)
                    low, high = wish.apogee_m
                    miss = math.log(low / height) * 3 if height < low else math.log(height / high) if height > high else 0.0
                    rough.append((miss + 0.02 * (fins == 4) + 0.01 * motor.class_rank, number, sketch, motor))
    yield from ((s, m) for _, _, s, m in sorted(rough, key=lambda r: r[:2]))


def _thumb_m(sketch: Sketch, motor: Motor) -> float:
    """A rough height: pushed without drag, then coasting with a usual one. [m]"""
    d = sketch.body.outside_m
    mass = (
        0.55 * sketch.length_m * d * (1.0 if sketch.body.small else 2.4)
        + motor.burnout_mass_kg
        + (sketch.cargo.mass_kg if sketch.cargo else 0.0)
    )
    burn = motor.curve.burn_time_s
    speed = max(motor.curve.total_impulse_n_s / (mass + motor.propellant_mass_kg / 2) - STANDARD_GRAVITY_M_S2 * burn, 1.0)
    k = 1.2 * 0.7 * math.pi / 8 * d**2 / mass
    return max(speed * burn / 2 + math.log(1 + k * speed**2 / STANDARD_GRAVITY_M_S2) / (2 * k), 1.0)


def _sized(
    sketch: Sketch, motor: Motor, wish: Wish, situation: Situation, configure: Configure, rules: Rules, nearest: Nearest
) -> Design | None:
    """Fins for the margin, a canopy for the landing, ballast for the height; then judged with every delay.

    Where the wind at the rod's end asks for more margin, once more with as much as the wish allows.
    """
    for share in _SHARES:
        made = _of_height(_settled(sketch, motor, wish, situation, share), motor, wish, situation, configure, share, nearest)
        if made is None:
            return None
        airframe = made.airframe()
        candidates = judge_delays(_loaded(made, motor, configure), motor.delays_to_try_s, situation, rules)
        fit = [c for c in candidates if not c.against]
        if fit:
            best = max(fit, key=lambda c: (c.settled == "good", c.margin))
            whole = judge(best.configuration, situation, rules)
            if not whole.against:
                return Design(sketch=made, airframe=airframe, candidate=whole) if _meets(whole, wish) else None
            candidates = [whole]
        worst = min(candidates, key=lambda c: len(c.against)).against[0].name
        nearest.failed = nearest.failed or worst
        if not worst.startswith("stable"):
            return None
    return None


def _of_height(
    sketch: Sketch, motor: Motor, wish: Wish, situation: Situation, configure: Configure, share: float, nearest: Nearest
) -> Sketch | None:
    """The same with as much ballast as keeps it below what was asked for; None where it does not get there."""
    low, high = wish.apogee_m
    height = _height_m(sketch, motor, configure, situation)
    nearest.saw(height)
    if height < low:
        return None
    if height <= 0.97 * high:
        return sketch
    lighter, heavier = 0.0, 2.5 * balance(sketch.airframe(), [motor]).ignition.mass_kg
    aim = low + 0.6 * (high - low)
    for _ in range(9):
        sketch = _settled(replace(sketch, ballast_kg=round((lighter + heavier) / 2, 4)), motor, wish, situation, share)
        height = _height_m(sketch, motor, configure, situation)
        if abs(height / aim - 1) < 0.04:
            break
        lighter, heavier = (sketch.ballast_kg, heavier) if height > aim else (lighter, sketch.ballast_kg)
    nearest.saw(height)
    return sketch if low <= height <= high else None


def _settled(sketch: Sketch, motor: Motor, wish: Wish, situation: Situation, share: float) -> Sketch:
    """Fins, canopy and where it balances, come to terms with one another; the margin lies so far up its window."""
    least, most = wish.margin_calibres
    slow, fast = wish.descent_rate_m_s
    rate = slow + 0.55 * (fast - slow)
    for _ in range(_PASSES):
        airframe = sketch.airframe()
        fins = [p.id for p in airframe.parts].index(sketch.id_of("fins"))
        try:
            span, airframe = solve_fin(airframe, [motor], fins, "span_m", least + share * (most - least))
        except NoSolutionError:
            # Already straighter than asked with hardly a fin: the least that stands up.
            span = 0.9 * sketch.body.outside_m
        found = balance(airframe, [motor])
        hanging = found.burnout.mass_kg
        across = math.sqrt(8 * hanging * STANDARD_GRAVITY_M_S2 / (math.pi * situation.site.pad_density_kg_m3 * _CD * rate**2))
        sketch = replace(
            sketch,
            span_m=round(max(span, 0.6 * sketch.body.outside_m), 4),
            canopy_m=round(max(across, 0.08), 3),
            balance_m=round(found.ignition.cg_m, 4),
        )
    return sketch


def _height_m(sketch: Sketch, motor: Motor, configure: Configure, situation: Situation) -> float:
    return fly(_loaded(sketch, motor, configure).ready, motor, None, situation.site).apogee_altitude_m or 0.0


def _loaded(sketch: Sketch, motor: Motor, configure: Configure) -> Configuration:
    base = configure(sketch.airframe())
    return base.loading([MountLoad(mount=base.mounts[0].key, motor=motor, delay_s=motor.delays_s[0])])


def _meets(found: Candidate, wish: Wish) -> bool:
    """Every wish, of the flight as judged."""
    flight, margins = found.flight, found.case.margins
    height, rate = flight.apogee_altitude_m, flight.descent_rate_m_s
    checks = [
        height is not None and wish.apogee_m[0] <= height <= wish.apogee_m[1],
        rate is not None and wish.descent_rate_m_s[0] <= rate <= wish.descent_rate_m_s[1],
        margins is not None
        and margins.on_pad is not None
        and wish.margin_calibres[0] <= margins.on_pad <= wish.margin_calibres[1],
    ]
    if wish.time_aloft_s is not None:
        checks.append(flight.landing_time_s is not None and wish.time_aloft_s[0] <= flight.landing_time_s <= wish.time_aloft_s[1])
    return all(checks)
