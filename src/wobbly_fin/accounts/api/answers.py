"""Rows as answers."""

from dataclasses import asdict

from django.conf import settings
from django.contrib.auth.models import AbstractBaseUser, AnonymousUser, User

from wobbly_fin.accounts.actions.conditions import Today
from wobbly_fin.accounts.api.schemas import ConditionsOut, LimitOut, PreferencesOut, SessionOut, UnitsIn
from wobbly_fin.accounts.models import Preferences
from wobbly_fin.accounts.people import preferences_of, rules_of, units_of
from wobbly_fin.rocketry.choosing import RULES, Rules
from wobbly_fin.rocketry.choosing.explain import wind_caution
from wobbly_fin.rocketry.choosing.rules import Rule
from wobbly_fin.rocketry.flight.explain import conditions_sentence, said_conditions
from wobbly_fin.rocketry.units.display import UnitChoice, show


def session_out(user: AbstractBaseUser | AnonymousUser) -> SessionOut:
    """Who is here; a stranger has no name."""
    if not isinstance(user, User) or not user.is_authenticated:
        return SessionOut(username=None, demo=settings.DEMO)
    found = preferences_of(user)
    return SessionOut(username=user.username, demo=settings.DEMO, theme=found.theme, units=UnitsIn(**asdict(units_of(found))))


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
        units=UnitsIn(**asdict(units_of(found))), theme=found.theme, limits=limits, workshop=dict(found.workshop)
    )


def _said_limit(rule: Rule, value: float, units: UnitChoice) -> str:
    return show(value * rule.size_si, rule.quantity, units) if rule.quantity else f"{value:g}"


def conditions_out(now: Today, found: Preferences) -> ConditionsOut:
    """Conditions in the person's own words and units."""
    units = units_of(found)
    return ConditionsOut(
        field_id=now.field.pk if now.field else None,
        field_name=now.field.name if now.field else None,
        typed=now.typed,
        said=said_conditions(now.site, units),
        sentence=conditions_sentence(now.site, units),
        caution=wind_caution(now.site, rules_of(found), units),
    )
