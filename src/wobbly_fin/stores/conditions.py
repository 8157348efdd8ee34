"""Today's conditions: where one stands, how warm, how windy and from where, how the rod stands. Typed in any unit."""

import uuid
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.rocketry.errors import RocketryError, Together
from wobbly_fin.rocketry.field.bearing import read_bearing
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.field.hours import HourOfWind, wind_at_hour
from wobbly_fin.rocketry.flight.site import Site, WindLayer
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse, parse_si
from wobbly_fin.stores.fields import ground_of
from wobbly_fin.stores.models import FlyingField

MOST_HOURS, MOST_ALOFT = 24, 12


_Read = Callable[[str, str, UnitChoice], tuple[float, str]]  # the figure, and the text to keep


def _quantity(kind: str) -> _Read:
    def read(text: str, name: str, units: UnitChoice) -> tuple[float, str]:
        found = parse(text, kind, units, name=name)
        return found.si, found.kept

    return read


def _bearing(text: str, name: str, _units: UnitChoice) -> tuple[float, str]:
    return read_bearing(text, name), text.strip()


def _degrees(text: str, name: str, _units: UnitChoice) -> tuple[float, str]:
    try:
        return float(text.strip().rstrip("°").replace("deg", "").replace(",", ".")), text.strip()
    except ValueError:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no angle; write degrees from vertical, such as 5") from None


