"""The drag of an airframe in standard air, at one speed."""

import math

from wobbly_fin.rocketry.air import SiteAir
from wobbly_fin.rocketry.airframe.drag import Drag, build_up
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.constants import AIR_GAS_CONSTANT_J_KG_K, HEAT_CAPACITY_RATIO, SEA_LEVEL_TEMPERATURE_K

# Where one Cd is quoted: about two thirds of an ordinary model's top speed. The build-up changes by some
# five per cent between 30 and 100 m/s.
CRUISE_M_S = 60.0
SOUND_M_S = math.sqrt(HEAT_CAPACITY_RATIO * AIR_GAS_CONSTANT_J_KG_K * SEA_LEVEL_TEMPERATURE_K)
_SUTHERLAND = (1.458e-6, 110.4)  # US Standard Atmosphere 1976, equation 51


def drag_at(layout: Layout, speed_m_s: float = CRUISE_M_S, *, thrusting: bool = False, motor_diameter_m: float = 0.0) -> Drag:
    """The build-up in standard air at sea level."""
    air = SiteAir(elevation_m=0.0)
    kelvin = SEA_LEVEL_TEMPERATURE_K
    viscosity = _SUTHERLAND[0] * kelvin**1.5 / (kelvin + _SUTHERLAND[1])
    return build_up(
        layout, speed_m_s=speed_m_s, sound_speed_m_s=SOUND_M_S,
        kinematic_viscosity_m2_s=viscosity / air.density_kg_m3(), thrusting=thrusting, motor_diameter_m=motor_diameter_m,
    )  # fmt: skip
