"""Clouds: the same seed the same cloud, quantiles that settle, shares that are counts, gusts with their published spectrum."""

import os
import signal
import threading
import time
from dataclasses import replace

import numpy as np
import pytest

from tests.sources.six_darts import HARD, STOUT, motor_of, rigid
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.field.field import Feature, Field
from wobbly_fin.rocketry.flight import scatter as module
from wobbly_fin.rocketry.flight.explain import capped_sentence
from wobbly_fin.rocketry.flight.flight import fly, fly_traced
from wobbly_fin.rocketry.flight.gusts import ROWS, gust_tables, heights_m, intensity, scale_m
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.scatter import CHUNK, MOST_RUNS, Question, Spread, quantiles, scatter, scattered
from wobbly_fin.rocketry.flight.site import Site

SITE = Site(wind_speed_m_s=4.0, wind_from_deg=250, gustiness="breezy")
NOTHING = Spread(**dict.fromkeys(Spread.__dataclass_fields__, 0.0))


def question(**changes) -> Question:
    asked = {"vehicle": rigid(STOUT).loaded(motor_of(HARD)), "delay_s": 4.0, "site": SITE, "runs": 200, "seed": 7}
    return Question(**(asked | changes))


def test_a_seed_gives_the_same_cloud_and_another_another() -> None:
    one, two, other = scatter(question()), scatter(question()), scatter(question(seed=8))
    assert np.array_equal(one.rows, two.rows) and not np.array_equal(one.rows, other.rows)


def test_the_first_runs_of_a_longer_cloud_are_the_shorter_cloud() -> None:
    assert np.array_equal(scatter(question(runs=400)).rows[:130], scatter(question(runs=130)).rows)


@pytest.mark.parametrize("threads", [1, 3])
def test_the_number_of_threads_changes_nothing(threads, monkeypatch) -> None:
    from concurrent.futures import ThreadPoolExecutor

    expected = scatter(question()).rows
    monkeypatch.setattr(module, "_pool", lambda pool=ThreadPoolExecutor(threads): pool)
    assert np.array_equal(scatter(question()).rows, expected)


def test_quantiles_settle_with_runs() -> None:
    long = quantiles(scatter(question(runs=3000)).apogees_m)
    medians = [[quantiles(scatter(question(runs=n, seed=s)).apogees_m)["p50"] for s in range(8)] for n in (100, 1000)]
    few, many = (np.std(np.array(m) - long["p50"]) for m in medians)
    assert many < 0.6 * few  # √10 less, about


def test_without_spread_every_run_is_the_flight_itself() -> None:
    calm = replace(SITE, gustiness="calm")
    cloud = scatter(question(site=calm, spread=NOTHING, runs=5))
    f = fly(rigid(STOUT), motor_of(HARD), 4.0, calm)
    assert cloud.apogees_m == pytest.approx(f.apogee_altitude_m, rel=2e-4)
    assert cloud.landed[:, 0] == pytest.approx(f.landing_x_m, abs=0.3) and cloud.landed[:, 1] == pytest.approx(
        f.landing_y_m, abs=0.3
    )
    assert cloud.loads_n == pytest.approx(f.opening_load_n, rel=0.02)


@pytest.mark.parametrize("name", list(Spread.__dataclass_fields__))
def test_each_uncertainty_moves_something(name) -> None:
    calm = replace(SITE, gustiness="calm")
    still = scatter(question(site=calm, spread=NOTHING, runs=20)).rows
    moved = scatter(question(site=calm, spread=replace(NOTHING, **{name: 5.0 if name.endswith("deg") else 0.2}), runs=20)).rows
    assert np.nanstd(moved[:, :3], axis=0).max() > 10 * np.nanstd(still[:, :3], axis=0).max() + 1e-6


def test_shares_are_counts() -> None:
    cloud = scatter(question(runs=400))
    ground = Field(
        outline=((-100, -80), (140, -80), (140, 60), (-20, 150)), features=(Feature(kind="road", points=((0, -500), (0, 500))),)
    )
    inside = 0
    for x, y in cloud.landed:  # crossing number, by hand
        crossings = 0
        for (x0, y0), (x1, y1) in zip(ground.outline, (*ground.outline[1:], ground.outline[0]), strict=True):
            if (y0 > y) != (y1 > y) and x < x0 + (y - y0) / (y1 - y0) * (x1 - x0):
                crossings += 1
        inside += crossings % 2
    assert ground.inside(cloud.landed).sum() == inside and 0 < inside < 400
    assert ground.on_features(cloud.landed)["road"] == np.mean(np.abs(cloud.landed[:, 0]) <= 4.0)
    limit = float(np.median(cloud.rows[:, module.EJECTION_SPEED]))
    assert cloud.too_fast_fraction(limit) == pytest.approx(0.5, abs=0.01)


def test_more_gust_spreads_the_cloud() -> None:
    wide = [
        np.std(scatter(question(site=replace(SITE, gustiness=g), spread=NOTHING, runs=300)).landed[:, 0])
        for g in ("breezy", "gusty")
    ]
    assert 0.5 < wide[0] < 0.7 * wide[1]


def test_a_quick_rocket_and_one_without_canopy_scatter_too() -> None:
    point = QuickRocket(mass_kg=0.2, diameter_m=0.04, canopy=Canopy(diameter_m=0.5))
    assert len(scatter(question(vehicle=point.loaded(motor_of(HARD)))).landed) == 200
    shut = scatter(question(vehicle=replace(point, canopy=None).loaded(motor_of(HARD))))
    assert shut.ended(1.0) == 200 and shut.too_fast_fraction(18.0) == 1.0 and np.median(shut.landing_speeds_m_s) > 20


