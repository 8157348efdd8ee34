"""Fields and landing places out to maps and in from them, as GeoJSON and as KML."""

import json
from typing import Any

import pytest

from tests.api.conftest import Person
from tests.api.test_air import OUTLINE, ground, stand
from tests.api.test_flight_page import upload
from wobbly_fin.stores.models import FlyingField

PAD = (9.5, 51.2)
POINT = "<Placemark><name>{name}</name><TimeStamp><when>{day}</when></TimeStamp><Point><coordinates>{at}</coordinates></Point></Placemark>"


def meadow(person: Person) -> dict[str, Any]:
    """A field whose pad has a place on the map, under today's feet."""
    field = ground(person, "Meadow")
    told = json.loads(person.client.get(f"/api/stores/fields/{field['id']}/geojson").content)
    for feature in told["features"]:
        shape = feature["geometry"]
        corners = {"Point": [shape["coordinates"]], "Polygon": (shape["coordinates"] or [[]])[0]}[shape["type"]]
        for corner in corners:
            corner[:] = [corner[0] / 0.6266 + PAD[0], corner[1] + PAD[1]]
    status, out = person.call("POST", f"/stores/fields/{field['id']}/geojson", {"text": json.dumps(told)})
    assert status == 200 and out["located"]
    stand(person, field)
    return field


def test_a_pad_is_put_on_the_map_and_taken_off_it(hedda: Person) -> None:
    field = ground(hedda, "Meadow")
    at, named = f"/stores/fields/{field['id']}", {"name": "Meadow"}
    assert hedda.call("PUT", at, named | {"place": "51.2 N, 9.5 E"})[1]["place"] == "51.200000, 9.500000"
    status, out = hedda.call("PUT", at, named | {"place": "somewhere"})
    assert status == 422 and out["fields"][0]["field"] == "place"
    assert hedda.call("PUT", at, {"name": "Lea"})[1]["located"], "who says nothing of it takes nothing away"
    outline = json.loads(hedda.client.get(f"/api{at}/geojson").content)["features"][1]["geometry"]["coordinates"][0]
    assert outline[0] == pytest.approx([9.5 - 120 / 111_200 / 0.6266, 51.2 - 100 / 111_200], abs=2e-5)
    # What a map told to the millimetre is not rounded by keeping the name.
    FlyingField.objects.filter(pk=field["id"]).update(longitude=9.50000012)
    hedda.call("PUT", at, {"name": "Lea", "place": "51.200000, 9.500000"})
    assert FlyingField.objects.get(pk=field["id"]).longitude == 9.50000012
    assert not hedda.call("PUT", at, named | {"place": " "})[1]["located"]


def points(*marks: tuple[str, str, str]) -> str:
    return f"<kml><Document>{''.join(POINT.format(name=n, day=d, at=a) for n, d, a in marks)}</Document></kml>"


def test_a_field_goes_out_as_kml_and_comes_back(hedda: Person) -> None:
    field = meadow(hedda)
    answer = hedda.client.get(f"/api/stores/fields/{field['id']}/kml")
    assert answer["Content-Type"].startswith("application/vnd.google-earth.kml")
    copy = ground(hedda, "Copy", outline=[], features=[])
    status, read = hedda.call("POST", f"/stores/fields/{copy['id']}/geojson", {"text": answer.content.decode()})
    assert status == 200 and read["located"] and read["features"][0]["kind"] == "water"
    assert [c for p in read["outline"] for c in p] == pytest.approx([c for p in OUTLINE for c in p], rel=0.01)
    for text in ("<kml></kml>", "<kml", points(("Pip", "", "9.5,51.2"))):
        assert hedda.call("POST", f"/stores/fields/{copy['id']}/geojson", {"text": text})[0] == 422


@pytest.mark.parametrize("kind", ["geojson", "kml"])
def test_landings_that_went_out_come_back_to_the_metre(hedda: Person, kind: str) -> None:
    meadow(hedda)
    at = f"/logbook/flights/{hedda.log(hedda.rocket())[1]['id']}"
    assert hedda.call("PUT", f"{at}/landed", {"x_m": 60.0, "y_m": -25.0})[0] == 200
    saved = hedda.client.get(f"/api/logbook/landings.{kind}").content
    assert hedda.call("PUT", f"{at}/landed", {"x_m": None, "y_m": None})[0] == 200
    for _ in range(2):  # the second time finds it there
        status, out = upload(hedda, "/logbook/landings/import", saved)
        assert status == 200 and len(out["taken"]) == 1 and out["refused"] == []
    landed = hedda.get(f"{at}/page")["landed"]
    assert (landed["x_m"], landed["y_m"]) == pytest.approx((60.0, -25.0), abs=0.01)


def test_points_of_a_phone_find_their_flights_and_each_says_why_it_does_not(hedda: Person, rival: Person) -> None:
    meadow(hedda)
    rocket = hedda.rocket()
    name = rocket["name"]
    first, second = (hedda.log(rocket, flown_on=f"2026-05-0{n}")[1]["id"] for n in (1, 2))
    where = "9.501,51.201"
    marks = points(
        (f"{name.upper()} here", "2026-05-01T10:00:00Z", where),
        (name, "", where),
        ("Nobody", "", where),
        (name, "2026-05-02", "12,51"),
    )
    status, out = upload(hedda, "/logbook/landings/import", marks)
    assert status == 200 and len(out["taken"]) == 1
    assert [next(w for w in ("any of 2", "none in the logbook", "km from the pad") if w in line) for line in out["refused"]] == [
        "any of 2", "none in the logbook", "km from the pad",
    ]  # fmt: skip
    landed = hedda.get(f"/logbook/flights/{first}/page")["landed"]
    assert landed["y_m"] == pytest.approx(111.2, rel=0.01) and landed["x_m"] == pytest.approx(111.2 * 0.6266, rel=0.01)
    # What is kept is not overwritten, a field without a place says so, and another's flights are not there.
    status, out = upload(hedda, "/logbook/landings/import", points((name, "2026-05-01", "9.502,51.201")))
    assert status == 200 and "another than the one kept" in out["refused"][0]
    stand(hedda, ground(hedda, "Nowhere"))
    hedda.log(rocket, flown_on="2026-05-03")
    assert (
        "no place on the map" in upload(hedda, "/logbook/landings/import", points((name, "2026-05-03", where)))[1]["refused"][0]
    )
    assert upload(rival, "/logbook/landings/import", marks)[1]["taken"] == []
    assert hedda.get(f"/logbook/flights/{second}/page")["landed"]["x_m"] is None


@pytest.mark.parametrize(
    "data", [b"", b"\x89PNG\x00" * 40, b"{}", b"<kml/>", b"<!DOCTYPE kml><kml/>", b"[" * 100_000, b"<" * 2_100_000]
)
def test_what_is_no_map_is_refused_with_a_sentence(hedda: Person, data: bytes) -> None:
    status, out = upload(hedda, "/logbook/landings/import", data)
    assert status == 422 and out["message"]
