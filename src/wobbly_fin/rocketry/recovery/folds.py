"""The packing card: how this canopy is folded and put in, step by step, with line drawings of our own. [mm of a 120 × 70 card]

Folding schools and their checks: common practice, no source.
"""

import math
from dataclasses import dataclass

from wobbly_fin.rocketry.recovery.explain import wadding_sentence
from wobbly_fin.rocketry.recovery.whole import Recovery
from wobbly_fin.rocketry.templates.picture import Filled, Picture
from wobbly_fin.rocketry.templates.template import Circle, Path, Point, Words
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

FOLDS: dict[str, str] = {
    "accordion": "accordion, lines laid inside",
    "rolled": "folded to a point and rolled",
    "wrapped": "lines wrapped round outside",
    "bundle": "a quick loose bundle",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class CardStep:
    """One drawing of the card. `check` is what to feel or see before the next."""

    title: str
    text: str
    picture: Picture
    check: str = ""
    caution: str = ""


def packing_card(found: Recovery, *, kind: str, fold: str, protection: str, units: UnitChoice = METRIC) -> tuple[CardStep, ...]:
    """The card for one rocket, its canopy and its owner's schools."""
    steps = [_blow(found), _look(kind)]
    steps += _streamer() if kind == "streamer" else _fold(fold)
    steps += _into_tube(found, protection, units)
    return tuple(steps)


# The drawings


def _lines(*runs: tuple[Point, ...], layer: str = "cut", closed: bool = False) -> tuple[Path, ...]:
    return tuple(Path(points=run, layer=layer, closed=closed) for run in runs)  # type: ignore[arg-type]


def _ring(cx: float, cy: float, r: float, sides: int = 6, start: float = 0.0) -> tuple[Point, ...]:
    return tuple(
        (cx + r * math.cos(start + 2 * math.pi * k / sides), cy + r * math.sin(start + 2 * math.pi * k / sides))
        for k in range(sides)
    )


def _arrow(x0: float, y0: float, x1: float, y1: float) -> tuple[Path, ...]:
    a = math.atan2(y1 - y0, x1 - x0)
    head = tuple((x1 - 4 * math.cos(a + s), y1 - 4 * math.sin(a + s)) for s in (0.45, -0.45))
    return _lines(((x0, y0), (x1, y1)), (head[0], (x1, y1), head[1]), layer="mark")


def _tube(
    filled: tuple[tuple[str, float, float], ...] = (), nose: float | None = None
) -> tuple[tuple[Path, ...], tuple[Filled, ...]]:
    """A tube lying with its tail to the right: what lies in it as (stuff, from, to) along it."""
    paths = _lines(((14, 20), (112, 20)), ((14, 50), (112, 50)), ((112, 20), (112, 50)))
    areas = tuple(Filled(stuff=stuff, points=((a, 21), (b, 21), (b, 49), (a, 49))) for stuff, a, b in filled)
    if nose is not None:
        up = [(nose - 24 * k / 8, 35 + 15 * math.sqrt(1 - (k / 8) ** 2)) for k in range(9)]
        cone = (*up, *((x, 70 - y) for x, y in reversed(up)))
        paths += _lines(cone, closed=True)
    return paths, areas


def _blow(found: Recovery) -> CardStep:
    paths, areas = _tube((("wood", 20, 44), ("paper", 46, 62)), nose=2.0)
    return CardStep(
        title="Blow test, before motor and wadding",
        text="Everything packed but the wadding, no motor in it: one breath into the tail throws nose and canopy out.",
        picture=Picture(
            says="A breath into the tail pushes canopy and nose out of the front",
            paths=(*paths, *_arrow(119, 35, 100, 35), *_arrow(16, 35, 6, 35)),
            filled=areas,
            words=(Words(at=(104, 58), text="breath", size=5),),
        ),
        check="It flies out with one breath. If it only moves, repack and blow again.",
        caution="Never with a motor or an igniter in the rocket.",
    )


def _look(kind: str) -> CardStep:
    canopy = _ring(34, 35, 22, 24 if kind in ("flat", "domed") else 6)
    lines = tuple(((x, y), (96.0, 35.0)) for x, y in _ring(34, 35, 22, 6) if x >= 22)
    shape: tuple[Path, ...] = _lines(canopy, closed=True) + _lines(*lines, layer="mark") + _lines(((96, 35), (116, 35)))
    if kind == "streamer":
        shape = _lines(((8, 28), (92, 28), (92, 42), (8, 42)), closed=True) + _lines(((92, 35), (116, 35)))
    if kind == "cross":
        arms = (
            (24, 57),
            (44, 57),
            (44, 45),
            (56, 45),
            (56, 25),
            (44, 25),
            (44, 13),
            (24, 13),
            (24, 25),
            (12, 25),
            (12, 45),
            (24, 45),
        )
        shape = (
            _lines(arms, closed=True)
            + _lines(((56, 45), (96, 35)), ((56, 25), (96, 35)), layer="mark")
            + _lines(((96, 35), (116, 35)))
        )
    thing = "streamer" if kind == "streamer" else "canopy"
    return CardStep(
        title=f"Lay the {thing} out and look it over",
        text="Flat on a clean table, lines straight, pulled to one length. Shake cold cloth out with a little talc.",
        picture=Picture(says=f"The {thing} flat, its lines straight to one point", paths=shape),
        check="No burn, no tear, no line glued to another, every knot tight.",
    )


def _gore(cx: float, half: float) -> tuple[Point, ...]:
    return ((cx, 60), (cx - half, 12), (cx + half, 12))


def _fold(fold: str) -> list[CardStep]:
    if fold == "bundle":
        turns = [k * math.pi / 16 for k in range(32)]
        eight = ((78.0, 36.0), (90.0, 42.0), (98.0, 34.0), (106.0, 40.0), (116.0, 35.0))
        blob = tuple(
            (60 + (18 + 3 * math.sin(5 * a)) * math.cos(a), 36 + (15 + 3 * math.cos(3 * a)) * math.sin(a)) for a in turns
        )
        return [
            CardStep(
                title="Gather it loosely",
                text="Take it by the middle, let the cloth hang, gather it in the hand without pressing; lines last, in loose figures of eight.",
                picture=Picture(
                    says="A loose bundle of cloth, lines in figures of eight on top",
                    paths=_lines(blob, closed=True) + _lines(eight, layer="mark"),
                ),
                check="Thrown up by hand it opens.",
            )
        ]
    halves = [
        CardStep(
            title="Fold it to a wedge",
            text="In half, and in half again, every edge on every edge, until it is one long wedge; its lines all at the wide end.",
            picture=Picture(
                says="The canopy folded to a long wedge, its lines leaving the wide end",
                paths=_lines(_gore(40, 26), closed=True)
                + _lines(_gore(88, 11), closed=True)
                + _arrow(64, 34, 74, 34)
                + _lines(((77, 12), (88, 2), (99, 12)), layer="mark"),
            ),
            check="Press the air out from the point to the lines.",
        )
    ]
    if fold == "accordion":
        zig = tuple((52 + (10 if k % 2 else -10), 12 + 5 * k) for k in range(8))
        return [
            *halves,
            CardStep(
                title="Lay the lines inside, to and fro",
                text="Lines on the wedge in flat zigzags that do not cross, ending at the wide edge; fold both sides of the wedge over them.",
                picture=Picture(
                    says="Lines in flat zigzags on the wedge",
                    paths=_lines(_gore(52, 24), closed=True) + _lines(zig, layer="mark"),
                ),
                check="No line crosses another.",
            ),
            CardStep(
                title="Fold it like an accordion",
                text="From the point towards the lines, in folds a little shorter than the tube is wide, to and fro, never rolled.",
                picture=Picture(
                    says="The strip folded to and fro like an accordion",
                    paths=_lines(tuple((18 + 12 * k, 20 if k % 2 else 50) for k in range(7))) + _arrow(98, 35, 114, 35),
                ),
                check="Held by the lines it falls open.",
            ),
        ]
    if fold == "rolled":
        return [
            *halves,
            CardStep(
                title="Roll it from the point, the lines untwisted",
                text="Roll the wedge from its point towards the lines. Turn the canopy, not the lines: they come off the roll straight.",
                picture=Picture(
                    says="A roll of cloth with its lines leaving straight",
                    circles=tuple(Circle(centre=(44, 36), radius=r) for r in (4, 9, 14, 19)),
                    paths=_lines(((63, 36), (116, 36)), ((62, 32), (116, 34)), ((62, 40), (116, 38)), layer="mark"),
                ),
                check="Let it hang by the lines: it unrolls by itself.",
            ),
        ]
    windings = tuple(((36 + 12 * k, 24), (44 + 12 * k, 48)) for k in range(4))
    return [
        *halves,
        CardStep(
            title="Wrap the lines round it, a few loose turns",
            text="Fold the wedge once across, then three or four loose turns of line round its middle, the rest of the lines free.",
            picture=Picture(
                says="The folded canopy with a few loose turns of line round it",
                paths=_lines(((20, 24), (96, 24), (96, 48), (20, 48)), closed=True)
                + _lines(*windings, ((80, 36), (116, 36)), layer="mark"),
            ),
            check="A light pull on the lines undoes every turn.",
            caution="Tight turns keep it shut all the way down.",
        ),
    ]


def _streamer() -> list[CardStep]:
    spiral = tuple((44 + (3 + 0.42 * k) * math.cos(k / 4), 36 + (3 + 0.42 * k) * math.sin(k / 4)) for k in range(48))
    return [
        CardStep(
            title="Roll the streamer, not tight",
            text="From its free end towards the cord, or in an accordion of folds a little shorter than the tube is wide.",
            picture=Picture(
                says="A streamer rolled up towards its cord", paths=_lines(spiral) + _lines(((68, 36), (116, 36)), layer="mark")
            ),
            check="Dropped from the hand it unrolls before it reaches the floor.",
        )
    ]


def _into_tube(found: Recovery, protection: str, units: UnitChoice) -> list[CardStep]:
    """Bottom to top, with the depth each layer's top comes to."""
    depths = {layer.what: show(max(layer.depth_m, 0.0), "short_length", units) for layer in found.packed.layers}
    layers = list(found.packed.layers)
    steps: list[CardStep] = []
    if protection == "none":
        text = wadding_sentence(protection, found.bay.bore_m, units)
    else:
        text = (
            wadding_sentence(protection, found.bay.bore_m, units)
            + f" Its top comes {depths[layers[0].what]} below the tube’s edge."
        )
    paths, areas = _tube((("glue", 92, 111),))
    steps.append(
        CardStep(
            title="Protection first",
            text=text,
            picture=Picture(says="Wadding at the bottom of the tube, towards the motor", paths=paths, filled=areas),
            check="It fills the tube all round, and can be pushed through with a finger.",
            caution="Untreated paper and laundry sheets start fires: treated or flameproof only.",
        )
    )
    cord = next((layer for layer in layers if layer.what not in (layers[0].what, layers[-1].what)), layers[-1])
    zig = tuple((72 + (9 if k % 2 else -9), 24 + 3.2 * k) for k in range(8))
    paths, areas = _tube((("glue", 92, 111),))
    steps.append(
        CardStep(
            title="The cord, in loose zigzags",
            text=f"It leaves last, so it lies lowest: to and fro, not wound round the hand. Its top comes {depths[cord.what]} below the edge.",
            picture=Picture(says="The cord in zigzags above the wadding", paths=paths + _lines(zig, layer="mark"), filled=areas),
            check="No loop round a line or round the canopy.",
        )
    )
    paths, areas = _tube((("glue", 92, 111), ("paper", 62, 90), ("wood", 30, 60)))
    steps.append(
        CardStep(
            title="The canopy on top",
            text=f"Slide it in, lines towards the cord. Its top comes {depths[layers[-1].what]} below the edge.",
            picture=Picture(says="Canopy above the cord, near the open end", paths=paths, filled=areas),
            check="It slides by its own weight. If it feels tight, take it out and fold again.",
        )
    )
    paths, areas = _tube((("glue", 92, 111), ("paper", 62, 90), ("wood", 30, 60)), nose=14.0)
    steps.append(
        CardStep(
            title="The nose: lifts the rocket, comes off with a light pull",
            text="Shim its shoulder with tape, or sand it. Held by the nose the rocket hangs; a light pull takes it off.",
            picture=Picture(says="The nose on the tube", paths=(*paths, *_arrow(40, 60, 8, 60)), filled=areas),
            check="Turn it once: it moves freely. Paint in the joint glues it shut.",
        )
    )
    return steps
