"""Which motor and which delay: every candidate flown, judged and put in order."""

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import product
from typing import Literal

from wobbly_fin.rocketry.airframe.mount import Mount, fits
from wobbly_fin.rocketry.choosing.bands import banded_trials, softened
from wobbly_fin.rocketry.choosing.case import Case, fly_cases
from wobbly_fin.rocketry.choosing.clouds import inside_of
from wobbly_fin.rocketry.choosing.registry import BY_NAME, Outcomes, cheap_trials, dear_trials, once_for_all
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.thumb import Thumb, thumb_delay
from wobbly_fin.rocketry.choosing.trial import Need, Trial, smallest_margin
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import MountLoad
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.motors.motor import Motor

Verdict = Literal["good", "marginal", "open", "no"]
_RANK: dict[Verdict, int] = {"good": 0, "marginal": 1, "open": 2, "no": 3}
MOST_BOOSTERS = 12  # tried per lower stage: what lights the next one first, smallest first
MOST_ASIDE = 3  # tried in mounts beside a stage's leading one, gentlest first, besides leaving them empty
Shares = Literal["none", "all"]


@dataclass(frozen=True, kw_only=True)
class Candidate:
    """One configuration flown and judged; `alone`: by itself, with every test asked."""

    case: Case
    tests: tuple[Trial, ...]
    alone: bool = False

    @property
    def configuration(self) -> Configuration:
        """What is loaded where."""
        return self.case.configuration

    @property
    def flight(self) -> Flight:
        """Its figures."""
        return self.case.flight

    @property
    def verdict(self) -> Verdict:
        """no: a test failed; open: none did, but something that decides is not known; else marginal or good."""
        settled = self.settled
        return "open" if settled != "no" and any(t.passed is None for t in self.tests) else settled

    @cached_property
    def settled(self) -> Verdict:
        """The verdict over what can be decided."""
        if self.against:
            return "no"
        return "marginal" if self.margin < self.case.rules.marginal_fraction else "good"

    @property
    def margin(self) -> float:
        """The tightest test's."""
        return smallest_margin(self.tests)

    @property
    def open_for(self) -> tuple[Need, ...]:
        """What would decide what is not known."""
        return tuple(dict.fromkeys(n for t in self.tests if t.passed is None for n in t.needs))

    @cached_property
    def against(self) -> tuple[Trial, ...]:
        """What keeps it on the ground."""
        return tuple(t for t in self.tests if t.failed)

    @property
    def leading(self) -> MountLoad:
        """The load whose delay is chosen."""
        found = self.configuration.leading
        assert found is not None  # candidates have a motor
        return found

    @property
    def motor(self) -> Motor:
        """The leading one."""
        return self.leading.motor

    @property
    def delay_s(self) -> float | None:
        """Of the leading motor; None for a booster or a plugged one. [s]"""
        return self.configuration.delay_s

    @property
    def boosters(self) -> tuple[Motor, ...]:
        """Of the stages below, from the second downwards."""
        c = self.configuration
        return tuple(c.in_stage(s)[0][1].motor for s in range(1, c.stages) if c.in_stage(s))

    @property
    def motors(self) -> int:
        """How many of the leading motor its stage takes."""
        return self.configuration.mount(self.leading.mount).count

    @property
    def boosters_each(self) -> tuple[int, ...]:
        """How many of each booster."""
        c = self.configuration
        return tuple(c.in_stage(s)[0][0].count for s in range(1, c.stages) if c.in_stage(s))

    @property
    def label(self) -> str:
        """What to ask for at the counter, lowest stage first."""
        return self.configuration.label

    @property
    def shorten_s(self) -> float:
        """By how much an adjustable delay is to be shortened. [s]"""
        return 0.0 if self.delay_s is None else self.motor.shortened_by_s(self.delay_s)

    @property
    def key(self) -> str:
        """Which motors, whatever the delay."""
        return self.configuration.key


def pick(
    base: Configuration,
    situation: Situation | Site,
    motors: Iterable[Motor],
    rules: Rules | None = None,
    *,
    shares: Shares = "none",
    printed: Sequence[str] = (),
) -> tuple[Candidate, ...]:
    """Fly and judge every motor that fits the mounts, with every delay it comes with or can be shortened to.

    Of a staged rocket every pairing of a motor above with boosters below; in further mounts of the first stage the leading motor itself where
    it fits, else none or one of the gentlest that do. One ascent serves all delays of a motor.

    Order: good, marginal, no; within each the least impulse first, then the least average thrust, then the delay nearest the best;
    a motor the kit's box names wins a tie.

    Parameters
    ----------
    base : Configuration
        The rocket with its mounts, nothing loaded.
    shares : str
        all: the cloud of landings is flown for everything that passes the rest; none: it stays to be worked out.
    printed : sequence of str
        Labels on the kit's box.

    Returns
    -------
    tuple of Candidate
        Best first; failing ones included; empty where nothing fits.
    """
    rules, where = rules or Rules(), _situation(situation)
    shelf = list(motors)
    found: list[Candidate] = []
    for loads in loadings(base, shelf, rules):
        ready = base.loading(loads)
        leading = ready.leading
        assert leading is not None
        found += judge_delays(ready, leading.motor.delays_to_try_s or (None,), where, rules, shares=shares)
    return tuple(sorted(found, key=lambda c: order(c, printed)))


