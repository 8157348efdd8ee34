"""Mass, balance and inertia: part by part with where each figure comes from, and the whole with its motors."""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.layout import Layout, Placed
from wobbly_fin.rocketry.airframe.mount import Mount, mounts_of
from wobbly_fin.rocketry.airframe.paint import SECOND_COATS, read_paint
from wobbly_fin.rocketry.airframe.part_solids import stuff_of
from wobbly_fin.rocketry.airframe.parts import (
    Allowance,
    Anchor,
    CanopyPack,
    Cord,
    DisplayPart,
    FinCan,
    Joint,
    MassLump,
    MotorTube,
    Part,
    VentHoles,
)
from wobbly_fin.rocketry.airframe.solids import NOTHING, Solid
from wobbly_fin.rocketry.airframe.surfaces import surfaces
from wobbly_fin.rocketry.motors.motor import Motor

Source = Literal["measured", "computed", "guessed", "unknown", "with its part", "not flown"]

SCALE_FRACTION, SCALE_KG = 0.005, 0.0001  # a kitchen scale: half a percent, at least a tenth of a gram (our reading)
GUESS_FRACTION = 0.3
WHOLE_CG_M = 0.002  # balanced on a finger
PAINT_KG_M2_COAT = 0.030  # dry, a coat: a guess, nobody's measurement
GLUE_FRACTION = 0.04  # of what is glued: a guess


