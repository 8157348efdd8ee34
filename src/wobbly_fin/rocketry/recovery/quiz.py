"""Learning to pack: four drawings of which one is wrong, and why."""

import random
from collections.abc import Callable
from dataclasses import dataclass

from wobbly_fin.rocketry.canopies.packing import Packed, pack
from wobbly_fin.rocketry.recovery.folds import bundled, lines_inside, rolled, wrapped
from wobbly_fin.rocketry.recovery.tube_drawing import TubeScale, bay_filled
from wobbly_fin.rocketry.templates.picture import Picture


@dataclass(frozen=True, slots=True, kw_only=True)
class Quiz:
    """Four drawings; `wrong` is the place of the one that is not right. `key` names what is wrong in it."""

    pictures: tuple[Picture, ...]
    wrong: int
    key: str
    why: str


# An invented bay of 240 × 34 mm, packed right and wrong. [m]
_BAY = (("wadding", 0.045), ("cord", 0.04), ("canopy", 0.06))
_ROOM, _SHOULDER, _BORE = 0.20, 0.04, 0.034


def quiz(seed: int) -> Quiz:
    """The same question for the same seed."""
    draw = random.Random(seed)
    key = draw.choice(sorted(_WRONG))
    bad, why, twin = _WRONG[key]
    right = [make() for name, make in _RIGHT.items() if name != twin]
    draw.shuffle(right)
    place = draw.randrange(4)
    pictures = [*right[:3]]
    pictures.insert(place, bad())
    return Quiz(pictures=tuple(pictures), wrong=place, key=key, why=why)


def _tube(says: str, *order: str, length: float | None = None) -> Picture:
    sizes = dict(_BAY)
    items = [(what, sizes[what] if length is None or what != "canopy" else length) for what in order]
    packed: Packed = pack(items, _ROOM, _SHOULDER)
    return bay_filled(
        packed, TubeScale(room_m=_ROOM + _SHOULDER, bore_m=_BORE), len(items), says, kinds=tuple(order), nose_m=_SHOULDER
    )


_RIGHT: dict[str, Callable[[], Picture]] = {
    "order": lambda: _tube("From the motor: wadding, cord, canopy, nose", "wadding", "cord", "canopy"),
    "roll": lambda: rolled(""),
    "wrap": lambda: wrapped(3),
    "lines": lines_inside,
    "bundle": bundled,
}
# What is wrong: its drawing, why, and the right drawing it would give itself away beside.
_WRONG: dict[str, tuple[Callable[[], Picture], str, str]] = {
    "canopy_low": (
        lambda: _tube("From the motor: wadding, canopy, cord, nose", "wadding", "canopy", "cord"),
        "The canopy lies below the cord, and has to get out past all of it. The cord leaves last and lies lowest.", "order",
    ),
    "wadding_high": (
        lambda: _tube("From the motor: cord, canopy, wadding, nose", "cord", "canopy", "wadding"),
        "The wadding lies above the canopy: it shields nothing, and the charge burns cord and cloth.", "order",
    ),
    "no_wadding": (
        lambda: _tube("From the motor: cord, canopy, nose", "cord", "canopy"),
        "Nothing lies between charge and canopy: wadding is missing.", "order",
    ),
    "crammed": (
        lambda: _tube("From the motor: wadding, cord, and a canopy that fills all the rest", "wadding", "cord", "canopy", length=0.15),
        "The canopy reaches into the nose’s shoulder: it is crammed, and comes out late or never. Fold it smaller.", "order",
    ),
    "twisted": (lambda: rolled("", twisted=True), "The lines are twisted: it comes out as a rope and stays one.", "roll"),
    "tight_turns": (lambda: wrapped(9), "Many tight turns of line keep it shut all the way down. Three or four loose ones will do.", "wrap"),
}  # fmt: skip
