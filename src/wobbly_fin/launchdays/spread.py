"""How wide landings lie about the middle, for winds in which no cloud of its own is flown: the phone's, and the hours a day could use."""

import numpy as np

from wobbly_fin.rocketry.choosing.case import Case
from wobbly_fin.rocketry.choosing.clouds import question_of as cloud_question
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.flight.scatter import Cloud, scatter
from wobbly_fin.site.remembered import Remembered

CLOUD_RUNS = 300
_SIGMAS = 2.0  # about 97 of 100 to one side
_clouds: Remembered[Cloud] = Remembered(200)  # by the values they hang on


def cloud_of(case: Case) -> Cloud:
    """Where a flight may land, gusts and all."""
    return _clouds.get((case.configuration, case.situation), lambda: scatter(cloud_question(case, CLOUD_RUNS)))


def wide_m(case: Case, wind_m_s: float) -> float:
    """How far from their middle most landings lie in another wind, grown with it from the cloud of this one. [m]"""
    landed = cloud_of(case).landed
    one = float(np.sqrt(np.mean(np.sum((landed - landed.mean(axis=0)) ** 2, axis=1)) / 2)) if len(landed) > 1 else 0.0
    return _SIGMAS * one * max(1.0, (wind_m_s + 1.0) / (case.situation.site.ground_wind_m_s + 1.0))


def near_the_edge(candidate: Candidate, wide: float) -> bool:
    """Whether its nominal landing lies nearer to the field's edge than its landings are wide; False where no outline is told."""
    room = next((t.value for t in candidate.tests if t.name == "drift"), None)
    return isinstance(room, float) and room < wide
