"""Where every part sits, and how wide it is: diameters fitted to neighbours, places from the nose tip."""

import math
from collections.abc import Callable, Hashable
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any, Generic, overload

import numpy as np
from typing_extensions import TypeIs, TypeVar  # with a default, which Python has from 3.13 on

from wobbly_fin.rocketry.airframe.airframe import Airframe, PartError
from wobbly_fin.rocketry.airframe.parts import (
    Baffle,
    BodyTube,
    Bulkhead,
    CanopyPack,
    CentringRing,
    Cord,
    Coupler,
    FinCan,
    MassLump,
    MotorTube,
    NoseCone,
    Part,
    Transition,
)
from wobbly_fin.rocketry.airframe.profiles import parameter_of, radius_fraction
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS
from wobbly_fin.rocketry.canopies.packing import packed_density_kg_m3
from wobbly_fin.rocketry.errors import RocketryError

PISTON_PLAY_M = 0.0006  # in its bore, so that it falls through by its own weight (common practice, no source)
Kind = TypeVar("Kind", bound=Part, covariant=True, default=Part)
One = TypeVar("One", bound=Part)
Other = TypeVar("Other", bound=Part)
Found = TypeVar("Found")


@dataclass(frozen=True, slots=True, kw_only=True)
class Placed(Generic[Kind]):
    """A part with all its diameters, and where it is; `Placed[FinSet]` where it is known to be of a kind.

    Attributes
    ----------
    index : int
        Its number among all parts.
    fore_m, aft_m : float
        From the nose tip. [m]
    host : int or None
        The outer part it is in or on; None for outer parts.
    """

    index: int
    stage: int
    part: Kind
    fore_m: float
    aft_m: float
    host: int | None = None


def holds(placed: Placed, kind: type[One]) -> TypeIs[Placed[One]]:
    """Whether what is placed is of a kind."""
    return isinstance(placed.part, kind)


@dataclass(frozen=True, slots=True, kw_only=True)
class Bay:
    """Free room for recovery gear in a tube: between what enters from the front and what stops it behind."""

    host: int
    fore_m: float
    aft_m: float
    bore_m: float

    @property
    def length_m(self) -> float:
        """[m]"""
        return self.aft_m - self.fore_m


@dataclass(frozen=True)
class Layout:
    """A laid-out airframe. `placed` is in the order of the parts."""

    placed: tuple[Placed, ...]
    outer: tuple[Placed, ...]

    @property
    def length_m(self) -> float:
        """Nose tip to the tail of the body (fins may reach further). [m]"""
        return self.outer[-1].aft_m

    @cached_property
    def reference_diameter_m(self) -> float:
        """The largest diameter of the body. [m]"""
        return max(max(fore_diameter_m(p.part), aft_diameter_m(p.part)) for p in self.outer)

    @property
    def tail_diameter_m(self) -> float:
        """[m]"""
        return aft_diameter_m(self.outer[-1].part)

    @overload
    def of(self, kind: type[One], /) -> list[Placed[One]]: ...
    @overload
    def of(self, kind: type[One], other: type[Other], /) -> list[Placed[One | Other]]: ...
    @overload
    def of(self, *kinds: type[Part]) -> list[Placed]: ...

    def of(self, *kinds: type[Part]) -> Any:
        """Every part of these kinds."""
        return list(self.once(kinds, lambda: tuple(p for p in self.placed if isinstance(p.part, kinds))))

    def once(self, key: Hashable, find: Callable[[], Found]) -> Found:
        """Something that hangs on where the parts sit and on `key` alone, found when it is first asked for."""
        if key not in self._found:
            self._found[key] = find()
        found: Found = self._found[key]
        return found

    @cached_property
    def _found(self) -> dict[Hashable, Any]:
        return {}

    def working(self, *roles: str) -> list[Placed[MassLump]]:
        """Things that do something in flight, of these roles (see `MassLump.works_as`)."""
        return [p for p in self.of(MassLump) if p.part.works_as in roles]

    def outer_at(self, station_m: float) -> Placed:
        """The outer part around a station; the nearest end's beyond the ends."""
        for placed in self.outer:
            if station_m < placed.aft_m:
                return placed
        return self.outer[-1]

    def radius_at(self, station_m: float) -> float:
        """Body radius at a station. [m]"""
        placed = self.outer_at(station_m)
        return outer_radius_m(placed.part, min(max(station_m - placed.fore_m, 0.0), placed.aft_m - placed.fore_m))

    def host_of(self, placed: Placed) -> Placed:
        """The piece of the body a part is in or on; a piece of the body is its own."""
        return placed if placed.host is None else self.placed[placed.host]

    def bay_of(self, host: int) -> Bay:
        """The room for recovery gear in an outer part."""
        return _bay(self.placed, self.outer, host)


