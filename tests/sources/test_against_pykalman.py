"""The log smoother against a general-purpose Kalman library: the same model, irregular steps, gaps in either measurement."""

import numpy as np
import pytest
from pykalman import KalmanFilter

from wobbly_fin.rocketry.altimetry.smoother import smooth


def _model(dt: float, q: float) -> tuple[np.ndarray, np.ndarray]:
    transition = np.array([[1, dt, dt**2 / 2], [0, 1, dt], [0, 0, 1]])
    noise = q * np.array([[dt**5 / 20, dt**4 / 8, dt**3 / 6], [dt**4 / 8, dt**3 / 3, dt**2 / 2], [dt**3 / 6, dt**2 / 2, dt]])
    return transition, noise


@pytest.mark.parametrize("with_push", [False, True])
def test_it_agrees_with_the_library_to_rounding(with_push: bool) -> None:
    rng = np.random.default_rng(2)
    n = 160
    t = np.cumsum(rng.uniform(0.02, 0.09, n))
    h = 40 * np.sin(t) + rng.normal(0, 0.3, n)
    a = -40 * np.sin(t) + rng.normal(0, 1.0, n) if with_push else np.full(n, np.nan)
    a[rng.random(n) < 0.3] = np.nan
    q = rng.uniform(50, 2000, n)
    ours = smooth(t, h, np.full(n, 0.3), a, np.full(n, 1.0), q)
    steps = [_model(dt, qq) for dt, qq in zip(np.diff(t), q[1:], strict=True)]
    observed = np.ma.masked_invalid(np.stack([h, np.where(np.isfinite(a), a, 0.0)], axis=1))
    # The library masks whole rows: a push that was not measured is given no weight instead.
    spread = np.array([np.diag([0.09, 1.0 if np.isfinite(x) else 1e12]) for x in a])
    library = KalmanFilter(
        transition_matrices=np.array([s[0] for s in steps]), transition_covariance=np.array([s[1] for s in steps]),
        observation_matrices=np.array([[1.0, 0, 0], [0, 0, 1.0]]), observation_covariance=spread,
        initial_state_mean=np.array([h[0], 0.0, 0.0]), initial_state_covariance=np.diag([1e4, 1e4, 1e4]),
    )  # fmt: skip
    means, covariances = library.smooth(observed)
    assert ours.height_m == pytest.approx(means[:, 0], abs=2e-4)
    assert ours.speed_m_s == pytest.approx(means[:, 1], abs=2e-3)
    assert ours.acceleration_m_s2 == pytest.approx(means[:, 2], abs=2e-2)
    assert ours.height_sd_m == pytest.approx(np.sqrt(covariances[:, 0, 0]), rel=2e-3)
