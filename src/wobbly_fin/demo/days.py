"""The demo's launch day: the next Saturday but one at the meadow, six flights, simulated weather. Invented like the rest."""

import datetime
import uuid
from collections.abc import Callable
from dataclasses import replace

from django.contrib.auth.models import User
from django.utils import timezone

from wobbly_fin.launchdays.actions.ask_weather import ask_weather
from wobbly_fin.launchdays.actions.keep_day import keep_day, keep_line
from wobbly_fin.rocketry.launchday.weather import forecast_document
from wobbly_fin.standins.weather import simulated

# Rocket, motor, delay, hour somebody insists on.
MANIFEST = [
    ("Inchworm", "A7", 4.0, ""), ("Saltmarsh Heron", "B9", 4.0, ""), ("Copper Kettle", "D14", 5.0, ""), ("Inchworm", "B9", 4.0, ""),
    ("Three Sisters", "C8", 5.0, "11:30"), ("Saltmarsh Heron", "C8", 7.0, ""),
]  # fmt: skip
# The weather of a breezy summer day, whichever Saturday it is.
_LIKE = ("2026-06-20", 28)


def load_days(user: User, key: Callable[..., uuid.UUID]) -> None:
    """Make it, with the weather a simulated service would tell."""
    today = timezone.localdate()
    day = today + datetime.timedelta(days=(5 - today.weekday()) % 7 + 7)
    row = keep_day(
        user, key("day", "meet"), name="Thistledown Saturday", day=day, field_id=key("field", "Brackwater Meadow"), opens="9:00",
        closes="15:00", code="published", school="recovery_first",
    )  # fmt: skip
    for number, (rocket, motor, delay, hour) in enumerate(MANIFEST):
        keep_line(
            user, row.pk, key("day line", number), rocket_id=key("rocket", rocket), motor_key=f"catalogue:{motor}", delay_s=delay, tilt_deg=0.0,
            told_hour=hour,
        )  # fmt: skip
    ask_weather(user, row.pk, forecast_document(replace(simulated(*_LIKE), day=day.isoformat())))
