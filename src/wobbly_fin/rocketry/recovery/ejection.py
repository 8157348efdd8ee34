"""Charges, pins and vent holes. Figures and their cautions only: how a charge is made is no business of this program.

Black powder's gas: m = p V ÷ (R T) with R T ≈ 2.19e5 J/kg, p above the air outside (from memory). Charges are for people licensed
for them; a ground test by them decides.
"""

import math
from dataclasses import dataclass

from wobbly_fin.rocketry.errors import OutOfRangeError, require_finite, require_positive

GAS_J_KG = 2.19e5
LARGEST_PA = 500e3
# One nylon screw of a size in shear [N]: usual figures, from memory.
PINS_N: dict[str, float] = {"2-56": 155.0, "4-40": 220.0, "M2": 130.0, "M2.5": 200.0, "M3": 290.0}
# What a snug nose holds by friction: our own figure, a light pull takes it off.
FRICTION_N = 15.0
# The rule of thumb: one hole of 6.35 mm for 1.6387 L (100 in³), its area in proportion; versions of it differ by two
# (common practice, no source).
VENT_HOLE_M, VENT_VOLUME_M3 = 0.00635, 1.6387e-3
CAUTION = (
    "Charges are for adults licensed for them where they live. Local code, the altimeter maker's sheet and a ground test decide; armed only on the "
    "pad, upright, last; after landing an unfired charge is live: disarm first, stand aside."
)


@dataclass(frozen=True, slots=True, kw_only=True)
class Push:
    """What a bay wants. [Pa], [kg], [N]"""

    pressure_pa: float
    charge_kg: float
    force_n: float
    pins_n: float


def bay_volume_m3(bore_m: float, length_m: float) -> float:
    """[m³]"""
    require_positive("bore_m", bore_m, 1.0)
    require_positive("length_m", length_m, 20.0)
    return math.pi / 4 * bore_m**2 * length_m


def charge_kg(pressure_pa: float, volume_m3: float) -> float:
    """Powder whose gas brings a volume to a pressure above the air outside: p V ÷ (R T). [kg]

    Raises
    ------
    OutOfRangeError
        For a pressure no tube is made for, above 5 bar.
    """
    require_positive("pressure_pa", pressure_pa)
    if pressure_pa > LARGEST_PA:
        raise OutOfRangeError("pressure_pa", pressure_pa, 0.0, LARGEST_PA)
    require_positive("volume_m3", volume_m3, 1.0)
    return pressure_pa * volume_m3 / GAS_J_KG


def pressure_pa(charge: float, volume_m3: float) -> float:
    """The other way round: what a charge does in a volume. [Pa]"""
    require_positive("charge_kg", charge, 0.1)
    require_positive("volume_m3", volume_m3, 1.0)
    return charge * GAS_J_KG / volume_m3


def wanted(
    bore_m: float, length_m: float, *, force_n: float, pins: int = 0, pin: str = "2-56", friction_n: float = FRICTION_N
) -> Push:
    """Pressure and charge that part a bay: force to spare on the bulkhead, over pins and friction.

    Parameters
    ----------
    force_n : float
        To throw nose and canopy out with, once the pins are gone. [N]
    """
    require_finite("force_n", force_n, 1.0, 50_000.0)
    require_finite("pins", pins, 0, 12)
    require_finite("friction_n", friction_n, 0.0, 5_000.0)
    held = pins * PINS_N[pin] + friction_n
    area = math.pi / 4 * bore_m**2
    pressure = (force_n + held) / area
    return Push(
        pressure_pa=pressure, charge_kg=charge_kg(pressure, bay_volume_m3(bore_m, length_m)), force_n=force_n, pins_n=held
    )


def pins_for(bore_m: float, cabin_pa: float, nose_kg: float, deceleration_m_s2: float, pin: str = "2-56") -> int:
    """How many pins hold a bay shut against pressure left inside on the way up and the nose's own weight as it slows. [-]"""
    require_finite("cabin_pa", cabin_pa, 0.0, 110e3)
    require_positive("nose_kg", nose_kg, 50.0)
    pull = cabin_pa * math.pi / 4 * bore_m**2 + nose_kg * max(deceleration_m_s2, 0.0)
    return max(2, math.ceil(pull / PINS_N[pin] - 1e-9)) if pull > FRICTION_N else 0


def vent_diameter_m(volume_m3: float, count: int = 1) -> float:
    """Each of so many vent holes for a bay: area in proportion to volume, D ÷ √n each (common practice, no source). [m]"""
    require_positive("volume_m3", volume_m3, 0.1)
    require_finite("count", count, 1, 12)
    return VENT_HOLE_M * math.sqrt(volume_m3 / VENT_VOLUME_M3 / count)
