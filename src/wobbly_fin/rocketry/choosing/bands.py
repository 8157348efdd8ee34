"""Figures nobody measured carry a band: what passes at one end of it and fails at the other is not known.

Two of them: the mass of a rocket never weighed, and the motor of which no more is known than its label.
"""

from collections.abc import Sequence
from dataclasses import replace

from wobbly_fin.rocketry.choosing.case import Case, fly_cases
from wobbly_fin.rocketry.choosing.registry import BY_NAME
from wobbly_fin.rocketry.choosing.trial import Trial, TrialName, plain, unknown
from wobbly_fin.rocketry.motors.labels import delay_stray_s

# Tests that mass moves; two deviations either way hold about 95 in 100.
MOVED_BY_MASS: tuple[TrialName, ...] = (
    "lifts", "rod_speed", "ceiling", "payload", "delay_window", "ejection_speed", "landing_rate", "permit",
)  # fmt: skip
MOVED_BY_MOTOR: tuple[TrialName, ...] = (
    *MOVED_BY_MASS, "site_size", "stand_off", "stable_ignition", "stable_rod", "stable_burnout", "tumbles", "mach", "flutter", "drift",
)  # fmt: skip
SIGMAS = 2.0


def softened(case: Case, tests: Sequence[Trial]) -> tuple[Trial, ...]:
    """The same; what a motor known by its label alone fails only at one end of what that leaves open is not known.

    Not for what is usual of a class: which motor it will be is open anyway.
    """
    failed = {t.name for t in tests if t.failed} & set(MOVED_BY_MOTOR)
    if not failed or not case.guesses or any(g.any_of_class for g in case.guesses):
        return tuple(tests)
    passes = {n for n in failed for other in case.at_ends if (found := BY_NAME[n].judge(other)) is not None and found.passed}
    return tuple(
        replace(t, passed=None, margin=None, needs=(*t.needs, "motor"), why=t.why or "failed") if t.name in passes else t
        for t in tests
    )


def banded_trials(case: Case, passed: Sequence[Trial]) -> list[Trial]:
    """What the bands of mass and motor leave of the tests that passed; nothing where neither has one."""
    return [t for t in (_weight_trial(case, passed), _motor_trial(case, passed)) if t is not None]


def _weight_trial(case: Case, passed: Sequence[Trial]) -> Trial | None:
    """None for a rocket that was weighed, or a quick one, whose mass somebody typed."""
    rigid = case.configuration.rigid
    if rigid is None or rigid.airframe.known.mass_kg is not None:
        return None
    sigma = rigid.empty(case.configuration.stages).sigma_kg
    mass = rigid.mass_kg
    shift = min(SIGMAS * sigma, 0.5 * mass)
    if shift <= 1e-9:
        return plain("weight", True, mass * 1000, None, "g")
    for sign in (1.0, -1.0):
        changed = case.configuration.changed(rigid.with_changed(shift_kg=rigid.shift_kg + sign * shift))
        (other,) = fly_cases(changed, [changed.delay_s], replace(case.situation, taught=case.situation.taught), case.rules)
        if _fails(case, other, passed, MOVED_BY_MASS):
            return unknown(
                "weight", "weight", value=shift * 1000, limit=mass * 1000, unit="g", why="heavy" if sign > 0 else "light"
            )
    return plain("weight", True, mass * 1000, shift * 1000, "g")


def _motor_trial(case: Case, passed: Sequence[Trial]) -> Trial | None:
    """None where every motor's figures are its maker's, or measured. Value and limit: the ends of the height's band."""
    guesses = case.guesses
    if not guesses:
        return None
    low, _, high = case.height_band or (0.0, 0.0, 0.0)
    if any(g.any_of_class for g in guesses):
        return unknown("motor", "motor", value=low, limit=high, unit="m", why="class")
    if any("delays" in g.guessed for g in guesses):
        return unknown("motor", "motor", value=low, limit=high, unit="m", why="delay")
    for other in case.at_ends:
        if failed := _fails(case, other, passed, MOVED_BY_MOTOR):
            return unknown("motor", "motor", value=low, limit=high, unit="m", why="late" if failed == "delay_window" else "")
    return plain("motor", True, low, high, "m")


def _fails(case: Case, other: Case, passed: Sequence[Trial], asked: Sequence[TrialName]) -> TrialName | None:
    """The first test that passed here and fails there; None where none does."""
    names = {t.name for t in passed if t.passed}
    for name in asked:
        if name in names and (found := BY_NAME[name].judge(other)) is not None and found.failed and not _stray(case, other, name):
            return name
    return None


def _stray(case: Case, other: Case, name: TrialName) -> bool:
    """Whether a window is missed by less than a real delay strays anyway."""
    if name != "delay_window" or case.flight.ejection is None or other.flight.ejection is None:
        return False
    moved = abs(other.flight.ejection.after_apogee_s - case.flight.ejection.after_apogee_s)
    return moved < 0.5 * delay_stray_s(case.configuration.delay_s or 0.0)
