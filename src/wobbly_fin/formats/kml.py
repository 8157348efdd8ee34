"""Maps as KML (OGC 2.2): a GeoJSON collection written as placemarks, and placemarks read as a GeoJSON collection.

Everything else reads and writes GeoJSON (RFC 7946); here is the one door to the other format. A feature's properties travel as
``ExtendedData``, so that what was written here comes back whole; what another program wrote has a name and a geometry.
"""

import json
from collections.abc import Iterator
from typing import Any
from xml.etree import ElementTree

from wobbly_fin.rocketry.errors import RocketryError

LARGEST_TEXT = 2_000_000
_KML = "http://www.opengis.net/kml/2.2"
_GEOMETRIES = ("Point", "LineString", "Polygon")


def read_map(text: str) -> Any:
    """The GeoJSON document of a map's text, be it GeoJSON or KML.

    Raises
    ------
    RocketryError
        With name ``map`` where it is neither, or larger than 2 MB.
    """
    if len(text) > LARGEST_TEXT:
        raise RocketryError("map", f"is larger than {LARGEST_TEXT // 1_000_000} MB")
    if text.lstrip("\ufeff \t\r\n").startswith("<"):
        return read_kml(text)
    try:
        return json.loads(text.removeprefix("\ufeff"))
    except (ValueError, RecursionError) as error:
        raise RocketryError("map", "is neither valid JSON nor KML") from error


def read_kml(text: str) -> dict[str, Any]:
    """Placemarks as a FeatureCollection: of each its first point, line or polygon, its name, its day and its extended data.

    Raises
    ------
    RocketryError
        With name ``map`` where it is no KML. One that declares entities is refused unread: a map has no use for them.
    """
    if "<!DOCTYPE" in text or "<!ENTITY" in text:
        raise RocketryError("map", "declares entities of its own, which no map needs; save it anew as plain KML")
    try:
        root = ElementTree.fromstring(text.lstrip("\ufeff \t\r\n").encode("utf-8", "replace"))
    except (ElementTree.ParseError, ValueError, LookupError) as error:
        raise RocketryError("map", "is no KML: not well-formed XML") from error
    if _tag(root) != "kml":
        raise RocketryError("map", f"is no KML: its root is {_tag(root)[:30]!r}")
    return {"type": "FeatureCollection", "features": [f for mark in _all(root, "Placemark") if (f := _feature(mark))]}


def write_kml(collection: dict[str, Any], title: str) -> bytes:
    """A document of placemarks, one a feature, in their order."""
    ElementTree.register_namespace("", _KML)
    root = ElementTree.Element(f"{{{_KML}}}kml")
    document = _put(root, "Document")
    _put(document, "name", title)
    for feature in collection["features"]:
        properties, geometry = dict(feature["properties"]), feature["geometry"]
        mark = _put(document, "Placemark")
        _put(mark, "name", str(properties.pop("name", "")))
        if "description" in properties:
            _put(mark, "description", str(properties.pop("description")))
        extended = _put(mark, "ExtendedData")
        for name, value in properties.items():
            _put(_put(extended, "Data", of=name), "value", str(value))
        shape = _put(mark, geometry["type"])
        at = geometry["coordinates"]
        if geometry["type"] == "Polygon":
            shape, at = _put(_put(shape, "outerBoundaryIs"), "LinearRing"), at[0]
        elif geometry["type"] == "Point":
            at = [at]
        _put(shape, "coordinates", " ".join(f"{lon:.8f},{lat:.8f},0" for lon, lat in at))
    return bytes(ElementTree.tostring(root, encoding="utf-8", xml_declaration=True))


def _put(parent: ElementTree.Element, tag: str, text: str | None = None, of: str = "") -> ElementTree.Element:
    element = ElementTree.SubElement(parent, f"{{{_KML}}}{tag}", {"name": of} if of else {})
    if text is not None:
        element.text = _plain(text)
    return element


def _plain(text: str) -> str:
    """Without what XML cannot hold at all."""
    return "".join(c for c in text if c in "\t\n\r" or (c >= " " and c not in "\ufffe\uffff" and not "\ud800" <= c <= "\udfff"))


def _tag(element: ElementTree.Element) -> str:
    """Without its namespace: there are several of KML."""
    return element.tag.rsplit("}", 1)[-1]


def _all(element: ElementTree.Element, tag: str) -> Iterator[ElementTree.Element]:
    return (e for e in element.iter() if _tag(e) == tag)


def _text(element: ElementTree.Element, tag: str) -> str:
    found = next(_all(element, tag), None)
    return (found.text or "").strip() if found is not None else ""


def _feature(mark: ElementTree.Element) -> dict[str, Any] | None:
    geometry = next((e for e in mark.iter() if _tag(e) in _GEOMETRIES), None)
    if geometry is None:
        return None
    corners = [_position(t) for t in _text(geometry, "coordinates").split()]
    if not corners:
        return None
    kind = _tag(geometry)
    properties = {d.get("name", ""): _text(d, "value") for d in _all(mark, "Data")}
    properties |= {"name": _text(mark, "name"), "description": _text(mark, "description")}
    if when := _text(mark, "when"):
        properties.setdefault("day", when[:10])
    shape = {"Point": corners[0], "LineString": corners, "Polygon": [corners]}[kind]
    return {"type": "Feature", "properties": properties, "geometry": {"type": kind, "coordinates": shape}}


def _position(told: str) -> list[float]:
    try:
        lon, lat = (float(v) for v in told.split(",")[:2])
    except ValueError:
        raise RocketryError("map", f"has a position that is none: {told[:40]!r}") from None
    return [lon, lat]
