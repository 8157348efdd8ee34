"""Drawings of a canopy being folded: our own line art on a card of 120 × 70 mm. Folding schools: common practice, no source."""

import math

from wobbly_fin.rocketry.canopies.devices import CanopyKind
from wobbly_fin.rocketry.recovery.strokes import arrow, bow, box, cloth, line, sector, spiral, turned
from wobbly_fin.rocketry.templates.picture import Filled, Picture
from wobbly_fin.rocketry.templates.template import Circle, Path, Point, Words

FOLDS: dict[str, str] = {
    "accordion": "accordion, lines inside",
    "rolled": "rolled from its point",
    "wrapped": "lines wrapped round",
    "bundle": "a loose bundle",
}
_WEDGE: tuple[Point, ...] = sector((8, 35), 78, -16, 16)
_STRIP = box(8, 27, 86, 43)


def laid_flat(kind: CanopyKind, hole: float = 0.0) -> Picture:
    """The canopy flat on a table, its lines straight to the swivel; `hole` is its spill hole's share of the diameter. [-]"""
    if kind == "streamer":
        filled, edge = cloth(box(6, 26, 92, 44))
        creases = tuple(line((x, 26), (x, 44), layer="score") for x in range(15, 92, 11))
        return Picture(
            says="The streamer flat, its cord straight", paths=(edge, *creases, line((92, 35), (118, 35))), filled=(filled,)
        )
    centre, r = (32.0, 35.0), 25.0
    outline = _outline(kind, centre, r)
    filled, edge = cloth(outline)
    tied = [q for q in _tied(kind, centre, r) if q[0] > centre[0] - 0.7 * r]
    lines = tuple(line(q, (98, 35), layer="mark") for q in tied)
    seams = tuple(line(centre, q, layer="score") for q in _tied(kind, centre, r)) if kind != "cross" else ()
    return Picture(
        says=f"The {kind} canopy flat, its lines pulled straight to the swivel, none crossed",
        paths=(*seams, edge, *lines, line((101, 35), (118, 35))),
        circles=(
            Circle(centre=(99.5, 35), radius=1.6),
            *((Circle(centre=centre, radius=max(1.2, r * hole)),) if hole > 0 else ()),
        ),
        filled=(filled,),
    )


def _outline(kind: CanopyKind, c: Point, r: float) -> tuple[Point, ...]:
    if kind == "cross":
        a, b = 0.36 * r, r
        corners = ((-a, b), (a, b), (a, a), (b, a), (b, -a), (a, -a), (a, -b), (-a, -b), (-a, -a), (-b, -a), (-b, a), (-a, a))
        return tuple((c[0] + x, c[1] + y) for x, y in corners)
    if kind == "hexagonal":
        return tuple((c[0] + r * math.cos(k * math.pi / 3), c[1] + r * math.sin(k * math.pi / 3)) for k in range(6))
    return sector(c, r, 0, 360)


def _tied(kind: CanopyKind, c: Point, r: float) -> tuple[Point, ...]:
    """Where its lines are tied."""
    if kind == "cross":
        return tuple(q for k, q in enumerate(_outline(kind, c, r)) if k % 3 != 2)
    count = 6 if kind == "hexagonal" else 8
    turn = 0.0 if kind == "hexagonal" else math.pi / count
    angles = [turn + 2 * math.pi * k / count for k in range(count)]
    return tuple((c[0] + r * math.cos(a), c[1] + r * math.sin(a)) for a in angles)


