"""Whatever is typed or handed in, each reader takes it or says what it wants; nothing else ever comes out of one."""

import copy
import json
from collections.abc import Callable
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from tests.formats.test_version_2 import KEPT
from wobbly_fin.demo.scenario import ROCKETS, demo_file
from wobbly_fin.formats.descent_file import DescentDocument
from wobbly_fin.formats.documents import (
    FlightDocument,
    LoadDocument,
    ScatterDocument,
    SiteDocument,
    StabilityDocument,
)
from wobbly_fin.formats.flights_file import read_flights
from wobbly_fin.formats.judge_file import JudgeDocument
from wobbly_fin.formats.landings import LandingPoint, landings_kml, read_landings
from wobbly_fin.formats.motors import MotorDocument
from wobbly_fin.formats.pick_file import PickDocument
from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.formats.schedule_file import ScheduleDocument
from wobbly_fin.formats.track_file import TrackDocument
from wobbly_fin.launchdays.actions.keep_day import read_clock
from wobbly_fin.rocketry.airframe.kit import read_kit_list
from wobbly_fin.rocketry.building.hours import read_hours
from wobbly_fin.rocketry.choosing.codes import code_of
from wobbly_fin.rocketry.choosing.own_code import read_rules
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.bearing import read_bearing
from wobbly_fin.rocketry.field.geojson import read_geojson
from wobbly_fin.rocketry.field.place import read_place
from wobbly_fin.rocketry.firing.lead import read_gauge
from wobbly_fin.rocketry.launchday.weather import forecast_document, read_forecast
from wobbly_fin.rocketry.motors.catalogue import catalogue
from wobbly_fin.rocketry.motors.curve_csv import read_motor_csv, write_motor_csv
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.rocketry.motors.static_test import read_static_test
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.standins.weather import simulated
from wobbly_fin.stores.actions.keep_material import duration_s

look = settings(max_examples=150, deadline=None, suppress_health_check=[HealthCheck.too_slow])
ODD = st.sampled_from([
    "", " ", "0", "-1", "1e999", "nan", "inf", "²", "½", "9" * 400, "\x00", "\ud800".encode("utf-8", "replace").decode(), "1/0", "--", "'",
    '"', ";", ",", "\t", "\n", "12:", ":30", "0x1F", "１２", "‮", "🚀", "=1+1", "../..", "%s", "1,2,3,4",
])  # fmt: skip


def mutated(good: str) -> st.SearchStrategy[str]:
    """A good text with pieces cut out, doubled, or put in; or something else altogether."""

    @st.composite
    def one(draw: st.DrawFn) -> str:
        text = good
        for _ in range(draw(st.integers(1, 4))):
            a = draw(st.integers(0, len(text)))
            b = draw(st.integers(a, min(len(text), a + 12)))
            text = text[:a] + draw(ODD | st.just(text[a:b] * 2) | st.text(max_size=4)) + text[b:]
        return text

    return one() | st.text(max_size=60)


THRUST_TEST = "time,thrust\n" + "".join(f"{0.01 * n:.2f},{8 if 20 < n < 120 else 0}\n" for n in range(200))
FLIGHTS = "flown_on,rocket,motor,opening,landing,apogee_m\n2026-05-01,Pip,C8-5,at_apogee,safe,180\n"
TEXTS: dict[str, tuple[str, Callable[[str], object]]] = {
    "length": ("2 3/8 in", lambda t: parse(t, "short_length")), "mass": ("3 oz", lambda t: parse(t, "mass")),
    "temperature": ("60 F", lambda t: parse(t, "temperature", UnitChoice(system="imperial"))), "label": ("1/2A4T-4", decode), "bearing": ("WSW", read_bearing),
    "gauge": ("18 AWG", read_gauge), "hours": ("18-21:30, 9-12", read_hours), "clock": ("2:15 pm", lambda t: read_clock(t, "at")),
    "duration": ("1 h 30 min", lambda t: duration_s(t, "work")), "kit list": ("1 x nose cone 66 mm\n2 body tubes\n", read_kit_list),
    "motor file": (write_motor_csv(catalogue()[12]), read_motor_csv), "static test": (THRUST_TEST, read_static_test),
    "flights as CSV": (FLIGHTS, lambda t: read_flights(t.encode("utf-8", "surrogatepass"))),
    "flights as JSON": ('{"format": "wobbly-fin-flights", "version": 1, "flights": [{"flown_on": "2026-05-01", "rocket": "Pip", "motor": "C8-5", "opening": "never", "landing": "lost"}]}', lambda t: read_flights(t.encode("utf-8", "surrogatepass"))),
    "rules of a range": ("to 20: 5 m; to 80: 9 m", lambda t: read_rules({"wind_max_m_s": "8 m/s", "site_m": t, "stand_off_m": t}, code_of("published"))),
    "place": ("48.1234 N, 30.5 W", read_place), "map as KML": (landings_kml([LandingPoint(flight="f", name="Pip", day="2026-05-01", words="safe", pad=(9.5, 51.2), x_m=5.0, y_m=7.0)]).decode(), read_landings),
}  # fmt: skip

