"""A whole flight fitted to all heights of a log at once: pushed, coasting, hanging from what opened, lying on the ground.

Each figure leans on every sample, and how far the samples let it go is its standard deviation. What was seen otherwise (a push felt, a
spike of gas) comes in as a figure known beforehand. Whether anything opened, and whether twice, is which of three flights explains the
heights best.
"""

import math
from copy import copy
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares

from wobbly_fin.rocketry.altimetry.thinning import thinned
from wobbly_fin.rocketry.altimetry.whole_model import (
    BURN_S,
    DRAG,
    EJECT_S,
    FILL_S,
    FIRST,
    GROUND,
    LAG_S,
    MAIN_S,
    PAD,
    PORT,
    RATE,
    RATE_2,
    SECOND,
    SHARE,
    T0,
    THIRD,
    figures_of,
    fly_model,
)

Floats = NDArray[np.float64]
_FIGURES = 16
# Figures that stay where they are when these moments are known otherwise.
_HELD = {T0: {"launch"}, BURN_S: {"launch", "burnout"}, EJECT_S: {"ejection"}}
_LEANS = {
    "launch": ("launch", "burn_time_s", "apogee_time_s", "duration_s"), "burnout": ("burnout", "burn_time_s", "coast_time_s", "delay_s"),
    "ejection": ("ejection", "apogee_to_ejection_s", "delay_s"),
}  # fmt: skip
_UP = [T0, BURN_S, FIRST, SECOND, THIRD, SHARE, DRAG, PORT, PAD, LAG_S]
# A port that lets in more of the ram pressure, or a sensor that lags longer, would hide the first third of a burn: a launch before the
# launch fits as well then, and costs a tenth of the top speed (our own figures).
_MOST_RAM, _MOST_LAG_S = 0.013, 0.25
# T0, burn, first, second, third, share, drag, port; eject, rate, main, rate 2, pad, ground, lag, fill
_LOW = np.array([-1e12, 0.05, 1.0, -5.0, -5.0, 0.02, 1e-5, -_MOST_RAM, -1e12, 0.3, -1e12, 0.3, -50.0, -1e4, -0.05, 0.02])
_HIGH = np.array([1e12, 12.0, 900.0, 600.0, 600.0, 0.6, 0.05, _MOST_RAM, 1e12, 90.0, 1e12, 60.0, 50.0, 1e4, _MOST_LAG_S, 1.5])
_SCALE = np.array([0.05, 0.05, 5.0, 5.0, 5.0, 0.05, 2e-4, 2e-3, 0.05, 0.2, 0.2, 0.2, 0.1, 0.2, 0.01, 0.05])
# What is known beforehand, loosely.
_USUAL = np.array([0.0, 1.5, 80.0, 60.0, 50.0, 0.2, 1e-3, 0.003, 0.0, 6.0, 0.0, 5.0, 0.0, 0.0, 0.02, 0.12])
_LOOSE = np.array([0.4, 4.0, 150.0, 120.0, 120.0, 0.2, 4e-3, 0.008, 30.0, 40.0, 300.0, 20.0, 0.5, 30.0, 0.04, 0.12])
_FIRST_RATIO = (0.1, 0.35)
_NUDGE = 0.1  # of `_SCALE`: far enough that steps of the model do not show
_AROUND_S = np.array([-1.3, -0.9, -0.6, -0.4, -0.25, -0.15, -0.08, 0.0, 0.08, 0.15, 0.25, 0.4, 0.6, 0.9, 1.3])
_HEAVY = 4.0  # residuals beyond so many σ count ever less
_RISE, _DESCENT, _END = 260, 110, 60  # samples kept of the way up and over, of the descent, of the landing


Beforehand = dict[int, tuple[float, float]]


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    """A figure known otherwise: launch, burnout or ejection on the log's clock, with its standard deviation. [s]"""

    name: str
    time_s: float
    sd_s: float


@dataclass(frozen=True, slots=True)
class Settled:
    """One kind of flight (dart: nothing opened; one; two), fitted: half χ² with what was known beforehand, its parameters, and the slow
    error its heights showed. [m]"""

    kind: str
    cost: float
    p: Floats
    fit: "_Fit"
    slow_m: float

    def figures(self) -> dict[str, tuple[float, float]]:
        """Name → (value, standard deviation), as `figures_of` has them."""
        return self.fit.figures(self.p, self.cost)


