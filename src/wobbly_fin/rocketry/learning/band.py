"""The next flight's forecast with what was learnt in it, and how far off it may be: a band that narrows as flights come in."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.constants import Z90
from wobbly_fin.rocketry.flight.flight import LeavesAirError, fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.learning.rocket_fit import THRUST_SCATTER_SD, Learnt, pushed
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.variants import with_drag_factor

_STEP = 0.05


@dataclass(frozen=True, slots=True, kw_only=True)
class Band:
    """Height as forecast before and after learning, with 90 % of flights between low and high. [m]"""

    plain_m: float
    expected_m: float
    low_m: float
    high_m: float


def height_band(rocket: Rocket, motor: Motor, site: Site, learnt: Learnt) -> Band | None:
    """Of a rocket as forecast without what was learnt; None where it does not fly.

    The variance of the logarithm is what is still open about drag and thrust, through how height goes with each, plus what differs
    from flight to flight: of that, each width counts as likely as it is.
    """

    def height(drag: float, thrust: float) -> float | None:
        try:
            return fly(with_drag_factor(rocket, drag), pushed(motor, thrust), None, site).apogee_altitude_m
        except LeavesAirError:
            return None

    plain = height(1.0, 1.0)
    drag, thrust = learnt.cd_factor, learnt.thrust_factor(motor)
    expected = height(drag, thrust)
    by_drag, by_thrust = height(drag * math.exp(_STEP), thrust), height(drag, thrust * math.exp(_STEP))
    if not plain or not expected or not by_drag or not by_thrust:
        return None
    slopes = math.log(by_drag / expected) / _STEP, math.log(by_thrust / expected) / _STEP
    open_ = learnt.log_variance(motor, *slopes) + (slopes[1] * THRUST_SCATTER_SD) ** 2
    reach = _reach([(math.sqrt(open_ + s**2), p) for s, p in learnt.scatters or ((learnt.scatter_sd, 1.0),)])
    return Band(plain_m=plain, expected_m=expected, low_m=expected * math.exp(-reach), high_m=expected * math.exp(reach))


def _reach(widths: Sequence[tuple[float, float]]) -> float:
    """How far nine in ten lie from the middle, of bells of several widths (1σ, and how likely each)."""
    low, high = Z90 * min(w for w, _ in widths), Z90 * max(w for w, _ in widths)
    for _ in range(40):
        middle = (low + high) / 2
        inside = sum(p * math.erf(middle / w / math.sqrt(2)) for w, p in widths)
        low, high = (middle, high) if inside < 0.9 else (low, middle)
    return (low + high) / 2
