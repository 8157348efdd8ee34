"""The way up in a log: launch, burnout and the top."""

import math

import numpy as np

from wobbly_fin.rocketry.altimetry.search import Search
from wobbly_fin.rocketry.altimetry.series import Floats
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2


def find_launch_by_push(on: Search) -> None:
    """When the push first stands clear of the accelerometer's noise."""
    a: Floats = on.felt() - STANDARD_GRAVITY_M_S2
    window = (on.t > on.rough_launch - 2.5) & (on.t < on.t[on.rises] + 0.3)
    level = max(6.0 * on.felt_noise, 4.0)
    at = np.flatnonzero(window & (a > level))
    # Two in a row, or one before the sampling is too slow to show two.
    for i in at:
        if i + 1 < len(a) and (a[i + 1] > level or on.s.rate_hz < 15):
            before = float(a[i - 1]) if i > 0 else 0.0
            share = (level - before) / max(float(a[i]) - before, 1e-6)
            last = on.t[i - 1] if i > 0 else on.t[i]
            time_s = float(last + min(max(share, 0.0), 1.0) * (on.t[i] - last))
            on.tell("launch", time_s, 0.3 * on.step + 0.01, "push")
            return


def find_burnout_by_push(on: Search) -> None:
    """Thrust ends where the push is no more than drag: drag is read off the coast."""
    felt = on.felt()
    launch = on.moments.get("launch")
    start = launch.time_s if launch else on.rough_launch
    top = on.t[on.top]
    boost = (on.t >= start) & (on.t < top)
    if np.sum(boost) < 4:
        return
    peak = float(np.max(felt[boost]))
    pushed = np.flatnonzero(boost & (felt > max(0.25 * peak, 4 * on.felt_noise)))
    if not pushed.size:
        return
    rough_end = float(on.t[pushed[_first_break(on, pushed)]])
    speed = np.abs(on.path.speed_m_s)
    coast = (
        (on.t > rough_end + max(0.25, 3 * on.step)) & (on.t < top - 0.3) & (speed > 0.25 * np.max(speed[boost])) & (felt < 1.0)
    )
    coast &= on.t < rough_end + 0.6 * (top - rough_end)
    if np.sum(coast) >= 4:
        v2 = speed[coast] ** 2
        on.drag = max(float(-(felt[coast] @ v2) / (v2 @ v2)), 0.0)
    thrust = felt + (on.drag or 0.0) * speed**2
    level = max(0.05 * peak, 3.5 * on.felt_noise)
    last = pushed[_first_break(on, pushed)]
    while last + 1 < len(felt) and thrust[last + 1] > level and on.t[last + 1] < top:
        last += 1
    if last + 1 >= len(felt):
        return
    share = (thrust[last] - level) / max(thrust[last] - thrust[last + 1], 1e-6)
    end = float(on.t[last] + min(max(share, 0.0), 1.0) * (on.t[last + 1] - on.t[last]))
    # A tail below the noise is not seen.
    tail = level / max(peak, 1e-6) * 0.25 * max(end - start, 0.1)
    on.tell("burnout", end + 0.3 * tail, 0.3 * on.step + 0.01 + 0.3 * tail, "push")


def _first_break(on: Search, pushed: np.ndarray) -> int:
    """Index of the last sample before the push first lets go for a quarter of a second."""
    apart = np.flatnonzero(np.diff(on.t[pushed]) > 0.25 + 2 * on.step)
    return int(apart[0]) if apart.size else len(pushed) - 1


def find_apogee(on: Search) -> None:
    """The top of the smoothed path, where it lies between two samples."""
    h, v = on.path.height_m, on.path.speed_m_s
    up = (on.t > on.rough_launch) & (on.t < on.t[on.top] + 4.0) & (on.t > on.t[on.top] - 4.0)
    at = np.flatnonzero(up)[int(np.argmax(h[up]))]
    if at + 1 >= len(h) or at == 0 or (h[at] - h[-1] < max(3 * on.s.noise_m, 1.0) and on.t[-1] - on.t[at] < 0.5):
        on.notes.append(("ends_going_up", float(h[-1])))
        return
    a = min(float(on.path.acceleration_m_s2[at]), -1.0)
    time_s = float(np.clip(on.t[at] - v[at] / a, on.t[at] - 2 * on.step, on.t[at] + 2 * on.step))
    # The slope about the top, as well as noise and slow errors let it be known, over the rate at which it changes there.
    count = max(int(np.sum(np.abs(on.t - on.t[at]) < 0.7)), 1)
    slope_sd = on.s.noise_m * math.sqrt(3.0 / count) / 0.7 + 3.2 * on.slow_m()
    sd = 1.15 * math.hypot(0.04, slope_sd / STANDARD_GRAVITY_M_S2)
    if np.any(on.outliers & (np.abs(on.t - on.t[at]) < 0.6)):
        sd = math.hypot(sd, 0.12)  # gas in the port hides the top itself
    on.tell("apogee", time_s, sd, "heights")
