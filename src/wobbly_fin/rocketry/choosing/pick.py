"""Which motor and which delay: every candidate flown, judged and put in order."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.thumb import Thumb, thumb_delay
from wobbly_fin.rocketry.choosing.trials import Mount, Trial, fits, smallest_margin, trials
from wobbly_fin.rocketry.flight.flight import Flight, LeavesAirError, fly
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor

Verdict = Literal["good", "marginal", "no"]
_RANK: dict[Verdict, int] = {"good": 0, "marginal": 1, "no": 2}


@dataclass(frozen=True, slots=True, kw_only=True)
class Candidate:
    """One motor with one delay, flown and judged. `delay_s` is None for a booster or a plugged motor."""

    motor: Motor
    delay_s: float | None
    verdict: Verdict
    tests: tuple[Trial, ...]
    margin: float
    flight: Flight

    @property
    def label(self) -> str:
        """What to ask for at the counter."""
        return self.motor.label_with(self.delay_s)


def pick(
    rocket: QuickRocket, mount: Mount, site: Site, motors: Iterable[Motor], rules: Rules | None = None
) -> tuple[Candidate, ...]:
    """Fly and judge every motor that fits the mount, with every delay it comes with.

    Order: good, marginal, no; within each by the smallest margin, then the next smallest, and so on, largest first;
    margins count in hundredths, since a finer difference is not worth a place.

    Returns
    -------
    tuple of Candidate
        Best first; failing ones included; empty where nothing fits.
    """
    rules = rules or Rules()
    found = [
        _judge(rocket, mount, site, motor, delay_s, rules)
        for motor in motors
        if fits(motor, mount, rules)
        for delay_s in (motor.delays_s or (None,))
    ]
    return tuple(sorted(found, key=_order))


def judge(
    rocket: QuickRocket, mount: Mount, site: Site, motor: Motor, delay_s: float | None, rules: Rules | None = None
) -> Candidate:
    """Fly and judge one motor and delay, whether or not it is sold with that delay."""
    return _judge(rocket, mount, site, motor, delay_s, rules or Rules())


def best_per_motor(candidates: Sequence[Candidate]) -> tuple[Candidate, ...]:
    """The best delay of each motor, keeping the order of `candidates`."""
    seen: dict[str, Candidate] = {}
    for candidate in candidates:
        seen.setdefault(candidate.motor.key, candidate)
    return tuple(seen.values())


def thumb_for(rocket: QuickRocket, motor: Motor, site: Site, rules: Rules | None = None) -> Thumb | None:
    """The rule-of-thumb delay for a motor in this rocket and wind."""
    return thumb_delay(rocket, motor, site.wind_speed_m_s, rules or Rules())


def _judge(rocket: QuickRocket, mount: Mount, site: Site, motor: Motor, delay_s: float | None, rules: Rules) -> Candidate:
    try:
        flight = fly(rocket, motor, delay_s, site)
    except LeavesAirError as error:
        # One absurd pairing must not cost the others their verdicts.
        flight = error.flight
    tests = trials(motor, mount, site, flight, rules)
    margin = smallest_margin(tests)
    verdict: Verdict = "no"
    if all(test.passed for test in tests):
        verdict = "marginal" if margin < rules.marginal_fraction else "good"
    return Candidate(motor=motor, delay_s=delay_s, verdict=verdict, tests=tests, margin=margin, flight=flight)


def _order(candidate: Candidate) -> tuple[int, int, tuple[float, ...], float, float]:
    margins = sorted(round(test.margin, 2) for test in candidate.tests if test.margin is not None)
    failed = sum(not test.passed for test in candidate.tests)
    return (
        _RANK[candidate.verdict],
        failed,
        tuple(-margin for margin in margins),
        candidate.motor.curve.total_impulse_n_s,
        candidate.delay_s or 0.0,
    )
