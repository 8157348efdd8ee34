"""A number typed bare means what it meant then: whoever takes to inches and ounces afterwards finds nothing changed."""

import uuid
from collections.abc import Callable
from typing import Any

import pytest

from tests.api.conftest import Person
from tests.api.test_shape import Bench
from tests.api.test_workshop import Bencher
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.logbook.models import Flight
from wobbly_fin.stores.models import FlyingField, RawStock
from wobbly_fin.workshop.models import Build
from wobbly_fin.workshop.station import workbench_of

Kept = tuple[Callable[[], Any], Callable[[], Any]]  # what stands, and sending what is shown once more


def a_rocket(p: Person) -> Kept:
    rocket = p.rocket(mass="85", diameter="25", canopy_diameter="300")
    path = f"/hangar/rockets/{rocket['id']}"

    def again() -> None:
        shown = p.get(path)
        boxes = shown["document"]["typed"] | {"name": shown["name"], "remarks": "once more"}
        drafted = p.call("POST", "/hangar/drafts", {"typed": boxes, "rocket_id": rocket["id"]})[1]["document"]
        assert p.call("PUT", path, drafted, **{"If-Match": str(shown["revision"])})[0] == 200

    return lambda: [(x.get("mass_kg"), x.get("diameter_m")) for x in p.get(path)["document"]["stages"][0]["parts"]], again


def the_day(p: Person) -> Kept:
    told = {
        "typed": {"wind": "5", "temperature": "12", "rod_length": "1.2"}, "hours": [{"hour": 10, "wind": "4", "wind_from": "W"}], "hour": 10,
        "aloft": [{"height": "100", "wind": "9", "wind_from": "NW"}],
    }  # fmt: skip
    assert p.call("PUT", "/conditions", told)[0] == 200

    def again() -> None:
        shown = p.get("/conditions")
        sent = {name: shown[name] for name in ("typed", "hours", "hour", "aloft")}
        assert p.call("PUT", "/conditions", sent)[0] == 200

    def stands() -> Any:
        kept = Preferences.objects.get(user=p.user).conditions
        return [{k: pytest.approx(v) for k, v in row.items()} for row in (kept["si"], *kept["hours_si"], *kept["aloft_si"])]

    return stands, again


def a_field(p: Person) -> Kept:
    path = f"/stores/fields/{uuid.uuid4()}"
    p.call("PUT", path, {"name": "Meadow", "elevation": "64", "ceiling": "250"})

    def again() -> None:
        shown = p.get("/stores/fields")[0]["typed"]
        assert p.call("PUT", path, {"name": "Lower Meadow", **shown})[0] == 200

    return lambda: list(FlyingField.objects.values_list("elevation_m", "ceiling_m")), again


def a_tube(p: Person) -> Kept:
    path = f"/stores/raw/{uuid.uuid4()}"
    p.call("PUT", path, {"kind": "tube", "name": "", "typed": {"outer_diameter": "66", "length": "850", "count": "2"}})

    def again() -> None:
        sent = {"kind": "tube", "name": "long", "typed": p.get("/stores/raw")[0]["typed"]}
        assert p.call("PUT", path, sent)[0] == 200

    return lambda: RawStock.objects.get().figures, again


def a_flight(p: Person) -> Kept:
    rocket = p.rocket()
    at = f"/logbook/flights/{p.log(rocket, height='160')[1]['id']}"
    p.call("PUT", f"{at}/readouts", {"typed": {"apogee_m": "150", "max_speed_m_s": "60"}})
    p.call("PUT", f"{at}/tracking", {"baseline": "300", "stations": [{"elevation_deg": "30", "azimuth_deg": ""}], "fall": ""})
    facts = {"rocket_id": rocket["id"], "motor_key": "catalogue:C8", "delay_s": 5, "flown_on": "2026-05-01", "opening": "at_apogee", "landing": "safe"}  # fmt: skip

    def again() -> None:
        page = p.get(f"{at}/page")
        assert p.call("PUT", at, facts | {"height": page["typed"]["height"], "remarks": "once more"})[0] == 200
        assert p.call("PUT", f"{at}/readouts", {"typed": {"burn_time_s": "1.1"}})[0] == 200
        told = {k: page["tracking"][k] for k in ("baseline", "stations", "fall")}
        assert p.call("PUT", f"{at}/tracking", told)[0] == 200

    def stands() -> Any:
        row = Flight.objects.get()
        return row.told_apogee_m, row.readouts["apogee_m"], row.readouts["max_speed_m_s"], row.tracking["baseline_m"]

    return stands, again


def a_bench(p: Person) -> Kept:
    bench = Bencher(p)
    bench.do("PATCH", "/schools", {"told": {"temperature": "15"}})
    p.call("PATCH", "/preferences", {"workshop": {"printer_height": "200"}})

    def stands() -> Any:
        from wobbly_fin.accounts.people import preferences_of, units_of
        from wobbly_fin.hangar.shape import _printer_height_m

        warm = workbench_of(p.user, Build.objects.get()).bench.schools.temperature_c
        kept = preferences_of(p.user)
        return pytest.approx(warm), pytest.approx(_printer_height_m(kept, units_of(kept)))

    return stands, lambda: bench.do("PATCH", "/schools", {"told": {"coats": "1"}})


def a_prototype(p: Person) -> Kept:
    bench = Bench(p)
    form = {"main_diameter": "540", "tube_diameter": "27", "rows": [{"name": "mast", "prototype": "1800", "available": "92"}]}
    bench.do({"op": "rocket", "field": "prototype", "value": form | {"prototype": "tower"}})

    def scale() -> Any:
        return p.get(bench.path)["document"]["scale"]

    def stands() -> Any:
        kept, row = scale(), scale()["rows"][0]
        return [
            pytest.approx(x) for x in (kept["main_diameter_m"], kept["tube_diameter_m"], row["prototype_m"], row["available_m"])
        ]

    def again() -> None:
        rows = [{"name": "mast, again", **scale()["rows"][0]["typed"]}]
        bench.do({"op": "rocket", "field": "prototype", "value": {"prototype": "tower", **scale()["typed"], "rows": rows}})

    return stands, again


@pytest.mark.parametrize("kept", [a_rocket, the_day, a_field, a_tube, a_flight, a_bench, a_prototype])
def test_nothing_typed_bare_turns_into_something_else(hedda: Person, kept: Callable[[Person], Kept]) -> None:
    stands, again = kept(hedda)
    before = stands()
    assert hedda.call("PATCH", "/preferences", {"units": {"system": "imperial"}})[0] == 200
    assert stands() == before
    again()
    assert stands() == before
