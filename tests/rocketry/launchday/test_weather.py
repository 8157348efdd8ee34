"""A day's weather: read and written, taken by a site hour by hour, and told by a service that says it is simulated."""

import json
import urllib.error
import urllib.request

import pytest

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.site import Site, WindLayer
from wobbly_fin.rocketry.launchday.weather import Forecast, HourlyWeather, forecast_document, read_forecast, site_at
from wobbly_fin.standins.weather import SimulatedWeatherService, simulated


def hour(at: float, wind: float = 3.0, **more: object) -> HourlyWeather:
    return HourlyWeather(hour=at, wind_m_s=wind, from_deg=270.0, gust_m_s=wind * 1.3, temperature_c=15.0, **more)  # type: ignore[arg-type]


def test_a_simulated_day_is_the_same_for_a_seed_and_says_what_it_is() -> None:
    day = simulated("2026-06-20", 3)
    assert day == simulated("2026-06-20", 3) != simulated("2026-06-20", 4) and day.simulated and "simulated" in day.source


@pytest.mark.parametrize("seed", range(12))
def test_simulated_winds_follow_the_sun_and_grow_with_height(seed: int) -> None:
    day = simulated("2026-06-20", seed)
    winds = {h.hour: h.wind_m_s for h in day.hours}
    assert max(winds, key=lambda h: winds[h]) in range(11, 19) and winds[6.0] < max(winds.values())
    for h in day.hours:
        aloft = [w.speed_m_s for w in h.aloft]
        assert aloft == sorted(aloft) and h.gust_m_s >= h.wind_m_s and 0 <= h.from_deg < 360
    assert max(h.temperature_c for h in day.hours) > day.hours[0].temperature_c


def test_what_is_written_is_read_back() -> None:
    day = simulated("2026-09-12", 1)
    assert read_forecast(json.loads(json.dumps(forecast_document(day)))) == day


def test_an_hour_between_two_is_between_them() -> None:
    day = Forecast(day="2026-06-20", source="told", hours=(hour(10, 2.0), hour(12, 6.0)))
    assert day.at(11).wind_m_s == pytest.approx(4.0) and day.at(8).wind_m_s == 2.0 and day.at(20).wind_m_s == 6.0


def test_a_site_takes_an_hour_and_no_more_than_the_clouds() -> None:
    weather = hour(
        14,
        5.0,
        cloud_base_m=300.0,
        pressure_hpa=990.0,
        aloft=(WindLayer(height_m=10, speed_m_s=5, from_deg=270), WindLayer(height_m=300, speed_m_s=9, from_deg=290)),
    )
    site = site_at(Site(elevation_m=100.0, ceiling_m=500.0), weather)
    assert site.ceiling_m == 300.0 and site.temperature_c == 15.0 and site.gustiness == "breezy"
    assert site.wind_at_m_s(300.0)[0] > site.wind_at_m_s(10.0)[0] == pytest.approx(5.0, rel=1e-6)
    assert site_at(Site(ceiling_m=200.0), weather).ceiling_m == 200.0 and site_at(Site(), hour(9)).ceiling_m is None


@pytest.mark.parametrize(("gust", "word"), [(3.0, "calm"), (3.9, "breezy"), (5.0, "gusty")])
def test_gusts_make_an_hour_calm_breezy_or_gusty(gust: float, word: str) -> None:
    assert HourlyWeather(hour=9, wind_m_s=3.0, from_deg=0, gust_m_s=gust, temperature_c=10).gustiness == word


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"format": "else"}, "format"), ({"version": 2}, "format"), ({"hours": "none"}, "hours"), ({"hours": []}, "hours"), ({"day": "soon"}, "day"),
        ({"hours": [{"hour": 9, "wind_m_s": 200, "from_deg": 0, "gust_m_s": 3, "temperature_c": 9}]}, "hours.0.wind_m_s"),
        ({"hours": [{"hour": 9}]}, "hours.0"), ({"hours": [7]}, "hours.0"), ({"hours": [{}] * 99}, "hours"),
    ],
)  # fmt: skip
def test_a_forecast_that_is_none_is_refused_at_its_field(change: dict[str, object], field: str) -> None:
    with pytest.raises(RocketryError) as refused:
        read_forecast(forecast_document(simulated("2026-06-20")) | change)
    assert refused.value.name == field


def test_the_service_tells_a_day_over_http_and_refuses_what_it_does_not_know() -> None:
    service = SimulatedWeatherService()
    try:
        with urllib.request.urlopen(f"{service.url}/forecast?day=2026-06-20&seed=2", timeout=5) as answer:
            assert read_forecast(json.load(answer)) == simulated("2026-06-20", 2)
        for path in ("/", "/forecast", "/forecast?day=soon"):
            with pytest.raises(urllib.error.HTTPError):
                urllib.request.urlopen(service.url + path, timeout=5)
    finally:
        service.close()
