"""A Kalman filter and Rauch–Tung–Striebel smoother for height, speed and acceleration.

State x = (height, speed, acceleration); the acceleration walks, driven by white jerk of a spectral density the caller gives for each
step: large where the motor, the charge or the ground act, small where only air and gravity do, so that peaks are kept and quiet
stretches are smoothed. Each sample may bring a height, an acceleration, both or neither (a gap).

References
----------
.. [1] Rauch, Tung, Striebel, Maximum likelihood estimates of linear dynamic systems, AIAA Journal 3, 1965, p. 1445 (from memory).
.. [2] Bar-Shalom, Li, Kirubarajan, Estimation with Applications to Tracking and Navigation, 2001, 6.2.3: the discretised white-jerk
   model (from memory).
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.compiling import kernel

Floats = NDArray[np.float64]
_START_VARIANCE = (1e4, 1e4, 1e4)


@dataclass(frozen=True, slots=True, kw_only=True)
class Smoothed:
    """Height [m], speed [m/s] and acceleration [m/s²] with their standard deviations, each (n,)."""

    height_m: Floats
    speed_m_s: Floats
    acceleration_m_s2: Floats
    height_sd_m: Floats
    speed_sd_m_s: Floats
    acceleration_sd_m_s2: Floats


def smooth(
    time_s: Floats, height_m: Floats, height_sd_m: Floats, accel_m_s2: Floats, accel_sd_m_s2: Floats, jerk_density: Floats
) -> Smoothed:
    """Filter forwards, smooth backwards.

    Parameters
    ----------
    time_s : (n,) array
        Rising.
    height_m, accel_m_s2 : (n,) array
        NaN: not measured at that moment.
    height_sd_m, accel_sd_m_s2 : (n,) array
        Of each measurement, > 0.
    jerk_density : (n,) array
        Spectral density of the white jerk over the step that ends at each sample. [m²/s⁵]
    """
    means, covariances = np.empty((len(time_s), 3)), np.empty((len(time_s), 3, 3))
    start = np.array([height_m[np.isfinite(height_m)][0] if np.any(np.isfinite(height_m)) else 0.0, 0.0, 0.0])
    _run(
        time_s,
        height_m,
        height_sd_m,
        accel_m_s2,
        accel_sd_m_s2,
        jerk_density,
        start,
        np.diag(_START_VARIANCE),
        means,
        covariances,
    )
    spread = np.sqrt(np.maximum(np.diagonal(covariances, axis1=1, axis2=2), 0.0))
    return Smoothed(
        height_m=means[:, 0], speed_m_s=means[:, 1], acceleration_m_s2=means[:, 2],
        height_sd_m=spread[:, 0], speed_sd_m_s=spread[:, 1], acceleration_sd_m_s2=spread[:, 2],
    )  # fmt: skip


@kernel
def _run(
    t: Floats, h: Floats, h_sd: Floats, a: Floats, a_sd: Floats, q: Floats, start: Floats, start_p: Floats, means: Floats,
    covariances: Floats,
) -> None:  # fmt: skip
    n = t.shape[0]
    predicted, predicted_p = np.empty((n, 3)), np.empty((n, 3, 3))
    f, noise, half, inverse, gain = np.eye(3), np.zeros((3, 3)), np.empty((3, 3)), np.empty((3, 3)), np.empty((3, 3))
    x, p = start.copy(), start_p.copy()
    for i in range(n):
        if i > 0:
            _step(f, noise, t[i] - t[i - 1], q[i])
            x0, x1 = x[0] + f[0, 1] * x[1] + f[0, 2] * x[2], x[1] + f[1, 2] * x[2]
            x[0], x[1] = x0, x1
            _times(f, p, half)
            _times_transposed(half, f, p)
            p += noise
        predicted[i] = x
        predicted_p[i] = p
        if not np.isnan(h[i]):
            _correct(x, p, 0, h[i], h_sd[i] ** 2)
        if not np.isnan(a[i]):
            _correct(x, p, 2, a[i], a_sd[i] ** 2)
        means[i] = x
        covariances[i] = p
    for i in range(n - 2, -1, -1):
        _step(f, noise, t[i + 1] - t[i], q[i + 1])
        _invert(predicted_p[i + 1], inverse)
        _times_transposed(covariances[i], f, half)
        _times(half, inverse, gain)
        for r in range(3):
            for c in range(3):
                means[i, r] += gain[r, c] * (means[i + 1, c] - predicted[i + 1, c])
        _times(gain, covariances[i + 1] - predicted_p[i + 1], half)
        _times_transposed(half, gain, inverse)
        covariances[i] += inverse


@kernel
def _step(f: Floats, noise: Floats, dt: float, q: float) -> None:
    f[0, 1], f[0, 2], f[1, 2] = dt, dt * dt / 2, dt
    noise[0, 0] = q * dt**5 / 20
    noise[0, 1] = noise[1, 0] = q * dt**4 / 8
    noise[0, 2] = noise[2, 0] = q * dt**3 / 6
    noise[1, 1] = q * dt**3 / 3
    noise[1, 2] = noise[2, 1] = q * dt**2 / 2
    noise[2, 2] = q * dt


@kernel
def _correct(x: Floats, p: Floats, row: int, value: float, variance: float) -> None:
    """One scalar measurement of component `row`; kept symmetric, since rounding adds up over an hour's samples."""
    off, total = value - x[row], p[row, row] + variance
    g0, g1, g2 = p[0, row] / total, p[1, row] / total, p[2, row] / total
    r0, r1, r2 = p[row, 0], p[row, 1], p[row, 2]
    x[0] += g0 * off
    x[1] += g1 * off
    x[2] += g2 * off
    p[0, 0] -= g0 * r0
    p[1, 1] -= g1 * r1
    p[2, 2] -= g2 * r2
    p[0, 1] -= g0 * r1
    p[0, 2] -= g0 * r2
    p[1, 2] -= g1 * r2
    p[1, 0], p[2, 0], p[2, 1] = p[0, 1], p[0, 2], p[1, 2]


