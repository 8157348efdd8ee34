"""What a flyer may fly and how large a site it wants, by installed impulse.

References
----------
.. [1] NFPA 1122 and 1127 and the national safety codes built on them, all from memory: launch site dimensions, high power,
   certification levels, age. Local codes decide.
"""

from wobbly_fin.rocketry.constants import FOOT_M
from wobbly_fin.rocketry.motors.classes import CLASSES
from wobbly_fin.rocketry.motors.motor import Motor

ADULT_YEARS = 18
# Installed impulse up to [N·s]: least dimension of the launch site [ft]
_SITE_FT = ((1.25, 50), (2.5, 100), (5.0, 200), (10.0, 400), (20.0, 500), (160.0, 1000), (320.0, 1500))
_HIGH_POWER_SITE_FT = 1500
_MOST_MODEL_PROPELLANT_KG, _MOST_MODEL_KG, _MOST_MODEL_AVERAGE_N, _MOST_MODEL_N_S = 0.125, 1.5, 80.0, 320.0
_LEVELS = {"H": 1, "I": 1, "J": 2, "K": 2, "L": 2, "M": 3, "N": 3, "O": 3}


def least_site_m(installed_n_s: float, apogee_m: float) -> float:
    """Least dimension of a launch site; for high power half the height, at least 1500 ft. [m]"""
    for up_to, feet in _SITE_FT:
        if installed_n_s <= up_to:
            return feet * FOOT_M
    return max(_HIGH_POWER_SITE_FT * FOOT_M, apogee_m / 2)


def class_of_impulse(impulse_n_s: float) -> str:
    """Letter of an installed impulse."""
    return next((c.name for c in CLASSES if impulse_n_s <= c.max_n_s + 1e-9), CLASSES[-1].name)


def level_wanted(motors: tuple[Motor, ...], liftoff_kg: float) -> int:
    """Certification level an installation asks for; 0: model rocketry."""
    installed = sum(m.curve.total_impulse_n_s for m in motors)
    level = _LEVELS.get(class_of_impulse(installed), 0)
    # A single H motor is one whatever two half-filled Gs add up to.
    level = max([level, *(_LEVELS.get(m.decoded.impulse_class.name, 0) for m in motors)])
    if installed <= _MOST_MODEL_N_S and max(m.curve.total_impulse_n_s for m in motors) <= 160.0:
        # Two Gs together are still a model where nothing else says otherwise.
        level = 0
    high = (
        sum(m.propellant_mass_kg for m in motors) > _MOST_MODEL_PROPELLANT_KG
        or liftoff_kg > _MOST_MODEL_KG
        or any(m.decoded.average_thrust_n > _MOST_MODEL_AVERAGE_N for m in motors)
    )
    return max(level, 1 if high else 0)
