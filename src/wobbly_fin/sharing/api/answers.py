"""Shared things as answers."""

from dataclasses import replace
from typing import Any

from wobbly_fin.hangar.api.answers import rocket_out
from wobbly_fin.hangar.board import board_of
from wobbly_fin.hangar.facts import with_flights
from wobbly_fin.launchdays.api.answers import override_words, plan_out
from wobbly_fin.launchdays.field_state import overrides_of, pad_of, reading_of, stands_for, words_of
from wobbly_fin.rocketry.choosing.explain import height_words
from wobbly_fin.rocketry.flight.explain import conditions_sentence
from wobbly_fin.rocketry.launchday.holds import open_before, phase_of
from wobbly_fin.sharing.api.schemas import FlightCardOut, ManifestOut, MotorTriedOut, SharedOut, ShareOut
from wobbly_fin.sharing.manifest import Manifest, manifest_of
from wobbly_fin.sharing.models import Share

_MOST_MOTORS = 8


def share_out(row: Share) -> ShareOut:
    """A link as its owner sees it."""
    return ShareOut(
        id=row.pk, path=f"/s/{row.token}", what=row.rocket.name if row.rocket else row.day.name if row.day else "",
        rocket_id=row.rocket_id, day_id=row.day_id, made=row.created_at, expires=row.expires_at,
    )  # fmt: skip


def manifest_out(found: Manifest, *, at_field: bool = False) -> ManifestOut:
    """A day with its cards; `at_field`: with where each stands there, for those who run the range."""
    board = plan_out(found.plan)
    return ManifestOut(
        id=board.id, flyer=found.flyer, name=board.name, day=board.day, field=board.field, hours=f"{board.opens} to {board.closes}",
        code=board.code.name, weather=board.weather, headline=board.headline,
        cards=[
            FlightCardOut(
                id=line.id, at=line.at if line.placed else "no hour", rocket=line.rocket, label=line.label, verdict=line.verdict, say=line.say,
                fails=[r.say for r in line.reasons if r.fails], notes=[r.say for r in line.reasons if not r.fails], liftoff=line.liftoff,
                apogee=line.apogee, stand_off=line.stand_off, balance=line.balance, done=line.done,
                **_at_the_field(found, str(line.id), line.done) if at_field else {},
            )
            for line in board.lines
        ],
    )  # fmt: skip


def _at_the_field(found: Manifest, line: str, done: bool) -> dict[str, Any]:
    """Where a flight stands: its phase, its pad, what was overridden, and when it did not go."""
    plan = found.plan
    planned = plan.line(line)
    stands, _ = stands_for(plan, planned, words_of(plan.day), reading_of(plan.day))
    misfire = planned.row.events.filter(kind="misfired").order_by("at", "pk").last()
    launch = next(s.item.key for s in stands if s.item.act == "launch")
    return {
        "phase": phase_of(stands, flown=done),
        "pad": pad_of(planned.row),
        "overrides": [override_words(e) for e in overrides_of(plan.day).get(line, [])],
        "waits_for": [s.item.text for s in open_before(stands, launch)],
        "misfired_at": misfire.at if misfire is not None and not done else None,
    }


def shared_out(row: Share) -> SharedOut:
    """What a link leads to, in its owner's conditions and units."""
    if row.day is not None:
        return SharedOut(day=manifest_out(replace(manifest_of(row.owner, row.day), flyer="")))
    assert row.rocket is not None
    rocket = with_flights(row.owner).get(pk=row.rocket.pk)
    board = board_of(row.owner, rocket, shares=True)
    units = board.question.units
    best: dict[str, MotorTriedOut] = {}
    for c in board.candidates:
        if c.verdict != "no" and c.motor.key not in best and len(best) < _MOST_MOTORS:
            best[c.motor.key] = MotorTriedOut(
                label=c.label,
                maker=c.motor.maker,
                apogee=height_words(c.case, units) if c.flight.lifted else "",
                verdict=c.verdict,
            )
    shown = rocket_out(rocket, units)
    shown.document = shown.document | {"remarks": ""}  # words to oneself are not part of the rocket
    return SharedOut(
        rocket=shown,
        conditions=conditions_sentence(board.question.now.site, units),
        motors=list(best.values()),
    )
