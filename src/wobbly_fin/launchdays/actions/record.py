"""Keep what a phone tells of the day: events under its own keys, its clock set right, nothing twice."""

import datetime
import uuid
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.launchdays.field_state import as_read, stands_for, words_of
from wobbly_fin.launchdays.models import DayEvent, LaunchDay, ManifestLine
from wobbly_fin.launchdays.plan import DayContext, day_of, line_of
from wobbly_fin.logbook.actions.log_flight import Facts, log_flight
from wobbly_fin.rocketry.errors import RocketryError, Together, require_finite
from wobbly_fin.rocketry.launchday.checklists.fly import NEVER
from wobbly_fin.rocketry.launchday.holds import Override, countdown_bars
from wobbly_fin.rocketry.launchday.weighing import without_motors
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.parse import parse_si

KINDS = (
    "ticked", "unticked", "overrode", "wind", "weighed", "at_pad", "launched", "misfired", "told", "last_seen",
)  # fmt: skip
MOST_AT_ONCE = 500
# A phone's clock further off than this is set right by the server's (our own figure).
SKEW_S = 60.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Told:
    """An event as a phone tells it."""

    id: uuid.UUID
    kind: str
    at: datetime.datetime
    line: uuid.UUID | None = None
    item: str = ""
    text: str = ""
    facts: dict[str, Any] | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Kept:
    """What became of them: kept now or before, refused with a sentence each, and how far the phone's clock was off. [s]"""

    kept: tuple[uuid.UUID, ...]
    refused: tuple[tuple[uuid.UUID, str], ...]
    skew_s: float


def record(user: User, day_key: uuid.UUID, events: list[Told], *, sent_at: datetime.datetime, device: str = "") -> Kept:
    """Keep events, each by itself: one that cannot be does not hold back the others."""
    if len(events) > MOST_AT_ONCE:
        raise RocketryError("events", f"are {len(events)}; send at most {MOST_AT_ONCE} at once")
    day = day_of(user, day_key)
    skew = (timezone.now() - sent_at).total_seconds()
    offset = datetime.timedelta(seconds=skew if abs(skew) > SKEW_S else 0.0)
    # One taken off the manifest meanwhile may well have flown: a phone out of reach could not know.
    lines = {line.pk: line for line in ManifestLine.everything.filter(day=day).select_related("rocket")}
    kept, refused = [], []
    for told in events:
        try:
            _keep(user, day, told, offset, device, lines)
            kept.append(told.id)
        except RocketryError as error:
            refused.append((told.id, f"{error.name}: {error.message}"))
        except Http404:
            why = "rocket or motor: is yours no more, or in the bin. Take it out of there and log the flight by hand"
            refused.append((told.id, f"{why}; this phone said: {_said(told)}"))
    return Kept(kept=tuple(kept), refused=tuple(refused), skew_s=skew)


def _keep(
    user: User, day: LaunchDay, told: Told, offset: datetime.timedelta, device: str, lines: dict[uuid.UUID, ManifestLine]
) -> None:
    if told.kind not in KINDS:
        raise RocketryError("kind", f"{told.kind!r} is nothing that happens at a field; one of {', '.join(KINDS)}")
    if told.line is not None and told.line not in lines:
        raise RocketryError("line", "was never on this day's manifest")
    line = lines[told.line] if told.line is not None else None
    facts = dict(told.facts or {})
    if told.kind == "weighed":
        facts |= _weighed(user, line, told)
    elif told.kind == "wind":
        facts = _read(user, facts)
    elif told.kind == "overrode":
        facts |= _overrode(line, told)
    with transaction.atomic():
        before = DayEvent.objects.filter(pk=told.id).first()
        if before is not None:
            if before.day_id != day.pk:
                raise RocketryError("id", "is taken; make a new one")
            return
        DayEvent.objects.create(
            id=told.id, day=day, line_id=told.line, kind=told.kind, item=told.item[:40], text=told.text[:600], facts=facts,
            device=device[:40], at=told.at + offset,
        )  # fmt: skip
        if told.kind == "told":
            _not_told_before(day, told)
            _log(user, line, told, timezone.localdate(told.at + offset))
    if told.kind in ("launched", "told"):
        _note_open_holds(user, day, told.id)


def _weighed(user: User, row: ManifestLine | None, told: Told) -> dict[str, float]:
    """Mass and balance point as typed, motors in, either or both; kept without them. Raises RocketryError. [kg], [m]"""
    facts = told.facts or {}
    if row is None:
        raise RocketryError("line", "is missing; which rocket was weighed?")
    units = units_of(preferences_of(user))
    mass, balance = (str(facts.get(k, "")).strip() for k in ("mass", "balance"))
    if not mass and not balance:
        raise RocketryError("mass", "is missing; what did the scale say?")
    loaded = line_of(DayContext.of(user, row.day), row).loaded
    with Together() as read:
        mass_kg = read(parse_si, mass, "mass", units, name="mass") if mass else None
        cg_m = read(parse_si, balance, "short_length", units, name="balance") if balance else None
    found = without_motors(loaded, mass_kg=mass_kg, cg_m=cg_m)
    return {k: v for k, v in (("mass_kg", found.mass_kg), ("cg_m", found.cg_m)) if v is not None}


