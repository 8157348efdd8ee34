"""What to do when it goes wrong at the pad or after landing: short, in order, composed for one rocket.

Waiting time as the range's code has it (`choosing.codes`); the rest is common practice, no source. The range officer and local rules decide.
"""

from dataclasses import dataclass

from wobbly_fin.rocketry.choosing.codes import MISFIRE_WAIT_S
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.messages import say, say_whole


@dataclass(frozen=True, slots=True, kw_only=True)
class DrillStep:
    """One thing to do. `wait_s`: nobody goes on before that has passed. [s]"""

    text: str
    hazard: str = ""
    wait_s: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Drill:
    """A drill by its key, as one would call for it."""

    key: str
    name: str
    steps: tuple[DrillStep, ...]


def drills(f: Loadout) -> tuple[Drill, ...]:
    """Every drill that may be needed with this rocket."""
    safe = ("charges-safe",) if f.fires else ()
    upper = ("upper-live",) if f.staged else ()
    found = [
        _drill("misfire", "key-out-misfire", "wait", "one-walks", *safe, *upper, "unclip", "look-igniter"),
        _drill("hangfire", "key-out-hangfire", "stay-back", "wait-again", "one-walks", *safe, *upper, "unclip", "wet-out"),
        _drill("late", "down-flat", "heads-up", "count-heads"),
        _drill("unsafe", "leave-it", "mark-it", "call-owner", *(("charges-later",) if f.fires else ())),
    ]
    if f.fires:
        found.append(_drill("unfired", "stand-aside", "charges-safe", "carry-upright", "take-apart"))
    return tuple(found)


def _drill(key: str, *steps: str) -> Drill:
    return Drill(key=key, name=say(f"drill-name-{key}"), steps=tuple(_step(s) for s in steps))


def _step(key: str) -> DrillStep:
    said = say_whole(f"drill-{key}", seconds=f"{MISFIRE_WAIT_S:.0f}")
    return DrillStep(
        text=said[""], hazard=said.get("hazard", ""), wait_s=MISFIRE_WAIT_S if key in ("wait", "wait-again") else 0.0
    )