ROCKET = {"mass_kg": 0.06, "diameter_m": 0.026, "canopy": {"diameter_m": 0.4}}
ANYTHING = st.recursive(
    st.none() | st.booleans() | st.integers(-(10**25), 10**25) | st.floats() | ODD | st.text(max_size=12),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=8), inner, max_size=3),
    max_leaves=6,
)  # fmt: skip
FIELD = {
    "type": "FeatureCollection", "features": [
        {"type": "Feature", "properties": {"kind": "pad"}, "geometry": {"type": "Point", "coordinates": [8.0, 47.0]}},
        {"type": "Feature", "properties": {}, "geometry": {"type": "Polygon", "coordinates": [[[8, 47], [8.01, 47], [8.01, 47.01], [8, 47]]]}},
    ],
}  # fmt: skip
SITE = {
    "elevation_m": 100,
    "wind_speed_m_s": 3,
    "wind_layers": [{"height_m": 100, "speed_m_s": 5, "from_deg": 270}],
    "outline": [[0, 0], [90, 0], [0, 90]],
}
STEPS = [{"id": "a", "hands_on_min": 10, "cure_min": 60}, {"id": "b", "hands_on_min": 5, "after": ["a"], "part": "fin"}]
WEEKEND = {"start": "2026-05-01T18:00", "free": [{"from": "2026-05-01T18:00", "to": "2026-05-01T21:00"}], "steps": STEPS}
_MOUNT = next(p["id"] for p in KEPT["Inchworm"]["document"]["stages"][0]["parts"] if p["type"] == "motor_tube")
DOCUMENTS: dict[str, tuple[Any, Callable[[Any], object]]] = {
    "fly": (
        {"rocket": ROCKET, "motor": "B9-6", "site": SITE},
        lambda d: (lambda f: (f.to_rocket(), f.motor_and_delay(), f.site.to_site()))(FlightDocument.model_validate(d)),
    ),
    "scatter": ({"rocket": ROCKET, "motor": "B9-6", "runs": 10, "seed": 1}, lambda d: ScatterDocument.model_validate(d).to_question()),
    "pick": (
        {"rocket": ROCKET, "mount": {"diameter_mm": 18, "max_length_mm": 70}},
        lambda d: (lambda f: (f.to_situation(), f.to_configuration(), f.to_rules()))(PickDocument.model_validate(d)),
    ),
    "judge": (
        {
            "rocket": KEPT["Inchworm"]["document"], "load": [{"mount": _MOUNT, "motor": "A7-4", "delay_s": 4}], "built": True,
            "site": SITE | {"gusts": "gusty", "outline": [[-90, -90], [90, -90], [90, 90]]}, "flyer": {"level": 1, "age_years": 40},
        },
        lambda d: (lambda f: (f.to_situation(f.to_file()), f.to_configuration(f.to_file()), f.to_rules()))(JudgeDocument.model_validate(d)),
    ),
    "stability": (
        {"rocket": {"parts": [{"type": "nose_cone", "length_m": 0.1, "base_diameter_m": 0.026}]}},
        lambda d: StabilityDocument.model_validate(d).rocket.to_airframe(),
    ),
    "track": ({"baseline_m": 300, "stations": [{"elevation_deg": 40, "azimuth_deg": 30}]}, lambda d: TrackDocument.model_validate(d).answer()),
    "descend": ({"mass_kg": 0.3, "canopy": {"diameter_m": 0.6}, "site": SITE}, lambda d: DescentDocument.model_validate(d).answer()),
    "schedule": (WEEKEND, ScheduleDocument.model_validate),
    "site": (SITE, lambda d: (lambda s: (s.to_site(), s.to_field()))(SiteDocument.model_validate(d))),
    "motor": (MotorDocument.of(catalogue()[12]).model_dump(mode="json"), lambda d: LoadDocument.model_validate(d).to_motor()),
    "rocket file": (demo_file(ROCKETS[1]).model_dump(mode="json"), lambda d: read_rocket_file(d).to_rocket()),
    "field": (FIELD, read_geojson), "weather": (forecast_document(simulated("2026-05-01")), read_forecast),
}  # fmt: skip


def places(document: Any, at: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every place in a document, as the keys that lead there."""
    inner = document.items() if isinstance(document, dict) else enumerate(document) if isinstance(document, list) else ()
    return [at, *(p for key, value in inner for p in places(value, (*at, key)))]


@st.composite
def spoilt(draw: st.DrawFn, good: Any) -> Any:
    """A good document with one to three of its places made into anything."""
    document = copy.deepcopy(good)
    for _ in range(draw(st.integers(1, 3))):
        at, value = draw(st.sampled_from(places(document))), draw(ANYTHING)
        if not at:
            return value
        inner = document
        for key in at[:-1]:
            inner = inner[key]
        inner[at[-1]] = value
    return document


@pytest.mark.parametrize("name", TEXTS)
@look
@given(data=st.data())
def test_no_text_makes_a_reader_fall_over(name: str, data: st.DataObject) -> None:
    good, read = TEXTS[name]
    try:
        read(data.draw(mutated(good)))
    except (RocketryError, ValidationError) as refused:
        assert str(refused).strip()


@pytest.mark.parametrize("name", DOCUMENTS)
@look
@given(data=st.data())
def test_no_document_makes_a_reader_fall_over(name: str, data: st.DataObject) -> None:
    good, read = DOCUMENTS[name]
    try:
        read(data.draw(spoilt(good)))
    except (RocketryError, ValidationError) as refused:
        assert str(refused).strip()


@pytest.mark.parametrize("name", [*TEXTS, *DOCUMENTS])
def test_what_is_called_good_here_is_taken(name: str) -> None:
    """A good example that is refused as it stands would test its first line only."""
    good, read = (TEXTS | DOCUMENTS)[name]  # type: ignore[operator]
    read(json.loads(json.dumps(good)))
