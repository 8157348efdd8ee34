"""How wide landings lie in a wind no cloud was flown in: never less than a cloud of that wind says."""

from dataclasses import replace

import numpy as np
import pytest

from wobbly_fin.demo.airframes import airframe_file
from wobbly_fin.launchdays.spread import near_the_edge, wide_m
from wobbly_fin.rocketry.choosing.case import Case, fly_cases
from wobbly_fin.rocketry.choosing.clouds import inside_of, question_of
from wobbly_fin.rocketry.choosing.pick import Candidate, pick
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.tests_of_flight import drift
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.scatter import scatter
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import catalogue


def loaded(name: str) -> Configuration:
    return pick(airframe_file(name, {}).to_configuration(), Site(wind_speed_m_s=2.0), catalogue())[0].configuration


def flown(configuration: Configuration, wind_m_s: float, ground: Field | None = None) -> Case:
    where = Situation(site=Site(wind_speed_m_s=wind_m_s), ground=ground, gusts="breezy")
    return fly_cases(configuration, [configuration.delay_s], where, Rules())[0]


@pytest.mark.parametrize("name", ["Inchworm", "Old Bellwether", "Night Ferry", "Thimble"])
def test_no_cloud_is_wider_than_is_said_of_its_wind(name: str) -> None:
    configuration = loaded(name)
    for own in (0.0, 3.0, 6.0):
        case = flown(configuration, own)
        for wind in (0.0, 2.0, 4.0, 9.0):
            there = flown(configuration, wind)
            landed = scatter(question_of(there, 400)).landed
            away = np.hypot(landed[:, 0] - (there.flight.landing_x_m or 0.0), landed[:, 1] - (there.flight.landing_y_m or 0.0))
            inside = np.count_nonzero(away <= wide_m(case, wind)) / 400
            assert inside >= 0.93, (name, own, wind, inside)


def test_what_is_not_near_the_edge_lands_inside() -> None:
    """Fields about where it comes down, from too small to wide: where the phone says no doubt, the cloud has none either."""
    configuration = loaded("Inchworm")
    planned, wind = flown(configuration, 0.0), 4.0
    spot = flown(configuration, wind).flight
    x, y, sure = spot.landing_x_m or 0.0, spot.landing_y_m or 0.0, 0
    for half in (30.0, 45.0, 60.0, 75.0, 90.0, 120.0):
        square = Field(outline=((x - half, y - half), (x + half, y - half), (x + half, y + half), (x - half, y + half)))
        there = flown(configuration, wind, square)
        found = Candidate(case=there, tests=tuple(t for t in [drift(there)] if t is not None))
        if not near_the_edge(found, wide_m(replace(planned, situation=replace(planned.situation, ground=square)), wind)):
            share = inside_of(there)
            assert share is not None and share[0] >= Rules().inside_field_min_fraction, half
            sure += 1
    assert 1 <= sure <= 4, "both sides are tried"
