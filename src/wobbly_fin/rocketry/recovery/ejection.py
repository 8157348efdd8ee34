"""Charges, pins, joints and vent holes. Figures and their cautions only: how a charge is made is no business of this program.

Black powder's gas: m = p V ÷ (R T) with R T ≈ 2.19e5 J/kg, p above the air outside (from memory). Charges are for people licensed
for them; a ground test by them decides.
"""

import math
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.canopies.pins import pin_n
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import OutOfRangeError, require_finite, require_positive

GAS_J_KG = 2.19e5
LARGEST_PA = 500e3
# The rule of thumb: one hole of 6.35 mm for 1.6387 L (100 in³), its area in proportion; versions of it differ by two
# (common practice, no source).
VENT_HOLE_M, VENT_VOLUME_M3 = 0.00635, 1.6387e-3
# The charge pressed into a motor's forward end, by case [mm] → [kg]: usual figures, from memory; the maker's sheet beats them.
MOTOR_CHARGE_KG: dict[int, float] = {
    13: 0.25e-3, 18: 0.45e-3, 24: 0.75e-3, 29: 1.1e-3, 38: 1.4e-3, 54: 1.6e-3, 75: 2.0e-3, 98: 2.0e-3,
}  # fmt: skip
# A motor's charge that reckons to less than so many times what the joint wants may fail: gas leaks and cools (our own figure).
AMPLE = 3.0
# In a bay of half a litre and more this much strains tubes and joints (our own figure); smaller bays let go long before.
HARD_PA, ROOMY_M3 = 200e3, 0.5e-3
# A motor charge throws a nose that comes off with a light pull; what the joint wants on top, in weights of what is thrown (our own figure).
THROWN_WEIGHTS = 5.0
# So much of a motor's charge's push along the joint goes into parting speed, the rest is heat and leaks: such that a usual charge throws a
# small nose about two metres up (our own figure).
PARTING_SHARE = 0.045
MOST_THROW_N = 5_000.0
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
    held_n: float

    @property
    def bursts(self) -> bool:
        """More than any tube is made for."""
        return self.pressure_pa > LARGEST_PA


@dataclass(frozen=True, slots=True, kw_only=True)
class NoseFit:
    """Between which pulls a nose that no pin holds should come off. [N]"""

    least_n: float
    most_n: float


@dataclass(frozen=True, slots=True, kw_only=True)
class MotorCharge:
    """A motor's own charge in a bay: what it would come to if nothing leaked.

    Attributes
    ----------
    told : bool
        The charge is off the maker's sheet, not a usual figure.
    strength : float
        Of the usual charge of its case. [-]
    force_n, wanted_n : float
        On the joint, and what that wants. [N]
    """

    charge_kg: float
    told: bool
    pressure_pa: float
    force_n: float
    wanted_n: float
    volume_m3: float
    strength: float = 1.0

    @property
    def parting_n(self) -> float:
        """What of it pushes the joint apart: a small bay lets go before the usual charge has brought it beyond `HARD_PA`. [N]"""
        usual = HARD_PA * self.force_n / self.pressure_pa * self.strength
        return PARTING_SHARE * min(self.force_n, usual)

    @property
    def verdict(self) -> Literal["suits", "weak", "hard"]:
        """Whether it suits the bay."""
        if self.force_n < AMPLE * self.wanted_n:
            return "weak"
        return "hard" if self.volume_m3 >= ROOMY_M3 and self.pressure_pa > HARD_PA else "suits"


@dataclass(frozen=True, slots=True, kw_only=True)
class PinsWanted:
    """What pulls at a pinned joint before it should part, and how many pins of a size hold it. [N]

    Attributes
    ----------
    cabin_n : float
        Air shut in at the pad, pushing as it climbs; none where the bay has a vent hole.
    coast_n : float
        The nose running on as drag slows the body.
    jerk_n : float
        The first event's cord coming taut elsewhere on the rocket.
    """

    cabin_n: float
    coast_n: float
    jerk_n: float
    count: int

    @property
    def pull_n(self) -> float:
        """The largest of them together that can meet: air and coasting on the way up, or air and the jerk. [N]"""
        return self.cabin_n + max(self.coast_n, self.jerk_n)


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


def charge_throw_n(charge: float, bore_m: float, volume_m3: float, held_n: float) -> float:
    """What a charge as loaded throws out with, over what holds the joint; nothing where it does not part it. [kg], [N]"""
    return max(pressure_pa(charge, volume_m3) * math.pi / 4 * bore_m**2 - held_n, 0.0)


