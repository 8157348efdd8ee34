"""Causes flown and held against logs of planted failures: of another generator's physics, sensor and noise."""

from dataclasses import replace

import pytest

from tests.rocketry.failures.planted import AIR_KG_M3, PLANTED, SPORT, Fault, Planted, logged, planned
from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.altimetry.reading import read_flight_log
from wobbly_fin.rocketry.failures.causes import CAUSES
from wobbly_fin.rocketry.failures.explain import replay_sentence
from wobbly_fin.rocketry.failures.faults import FAULTS, NOT_FLOWN, Planned, tumbling_m2
from wobbly_fin.rocketry.failures.replay import Measured, Replays, measured_by, replays
from wobbly_fin.rocketry.failures.review import rank, ruled_out
from wobbly_fin.rocketry.flight.figures import Knot
from wobbly_fin.rocketry.flight.flight import Flight, fly_vehicle
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Stretch

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


def flat(**figures: float) -> Measured:
    return Measured(figures={n: (v, 0.01 * abs(v)) for n, v in figures.items()}, opened=True, openings=1)


@pytest.fixture(scope="module")
def sport() -> tuple[Planned, Flight]:
    plan = plan_of(Planted(story="", plan=SPORT, fault=Fault(), cause=""))
    return plan, fly_vehicle(plan.vehicle, [plan.delay_s], SITE)[0]


def test_what_went_as_planned_speaks_for_causes_that_fly_as_planned_and_against_the_rest(sport: tuple[Planned, Flight]) -> None:
    plan, flight = sport
    found = replays(plan, flat(apogee_m=flight.apogee_altitude_m or 0.0, descent_rate_m_s=5.4, apogee_to_ejection_s=0.4)).of
    assert found["drifted"].weight > 0.5 > 0 > found["case_burst"].weight > found["nose_stuck"].weight
    assert found["drifted"].flight.apogee_altitude_m == pytest.approx(flight.apogee_altitude_m) and all(
        h.fits for h in found["drifted"].held
    )
    assert not found["nose_stuck"].opened and found["nose_stuck"].flight.landing_speed_m_s > 40  # type: ignore[operator]
    assert [h.name for h in found["tangled"].held if not h.fits] == ["descent_rate_m_s"]


def test_the_further_a_figure_lies_from_what_a_cause_makes_the_less_it_says_for_it(sport: tuple[Planned, Flight]) -> None:
    plan, flight = sport
    top = flight.apogee_altitude_m or 0.0
    said = [replays(plan, flat(apogee_m=top * f)).of["drifted"].weight for f in (1.0, 0.85, 0.7, 0.5)]
    low = [replays(plan, flat(apogee_m=top * f)).of["unstable"].weight for f in (1.0, 0.85, 0.7, 0.5)]
    assert said == sorted(said, reverse=True) and said[0] > 0 > said[-1] and low[-1] > 0 > low[0]


def test_nothing_measured_says_nothing_and_still_shows_the_flight(sport: tuple[Planned, Flight]) -> None:
    found = replays(sport[0], Measured(figures={}))
    assert {r.weight for r in found.of.values()} == {0.0} and found.unlisted == 0.0
    assert len(found.of["tangled"].path.time_s) > 50 and not found.of["tangled"].held
    heavy = replace(
        sport[0].vehicle, stretches=tuple(replace(s, dry_kg=90.0) for s in sport[0].vehicle.stretches), liftoff_mass_kg=90.1
    )
    assert replays(replace(sport[0], vehicle=heavy), Measured(figures={})).of == {}


@pytest.mark.parametrize(
    "cause, impulse", [("part_cluster", 0.75), ("part_cluster", 0.5), ("case_burst", None), ("hung_on_rod", 0.9)]
)
def test_what_does_not_burn_stays_aboard(cause: str, impulse: float | None) -> None:
    plan = plan_of(next(p for p in PLANTED if p.plan.motors == 4))
    planned_stretch = plan.vehicle.stretches[0]
    tries = [f.vehicle.stretches[0] for f in FAULTS[cause](plan)]
    whole = _impulse(planned_stretch)
    for s in tries:
        assert s.dry_kg + s.burn.propellant_kg == pytest.approx(
            planned_stretch.dry_kg + planned_stretch.burn.propellant_kg, rel=1e-9
        )
        burnt = s.burn.propellant_kg / planned_stretch.burn.propellant_kg
        assert burnt == pytest.approx(_impulse(s) / whole, abs=0.02) and burnt < 0.95
    if impulse is not None:
        assert any(_impulse(s) / whole == pytest.approx(impulse) for s in tries)


def _impulse(stretch: Stretch) -> float:
    t, f = stretch.burn.knots[:, Knot.TIME_S], stretch.burn.knots[:, Knot.THRUST_N]
    return float(((f[1:] + f[:-1]) / 2 * (t[1:] - t[:-1])).sum())


def test_halves_that_part_hang_lighter_or_fall(sport: tuple[Planned, Flight]) -> None:
    rates = [f.vehicle.openings[-1].drag_area_m2 for f in FAULTS["cord_parted"](sport[0]) if f.vehicle.openings]
    whole = sport[0].vehicle.openings[-1].drag_area_m2
    assert max(rates) == pytest.approx(whole / 0.35) and min(rates) < 0.2 * whole
    assert any(not f.vehicle.openings for f in FAULTS["cord_parted"](sport[0]))


def test_the_sentence_names_what_would_be_different(sport: tuple[Planned, Flight]) -> None:
    told = flat(apogee_m=sport[1].apogee_altitude_m or 0.0, descent_rate_m_s=5.4)
    found = replays(sport[0], told).of
    assert "every figure agrees" in replay_sentence(found["drifted"], told)
    assert "descent rate" in replay_sentence(found["tangled"], told) and "nothing slows" in replay_sentence(
        found["nose_stuck"], told
    )
    assert "something slows" in replay_sentence(found["drifted"], replace(told, opened=False))
    assert "Nothing was measured" in replay_sentence(found["drifted"], Measured(figures={}))


def test_a_body_known_by_its_diameter_alone_tumbles_as_a_usual_one() -> None:
    """1.2 × 2/π × 14 diameters long: 0.041 m wide gives 0.018 m²."""
    assert tumbling_m2(None, 0.041) == pytest.approx(1.2 * 2 / 3.14159 * 14 * 0.041**2, rel=1e-3)