def fit_whole(
    time_s: Floats, height_m: Floats, noise_m: float, slow_m: float, ups: tuple[Floats, ...], downs: tuple[tuple[str, Floats], ...],
    known: tuple[Known, ...], over_s: float, landed_s: float | None, beforehand: Beforehand,
) -> dict[str, Settled]:  # fmt: skip
    """Fit some kinds of flight to all heights of one.

    Parameters
    ----------
    time_s, height_m : (n,) arrays
        From the pad to the ground, or as far as the log goes.
    noise_m, slow_m : float
        Standard deviation of one height, and of the slow error all within half a second share. [m]
    ups : tuple of parameters
        Where to begin on the way up; see the names of this module.
    downs : tuple of (kind, parameters)
        Where to begin with what opens; what they say of the way up is not looked at.
    over_s : float
        A few seconds past the top: until there samples count most. [s]
    landed_s : float or None
        Roughly when it came to rest.
    beforehand : dict
        Figures known beforehand: parameter → (value, standard deviation).
    """
    t, h, sd, part = _kept(time_s, height_m, noise_m, slow_m, over_s, landed_s)
    # First the way up by itself, then the way down after it, then all at once: so none of it starts far from home.
    up = t < over_s - 5.3
    risen = [(math.inf, ups[0])]
    if np.sum(up) > 6:
        climb = _Fit("dart", t[up], h[up], sd[up], ups[0], known, beforehand)
        ends = [climb.settle(climb.begin(start), [i for i in _UP if i in climb.free], heavy=False) for start in ups]
        risen = [(e[0], e[1]) for e in ends if e is not None] or risen
    best_up = min(risen, key=lambda e: e[0])[1]
    begun: dict[str, tuple[float, Floats, _Fit]] = {}
    for kind, start in downs:
        fit = _Fit(kind, t, h, sd, start, known, beforehand)
        p = fit.begin(start)
        p[_UP] = fit.begin(best_up)[_UP]
        end = fit.settle(p, [i for i in fit.free if i not in _UP], heavy=False, most=10)
        if end is not None and (kind not in begun or end[0] < begun[kind][0]):
            begun[kind] = end[0], end[1], fit
    settled: dict[str, tuple[float, Floats, _Fit]] = {}
    for kind, (_, p, fit) in begun.items():
        far = fit.settle(p, fit.free, heavy=False, most=25)
        near = None if far is None else fit.settle(far[1], fit.free, heavy=True, most=25)
        if near is not None:
            settled[kind] = near[0], near[1], fit
    if not settled:
        return {}
    # What the best flight leaves beyond the noise (gusts on the port, an unsteady descent) makes samples that much less telling, for all.
    best = min(settled.values(), key=lambda s: s[0])
    slow_m = max(slow_m, _slow(time_s, height_m, noise_m, best[1], over_s))
    t, h, sd, part = _kept(time_s, height_m, noise_m, slow_m, over_s, landed_s)
    left = best[2].like(t, h, sd).left(best[1])
    wider = np.array(
        [max(1.0, 1.4826 * float(np.median(np.abs(left[part == k])))) if np.any(part == k) else 1.0 for k in range(3)]
    )
    found = {}
    for kind, (_, p, old) in settled.items():
        fit = old.like(t, h, sd * wider[part])
        end = fit.settle(p, fit.free, heavy=True, most=20)
        if end is not None:
            found[kind] = Settled(kind, end[0], end[1], fit, slow_m)
    return found


def _slow(time_s: Floats, height_m: Floats, noise_m: float, p: Floats, over_s: float) -> float:
    """Standard deviation of the error that half a second shares, from what the best flight leaves until a little past the top. [m]"""
    use = (time_s > p[T0]) & (time_s < over_s)
    out = np.empty((int(np.sum(use)), 2))
    fly_model(p, time_s[use], out)
    left = height_m[use] - out[:, 0]
    block = np.floor((time_s[use] - p[T0]) / 0.5).astype(np.int64)
    count = np.bincount(block)
    means = np.bincount(block, left) / np.maximum(count, 1)
    means, count = means[count > 0], count[count > 0]
    if len(means) < 6:
        return 0.0
    # A wild block is a spike's, not the wind's.
    spread = 1.4826 * float(np.median(np.abs(means - np.median(means))))
    return math.sqrt(max(spread**2 - noise_m**2 / float(np.median(count)), 0.0))


