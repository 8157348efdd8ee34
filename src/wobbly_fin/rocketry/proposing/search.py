"""Designs sought for a wish: tube by tube and motor by motor, each sized by its balance and flown, the best that are judged fit kept."""

import math
from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from itertools import product
from statistics import fmean

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.choosing.pick import Candidate, judge, judge_delays
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.settle import settled
from wobbly_fin.rocketry.proposing.sketch import Sketch, body_tubes, mount_tube
from wobbly_fin.rocketry.proposing.wish import Wish

Configure = Callable[[Airframe], Configuration]
_STRETCHES = (0.0, 3.0, 7.0)
_MOST_TUBES, MOST_JUDGED = 4, 60
_SEEN_ENOUGH, _HOPELESS = 18, 0.6  # tries after which what has not come so near the height wished for is given up
_WEAK = 4  # tries that one counts for which hardly lifts: another tube makes it no stronger
_TURN, _AGAIN = 0.05, 0.8  # of a miss, what another try with the same motor costs, and with a tube that has met the wish
_SHARES = (0.4, 0.85)  # how far up its window the margin is put


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
    first_m: float | None = None  # of the latest, as sized, before any clay
    failed: tuple[Trial, ...] = ()  # of what came nearest
    latest: tuple[Trial, ...] = ()

    def saw(self, apogee_m: float) -> None:
        self.highest_m, self.lowest_m = max(self.highest_m, apogee_m), min(self.lowest_m, apogee_m)


def propose(
    wish: Wish, motors: Sequence[Motor], situation: Situation, configure: Configure, rules: Rules, count: int
) -> tuple[list[Design], Nearest]:
    """Designs that meet a wish, different from one another, best first; and how near the rest came. Parameters as for `seek`."""
    nearest, found = Nearest(), []
    for design in seek(wish, motors, situation, configure, rules, nearest):
        found += [design] if design is not None else []
        if _enough(found, count):
            break
    return different(found, count), nearest


def seek(
    wish: Wish, motors: Sequence[Motor], situation: Situation, configure: Configure, rules: Rules, nearest: Nearest
) -> Iterator[Design | None]:
    """What is tried for a wish, the likeliest first: a design that meets it, or None for one that does not.

    Parameters
    ----------
    motors : sequence of Motor
        The box they fly from.
    configure : callable
        Makes a rocket of an airframe, as it would be kept.
    nearest : Nearest
        Told how near each came.
    """
    told = wish.mount_diameter_m
    shelf = [m for m in motors if (told is None or abs(m.diameter_m - told) < 0.0015) and m.kind == "single" and m.delays_s]
    if wish.motor is not None:
        shelf = [m for m in shelf if m.name == wish.motor.partition("-")[0] or m.label == wish.motor]
    nearest.fitting = len(shelf)
    queue = _Queue(waiting=list(_sketches(wish, shelf)), window_m=wish.apogee_m)
    for number in range(MOST_JUDGED):
        begun = queue.next()
        if begun is None:
            return
        nearest.first_m, nearest.latest = None, ()
        try:
            design = _sized(begun.sketch, begun.motor, wish, situation, configure, rules, nearest)
        except RocketryError:
            design = None
        failed: tuple[Trial, ...] = nearest.latest
        weak = any(test.name in ("lifts", "rod_speed") for test in failed)
        if number >= _SEEN_ENOUGH and nearest.highest_m < _HOPELESS * wish.apogee_m[0]:
            return
        queue.heard(begun, nearest.first_m, weak=weak, met=design is not None)
        yield design


def _enough(found: Sequence[Design], count: int) -> bool:
    good = [d for d in found if d.candidate.settled == "good"]
    return len(different(good, count)) >= count


def different(found: Sequence[Design], count: int) -> list[Design]:
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


@dataclass(frozen=True, slots=True, kw_only=True)
class _Begun:
    """A sketch with a motor, and about how high they go by a rule of thumb. [m]"""

    sketch: Sketch
    motor: Motor
    thumb_m: float

    @property
    def pair(self) -> tuple[str, float]:
        """What makes two of them much the same rocket."""
        return self.motor.key, self.sketch.body.outside_m


