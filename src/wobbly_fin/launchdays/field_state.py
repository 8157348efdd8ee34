"""How a line stands at the field: what was ticked, overridden and read there, and whether it still counts."""

import datetime
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from wobbly_fin.hangar.snapshots import content_hash
from wobbly_fin.launchdays.models import DayEvent, LaunchDay, ManifestLine
from wobbly_fin.launchdays.plan import DayPlan, Planned, loadout_for, plan_of
from wobbly_fin.rocketry.launchday.checklists.compose import checklist
from wobbly_fin.rocketry.launchday.holds import Override, Stand, Word, read_on, stands_of
from wobbly_fin.rocketry.launchday.weather import HourlyWeather

# A reading older than this says nothing of the wind that blows now: the forecast is nearer (our own figure).
READING_HOLDS = datetime.timedelta(hours=3)
_GUSTS = 1.3  # times the mean; common practice, no source
USUAL_C = 15.0
# Of a rocket's document, what no line of a list hangs on.
_BESIDE = ("motors", "built", "remarks", "kit", "known", "name")
_WORDS = ("ticked", "unticked", "overrode")


@dataclass(frozen=True, slots=True, kw_only=True)
class Reading:
    """Wind and warmth as last read on site."""

    m_s: float
    from_deg: float
    c: float | None
    at: datetime.datetime

    @property
    def key(self) -> str:
        """What differs where it differs; a phone makes the same of its own reading."""
        return f"{self.m_s:g}|{self.from_deg:g}|{'' if self.c is None else f'{self.c:g}'}"

    def weather(self) -> HourlyWeather:
        """As an hour of weather."""
        return read_on_site(self.m_s, self.from_deg, USUAL_C if self.c is None else self.c)


def read_on_site(speed_m_s: float, from_deg: float, temperature_c: float) -> HourlyWeather:
    """Anemometer and thermometer as an hour of weather; aloft the power law of the site holds, and gusts blow as they usually do."""
    return HourlyWeather(
        hour=12.0, wind_m_s=speed_m_s, from_deg=from_deg, gust_m_s=_GUSTS * speed_m_s, temperature_c=temperature_c
    )


def reading_of(day: LaunchDay) -> Reading | None:
    """What was last read on site, where that still says anything."""
    row = day.events.filter(kind="wind", at__gte=timezone.now() - READING_HOLDS).order_by("at", "pk").last()
    if row is None or not isinstance(row.facts.get("m_s"), int | float):
        return None
    warmth = row.facts.get("c")
    return Reading(
        m_s=float(row.facts["m_s"]), from_deg=float(row.facts.get("from_deg", 270.0)),
        c=float(warmth) if isinstance(warmth, int | float) else None, at=row.at,
    )  # fmt: skip


def as_read(user: User, day: LaunchDay, *, changes: bool = False) -> tuple[DayPlan, Reading | None]:
    """A day judged in what was last read on site; in its forecast where nothing was."""
    reading = reading_of(day)
    return plan_of(user, day, now=reading.weather() if reading else None, changes=changes), reading


def words_of(day: LaunchDay) -> dict[str, dict[str, Word]]:
    """Per line, the last word on each of its list's lines, whichever phone said it."""
    found: dict[str, dict[str, Word]] = {}
    for event in day.events.filter(kind__in=_WORDS, line__isnull=False).order_by("at", "pk"):
        here = found.setdefault(str(event.line_id), {})
        if event.kind == "unticked":
            here.pop(event.item, None)
        else:
            here[event.item] = Word(text=event.text, on=read_on(event.facts), override=_override(event))
    return found


def _override(event: DayEvent) -> Override | None:
    if event.kind != "overrode":
        return None
    return Override(by=str(event.facts.get("by") or "?"), why=str(event.facts.get("why") or "?"))


def basis_of(plan: DayPlan, planned: Planned, reading: Reading | None) -> dict[str, str]:
    """What each thing a line of a list may hang on is now; what is weighed at the field is the same rocket still."""
    context, day, row = plan.context, plan.day, planned.row
    rocket = {k: v for k, v in row.rocket.document.items() if k not in _BESIDE}
    content: dict[str, Any] = {
        "rocket": rocket,
        "motor": [row.motor_key, row.delay_s],
        "site": [repr(context.site), repr(context.ground), repr(context.code), day.school, day.igniter_at, day.arming],
        "person": repr(context.flyer),
    }
    found = {name: content_hash(name, value)[:16] for name, value in content.items()}
    return found | {"weather": reading.key if reading is not None else "forecast"}


def stands_for(
    plan: DayPlan, planned: Planned, words: dict[str, dict[str, Word]], reading: Reading | None, *, any_weather: bool = False
) -> tuple[tuple[Stand, ...], dict[str, str]]:
    """Its list with what was said of every line, and what it hangs on."""
    basis = basis_of(plan, planned, reading)
    items = checklist(loadout_for(plan, planned), any_weather=any_weather)
    return stands_of(items, words.get(str(planned.row.pk), {}), basis), basis


def pad_of(row: ManifestLine) -> str:
    """Which pad it was last said to stand on; empty where nothing was said."""
    said = row.events.filter(kind="at_pad").order_by("at", "pk").last()
    return str(said.facts.get("pad", ""))[:20] if said else ""


def overrides_of(day: LaunchDay) -> dict[str, list[DayEvent]]:
    """Per line, every override that was ever spoken, the first first: what was taken on oneself is not forgotten."""
    found: dict[str, list[DayEvent]] = {}
    for event in day.events.filter(kind="overrode", line__isnull=False).order_by("at", "pk"):
        found.setdefault(str(event.line_id), []).append(event)
    return found