def test_a_motor_that_never_lifts_it_gives_an_empty_cloud() -> None:
    heavy = QuickRocket(mass_kg=40.0, diameter_m=0.1, canopy=Canopy(diameter_m=2.0))
    cloud = scatter(question(vehicle=heavy.loaded(motor_of(HARD)), runs=10))
    assert len(cloud.landed) == 0 and quantiles(cloud.apogees_m) is None and cloud.ended(2.0) == 10


def test_a_million_are_capped_with_a_sentence() -> None:
    asked = question(runs=1_000_000)
    assert asked.flown == MOST_RUNS and "1000000" in capped_sentence(asked)
    assert capped_sentence(question()) is None


def test_it_can_be_stopped_and_left() -> None:
    stop = threading.Event()
    chunks = scattered(question(runs=20_000), stop)
    first = next(chunks)
    stop.set()
    assert len(first.rows) == CHUNK and sum(1 for _ in chunks) <= 1
    left = scattered(question(runs=20_000))
    next(left)
    left.close()


@pytest.mark.parametrize(("changes", "field"), [({"runs": 0}, "runs"), ({"seed": -1}, "seed"), ({"delay_s": 500.0}, "delay_s")])
def test_what_cannot_be_scattered_is_refused(changes, field) -> None:
    with pytest.raises(RocketryError) as refused:
        question(**changes)
    assert refused.value.name == field
    with pytest.raises(RocketryError, match="wind_fraction"):
        Spread(wind_fraction=3.0)


def test_gusts_have_the_published_intensity_scale_and_correlation() -> None:
    """MIL-F-8785C low altitude (from memory): at 20 ft σ = 0.1 W ÷ 0.1935^0.4; over s the lateral correlation e^(−s/L) (1 − s/2L)."""
    table = gust_tables(np.random.default_rng(5), 4000, 6.0, "breezy", 300.0)
    z = heights_m(300.0)
    row = int(np.argmin(abs(z - 6.096)))
    assert table[:, row].std() == pytest.approx(0.1 * 6.0 / (0.177 + 0.000823 * 20) ** 0.4, rel=0.04)
    assert intensity(np.array([6.096]))[0] == pytest.approx(0.1 / 0.19346**0.4, rel=1e-4)
    assert scale_m(np.array([6.096]))[0] == pytest.approx(0.3048 * 20 / 0.19346**1.2, rel=1e-3)
    along = np.concatenate(([0.0], np.cumsum(np.diff(z) / scale_m((z[1:] + z[:-1]) / 2))))
    base = ROWS // 3
    for later in (base + 4, base + 15, base + 40):
        s = along[later] - along[base]
        found = np.corrcoef(table[:, base].ravel(), table[:, later].ravel())[0, 1]
        assert found == pytest.approx(np.exp(-s) * (1 - s / 2), abs=0.04)
    assert abs(np.corrcoef(table[:, base, 0], table[:, base, 1])[0, 1]) < 0.05
    assert not gust_tables(np.random.default_rng(5), 3, 6.0, "calm", 300.0).any()


@pytest.mark.parametrize(("gustiness", "seed"), [("breezy", 1), ("gusty", 2), ("gusty", 5)])
def test_a_descent_through_gusts_lands_where_stepping_all_the_way_lands(gustiness, seed) -> None:
    """The settled part is a quadrature along height; scipy steps through the same wind from the same opening."""
    from scipy.integrate import solve_ivp

    from wobbly_fin.rocketry.flight.figures import Leg
    from wobbly_fin.rocketry.flight.flight import gusts_for
    from wobbly_fin.rocketry.flight.wind import wind_at

    site = replace(SITE, gustiness=gustiness, gust_seed=seed)
    vehicle = rigid(STOUT).loaded(motor_of(HARD))
    f, trace = fly_traced(rigid(STOUT), motor_of(HARD), 4.0, site)
    (gust, top_m), q = gusts_for(vehicle, site), vehicle.legs(site, 1e-5)[0]
    q[Leg.GUST_TOP_M], q[Leg.GUST_ROWS] = top_m, len(gust) // 2
    start = trace[np.argmin(abs(trace[:, 0] - f.ejection.time_s)), :7]

    def hang(_t, s):
        u = s[3:6] - np.array([*wind_at(s[2], q, site.layer_table, gust), 0.0])
        pull = 0.5 * site.air.density_kg_m3(s[2]) * STOUT.canopy_cda_m2 * np.linalg.norm(u) / vehicle.hanging_kg
        return [*s[3:6], *(-pull * u - np.array([0, 0, 9.80665]))]

    ground = lambda _t, s: s[2]  # noqa: E731
    ground.terminal, ground.direction = True, -1
    end = solve_ivp(hang, (start[0], 400.0), start[1:], method="LSODA", rtol=1e-8, atol=1e-8, events=[ground], max_step=0.2)
    far = float(np.hypot(*end.y_events[0][0][:2]))
    # First order in the canopy's lag: what gusts of the second order do to the fall is left out.
    assert f.landing_time_s == pytest.approx(end.t_events[0][0], rel=2e-3)
    assert (f.landing_x_m, f.landing_y_m) == pytest.approx(tuple(end.y_events[0][0][:2]), abs=0.003 * far)


@pytest.mark.skipif(not hasattr(os, "fork"), reason="no fork on this system")
def test_a_forked_worker_flies_clouds_though_its_parent_did() -> None:
    scatter(question())
    child = os.fork()
    if child == 0:  # never back into pytest
        os._exit(0 if len(scatter(question()).rows) == 200 else 1)
    for _ in range(600):
        done, status = os.waitpid(child, os.WNOHANG)
        if done:
            break
        time.sleep(0.05)
    else:
        os.kill(child, signal.SIGKILL)
        pytest.fail("the worker waits for threads it does not have")
    assert os.waitstatus_to_exitcode(status) == 0
