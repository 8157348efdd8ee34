"""The bay being filled, to its own scale: depths and lengths are this rocket's. On the card's 120 × 70 mm."""

from dataclasses import dataclass

from wobbly_fin.rocketry.canopies.packing import Packed
from wobbly_fin.rocketry.recovery.strokes import arrow, box, line, serpentine
from wobbly_fin.rocketry.templates.picture import Filled, Picture
from wobbly_fin.rocketry.templates.template import Circle, Path, Words

LEFT, RIGHT, MIDDLE = 20.0, 112.0, 38.0


@dataclass(frozen=True, slots=True, kw_only=True)
class TubeScale:
    """Where a depth below the rim lies on the card, and how wide the tube is drawn. [m] → [mm]"""

    room_m: float
    bore_m: float

    def x(self, depth_m: float) -> float:
        """A depth below the rim. [mm]"""
        return LEFT + (RIGHT - LEFT) * min(1.0, max(0.0, depth_m / self.room_m))

    @property
    def half(self) -> float:
        """Half the bore: to scale, yet wide enough to show what lies inside. [mm]"""
        return min(17.0, max(9.0, self.bore_m / self.room_m * (RIGHT - LEFT) / 2))


def bay_filled(
    packed: Packed,
    scale: TubeScale,
    upto: int,
    says: str,
    *,
    kinds: tuple[str, ...],
    depth: str = "",
    nose_m: float | None = None,
    foot: str = "motor",
    breath: bool = False,
    leave_out: int = 0,
) -> Picture:
    """The bay with its first layers in.

    Parameters
    ----------
    upto : int
        How many of the layers, bottom up, are in.
    kinds : tuple of str
        What each layer is: wadding, cord, canopy.
    depth : str
        How far the top of the last one lies below the rim, in words; empty: not shown.
    nose_m : float or None
        The nose is on, its shoulder so long.
    breath : bool
        Blown into from the tail.
    leave_out : int
        So many of the lowest layers are not in.
    """
    h, low, high = scale.half, MIDDLE - scale.half, MIDDLE + scale.half
    paths: list[Path] = [line((LEFT, high), (RIGHT, high)), line((LEFT, low), (RIGHT, low))]
    if not breath:
        paths.append(line((RIGHT, low), (RIGHT, high)))
    filled: list[Filled] = []
    circles: list[Circle] = []
    words: list[Words] = [Words(at=(RIGHT - 6, high + 6), text="breath" if breath else foot, size=4.5)]
    top = RIGHT
    for layer, kind in list(zip(packed.layers, kinds, strict=True))[leave_out:upto]:
        left, right = scale.x(layer.depth_m), scale.x(layer.depth_m + layer.length_m)
        right = max(right, left + 1.2)
        top = left
        if kind == "cloth":
            filled.append(Filled(stuff="paper", points=box(left, low + 0.6, right, high - 0.6)))
            paths.append(line(*box(left, low + 0.6, right, high - 0.6), closed=True))
        elif kind == "wadding":
            filled.append(Filled(stuff="ring", points=box(left, low + 0.6, right, high - 0.6)))
            radius = max(0.8, min(h / 3.2, (right - left) / 2.4))
            circles += [
                Circle(centre=((left + right) / 2, MIDDLE + d * h), radius=radius, layer="score") for d in (-0.62, 0.0, 0.62)
            ]
        elif kind == "cord":
            legs = max(3, min(16, round((right - left) / 2.6)))
            paths.append(line(*serpentine(left, right, low + 2, high - 2, legs), layer="mark"))
        else:
            filled.append(Filled(stuff="wood", points=box(left, low + 1.2, right, high - 1.2)))
            folds = max(2, min(14, round((right - left) / 4)))
            step = (right - left) / folds
            paths += [line((left + step * k, low + 1.2), (left + step * k, high - 1.2)) for k in range(folds + 1)]
    if nose_m is not None:
        paths += _nose(scale, nose_m)
    if breath:
        paths += [*arrow((119, MIDDLE), (RIGHT - 10, MIDDLE)), *arrow((14, MIDDLE), (1, MIDDLE))]
    if depth and top > LEFT + 2:
        y = low - 5
        paths += [
            line((LEFT, y), (top, y), layer="mark"), line((LEFT, y - 1.5), (LEFT, low), layer="mark"), line((top, y - 1.5), (top, low), layer="mark"),
        ]  # fmt: skip
        words.append(Words(at=(max(LEFT + 9, (LEFT + top) / 2), y - 4.5), text=depth, size=5))
    return Picture(says=says, paths=tuple(paths), circles=tuple(circles), filled=tuple(filled), words=tuple(words))


def _nose(scale: TubeScale, shoulder_m: float) -> list[Path]:
    h, right = scale.half, scale.x(shoulder_m)
    curve = [(LEFT - 18 * k / 10, MIDDLE + h * (1 - (k / 10) ** 2) ** 0.5) for k in range(11)]
    cone = (*curve, *((x, 2 * MIDDLE - y) for x, y in reversed(curve)))
    return [line(*cone, closed=True), line(*box(LEFT, MIDDLE - h + 1, right, MIDDLE + h - 1), layer="score", closed=True)]
