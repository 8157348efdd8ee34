"""What is carried from the table to the pad, on one card: whoever walks back for an igniter has left a rocket alone."""

from collections.abc import Iterator

from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.messages import say


def carry(f: Loadout) -> Iterator[str]:
    """Each thing, in words, in the order it is reached for."""
    yield say("carry-key")
    if f.igniter_at == "pad" and not f.igniter_built_in:
        yield say("carry-igniters", count=f.on_pad.count)
    yield say("carry-clips")
    for d in f.firing:
        if d.switched_on:
            yield say("carry-switch", name=d.name, how=d.switched_on)
    if f.fires:
        yield say("carry-eyes")
    if f.high_power:
        yield say("carry-card")
    yield say("carry-water")
    yield say("carry-phone")
