"""When hands are free: a weekly pattern with exceptions, on the clocks of a place.

Hours are told in local time; windows come out in universal seconds, so that an evening on which the clocks change is as long as
it really is.
"""

import datetime
import itertools
import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from wobbly_fin.rocketry.building.task import Window
from wobbly_fin.rocketry.errors import RocketryError

WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
Span = tuple[int, int]  # minutes after midnight
_DAY = 24 * 60
MOST_SPANS = 6
_CLOCK = re.compile(r"^(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?$", re.IGNORECASE)


def read_hours(text: str, name: str = "hours") -> tuple[Span, ...]:
    """Free hours of one day as typed: "19:00-21:30", "9-12, 2pm-5pm"; empty, "-" or "none": none.

    Raises
    ------
    RocketryError
        For anything that is no span of hours, one that ends before it begins, or spans that overlap.
    """
    if text.strip().lower() in ("", "-", "–", "none", "no"):
        return ()
    spans: list[Span] = []
    for piece in re.split(r"[,;]|\band\b", text):
        ends = re.split(r"-|–|—|\bto\b", piece.strip())
        if len(ends) != 2:
            raise RocketryError(name, f"{piece.strip()[:30]!r} is no span of hours; write it like 19:00-21:30")
        opens, closes = (_minutes(e.strip(), name) for e in ends)
        if closes <= opens:
            raise RocketryError(name, f"{piece.strip()[:30]!r} ends before it begins; past midnight belongs to the next day")
        spans.append((opens, closes))
    spans.sort()
    if len(spans) > MOST_SPANS:
        raise RocketryError(name, f"has {len(spans)} spans; {MOST_SPANS} a day are plenty")
    for before, after in itertools.pairwise(spans):
        if after[0] < before[1]:
            raise RocketryError(name, "has spans that overlap; join them into one")
    return tuple(spans)


def _minutes(text: str, name: str) -> int:
    match = _CLOCK.match(text)
    if match is None:
        raise RocketryError(name, f"{text[:20]!r} is no time of day; write it like 19:00 or 7pm")
    hour, minute = int(match[1]), int(match[2] or 0)
    half = (match[3] or "").lower()
    if half:
        if not 1 <= hour <= 12:
            raise RocketryError(name, f"{text!r} is no time of day; am and pm go with 1 to 12")
        hour = hour % 12 + (12 if half == "pm" else 0)
    if minute > 59 or hour * 60 + minute > _DAY:
        raise RocketryError(name, f"{text!r} is no time of day; a day ends at 24:00")
    return hour * 60 + minute


def say_hours(spans: tuple[Span, ...]) -> str:
    """Spans as they are typed."""
    return ", ".join(f"{a // 60:02d}:{a % 60:02d}-{b // 60:02d}:{b % 60:02d}" for a, b in spans)


@dataclass(frozen=True, slots=True, kw_only=True)
class FreeHours:
    """Somebody's free hours.

    Parameters
    ----------
    weekly : tuple of 7 tuples of (from, to)
        Minutes after midnight, Monday first.
    exceptions : mapping of date → spans
        Days that differ; an empty tuple is a day without.
    zone : str
        Where the clocks hang, as the tz database names it.
    """

    weekly: tuple[tuple[Span, ...], ...] = ((),) * 7
    exceptions: Mapping[datetime.date, tuple[Span, ...]] = field(default_factory=dict)
    zone: str = "UTC"

    def __post_init__(self) -> None:
        if len(self.weekly) != 7:
            raise RocketryError("weekly", "must have seven days")
        zone_of(self.zone)

    def of(self, day: datetime.date) -> tuple[Span, ...]:
        """The spans of one day."""
        return self.exceptions.get(day, self.weekly[day.weekday()])

    def windows(self, start: datetime.datetime, days: int) -> tuple[Window, ...]:
        """Free windows of so many days from a moment's day on."""
        zone = zone_of(self.zone)
        first = start.astimezone(zone).date()
        out = []
        for number in range(days):
            day = first + datetime.timedelta(days=number)
            for opens, closes in self.of(day):
                window = (moment_s(day, opens, zone), moment_s(day, closes, zone))
                # An hour that the clocks skip may leave nothing of a span.
                if window[1] > window[0]:
                    out.append(Window(from_s=window[0], to_s=window[1]))
        return tuple(out)


def moment_s(day: datetime.date, minutes: int, zone: ZoneInfo) -> int:
    """A local time of day in universal seconds; one the clocks skip is the moment they skip to."""
    midnight = datetime.datetime.combine(day, datetime.time(), tzinfo=zone)
    local = (midnight.replace(tzinfo=None) + datetime.timedelta(minutes=minutes)).replace(tzinfo=zone)
    found = local.timestamp()
    back = datetime.datetime.fromtimestamp(found, zone)
    if back.replace(tzinfo=None) != local.replace(tzinfo=None):
        # Skipped: fold=0 reads it by the offset before, which lies as far behind the gap as it lay in it.
        gap = back.utcoffset() - datetime.datetime.fromtimestamp(found - 7200, zone).utcoffset()  # type: ignore[operator]
        inside = back.replace(tzinfo=None) - local.replace(tzinfo=None)
        into = datetime.timedelta(minutes=minutes) - _gap_start(midnight, zone)
        return round(found - into.total_seconds()) if inside == gap and into.total_seconds() >= 0 else round(found)
    return round(found)


def _gap_start(midnight: datetime.datetime, zone: ZoneInfo) -> datetime.timedelta:
    """How long after midnight, on the wall, the clocks go forward that day."""
    offset = midnight.utcoffset()
    at = midnight.timestamp()
    for quarter in range(96):
        moment = datetime.datetime.fromtimestamp(at + quarter * 900, zone)
        if moment.utcoffset() != offset:
            return datetime.timedelta(seconds=quarter * 900)
    return datetime.timedelta(days=1)


def zone_of(name: str) -> ZoneInfo:
    """A time zone by its name; raises RocketryError for one the tz database does not know."""
    try:
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError):
        raise RocketryError("zone", f"{name[:40]!r} is no time zone; write it like Europe/Vienna") from None
