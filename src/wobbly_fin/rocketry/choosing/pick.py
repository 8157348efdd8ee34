"""Which motor and which delay: every candidate flown, judged and put in order."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from itertools import product
from typing import Literal

from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing.refusals import Configuration
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.thumb import Thumb, thumb_delay
from wobbly_fin.rocketry.choosing.trials import Loaded, Mount, Trial, fits, smallest_margin, trials
from wobbly_fin.rocketry.flight.flight import Flight, LeavesAirError, fly_vehicle
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.motors.motor import Motor

Verdict = Literal["good", "marginal", "no"]
_RANK: dict[Verdict, int] = {"good": 0, "marginal": 1, "no": 2}
MOST_BOOSTERS = 12  # tried per lower stage: what lights the next one first, smallest first


@dataclass(frozen=True, slots=True, kw_only=True)
class Candidate:
    """One motor with one delay, flown and judged. `delay_s` is None for a booster or a plugged motor.

    Attributes
    ----------
    boosters : tuple of Motor
        Of the stages below, from the second downwards.
    motors : int
        How many of `motor` the last stage takes.
    shorten_s : float
        By how much an adjustable delay is to be shortened. [s]
    """

    motor: Motor
    delay_s: float | None
    verdict: Verdict
    tests: tuple[Trial, ...]
    margin: float
    flight: Flight
    boosters: tuple[Motor, ...] = ()
    motors: int = 1
    boosters_each: tuple[int, ...] = ()

    @property
    def label(self) -> str:
        """What to ask for at the counter, lowest stage first."""
        own = self.motor.label_with(self.delay_s)
        named = [_times(n, b.name) for b, n in zip(self.boosters, self.boosters_each or (1,) * len(self.boosters), strict=True)]
        return " + ".join([*reversed(named), _times(self.motors, own)])

    @property
    def shorten_s(self) -> float:
        return 0.0 if self.delay_s is None else self.motor.shortened_by_s(self.delay_s)

    @property
    def key(self) -> str:
        """Which motors, whatever the delay."""
        return "|".join((self.motor.key, *(b.key for b in self.boosters)))


def _times(count: int, label: str) -> str:
    return label if count == 1 else f"{count} × {label}"


def pick(
    rocket: Rocket,
    mounts: Mount | Sequence[Mount],
    situation: Situation | Site,
    motors: Iterable[Motor],
    rules: Rules | None = None,
) -> tuple[Candidate, ...]:
    """Fly and judge every motor that fits the mount, with every delay it comes with or can be shortened to.

    Of a staged rocket every pairing of a motor above with boosters below. One ascent serves all delays of a motor.

    Order: good, marginal, no; within each by the smallest margin, then the next smallest, and so on, largest first;
    margins count in hundredths, since a finer difference is not worth a place.

    Parameters
    ----------
    mounts : Mount or sequence of Mount
        Per stage, the last stage's (uppermost) first.

    Returns
    -------
    tuple of Candidate
        Best first; failing ones included; empty where nothing fits.
    """
    rules = rules or Rules()
    where = Situation(site=situation) if isinstance(situation, Site) else situation
    stages = (mounts,) if isinstance(mounts, Mount) else tuple(mounts)
    shelf = list(motors)
    lower = [_boosters_for(shelf, mount, rules) for mount in stages[1:]]
    found: list[Candidate] = []
    for boosters in product(*lower):
        ready = rocket.over(boosters) if isinstance(rocket, RigidRocket) else rocket
        for motor in shelf:
            if fits(motor, stages[0], rules):
                found += judge_delays(ready, stages[0], where, motor, motor.delays_to_try_s or (None,), rules)
    return tuple(sorted(found, key=order))


def _boosters_for(shelf: Sequence[Motor], mount: Mount, rules: Rules) -> list[Motor]:
    """Motors worth trying under another stage: made for it first, then those without a charge, which are refused with a reason."""
    there = [m for m in shelf if fits(m, mount, rules) and m.kind != "single"]
    return sorted(there, key=lambda m: (m.kind != "booster", m.curve.total_impulse_n_s))[:MOST_BOOSTERS]


def judge(
    rocket: Rocket, mount: Mount, situation: Situation | Site, motor: Motor, delay_s: float | None, rules: Rules | None = None
) -> Candidate:
    """Fly and judge one motor and delay, whether or not it is sold with that delay."""
    where = Situation(site=situation) if isinstance(situation, Site) else situation
    return judge_delays(rocket, mount, where, motor, (delay_s,), rules or Rules())[0]


def judge_delays(
    rocket: Rocket, mount: Mount, situation: Situation, motor: Motor, delays_s: Sequence[float | None], rules: Rules
) -> list[Candidate]:
    """One motor with several delays, on one ascent."""
    vehicle = rocket.loaded(situation.taught.as_pushed(motor))
    try:
        flights = fly_vehicle(vehicle, [situation.taught.real_delay_s(motor, d) for d in delays_s], situation.site)
    except LeavesAirError as error:
        # One absurd pairing must not cost the others their verdicts.
        flights = [error.flight] * len(delays_s)
    rigid = rocket if isinstance(rocket, RigidRocket) else None
    boosters = rigid.boosters if rigid else ()
    configuration = replace(configuration_of(rocket, motor), grounded=situation.grounded)
    each = tuple(len(motors) for motors in configuration.boosters)
    found = []
    for delay_s, flight in zip(delays_s, flights, strict=True):
        margins = rigid.margins(vehicle, flight) if rigid else None
        loaded = Loaded(motor=motor, mount=mount, configuration=configuration, margins=margins)
        tests = trials(loaded, situation, flight, rules)
        margin = smallest_margin(tests)
        verdict: Verdict = "no"
        if all(test.passed for test in tests):
            verdict = "marginal" if margin < rules.marginal_fraction else "good"
        found.append(
            Candidate(
                motor=motor,
                delay_s=delay_s,
                verdict=verdict,
                tests=tests,
                margin=margin,
                flight=flight,
                boosters=boosters,
                motors=len(configuration.upper),
                boosters_each=each,
            )
        )
    return found


def configuration_of(rocket: Rocket, motor: Motor) -> Configuration:
    """What is loaded how, a motor in the first stage and its boosters below."""
    rigid = rocket if isinstance(rocket, RigidRocket) else None
    if rigid is None:
        return Configuration(upper=(motor,))
    mixed = bool(rigid.others) and not rigid.boosters
    return Configuration(
        upper=(motor, *rigid.others) if mixed else (motor,) * rigid.motors_in(0),
        boosters=tuple((b,) * rigid.motors_in(i + 1) for i, b in enumerate(rigid.boosters)),
        altimeter_opens=rigid.recovery.at_apogee and bool(rigid.canopy),
        plugged=rigid.plugged,
        vent_m=rigid.vent_m,
        own_igniter=rigid.lights_after_s > 0,
        wadding_burns=rigid.recovery.burns,
    )


def best_per_motor(candidates: Sequence[Candidate]) -> tuple[Candidate, ...]:
    """The best delay of each motor or pairing of motors, keeping the order of `candidates`."""
    seen: dict[str, Candidate] = {}
    for candidate in candidates:
        seen.setdefault(candidate.key, candidate)
    return tuple(seen.values())


def thumb_for(rocket: Rocket, motor: Motor, site: Site, rules: Rules | None = None) -> Thumb | None:
    """The rule-of-thumb delay for a motor in this rocket and wind."""
    return thumb_delay(rocket, motor, site.ground_wind_m_s, rules or Rules())


def order(candidate: Candidate) -> tuple[int, int, tuple[float, ...], float, float]:
    """What candidates are put in order by, smallest first."""
    margins = sorted(round(test.margin, 2) for test in candidate.tests if test.margin is not None)
    failed = sum(not test.passed for test in candidate.tests)
    return (
        _RANK[candidate.verdict],
        failed,
        tuple(-margin for margin in margins),
        candidate.motor.curve.total_impulse_n_s,
        candidate.delay_s or 0.0,
    )
