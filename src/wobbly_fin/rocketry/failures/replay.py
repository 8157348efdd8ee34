"""Each cause flown: the same rocket in the same air with that fault, held against what was measured of the flight.

A cause bends odds by what was seen; by what was *measured* it is judged here. Its fault is flown in several severities (`faults.py`), and the
mean likelihood of the figures measured, against what all causes together let expect, is what the log says for or against it.
"""

import math
from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from wobbly_fin.rocketry.altimetry.readout import Readout
from wobbly_fin.rocketry.canopies.canopy import terminal_speed_m_s
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.failures.causes import CAUSES
from wobbly_fin.rocketry.failures.faults import FAULTS, Faulty, Planned
from wobbly_fin.rocketry.flight.flight import Flight, trace_vehicle
from wobbly_fin.rocketry.flight.path import Path, sample_path

# How far a forecast of a flight as described may be off, 1σ: a share of the figure, and a part of its own. Our own figures, from the demo’s and
# simulated flights; a delay burns 8 % longer or shorter (common practice, no source). A burn is
# read off heights mostly as it was planned, so it says little of one that was not.
_OFF: dict[str, tuple[float, float]] = {
    "apogee_m": (0.08, 2.0), "apogee_time_s": (0.04, 0.1), "burn_time_s": (0.2, 0.1), "max_speed_m_s": (0.06, 1.0),
    "apogee_to_ejection_s": (0.0, 0.5), "descent_rate_m_s": (0.12, 0.2), "drogue_rate_m_s": (0.15, 0.3), "main_altitude_m": (0.1, 10.0),
}  # fmt: skip
FIGURES = tuple(_OFF)
_DELAY_SHARE = 0.08  # of the delay, on top, where the motor’s own charge opens
_POINTS, _AGREES = 160, 2.0
_DEGREES = 3.0  # of Student’s t: one figure far off does not decide alone
_MISREAD = 0.04  # a log shows an opening that was none, or none where one was
_LOUDEST = 6.0  # of what a replay can say, as a logarithm: our own choice
# What causes flown nowhere, and those nobody listed, let expect: any figure within a factor of about two and a half.
_ANYTHING = math.log(2.5)


@dataclass(frozen=True, slots=True, kw_only=True)
class Measured:
    """What a log or a read-out gave.

    Attributes
    ----------
    figures : mapping
        Name, one of `FIGURES`, to value and standard deviation, SI.
    opened : bool or None
        Whether anything slowed its fall; None: not known.
    openings : int or None
        How many openings the log shows; None: not known.
    """

    figures: Mapping[str, tuple[float, float]]
    opened: bool | None = None
    openings: int | None = None

    @property
    def tells(self) -> bool:
        """Whether there is anything to hold a replay against."""
        return bool(self.figures) or self.opened is not None


@dataclass(frozen=True, slots=True, kw_only=True)
class Held:
    """One figure, SI: with the fault, as measured, and whether the two agree within twice their spread."""

    name: str
    flown: float
    measured: float
    fits: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Replay:
    """A cause flown, in the severity that explains the measured flight best.

    Attributes
    ----------
    weight : float
        What the figures say for the cause, a logarithm of odds against all causes together; 0 where nothing was measured.
    path : Path
        Of that flight.
    held : tuple of Held
        What was measured against what it would show, in the order of `FIGURES`.
    opened : bool
        Whether anything slows its fall.
    """

    weight: float
    flight: Flight
    path: Path
    held: tuple[Held, ...]
    opened: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class Replays:
    """Every cause that can be flown, by its key; what the figures say for causes nobody flew, as a weight."""

    of: dict[str, Replay]
    unlisted: float = 0.0

    def weight(self, cause: str) -> float:
        """What was measured says for a cause, a logarithm of odds; nothing of those that never left the pad."""
        return self.of[cause].weight if cause in self.of else self.unlisted if cause == "else" else 0.0


NO_REPLAYS = Replays(of={})


def replays(planned: Planned, measured: Measured) -> Replays:
    """Every cause that can be flown, flown.

    Parameters
    ----------
    planned : Planned
        Rocket, delay and air as they were to be.
    measured : Measured

    Returns
    -------
    Replays
        Causes that make no other flight than the one planned fly that one. Empty where it does not lift.
    """
    flown = {key: tries for key, fault in FAULTS.items() if (tries := [t for f in fault(planned) if (t := _try(f, measured))])}
    if not flown:
        return NO_REPLAYS
    means = {key: _mean([t.likelihood for t in tries]) for key, tries in flown.items()}
    share = {key: CAUSES[key].prior for key in means}
    total = sum(c.prior for c in CAUSES.values())
    anything = _of_anything(measured)
    usual = _log_sum([(means[k], share[k] / total) for k in means] + [(anything, 1.0 - sum(share.values()) / total)])
    found = {}
    for key, tries in flown.items():
        best = max(tries, key=lambda t: t.likelihood)
        found[key] = Replay(
            weight=_heard(means[key] - usual, measured),
            flight=best.flight, path=best.path, held=_held(best, measured), opened=best.opened,
        )  # fmt: skip
    return Replays(of=found, unlisted=_heard(anything - usual, measured))


def _heard(weight: float, measured: Measured) -> float:
    return min(max(weight, -_LOUDEST), _LOUDEST) if measured.tells else 0.0


@dataclass(frozen=True, slots=True)
class _Try:
    """One severity flown, and how likely it makes what was measured."""

    flight: Flight
    path: Path
    figures: dict[str, float]
    opened: bool
    delay_s: float
    likelihood: float


