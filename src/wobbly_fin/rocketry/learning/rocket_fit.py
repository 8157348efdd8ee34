"""Drag and thrust as a rocket's own flights show them: factors on what the forecasts took, with how sure they are."""

import math
from collections.abc import Callable, MutableMapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from wobbly_fin.rocketry.constants import Z90
from wobbly_fin.rocketry.errors import require_positive
from wobbly_fin.rocketry.flight.flight import LeavesAirError, fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.learning.robust import ODD_WEIGHT, Floats, Group, Posterior, fit
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.variants import with_drag_factor

# Before any flight: how far off a built-up or guessed drag, an owner's own Cd, and a type's printed thrust may be (1σ of the
# logarithm). Our own choice.
CD_GUESSED_SD, CD_KNOWN_SD, THRUST_SD = 0.22, 0.12, 0.04
# From flight to flight: motors of a type differ, and wind, rod and mass do what no forecast knows. Our own choice.
THRUST_SCATTER_SD, HEIGHT_SCATTER_SD, SPEED_SCATTER_SD = 0.025, 0.05, 0.03
# How much more or less than that a rocket's own heights may scatter (1σ of the logarithm of the scatter). Our own choice.
SCATTER_UNSURE = 0.5
# Beyond so many deviations a flight says nothing of how the others scatter (weight, see `robust`); and the view that is begun with.
_BEYOND, _WIDE = 0.25, 1.5
_SCATTERS = HEIGHT_SCATTER_SD * np.exp(np.linspace(-1.35, 1.35, 11))
_STEP = 0.05
_ROUNDS = 4
_GRID = 0.1


