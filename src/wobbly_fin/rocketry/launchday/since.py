"""What a flight came to when its owner last saw it, and what that became: every change says what it did."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, get_args

from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.judge import Ruling, Verdict
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital

# What a verdict hangs on, as people would name it.
Cause = Literal["rocket", "motor", "hour", "weather", "field", "rules", "flyer", "flights", "build", "model"]
WORTH_TELLING = 0.05  # of the height: less is what another hour's air does; our own figure
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


def since_sentence(
    causes: Sequence[Cause], before: Outcome, now: Ruling, units: UnitChoice = METRIC, *, brief: bool = False
) -> str:
    """What changed and what that did; empty where it did nothing to speak of.

    Parameters
    ----------
    brief : bool
        What changed and what became of it, without why.
    """
    did = _did(before, now, units)
    if not causes or not did:
        return ""
    what = ", ".join(say(f"since-cause-{c}") for c in causes)
    return " ".join([say("since-brief", what=capital(what)), *did[:1]] if brief else [say("since-changed", what=what), *did])


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
    if new:
        more = say("day-more", count=len(new) - 1) if len(new) > 1 else ""
        said.append(say("since-against", why=trial_sentence(new[0], units)) + more)
    if cured:
        said.append(say("since-cured", why="; ".join(trial_sentence(t, units) for t in cured)))
    old, height = before.height_m, after.height_m
    if old is not None and height is not None and abs(height - old) > WORTH_TELLING * old:
        said.append(say("since-height", before=show(old, "height", units), after=show(height, "height", units)))
    return said
