"""Designs sought for a wish: tube by tube and motor by motor, the likeliest first, and of what does, the best that differ kept."""

from collections.abc import Collection, Iterator, Sequence
from dataclasses import replace

from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.at_hand import NOTHING, AtHand
from wobbly_fin.rocketry.proposing.sizing import Configure, Design, Nearest, Sizing
from wobbly_fin.rocketry.proposing.tries import Queue, sketches
from wobbly_fin.rocketry.proposing.wish import Wish

MOST_JUDGED = 60
_SEEN_ENOUGH, _HOPELESS = 18, 0.6  # tries after which what has not come so near the height wished for is given up


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
    ceiling = situation.site.ceiling_m
    if ceiling is not None and wish.apogee_m[0] >= ceiling:
        nearest.ceiling_m = ceiling
        return
    queue = Queue(waiting=list(sketches(wish, shelf, hand)), window_m=wish.apogee_m, in_box=in_box)
    sizing = Sizing(wish=wish, situation=situation, configure=configure, rules=rules, nearest=nearest, hand=hand)
    for number in range(MOST_JUDGED):
        begun = queue.next()
        if begun is None:
            return
        nearest.first_m, nearest.latest = None, ()
        try:
            design = sizing.sized(begun.sketch, begun.motor)
        except RocketryError:
            design = None
        failed: tuple[Trial, ...] = nearest.latest
        weak = any(test.name in ("lifts", "rod_speed") for test in failed)
        if number >= _SEEN_ENOUGH and nearest.highest_m < _HOPELESS * wish.apogee_m[0]:
            return
        if design is not None:
            design = _afforded(
                replace(design, spared=hand.spared_ids(design.sketch), motor_at_hand=begun.motor.key in in_box), wish, nearest
            )
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
        found,
        # What is good but for a test on the ground comes after what is good.
        key=lambda d: (
            rank.get(d.candidate.settled, 2),
            d.candidate.verdict != d.candidate.settled,
            d.candidate.motor.curve.total_impulse_n_s,
            -d.candidate.margin,
        ),
    )
    kept: list[Design] = []
    seen: set[tuple[str, float]] = set()
    for design in best:
        key = (design.candidate.motor.name, design.sketch.body.outside_m)
        if key not in seen:
            seen.add(key)
            kept.append(design)
    return kept[:count]
