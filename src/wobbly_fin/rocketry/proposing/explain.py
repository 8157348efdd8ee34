"""What a proposal asks for, what it gives up, and why there is none."""

import math
from collections.abc import Iterator

from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.proposing.search import Design, Nearest
from wobbly_fin.rocketry.proposing.wish import Wish
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import capital

_ALWAYS = {"allowance"}


def bought(design: Design, have: set[str]) -> Iterator[str]:
    """What has to be got: every part but those of a kind that is at hand, and the motor."""
    for part in design.airframe.parts:
        if part.TYPE not in _ALWAYS and part.TYPE not in have:
            yield capital(part.called)
    yield design.candidate.motor.name


def given_up(design: Design, *, cost_asked: bool, hours_asked: bool, units: UnitChoice = METRIC) -> Iterator[str]:
    """What was done for the wish's sake, and which wishes nothing was reckoned of."""
    sketch = design.sketch
    if sketch.ballast_kg > 0:
        yield say("proposal-ballast", mass=show(sketch.ballast_kg, "mass", units))
    if sketch.edges == "square":
        yield say("proposal-square")
    if not sketch.body.sold:
        yield say("proposal-tube", across=show(sketch.body.outside_m, "short_length", units))
    if not sketch.mount.sold:
        yield say("proposal-mount", across=show(sketch.mount.bore_m, "short_length", units))
    if cost_asked:
        yield say("proposal-no-cost")
    if hours_asked:
        yield say("proposal-no-hours")
    yield say("proposal-guessed")


def why_none(wish: Wish, nearest: Nearest, units: UnitChoice = METRIC) -> str:
    """Which wish must give, and by how much."""
    if nearest.fitting == 0:
        return say("proposal-no-motor", across=show(wish.mount_diameter_m, "short_length", units))
    if 0 < nearest.highest_m < wish.apogee_m[0]:
        return say(
            "proposal-too-low", height=show(nearest.highest_m, "height", units), wanted=show(wish.apogee_m[0], "height", units)
        )
    if math.isfinite(nearest.lowest_m) and nearest.lowest_m > wish.apogee_m[1]:
        return say(
            "proposal-too-high", height=show(nearest.lowest_m, "height", units), wanted=show(wish.apogee_m[1], "height", units)
        )
    if nearest.highest_m == 0:
        return say("proposal-no-room")
    return say("proposal-fails", test=nearest.failed.replace("_", " ")) if nearest.failed else say("proposal-none-meets")
