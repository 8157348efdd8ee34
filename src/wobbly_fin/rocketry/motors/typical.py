"""A motor from its label alone: what is usual for its class, case and propellant, each figure with its band.

All that is usual here is our own estimate from common practice, no source; a motor's sheet, or its curve, takes its place as soon as
somebody has it. Bands hold nine motors in ten.
"""

import math
from dataclasses import replace
from typing import NamedTuple

from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError, require_positive
from wobbly_fin.rocketry.motors.classes import CLASSES, ImpulseClass, class_rank
from wobbly_fin.rocketry.motors.labels import MotorLabel, decode
from wobbly_fin.rocketry.motors.motor import CaseKind, Motor, Propellant
from wobbly_fin.rocketry.motors.synthesis import curve_from_data_sheet
from wobbly_fin.rocketry.motors.unsure import SURE, Band, Unsure


class Usual(NamedTuple):
    """A figure as it usually is, and where nine in ten lie."""

    low: float
    middle: float
    high: float

    @property
    def band(self) -> Band:
        """As factors of the middle."""
        return self.low / self.middle, self.high / self.middle


# Share of its class's top that a motor as sold delivers. Makers fill a class; black powder is pressed to it more closely.
FULL: dict[Propellant | None, Usual] = {
    "black powder": Usual(0.80, 0.92, 0.99), "composite": Usual(0.64, 0.86, 0.99), None: Usual(0.60, 0.89, 1.0),
}  # fmt: skip
# Specific impulse. [s]
PUSHES: dict[Propellant, Usual] = {"black powder": Usual(71.0, 82.0, 94.0), "composite": Usual(167.0, 194.0, 223.0)}
# Mass of an empty case with closures over diameter^1.5 × length: thicker walls for a wider bore. [kg/m^2.5]
EMPTY: dict[tuple[Propellant, CaseKind], Usual] = {
    ("black powder", "single-use"): Usual(53.0, 66.0, 81.0),
    ("composite", "single-use"): Usual(62.0, 81.0, 103.0),
    ("composite", "reload"): Usual(98.0, 140.0, 189.0),
}
# One case or another is no bell: its ends count whole, and half as much again among other doubts (our own, by simulated motors).
_OR_OTHER = 1.5
THRUST_OFF = 0.07  # by how much a printed average strays from the real one, besides its rounding
SHAPE: Band = (0.5, 1.7)  # a curve drawn without its file: anything from pushing mostly early to pushing mostly late
GRAIN_KG_M3, FILLS = 1700.0, 0.6  # propellant, and the most of a case's outside volume it takes
# Case lengths sold for a diameter. [mm]
LENGTHS_MM = {
    13: (45,), 18: (70,), 24: (70, 95), 29: (98, 124, 180), 38: (150, 190, 245, 300), 54: (240, 326, 430, 492),
    75: (400, 600, 800), 98: (600, 900, 1200),
}  # fmt: skip
LENGTH_OFF: Usual = Usual(0.85, 1.0, 1.3)  # where the length is guessed for a diameter that comes in several
_DIAMETERS_MM = {
    "1/8A": 13, "1/4A": 13, "1/2A": 18, "A": 18, "B": 18, "C": 18, "D": 24, "E": 24, "F": 29, "G": 29, "H": 38, "I": 38, "J": 54, "K": 54,
    "L": 75, "M": 75, "N": 98, "O": 98,
}  # fmt: skip
_LAST_BLACK_POWDER, _FIRST_RELOAD = class_rank("D"), class_rank("H")


def usual_diameter_m(label: MotorLabel) -> float:
    """The case diameter a class usually comes in. [m]"""
    small = label.slim_case and class_rank(label.impulse_class.name) <= class_rank("A")
    return (13 if small else _DIAMETERS_MM[label.impulse_class.name]) / 1000


def usual_propellant(label: MotorLabel) -> Propellant:
    """What a class is usually filled with; a booster only with what lights the next one."""
    return (
        "black powder" if label.kind == "booster" or class_rank(label.impulse_class.name) <= _LAST_BLACK_POWDER else "composite"
    )


def usual_delays_s(label: MotorLabel) -> tuple[float, ...]:
    """Delays a motor with a charge usually comes with; none for one without. [s]"""
    if label.kind != "single":
        return ()
    if label.delay_s is not None:
        return (label.delay_s,)
    return (3.0, 5.0, 7.0) if class_rank(label.impulse_class.name) <= class_rank("E") else (4.0, 6.0, 8.0, 10.0)