def fore_diameter_m(part: Part) -> float:
    """Outside diameter at an outer part's forward end, fitted. [m]"""
    return part.front_m


def aft_diameter_m(part: Part) -> float:
    """Outside diameter at an outer part's aft end, fitted. [m]"""
    return part.tail_m


def outer_radius_m(part: Part, x_m: float) -> float:
    """Outside radius of a fitted outer part, x behind its forward end. [m]"""
    if isinstance(part, NoseCone):
        base = (part.base_diameter_m or 0.0) / 2
        u = np.array([x_m / part.length_m])
        return base * float(radius_fraction(part.shape, parameter_of(part.shape, part.parameter), u, part.length_m / base)[0])
    fore, aft = fore_diameter_m(part) / 2, aft_diameter_m(part) / 2
    return fore + (aft - fore) * (x_m / part.axial_length_m)


def bore_of(part: Part) -> float:
    """What slides into an outer part must be no wider than this; its outside where the inside is not known. [m]"""
    return part.bore_m


def lay_out(airframe: Airframe) -> Layout:
    """Fit diameters and place every part.

    Raises
    ------
    PartError
        For a diameter with nothing to fit, a parent that is not there, a place nobody told.
    """
    listed = [(stage, part) for stage, s in enumerate(airframe.stages) for part in s.parts]
    numbers = {part.id: index for index, (_, part) in enumerate(listed) if part.id}
    outer = _lay_outer(listed)
    placed: dict[int, Placed] = {p.index: p for p in outer}
    for index, (_, part) in enumerate(listed):
        if index not in placed and not _settles(part):
            _place_inner(index, listed, numbers, outer, placed, set())
    later = [(i, s, p) for i, (s, p) in enumerate(listed) if _settles(p)]
    # Cord first: it lies at the bottom, the canopy on top of it.
    taken: dict[int, float] = {}
    for index, stage, part in sorted(later, key=lambda item: _PACKING_ORDER.get(type(item[2]), 9)):
        placed[index] = _settle(index, stage, part, numbers, outer, tuple(placed.values()), taken)
    return Layout(placed=tuple(placed[i] for i in range(len(listed))), outer=outer)


_PACKING_ORDER: dict[type[Part], int] = {MassLump: 0, Cord: 1, CanopyPack: 2}


def _settles(part: Part) -> bool:
    free = part.position_m is None and part.offset_m is None
    return free and (isinstance(part, Cord | CanopyPack) or (isinstance(part, MassLump) and part.kind == "wadding"))


def _lay_outer(listed: list[tuple[int, Part]]) -> tuple[Placed, ...]:
    rows = [(i, stage, part) for i, (stage, part) in enumerate(listed) if part.OUTER]
    out: list[Placed] = []
    station = 0.0
    before: Part | None = None
    for place, (index, stage, part) in enumerate(rows):
        after = rows[place + 1][2] if place + 1 < len(rows) else None
        fitted = _named(index, _fit_outer, index, part, before, after)
        if isinstance(fitted, NoseCone) and place > 0:
            raise PartError(index, "type", "is a nose cone behind other parts; it belongs at the front")
        out.append(Placed(index=index, stage=stage, part=fitted, fore_m=station, aft_m=station + fitted.axial_length_m))
        station += fitted.axial_length_m
        before = fitted
    return tuple(out)


def _named(index: int, fit: Callable[..., Part], *args: object) -> Part:
    """Fit a part; what its own checks then refuse is said of that part."""
    try:
        return fit(*args)
    except PartError:
        raise
    except RocketryError as error:
        raise PartError(index, error.name, error.message) from error


