"""A template: lines on layers and words beside them, in millimetres, x to the right and y up."""

import itertools
import math
from dataclasses import dataclass
from typing import Literal

Layer = Literal["cut", "score", "mark"]
Point = tuple[float, float]
LAYERS: tuple[Layer, ...] = ("cut", "score", "mark")


@dataclass(frozen=True, slots=True, kw_only=True)
class Path:
    """Straight lines through points; `closed` joins the last to the first. [mm]"""

    points: tuple[Point, ...]
    layer: Layer = "cut"
    closed: bool = False

    @property
    def length_mm(self) -> float:
        """[mm]"""
        ends = (*self.points, self.points[0]) if self.closed else self.points
        return sum(math.dist(a, b) for a, b in itertools.pairwise(ends))


@dataclass(frozen=True, slots=True, kw_only=True)
class Circle:
    """A full circle. [mm]"""

    centre: Point
    radius: float
    layer: Layer = "cut"


@dataclass(frozen=True, slots=True, kw_only=True)
class Arc:
    """Part of a circle, counter-clockwise from `start_deg` to `end_deg`. [mm], [degrees]"""

    centre: Point
    radius: float
    start_deg: float
    end_deg: float
    layer: Layer = "cut"

    def at(self, degrees: float) -> Point:
        """The point of the circle at an angle."""
        a = math.radians(degrees)
        return self.centre[0] + self.radius * math.cos(a), self.centre[1] + self.radius * math.sin(a)


@dataclass(frozen=True, slots=True, kw_only=True)
class Words:
    """A text whose middle stands at a point, `size` tall, turned by degrees. [mm]"""

    at: Point
    text: str
    size: float = 3.5
    turned_deg: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Template:
    """One template of a rocket.

    Parameters
    ----------
    key : str
        Names it in addresses: kind and part number.
    notes : tuple of str
        What to know before cutting; cautions among them.
    """

    key: str
    title: str
    paths: tuple[Path, ...] = ()
    circles: tuple[Circle, ...] = ()
    arcs: tuple[Arc, ...] = ()
    words: tuple[Words, ...] = ()
    notes: tuple[str, ...] = ()

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, bottom, right, top of all lines. [mm]"""
        xs: list[float] = [x for p in self.paths for x, _ in p.points]
        ys: list[float] = [y for p in self.paths for _, y in p.points]
        for c in self.circles:
            xs += [c.centre[0] - c.radius, c.centre[0] + c.radius]
            ys += [c.centre[1] - c.radius, c.centre[1] + c.radius]
        for a in self.arcs:
            inside = [d for d in range(-720, 721, 90) if a.start_deg < d < a.end_deg]
            for degrees in (a.start_deg, a.end_deg, *inside):
                x, y = a.at(degrees)
                xs.append(x)
                ys.append(y)
        return min(xs), min(ys), max(xs), max(ys)

    @property
    def width_mm(self) -> float:
        """[mm]"""
        return self.box[2] - self.box[0]

    @property
    def height_mm(self) -> float:
        """[mm]"""
        return self.box[3] - self.box[1]
