"""Drag from standing still to Mach 2, thrusting and coasting, part by part: where the drag is.

What each part adds stands in `part_drag.py`, how air rubs in `friction.py`, how it presses and sucks in `pressures.py`.
"""

import math
from dataclasses import dataclass, replace

import numpy as np

from wobbly_fin.rocketry.airframe.braking import Air, PartDrag
from wobbly_fin.rocketry.airframe.friction import Floats
from wobbly_fin.rocketry.airframe.layout import Layout, aft_diameter_m, fore_diameter_m
from wobbly_fin.rocketry.airframe.modelled import HIGHEST_MACH, ROUND_UP_TO
from wobbly_fin.rocketry.airframe.part_drag import drag_of
from wobbly_fin.rocketry.airframe.pressures import base, suction, thickened
from wobbly_fin.rocketry.errors import require_finite, require_positive


@dataclass(frozen=True, slots=True, kw_only=True)
class Drag:
    """Drag coefficient of the whole by Mach, on the circle of the reference diameter: (n,) arrays.

    Attributes
    ----------
    coasting, thrusting : (n,) array
        The exhaust fills the motors' share of the base while they burn.
    reynolds : (n,) array
        On the length.
    parts : tuple of PartDrag
        Coasting.
    """

    coasting: Floats
    thrusting: Floats
    reference_diameter_m: float
    parts: tuple[PartDrag, ...]
    reynolds: Floats
    mach: Floats

    @property
    def outside(self) -> dict[str, float]:
        """What of its shape the methods were not made for → from which Mach on; see `modelled`."""
        return {p.outside: ROUND_UP_TO if p.outside == "half_ball" else 0.0 for p in self.parts if p.outside}

    @property
    def modelled_to(self) -> float:
        """The Mach number up to which a flight is judged: shapes outside the methods as far as any one drag coefficient is."""
        return ROUND_UP_TO if self.outside else HIGHEST_MACH

    def within_model(self, mach: float) -> bool:
        """Whether drag and balance at this Mach number are what the methods were made for."""
        return mach <= HIGHEST_MACH and all(mach <= ends if ends else False for ends in self.outside.values())


def build_up(
    layout: Layout,
    speeds_m_s: Floats,
    *,
    sound_speed_m_s: float,
    kinematic_viscosity_m2_s: float,
    motor_diameter_m: float = 0.0,
    laminar: bool = False,
) -> Drag:
    """Drag at some speeds.

    Parameters
    ----------
    speeds_m_s : (n,) array
        > 0. Past Mach 2 the figure of Mach 2 is given: beyond this model, as the caller must say.
    motor_diameter_m : float
        All burning motors' together, as one circle. [m]
    laminar : bool
        Credit laminar flow: of a polished rocket without lugs, that does not shake.
    """
    require_positive("speeds_m_s", float(np.min(speeds_m_s)))
    require_positive("sound_speed_m_s", sound_speed_m_s)
    require_positive("kinematic_viscosity_m2_s", kinematic_viscosity_m2_s)
    require_finite("motor_diameter_m", motor_diameter_m, 0.0)
    mach = np.minimum(speeds_m_s / sound_speed_m_s, HIGHEST_MACH)
    diameter = layout.reference_diameter_m
    reference = math.pi / 4 * diameter**2
    per_metre = speeds_m_s / kinematic_viscosity_m2_s
    whole = layout.length_m
    slender = whole / diameter
    air = Air(
        reference_m2=reference, mach=mach, per_metre=per_metre, whole_m=whole, laminar=laminar,
        form=thickened(slender, mach),
    )  # fmt: skip
    rows = {p.index: row for p in layout.placed if (row := drag_of(layout, p, air)) is not None}
    tail = _add_bases(layout, rows, air)
    coasting = sum((r.cd for r in rows.values()), np.zeros_like(mach))
    return Drag(
        coasting=coasting,
        thrusting=coasting - tail * _filled(layout, motor_diameter_m),
        reference_diameter_m=diameter,
        parts=tuple(rows[i] for i in sorted(rows)),
        reynolds=per_metre * whole,
        mach=mach,
    )


def _filled(layout: Layout, motor_diameter_m: float) -> float:
    """How much of the tail's base the exhaust fills."""
    tail = aft_diameter_m(layout.outer[-1].part)
    return min(1.0, (motor_diameter_m / tail) ** 2) if tail > 0 else 0.0


def _add_bases(layout: Layout, rows: dict[int, PartDrag], air: Air) -> Floats:
    """Suction behind the tail, which is given back, and behind steps inwards along the body."""
    last = layout.outer[-1]
    rubbed = sum((rows[p.index].friction for p in layout.outer), np.zeros_like(air.mach))
    edge = max(r.blunt_edge for r in rows.values())
    tail = base(air.mach, rubbed, aft_diameter_m(last.part) / layout.reference_diameter_m, edge)
    _put_base(rows, last.index, tail)
    for before, after in zip(layout.outer[:-1], layout.outer[1:], strict=True):
        wide, narrow = aft_diameter_m(before.part), fore_diameter_m(after.part)
        if wide > narrow:
            _put_base(rows, before.index, suction(air.mach) * math.pi / 4 * (wide**2 - narrow**2) / air.reference_m2)
    return tail


def _put_base(rows: dict[int, PartDrag], index: int, more: Floats) -> None:
    old = rows[index]
    rows[index] = replace(old, base=old.base + more)
