"""A day's weather hour by hour: what it must hold, its open JSON form, and how a site takes one hour of it."""

import math
from collections.abc import Mapping
from dataclasses import asdict, dataclass, replace
from datetime import date
from typing import Any

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.field.hours import HourOfWind, wind_at_hour
from wobbly_fin.rocketry.flight.gusts import Gustiness
from wobbly_fin.rocketry.flight.site import Site, WindLayer

FORM, TYPED = "wobbly-fin/weather", "typed"
_GUSTS = 1.3  # over the mean, where nobody tells them: a breezy day (our own reading) [-]
MOST_HOURS, MOST_HEIGHTS = 48, 20
# Gusts this much above the mean make a breezy, and a gusty hour (our own reading). [-]
BREEZY, GUSTY = 1.2, 1.5


@dataclass(frozen=True, slots=True, kw_only=True)
class HourlyWeather:
    """One hour. `cloud_base_m` above the ground, None for none below what matters."""

    hour: float
    wind_m_s: float
    from_deg: float
    gust_m_s: float
    temperature_c: float
    pressure_hpa: float | None = None
    cloud_base_m: float | None = None
    aloft: tuple[WindLayer, ...] = ()

    def __post_init__(self) -> None:
        require_finite("hour", self.hour, 0.0, 24.0)
        require_finite("wind_m_s", self.wind_m_s, 0.0, 40.0)
        require_finite("from_deg", self.from_deg, 0.0, 360.0)
        require_finite("gust_m_s", self.gust_m_s, 0.0, 60.0)
        require_finite("temperature_c", self.temperature_c, -60.0, 60.0)
        if self.pressure_hpa is not None:
            require_finite("pressure_hpa", self.pressure_hpa, 250.0, 1100.0)
        if self.cloud_base_m is not None:
            require_finite("cloud_base_m", self.cloud_base_m, 0.0, 20_000.0)
        heights = [w.height_m for w in self.aloft]
        if heights != sorted(set(heights)):
            raise RocketryError("aloft", "must rise in height")

    @property
    def gustiness(self) -> Gustiness:
        """Calm, breezy or gusty, by how far gusts stand above the mean."""
        if self.wind_m_s < 0.5:
            return "calm"
        share = self.gust_m_s / self.wind_m_s
        return "gusty" if share >= GUSTY else "breezy" if share >= BREEZY else "calm"


@dataclass(frozen=True, slots=True, kw_only=True)
class Forecast:
    """A day, its hours rising. `simulated`: nobody should take it for the weather."""

    day: str
    source: str
    hours: tuple[HourlyWeather, ...]
    simulated: bool = False

    def __post_init__(self) -> None:
        try:
            date.fromisoformat(self.day)
        except ValueError as error:
            raise RocketryError("day", f"{self.day[:20]!r} is no day; write it as 2026-06-20") from error
        if not 1 <= len(self.hours) <= MOST_HOURS:
            raise RocketryError("hours", f"are {len(self.hours)}; one to {MOST_HOURS} make a forecast")
        times = [h.hour for h in self.hours]
        if times != sorted(set(times)):
            raise RocketryError("hours", "must rise")

    @property
    def coldest_c(self) -> float:
        """Of the whole day. [°C]"""
        return min(h.temperature_c for h in self.hours)

    def at(self, hour: float) -> HourlyWeather:
        """The weather at an hour: wind as a vector between those told, the rest as at the nearest."""
        nearest = min(self.hours, key=lambda h: abs(h.hour - hour))
        told = [HourOfWind(hour=h.hour, speed_m_s=h.wind_m_s, from_deg=h.from_deg) for h in self.hours]
        wind = wind_at_hour(told, hour)
        return replace(nearest, hour=hour, wind_m_s=wind.speed_m_s, from_deg=wind.from_deg)


def site_at(site: Site, weather: HourlyWeather) -> Site:
    """A site in one hour of weather; its ceiling is no higher than the clouds."""
    ceiling = site.ceiling_m
    if weather.cloud_base_m is not None:
        ceiling = weather.cloud_base_m if ceiling is None else min(ceiling, weather.cloud_base_m)
    return replace(
        site,
        temperature_c=weather.temperature_c,
        pressure_hpa=weather.pressure_hpa,
        wind_speed_m_s=weather.wind_m_s,
        wind_from_deg=weather.from_deg,
        wind_height_m=10.0 if weather.aloft else site.wind_height_m,
        layers=weather.aloft,
        gustiness=weather.gustiness,
        ceiling_m=ceiling,
    )


def typed_forecast(
    day: date, hours: tuple[float, float], wind_m_s: float, from_deg: float, gust_m_s: float | None, temperature_c: float
) -> Forecast:
    """The same weather all day, as somebody wrote it down; gusts that nobody told are those of a breezy day."""
    gust = _GUSTS * wind_m_s if gust_m_s is None else gust_m_s
    if gust < wind_m_s:
        raise RocketryError("gust_m_s", "are less than the wind itself")
    first = HourlyWeather(hour=hours[0], wind_m_s=wind_m_s, from_deg=from_deg, gust_m_s=gust, temperature_c=temperature_c)
    steps = range(1, math.ceil(hours[1] - hours[0]))
    rest = [replace(first, hour=h) for h in (*(hours[0] + n for n in steps), hours[1]) if h > hours[0]]
    return Forecast(day=day.isoformat(), source=TYPED, hours=(first, *rest))


def forecast_document(forecast: Forecast) -> dict[str, Any]:
    """The open JSON form."""
    return {"format": FORM, "version": 1} | asdict(forecast)


def read_forecast(document: Any) -> Forecast:
    """Read the open JSON form.

    Raises
    ------
    RocketryError
        At the field at fault.
    """
    if not isinstance(document, Mapping) or document.get("format") != FORM or document.get("version") != 1:
        raise RocketryError("format", f"is not {FORM} version 1")
    rows = document.get("hours")
    if not isinstance(rows, list | tuple) or len(rows) > MOST_HOURS:
        raise RocketryError("hours", "is no list of hours")
    hours = []
    for n, row in enumerate(rows):
        try:
            aloft = tuple(WindLayer(**w) for w in (row.get("aloft") or ())[:MOST_HEIGHTS])
            hours.append(HourlyWeather(**{k: v for k, v in row.items() if k != "aloft"}, aloft=aloft))
        except RocketryError as error:
            raise RocketryError(f"hours.{n}.{error.name}", error.message) from error
        except (TypeError, AttributeError) as error:
            raise RocketryError(f"hours.{n}", "is not an hour of weather") from error
    return Forecast(
        day=str(document.get("day", "")), source=str(document.get("source", ""))[:80], hours=tuple(hours),
        simulated=bool(document.get("simulated", False)),
    )  # fmt: skip