def looped_on() -> Picture:
    """The gathered lines' loop drawn round the cord's: no knot."""
    filled, edge = cloth(sector((13, 35), 11, 90, 270))
    lines = tuple(line((13, 35 + d), (36, 35 + 0.2 * d), layer="mark") for d in (-10, -5, 0, 5, 10))
    own = line(*bow((36, 36), (88, 36), 7), *bow((88, 34), (36, 34), 7), layer="mark")
    cords = line((119, 36), *bow((104, 37), (66, 35), 9), *bow((66, 35), (104, 33), 9), (119, 34))
    return Picture(
        says="The lines' loop goes through the cord's loop, and the whole canopy through its own: drawn tight it holds without a knot",
        paths=(edge, *lines, cords, own, *turned((14, 48), (86, 42), 22)), filled=(filled,),
        words=(Words(at=(48, 74), text="canopy round and through", size=5), Words(at=(110, 25), text="cord", size=5)),
    )  # fmt: skip


def halved(kind: CanopyKind) -> Picture:
    """In half: every edge on every edge."""
    flat: CanopyKind = "flat" if kind == "domed" else kind
    c, r, over = (28.0, 35.0), 25.0, (92.0, 47.0)
    whole, edge = cloth(_outline(flat, c, r))
    lower = tuple((over[0] + x - c[0], over[1] + min(y, c[1]) - c[1]) for x, y in _outline(flat, c, r))
    half, half_edge = cloth(lower)
    tied = [(over[0] + x - c[0], over[1] + y - c[1]) for x, y in _tied(flat, c, r) if y <= c[1] + 1e-6]
    hang = tuple(line(q, (over[0], 4), layer="mark") for q in tied)
    return Picture(
        says="The canopy is folded in half, edge on edge, its lines all to one side",
        paths=(
            edge, line((1, c[1]), (55, c[1]), layer="score"), *turned((20, 52), (20, 18), -9), *arrow((57, 35), (66, 35)), *hang,
            half_edge,
        ),
        filled=(whole, half),
    )  # fmt: skip


def wedged() -> Picture:
    """Half, quarter, and on to a long wedge."""
    r = 23.0
    parts: list[Path] = []
    areas: list[Filled] = []
    for apex, spread in (((25.0, 55.0), 180.0), ((72.0, 55.0), 90.0), ((107.0, 55.0), 40.0)):
        filled, edge = cloth(sector(apex, r, -90 - spread / 2, -90 + spread / 2))
        areas.append(filled)
        parts.append(edge)
        if spread > 60:
            parts.append(line(apex, (apex[0], apex[1] - r - 3), layer="score"))
            reach = 0.62 * r * math.sin(math.radians(spread / 2))
            parts += turned((apex[0] - reach, apex[1] - 15), (apex[0] + reach, apex[1] - 15), -7 if spread > 100 else -5)
    ends = [(107 + r * math.sin(a), 55 - r * math.cos(a)) for a in (-0.3, -0.1, 0.1, 0.3)]
    lines = tuple(line(q, (107, 8), layer="mark") for q in ends)
    return Picture(
        says="In half again, and again, to a long wedge: its point the middle of the canopy, all lines at its wide end",
        paths=(*parts, *lines), filled=tuple(areas),
    )  # fmt: skip


def lines_inside() -> Picture:
    """Lines on the wedge, to and fro, none crossing."""
    filled, edge = cloth(_WEDGE)
    laid = (
        (84.0, 42.0),
        (34.0, 40.0),
        (34.0, 37.5),
        (80.0, 37.5),
        (80.0, 34.5),
        (34.0, 34.5),
        (34.0, 31.5),
        (84.0, 30.0),
        (118.0, 33.0),
    )
    return Picture(
        says="The lines lie on the wedge in flat zigzags along it, none crossing another, their end leaving the wide end",
        paths=(edge, line(*laid, layer="mark")), filled=(filled,),
    )  # fmt: skip


def sides_over(lines: bool) -> Picture:
    """Both sides of the wedge over the middle: a strip."""
    filled, edge = cloth(_STRIP)
    flaps = (line((8, 35), (83, 57), layer="score"), line((8, 35), (83, 13), layer="score"))
    over = (*turned((70, 55), (62, 37), 6), *turned((70, 15), (62, 33), -6))
    out = (
        (line((86, 35), (118, 35), layer="mark"),)
        if lines
        else tuple(line((86, y), (118, 34 + 0.1 * (y - 35)), layer="mark") for y in (29, 32, 35, 38, 41))
    )
    return Picture(
        says="Both sides of the wedge folded over the middle: a strip as wide as the tube lets it be",
        paths=(edge, line((8, 35), (86, 35), layer="score"), *flaps, *over, *out), filled=(filled,),
    )  # fmt: skip


