"""Verdicts reckoned once, whoever asks: remembered by the values they hang on, so that none can go stale."""

from collections.abc import Iterable, Sequence

from wobbly_fin.rocketry.choosing.nearest import Change, nearest_change
from wobbly_fin.rocketry.choosing.pick import Candidate, Shares, judge, pick
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.site.remembered import Remembered

_judged: Remembered[Candidate] = Remembered(500)
_picked: Remembered[tuple[Candidate, ...]] = Remembered(60)
_changes: Remembered[Change | None] = Remembered(300)


def judged(configuration: Configuration, situation: Situation, rules: Rules, shares: Shares = "all") -> Candidate:
    """One load judged alone, as `pick.judge` does."""
    return _judged.get((configuration, situation, rules, shares), lambda: judge(configuration, situation, rules, shares=shares))


def picked(
    base: Configuration, situation: Situation, motors: Iterable[Motor], rules: Rules, printed: Sequence[str] = ()
) -> tuple[Candidate, ...]:
    """Every motor that fits, as `pick.pick` does."""
    shelf = tuple(motors)
    key = (base, situation, shelf, rules, tuple(printed))
    return _picked.get(key, lambda: pick(base, situation, shelf, rules, printed=printed))


def nearest(found: Candidate, motors: Iterable[Motor]) -> Change | None:
    """What would make it go, as `nearest.nearest_change` finds it."""
    box, case = tuple(motors), found.case
    return _changes.get((found.configuration, case.situation, case.rules, box), lambda: nearest_change(found, box))