# Written out for three rows: the general routines want a linear-algebra library at run time.
@kernel
def _times(a: Floats, b: Floats, out: Floats) -> None:
    for r in range(3):
        for c in range(3):
            out[r, c] = a[r, 0] * b[0, c] + a[r, 1] * b[1, c] + a[r, 2] * b[2, c]


@kernel
def _times_transposed(a: Floats, b: Floats, out: Floats) -> None:
    for r in range(3):
        for c in range(3):
            out[r, c] = a[r, 0] * b[c, 0] + a[r, 1] * b[c, 1] + a[r, 2] * b[c, 2]


@kernel
def _invert(m: Floats, out: Floats) -> None:
    """Of a symmetric positive matrix, by Cholesky: heights and jerks differ by many powers of ten."""
    l00 = np.sqrt(m[0, 0])
    l10, l20 = m[1, 0] / l00, m[2, 0] / l00
    l11 = np.sqrt(max(m[1, 1] - l10 * l10, 1e-300))
    l21 = (m[2, 1] - l20 * l10) / l11
    l22 = np.sqrt(max(m[2, 2] - l20 * l20 - l21 * l21, 1e-300))
    i00, i11, i22 = 1 / l00, 1 / l11, 1 / l22
    i10 = -l10 * i00 * i11
    i21 = -l21 * i11 * i22
    i20 = -(l20 * i00 + l21 * i10) * i22
    out[0, 0] = i00 * i00 + i10 * i10 + i20 * i20
    out[0, 1] = out[1, 0] = i10 * i11 + i20 * i21
    out[0, 2] = out[2, 0] = i20 * i22
    out[1, 1] = i11 * i11 + i21 * i21
    out[1, 2] = out[2, 1] = i21 * i22
    out[2, 2] = i22 * i22
