"""Ask for a day's weather: of the simulated service, a forecast file somebody has, or what they write down themselves."""

import json
import urllib.error
import urllib.request
import uuid
from collections.abc import Mapping
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.launchdays.plan import day_of
from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.constants import ZERO_CELSIUS_K
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.bearing import read_bearing
from wobbly_fin.rocketry.launchday.weather import forecast_document, read_forecast, typed_forecast
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.rocketry.units.quantities import QuantityName
from wobbly_fin.site.errors import RefusedError

TIMEOUT_S = 5
_BOXES = {"wind_m_s": "wind", "gust_m_s": "gusts", "temperature_c": "temperature"}
LARGEST = 200_000


def ask_weather(user: User, key: uuid.UUID, document: Any | None = None) -> LaunchDay:
    """Keep a forecast with the day: the one given, else the service's; raises RefusedError where it cannot be reached."""
    row = day_of(user, key)
    forecast = read_forecast(document if document is not None else _fetch(row))
    with transaction.atomic():
        row.weather = forecast_document(forecast)
        row.save(update_fields=["weather", "updated_at"])
    return row


def type_weather(user: User, key: uuid.UUID, typed: Mapping[str, str]) -> LaunchDay:
    """Keep the wind somebody typed, for the whole day; raises RocketryError naming the box at fault."""
    row, units = day_of(user, key), units_of(preferences_of(user))

    def read(box: str, quantity: QuantityName) -> float | None:
        text = typed.get(box, "").strip()
        return parse(text, quantity, units, name=box).si if text else None

    wind = read("wind", "speed")
    if wind is None:
        raise RocketryError("wind", say("day-wind-missing"))
    bearing = read_bearing(typed.get("wind_from", "").strip() or "W", "wind_from")
    temperature = read("temperature", "temperature")
    if temperature is None:
        temperature = SiteAir(elevation_m=row.field.elevation_m if row.field is not None else 0.0).temperature_k - ZERO_CELSIUS_K
    try:
        forecast = typed_forecast(row.day, (row.opens, row.closes), wind, bearing, read("gusts", "speed"), temperature)
    except RocketryError as error:
        raise RocketryError(_BOXES.get(error.name, error.name), error.message) from error
    with transaction.atomic():
        row.weather = forecast_document(forecast)
        row.save(update_fields=["weather", "updated_at"])
    return row


def _fetch(row: LaunchDay) -> Any:
    """Over HTTP, from this machine only: the stand-in's address is set where it is started."""
    url = getattr(settings, "WEATHER_URL", "")
    if not url.startswith("http://127.0.0.1:"):
        raise RefusedError(
            409, "no_weather", "No weather service runs here. Give a forecast file; or read the wind on site, in field mode."
        )
    seed = row.field.name if row.field is not None else ""
    try:
        with urllib.request.urlopen(
            f"{url}/forecast?day={row.day.isoformat()}&seed={sum(map(ord, seed))}", timeout=TIMEOUT_S
        ) as answer:
            return json.loads(answer.read(LARGEST))
    except (urllib.error.URLError, OSError, ValueError) as error:
        raise RefusedError(
            409, "no_weather", "The weather service did not answer. Try again, or give a forecast file."
        ) from error
