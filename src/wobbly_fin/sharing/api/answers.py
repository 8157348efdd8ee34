"""Shared things as answers."""

from wobbly_fin.hangar.api.answers import rocket_out
from wobbly_fin.hangar.board import board_of
from wobbly_fin.hangar.facts import with_flights
from wobbly_fin.launchdays.api.answers import plan_out
from wobbly_fin.rocketry.flight.explain import conditions_sentence
from wobbly_fin.rocketry.units.display import show
from wobbly_fin.sharing.api.schemas import FlightCardOut, ManifestOut, MotorTriedOut, SharedOut, ShareOut
from wobbly_fin.sharing.manifest import Manifest, manifest_of
from wobbly_fin.sharing.models import Share

_MOST_MOTORS = 8


def share_out(row: Share) -> ShareOut:
    """A link as its owner sees it."""
    return ShareOut(
        id=row.pk, path=f"/s/{row.token}", what=row.rocket.name if row.rocket else row.day.name if row.day else "",
        rocket_id=row.rocket_id, day_id=row.day_id, made=row.created_at,
    )  # fmt: skip


def manifest_out(found: Manifest) -> ManifestOut:
    """A day with its cards."""
    board = plan_out(found.plan)
    return ManifestOut(
        id=board.id, flyer=found.flyer, name=board.name, day=board.day, field=board.field, hours=f"{board.opens} to {board.closes}",
        code=board.code.name, weather=board.weather, headline=board.headline,
        cards=[
            FlightCardOut(
                id=line.id, at=line.at if line.placed else "no hour", rocket=line.rocket, label=line.label, verdict=line.verdict, say=line.say,
                fails=[r.say for r in line.reasons if r.fails], notes=[r.say for r in line.reasons if not r.fails], liftoff=line.liftoff,
                apogee=line.apogee, stand_off=line.stand_off, balance=line.balance, done=line.done,
            )
            for line in board.lines
        ],
    )  # fmt: skip


def shared_out(row: Share) -> SharedOut:
    """What a link leads to, in its owner's conditions and units."""
    if row.day is not None:
        return SharedOut(owner=row.owner.username, day=manifest_out(manifest_of(row.owner, row.day)))
    assert row.rocket is not None
    rocket = with_flights(row.owner).get(pk=row.rocket.pk)
    board = board_of(row.owner, rocket, shares=True)
    units = board.question.units
    best: dict[str, MotorTriedOut] = {}
    for c in board.candidates:
        if c.verdict != "no" and c.motor.key not in best and len(best) < _MOST_MOTORS:
            apogee = c.flight.apogee_altitude_m
            best[c.motor.key] = MotorTriedOut(
                label=c.label,
                maker=c.motor.maker,
                apogee=show(apogee, "height", units) if apogee is not None else "",
                verdict=c.verdict,
            )
    shown = rocket_out(rocket, units)
    shown.document = shown.document | {"remarks": ""}  # words to oneself are not part of the rocket
    return SharedOut(
        owner=row.owner.username,
        rocket=shown,
        conditions=conditions_sentence(board.question.now.site, units),
        motors=list(best.values()),
    )
