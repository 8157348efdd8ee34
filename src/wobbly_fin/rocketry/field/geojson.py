"""Fields out of and into GeoJSON (RFC 7946): longitudes and latitudes against metres round the pad."""

import math
from typing import Any

from wobbly_fin.rocketry.constants import EARTH_RADIUS_M
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.field import FEATURE_KINDS, LINES, Corner, Feature, Field

_DEGREE_M = math.pi / 180 * EARTH_RADIUS_M  # of a sphere: a field is small
_SHAPES = {"Polygon": "area", "LineString": "line", "Point": "point"}


def read_geojson(document: Any) -> tuple[Field, tuple[float, float]]:
    """A field, and the longitude and latitude of its pad.

    A feature with the property ``kind`` "field" (or the only polygon) is the outline; a point of kind "pad" (or the outline's
    middle) the pad; other kinds are roads, water, trees, buildings, power_line, spectators. Of several parts the first counts.

    Raises
    ------
    RocketryError
        With name ``geojson`` where it is none, or has no outline.
    """
    found = [shape[:4] for shape in read_shapes(document)]
    areas = [(k, c, n) for shape, k, c, n in found if shape == "area"]
    fields = [c for k, c, _ in areas if k == "field"] or [c for _, c, _ in areas][: 1 if len(areas) == 1 else 0]
    if not fields or len(fields[0]) < 3:
        raise RocketryError("geojson", 'has no outline: one polygon, or one whose property "kind" is "field"')
    outline = fields[0]
    pads = [c[0] for shape, k, c, _ in found if shape == "point" and k in ("pad", "")]
    lon0, lat0 = pads[0] if pads else _middle(outline)

    def local(corners: list[Corner]) -> tuple[Corner, ...]:
        return tuple(from_pad((lon0, lat0), c) for c in corners)

    features = []
    for shape, kind, corners, name in found:
        if kind in FEATURE_KINDS and shape == ("line" if kind in LINES else "area"):
            features.append(Feature(kind=kind, points=local(corners), name=name))  # type: ignore[arg-type]
    return Field(outline=local(outline), features=tuple(features)), (lon0, lat0)


def read_shapes(document: Any) -> list[tuple[str, str, list[Corner], str, dict[str, Any]]]:
    """Each feature: "area", "line", "point" or "", its kind, longitudes and latitudes [°], its name, all its properties."""
    return [_shape(f) for f in _features(document)]


def place_of(pad: tuple[float, float], x_m: float, y_m: float) -> tuple[float, float]:
    """Longitude and latitude of a point east and north of a pad at (longitude, latitude). [°]"""
    return pad[0] + x_m / (_DEGREE_M * math.cos(math.radians(pad[1]))), pad[1] + y_m / _DEGREE_M


def from_pad(pad: tuple[float, float], place: tuple[float, float]) -> tuple[float, float]:
    """How far east and north of a pad a place lies, both at (longitude, latitude); `place_of` turned round. [m]"""
    return (place[0] - pad[0]) * _DEGREE_M * math.cos(math.radians(pad[1])), (place[1] - pad[1]) * _DEGREE_M


def write_geojson(field: Field, pad: tuple[float, float], name: str = "") -> dict[str, Any]:
    """The field as a FeatureCollection round a pad at (longitude, latitude); `read_geojson` reads it back."""
    lon0, lat0 = pad

    def world(points: tuple[Corner, ...]) -> list[list[float]]:
        return [[round(v, 8) for v in place_of(pad, x, y)] for x, y in points]

    def feature(kind: str, geometry: dict[str, Any], called: str) -> dict[str, Any]:
        return {"type": "Feature", "properties": {"kind": kind, "name": called}, "geometry": geometry}

    found = [feature("pad", {"type": "Point", "coordinates": [lon0, lat0]}, name)]
    if field.outline:
        ring = world((*field.outline, field.outline[0]))
        found.append(feature("field", {"type": "Polygon", "coordinates": [ring]}, name))
    for f in field.features:
        if f.kind in LINES:
            found.append(feature(f.kind, {"type": "LineString", "coordinates": world(f.points)}, f.name))
        else:
            found.append(feature(f.kind, {"type": "Polygon", "coordinates": [world((*f.points, f.points[0]))]}, f.name))
    return {"type": "FeatureCollection", "features": found}


def _features(document: Any) -> list[dict[str, Any]]:
    if isinstance(document, dict):
        if document.get("type") == "FeatureCollection" and isinstance(document.get("features"), list):
            return [f for f in document["features"] if isinstance(f, dict)]
        if document.get("type") == "Feature":
            return [document]
        if str(document.get("type")) in _SHAPES:
            return [{"type": "Feature", "properties": {}, "geometry": document}]
    raise RocketryError("geojson", "is no GeoJSON; it needs a FeatureCollection, a Feature or a Polygon (RFC 7946)")


def _shape(feature: dict[str, Any]) -> tuple[str, str, list[Corner], str, dict[str, Any]]:
    geometry, properties = feature.get("geometry"), feature.get("properties")
    geometry = geometry if isinstance(geometry, dict) else {}
    properties = properties if isinstance(properties, dict) else {}
    kind, name = str(properties.get("kind", "")).strip().lower()[:24], str(properties.get("name", ""))[:60]
    shape = _SHAPES.get(str(geometry.get("type")), "")
    raw = geometry.get("coordinates")
    if shape == "area":
        raw = raw[0] if isinstance(raw, list) and raw else None
    elif shape == "point":
        raw = [raw]
    corners = [_position(p) for p in raw] if shape and isinstance(raw, list) else []
    if shape == "area" and len(corners) > 1 and corners[0] == corners[-1]:
        corners = corners[:-1]
    return shape, kind, corners, name, properties


def _position(pair: Any) -> Corner:
    if not isinstance(pair, list) or len(pair) < 2 or not all(isinstance(v, int | float) for v in pair[:2]):
        raise RocketryError("geojson", f"has a position that is none: {str(pair)[:40]}")
    for value, name, most in ((pair[0], "longitude", 180.0), (pair[1], "latitude", 85.0)):
        if not abs(value) <= most:
            raise RocketryError("geojson", f"has a {name} of {value:g}; it must lie between -{most:g} and {most:g} degrees")
    return float(pair[0]), float(pair[1])


def _middle(corners: list[Corner]) -> Corner:
    return sum(c[0] for c in corners) / len(corners), sum(c[1] for c in corners) / len(corners)
