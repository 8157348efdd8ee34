"""A rocket of usual proportions, from a few figures to every part in its place.

All proportions are common practice, no source, unless said otherwise: a nose of three to five diameters, a root of two, fins of one and a
half, a cord of three lengths, lug and front button where it balances and clear of the fins.
"""

import uuid
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import PART_TYPES, Part
from wobbly_fin.rocketry.proposing.wish import Cargo
from wobbly_fin.rocketry.stock.stock import STOCK

_SPACE = uuid.UUID("6c0f3a52-5b7e-4f0e-9d6e-2f1f7a4b8c11")
SMALL_M, LARGE_M = 0.045, 0.075  # outside diameters from which a rocket is built of ply, and of phenolic and glass
_WIDEST_RING_M = 0.045  # between mount and tube: wider rings are plates, built otherwise


@dataclass(frozen=True, slots=True, kw_only=True)
class Tube:
    """A tube as it is sold, or as it would have to be found. [m]"""

    bore_m: float
    outside_m: float
    material: str
    sold: str = ""

    @property
    def small(self) -> bool:
        return self.outside_m < SMALL_M

    @property
    def large(self) -> bool:
        return self.outside_m >= LARGE_M


def _sold(kind: str) -> Iterator[Tube]:
    for item in STOCK.values():
        f = item.figures
        if item.type == kind:
            yield Tube(bore_m=f["inner_diameter_m"], outside_m=f["outer_diameter_m"], material=f["material"], sold=item.name)


def mount_tube(diameter_m: float) -> Tube:
    """For motors of a diameter: one that is sold where there is one."""
    known = [t for t in _sold("motor_tube") if 0 <= t.bore_m - diameter_m < 0.001]
    if known:
        return min(known, key=lambda t: t.bore_m)
    wall = 0.0005 if diameter_m < 0.03 else 0.0016
    return Tube(
        bore_m=diameter_m + 0.0004,
        outside_m=diameter_m + 0.0004 + 2 * wall,
        material="paper-tube" if diameter_m < 0.035 else "phenolic",
    )


def body_tubes(mount: Tube, diameter_m: float | None, cargo: Cargo | None) -> list[Tube]:
    """Tubes a mount goes into with rings, slimmest first; of a diameter asked for that one."""
    least = max(mount.outside_m + 0.0012, (cargo.diameter_m + 0.001) if cargo else 0.0)
    if diameter_m is not None:
        near = [t for t in _sold("body_tube") if abs(t.outside_m - diameter_m) < 0.001 and t.bore_m >= least]
        wall = 0.0005 if diameter_m < SMALL_M else 0.0011 if diameter_m < LARGE_M else 0.0018
        stuff = "paper-tube" if diameter_m < LARGE_M else "phenolic"
        made = Tube(bore_m=diameter_m - 2 * wall, outside_m=diameter_m, material=stuff)
        return near or ([made] if made.bore_m >= least else [])
    found = [t for t in _sold("body_tube") if t.bore_m >= least and t.bore_m - mount.outside_m < _WIDEST_RING_M]
    if not found:
        bore = max(least + 0.004, 1.25 * mount.outside_m)
        found = [Tube(bore_m=round(bore, 4), outside_m=round(bore + 0.004, 4), material="phenolic")]
    return sorted(found, key=lambda t: t.outside_m)


