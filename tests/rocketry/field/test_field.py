"""Fields: outlines, what lies on them, GeoJSON in and out, bearings and hours."""

import contextlib
import json
import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.bearing import POINTS, read_bearing, say_bearing
from wobbly_fin.rocketry.field.explain import _of_100
from wobbly_fin.rocketry.field.field import Feature, Field
from wobbly_fin.rocketry.field.geojson import read_geojson, write_geojson
from wobbly_fin.rocketry.field.hours import HourOfWind, wind_at_hour
from wobbly_fin.rocketry.field.place import read_place, say_place

PADDOCK = Field(
    outline=((-100, -50), (100, -50), (100, 50), (-100, 50)),
    features=(Feature(kind="water", name="trough", points=((10, 10), (20, 10), (20, 20))), Feature(kind="road", points=((-150, -80), (150, -80)))),
    surface="grass",
)  # fmt: skip


def test_a_rectangle_measures_what_it_measures() -> None:
    assert PADDOCK.area_m2 == 20_000 and PADDOCK.least_side_m == pytest.approx(100)
    assert PADDOCK.room_m(0, 0) == 50 and PADDOCK.room_m(90, 0) == 10 and PADDOCK.room_m(130, 0) == -30
    assert PADDOCK.inside(np.array([[0, 0], [100, 0], [101, 0]], dtype=float)).tolist() == [True, True, False]


def test_the_least_side_is_that_of_the_narrowest_rectangle_however_it_lies() -> None:
    t = math.radians(31)
    turned = tuple((x * math.cos(t) - y * math.sin(t), x * math.sin(t) + y * math.cos(t)) for x, y in PADDOCK.outline)
    assert Field(outline=turned).least_side_m == pytest.approx(100, rel=1e-9)


@pytest.mark.parametrize(
    ("make", "field"),
    [
        (lambda: Field(outline=((0, 0), (10, 0))), "outline"),
        (lambda: Field(outline=((0, 0), (10, 10), (10, 0), (0, 10))), "outline"),
        (lambda: Field(outline=((0, 0), (10, 0), (20, 0))), "outline"),
        (lambda: Field(outline=((0, 0), (math.nan, 0), (20, 9))), "outline"),
        (lambda: Field(outline=((0, 0), (1e9, 0), (20, 9))), "outline"),
        (lambda: Field(outline=((5, 5), (5, 5), (5, 5))), "outline"),
        (lambda: Feature(kind="swamp", points=((0, 0), (1, 1), (2, 0))), "kind"),
        (lambda: Feature(kind="road", points=((0, 0),)), "features.road"),
        (lambda: Field(surface="lava"), "surface"),
        (lambda: Field().polygon, "outline"),
    ],
)
def test_what_is_no_field_is_refused(make, field) -> None:
    with pytest.raises(RocketryError) as refused:
        make()
    assert refused.value.name == field


def test_geojson_goes_out_and_comes_back() -> None:
    again, (lon, lat) = read_geojson(json.loads(json.dumps(write_geojson(PADDOCK, (7.25, 52.5), "Paddock"))))
    assert (lon, lat) == (7.25, 52.5)
    assert np.array(again.outline) == pytest.approx(np.array(PADDOCK.outline), abs=0.01)
    assert [(f.kind, f.name) for f in again.features] == [("water", "trough"), ("road", "")]


def test_a_bare_polygon_is_a_field_round_its_middle() -> None:
    """At the equator a thousandth of a degree is 111.2 m (π ÷ 180 × 6 356 766 m ÷ 1000 = 110.95 with our radius)."""
    square = [[0.0, 0.0], [0.001, 0.0], [0.001, 0.001], [0.0, 0.001], [0.0, 0.0]]
    found, pad = read_geojson({"type": "Polygon", "coordinates": [square]})
    assert pad == (0.0005, 0.0005) and found.area_m2 == pytest.approx(110.95**2, rel=1e-3)


