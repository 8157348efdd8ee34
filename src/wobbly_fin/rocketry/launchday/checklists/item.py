"""One thing to do or look at."""

from dataclasses import dataclass
from typing import Literal

Stage = Literal["bench", "recovery", "hold", "motor", "ready", "pad", "count", "after"]
STAGES: dict[Stage, str] = {
    "bench": "At the bench", "recovery": "Recovery", "hold": "Stop: wind and delay again", "motor": "Motor", "ready": "Ready to walk out",
    "pad": "At the pad", "count": "Countdown", "after": "After landing",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Item:
    """A line of a checklist.

    Attributes
    ----------
    key : str
        Stays the same while the line does: ticks hang on it.
    good : str
        What it looks like when it is right.
    hazard : str
        The caution at this very step.
    hold : bool
        Wants a second look, or a second person, before one goes on.
    again : bool
        Belongs to the short list between two flights of a day, too.
    """

    key: str
    stage: Stage
    text: str
    why: str = ""
    good: str = ""
    hazard: str = ""
    hold: bool = False
    again: bool = False
