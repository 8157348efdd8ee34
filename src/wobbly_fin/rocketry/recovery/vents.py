"""Vent holes of an altimeter's bay: those there are against those the bay wants."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import Coupler, MassLump, VentHoles
from wobbly_fin.rocketry.recovery.ejection import bay_volume_m3, vent_diameter_m

Code = Literal["small", "large", "good", "missing", "no_bay"]
USUAL_COUNT = 3  # evenly round the body, so that wind from one side does not fool it (common practice, no source)


@dataclass(frozen=True, slots=True, kw_only=True)
class Vent:
    """Vent holes of one bay. `have_m` None: it has none. [m]

    Attributes
    ----------
    code : str
        small, large, good; missing: an altimeter's bay without any; no_bay: holes that open into nothing.
    """

    name: str
    have_m: float | None
    count: int
    wants_m: float
    code: Code


def vents_of(layout: Layout, *, altimeter: bool) -> tuple[Vent, ...]:
    """Every set of holes, and the bays of altimeters that want some.

    Parameters
    ----------
    altimeter : bool
        Whether one opens the rocket.
    """
    out: list[Vent] = []
    vented: set[int] = set()
    for placed in layout.of(VentHoles):
        part = placed.part
        bay, volume = _bay_of(layout, placed)
        vented.add(bay.index)
        if volume is None:
            out.append(Vent(name=part.called, have_m=part.diameter_m, count=part.count, wants_m=0.0, code="no_bay"))
            continue
        wants = vent_diameter_m(volume, part.count)
        # Versions of the rule differ by two in area: between half and twice is good.
        area = (part.diameter_m / wants) ** 2
        code: Code = "small" if area < 0.5 else "large" if area > 2 else "good"
        out.append(Vent(name=part.called, have_m=part.diameter_m, count=part.count, wants_m=wants, code=code))
    if altimeter:
        for device in layout.of(MassLump):
            if device.part.kind != "electronics":
                continue
            bay, volume = _bay_of(layout, device)
            if bay.index not in vented and volume is not None:
                vented.add(bay.index)
                wants = vent_diameter_m(volume, USUAL_COUNT)
                out.append(Vent(name=bay.part.called, have_m=None, count=USUAL_COUNT, wants_m=wants, code="missing"))
    return tuple(out)


def _bay_of(layout: Layout, placed: Placed) -> tuple[Placed, float | None]:
    """What something sits in, a coupler before the tube round it, and the air in there. [m³]"""
    coupler = next((c for c in layout.of(Coupler) if c.part.id and c.part.id == placed.part.parent), None)
    if coupler is not None:
        bore = (coupler.part.outer_diameter_m or 0.0) - 2 * coupler.part.wall_m
        return coupler, bay_volume_m3(bore, coupler.part.length_m) if bore > 0 else None
    host = layout.placed[placed.host] if placed.host is not None else layout.outer_at(placed.fore_m)
    inside, length = getattr(host.part, "inner_diameter_m", None), host.part.axial_length_m
    return host, bay_volume_m3(inside, length) if inside and length > 0 else None
