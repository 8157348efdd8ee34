"""Ask for a day's weather: of the simulated service, or a forecast file somebody has."""

import json
import urllib.error
import urllib.request
import uuid
from typing import Any

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.launchdays.plan import day_of
from wobbly_fin.rocketry.launchday.weather import forecast_document, read_forecast
from wobbly_fin.site.errors import RefusedError

TIMEOUT_S = 5
LARGEST = 200_000


def ask_weather(user: User, key: uuid.UUID, document: Any | None = None) -> LaunchDay:
    """Keep a forecast with the day: the one given, else the service's; raises RefusedError where it cannot be reached."""
    row = day_of(user, key)
    forecast = read_forecast(document if document is not None else _fetch(row))
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
