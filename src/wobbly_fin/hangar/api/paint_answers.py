"""A rocket's paint: what is on each part, what it weighs, how well it is seen, and the masks it needs."""

import uuid

from ninja import Schema

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.rocketry.airframe.layout import lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.paint import COLOURS, GROUNDS, HARDLY, PATTERNS, SEEN, light_first, read_paint, seen_against
from wobbly_fin.rocketry.airframe.surfaces import surfaces
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.templates.shapes import templates_of
from wobbly_fin.rocketry.units.display import UnitChoice, show


class ColourOut(Schema):
    """A colour on the shelf."""

    key: str
    name: str
    shown: str


class PaintedOut(Schema):
    """A part with an outside, and its paint as it is edited."""

    id: uuid.UUID
    name: str
    patterned: bool
    base: str
    pattern: str
    second: str
    count: int
    lettering: str


class PaintOut(Schema):
    """The scheme. `seen`: a sentence for each ground it is looked for against, and how well: well, fairly, hardly; `masks`:
    keys of templates, and what they are called.
    """

    colours: list[ColourOut]
    patterns: list[str]
    parts: list[PaintedOut]
    seen: list[tuple[str, str]]
    mass: str
    order: str
    masks: list[tuple[str, str]]


def paint_out(file: RocketFile, units: UnitChoice) -> PaintOut:
    """Everything said of a rocket's paint."""
    layout = lay_out(file.to_airframe())
    outside = [p for p, _ in surfaces(layout)]
    paints = [(p, read_paint(p.part.paint)) for p in outside]
    on = [paint for _, paint in paints if paint is not None]
    used = tuple(dict.fromkeys(c for paint in on for c in paint.colours))
    weights = {r.index: r.mass_kg for r in weigh(layout)}
    mass = sum(weights[p.index] for p in layout.placed if getattr(p.part, "kind", "") == "paint")
    order = ", ".join(_name(c) for c in light_first(on))
    return PaintOut(
        colours=[ColourOut(key=k, name=_name(k), shown=v) for k, v in COLOURS.items()],
        patterns=list(PATTERNS),
        parts=[
            PaintedOut(
                id=uuid.UUID(p.part.id), name=p.part.called, patterned=p.part.OUTER or hasattr(p.part, "span_m"), base=paint.base if paint else "",
                pattern=paint.pattern if paint else "plain", second=paint.second if paint else "", count=paint.count if paint else 3,
                lettering=paint.lettering if paint else "",
            )
            for p, paint in paints
        ],
        seen=[_seen(used, ground) for ground in GROUNDS] if used else [],
        mass=say("paint-mass", mass=show(mass, "mass", units)) if mass > 0 else say("paint-no-mass"),
        order=say("paint-order", colours=order) if order else "",
        masks=[(t.key, t.title) for t in templates_of(layout, units) if t.key.startswith("mask-")],
    )  # fmt: skip


def _name(key: str) -> str:
    return key.replace("fluo-", "fluorescent ").replace("sky", "light blue")


def _seen(colours: tuple[str, ...], ground: str) -> tuple[str, str]:
    found = seen_against(colours, ground)
    how = "well" if found >= SEEN else "hardly" if found < HARDLY else "fairly"
    return say("paint-seen", ground=ground, how=how), how
