"""A thrust curve: samples joined by straight lines, and what follows from them."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.errors import RocketryError, require_finite

MOST_SAMPLES = 20_000
LONGEST_BURN_S = 120.0
BURN_THRESHOLD_FRACTION = 0.05  # of peak thrust: usual convention for burn time (common practice, no source)
EARLY_WINDOW_S = 0.1


@dataclass(frozen=True, kw_only=True)
class ThrustCurve:
    """Thrust against time, piecewise linear from ignition at t = 0.

    (0, 0) is put in front only where the first time is above 0; after the last sample thrust is 0.

    Parameters
    ----------
    times_s : tuple of float
        Strictly increasing, ≥ 0. [s]
    thrust_n : tuple of float
        ≥ 0, not all zero. [N]

    Raises
    ------
    RocketryError
        With name ``thrust`` and the row at fault.
    """

    times_s: tuple[float, ...]
    thrust_n: tuple[float, ...]

    def __post_init__(self) -> None:
        times, thrust = self.times_s, self.thrust_n
        if len(times) != len(thrust) or len(times) < 1:
            raise RocketryError("thrust", "needs at least one sample of time and thrust")
        if len(times) > MOST_SAMPLES:
            raise RocketryError("thrust", f"has {len(times)} samples; {MOST_SAMPLES} are plenty, thin it out")
        for i, (t, f) in enumerate(zip(times, thrust, strict=True)):
            where = f"thrust sample {i + 1}"
            require_finite(where, t, 0.0, LONGEST_BURN_S)
            require_finite(where, f, 0.0, 1e6)
            if i and t <= times[i - 1]:
                raise RocketryError(where, f"time {t:g} s does not come after {times[i - 1]:g} s; times must rise")
        if times[0] > 0:
            object.__setattr__(self, "times_s", (0.0, *times))
            object.__setattr__(self, "thrust_n", (0.0, *thrust))
        if len(self.times_s) < 2 or self.total_impulse_n_s <= 0:
            raise RocketryError("thrust", "has no impulse; some sample must push")

    @classmethod
    def from_samples(cls, samples: Sequence[Sequence[float]]) -> "ThrustCurve":
        """From rows of (time [s], thrust [N])."""
        return cls(times_s=tuple(float(r[0]) for r in samples), thrust_n=tuple(float(r[1]) for r in samples))

    def scaled(self, factor: float) -> "ThrustCurve":
        """The same curve with its thrust multiplied by a factor above zero. [-]"""
        return ThrustCurve(times_s=self.times_s, thrust_n=tuple(f * factor for f in self.thrust_n))

    def stretched(self, factor: float) -> "ThrustCurve":
        """The same curve burning longer by a factor above zero. [-]"""
        return ThrustCurve(times_s=tuple(t * factor for t in self.times_s), thrust_n=self.thrust_n)

    def leaning(self, factor: float) -> "ThrustCurve":
        """The same impulse over the same burn, pushing more at the beginning by a factor and less at the end by as much; below 1 later. [-]"""
        end = self.times_s[-1]
        tilted = tuple(f * factor ** (1 - 2 * t / end) for t, f in zip(self.times_s, self.thrust_n, strict=True))
        moved = ThrustCurve(times_s=self.times_s, thrust_n=tilted)
        return moved.scaled(self.total_impulse_n_s / moved.total_impulse_n_s)

    @cached_property
    def knots(self) -> tuple[NDArray[np.float64], NDArray[np.float64], NDArray[np.float64]]:
        """Times [s], thrust [N] and impulse delivered so far [N·s], each of shape (n,)."""
        t, f = np.array(self.times_s, dtype=np.float64), np.array(self.thrust_n, dtype=np.float64)
        delivered = np.concatenate(([0.0], np.cumsum(np.diff(t) * (f[1:] + f[:-1]) / 2)))
        return t, f, delivered

    @cached_property
    def shares(self) -> NDArray[np.float64]:
        """Per corner: time [s], thrust [N], impulse per second and impulse still to come as shares of the whole, two zeros, (n, 6)."""
        t, f, delivered = self.knots
        none = np.zeros_like(t)
        return np.stack((t, f, f / delivered[-1], 1.0 - delivered / delivered[-1], none, none), axis=1)

    @property
    def total_impulse_n_s(self) -> float:
        """Area under the curve. [N·s]"""
        return float(self.knots[2][-1])

    @property
    def peak_thrust_n(self) -> float:
        """Largest sample. [N]"""
        return max(self.thrust_n)

    @property
    def burnout_s(self) -> float:
        """Time of the last sample: when flight takes the motor to be spent. [s]"""
        return self.times_s[-1]

    @cached_property
    def burn_time_s(self) -> float:
        """Time from first reaching to last leaving 5 % of peak thrust. [s]"""
        t, f, _ = self.knots
        level = BURN_THRESHOLD_FRACTION * self.peak_thrust_n
        above = np.flatnonzero(f >= level)
        first, last = int(above[0]), int(above[-1])
        start = t[0] if first == 0 else _crossing(t, f, first - 1, level)
        end = t[last] if last == len(t) - 1 else _crossing(t, f, last, level)
        return float(end - start)

    @property
    def average_thrust_n(self) -> float:
        """Total impulse ÷ burn time, both as defined here. [N]"""
        return self.total_impulse_n_s / self.burn_time_s

    @property
    def early_thrust_n(self) -> float:
        """Mean thrust over the first 0.1 s, when the rocket must get moving. [N]"""
        return self.mean_thrust_n(EARLY_WINDOW_S)

    def mean_thrust_n(self, window_s: float) -> float:
        """Mean thrust over the first so many seconds. [N]"""
        return self.impulse_at_n_s(window_s) / window_s

    def thrust_at_n(self, time_s: float) -> float:
        """Thrust at a time; 0 before ignition and after the last sample. [N]"""
        t, f, _ = self.knots
        return float(np.interp(time_s, t, f, left=0.0, right=0.0))

    def impulse_at_n_s(self, time_s: float) -> float:
        """Impulse delivered up to a time. [N·s]"""
        t, f, delivered = self.knots
        if time_s <= 0:
            return 0.0
        if time_s >= t[-1]:
            return self.total_impulse_n_s
        i = int(np.searchsorted(t, time_s, side="right")) - 1
        return float(delivered[i] + (time_s - t[i]) * (f[i] + self.thrust_at_n(time_s)) / 2)


def _crossing(t: NDArray[np.float64], f: NDArray[np.float64], i: int, level: float) -> float:
    if f[i] == f[i + 1]:
        return float(t[i])
    return float(t[i] + (level - f[i]) / (f[i + 1] - f[i]) * (t[i + 1] - t[i]))
