"""What a flyer may fly and how large a site it wants, by installed impulse.

References
----------
.. [1] NFPA 1122 and 1127 and the national safety codes built on them, all from memory: launch site dimensions, high power,
   certification levels, age. Local codes decide.
"""

from wobbly_fin.rocketry.choosing.codes import PUBLISHED
from wobbly_fin.rocketry.motors.classes import CLASSES, class_of_impulse
from wobbly_fin.rocketry.motors.motor import MOST_MODEL_AVERAGE_N, MOST_MODEL_MOTOR_N_S, Motor

ADULT_YEARS = 18
_MOST_MODEL_PROPELLANT_KG, _MOST_MODEL_KG, _MOST_MODEL_N_S = 0.125, 1.5, 320.0
_LEVELS = {"H": 1, "I": 1, "J": 2, "K": 2, "L": 2, "M": 3, "N": 3, "O": 3}


def least_site_m(installed_n_s: float, apogee_m: float) -> float:
    """Least dimension of a launch site by the published minimums; for high power half the height, at least 1500 ft. [m]"""
    return PUBLISHED.least_site_m(installed_n_s, apogee_m, high_power=installed_n_s > _MOST_MODEL_N_S)


def is_high_power(motors: tuple[Motor, ...], liftoff_kg: float) -> bool:
    """High power applies from any one of these: a motor above 160 N·s or 80 N, 320 N·s or 125 g installed, a model above 1500 g."""
    return (
        any(m.is_high_power for m in motors)
        or sum(m.curve.total_impulse_n_s for m in motors) > _MOST_MODEL_N_S
        or sum(m.propellant_mass_kg for m in motors) > _MOST_MODEL_PROPELLANT_KG
        or liftoff_kg > _MOST_MODEL_KG
    )


def level_wanted(motors: tuple[Motor, ...], liftoff_kg: float) -> int:
    """Certification level an installation asks for; 0: model rocketry."""
    installed = sum(m.curve.total_impulse_n_s for m in motors)
    # A sum's rounding must not lift it over a bound; what is beyond the last letter wants no less.
    level = _LEVELS.get(class_of_impulse(min(installed * (1 - 1e-12), CLASSES[-1].max_n_s)).name, 0)
    # A single H motor is one whatever two half-filled Gs add up to.
    level = max([level, *(_LEVELS.get(m.decoded.impulse_class.name, 0) for m in motors)])
    if installed <= _MOST_MODEL_N_S and max(m.curve.total_impulse_n_s for m in motors) <= MOST_MODEL_MOTOR_N_S:
        # Two Gs together are still a model where nothing else says otherwise.
        level = 0
    high = (
        sum(m.propellant_mass_kg for m in motors) > _MOST_MODEL_PROPELLANT_KG
        or liftoff_kg > _MOST_MODEL_KG
        or any(m.decoded.average_thrust_n > MOST_MODEL_AVERAGE_N for m in motors)
    )
    return max(level, 1 if high else 0)
