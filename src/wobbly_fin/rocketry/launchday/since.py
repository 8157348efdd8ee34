"""What a flight came to when its owner last saw it, and what that became: every change says what it did."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, get_args

from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.judge import Ruling, Verdict
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

# What a verdict hangs on, as people would name it.
Cause = Literal["rocket", "motor", "hour", "weather", "field", "rules", "flyer", "flights", "build", "model"]
CAUSES: tuple[Cause, ...] = get_args(Cause)


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    """A ruling in brief, to be kept. The height is above the pad, None where it never leaves it. [m]"""

    verdict: Verdict
    height_m: float | None
    against: tuple[str, ...]

    def __post_init__(self) -> None:
        if self.verdict not in get_args(Verdict):
            raise RocketryError("verdict", f"{self.verdict!r} is none of {', '.join(get_args(Verdict))}")


def outcome_of(ruling: Ruling) -> Outcome:
    """What a ruling comes to."""
    return Outcome(
        verdict=ruling.verdict,
        height_m=ruling.candidate.flight.apogee_altitude_m,
        against=tuple(t.name for t in ruling.against),
    )


def since_sentence(causes: Sequence[Cause], before: Outcome, now: Ruling, units: UnitChoice = METRIC) -> str:
    """What changed and what that did; empty where nothing did anything anybody could see."""
    did = list(_did(before, now, units))
    if not causes or not did:
        return ""
    return " ".join([say("since-changed", what=", ".join(say(f"since-cause-{c}") for c in causes)), *did])


def _did(before: Outcome, now: Ruling, units: UnitChoice) -> list[str]:
    after = outcome_of(now)
    said = []
    if before.verdict != after.verdict:
        words = {
            key: say(f"since-was-{v.replace('_', '-')}") for key, v in (("before", before.verdict), ("after", after.verdict))
        }
        said.append(say("since-verdict", **words))
    new = [t for t in now.against if t.name not in before.against]
    # What no longer stands against it is named: a verdict never improves without a reason.
    cured = [t for t in now.candidate.tests if t.name in before.against and t.passed]
    said += [say("since-against", why=trial_sentence(t, units)) for t in new]
    said += [say("since-cured", why=trial_sentence(t, units)) for t in cured]
    if before.height_m is not None and after.height_m is not None:
        heights = [show(h, "height", units) for h in (before.height_m, after.height_m)]
        if heights[0] != heights[1]:
            said.append(say("since-height", before=heights[0], after=heights[1]))
    return said
