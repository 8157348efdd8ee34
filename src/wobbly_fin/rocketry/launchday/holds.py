"""What stands against going on: open holds before what cannot be taken back, and what a countdown wants besides.

A hold is closed when its line is ticked, or overridden by somebody's name with a reason. A doubt never becomes a go: what must never be
overridden is not, whoever asks.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.checklists.item import HANGS, Act, Hang, Item
from wobbly_fin.rocketry.launchday.judge import Verdict
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.words import capital

# How long a wind reading holds for a countdown: our own figure. [s]
WIND_HOLDS_S = 900.0
LONGEST_REASON, LONGEST_NAME = 300, 60


@dataclass(frozen=True, slots=True, kw_only=True)
class Override:
    """Who took a hold on themselves, and why."""

    by: str
    why: str

    def __post_init__(self) -> None:
        for name, text, most in (("by", self.by, LONGEST_NAME), ("why", self.why, LONGEST_REASON)):
            if not text.strip():
                raise RocketryError(name, say(f"override-{name}-missing"))
            if len(text) > most:
                raise RocketryError(name, f"is longer than {most} signs")


@dataclass(frozen=True, slots=True, kw_only=True)
class Stand:
    """A line as it stands. `reopened`: why a tick or an override of it counts no longer; empty: it was not reopened."""

    item: Item
    ticked: bool = False
    override: Override | None = None
    reopened: str = ""

    @property
    def closed(self) -> bool:
        """Whether it holds nobody up."""
        return not self.item.hold or self.ticked or (self.override is not None and not self.item.never)


@dataclass(frozen=True, slots=True, kw_only=True)
class Word:
    """The last word on a line: what it said then, what it hung on, and who overrode it where it is no tick."""

    text: str
    on: dict[str, str]
    override: Override | None = None


def stands_of(items: Sequence[Item], words: dict[str, Word], basis: dict[str, str]) -> tuple[Stand, ...]:
    """Every line with what was said of it; a word said of something that changed since counts no longer, and why is said.

    Parameters
    ----------
    basis : dict of str to str
        What each thing a line may hang on is now, in any form that differs where it differs.
    """
    found = []
    for item in items:
        word = words.get(item.key)
        if word is None:
            found.append(Stand(item=item))
            continue
        changed = [h for h in item.on if h in word.on and word.on[h] != basis.get(h, "")]
        if changed:
            found.append(Stand(item=item, reopened=reopened_words(changed)))
        elif word.text != item.text:
            found.append(Stand(item=item, reopened=say("reopened-words")))
        elif word.override is not None:
            found.append(Stand(item=item, override=None if item.never else word.override))
        else:
            found.append(Stand(item=item, ticked=not item.asks))
    return tuple(found)


def reopened_words(changed: Sequence[Hang]) -> str:
    """Why a tick counts no longer, by what changed."""
    return capital(say("reopened", what=" and ".join(say(f"hang-{h}") for h in changed)))


def hangs_words(item: Item) -> str:
    """What opens a hold again; empty for a line that is none."""
    return say("hangs-on", what=" or ".join(say(f"hang-{h}") for h in item.on)) if item.hold and item.on else ""


def bar_words() -> dict[str, str]:
    """What stands against a countdown besides holds, by its code: for a phone that nobody can tell."""
    return {
        "verdict": say("bar-verdict"), "change": say("bar-change"), "unjudged": say("bar-unjudged"), "open": say("bar-open"),
        "wind": say("bar-wind", minutes=f"{WIND_HOLDS_S / 60:.0f}"),
    }  # fmt: skip


def open_before(stands: Sequence[Stand], key: str) -> tuple[Stand, ...]:
    """Open holds that stand before a line that is an act; none before one that is not."""
    at = next((n for n, s in enumerate(stands) if s.item.key == key), None)
    if at is None:
        raise RocketryError("item", f"{key[:40]!r} is no line of this list")
    if not stands[at].item.act:
        return ()
    return tuple(s for s in stands[:at] if not s.closed)


Stop = Literal["verdict", "unjudged", "wind", "hold"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Bar:
    """What a countdown waits for. `key` of the hold; `never`: nobody overrides it."""

    code: Stop
    say: str
    key: str = ""
    never: bool = False


def countdown_bars(stands: Sequence[Stand], verdict: Verdict | None, wind_read_s: float | None) -> tuple[Bar, ...]:
    """Everything that stands against counting down; empty: nothing does.

    Parameters
    ----------
    verdict : str or None
        In the wind as read; None: not judged in it.
    wind_read_s : float or None
        How long ago the wind was read; None: never. [s]
    """
    words = bar_words()
    bars = []
    if verdict == "no_go":
        bars.append(Bar(code="verdict", say=words["verdict"], never=True))
    elif verdict is None:
        bars.append(Bar(code="unjudged", say=words["unjudged"], never=True))
    elif verdict == "go_with" and not any(s.item.key == "change" for s in stands):
        bars.append(Bar(code="verdict", say=words["change"], never=True))
    elif verdict == "open" and not any(s.item.asks for s in stands):
        # What is open without a line that asks for it was found out since the list was made.
        bars.append(Bar(code="unjudged", say=words["open"], never=True))
    if wind_read_s is None or not -60.0 <= wind_read_s <= WIND_HOLDS_S:
        bars.append(Bar(code="wind", say=words["wind"]))
    launch = next((s.item.key for s in stands if s.item.act == "launch"), None)
    waiting = open_before(stands, launch) if launch else ()
    return (*bars, *(Bar(code="hold", say=s.item.text, key=s.item.key, never=s.item.never) for s in waiting))


Phase = Literal["prep", "ready", "at_pad", "armed", "flown"]


def phase_of(stands: Sequence[Stand], *, flown: bool = False) -> Phase:
    """Where a flight stands: packed and looked at, carried out, wired or armed, flown."""
    if flown:
        return "flown"
    acts: set[Act] = {s.item.act for s in stands if s.ticked and s.item.act}  # type: ignore[misc]
    done = {s.item.key for s in stands if s.ticked}
    if acts & {"arm", "launch"} or {"clips", "key-in"} & done:
        return "armed"
    if any(s.ticked and s.item.stage in ("pad", "count") for s in stands):
        return "at_pad"
    before = [s for s in stands if s.item.stage not in ("pad", "count", "after")]
    return "ready" if before and all(s.ticked or (s.override is not None) for s in before) else "prep"


def facts_on(item: Item, basis: dict[str, str]) -> dict[str, str]:
    """What a tick of a line is to carry: what it hangs on, as it is now."""
    return {h: basis[h] for h in item.on if h in basis}


def read_on(facts: dict[str, Any] | None) -> dict[str, str]:
    """What a tick said it hung on; whatever is not that is left out."""
    told = (facts or {}).get("on")
    if not isinstance(told, dict):
        return {}
    return {h: str(told[h])[:80] for h in HANGS if isinstance(told.get(h), str)}
