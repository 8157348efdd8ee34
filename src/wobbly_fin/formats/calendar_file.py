"""A build plan as an iCalendar file (RFC 5545), written with the icalendar package: sittings, cures that end, the launch."""

import datetime
import uuid
from collections.abc import Mapping
from typing import Any

from wobbly_fin.rocketry.building.agenda import Agenda, Done
from wobbly_fin.rocketry.building.step import Plan

_NAMESPACE = uuid.UUID("7f6f1a5e-52b1-4c1b-9a0e-0a6f2f6c9d11")
PRODUCT = "-//Wobbly Fin//Build plan//EN"
_LAUNCH_LASTS = datetime.timedelta(hours=4)


def calendar_file(
    name: str,
    build: str,
    plan: Plan,
    agenda: Agenda,
    done: Mapping[str, Done],
    launch: datetime.datetime | None,
    stamp: datetime.datetime,
) -> bytes:
    """The plan's sittings as events, an alarm where each cure ends, the launch at its end. Moments in universal time.

    Parameters
    ----------
    build : str
        The build's key: events keep their UIDs from one export to the next.
    """
    from icalendar import Calendar

    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"Building {name}")
    for slot in agenda.schedule.slots:
        step = plan.of[slot.id]
        words = [*step.lines, *([f"Caution: {step.caution}"] if step.caution else [])]
        _add(
            calendar,
            f"{build}/{slot.id}",
            f"{name}: {step.title}",
            slot.start_s,
            slot.hands_off_s,
            stamp,
            "\n".join(words),
            alarm_s=0,
        )
        if slot.cured_s - slot.hands_off_s >= 600:
            _cure(calendar, build, name, step.key, step.title, slot.cured_s, stamp)
    for key in agenda.curing:
        _cure(calendar, build, name, key, plan.of[key].title, done[key].cured_s, stamp)
    if launch is not None:
        at = int(launch.timestamp())
        _add(
            calendar,
            f"{build}/launch",
            f"{name}: launch",
            at,
            at + int(_LAUNCH_LASTS.total_seconds()),
            stamp,
            "",
            alarm_s=-24 * 3600,
        )
    return bytes(calendar.to_ical())


def _cure(calendar: Any, build: str, name: str, key: str, title: str, cured_s: int, stamp: datetime.datetime) -> None:
    words, title = "Cured far enough to go on.", f"{name}: “{title}” holds"
    _add(calendar, f"{build}/{key}/cured", title, cured_s, cured_s + 300, stamp, words, alarm_s=0, busy=False)


def _add(
    calendar: Any,
    uid: str,
    summary: str,
    from_s: int,
    to_s: int,
    stamp: datetime.datetime,
    words: str,
    *,
    alarm_s: int,
    busy: bool = True,
) -> None:
    from icalendar import Alarm, Event

    event = Event()
    event.add("uid", f"{uuid.uuid5(_NAMESPACE, uid)}@wobbly-fin")
    event.add("dtstamp", stamp.astimezone(datetime.UTC).replace(microsecond=0))
    event.add("dtstart", datetime.datetime.fromtimestamp(from_s, datetime.UTC))
    event.add("dtend", datetime.datetime.fromtimestamp(max(to_s, from_s + 60), datetime.UTC))
    event.add("summary", summary)
    event.add("transp", "OPAQUE" if busy else "TRANSPARENT")
    if words:
        event.add("description", words)
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", summary)
    alarm.add("trigger", datetime.timedelta(seconds=alarm_s))
    event.add_component(alarm)
    calendar.add_component(event)
