"""Slips of the pen in an airframe: sizes that are possible but that nobody means, millimetres taken for inches above all.

Ranges are our own reading of what is ever built, in diameters of the rocket's other parts (no source); each only asks.
"""

from dataclasses import dataclass
from statistics import median

from wobbly_fin.rocketry.airframe.layout import Layout, aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.parts import Part
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show

_MIXED = (25.4, 1 / 25.4, 10.0, 0.1, 1000.0, 0.001)
# type.field: least and most, in calibres
_CALIBRES = {
    "body_tube.outer_diameter_m": (0.2, 4.0), "fin_can.outer_diameter_m": (0.2, 4.0), "nose_cone.base_diameter_m": (0.2, 4.0),
    "transition.fore_diameter_m": (0.2, 4.0), "transition.aft_diameter_m": (0.2, 4.0), "coupler.outer_diameter_m": (0.2, 1.1),
    "motor_tube.outer_diameter_m": (0.1, 1.1), "centring_ring.outer_diameter_m": (0.2, 1.1), "bulkhead.outer_diameter_m": (0.2, 1.1),
    "fin_set.root_chord_m": (0.3, 12.0), "fin_set.tip_chord_m": (0.0, 12.0), "fin_set.span_m": (0.2, 8.0), "fin_set.sweep_m": (-6.0, 12.0),
    "fin_set.thickness_m": (0.006, 0.3), "nose_cone.shoulder_length_m": (0.0, 4.0), "nose_cone.wall_m": (0.003, 0.2),
    "nose_cone.length_m": (0.4, 10.0), "body_tube.length_m": (0.3, 60.0), "transition.length_m": (0.2, 10.0), "fin_can.length_m": (0.5, 15.0),
    "coupler.length_m": (0.4, 12.0), "motor_tube.length_m": (0.5, 40.0), "canopy.diameter_m": (2.0, 80.0), "cord.length_m": (5.0, 600.0),
}  # fmt: skip
# Whatever the rocket: nothing of the hobby is thinner than a hair or wider than a door.
_BODY_M = (0.006, 0.35)


@dataclass(frozen=True, slots=True, kw_only=True)
class SizeQuestion:
    """A question about one figure of one part, with a size that would make sense where one offers itself. [m]"""

    index: int
    field: str
    sentence: str
    suggestion_m: float | None


def size_questions(layout: Layout, units: UnitChoice = METRIC) -> tuple[SizeQuestion, ...]:
    """Everything about an airframe's sizes that looks like a slip."""
    found = []
    for placed in layout.placed:
        part = placed.part
        calibre = _calibre_without(layout, placed.index) if part.OUTER else layout.reference_diameter_m
        for f in described(type(part)):
            value = getattr(part, f.name)
            if isinstance(value, float):
                question = _ask(part, placed.index, f.name, str(f.metadata["label"]), value, calibre, units)
                if question is not None:
                    found.append(question)
    return tuple(found)


def _calibre_without(layout: Layout, index: int) -> float | None:
    """The other outer parts' usual diameter; None where there is no other."""
    others = [max(fore_diameter_m(p.part), aft_diameter_m(p.part)) for p in layout.outer if p.index != index]
    return median(others) if others else None


def _ask(
    part: Part, index: int, field: str, label: str, value: float, calibre: float | None, units: UnitChoice
) -> SizeQuestion | None:
    share = _CALIBRES.get(f"{part.TYPE}.{field}")
    if share is None or value == 0.0:
        return None
    if calibre is None:
        if not part.OUTER or not field.endswith("diameter_m"):
            return None
        low, high = _BODY_M
    else:
        low, high = share[0] * calibre, share[1] * calibre
    if low <= value <= high:
        return None
    mended = next((value * f for f in _MIXED if low <= value * f <= high), None)
    said = show(value, "short_length", units)
    what = f"{label} {said}: that is {'very small' if value < low else 'very large'} for this rocket."
    if mended is None:
        return SizeQuestion(index=index, field=field, sentence=f"{what} Check it.", suggestion_m=None)
    inches = abs(mended / value - 25.4) < 1e-9 or abs(value / mended - 25.4) < 1e-9
    why = " Inches and millimetres mixed up?" if inches else ""
    return SizeQuestion(
        index=index, field=field, sentence=f"{what}{why} Did you mean {show(mended, 'short_length', units)}?", suggestion_m=mended
    )