@dataclass(slots=True, kw_only=True)
class _Queue:
    """Beginnings that wait for being sized, the likeliest next: what flew teaches by how much the rule of thumb is off."""

    waiting: list[_Begun]
    window_m: tuple[float, float]
    off: dict[str, list[float]] = field(default_factory=dict)
    tries: Counter[str] = field(default_factory=Counter)
    met: set[tuple[str, float]] = field(default_factory=set)

    def next(self) -> _Begun | None:
        """The likeliest, taken out; None when none is left."""
        if not self.waiting:
            return None
        everywhere = [x for each in self.off.values() for x in each]
        usual = fmean(everywhere) if everywhere else 0.0
        found = min(self.waiting, key=lambda b: self._cost(b, fmean(self.off[b.motor.key]) if b.motor.key in self.off else usual))
        self.waiting.remove(found)
        return found

    def heard(self, begun: _Begun, height_m: float | None, *, weak: bool, met: bool) -> None:
        """How high it really went, if it flew, whether it left the pad too slowly, and whether it met the wish."""
        self.tries[begun.motor.key] += _WEAK if weak else 1
        if height_m:
            self.off.setdefault(begun.motor.key, []).append(math.log(height_m / begun.thumb_m))
        if met:
            self.met.add(begun.pair)

    def _cost(self, begun: _Begun, off: float) -> float:
        low, high = self.window_m
        height = begun.thumb_m * math.exp(off)
        # Too high can be mended with clay, too low cannot.
        miss = 3 * math.log(low / height) if height < low else math.log(height / high) if height > high else 0.0
        small = 0.02 * (begun.sketch.fins == 4) + 0.01 * begun.motor.class_rank
        return miss + small + _TURN * self.tries[begun.motor.key] + _AGAIN * (begun.pair in self.met)


def _sketches(wish: Wish, shelf: Sequence[Motor]) -> Iterator[_Begun]:
    """Every tube, length and set of fins for every motor."""
    number = 0
    for motor in shelf:
        mount = mount_tube(wish.mount_diameter_m or motor.diameter_m)
        for body, stretch, (fins, edges) in product(
            body_tubes(mount, wish.body_diameter_m, wish.cargo)[:_MOST_TUBES], _STRETCHES, ((3, "rounded"), (4, "square"))
        ):
            sketch = Sketch(
                name=f"proposal {number}", body=body, mount=mount, motor_length_m=max(motor.length_m, 0.045), stretch=stretch, fins=fins,
                span_m=1.5 * body.outside_m, canopy_m=12 * body.outside_m, edges=edges, cargo=wish.cargo,
            )  # fmt: skip
            if wish.length_max_m is not None and sketch.length_m > wish.length_max_m:
                continue
            number += 1
            yield _Begun(sketch=sketch, motor=motor, thumb_m=_thumb_m(sketch, motor))


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
        nearest.latest = tuple(min(candidates, key=lambda c: len(c.against)).against)
        if not nearest.failed or len(nearest.latest) < len(nearest.failed):
            nearest.failed = nearest.latest
        if not nearest.latest[0].name.startswith("stable"):
            return None
    return None


def _of_height(
    sketch: Sketch, motor: Motor, wish: Wish, situation: Situation, configure: Configure, share: float, nearest: Nearest
) -> Sketch | None:
    """The same with as much ballast as keeps it below what was asked for; None where it does not get there."""
    low, high = wish.apogee_m
    height = _height_m(sketch, motor, configure, situation)
    nearest.saw(height)
    nearest.first_m = height
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
    """Sized for a margin so far up its window, and for a descent about the middle of its own."""
    (least, most), (slow, fast) = wish.margin_calibres, wish.descent_rate_m_s
    density = situation.site.pad_density_kg_m3
    return settled(sketch, motor, least + share * (most - least), slow + 0.55 * (fast - slow), density)


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
