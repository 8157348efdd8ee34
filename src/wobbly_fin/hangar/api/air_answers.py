"""Clouds and aims as answers."""

import numpy as np
from django.contrib.auth.models import User

from wobbly_fin.hangar.api.air_schemas import AimIn, AimOut, CloudOut, ShotOut
from wobbly_fin.hangar.question import Question, load_key, load_of
from wobbly_fin.rocketry.choosing.aim import Aim, Shot, front, take_aim
from wobbly_fin.rocketry.choosing.explain import aim_headline, height_words, why_not
from wobbly_fin.rocketry.errors import Together
from wobbly_fin.rocketry.field.explain import cloud_sentences
from wobbly_fin.rocketry.flight.explain import capped_sentence
from wobbly_fin.rocketry.flight.runs import LANDING_X, LANDING_Y, STATUS
from wobbly_fin.rocketry.flight.scatter import Cloud, quantiles
from wobbly_fin.rocketry.flight.scatter import Question as Scatter
from wobbly_fin.rocketry.units.display import UnitChoice, show
from wobbly_fin.rocketry.units.parse import parse_si
from wobbly_fin.stores.shelf import shelf_for

MOST_SHOTS = 24


def cloud_out(asked: Question, wanted: Scatter, whole: Cloud, chunk: Cloud) -> CloudOut:
    """The cloud so far, and where its newest runs came down."""
    ground = asked.now.ground
    landed = chunk.rows[np.isfinite(chunk.rows[:, LANDING_X])][:, [LANDING_X, LANDING_Y, STATUS]]
    points = whole.landed
    inside = float(ground.inside(points).mean()) if ground is not None and ground.outline and len(points) else None
    return CloudOut(
        done=len(whole.rows),
        runs=wanted.flown,
        points=landed.round(1).tolist(),
        sentences=cloud_sentences(whole, ground, asked.rules.ejection_speed_max_m_s, asked.units),
        inside_fraction=inside,
        apogee_m=quantiles(whole.apogees_m),
        landing_distance_m=quantiles(whole.distances_m),
        note=capped_sentence(wanted),
    )


def aim_out(user: User, asked: Question, body: AimIn) -> AimOut:
    """Read what is aimed at and answer with the tries; raises RocketryError naming the box at fault."""
    units, layout = asked.units, asked.base.layout
    ballast_at = layout.outer[0].aft_m if layout is not None else 0.0
    with Together() as read:
        height = read(parse_si, body.height, "height", units, name="height") if body.height.strip() else None
        time = read(parse_si, body.time, "duration", units, name="time") if body.time.strip() else None
        ballast = read(parse_si, body.ballast, "mass", units, name="ballast") if body.ballast.strip() else 0.0
    aim = Aim(height_m=height, time_s=time, ballast_max_kg=ballast, ballast_at_m=ballast_at)
    everything = shelf_for(user, asked.base.mounts)
    key_of = {s.motor.key: s.key for s in everything}
    below = {m.key for m in load_of(user, body.motor).boosters} if asked.base.stages > 1 else set()
    shots = take_aim(
        asked.base,
        asked.situation,
        [s.motor for s in everything if s.motor.kind == "single" or s.motor.key in below],
        aim,
        asked.rules,
    )
    best = {id(s) for s in front(shots)}
    kept = [s for i, s in enumerate(shots) if i < MOST_SHOTS or id(s) in best]
    return AimOut(
        headline=aim_headline(shots, asked.units),
        shots=[_shot_out(s, id(s) in best, load_key(s.candidate, key_of), asked.units) for s in kept],
    )


def _shot_out(shot: Shot, on_front: bool, key: str, units: UnitChoice) -> ShotOut:
    candidate, flight = shot.candidate, shot.candidate.flight
    said = {"apogee": height_words(candidate.case, units)}
    if flight.landing_time_s is not None:
        said["time"] = f"{flight.landing_time_s:.1f} s"
    if shot.ballast_kg > 0:
        said["ballast"] = show(shot.ballast_kg, "mass", units)
    if shot.time_miss_s is not None and shot.canopy_diameter_m is not None:
        said["canopy"] = show(shot.canopy_diameter_m, "short_length", units)
    if shot.height_miss_m is not None:
        said["height_miss"] = _signed(show(abs(shot.height_miss_m), "height", units), shot.height_miss_m)
    if shot.time_miss_s is not None:
        said["time_miss"] = _signed(f"{abs(shot.time_miss_s):.1f} s", shot.time_miss_s)
    return ShotOut(
        key=key, label=candidate.label, delay_s=candidate.delay_s, verdict=candidate.verdict, why_not=why_not(candidate, units),
        apogee_m=flight.apogee_altitude_m or 0.0, landing_time_s=flight.landing_time_s, ballast_kg=shot.ballast_kg,
        height_miss_m=shot.height_miss_m, time_miss_s=shot.time_miss_s, margin=candidate.margin, front=on_front, said=said,
    )  # fmt: skip


def _signed(said: str, value: float) -> str:
    return said if said.split()[0].strip("0.") == "" else f"{'+' if value > 0 else '−'}{said}"
