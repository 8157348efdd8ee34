"""A picture for a screen: lines, areas of one stuff, words; and what it says to somebody who does not see it."""

from dataclasses import dataclass

from wobbly_fin.rocketry.templates.template import Arc, Circle, Path, Point, Words

Stuff = str  # wood, paper, glue, ring, tape


@dataclass(frozen=True, slots=True, kw_only=True)
class Filled:
    """An area of one stuff. [mm]"""

    stuff: Stuff
    points: tuple[Point, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Picture:
    """Lines, areas and words. `says` is its text twin."""

    says: str
    paths: tuple[Path, ...] = ()
    circles: tuple[Circle, ...] = ()
    arcs: tuple[Arc, ...] = ()
    words: tuple[Words, ...] = ()
    filled: tuple[Filled, ...] = ()
