"""Edges of a flight: what happens where the usual story does not."""

import math
from dataclasses import replace

import numpy as np
import pytest

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.explain import conditions_sentence, events, said_flight
from wobbly_fin.rocketry.flight.flight import Flight, fly, fly_traced
from wobbly_fin.rocketry.flight.path import sample_path
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor

ROCKET = QuickRocket(mass_kg=0.06, diameter_m=0.026, canopy=Canopy(diameter_m=0.35, cd=0.75))
MOTOR = find_motor("B9")[0]


def _motor(samples: list[list[float]], mass_kg: float = 0.02) -> Motor:
    curve = ThrustCurve.from_samples(samples)
    return Motor(
        label="B9-4", diameter_m=0.018, length_m=0.07, total_mass_kg=mass_kg, propellant_mass_kg=mass_kg / 2, curve=curve
    )


def test_a_motor_that_cannot_lift_leaves_everything_after_null() -> None:
    flight = fly(replace(ROCKET, mass_kg=30.0), MOTOR, 4, Site())
    assert not flight.lifted and flight.liftoff_mass_kg > 30
    later = [getattr(flight, n) for n in Flight.__dataclass_fields__ if n not in ("lifted", "liftoff_mass_kg")]
    assert not any(later)


def test_it_waits_on_the_pad_until_thrust_beats_weight() -> None:
    # 0.08 kg weigh 0.785 N (a little less as propellant leaves); thrust rises 1 N per second.
    flight = fly(replace(ROCKET, mass_kg=0.06), _motor([[0, 0], [10, 10]]), 4, Site())
    assert flight.liftoff_time_s == pytest.approx(0.08 * 9.80665, rel=2e-3)


def test_a_hop_that_falls_back_onto_the_pad_waits_there_for_the_rest_of_the_thrust() -> None:
    # A kick for a hundredth of a second, then nothing for a second, then a real push.
    hop = _motor([[0, 6], [0.01, 6], [0.011, 0], [1.0, 0], [1.001, 12], [1.6, 12]])
    flight = fly(ROCKET, hop, 4, Site())
    assert flight.liftoff_time_s == 0
    assert flight.apogee_time_s is not None and flight.apogee_time_s > 1.6
    only_push = fly(ROCKET, _motor([[0.999, 0], [1.0, 0], [1.001, 12], [1.6, 12]]), 4, Site())
    assert flight.apogee_altitude_m == pytest.approx(only_push.apogee_altitude_m, rel=0.02)


def test_one_that_never_leaves_the_rod_has_no_rod_speed() -> None:
    flight = fly(replace(ROCKET, mass_kg=0.05), _motor([[0, 1.0], [0.2, 1.0]]), 1, Site(rod_length_m=5))
    assert flight.lifted and flight.rod_exit_speed_m_s is None
    assert flight.apogee_altitude_m is not None and 0 < flight.apogee_altitude_m < 1
    assert flight.ejection is None, "it is down before the charge fires"


def test_without_delay_it_comes_in_ballistic_and_hard() -> None:
    flight = fly(ROCKET, MOTOR, None, Site())
    assert flight.ejection is None and flight.landing_speed_m_s is not None and flight.landing_speed_m_s > 20
    assert flight.descent_rate_m_s is not None and flight.descent_rate_m_s < 6


def test_a_delay_beyond_landing_is_a_ballistic_landing() -> None:
    ballistic, late = fly(ROCKET, MOTOR, None, Site()), fly(ROCKET, MOTOR, 60, Site())
    assert late.ejection is None and late.landing_time_s == ballistic.landing_time_s


def test_without_a_canopy_a_charge_changes_nothing() -> None:
    bare = replace(ROCKET, canopy=None)
    flight = fly(bare, MOTOR, 2, Site())
    assert flight.ejection is not None and flight.descent_rate_m_s is None
    assert flight.landing_time_s == pytest.approx(fly(bare, MOTOR, None, Site()).landing_time_s, rel=1e-5)


def test_apogee_does_not_depend_on_the_delay_but_the_landing_does() -> None:
    early, late = fly(ROCKET, MOTOR, 1, Site()), fly(ROCKET, MOTOR, 5, Site())
    assert early.apogee_altitude_m == pytest.approx(late.apogee_altitude_m, rel=1e-6)
    assert early.ejection and early.ejection.after_apogee_s < 0 and early.ejection.speed_m_s > 20
    assert early.landing_time_s != pytest.approx(late.landing_time_s, rel=0.01)


def test_an_ejection_at_burnout_is_an_ejection() -> None:
    flight = fly(ROCKET, MOTOR, 0, Site())
    assert flight.ejection is not None and flight.ejection.time_s == flight.burnout_time_s
    assert flight.ejection.speed_m_s == pytest.approx(flight.burnout_speed_m_s)


