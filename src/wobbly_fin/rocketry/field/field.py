"""A flying field: its outline round the pad, what lies on it, how big it counts."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import TYPE_CHECKING, Any, Literal

import numpy as np

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.flight.figures import Floats

if TYPE_CHECKING:
    from shapely import Polygon

FeatureKind = Literal["road", "water", "trees", "buildings", "power_line", "spectators"]
FEATURE_KINDS: tuple[FeatureKind, ...] = ("road", "water", "trees", "buildings", "power_line", "spectators")
LINES: tuple[FeatureKind, ...] = ("road", "power_line")  # what is drawn as a line; the others cover an area
Surface = Literal["grass", "dry grass", "crops", "bare", "lake bed", "snow"]
SURFACES: tuple[Surface, ...] = ("grass", "dry grass", "crops", "bare", "lake bed", "snow")
# What a pad's fire takes hold of. Common practice, no source.
BURNS_EASILY: tuple[Surface, ...] = ("dry grass", "crops")
FARTHEST_M = 20_000.0
MOST_CORNERS = 400
MOST_FEATURES = 60
# A line is as wide as this when what lands on it is counted: our own choice.
LINE_WIDTH_M = 8.0

Corner = tuple[float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class Feature:
    """Something on or beside a field: a line for a road, corners for what covers an area. [m] east and north of the pad."""

    kind: FeatureKind
    points: tuple[Corner, ...]
    name: str = ""

    def __post_init__(self) -> None:
        if self.kind not in FEATURE_KINDS:
            raise RocketryError("kind", f"{self.kind!r} is none; one of {', '.join(FEATURE_KINDS)}")
        _check(self.points, 2 if self.kind in LINES else 3, f"features.{self.kind}")


@dataclass(frozen=True, kw_only=True)
class Field:
    """A field with the pad at (0, 0), x east, y north. [m]

    Parameters
    ----------
    outline : tuple of (float, float)
        Corners one after another, at least three, not crossing itself; empty: not known.
    features : tuple of Feature

    Raises
    ------
    RocketryError
        With name ``outline`` or the feature at fault.
    """

    outline: tuple[Corner, ...] = ()
    features: tuple[Feature, ...] = ()
    surface: Surface | None = field(default=None)

    def __post_init__(self) -> None:
        if self.surface is not None and self.surface not in SURFACES:
            raise RocketryError("surface", f"{self.surface!r} is none; one of {', '.join(SURFACES)}")
        if len(self.features) > MOST_FEATURES:
            raise RocketryError("features", f"has {len(self.features)} entries; {MOST_FEATURES} are plenty")
        if not self.outline:
            return
        _check(self.outline, 3, "outline")
        if not self.polygon.is_valid or self.polygon.area < 1.0:
            raise RocketryError("outline", "crosses itself or has no area; draw it once round, corner by corner")

    @cached_property
    def polygon(self) -> "Polygon":
        """The outline as a polygon; raises RocketryError where none is known."""
        from shapely import Polygon

        if not self.outline:
            raise RocketryError("outline", "is not known")
        return Polygon(self.outline)

    @property
    def area_m2(self) -> float:
        """[m²]"""
        return float(self.polygon.area)

    @cached_property
    def least_side_m(self) -> float:
        """Shorter side of the narrowest rectangle round the outline: what codes call the site's least dimension. [m]"""
        from shapely import minimum_rotated_rectangle

        corners = np.array(minimum_rotated_rectangle(self.polygon).exterior.coords)
        return float(min(np.hypot(*(corners[1] - corners[0])), np.hypot(*(corners[2] - corners[1]))))

    def inside(self, points: Floats) -> Any:
        """Which of some points, (n, 2), lie inside or on the edge: booleans, (n,)."""
        from shapely import contains_xy, covers, prepare
        from shapely import points as made

        polygon = self.polygon
        prepare(polygon)
        found = contains_xy(polygon, points[:, 0], points[:, 1])
        edge = ~found
        if edge.any():
            found[edge] = covers(polygon, made(points[edge]))
        return found

    def off_edge_m(self, points: Floats) -> Floats:
        """How far points, (n, 2), lie from the field's edge, on either side: (n,) array. [m]"""
        from shapely import distance
        from shapely import points as made

        return np.asarray(distance(self.polygon.exterior, made(points)))

    def room_m(self, x_m: float, y_m: float) -> float:
        """Distance from a point to the field's edge, negative outside. [m]"""
        from shapely import Point

        point = Point(x_m, y_m)
        away = float(self.polygon.exterior.distance(point))
        return away if self.polygon.covers(point) else -away

    def on_features(self, points: Floats) -> dict[FeatureKind, float]:
        """Share of some points, (n, 2), that come down on each kind of thing."""
        from shapely import LineString, Polygon, intersects_xy, prepare, unary_union

        found: dict[FeatureKind, float] = {}
        for kind in FEATURE_KINDS:
            shapes = [
                LineString(f.points).buffer(LINE_WIDTH_M / 2) if kind in LINES else Polygon(f.points).buffer(0)
                for f in self.features
                if f.kind == kind
            ]
            if shapes and len(points):
                whole = unary_union(shapes)
                prepare(whole)
                found[kind] = float(np.mean(intersects_xy(whole, points[:, 0], points[:, 1])))
        return found


def _check(points: Sequence[Corner], least: int, name: str) -> None:
    if len(points) < least:
        raise RocketryError(name, f"has {len(points)} corners; it needs at least {least}")
    if len(points) > MOST_CORNERS:
        raise RocketryError(name, f"has {len(points)} corners; {MOST_CORNERS} are plenty")
    for x, y in points:
        require_finite(name, x, -FARTHEST_M, FARTHEST_M)
        require_finite(name, y, -FARTHEST_M, FARTHEST_M)
    if len({(round(x, 3), round(y, 3)) for x, y in points}) < least:
        raise RocketryError(name, "has corners on top of one another")
    if not any(math.hypot(x, y) > 0 for x, y in points):
        raise RocketryError(name, "lies all on the pad")
