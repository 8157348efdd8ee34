"""Lines of one's own, or of the club, among those every list has."""

from collections.abc import Sequence
from dataclasses import dataclass
from hashlib import blake2s

from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.launchday.checklists.item import Item, Stage

# Where one may stand: the stop for wind and delay and the countdown stay as they are.
OWN_STAGES: tuple[Stage, ...] = ("bench", "recovery", "motor", "ready", "pad", "after")
MOST_OWN, LONGEST_OWN = 30, 160
_ORDER: tuple[Stage, ...] = ("bench", "recovery", "hold", "motor", "ready", "pad", "count", "after")


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnLine:
    """Something to do or look at that its owner asks for.

    Parameters
    ----------
    hold : bool
        It wants a second look: while it is open nothing after it is done that cannot be taken back.

    Raises
    ------
    RocketryError
        For an empty or endless text, or a place where none may stand.
    """

    stage: Stage
    text: str
    hold: bool = False

    def __post_init__(self) -> None:
        if self.stage not in OWN_STAGES:
            raise RocketryError("stage", f"{self.stage!r} takes no line of one's own; one of {', '.join(OWN_STAGES)}")
        if not self.text or len(self.text) > LONGEST_OWN or not self.text.isprintable():
            raise RocketryError("text", f"is one line of 1 to {LONGEST_OWN} characters")

    @property
    def key(self) -> str:
        """What a tick hangs on: another text is another line."""
        return f"own-{blake2s(f'{self.stage} {self.text}'.encode(), digest_size=6).hexdigest()}"

    @property
    def item(self) -> Item:
        return Item(key=self.key, stage=self.stage, text=self.text, hold=self.hold)


def with_own(items: Sequence[Item], own: Sequence[OwnLine]) -> tuple[Item, ...]:
    """A list with those of one's own: last of their stage; at the pad first, before anything is live."""
    found = list(items)
    for stage in OWN_STAGES:
        mine = [line.item for line in own if line.stage == stage]
        if not mine:
            continue
        same = [n for n, i in enumerate(found) if i.stage == stage]
        if same:
            at = same[0] if stage == "pad" else same[-1] + 1
        else:
            at = next((n for n, i in enumerate(found) if _ORDER.index(i.stage) > _ORDER.index(stage)), len(found))
        found[at:at] = mine
    return tuple(found)
