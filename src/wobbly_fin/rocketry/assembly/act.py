"""What a step does to the assembly: what it fixes, and where hands have to get for it."""

from dataclasses import dataclass

from wobbly_fin.rocketry.assembly.stand import Hands, Hit, Join, Stand, Tool, Way


@dataclass(frozen=True, slots=True)
class Reach:
    """A place hands or a stick must get to: a station inside what a part hangs together with. [m]"""

    part: int
    at_m: float
    tool: Tool = "stick"


@dataclass(frozen=True, slots=True, kw_only=True)
class Act:
    """A step as the assembly sees it.

    Parameters
    ----------
    joins : tuple of Join
        What is fixed, in this order; nothing of what comes apart again by hand.
    reaches : tuple of Reach
        Before any of it is fixed.
    """

    key: str
    joins: tuple[Join, ...] = ()
    reaches: tuple[Reach, ...] = ()

    @property
    def needy(self) -> bool:
        """Whether anything could keep it from being done."""
        return bool(self.reaches) or any(j.slides for j in self.joins)


@dataclass(frozen=True, slots=True)
class Fault:
    """Why an act cannot be done as things stand: out of reach by a way, or stopped by a part."""

    key: str
    reach: Reach | None = None
    ways: tuple[Way, ...] = ()
    hit: Hit | None = None

    @property
    def part(self) -> int:
        """What cannot be got at, or cannot get in."""
        return self.hit.moving if self.hit is not None else self.reach.part if self.reach is not None else 0

    @property
    def by(self) -> int | None:
        """What is in the way; None where it is only too far."""
        if self.hit is not None:
            return self.hit.standing
        shut = [w for w in self.ways if w.narrowed_by is not None]
        return min(shut, key=lambda w: w.gap_m).narrowed_by if shut else None


def fault_of(act: Act, stand: Stand, hands: Hands) -> Fault | None:
    """What keeps an act from being done; None: nothing."""
    for reach in act.reaches:
        if not stand.reaches(reach.part, reach.at_m, reach.tool, hands):
            return Fault(act.key, reach=reach, ways=stand.ways(reach.part, reach.at_m))
    for n, join in enumerate(act.joins):
        hit = stand.after(act.joins[:n]).stops(join)
        if hit is not None:
            return Fault(act.key, hit=hit)
    return None
