"""Weigh in: the reading sets the design's masses right, and what that does to balance and flight is said at once."""

import uuid
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar.actions.save import save_rocket
from wobbly_fin.hangar.board import shown_load
from wobbly_fin.hangar.shape import Shape, shape_of
from wobbly_fin.rocketry.airframe.solve import NoSolutionError, ballast_for, smaller_margin
from wobbly_fin.rocketry.building.explain import drift_sentence, weighed_sentence
from wobbly_fin.rocketry.building.weighing import Weighed, weighed
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.units.parse import parse
from wobbly_fin.site.errors import RefusedError
from wobbly_fin.site.keys import under_key
from wobbly_fin.workshop.models import Build, BuildEvent
from wobbly_fin.workshop.station import Workbench, build_of, workbench_of


@dataclass(frozen=True, slots=True, kw_only=True)
class _Effect:
    """What a changed mass does. Calibres, [kg], [m]."""

    before: float | None
    after: float | None
    low: float
    ballast_kg: float | None
    station_m: float | None
    apogee_m: float | None


def weigh_in(user: User, build_key: uuid.UUID, key: uuid.UUID, step_key: str, text: str) -> Build:
    """Keep a reading under a key the client made, and set the rocket's masses by it.

    Raises
    ------
    RocketryError
        For a step with nothing to weigh, nothing on the pan, or a reading that cannot be this part: `grams`.
    """
    with transaction.atomic():
        build = build_of(user, build_key)
        there = under_key(BuildEvent.objects, key, build_id=build.pk)
        if there is not None:
            return build
        station = workbench_of(user, build)
        step = station.plan.of.get(step_key)
        if step is None or step.weigh_in is None:
            raise RocketryError("step", "has nothing to put on the scale")
        if not text.strip():
            raise RocketryError("grams", "is empty: type what the scale says")
        read = parse(text, "mass", station.units, name="grams")
        reading, text = read.si, read.kept
        found = weighed(step.weigh_in, station.bench.masses, reading)
        file = _set_right(station, found, text)
        load = shown_load(user, station.row)
        before, after = shape_of(user, station.row, station.file, load), shape_of(user, station.row, file, load)
        save_rocket(user, station.row.pk, file, station.row.revision)
        effect = _effect(before, after)
        said = weighed_sentence(found, step.weigh_in.what, station.units)
        drift = drift_sentence(effect.before, effect.after, effect.low, effect.ballast_kg, effect.apogee_m, station.units)
        facts: dict[str, Any] = {
            "reading_kg": reading, "expected_kg": step.weigh_in.expected_kg, "over_kg": found.over_kg, "sigma_kg": found.sigma_kg,
            "news": found.news, "typed": text.strip()[:40], "what": step.weigh_in.what, "said": said, "drift": drift,
            "ballast_kg": effect.ballast_kg, "ballast_m": effect.station_m, "margin_before": effect.before, "margin_after": effect.after,
            "apogee_m": effect.apogee_m,
        }  # fmt: skip
        BuildEvent.objects.create(
            id=key, build=build, kind="weighed", step=step_key, title=step.title, at=timezone.now(), facts=facts
        )
        build.rocket.refresh_from_db()
    return build


def _set_right(station: Workbench, found: Weighed, text: str) -> RocketFile:
    """The rocket's file with the masses the reading came to."""
    content = station.file.model_dump(mode="json")
    if not found.parts:
        known = content["known"]
        known["mass_kg"] = found.reading_kg
        known["typed"]["mass_kg"] = text.strip()[:80]
        return RocketFile.model_validate(content).check().weighed_now()
    flat = [part for stage in content["stages"] for part in stage["parts"]]
    alone = len(found.parts) == 1
    for index, mass, sigma in found.parts:
        part = flat[index]
        if part["mass_kg"] == mass:
            continue
        part["mass_kg"], part["mass_source"], part["mass_uncertainty_kg"] = round(mass, 7), "measured", round(sigma, 7)
        part["typed"].pop("mass_kg", None)
        if alone:
            part["typed"]["mass_kg"] = text.strip()[:80]
    return RocketFile.model_validate(content).check()


def _effect(before: Shape, after: Shape) -> _Effect:
    """What it does to margin and height, and the ballast that brings the margin back into its band."""
    try:
        margin_before, margin_after = smaller_margin(before.balance), smaller_margin(after.balance)
    except NoSolutionError:
        return _Effect(before=None, after=None, low=0.0, ballast_kg=None, station_m=None, apogee_m=_rise(before, after))
    ballast = None
    # A rocket that was thin on paper is no news of the scale; one that the scale made thin is.
    wanted = min(after.school.low, margin_before)
    if margin_after < wanted - 0.02:
        try:
            ballast = ballast_for(after.balance, wanted)
        except NoSolutionError:
            ballast = None
    return _Effect(
        before=margin_before, after=margin_after, low=wanted, ballast_kg=round(ballast.mass_kg, 5) if ballast else None,
        station_m=round(ballast.station_m, 5) if ballast else None, apogee_m=_rise(before, after),
    )  # fmt: skip


def _rise(before: Shape, after: Shape) -> float | None:
    was, now = (
        s.flown.flight.apogee_altitude_m if s.flown is not None and s.flown.flight.lifted else None for s in (before, after)
    )
    return None if was is None or now is None else now - was


def add_ballast(user: User, build_key: uuid.UUID, step_key: str, part_key: uuid.UUID) -> Build:
    """Put the ballast a weigh-in asked for into the nose, as a part of the design; the plan then has a step for it.

    Raises
    ------
    RefusedError
        Where no weigh-in of that step asked for any, or it is in already.
    """
    with transaction.atomic():
        build = build_of(user, build_key)
        station = workbench_of(user, build)
        facts = station.state.weighed.get(step_key)
        if not facts or not facts.get("ballast_kg"):
            raise RefusedError(409, "no_ballast", "No weigh-in of that step asks for ballast.")
        content = station.file.model_dump(mode="json")
        if any(part["id"] == str(part_key) for stage in content["stages"] for part in stage["parts"]):
            return build
        content["stages"][0]["parts"].append(
            {
                "type": "mass_lump", "id": str(part_key), "name": "nose ballast", "kind": "ballast", "mass_kg": facts["ballast_kg"],
                "mass_source": "guessed", "mass_uncertainty_kg": 0.001, "position_m": facts["ballast_m"], "material": None,
            }
        )  # fmt: skip
        save_rocket(user, station.row.pk, RocketFile.model_validate(content).check(), station.row.revision)
        build.rocket.refresh_from_db()
    return build
