"""Rows as answers."""

from dataclasses import asdict

from django.conf import settings
from django.contrib.auth.models import AbstractBaseUser, AnonymousUser, User

from wobbly_fin.accounts.api.schemas import (
    FlyerIn,
    LimitOut,
    OwnLineIn,
    PreferencesOut,
    SessionOut,
    TraceOut,
    TracesOut,
    UnitsIn,
)
from wobbly_fin.accounts.models import Preferences, Trace
from wobbly_fin.accounts.people import checklist_of, is_officer, preferences_of, rules_of, units_of
from wobbly_fin.accounts.trace import MOST, visits_of
from wobbly_fin.accounts.visitor import DEMO_USERNAME
from wobbly_fin.rocketry.choosing.rules import RULES, Rule, Rules
from wobbly_fin.rocketry.launchday.checklists.item import STAGES
from wobbly_fin.rocketry.launchday.checklists.own import OWN_STAGES
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import UnitChoice, show


def session_out(user: AbstractBaseUser | AnonymousUser) -> SessionOut:
    """Who is here; a stranger has no name."""
    if not isinstance(user, User) or not user.is_authenticated:
        return SessionOut(username=None, demo=_is_demo(), local=bool(settings.LOCAL_USER), by_link=settings.LOCAL_BY_LINK)
    found = preferences_of(user)
    return SessionOut(
        username=user.username, demo=_is_demo(), local=bool(settings.LOCAL_USER), officer=is_officer(user), theme=found.theme,
        units=UnitsIn(**asdict(units_of(found))), has_password=user.has_usable_password() and not settings.LOCAL_USER,
    )  # fmt: skip


def traces_out(user: User, session_key: str | None) -> TracesOut:
    """What happened to an account, and its open visits."""
    visits = visits_of(user)
    return TracesOut(
        traces=[_trace_out(t) for t in Trace.objects.filter(whose=user)[:MOST]],
        visits=[_trace_out(t).model_copy(update={"visit": str(t.pk), "here": t.session_key == session_key}) for t in visits],
    )


def _trace_out(row: Trace) -> TraceOut:
    return TraceOut(
        at=row.at, said=say(f"trace-{row.what.replace('_', '-')}", by=row.by, detail=row.detail, told=int(bool(row.detail)))
    )


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
        checklist=[OwnLineIn(**asdict(line)) for line in checklist_of(found)],
        stages={key: STAGES[key] for key in OWN_STAGES},
        units=UnitsIn(**asdict(units_of(found))),
        theme=found.theme,
        limits=limits,
        workshop=dict(found.workshop),
        flyer=FlyerIn(level=found.flyer.get("level"), age=str(found.flyer.get("age") or "")),
        practice=found.practice,
    )


def _said_limit(rule: Rule, value: float, units: UnitChoice) -> str:
    return show(value * rule.size_si, rule.quantity, units) if rule.quantity else f"{value:g}"
