"""What a rocket's flights taught, put to the core: drag, thrust, delays, lessons, and whether a review keeps it down."""

import uuid
from collections.abc import Mapping
from dataclasses import replace
from functools import partial
from typing import Any

from django.contrib.auth.models import User
from django.db import OperationalError

from wobbly_fin.formats.rocket_file import read_rocket_file
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.logbook.models import Flight, Review, Teardown
from wobbly_fin.logbook.thaw import thaw
from wobbly_fin.rocketry.building.repairs import DAMAGES
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.lessons import Lesson, live_lessons
from wobbly_fin.rocketry.failures.teardown import Finding, pulled
from wobbly_fin.rocketry.flightlog.outcomes import succeeded
from wobbly_fin.rocketry.learning.delays import DelayLearnt, Fired, learn_delay
from wobbly_fin.rocketry.learning.owner import builder_of
from wobbly_fin.rocketry.learning.rocket_fit import (
    CD_GUESSED_SD,
    DragPrior,
    Learnt,
    Measured,
    Tangent,
    learn_rocket,
    nothing_learnt,
    usual_prior,
)
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.recovery.chain import Pulled
from wobbly_fin.site.remembered import Remembered
from wobbly_fin.stores.models import MotorStock
from wobbly_fin.stores.shelf import also_known, guessed_motors, shelf
from wobbly_fin.workshop.finished import mended

MOST_FLIGHTS = 60  # the newest count; more would not narrow what scatters anyway
_known, _alone = Remembered[Learnt](1000), Remembered[Learnt](1000)
_delays = Remembered[DelayLearnt](3000)


def learnt_of(rocket: Rocket) -> Learnt:
    """What its measured flights show of its drag and its motors' thrust, beginning where this builder's other rockets flew; reckoned once
    until a flight of theirs changes."""
    marks = _marks(rocket.owner)
    # What somebody typed off a pack since tells more of a motor than was guessed when it flew.
    guessed = guessed_motors(rocket.owner) if marks else {}
    typed = tuple(guessed.values())
    known_cd = read_rocket_file(rocket.document).own_cd is not None
    key = (rocket.pk, known_cd, tuple(sorted(marks.items(), key=str)), typed)
    return _known.get(key, lambda: _with_builder(rocket, known_cd, marks, guessed))


Marks = dict[uuid.UUID, tuple[Any, ...]]


def _marks(owner: User) -> Marks:
    """Per rocket of an owner, which measured flights there are and when each last changed: one binned and another taken out of the bin leave
    count and newest as they were."""
    live = Flight.objects.filter(rocket__owner=owner, rocket__deleted_at__isnull=True, deleted_at__isnull=True)
    found: Marks = {}
    for rocket, pk, changed in live.order_by("pk").values_list("rocket_id", "pk", "updated_at"):
        found[rocket] = (*found.get(rocket, ()), (pk, changed))
    return found


def _with_builder(rocket: Rocket, known_cd: bool, marks: Marks, guessed: Mapping[str, Motor]) -> Learnt:
    others = Rocket.objects.filter(pk__in=[k for k in marks if k != rocket.pk])
    alone = []
    for other in others:
        known = read_rocket_file(other.document).own_cd is not None
        found = _alone.get(
            (other.pk, known, marks[other.pk], tuple(guessed.values())), partial(_learn, other, known, guessed, None)
        )
        alone.append((found, usual_prior(known)))
    builder = builder_of(alone, CD_GUESSED_SD)
    prior = builder.prior(usual_prior(known_cd))
    found = _learn(rocket, known_cd, guessed, prior) if rocket.pk in marks else nothing_learnt(known_cd, prior)
    return replace(found, others=(builder.rockets, sum(one.flights for one, _ in alone)))


def _learn(rocket: Rocket, known_cd: bool, today: Mapping[str, Motor], prior: DragPrior | None) -> Learnt:
    live = Flight.objects.filter(rocket=rocket, deleted_at__isnull=True)
    used = live.exclude(apogee_m=None, max_speed_m_s=None).exclude(opening="no_launch")
    rows = used.select_related("rocket_snapshot", "motor_snapshot", "site_snapshot").order_by("-flown_on", "-created_at")[
        :MOST_FLIGHTS
    ]
    flights = [m for m in (_measured(row, today) for row in rows) if m is not None]
    # What was flown for a fit with a motor that is known otherwise now is flown again.
    now = {m.key: m.motor for m in flights}
    alike = [row for row in rows if str(row.pk) in now and now[str(row.pk)] == thaw(row).motor]
    if not flights:
        return nothing_learnt(known_cd, prior)
    kept = {row.pk: len(row.tangents) for row in alike}
    tangents = {
        (str(row.pk), *map(float, at.split())): Tangent(*map(tuple, told)) for row in alike for at, told in row.tangents.items()
    }
    found = learn_rocket(flights, known_cd, tangents, prior)  # type: ignore[arg-type]
    _keep(kept, tangents)  # type: ignore[arg-type]
    return found


