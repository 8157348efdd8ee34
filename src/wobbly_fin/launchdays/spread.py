"""How wide landings lie about the middle, for winds in which no cloud of its own is flown: the phone's, and the hours a day could use."""

import math
from dataclasses import replace

import numpy as np

from wobbly_fin.rocketry.choosing.case import Case, fly_cases
from wobbly_fin.rocketry.choosing.clouds import question_of as cloud_question
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.flight.scatter import Cloud, scatter
from wobbly_fin.site.remembered import Remembered

CLOUD_RUNS = 300
BREEZE_M_S = 5.0
_clouds: Remembered[Cloud] = Remembered(200)  # by the values they hang on


def cloud_of(case: Case) -> Cloud:
    """Where a flight may land, gusts and all."""
    return _clouds.get((case.configuration, case.situation), lambda: scatter(cloud_question(case, CLOUD_RUNS)))


def wide_m(case: Case, wind_m_s: float) -> float:
    """How far from their forecast landing as many come down as the field's limit asks, in another wind; grown with it from a cloud. [m]

    A cloud flown in little wind says little of how it grows: one in a good breeze does. Within it lay at least 93 in 100 of the clouds of four
    demo rockets, where 95 are asked for, flown in 0 to 9 m/s (`tests/api/test_spread.py`). How it grows is our own figure, by those clouds.
    """
    site = case.situation.site
    breeze = site if site.ground_wind_m_s >= BREEZE_M_S else replace(site, wind_speed_m_s=BREEZE_M_S, layers=())
    (blown,) = fly_cases(case.configuration, [case.configuration.delay_s], replace(case.situation, site=breeze), case.rules)
    landed, flight, flown = cloud_of(blown).landed, blown.flight, breeze.ground_wind_m_s
    if flight.landing_x_m is None or flight.landing_y_m is None or not len(landed):
        return math.inf  # it comes down nowhere that is known: near every edge
    # What never came down anywhere is far away.
    away = np.full(CLOUD_RUNS, np.inf)
    away[: len(landed)] = np.hypot(landed[:, 0] - flight.landing_x_m, landed[:, 1] - flight.landing_y_m)
    here = float(np.quantile(away, case.rules.inside_field_min_fraction, method="higher"))
    return here * ((wind_m_s + 2.0) / (flown + 2.0) if wind_m_s < flown else (wind_m_s / flown) ** 1.2)


def near_the_edge(candidate: Candidate, wide: float) -> bool:
    """Whether its nominal landing lies nearer to the field's edge than its landings are wide; False where no outline is told."""
    room = next((t.value for t in candidate.tests if t.name == "drift"), None)
    return isinstance(room, float) and room < wide
