"""Vent holes of an altimeter's bay: those there are against those the bay wants."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.parts import Coupler, GasVent, MotorTube, StaticPort, VentHoles
from wobbly_fin.rocketry.recovery.ejection import bay_volume_m3, vent_diameter_m

Code = Literal["small", "large", "good", "missing", "no_bay"]
_BEHIND_A_PLUG_M = 0.004  # our own figure, as the next
_WIDE = 0.45  # of a mount's bore: no sensor's port is as wide (our own figure)
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
        if is_gas_vent(layout, placed):
            continue
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
        for device in layout.working("altimeter", "logger"):
            bay, volume = _bay_of(layout, device)
            if bay.index not in vented and volume is not None:
                vented.add(bay.index)
                wants = vent_diameter_m(volume, USUAL_COUNT)
                out.append(Vent(name=bay.part.called, have_m=None, count=USUAL_COUNT, wants_m=wants, code="missing"))
    return tuple(out)


def is_gas_vent(layout: Layout, placed: Placed[VentHoles]) -> bool:
    """Whether holes let a motor's charge out rather than a sensor feel the air.

    A drawing that does not say: holes nearly as wide as a mount beside them are for gas.
    """
    if isinstance(placed.part, GasVent | StaticPort):
        return isinstance(placed.part, GasVent)
    mounts = [m.part for m in layout.of(MotorTube) if m.stage == placed.stage]
    return reads_as_gas_vent(placed.part.diameter_m, [(m.inner_diameter_m, m.plugged) for m in mounts])


def reads_as_gas_vent(diameter_m: float, mounts: Sequence[tuple[float, bool]]) -> bool:
    """Whether holes of a drawing that does not say are for gas.

    Parameters
    ----------
    mounts : sequence of (bore [m], closed ahead of the motor)
        In the same stage: behind a plug any hole a hand would call one is for the charge, elsewhere one nearly as wide as a mount.
    """
    return any(diameter_m >= (_BEHIND_A_PLUG_M if plugged else _WIDE * bore) for bore, plugged in mounts)


def _bay_of(layout: Layout, placed: Placed) -> tuple[Placed, float | None]:
    """What something sits in, a coupler before the tube round it, and the air in there. [m³]"""
    coupler = next((c for c in layout.of(Coupler) if c.part.id and c.part.id == placed.part.parent), None)
    if coupler is not None:
        bore = (coupler.part.outer_diameter_m or 0.0) - 2 * coupler.part.wall_m
        return coupler, bay_volume_m3(bore, coupler.part.length_m) if bore > 0 else None
    host = layout.placed[placed.host] if placed.host is not None else layout.outer_at(placed.fore_m)
    inside, length = getattr(host.part, "inner_diameter_m", None), host.part.axial_length_m
    return host, bay_volume_m3(inside, length) if inside and length > 0 else None
