"""Line art by hand: a few strokes out of which the packing card's drawings are put together. [mm], x to the right, y up."""

import math

from wobbly_fin.rocketry.templates.picture import Filled
from wobbly_fin.rocketry.templates.template import Layer, Path, Point


def line(*points: Point, layer: Layer = "cut", closed: bool = False) -> Path:
    """Straight from point to point."""
    return Path(points=points, layer=layer, closed=closed)


def sector(apex: Point, radius: float, from_deg: float, to_deg: float) -> tuple[Point, ...]:
    """A slice of a disc with its point at the apex; a whole disc without the apex."""
    steps = max(4, round(abs(to_deg - from_deg) / 7.5))
    angles = [math.radians(from_deg + (to_deg - from_deg) * k / steps) for k in range(steps + 1)]
    rim = tuple((apex[0] + radius * math.cos(a), apex[1] + radius * math.sin(a)) for a in angles)
    return rim[:-1] if abs(to_deg - from_deg) >= 360 else (apex, *rim)


def bow(a: Point, b: Point, bulge: float, steps: int = 14) -> tuple[Point, ...]:
    """From one point to another in an arch that stands `bulge` to the left of the straight way."""
    (x0, y0), (x1, y1) = a, b
    across = math.dist(a, b) or 1.0
    mx, my = (x0 + x1) / 2 - 2 * bulge * (y1 - y0) / across, (y0 + y1) / 2 + 2 * bulge * (x1 - x0) / across
    return tuple(
        ((1 - t) ** 2 * x0 + 2 * t * (1 - t) * mx + t * t * x1, (1 - t) ** 2 * y0 + 2 * t * (1 - t) * my + t * t * y1)
        for t in (k / steps for k in range(steps + 1))
    )


def arrow(*points: Point, head: float = 3.5) -> tuple[Path, ...]:
    """Along points, with a head at the last."""
    (x0, y0), (x1, y1) = points[-2], points[-1]
    a = math.atan2(y1 - y0, x1 - x0)
    barbs = tuple((x1 - head * math.cos(a + s), y1 - head * math.sin(a + s)) for s in (0.5, -0.5))
    return line(*points, layer="mark"), line(barbs[0], (x1, y1), barbs[1], layer="mark")


def turned(a: Point, b: Point, bulge: float) -> tuple[Path, ...]:
    """An arched arrow."""
    return arrow(*bow(a, b, bulge))


def spiral(centre: Point, inner: float, outer: float, turns: float, end_deg: float = 0.0) -> tuple[Point, ...]:
    """Outwards from the middle, counter-clockwise; it ends at an angle, 0 to the right of the centre. [mm]"""
    steps = round(20 * turns)
    out = []
    for k in range(steps + 1):
        r = inner + (outer - inner) * k / steps
        a = math.radians(end_deg) + 2 * math.pi * turns * (k / steps - 1)
        out.append((centre[0] + r * math.cos(a), centre[1] + r * math.sin(a)))
    return tuple(out)


def box(left: float, low: float, right: float, high: float) -> tuple[Point, ...]:
    """A rectangle's corners."""
    return ((left, low), (right, low), (right, high), (left, high))


def serpentine(left: float, right: float, low: float, high: float, legs: int) -> tuple[Point, ...]:
    """To and fro across, from the left to the right, without a crossing: a cord laid in a tube."""
    step = (right - left) / max(legs, 1)
    out: list[Point] = []
    for k in range(legs):
        x = left + step * (k + 0.5)
        out += [(x, low), (x, high)] if k % 2 else [(x, high), (x, low)]
    return tuple(out)


def cloth(points: tuple[Point, ...]) -> tuple[Filled, Path]:
    """A piece of cloth: filled, with its edge."""
    return Filled(stuff="wood", points=points), line(*points, closed=True)
