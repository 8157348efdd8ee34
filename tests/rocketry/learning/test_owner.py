"""Builder, rocket, flight: what others of one builder say of a rocket that never flew, and how widely a rocket's own heights scatter."""

import math
from dataclasses import replace

import numpy as np
import pytest

from wobbly_fin.rocketry.constants import Z90
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.learning.band import _reach, height_band
from wobbly_fin.rocketry.learning.owner import OWN_SHARE, builder_of
from wobbly_fin.rocketry.learning.rocket_fit import (
    HEIGHT_SCATTER_SD,
    DragPrior,
    Learnt,
    Measured,
    learn_rocket,
    nothing_learnt,
)
from wobbly_fin.rocketry.motors.catalogue import find_motor

MOTOR, SITE = find_motor("C9")[0], Site()
ROCKET = QuickRocket(mass_kg=0.06, diameter_m=0.026, cd=0.6)
USUAL = DragPrior(0.0, 0.2)


def flown(rng: np.random.Generator, count: int, factor: float, scatter: float) -> list[Measured]:
    height = fly(replace(ROCKET, cd=0.6 * factor), MOTOR, None, SITE).apogee_altitude_m
    assert height is not None
    told = height * np.exp(scatter * rng.standard_normal(count))
    return [Measured(key=str(n), rocket=ROCKET, motor=MOTOR, site=SITE, apogee_m=h, apogee_sd_m=1.0) for n, h in enumerate(told)]


def taught(log_factor: float, sd: float) -> tuple[Learnt, DragPrior]:
    """A rocket whose flights alone say so much, with the usual prior taken in."""
    precision = 1 / sd**2 + 1 / USUAL.sd**2
    mean = log_factor / sd**2 / precision
    plain = nothing_learnt(prior=USUAL)
    return replace(plain, cd_factor=math.exp(mean), cd_sd=precision**-0.5, flights=3), USUAL


def test_of_a_builder_without_flights_nothing_is_known() -> None:
    builder = builder_of([(nothing_learnt(), USUAL)], USUAL.sd)
    assert (builder.factor, builder.rockets) == (1.0, 0)
    assert builder.prior(USUAL) == DragPrior(0.0, pytest.approx(0.2))


def test_many_rockets_that_drag_a_fifth_more_say_so_of_the_next() -> None:
    builder = builder_of([taught(math.log(1.2) + x, 0.02) for x in (-0.03, -0.01, 0.0, 0.02, 0.02)], USUAL.sd)
    assert builder.factor == pytest.approx(1.2, rel=0.02) and builder.rockets == 5
    prior = builder.prior(USUAL)
    # They differ by two parts in a hundred: much less than was thought of any builder's.
    assert prior.mean == pytest.approx(math.log(1.2), abs=0.02) and prior.sd < 0.09
    one = builder_of([taught(math.log(1.2), 0.02)], USUAL.sd)
    # One rocket is partly the builder's way, partly its own: by the shares of the variance 0.55 of 0.18, by how little one rocket tells of
    # how widely they differ between 0.38 (spread 1.4 times as wide) and 0.88 (0.4 times).
    assert (
        0.38 < one.mean / math.log(1.2) < 0.88
        and abs(one.mean / math.log(1.2) - OWN_SHARE) < 0.15
        and prior.sd < one.prior(USUAL).sd < USUAL.sd
    )
    known = builder.prior(DragPrior(0.0, 0.03))
    assert known.sd == 0.03 and abs(known.mean) < 0.3 * prior.mean


@pytest.mark.parametrize(("scatter", "low", "high"), [(0.015, 0.0, 0.04), (0.05, 0.035, 0.065), (0.12, 0.085, 0.15)])
def test_how_widely_heights_scatter_is_seen_in_them(scatter: float, low: float, high: float) -> None:
    rng = np.random.default_rng(5)
    found = [learn_rocket(flown(rng, 14, 1.1, scatter), prior=USUAL).scatter_sd for _ in range(12)]
    assert low < float(np.mean(found)) < high
    few = [learn_rocket(flown(rng, 2, 1.1, scatter), prior=USUAL).scatter_sd for _ in range(12)]
    before = nothing_learnt().scatter_sd
    assert abs(float(np.mean(few)) - before) < abs(float(np.mean(found)) - before) + 0.01
    assert HEIGHT_SCATTER_SD < before < 1.5 * HEIGHT_SCATTER_SD


def test_one_flight_far_off_does_not_make_the_others_scatter() -> None:
    rng = np.random.default_rng(8)
    calm = flown(rng, 10, 1.0, 0.02)
    odd = [replace(calm[0], apogee_m=0.5 * (calm[0].apogee_m or 0.0)), *calm[1:]]
    learnt = learn_rocket(odd, prior=USUAL)
    assert learnt.odd == ("0",) and learnt.scatter_sd < 1.3 * learn_rocket(calm[1:], prior=USUAL).scatter_sd


def test_a_band_of_several_widths_lies_between_theirs() -> None:
    assert _reach([(0.1, 1.0)]) == pytest.approx(0.1 * Z90, rel=1e-4)
    both = _reach([(0.05, 0.5), (0.2, 0.5)])
    inside = sum(0.5 * math.erf(both / w / math.sqrt(2)) for w in (0.05, 0.2))
    assert 0.05 * Z90 < both < 0.2 * Z90 and inside == pytest.approx(0.9, abs=1e-6)


def test_the_first_height_of_a_new_rocket_lies_in_a_band_its_builder_has_made_narrower() -> None:
    rng = np.random.default_rng(21)
    inside, widths, runs = 0, [], 80
    for _ in range(runs):
        own = 0.2 * math.sqrt(OWN_SHARE) * rng.standard_normal()
        factors = np.exp(own + 0.2 * math.sqrt(1 - OWN_SHARE) * rng.standard_normal(6))
        others = [(learn_rocket(flown(rng, 4, float(f), 0.05), prior=USUAL), USUAL) for f in factors[1:]]
        band = height_band(ROCKET, MOTOR, SITE, nothing_learnt(prior=builder_of(others, USUAL.sd).prior(USUAL)))
        (next_,) = flown(rng, 1, float(factors[0]), 0.05)
        assert band is not None and next_.apogee_m is not None
        inside += band.low_m <= next_.apogee_m <= band.high_m
        widths.append(band.high_m / band.low_m)
    plain = height_band(ROCKET, MOTOR, SITE, nothing_learnt(prior=USUAL))
    assert plain is not None and float(np.median(widths)) < plain.high_m / plain.low_m
    assert 0.82 <= inside / runs <= 0.99