@dataclass(frozen=True, slots=True, kw_only=True)
class PartMass:
    """What one part weighs, where, and how we know.

    Attributes
    ----------
    mass_kg : float
        0 where it is not known.
    computed_kg : float or None
        By volume and material, whatever the scale says.
    sigma_kg : float
        One standard deviation.
    cg_m : float
        From the nose tip. [m]
    axial_kg_m2, transverse_kg_m2 : float
        About the rocket's axis, and about the part's own centroid across it.
    """

    index: int
    stage: int
    mass_kg: float
    source: Source
    computed_kg: float | None
    sigma_kg: float
    cg_m: float
    axial_kg_m2: float
    transverse_kg_m2: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Totals:
    """Mass properties of a whole, a stage, or a loaded rocket.

    Attributes
    ----------
    cg_m : float
        From the nose tip. [m]
    axial_kg_m2, transverse_kg_m2 : float
        About the CG.
    sigma_kg, sigma_cg_m : float
        One standard deviation.
    unknown : tuple of int
        Parts counted as nothing because nobody knows their mass.
    source : str
        measured where the scale's reading of the whole is in force.
    """

    mass_kg: float
    cg_m: float
    axial_kg_m2: float
    transverse_kg_m2: float
    sigma_kg: float = 0.0
    sigma_cg_m: float = 0.0
    unknown: tuple[int, ...] = ()
    source: Source = "computed"

    def scaled(self, share: float) -> "Totals":
        """The same heavier or lighter throughout."""
        return replace(
            self,
            mass_kg=self.mass_kg * share,
            axial_kg_m2=self.axial_kg_m2 * share,
            transverse_kg_m2=self.transverse_kg_m2 * share,
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class Aboard:
    """A motor in its place: `count` of it, each `off_axis_m` from the axis, the first at `first_deg`; its forward end at `fore_m`."""

    motor: Motor
    fore_m: float
    stage: int = 0
    count: int = 1
    off_axis_m: float = 0.0
    first_deg: float = 0.0

    @property
    def as_one_circle_m(self) -> float:
        """Diameter of the circle that all of them fill together. [m]"""
        return self.motor.diameter_m * math.sqrt(self.count)

    def totals(self, *, burnt: bool) -> Totals:
        """A cylinder as long and wide as the motor; the propellant a slug as long as the motor."""
        return self._cylinders(self.motor.burnout_mass_kg if burnt else self.motor.total_mass_kg)

    def propellant(self) -> Totals:
        """The propellant alone, before it burns."""
        return self._cylinders(self.motor.propellant_mass_kg)

    def _cylinders(self, each_kg: float) -> Totals:
        m = self.motor
        mass = self.count * each_kg
        r = m.diameter_m / 2
        ring = mass * self.off_axis_m**2
        return Totals(
            mass_kg=mass,
            cg_m=self.fore_m + m.length_m / 2,
            axial_kg_m2=mass * r**2 / 2 + ring,
            transverse_kg_m2=mass * (3 * r**2 + m.length_m**2) / 12 + ring / 2,
        )


def weigh(layout: Layout) -> tuple[PartMass, ...]:
    """Every part's mass, in the order of the parts."""
    found = [_weigh(layout, p) for p in layout.placed]
    for place, placed in enumerate(layout.placed):
        if isinstance(placed.part, Allowance):
            found[place] = _allowance(layout, placed, placed.part, found)
    return tuple(found)


# A part nobody told the stuff of: card, balsa and thin plastic lie between a third and three times that; a fitting without a volume.
UNTOLD_KG_M3, UNTOLD_FRACTION, FITTING_KG = 600.0, 0.6, 0.002


def weigh_all(layout: Layout) -> tuple[PartMass, ...]:
    """As `weigh`, with a guess where nobody knows: what flies has some mass, and a wide band says how little is known of it."""
    rows = []
    for row, placed in zip(weigh(layout), layout.placed, strict=True):
        if row.source == "unknown":
            solid, off_axis = stuff_of(layout, placed)
            mass = UNTOLD_KG_M3 * solid.volume_m3 if solid.volume_m3 > 0 else FITTING_KG
            row = _row(placed, mass, "guessed", None, UNTOLD_FRACTION * mass, solid, off_axis)
        rows.append(row)
    return tuple(rows)


_NOT_GLUED = Allowance | CanopyPack | Cord | MassLump | DisplayPart


def _weigh(layout: Layout, placed: Placed) -> PartMass:
    part = placed.part
    if isinstance(part, DisplayPart):
        return _row(placed, 0.0, "not flown", None, 0.0, NOTHING, 0.0)
    solid, off_axis = stuff_of(layout, placed)
    stuff = part.made_of
    computed: float | None = None
    if stuff is not None and part.FORM == "solid" and solid.volume_m3 > 0:
        computed = stuff.density * solid.volume_m3
    elif stuff is not None:
        computed = part.soft_mass_kg
    if part.one_piece and _parent_weighed(layout, placed):
        return _row(placed, 0.0, "with its part", computed, 0.0, solid, off_axis)
    if part.mass_kg is not None:
        return _row(placed, part.mass_kg, part.mass_source, computed, _told_sigma_kg(part, part.mass_kg), solid, off_axis)
    if computed is not None and stuff is not None:
        return _row(placed, computed, "computed", computed, stuff.scatter * computed, solid, off_axis)
    if isinstance(part, Joint | Anchor | VentHoles):
        return _row(placed, 0.0, "guessed", None, 0.0, solid, off_axis)
    return _row(placed, 0.0, "unknown", None, 0.0, solid, off_axis)


def _told_sigma_kg(part: Part, mass_kg: float) -> float:
    """One standard deviation of a mass somebody told: as told with it, else what a guess or a scale is good for. [kg]"""
    if part.mass_uncertainty_kg is not None:
        return part.mass_uncertainty_kg
    return GUESS_FRACTION * mass_kg if part.mass_source == "guessed" else max(SCALE_KG, SCALE_FRACTION * mass_kg)


def _parent_weighed(layout: Layout, placed: Placed) -> bool:
    return any(p.part.id == placed.part.parent and p.part.mass_kg is not None for p in layout.placed if placed.part.parent)


def _row(
    placed: Placed, mass_kg: float, source: Source, computed_kg: float | None, sigma_kg: float, solid: Solid, off_axis_m: float
) -> PartMass:
    part = placed.part
    if solid.volume_m3 > 0:
        density = mass_kg / solid.volume_m3
        cg, axial, across = placed.fore_m + solid.centroid_m, density * solid.axial_m5, density * solid.transverse_m5
    else:
        length = placed.aft_m - placed.fore_m
        r = getattr(part, "diameter_m", 0.0) / 2 if isinstance(part, MassLump) else 0.0
        cg = placed.fore_m + length / 2
        axial, across = mass_kg * r**2 / 2, mass_kg * (3 * r**2 + length**2) / 12
    ring = mass_kg * off_axis_m**2
    return PartMass(
        index=placed.index, stage=placed.stage, mass_kg=mass_kg, source=source, computed_kg=computed_kg, sigma_kg=sigma_kg, cg_m=cg,
        axial_kg_m2=axial + ring, transverse_kg_m2=across + ring / 2,
    )  # fmt: skip


def _more_coats(part: Part) -> float:
    """Of a second colour, over the whole of a part on average."""
    paint = read_paint(part.paint)
    return SECOND_COATS * paint.second_share if paint is not None else 0.0


def _allowance(layout: Layout, placed: Placed, part: Allowance, rows: Sequence[PartMass]) -> PartMass:
    """Glue lies where the glued parts are, paint where the air goes: both over the parts of the same stage."""
    outer = [o for o in layout.outer if o.stage == placed.stage]
    if part.kind == "paint":
        coats = [(part.coats + _more_coats(p.part), s.skin_m2, p.fore_m + s.skin_x_m) for p, s in surfaces(layout, placed.stage)]
        area = sum(n * a for n, a, _ in coats)
        computed, middle = PAINT_KG_M2_COAT * area, sum(n * a * x for n, a, x in coats) / area
    else:
        solid = [r for r in rows if r.stage == placed.stage and not isinstance(layout.placed[r.index].part, _NOT_GLUED)]
        weight = sum(r.mass_kg for r in solid)
        computed = GLUE_FRACTION * weight
        middle = sum(r.mass_kg * r.cg_m for r in solid) / weight if weight > 0 else placed.fore_m
    mass, sigma = computed, GUESS_FRACTION * computed
    source: Source = "guessed"
    if part.mass_kg is not None:
        mass, source, sigma = part.mass_kg, part.mass_source, _told_sigma_kg(part, part.mass_kg)
    length, radius = outer[-1].aft_m - outer[0].fore_m, layout.reference_diameter_m / 2
    return PartMass(
        index=placed.index, stage=placed.stage, mass_kg=mass, source=source, computed_kg=computed, sigma_kg=sigma,
        cg_m=middle, axial_kg_m2=mass * radius**2, transverse_kg_m2=mass * (radius**2 / 2 + length**2 / 12),
    )  # fmt: skip


def total(rows: Sequence[PartMass]) -> Totals:
    """Rows as one body."""
    mass = sum(r.mass_kg for r in rows)
    unknown = tuple(r.index for r in rows if r.source == "unknown")
    if mass <= 0:
        return Totals(mass_kg=0.0, cg_m=0.0, axial_kg_m2=0.0, transverse_kg_m2=0.0, unknown=unknown)
    cg = sum(r.mass_kg * r.cg_m for r in rows) / mass
    return Totals(
        mass_kg=mass,
        cg_m=cg,
        axial_kg_m2=sum(r.axial_kg_m2 for r in rows),
        transverse_kg_m2=sum(r.transverse_kg_m2 + r.mass_kg * (r.cg_m - cg) ** 2 for r in rows),
        sigma_kg=math.sqrt(sum(r.sigma_kg**2 for r in rows)),
        sigma_cg_m=math.sqrt(sum((r.sigma_kg * (r.cg_m - cg)) ** 2 for r in rows)) / mass,
        unknown=unknown,
    )


def empty_totals(airframe: Airframe, rows: Sequence[PartMass]) -> Totals:
    """The rocket without motor, what was measured of the whole in force."""
    computed, known = total(rows), airframe.known
    if known.mass_kg is None and known.cg_m is None and known.transverse_inertia_kg_m2 is None:
        return computed
    then_kg = computed.mass_kg if known.parts_kg is None else known.parts_kg
    then_cg = computed.cg_m if known.parts_cg_m is None else known.parts_cg_m
    whole_kg = then_kg if known.mass_kg is None else known.mass_kg
    whole_cg = then_cg if known.cg_m is None else known.cg_m
    # What the scale said, and what was added or taken out since.
    mass = whole_kg + (computed.mass_kg - then_kg)
    if mass <= 0:
        return computed
    cg = whole_cg
    if known.parts_kg is not None:
        cg = (whole_kg * whole_cg + computed.mass_kg * computed.cg_m - then_kg * then_cg) / mass
    elif known.cg_m is None:
        cg = computed.cg_m
    share = mass / computed.mass_kg if computed.mass_kg > 0 else 0.0
    across = known.transverse_inertia_kg_m2
    return Totals(
        mass_kg=mass,
        cg_m=cg,
        axial_kg_m2=computed.axial_kg_m2 * share,
        transverse_kg_m2=across if across is not None else computed.transverse_kg_m2 * share,
        sigma_kg=max(SCALE_KG, SCALE_FRACTION * mass) if known.mass_kg is not None else computed.sigma_kg,
        sigma_cg_m=WHOLE_CG_M if known.cg_m is not None else computed.sigma_cg_m,
        unknown=() if known.mass_kg is not None and known.cg_m is not None else computed.unknown,
        source="measured" if known.mass_kg is not None else "computed",
    )


def joined(parts: Sequence[Totals]) -> Totals:
    """Several bodies as one: mass, CG, inertia and uncertainty."""
    mass = sum(p.mass_kg for p in parts)
    if mass <= 0:
        return parts[0]
    cg = sum(p.mass_kg * p.cg_m for p in parts) / mass
    spread = sum((p.mass_kg * p.sigma_cg_m) ** 2 + (p.sigma_kg * (p.cg_m - cg)) ** 2 for p in parts)
    return Totals(
        mass_kg=mass,
        cg_m=cg,
        axial_kg_m2=sum(p.axial_kg_m2 for p in parts),
        transverse_kg_m2=sum(p.transverse_kg_m2 + p.mass_kg * (p.cg_m - cg) ** 2 for p in parts),
        sigma_kg=math.sqrt(sum(p.sigma_kg**2 for p in parts)),
        sigma_cg_m=math.sqrt(spread) / mass,
        unknown=tuple(i for p in parts for i in p.unknown),
        source=parts[0].source,
    )


def _first_mount(layout: Layout, stage: int) -> Mount | None:
    return next((m for m in mounts_of(layout) if m.stage == stage), None)


def motor_places(airframe: Airframe, layout: Layout, stage: int, motor: Motor, mount: Mount | None = None) -> Aboard:
    """Where a motor sits in a stage: as known, else in its mount (None: the stage's first), else flush with the stage's tail."""
    mount = mount or _first_mount(layout, stage)
    aft = [o for o in layout.outer if o.stage == stage][-1].aft_m
    if mount is not None and mount.index is not None:
        placed = layout.placed[mount.index]
        aft = placed.aft_m + (placed.part.overhang_m if isinstance(placed.part, MotorTube | FinCan) else 0.0)
    fore = aft - motor.length_m
    if airframe.known.motor_fore_m is not None and stage == len(airframe.stages) - 1 and mount == _first_mount(layout, stage):
        fore = airframe.known.motor_fore_m
    if mount is None:
        return Aboard(motor=motor, fore_m=fore, stage=stage)
    return Aboard(motor=motor, fore_m=fore, stage=stage, count=mount.count, off_axis_m=mount.spread_m, first_deg=mount.first_deg)