def accordion(bore: str) -> Picture:
    """The strip to and fro, seen from its edge."""
    tops = [(12 + 9.0 * k, 54.0 if k % 2 else 16.0) for k in range(7)]
    zig = (line(*tops), line(*((x, y + (2.2 if y > 30 else -2.2)) for x, y in tops), layer="score"))
    filled, edge = cloth(box(86, 16, 100, 54))
    leaves = tuple(line((86, y), (100, y)) for y in range(21, 54, 5))
    return Picture(
        says="Seen from its edge: the strip folded to and fro into a flat packet, its lines leaving the last fold",
        paths=(*zig, *arrow((70, 35), (82, 35)), edge, *leaves, line((100, 18), (118, 18), layer="mark"), *_sized(104, 16, 54)),
        filled=(filled,), words=(Words(at=(97, 60), text=bore, size=4.5), Words(at=(38, 61), text="from the point", size=4.5)),
    )  # fmt: skip


def _sized(x: float, low: float, high: float) -> tuple[Path, ...]:
    """A dimension line upright."""
    return (
        line((x, low), (x, high), layer="mark"), line((x - 1.5, low), (x + 1.5, low), layer="mark"),
        line((x - 1.5, high), (x + 1.5, high), layer="mark"),
    )  # fmt: skip


def rolling() -> Picture:
    """The strip rolled up from its point, lines lying straight."""
    filled, edge = cloth(box(46, 29, 92, 33))
    curl = line(*spiral((34, 41), 2, 12, 3, -90))
    return Picture(
        says="The strip rolled up from its point towards the lines; the lines lie straight and do not turn",
        paths=(curl, line((34, 29), (46, 29)), edge, *turned((14, 36), (34, 58), 7), line((92, 31), (118, 31), layer="mark")),
        filled=(filled,), words=(Words(at=(20, 22), text="point inside", size=4.5),),
    )  # fmt: skip


def rolled(bore: str, *, twisted: bool = False) -> Picture:
    """The finished roll, its lines straight, or twisted into a rope."""
    filled, edge = cloth(box(24, 22, 72, 48))
    end = line(*((24 + (x - 24) * 0.42, y) for x, y in spiral((24, 35), 1.5, 13, 3.5)))
    straight = tuple(line((72, 35 + d), (118, 35 + 0.3 * d), layer="mark") for d in (-6, -3, 0, 3, 6))
    rope = tuple(
        line(*((72 + 1.2 * k, 35 + sign * 4.5 * math.sin(k * math.pi / 5)) for k in range(39)), layer="mark") for sign in (1, -1)
    )
    words = (Words(at=(10, 54), text=bore, size=4.5),) if bore else ()
    return Picture(
        says="A roll whose lines are twisted like a rope" if twisted else "The roll, its lines leaving straight, side by side",
        paths=(edge, end, *(rope if twisted else straight)), filled=(filled,), words=words,
    )  # fmt: skip


def wrapped(turns: int) -> Picture:
    """The folded canopy with so many turns of line round it."""
    filled, edge = cloth(box(16, 22, 88, 48))
    apart = min(11.0, 60 / turns)
    start = 52 - apart * (turns - 1) / 2
    round_it = tuple(line((start + apart * k - 2, 49.5), (start + apart * k + 2, 20.5), layer="mark") for k in range(turns))
    return Picture(
        says=f"The folded canopy with {turns} turns of line round it, the rest of the lines free",
        paths=(edge, line((52, 22), (52, 48), layer="score"), *round_it, line((88, 35), (118, 35), layer="mark")),
        filled=(filled,),
    )


