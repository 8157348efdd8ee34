"""A height from the time it took to come down: descent rate × seconds under the canopy."""

from wobbly_fin.rocketry.errors import require_finite, require_positive
from wobbly_fin.rocketry.tracking.combine import Estimate

USUAL_RATE_ERROR = 0.15  # of a descent rate reckoned from the canopy, 1σ (our own choice; thermals do that much)
_WATCH_S = 0.5


def height_by_fall(
    fall_s: float, rate_m_s: float, rate_error_fraction: float = USUAL_RATE_ERROR, density_ratio: float = 1.0
) -> Estimate:
    """Height at which the canopy opened.

    Parameters
    ----------
    fall_s : float
        From the canopy's opening to the ground, by a watch, > 0. [s]
    rate_m_s : float
        Descent rate at the pad's density, > 0. [m/s]
    density_ratio : float
        Air density halfway up ÷ at the pad, 0.2 … 1: it falls the faster the thinner the air. [-]

    Raises
    ------
    OutOfRangeError
    """
    require_positive("fall_s", fall_s, 7200.0)
    require_positive("descent_rate_m_s", rate_m_s, 100.0)
    require_finite("density_ratio", density_ratio, 0.2, 1.0)
    height = fall_s * rate_m_s / density_ratio**0.5
    return Estimate(method="fall", height_m=height, sd_m=height * (rate_error_fraction**2 + (_WATCH_S / fall_s) ** 2) ** 0.5)
