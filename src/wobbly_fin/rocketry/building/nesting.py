"""Fins on sheets of wood: leading edge and grain along the sheet, head to tail to save wood, sheets counted.

Each fin takes the place nearest the sheet's end where it lies clear of the others, in whichever of its four ways round keeps its
grain along the sheet: a search that finds good nests, not proven best ones.
"""

import math
from dataclasses import dataclass
from functools import lru_cache

import shapely
from shapely import affinity

from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import FinSet
from wobbly_fin.rocketry.airframe.planform import leading_direction
from wobbly_fin.rocketry.airframe.tabs import cut_outline
from wobbly_fin.rocketry.errors import require_positive

Points = tuple[tuple[float, float], ...]
# Usual sheets by material, length along the grain × width [m]: common practice, no source.
SHEETS_M: dict[str, tuple[float, float]] = {
    "balsa-light": (0.915, 0.100), "balsa": (0.915, 0.100), "balsa-hard": (0.915, 0.100), "lime": (0.915, 0.100), "spruce": (0.915, 0.100),
    "beech": (0.915, 0.100), "birch-ply": (0.600, 0.300), "light-ply": (0.600, 0.300), "card": (0.297, 0.210), "fibreglass": (0.300, 0.300),
    "carbon": (0.300, 0.300),
}  # fmt: skip
OTHER_SHEET_M = (0.600, 0.300)
GAP_M = 0.0015  # between two cuts: a blade's play, our own figure
_STEP_M = 0.002
_FINEST = 250


@dataclass(frozen=True, slots=True, kw_only=True)
class Lying:
    """One fin on its sheet: outline with its tab, x along the grain, y across. [m]"""

    sheet: int
    outline: Points


@dataclass(frozen=True, slots=True, kw_only=True)
class Nest:
    """A set of fins on sheets. `used` is the share of the sheets' area that is fin."""

    count: int
    sheets: int
    sheet_m: tuple[float, float]
    lying: tuple[Lying, ...]
    used: float


def nest_fins(layout: Layout, placed: Placed[FinSet], sheet_m: tuple[float, float] | None = None) -> Nest:
    """A set of fins on sheets of a size; None: as its material is usually sold."""
    fin = placed.part
    sheet = sheet_m or SHEETS_M.get(fin.material or "", OTHER_SHEET_M)
    outline = cut_outline(layout, placed)
    dx, dy = leading_direction(outline)
    return nest(outline, math.atan2(dy, dx), fin.count, sheet)


@lru_cache(maxsize=128)
def nest(outline: Points, grain_rad: float, count: int, sheet_m: tuple[float, float]) -> Nest:
    """So many equal outlines on sheets of length × width, their grain direction along the sheet's length.

    Raises
    ------
    RocketryError
        For an outline that does not fit any way round: `sheet`.
    """
    for value in sheet_m:
        require_positive("sheet", value, 10.0)
    long, wide = sheet_m
    ways = _ways(outline, grain_rad)
    ways = [w for w in ways if _width(w) <= long + 1e-9 and _height(w) <= wide + 1e-9]
    if not ways:
        # Larger than its sheet with the grain right: laid as it fits, or one sheet each made up of joined pieces.
        return _oversized(outline, grain_rad, count, sheet_m)
    finest = max(_STEP_M, long / _FINEST)
    sheets: list[list[shapely.Polygon]] = []
    lying: list[Lying] = []
    for _ in range(count):
        for number in range(len(sheets) + 1):
            if number == len(sheets):
                sheets.append([])
            found = _place(ways, sheets[number], long, wide, finest)
            if found is not None:
                sheets[number].append(found)
                lying.append(Lying(sheet=number, outline=tuple((float(x), float(y)) for x, y in found.exterior.coords[:-1])))
                break
    area = shapely.Polygon(outline).area
    return Nest(
        count=count, sheets=len(sheets), sheet_m=sheet_m, lying=tuple(lying), used=count * area / (len(sheets) * long * wide)
    )


def _ways(outline: Points, grain_rad: float) -> list[shapely.Polygon]:
    """The four ways round that keep the grain: as it is, turned about, and both turned over."""
    flat = affinity.rotate(shapely.Polygon(outline), -grain_rad, origin=(0, 0), use_radians=True)
    ways = []
    for over in (1, -1):
        turned = affinity.scale(flat, 1, over, origin=(0, 0))
        for about in (0, 180):
            way = affinity.rotate(turned, about, origin=(0, 0))
            left, low, _, _ = way.bounds
            ways.append(affinity.translate(way, -left, -low))
    return ways


def _width(shape: shapely.Polygon) -> float:
    return float(shape.bounds[2] - shape.bounds[0])


def _height(shape: shapely.Polygon) -> float:
    return float(shape.bounds[3] - shape.bounds[1])


def _place(
    ways: list[shapely.Polygon], there: list[shapely.Polygon], long: float, wide: float, finest: float
) -> shapely.Polygon | None:
    """The place that reaches least far along the sheet."""
    taken = shapely.union_all([p.buffer(GAP_M, join_style="mitre") for p in there]) if there else None
    if taken is not None:
        shapely.prepare(taken)
    rows = sorted({0.0, *(p.bounds[3] + GAP_M for p in there)})
    best: tuple[float, float, shapely.Polygon] | None = None
    for way in ways:
        high, across = _height(way), _width(way)
        for y in sorted({*(r for r in rows if r + high <= wide + 1e-9), max(0.0, wide - high)}):
            x = 0.0
            while x + across <= long + 1e-9:
                if best is not None and x + across >= best[0] - 1e-9:
                    break
                there_now = affinity.translate(way, x, y)
                if taken is None or not taken.intersects(there_now):
                    best = (x + across, y, there_now)
                    break
                x += finest
    return None if best is None else best[2]


def _oversized(outline: Points, grain_rad: float, count: int, sheet_m: tuple[float, float]) -> Nest:
    """A fin larger than its sheet: drawn over as many sheets side by side as it is wide."""
    flat = _ways(outline, grain_rad)[0]
    across = math.ceil(_height(flat) / sheet_m[1]) * math.ceil(_width(flat) / sheet_m[0])
    points = tuple((float(x), float(y)) for x, y in flat.exterior.coords[:-1])
    lying = tuple(Lying(sheet=k * across, outline=points) for k in range(count))
    area = shapely.Polygon(outline).area
    sheets = count * across
    return Nest(count=count, sheets=sheets, sheet_m=sheet_m, lying=lying, used=count * area / (sheets * sheet_m[0] * sheet_m[1]))
