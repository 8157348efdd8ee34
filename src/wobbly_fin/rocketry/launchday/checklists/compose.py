"""The list for one rocket as it is loaded, in its owner's order; and what of it is new since it was ticked."""

from collections.abc import Mapping, Sequence

from wobbly_fin.rocketry.launchday.checklists.fly import after, count, pad, ready
from wobbly_fin.rocketry.launchday.checklists.item import Item
from wobbly_fin.rocketry.launchday.checklists.load import hold, motor
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.launchday.checklists.prepare import bench, recovery


def checklist(loadout: Loadout) -> tuple[Item, ...]:
    """Every item, in order: the hold point stands before the motor in either school."""
    loaded = (*hold(loadout), *motor(loadout))
    packed = tuple(recovery(loadout))
    middle = (
        (*packed, *loaded) if loadout.school == "recovery_first" else (*_before_motor(packed), *loaded, *_after_motor(packed))
    )
    return (*bench(loadout), *middle, *ready(loadout), *pad(loadout), *count(loadout), *after(loadout))


def turnaround(loadout: Loadout) -> tuple[Item, ...]:
    """The short list between two flights of one day."""
    return tuple(item for item in checklist(loadout) if item.again)


def changed(now: Sequence[Item], ticked: Mapping[str, str]) -> tuple[str, ...]:
    """Keys of items that were ticked as another text than they have now: they are looked at again.

    Parameters
    ----------
    ticked : mapping of key to text
        What each tick was for.
    """
    return tuple(item.key for item in now if item.key in ticked and ticked[item.key] != item.text)


# With the motor in first, the blow test has to come before it and the canopy after.
_FIRST = ("canopy", "cord", "folded", "blow", "baffle", "piston", "hinges", "tumble")


def _before_motor(packed: Sequence[Item]) -> tuple[Item, ...]:
    return tuple(i for i in packed if i.key in _FIRST)


def _after_motor(packed: Sequence[Item]) -> tuple[Item, ...]:
    return tuple(i for i in packed if i.key not in _FIRST)