@pytest.mark.parametrize(
    "document",
    [
        None, [], {}, {"type": "Nothing"}, {"type": "FeatureCollection", "features": []}, {"type": "Feature", "geometry": None},
        {"type": "Polygon", "coordinates": []}, {"type": "Polygon", "coordinates": [[["a", 1], [2, 3], [4, 5]]]},
        {"type": "Polygon", "coordinates": [[[200, 1], [2, 3], [4, 5]]]}, {"type": "Point", "coordinates": [1, 2]},
        {"type": "Polygon", "coordinates": "x"}, {"type": "Feature", "properties": 3, "geometry": {"type": "Polygon", "coordinates": [[1]]}},
    ],
)  # fmt: skip
def test_what_is_no_geojson_field_is_refused(document) -> None:
    with pytest.raises(RocketryError):
        read_geojson(document)


json_values = st.recursive(
    st.none() | st.booleans() | st.floats() | st.text(max_size=8),
    lambda v: (
        st.lists(v, max_size=4)
        | st.dictionaries(st.sampled_from(["type", "features", "geometry", "coordinates", "properties"]), v, max_size=4)
    ),
    max_leaves=20,
)


@given(json_values)
def test_any_json_is_read_or_refused_never_worse(document) -> None:
    with contextlib.suppress(RocketryError):
        read_geojson(document)


@pytest.mark.parametrize(
    ("text", "degrees"),
    [("W", 270), (" wsw ", 247.5), ("247", 247), ("247°", 247), ("360", 0), ("north-west", 315), ("12,5", 12.5)],
)
def test_bearings_are_read_as_written(text, degrees) -> None:
    assert read_bearing(text) == degrees


@pytest.mark.parametrize("text", ["", "X", "361", "-5", "WW", "N5"])
def test_what_is_no_bearing_is_refused(text) -> None:
    with pytest.raises(RocketryError, match="no direction"):
        read_bearing(text, "wind_from")


def test_bearings_said_are_read_back() -> None:
    assert [read_bearing(say_bearing(i * 22.5)) for i in range(16)] == [i * 22.5 for i in range(16)] and len(POINTS) == 16


def test_the_wind_between_hours_is_drawn_out() -> None:
    hours = [HourOfWind(hour=10, speed_m_s=2, from_deg=350), HourOfWind(hour=12, speed_m_s=4, from_deg=10)]
    noon = wind_at_hour(hours, 11)
    assert noon.speed_m_s == 3 and (noon.from_deg < 10 or noon.from_deg > 350)  # across north, not round by south
    assert wind_at_hour(hours, 3).speed_m_s == 2 and wind_at_hour(hours, 23).from_deg == 10
    with pytest.raises(RocketryError):
        wind_at_hour([], 12)
    with pytest.raises(RocketryError):
        wind_at_hour(hours, 25)


@pytest.mark.parametrize(
    ("share", "said"),
    [
        (0.0, "0 of 100"),
        (0.0001, "Fewer than 1 of 1000"),
        (0.004, "4 of 1000"),
        (0.42, "42 of 100"),
        (0.996, "996 of 1000"),
        (0.99996, "More than 999 of 1000"),
        (1.0, "100 of 100"),
    ],
)
def test_a_share_is_said_so_that_all_means_all(share: float, said: str) -> None:
    assert _of_100(share) == said


@pytest.mark.parametrize(
    "text",
    ["48.1234, -30.5", "48.1234 -30.5", "48,1234; -30,5", "48.1234° N 30.5° W", "N48.1234, W30.5", "+48.1234,\u221230.5", "48.123400, -30.500000"],
)  # fmt: skip
def test_a_place_is_read_as_people_write_it_and_said_back(text: str) -> None:
    assert read_place(text) == (-30.5, 48.1234)
    assert read_place(say_place(*read_place(text))) == (-30.5, 48.1234)


@pytest.mark.parametrize(
    "text", ["", "48", "north", "86, 0", "10, 181", "-48 S, 3", "N48N, 3", "1e3, 2", "nan, nan", "48.1.2, 3", "30.5 W, 48 N"]
)
def test_what_is_no_place_says_how_one_is_written(text: str) -> None:
    with pytest.raises(RocketryError) as refused:
        read_place(text, "pad")
    assert refused.value.name == "pad"
