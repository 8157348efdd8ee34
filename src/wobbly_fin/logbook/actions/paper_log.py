"""Take in last season's paper log: read as it was kept, shown, put right, then logged flight by flight; the box stays as it is."""

import datetime
import re
import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from typing import Any

from django.contrib.auth.models import User
from django.http import Http404
from django.utils import timezone

from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.actions.import_flights import by_itself
from wobbly_fin.logbook.actions.log_flight import Facts, log_flight
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.flightlog.outcomes import Landing, Opening
from wobbly_fin.rocketry.motors.labels import decode
from wobbly_fin.stores.actions.put_in import Own, Wanted, motor_by_label, own_motors
from wobbly_fin.stores.shelf import shelf


@dataclass(frozen=True, slots=True, kw_only=True)
class PaperLine:
    """One flight, put right."""

    flown_on: datetime.date
    rocket_id: uuid.UUID
    motor: str
    delay_s: float | None
    height: str
    opening: Opening
    landing: Landing
    remarks: str


def named(rockets: Mapping[str, uuid.UUID], name: str) -> uuid.UUID | None:
    """The rocket somebody means by a name: as it is called, whatever the capitals, spaces and dashes."""
    plain = {_plain(n): key for n, key in rockets.items()}
    return plain.get(_plain(name))


def _plain(name: str) -> str:
    return re.sub(r"[\W_]+", "", name.lower())


def take_in(user: User, key: uuid.UUID, lines: Sequence[PaperLine]) -> dict[str, list[str]]:
    """Log every line under a key of its own, so that the same list goes in once; one that cannot be does not hold back the others.

    Returns
    -------
    dict
        ``taken``: keys of flights; ``refused``: a sentence for each that could not be, by its place, 1 for the first.
    """
    rockets = {r.pk: r for r in Rocket.objects.visible_to(user)}
    own, practice = own_motors(user), {s.motor.name: s.key for s in shelf(user) if s.practice}
    taken: list[str] = []
    refused: list[str] = []
    for number, line in enumerate(lines):
        flight = uuid.uuid5(key, str(number))
        said = f"{number + 1}: {line.flown_on} on {line.motor}"
        why = by_itself(
            partial(_log, user, flight, rockets.get(line.rocket_id), line, own, practice), "its rocket is not in the hangar"
        )
        if why is None:
            taken.append(str(flight))
        else:
            refused.append(f"{said}: {why}")
    return {"taken": taken, "refused": refused}


def _log(user: User, key: uuid.UUID, rocket: Rocket | None, line: PaperLine, own: Own, practice: Mapping[str, str]) -> None:
    if rocket is None:
        raise Http404
    log_flight(
        user, key, rocket_id=rocket.pk, motor_key=_motor_key(user, rocket, line, own, practice), delay_s=line.delay_s, from_box=False,
        facts=Facts(flown_on=line.flown_on, opening=line.opening, landing=line.landing, height=line.height, remarks=line.remarks),
    )  # fmt: skip


def take_back(user: User, key: uuid.UUID, count: int) -> int:
    """Put the flights of a list into the bin; how many there were."""
    keys = [uuid.uuid5(key, str(n)) for n in range(count)]
    found: int = Flight.objects.visible_to(user).filter(pk__in=keys).update(deleted_at=timezone.now())
    return found


def _motor_key(user: User, rocket: Rocket, line: PaperLine, own: Own, practice: Mapping[str, str]) -> str:
    """Of one's own motor with that label; made from it where it is not there yet, as wide as the rocket's mount."""
    label = decode(line.motor)
    mounts: Any = read_rocket_file(rocket.document).to_configuration().mounts
    wide = mounts[0].diameter_m if mounts else None
    text = (
        label.text
        if label.delay_s is not None or label.kind != "single" or line.delay_s is None
        else f"{label.text}-{line.delay_s:g}"
    )
    name = label.base + {"single": "", "booster": "-0", "plugged": "-P"}[label.kind]
    if name in practice and not any(n == name for n, _, _ in own):
        return practice[name]
    row, _, _ = motor_by_label(user, Wanted(label=text, count=1, diameter_m=wide), own)
    return f"own:{row.pk}"
