"""Of a cloud of landings, how many come down inside the field: one size, one seed and one spread for every door."""

from dataclasses import replace

import numpy as np

from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.trial import Trial
from wobbly_fin.rocketry.flight.scatter import Cloud, Question, scatter

RUNS, MORE = 1000, 4
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
    for runs in (RUNS, RUNS * MORE):
        share, error = _share(case, runs)
        if abs(share - limit) > SIGMAS * error:
            return share, True
    return share, share < limit - SIGMAS * error or share > limit + SIGMAS * error


def hopeless(case: Case) -> Trial | None:
    """The test of a tenth of the landings, where that shows already that too few are inside; None where it does not."""
    ground = case.situation.ground
    if ground is None or not ground.outline or case.flight.apogee_altitude_m is None:
        return None
    share, error = _share(case, RUNS // 10)
    limit = case.rules.inside_field_min_fraction
    if share >= limit - HOPELESS * error:
        return None
    return Trial(
        name="inside_field", passed=False, value=share, limit=limit, unit="share", margin=(share - limit) / max(1 - limit, error)
    )


def _share(case: Case, runs: int) -> tuple[float, float]:
    """(share inside, its standard error)"""
    cloud: Cloud = scatter(question_of(case, runs))
    landed = cloud.landed
    ground = case.situation.ground
    # What never came down anywhere did not come down inside.
    share = float(np.count_nonzero(ground.inside(landed))) / runs if len(landed) and ground is not None else 0.0
    return share, float(np.sqrt(max(share * (1 - share), 1.0 / runs) / runs))
