"""The rule of thumb for a delay, as people apply it without computing: shown beside the computed answer."""

import math
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.motors.motor import Motor

ThumbReason = Literal["heavy", "light", "draggy", "slim", "windy"]

# Where "heavy", "light", "draggy" and "slim" begin is our own choice; the directions are common practice, no source.
_HEAVY_THRUST_TO_WEIGHT = 8.0
_LIGHT_THRUST_TO_WEIGHT = 16.0
_DRAGGY_KG_M2 = 60.0
_SLIM_KG_M2 = 200.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Thumb:
    """The delay a rule of thumb names, and what moved it from the middle one."""

    delay_s: float
    reasons: tuple[ThumbReason, ...]


def thumb_delay(rocket: Rocket, motor: Motor, wind_speed_m_s: float, rules: Rules) -> Thumb | None:
    """Start from the middle delay the motor is sold with; heavy or draggy one step shorter, light or slim one longer, windy one shorter.

    Returns None for a motor without delays.
    """
    delays_s = motor.delays_to_try_s
    if not delays_s:
        return None
    reasons: list[ThumbReason] = []
    mass_kg = rocket.mass_kg + motor.total_mass_kg
    ratio = motor.curve.average_thrust_n / (mass_kg * STANDARD_GRAVITY_M_S2)
    load = mass_kg / (math.pi / 4 * rocket.diameter_m**2)
    steps = 0
    if ratio < _HEAVY_THRUST_TO_WEIGHT:
        reasons.append("heavy")
        steps -= 1
    elif ratio > _LIGHT_THRUST_TO_WEIGHT:
        reasons.append("light")
        steps += 1
    if load < _DRAGGY_KG_M2:
        reasons.append("draggy")
        steps -= 1
    elif load > _SLIM_KG_M2:
        reasons.append("slim")
        steps += 1
    steps = max(-1, min(1, steps))
    if wind_speed_m_s > rules.windy_from_m_s:
        reasons.append("windy")
        steps -= 1
    index = (len(delays_s) - 1) // 2 + steps
    return Thumb(delay_s=delays_s[max(0, min(len(delays_s) - 1, index))], reasons=tuple(reasons))