def _read(user: User, facts: dict[str, Any]) -> dict[str, Any]:
    """Wind and warmth as read: figures, or a warmth as typed. Raises RocketryError. [m/s], [°], [°C]"""
    read: dict[str, Any] = {}
    for name, low, high in (("m_s", 0.0, 40.0), ("from_deg", 0.0, 360.0), ("c", -60.0, 60.0)):
        value = facts.get(name)
        if value is None and name == "c":
            typed = str(facts.get("temperature") or "").strip()
            value = parse_si(typed, "temperature", units_of(preferences_of(user)), name="temperature") if typed else None
            if value is None:
                continue
        if isinstance(value, bool) or not isinstance(value, int | float):
            raise RocketryError(name, f"{str(value)[:20]!r} is no figure of a wind that was read")
        require_finite(name, value, low, high)
        read[name] = float(value)
    return read


def _overrode(line: ManifestLine | None, told: Told) -> dict[str, str]:
    """Whose decision, and why. Raises RocketryError without either, or for what nobody overrides."""
    facts = told.facts or {}
    if line is None:
        raise RocketryError("line", "is missing; which flight is it?")
    if told.item in NEVER:
        raise RocketryError("item", say("never-overridden"))
    override = Override(by=str(facts.get("by") or "").strip(), why=str(facts.get("why") or "").strip())
    return {"by": override.by, "why": override.why}


def _note_open_holds(user: User, day: LaunchDay, key: uuid.UUID) -> None:
    """What stood open when it flew goes with it: a flight that happened is kept, and nobody need wonder later."""
    event = DayEvent.objects.select_related("line").get(pk=key)
    if event.line is None or event.line.deleted_at is not None or "open_holds" in event.facts:
        return
    plan, reading = as_read(user, day)
    planned = next((p for p in plan.lines if p.row.pk == event.line_id), None)
    if planned is None:
        return
    stands, _ = stands_for(plan, planned, words_of(day), reading)
    age = (event.at - reading.at).total_seconds() if reading else None
    event.facts["open_holds"] = [bar.say for bar in countdown_bars(stands, planned.ruling.verdict, age)]
    event.save(update_fields=["facts"])


def _not_told_before(day: LaunchDay, told: Told) -> None:
    """A flight ends once: another phone's word on it is refused, and said back so that nothing of it is lost."""
    first = day.events.filter(kind="told", line_id=told.line).exclude(pk=told.id).first()
    if first is not None and told.line is not None:
        raise RocketryError(
            "flight",
            f"was told already at {timezone.localtime(first.at):%H:%M} by {first.device or 'another phone'}; this one said: "
            f"{_said(told)}. Correct it in the logbook, or put a second flight on the manifest",
        )


def _said(told: Told) -> str:
    """What a phone told, in words: what cannot be kept is said back."""
    return ", ".join(str(v).replace("_", " ")[:200] for v in (told.facts or {}).values() if v) or told.kind.replace("_", " ")


def _log(user: User, line: ManifestLine | None, told: Told, flown_on: datetime.date) -> None:
    """What happened goes into the logbook under the event's own key, on the day it was told: sent twice it is logged once."""
    facts = told.facts or {}
    if line is None:
        raise RocketryError("line", "is missing; which flight was it?")
    log_flight(
        user, told.id, rocket_id=line.rocket_id, motor_key=line.motor_key, delay_s=line.delay_s,
        facts=Facts(
            flown_on=flown_on, opening=facts.get("opening", ""), landing=facts.get("landing", ""), height=str(facts.get("height", ""))[:80],
            remarks=str(facts.get("remarks", ""))[:4000],
        ),
    )  # fmt: skip


def disputes_of(day: LaunchDay) -> dict[tuple[str, str], str]:
    """Per line and item on which two phones' last words differ: what each said, for the latest word alone would hide it."""
    last: dict[tuple[str, str], dict[str, DayEvent]] = {}
    for event in day.events.filter(kind__in=("ticked", "unticked"), line__isnull=False).order_by("at", "pk"):
        last.setdefault((str(event.line_id), event.item), {})[event.device] = event
    found = {}
    for key, words in last.items():
        if len({e.kind for e in words.values()}) > 1:
            told = sorted(words.values(), key=lambda e: (e.at, e.pk))
            each = ", ".join(f"{e.device or 'a phone'} {e.kind} it at {timezone.localtime(e.at):%H:%M}" for e in told)
            found[key] = f"{each}: the later word counts. Look again."
    return found
