"""A rocket changed by a wish: every try is an edit as the bench makes it, flown and judged in its owner's day."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User

from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar import facts
from wobbly_fin.hangar.actions.edit_shape import Edit, apply_edits
from wobbly_fin.hangar.board import shown_load
from wobbly_fin.hangar.judged import judged
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.question import Load, Question, judge_one, known_rocket, load_of, question_of
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.mount import fits
from wobbly_fin.rocketry.airframe.solve import default_ballast_station_m
from wobbly_fin.rocketry.choosing.pick import Candidate, judge_delays
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.proposing.change import Turn, Want, Ways, WishKind, read_kind, ways
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import parse, read_number
from wobbly_fin.stores.shelf import shelf_for

_QUANTITY = {"higher": "height", "height": "height", "landing": "speed"}
MOST_MOTORS = 16


@dataclass(frozen=True, slots=True, kw_only=True)
class Granted:
    """What a wish comes to: as it flies now, and ways that meet it; `edits` make a way of it on the bench."""

    asked: Question
    want: Want
    now: Candidate
    found: Ways
    edits: tuple[tuple[Edit, ...], ...]
    labels: dict[str, str]


def read_want(kind: str, text: str, units: UnitChoice) -> Want:
    """A wish as typed; raises RocketryError naming the box."""
    known: WishKind = read_kind(kind)
    if known == "inside":
        return Want(kind=known)
    if known == "motor":
        if not text.strip():
            raise RocketryError("text", say("wish-needs-motor"))
        return Want(kind=known, motor=text.strip())
    if not text.strip():
        raise RocketryError("text", say("wish-needs-figure"))
    try:
        value = (
            read_number(text, "text", "number of calibres")
            if known == "margin"
            else parse(text, _QUANTITY[known], units, name="text").si
        )
        return Want(kind=known, value=value)
    except RocketryError as error:
        raise RocketryError("text", error.message) from error


def granted(user: User, row: Rocket, want: Want) -> Granted:
    """Ways to meet a wish; raises RocketryError where the rocket cannot be asked."""
    file = read_rocket_file(row.document)
    if file.is_quick:
        raise RocketryError("want", say("wish-quick"))
    asked = question_of(user, row)
    key = shown_load(user, row)
    if not key:
        raise RocketryError("want", say("wish-no-motor"))
    shown = load_of(user, key)
    slack_m = asked.rules.diameter_slack_mm / 1000
    shelf = [
        s for s in shelf_for(user, asked.base.mounts) if s.motor.kind == "single" and fits(s.motor, asked.base.mounts[0], slack_m)
    ]
    if want.kind == "motor":
        named = [s for s in shelf if want.motor.upper() in (s.motor.name.upper(), s.motor.label.upper())]
        if not named:
            raise RocketryError("text", say("wish-unknown-motor", motor=want.motor[:24]))
        want = Want(kind="motor", motor=named[0].key)
        shown = load_of(user, named[0].key)
    delays = facts.delays(user)

    def loads(turns: Sequence[Turn]) -> Load:
        return next((load_of(user, t.motor) for t in turns if t.motor), shown)

    def fly(turns: Sequence[Turn]) -> Candidate | None:
        try:
            known = known_rocket(row, delays, _edited(file, turns, asked))
            base = loads(turns).into(known.base, None)
            motor = base.motors[0]
            tried = judge_delays(base, motor.delays_to_try_s or (None,), asked.situation, asked.rules)
        except RocketryError:
            return None
        return min(tried, key=lambda c: (len(c.against), -c.margin), default=None)

    def settle(candidate: Candidate) -> Candidate:
        return judged(candidate.configuration, candidate.case.situation, candidate.case.rules)

    now = fly([]) or judge_one(asked, shown, None)
    free = asked.base.stages == 1 and want.kind != "motor"
    others = [s.key for s in shelf if s.key not in key] if free else []
    found = ways(want, file.to_airframe(), now, others[:MOST_MOTORS], fly, settle)
    names = {s.key: s.motor.name for s in shelf}
    chosen = [Turn(kind="motor", motor=want.motor)] if want.kind == "motor" else []
    edits = tuple(tuple(_edits(file, [*w.turns, *chosen], asked, names)) for w in found.found)
    return Granted(asked=asked, want=want, now=now, found=found, edits=edits, labels=names)


def _edited(file: RocketFile, turns: Sequence[Turn], asked: Question) -> RocketFile:
    return apply_edits(file, _edits(file, turns, asked), asked.units)


def _edits(file: RocketFile, turns: Sequence[Turn], asked: Question, names: dict[str, str] | None = None) -> list[Edit]:
    """The bench's own edits; a motor is chosen by its name, of `names`."""
    out: list[Edit] = []
    for turn in turns:
        if turn.motor and names is not None:
            out.append(Edit(op="rocket", field="motor", value=names[turn.motor]))
        if turn.part is not None:
            out.append(Edit(op="set", part=file.parts[turn.part].id, field=turn.field, value=turn.value))
        elif turn.kind == "ballast":
            airframe = file.to_airframe()
            key = str(uuid.uuid4())
            station = default_ballast_station_m(balance(airframe, [None] * len(airframe.stages)))
            out.append(Edit(op="add", type="mass_lump", value=key))
            for field, value in (
                ("kind", "ballast"),
                ("name", "nose ballast"),
                ("mass_kg", turn.value),
                ("position_m", round(station, 5)),
            ):
                out.append(Edit(op="set", part=uuid.UUID(key), field=field, value=value))
    return out