def loadings(base: Configuration, shelf: Sequence[Motor], rules: Rules) -> Iterator[tuple[MountLoad, ...]]:
    """Every way of loading a rocket from a shelf that is worth trying; delays left open."""
    slack_m = rules.diameter_slack_mm / 1000
    by_stage = [[m for m in base.mounts if m.stage == s] for s in range(base.stages)]
    if not by_stage[0]:
        return
    lower = [_boosters_for(shelf, mounts, slack_m) for mounts in by_stage[1:]]
    lead, *beside = by_stage[0]
    for boosters in product(*lower):
        below = tuple(load for loads in boosters for load in loads)
        for motor in shelf:
            if not fits(motor, lead, slack_m):
                continue
            choices = [_beside(motor, mount, lead, shelf, slack_m) for mount in beside]
            for more in product(*choices):
                yield (MountLoad(mount=lead.key, motor=motor), *(x for x in more if x is not None), *below)


def _beside(motor: Motor, mount: Mount, lead: Mount, shelf: Sequence[Motor], slack_m: float) -> list[MountLoad | None]:
    if mount.like(lead):
        return [MountLoad(mount=mount.key, motor=motor)]
    there = sorted((m for m in shelf if fits(m, mount, slack_m)), key=lambda m: m.curve.total_impulse_n_s)
    return [None, *(MountLoad(mount=mount.key, motor=m) for m in there[:MOST_ASIDE])]


def _boosters_for(shelf: Sequence[Motor], mounts: Sequence[Mount], slack_m: float) -> list[tuple[MountLoad, ...]]:
    """Motors worth trying under another stage, in all its mounts they fit: made for it first, then those without a charge, refused with a reason."""
    there = [m for m in shelf if fits(m, mounts[0], slack_m) and m.kind != "single"]
    best = sorted(there, key=lambda m: (m.kind != "booster", m.curve.total_impulse_n_s))[:MOST_BOOSTERS]
    return [tuple(MountLoad(mount=mount.key, motor=m) for mount in mounts if fits(m, mount, slack_m)) for m in best]


def _situation(situation: Situation | Site) -> Situation:
    return Situation(site=situation) if isinstance(situation, Site) else situation


def judge(
    configuration: Configuration,
    situation: Situation | Site,
    rules: Rules | None = None,
    *,
    shares: Shares = "all",
    thorough: bool = True,
    known: Sequence[Trial] | None = None,
) -> Candidate:
    """Fly and judge one configuration as it is loaded, whether or not its motor is sold with that delay.

    Parameters
    ----------
    thorough : bool
        The dear tests too where it fails already, which changes no verdict.
    known : sequence of Trial or None
        Outcomes of the dear tests where they were asked before, in another wind; None: asked now.
    """
    where, rules = _situation(situation), rules or Rules()
    (case,) = fly_cases(configuration, [configuration.delay_s], where, rules)
    if known is not None:
        return Candidate(case=case, tests=(*softened(case, cheap_trials(case, once_for_all(case))), *known))
    found = _judged(case, shares, once_for_all(case), always=thorough)
    return replace(found, alone=True) if thorough and shares == "all" else found


def judge_delays(
    configuration: Configuration,
    delays_s: Sequence[float | None],
    situation: Situation | Site,
    rules: Rules,
    *,
    shares: Shares = "none",
) -> list[Candidate]:
    """One loading with several delays of its leading motor, on one ascent."""
    cases = fly_cases(configuration, delays_s, _situation(situation), rules)
    known = once_for_all(cases[0]) if cases else {}
    return [_judged(case, shares, known) for case in cases]


def _judged(case: Case, shares: Shares, known: Outcomes, *, always: bool = False) -> Candidate:
    """Every test; the dear ones only of what passes the others, unless `always`: what fails is no better or worse for them."""
    cheap = softened(case, cheap_trials(case, known))
    if any(t.failed for t in cheap) and not always:
        return Candidate(case=case, tests=cheap)
    if shares == "all":
        case = replace(case, inside=inside_of(case))
    dear = dear_trials(case)
    banded = banded_trials(case, cheap) if not any(t.failed for t in cheap) else []
    return Candidate(case=case, tests=(*cheap, *dear, *banded))


def alone(candidate: Candidate) -> Candidate:
    """The same flown by itself with every test asked, its cloud of landings too: what every page says of a rocket loaded so."""
    return candidate if candidate.alone else judge(candidate.configuration, candidate.case.situation, candidate.case.rules)


def best_per_motor(candidates: Sequence[Candidate]) -> tuple[Candidate, ...]:
    """The best delay of each motor or pairing of motors, keeping the order of `candidates`."""
    seen: dict[str, Candidate] = {}
    for candidate in candidates:
        seen.setdefault(candidate.key, candidate)
    return tuple(seen.values())


def thumb_for(rocket: Rocket, motor: Motor, site: Site, rules: Rules | None = None) -> Thumb | None:
    """The rule-of-thumb delay for a motor in this rocket and wind."""
    return thumb_delay(rocket, motor, site.ground_wind_m_s, rules or Rules())


def order(candidate: Candidate, printed: Sequence[str] = ()) -> tuple[int, int, float, float, int, float, float]:
    """What candidates are put in order by, smallest first: the gentlest that passes.

    Of those that do not pass, the one with the fewest tests failed comes first; a dear test, not asked of all, counts for none.
    """
    c = candidate
    motors = c.configuration.motors
    settled = c.settled
    best_s = c.flight.optimum_delay_s
    off = abs(c.delay_s - best_s) if c.delay_s is not None and best_s is not None else 0.0
    return (
        _RANK[settled],
        sum(not BY_NAME[t.name].dear for t in c.against),
        round(c.configuration.installed_n_s, 9),
        round(sum(m.curve.average_thrust_n for m in motors), 9),
        0 if printed and c.leading.motor.label_with(c.delay_s) in printed else 1,
        round(off, 9),
        c.delay_s or 0.0,
    )
