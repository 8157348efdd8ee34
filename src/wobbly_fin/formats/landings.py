"""Where flights came down, out as GeoJSON (RFC 7946) and KML (OGC 2.2), and points of such maps in."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from wobbly_fin.formats.kml import read_map, write_kml
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.field.geojson import place_of, read_shapes, write_geojson

MOST_POINTS = 5000


@dataclass(frozen=True, slots=True, kw_only=True)
class LandingPoint:
    """One landing: its flight's key, pad as longitude and latitude [°], the point east and north of it [m], what to say of it."""

    flight: str
    name: str
    day: str
    words: str
    pad: tuple[float, float]
    x_m: float
    y_m: float

    @property
    def place(self) -> tuple[float, float]:
        """Longitude and latitude. [°]"""
        return place_of(self.pad, self.x_m, self.y_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class FieldShape:
    """A field round a pad at (longitude, latitude), with what lies on it."""

    name: str
    pad: tuple[float, float]
    field: Field


def landings_geojson(points: Sequence[LandingPoint], fields: Sequence[FieldShape] = ()) -> dict[str, Any]:
    """A FeatureCollection: each field as `field.geojson` writes it, then the landings."""
    grounds = [feature for f in fields for feature in write_geojson(f.field, f.pad, f.name)["features"]]
    return {
        "type": "FeatureCollection",
        "features": [
            *grounds,
            *({
                "type": "Feature",
                "properties": {
                    "kind": "landing", "flight": p.flight, "name": p.name, "day": p.day, "description": p.words,
                    "east_m": round(p.x_m, 1), "north_m": round(p.y_m, 1),
                },
                "geometry": {"type": "Point", "coordinates": [round(x, 8) for x in p.place]},
            }
            for p in points),
        ],
    }  # fmt: skip


def landings_kml(points: Sequence[LandingPoint], fields: Sequence[FieldShape] = ()) -> bytes:
    """The same as a KML document of placemarks."""
    return write_kml(landings_geojson(points, fields), "Landings")


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundPoint:
    """A point of somebody's map: its place [°], and what it says of the flight that lies there; "" where it does not."""

    place: tuple[float, float]
    flight: str
    name: str
    day: str


def read_landings(text: str) -> list[FoundPoint]:
    """The points of a map in GeoJSON or KML that may be landings: of kind "landing", or of none.

    Raises
    ------
    RocketryError
        With name ``map`` or ``geojson`` where it cannot be read, or holds no such point.
    """
    found = [
        FoundPoint(place=corners[0], flight=str(told.get("flight", ""))[:36], name=name, day=str(told.get("day", ""))[:10])
        for shape, kind, corners, name, told in read_shapes(read_map(text))
        if shape == "point" and kind in ("landing", "")
    ]
    if not found:
        raise RocketryError("map", "has no point that could be a landing")
    if len(found) > MOST_POINTS:
        raise RocketryError("map", f"has more than {MOST_POINTS} points")
    return found
