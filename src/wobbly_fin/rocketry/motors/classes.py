"""Impulse classes: each letter holds twice the total impulse of the one before.

Bounds as in NFPA 1125 (quoted from memory), upper bound inclusive, lower bound exclusive.
"""

from bisect import bisect_left
from dataclasses import dataclass

from wobbly_fin.rocketry.errors import RocketryError, require_positive

_A_TOP_N_S = 2.5
_NAMES = ("1/8A", "1/4A", "1/2A", "A", "B", "C", "D", "E", "F", "G", "H", "I", "J", "K", "L", "M", "N", "O")


@dataclass(frozen=True, slots=True, kw_only=True)
class ImpulseClass:
    """One class: its letter and the total impulse it stands for, (min_n_s, max_n_s]."""

    name: str
    min_n_s: float
    max_n_s: float

    def holds(self, impulse_n_s: float) -> bool:
        """Whether a total impulse [N·s] belongs to this class."""
        return self.min_n_s < impulse_n_s <= self.max_n_s


def _classes() -> tuple[ImpulseClass, ...]:
    tops = [_A_TOP_N_S * 2.0 ** (i - 3) for i in range(len(_NAMES))]
    lows = [0.0, *tops[:-1]]
    return tuple(ImpulseClass(name=n, min_n_s=lo, max_n_s=hi) for n, lo, hi in zip(_NAMES, lows, tops, strict=True))


CLASSES = _classes()
_TOPS_N_S = [c.max_n_s for c in CLASSES]
_BY_NAME = {c.name: c for c in CLASSES}


def impulse_class(name: str) -> ImpulseClass:
    """The class called `name` (``"1/2A"``, ``"C"``); raises RocketryError for any other text."""
    found = _BY_NAME.get(name)
    if found is None:
        raise RocketryError("impulse_class", f"{name!r} is no impulse class; they run 1/8A, 1/4A, 1/2A, A, B … O")
    return found


def class_of_impulse(impulse_n_s: float) -> ImpulseClass:
    """The class a total impulse falls in, 0 < impulse ≤ 40 960 N·s; raises OutOfRangeError beyond."""
    require_positive("impulse_n_s", impulse_n_s, CLASSES[-1].max_n_s)
    return CLASSES[bisect_left(_TOPS_N_S, impulse_n_s)]


def class_rank(name: str) -> int:
    """Position of a class on the ladder, 1/8A = 0."""
    return _NAMES.index(impulse_class(name).name)
