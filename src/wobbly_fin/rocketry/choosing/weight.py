"""A rocket never weighed carries the band its parts' masses leave open: what passes at one end of it and fails at the other is not known."""

from collections.abc import Sequence
from dataclasses import replace

from wobbly_fin.rocketry.choosing.case import Case, fly_cases
from wobbly_fin.rocketry.choosing.registry import BY_NAME
from wobbly_fin.rocketry.choosing.trial import Trial, TrialName, plain, unknown
from wobbly_fin.rocketry.motors.labels import delay_stray_s

# Tests that mass moves; two deviations either way hold about 95 in 100.
MOVED: tuple[TrialName, ...] = (
    "lifts", "rod_speed", "ceiling", "payload", "delay_window", "ejection_speed", "landing_rate", "permit",
)  # fmt: skip
SIGMAS = 2.0


def weight_trial(case: Case, passed: Sequence[Trial]) -> Trial | None:
    """None for a rocket that was weighed, or a quick one, whose mass somebody typed."""
    rigid = case.configuration.rigid
    if rigid is None or rigid.airframe.known.mass_kg is not None:
        return None
    sigma = rigid.empty(case.configuration.stages).sigma_kg
    mass = rigid.mass_kg
    shift = min(SIGMAS * sigma, 0.5 * mass)
    if shift <= 1e-9:
        return plain("weight", True, mass * 1000, None, "g")
    names = {t.name for t in passed if t.passed} & set(MOVED)
    for sign in (1.0, -1.0):
        changed = case.configuration.changed(rigid.with_changed(shift_kg=rigid.shift_kg + sign * shift))
        (other,) = fly_cases(changed, [changed.delay_s], replace(case.situation, taught=case.situation.taught), case.rules)
        for name in MOVED:
            if (
                name in names
                and (found := BY_NAME[name].judge(other)) is not None
                and found.failed
                and not _stray(case, other, name)
            ):
                return unknown(
                    "weight", "weight", value=shift * 1000, limit=mass * 1000, unit="g", why="heavy" if sign > 0 else "light"
                )
    return plain("weight", True, mass * 1000, shift * 1000, "g")


def _stray(case: Case, other: Case, name: TrialName) -> bool:
    """Whether a window is missed by less than a real delay strays anyway."""
    if name != "delay_window" or case.flight.ejection is None or other.flight.ejection is None:
        return False
    moved = abs(other.flight.ejection.after_apogee_s - case.flight.ejection.after_apogee_s)
    return moved < 0.5 * delay_stray_s(case.configuration.delay_s or 0.0)
