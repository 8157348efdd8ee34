"""Reaching a height, a time in the air, or both: over motor, delay, ballast and canopy, and what trades against what."""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.choosing.case import as_pushed
from wobbly_fin.rocketry.choosing.pick import Candidate, judge, judge_delays, loadings, order
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive
from wobbly_fin.rocketry.flight.flight import LeavesAirError, fly_vehicle
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.variants import under

_CLOSE_M = 0.1  # ballast is sought until the height is this near
_CLOSE_S = 0.1
_ROUNDS = 30
_LEAST_CANOPY_SHARE, _MOST_CANOPY_SHARE = 0.4, 3.0  # of the canopy there is: our own choice


@dataclass(frozen=True, slots=True, kw_only=True)
class Aim:
    """What is to be reached, and with how much ballast at most.

    Parameters
    ----------
    height_m, time_s : float or None
        Apogee above the pad, and from ignition to landing; at least one.
    ballast_max_kg : float
    ballast_at_m : float
        Nose tip to the ballast; not looked at for a quick rocket. [m]
    """

    height_m: float | None = None
    time_s: float | None = None
    ballast_max_kg: float = 0.0
    ballast_at_m: float = 0.0

    def __post_init__(self) -> None:
        if self.height_m is None and self.time_s is None:
            raise RocketryError("height", "is missing; aim at a height, a time in the air, or both")
        if self.height_m is not None:
            require_positive("height", self.height_m, 30_000.0)
        if self.time_s is not None:
            require_positive("time", self.time_s, 7200.0)
        require_finite("ballast", self.ballast_max_kg, 0.0, 100.0)
        require_finite("ballast_at_m", self.ballast_at_m, 0.0, 30.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Shot:
    """One way of trying. Misses are signed: what comes out less what was aimed at."""

    candidate: Candidate
    ballast_kg: float
    canopy_diameter_m: float | None
    height_miss_m: float | None
    time_miss_s: float | None

    @property
    def worth(self) -> tuple[float, float, float, float]:
        """What trades off, each better when smaller: both misses, ballast, and the tightest test's margin taken away from 1."""
        return abs(self.height_miss_m or 0.0), abs(self.time_miss_s or 0.0), self.ballast_kg, 1.0 - self.candidate.margin


def take_aim(
    base: Configuration, situation: Situation, motors: Iterable[Motor], aim: Aim, rules: Rules | None = None
) -> tuple[Shot, ...]:
    """The best try of every motor that fits, with and without ballast; nearest first, those that pass every test before others."""
    rules = rules or Rules()
    shelf = [m for m in motors if m.kind == "single"]
    found: list[Shot] = []
    for loads in loadings(base, shelf, rules):
        ready = base.loading(loads)
        bare = _shot(ready, 0.0, situation, aim, rules)
        if bare is None:
            continue
        found.append(bare)
        ballast_kg = _ballast(ready, situation, aim)
        if ballast_kg > 0.0:
            loaded = _shot(ready, ballast_kg, situation, aim, rules)
            if loaded is not None:
                found.append(loaded)

    def nearness(shot: Shot) -> tuple[bool, float, float]:
        height = abs(shot.height_miss_m or 0.0) / (aim.height_m or 1.0)
        time = abs(shot.time_miss_s or 0.0) / (aim.time_s or 1.0)
        return shot.candidate.settled == "no", height + time, shot.ballast_kg

    return tuple(sorted(found, key=nearness))


def front(shots: Sequence[Shot]) -> tuple[Shot, ...]:
    """Those no other shot beats in everything at once."""
    return tuple(
        s
        for s in shots
        if not any(
            o is not s and all(a <= b for a, b in zip(o.worth, s.worth, strict=True)) and o.worth != s.worth for o in shots
        )
    )


def _shot(base: Configuration, ballast_kg: float, situation: Situation, aim: Aim, rules: Rules) -> Shot | None:
    ready = base.heavier(ballast_kg, aim.ballast_at_m)
    best = _best_delay(ready, situation, rules)
    canopy = ready.rocket.canopy
    if aim.time_s is not None and canopy is not None and best.flight.ejection is not None:
        canopy = _canopy_for(best.configuration, canopy, situation, aim.time_s)
        best = judge(best.configuration.changed(under(ready.rocket, canopy)), situation, rules, shares="none")
    flight = best.flight
    if flight.apogee_altitude_m is None:
        return None
    return Shot(
        candidate=best,
        ballast_kg=ballast_kg,
        canopy_diameter_m=canopy.diameter_m if canopy else None,
        height_miss_m=None if aim.height_m is None else flight.apogee_altitude_m - aim.height_m,
        time_miss_s=None if aim.time_s is None or flight.landing_time_s is None else flight.landing_time_s - aim.time_s,
    )


def _best_delay(ready: Configuration, situation: Situation, rules: Rules) -> Candidate:
    leading = ready.leading
    assert leading is not None
    return min(judge_delays(ready, leading.motor.delays_to_try_s, situation, rules), key=order)


def _peak_m(ready: Configuration, situation: Situation) -> float:
    try:
        vehicle = replace(as_pushed(ready, situation.taught).loaded, openings=())
        return fly_vehicle(vehicle, [None], situation.site)[0].apogee_altitude_m or 0.0
    except LeavesAirError:
        return math.inf


def _ballast(ready: Configuration, situation: Situation, aim: Aim) -> float:
    """Ballast that brings the height down to the one aimed at, 0 where none is wanted or none may be carried. [kg]"""
    if aim.height_m is None or aim.ballast_max_kg <= 0.0:
        return 0.0
    if _peak_m(ready, situation) <= aim.height_m + _CLOSE_M:
        return 0.0
    low, high = 0.0, aim.ballast_max_kg
    if _peak_m(ready.heavier(high, aim.ballast_at_m), situation) >= aim.height_m:
        return high
    for _ in range(_ROUNDS):
        middle = (low + high) / 2
        peak = _peak_m(ready.heavier(middle, aim.ballast_at_m), situation)
        if abs(peak - aim.height_m) < _CLOSE_M:
            return middle
        low, high = (middle, high) if peak > aim.height_m else (low, middle)
    return (low + high) / 2


def _canopy_for(ready: Configuration, canopy: Canopy, situation: Situation, time_s: float) -> Canopy:
    """The canopy, hole in proportion, that lands it at a time, within what is sensible: time grows with diameter."""
    low, high = _LEAST_CANOPY_SHARE, _MOST_CANOPY_SHARE
    share = 1.0
    leading = ready.leading
    assert leading is not None
    ready = as_pushed(ready, situation.taught)
    real = ready.flown_delay_s(situation.taught.real_delay_s(leading.motor, leading.delay_s))
    for _ in range(_ROUNDS):
        tried = canopy.scaled(share)
        vehicle = ready.changed(under(ready.rocket, tried)).vehicle
        lands = fly_vehicle(vehicle, [real], situation.site)[0].landing_time_s
        if lands is None or abs(lands - time_s) < _CLOSE_S or high - low < 1e-4:
            return tried
        low, high = (low, share) if lands > time_s else (share, high)
        share = (low + high) / 2
    return canopy.scaled(share)
