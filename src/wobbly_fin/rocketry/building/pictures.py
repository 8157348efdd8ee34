"""A picture for a step, drawn from the rocket's real geometry. [mm], x to the right, y up; the tail lies to the right."""

import math

from wobbly_fin.rocketry.airframe.layout import Layout, Placed, bore_of, holds
from wobbly_fin.rocketry.airframe.parts import BodyTube, Coupler, FinSet, LaunchLug, MotorTube, Pods, TubeFins
from wobbly_fin.rocketry.airframe.tabs import tab_of
from wobbly_fin.rocketry.building.amounts import POCKET_GAP_M, fillet_radius_m, root_fillet_radius_m
from wobbly_fin.rocketry.building.bench import Bench
from wobbly_fin.rocketry.building.marking import ring_marks, stick_mark_m
from wobbly_fin.rocketry.building.nesting import nest_fins
from wobbly_fin.rocketry.building.step import Step
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.templates.cutout import cutout_template
from wobbly_fin.rocketry.templates.picture import Filled, Picture
from wobbly_fin.rocketry.templates.shapes import find_template
from wobbly_fin.rocketry.templates.template import Circle, Path, Point, Words

_ARC_STEPS = 8
_CUT_OUT = ("wrap", "fin", "disc", "nose", "shroud", "vents")  # pictures that are templates, too


def picture_of(bench: Bench, step: Step) -> Picture | None:
    """The picture of a step; None for one that needs none, or whose part is gone."""
    if step.picture is None:
        return None
    kind, index = step.picture
    if index >= len(bench.layout.placed):
        return None
    placed = bench.layout.placed[index]
    try:
        if kind in _CUT_OUT:
            drawn = _template(bench, f"{kind}-{index}")
            # A wrap stands on the tube's edge on paper; on a screen it lies as the rocket does, nose to the left.
            return _lying(drawn) if kind == "wrap" else drawn
        return {
            "sheet": _sheet, "cuts": _cuts, "rings": _rings, "stick": _stick, "inside": _inside, "pockets": _pockets, "outside": _outside,
            "lug": _lug,
            "whole": _whole, "tubes": _tubes,
        }[kind](bench, placed)  # fmt: skip
    except RocketryError:
        return None


def _template(bench: Bench, key: str) -> Picture:
    t = find_template(bench.layout, key, bench.units)
    return Picture(says=t.title, paths=t.paths, circles=t.circles, arcs=t.arcs, words=t.words)


def _lying(picture: Picture) -> Picture:
    """A picture of lines and words, a quarter turn to the left."""

    def turned(point: Point) -> Point:
        return -point[1], point[0]

    return Picture(
        says=picture.says,
        paths=tuple(Path(points=tuple(turned(q) for q in p.points), layer=p.layer, closed=p.closed) for p in picture.paths),
        words=tuple(
            Words(at=turned(w.at), text=w.text, size=w.size, turned_deg=(w.turned_deg + 90) % 180) for w in picture.words
        ),
    )


def _box(left: float, low: float, right: float, high: float) -> tuple[Point, ...]:
    return ((left, low), (right, low), (right, high), (left, high))


def _dimension(left: float, right: float, y: float, text: str, size: float) -> tuple[list[Path], Words]:
    tick = size * 0.4
    paths = [
        Path(points=((left, y), (right, y)), layer="mark"),
        Path(points=((left, y - tick), (left, y + tick)), layer="mark"),
        Path(points=((right, y - tick), (right, y + tick)), layer="mark"),
    ]
    return paths, Words(at=((left + right) / 2, y + size * 0.9), text=text, size=size)


def _sheet(bench: Bench, placed: Placed) -> Picture:
    assert holds(placed, FinSet)
    nest = nest_fins(bench.layout, placed)
    long, wide = (v * 1000 for v in nest.sheet_m)
    size = max(wide, long / 6) * 0.09
    paths, filled, words = list[Path](), list[Filled](), list[Words]()
    shown = min(nest.sheets, 3)
    for number in range(shown):
        low = -number * (wide + size * 3.2)
        paths.append(Path(points=_box(0, low, long, low + wide), closed=True, layer="score"))
        words.append(Words(at=(long / 2, low - size * 1.2), text=f"sheet {number + 1}: grain runs this way →", size=size))
        for lying in nest.lying:
            if lying.sheet == number:
                points = tuple((x * 1000, y * 1000 + low) for x, y in lying.outline)
                filled.append(Filled(stuff="wood", points=points))
                paths.append(Path(points=points, closed=True))
    says = f"{nest.count} fins on {nest.sheets} {'sheet' if nest.sheets == 1 else 'sheets'}, leading edges along the grain"
    return Picture(says=says, paths=tuple(paths), filled=tuple(filled), words=tuple(words))