def typical_motor(
    text: str,
    *,
    diameter_m: float | None = None,
    length_m: float | None = None,
    propellant: Propellant | None = None,
    case: CaseKind | None = None,
    delays_s: tuple[float, ...] = (),
    impulse_n_s: float | None = None,
    burn_time_s: float | None = None,
    average_thrust_n: float | None = None,
    peak_thrust_n: float | None = None,
    total_mass_kg: float | None = None,
    propellant_mass_kg: float | None = None,
    maker: str = "",
) -> Motor:
    """A motor from its label and whatever else is known; the rest is what is usual, with its band in `Motor.unsure`.

    Parameters
    ----------
    text : str
        The label.
    diameter_m, length_m, propellant, case, delays_s, maker : optional
        Of the motor, as printed. [m], [s]
    impulse_n_s, burn_time_s, average_thrust_n, peak_thrust_n, total_mass_kg, propellant_mass_kg : float, optional
        Off the pack or its sheet; each narrows the band. [N·s], [s], [N], [kg]

    Returns
    -------
    Motor
        `unsure` None where nothing that matters was guessed.

    Raises
    ------
    RocketryError
        Naming the figure at fault, where they contradict one another.
    """
    label = decode(text)
    filled: Propellant = propellant or usual_propellant(label)
    kind: CaseKind = case or ("single-use" if class_rank(label.impulse_class.name) < _FIRST_RELOAD else "reload")
    wide_m = diameter_m if diameter_m is not None else usual_diameter_m(label)
    require_positive("diameter_mm", wide_m * 1000, 200.0)

    impulse, impulse_band = _impulse(label, propellant, impulse_n_s, burn_time_s)
    thrust_n = average_thrust_n or (None if burn_time_s is not None else label.average_thrust_n)
    curve = curve_from_data_sheet(
        impulse_n_s=impulse, propellant=filled, burn_time_s=burn_time_s, average_thrust_n=thrust_n, peak_thrust_n=peak_thrust_n
    )
    thrust_band = SURE if average_thrust_n is not None or burn_time_s is not None else _thrust_band(label)

    pushes = PUSHES[filled]
    grain_kg = propellant_mass_kg if propellant_mass_kg is not None else impulse / (STANDARD_GRAVITY_M_S2 * pushes.middle)
    grain_band = SURE if propellant_mass_kg is not None else (pushes.middle / pushes.high, pushes.middle / pushes.low)
    long_m, several = (length_m, False) if length_m is not None else _usual_length_m(wide_m, grain_kg)
    empty = EMPTY.get((filled, kind)) or EMPTY["composite", kind]
    empty_kg = empty.middle * wide_m**1.5 * long_m
    empty_band = _joined(empty.band, LENGTH_OFF.band) if several else empty.band
    if diameter_m is None:
        low, high = _other_cases(label, wide_m**1.5 * long_m)
        empty_band = empty_band[0] * low**_OR_OTHER, empty_band[1] * high**_OR_OTHER
    if total_mass_kg is not None:
        if propellant_mass_kg is None and grain_kg >= total_mass_kg:
            grain_kg = 0.6 * total_mass_kg  # a sheet's mass counts for more than what is usual
        empty_kg, empty_band = total_mass_kg - grain_kg, SURE
    boxes = {
        "diameter": diameter_m, "length": length_m, "propellant_kind": propellant, "impulse": impulse_n_s or burn_time_s, "total_mass": total_mass_kg,
        "propellant_mass": propellant_mass_kg, "delays": delays_s or label.kind != "single" or label.delay_s,
    }  # fmt: skip
    unsure = Unsure(
        impulse=impulse_band, thrust=thrust_band, shape=SHAPE, propellant=grain_band, case=empty_band, whole_weighed=total_mass_kg is not None,
        guessed=tuple(name for name, told in boxes.items() if not told),
    )  # fmt: skip
    return Motor(
        label=text, maker=maker, diameter_m=wide_m, length_m=long_m, total_mass_kg=grain_kg + empty_kg, propellant_mass_kg=grain_kg,
        curve=curve, delays_s=delays_s or usual_delays_s(label), propellant=filled, case=kind,
        unsure=unsure if unsure.guessed or any(unsure.ends()) else None,
    )  # fmt: skip


