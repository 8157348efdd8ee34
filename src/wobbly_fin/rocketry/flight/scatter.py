"""Where it may land: the same flight many times over, with what nobody knows exactly drawn at random from a seed.

Runs are flown in chunks of a fixed size, each with random numbers of its own, on as many threads as the machine has cores: the
same seed gives the same cloud however many threads there are and however many chunks were asked for before.
"""

import math
import os
from collections.abc import Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass, fields
from functools import lru_cache
from threading import Event

import numpy as np

from wobbly_fin.rocketry.constants import DELAY_SCATTER_FRACTION, DELAY_SCATTER_LEAST_S
from wobbly_fin.rocketry.errors import require_finite
from wobbly_fin.rocketry.flight.figures import HELD_COLUMNS, TRACE_COLUMNS, WORK_COLUMNS, WORK_ROWS, Down, Floats, Leg, Up
from wobbly_fin.rocketry.flight.flight import LONGEST_DELAY_S, reach_m
from wobbly_fin.rocketry.flight.gusts import REFERENCE_HEIGHT_M, STRENGTH, gust_tables
from wobbly_fin.rocketry.flight.runs import (
    AFTER_APOGEE,
    APOGEE_M,
    AXIS_X,
    AXIS_Z,
    DRAG,
    DRAW_COLUMNS,
    EJECTION_SPEED,
    LANDING_SPEED,
    LANDING_X,
    LANDING_Y,
    LATER_S,
    LOAD,
    MASS,
    RUN_COLUMNS,
    STATUS,
    THRUST,
    TURN_RAD,
    WIND,
    fly_runs,
)
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Vehicle

MOST_RUNS = 20_000
CHUNK = 50
SCATTER_TOLERANCE = 1e-4  # a cloud's edge is no sharper than its input
_CORES = os.cpu_count() or 1


@dataclass(frozen=True, slots=True, kw_only=True)
class Spread:
    """One standard deviation of everything drawn. Defaults are our own reading of common practice unless said otherwise.

    Parameters
    ----------
    wind_fraction : float
        Of the mean wind's speed.
    wind_from_deg : float
        Of where it comes from. [°]
    thrust_fraction : float
        Of thrust and impulse together.
    delay_s, delay_fraction : float
        Of the delay, whichever is more: half of ±1.5 s and of ±20 % (NFPA 1125, from memory, taken as two deviations).
    cd_fraction : float
        Of drag.
    mass_fraction : float
        Of everything but propellant.
    rod_deg : float
        Of the rod's lean, either way. [°]
    """

    wind_fraction: float = 0.2
    wind_from_deg: float = 15.0
    thrust_fraction: float = 0.05
    delay_s: float = DELAY_SCATTER_LEAST_S / 2
    delay_fraction: float = DELAY_SCATTER_FRACTION / 2
    cd_fraction: float = 0.1
    mass_fraction: float = 0.02
    rod_deg: float = 1.0

    def __post_init__(self) -> None:
        highest = {"wind_from_deg": 180.0, "delay_s": 20.0, "rod_deg": 20.0}
        for f in fields(self):
            require_finite(f"spread.{f.name}", getattr(self, f.name), 0.0, highest.get(f.name, 0.5))


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    """What is to be scattered. `runs` is what was asked for, `flown` what is flown of it: no more than `MOST_RUNS`."""

    vehicle: Vehicle
    delay_s: float | None
    site: Site
    runs: int = 1000
    seed: int = 1
    spread: Spread = Spread()

    def __post_init__(self) -> None:
        require_finite("runs", self.runs, 1, 1e12)
        require_finite("seed", self.seed, 0, 2**63 - 1)
        if self.delay_s is not None:
            require_finite("delay_s", self.delay_s, 0.0, LONGEST_DELAY_S)

    @property
    def flown(self) -> int:
        """How many are flown. [-]"""
        return min(int(self.runs), MOST_RUNS)


@dataclass(frozen=True, slots=True, kw_only=True)
class Cloud:
    """Outcomes of some runs, one row a run: apogee [m], landing east and north [m], speeds [m/s], load [N], and how it ended."""

    rows: Floats

    @property
    def landed(self) -> Floats:
        """Landing points, (n, 2); runs that never lifted or left the air are not among them. [m]"""
        there = np.isfinite(self.rows[:, LANDING_X])
        return np.asarray(self.rows[there][:, [LANDING_X, LANDING_Y]])

    @property
    def apogees_m(self) -> Floats:
        """Of the runs that flew. [m]"""
        return np.asarray(self.rows[np.isfinite(self.rows[:, APOGEE_M]), APOGEE_M])

    @property
    def distances_m(self) -> Floats:
        """From the pad to where it landed. [m]"""
        return np.asarray(np.hypot(*self.landed.T))

    @property
    def landing_speeds_m_s(self) -> Floats:
        return np.asarray(self.rows[np.isfinite(self.rows[:, LANDING_SPEED]), LANDING_SPEED])

    @property
    def loads_n(self) -> Floats:
        """Greatest pull of what opened. [N]"""
        return np.asarray(self.rows[np.isfinite(self.rows[:, LOAD]), LOAD])

    @property
    def opening_s(self) -> Floats:
        """Opening after apogee, of the runs in which something opened. [s]"""
        return np.asarray(self.rows[np.isfinite(self.rows[:, AFTER_APOGEE]), AFTER_APOGEE])

    def too_fast_fraction(self, limit_m_s: float) -> float:
        """Share of all runs in which the canopy opens faster than a limit, or never opens at all."""
        speed = self.rows[:, EJECTION_SPEED]
        return float(np.mean(~(speed <= limit_m_s)))

    def ended(self, status: float) -> int:
        """How many runs ended so; see `runs`."""
        return int(np.sum(self.rows[:, STATUS] == status))


