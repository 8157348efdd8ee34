"""Pods: small bodies beside the large one, with motors of their own or without."""

from dataclasses import dataclass
from typing import ClassVar

from wobbly_fin.rocketry.airframe.parts.outer import FINISHES, BodyTube, Finish, NoseCone
from wobbly_fin.rocketry.airframe.parts.part import (
    WIDEST_M,
    Edge,
    MotorBay,
    Part,
    bore_inside,
    choice,
    evenly,
    half_angle_deg,
    number,
    size,
)
from wobbly_fin.rocketry.airframe.profiles import NoseShape


@dataclass(frozen=True, slots=True, kw_only=True)
class Pods(Part):
    """Equal tubes with noses, evenly round the body; they stay on. Closed ahead: a motor's charge in one opens nothing in the body.

    Parameters
    ----------
    gap_m : float
        Skin to skin; nought where they touch.
    max_motor_length_m : float or None
        Of the motor each takes, flush with its aft end and as wide as its bore; None: no motors.
    """

    TYPE: ClassVar[str] = "pods"
    WORD: ClassVar[str] = "pods"
    PIECE: ClassVar[str] = "pod"
    EDGE: ClassVar[Edge] = "aft"
    FIRST: ClassVar[tuple[str, ...]] = ("count", "length_m", "outer_diameter_m")

    count: int = number("How many", 1, 6, 2, whole=True)
    length_m: float = size("Length of the tube", high=5.0)
    outer_diameter_m: float = size("Outside diameter", high=WIDEST_M)
    inner_diameter_m: float = size("Inside diameter", high=WIDEST_M)
    nose_length_m: float = size("Length of the nose", high=2.0)
    nose_shape: NoseShape = choice("Nose", {"cone": "cone", "ogive": "tangent ogive", "ellipsoid": "ellipsoid"}, "ogive")
    gap_m: float = size("Off the body by", default=0.0, zero=True, high=1.0, hint="Skin to skin, along a fin or a strip.")
    max_motor_length_m: float | None = size("Longest motor each takes", default=None, hint="Empty: no motors in them.")
    angle_deg: float = number("First pod at", 0.0, 360.0, 90.0, "Degrees round the body, from the top.")
    finish: Finish = choice("Finish", FINISHES, "painted")

    def check(self) -> None:
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.outer_diameter_m)
        _ = self.nose

    @property
    def nose(self) -> NoseCone:
        """One pod's nose, solid."""
        return NoseCone(
            shape=self.nose_shape, length_m=self.nose_length_m, base_diameter_m=self.outer_diameter_m, finish=self.finish
        )

    @property
    def tube(self) -> BodyTube:
        """One pod's tube."""
        return BodyTube(length_m=self.length_m, outer_diameter_m=self.outer_diameter_m, inner_diameter_m=self.inner_diameter_m)

    @property
    def motor_bay(self) -> MotorBay | None:
        longest = self.max_motor_length_m
        return (
            None
            if longest is None
            else MotorBay(self.inner_diameter_m, longest, self.count, plugged=True, first_deg=self.angle_deg)
        )

    @property
    def stands_deg(self) -> tuple[float, ...]:
        return evenly(self.angle_deg, self.count)

    @property
    def from_tube(self) -> int:
        return self.count

    @property
    def axial_length_m(self) -> float:
        return self.nose_length_m + self.length_m

    def off_axis_m(self, body_radius_m: float) -> float:
        return body_radius_m + self.gap_m + self.outer_diameter_m / 2

    def half_width_deg(self, body_radius_m: float) -> float:
        # With a gap, what holds it is next to nothing.
        return 0.0 if self.gap_m > 0 else half_angle_deg(self.outer_diameter_m / 2, self.off_axis_m(body_radius_m))
