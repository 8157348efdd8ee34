"""One try sized: fins for the margin, a canopy for the landing, ballast for the height; flown, judged, mended where it fails, planned."""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.solve import smaller_margin
from wobbly_fin.rocketry.choosing.clouds import hopeless
from wobbly_fin.rocketry.choosing.pick import Candidate, judge, judge_delays
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.proposing.at_hand import AtHand
from wobbly_fin.rocketry.proposing.effort import hours_of, price_of_all
from wobbly_fin.rocketry.proposing.settle import ENOUGH, settled, widest_m
from wobbly_fin.rocketry.proposing.sketch import Sketch
from wobbly_fin.rocketry.proposing.tries import STRETCHES, room_for
from wobbly_fin.rocketry.proposing.wish import Wish

Configure = Callable[[Sketch], Configuration]
_MENDS, _LONGER = 6, 2.0  # how often a try is mended; by how many widths a bay is made longer
_BY_HEIGHT = 100  # more tests than there are: a height that is out of the window stands behind every test
_MOST_CLAY = 2.5  # of what it weighs without
_MOST_MARGIN = 0.97  # of its window
_CLEAR = 1.3  # of the share that is called marginal, what a mended figure shall clear its limit by
_TOLD_OFF = 0.97  # of a limit, what is kept clear of it


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
    candidate: Candidate
    hours: float
    spared: frozenset[str] = frozenset()
    motor_at_hand: bool = False

    @property
    def airframe(self) -> Airframe:
        return self.sketch.airframe()

    @property
    def price(self) -> float:
        return price_of_all(self.sketch, self.spared, None if self.motor_at_hand else self.candidate.motor)