def _fit_outer(index: int, part: Part, before: Part | None, after: Part | None) -> Part:
    def need(field: str, value: float | None) -> float:
        if not value:
            raise PartError(index, field, "is missing, and there is no neighbour to fit it to")
        return value

    bore_after = bore_of(after) if isinstance(after, BodyTube | FinCan) else None
    bore_before = bore_of(before) if isinstance(before, BodyTube) else None
    changes: dict[str, Any] = {}
    if isinstance(part, NoseCone):
        if part.base_diameter_m is None:
            changes["base_diameter_m"] = need("base_diameter_m", fore_diameter_m(after) if after else None)
        if part.shoulder_diameter_m is None and part.shoulder_length_m > 0:
            changes["shoulder_diameter_m"] = bore_after or part.base_diameter_m or changes["base_diameter_m"]
    elif isinstance(part, Transition):
        if part.fore_diameter_m is None:
            changes["fore_diameter_m"] = need("fore_diameter_m", aft_diameter_m(before) if before else None)
        if part.aft_diameter_m is None:
            changes["aft_diameter_m"] = need("aft_diameter_m", fore_diameter_m(after) if after else None)
    elif isinstance(part, FinCan):
        if part.outer_diameter_m is None:
            changes["outer_diameter_m"] = need("outer_diameter_m", aft_diameter_m(before) if before else None)
        if part.shank_diameter_m is None and part.shank_length_m > 0:
            changes["shank_diameter_m"] = bore_before or part.outer_diameter_m or changes["outer_diameter_m"]
    return replace(part, **changes) if changes else part


def _place_inner(
    index: int,
    listed: list[tuple[int, Part]],
    numbers: dict[str, int],
    outer: tuple[Placed, ...],
    placed: dict[int, Placed],
    asked: set[int],
) -> Placed:
    if index in placed:
        return placed[index]
    stage, part = listed[index]
    if index in asked:
        raise PartError(index, "parent", "goes round in a circle: a part cannot sit inside itself")
    parent: Placed | None = None
    if part.parent:
        number = numbers.get(part.parent)
        if number is None:
            raise PartError(index, "parent", "is a part that is not there")
        if number not in placed and _settles(listed[number][1]):
            raise PartError(index, "parent", "is packed gear, which nothing can be fixed to")
        parent = _place_inner(number, listed, numbers, outer, placed, asked | {index})
    fore = _fore_station(index, part, parent)
    around = _around(parent, outer, fore + part.axial_length_m / 2)
    fitted = _named(index, _fit_inner, part, parent, around, listed)
    placed[index] = Placed(
        index=index, stage=stage, part=fitted, fore_m=fore, aft_m=fore + fitted.axial_length_m, host=around.index
    )
    return placed[index]


def _fore_station(index: int, part: Part, parent: Placed | None) -> float:
    if part.position_m is not None:
        return part.position_m
    if parent is None:
        raise PartError(index, "position_m", "is missing; say how far it is from the nose tip, or what it sits in")
    offset = part.offset_m or 0.0
    edge = part.edge or part.EDGE
    return parent.fore_m + offset if edge == "fore" else parent.aft_m - offset - part.axial_length_m


def _around(parent: Placed | None, outer: tuple[Placed, ...], middle_m: float) -> Placed:
    if parent is not None and parent.host is None:
        return parent
    return next((o for o in outer if middle_m < o.aft_m), outer[-1])


def _fit_inner(part: Part, parent: Placed | None, around: Placed, listed: list[tuple[int, Part]]) -> Part:
    bore = bore_of(around.part)
    if isinstance(part, CentringRing) and (part.outer_diameter_m is None or part.inner_diameter_m is None):
        mount = parent.part if parent and isinstance(parent.part, MotorTube) else None
        mount = mount or next((p for _, p in listed if isinstance(p, MotorTube)), None)
        hole = mount.outer_diameter_m if isinstance(mount, MotorTube) and mount.count == 1 else bore / 2
        return replace(
            part, outer_diameter_m=part.outer_diameter_m or bore, inner_diameter_m=part.inner_diameter_m or min(hole, 0.98 * bore)
        )
    if isinstance(part, Coupler | Bulkhead | Baffle) and part.outer_diameter_m is None:
        inside = parent.part if parent and isinstance(parent.part, Coupler) and isinstance(part, Bulkhead) else None
        wide = (inside.outer_diameter_m or bore) - 2 * inside.wall_m if isinstance(inside, Coupler) else bore
        return replace(part, outer_diameter_m=wide - (PISTON_PLAY_M if part.SLIDES else 0.0))
    return part


