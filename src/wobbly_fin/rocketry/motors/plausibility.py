"""Does a motor's own data hold together? Codes and numbers; `explain` makes the sentences."""

import math
from dataclasses import dataclass
from typing import TYPE_CHECKING, Literal

from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.motors.labels import MotorLabel

if TYPE_CHECKING:
    from wobbly_fin.rocketry.motors.motor import Motor

DoubtCode = Literal[
    "impulse_outside_class",
    "leading_impulse_outside_class",
    "thrust_not_label",
    "specific_impulse_odd",
    "propellant_does_not_fit_case",
    "composite_booster",
]

# Delivered specific impulse by propellant [s] and propellant density [kg/m³]: quoted from memory
SPECIFIC_IMPULSE_S = {"black powder": (60.0, 105.0), "composite": (130.0, 250.0)}
PROPELLANT_DENSITY_KG_M3 = {"black powder": 1850.0, "composite": 1850.0}


@dataclass(frozen=True, slots=True, kw_only=True)
class Doubt:
    """One thing that does not add up: its code, the value found and the range it should lie in."""

    code: DoubtCode
    value: float
    low: float
    high: float


def label_doubts(label: MotorLabel, *, burn_time_s: float | None = None, impulse_n_s: float | None = None) -> tuple[Doubt, ...]:
    """Hold a label against itself and, where known, against burn time and impulse.

    Average thrust × burn time is the impulse, so number, time and letter must agree within the label's rounding.

    Parameters
    ----------
    label : MotorLabel
    burn_time_s, impulse_n_s : float, optional
        Figures from a data sheet or a curve. [s], [N·s]
    """
    found: list[Doubt] = []
    bounds = label.impulse_class
    low_n, high_n = label.average_thrust_n - label.thrust_rounding_n, label.average_thrust_n + label.thrust_rounding_n
    if label.total_impulse_n_s is not None and not bounds.holds(label.total_impulse_n_s):
        found.append(_doubt("leading_impulse_outside_class", label.total_impulse_n_s, bounds.min_n_s, bounds.max_n_s))
    known = impulse_n_s if impulse_n_s is not None else label.total_impulse_n_s
    if impulse_n_s is not None and not bounds.holds(impulse_n_s):
        found.append(_doubt("impulse_outside_class", impulse_n_s, bounds.min_n_s, bounds.max_n_s))
    if burn_time_s is not None:
        if known is not None:
            average_n = known / burn_time_s
            if not low_n <= average_n <= high_n:
                found.append(_doubt("thrust_not_label", average_n, low_n, high_n))
        elif high_n * burn_time_s <= bounds.min_n_s or low_n * burn_time_s > bounds.max_n_s:
            found.append(_doubt("impulse_outside_class", label.average_thrust_n * burn_time_s, bounds.min_n_s, bounds.max_n_s))
    return tuple(found)


def burn_time_range_s(label: MotorLabel, impulse_n_s: float | None = None) -> tuple[float, float]:
    """Burn times a label allows: impulse (known, or anywhere in the class) ÷ the rounded thrust. [s]"""
    low_n = max(label.average_thrust_n - label.thrust_rounding_n, 1e-9)
    high_n = label.average_thrust_n + label.thrust_rounding_n
    known = impulse_n_s if impulse_n_s is not None else label.total_impulse_n_s
    if known is not None:
        return known / high_n, known / low_n
    return label.impulse_class.min_n_s / high_n, label.impulse_class.max_n_s / low_n


def motor_doubts(motor: "Motor") -> tuple[Doubt, ...]:
    """Everything about a motor's data that does not add up."""
    curve = motor.curve
    found = list(label_doubts(motor.decoded, burn_time_s=curve.burn_time_s, impulse_n_s=curve.total_impulse_n_s))
    if motor.propellant is not None:
        isp_s = curve.total_impulse_n_s / (motor.propellant_mass_kg * STANDARD_GRAVITY_M_S2)
        low, high = SPECIFIC_IMPULSE_S[motor.propellant]
        if not low <= isp_s <= high:
            found.append(_doubt("specific_impulse_odd", isp_s, low, high))
        most_kg = math.pi / 4 * motor.diameter_m**2 * motor.length_m * PROPELLANT_DENSITY_KG_M3[motor.propellant]
        if motor.propellant_mass_kg > most_kg:
            found.append(_doubt("propellant_does_not_fit_case", motor.propellant_mass_kg, 0.0, most_kg))
        if motor.kind == "booster" and motor.propellant == "composite":
            found.append(_doubt("composite_booster", 0.0, 0.0, 0.0))
    return tuple(found)


def _doubt(code: DoubtCode, value: float, low: float, high: float) -> Doubt:
    return Doubt(code=code, value=value, low=low, high=high)