@dataclass(slots=True)
class Nearest:
    """How near anything came, for the words where nothing fits."""

    highest_m: float = 0.0
    lowest_m: float = math.inf
    fitting: int = 0
    ceiling_m: float | None = None  # of the field, where all that is wished for is above it
    first_m: float | None = None  # of the latest, as sized, before any clay
    cheapest: float = math.inf  # of what would do but for its price [money]
    quickest_h: float = math.inf  # and but for its hours
    unbuilt: bool = False  # whether one does all, and no order of work builds it
    failed: tuple[Trial, ...] = ()  # of what came nearest
    latest: tuple[Trial, ...] = ()
    sketch: Sketch | None = None  # what came nearest
    motor: Motor | None = None
    off: float = math.inf  # and how far off it was: tests that stand against it, or beyond all of them by the height

    def missed(self, failed: tuple[Trial, ...], sketch: Sketch, motor: Motor) -> None:
        """What stood against one."""
        self.latest = failed
        if not self.failed or len(failed) < len(self.failed):
            self.failed = failed
        self._near(len(failed), sketch, motor)

    def missed_height(self, times: float, sketch: Sketch, motor: Motor) -> None:
        """One went so many times as high as the nearer end of what is wished for."""
        self._near(_BY_HEIGHT + abs(math.log(times)), sketch, motor)

    def _near(self, off: float, sketch: Sketch, motor: Motor) -> None:
        if off < self.off:
            self.off, self.sketch, self.motor = off, sketch, motor

    @property
    def stopped(self) -> bool:
        """Whether tests stand against what came nearest; else only a window is missed."""
        return self.off < _BY_HEIGHT

    def saw(self, apogee_m: float) -> None:
        self.highest_m, self.lowest_m = max(self.highest_m, apogee_m), min(self.lowest_m, apogee_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Aims:
    """How far up their windows margin, descent and height are put; from which margin on fins of usual size are enough. [calibres]"""

    margin: float = 0.4
    fall: float = 0.55
    height: float = 0.6
    enough: float = ENOUGH

    def straighter(self, by: float) -> "Aims":
        """Well up the margin's window, by a share of it at least."""
        return replace(self, margin=min(max(self.margin + by, 0.85), _MOST_MARGIN))

    @property
    def nearer(self) -> "Aims":
        """Less high and faster down: it drifts less."""
        return replace(self, fall=0.95, height=0.15)


@dataclass(frozen=True, slots=True, kw_only=True)
class Sizing:
    """What a try is sized, flown and judged for. Parameters as of `search.seek`."""

    wish: Wish
    situation: Situation
    configure: Configure
    rules: Rules
    nearest: Nearest
    hand: AtHand

    def sized(self, sketch: Sketch, motor: Motor) -> Design | None:
        """A design, where the try comes to one.

        What fails and can be mended: more margin where the wind at the rod's end asks for it, less height and a faster descent where it
        lands outside, stiffer fins, a longer bay.
        """
        aims, best = Aims(), None
        for _ in range(_MENDS):
            sketch = self.hand.cut(sketch)
            made = self._of_height(self._settled(sketch, motor, aims), motor, aims)
            if made is None:
                break
            made = self.hand.hung(made)
            whole, failed = self._judged(made, motor)
            if whole is None:
                self.nearest.missed(failed, made, motor)
                mended = self._mended(sketch, made, motor, aims, failed)
            else:
                best = self._better(best, whole, made)
                # Good but barely: mended as if the limits were a little further off.
                tight = [t for t in whole.tests if t.margin is not None and t.margin < self.rules.marginal_fraction]
                mended = (
                    self._mended(sketch, made, motor, aims, tight, 1 + _CLEAR * self.rules.marginal_fraction) if tight else None
                )
            if mended is None or not room_for(self.wish, mended[0]):
                break
            sketch, aims = mended
        return best

    def _better(self, best: Design | None, whole: Candidate, made: Sketch) -> Design | None:
        """The better of a design and one that flies, where that meets the wish and can be built."""
        if not meets(whole, self.wish) or (best is not None and whole.margin <= best.candidate.margin):
            return best
        hours, buildable = hours_of(made, self.wish.schools)
        self.nearest.unbuilt |= not buildable
        return Design(sketch=made, candidate=whole, hours=hours) if buildable else best

    def _mended(
        self, sketch: Sketch, made: Sketch, motor: Motor, aims: Aims, failed: Sequence[Trial], clear: float = 1.0
    ) -> tuple[Sketch, Aims] | None:
        """The sketch and what it is aimed at, with what failed as made better; None where nothing can be.

        `clear`: so many times its limit is what a figure shall come to.
        """
        names = {t.name for t in failed}
        flutter = next((t for t in failed if t.name == "flutter"), None)
        if flutter is not None and not sketch.usual.stiffest(made.span_m, sketch.stiffer):
            short = clear * _number(flutter.value) / max(_number(flutter.limit), 1.0)
            sketch, names = replace(sketch, stiffer=sketch.usual.stiffer(made.span_m, sketch.stiffer, short)), names - {"flutter"}
        if "bay" in names and sketch.stretch < STRETCHES[-1] + _LONGER:
            sketch, names = replace(sketch, stretch=sketch.stretch + _LONGER), names - {"bay"}
        if "loads" in names and sketch.canopy_kind != "domed":
            sketch, names = replace(sketch, sturdy=True), names - {"loads"}
        leaning = [t for t in failed if t.name.startswith("stable")]
        wide = made.span_m > 0.99 * widest_m(sketch)
        if leaning and (aims.margin < _MOST_MARGIN or (wide and aims.enough < self.wish.margin_calibres[1])):
            least, most = self.wish.margin_calibres
            short = max(clear * _number(t.limit) - _number(t.value) for t in leaning)
            aims, names = aims.straighter(1.3 * short / (most - least) + 0.05), names - {t.name for t in leaning}
            if wide:
                # No fin of usual size does it: clay in the nose.
                has = smaller_margin(balance(made.airframe(), [motor]))
                aims = replace(aims, enough=min(has + 1.5 * short + 0.05, most))
        outside = names & {"inside_field", "drift"}
        if outside and aims != aims.nearer:
            aims, names = aims.nearer, names - outside
        return None if names else (sketch, aims)

    def _judged(self, made: Sketch, motor: Motor) -> tuple[Candidate | None, tuple[Trial, ...]]:
        """(with its best delay, what stands against it)"""
        candidates = judge_delays(self._loaded(made, motor), motor.delays_to_try_s or [None], self.situation, self.rules)
        fit = [c for c in candidates if not c.against]
        if fit:
            best = max(fit, key=lambda c: (c.settled == "good", c.margin))
            if (outside := hopeless(best.case)) is not None:
                return None, (outside,)
            whole = judge(best.configuration, self.situation, self.rules)
            if not whole.against:
                return whole, ()
            candidates = [whole]
        return None, tuple(min(candidates, key=lambda c: len(c.against)).against)

    def _of_height(self, sketch: Sketch, motor: Motor, aims: Aims) -> Sketch | None:
        """The same with as much ballast as keeps it below what is aimed for; None where it does not get there."""
        low, high = self.wish.apogee_m
        height = self._height_m(sketch, motor)
        self.nearest.saw(height)
        self.nearest.first_m = height
        if height < low:
            self.nearest.missed_height(height / low, sketch, motor)
            return None
        aim = low + aims.height * (high - low)
        if height <= max(aim, _TOLD_OFF * high if aims.height >= 0.5 else 0.0):
            return sketch
        bare = balance(sketch.airframe(), [motor]).ignition.mass_kg
        # (clay, how far above what is aimed at): a regula falsi that does not stick.
        light, heavy = (0.0, math.log(height / aim)), (_MOST_CLAY * bare, -math.log(height / aim))
        for _ in range(7):
            clay = light[0] + (heavy[0] - light[0]) * light[1] / (light[1] - heavy[1])
            sketch = self._settled(replace(sketch, weight_kg=round(clay, 4)), motor, aims)
            height = self._height_m(sketch, motor)
            off = math.log(height / aim)
            if abs(off) < 0.04:
                break
            here = (sketch.weight_kg, off)
            light, heavy = (here, (heavy[0], heavy[1] / 2)) if off > 0 else ((light[0], light[1] / 2), here)
        self.nearest.saw(height)
        if low <= height <= high:
            return sketch
        self.nearest.missed_height(height / high, sketch, motor)
        return None

    def _settled(self, sketch: Sketch, motor: Motor, aims: Aims) -> Sketch:
        (least, most), (slow, fast) = self.wish.margin_calibres, self.wish.descent_rate_m_s
        fast = max(min(fast, _TOLD_OFF * self.rules.descent_rate_max_m_s), slow)
        density = self.situation.site.pad_density_kg_m3
        margin = least + aims.margin * (most - least)
        return settled(sketch, motor, margin, slow + aims.fall * (fast - slow), density, enough_calibres=aims.enough)

    def _height_m(self, sketch: Sketch, motor: Motor) -> float:
        return max(fly(self._loaded(sketch, motor).ready, motor, None, self.situation.site).apogee_altitude_m or 0.0, 0.1)

    def _loaded(self, sketch: Sketch, motor: Motor) -> Configuration:
        base = self.configure(sketch)
        return base.loading(
            [MountLoad(mount=base.mounts[0].key, motor=motor, delay_s=motor.delays_s[0] if motor.delays_s else None)]
        )


def _number(figure: float | str | None) -> float:
    return float(figure) if isinstance(figure, (int, float)) else 0.0


def meets(found: Candidate, wish: Wish) -> bool:
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
