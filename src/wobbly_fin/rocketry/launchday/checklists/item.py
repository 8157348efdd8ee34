"""One thing to do or look at."""

from dataclasses import dataclass
from typing import Literal, get_args

from wobbly_fin.rocketry.messages import say_whole

Stage = Literal["bench", "recovery", "hold", "motor", "ready", "pad", "count", "after"]
STAGES: dict[Stage, str] = {
    "bench": "At the bench", "recovery": "Recovery", "hold": "Stop: wind and delay again", "motor": "Motor", "ready": "Ready to walk out",
    "pad": "At the pad", "count": "Countdown", "after": "After landing",
}  # fmt: skip
# What cannot be taken back lightly: none of it is done while a hold before it is open.
Act = Literal["motor", "igniter", "arm", "launch"]
# What a line may hang on: where that changes, a tick of it counts no longer.
Hang = Literal["rocket", "motor", "weather", "site", "person"]
HANGS: tuple[Hang, ...] = get_args(Hang)


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
        Wants a second look, or a second person; while it is open no `act` after it is done.
    never : bool
        A hold that nobody overrides.
    asks : bool
        A hold that is no work: it goes when it is answered, or is overridden by name.
    act : str
        What is done by it: motor in, igniter in, charges armed, launch; empty: nothing of the kind.
    on : tuple of str
        What it hangs on.
    again : bool
        Belongs to the short list between two flights of a day, too.
    below_c : float or None
        It stands in the list only where it is colder than this; None: always. [°C]
    picture : str
        Which part of a motor it shows; empty: none.
    """

    key: str
    stage: Stage
    text: str
    why: str = ""
    good: str = ""
    hazard: str = ""
    hold: bool = False
    never: bool = False
    asks: bool = False
    act: Act | Literal[""] = ""
    on: tuple[Hang, ...] = ()
    again: bool = False
    picture: str = ""
    below_c: float | None = None


def item(
    key: str,
    stage: Stage,
    on: str = "",
    *,
    of: str = "",
    hold: bool = False,
    never: bool = False,
    act: Act | Literal[""] = "",
    again: bool = False,
    below_c: float | None = None,
    **arguments: str | float,
) -> Item:
    """A line in the catalogue's words.

    Parameters
    ----------
    on : str
        What it hangs on, apart by blanks.
    of : str
        The message's key behind `item-`, where it is not the line's own.
    """
    said = say_whole(f"item-{of or key}", **arguments)
    return Item(
        key=key, stage=stage, text=said[""], good=said.get("good", ""), why=said.get("why", ""), hazard=said.get("hazard", ""),
        hold=hold or never, never=never, act=act, on=tuple(h for h in HANGS if h in on.split()), again=again, below_c=below_c,
    )  # fmt: skip
