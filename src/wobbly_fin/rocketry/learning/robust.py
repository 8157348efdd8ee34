"""Gaussian linear models with a few figures, fitted so that one odd measurement does not own them.

Each measurement's error is Student's t with four degrees of freedom: near enough a bell for ordinary flights, with tails wide enough
that a flight far off is believed less the further off it is. Fitted by reweighting (the EM algorithm for t errors).

References
----------
.. [1] Lange, Little, Taylor, Robust Statistical Modeling Using the t Distribution, JASA 84, 1989, p. 881 (from memory).
"""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
FREEDOM = 4.0
# Below it a measurement is called odd: 2.9 of its deviations off, where one in 23 lies by chance (our own figure).
ODD_WEIGHT = 0.4
_ROUNDS = 50


@dataclass(frozen=True, slots=True, kw_only=True)
class Posterior:
    """Mean (k,) and covariance (k, k) of the figures, and how much each group of measurements counted, (n,): 1 about usual, 0 not at all."""

    mean: Floats
    covariance: Floats
    weights: Floats


@dataclass(frozen=True, slots=True, kw_only=True)
class Group:
    """Measurements made together: `values` (p,) = `design` (p, k) · figures + an error of `covariance` (p, p)."""

    values: Floats
    design: Floats
    covariance: Floats


def fit(prior_mean: Floats, prior_covariance: Floats, groups: list[Group]) -> Posterior:
    """Prior and measurements together.

    Parameters
    ----------
    prior_mean : (k,) array
    prior_covariance : (k, k) array
        Positive definite.
    groups : list of Group
    """
    prior = np.linalg.inv(prior_covariance)
    inverses = [np.linalg.inv(g.covariance) for g in groups]
    weights = np.ones(len(groups))
    mean = prior_mean.copy()
    precision = prior
    for _ in range(_ROUNDS):
        precision, pulled = prior.copy(), prior @ prior_mean
        for g, inverse, weight in zip(groups, inverses, weights, strict=True):
            precision += weight * g.design.T @ inverse @ g.design
            pulled += weight * g.design.T @ inverse @ g.values
        new = np.linalg.solve(precision, pulled)
        # How far off a group is counts its own error and what is still open about the figures.
        for i, (g, inverse) in enumerate(zip(groups, inverses, strict=True)):
            off = g.values - g.design @ new
            p = len(g.values)
            weights[i] = (FREEDOM + p) / (FREEDOM + float(off @ inverse @ off))
        if np.max(np.abs(new - mean), initial=0.0) < 1e-9:
            mean = new
            break
        mean = new
    # The curvature of a t likelihood is less than its weights say, by (ν + p) ÷ (ν + p + 2).
    precision = prior.copy()
    for g, inverse, weight in zip(groups, inverses, weights, strict=True):
        p = len(g.values)
        precision += min(weight, 1.0) * (FREEDOM + p) / (FREEDOM + p + 2) * g.design.T @ inverse @ g.design
    return Posterior(mean=mean, covariance=np.linalg.inv(precision), weights=weights)