def wanted(bore_m: float, volume_m3: float, *, force_n: float, pins: int = 0, pin: str = "2-56", friction_n: float = 0.0) -> Push:
    """Pressure and charge that part a bay: force to spare on the bulkhead, over pins and friction.

    Parameters
    ----------
    force_n : float
        To throw nose and canopy out with, once the pins are gone. [N]

    What it comes to may burst a tube: `Push.bursts` tells.
    """
    require_positive("bore_m", bore_m, 1.0)
    require_finite("throw", force_n, 1.0, MOST_THROW_N)
    require_finite("pins", pins, 0, 12)
    require_finite("friction", friction_n, 0.0, 5_000.0)
    held = pins * pin_n(pin) + friction_n
    pressure = (force_n + held) / (math.pi / 4 * bore_m**2)
    require_positive("volume_m3", volume_m3, 1.0)
    return Push(pressure_pa=pressure, charge_kg=pressure * volume_m3 / GAS_J_KG, force_n=force_n, held_n=held)


def motor_charge(
    case_m: float, bore_m: float, volume_m3: float, wanted_n: float, *, told_kg: float | None = None, motors: int = 1
) -> MotorCharge:
    """A motor's own charge against a bay; `told_kg` off the maker's sheet, of one motor.

    Raises
    ------
    RocketryError
        For a charge above 0.1 kg.
    """
    usual = charge_of_case_kg(case_m)
    each = usual if told_kg is None else told_kg
    charge = each * motors
    pressure = pressure_pa(charge, volume_m3)
    return MotorCharge(
        charge_kg=charge, told=told_kg is not None, pressure_pa=pressure, force_n=pressure * math.pi / 4 * bore_m**2,
        wanted_n=wanted_n, volume_m3=volume_m3, strength=each / usual,
    )  # fmt: skip


def charge_of_case_kg(case_m: float) -> float:
    """The charge usual in a motor of such a case. [kg]"""
    return MOTOR_CHARGE_KG[min(MOTOR_CHARGE_KG, key=lambda mm: abs(mm - 1000 * case_m))]


def nose_fit(rest_kg: float) -> NoseFit:
    """The nose lifts the rocket without sliding off, yet comes off with a light pull: its weight, and three times that (our own figure).

    Light rockets are held by a finger's worth of friction anyway: never less than 2 N is asked for.
    """
    weight = rest_kg * STANDARD_GRAVITY_M_S2
    return NoseFit(least_n=weight, most_n=max(2.0, 3 * weight))


def thrown_n(ahead_kg: float) -> float:
    """What throwing out all that lies ahead of a joint asks of a motor's charge beyond what holds it. [N]"""
    return THROWN_WEIGHTS * STANDARD_GRAVITY_M_S2 * ahead_kg


def pins_for(pull_n: float, pin: str = "2-56") -> int:
    """How many pins of a size hold a pull: two at least, so that it parts straight. [-]"""
    require_finite("pull_n", pull_n, 0.0, 1e6)
    return max(2, math.ceil(pull_n / pin_n(pin) - 1e-9))


def pins_wanted(
    bore_m: float, *, shut_in_pa: float, nose_kg: float, deceleration_m_s2: float, jerk_n: float = 0.0, pin: str = "2-56"
) -> PinsWanted:
    """What pulls at a joint that is to stay shut.

    Parameters
    ----------
    shut_in_pa : float
        Of air shut in at the pad over that outside at apogee; 0 for a bay with a vent hole. [Pa]
    deceleration_m_s2 : float
        By drag, at its greatest. [m/s²]
    """
    require_finite("shut_in_pa", shut_in_pa, 0.0, 110e3)
    require_positive("nose_kg", nose_kg, 50.0)
    cabin, coast = shut_in_pa * math.pi / 4 * bore_m**2, nose_kg * max(deceleration_m_s2, 0.0)
    return PinsWanted(cabin_n=cabin, coast_n=coast, jerk_n=jerk_n, count=pins_for(cabin + max(coast, jerk_n), pin))


def vent_diameter_m(volume_m3: float, count: int = 1) -> float:
    """Each of so many vent holes for a bay: area in proportion to volume, D ÷ √n each (common practice, no source). [m]"""
    require_positive("volume_m3", volume_m3, 0.1)
    require_finite("count", count, 1, 12)
    return VENT_HOLE_M * math.sqrt(volume_m3 / VENT_VOLUME_M3 / count)
