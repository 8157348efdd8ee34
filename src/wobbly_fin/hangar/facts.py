"""What other rooms know of a rocket, published by them and read here: no room below asks one above it.

A room publishes a function when its app is ready (`publish`); pages ask it by name through the typed doors below. Nothing is stored, so
nothing goes stale.
"""

import uuid
from collections.abc import Callable
from typing import Any

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.http import Http404

from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.failures.lessons import Lesson
from wobbly_fin.rocketry.learning.rocket_fit import Learnt
from wobbly_fin.rocketry.recovery.chain import Pulled

_published: dict[str, Callable[..., Any]] = {}
NAMES = ("with_flights", "learnt", "delays", "lessons", "repairs", "mended_on", "built", "pulled")


def publish(name: str, answer: Callable[..., Any]) -> None:
    """Say what a room knows, under one of `NAMES`."""
    if name not in NAMES:
        raise KeyError(name)
    _published[name] = answer


def with_flights(user: User) -> QuerySet[Rocket]:
    """A person's rockets with `flight_count`, `flown_last`, the `last_landing`, and whether any review `reviewed` grounds it."""
    found: QuerySet[Rocket] = _published["with_flights"](user)
    return found


def rocket_of(user: User, key: uuid.UUID) -> Rocket:
    """One of them; raises Http404 where this person has none under that key."""
    found = with_flights(user).filter(pk=key).first()
    if found is None:
        raise Http404
    return found


def learnt(row: Rocket) -> Learnt:
    """What its measured flights show of its drag and its motors' thrust."""
    found: Learnt = _published["learnt"](row)
    return found


def delays(user: User) -> dict[tuple[str, float], float]:
    """What each motor type and delay in the box is taken to burn. [s]"""
    found: dict[tuple[str, float], float] = _published["delays"](user)
    return found


def lessons(row: Rocket) -> tuple[Lesson, ...]:
    """What its reviews ask to be looked at."""
    found: tuple[Lesson, ...] = _published["lessons"](row)
    return found


def pulled(user: User) -> tuple[Pulled, ...]:
    """What anchors and eyes of a person's rockets held when they were cut open."""
    found: tuple[Pulled, ...] = _published["pulled"](user)
    return found


def repairs(row: Rocket) -> tuple[str, ...]:
    """Damages that keep it down."""
    found: tuple[str, ...] = _published["repairs"](row)
    return found


def mended_on(row: Rocket) -> tuple[Any, ...]:
    """Days on which something of it was mended."""
    found: tuple[Any, ...] = _published["mended_on"](row)
    return found


def built(row: Rocket) -> bool | None:
    """Whether its build is done; None: nobody built it here."""
    found: bool | None = _published["built"](row)
    return found
