"""The moments of a flight in its log: launch, burnout, apogee, ejection, main, landing, each with how sure it is and what shows it.

A moment that the log cannot place closely enough to be worth having is left out (None), with the reason; how closely is enough is
`SHARP_S` plus a sample and a half for what happens at once.
"""

import math
from dataclasses import dataclass, field
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.altimetry.ascent_fit import Ascent, fit_ascent
from wobbly_fin.rocketry.altimetry.fall_fit import Knee, fit_knee, fit_opening
from wobbly_fin.rocketry.altimetry.flights import Stretch, moving_median, rough_height
from wobbly_fin.rocketry.altimetry.series import Floats, Series
from wobbly_fin.rocketry.altimetry.smoother import Smoothed, smooth
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

EventName = Literal["launch", "burnout", "apogee", "ejection", "main", "landing"]
Basis = Literal["push", "heights", "spike", "descent", "placed"]
EVENTS: tuple[EventName, ...] = ("launch", "burnout", "apogee", "ejection", "main", "landing")
SHARP_S, _SAMPLES = 0.1, 1.5
_SURE = 2.0  # standard deviations that must fit into that before a moment is told


@dataclass(frozen=True, slots=True, kw_only=True)
class Moment:
    """When, on the file's clock [s]; its standard deviation [s]; and what shows it."""

    time_s: float
    sd_s: float
    basis: Basis


@dataclass(frozen=True, slots=True, kw_only=True)
class Told:
    """What was found in one flight.

    Attributes
    ----------
    moments : dict
        By name; what cannot be told is not among them.
    vague : dict
        Moments the log shows only roughly, by name.
    path : Smoothed
        Height above the pad, speed, acceleration at the series' samples.
    outliers : (n,) array of bool
        Samples left out: spikes.
    ascent : Ascent or None
        The fit of the way up, where there is no accelerometer.
    drag_per_m : float or None
        Deceleration of the coast ÷ speed². [1/m]
    """

    series: Series
    moments: dict[EventName, Moment]
    vague: dict[EventName, Moment]
    path: Smoothed
    outliers: np.ndarray
    ascent: Ascent | None = None
    drag_per_m: float | None = None
    notes: tuple[tuple[str, float], ...] = field(default=())


def find_events(series: Series, stretch: Stretch, placed: dict[EventName, float] | None = None) -> Told:
    """Find them in one flight of a recording; `placed` are moments somebody put by hand, on the file's clock."""
    placed = placed or {}
    part = series.between(stretch.first, stretch.last)
    return _Search(part, stretch, placed).told()


