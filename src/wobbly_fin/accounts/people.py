"""Who is asking, and what their preferences come to in the core's own terms."""

from typing import cast

from django.contrib.auth.models import User
from django.http import HttpRequest

from wobbly_fin.accounts.models import Preferences
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Flyer
from wobbly_fin.rocketry.launchday.checklists.own import OwnLine
from wobbly_fin.rocketry.units.display import UnitChoice


def person(request: HttpRequest) -> User:
    """The signed-in user of a request that has passed authentication."""
    return cast(User, request.user)


def preferences_of(user: User) -> Preferences:
    """A person's preferences, made with defaults on first use."""
    found, _ = Preferences.objects.get_or_create(user=user)
    found.user = user  # whoever asks whose they are need not ask the database
    return found


OFFICERS = "range officers"


def is_officer(user: User) -> bool:
    """Whether this person runs the club's range: they see everybody's manifest and flight cards of a day."""
    return user.groups.filter(name=OFFICERS).exists()


def units_of(preferences: Preferences) -> UnitChoice:
    """How this person wants quantities said."""
    return UnitChoice(system=preferences.units.get("system", "metric"), exceptions=dict(preferences.units.get("exceptions", {})))


def flyer_of(preferences: Preferences) -> Flyer | None:
    """Who flies, as far as they said."""
    told = preferences.flyer
    return Flyer(level=told.get("level", 0), age=told.get("age")) if told else None


def checklist_of(preferences: Preferences) -> tuple[OwnLine, ...]:
    """The lines this person wants in every checklist."""
    return tuple(OwnLine(**line) for line in preferences.checklist)


def rules_of(preferences: Preferences) -> Rules:
    """The limits this person judges by."""
    return Rules.with_overrides(preferences.limits)
