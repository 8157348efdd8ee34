"""Which stretch of a recording is a flight: up from the pad fast, and back."""

from dataclasses import dataclass

import numpy as np

from wobbly_fin.rocketry.altimetry.series import Floats, Series

_LEAST_HEIGHT_M, _LEAST_CLIMB_M_S = 6.0, 6.0
_TOGETHER_S = 2.0  # a dip shorter than this does not part two flights
_PAD_SHOWN_S, _GROUND_SHOWN_S = 60.0, 30.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Stretch:
    """One flight within a recording: its samples with some pad before and ground after, and roughly when it rose and was highest.

    Attributes
    ----------
    first, last : int
        Its samples, `last` not among them.
    rises, top, falls : int
        Index, within the recording, of the first sample clear of the pad, the highest, and the last one clear of the ground.
    pad_m : float
        Height of the pad on the file's scale. [m]
    """

    first: int
    last: int
    rises: int
    top: int
    falls: int
    pad_m: float


def rough_height(series: Series) -> Floats:
    """Heights with single wild samples taken out and a fifth of a second smoothed away."""
    window = max(3, int(0.15 * series.rate_hz) // 2 * 2 + 1)
    return _moving_mean(moving_median(series.height_m, window), window)


def find_flights(series: Series) -> tuple[Stretch, ...]:
    """Every flight in a recording, in order; none where it never left the pad."""
    rough = rough_height(series)
    t, n = series.time_s, len(series.time_s)
    begin = rough[t <= t[0] + 0.6]
    base = float(np.median(begin))
    level = max(_LEAST_HEIGHT_M / 2, 6.0 * series.noise_m)
    clear = rough > base + level
    # A long wait lets the weather move the zero; what stays off for good and never climbs fast is not a flight.
    runs = _runs(clear, t)
    found = []
    for first, last in runs:
        top = first + int(np.argmax(rough[first:last]))
        pad = _pad_before(series, rough, first, base)
        before = max(first - int(1.0 * series.rate_hz) - 1, 0)
        climb = _fastest_climb(t[before : top + 1], rough[before : top + 1])
        if rough[top] - pad < max(_LEAST_HEIGHT_M, 8 * series.noise_m) or climb < _LEAST_CLIMB_M_S:
            continue
        found.append((first, last, top, pad))
    out = []
    for i, (first, last, top, pad) in enumerate(found):
        from_s = t[first] - _PAD_SHOWN_S if i == 0 else max(t[first] - _PAD_SHOWN_S, (t[found[i - 1][1] - 1] + t[first]) / 2)
        to_s = t[last - 1] + _GROUND_SHOWN_S
        if i + 1 < len(found):
            to_s = min(to_s, (t[last - 1] + t[found[i + 1][0]]) / 2)
        start, stop = int(np.searchsorted(t, from_s)), min(int(np.searchsorted(t, to_s, side="right")), n)
        out.append(Stretch(first=start, last=max(stop, last), rises=first, top=top, falls=last - 1, pad_m=pad))
    return tuple(out)


def _runs(clear: np.ndarray, t: Floats) -> list[tuple[int, int]]:
    edges = np.flatnonzero(np.diff(np.concatenate(([0], clear.astype(np.int8), [0]))))
    pairs = [(int(a), int(b)) for a, b in zip(edges[::2], edges[1::2], strict=True)]
    merged: list[tuple[int, int]] = []
    for a, b in pairs:
        if merged and t[a] - t[merged[-1][1] - 1] < _TOGETHER_S:
            merged[-1] = (merged[-1][0], b)
        else:
            merged.append((a, b))
    return [(a, b) for a, b in merged if t[b - 1] - t[a] > 0.4]


def _pad_before(series: Series, rough: Floats, rises: int, base: float) -> float:
    """The median of the last seconds on the pad, leaving out the climb's first tenths."""
    t = series.time_s
    waits = (t >= t[rises] - 6.0) & (t <= t[rises] - 1.2)
    if np.sum(waits) >= 3:
        return float(np.median(series.height_m[waits]))
    return min(base, float(rough[0]))


def _fastest_climb(t: Floats, h: Floats) -> float:
    """Over a third of a second, the fastest. [m/s]"""
    if len(t) < 3:
        return 0.0
    later = np.minimum(np.searchsorted(t, t + 0.33), len(t) - 1)
    span = t[later] - t
    with np.errstate(divide="ignore", invalid="ignore"):
        speeds = np.where(span > 0.1, (h[later] - h) / span, 0.0)
    return float(np.max(speeds))


def moving_median(x: Floats, window: int) -> Floats:
    """Median over an odd number of samples about each."""
    if len(x) <= window:
        return x
    half = window // 2
    padded = np.pad(x, half, mode="edge")
    return np.asarray(np.median(np.lib.stride_tricks.sliding_window_view(padded, window), axis=1))


def _moving_mean(x: Floats, window: int) -> Floats:
    if len(x) <= window:
        return x
    half = window // 2
    total = np.cumsum(np.concatenate(([0.0], np.pad(x, half, mode="edge"))))
    return np.asarray((total[window:] - total[:-window]) / window)
