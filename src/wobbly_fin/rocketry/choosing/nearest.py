"""What would make it go: the nearest change, or two, of what its owner can change; each tried with the real flight."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import combinations

from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing.explain import height_words
from wobbly_fin.rocketry.choosing.pick import Candidate, alone, judge, loadings
from wobbly_fin.rocketry.choosing.registry import BY_NAME, ChangeKind
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.variants import under

# Canopies tried smaller and larger, holes as shares of the diameter, rods tilted into the wind [°], rods people have [m], ballast as
# shares of the rocket: our own steps.
CANOPIES, HOLES, TILTS_DEG, RODS_M, BALLAST = (
    (0.85, 1.2, 0.7, 1.4, 0.55),
    (0.25, 0.4),
    (5.0, 10.0),
    (1.2, 1.5, 1.8),
    (0.03, 0.07, 0.12),
)
MOST_MOTORS, MOST_PAIRED = 8, 8
_ORDER: tuple[ChangeKind, ...] = ("delay", "tilt", "spill_hole", "canopy", "rod_length", "ballast", "hour", "motor")
_SAID_BY_RANGE = ("wind", "site_size", "stand_off", "permit", "age", "local_limit")


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """One change. Of a canopy, a hole, a rod: [m]; a tilt: [°]; a delay: [s]; ballast: [kg]; an hour."""

    kind: ChangeKind
    value: float | None = None
    label: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """What makes it go, at most two steps, and what it flies like then."""

    steps: tuple[Step, ...]
    after: Candidate

    @property
    def key(self) -> str:
        """Its kinds, for a machine to tell them apart."""
        return "+".join(s.kind for s in self.steps)


@dataclass(frozen=True, slots=True)
class _Tried:
    step: Step
    configuration: Configuration
    situation: Situation


def nearest_change(found: Candidate, motors: Sequence[Motor] = (), hours: Sequence[tuple[float, Site]] = ()) -> Change | None:
    """The nearest change that makes everything pass that can be judged; None where nothing near does.

    Parameters
    ----------
    motors : sequence of Motor
        At hand for a change; never one its owner does not have.
    hours : sequence of (hour, Site)
        Other hours of the day, nearest first.
    """
    kinds = {k for t in found.against for k in BY_NAME[t.name].changes}
    if not kinds:
        return None
    tried = list(_changes(found, kinds, motors, hours))
    better: list[_Tried] = []
    failed = len(found.against)
    for one in tried:
        after = judge(one.configuration, one.situation, found.case.rules, shares="none", thorough=False)
        if (settled := _going(after)) is not None:
            return Change(steps=(one.step,), after=settled)
        if len(after.against) < failed and one.step.kind != "motor":
            better.append(one)
    for a, b in combinations(better[:MOST_PAIRED], 2):
        if a.step.kind == b.step.kind:
            continue
        both = _both(found, a.step, b.step, motors, hours)
        if both is None:
            continue
        after = judge(both.configuration, both.situation, found.case.rules, shares="none", thorough=False)
        if (settled := _going(after)) is not None:
            return Change(steps=(a.step, b.step), after=settled)
    return None


def _going(after: Candidate) -> Candidate | None:
    """Judged alone, its cloud of landings included, where it passes all that can be judged."""
    if after.settled == "no":
        return None
    settled = alone(after)
    return None if settled.settled == "no" else settled


def _both(
    found: Candidate, first: Step, second: Step, motors: Sequence[Motor], hours: Sequence[tuple[float, Site]]
) -> _Tried | None:
    half = next((t for t in _changes(found, {first.kind}, motors, hours) if t.step == first), None)
    if half is None:
        return None
    case = replace(found.case, configuration=half.configuration, pushed=half.configuration, situation=half.situation)
    return next(
        (t for t in _changes(Candidate(case=case, tests=found.tests), {second.kind}, motors, hours) if t.step == second), None
    )


def _changes(
    found: Candidate, kinds: set[ChangeKind], motors: Sequence[Motor], hours: Sequence[tuple[float, Site]]
) -> Iterator[_Tried]:
    """Nearest first."""
    makers = {
        "delay": _delays, "tilt": _tilts, "spill_hole": _holes, "canopy": _canopies, "rod_length": _rods, "ballast": _ballasts,
    }  # fmt: skip
    for kind in _ORDER:
        if kind not in kinds:
            continue
        if kind == "hour":
            for hour, site in hours:
                yield _Tried(Step(kind="hour", value=hour), found.configuration, replace(found.case.situation, site=site))
        elif kind == "motor":
            yield from _motors(found, motors)
        else:
            yield from makers[kind](found.configuration, found.case.situation, found.case.rules)


def _delays(c: Configuration, situation: Situation, rules: Rules) -> Iterator[_Tried]:
    leading = c.leading
    if leading is None or leading.delay_s is None:
        return
    for delay in sorted(leading.motor.delays_to_try_s, key=lambda d: abs(d - (leading.delay_s or 0.0))):
        if delay != leading.delay_s:
            yield _Tried(Step(kind="delay", value=delay, label=leading.motor.label_with(delay)), c.with_delay(delay), situation)


def _tilts(c: Configuration, situation: Situation, rules: Rules) -> Iterator[_Tried]:
    site = situation.site
    if site.ground_wind_m_s <= 0.5:
        return
    for tilt in TILTS_DEG:
        if tilt > site.rod_tilt_deg:
            leaning = replace(site, rod_tilt_deg=tilt, rod_azimuth_deg=into_wind_deg(site))
            yield _Tried(Step(kind="tilt", value=tilt), c, replace(situation, site=leaning))


def _rods(c: Configuration, situation: Situation, rules: Rules) -> Iterator[_Tried]:
    site = situation.site
    for rod in RODS_M:
        if rod > site.rod_length_m + 0.05:
            yield _Tried(Step(kind="rod_length", value=rod), c, replace(situation, site=replace(site, rod_length_m=rod)))


def _canopies(c: Configuration, situation: Situation, rules: Rules) -> Iterator[_Tried]:
    canopy = c.rocket.canopy
    if canopy is None or canopy.kind not in ("flat", "hexagonal", "domed", "cross"):
        return
    for share in CANOPIES:
        # To a whole centimetre, which is how canopies are bought.
        other = canopy.scaled(round(canopy.diameter_m * share, 2) / canopy.diameter_m)
        yield _Tried(Step(kind="canopy", value=other.diameter_m), c.changed(under(c.rocket, other)), situation)


def _holes(c: Configuration, situation: Situation, rules: Rules) -> Iterator[_Tried]:
    canopy = c.rocket.canopy
    if canopy is None or canopy.kind not in ("flat", "hexagonal"):
        return
    for share in HOLES:
        hole = round(canopy.diameter_m * share, 3)
        if hole > canopy.spill_hole_m:
            yield _Tried(
                Step(kind="spill_hole", value=hole), c.changed(under(c.rocket, replace(canopy, spill_hole_m=hole))), situation
            )


def _ballasts(c: Configuration, situation: Situation, rules: Rules) -> Iterator[_Tried]:
    if not isinstance(c.rocket, RigidRocket):
        return
    for share in BALLAST:
        ballast = float(f"{share * c.mass_kg:.2g}")
        # In the nose, where it moves the balance most.
        yield _Tried(Step(kind="ballast", value=ballast), c.heavier(ballast, 0.08 * c.rocket.layout.length_m), situation)


def _motors(found: Candidate, motors: Sequence[Motor]) -> Iterator[_Tried]:
    c = found.configuration
    size = max(c.installed_n_s, 1e-3)
    ways = list(loadings(c.loading(()), motors, found.case.rules))
    near = sorted(ways, key=lambda loads: abs(math.log(sum(x.motor.curve.total_impulse_n_s for x in loads) / size)))
    seen = 0
    for loads in near:
        ready = c.loading(loads)
        leading = ready.leading
        if leading is None or ready.key == c.key:
            continue
        seen += 1
        if seen > MOST_MOTORS:
            return
        for delay in leading.motor.delays_to_try_s or (None,):
            other = ready.with_delay(delay)
            yield _Tried(Step(kind="motor", value=delay, label=other.label), other, found.case.situation)


def into_wind_deg(site: Site) -> float:
    """Where the ground wind comes from. [°]"""
    x, y = site.wind_at_m_s(site.wind_height_m)
    return math.degrees(math.atan2(-x, -y)) % 360


def change_sentence(change: Change, units: UnitChoice = METRIC) -> str:
    """What would make it go, and what that costs."""
    said = " ".join(step_sentence(s, units) for s in change.steps)
    after = change.after.case
    return f"{said} {say('change-then', height=height_words(after, units))}" if after.flight.lifted else said


def step_sentence(step: Step, units: UnitChoice = METRIC) -> str:
    """One step in words."""
    value = step.value or 0.0
    if step.kind in ("delay", "motor"):
        return say(f"change-to-{step.kind}", label=step.label)
    quantity = {"canopy": "short_length", "spill_hole": "short_length", "rod_length": "length", "ballast": "mass"}.get(step.kind)
    if quantity is not None:
        return say(f"change-by-{step.kind.replace('_', '-')}", value=show(value, quantity, units))
    if step.kind == "tilt":
        return say("change-by-tilt", value=f"{value:g}")
    minutes = round(value * 60)
    return say("change-by-hour", value=f"{minutes // 60}:{minutes % 60:02d}")
