"""Causes flown and held against logs of planted failures: of another generator's physics, sensor and noise."""

import pytest

from tests.rocketry.failures.planted import AIR_KG_M3, PLANTED, Planted, logged, planned
from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.reading import read_flight_log
from wobbly_fin.rocketry.failures.causes import CAUSES
from wobbly_fin.rocketry.failures.faults import FAULTS, NOT_FLOWN, Planned
from wobbly_fin.rocketry.failures.replay import Measured, Replays, measured_by, replays
from wobbly_fin.rocketry.failures.review import rank, ruled_out
from wobbly_fin.rocketry.flight.flight import fly_vehicle
from wobbly_fin.rocketry.flight.site import Site

SITE = Site(wind_speed_m_s=2.0)


def plan_of(one: Planted) -> Planned:
    vehicle, delay_s = planned(one.plan)
    area = 2 * vehicle.hanging_kg * 9.80665 / (AIR_KG_M3 * one.plan.tumbles_at**2)
    return Planned(vehicle=vehicle, delay_s=delay_s, site=SITE, tumbling_m2=area, motors=one.plan.motors)


def read(one: Planted, seed: int) -> Measured:
    plan = one.plan
    flight = fly_vehicle(planned(plan)[0], [None], SITE)[0]
    expected = Expected(
        burn_s=plan.burn_s, drag_per_m=plan.drag_per_m, rate_m_s=plan.rate, apogee_m=flight.apogee_altitude_m, air_c=None
    )
    return measured_by(read_flight_log(logged(one, seed).text, expected=expected).readout)


def ranked(one: Planted, seed: int) -> tuple[list[str], Replays]:
    flown = replays(plan_of(one), read(one, seed))
    return [r.key for r in rank(one.evidence | {"log_left": True, "lit": True}, flown)], flown


def test_the_planted_cause_comes_first_in_four_of_five(capsys: pytest.CaptureFixture[str]) -> None:
    first = second = 0
    with capsys.disabled():
        print()
        for seed, one in enumerate(PLANTED):
            order, flown = ranked(one, seed)
            place = order.index(one.cause) + 1
            first, second = first + (place == 1), second + (place <= 2)
            assert order[0] not in ruled_out(one.evidence), one.story
            print(f"{place:2}  {one.cause:16} {flown.of[one.cause].weight:+.1f}  {one.story}")
        print(f"first: {first}, among the first two: {second} of {len(PLANTED)}")
    assert first >= 26 and second >= 30


def test_every_cause_is_flown_or_stands_among_those_that_cannot_be() -> None:
    assert set(FAULTS) | NOT_FLOWN == set(CAUSES) and not set(FAULTS) & NOT_FLOWN