class _Search:
    """One flight's search, step by step: later steps lean on earlier ones."""

    def __init__(self, series: Series, stretch: Stretch, placed: dict[EventName, float]) -> None:
        self.s, self.placed = series, placed
        self.t = series.time_s
        self.h = series.height_m - stretch.pad_m
        self.rises, self.top = stretch.rises - stretch.first, stretch.top - stretch.first
        self.falls = stretch.falls - stretch.first
        self.rough = rough_height(series) - stretch.pad_m
        self.step = 1.0 / series.rate_hz
        self.enough_s = SHARP_S + _SAMPLES * self.step
        self.colour = self._colour()
        self.felt_noise = self._felt_noise()
        self.moments: dict[EventName, Moment] = {}
        self.vague: dict[EventName, Moment] = {}
        self.notes: list[tuple[str, float]] = []
        self.ascent: Ascent | None = None
        self.drag: float | None = None
        self.outliers = np.zeros(len(self.t), dtype=bool)

    def told(self) -> Told:
        """Search in the order in which one thing helps the next."""
        self.rough_launch, self.climb = self._rough_launch(), self._climb()
        pad = self.t < self.rough_launch - 0.3
        if np.sum(pad) < 5:
            self.notes.append(("no_pad", 0.0))
        self._leave_out_spikes()
        self.path = self._smooth(self.rough_launch, self._rough_burnout())
        self._landing()
        if self.s.felt_m_s2 is not None:
            self._launch_by_push()
            self._burnout_by_push()
        if "launch" not in self.moments or "burnout" not in self.moments:
            self._ascent_by_heights()
        launch = self.moments.get("launch") or self.vague.get("launch")
        burnout = self.moments.get("burnout") or self.vague.get("burnout")
        self.path = self._smooth(
            launch.time_s if launch else self.rough_launch, burnout.time_s if burnout else self._rough_burnout()
        )
        self._apogee()
        self._ejection()
        self._main()
        for name, time_s in self.placed.items():
            self.moments[name] = Moment(time_s=time_s, sd_s=self.step, basis="placed")
            self.vague.pop(name, None)
        return Told(
            series=self.s, moments=self.moments, vague=self.vague, path=self.path, outliers=self.outliers, ascent=self.ascent,
            drag_per_m=self.drag, notes=tuple(self.notes),
        )  # fmt: skip

    # -- what the rest leans on

    def _colour(self) -> float:
        """By how much slow errors (gusts on the port) make a mean of samples worse than white noise would."""
        waits = self.t < self.t[self.rises] - 1.0
        block = max(2, round(0.5 / self.step))
        values = self.h[waits]
        if values.size < 6 * block:
            # Not seen long enough on the pad: 0.15 m of slow error, about what a breeze does (our own figure).
            return 1.0 + (0.15 / self.s.noise_m) ** 2 * block / 2
        means = values[: values.size // block * block].reshape(-1, block).mean(axis=1)
        slow = float(np.var(np.diff(means))) / 2
        return float(np.clip(slow * block / self.s.noise_m**2, 1.0, 400.0))

    def _slow_m(self) -> float:
        """Standard deviation of the slow error, from the pad. [m]"""
        return self.s.noise_m * math.sqrt(max(self.colour - 1.0, 0.0) / max(2.0, 0.5 / self.step))

    def _felt(self) -> Floats:
        """What was felt, nothing where nothing was written."""
        return np.asarray(np.nan_to_num(self.s.felt_m_s2)) if self.s.felt_m_s2 is not None else np.zeros(len(self.t))

    def _felt_noise(self) -> float:
        if self.s.felt_m_s2 is None:
            return math.inf
        waits = self.s.felt_m_s2[self.t < self.t[self.rises] - 1.0]
        waits = waits[np.isfinite(waits)]
        if waits.size < 8:
            return 1.5
        return max(1.4826 * float(np.median(np.abs(waits - np.median(waits)))), 0.3)

    def _rough_launch(self) -> float:
        """Back from where it is clear of the pad, the last sample that could still be on it."""
        level = max(3.0 * self.s.noise_m, 0.4)
        below = np.flatnonzero(self.rough[: self.rises + 1] < level)
        at = int(below[-1]) if below.size else 0
        return float(self.t[at]) - 0.1

    def _rough_burnout(self) -> float:
        """Where heights with half a second's median taken climb fastest: a spike of gas must not count as speed."""
        up = (self.t > self.rough_launch) & (self.t < self.t[self.top])
        if np.sum(up) < 3:
            return float(self.t[self.top])
        at = np.flatnonzero(up)[int(np.argmax(self.climb[up]))]
        return float(max(self.t[at], self.rough_launch + 2 * self.step))

    def _climb(self) -> Floats:
        steady = moving_median(self.h, max(5, int(0.5 * self.s.rate_hz) // 2 * 2 + 1))
        half = max(1, round(0.15 / self.step))
        ahead = np.minimum(np.arange(len(self.t)) + half, len(self.t) - 1)
        behind = np.maximum(np.arange(len(self.t)) - half, 0)
        return np.asarray((steady[ahead] - steady[behind]) / np.maximum(self.t[ahead] - self.t[behind], 1e-6))

    def _smooth(self, launch_s: float, burnout_s: float) -> Smoothed:
        """The path with jerk allowed where something acts on the rocket."""
        t = self.t
        jerk = np.full(len(t), 30.0)
        jerk[t < launch_s - 0.4] = 1e-4
        jerk[(t >= launch_s - 0.4) & (t < burnout_s + 0.4)] = 2e4
        top, down = t[self.top], t[min(self.falls, len(t) - 1)]
        jerk[(t >= burnout_s + 0.4) & (t < top - 2.0)] = 60.0
        # Drag lets go as fast as the rocket slows.
        jerk[(t >= burnout_s + 0.4) & (t < min(burnout_s + 2.0, top - 1.0))] = 4e3
        jerk[(t >= top - 2.0) & (t < top + 3.0)] = 200.0
        jerk[t >= down - 2.0] = 300.0
        jerk[t >= down + 6.0] = 1.0
        heights = np.where(self.outliers, np.nan, self.h)
        # Slow errors look like motion to a filter that takes every sample's error for its own.
        spread = np.full(len(t), self.s.noise_m * math.sqrt(min(self.colour, 40.0)))
        push, push_sd = np.full(len(t), np.nan), np.full(len(t), 1.0)
        if self.s.felt_m_s2 is not None and not self.s.clipped:
            # Up to burnout the axis is near upright; later it leans and gravity's share is not known.
            use = (t >= launch_s - 0.4) & (t <= burnout_s)
            push[use] = self.s.felt_m_s2[use] - STANDARD_GRAVITY_M_S2
            push_sd[use] = np.hypot(self.felt_noise, 0.03 * np.abs(push[use]))
        return smooth(t, heights, spread, push, push_sd, jerk)

    def _leave_out_spikes(self) -> None:
        """Samples that jump clear of their neighbours' median, between burnout and the ground: no rocket could follow them."""
        window = max(7, int(0.6 * self.s.rate_hz) // 2 * 2 + 1)
        off = np.abs(self.h - moving_median(self.h, window))
        free = (self.t > self._rough_burnout() + 0.4) & (self.t < self.t[min(self.falls, len(self.t) - 1)] - 0.5)
        self.outliers = free & (off > max(5.5 * self.s.noise_m, 1.2))
        if np.any(free) and np.mean(self.outliers[free]) > 0.1:
            self.outliers[:] = False

    # -- the moments

    def _tell(self, name: EventName, time_s: float, sd_s: float, basis: Basis, enough_s: float | None = None) -> None:
        moment = Moment(time_s=time_s, sd_s=sd_s, basis=basis)
        if sd_s * _SURE <= (enough_s or self.enough_s):
            self.moments[name] = moment
        else:
            self.vague[name] = moment

    def _launch_by_push(self) -> None:
        a: Floats = self._felt() - STANDARD_GRAVITY_M_S2
        window = (self.t > self.rough_launch - 2.5) & (self.t < self.t[self.rises] + 0.3)
        level = max(6.0 * self.felt_noise, 4.0)
        at = np.flatnonzero(window & (a > level))
        # Two in a row, or one before the sampling is too slow to show two.
        for i in at:
            if i + 1 < len(a) and (a[i + 1] > level or self.s.rate_hz < 15):
                before = float(a[i - 1]) if i > 0 else 0.0
                share = (level - before) / max(float(a[i]) - before, 1e-6)
                last = self.t[i - 1] if i > 0 else self.t[i]
                time_s = float(last + min(max(share, 0.0), 1.0) * (self.t[i] - last))
                self._tell("launch", time_s, 0.3 * self.step + 0.01, "push")
                return

    def _burnout_by_push(self) -> None:
        """Thrust ends where the push is no more than drag: drag is read off the coast."""
        felt = self._felt()
        launch = self.moments.get("launch")
        start = launch.time_s if launch else self.rough_launch
        top = self.t[self.top]
        boost = (self.t >= start) & (self.t < top)
        if np.sum(boost) < 4:
            return
        peak = float(np.max(felt[boost]))
        pushed = np.flatnonzero(boost & (felt > max(0.25 * peak, 4 * self.felt_noise)))
        if not pushed.size:
            return
        rough_end = float(self.t[pushed[self._first_break(pushed)]])
        speed = np.abs(self.path.speed_m_s)
        coast = (
            (self.t > rough_end + max(0.25, 3 * self.step))
            & (self.t < top - 0.3)
            & (speed > 0.25 * np.max(speed[boost]))
            & (felt < 1.0)
        )
        coast &= self.t < rough_end + 0.6 * (top - rough_end)
        if np.sum(coast) >= 4:
            v2 = speed[coast] ** 2
            self.drag = max(float(-(felt[coast] @ v2) / (v2 @ v2)), 0.0)
        thrust = felt + (self.drag or 0.0) * speed**2
        level = max(0.05 * peak, 3.5 * self.felt_noise)
        last = pushed[self._first_break(pushed)]
        while last + 1 < len(felt) and thrust[last + 1] > level and self.t[last + 1] < top:
            last += 1
        if last + 1 >= len(felt):
            return
        share = (thrust[last] - level) / max(thrust[last] - thrust[last + 1], 1e-6)
        end = float(self.t[last] + min(max(share, 0.0), 1.0) * (self.t[last + 1] - self.t[last]))
        # A tail below the noise is not seen.
        tail = level / max(peak, 1e-6) * 0.25 * max(end - start, 0.1)
        self._tell("burnout", end + 0.3 * tail, 0.3 * self.step + 0.01 + 0.3 * tail, "push")

    def _first_break(self, pushed: np.ndarray) -> int:
        """Index of the last sample before the push first lets go for a quarter of a second."""
        apart = np.flatnonzero(np.diff(self.t[pushed]) > 0.25 + 2 * self.step)
        return int(apart[0]) if apart.size else len(pushed) - 1

    def _ascent_by_heights(self) -> None:
        top = self.t[self.top]
        ejects = self._early_kick()
        until = min(top - 0.15, ejects - 0.1) if ejects else top - 0.15
        use = (self.t > self.rough_launch - 1.0) & (self.t < until) & ~self.outliers
        if np.sum(use & (self.t > self.rough_launch)) < 6:
            return
        burn = self._rough_burnout() - self.rough_launch
        guesses = tuple(np.clip([burn, 0.6 * burn, 1.5 * burn], 0.1, 8.0))
        noise = self.s.noise_m * math.sqrt(self.colour)
        found = fit_ascent(self.t[use], self.h[use], noise, self.rough_launch + 0.1, guesses)
        if found is None:
            return
        self.ascent, self.drag = found, self.drag if self.drag is not None else found.drag_per_m
        worse = max(1.0, found.residual_m / max(noise, 1e-3))
        if "launch" not in self.moments:
            self._tell("launch", found.launch_s, 1.2 * found.launch_sd_s * worse, "heights")
        if "burnout" not in self.moments and found.burnout_s < until:
            self._tell("burnout", found.burnout_s, 1.4 * found.burnout_sd_s * worse, "heights")

    def _early_kick(self) -> float | None:
        """A spike before the top: the charge fired on the way up."""
        at = np.flatnonzero(self.outliers & (self.t < self.t[self.top] + 0.5))
        return float(self.t[at[0]]) if at.size else None

    def _apogee(self) -> None:
        h, v = self.path.height_m, self.path.speed_m_s
        up = (self.t > self.rough_launch) & (self.t < self.t[self.top] + 4.0) & (self.t > self.t[self.top] - 4.0)
        at = np.flatnonzero(up)[int(np.argmax(h[up]))]
        if at + 1 >= len(h) or at == 0 or (h[at] - h[-1] < max(3 * self.s.noise_m, 1.0) and self.t[-1] - self.t[at] < 0.5):
            self.notes.append(("ends_going_up", float(h[-1])))
            return
        a = min(float(self.path.acceleration_m_s2[at]), -1.0)
        time_s = float(np.clip(self.t[at] - v[at] / a, self.t[at] - 2 * self.step, self.t[at] + 2 * self.step))
        # The slope about the top, as well as noise and slow errors let it be known, over the rate at which it changes there.
        count = max(int(np.sum(np.abs(self.t - self.t[at]) < 0.7)), 1)
        slope_sd = self.s.noise_m * math.sqrt(3.0 / count) / 0.7 + 3.2 * self._slow_m()
        sd = 1.15 * math.hypot(0.04, slope_sd / STANDARD_GRAVITY_M_S2)
        if np.any(self.outliers & (np.abs(self.t - self.t[at]) < 0.6)):
            sd = math.hypot(sd, 0.12)  # gas in the port hides the top itself
        self._tell("apogee", time_s, sd, "heights", enough_s=0.3)

    def _ejection(self) -> None:
        burnout = self.moments.get("burnout") or self.vague.get("burnout")
        after = (burnout.time_s if burnout else self._rough_burnout()) + 0.25
        landing = self.moments.get("landing")
        until = (landing.time_s if landing else float(self.t[min(self.falls, len(self.t) - 1)])) - 0.4
        spike = self._spike(after, until)
        pushed = self._ejection_by_push(after, until) if self.s.felt_m_s2 is not None else None
        if pushed is not None and (spike is None or pushed.time_s < spike + 0.3):
            self._tell("ejection", pushed.time_s, pushed.sd_s, "push")
            return
        if spike is not None:
            self._tell("ejection", spike, 0.35 * self.step + 0.01, "spike")
            return
        fitted = self._ejection_by_descent(after, until)
        if fitted is not None:
            self._tell("ejection", fitted.time_s, fitted.sd_s, "descent")

    def _ejection_by_push(self, after: float, until: float) -> Moment | None:
        felt = self._felt()
        v = np.abs(self.path.speed_m_s)
        jump, hangs = max(8 * self.felt_noise, 5.0), max(3.5 * self.felt_noise, 3.0)
        leaps = np.maximum(np.abs(np.diff(felt, prepend=felt[0])), np.abs(felt - np.roll(felt, 2)))
        for i in (int(x) for x in np.flatnonzero((self.t > after) & (self.t < until) & (leaps > 0.6 * jump))):
            first = max(i - max(4, int(0.2 * self.s.rate_hz)), 0)
            first = int(first) + int(np.searchsorted(self.t[first:i], after))
            if i - first < 3:
                continue
            before = felt[first:i]
            line = np.polyfit(self.t[first:i] - self.t[i], before, 1)
            away = abs(float(felt[i] - line[1]))
            if away < jump:
                continue
            # Coasting goes on with the drag it had; what jumps and does not come back to that is a canopy.
            drags = (max(-float(line[1]), 0.0) / max(float(v[i]) ** 2, 1.0), self.drag or 0.0)
            later = (self.t > self.t[i]) & (self.t < self.t[i] + 2.0)
            off = np.min([np.abs(felt[later] + drag * v[later] ** 2) for drag in drags], axis=0)
            hanging = float(np.mean(off > hangs)) if off.size >= 3 else 0.0
            if hanging > 0.4 or (hanging > 0.2 and away > 2.5 * jump):
                # Without a kick it may have hung quietly for a while before it swung.
                unsure = 0.01 if away > 2.5 * jump else 0.2
                return Moment(time_s=float(self.t[i]) - 0.4 * self.step, sd_s=0.3 * self.step + unsure, basis="push")
        return None

    def _spike(self, after: float, until: float) -> float | None:
        """The jump itself, among the samples left out: a corner of the path is none."""
        at = np.flatnonzero(self.outliers & (self.t > after) & (self.t < until))
        if not at.size:
            return None
        first = at[at <= at[0] + max(3, round(0.4 / self.step))]
        bends = np.array([abs(self.h[i] - 2 * self.h[i - 1] + self.h[i - 2]) for i in first if i >= 2])
        if not bends.size or bends.max() < max(5 * math.sqrt(6.0) * self.s.noise_m, 0.8):
            return None
        return float(self.t[int(first[-bends.size :][int(np.argmax(bends))])]) - 0.4 * self.step

    def _ejection_by_descent(self, after: float, until: float) -> Moment | None:
        apogee = self.moments.get("apogee") or self.vague.get("apogee")
        if apogee is None:
            return None
        steady = (self.t > apogee.time_s + 3.0) & (self.t < min(until, apogee.time_s + 9.0)) & ~self.outliers
        if np.sum(steady) < 8 or self.t[steady][-1] - self.t[steady][0] < 1.5:
            return None
        rate = -float(np.polyfit(self.t[steady], self.h[steady], 1)[0])
        drag = self.drag if self.drag is not None else 1e-3
        from_s, to_s = max(after, apogee.time_s - 2.5), min(until, apogee.time_s + 6.0)
        use = (self.t >= from_s) & (self.t <= to_s) & ~self.outliers
        noise = self.s.noise_m * math.sqrt(self.colour)
        found = fit_opening(self.t[use], self.h[use], noise, 1.0, drag, rate, from_s + 0.2, min(apogee.time_s + 4.0, to_s - 0.5))
        if found is None or found.better < 12.0:
            return None
        return Moment(
            time_s=found.time_s, sd_s=math.hypot(1.3 * found.sd_s, 0.05 + 0.1 * math.sqrt(self._slow_m())), basis="descent"
        )

    def _landing(self) -> None:
        end = float(self.t[-1])
        last = self.t > end - 1.5
        if np.sum(last) < 3 or abs(float(np.polyfit(self.t[last], self.rough[last], 1)[0])) > 0.6 or self.t[self.top] > end - 2.0:
            self.notes.append(("ends_in_the_air", float(self.rough[-1])))
            return
        ground = float(np.median(self.h[last]))
        above = np.flatnonzero((self.rough > ground + max(1.5, 3 * self.s.noise_m)) & (self.t > self.t[self.top]))
        if not above.size:
            return
        about = float(self.t[above[-1]])
        use = (self.t > max(about - 6.0, self.t[self.top] + 1.5)) & (self.t < about + 4.0) & ~self.outliers
        knee = (
            fit_knee(self.t[use], self.h[use], self.s.noise_m * math.sqrt(self.colour), 1.0, flat_after=True)
            if np.sum(use) > 8
            else None
        )
        if knee is None or knee.before_m_s > -0.3:
            return
        # Slow errors slide the knee along its slope.
        sd = math.hypot(knee.sd_s, 0.1 / max(-knee.before_m_s, 0.5))
        self._tell("landing", knee.time_s, sd, "heights", enough_s=0.6)

    def _main(self) -> None:
        """A second, slower descent: a knee that makes the descent much better explained."""
        opened, landed = self.moments.get("ejection") or self.vague.get("ejection"), self.moments.get("landing")
        begins = opened or self.moments.get("apogee")
        if begins is None or landed is None or landed.time_s - begins.time_s < 6.0:
            return
        apogee = self.moments.get("apogee")
        start = max(begins.time_s, apogee.time_s if apogee else 0.0) + 2.0
        use = (self.t > start) & (self.t < landed.time_s - 0.3) & ~self.outliers
        if np.sum(use) < 20:
            return
        noise = self.s.noise_m * math.sqrt(self.colour)
        knee: Knee | None = fit_knee(self.t[use], self.h[use], noise, 1.0)
        if knee is None or knee.after_m_s > -0.5 or knee.before_m_s > 1.6 * knee.after_m_s:
            return
        if knee.straight_cost - knee.cost > 40 and abs(knee.before_m_s - knee.after_m_s) > 2.0:
            self._tell("main", knee.time_s, knee.sd_s, "heights", enough_s=1.0)