def test_more_of_what_helps_helps() -> None:
    def apogee(rocket: QuickRocket = ROCKET, site: Site = Site()) -> float:
        return fly(rocket, MOTOR, 4, site).apogee_altitude_m or 0.0

    assert apogee(replace(ROCKET, mass_kg=0.09)) < apogee() > apogee(replace(ROCKET, cd=0.9))
    assert apogee(site=Site(elevation_m=2000)) > apogee() < apogee(site=Site(temperature_c=40))
    assert (fly(ROCKET, MOTOR, 4, Site(rod_length_m=1.8)).rod_exit_speed_m_s or 0) > (
        fly(ROCKET, MOTOR, 4, Site()).rod_exit_speed_m_s or 0
    )
    heavy, light = fly(replace(ROCKET, mass_kg=0.1), MOTOR, 4, Site()), fly(ROCKET, MOTOR, 4, Site())
    assert (heavy.optimum_delay_s or 0) < (light.optimum_delay_s or 0), "heavy rockets want short delays"


def test_a_tilted_rod_sends_it_that_way_and_lower() -> None:
    up, over = fly(ROCKET, MOTOR, 4, Site()), fly(ROCKET, MOTOR, 4, Site(rod_tilt_deg=10, rod_azimuth_deg=90))
    assert (over.apogee_altitude_m or 0) < (up.apogee_altitude_m or 0)
    assert over.landing_x_m is not None and over.landing_x_m > 10 and over.landing_y_m == pytest.approx(0, abs=1e-6)


@pytest.mark.parametrize("bad", [-1.0, math.nan, math.inf, 500.0])
def test_an_impossible_delay_is_refused(bad: float) -> None:
    with pytest.raises(RocketryError, match="delay_s"):
        fly(ROCKET, MOTOR, bad, Site())


@pytest.mark.parametrize(
    "make, field",
    [
        (lambda: QuickRocket(mass_kg=-1, diameter_m=0.02), "mass_kg"),
        (lambda: QuickRocket(mass_kg=40_000, diameter_m=0.02), "mass_kg"),
        (lambda: QuickRocket(mass_kg=1, diameter_m=0), "diameter_m"),
        (lambda: QuickRocket(mass_kg=1, diameter_m=0.1, cd=math.nan), "cd"),
        (lambda: Canopy(diameter_m=0.3, spill_hole_m=0.3), "spill_hole_m"),
        (lambda: Canopy(diameter_m=-0.3), "diameter_m"),
        (lambda: Site(rod_length_m=-1), "rod_length_m"),
        (lambda: Site(wind_speed_m_s=200), "wind_speed_m_s"),
        (lambda: Site(rod_tilt_deg=89), "rod_tilt_deg"),
    ],
)
def test_absurd_figures_are_refused_by_name(make: object, field: str) -> None:
    with pytest.raises(RocketryError) as refused:
        make()  # type: ignore[operator]
    assert refused.value.name == field


def test_a_flight_out_of_the_atmosphere_is_refused_not_extrapolated() -> None:
    rocket = QuickRocket(mass_kg=1.0, diameter_m=0.03, cd=0.1)
    monster = Motor(
        label="O9000-5", diameter_m=0.098, length_m=2.0, total_mass_kg=3.0, propellant_mass_kg=2.0,
        curve=ThrustCurve.from_samples([[0, 9000], [4, 9000]]),
    )  # fmt: skip
    with pytest.raises(RocketryError, match="32 km"):
        fly(rocket, monster, None, Site())


def test_the_path_is_the_flight() -> None:
    site = Site(wind_speed_m_s=3)
    flight, trace = fly_traced(ROCKET, MOTOR, 5, site)
    path = sample_path(trace)
    assert flight == fly(ROCKET, MOTOR, 5, site)
    assert np.all(np.diff(path.time_s) > 0) and path.time_s[-1] == pytest.approx(flight.landing_time_s)
    assert path.altitude_m.max() == pytest.approx(flight.apogee_altitude_m, rel=1e-4)
    assert path.speed_m_s.max() == pytest.approx(flight.max_speed_m_s, rel=0.01)
    assert path.x_m[-1] == pytest.approx(flight.landing_x_m, rel=1e-6)


def test_events_stand_on_both_clocks() -> None:
    flight = fly(ROCKET, MOTOR, 5, Site())
    found = {e.code: e for e in events(flight)}
    assert list(found) == sorted(found, key=lambda c: found[c].time_s)
    for event in found.values():
        assert event.since_burnout_s == pytest.approx(event.time_s - (flight.burnout_time_s or 0))
    assert found["ejection"].since_burnout_s == pytest.approx(5)
    assert "without it" in next(e.words for e in events(fly(ROCKET, MOTOR, 1, Site())) if e.code == "apogee")
    assert events(fly(replace(ROCKET, mass_kg=30.0), MOTOR, 4, Site())) == []


def test_sentences_follow_the_figures() -> None:
    assert "wind 7.0 m/s" in conditions_sentence(Site(wind_speed_m_s=7))
    assert (
        said_flight(fly(ROCKET, MOTOR, 5, Site()))["apogee"]
        != said_flight(fly(replace(ROCKET, mass_kg=0.09), MOTOR, 5, Site()))["apogee"]
    )
