"""The templates an airframe asks for: fins, tube wraps, rings, bulkheads, shrouds, the nose's profile, the cut-out."""

import math
from collections.abc import Callable
from typing import Any

import numpy as np

from wobbly_fin.rocketry.airframe.aspects import Aspect
from wobbly_fin.rocketry.airframe.layout import Layout, Placed, aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.parts import (
    Allowance,
    Anchor,
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    DisplayPart,
    FinCan,
    FinSet,
    Joint,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Pods,
    RailButton,
    Retainer,
    RingFin,
    Transition,
    TubeFins,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.planform import corners, leading_direction
from wobbly_fin.rocketry.airframe.profiles import parameter_of, radius_fraction
from wobbly_fin.rocketry.airframe.tabs import cut_outline, tab_of
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.templates.cutout import cutout_template
from wobbly_fin.rocketry.templates.masks import mask_template
from wobbly_fin.rocketry.templates.template import Arc, Circle, Path, Point, Template, Words
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

Disc = CentringRing | Bulkhead

GLUE_FLAP_MM = 8.0
_PROFILE_STEPS = 80
_BLADE = "Fresh blade, many light passes, fingers behind the edge."


# What is cut or marked by paper for a part.
TEMPLATE: Aspect[Callable[[Layout, Placed[Any], UnitChoice], list[Template]]] = Aspect("template")
TEMPLATE.none("bought", Baffle, FinCan, LaunchLug, RailButton, Retainer, Anchor, Cord, CanopyPack, MassLump, DisplayPart)
TEMPLATE.none("square", MotorTube, Coupler, RingFin)
TEMPLATE.none("told", Joint, Allowance)


def templates_of(layout: Layout, units: UnitChoice = METRIC) -> tuple[Template, ...]:
    """Every template this airframe can be cut from, in the order of its parts, the cut-out last."""
    found = ((p, TEMPLATE.find(p.part)) for p in layout.placed)
    return (*(t for p, cut in found if cut is not None for t in cut(layout, p, units)), cutout_template(layout))


@TEMPLATE.of(FinSet)
def _of_fins(layout: Layout, placed: Placed[FinSet], units: UnitChoice) -> list[Template]:
    return [fin_template(layout, placed, units), wrap_template(layout, placed, units)]


@TEMPLATE.of(TubeFins, Pods)
def _of_tubes(layout: Layout, placed: Placed[TubeFins | Pods], units: UnitChoice) -> list[Template]:
    return [wrap_template(layout, placed, units)]


@TEMPLATE.of(VentHoles)
def _of_holes(layout: Layout, placed: Placed[VentHoles], units: UnitChoice) -> list[Template]:
    return [vent_template(layout, placed, units)]


@TEMPLATE.of(BodyTube)
def _of_tube(layout: Layout, placed: Placed[BodyTube], units: UnitChoice) -> list[Template]:
    mask = mask_template(placed, units)
    return [mask] if mask is not None else []


@TEMPLATE.of(CentringRing, Bulkhead)
def _of_disc(layout: Layout, placed: Placed[Disc], units: UnitChoice) -> list[Template]:
    like = _alike(layout, placed)
    return [disc_template(layout, placed, units, len(like))] if like[0].index == placed.index else []


@TEMPLATE.of(Transition)
def _of_transition(layout: Layout, placed: Placed[Transition], units: UnitChoice) -> list[Template]:
    return [shroud_template(placed, units)] if placed.part.front_m != placed.part.tail_m else []


@TEMPLATE.of(NoseCone)
def _of_nose(layout: Layout, placed: Placed[NoseCone], units: UnitChoice) -> list[Template]:
    return [nose_template(placed, units)]


def find_template(layout: Layout, key: str, units: UnitChoice = METRIC) -> Template:
    """One template by its key; discs that are alike share one. Raises RocketryError naming those there are."""
    every = templates_of(layout, units)
    shared = _shared_key(layout, key)
    found = next((t for t in every if t.key == shared), None)
    if found is None:
        raise RocketryError("template", f"{key!r} is none of this rocket's; one of {', '.join(t.key for t in every)}")
    return found


def _shared_key(layout: Layout, key: str) -> str:
    kind, _, number = key.partition("-")
    disc = next((p for p in layout.of(CentringRing, Bulkhead) if kind == "disc" and str(p.index) == number), None)
    return key if disc is None else f"disc-{_alike(layout, disc)[0].index}"


def _mm(points: tuple[Point, ...], dx: float = 0.0) -> tuple[Point, ...]:
    return tuple(((x + dx) * 1000, y * 1000) for x, y in points)


def fin_template(layout: Layout, placed: Placed[FinSet], units: UnitChoice = METRIC) -> Template:
    """One fin with its tab; nose to the left, the root's line scored where the body's surface is, grain along the leading edge."""
    fin = placed.part
    outline = _mm(corners(fin))
    paths: list[Path] = []
    paths.append(Path(points=_mm(cut_outline(layout, placed)), closed=True))
    if tab_of(layout, placed) is not None:
        paths.append(Path(points=(outline[0], outline[-1]), layer="score"))
    across = show(fin.thickness_m, "short_length", units)
    x, y = _grain_foot(outline)
    dx, dy = leading_direction(outline)
    reach = 0.42 * max(p[1] for p in outline)
    tip = (x + dx * reach, y + dy * reach)
    head = 3.0
    back = [(tip[0] - head * (dx * c - dy * s), tip[1] - head * (dy * c + dx * s)) for c, s in ((0.9, 0.44), (0.9, -0.44))]
    paths += [
        Path(points=((x, y), tip), layer="mark"),
        Path(points=(back[0], tip, back[1]), layer="mark"),
    ]
    middle = sum(p[0] for p in outline) / len(outline)
    return Template(
        key=f"fin-{placed.index}",
        title=f"{fin.called}: one of {fin.count}, {across} thick",
        paths=tuple(paths),
        words=(
            Words(
                at=(x + dx * reach / 2 + 2.5, y + dy * reach / 2),
                text="grain",
                size=3.0,
                turned_deg=math.degrees(math.atan2(dy, dx)),
            ),
            Words(at=(middle, max(p[1] for p in outline) * 0.16 + 2), text=f"{fin.called}, {fin.count} off"),
        ),
        notes=(
            "Grain runs along the leading edge (common practice, no source). Stack and sand all fins as one.",
            _BLADE,
        ),
    )


def _grain_foot(outline: tuple[Point, ...]) -> Point:
    return 0.3 * outline[-1][0], 0.22 * max(y for _, y in outline)


def wrap_template(layout: Layout, placed: Placed[FinSet | TubeFins | Pods], units: UnitChoice = METRIC) -> Template:
    """A strip to lay round the tube: lines for fins or tubes at exact n-ths, slots to one side of their line, lug line, seam.

    x runs round the tube from the seam, y forwards from the wrap's aft edge, which lies on the tube's.
    """
    fin = placed.part
    host = layout.outer_at((placed.fore_m + placed.aft_m) / 2)
    around = math.pi * 1000 * 2 * layout.radius_at((placed.fore_m + placed.aft_m) / 2)
    tail = host.aft_m
    foot, head = (tail - placed.aft_m) * 1000, (tail - placed.fore_m) * 1000
    guides = [g for g in layout.of(LaunchLug, RailButton) if g.host == host.index]
    top = max(head + 15.0, *((tail - g.fore_m) * 1000 + 10.0 for g in guides), 0.0)
    top = min(top, (host.aft_m - host.fore_m) * 1000)
    low = min(0.0, foot)
    paths = [
        Path(points=((0.0, low), (around, low), (around, top), (0.0, top)), closed=True),
        Path(points=((around, low), (around + GLUE_FLAP_MM, low), (around + GLUE_FLAP_MM, top), (around, top)), layer="score"),
    ]
    words = [Words(at=(around + GLUE_FLAP_MM / 2, (low + top) / 2), text="overlap", size=2.6, turned_deg=90)]
    tab = tab_of(layout, placed)
    thick = getattr(fin, "thickness_m", 0.0) * 1000
    seam = _seam_deg(fin, [g.part.angle_deg for g in guides])

    def at(degrees: float) -> float:
        return (degrees - seam) % 360.0 / 360.0 * around

    for k, degrees in enumerate(fin.stands_deg):
        x = at(degrees)
        paths.append(Path(points=((x, low), (x, top)), layer="mark"))
        words.append(Words(at=(x + 2.4, top - 6), text=f"{fin.PIECE} {k + 1}", size=2.8, turned_deg=90))
        if tab is not None:
            aft, fore = head - (tab.fore_m + tab.length_m) * 1000, head - tab.fore_m * 1000
            paths.append(Path(points=((x, aft), (x + thick, aft), (x + thick, fore), (x, fore)), closed=True))
        else:
            paths.append(Path(points=((x - 2, head), (x + 2, head)), layer="mark"))
            paths.append(Path(points=((x - 2, foot), (x + 2, foot)), layer="mark"))
    for g in guides:
        x = at(g.part.angle_deg)
        fore, aft = (tail - g.fore_m) * 1000, (tail - g.aft_m) * 1000
        paths.append(Path(points=((x, low), (x, top)), layer="mark"))
        paths.append(Path(points=((x - 3, fore), (x + 3, fore), (x + 3, aft), (x - 3, aft)), closed=True, layer="mark"))
        words.append(Words(at=(x + 5.4, (fore + aft) / 2), text=g.part.called, size=2.8, turned_deg=90))
    notes = [
        f"Round a tube of {show(around / math.pi / 1000, 'short_length', units)}: {show(around / 1000, 'short_length', units)} from seam to seam."
        " Aft edge on the tube’s aft edge.",
        "Paper, not tape: tape stretches. Lift the lines along the tube with a straight angle.",
    ]
    if tab is not None:
        notes.append(
            "A slot lies to the right of its line, every time: pencil an arrow on the tube. Long sides first, a little tight. "
            + _BLADE
        )
    return Template(
        key=f"wrap-{placed.index}",
        title=f"Tube wrap for {fin.called}",
        paths=tuple(paths),
        words=tuple(words),
        notes=tuple(notes),
    )


def vent_template(layout: Layout, placed: Placed[VentHoles], units: UnitChoice = METRIC) -> Template:
    """A strip to lay round the tube with the vent holes at exact n-ths; its aft edge is told from the tube's."""
    part = placed.part
    host = layout.outer_at((placed.fore_m + placed.aft_m) / 2)
    around = math.pi * 1000 * 2 * layout.radius_at((placed.fore_m + placed.aft_m) / 2)
    tall = 30.0 + part.diameter_m * 1000
    step = around / part.count
    centres = [(step * (k + 0.5), tall / 2) for k in range(part.count)]
    marks = [Path(points=((x, 0.0), (x, tall)), layer="mark") for x, _ in centres]
    edge = show(host.aft_m - (placed.fore_m + placed.aft_m) / 2 - tall / 2000, "short_length", units)
    return Template(
        key=f"vents-{placed.index}",
        title=f"{part.called}: {part.count} of {show(part.diameter_m, 'short_length', units)}",
        paths=(
            Path(points=((0.0, 0.0), (around, 0.0), (around, tall), (0.0, tall)), closed=True),
            Path(
                points=((around, 0.0), (around + GLUE_FLAP_MM, 0.0), (around + GLUE_FLAP_MM, tall), (around, tall)), layer="score"
            ),
            *marks,
        ),
        circles=tuple(Circle(centre=c, radius=part.diameter_m * 500) for c in centres),
        notes=(
            f"Lower edge {edge} ahead of the tube’s aft edge. First hole at {part.angle_deg:g}° from the top.",
            "Round, clean-edged holes: a burr misleads the altimeter.",
        ),
    )


def _seam_deg(fin: FinSet | TubeFins | Pods, guides_deg: list[float]) -> float:
    """Where round the tube the wrap's seam goes: half-way before the first fin, aside where a lug stands there."""
    apart = 360.0 / fin.count
    for share in (0.5, 0.25, 0.75):
        seam = fin.angle_deg - apart * share
        if all(abs((g - seam + 180) % 360 - 180) > apart / 8 for g in guides_deg):
            return seam
    return fin.angle_deg - apart / 2


def _alike(layout: Layout, placed: Placed[Disc]) -> list[Placed[Disc]]:
    """Discs of the same stage that are cut alike: one template serves them."""
    return [p for p in layout.of(CentringRing, Bulkhead) if p.stage == placed.stage and _size(p.part) == _size(placed.part)]


def _size(part: Disc) -> tuple[float | None, float | None, float]:
    return part.outer_diameter_m, part.inner_diameter_m if isinstance(part, CentringRing) else None, part.thickness_m


def disc_template(layout: Layout, placed: Placed[Disc], units: UnitChoice = METRIC, count: int = 1) -> Template:
    """A ring or bulkhead: circles and a centre; of a cluster's ring every hole."""
    part = placed.part
    outside = (part.outer_diameter_m or 0.0) * 500
    circles = [Circle(centre=(0.0, 0.0), radius=outside)]
    said = show(part.outer_diameter_m or 0.0, "short_length", units)
    if isinstance(part, CentringRing):
        mount = next(
            (m.part for m in layout.of(MotorTube) if m.part.count > 1 and m.stage == placed.stage),
            None,
        )
        if mount is not None:
            for k in range(mount.count):
                a = 2 * math.pi * k / mount.count
                centre = (mount.spread_m * 1000 * math.sin(a), mount.spread_m * 1000 * math.cos(a))
                circles.append(Circle(centre=centre, radius=mount.outer_diameter_m * 500))
        else:
            circles.append(Circle(centre=(0.0, 0.0), radius=(part.inner_diameter_m or 0.0) * 500))
            said += f" / {show(part.inner_diameter_m or 0.0, 'short_length', units)}"
    cross = min(3.0, outside / 3)
    return Template(
        key=f"disc-{placed.index}",
        title=f"{part.called}: {said}, {show(part.axial_length_m, 'short_length', units)} thick"
        + (f", {count} off" if count > 1 else ""),
        circles=tuple(circles),
        paths=(
            Path(points=((-cross, 0.0), (cross, 0.0)), layer="mark"),
            Path(points=((0.0, -cross), (0.0, cross)), layer="mark"),
        ),
        notes=("Cut outside the line and sand to fit. " + _BLADE,),
    )


def shroud_template(placed: Placed[Transition], units: UnitChoice = METRIC) -> Template:
    """The flat development of a cone between two diameters, with a flap to glue.

    The arcs' lengths are the two circumferences; rolled up they become the diameters again.
    """
    part = placed.part
    small, large = sorted((fore_diameter_m(part) * 500, aft_diameter_m(part) * 500))
    slant = math.hypot(part.length_m * 1000, large - small)
    outer = large * slant / (large - small)
    inner = outer - slant
    swept = 360.0 * (large - small) / slant
    start = 270.0 - swept / 2
    end = start + swept
    a = Arc(centre=(0.0, 0.0), radius=outer, start_deg=start, end_deg=end)
    b = Arc(centre=(0.0, 0.0), radius=max(inner, 1e-9), start_deg=start, end_deg=end)
    (x0, y0), (x1, y1) = b.at(end), a.at(end)
    # The flap stands off the last edge, its corners cut back.
    nx, ny = -math.sin(math.radians(end)), math.cos(math.radians(end))
    ux, uy = math.cos(math.radians(end)), math.sin(math.radians(end))
    cut = min(GLUE_FLAP_MM / 2, slant / 4)
    flap = (
        (x0, y0), (x0 + nx * GLUE_FLAP_MM + ux * cut, y0 + ny * GLUE_FLAP_MM + uy * cut),
        (x1 + nx * GLUE_FLAP_MM - ux * cut, y1 + ny * GLUE_FLAP_MM - uy * cut), (x1, y1),
    )  # fmt: skip
    return Template(
        key=f"shroud-{placed.index}",
        title=f"{part.called}: {show(2 * small / 1000, 'short_length', units)} to {show(2 * large / 1000, 'short_length', units)}",
        arcs=(a, b),
        paths=(
            Path(points=(b.at(start), a.at(start))),
            Path(points=(b.at(end), a.at(end)), layer="score"),
            Path(points=flap),
        ),
        notes=("Roll it over a table’s edge before gluing; harden it with thin CA: open window, it stings eyes and bonds skin.",),
    )


def nose_template(placed: Placed[NoseCone], units: UnitChoice = METRIC) -> Template:
    """The nose cone's profile, tip up: to turn it, or to check it against."""
    part = placed.part
    base = (part.base_diameter_m or 0.0) / 2
    u = (1 - np.cos(np.linspace(0.0, math.pi, _PROFILE_STEPS + 1))) / 2
    r = base * radius_fraction(part.shape, parameter_of(part.shape, part.parameter), u, part.length_m / base) * 1000
    y = (1 - u) * part.length_m * 1000
    right = [(float(a), float(b)) for a, b in zip(r, y, strict=True)]
    left = [(-a, b) for a, b in reversed(right)][:-1]
    paths = [Path(points=tuple(right + left), closed=True)]
    low = 0.0
    if part.shoulder_length_m:
        half, low = (part.shoulder_diameter_m or 2 * base) * 500, -part.shoulder_length_m * 1000
        paths.append(Path(points=((-half, 0.0), (-half, low), (half, low), (half, 0.0))))
    paths.append(Path(points=((0.0, low), (0.0, part.length_m * 1000)), layer="mark"))
    step = 10.0
    rows = int(part.length_m * 1000 // step)
    for k in range(1, rows + 1):
        paths.append(Path(points=((-2.0, part.length_m * 1000 - k * step), (2.0, part.length_m * 1000 - k * step)), layer="mark"))
    return Template(
        key=f"nose-{placed.index}",
        title=f"{part.called}: profile, {show(part.length_m, 'short_length', units)} long, {show(2 * base, 'short_length', units)} wide",
        paths=tuple(paths),
        notes=("Marks along the axis every 10 mm. Dust mask and eyes when sanding.",),
    )
