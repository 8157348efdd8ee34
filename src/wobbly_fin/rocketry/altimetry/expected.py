"""What is known of a flight before its log is read: rocket, motor, site."""

from dataclasses import dataclass

# How sure each is, 1σ as a share of it: our own judgement.
BURN_SHARE, DRAG_SHARE, RATE_SHARE = 0.06, 0.3, 0.3


@dataclass(frozen=True, slots=True, kw_only=True)
class Expected:
    """Figures of the flight that is expected.

    Attributes
    ----------
    burn_s : float
        From liftoff to burnout. [s]
    drag_per_m : float
        Deceleration of the coast ÷ speed². [1/m]
    rate_m_s : float or None
        Under what opens last. [m/s]
    apogee_m : float or None
    air_c : float or None
        Of the air at the pad, where it was told. [°C]
    """

    burn_s: float
    drag_per_m: float
    rate_m_s: float | None
    apogee_m: float | None
    air_c: float | None