def released() -> Picture:
    """A release's band round the folded canopy."""
    filled, edge = cloth(box(16, 22, 78, 48))
    return Picture(
        says="A band round the folded canopy, held shut by the release, which is tied to the cord",
        paths=(
            edge, line((46, 20), (46, 50)), line((49, 20), (49, 50)), line(*box(40, 50, 56, 62), closed=True),
            line(*bow((56, 54), (100, 35), 8), layer="mark"),
            line((78, 35), (118, 35), layer="mark"),
        ),
        filled=(filled, Filled(stuff="ring", points=box(40, 50, 56, 62))), words=(Words(at=(76, 60), text="release", size=5),),
    )  # fmt: skip


def parcelled() -> Picture:
    """The folded canopy on its flameproof cloth, corners going over it."""
    sheet = ((50.0, 66.0), (81.0, 35.0), (50.0, 4.0), (19.0, 35.0))
    filled, edge = cloth(box(36, 27, 68, 43))
    over = (*turned((50, 62), (50, 44), 5), *turned((50, 8), (50, 26), 5), *turned((77, 35), (62, 35), -6))
    return Picture(
        says="The folded canopy on the cloth's middle; three corners go over it, the fourth stays open towards the nose",
        paths=(line(*sheet, closed=True), edge, *over, line((68, 35), (118, 35), layer="mark"), *arrow((18, 35), (3, 35))),
        filled=(Filled(stuff="paper", points=sheet), filled), words=(Words(at=(8, 42), text="nose", size=5),),
    )  # fmt: skip


def bundled() -> Picture:
    """A loose bundle, lines in figures of eight on it."""
    rim = tuple(
        (54 + (24 + 4 * math.sin(5 * a)) * math.cos(a), 35 + (20 + 3 * math.cos(3 * a)) * math.sin(a))
        for a in (k * math.pi / 24 for k in range(48))
    )
    filled, edge = cloth(rim)
    eight = line(
        *((54 + 15 * math.sin(a), 35 + 7 * math.sin(2 * a)) for a in (k * math.pi / 20 for k in range(41))), layer="mark"
    )
    return Picture(
        says="A loose bundle of cloth, its lines in a figure of eight on top",
        paths=(edge, eight, line(*bow((54, 35), (118, 33), 6), layer="mark")), filled=(filled,),
    )  # fmt: skip


def streamer_rolled() -> Picture:
    """A streamer rolled from its free end."""
    return Picture(
        says="The streamer rolled loosely from its free end towards the cord",
        paths=(line(*spiral((40, 38), 2, 18, 3.5)), line((58, 38), (80, 38)), line((80, 33), (80, 43)), line((80, 38), (118, 38), layer="mark"),
               *turned((16, 30), (40, 62), 8)),
        words=(Words(at=(40, 12), text="loose, free end inside", size=4.5),),
    )  # fmt: skip


def blades(kind: CanopyKind) -> Picture:
    """Blades or a wing folded along the body, a band holding them till the charge lets go."""
    body = line(*box(16, 29, 108, 41), closed=True)
    one, one_edge = cloth(box(30, 42, 84, 46))
    two, two_edge = cloth(box(30, 24, 84, 28))
    opens = (*turned((84, 48), (60, 66), 5), *turned((84, 22), (60, 4), -5))
    band = line((76, 20), (76, 50), layer="mark")
    return Picture(
        says="Blades folded along the body, a band round them" if kind == "helicopter" else "The wing folded along the body, a band round it",
        paths=(body, one_edge, two_edge, band, *opens), filled=(one, two),
        circles=(Circle(centre=(30, 44), radius=1.4), Circle(centre=(30, 26), radius=1.4)),
        words=(Words(at=(97, 54), text="band", size=5), Words(at=(18, 50), text="hinge", size=5)),
    )  # fmt: skip