def _cuts(bench: Bench, placed: Placed) -> Picture:
    rows = [p.part for p in bench.layout.placed if isinstance(p.part, BodyTube | MotorTube | Coupler) and p.stage == placed.stage]
    longest = max(part.axial_length_m for part in rows) * 1000
    size = longest * 0.045
    paths, filled, words, y = list[Path](), list[Filled](), list[Words](), 0.0
    for part in rows:
        long, wide = part.length_m * 1000, (part.outer_diameter_m or 0.0) * 1000
        filled.append(Filled(stuff="paper", points=_box(0, y - wide, long, y)))
        paths.append(Path(points=_box(0, y - wide, long, y), closed=True))
        lines, word = _dimension(0, long, y - wide - size * 2.2, f"{part.called}: {bench.size(part.length_m)}", size)
        paths += lines
        words.append(word)
        y -= wide + size * 4.2
    return Picture(says="The tubes to cut, to one scale", paths=tuple(paths), filled=tuple(filled), words=tuple(words))


def _mount(bench: Bench, mount: Placed[MotorTube], shift: float = 0.0) -> tuple[list[Path], list[Filled]]:
    """The motor tube seen from the side with its rings; its aft end at x = shift."""
    part = mount.part
    long, half = part.length_m * 1000, (part.spread_m + part.outer_diameter_m / 2) * 1000
    box = _box(shift - long, -half, shift, half)
    paths, filled = [Path(points=box, closed=True)], [Filled(stuff="paper", points=box)]
    for ring in ring_marks(bench.layout, mount):
        aft, reach = shift - ring.aft_face_m * 1000, ring.outer_m * 500
        for sign in (1, -1):
            low, high = sorted((sign * half, sign * reach))
            points = _box(aft - ring.thickness_m * 1000, low, aft, high)
            filled.append(Filled(stuff="ring", points=points))
            paths.append(Path(points=points, closed=True))
    return paths, filled


def _rings(bench: Bench, mount: Placed) -> Picture:
    assert holds(mount, MotorTube)
    part = mount.part
    paths, filled = _mount(bench, mount)
    size = max(part.length_m * 1000 * 0.045, 2.2)
    reach = max([r.outer_m for r in ring_marks(bench.layout, mount)] + [part.outer_diameter_m]) * 500
    words, y = list[Words](), -reach - size * 1.6
    for ring in reversed(ring_marks(bench.layout, mount)):
        lines, word = _dimension(-ring.aft_face_m * 1000, 0, y, f"{ring.name} {bench.size(ring.aft_face_m)}", size)
        paths += lines
        words.append(Words(at=(min(word.at[0], -len(word.text) * size * 0.28), word.at[1]), text=word.text, size=size))
        y -= size * 2.4
    words.append(Words(at=(-size, reach + size), text="aft", size=size))
    says = "The motor tube: " + ", ".join(
        f"{r.name} {bench.size(r.aft_face_m)} ahead of the aft end" for r in ring_marks(bench.layout, mount)
    )
    return Picture(says=says, paths=tuple(paths), filled=tuple(filled), words=tuple(words))


