"""A range's code passed on: as a file, and taken in for a day."""

import uuid

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.formats.base import within
from wobbly_fin.formats.passed_on import CodeFile
from wobbly_fin.launchdays.models import LaunchDay
from wobbly_fin.launchdays.plan import code_for, day_of
from wobbly_fin.rocketry.choosing.codes import code_of
from wobbly_fin.rocketry.choosing.own_code import rule_boxes
from wobbly_fin.rocketry.messages import say


def code_file(day: LaunchDay) -> CodeFile:
    """The rules a day goes by."""
    return CodeFile(name=code_for(day).name, begins_from=day.code, rules=day.own_rules)


def take_code(user: User, key: uuid.UUID, found: CodeFile) -> list[str]:
    """Let a day go by the rules of a file; what they say otherwise than the shipped code they begin from, as sentences.

    Raises
    ------
    RocketryError
        For rules no range can have; the day stays as it was.
    """
    shipped = code_of(found.begins_from)
    within("rules", lambda: shipped.with_overrides(found.rules))
    with transaction.atomic():
        day = day_of(user, key)
        row = LaunchDay.objects.belonging_to(user).select_for_update().get(pk=day.pk)
        row.code, row.own_rules = found.begins_from, found.rules
        row.save()
    boxes = rule_boxes(shipped, found.rules, units_of(preferences_of(user)))
    return [say("code-differs", rule=b.label, own=b.text, shipped=b.shipped) for b in boxes if b.own and b.text != b.shipped]
