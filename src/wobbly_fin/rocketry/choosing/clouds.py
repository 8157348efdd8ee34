"""Of a cloud of landings, how many come down inside the field: one size, one seed and one spread for every door."""

import math
from collections.abc import Iterator
from dataclasses import replace

import numpy as np

from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.figures import Floats
from wobbly_fin.rocketry.flight.scatter import Question, scattered

RUNS, MOST = 1000, 4000  # landings looked at, and where they leave it open
# Looked at before: where then all are inside, or none, and none nearer to the edge than so many of their standard deviations, no more are flown.
# Of a bell curve the farthest of a thousand lies half a deviation beyond the farthest of 200, a fifth beyond that of 500.
FIRST = {200: 1.0, 500: 0.5}
SEED = 1
HOPELESS = 4.0  # standard errors below the limit at which no further landing is asked for
SIGMAS = 2.0  # how far from the limit a share must be for so many runs to be sure of it


def question_of(case: Case, runs: int = RUNS) -> Question:
    """The flight many times over, in the gusts told. Chunks of a cloud are the same however many are asked for."""
    configuration = case.pushed
    site = replace(case.situation.site, gustiness=case.situation.gusts)
    leading = configuration.leading
    real = case.situation.taught.real_delay_s(leading.motor, leading.delay_s) if leading is not None else None
    return Question(vehicle=configuration.vehicle, delay_s=configuration.flown_delay_s(real), site=site, runs=runs, seed=SEED)


def inside_of(case: Case) -> tuple[float, bool] | None:
    """The share inside the field, and whether it is sure which side of the limit that is; None where there is no outline or no flight."""
    ground = case.situation.ground
    if ground is None or not ground.outline or case.flight.apogee_altitude_m is None:
        return None
    limit = case.rules.inside_field_min_fraction
    share, sure, spots = 0.0, False, []
    for flown, inside, landed in _landings(case, MOST):
        spots.append(landed)
        if flown not in (*FIRST, RUNS, MOST):
            continue
        share, error = _share(inside, flown)
        sure = abs(share - limit) > SIGMAS * error
        if sure and (flown >= RUNS or (inside in (0, flown) and _clear(ground, np.concatenate(spots), FIRST[flown]))):
            break
    return share, sure


def hopeless(case: Case) -> Trial | None:
    """The test of a tenth of the landings, where that shows already that too few are inside; None where it does not."""
    ground = case.situation.ground
    if ground is None or not ground.outline or case.flight.apogee_altitude_m is None:
        return None
    *_, (flown, inside, _) = _landings(case, RUNS // 10)
    share, error = _share(inside, flown)
    limit = case.rules.inside_field_min_fraction
    if share >= limit - HOPELESS * error:
        return None
    return Trial(
        name="inside_field", passed=False, value=share, limit=limit, unit="share", margin=(share - limit) / max(1 - limit, error)
    )


def _clear(ground: Field, landed: Floats, sigmas: float) -> bool:
    """Whether hundreds more would come down on the same side: all keep so many of their standard deviations from the edge."""
    if not len(landed):
        return True
    apart = float(np.sqrt(np.mean(np.var(landed, axis=0))))
    return float(np.min(ground.off_edge_m(landed))) > sigmas * apart


def _landings(case: Case, most: int) -> Iterator[tuple[int, int, Floats]]:
    """(flown, of them inside, the newest) as they come; what never came down anywhere did not come down inside."""
    ground = case.situation.ground
    flown = inside = 0
    for chunk in scattered(question_of(case, most)):
        flown += len(chunk.rows)
        landed = chunk.landed
        inside += int(np.count_nonzero(ground.inside(landed))) if len(landed) and ground is not None else 0
        yield flown, inside, landed


def _share(inside: int, flown: int) -> tuple[float, float]:
    """(share inside, its standard error)"""
    share = inside / flown
    return share, math.sqrt(max(share * (1 - share), 1.0 / flown) / flown)