def _stick(bench: Bench, mount: Placed) -> Picture:
    assert holds(mount, MotorTube)
    host = bench.layout.outer_at((mount.fore_m + mount.aft_m) / 2)
    radius = bench.layout.radius_at((mount.fore_m + mount.aft_m) / 2) * 1000
    tail = 0.0
    marks = ring_marks(bench.layout, mount)
    depth = stick_mark_m(bench.layout, mount, marks[0]) * 1000 if marks else (host.aft_m - mount.fore_m) * 1000
    show_mm = min((host.aft_m - host.fore_m) * 1000, depth * 1.35 + 10)
    size = max(show_mm * 0.04, 2.2)
    paths, filled = _mount(bench, mount, shift=(mount.aft_m - host.aft_m) * 1000)
    bore = (bore_of(host.part) if isinstance(host.part, BodyTube) else 2 * radius / 1000) * 500
    for sign in (1, -1):
        wall = _box(-show_mm, min(sign * bore, sign * radius), tail, max(sign * bore, sign * radius))
        filled.append(Filled(stuff="paper", points=wall))
        paths.append(Path(points=wall, closed=True))
        glue = _box(
            -depth - size * 1.2,
            min(sign * bore, sign * (bore - size * 0.35)),
            -depth,
            max(sign * bore, sign * (bore - size * 0.35)),
        )
        filled.append(Filled(stuff="glue", points=glue))
    y = -radius - size * 2.2
    filled.append(Filled(stuff="wood", points=_box(-depth - size * 0.2, y - size * 0.3, size * 6, y + size * 0.3)))
    paths.append(Path(points=((0, y - size), (0, y + size))))
    words = [
        Words(at=(-depth / 2, y - size * 1.6), text=f"mark the stick at {bench.size(depth / 1000)}", size=size),
        Words(at=(-show_mm + size * 4, radius + size), text="towards the nose", size=size),
    ]
    return Picture(
        says=f"The mount in the body; the stick is marked {bench.size(depth / 1000)} from its end, where glue goes on the wall",
        paths=tuple(paths), filled=tuple(filled), words=tuple(words),
    )  # fmt: skip


def _turned(points: list[Point], degrees: float) -> tuple[Point, ...]:
    # Seen from behind, first fin at the top, the others following to the right.
    a = math.radians(-degrees)
    return tuple((x * math.cos(a) - y * math.sin(a), x * math.sin(a) + y * math.cos(a)) for x, y in points)


def _fillet(x: float, y: float, radius: float, right: int, up: int) -> list[Point]:
    """A fillet in the corner at (x, y), opening to the right (or left) and up (or down)."""
    centre = (x + right * radius, y + up * radius)
    curve = []
    for k in range(_ARC_STEPS + 1):
        a = math.pi / 2 * k / _ARC_STEPS
        curve.append((centre[0] - right * radius * math.cos(a), centre[1] - up * radius * math.sin(a)))
    return [(x, y), *curve]


def _section(bench: Bench, placed: Placed) -> tuple[Placed[FinSet], float, float, float, list[Circle]]:
    assert holds(placed, FinSet)
    middle = (placed.fore_m + placed.aft_m) / 2
    host = bench.layout.outer_at(middle)
    radius = bench.layout.radius_at(middle) * 1000
    bore = bore_of(host.part) * 500 if isinstance(host.part, BodyTube) else radius
    inner, circles = 0.0, [Circle(centre=(0.0, 0.0), radius=radius), Circle(centre=(0.0, 0.0), radius=bore)]
    for mount in bench.layout.of(MotorTube):
        if mount.fore_m < placed.aft_m and mount.aft_m > placed.fore_m:
            each = mount.part.outer_diameter_m * 500
            for k in range(mount.part.count):
                a = 2 * math.pi * k / mount.part.count
                at = (mount.part.spread_m * 1000 * math.sin(a), mount.part.spread_m * 1000 * math.cos(a))
                circles.append(Circle(centre=at, radius=each))
            inner = each if mount.part.count == 1 else 0.0
    return placed, radius, bore, inner, circles


def _fins_from_behind(
    layout: Layout, fins: Placed[FinSet], radius: float, inner: float, reach: float
) -> tuple[list[Path], list[Filled]]:
    paths, filled = list[Path](), list[Filled]()
    fin = fins.part
    half, foot = fin.thickness_m * 500, inner if tab_of(layout, fins) is not None else radius
    for k in range(fin.count):
        points = _turned(
            [(-half, foot), (half, foot), (half, radius + reach), (-half, radius + reach)], fin.angle_deg + 360 * k / fin.count
        )
        filled.append(Filled(stuff="wood", points=points))
        paths.append(Path(points=points, closed=True))
    return paths, filled


def _pockets(bench: Bench, placed: Placed) -> Picture:
    return _inside(bench, placed, pockets=True)