def _settle(
    index: int,
    stage: int,
    part: Part,
    numbers: dict[str, int],
    outer: tuple[Placed, ...],
    placed: tuple[Placed, ...],
    taken: dict[int, float],
) -> Placed:
    host = _recovery_host(index, stage, part, numbers, outer, placed)
    bay = _bay(placed, outer, host)
    aft = max(bay.fore_m, bay.aft_m - taken.get(host, 0.0))
    # What does not fit is drawn squeezed into the bay; the checks say so.
    fore = max(bay.fore_m, aft - packed_length_m(part, bay.bore_m))
    taken[host] = taken.get(host, 0.0) + aft - fore
    return Placed(index=index, stage=stage, part=part, fore_m=fore, aft_m=aft, host=host)


def _recovery_host(
    index: int, stage: int, part: Part, numbers: dict[str, int], outer: tuple[Placed, ...], placed: tuple[Placed, ...]
) -> int:
    if part.parent:
        number = numbers.get(part.parent)
        found = next((p for p in placed if p.index == number), None)
        if found is None:
            raise PartError(index, "parent", "is a part that is not there")
        return found.index if found.host is None else found.host
    mount = next((p for p in placed if isinstance(p.part, MotorTube) and p.stage == stage and p.host is not None), None)
    if mount is not None and mount.host is not None:
        return mount.host
    own = [o for o in outer if o.stage == stage]
    tubes = [o for o in own if isinstance(o.part, BodyTube)] or own
    return max(tubes, key=lambda o: o.aft_m - o.fore_m).index


def recovery_packs(layout: Layout, stage: int = 0) -> list[Placed[CanopyPack]]:
    """What a stage comes down under, the main first: that with the most drag; the next is its drogue."""
    found = [p for p in layout.of(CanopyPack) if p.stage == stage]
    return sorted(found, key=lambda p: -p.part.canopy.drag_area_m2)


def packed_length_m(part: Part, bore_m: float) -> float:
    """How much of a tube's length a packed canopy, cord or wadding takes: as told, else by mass and bore. [m]"""
    told = getattr(part, "packed_length_m", None)
    if told is not None:
        return float(told)
    if isinstance(part, MassLump) and part.length_m:
        return part.length_m
    if isinstance(part, CanopyPack) and part.kind not in PACKED_KINDS:
        return 0.0  # blades and wings fold along the body, not into it
    mass = part.mass_kg
    if mass is None:
        mass = part.soft_mass_kg or 0.0
    density = packed_density_kg_m3(part.material, cord=isinstance(part, Cord))
    return mass / (density * math.pi / 4 * bore_m**2)


def _bay(placed: tuple[Placed, ...], outer: tuple[Placed, ...], host: int) -> Bay:
    place = next(i for i, o in enumerate(outer) if o.index == host)
    tube = outer[place]
    fore, aft = tube.fore_m, tube.aft_m
    if place > 0:
        fore += outer[place - 1].part.enters_m[1]
    if place + 1 < len(outer):
        aft -= outer[place + 1].part.enters_m[0]
    middle = (tube.fore_m + tube.aft_m) / 2
    blocks = [p for p in placed if p.part.STOPS]
    for p in blocks:
        if p.aft_m > tube.fore_m and (p.fore_m + p.aft_m) / 2 < middle and not isinstance(p.part, MotorTube | CentringRing):
            fore = max(fore, p.aft_m)
    for p in blocks:
        if fore < p.fore_m + 1e-9 < aft and ((p.fore_m + p.aft_m) / 2 >= middle or isinstance(p.part, MotorTube | CentringRing)):
            aft = min(aft, p.fore_m)
    return Bay(host=host, fore_m=fore, aft_m=max(fore, aft), bore_m=bore_of(tube.part))
