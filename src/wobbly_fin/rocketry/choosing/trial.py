"""One test's outcome: a value held against a limit, passed, failed, or not known. No words here."""

import math
from dataclasses import dataclass, replace
from typing import Literal

TrialName = Literal[
    "fits", "stages", "cluster", "igniter", "charge", "opens", "backup", "loads", "bay", "shield", "ground_test", "built", "repairs", "airframe",
    "permit", "age", "local_limit", "site_size", "stand_off", "tilt", "lifts", "rod_speed", "wind", "stable_ignition", "stable_rod",
    "stable_burnout", "tumbles", "mach", "flutter", "ceiling", "payload", "delay_window", "ejection_speed", "landing_rate", "drift",
    "spent_drift", "inside_field", "weight", "motor",
]  # fmt: skip
# What a person can tell that decides a test; names as `wobbly judge` has them in `unknown`.
Need = Literal["site", "wind", "outline", "flyer", "built", "weight", "ground_test", "model", "motor", "wadding"]
State = Literal["passed", "failed", "unknown"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Trial:
    """One test.

    Parameters
    ----------
    passed : bool or None
        None: not known; `needs` says what would decide it.
    value : float, str or None
        What came out; None where the flight never got that far.
    limit : float, str or None
        What it is held against; None where there is no limit to hold against.
    unit : str
        Of both.
    margin : float or None
        Distance from the limit on the good side as a share of the limit (of half the window for a window, of what may go wrong for a
        share); negative when failed; None where passing is yes or no.
    why : str
        Which of several ways of passing or failing it is, for its sentence; empty: the plain one.
    pending : bool
        Not known yet because it is still being worked out.
    """

    name: TrialName
    passed: bool | None
    value: float | str | None
    limit: float | str | None
    unit: str
    margin: float | None
    why: str = ""
    needs: tuple[Need, ...] = ()
    pending: bool = False

    @property
    def state(self) -> State:
        """passed, failed or unknown."""
        return "unknown" if self.passed is None else "passed" if self.passed else "failed"

    @property
    def failed(self) -> bool:
        """Whether it speaks against flying."""
        return self.passed is False

    def unless(self, known: frozenset[str], *needs: Need) -> "Trial":
        """The same, but not known where it passed on something nobody told."""
        missing = tuple(n for n in needs if n not in known)
        return replace(self, passed=None, margin=None, needs=missing, why="") if missing and self.passed else self


def plain(
    name: TrialName, passed: bool, value: float | str | None, limit: float | str | None = None, unit: str = "", why: str = ""
) -> Trial:
    """A test that is passed or not, no better or worse."""
    return Trial(name=name, passed=passed, value=value, limit=limit, unit=unit, margin=None, why=why)


def unknown(
    name: TrialName,
    *needs: Need,
    value: float | str | None = None,
    limit: float | str | None = None,
    unit: str = "",
    why: str = "",
    pending: bool = False,
) -> Trial:
    """A test that something nobody told, or that no model covers, would decide."""
    return Trial(name=name, passed=None, value=value, limit=limit, unit=unit, margin=None, why=why, needs=needs, pending=pending)


def at_least(name: TrialName, value: float | None, limit: float, unit: str) -> Trial:
    """Passed from a limit up."""
    if value is None:
        return Trial(name=name, passed=False, value=None, limit=limit, unit=unit, margin=-1.0, why="none")
    margin = (value - limit) / limit if limit else None
    return Trial(name=name, passed=value >= limit, value=value, limit=limit, unit=unit, margin=margin)


def at_most(name: TrialName, value: float | None, limit: float, unit: str) -> Trial:
    """Passed up to a limit."""
    if value is None:
        return Trial(name=name, passed=False, value=None, limit=limit, unit=unit, margin=-1.0, why="none")
    margin = (limit - value) / limit if limit else None
    return Trial(name=name, passed=value <= limit, value=value, limit=limit, unit=unit, margin=margin)


def window(name: TrialName, value: float | None, low: float, high: float, unit: str) -> Trial:
    """Passed between two limits."""
    if value is None:
        return Trial(name=name, passed=False, value=None, limit=high, unit=unit, margin=-1.0, why="none")
    nearest = low if value - low < high - value else high
    margin = min(value - low, high - value) / ((high - low) / 2)
    why = "" if low <= value <= high else "early" if value < low else "late"
    return Trial(name=name, passed=low <= value <= high, value=value, limit=nearest, unit=unit, margin=margin, why=why)


def share(name: TrialName, value: float, limit: float, *, sure: bool = True) -> Trial:
    """A share of good outcomes: its margin counts on what may go wrong. Not `sure`: its sampling error spans the limit."""
    margin = (value - limit) / (1 - limit) if limit < 1 else None
    if not sure:
        return Trial(name=name, passed=True, value=value, limit=limit, unit="share", margin=0.0, why="close")
    return Trial(name=name, passed=value >= limit, value=value, limit=limit, unit="share", margin=margin)


def smallest_margin(tests: tuple[Trial, ...]) -> float:
    """The worst graded margin; −1 at most for a failed yes-or-no test."""
    worst = 1.0
    for test in tests:
        if test.margin is not None:
            worst = min(worst, test.margin)
        elif test.failed:
            worst = min(worst, -1.0)
    return worst if math.isfinite(worst) else -1.0
