"""Where flights came down, as GeoJSON (RFC 7946) and KML (OGC 2.2): points round pads whose place on a map is known."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any
from xml.etree import ElementTree

from wobbly_fin.rocketry.field import Field
from wobbly_fin.rocketry.field.geojson import place_of, write_geojson

_KML = "http://www.opengis.net/kml/2.2"


@dataclass(frozen=True, slots=True, kw_only=True)
class LandingPoint:
    """One landing: pad as longitude and latitude [°], the point east and north of it [m], and what to say of it."""

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
                "properties": {"name": p.name, "day": p.day, "description": p.words, "east_m": round(p.x_m, 1), "north_m": round(p.y_m, 1)},
                "geometry": {"type": "Point", "coordinates": [round(x, 8) for x in p.place]},
            }
            for p in points),
        ],
    }  # fmt: skip


def landings_kml(points: Sequence[LandingPoint], fields: Sequence[FieldShape] = ()) -> bytes:
    """A KML document of placemarks: field outlines, then landings."""
    ElementTree.register_namespace("", _KML)
    root = ElementTree.Element(f"{{{_KML}}}kml")
    document = ElementTree.SubElement(root, f"{{{_KML}}}Document")
    ElementTree.SubElement(document, f"{{{_KML}}}name").text = "Landings"
    for shape in fields:
        if shape.field.outline:
            mark = ElementTree.SubElement(document, f"{{{_KML}}}Placemark")
            ElementTree.SubElement(mark, f"{{{_KML}}}name").text = _plain(shape.name)
            polygon = ElementTree.SubElement(mark, f"{{{_KML}}}Polygon")
            ring = ElementTree.SubElement(ElementTree.SubElement(polygon, f"{{{_KML}}}outerBoundaryIs"), f"{{{_KML}}}LinearRing")
            corners = [place_of(shape.pad, x, y) for x, y in (*shape.field.outline, shape.field.outline[0])]
            ElementTree.SubElement(ring, f"{{{_KML}}}coordinates").text = " ".join(
                f"{lon:.8f},{lat:.8f},0" for lon, lat in corners
            )
    for p in points:
        mark = ElementTree.SubElement(document, f"{{{_KML}}}Placemark")
        ElementTree.SubElement(mark, f"{{{_KML}}}name").text = _plain(p.name)
        ElementTree.SubElement(mark, f"{{{_KML}}}description").text = _plain(f"{p.day}: {p.words}")
        point = ElementTree.SubElement(mark, f"{{{_KML}}}Point")
        lon, lat = p.place
        ElementTree.SubElement(point, f"{{{_KML}}}coordinates").text = f"{lon:.8f},{lat:.8f},0"
    return bytes(ElementTree.tostring(root, encoding="utf-8", xml_declaration=True))


def _plain(text: str) -> str:
    """Without what XML cannot hold at all."""
    return "".join(c for c in text if c in "\t\n\r" or (c >= " " and c not in "\ufffe\uffff" and not "\ud800" <= c <= "\udfff"))
