"""What a rocket waits for next, from its log."""

from typing import Literal

from wobbly_fin.rocketry.flightlog.outcomes import Landing
from wobbly_fin.rocketry.messages import say

Waiting = Literal["canopy", "repair", "search", "first_flight", "next_flight"]


def waiting_words(waiting: Waiting) -> str:
    """What it waits for, in words."""
    return say(f"waiting-{waiting.replace('_', '-')}")


def waits_for(
    *, flights: int, last_landing: Landing | None, has_canopy: bool, grounded: bool = False, mended: bool = False
) -> Waiting:
    """What stands between this rocket and the pad; `grounded` by a review, or `mended` since its last landing."""
    if last_landing in ("lost", "out_of_reach"):
        return "search"
    if grounded or (last_landing == "damaged" and not mended):
        return "repair"
    if not has_canopy:
        return "canopy"
    return "next_flight" if flights else "first_flight"
