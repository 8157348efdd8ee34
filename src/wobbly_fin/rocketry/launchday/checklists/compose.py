"""The list for one rocket as it is loaded, in its owner's order."""

from collections.abc import Sequence

from wobbly_fin.rocketry.launchday.checklists.fly import after, count, pad, ready
from wobbly_fin.rocketry.launchday.checklists.item import Item
from wobbly_fin.rocketry.launchday.checklists.load import hold, motor
from wobbly_fin.rocketry.launchday.checklists.loadout import Loadout
from wobbly_fin.rocketry.launchday.checklists.own import with_own
from wobbly_fin.rocketry.launchday.checklists.prepare import bench, recovery


def checklist(loadout: Loadout, *, any_weather: bool = False) -> tuple[Item, ...]:
    """Every item, in order: the hold point stands before the motor in either school.

    Parameters
    ----------
    any_weather : bool
        With what only cold asks for, whatever was read: for a phone that will read it where nobody can be asked.
    """
    warmth = loadout.temperature_c
    every = with_own(_composed(loadout), loadout.own)
    return tuple(i for i in every if any_weather or i.below_c is None or (warmth is not None and warmth < i.below_c))


def _composed(loadout: Loadout) -> tuple[Item, ...]:
    loaded = (*hold(loadout), *motor(loadout))
    packed = tuple(recovery(loadout))
    middle = (
        (*packed, *loaded) if loadout.school == "recovery_first" else (*_before_motor(packed), *loaded, *_after_motor(packed))
    )
    return (*bench(loadout), *middle, *ready(loadout), *pad(loadout), *count(loadout), *after(loadout))


def turnaround(loadout: Loadout) -> tuple[Item, ...]:
    """The short list between two flights of one day."""
    return tuple(item for item in checklist(loadout) if item.again)


# With the motor in first, the blow test has to come before it and the canopy after.
_FIRST = ("canopy", "cord", "folded", "talc", "blow", "wadding-asked", "baffle", "piston", "hinges", "tumble")


def _before_motor(packed: Sequence[Item]) -> tuple[Item, ...]:
    return tuple(i for i in packed if i.key in _FIRST)


def _after_motor(packed: Sequence[Item]) -> tuple[Item, ...]:
    return tuple(i for i in packed if i.key not in _FIRST)