def _held(best: _Try, measured: Measured) -> tuple[Held, ...]:
    found = []
    for name in FIGURES:
        if name in measured.figures and name in best.figures:
            (value, sd), flown = measured.figures[name], best.figures[name]
            close = abs(value - flown) <= _AGREES * spread(name, flown, sd, best.delay_s)
            found.append(Held(name=name, flown=flown, measured=value, fits=close))
    return tuple(found)


def _try(faulty: Faulty, measured: Measured) -> _Try | None:
    try:
        flight, trace = trace_vehicle(faulty.vehicle, faulty.delay_s, faulty.site)
    except RocketryError:
        return None
    if not flight.lifted or flight.apogee_time_s is None or len(trace) < 3:
        return None
    path = sample_path(trace, _POINTS)
    opened = bool(faulty.vehicle.openings) and flight.ejection is not None
    figures = _figures(faulty, flight, path)
    openings = 0 if not opened else 2 if flight.main is not None else 1
    delay_s = 0.0 if faulty.vehicle.at_apogee or faulty.delay_s is None else faulty.delay_s
    return _Try(flight, path, figures, opened, delay_s, _likelihood(figures, openings, measured, delay_s))


def _figures(faulty: Faulty, flight: Flight, path: Path) -> dict[str, float]:
    """What a log of such a flight would show; its top is where it was highest, its speed how fast it climbs, times count from liftoff."""
    top = int(np.argmax(path.altitude_m))
    left, vehicle = flight.liftoff_time_s or 0.0, faulty.vehicle
    out: dict[str, float | None] = {
        "apogee_m": float(path.altitude_m[top]), "apogee_time_s": float(path.time_s[top]) - left,
        "max_speed_m_s": float(np.max(np.gradient(path.altitude_m, path.time_s))),
        "burn_time_s": vehicle.stretches[0].burn.burnout_s - left if len(vehicle.stretches) == 1 else None,
    }  # fmt: skip
    if flight.ejection is not None and vehicle.openings:
        out["apogee_to_ejection_s"] = flight.ejection.time_s - float(path.time_s[top])
        two = flight.main is not None
        air, hangs = faulty.site.pad_density_kg_m3, vehicle.hanging_kg
        out["descent_rate_m_s"] = terminal_speed_m_s(hangs, vehicle.openings[-1 if two else 0].drag_area_m2, air)
        if flight.main is not None:
            out["drogue_rate_m_s"] = terminal_speed_m_s(hangs, vehicle.openings[0].drag_area_m2, air)
            out["main_altitude_m"] = flight.main.altitude_m
    return {name: value for name, value in out.items() if value is not None}


def spread(name: str, flown: float, sd: float, delay_s: float = 0.0) -> float:
    """Standard deviation of a figure measured about one flown: the reading’s own and the forecast’s."""
    share, own = _OFF[name]
    return math.hypot(sd, share * flown, own, _DELAY_SHARE * delay_s if name == "apogee_to_ejection_s" else 0.0)


def _likelihood(figures: dict[str, float], openings: int, measured: Measured, delay_s: float) -> float:
    """Logarithm of how likely what was measured is, given such a flight; of a figure it would not show, as of any figure at all."""
    total = 0.0
    for name, (value, sd) in measured.figures.items():
        if name not in figures:
            total += _any_value(name, value, sd)
            continue
        wide = spread(name, figures[name], sd, delay_s)
        total += _student((value - figures[name]) / wide) - math.log(wide)
    if measured.opened is not None:
        total += math.log(1.0 - _MISREAD if measured.opened == (openings > 0) else _MISREAD)
        if measured.openings and openings:
            total += math.log(1.0 - 3 * _MISREAD if measured.openings == openings else 3 * _MISREAD)
    return total


def _student(z: float) -> float:
    n = _DEGREES
    return math.lgamma((n + 1) / 2) - math.lgamma(n / 2) - 0.5 * math.log(n * math.pi) - (n + 1) / 2 * math.log1p(z * z / n)


def _any_value(name: str, value: float, sd: float) -> float:
    """As likely as a figure nothing is known of, but its size."""
    wide = max(_ANYTHING * abs(value), _OFF[name][1], sd, 1.0 if name == "apogee_to_ejection_s" else 0.0)
    return -math.log(3.0 * wide)


def _of_anything(measured: Measured) -> float:
    return sum(_any_value(n, v, sd) for n, (v, sd) in measured.figures.items()) + (
        math.log(0.5) if measured.opened is not None else 0.0
    )


def _mean(logs: list[float]) -> float:
    return _log_sum([(x, 1.0 / len(logs)) for x in logs])


def _log_sum(terms: list[tuple[float, float]]) -> float:
    """Logarithm of a weighted sum of exponentials."""
    top = max(x for x, _ in terms)
    return top + math.log(sum(w * math.exp(x - top) for x, w in terms if w > 0.0))


def measured_by(readout: Readout) -> Measured:
    """What an altimeter's log gives to hold replays against."""
    figures = {n: (f.value, f.sd or 0.0) for n in FIGURES if (f := getattr(readout, n)).value is not None}
    late = readout.apogee_to_ejection_s
    opened = True if late.value is not None else False if late.why == "never_opened" else None
    two = None if readout.descent_rate_m_s.value is None else 2 if readout.main_altitude_m.value is not None else 1
    return Measured(figures=figures, opened=opened, openings=two)
