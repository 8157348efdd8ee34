"""A thrust curve from a data sheet alone: a plausible shape that integrates exactly."""

from wobbly_fin.rocketry.errors import RocketryError, require_positive
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Propellant

# Corner times of the shapes as fractions of the burn, and the usual peak ÷ average: our own reading of
# published curves in general (common practice, no source). Black powder spikes as the cored front of the grain
# burns, then holds a plateau as an end-burner; a composite core-burner starts high and falls.
_BLACK_POWDER_CORNERS = (0.10, 0.22, 0.93)
_COMPOSITE_CORNERS = (0.03, 0.10, 0.90)
_USUAL_PEAK = {"black powder": 2.0, "composite": 1.35}


def curve_from_data_sheet(
    *,
    impulse_n_s: float,
    propellant: Propellant,
    burn_time_s: float | None = None,
    average_thrust_n: float | None = None,
    peak_thrust_n: float | None = None,
) -> ThrustCurve:
    """A plausible curve whose area is exactly the impulse.

    Rise to the peak, fall to a plateau (whose height is solved for), tail off to nothing.

    Parameters
    ----------
    impulse_n_s : float
        Total impulse, > 0. [N·s]
    propellant : {'black powder', 'composite'}
    burn_time_s, average_thrust_n : float, optional
        One of the two is needed; given both, they must agree with the impulse within 10 %. [s], [N]
    peak_thrust_n : float, optional
        Peak of the curve; the propellant's usual ratio when omitted. [N]

    Returns
    -------
    ThrustCurve

    Raises
    ------
    RocketryError
        Where the figures contradict one another.
    """
    require_positive("impulse_n_s", impulse_n_s, 40_960.0)
    if burn_time_s is None and average_thrust_n is None:
        raise RocketryError("burn_time_s", "give the burn time or the average thrust; the sheet has one of them")
    if burn_time_s is None:
        assert average_thrust_n is not None
        require_positive("average_thrust_n", average_thrust_n)
        burn_time_s = impulse_n_s / average_thrust_n
    require_positive("burn_time_s", burn_time_s, 120.0)
    average_n = impulse_n_s / burn_time_s
    if average_thrust_n is not None and abs(average_thrust_n / average_n - 1) > 0.10:
        raise RocketryError(
            "average_thrust_n",
            f"{average_thrust_n:g} N for {burn_time_s:g} s is {average_thrust_n * burn_time_s:.3g} N·s, not {impulse_n_s:g}",
        )
    a, b, c = _BLACK_POWDER_CORNERS if propellant == "black powder" else _COMPOSITE_CORNERS
    peak = _USUAL_PEAK[propellant]
    if peak_thrust_n is not None:
        require_positive("peak_thrust_n", peak_thrust_n)
        peak = peak_thrust_n / average_n
    # ∫ = peak·b/2 + plateau·[(b − a)/2 + (c − b) + (1 − c)/2] = 1, in units of the average over the burn
    plateau = (1 - peak * b / 2) / ((b - a) / 2 + (c - b) + (1 - c) / 2)
    if plateau > peak or plateau <= 0:
        raise RocketryError(
            "peak_thrust_n",
            f"{peak * average_n:.3g} N cannot be the peak of a curve that averages {average_n:.3g} N over {burn_time_s:.3g} s",
        )
    corners = ((0.0, 0.0), (a, peak), (b, plateau), (c, plateau), (1.0, 0.0))
    return ThrustCurve.from_samples([(x * burn_time_s, y * average_n) for x, y in corners])
