"""Take a failure apart: keep answers, part by part, chain and decisions; start its repairs; put what is saved into the stores."""

import datetime
import uuid
from dataclasses import dataclass, field
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.mine import flight_of
from wobbly_fin.logbook.models import Review, Teardown
from wobbly_fin.rocketry.airframe.parts import PART_TYPES
from wobbly_fin.rocketry.building.repairs import DAMAGES
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.causes import CAUSES, PHASES
from wobbly_fin.rocketry.failures.chain import PART_STATES, Link, check_chain
from wobbly_fin.rocketry.failures.clues import CLUES
from wobbly_fin.rocketry.failures.teardown import Finding
from wobbly_fin.stores.actions.keep_part import put_by

_LONGEST, _MOST_PARTS, _MOST_FINDINGS = 4000, 200, 60


@dataclass(frozen=True, slots=True, kw_only=True)
class Reviewed:
    """What the review says; `decided` makes its lesson and its grounding count."""

    answers: dict[str, bool] = field(default_factory=dict)
    parts: dict[str, str] = field(default_factory=dict)
    cause: str = ""
    chain: tuple[Link, ...] = ()
    changes: str = ""
    lesson: str = ""
    repairs: tuple[str, ...] = ()
    mended: tuple[str, ...] = ()
    grounds: bool = False
    phase: str = ""
    separated: bool | None = None
    decided: bool = False


def keep_review(user: User, flight_key: uuid.UUID, said: Reviewed) -> Review:
    """Keep a review whole; raises RocketryError at what cannot be, and changes nothing then."""
    _check(said)
    with transaction.atomic():
        flight = flight_of(user, flight_key, lock=True)
        there = Review.objects.filter(flight=flight).first()  # one in the bin begins anew
        decided_at = (there.decided_at if there and there.decided_at else timezone.now()) if said.decided else None
        row, _ = Review.everything.update_or_create(
            flight=flight,
            defaults={
                "answers": said.answers, "parts": said.parts, "cause": said.cause, "changes": said.changes.strip(), "lesson": said.lesson.strip(),
                "chain": [
                    {"key": x.key, "says": x.says.strip(), "from_keys": list(x.from_keys), "evidence": x.evidence.strip(), "part": x.part}
                    for x in check_chain(said.chain)
                ],
                "repairs": list(dict.fromkeys(said.repairs)), "mended": [d for d in said.mended if d in said.repairs], "grounds": said.grounds,
                "phase": said.phase, "separated": said.separated, "decided_at": decided_at, "deleted_at": None,
            },
        )  # fmt: skip
        # The rocket's flights changed as far as lessons and grounding go.
        flight.save(update_fields=["updated_at"])
    return row


def bin_review(user: User, flight_key: uuid.UUID, *, back: bool = False) -> None:
    """Put a review in the bin, its lesson and its grounding with it, or with `back` take it out."""
    flight = flight_of(user, flight_key)
    among = Review.everything if back else Review.objects
    if not among.filter(flight=flight).update(deleted_at=None if back else timezone.now()):
        raise Http404
    flight.save(update_fields=["updated_at"])


def salvage(user: User, flight_key: uuid.UUID, part_key: str, key: uuid.UUID) -> Review:
    """Put a part that held into the stores, to be built from again; the same part twice is put there once."""
    with transaction.atomic():
        flight = flight_of(user, flight_key, lock=True)
        row, _ = Review.everything.get_or_create(flight=flight)
        if row.deleted_at:  # one in the bin begins anew: nothing that was thrown away counts again
            row = Review(flight=flight, salvaged=row.salvaged)
        file = read_rocket_file(flight.rocket_snapshot.content)
        part = next((p for p in file.parts if str(p.id) == part_key), None)
        if part is None or part.type not in PART_TYPES:
            raise RocketryError("part", "is none of this rocket’s")
        if row.parts.get(part_key) in ("broke", "missing"):
            raise RocketryError("part", f"is marked as {row.parts[part_key]}; only what held is worth putting by")
        if part_key not in row.salvaged:
            name = part.name or str(part.type).replace("_", " ")
            put_by(user, key, part, f"{name[:50]} off {flight.rocket.name[:24]}")
            row.salvaged = [*row.salvaged, part_key]
            row.save()
    return row


def keep_teardown(user: User, rocket_key: uuid.UUID, on: datetime.date, findings: list[dict[str, Any]], remarks: str) -> Teardown:
    """Keep what was found when a rocket was cut open."""
    if len(findings) > _MOST_FINDINGS:
        raise RocketryError("findings", f"has {len(findings)} entries; {_MOST_FINDINGS} are plenty")
    if len(remarks) > _LONGEST:
        raise RocketryError("remarks", f"is too long; {_LONGEST} characters are plenty")
    if not on.year >= 1950 or on > timezone.localdate() + datetime.timedelta(days=1):
        raise RocketryError("on", f"{on} is no day on which it can have been cut open")
    for i, told in enumerate(findings):
        try:
            Finding(**told)
        except RocketryError as error:
            raise RocketryError(f"findings.{i}.{error.name}", error.message) from error
    with transaction.atomic():
        rocket = Rocket.objects.visible_to(user).filter(pk=rocket_key).first()
        if rocket is None:
            raise Http404
        row, _ = Teardown.objects.update_or_create(
            rocket=rocket, defaults={"on": on, "findings": findings, "remarks": remarks.strip()}
        )
    return row


def _check(said: Reviewed) -> None:
    for clue in said.answers:
        if clue not in CLUES:
            raise RocketryError(f"answers.{clue[:30]}", "is no question of this review")
    if len(said.parts) > _MOST_PARTS:
        raise RocketryError("parts", "are more than any rocket has")
    for part, state in said.parts.items():
        if state not in PART_STATES:
            raise RocketryError(f"parts.{part[:40]}", f"{state[:20]!r} is no state; one of {', '.join(PART_STATES)}")
    if said.cause and said.cause not in CAUSES:
        raise RocketryError("cause", f"{said.cause[:30]!r} is no cause known here")
    if said.phase and said.phase not in PHASES:
        raise RocketryError("phase", f"{said.phase[:20]!r} is no phase; one of {', '.join(PHASES)}")
    if said.decided and not said.cause:
        raise RocketryError("cause", "is missing; decide which cause it was, or leave the review open")
    for name, text, most in (("changes", said.changes, _LONGEST), ("lesson", said.lesson, 300)):
        if len(text) > most:
            raise RocketryError(name, f"is too long; {most} characters are plenty")
    for damage in said.repairs:
        if damage not in DAMAGES:
            raise RocketryError("repairs", f"{damage[:30]!r} is no damage; one of {', '.join(DAMAGES)}")