def _kept(
    time_s: Floats, height_m: Floats, noise_m: float, slow_m: float, over_s: float, landed_s: float | None
) -> tuple[Floats, Floats, Floats, NDArray[np.intp]]:
    """Fewer samples, each a mean of several: many where things happen, few on a steady descent. Slow errors do not average out."""
    late = (landed_s - 3.0) if landed_s is not None else math.inf
    parts = []
    for number, (use, most) in enumerate(
        (
            (time_s <= over_s, _RISE),
            ((time_s > over_s) & (time_s <= late), _DESCENT),
            ((time_s > over_s) & (time_s > late), _END),
        )
    ):
        if np.any(use):
            t, h, sd, _ = thinned(time_s[use], height_m[use], noise_m, most)
            step = float(np.median(np.diff(t))) if len(t) > 1 else 1.0
            # Slow errors live about a second: of so many samples within one, each is worth less.
            parts.append(
                (t, h, np.full(len(t), math.sqrt(sd**2 + slow_m**2 * max(1.0, 1.0 / max(step, 1e-3)))), np.full(len(t), number))
            )
    return tuple(np.concatenate([p[i] for p in parts]) for i in range(4))  # type: ignore[return-value]


class _Fit:
    """One kind of flight against the samples."""

    def __init__(
        self, kind: str, t: Floats, h: Floats, sd: Floats, start: Floats, known: tuple[Known, ...], beforehand: Beforehand
    ) -> None:
        out = {"dart": (EJECT_S, RATE, MAIN_S, RATE_2, FILL_S), "one": (MAIN_S, RATE_2), "two": ()}[kind]
        self.kind, self.t, self.h, self.sd = kind, t, h, sd
        fixed = {k.name for k in self.known_of(known, kind)}
        held = [i for i, names in _HELD.items() if names <= fixed]
        self.free = [i for i in range(_FIGURES) if i not in out and i not in held]
        self.usual, self.loose = _USUAL.copy(), _LOOSE.copy()
        for i, (value, sd_) in beforehand.items():
            self.usual[i], self.loose[i] = value, sd_
        self.usual[[T0, EJECT_S, MAIN_S, GROUND]] = start[[T0, EJECT_S, MAIN_S, GROUND]]
        self.known = self.known_of(known, kind)
        self.out = np.empty((len(t), 2))

    @staticmethod
    def known_of(known: tuple[Known, ...], kind: str) -> list[Known]:
        return [k for k in known if not (k.name == "ejection" and kind == "dart")]

    def begin(self, p: Floats) -> Floats:
        """With what is known otherwise put in its place."""
        q = np.clip(p, _LOW, _HIGH)
        at = {k.name: k.time_s for k in self.known}
        q[T0] = at.get("launch", q[T0])
        if "burnout" in at:
            q[BURN_S] = max(at["burnout"] - q[T0], _LOW[BURN_S])
        q[EJECT_S] = at.get("ejection", q[EJECT_S])
        return q

    def left(self, p: Floats) -> Floats:
        """What it leaves of each height, in standard deviations."""
        fly_model(p, self.t, self.out)
        return np.asarray((self.out[:, 0] - self.h) / self.sd)

    def residuals(self, p: Floats) -> Floats:
        ratio = math.log(max(p[FIRST], 1.0) / max(p[SECOND], 1.0))
        told = [(_moment(p, k.name) - k.time_s) / k.sd_s for k in self.known]
        before = ((p - self.usual) / self.loose)[self.free]
        return np.concatenate((self.left(p), before, [(ratio - _FIRST_RATIO[0]) / _FIRST_RATIO[1]], told))

    def settle(self, p: Floats, free: list[int], *, heavy: bool, most: int = 40) -> tuple[float, Floats] | None:
        """Least squares over some figures, with heavy tails if asked; half χ², parameters."""
        base = np.clip(p, _LOW, _HIGH)
        scale = _SCALE[free]

        def at(x: Floats) -> Floats:
            q = base.copy()
            q[free] = x * scale
            return self.residuals(q)

        def slopes(x: Floats) -> Floats:
            here = at(x)
            return np.stack([(at(x + _NUDGE * one) - here) / _NUDGE for one in np.eye(len(free))], axis=1)

        low, high = _LOW[free] / scale, _HIGH[free] / scale
        start = np.clip(base[free] / scale, low + 1e-6, high - 1e-6)
        try:
            found = least_squares(
                at, start, jac=slopes, bounds=(low, high), loss="cauchy" if heavy else "linear", f_scale=_HEAVY if heavy else 1.0,
                max_nfev=most, xtol=1e-5, ftol=1e-5, gtol=1e-5,
            )  # fmt: skip
        except (ValueError, np.linalg.LinAlgError):
            return None
        if not math.isfinite(found.cost):
            return None
        base[free] = found.x * scale
        return float(found.cost), base

    def normal(self, p: Floats) -> Floats:
        """JᵀJ of the free figures, where heavy tails count less."""
        here = self.residuals(p)
        columns = []
        for j in self.free:
            q = p.copy()
            q[j] += _NUDGE * _SCALE[j]
            columns.append((self.residuals(q) - here) / (_NUDGE * _SCALE[j]))
        leaning = np.stack(columns, axis=1) / np.sqrt(1 + (here / _HEAVY) ** 2)[:, None]
        return leaning.T @ leaning + np.diag(1e-9 / _SCALE[self.free] ** 2)

    def like(self, t: Floats, h: Floats, sd: Floats) -> "_Fit":
        """The same against other samples."""
        other = copy(self)
        other.t, other.h, other.sd, other.out = t, h, sd, np.empty((len(t), 2))
        return other

    def figures(self, p: Floats, cost: float) -> dict[str, tuple[float, float]]:
        """Every figure with its spread."""
        covariance = np.linalg.pinv(self.normal(p))
        shift = 0.0
        if self.kind != "dart" and not any(k.name == "ejection" for k in self.known):
            shift, sd = self._about_ejection(p, cost)
            at = self.free.index(EJECT_S)
            scale = sd / math.sqrt(max(covariance[at, at], 1e-12))
            covariance = covariance.copy()
            covariance[at, :] *= scale
            covariance[:, at] *= scale
        names = figures_of(p, self.kind)
        slopes = []
        for j in self.free:
            q = p.copy()
            q[j] += _NUDGE * _SCALE[j]
            other = figures_of(q, self.kind)
            slopes.append([(other[n] - names[n]) / (_NUDGE * _SCALE[j]) for n in names])
        gradient = np.nan_to_num(np.array(slopes))
        figures = {}
        for i, (name, value) in enumerate(names.items()):
            g = gradient[:, i]
            moved = value + (shift if name in ("ejection", "apogee_to_ejection_s", "delay_s") else 0.0)
            # Heights hold the path where it is; of what was known otherwise only the moments themselves are unsure.
            also = [k.sd_s for k in self.known if name in _LEANS.get(k.name, ())]
            figures[name] = (moved, math.hypot(math.sqrt(max(float(g @ covariance @ g), 0.0)), *also))
        return figures

    def _about_ejection(self, p: Floats, least: float) -> tuple[float, float]:
        """How far from where it settled the opening lies on average, and how far about that: near the top nothing changes at once, so that
        the fit's own curvature says nothing; each moment is tried with all else settled anew."""
        free = [i for i in self.free if i != EJECT_S]
        costs = []
        for off in _AROUND_S:
            q = p.copy()
            q[EJECT_S] += off
            end = self.settle(q, free, heavy=True, most=4)
            costs.append(math.inf if end is None or q[EJECT_S] <= p[T0] + p[BURN_S] else end[0])
        weights = np.exp(-np.clip(np.array(costs) - min(*costs, least), 0.0, 60.0))
        weights[~np.isfinite(weights)] = 0.0
        fine = np.linspace(_AROUND_S[0], _AROUND_S[-1], 401)
        density = np.exp(np.interp(fine, _AROUND_S, np.log(np.maximum(weights, 1e-30))))
        density /= density.sum()
        mean = float(fine @ density)
        return mean, max(math.sqrt(max(float((fine - mean) ** 2 @ density), 0.0)), 0.01)


def _moment(p: Floats, name: str) -> float:
    return float(p[T0] if name == "launch" else p[T0] + p[BURN_S] if name == "burnout" else p[EJECT_S])
