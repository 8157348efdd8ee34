"""Building to scale, and building larger: what every length becomes, and what does not scale with it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import (
    CanopyPack,
    CentringRing,
    Cord,
    FinSet,
    LaunchLug,
    MassLump,
    MotorTube,
    NoseCone,
    Part,
    RailButton,
    Retainer,
)
from wobbly_fin.rocketry.airframe.parts.part import described
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive
from wobbly_fin.rocketry.motors.motor import USUAL_DIAMETERS_M

FACTORS = (0.1, 10.0)
_MOULDED_M = 0.0015  # wall of a moulded nose (common practice, no source)
CAN_PLAY_M = 0.0004  # round a motor in a printed bay (common practice, no source)
_BUILT = (LaunchLug, RailButton, Retainer, CanopyPack, Cord)  # bought for the size flown, not drawn larger


@dataclass(frozen=True, slots=True, kw_only=True)
class Length:
    """A length of the prototype; `available_m` where only another size can be had; one row absorbs what is left over."""

    name: str
    prototype_m: float
    available_m: float | None = None
    as_built_m: float | None = None
    absorbs: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class ScaledLength:
    """A row of the substitution table. `target_m` is what to build so that the whole stays true. [m]"""

    name: str
    prototype_m: float
    scaled_m: float
    available_m: float | None
    target_m: float
    as_built_m: float | None
    absorbs: bool

    @property
    def difference_m(self) -> float:
        """Built (or to be built) less scaled. [m]"""
        return (self.target_m if self.as_built_m is None else self.as_built_m) - self.scaled_m


@dataclass(frozen=True, slots=True, kw_only=True)
class ScaleTable:
    """The table of a scale model. `scale` is model ÷ prototype; `left_over_m` what no row absorbed. [m]"""

    scale: float
    rows: tuple[ScaledLength, ...]
    left_over_m: float


def scale_table(prototype_diameter_m: float, tube_diameter_m: float, lengths: Sequence[Length]) -> ScaleTable:
    """Scale every length by tube ÷ prototype; the absorbing row makes up for the parts that cannot be had.

    Raises
    ------
    RocketryError
        For a size that is not positive, more than one absorbing row, or one with nothing left.
    """
    require_positive("main_diameter_m", prototype_diameter_m)
    require_positive("tube_diameter_m", tube_diameter_m)
    scale = tube_diameter_m / prototype_diameter_m
    for i, row in enumerate(lengths):
        require_positive(f"rows.{i}.prototype_m", row.prototype_m)
    if sum(r.absorbs for r in lengths) > 1:
        raise RocketryError("rows", "has more than one length that absorbs the difference; choose one")
    off = sum(r.available_m - scale * r.prototype_m for r in lengths if r.available_m is not None and not r.absorbs)
    found = []
    absorbed = False
    for i, row in enumerate(lengths):
        scaled = scale * row.prototype_m
        target = scaled if row.available_m is None else row.available_m
        if row.absorbs:
            target, absorbed = scaled - off, True
            if target <= 0:
                raise RocketryError(
                    f"rows.{i}.absorbs", f"{row.name} would have to be {target * 1000:.1f} mm long; let another length absorb it"
                )
        found.append(
            ScaledLength(
                name=row.name,
                prototype_m=row.prototype_m,
                scaled_m=scaled,
                available_m=row.available_m,
                target_m=target,
                as_built_m=row.as_built_m,
                absorbs=row.absorbs,
            )
        )
    return ScaleTable(scale=scale, rows=tuple(found), left_over_m=0.0 if absorbed else off)


def up_scale(airframe: Airframe, factor: float, swaps: Mapping[str, str] | None = None, *, hollow_nose: bool = False) -> Airframe:
    """The same shape larger (or smaller): every length by the factor, bought fittings by what is usual.

    Masses off the scale no longer hold and become guesses by the cube, a cord's by its length; motor tubes take the nearest usual bore; ballast
    stays behind. `swaps` replaces materials (balsa fins by plywood); `hollow_nose` a solid nose by a moulded one, as larger
    ones are sold.

    Raises
    ------
    OutOfRangeError
        For a factor outside 0.1 … 10.
    """
    require_finite("factor", factor, *FACTORS)
    kept = tuple(
        Stage(id=s.id, parts=tuple(_scaled(p, factor, swaps or {}, hollow_nose) for p in s.parts if not _ballast(p)))
        for s in airframe.stages
    )
    return Airframe(stages=kept)


def _ballast(part: Part) -> bool:
    return isinstance(part, MassLump) and part.kind == "ballast"


def _scaled(part: Part, factor: float, swaps: Mapping[str, str], hollow_nose: bool) -> Part:
    changes: dict[str, Any] = {}
    named: tuple[str, ...]
    if isinstance(part, _BUILT):
        named = ("position_m", "offset_m", "length_m") if isinstance(part, Cord) else ("position_m", "offset_m")
        if isinstance(part, CanopyPack):
            # Mass grows with the cube, so the area that lands it as softly grows with it: the diameter by the power 3/2.
            for name in ("diameter_m", "spill_hole_m", "length_m", "width_m"):
                value = getattr(part, name)
                if value:
                    changes[name] = value * factor**1.5
    else:
        named = tuple(f.name for f in described(type(part)) if f.metadata.get("quantity") == "short_length")
    for name in named:
        value = getattr(part, name)
        if value is not None:
            changes[name] = value * factor
    if isinstance(part, FinSet) and part.outline:
        changes["outline"] = tuple((x * factor, y * factor) for x, y in part.outline)
    if isinstance(part, MotorTube):
        wanted = part.inner_diameter_m * factor
        bore = min(USUAL_DIAMETERS_M, key=lambda b: abs(b - wanted))
        changes |= {
            "inner_diameter_m": bore,
            "outer_diameter_m": bore + max(0.0008, part.outer_diameter_m - part.inner_diameter_m),
        }
    bay = part.motor_bay
    if bay is not None and part.OUTER:
        # A one-piece tail holds the motor itself.
        changes["inner_diameter_m"] = min(USUAL_DIAMETERS_M, key=lambda b: abs(b - bay.diameter_m * factor)) + CAN_PLAY_M
    if isinstance(part, CentringRing):
        changes |= {"inner_diameter_m": None, "outer_diameter_m": None}  # the bore is a bought size: fit again
    if isinstance(part, NoseCone) and part.wall_m is None and hollow_nose:
        changes |= {"wall_m": _MOULDED_M, "material": "polystyrene"}
    if part.mass_kg is not None and not isinstance(part, LaunchLug | RailButton):
        # A cord is only longer; lug and button are the very same.
        grows = factor if isinstance(part, Cord) else factor**3
        changes |= {"mass_kg": part.mass_kg * grows, "mass_source": "guessed", "mass_uncertainty_kg": None}
    if part.material is not None and part.material in swaps and "material" not in changes:
        changes["material"] = swaps[part.material]
    return replace(part, **changes)


def nearest(wanted_m: float, sizes_m: Sequence[float]) -> int | None:
    """Number of the nearest size to be had; None where there is none."""
    return min(range(len(sizes_m)), key=lambda i: abs(sizes_m[i] - wanted_m)) if sizes_m else None
