"""Rows as answers."""

from dataclasses import asdict

from django.conf import settings
from django.contrib.auth.models import AbstractBaseUser, AnonymousUser, User

from wobbly_fin.accounts.actions.conditions import Today
from wobbly_fin.accounts.api.schemas import (
    AloftIn,
    ConditionsOut,
    FlyerIn,
    HourIn,
    LimitOut,
    PreferencesOut,
    SessionOut,
    UnitsIn,
    WindNowOut,
)
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.people import is_officer, preferences_of, rules_of, units_of
from wobbly_fin.accounts.visitor import DEMO_USERNAME
from wobbly_fin.rocketry.choosing import RULES, Rules
from wobbly_fin.rocketry.choosing.explain import wind_caution
from wobbly_fin.rocketry.choosing.rules import Rule
from wobbly_fin.rocketry.field.bearing import say_bearing
from wobbly_fin.rocketry.flight.explain import conditions_sentence, said_conditions
from wobbly_fin.rocketry.units.display import UnitChoice, show


def session_out(user: AbstractBaseUser | AnonymousUser) -> SessionOut:
    """Who is here; a stranger has no name."""
    if not isinstance(user, User) or not user.is_authenticated:
        return SessionOut(username=None, demo=_is_demo(), local=bool(settings.LOCAL_USER))
    found = preferences_of(user)
    return SessionOut(
        username=user.username, demo=_is_demo(), local=bool(settings.LOCAL_USER), officer=is_officer(user), theme=found.theme,
        units=UnitsIn(**asdict(units_of(found))), has_password=user.has_usable_password() and not settings.LOCAL_USER,
    )  # fmt: skip


def _is_demo() -> bool:
    return bool(settings.LOCAL_USER == DEMO_USERNAME)


def preferences_out(found: Preferences) -> PreferencesOut:
    """Preferences with every limit and where its default comes from."""
    rules, defaults = rules_of(found), Rules()
    units = units_of(found)
    limits = [
        LimitOut(
            key=rule.key,
            title=rule.title,
            source=rule.source,
            value=getattr(rules, rule.key),
            default=getattr(defaults, rule.key),
            said=_said_limit(rule, getattr(rules, rule.key), units),
            said_default=_said_limit(rule, getattr(defaults, rule.key), units),
        )
        for rule in RULES
    ]
    return PreferencesOut(
        units=UnitsIn(**asdict(units_of(found))),
        theme=found.theme,
        limits=limits,
        workshop=dict(found.workshop),
        flyer=FlyerIn(level=found.flyer.get("level"), age=str(found.flyer.get("age") or "")),
    )


def _said_limit(rule: Rule, value: float, units: UnitChoice) -> str:
    return show(value * rule.size_si, rule.quantity, units) if rule.quantity else f"{value:g}"


def conditions_out(now: Today, found: Preferences) -> ConditionsOut:
    """Conditions in the person's own words and units."""
    units = units_of(found)
    site = now.site
    return ConditionsOut(
        field_id=now.field.pk if now.field else None,
        field_name=now.field.name if now.field else None,
        typed=now.typed,
        gustiness=site.gustiness,
        hour=now.hour,
        hours=[HourIn(**h) for h in now.told.get("hours", [])],
        hours_wind=[_wind_out(h.speed_m_s, h.from_deg, site.wind_height_m, units) for h in now.hours],
        aloft=[AloftIn(**a) for a in now.told.get("aloft", [])],
        wind=_wind_out(site.wind_speed_m_s, site.wind_from_deg, site.wind_height_m, units),
        said=said_conditions(now.site, units),
        sentence=conditions_sentence(now.site, units),
        caution=wind_caution(now.site, rules_of(found), units),
    )


def _wind_out(speed_m_s: float, from_deg: float, height_m: float, units: UnitChoice) -> WindNowOut:
    point = say_bearing(from_deg)
    said = f"{show(speed_m_s, 'speed', units)} from {point}" if speed_m_s > 0 else "calm"
    return WindNowOut(speed_m_s=speed_m_s, from_deg=from_deg % 360, from_point=point, height_m=height_m, said=said)
