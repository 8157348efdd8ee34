"""What every step of the search for moments leans on: the noise, rough times, the smoothed path; and the moments found so far."""

import math
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Literal

import numpy as np

from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.flights import Stretch, moving_median, rough_height
from wobbly_fin.rocketry.altimetry.series import Floats, Series
from wobbly_fin.rocketry.altimetry.smoother import Smoothed, smooth
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

if TYPE_CHECKING:
    from wobbly_fin.rocketry.altimetry.joint import WholeFlight

EventName = Literal["launch", "burnout", "apogee", "ejection", "main", "landing"]
Basis = Literal["push", "heights", "spike", "placed"]
EVENTS: tuple[EventName, ...] = ("launch", "burnout", "apogee", "ejection", "main", "landing")


@dataclass(frozen=True, slots=True, kw_only=True)
class Moment:
    """When, on the file's clock [s]; its standard deviation [s]; and what shows it."""

    time_s: float
    sd_s: float
    basis: Basis


@dataclass(frozen=True, slots=True, kw_only=True)
class Found:
    """What was found in one flight.

    Attributes
    ----------
    moments : dict
        By name; what the log does not hold is not among them.
    path : Smoothed
        Height above the pad, speed, acceleration at the series' samples.
    outliers : (n,) array of bool
        Samples left out: spikes.
    whole : WholeFlight or None
        The flight fitted to all of it.
    opened : bool or None
        Whether anything opened; None where the log ends before that shows.
    """

    series: Series
    moments: dict[EventName, Moment]
    path: Smoothed
    outliers: np.ndarray
    whole: "WholeFlight | None" = None
    opened: bool | None = None
    notes: tuple[tuple[str, float], ...] = field(default=())


class Search:
    """One flight's search, step by step: later steps lean on earlier ones."""

    def __init__(
        self, series: Series, stretch: Stretch, placed: dict[EventName, float], expected: Expected | None = None
    ) -> None:
        self.s, self.placed, self.expected = series, placed, expected
        self.t = series.time_s
        self.h = series.height_m - stretch.pad_m
        self.rises, self.top = stretch.rises - stretch.first, stretch.top - stretch.first
        self.falls = stretch.falls - stretch.first
        self.rough = rough_height(series) - stretch.pad_m
        self.step = 1.0 / series.rate_hz
        self.colour = self._colour()
        self.felt_noise = self._felt_noise()
        self.moments: dict[EventName, Moment] = {}
        self.notes: list[tuple[str, float]] = []
        self.drag: float | None = None
        self.outliers = np.zeros(len(self.t), dtype=bool)
        self.rough_launch, self.climb = self.rough_launch_s(), self.climb_of()
        if np.sum(self.t < self.rough_launch - 0.3) < 5:
            self.notes.append(("no_pad", 0.0))
        self.leave_out_spikes()
        self.path = self.smoothed(self.rough_launch, self.rough_burnout())

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

    def slow_m(self) -> float:
        """Standard deviation of the slow error, from the pad. [m]"""
        return self.s.noise_m * math.sqrt(max(self.colour - 1.0, 0.0) / max(2.0, 0.5 / self.step))

    def felt(self) -> Floats:
        """What was felt, nothing where nothing was written."""
        return np.asarray(np.nan_to_num(self.s.felt_m_s2)) if self.s.felt_m_s2 is not None else np.zeros(len(self.t))

    def felt_the_push(self) -> bool:
        """Whether an accelerometer wrote most of what it felt while the motor pushed: of holes nothing follows."""
        if self.s.felt_m_s2 is None:
            return False
        boost = self.s.felt_m_s2[(self.t >= self.rough_launch) & (self.t <= self.rough_burnout())]
        return bool(boost.size) and float(np.mean(np.isfinite(boost))) > 0.7

    def _felt_noise(self) -> float:
        if self.s.felt_m_s2 is None:
            return math.inf
        waits = self.s.felt_m_s2[self.t < self.t[self.rises] - 1.0]
        waits = waits[np.isfinite(waits)]
        if waits.size < 8:
            return 1.5
        return max(1.4826 * float(np.median(np.abs(waits - np.median(waits)))), 0.3)

    def rough_launch_s(self) -> float:
        """Back from where it is clear of the pad, the last sample that could still be on it."""
        level = max(3.0 * self.s.noise_m, 0.4)
        below = np.flatnonzero(self.rough[: self.rises + 1] < level)
        at = int(below[-1]) if below.size else 0
        return float(self.t[at]) - 0.1

    def rough_burnout(self) -> float:
        """Where heights with half a second's median taken climb fastest: a spike of gas must not count as speed."""
        up = (self.t > self.rough_launch) & (self.t < self.t[self.top])
        if np.sum(up) < 3:
            return float(self.t[self.top])
        at = np.flatnonzero(up)[int(np.argmax(self.climb[up]))]
        return float(max(self.t[at], self.rough_launch + 2 * self.step))

    def climb_of(self) -> Floats:
        steady = moving_median(self.h, max(5, int(0.5 * self.s.rate_hz) // 2 * 2 + 1))
        half = max(1, round(0.15 / self.step))
        ahead = np.minimum(np.arange(len(self.t)) + half, len(self.t) - 1)
        behind = np.maximum(np.arange(len(self.t)) - half, 0)
        return np.asarray((steady[ahead] - steady[behind]) / np.maximum(self.t[ahead] - self.t[behind], 1e-6))

    def smoothed(self, launch_s: float, burnout_s: float) -> Smoothed:
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

    def leave_out_spikes(self) -> None:
        """Samples that jump clear of their neighbours' median, between burnout and the ground: no rocket could follow them."""
        window = max(7, int(0.6 * self.s.rate_hz) // 2 * 2 + 1)
        off = np.abs(self.h - moving_median(self.h, window))
        free = (self.t > self.rough_burnout() + 0.4) & (self.t < self.t[min(self.falls, len(self.t) - 1)] - 0.5)
        self.outliers = free & (off > max(5.5 * self.s.noise_m, 1.2))
        if np.any(free) and np.mean(self.outliers[free]) > 0.1:
            self.outliers[:] = False

    def tell(self, name: EventName, time_s: float, sd_s: float, basis: Basis) -> None:
        self.moments[name] = Moment(time_s=time_s, sd_s=sd_s, basis=basis)

    def smooth_again(self) -> None:
        """The path anew, with what is known by now of when the motor pushed."""
        launch, burnout = self.moments.get("launch"), self.moments.get("burnout")
        self.path = self.smoothed(
            launch.time_s if launch else self.rough_launch, burnout.time_s if burnout else self.rough_burnout()
        )
