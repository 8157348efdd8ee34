"""What to measure first: which guessed figure, known, would narrow most what is said of the rocket.

Each figure nobody measured is taken to be off by what is usual (our own estimates, common practice, no source); how far margin and height go
with it is found by changing it by that much.
"""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.balance import balance
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.parts import NO_BODY
from wobbly_fin.rocketry.airframe.parts.part import Part, described
from wobbly_fin.rocketry.airframe.solve import NOT_DIMENSIONS, smaller_margin, with_part
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.motors.motor import Motor

# One standard deviation of a guess, as a share of the figure.
_OFF = {
    "length_m": 0.08,
    "thickness_m": 0.12,
    "wall_m": 0.2,
    "outer_diameter_m": 0.02,
    "inner_diameter_m": 0.02,
    "base_diameter_m": 0.02,
    # Fins come in more shapes than tubes do.
    "root_chord_m": 0.2, "tip_chord_m": 0.3, "span_m": 0.2, "sweep_m": 0.3,
}  # fmt: skip
_OFF_PLACE = 0.3  # of the body's width: how far from where it was put a part may really sit
SURE = 2.0  # standard deviations that are told: some 19 rockets of 20 lie within
_LOOSE = 0.4  # of the room ahead of it: how far forward of where it is pushed a canopy or cord may lie
_OFF_ELSE, _OFF_MASS, _OFF_SOFT = 0.1, 0.15, 0.3  # soft: cloth and cord
_LEAST_SHARE = 0.02  # of all there is to narrow: below that it is not worth a ruler


@dataclass(frozen=True, slots=True, kw_only=True)
class Worth:
    """A guessed figure and what knowing it is worth.

    Attributes
    ----------
    index : int
        The part's number.
    figure : str
        A field of it; `mass_kg`: put it on the scale.
    margin_calibres, height_m : float
        How far each goes with one standard deviation of the guess.
    share : float
        Of the variance of both, each taken by its own sum. [-]
    """

    index: int
    figure: str
    margin_calibres: float
    height_m: float
    share: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Narrowing:
    """How sure the rocket is as guessed, and what to measure, the best first.

    Attributes
    ----------
    margin_calibres, height_m : float
        Give or take so much: two standard deviations of all that is guessed.
    """

    margin_calibres: float
    height_m: float
    first: tuple[Worth, ...]


def narrowing(
    airframe: Airframe,
    motors: Sequence[Motor | None],
    known: Callable[[Part, str], bool],
    height_m: Callable[[Airframe], float | None],
) -> Narrowing:
    """What each guess leaves open.

    Parameters
    ----------
    known : callable
        Whether a part's figure was measured.
    height_m : callable
        How high an airframe flies. [m]
    """
    base = smaller_margin(balance(airframe, motors))
    top = height_m(airframe) or 0.0
    moved: list[tuple[int, str, float, float]] = []
    for index, figure, changed in _guesses(airframe, known):
        try:
            # In still air where a part sits moves no height.
            higher = 0.0 if figure == "offset_m" else (height_m(changed) or top) - top
            moved.append((index, figure, smaller_margin(balance(changed, motors)) - base, higher))
        except RocketryError:
            continue
    margins, heights = sum(m**2 for _, _, m, _ in moved), sum(h**2 for _, _, _, h in moved)
    worth = [
        Worth(
            index=i, figure=f, margin_calibres=m, height_m=h,
            share=((m**2 / margins if margins else 0.0) + (h**2 / heights if heights else 0.0)) / 2,
        )
        for i, f, m, h in moved
    ]  # fmt: skip
    best = sorted((w for w in worth if w.share >= _LEAST_SHARE), key=lambda w: -w.share)
    return Narrowing(margin_calibres=SURE * margins**0.5, height_m=SURE * heights**0.5, first=tuple(best))


def _guesses(airframe: Airframe, known: Callable[[Part, str], bool]) -> Iterator[tuple[int, str, Airframe]]:
    """(part, figure, the airframe with that figure one standard deviation larger)"""
    layout = balance(airframe, [None] * len(airframe.stages)).layout
    masses = {row.index: row.mass_kg for row in weigh(layout)}
    for index, part in enumerate(airframe.parts):
        if isinstance(part, NO_BODY):
            continue
        weighed = part.mass_kg is not None and part.mass_source == "measured"
        if not weighed and masses.get(index, 0.0) > 0:
            heavier = masses[index] * (1 + (_OFF_MASS if part.FORM == "solid" else _OFF_SOFT))
            yield index, "mass_kg", with_part(airframe, index, replace(part, mass_kg=heavier, mass_source="guessed"))
        if part.parent and getattr(part, "offset_m", None) is not None and not known(part, "offset_m"):
            off_m = _OFF_PLACE * layout.reference_diameter_m
            placed: Any = part
            yield index, "offset_m", with_part(airframe, index, replace(placed, offset_m=placed.offset_m + off_m))
        if part.FORM == "cloth" and _loose(part) and layout.placed[index].host is not None and not known(part, "offset_m"):
            yield index, "offset_m", _pulled_forward(airframe, layout, index)
        for f in described(type(part)):
            value = getattr(part, f.name)
            if f.metadata.get("quantity") != "short_length" or not value or f.name in NOT_DIMENSIONS or known(part, f.name):
                continue
            try:
                changed = replace(part, **{f.name: value * (1 + _OFF.get(f.name, _OFF_ELSE))})
                # What its size does to its weight is told with its weight.
                yield (
                    index,
                    f.name,
                    with_part(airframe, index, replace(changed, mass_kg=masses.get(index)) if not weighed else changed),
                )
            except RocketryError:
                continue


def _loose(part: Part) -> bool:
    """Whether nobody said where it lies."""
    return part.position_m is None and part.offset_m is None


def _pulled_forward(airframe: Airframe, layout: Layout, index: int) -> Airframe:
    """The same with a canopy, and the cord behind it, further forward than a push would leave them."""
    pack = layout.placed[index]
    tube = layout.placed[pack.host or 0]
    by = _LOOSE * max(pack.fore_m - tube.fore_m, 0.0)
    for other in layout.placed:
        part: Any = other.part
        if part.FORM != "solid" and other.host == pack.host and _loose(part):
            airframe = with_part(
                airframe, other.index, replace(part, edge="fore", offset_m=max(other.fore_m - tube.fore_m - by, 0.0))
            )
    return airframe