Tangents = MutableMapping[tuple[str, float, float], "Tangent"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Measured:
    """One flight's facts, and what it was flown with.

    Parameters
    ----------
    key : str
        Of the flight.
    rocket, motor, site
        As forecast, frozen that day.
    apogee_m, apogee_sd_m : float or None
        Measured height and its error; the reading alone. [m]
    max_speed_m_s, max_speed_sd_m_s : float or None
        Top speed, where an altimeter told it. [m/s]
    """

    key: str
    rocket: Rocket
    motor: Motor
    site: Site
    apogee_m: float | None = None
    apogee_sd_m: float = 3.0
    max_speed_m_s: float | None = None
    max_speed_sd_m_s: float = 3.0

    def __post_init__(self) -> None:
        for name, value, sd in (
            ("apogee_m", self.apogee_m, self.apogee_sd_m),
            ("max_speed_m_s", self.max_speed_m_s, self.max_speed_sd_m_s),
        ):
            if value is not None:
                require_positive(name, value)
                require_positive(f"{name} error", sd)


@dataclass(frozen=True, slots=True, kw_only=True)
class Learnt:
    """What the flights show of a rocket.

    Attributes
    ----------
    cd_factor : float
        On the Cd of the forecast. [-]
    cd_sd : float
        Of its logarithm. [-]
    thrust_factors : dict
        By motor key. [-]
    covariance : array
        Of the logarithms of drag and of each motor's thrust, in the order (drag, *thrust_factors).
    flights : int
        How many of them had something measured.
    scatters : tuple of (float, float)
        How far heights stray from flight to flight for no reason anybody knows (1σ of the logarithm), and how likely each: as assumed
        before any flight, as this rocket's own flights show it after a few.
    weights : dict
        By flight key: how much it counted; below `ODD_WEIGHT` it is called odd.
    others : (int, int)
        How many other rockets of its builder, and flights of theirs, told where it begins.
    """

    cd_factor: float
    cd_sd: float
    thrust_factors: dict[str, float]
    covariance: Floats
    flights: int
    weights: dict[str, float]
    scatters: tuple[tuple[float, float], ...] = ()
    others: tuple[int, int] = (0, 0)

    @property
    def scatter_sd(self) -> float:
        """Of heights from flight to flight, beside what thrust does (1σ of the logarithm)."""
        return math.sqrt(sum(p * s**2 for s, p in self.scatters)) if self.scatters else HEIGHT_SCATTER_SD

    @property
    def cd_interval(self) -> tuple[float, float]:
        """90 % interval of the factor. [-]"""
        return self.cd_factor * math.exp(-Z90 * self.cd_sd), self.cd_factor * math.exp(Z90 * self.cd_sd)

    @property
    def odd(self) -> tuple[str, ...]:
        """Flights that were hardly believed."""
        return tuple(key for key, weight in self.weights.items() if weight < ODD_WEIGHT)

    @property
    def thrust_sds(self) -> dict[str, float]:
        """Of the logarithms of the factors, by motor key. [-]"""
        return {key: float(np.sqrt(self.covariance[n, n])) for n, key in enumerate(self.thrust_factors, 1)}

    def thrust_factor(self, motor: Motor) -> float:
        """Of a type; 1 where it never flew in this rocket."""
        return self.thrust_factors.get(motor.key, 1.0)

    def log_variance(self, motor: Motor, drag_slope: float, thrust_slope: float) -> float:
        """Variance of a logarithm that goes with drag and this motor's thrust by these slopes: what is still open, not scatter."""
        row = np.zeros(len(self.covariance))
        row[0] = drag_slope
        names = list(self.thrust_factors)
        own = 0.0
        if motor.key in names:
            row[1 + names.index(motor.key)] = thrust_slope
        else:
            own = (thrust_slope * thrust_sd(motor)) ** 2
        return float(row @ self.covariance @ row) + own


def thrust_sd(motor: Motor) -> float:
    """How far a type's push may be off before any flight (1σ of the logarithm): its maker's figure little, one guessed from a label more. [-]"""
    return math.hypot(THRUST_SD, motor.unsure.sigma("impulse")) if motor.unsure is not None else THRUST_SD


@dataclass(frozen=True, slots=True)
class DragPrior:
    """What is thought of a rocket's drag before it flies: mean and 1σ of the logarithm of the factor on its forecast's."""

    mean: float
    sd: float


def usual_prior(cd_known: bool) -> DragPrior:
    """Of a builder of whom nothing is known."""
    return DragPrior(0.0, CD_KNOWN_SD if cd_known else CD_GUESSED_SD)


def nothing_learnt(cd_known: bool = False, prior: DragPrior | None = None) -> Learnt:
    """Before any flight."""
    prior = prior or usual_prior(cd_known)
    return Learnt(
        cd_factor=math.exp(prior.mean), cd_sd=prior.sd, thrust_factors={}, covariance=np.array([[prior.sd**2]]), flights=0, weights={},
        scatters=_as_assumed(),
    )  # fmt: skip


def _as_assumed() -> tuple[tuple[float, float], ...]:
    likely = np.exp(-0.5 * (np.log(_SCATTERS / HEIGHT_SCATTER_SD) / SCATTER_UNSURE) ** 2)
    return tuple(zip(_SCATTERS.tolist(), (likely / likely.sum()).tolist(), strict=True))


def learn_rocket(
    flights: Sequence[Measured], cd_known: bool = False, tangents: Tangents | None = None, prior: DragPrior | None = None
) -> Learnt:
    """Fit drag and thrust to every flight that measured something.

    The unknowns are the logarithms of one factor on the rocket's drag and one on each motor type's thrust. A height tells a mixture
    of both; a top speed tells mostly thrust. Each flight's scatter is Student's t, so an odd one is believed little (`robust`). How far
    heights scatter is one more unknown: each width is as likely as the flights, odd ones aside, are under it.

    Parameters
    ----------
    flights : sequence of Measured
    cd_known : bool
        The forecasts used a Cd of the owner's rather than a reckoned one.
    tangents : mapping
        What was flown for earlier fits, by the flight's key; filled on. Keys must then mean the same flight for good.
    prior : DragPrior or None
        Where this builder's other rockets stand (`owner.py`); None: nothing is known of them.
    """
    prior = prior or usual_prior(cd_known)
    tangents = {} if tangents is None else tangents
    used = [f for f in flights if (f.apogee_m is not None or f.max_speed_m_s is not None) and _flies(f, tangents)]
    if not used:
        return nothing_learnt(cd_known, prior)
    priors = {f.motor.key: thrust_sd(f.motor) for f in used}
    motors = list(priors)
    mean, spread = np.zeros(1 + len(motors)), np.diag(np.array([prior.sd, *priors.values()]) ** 2)
    mean[0] = prior.mean

    def groups(at: Floats, scatter: float) -> list[Group]:
        return [_group(f, at, 1 + motors.index(f.motor.key), tangents, scatter) for f in used]

    scatters, scatter = _as_assumed(), _WIDE * HEIGHT_SCATTER_SD
    for _ in range(_ROUNDS):
        # Which flights are odd hangs on how widely the others scatter: first a wide view, then as found.
        at, posterior = _settled(groups, mean, spread, scatter)
        believed = [n for n, weight in enumerate(posterior.weights) if weight >= _BEYOND and used[n].apogee_m is not None]
        if len(believed) > 1:
            scatters = _scatters([g for n, g in enumerate(groups(at, 0.0)) if n in believed], mean, spread)
        before, scatter = scatter, math.sqrt(sum(p * s**2 for s, p in scatters))
        if abs(scatter / before - 1) < 0.02:
            break
    at, posterior = _settled(groups, mean, spread, scatter)
    return Learnt(
        cd_factor=math.exp(at[0]), cd_sd=float(np.sqrt(posterior.covariance[0, 0])),
        thrust_factors={key: math.exp(x) for key, x in zip(motors, at[1:], strict=True)}, covariance=posterior.covariance,
        flights=len(used), weights={f.key: float(w) for f, w in zip(used, posterior.weights, strict=True)}, scatters=scatters,
    )  # fmt: skip


def _settled(
    groups: Callable[[Floats, float], list[Group]], mean: Floats, spread: Floats, scatter: float
) -> tuple[Floats, Posterior]:
    """The fit, made linear about itself until it stays."""
    at = mean.copy()
    for _ in range(_ROUNDS):
        posterior = fit(mean, spread, groups(at, scatter))
        moved = float(np.max(np.abs(posterior.mean - at)))
        at = np.clip(posterior.mean, -1.5, 1.5)
        if moved < 1e-3:
            break
    return at, posterior


def _scatters(groups: list[Group], mean: Floats, spread: Floats) -> tuple[tuple[float, float], ...]:
    """How likely each scatter is after these flights, whatever drag and thrust are: the marginal likelihood of a Gaussian linear model."""
    told, logs = _as_assumed(), []
    design = np.vstack([g.design for g in groups])
    off = np.concatenate([g.values for g in groups]) - design @ mean
    fixed, heights, at = design @ spread @ design.T, np.zeros(len(off)), 0
    for g in groups:
        n = len(g.values)
        fixed[at : at + n, at : at + n] += g.covariance
        heights[at] = 1.0  # a height stands before a top speed
        at += n
    for scatter, before in told:
        whole = fixed + np.diag(heights * scatter**2)
        _, volume = np.linalg.slogdet(whole)
        logs.append(math.log(before) - 0.5 * (float(volume) + float(off @ np.linalg.solve(whole, off))))
    likely = np.exp(np.array(logs) - max(logs))
    return tuple(zip((s for s, _ in told), (likely / likely.sum()).tolist(), strict=True))


def pushed(motor: Motor, factor: float) -> Motor:
    """The same motor with its thrust multiplied."""
    return replace(motor, curve=motor.curve.scaled(factor))


def _flies(f: Measured, tangents: Tangents) -> bool:
    key = (f.key, 0.0, 0.0)
    if key not in tangents:
        if _forecast(f, 0.0, 0.0) is None:
            return False
        tangents[key] = _tangent(f, 0.0, 0.0)
    return True


def _forecast(f: Measured, drag: float, thrust: float) -> tuple[float, float] | None:
    """Logarithms of height and top speed with these logarithms of factors; None where it does not fly."""
    try:
        flight = fly(with_drag_factor(f.rocket, math.exp(drag)), pushed(f.motor, math.exp(thrust)), None, f.site)
    except LeavesAirError:
        return None
    if not flight.apogee_altitude_m or not flight.max_speed_m_s or flight.apogee_altitude_m <= 0 or flight.max_speed_m_s <= 0:
        return None
    return math.log(flight.apogee_altitude_m), math.log(flight.max_speed_m_s)


@dataclass(frozen=True, slots=True)
class Tangent:
    """Logarithms of height and top speed at some figures, and how they change with drag and with thrust."""

    base: tuple[float, float]
    by_drag: tuple[float, float]
    by_thrust: tuple[float, float]


def _tangent(f: Measured, drag: float, thrust: float) -> Tangent:
    base = _forecast(f, drag, thrust) or _forecast(f, 0.0, 0.0) or (0.0, 0.0)
    more_drag, more_thrust = _forecast(f, drag + _STEP, thrust) or base, _forecast(f, drag, thrust + _STEP) or base
    slopes = [tuple((x - b) / _STEP for x, b in zip(more, base, strict=True)) for more in (more_drag, more_thrust)]
    return Tangent(base, *slopes)  # type: ignore[arg-type]


def _group(f: Measured, at: Floats, column: int, tangents: Tangents, height_scatter: float) -> Group:
    """A flight's measurements, linear about the nearest point of a grid: so near that what bends is lost in the scatter.

    On a grid the same points come up again, in the next round and after the next flight, and need not be flown again.
    """
    drag, thrust = (_GRID * round(float(at[i]) / _GRID) for i in (0, column))
    key = (f.key, round(drag, 3), round(thrust, 3))
    found = tangents.get(key)
    if found is None:
        found = tangents[key] = _tangent(f, drag, thrust)
    base = found.base
    values, rows, own = [], [], []
    told: tuple[tuple[int, float | None, float, float, Callable[[float], float]], ...] = (
        (0, f.apogee_m, f.apogee_sd_m, height_scatter, math.log), (1, f.max_speed_m_s, f.max_speed_sd_m_s, SPEED_SCATTER_SD, math.log),
    )  # fmt: skip
    for i, value, sd, scatter, log in told:
        if value is None:
            continue
        slopes = np.zeros(len(at))
        slopes[0], slopes[column] = found.by_drag[i], found.by_thrust[i]
        rows.append(slopes)
        values.append(log(value) - base[i] + found.by_drag[i] * drag + found.by_thrust[i] * thrust)
        own.append((sd / value) ** 2 + scatter**2)
    design = np.array(rows)
    # This flight's motor differs from its type: one figure moves height and speed together.
    together = design[:, column : column + 1]
    return Group(values=np.array(values), design=design, covariance=np.diag(own) + THRUST_SCATTER_SD**2 * together @ together.T)
