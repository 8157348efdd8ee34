"""What is at hand already: tubes, noses, canopies, motor tubes and sheets a proposal is built from before anything is bought."""

import math
from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any

from wobbly_fin.rocketry.airframe.parts import Part
from wobbly_fin.rocketry.airframe.usual import stiffness
from wobbly_fin.rocketry.building.materials import SAME_M, SheetAtHand, Stores
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.proposing.sketch import Sketch, Tube, sold

_SAME_M = 0.0006  # widths that go together
_STIFF = (0.95, 4.0)  # of what is usual: a sheet from which fins are cut, no weaker and not much heavier
_WASTE = 1.3  # sheet that fins take, of their own area
_LIKE = 0.08  # share by which a canopy at hand may differ from the one that would be cut
# What a nose of one's own brings along.
_NOSE = (
    "shape",
    "parameter",
    "length_m",
    "wall_m",
    "shoulder_length_m",
    "shoulder_diameter_m",
    "material",
    "mass_kg",
    "mass_source",
    "finish",
)
_CANOPY = ("kind", "diameter_m", "spill_hole_m", "material", "lines_kg", "cd", "mass_kg", "mass_source")


@dataclass(frozen=True, slots=True)
class AtHand:
    """Parts somebody has, by kind; `any`: kinds of which whatever is wanted is there; `stores`: tubes and sheets before they are parts."""

    by_kind: Mapping[str, Sequence[Part]]
    any: frozenset[str] = frozenset()
    stores: Stores = field(default_factory=Stores)

    @classmethod
    def of(cls, parts: Sequence[Part], *any_of: str, stores: Stores | None = None) -> "AtHand":
        """By kind; `any_of`: kinds told without figures."""
        found: dict[str, list[Part]] = defaultdict(list)
        for part in parts:
            found[part.TYPE].append(part)
        return cls(found, frozenset(any_of), stores or Stores())

    def _tubes(self, kind: str) -> Iterator[Tube]:
        for part in self.by_kind.get(kind, ()):
            figures: Any = part
            yield Tube(
                bore_m=figures.inner_diameter_m, outside_m=figures.outer_diameter_m, material=part.material or "paper-tube",
                sold=part.called, own_m=figures.length_m,
            )  # fmt: skip
        # Of a tube in stores the outside is told: the bore is that of the one that is sold so wide.
        for raw in self.stores.tubes:
            if (alike := next((t for t in sold(kind) if abs(t.outside_m - raw.outer_diameter_m) <= SAME_M), None)) is not None:
                yield replace(alike, own_m=raw.length_m)

    def mount_tube(self, diameter_m: float) -> Tube | None:
        """A motor tube for motors of a diameter."""
        return next((t for t in self._tubes("motor_tube") if 0 <= t.bore_m - diameter_m < 0.001), None)

    def body_tubes(self, least_m: float) -> list[Tube]:
        """Body tubes with a bore of at least that, the longest of a width, slimmest first."""
        longest: dict[float, Tube] = {}
        for tube in self._tubes("body_tube"):
            if tube.bore_m >= least_m and tube.own_m > longest.get(round(tube.outside_m, 4), tube).own_m - 1e-9:
                longest[round(tube.outside_m, 4)] = tube
        return sorted(longest.values(), key=lambda t: t.outside_m)

    def used(self, sketch: Sketch) -> Sketch:
        """The same with a nose of one's own where one goes on the body."""
        for nose in self.by_kind.get("nose_cone", ()):
            if abs(nose.base_diameter_m - sketch.body.outside_m) < _SAME_M:  # type: ignore[attr-defined]
                return replace(sketch, own={**sketch.own, "nose": _figures(nose, _NOSE)})
        return sketch

    def cut(self, sketch: Sketch) -> Sketch:
        """The same with fins cut from a sheet in stores, where one is large enough and about as stiff as they want to be."""
        usual = sketch.usual
        told = usual.sheet(sketch.span_m, sketch.stiffer)
        wanted, area_m2 = stiffness(**told), 0.75 * sketch.root_m * sketch.span_m

        def does(sheet: SheetAtHand) -> bool:
            large = sketch.root_m <= sheet.length_m and sketch.span_m <= sheet.width_m
            enough = sketch.fins * area_m2 * _WASTE <= sheet.length_m * sheet.width_m * sheet.count
            return large and enough and _STIFF[0] <= stiffness(sheet.material, sheet.thickness_m) / wanted <= _STIFF[1]

        best = min(filter(does, self.stores.sheets), key=lambda s: stiffness(s.material, s.thickness_m), default=None)
        rest = {k: v for k, v in sketch.own.items() if k != "fins"}
        own = rest if best is None else {**rest, "fins": {"material": best.material, "thickness_m": best.thickness_m}}
        return sketch if own == sketch.own else replace(sketch, own=own)

    def hung(self, sketch: Sketch) -> Sketch:
        """The same, sized, under a canopy of one's own that is about as large as the one it would be given."""
        wanted = Canopy(kind=sketch.canopy_kind, diameter_m=sketch.canopy_m).drag_area_m2

        def off(canopy: Any) -> float:
            """By how much it is larger or smaller across, as one of the kind wanted."""
            return abs(math.sqrt(canopy.canopy.drag_area_m2 / wanted) - 1)

        best = min((c for c in self.by_kind.get("canopy", ()) if getattr(c, "diameter_m", None)), key=off, default=None)
        if best is None or off(best) >= _LIKE:
            return sketch
        return replace(sketch, own={**sketch.own, "canopy": _figures(best, _CANOPY)})

    def spared_ids(self, sketch: Sketch) -> frozenset[str]:
        """The same, by the keys of the parts."""
        return frozenset(sketch.id_of(alias) for alias in self.spared(sketch))

    def spared(self, sketch: Sketch) -> set[str]:
        """Names of the sketch's parts that need not be bought: of one's own, or of a kind that is only asked to be there."""
        spared = {alias for alias in ("nose", "canopy", "fins") if sketch.own.get(alias)}
        spared |= {"body"} if sketch.body.own_m >= sketch.body_m else set()
        spared |= {"mount"} if sketch.mount.own_m >= sketch.mount_m else set()
        made = {"body", "mount", "nose", "canopy", "fins"}

        def there(alias: str, kind: str) -> bool:
            return kind in self.any or (kind in self.by_kind and alias not in made)

        return spared | {str(f["as"]) for f in sketch.figures() if there(str(f["as"]), str(f["type"]))}


NOTHING = AtHand({})


def _figures(part: Part, names: Sequence[str]) -> dict[str, Any]:
    return {n: v for n in names if (v := getattr(part, n, None)) is not None and v != ""}
