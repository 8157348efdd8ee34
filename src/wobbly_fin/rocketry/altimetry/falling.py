"""The way down in a log: what was felt or jumped at the ejection, and the landing."""

import math

import numpy as np

from wobbly_fin.rocketry.altimetry.fall_fit import fit_knee
from wobbly_fin.rocketry.altimetry.search import Moment, Search


def find_ejection(on: Search) -> None:
    """By a kick that was felt or a jump in pressure; how the fall changed is for the whole flight to say."""
    burnout = on.moments.get("burnout")
    after = (burnout.time_s if burnout else on.rough_burnout()) + 0.25
    landing = on.moments.get("landing")
    until = (landing.time_s if landing else float(on.t[min(on.falls, len(on.t) - 1)])) - 0.4
    spike = _spike(on, after, until)
    pushed = _ejection_by_push(on, after, until) if on.s.felt_m_s2 is not None else None
    if pushed is not None and (spike is None or pushed.time_s < spike + 0.3):
        on.tell("ejection", pushed.time_s, pushed.sd_s, "push")
        return
    if spike is not None:
        on.tell("ejection", spike, 0.35 * on.step + 0.01, "spike")


def _ejection_by_push(on: Search, after: float, until: float) -> Moment | None:
    felt = on.felt()
    v = np.abs(on.path.speed_m_s)
    jump, hangs = max(8 * on.felt_noise, 5.0), max(3.5 * on.felt_noise, 3.0)
    leaps = np.maximum(np.abs(np.diff(felt, prepend=felt[0])), np.abs(felt - np.roll(felt, 2)))
    for i in (int(x) for x in np.flatnonzero((on.t > after) & (on.t < until) & (leaps > 0.6 * jump))):
        first = max(i - max(4, int(0.2 * on.s.rate_hz)), 0)
        first = int(first) + int(np.searchsorted(on.t[first:i], after))
        if i - first < 3:
            continue
        before = felt[first:i]
        line = np.polyfit(on.t[first:i] - on.t[i], before, 1)
        away = abs(float(felt[i] - line[1]))
        if away < jump:
            continue
        # Coasting goes on with the drag it had; what jumps and does not come back to that is a canopy.
        drags = (max(-float(line[1]), 0.0) / max(float(v[i]) ** 2, 1.0), on.drag or 0.0)
        later = (on.t > on.t[i]) & (on.t < on.t[i] + 2.0)
        off = np.min([np.abs(felt[later] + drag * v[later] ** 2) for drag in drags], axis=0)
        hanging = float(np.mean(off > hangs)) if off.size >= 3 else 0.0
        if hanging > 0.4 or (hanging > 0.2 and away > 2.5 * jump):
            # Without a kick it may have hung quietly for a while before it swung.
            unsure = 0.01 if away > 2.5 * jump else 0.2
            return Moment(time_s=float(on.t[i]) - 0.4 * on.step, sd_s=0.3 * on.step + unsure, basis="push")
    return None


def _spike(on: Search, after: float, until: float) -> float | None:
    """The jump itself, among the samples left out: a corner of the path is none."""
    at = np.flatnonzero(on.outliers & (on.t > after) & (on.t < until))
    if not at.size:
        return None
    first = at[at <= at[0] + max(3, round(0.4 / on.step))]
    bends = np.array([abs(on.h[i] - 2 * on.h[i - 1] + on.h[i - 2]) for i in first if i >= 2])
    if not bends.size or bends.max() < max(5 * math.sqrt(6.0) * on.s.noise_m, 0.8):
        return None
    return float(on.t[int(first[-bends.size :][int(np.argmax(bends))])]) - 0.4 * on.step


def find_landing(on: Search) -> None:
    """Where the descent ends in level ground: a knee whose second line is flat."""
    end = float(on.t[-1])
    last = on.t > end - 1.5
    if np.sum(last) < 3 or abs(float(np.polyfit(on.t[last], on.rough[last], 1)[0])) > 0.6 or on.t[on.top] > end - 2.0:
        on.notes.append(("ends_in_the_air", float(on.rough[-1])))
        return
    ground = float(np.median(on.h[last]))
    above = np.flatnonzero((on.rough > ground + max(1.5, 3 * on.s.noise_m)) & (on.t > on.t[on.top]))
    if not above.size:
        return
    about = float(on.t[above[-1]])
    use = (on.t > max(about - 6.0, on.t[on.top] + 1.5)) & (on.t < about + 4.0) & ~on.outliers
    knee = fit_knee(on.t[use], on.h[use], on.s.noise_m * math.sqrt(on.colour), 1.0, flat_after=True) if np.sum(use) > 8 else None
    if knee is None or knee.before_m_s > -0.3:
        return
    # Slow errors slide the knee along its slope.
    sd = math.hypot(knee.sd_s, 0.1 / max(-knee.before_m_s, 0.5))
    on.tell("landing", knee.time_s, sd, "heights")
