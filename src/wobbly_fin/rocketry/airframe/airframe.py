"""An airframe: stages of parts, and what is known of the whole."""

from collections.abc import Iterator
from dataclasses import dataclass, field

from wobbly_fin.rocketry.airframe.parts import Part
from wobbly_fin.rocketry.airframe.parts.part import HEAVIEST_KG, LONGEST_M, WIDEST_M
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

MOST_PARTS = 400
MOST_STAGES = 3


class PartError(RocketryError):
    """A part that cannot be as it is told; `index` counts parts through all stages, `field` is the box at fault."""

    def __init__(self, index: int, field: str, message: str) -> None:
        self.index, self.field = index, field
        super().__init__(f"parts.{index}.{field}", message)


@dataclass(frozen=True, slots=True, kw_only=True)
class Stage:
    """Parts of one stage, outer ones in their order from the front."""

    id: str = ""
    parts: tuple[Part, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Known:
    """What was measured of the whole, without motor; beats what is computed from parts.

    Parameters
    ----------
    mass_kg, cg_m : float or None
        CG from the nose tip. [kg], [m]
    transverse_inertia_kg_m2 : float or None
        About that CG. [kg m²]
    cd : float or None
        On the circle of `diameter_m`, or of the largest diameter where that is None. [-]
    motor_fore_m : float or None
        Nose tip to the motor's forward end; None: flush with the tail, or as the motor tube says. [m]
    parts_kg, parts_cg_m : float or None
        What the parts came to when the whole was weighed. Parts changed since then change the whole by as much; None: the
        parts are still those that were weighed. [kg], [m]
    """

    mass_kg: float | None = None
    cg_m: float | None = None
    transverse_inertia_kg_m2: float | None = None
    cd: float | None = None
    diameter_m: float | None = None
    motor_fore_m: float | None = None
    parts_kg: float | None = None
    parts_cg_m: float | None = None

    def __post_init__(self) -> None:
        for name, high in (("mass_kg", HEAVIEST_KG), ("transverse_inertia_kg_m2", 1e5), ("cd", 5.0), ("diameter_m", WIDEST_M)):
            value = getattr(self, name)
            if value is not None:
                require_positive(name, value, high)
        for name in ("cg_m", "motor_fore_m"):
            value = getattr(self, name)
            if value is not None:
                require_finite(name, value, 0.0, LONGEST_M)


@dataclass(frozen=True, slots=True, kw_only=True)
class Airframe:
    """A rocket by its parts."""

    stages: tuple[Stage, ...]
    known: Known = field(default_factory=Known)

    def __post_init__(self) -> None:
        count = sum(len(s.parts) for s in self.stages)
        if not any(p.OUTER for p in self.parts):
            raise RocketryError("parts", "must not be without a nose cone or a tube: nothing is there yet")
        for number, stage in enumerate(self.stages, start=1):
            if not any(p.OUTER for p in stage.parts):
                raise RocketryError("parts", f"must not leave stage {number} without a tube: what is in it would hang on nothing")
        if count > MOST_PARTS:
            raise RocketryError("parts", f"has {count} entries; {MOST_PARTS} are plenty")
        if len(self.stages) > MOST_STAGES:
            raise RocketryError("stages", f"has {len(self.stages)} entries; {MOST_STAGES} are plenty")

    @property
    def parts(self) -> Iterator[Part]:
        """Every part, stage by stage."""
        return (p for s in self.stages for p in s.parts)

    def upper(self, stages: int) -> "Airframe":
        """The first so many stages alone, as they fly after the others have dropped; nothing measured of the whole."""
        return Airframe(stages=self.stages[:stages])
