"""A simulated launch controller to rehearse with: key, continuity lamp, arm, count, fire; and faults to be found.

Pure state: it is told what is done at which second and answers with what it shows. The same seed hides the same fault.
"""

import random
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from functools import partial
from typing import Literal

from wobbly_fin.rocketry.choosing.codes import MISFIRE_WAIT_S
from wobbly_fin.rocketry.errors import RocketryError, require_finite

Fault = Literal["none", "shorted_leads", "broken_bridge", "flat_battery", "clips_on_deflector"]
FAULTS: tuple[Fault, ...] = ("none", "shorted_leads", "broken_bridge", "flat_battery", "clips_on_deflector")
COUNT_S = 5.0
# What mends what, once somebody stands at the pad with the key out.
MENDS: dict[str, Fault] = {
    "check_leads": "shorted_leads", "swap_igniter": "broken_bridge", "swap_battery": "flat_battery", "move_clips": "clips_on_deflector",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Panel:
    """What the controller shows, and where its people stand.

    Attributes
    ----------
    lamp : str
        dark, glows, dim: what continuity looks like.
    said : str
        What just happened: a code for words.
    wrongs : tuple of str
        Codes of what should not have been done.
    """

    key: bool = False
    armed: bool = False
    at_pad: bool = False
    counting_since: float | None = None
    fired_at: float | None = None
    flew: bool = False
    lamp: Literal["dark", "glows", "dim"] = "dark"
    said: str = "ready"
    wrongs: tuple[str, ...] = ()
    fault: Fault = "none"
    found: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Move:
    """Something done at a second of the rehearsal."""

    act: str
    at_s: float


def hidden_fault(seed: int) -> Fault:
    """The fault a seed hides; about one in five hides none."""
    return random.Random(seed).choice(FAULTS)


def rehearse(seed: int, moves: Sequence[Move]) -> Panel:
    """Replay a rehearsal from its beginning.

    Raises
    ------
    RocketryError
        For a move nobody can make, or one before the last.
    """
    panel = Panel(fault=hidden_fault(seed))
    last = 0.0
    for n, move in enumerate(moves):
        require_finite(f"moves.{n}.at_s", move.at_s, 0.0, 86_400.0)
        if move.at_s < last:
            raise RocketryError(f"moves.{n}.at_s", "lies before the move ahead of it")
        last = move.at_s
        step = _STEPS.get(move.act)
        if step is None:
            raise RocketryError(f"moves.{n}.act", f"{move.act!r} is no move; one of {', '.join(_STEPS)}")
        panel = step(panel, move.at_s) if not panel.flew else replace(panel, said="flown")
    return panel


def _lamp(p: Panel) -> Literal["dark", "glows", "dim"]:
    if not p.key or p.fault == "broken_bridge":
        return "dark"
    return "dim" if p.fault == "flat_battery" else "glows"


def _wrong(p: Panel, code: str, said: str) -> Panel:
    return replace(p, said=said, wrongs=(*p.wrongs, code))


def _key_in(p: Panel, at: float) -> Panel:
    if p.at_pad:
        return _wrong(p, "key_with_someone_at_pad", "someone_at_pad")
    keyed = replace(p, key=True, said="keyed")
    return replace(keyed, lamp=_lamp(keyed))


def _key_out(p: Panel, at: float) -> Panel:
    return replace(p, key=False, armed=False, counting_since=None, lamp="dark", said="safe")


def _look(p: Panel, at: float) -> Panel:
    return replace(p, said={"dark": "no_continuity", "dim": "dim", "glows": "continuity"}[p.lamp] if p.key else "no_key")


def _arm(p: Panel, at: float) -> Panel:
    if not p.key:
        return replace(p, said="no_key")
    if p.lamp == "dark":
        return _wrong(p, "armed_without_continuity", "no_continuity")
    return replace(p, armed=True, said="armed")


def _disarm(p: Panel, at: float) -> Panel:
    return replace(p, armed=False, counting_since=None, said="disarmed")


def _count(p: Panel, at: float) -> Panel:
    return replace(p, counting_since=at, said="counting") if p.armed else replace(p, said="not_armed")


def _hold(p: Panel, at: float) -> Panel:
    return replace(p, counting_since=None, said="held")


def _fire(p: Panel, at: float) -> Panel:
    if not p.armed:
        return replace(p, said="not_armed")
    if p.counting_since is None or at - p.counting_since < COUNT_S - 0.25:
        p = _wrong(p, "fired_before_count", "early")
    if p.fault == "none":
        return replace(p, flew=True, fired_at=at, counting_since=None, said="flies")
    return replace(p, fired_at=at, counting_since=None, said="misfire")


def _walk(p: Panel, at: float) -> Panel:
    """One person goes to the pad: key out, a minute after a misfire."""
    if p.key:
        return _wrong(p, "walked_with_key_in", "key_in")
    if p.fired_at is not None and at - p.fired_at < MISFIRE_WAIT_S:
        return _wrong(p, "walked_too_soon", "wait")
    return replace(p, at_pad=True, said="at_pad")


def _back(p: Panel, at: float) -> Panel:
    return replace(p, at_pad=False, said="back")


def _mend(act: str, p: Panel, at: float) -> Panel:
    if not p.at_pad and act != "swap_battery":
        return replace(p, said="not_at_pad")
    if p.key:
        return _wrong(p, "mended_with_key_in", "key_in")
    if MENDS[act] == p.fault:
        return replace(p, fault="none", found=True, fired_at=None, said="mended")
    return replace(p, said="nothing_wrong_there")


_STEPS: dict[str, Callable[[Panel, float], Panel]] = {
    "key_in": _key_in, "key_out": _key_out, "look": _look, "arm": _arm, "disarm": _disarm, "count": _count, "hold": _hold, "fire": _fire,
    "walk": _walk, "back": _back,
}  # fmt: skip
_STEPS |= {act: partial(_mend, act) for act in MENDS}
