"""Parts inside the body: mount, rings, couplers, bulkheads."""

from dataclasses import dataclass
from typing import ClassVar

from wobbly_fin.rocketry.airframe.parts.part import WIDEST_M, Edge, MotorBay, Part, bore_inside, number, size, yes_or_no


@dataclass(frozen=True, slots=True, kw_only=True)
class MotorTube(Part):
    """A motor tube, or a cluster of them; `overhang_m` is how far the motor stands out of its aft end."""

    TYPE: ClassVar[str] = "motor_tube"
    WORD: ClassVar[str] = "motor tube"
    STOPS: ClassVar[bool] = True
    EDGE: ClassVar[Edge] = "aft"

    length_m: float = size("Length")
    outer_diameter_m: float = size("Outside diameter", high=WIDEST_M)
    inner_diameter_m: float = size("Inside diameter", high=WIDEST_M, hint="13, 18, 24, 29, 38, 54 mm motors are usual.")
    max_motor_length_m: float | None = size("Longest motor it takes", default=None, hint="Empty: as long as the tube.")
    overhang_m: float = size("Motor sticks out", default=0.0, negative=True)
    count: int = number("How many", 1, 7, 1, "More than one is a cluster.", whole=True)
    spread_m: float = size("Off the axis by", default=0.0, zero=True, high=WIDEST_M, hint="Of a cluster: axis to motor axis.")

    plugged: bool = yes_or_no("Closed ahead of the motor", False, "Its charge then needs a hole out through the side.")

    def check(self) -> None:
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.outer_diameter_m)

    @property
    def motor_bay(self) -> MotorBay:
        return MotorBay(self.inner_diameter_m, self.longest_motor_m, self.count, self.plugged)

    def off_axis_m(self, body_radius_m: float) -> float:
        return self.spread_m

    @property
    def from_tube(self) -> int:
        return self.count

    @property
    def axial_length_m(self) -> float:
        return self.length_m

    @property
    def longest_motor_m(self) -> float:
        """The longest motor it takes. [m]"""
        return self.length_m if self.max_motor_length_m is None else self.max_motor_length_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Coupler(Part):
    """A tube joining two others from inside. `outer_diameter_m` None: fits."""

    TYPE: ClassVar[str] = "coupler"
    WORD: ClassVar[str] = "coupler"
    STOPS: ClassVar[bool] = True

    length_m: float = size("Length")
    outer_diameter_m: float | None = size("Outside diameter", default=None, high=WIDEST_M, hint="Empty: fits the tube.")
    wall_m: float = size("Wall", default=0.001, high=0.05)

    @property
    def from_tube(self) -> int:
        return 1

    @property
    def axial_length_m(self) -> float:
        return self.length_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Bulkhead(Part):
    """A disc that closes a tube. `outer_diameter_m` None: fits."""

    TYPE: ClassVar[str] = "bulkhead"
    WORD: ClassVar[str] = "bulkhead"
    CLOSES: ClassVar[bool] = True
    STOPS: ClassVar[bool] = True

    thickness_m: float = size("Thickness", high=0.3)
    outer_diameter_m: float | None = size("Diameter", default=None, high=WIDEST_M, hint="Empty: fits the tube.")

    @property
    def axial_length_m(self) -> float:
        return self.thickness_m


@dataclass(frozen=True, slots=True, kw_only=True)
class CentringRing(Part):
    """A ring that holds the motor tube in the body. Diameters left out fit tube and motor tube."""

    TYPE: ClassVar[str] = "centring_ring"
    WORD: ClassVar[str] = "centring ring"
    STOPS: ClassVar[bool] = True

    thickness_m: float = size("Thickness", high=0.3)
    outer_diameter_m: float | None = size("Outside diameter", default=None, high=WIDEST_M, hint="Empty: fits the tube.")
    inner_diameter_m: float | None = size("Hole", default=None, high=WIDEST_M, hint="Empty: fits the motor tube.")

    def check(self) -> None:
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.outer_diameter_m)

    @property
    def axial_length_m(self) -> float:
        return self.thickness_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Baffle(Part):
    """Plates with holes that do not face one another: gas passes, what glows does not. `outer_diameter_m` None: fits."""

    TYPE: ClassVar[str] = "baffle"
    WORD: ClassVar[str] = "baffle"
    STOPS: ClassVar[bool] = True

    length_m: float = size("Length", high=1.0)
    outer_diameter_m: float | None = size("Outside diameter", default=None, high=WIDEST_M, hint="Empty: fits the tube.")

    @property
    def axial_length_m(self) -> float:
        return self.length_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Piston(Baffle):
    """A plug that slides ahead of the gas and pushes out what is packed; it hangs on the cord. `outer_diameter_m` None: slides."""

    TYPE: ClassVar[str] = "piston"
    WORD: ClassVar[str] = "piston"
    SLIDES: ClassVar[bool] = True
