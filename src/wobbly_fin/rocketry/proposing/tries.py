"""Where a search begins: every tube, length and set of fins for every motor, the likeliest first, by a rule of thumb that learns."""

import math
from collections import Counter
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import product
from statistics import fmean

from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.at_hand import AtHand
from wobbly_fin.rocketry.proposing.sketch import Sketch, Tube, body_tubes, mount_tube
from wobbly_fin.rocketry.proposing.wish import Wish

STRETCHES = (0.0, 3.0, 7.0)
_MOST_TUBES = 4
_WIRED = 0.4  # of a miss, what altimeters cost where a motor's charge would do
_BOUGHT = 0.15  # and a motor, or a body tube, that is not at hand
_WEAK = 4  # tries that one counts for which hardly lifts: another tube makes it no stronger
_TURN, _AGAIN = 0.05, 0.8  # of a miss, what another try with the same motor costs, and with a tube that has met the wish


@dataclass(frozen=True, slots=True, kw_only=True)
class Try:
    """A sketch with a motor, and about how high they go by a rule of thumb. [m]"""

    sketch: Sketch
    motor: Motor
    thumb_m: float

    @property
    def pair(self) -> tuple[str, float]:
        """What makes two of them much the same rocket."""
        return self.motor.key, self.sketch.body.outside_m


@dataclass(slots=True, kw_only=True)
class Queue:
    """Tries that wait for being sized, the likeliest next: what flew teaches by how much the rule of thumb is off."""

    waiting: list[Try]
    window_m: tuple[float, float]
    in_box: Collection[str] = ()
    off: dict[str, list[float]] = field(default_factory=dict)
    tries: Counter[str] = field(default_factory=Counter)
    met: set[tuple[str, float]] = field(default_factory=set)

    def next(self) -> Try | None:
        """The likeliest, taken out; None when none is left."""
        if not self.waiting:
            return None
        everywhere = [x for each in self.off.values() for x in each]
        usual = fmean(everywhere) if everywhere else 0.0
        found = min(self.waiting, key=lambda b: self._cost(b, fmean(self.off[b.motor.key]) if b.motor.key in self.off else usual))
        self.waiting.remove(found)
        return found

    def heard(self, begun: Try, height_m: float | None, *, weak: bool, met: bool) -> None:
        """How high it really went, if it flew, whether it left the pad too slowly, and whether it met the wish."""
        self.tries[begun.motor.key] += _WEAK if weak else 1
        if height_m:
            self.off.setdefault(begun.motor.key, []).append(math.log(height_m / begun.thumb_m))
        if met:
            self.met.add(begun.pair)

    def _cost(self, begun: Try, off: float) -> float:
        low, high = self.window_m
        height = begun.thumb_m * math.exp(off)
        # Too high can be mended with clay, too low cannot.
        miss = 3 * math.log(low / height) if height < low else math.log(height / high) if height > high else 0.0
        small = 0.02 * (begun.sketch.fins == 4) + 0.01 * begun.motor.class_rank + _WIRED * (not begun.sketch.charged)
        bought = _BOUGHT * ((begun.motor.key not in self.in_box) + (not begun.sketch.body.own_m))
        return miss + small + bought + _TURN * self.tries[begun.motor.key] + _AGAIN * (begun.pair in self.met)


def sketches(wish: Wish, shelf: Sequence[Motor], hand: AtHand) -> Iterator[Try]:
    """Every tube, length and set of fins for every motor."""
    number = 0
    for motor in shelf:
        across = wish.mount_diameter_m or motor.diameter_m
        mount = hand.mount_tube(across) or mount_tube(across)
        for body, stretch, (fins, edges) in product(_bodies(wish, mount, hand), STRETCHES, ((3, "rounded"), (4, "square"))):
            sketch = Sketch(
                name=f"proposal {number}", body=body, mount=mount, motor_length_m=max(motor.length_m, 0.045), stretch=stretch, fins=fins,
                span_m=body.usual.span_m, canopy_m=body.usual.canopy_m, edges=edges, cargo=wish.cargo,
                charged=motor.kind == "single",
            )  # fmt: skip
            sketch = hand.used(sketch)
            if room_for(wish, sketch):
                number += 1
                yield Try(sketch=sketch, motor=motor, thumb_m=_thumb_m(sketch, motor))


def room_for(wish: Wish, sketch: Sketch) -> bool:
    """Whether it is no longer than wished, nor its body than the tube at hand."""
    own = sketch.body.own_m
    return (not own or own >= sketch.body_m) and (wish.length_max_m is None or sketch.length_m <= wish.length_max_m)


def _bodies(wish: Wish, mount: Tube, hand: AtHand) -> list[Tube]:
    """Tubes at hand, and the slimmest that are sold."""
    sold = body_tubes(mount, wish.body_diameter_m, wish.cargo)
    least = min((t.bore_m for t in sold), default=math.inf)
    own = [t for t in hand.body_tubes(least) if wish.body_diameter_m is None or abs(t.outside_m - wish.body_diameter_m) < 0.001]
    return [*own, *sold[:_MOST_TUBES]]


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