# box of the form: (field of Site, how its text is read)
CONDITION_FIELDS: dict[str, tuple[str, _Read]] = {
    "temperature": ("temperature_c", _quantity("temperature")),
    "wind": ("wind_speed_m_s", _quantity("speed")),
    "wind_from": ("wind_from_deg", _bearing),
    "rod_length": ("rod_length_m", _quantity("length")),
    "rod_tilt": ("rod_tilt_deg", _degrees),
    "rod_towards": ("rod_azimuth_deg", _bearing),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Today:
    """Conditions in force: the site the core flies at, the texts behind it, the field stood on.

    `hours` is the wind as told through the day, `hour` the one flown at, if any.
    """

    site: Site
    typed: dict[str, str]
    field: FlyingField | None
    ground: Field | None
    told: dict[str, Any]
    hours: tuple[HourOfWind, ...] = ()
    hour: float | None = None


def today(preferences: Preferences, *, rod_length_m: float | None = None) -> Today:
    """Today's conditions; a rocket's own rod length stands where none is typed for the day."""
    stored: dict[str, Any] = preferences.conditions
    typed: dict[str, str] = stored.get("typed", {})
    field_id = stored.get("field_id")
    stood_on = FlyingField.objects.visible_to(preferences.user).filter(pk=field_id).first() if field_id else None
    values: dict[str, Any] = {
        target: stored["si"][name] for name, (target, _) in CONDITION_FIELDS.items() if name in stored.get("si", {})
    }
    if rod_length_m is not None:
        values.setdefault("rod_length_m", rod_length_m)
    if stood_on is not None:
        values |= {"elevation_m": stood_on.elevation_m, "ceiling_m": stood_on.ceiling_m}
    hours = tuple(HourOfWind(**h) for h in stored.get("hours_si", []))
    hour = stored.get("hour")
    if hours and hour is not None:
        wind = wind_at_hour(hours, hour)
        values |= {"wind_speed_m_s": wind.speed_m_s, "wind_from_deg": wind.from_deg}
    values["gustiness"] = stored.get("gustiness", "calm")
    values["layers"] = tuple(WindLayer(**w) for w in stored.get("aloft_si", []))
    return Today(
        site=Site(**values), typed=typed, field=stood_on, ground=ground_of(stood_on) if stood_on else None, told=stored,
        hours=hours, hour=hour,
    )  # fmt: skip


def set_conditions(
    user: User,
    *,
    field_id: uuid.UUID | None,
    typed: dict[str, str],
    gustiness: str = "calm",
    hour: float | None = None,
    hours: Sequence[dict[str, Any]] = (),
    aloft: Sequence[dict[str, Any]] = (),
) -> Preferences:
    """Replace today's conditions. An empty text takes a figure back; a bad one raises RocketryError and changes nothing."""
    with transaction.atomic():
        found = preferences_of(user)
        units = units_of(found)
        si: dict[str, float] = {}
        kept: dict[str, str] = {}
        with Together() as read:
            for name, text in typed.items():
                if name not in CONDITION_FIELDS:
                    read.refuse(name, f"is no condition; there are {', '.join(CONDITION_FIELDS)}")
                elif text.strip():
                    understood = read(_condition, name, text, units)
                    if understood is not None:
                        si[name], kept[name] = understood
            if field_id is not None and not FlyingField.objects.visible_to(user).filter(pk=field_id).exists():
                read.refuse("field_id", "is no field of yours; choose one in Stores")
            read(_try, "gustiness", gustiness=gustiness)
            told, over = read(_hours, hours, units), read(_aloft, aloft, units)
            if hour is not None:
                read(wind_at_hour, told or [HourOfWind(hour=12, speed_m_s=0, from_deg=0)], hour)
        found.conditions = {
            "field_id": str(field_id) if field_id else None, "typed": kept, "si": si, "gustiness": gustiness, "hour": hour,
            "hours": [h | {"wind": _kept(h["wind"], "speed", units)} for h in hours],
            "hours_si": [{"hour": h.hour, "speed_m_s": h.speed_m_s, "from_deg": h.from_deg} for h in told],
            "aloft": [a | {"height": _kept(a["height"], "height", units), "wind": _kept(a["wind"], "speed", units)} for a in aloft],
            "aloft_si": over,
        }  # fmt: skip
        found.save()
    return found


def _condition(name: str, text: str, units: UnitChoice) -> tuple[float, str]:
    target, read = CONDITION_FIELDS[name]
    value, kept = read(text, name, units)
    _try(name, **{target: value})
    return value, kept


def _kept(text: str, kind: str, units: UnitChoice) -> str:
    """What was read already, as it is shown again."""
    return parse(text, kind, units).kept if text.strip() else text


def _hours(rows: Sequence[dict[str, Any]], units: UnitChoice) -> list[HourOfWind]:
    if len(rows) > MOST_HOURS:
        raise RocketryError("hours", f"has {len(rows)} rows; a day has {MOST_HOURS}")
    with Together() as read:
        return [read(_hour, row, f"hours.{i}", units) for i, row in enumerate(rows)]


def _hour(row: dict[str, Any], place: str, units: UnitChoice) -> HourOfWind:
    with Together() as read:
        speed = read(parse_si, row["wind"] or "0", "speed", units, name=f"{place}.wind")
        bearing = read(read_bearing, row["wind_from"] or "W", f"{place}.wind_from")
    try:
        return HourOfWind(hour=float(row["hour"]), speed_m_s=speed, from_deg=bearing)
    except RocketryError as error:
        raise RocketryError(f"{place}.{'hour' if error.name == 'hour' else 'wind'}", error.message) from error


def _aloft(rows: Sequence[dict[str, Any]], units: UnitChoice) -> list[dict[str, float]]:
    """Winds aloft in SI; raises RocketryError naming the row and box at fault."""
    if len(rows) > MOST_ALOFT:
        raise RocketryError("aloft", f"has {len(rows)} rows; {MOST_ALOFT} are plenty")
    with Together() as read:
        found = [read(_layer, row, f"aloft.{i}", units) for i, row in enumerate(rows)]
    for i, row in enumerate(found):
        if i and row["height_m"] <= found[i - 1]["height_m"]:
            raise RocketryError(f"aloft.{i}.height", "does not lie above the one before; heights must rise")
    return found


def _layer(row: dict[str, Any], place: str, units: UnitChoice) -> dict[str, float]:
    with Together() as read:
        height = read(parse_si, row["height"], "height", units, name=f"{place}.height")
        speed = read(parse_si, row["wind"] or "0", "speed", units, name=f"{place}.wind")
        bearing = read(read_bearing, row["wind_from"] or "W", f"{place}.wind_from")
    found = {"height_m": height, "speed_m_s": speed, "from_deg": bearing}
    try:
        WindLayer(**found)
    except RocketryError as error:
        raise RocketryError(f"{place}.{'height' if error.name == 'height_m' else 'wind'}", error.message) from error
    return found


def _try(name: str, **values: Any) -> None:
    try:
        Site(**values)
    except RocketryError as error:
        raise RocketryError(name, error.message) from error
