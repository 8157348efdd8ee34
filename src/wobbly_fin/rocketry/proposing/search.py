"""Designs sought for a wish: tube by tube and motor by motor, each sized by its balance, flown, judged and planned as it would be built."""

import math
from collections.abc import Callable, Collection, Iterator, Sequence
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.choosing.pick import Candidate, judge, judge_delays
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.at_hand import NOTHING, AtHand
from wobbly_fin.rocketry.proposing.effort import hours_of, price_of_all
from wobbly_fin.rocketry.proposing.settle import settled
from wobbly_fin.rocketry.proposing.sketch import Sketch
from wobbly_fin.rocketry.proposing.tries import STRETCHES, Queue, sketches
from wobbly_fin.rocketry.proposing.wish import Wish

Configure = Callable[[Sketch], Configuration]
MOST_JUDGED = 60
_SEEN_ENOUGH, _HOPELESS = 18, 0.6  # tries after which what has not come so near the height wished for is given up
_SHARES = (0.4, 0.85)  # how far up its window the margin is put
_MENDS, _LONGER = 5, 2.0  # how often a try is mended; by how many widths a bay is made longer
_MOST_CLAY = 2.5  # of what it weighs without


@dataclass(frozen=True, slots=True, kw_only=True)
class Design:
    """A rocket that meets the wish, as judged.

    Attributes
    ----------
    hours : float
        Hands on, by its build plan. [h]
    spared : frozenset of str
        Parts that are at hand, by their keys.
    price : float
        About, of the rest and of one motor. [money]
    """

    sketch: Sketch
    airframe: Airframe
    candidate: Candidate
    hours: float
    spared: frozenset[str] = frozenset()
    motor_at_hand: bool = False

    @property
    def price(self) -> float:
        return price_of_all(self.sketch, self.spared, None if self.motor_at_hand else self.candidate.motor)


@dataclass(slots=True)
class Nearest:
    """How near anything came, for the words where nothing fits."""

    highest_m: float = 0.0
    lowest_m: float = math.inf
    fitting: int = 0
    first_m: float | None = None  # of the latest, as sized, before any clay
    cheapest: float = math.inf  # of what would do but for its price [money]
    quickest_h: float = math.inf  # and but for its hours
    failed: tuple[Trial, ...] = ()  # of what came nearest
    latest: tuple[Trial, ...] = ()

    def saw(self, apogee_m: float) -> None:
        self.highest_m, self.lowest_m = max(self.highest_m, apogee_m), min(self.lowest_m, apogee_m)


def propose(
    wish: Wish,
    motors: Sequence[Motor],
    situation: Situation,
    configure: Configure,
    rules: Rules,
    count: int,
    hand: AtHand = NOTHING,
) -> tuple[list[Design], Nearest]:
    """Designs that meet a wish, different from one another, best first; and how near the rest came. Parameters as for `seek`."""
    nearest, found = Nearest(), []
    for design in seek(wish, motors, situation, configure, rules, nearest, hand):
        found += [design] if design is not None else []
        if _enough(found, count):
            break
    return different(found, count), nearest


def seek(
    wish: Wish,
    motors: Sequence[Motor],
    situation: Situation,
    configure: Configure,
    rules: Rules,
    nearest: Nearest,
    hand: AtHand = NOTHING,
    in_box: Collection[str] = (),
) -> Iterator[Design | None]:
    """What is tried for a wish, the likeliest first: a design that meets it, or None for one that does not.

    Parameters
    ----------
    motors : sequence of Motor
        The box they fly from.
    configure : callable
        Makes a rocket of a sketch, as it would be kept.
    nearest : Nearest
        Told how near each came.
    hand : AtHand
        Parts it is built from before any is bought.
    in_box : collection of str
        Keys of motors that need not be bought; they come before others that do as well.
    """
    told = wish.mount_diameter_m
    shelf = [m for m in motors if (told is None or abs(m.diameter_m - told) < 0.0015) and _flies_alone(m)]
    if wish.motor is not None:
        # "I277-P" is a motor of its own; "C8-5" is a C8 with one of its delays.
        exact = [m for m in shelf if wish.motor in (m.name, m.label)]
        shelf = exact or [m for m in shelf if m.name == wish.motor.partition("-")[0]]
    nearest.fitting = len(shelf)
    queue = Queue(waiting=list(sketches(wish, shelf, hand)), window_m=wish.apogee_m, in_box=in_box)
    for number in range(MOST_JUDGED):
        begun = queue.next()
        if begun is None:
            return
        nearest.first_m, nearest.latest = None, ()
        try:
            design = _sized(begun.sketch, begun.motor, wish, situation, configure, rules, nearest, hand)
        except RocketryError:
            design = None
        failed: tuple[Trial, ...] = nearest.latest
        weak = any(test.name in ("lifts", "rod_speed") for test in failed)
        if number >= _SEEN_ENOUGH and nearest.highest_m < _HOPELESS * wish.apogee_m[0]:
            return
        if design is not None:
            own = frozenset(design.sketch.id_of(alias) for alias in hand.spared(design.sketch))
            design = _afforded(replace(design, spared=own, motor_at_hand=begun.motor.key in in_box), wish, nearest)
        queue.heard(begun, nearest.first_m, weak=weak, met=design is not None)
        yield design