@dataclass(frozen=True, slots=True, kw_only=True)
class Sketch:
    """The figures everything else follows from.

    Attributes
    ----------
    motor_length_m : float
        The longest it takes. [m]
    stretch : float
        Length of the body beyond what mount and recovery want, in diameters. [-]
    span_m, canopy_m, ballast_kg : float
        What is solved for.
    own : mapping
        Figures its owner knows, by the name of a part and of the figure: they stand in the place of the usual ones. None in the
        place of a part's figures: it has none of that kind.
    ahead, astern, more : tuple
        Figures of outer parts before and behind the body, and of parts in it, beyond the usual ones.
    """

    name: str
    body: Tube
    mount: Tube
    motor_length_m: float
    stretch: float
    fins: int
    span_m: float
    canopy_m: float
    ballast_kg: float = 0.0
    edges: str = "rounded"
    cargo: Cargo | None = None
    balance_m: float | None = None
    buttons: bool | None = None  # on a rail; None: by its width
    own: Mapping[str, Mapping[str, Any] | None] = field(default_factory=dict)
    ahead: tuple[dict[str, Any], ...] = ()
    astern: tuple[dict[str, Any], ...] = ()
    more: tuple[dict[str, Any], ...] = ()

    def told_of(self, alias: str, figure: str, usual: float) -> float:
        """A figure as its owner knows it, else the usual one."""
        found = (self.own.get(alias) or {}).get(figure)
        return usual if found is None else float(found)

    @property
    def nose_m(self) -> float:
        return self.told_of("nose", "length_m", (3.4 if self.body.small else 4.0) * self.body.outside_m)

    @property
    def mount_m(self) -> float:
        usual = max(self.motor_length_m + 0.004, 1.5 * self.mount.outside_m) + (0.0 if self.body.small else 0.03)
        return self.told_of("mount", "length_m", usual)

    @property
    def bay_m(self) -> float:
        """Of the payload’s tube: the nose’s shoulder, the payload, its floor and half a coupler; nought without one."""
        return 0.0 if self.cargo is None else self.cargo.length_m + 1.8 * self.body.outside_m + 0.03

    @property
    def body_m(self) -> float:
        return self.told_of("body", "length_m", self.mount_m + (4.5 + self.stretch) * self.body.outside_m + 0.04)

    @property
    def length_m(self) -> float:
        return (
            self.nose_m
            + self.bay_m
            + self.body_m
            + sum(p.get("length_m", 0.0) for p in (*self.ahead, *self.astern) if "in" not in p)
        )

    @property
    def astern_m(self) -> float:
        """Of what is behind the body."""
        return sum(float(p.get("length_m", 0.0)) for p in self.astern)

    @property
    def root_m(self) -> float:
        return self.told_of("fins", "root_chord_m", min(2.1 * self.body.outside_m, 0.8 * self.body_m))

    def id_of(self, alias: str) -> str:
        """The key of the part told under a name."""
        return _key(self.name, alias)

    def airframe(self) -> Airframe:
        """Every part in its place."""
        parts = tuple(_part(self.name, n, told) for n, told in enumerate(self.figures()))
        return Airframe(stages=(Stage(id=_key(self.name, "stage"), parts=parts),))

    def figures(self) -> Iterator[dict[str, Any]]:
        """Its parts as figures, each by its name, the owner's own in their places."""
        for told in self._usual():
            own = self.own.get(told.get("as", ""), {})
            if own is None:
                continue
            figures = {**told, **own}
            if "length_m" in own and told["type"] == "launch_lug":
                figures["offset_m"] = told["offset_m"] + (told["length_m"] - own["length_m"]) / 2
            yield figures

    def _usual(self) -> Iterator[dict[str, Any]]:
        tube, d = self.body, self.body.outside_m
        plate = "card" if tube.small else "birch-ply"
        thick = 0.0015 if tube.small else 0.00295 if not tube.large else 0.0062
        shoulder = {"shoulder_length_m": 0.9 * d, "shoulder_diameter_m": tube.bore_m - 0.0002}
        solid = d < 0.024
        yield {"as": "nose", "type": "nose_cone", "shape": "ogive", "length_m": self.nose_m, "base_diameter_m": d, **shoulder,
               "material": "balsa" if solid else "fibreglass" if tube.large else "polystyrene",
               "wall_m": None if solid else 0.0012 if tube.small else 0.002}  # fmt: skip
        if self.cargo is not None:
            yield {"as": "bay", "type": "body_tube", "name": "payload tube", "length_m": self.bay_m, "outer_diameter_m": d,
                   "inner_diameter_m": tube.bore_m,
                   "material": tube.material}  # fmt: skip
            yield {"as": "joiner", "type": "coupler", "in": "bay", "edge": "aft", "offset_m": -0.9 * d, "length_m": 1.8 * d,
                   "outer_diameter_m": tube.bore_m - 0.0002, "wall_m": 0.0007 if tube.small else 0.0012, "material": "paper-tube"}  # fmt: skip
            yield {
                "as": "floor",
                "type": "bulkhead",
                "name": "payload’s floor",
                "in": "joiner",
                "edge": "fore",
                "offset_m": 0.002,
                "thickness_m": thick,
                "material": "birch-ply",
            }
            yield {"as": "payload", "type": "mass_lump", "name": "payload", "in": "bay", "kind": "payload", "edge": "fore",
                   "offset_m": 0.9 * d + 0.01,
                   "length_m": self.cargo.length_m, "diameter_m": self.cargo.diameter_m, "mass_kg": self.cargo.mass_kg,
                   "mass_source": "guessed"}  # fmt: skip
        yield from self.ahead
        yield {
            "as": "body",
            "type": "body_tube",
            "length_m": self.body_m,
            "outer_diameter_m": d,
            "inner_diameter_m": tube.bore_m,
            "material": tube.material,
        }
        yield from self.astern
        yield from self._tail(plate, thick)
        yield from self._recovery()
        yield from self.more
        if self.ballast_kg > 0:
            # Where a hand gets at it from behind, and fins can be smaller for it.
            yield {"as": "ballast", "type": "mass_lump", "name": "clay in the nose", "kind": "ballast", "position_m": 0.6 * self.nose_m,
                   "mass_kg": self.ballast_kg, "mass_source": "guessed"}  # fmt: skip
        yield {"as": "glue", "type": "allowance", "in": "body", "kind": "glue"}
        yield {"as": "paint", "type": "allowance", "in": "body", "kind": "paint"}

    def _tail(self, plate: str, thick: float) -> Iterator[dict[str, Any]]:
        tube, d = self.body, self.body.outside_m
        sticks_out = 0.005 if tube.small else 0.006
        yield {"as": "mount", "type": "motor_tube", "in": "body", "length_m": self.mount_m, "outer_diameter_m": self.mount.outside_m,
               "inner_diameter_m": self.mount.bore_m, "max_motor_length_m": self.motor_length_m, "overhang_m": sticks_out,
               "material": self.mount.material}  # fmt: skip
        ring = {"type": "centring_ring", "in": "mount", "thickness_m": thick, "outer_diameter_m": tube.bore_m - 0.0001,
                "inner_diameter_m": self.mount.outside_m + 0.0001, "material": plate}  # fmt: skip
        aft = 0.008 if tube.small else 0.014
        yield {**ring, "as": "front", "name": "forward ring", "edge": "fore", "offset_m": 0.006 if tube.small else 0.012}
        if not tube.small:
            yield {
                **ring,
                "as": "middle",
                "name": "middle ring",
                "edge": "aft",
                "offset_m": min(self.root_m + 0.026, self.mount_m - 0.03),
            }
        yield {**ring, "as": "aft", "name": "aft ring", "edge": "aft", "offset_m": aft}
        grams = 1.4 if tube.small else 400 * self.mount.outside_m
        yield {"as": "retainer", "type": "retainer", "in": "mount", "kind": "hook" if tube.small else "threaded_ring", "edge": "aft",
               **({"offset_m": 0.0} if tube.small else {"offset_m": -0.003, "length_m": 0.012}),
               "mass_kg": grams / 1000, "mass_source": "guessed"}  # fmt: skip
        stuff, sheet = self._sheet()
        yield {"as": "fins", "type": "fin_set", "in": "body", "count": self.fins, "root_chord_m": self.root_m, "tip_chord_m": 0.5 * self.root_m,
               "span_m": self.span_m, "sweep_m": 0.5 * self.root_m, "thickness_m": sheet, "edges": self.edges, "material": stuff,
               "offset_m": 0.0 if tube.small else 0.018, "through_wall": not tube.small}  # fmt: skip
        behind = self.length_m - self.astern_m - (self.balance_m or 0.6 * self.length_m)
        clear = self.root_m + 0.015 + (0.0 if tube.small else 0.018)
        if d < 0.06 if self.buttons is None else not self.buttons:
            rod, out, inner = (0.0032, 0.0044, 0.0036) if d < 0.031 else (0.0048, 0.0062, 0.0053)
            yield {"as": "lug", "type": "launch_lug", "in": "body", "edge": "aft", "offset_m": max(clear, behind - 0.02), "length_m": 0.04,
                   "outer_diameter_m": out,
                   "inner_diameter_m": inner, "rod_diameter_m": rod, "material": "paper-tube",
                   "angle_deg": 60.0 if self.fins == 3 else 45.0}  # fmt: skip
            return
        button = {"type": "rail_button", "in": "body", "edge": "aft", "diameter_m": 0.0112, "height_m": 0.0125, "material": "acetal",
                  "angle_deg": 60.0 if self.fins == 3 else 45.0}  # fmt: skip
        yield {**button, "as": "aft button", "name": "aft button", "offset_m": 0.026}
        yield {**button, "as": "front button", "name": "front button", "offset_m": min(max(clear, behind), self.body_m - 2 * d)}

    def _sheet(self) -> tuple[str, float]:
        """What fins are cut from, and how thick: the larger, the thicker. [m]"""
        if self.body.small:
            return ("balsa", 0.0023) if self.body.outside_m < 0.031 else ("balsa-hard", 0.0031)
        return "birch-ply", 0.0062 if self.body.large or self.span_m > 0.11 else 0.0041 if self.span_m > 0.08 else 0.00295

    def _recovery(self) -> Iterator[dict[str, Any]]:
        d = self.body.outside_m
        if self.body.small:
            yield {
                "as": "anchor",
                "type": "anchor",
                "in": "body",
                "kind": "folded_patch",
                "edge": "fore",
                "offset_m": 1.25 * d,
                "mass_kg": 0.0004,
                "mass_source": "guessed",
            }
        else:
            yield {"as": "anchor", "type": "anchor", "name": "eye bolt", "in": "front", "kind": "eye_bolt", "edge": "fore",
                   "offset_m": -0.024, "length_m": 0.024,
                   "wire_m": 0.004, "mass_kg": 0.0142 if not self.body.large else 0.03, "mass_source": "guessed"}  # fmt: skip
        cord = "elastic-3" if d < 0.03 else "elastic-6" if self.body.small else "aramid-3"
        yield {
            "as": "cord",
            "type": "cord",
            "in": "body",
            "length_m": (2.6 if self.body.small else 3.5) * self.length_m,
            "material": cord,
        }
        film = self.canopy_m < 0.46
        yield {"as": "canopy", "type": "canopy", "in": "body", "kind": "flat", "diameter_m": self.canopy_m, "material": "film" if film else "ripstop",
               "lines_kg": 0.0035 * self.canopy_m if film else 0.012 * self.canopy_m}  # fmt: skip


def _key(name: str, alias: str) -> str:
    return str(uuid.uuid5(_SPACE, f"{name} {alias}"))


def _part(name: str, number: int, told: dict[str, Any]) -> Part:
    own = dict(told)
    kind = PART_TYPES[own.pop("type")]
    alias, parent = own.pop("as", f"part {number}"), own.pop("in", None)
    rounded: dict[str, Any] = {k: round(v, 5) if isinstance(v, float) and k != "mass_kg" else v for k, v in own.items()}
    return kind(
        id=str(uuid.uuid5(_SPACE, f"{name} {alias}")),
        parent=str(uuid.uuid5(_SPACE, f"{name} {parent}")) if parent else None,
        **rounded,
    )
