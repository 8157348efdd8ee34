"""US Standard Atmosphere 1976, troposphere and lower stratosphere, as compiled scalar functions.

All take *geometric* height in metres and are valid from -1000 m to 32 000 m geopotential; outside they return NaN,
which callers turn into an error. Source: US Standard Atmosphere 1976, equations 18, 23, 33a, 33b, 42, 50.
"""

import math

from wobbly_fin.rocketry.compiling import plain_kernel, small_kernel
from wobbly_fin.rocketry.constants import (
    AIR_GAS_CONSTANT_J_KG_K,
    EARTH_RADIUS_M,
    HEAT_CAPACITY_RATIO,
    SEA_LEVEL_PRESSURE_PA,
    SEA_LEVEL_TEMPERATURE_K,
    STANDARD_GRAVITY_M_S2,
)

LOWEST_M = -1_000.0
HIGHEST_M = 32_000.0

_TROPOPAUSE_M = 11_000.0
_ISOTHERMAL_TOP_M = 20_000.0
_TROPOSPHERE_LAPSE_K_M = -0.0065
_STRATOSPHERE_LAPSE_K_M = 0.001
_G_R = STANDARD_GRAVITY_M_S2 / AIR_GAS_CONSTANT_J_KG_K

_T11 = SEA_LEVEL_TEMPERATURE_K + _TROPOSPHERE_LAPSE_K_M * _TROPOPAUSE_M
_P11 = SEA_LEVEL_PRESSURE_PA * (_T11 / SEA_LEVEL_TEMPERATURE_K) ** (-_G_R / _TROPOSPHERE_LAPSE_K_M)
_P20 = _P11 * math.exp(-_G_R * (_ISOTHERMAL_TOP_M - _TROPOPAUSE_M) / _T11)


@small_kernel
def geopotential_m(height_m: float) -> float:
    """Geopotential height of a geometric height [m]."""
    return EARTH_RADIUS_M * height_m / (EARTH_RADIUS_M + height_m)


@plain_kernel
def temperature_k(height_m: float) -> float:
    """Standard temperature at a geometric height [K]."""
    h = geopotential_m(height_m)
    if h < LOWEST_M or h > HIGHEST_M:
        return math.nan
    if h <= _TROPOPAUSE_M:
        return SEA_LEVEL_TEMPERATURE_K + _TROPOSPHERE_LAPSE_K_M * h
    if h <= _ISOTHERMAL_TOP_M:
        return _T11
    return _T11 + _STRATOSPHERE_LAPSE_K_M * (h - _ISOTHERMAL_TOP_M)


@plain_kernel
def pressure_pa(height_m: float) -> float:
    """Standard pressure at a geometric height [Pa]."""
    h = geopotential_m(height_m)
    if h < LOWEST_M or h > HIGHEST_M:
        return math.nan
    if h <= _TROPOPAUSE_M:
        ratio = 1.0 + _TROPOSPHERE_LAPSE_K_M * h / SEA_LEVEL_TEMPERATURE_K
        return SEA_LEVEL_PRESSURE_PA * ratio ** (-_G_R / _TROPOSPHERE_LAPSE_K_M)
    if h <= _ISOTHERMAL_TOP_M:
        return _P11 * math.exp(-_G_R * (h - _TROPOPAUSE_M) / _T11)
    ratio = 1.0 + _STRATOSPHERE_LAPSE_K_M * (h - _ISOTHERMAL_TOP_M) / _T11
    return _P20 * ratio ** (-_G_R / _STRATOSPHERE_LAPSE_K_M)


@small_kernel
def density_kg_m3(height_m: float, pressure_factor: float, warmer_k: float) -> float:
    """Density where pressure is `pressure_factor` times, and temperature `warmer_k` above, the standard [kg/m³]."""
    return pressure_factor * pressure_pa(height_m) / (AIR_GAS_CONSTANT_J_KG_K * (temperature_k(height_m) + warmer_k))


@plain_kernel
def sound_speed_m_s(height_m: float, warmer_k: float) -> float:
    """Speed of sound where temperature is `warmer_k` above the standard [m/s]."""
    return math.sqrt(HEAT_CAPACITY_RATIO * AIR_GAS_CONSTANT_J_KG_K * (temperature_k(height_m) + warmer_k))