def any_of_class(name: str, diameter_m: float, longest_m: float, ending: str = "") -> Motor | None:
    """What is usual of a class in a case of this diameter; None where no such case is as short as that, or nobody sells it in one.

    `ending` is a label's: -0 for a booster, which is black powder, -P for a plugged one. Its label's thrust is what lets it burn for a usual
    while; it stands for a class, not for a motor somebody can buy.
    """
    if name not in classes_for(diameter_m):
        return None
    wide_mm = next(d for d, _ in _SOLD if abs(d - diameter_m * 1000) <= 1)
    letter = next(c for c in CLASSES if c.name == name)
    propellant: Propellant = "black powder" if wide_mm <= 24 and class_rank(name) <= _LAST_BLACK_POWDER else "composite"
    if ending == "-0" and propellant != "black powder":
        return None
    impulse = FULL[propellant].middle * letter.max_n_s
    thrust = max(1, round(impulse / _usual_burn_s(letter)))
    motor = typical_motor(f"{name}{thrust}{ending}", diameter_m=wide_mm / 1000, propellant=propellant)
    assert motor.unsure is not None
    if motor.length_m > longest_m + 1e-9:
        return None
    hard = motor.unsure.thrust
    unsure = replace(motor.unsure, thrust=(min(0.6, hard[0]), max(1.7, hard[1])), any_of_class=True)
    delays_s = () if ending else tuple(float(d) for d in range(2, 13))
    # One class comes in several cases: each a motor of its own.
    return replace(motor, delays_s=delays_s, unsure=unsure, revision=f"{wide_mm} mm")


# Classes sold in each diameter. [mm]
_SOLD: tuple[tuple[int, tuple[str, ...]], ...] = (
    (13, ("1/4A", "1/2A", "A")), (18, ("1/2A", "A", "B", "C")), (24, ("C", "D", "E", "F")), (29, ("E", "F", "G", "H")),
    (38, ("G", "H", "I", "J")), (54, ("I", "J", "K")), (75, ("K", "L", "M")), (98, ("M", "N", "O")),
)  # fmt: skip


def classes_for(diameter_m: float) -> tuple[str, ...]:
    """Classes sold in a diameter, smallest first; empty for one nobody sells."""
    return next((c for d, c in _SOLD if abs(d - diameter_m * 1000) <= 1), ())


def _usual_burn_s(letter: ImpulseClass) -> float:
    """How long a motor of a class usually burns: longer the bigger it is. [s]"""
    return 0.8 * (letter.max_n_s / 2.5) ** 0.28


def _impulse(
    label: MotorLabel, propellant: Propellant | None, told_n_s: float | None, burn_s: float | None
) -> tuple[float, Band]:
    """Total impulse and its band: as told, else thrust × burn time within the class, else what fills a class usually. [N·s]"""
    top = label.impulse_class.max_n_s
    known = told_n_s or label.total_impulse_n_s
    if known is not None:
        require_positive("impulse", known, CLASSES[-1].max_n_s)
        return known, SURE
    full = FULL[propellant or ("black powder" if label.kind == "booster" else None)]
    if burn_s is not None:
        require_positive("burn_time_s", burn_s, 120.0)
        off = _thrust_band(label)
        middle = label.average_thrust_n * burn_s
        low, high = max(middle * off[0], label.impulse_class.min_n_s), min(middle * off[1], top)
        if low >= high:
            raise RocketryError(
                "burn_time",
                f"of {burn_s:g} s at {label.average_thrust_n:g} N is {middle:.3g} N·s; a {label.impulse_class.name} has"
                f" {label.impulse_class.min_n_s:g} to {top:g}",
            )
        middle = min(max(middle, low), high)
        return middle, (low / middle, high / middle)
    return full.middle * top, full.band


def _thrust_band(label: MotorLabel) -> Band:
    """Rounding of the printed thrust, all of it as likely, and how far it strays besides."""
    half = math.hypot(0.9 * label.thrust_rounding_n / label.average_thrust_n, THRUST_OFF)
    return max(0.3, 1 - half), 1 + half


def _joined(one: Band, other: Band) -> Band:
    """Two causes that know nothing of one another."""
    low = math.exp(-math.hypot(math.log(one[0]), math.log(other[0])))
    return low, math.exp(math.hypot(math.log(one[1]), math.log(other[1])))


def _other_cases(label: MotorLabel, size: float) -> Band:
    """How much lighter or heavier its case may be in another diameter its class is sold in."""
    others = [(d / 1000) ** 1.5 * LENGTHS_MM[d][0] / 1000 for d, names in _SOLD if label.impulse_class.name in names]
    return min([1.0, *(x / size for x in others)]), max([1.0, *(x / size for x in others)])


def _usual_length_m(diameter_m: float, grain_kg: float) -> tuple[float, bool]:
    """The shortest case sold of this diameter that holds the propellant, and whether there are others. [m]"""
    area = math.pi / 4 * diameter_m**2
    least_m = grain_kg / GRAIN_KG_M3 / area / FILLS
    sold = next((lengths for d, lengths in LENGTHS_MM.items() if abs(d - diameter_m * 1000) <= 1), ())
    fitting = [mm / 1000 for mm in sold if mm / 1000 >= least_m]
    return (fitting[0], len(sold) > 1) if fitting else (max(least_m, 2 * diameter_m), True)
