"""Landings as GeoJSON and KML, read back by general libraries."""

import json
from xml.etree import ElementTree

import pytest
import shapely
from shapely.geometry import shape

from wobbly_fin.formats.landings import FieldShape, LandingPoint, landings_geojson, landings_kml
from wobbly_fin.rocketry.field import Field

PAD = (9.5, 51.2)
POINTS = [
    LandingPoint(name="A & <B>", day="2026-05-01", words="landed safe", pad=PAD, x_m=120.0, y_m=-80.0),
    LandingPoint(name="Tab\x00bed", day="2026-05-02", words="out of reach", pad=PAD, x_m=0.0, y_m=0.0),
]


def test_geojson_is_read_by_a_geometry_library_and_lies_where_it_should() -> None:
    document = landings_geojson(POINTS)
    collection = shapely.from_geojson(json.dumps(document))
    assert len(collection.geoms) == 2 and all(g.geom_type == "Point" and g.is_valid for g in collection.geoms)
    point = shape(document["features"][0]["geometry"])
    # A degree of latitude is about 111.2 km; of longitude cos 51.2° of that.
    assert (point.x - PAD[0]) * 111_200 * 0.6266 == pytest.approx(120, rel=0.01)
    assert (point.y - PAD[1]) * 111_200 == pytest.approx(-80, rel=0.01)


def test_kml_is_read_by_a_kml_library_with_its_names_and_places() -> None:
    from fastkml import KML

    raw = landings_kml(POINTS)
    document = KML.from_string(raw.decode("utf-8").replace("<?xml version='1.0' encoding='utf-8'?>\n", ""), strict=True).features[
        0
    ]
    marks = list(document.features)
    assert [m.name for m in marks] == ["A & <B>", "Tabbed"]
    assert marks[1].geometry.x == pytest.approx(PAD[0]) and marks[1].geometry.y == pytest.approx(PAD[1])
    assert ElementTree.fromstring(raw).tag.endswith("kml")


def test_fields_go_along_as_outlines_that_both_libraries_read() -> None:
    from fastkml import KML

    ground = FieldShape(
        name="Meadow", pad=PAD, field=Field(outline=((-100.0, -80.0), (150.0, -80.0), (150.0, 120.0), (-100.0, 120.0)))
    )
    shapes = [shape(f["geometry"]) for f in landings_geojson(POINTS, [ground])["features"]]
    outline = next(g for g in shapes if g.geom_type == "Polygon")
    assert outline.is_valid and outline.contains(shapes[0])
    raw = landings_kml(POINTS, [ground]).decode("utf-8").split("\n", 1)[1]
    first = KML.from_string(raw, strict=True).features[0].features[0]
    assert first.name == "Meadow" and len(list(first.geometry.exterior.coords)) == 5


def test_no_landings_are_an_empty_collection() -> None:
    assert landings_geojson([])["features"] == [] and b"Placemark" not in landings_kml([])