def _afforded(design: Design, wish: Wish, nearest: Nearest) -> Design | None:
    """The design, where it costs no more money and hours than may be spent."""
    dear = wish.cost_max is not None and design.price > wish.cost_max
    long = wish.hours_max is not None and design.hours > wish.hours_max
    if dear:
        nearest.cheapest = min(nearest.cheapest, design.price)
    if long:
        nearest.quickest_h = min(nearest.quickest_h, design.hours)
    return None if dear or long else design


def _flies_alone(motor: Motor) -> bool:
    """With a charge of its own, or plugged: then altimeters open."""
    return (motor.kind == "single" and bool(motor.delays_s)) or motor.kind == "plugged"


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


def _sized(
    sketch: Sketch,
    motor: Motor,
    wish: Wish,
    situation: Situation,
    configure: Configure,
    rules: Rules,
    nearest: Nearest,
    hand: AtHand,
) -> Design | None:
    """Fins for the margin, a canopy for the landing, ballast for the height; then judged with every delay.

    What fails and can be mended is: more margin where the wind at the rod's end asks for it, stiffer fins, a longer bay.
    """
    share = _SHARES[0]
    for _ in range(_MENDS):
        made = _of_height(_settled(sketch, motor, wish, situation, share), motor, wish, situation, configure, share, nearest)
        if made is None:
            return None
        made = hand.hung(made)
        candidates = judge_delays(_loaded(made, motor, configure), motor.delays_to_try_s or [None], situation, rules)
        fit = [c for c in candidates if not c.against]
        if fit:
            best = max(fit, key=lambda c: (c.settled == "good", c.margin))
            whole = judge(best.configuration, situation, rules)
            if not whole.against:
                if not _meets(whole, wish):
                    return None
                hours, buildable = hours_of(made)
                return Design(sketch=made, airframe=made.airframe(), candidate=whole, hours=hours) if buildable else None
            candidates = [whole]
        nearest.latest = tuple(min(candidates, key=lambda c: len(c.against)).against)
        if not nearest.failed or len(nearest.latest) < len(nearest.failed):
            nearest.failed = nearest.latest
        mended = _mended(sketch, made.span_m, share, nearest.latest)
        if mended is None:
            return None
        sketch, share = mended
    return None


def _mended(sketch: Sketch, span_m: float, share: float, failed: Sequence[Trial]) -> tuple[Sketch, float] | None:
    """The sketch and how far up its window the margin is put, with what failed made better; None where nothing can be."""
    names = {t.name for t in failed}
    if "flutter" in names and not sketch.usual.stiffest(span_m, sketch.stiffer):
        sketch, names = replace(sketch, stiffer=sketch.stiffer + 1), names - {"flutter"}
    if "bay" in names and sketch.stretch < STRETCHES[-1] + _LONGER:
        sketch, names = replace(sketch, stretch=sketch.stretch + _LONGER), names - {"bay"}
    if any(n.startswith("stable") for n in names) and share < _SHARES[-1]:
        share, names = _SHARES[-1], {n for n in names if not n.startswith("stable")}
    return None if names else (sketch, share)


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
    aim = low + 0.6 * (high - low)
    bare = balance(sketch.airframe(), [motor]).ignition.mass_kg
    # (clay, how far above what is aimed at): a regula falsi that does not stick.
    light, heavy = (0.0, math.log(height / aim)), (_MOST_CLAY * bare, -math.log(height / aim))
    for _ in range(7):
        clay = light[0] + (heavy[0] - light[0]) * light[1] / (light[1] - heavy[1])
        sketch = _settled(replace(sketch, weight_kg=round(clay, 4)), motor, wish, situation, share)
        height = _height_m(sketch, motor, configure, situation)
        off = math.log(height / aim)
        if abs(off) < 0.04:
            break
        light, heavy = (
            ((sketch.weight_kg, off), (heavy[0], heavy[1] / 2))
            if off > 0
            else ((light[0], light[1] / 2), (sketch.weight_kg, off))
        )
    nearest.saw(height)
    return sketch if low <= height <= high else None


def _settled(sketch: Sketch, motor: Motor, wish: Wish, situation: Situation, share: float) -> Sketch:
    """Sized for a margin so far up its window, and for a descent about the middle of its own."""
    (least, most), (slow, fast) = wish.margin_calibres, wish.descent_rate_m_s
    density = situation.site.pad_density_kg_m3
    return settled(sketch, motor, least + share * (most - least), slow + 0.55 * (fast - slow), density)


def _height_m(sketch: Sketch, motor: Motor, configure: Configure, situation: Situation) -> float:
    return max(fly(_loaded(sketch, motor, configure).ready, motor, None, situation.site).apogee_altitude_m or 0.0, 0.1)


def _loaded(sketch: Sketch, motor: Motor, configure: Configure) -> Configuration:
    base = configure(sketch)
    return base.loading([MountLoad(mount=base.mounts[0].key, motor=motor, delay_s=motor.delays_s[0] if motor.delays_s else None)])


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
