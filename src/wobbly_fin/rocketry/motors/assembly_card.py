"""How a reload is put together, as told once of a motor: steps from its kinds of parts, or in the words of its own sheet.

Common practice, no source. Nothing here replaces the maker's sheet: what is not told, the sheet decides, and the step says so.
"""

from dataclasses import dataclass, fields
from typing import Any

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.messages import say, say_whole

# What each kind of part may be; empty: not told, the sheet decides.
KINDS: dict[str, tuple[str, ...]] = {
    "closure": ("", "threaded", "snap_ring"),
    "grain": ("", "end_burner", "slotted", "cored"),
    "liner": ("", "paper", "phenolic", "none"),
    "seals": ("", "o_rings", "none"),
    "delay": ("", "in_closure", "loose", "none"),
    "charge": ("", "by_sheet", "none"),
    "igniter": ("", "on_the_pad", "while_closing"),
}
MOST_LINES, LONGEST_LINE = 30, 300


@dataclass(frozen=True, slots=True, kw_only=True)
class AssemblyCard:
    """A motor's assembly; each kind is one of `KINDS`.

    Parameters
    ----------
    igniter : str
        while_closing: fed through the loose nozzle as the motor is closed, so that it is in from then on.
    grains : int
        How many, 1 to 12.
    lines : tuple of str
        The sheet's own steps, typed in its order; where there are any they stand instead of steps by kind.
    """

    closure: str = ""
    grain: str = ""
    liner: str = ""
    seals: str = ""
    delay: str = ""
    charge: str = ""
    igniter: str = ""
    grains: int = 1
    lines: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        for name, known in KINDS.items():
            if getattr(self, name) not in known:
                raise RocketryError(name, f"{getattr(self, name)!r} is none of {', '.join(k or 'not told' for k in known)}")
        require_finite("grains", self.grains, 1, 12)
        if self.grain == "end_burner" and self.grains > 1:
            raise RocketryError("grains", "is more than one, and an end-burner has one grain only")
        if len(self.lines) > MOST_LINES or any(not line.strip() or len(line) > LONGEST_LINE for line in self.lines):
            raise RocketryError("lines", f"must be at most {MOST_LINES}, none of them empty or longer than {LONGEST_LINE} signs")

    @property
    def igniter_is_in(self) -> bool:
        """Whether the motor holds its igniter once it is closed."""
        return self.igniter == "while_closing"

    def document(self) -> dict[str, Any]:
        """As kept and passed on: only what is told."""
        told = {f.name: getattr(self, f.name) for f in fields(self)}
        return {k: list(v) if isinstance(v, tuple) else v for k, v in told.items() if v not in ("", (), 1) or k == "grains"}


def read_card(document: dict[str, Any]) -> AssemblyCard:
    """A card from what was kept; raises RocketryError at the field at fault."""
    known = {f.name for f in fields(AssemblyCard)}
    strange = sorted(set(document) - known)
    if strange:
        raise RocketryError(str(strange[0])[:40], f"is nothing an assembly card tells; it tells {', '.join(sorted(known))}")
    told: dict[str, Any] = {}
    for name, value in document.items():
        if name == "lines":
            if not isinstance(value, list | tuple) or not all(isinstance(line, str) for line in value):
                raise RocketryError("lines", "is no list of lines")
            told[name] = tuple(line.strip() for line in value)
        elif name == "grains":
            if isinstance(value, bool) or not isinstance(value, int):
                raise RocketryError("grains", f"{value!r} is no number of grains")
            told[name] = value
        elif isinstance(value, str):
            told[name] = value
        else:
            raise RocketryError(name, f"{value!r} is no kind; one of {', '.join(k or 'not told' for k in KINDS[name])}")
    return AssemblyCard(**told)


def kind_words(name: str, kind: str) -> str:
    """A kind of part as a choice."""
    return say(f"card-{name}-{kind.replace('_', '-') or 'untold'}")


@dataclass(frozen=True, slots=True, kw_only=True)
class CardStep:
    """A step. `wrong`: what goes wrong where it is left out; `picture`: which part of the motor it shows.

    `igniter`: the motor holds its igniter from here on.
    """

    key: str
    text: str
    good: str
    wrong: str
    hazard: str
    picture: str
    hold: bool = False
    igniter: bool = False


def card_steps(card: AssemblyCard) -> tuple[CardStep, ...]:
    """Every step, in order. A sheet's own lines stand for all of them but what must be known before: whether the igniter goes in."""
    if card.lines:
        caution = say("card-sheet")
        steps = [
            CardStep(key=f"line-{n}", text=line, good="", wrong="", hazard=caution, picture="")
            for n, line in enumerate(card.lines)
        ]
        return (*steps, _step("igniter-in", "igniter", igniter=True, hold=True)) if card.igniter_is_in else tuple(steps)
    told: list[CardStep] = [_step("counted", "", hold=True)]
    if card.liner != "none":
        told.append(_step(f"liner{_tail(card.liner)}", "liner", key="liner"))
    if card.seals != "none":
        told.append(_step(f"seals{_tail(card.seals)}", "seals", key="seals", hold=True))
    plugged = card.charge == "none"
    if card.delay != "none" and not plugged:
        told.append(_step(f"delay{_tail(card.delay)}", "delay", key="delay"))
    told.append(_step("forward-plugged" if plugged else "forward", "forward", key="forward", hold=plugged))
    told += _grain(card)
    told.append(_step(f"closure{_tail(card.closure)}", "closure", key="closure"))
    if not plugged:
        told.append(_step("charge", "charge", hold=True))
    told.append(_step("wiped", "closure"))
    return tuple(told)


def _grain(card: AssemblyCard) -> list[CardStep]:
    fed = [_step("igniter-in", "igniter", igniter=True, hold=True)] if card.igniter_is_in else []
    if card.grain == "end_burner":
        return [
            _step("greased-end", "grain", hold=True),
            _step("nozzle-tried", "nozzle"),
            _step("grain-end-burner", "grain", key="grain"),
            *fed,
        ]
    if card.grain == "cored":
        return [_step("grain-cored", "grain", key="grain", grains=card.grains), *fed]
    return [_step(f"grain{_tail(card.grain)}", "grain", key="grain"), *fed]


def _tail(kind: str) -> str:
    return f"-{kind.replace('_', '-')}" if kind else ""


def _step(
    message: str, picture: str, *, key: str = "", hold: bool = False, igniter: bool = False, **arguments: str | float
) -> CardStep:
    said = say_whole(f"assemble-{message}", **arguments)
    return CardStep(
        key=key or message, text=said[""], good=said.get("good", ""), wrong=said.get("wrong", ""), hazard=say("card-sheet"), picture=picture,
        hold=hold, igniter=igniter,
    )  # fmt: skip
