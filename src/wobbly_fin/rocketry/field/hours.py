"""The wind through a day, hour by hour as somebody forecast or measured it."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.errors import RocketryError, require_finite


@dataclass(frozen=True, slots=True, kw_only=True)
class HourOfWind:
    """The wind near the ground at an hour of the day, 0 … 24."""

    hour: float
    speed_m_s: float
    from_deg: float

    def __post_init__(self) -> None:
        require_finite("hour", self.hour, 0.0, 24.0)
        require_finite("speed_m_s", self.speed_m_s, 0.0, 40.0)
        require_finite("from_deg", self.from_deg, 0.0, 360.0)


def wind_at_hour(hours: Sequence[HourOfWind], hour: float) -> HourOfWind:
    """The wind between two told hours, as a vector half-way where half-way; before the first and after the last as told there.

    Raises
    ------
    RocketryError
        Of no hours at all.
    """
    require_finite("hour", hour, 0.0, 24.0)
    if not hours:
        raise RocketryError("hours", "is empty; tell the wind at one hour at least")
    told = sorted(hours, key=lambda h: h.hour)
    before = [h for h in told if h.hour <= hour]
    after = [h for h in told if h.hour > hour]
    if not before or not after:
        nearest = after[0] if not before else before[-1]
        return HourOfWind(hour=hour, speed_m_s=nearest.speed_m_s, from_deg=nearest.from_deg)
    a, b = before[-1], after[0]
    share = (hour - a.hour) / (b.hour - a.hour)
    east, north = (
        (1 - share) * a.speed_m_s * part(math.radians(a.from_deg)) + share * b.speed_m_s * part(math.radians(b.from_deg))
        for part in (math.sin, math.cos)
    )
    speed = (1 - share) * a.speed_m_s + share * b.speed_m_s
    turned = math.degrees(math.atan2(east, north)) % 360 if math.hypot(east, north) > 1e-9 else a.from_deg
    return HourOfWind(hour=hour, speed_m_s=speed, from_deg=turned)
