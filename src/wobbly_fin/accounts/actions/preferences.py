"""Change how a person likes things."""

from dataclasses import asdict
from functools import partial
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.base import within
from wobbly_fin.rocketry.choosing.rules import RULES, Rules
from wobbly_fin.rocketry.choosing.situation import Flyer
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.checklists.own import MOST_OWN, OwnLine
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse, read_number
from wobbly_fin.rocketry.units.quantities import QUANTITIES, SYMBOLS
from wobbly_fin.rocketry.units.registry import registry

THEMES = ("bench", "night-shift", "field")


def change_preferences(
    user: User,
    *,
    units: dict[str, Any] | None = None,
    theme: str | None = None,
    limits: dict[str, str] | None = None,
    workshop: dict[str, str] | None = None,
    flyer: dict[str, Any] | None = None,
    practice: bool | None = None,
    checklist: list[dict[str, Any]] | None = None,
) -> Preferences:
    """Change what is given, keep the rest; raises RocketryError for an unknown unit, theme or limit."""
    with transaction.atomic():
        found = preferences_of(user)
        if units is not None:
            for name, unit in units.get("exceptions", {}).items():
                _check_unit(name, unit)
            found.units = units
        if theme is not None:
            if theme not in THEMES:
                raise RocketryError("theme", f"{theme!r} is no theme; one of {', '.join(THEMES)}")
            found.theme = theme
        if limits is not None:
            found.limits = _read_limits(limits, units_of(found), found.limits)
        if workshop is not None:
            found.workshop = _read_workshop(workshop, units_of(found))
        if flyer is not None:
            found.flyer = _read_flyer(flyer)
        if practice is not None:
            found.practice = practice
        if checklist is not None:
            found.checklist = read_checklist(checklist)
        found.save()
    return found


def read_checklist(told: list[dict[str, Any]]) -> list[dict[str, Any]]:
    """Lines of one's own as they are kept, each once, empty ones left out; raises RocketryError naming the line at fault."""
    found: dict[str, dict[str, Any]] = {}
    for number, line in enumerate(told):
        text = " ".join(str(line["text"]).split())
        if text:
            own = within(f"checklist.{number}", partial(OwnLine, stage=line["stage"], text=text, hold=bool(line.get("hold"))))
            found[own.key] = asdict(own)
    if len(found) > MOST_OWN:
        raise RocketryError("checklist", say("own-lines-many", most=MOST_OWN))
    return list(found.values())


def add_lines(user: User, lines: list[dict[str, Any]]) -> dict[str, list[str]]:
    """Add lines to one's own checklist; `taken` and `there`: their texts."""
    new = read_checklist(lines)
    now = preferences_of(user).checklist
    taken = [line for line in new if line not in now]
    change_preferences(user, checklist=[*now, *taken])
    return {"taken": [x["text"] for x in taken], "there": [x["text"] for x in new if x in now]}


def _read_flyer(told: dict[str, Any]) -> dict[str, Any]:
    """Level and age; nothing at all where neither was told. Raises RocketryError naming the box at fault."""
    level, text = told.get("level"), str(told.get("age") or "").strip()
    if level is None and not text:
        return {}
    if text and not (text.isascii() and text.isdigit() and len(text) < 4):
        raise RocketryError("age", f"{text[:20]!r} is no age in years")
    flyer = Flyer(level=int(level or 0), age=int(text) if text else None)
    return {"level": flyer.level, "age": flyer.age}


def _read_limits(typed: dict[str, str], units: UnitChoice, own: dict[str, float]) -> dict[str, float]:
    """A person's own limits with some of them changed, in the units `Rules` counts in; an empty text takes one back to its default.

    Raises
    ------
    RocketryError
        Naming the limit at fault.
    """
    known = {rule.key: rule for rule in RULES}
    found = dict(own)
    for key, text in typed.items():
        rule = known.get(key)
        if rule is None:
            raise RocketryError(f"limits.{key}", "is no limit")
        if not text.strip():
            found.pop(key, None)
        elif rule.quantity is None:
            found[key] = read_number(text, key)
        else:
            found[key] = parse(text, rule.quantity, units, name=key).si / rule.size_si
    Rules.with_overrides(found)
    return found


def _read_workshop(typed: dict[str, str], units: UnitChoice) -> dict[str, str]:
    """What stands in the workshop, kept as typed; raises RocketryError for what cannot be read."""
    text = typed.get("printer_height", "").strip()
    if not text:
        return {}
    read = parse(text, "short_length", units, name="printer_height")
    if not 0.02 <= read.si <= 3.0:
        raise RocketryError("printer_height", f"{text[:20]!r} cannot be; printers go from a few centimetres to a metre or two")
    return {"printer_height": read.kept[:50]}


def _check_unit(name: str, unit: str) -> None:
    if name not in QUANTITIES:
        raise RocketryError("units", f"{name!r} is no quantity; one of {', '.join(QUANTITIES)}")
    if unit not in SYMBOLS or not registry().Quantity(1.0, unit).check(QUANTITIES[name].si):
        raise RocketryError(f"units.{name}", f"{unit!r} does not measure {QUANTITIES[name].noun}")
