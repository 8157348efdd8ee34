"""The way down in a log: ejection, main and landing."""

import math

import numpy as np

from wobbly_fin.rocketry.altimetry.fall_fit import Knee, fit_knee, fit_opening
from wobbly_fin.rocketry.altimetry.search import Moment, Search


def find_ejection(on: Search) -> None:
    """By a kick that was felt, by a jump in pressure, or by how the fall changed: the first of these that shows."""
    burnout = on.moments.get("burnout") or on.vague.get("burnout")
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
        return
    fitted = _ejection_by_descent(on, after, until)
    if fitted is not None:
        on.tell("ejection", fitted.time_s, fitted.sd_s, "descent")


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


def _ejection_by_descent(on: Search, after: float, until: float) -> Moment | None:
    apogee = on.moments.get("apogee") or on.vague.get("apogee")
    if apogee is None:
        return None
    steady = (on.t > apogee.time_s + 3.0) & (on.t < min(until, apogee.time_s + 9.0)) & ~on.outliers
    if np.sum(steady) < 8 or on.t[steady][-1] - on.t[steady][0] < 1.5:
        return None
    rate = -float(np.polyfit(on.t[steady], on.h[steady], 1)[0])
    drag = on.drag if on.drag is not None else 1e-3
    from_s, to_s = max(after, apogee.time_s - 2.5), min(until, apogee.time_s + 6.0)
    use = (on.t >= from_s) & (on.t <= to_s) & ~on.outliers
    noise = on.s.noise_m * math.sqrt(on.colour)
    found = fit_opening(on.t[use], on.h[use], noise, 1.0, drag, rate, from_s + 0.2, min(apogee.time_s + 4.0, to_s - 0.5))
    if found is None or found.better < 12.0:
        return None
    return Moment(time_s=found.time_s, sd_s=math.hypot(1.3 * found.sd_s, 0.05 + 0.1 * math.sqrt(on.slow_m())), basis="descent")


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
    on.tell("landing", knee.time_s, sd, "heights", enough_s=0.6)


def find_main(on: Search) -> None:
    """A second, slower descent: a knee that makes the descent much better explained."""
    opened, landed = on.moments.get("ejection") or on.vague.get("ejection"), on.moments.get("landing")
    begins = opened or on.moments.get("apogee")
    if begins is None or landed is None or landed.time_s - begins.time_s < 6.0:
        return
    apogee = on.moments.get("apogee")
    start = max(begins.time_s, apogee.time_s if apogee else 0.0) + 2.0
    use = (on.t > start) & (on.t < landed.time_s - 0.3) & ~on.outliers
    if np.sum(use) < 20:
        return
    noise = on.s.noise_m * math.sqrt(on.colour)
    knee: Knee | None = fit_knee(on.t[use], on.h[use], noise, 1.0)
    if knee is None or knee.after_m_s > -0.5 or knee.before_m_s > 1.6 * knee.after_m_s:
        return
    if knee.straight_cost - knee.cost > 40 and abs(knee.before_m_s - knee.after_m_s) > 2.0:
        on.tell("main", knee.time_s, knee.sd_s, "heights", enough_s=1.0)