def _inside(bench: Bench, placed: Placed, *, pockets: bool = False) -> Picture:
    fins, radius, bore, inner, circles = _section(bench, placed)
    fin = fins.part
    reach = min(fin.reach_m * 1000, radius * 0.6)
    paths, filled = _fins_from_behind(bench.layout, fins, radius, inner, reach)
    half, r = fin.thickness_m * 500, fillet_radius_m(2 * radius / 1000) * 1000
    r = min(r, max(0.4, (bore - inner) / 2.2))
    for k in range(fin.count):
        angle = fin.angle_deg + 360 * k / fin.count
        for side in (1, -1):
            if pockets:
                gap = POCKET_GAP_M * 1000
                pocket = [(side * half, inner), (side * (half + gap), inner), (side * (half + gap), bore), (side * half, bore)]
                filled.append(Filled(stuff="glue", points=_turned(pocket, angle)))
                dam = [
                    (side * (half + gap), inner),
                    (side * (half + gap + 1.5), inner),
                    (side * (half + gap + 1.5), bore),
                    (side * (half + gap), bore),
                ]
                filled.append(Filled(stuff="wood", points=_turned(dam, angle)))
            else:
                filled.append(Filled(stuff="glue", points=_turned(_fillet(side * half, inner, r, side, 1), angle)))
                filled.append(Filled(stuff="glue", points=_turned(_fillet(side * half, bore, r, side, -1), angle)))
    what = "pockets beside each tab filled" if pockets else "fillets from each tab to motor tube and wall"
    return Picture(says=f"From behind: {what}", paths=tuple(paths), circles=tuple(circles), filled=tuple(filled))


def _outside(bench: Bench, placed: Placed) -> Picture:
    fins, radius, _, inner, circles = _section(bench, placed)
    fin = fins.part
    reach = min(fin.reach_m * 1000, radius * 0.8)
    paths, filled = _fins_from_behind(bench.layout, fins, radius, inner, reach)
    half = fin.thickness_m * 500
    r = root_fillet_radius_m(2 * radius / 1000, fin.thickness_m) * 1000
    for k in range(fin.count):
        for side in (1, -1):
            filled.append(
                Filled(
                    stuff="glue",
                    points=_turned(_fillet(side * half, radius * 0.992, r, side, 1), fin.angle_deg + 360 * k / fin.count),
                )
            )
    said = bench.size(r / 1000)
    title = f"{fin.count} fins, {360 / fin.count:g}° apart, fillets {said}"
    return Picture(
        says=f"From behind: {fin.count} fins, a fillet of {said} on both sides of each",
        paths=tuple(paths),
        circles=tuple(circles),
        filled=tuple(filled),
        words=(Words(at=(0.0, -radius - reach - r), text=title, size=max((radius + reach) * 0.11, 2.0)),),
    )


def _lug(bench: Bench, placed: Placed) -> Picture:
    assert holds(placed, LaunchLug)
    lug = placed.part
    radius = bench.layout.radius_at(placed.fore_m) * 1000
    circles = [Circle(centre=(0.0, 0.0), radius=radius)]
    paths, filled = list[Path](), list[Filled]()
    for fins in bench.layout.of(FinSet):
        if fins.stage == placed.stage:
            more, wood = _fins_from_behind(bench.layout, fins, radius, radius, min(fins.part.reach_m * 1000, radius * 1.5))
            paths, filled = paths + more, filled + wood
    outside = lug.outer_diameter_m * 500
    (at,) = _turned([(0.0, radius + outside)], lug.angle_deg)
    circles += [Circle(centre=at, radius=outside), Circle(centre=at, radius=lug.inner_diameter_m * 500)]
    return Picture(says="From behind: the lug between two fins", paths=tuple(paths), circles=tuple(circles), filled=tuple(filled))


def _tubes(bench: Bench, placed: Placed) -> Picture:
    assert holds(placed, TubeFins) or holds(placed, Pods)
    part, radius = placed.part, bench.layout.radius_at((placed.fore_m + placed.aft_m) / 2) * 1000
    circles, filled = [Circle(centre=(0.0, 0.0), radius=radius)], list[Filled]()
    off, outer = part.off_axis_m(radius / 1000) * 1000, part.outer_diameter_m * 500
    for degrees in part.stands_deg:
        (at,) = _turned([(0.0, off)], degrees)
        circles += [Circle(centre=at, radius=outer), Circle(centre=at, radius=part.inner_diameter_m * 500)]
        # The corners a finger reaches: a drop on either side of where tube and body meet.
        filled += [
            Filled(stuff="glue", points=_turned(_fillet(0.0, radius * 0.99, outer * 0.18, side, 1), degrees)) for side in (1, -1)
        ]
    return Picture(says=f"From behind: {part.count} {part.PIECE}s round the body", circles=tuple(circles), filled=tuple(filled))


def _whole(bench: Bench, placed: Placed) -> Picture:
    t = cutout_template(bench.layout)
    return Picture(says="The whole rocket from the side", paths=tuple(p for p in t.paths if p.layer == "cut"))
