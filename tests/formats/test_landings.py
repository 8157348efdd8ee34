"""Landings as GeoJSON and KML, read back by general libraries."""

import json
from xml.etree import ElementTree

import pytest
import shapely
from shapely.geometry import shape

from wobbly_fin.formats.kml import read_kml, read_map
from wobbly_fin.formats.landings import FieldShape, LandingPoint, landings_geojson, landings_kml, read_landings
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.field import Feature, Field
from wobbly_fin.rocketry.field.geojson import from_pad, read_geojson

PAD = (9.5, 51.2)
POINTS = [
    LandingPoint(flight="1", name="A & <B>", day="2026-05-01", words="landed safe", pad=PAD, x_m=120.0, y_m=-80.0),
    LandingPoint(flight="2", name="Tab\x00bed", day="2026-05-02", words="out of reach", pad=PAD, x_m=0.0, y_m=0.0),
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
    marks = KML.from_string(raw, strict=True).features[0].features
    drawn = next(m for m in marks if m.geometry.geom_type == "Polygon")
    assert drawn.name == "Meadow" and len(list(drawn.geometry.exterior.coords)) == 5


def test_no_landings_are_an_empty_collection() -> None:
    assert landings_geojson([])["features"] == [] and b"Placemark" not in landings_kml([])


GROUND = FieldShape(
    name="Meadow", pad=PAD,
    field=Field(
        outline=((-100.0, -80.0), (150.0, -80.0), (150.0, 120.0), (-100.0, 120.0)),
        features=(Feature(kind="road", points=((-100.0, 0.0), (150.0, 10.0)), name="lane"),),
    ),
)  # fmt: skip


def test_what_is_written_as_kml_reads_as_what_is_written_as_geojson() -> None:
    """Fields and landings alike: within a millimetre, which is what eight digits of a degree keep."""
    as_json = json.dumps(landings_geojson(POINTS, [GROUND]))
    as_kml = landings_kml(POINTS, [GROUND]).decode()
    for text in (as_json, as_kml):
        field, pad = read_geojson(read_map(text))
        assert pad == pytest.approx(PAD, abs=1e-8) and [f.name for f in field.features] == ["lane"]
        assert [c for p in field.outline for c in p] == pytest.approx([c for p in GROUND.field.outline for c in p], abs=0.002)
        found = read_landings(text)
        assert [(p.flight, p.day) for p in found] == [("1", "2026-05-01"), ("2", "2026-05-02")]
        assert from_pad(PAD, found[0].place) == pytest.approx((120.0, -80.0), abs=0.002)


FROM_A_PHONE = """<?xml version="1.0"?><kml xmlns="http://www.opengis.net/kml/2.1"><Document><Folder><Placemark><name>Pip</name>
<TimeStamp><when>2026-05-01T11:20:00Z</when></TimeStamp><Point><coordinates> 9.5017,51.1993,182.0 </coordinates></Point></Placemark>
<Placemark><name>walk</name><LineString><coordinates>9.5,51.2 9.6,51.3</coordinates></LineString></Placemark>
<Placemark><name>note without a place</name></Placemark></Folder></Document></kml>"""


def test_points_of_another_program_have_a_name_a_day_and_a_place() -> None:
    (point,) = read_landings("\ufeff" + FROM_A_PHONE)
    assert (point.flight, point.name, point.day) == ("", "Pip", "2026-05-01") and point.place == (9.5017, 51.1993)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "neither valid JSON nor KML"), ("<kml", "not well-formed"), ("<gpx></gpx>", "its root is 'gpx'"), ("{}", "no GeoJSON"),
        ('<!DOCTYPE kml [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]><kml>&b;</kml>', "entities"),
        (FROM_A_PHONE.replace("9.5017,51.1993", "here"), "a position that is none"), (FROM_A_PHONE.replace("9.5017", "1e999"), "longitude"),
        (FROM_A_PHONE.replace("Point>", "Spot>"), "no point that could be a landing"), ("[" * 100_000, "neither valid JSON"), ("<" * 2_000_001, "larger"),
    ],
)  # fmt: skip
def test_what_is_no_map_says_what_is_wrong_with_it(text: str, says: str) -> None:
    with pytest.raises(RocketryError, match=says):
        read_landings(text)


def test_elements_within_elements_a_hundred_thousand_deep_are_read_or_refused() -> None:
    deep = "<kml>" + "<a>" * 100_000 + "</a>" * 100_000 + "</kml>"
    assert read_kml(deep)["features"] == []
