"""Tubes that do the work of fins: a ring round the body, or tubes side by side on its skin."""

from dataclasses import dataclass
from typing import ClassVar

from wobbly_fin.rocketry.airframe.parts.fins import EDGES, EdgeShape
from wobbly_fin.rocketry.airframe.parts.outer import FINISHES, Finish
from wobbly_fin.rocketry.airframe.parts.part import (
    WIDEST_M,
    Edge,
    Part,
    bore_inside,
    choice,
    evenly,
    half_angle_deg,
    number,
    size,
)


@dataclass(frozen=True, slots=True, kw_only=True)
class RingFin(Part):
    """A short tube round the body, held by the tips of its fins."""

    TYPE: ClassVar[str] = "ring_fin"
    WORD: ClassVar[str] = "ring fin"
    EDGE: ClassVar[Edge] = "aft"

    length_m: float = size("Length", high=2.0, hint="Along the body.")
    outer_diameter_m: float = size("Outside diameter", high=WIDEST_M)
    inner_diameter_m: float = size("Inside diameter", high=WIDEST_M)
    edges: EdgeShape = choice("Edges", EDGES, "square")
    finish: Finish = choice("Finish", FINISHES, "unfinished")

    def check(self) -> None:
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.outer_diameter_m)

    @property
    def axial_length_m(self) -> float:
        return self.length_m

    @property
    def from_tube(self) -> int:
        return 1

    @property
    def middle_m(self) -> float:
        """Diameter of the middle of its wall. [m]"""
        return (self.outer_diameter_m + self.inner_diameter_m) / 2


@dataclass(frozen=True, slots=True, kw_only=True)
class TubeFins(RingFin):
    """Tubes glued to the skin, evenly round it."""

    TYPE: ClassVar[str] = "tube_fins"
    WORD: ClassVar[str] = "tube fins"
    PIECE: ClassVar[str] = "tube"
    FIRST: ClassVar[tuple[str, ...]] = ("count", "length_m", "outer_diameter_m")

    count: int = number("How many", 3, 12, 6, whole=True)
    angle_deg: float = number("First tube at", 0.0, 360.0, 0.0, "Degrees round the body, from the top.")

    @property
    def stands_deg(self) -> tuple[float, ...]:
        return evenly(self.angle_deg, self.count)

    @property
    def from_tube(self) -> int:
        return self.count

    def off_axis_m(self, body_radius_m: float) -> float:
        return body_radius_m + self.outer_diameter_m / 2

    def half_width_deg(self, body_radius_m: float) -> float:
        return half_angle_deg(self.outer_diameter_m / 2, self.off_axis_m(body_radius_m))
