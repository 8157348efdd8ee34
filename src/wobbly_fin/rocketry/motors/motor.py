"""A motor as bought: its case, its masses, its curve and the delays it comes with."""

import math
import re
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive
from wobbly_fin.rocketry.motors.classes import class_rank
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.labels import Kind, MotorLabel, decode
from wobbly_fin.rocketry.motors.unsure import Figure, Unsure

Propellant = Literal["black powder", "composite"]
CaseKind = Literal["single-use", "reload"]
# What makes a motor one of high power by itself: NFPA 1122, from memory.
MOST_MODEL_MOTOR_N_S, MOST_MODEL_AVERAGE_N = 160.0, 80.0
_ENDINGS: dict[Kind, str] = {"single": "", "booster": "-0", "plugged": "-P"}
USUAL_DIAMETERS_M = (0.013, 0.018, 0.024, 0.029, 0.038, 0.054, 0.075, 0.098)  # common practice, no source
TOUCHING_M = 0.003  # motors of two stages that stand end to end are taped together; anything wider is a gap
SHORTEST_ADJUSTED_S = 3.0  # what is left of a delay after shortening, at least: our own caution, the maker's sheet decides


@dataclass(frozen=True, kw_only=True)
class Motor:
    """One motor type. Its identity is maker + label + revision.

    Parameters
    ----------
    label : str
        As printed, with or without a delay.
    diameter_m, length_m : float
        Of the case, > 0. [m]
    total_mass_kg, propellant_mass_kg : float
        Loaded motor (≥ propellant) and propellant alone (> 0). [kg]
    curve : ThrustCurve
    delays_s : tuple of float
        Delays it can be had with, rising; empty for a booster or a plugged motor. [s]
    adjustable : bool
        Whether its delay may be shortened with the maker's tool; a label ending in ``A`` says so too.
    sparks : bool
        Whether its propellant throws sparks: the ground is cleared wider.
    unsure : Unsure or None
        What of all this is a guess, and how wide; None: as its maker or a test stand says.

    Raises
    ------
    RocketryError
        Naming the field at fault.
    """

    label: str
    diameter_m: float
    length_m: float
    total_mass_kg: float
    propellant_mass_kg: float
    curve: ThrustCurve
    delays_s: tuple[float, ...] = ()
    maker: str = ""
    revision: str = "1"
    propellant: Propellant | None = None
    case: CaseKind | None = None
    adjustable: bool = False
    sparks: bool = False
    unsure: Unsure | None = None

    def __post_init__(self) -> None:
        require_positive("diameter_mm", self.diameter_m * 1000, 200.0)
        require_positive("length_mm", self.length_m * 1000, 3000.0)
        require_positive("propellant_mass_kg", self.propellant_mass_kg)
        require_finite("total_mass_kg", self.total_mass_kg, 0.0, 100.0)
        if self.propellant_mass_kg > self.total_mass_kg:
            raise RocketryError(
                "propellant_mass_kg",
                f"{self.propellant_mass_kg:g} kg is more than the whole motor ({self.total_mass_kg:g} kg)",
            )
        for delay_s in self.delays_s:
            require_finite("delays_s", delay_s, 0.0, 60.0)
        object.__setattr__(self, "delays_s", tuple(sorted(set(self.delays_s))))
        _ = self.decoded

    @cached_property
    def decoded(self) -> MotorLabel:
        """What the label says."""
        return decode(self.label)

    @cached_property
    def key(self) -> str:
        """Maker, label without delay, kind and revision: unique in a catalogue."""
        return "/".join((self.maker or "own", self.name, self.revision))

    @property
    def kind(self) -> Kind:
        """Single, booster (-0) or plugged (-P)."""
        return self.decoded.kind

    @property
    def adjustable_delay(self) -> bool:
        """Whether the delay may be shortened with the maker's tool."""
        return self.adjustable or self.decoded.adjustable_delay

    @cached_property
    def name(self) -> str:
        """Label without delay, with the ending of a booster or plugged motor; of a class in general its letter."""
        if self.unsure is not None and self.unsure.any_of_class:
            return self.decoded.impulse_class.name + _ENDINGS[self.kind]
        return self.decoded.base + _ENDINGS[self.kind]

    @property
    def class_rank(self) -> int:
        """Position of its letter on the class ladder."""
        return class_rank(self.decoded.impulse_class.name)

    @property
    def is_high_power(self) -> bool:
        """Whether it makes a rocket one of high power, whatever else is aboard: by impulse or by the average thrust on its label."""
        return self.curve.total_impulse_n_s > MOST_MODEL_MOTOR_N_S or self.decoded.average_thrust_n > MOST_MODEL_AVERAGE_N

    @property
    def burnout_mass_kg(self) -> float:
        """What is left hanging in the rocket after the burn. [kg]"""
        return self.total_mass_kg - self.propellant_mass_kg

    @property
    def delays_to_try_s(self) -> tuple[float, ...]:
        """Every delay it can fly with: as sold, and where it is adjustable in whole seconds less, rising. [s]"""
        if not self.adjustable_delay:
            return self.delays_s
        shorter = {d - n for d in self.delays_s for n in range(int(d)) if d - n >= SHORTEST_ADJUSTED_S}
        return tuple(sorted(shorter | set(self.delays_s)))

    def shortened_by_s(self, delay_s: float) -> float:
        """By how much the nearest longer delay it is sold with must be shortened for this one; 0 as sold. [s]"""
        longer = [d for d in self.delays_s if d >= delay_s]
        return longer[0] - delay_s if self.adjustable_delay and longer else 0.0

    def with_figure(self, figure: Figure, factor: float) -> "Motor":
        """The same with one figure multiplied: more impulse burns longer at the same thrust and from more propellant."""
        curve, grain_kg = self.curve, self.propellant_mass_kg
        case_kg = self.total_mass_kg - grain_kg
        if figure == "case":
            case_kg *= factor
        elif figure == "thrust":
            curve = curve.stretched(1 / factor).scaled(factor)
        elif figure == "shape":
            curve = curve.leaning(factor)
        else:
            curve = curve.stretched(factor) if figure == "impulse" else curve
            most_kg = 0.98 * self.total_mass_kg if self.weighed_whole else math.inf
            grain_kg = min(grain_kg * factor, max(most_kg, grain_kg))
            if self.weighed_whole:
                case_kg = self.total_mass_kg - grain_kg
        return replace(
            self, curve=curve, propellant_mass_kg=grain_kg, total_mass_kg=max(case_kg + grain_kg, grain_kg), unsure=None
        )

    @property
    def weighed_whole(self) -> bool:
        """Whether the loaded motor's own mass is known."""
        return self.unsure is None or self.unsure.whole_weighed

    def label_with(self, delay_s: float | None) -> str:
        """The label to ask for at the counter with this delay, and what to take off it."""
        if delay_s is None:
            return self.name
        if self.name != self.decoded.base:
            return f"{self.name} with {delay_s:g} s"
        if not self.adjustable_delay:
            return f"{self.decoded.base}-{delay_s:g}"
        off = self.shortened_by_s(delay_s)
        return f"{self.decoded.base}-{delay_s + off:g}A" + (f" less {off:g} s" if off else "")


_LABEL = re.compile(r"/((?:1/\d)?[^/]+)/[^/]*$")


def label_of(key: str) -> str:
    """The label in a motor’s key: what lies between maker and revision, whatever those are. 1/2A has a stroke of its own."""
    found = _LABEL.search(key)
    return found[1] if found else key
