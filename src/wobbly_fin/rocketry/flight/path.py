"""The path of a flight as evenly readable samples for a plot."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

_MOST_POINTS = 400


@dataclass(frozen=True, kw_only=True)
class Path:
    """Samples along a flight, shape (n,) each: time [s], height [m], speed [m/s], position east and north [m], acceleration [m/s²].

    `axis` is (n, 3): the way the nose points, the way it moves where the trace knows no axis.
    """

    time_s: NDArray[np.float64]
    altitude_m: NDArray[np.float64]
    speed_m_s: NDArray[np.float64]
    x_m: NDArray[np.float64]
    y_m: NDArray[np.float64]
    acceleration_m_s2: NDArray[np.float64]
    axis: NDArray[np.float64]


def sample_path(trace: NDArray[np.float64], points: int = 240) -> Path:
    """Resample a kernel trace, half of the points up to the top and half after it.

    Between steps position follows the cubic through both ends and both velocities, which is what the steps know.

    Parameters
    ----------
    trace : (m, 13) array
        Time, position, velocity, axis and acceleration per step, from `fly_traced`.
    points : int
        Asked for; at most 400.
    """
    points = max(8, min(points, _MOST_POINTS))
    t = trace[:, 0]
    keep = np.concatenate(([True], np.diff(t) > 1e-9))
    trace, t = trace[keep], t[keep]
    top = t[int(np.argmax(trace[:, 3]))]
    at = np.unique(np.concatenate((np.linspace(t[0], top, points // 2), np.linspace(top, t[-1], points // 2))))
    i = np.clip(np.searchsorted(t, at, side="right") - 1, 0, len(t) - 2)
    h = t[i + 1] - t[i]
    u = (at - t[i]) / h
    columns = []
    for axis in range(3):
        p0, p1 = trace[i, 1 + axis], trace[i + 1, 1 + axis]
        v0, v1 = trace[i, 4 + axis] * h, trace[i + 1, 4 + axis] * h
        columns.append(
            (2 * u**3 - 3 * u**2 + 1) * p0 + (u**3 - 2 * u**2 + u) * v0 + (3 * u**2 - 2 * u**3) * p1 + (u**3 - u**2) * v1
        )
    speeds = np.linalg.norm(trace[:, 4:7], axis=1)
    heading = np.where(np.any(trace[:, 7:10] != 0.0, axis=1)[:, None], trace[:, 7:10], trace[:, 4:7])
    pointing = np.stack([np.interp(at, t, heading[:, c]) for c in range(3)], axis=1)
    pointing /= np.maximum(np.linalg.norm(pointing, axis=1, keepdims=True), 1e-9)
    return Path(
        time_s=at,
        altitude_m=np.maximum(columns[2], 0.0),
        speed_m_s=np.interp(at, t, speeds),
        x_m=columns[0],
        y_m=columns[1],
        acceleration_m_s2=np.interp(at, t, np.linalg.norm(trace[:, 10:13], axis=1)),
        axis=pointing,
    )
