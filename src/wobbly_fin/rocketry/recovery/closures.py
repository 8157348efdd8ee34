"""Where a rocket can come apart: what joins its outer parts, and what holds each joint."""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Layout, Placed, holds
from wobbly_fin.rocketry.airframe.parts import BodyTube, Coupler, FinCan, Joint, NoseCone, Transition
from wobbly_fin.rocketry.canopies.pins import pin_n

End = Literal["fore", "aft"]
# Screws, rivets and glue hold for good; the others let go at some push.
FIXED = ("glued", "screwed", "riveted")
TAPE_N = 40.0  # masking tape once round a small joint, pulled along the tube: our own figure, wide of any measurement
_TIGHT_M = 1e-4


@dataclass(frozen=True, slots=True, kw_only=True)
class Closure:
    """One end of a part that joins two others, and how it is held there.

    Attributes
    ----------
    key : str
        Of the joint that tells of it, else of the joining part.
    part : int
        The joining part's number: a nose, a coupler, a transition, a fin can; of tubes that merely meet the one behind.
    station_m : float
        Where the two outer parts meet, from the nose tip. [m]
    fore, aft : int
        The outer parts before and behind, by number.
    opens : str
        The event its owner says it opens at; empty where nobody said.
    """

    key: str
    part: int
    end: End
    station_m: float
    fore: int
    aft: int
    kind: str
    count: int = 0
    pin: str = "2-56"
    opens: str = ""
    joint: int | None = None

    @property
    def fixed(self) -> bool:
        """Whether nothing aboard can part it."""
        return self.kind in FIXED

    @property
    def pins_n(self) -> float:
        """What its shear pins hold. [N]"""
        return self.count * pin_n(self.pin) if self.kind == "pinned" else 0.0

    def held_n(self, friction_n: float) -> float:
        """What holds it, friction given; infinite where it is fixed. [N]"""
        if self.fixed:
            return float("inf")
        return friction_n + self.pins_n + (TAPE_N if self.kind == "taped" else 0.0)


def closures_of(layout: Layout, stage: int = 0) -> tuple[Closure, ...]:
    """Of one stage, from the front; of a coupler both ends."""
    own = [o for o in layout.outer if o.stage == stage]
    return layout.once(("closures", stage), lambda: tuple(c for fore, aft in pairwise(own) for c in _between(layout, fore, aft)))


def separations_of(layout: Layout) -> tuple[Closure, ...]:
    """Where stages come apart, the lowest pair first."""
    pairs = [(a, b) for a, b in pairwise(layout.outer) if a.stage != b.stage]
    return tuple(min(_between(layout, a, b), key=lambda c: (c.fixed, c.end == "fore")) for a, b in reversed(pairs))


def _between(layout: Layout, fore: Placed, aft: Placed) -> Iterator[Closure]:
    station = aft.fore_m
    if isinstance(fore.part, NoseCone):
        yield _closure(layout, fore, "aft", fore, aft, "friction")
    elif isinstance(fore.part, Transition):
        yield _closure(layout, fore, "aft", fore, aft, "friction" if fore.part.aft_shoulder_m > 0 else "glued")
    elif isinstance(aft.part, Transition | FinCan):
        yield _closure(layout, aft, "fore", fore, aft, "glued")
    else:
        spanning = [c for c in layout.of(Coupler) if c.fore_m < station - _TIGHT_M and c.aft_m > station + _TIGHT_M]
        for coupler in spanning[:1]:
            own: End = "aft" if coupler.host == aft.index else "fore"
            for end in ("fore", "aft"):
                yield _closure(layout, coupler, end, fore, aft, "glued" if end == own else "friction")  # type: ignore[arg-type]
        if not spanning:
            together = fore.stage == aft.stage and isinstance(aft.part, BodyTube)
            yield _closure(layout, aft, "fore", fore, aft, "glued" if together else "friction")


def _closure(layout: Layout, joining: Placed, end: End, fore: Placed, aft: Placed, kind: str) -> Closure:
    told = next((j for j in layout.of(Joint) if _is_at(j, joining, end, layout)), None)
    if told is None:
        return Closure(
            key=joining.part.id, part=joining.index, end=end, station_m=aft.fore_m, fore=fore.index, aft=aft.index, kind=kind
        )
    j = told.part
    return Closure(
        key=j.id, part=joining.index, end=end, station_m=aft.fore_m, fore=fore.index, aft=aft.index, kind=j.kind, count=j.count, pin=j.pin,
        opens=j.opens, joint=told.index,
    )  # fmt: skip


def _is_at(joint: Placed[Joint], joining: Placed, end: End, layout: Layout) -> bool:
    if not joining.part.id or joint.part.parent != joining.part.id:
        return False
    return (joint.part.end or untold_end(joining, layout)) == end


def untold_end(joining: Placed, layout: Layout) -> End:
    """The end a joint belongs to that does not say: of a coupler the one away from the tube it is glued into."""
    if isinstance(joining.part, FinCan):
        return "fore"
    if not holds(joining, Coupler) or joining.host is None:
        return "aft"
    host = layout.placed[joining.host]
    return "fore" if (joining.fore_m + joining.aft_m) / 2 < (host.fore_m + host.aft_m) / 2 else "aft"