def _keep(kept: dict[uuid.UUID, int], tangents: dict[tuple[str, float, float], Tangent]) -> None:
    """Keep with each flight what was newly flown for it; the next fit, even after a restart, need not fly it again."""
    told: dict[str, dict[str, Any]] = {}
    for (key, drag, thrust), tangent in tangents.items():
        told.setdefault(key, {})[f"{drag:g} {thrust:g}"] = [tangent.base, tangent.by_drag, tangent.by_thrust]
    try:
        for pk, had in kept.items():
            if len(told.get(str(pk), {})) > had:
                # Not a change of the flight: its time of change stays.
                Flight.objects.filter(pk=pk).update(tangents=told[str(pk)])
    except OperationalError:
        pass  # a convenience only: where nothing can be written it is flown again next time


def _measured(row: Flight, today: Mapping[str, Motor]) -> Measured | None:
    early = row.opening == "before_apogee"
    try:
        flown = thaw(row)
        motor = today.get(flown.motor.key, flown.motor) if flown.motor.unsure is not None else flown.motor
        return Measured(
            key=str(row.pk), rocket=flown.rocket, motor=motor, site=flown.site,
            # A canopy that opens on the way up stops it short: its height says nothing of drag.
            apogee_m=None if early else row.apogee_m,
            apogee_sd_m=row.apogee_sd_m or 5.0,
            max_speed_m_s=row.max_speed_m_s,
            max_speed_sd_m_s=row.max_speed_sd_m_s or 3.0,
        )  # fmt: skip
    except RocketryError:
        return None


def delays_of(user: User) -> dict[tuple[str, float], DelayLearnt]:
    """Every motor type and delay its owner ever measured, in whatever rocket."""
    rows = Flight.objects.visible_to(user).filter(real_delay_s__isnull=False, delay_s__isnull=False).exclude(motor_key="")
    fired: dict[tuple[str, float], list[Fired]] = {}
    merged = also_known(user)
    for row in rows.values("pk", "motor_key", "delay_s", "real_delay_s", "real_delay_sd_s", "batch"):
        one = Fired(key=str(row["pk"]), delay_s=row["real_delay_s"], sd_s=row["real_delay_sd_s"] or 0.2, batch=row["batch"])
        fired.setdefault((merged.get(row["motor_key"], row["motor_key"]), row["delay_s"]), []).append(one)
    return {key: _delays.get((key[1], *those), partial(learn_delay, key[1], those)) for key, those in fired.items()}


def delays_in_the_box(user: User) -> dict[tuple[str, float], float]:
    """What each motor type and delay is taken to burn: its batch's where the box holds one batch of it only."""
    found = delays_of(user)
    batches = _batches_in_the_box(user) if any(d.batches for d in found.values()) else {}
    return {key: d.of_batch(batches.get(key[0], ""))[0] for key, d in found.items()}


def _batches_in_the_box(user: User) -> dict[str, str]:
    """By motor, the batch that lies in the box, where it is one only: the next one flown is of it."""
    keys = {s.key: s.motor.key for s in shelf(user)}
    found: dict[str, set[str]] = {}
    for row in MotorStock.objects.visible_to(user).filter(count__gt=0):
        found.setdefault(keys.get(row.motor_key, ""), set()).add(row.batch)
    return {motor: next(iter(names)) for motor, names in found.items() if len(names) == 1}


def pulled_by(user: User) -> tuple[Pulled, ...]:
    """What anchors and eyes of a person's rockets held when they were cut open, whichever rocket it was."""
    found: list[Pulled] = []
    for row in Teardown.objects.filter(rocket__owner=user).select_related("rocket"):
        file = read_rocket_file(row.rocket.document)
        parts = {p.type: p for p in file.parts}
        anchor, nose = getattr(parts.get("anchor"), "kind", "folded_patch"), getattr(parts.get("nose_cone"), "material", "")
        found += pulled([Finding(**f) for f in row.findings], anchor, nose or "polystyrene")
    return tuple(sorted(found))


def lessons_of(rocket: Rocket) -> tuple[Lesson, ...]:
    """What its reviews ask to be looked at, newest first."""
    reviews = list(
        Review.objects.filter(flight__rocket=rocket, flight__deleted_at__isnull=True, decided_at__isnull=False).select_related(
            "flight"
        )
    )
    if not reviews:
        return ()
    flights = list(
        Flight.objects.filter(rocket=rocket, deleted_at__isnull=True)
        .order_by("flown_on", "created_at")
        .values("pk", "opening", "landing")
    )
    places = {f["pk"]: n for n, f in enumerate(flights)}
    out = []
    for review in reviews:
        since = 0
        for flight in flights[places[review.flight_id] + 1 :]:
            since = since + 1 if succeeded(flight["opening"], flight["landing"]) else 0
        out.append(Lesson(on=review.flight.flown_on, cause=review.cause, own=review.lesson, good_since=since))
    return live_lessons(out)


def open_repairs(rocket: Rocket) -> tuple[str, ...]:
    """Damages its reviews want mended that no repair has mended since."""
    wanted: list[tuple[str, Any]] = [
        (damage, review.decided_at)
        for review in Review.objects.filter(
            flight__rocket=rocket, flight__deleted_at__isnull=True, grounds=True, decided_at__isnull=False
        )
        for damage in review.repairs
        if damage in DAMAGES and damage not in review.mended
    ]
    if not wanted:
        return ()
    done = mended(rocket)
    return tuple(dict.fromkeys(damage for damage, since in wanted if not any(d == damage and at >= since for d, at in done)))
