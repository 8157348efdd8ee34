"""Masks for a tube of two colours, unrolled: what is hatched in the picture is covered while the second colour goes on."""

import math
from collections.abc import Iterator

from wobbly_fin.rocketry.airframe.layout import Placed
from wobbly_fin.rocketry.airframe.paint import Paint, read_paint
from wobbly_fin.rocketry.airframe.parts import BodyTube
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.templates.template import Path, Template, Words
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

OVERLAP_MM = 10.0
Box = tuple[float, float, float, float]  # left, bottom, right, top [mm]


def mask_template(placed: Placed[BodyTube], units: UnitChoice = METRIC) -> Template | None:
    """The mask of a tube, its length to the right and its way round upwards, with a flap to overlap; None for one colour."""
    paint = read_paint(placed.part.paint)
    if paint is None or paint.pattern == "plain":
        return None
    long, round_ = placed.part.length_m * 1000, math.pi * placed.part.outer_diameter_m * 1000
    fields = list(second_fields(paint, long, round_))
    paths = [Path(points=_corners((0.0, 0.0, long, round_ + OVERLAP_MM)), closed=True)]
    paths += [Path(points=_corners(f), closed=True) for f in fields]
    paths.append(Path(points=((0.0, round_), (long, round_)), layer="score"))
    words = tuple(Words(at=((a + c) / 2, (b + d) / 2), text=paint.second) for a, b, c, d in fields[:1])
    return Template(
        key=f"mask-{placed.index}",
        title=say("mask-title", part=placed.part.called, second=paint.second),
        paths=tuple(paths),
        words=words,
        notes=(
            say(
                "mask-wrap",
                round=show(round_ / 1000, "short_length", units),
                overlap=show(OVERLAP_MM / 1000, "short_length", units),
            ),
            say("mask-order", base=paint.base, second=paint.second),
        ),
    )


def second_fields(paint: Paint, long_mm: float, round_mm: float) -> Iterator[Box]:
    """What is cut out of the mask, in millimetres along the tube and round it."""
    n = paint.count
    if paint.pattern == "bands":
        wide = long_mm / (2 * n + 1)
        yield from (((2 * k + 1) * wide, 0.0, (2 * k + 2) * wide, round_mm) for k in range(n))
    elif paint.pattern == "stripes":
        high = round_mm / (2 * n)
        yield from ((0.0, 2 * k * high, long_mm, (2 * k + 1) * high) for k in range(n))
    elif paint.pattern == "roll":
        wide, high = long_mm / n, round_mm / 4
        yield from (
            (k * wide, (2 * row + k % 2) * high, (k + 1) * wide, (2 * row + k % 2 + 1) * high)
            for k in range(n)
            for row in range(2)
        )
    elif paint.pattern == "halves":
        yield (0.0, 0.0, long_mm, round_mm / 2)


def _corners(box: Box) -> tuple[tuple[float, float], ...]:
    left, low, right, high = box
    return (left, low), (right, low), (right, high), (left, high)