def quantiles(values: Floats) -> dict[str, float] | None:
    """5 %, median and 95 %; None of nothing."""
    if not len(values):
        return None
    low, middle, high = np.quantile(values, (0.05, 0.5, 0.95))
    return {"p05": float(low), "p50": float(middle), "p95": float(high)}


def scatter(question: Question) -> Cloud:
    """Fly all runs and wait for them."""
    return Cloud(rows=np.concatenate([chunk.rows for chunk in scattered(question)]))


def scattered(question: Question, stop: Event | None = None) -> Iterator[Cloud]:
    """Fly the runs, chunk by chunk in their order, as they are done; ends early once `stop` is set.

    Closing the iterator stops it too: chunks not begun are dropped.
    """
    prepared = _Prepared(question)
    chunks = math.ceil(question.flown / CHUNK)
    ahead: list[Future[Cloud]] = []
    begun = 0
    try:
        for wanted in range(chunks):
            # A few ahead keep every core busy; no more, so that stopping stops.
            while begun < chunks and begun < wanted + 2 * _CORES:
                ahead.append(_pool().submit(prepared.fly, begun))
                begun += 1
            yield ahead.pop(0).result()
            if stop is not None and stop.is_set():
                return
    finally:
        for future in ahead:
            future.cancel()


@lru_cache(maxsize=1)
def _pool() -> ThreadPoolExecutor:
    """One pool for everybody: ten people's clouds share the cores rather than fight for them."""
    return ThreadPoolExecutor(max_workers=_CORES, thread_name_prefix="scatter")


# A server's worker is forked: the pool it inherits has no threads, and would be waited for without end.
os.register_at_fork(after_in_child=_pool.cache_clear)


class _Prepared:
    """A question with everything that all chunks share."""

    def __init__(self, question: Question) -> None:
        self.question = question
        vehicle, site = question.vehicle, question.site
        self.legs = vehicle.legs(site, SCATTER_TOLERANCE)
        self.devices = vehicle.devices
        self.gusty = STRENGTH[site.gustiness] > 0.0
        self.top_m = reach_m(vehicle, site) if self.gusty else 0.0
        self.ejects_s = math.nan if question.delay_s is None else vehicle.burnout_s + question.delay_s
        # Computed here, so that two threads do not both begin to.
        _ = vehicle.knots, vehicle.aero, site.layer_table

    def fly(self, number: int) -> Cloud:
        q = self.question
        count = min(CHUNK, q.flown - number * CHUNK)
        rng = np.random.default_rng([q.seed, number])
        draws = _draw(rng, q, CHUNK)[:count]
        legs = self.legs.copy()
        gusts = np.zeros((1, 2))
        if self.gusty:
            wind = math.hypot(*q.site.wind_at_m_s(REFERENCE_HEIGHT_M))
            gusts = gust_tables(rng, CHUNK, wind, q.site.gustiness, self.top_m).reshape(CHUNK, -1)[:count]
            legs[:, Leg.GUST_TOP_M], legs[:, Leg.GUST_ROWS] = self.top_m, gusts.shape[1] // 2
        stages = len(legs)
        out = np.empty((count, RUN_COLUMNS))
        fly_runs(
            q.vehicle.knots, legs, q.vehicle.aero, q.site.layer_table, gusts, self.devices, self.ejects_s, q.vehicle.at_apogee,
            q.vehicle.hanging_kg, draws, np.empty(1), np.empty((1 + stages, HELD_COLUMNS)), np.empty_like(legs),
            np.zeros((WORK_ROWS, WORK_COLUMNS)), np.empty((0, TRACE_COLUMNS)), np.empty(len(Up)), np.empty(len(Down)), out,
        )  # fmt: skip
        return Cloud(rows=out)


def _draw(rng: np.random.Generator, question: Question, count: int) -> Floats:
    """Random figures of some runs; factors never fall below a twentieth."""
    spread, site = question.spread, question.site
    normal = rng.standard_normal((count, 8))
    draws = np.empty((count, DRAW_COLUMNS))
    shares = {WIND: spread.wind_fraction, THRUST: spread.thrust_fraction, DRAG: spread.cd_fraction, MASS: spread.mass_fraction}
    for column, sigma in shares.items():
        draws[:, column] = np.maximum(1.0 + sigma * normal[:, column], 0.05)
    draws[:, TURN_RAD] = -np.radians(spread.wind_from_deg) * normal[:, 4]
    sigma_s = max(spread.delay_s, spread.delay_fraction * (question.delay_s or 0.0))
    draws[:, LATER_S] = sigma_s * normal[:, 5]
    axis = np.array(site.rod_axis)
    lean = np.radians(spread.rod_deg) * normal[:, 6:8]
    # Two directions across the rod: leaning it a little along each.
    side = np.cross(axis, (0.0, 1.0, 0.0))
    side /= np.linalg.norm(side)
    other = np.cross(axis, side)
    turned = axis + lean[:, :1] * side + lean[:, 1:] * other
    draws[:, AXIS_X : AXIS_Z + 1] = turned / np.linalg.norm(turned, axis=1, keepdims=True)
    return draws
