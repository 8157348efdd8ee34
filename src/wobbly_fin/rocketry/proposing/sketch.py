"""A rocket of usual proportions, from a few figures to every part in its place: lug and front button where it balances, clear of the fins.

Where a motor has no charge of its own, two altimeters between two tubes let out a drogue at the top and the main lower down.
"""

import uuid
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any

from wobbly_fin.rocketry.airframe.airframe import Airframe, Stage
from wobbly_fin.rocketry.airframe.parts import PART_TYPES, Part
from wobbly_fin.rocketry.airframe.usual import Usual
from wobbly_fin.rocketry.assembly.stand import USUAL_HANDS
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import CanopyKind
from wobbly_fin.rocketry.flight.sequence import Sequence
from wobbly_fin.rocketry.proposing.wish import Cargo
from wobbly_fin.rocketry.recovery.plan import THROW_N, ChargeWish, RecoveryPlan
from wobbly_fin.rocketry.stock.stock import STOCK

_SPACE = uuid.UUID("6c0f3a52-5b7e-4f0e-9d6e-2f1f7a4b8c11")
_HEAVY_M = 0.06  # a motor tube, outside
_WIDEST_RING_M = 0.045  # between mount and tube: wider rings are plates, built otherwise
_MAIN_HEIGHT_M, _DROGUE = 180.0, 0.36  # where the main is let out; the drogue's share of its width: some four times as fast
_THROW_N_PER_M = 1500.0  # of the body's width: a wider nose is a heavier one


@dataclass(frozen=True, slots=True, kw_only=True)
class Tube:
    """A tube as it is sold, or as it would have to be found; `own_m`: length of one that is at hand. [m]"""

    bore_m: float
    outside_m: float
    material: str
    sold: str = ""
    own_m: float = 0.0

    @property
    def usual(self) -> Usual:
        """What is usual for a body of its width."""
        return Usual(self.outside_m)

    @property
    def small(self) -> bool:
        return self.usual.small


def sold(kind: str) -> Iterator[Tube]:
    """Tubes of a kind that are sold."""
    for item in STOCK.values():
        f = item.figures
        if item.type == kind:
            yield Tube(bore_m=f["inner_diameter_m"], outside_m=f["outer_diameter_m"], material=f["material"], sold=item.name)


def mount_tube(diameter_m: float) -> Tube:
    """For motors of a diameter: one that is sold where there is one."""
    known = [t for t in sold("motor_tube") if 0 <= t.bore_m - diameter_m < 0.001]
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
        near = [t for t in sold("body_tube") if abs(t.outside_m - diameter_m) < 0.001 and t.bore_m >= least]
        usual = Usual(diameter_m)
        made = Tube(bore_m=diameter_m - 2 * usual.wall_m, outside_m=diameter_m, material=usual.tube)
        return near or ([made] if made.bore_m >= least else [])
    # Built through the wall, rings and fins are glued by a stick between the tubes.
    through = mount.outside_m + 2 * USUAL_HANDS.stick_wide_m + 0.0005
    found = [
        t
        for t in sold("body_tube")
        if t.bore_m >= max(least, 0.0 if t.small else through) and t.bore_m - mount.outside_m < _WIDEST_RING_M
    ]
    if mount.outside_m > _HEAVY_M:
        # Few tubes are sold that wide: what would have to be found, with room for rings that carry a heavy motor's push, or for a slow flight.
        least = max(least, through)
        widths = [least, *(share * mount.outside_m for share in (1.25, 1.6, 2.1))]
        taken = [t.bore_m for t in found]
        for bore in (round(w, 3) for w in widths if w >= least):
            if all(abs(bore / t - 1) > 0.1 for t in taken):
                taken.append(bore)
                found.append(
                    Tube(bore_m=bore, outside_m=round(bore + 0.004, 4), material="phenolic" if bore < 0.1 else "fibreglass")
                )
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
        What is solved for; the ballast is clay in the nose, for the margin.
    weight_kg : float
        More of it, for less height: shared between the nose and the forward ring so that it balances where it did.
    stiffer : int
        Fins of so many sheets stiffer than usual.
    sturdy : bool
        A sewn dome on stronger and more lines lets it down, where a flat one's would tear.
    charged : bool
        The motor's own charge lets it out; otherwise altimeters do, in a bay between two tubes.
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
    weight_kg: float = 0.0
    edges: str = "rounded"
    stiffer: int = 0
    sturdy: bool = False
    charged: bool = True
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
    def usual(self) -> Usual:
        return self.body.usual

    @property
    def nose_m(self) -> float:
        return self.told_of("nose", "length_m", self.usual.nose_m)

    @property
    def mount_m(self) -> float:
        usual = max(self.motor_length_m + 0.004, 1.5 * self.mount.outside_m) + (0.0 if self.body.small else 0.03)
        return self.told_of("mount", "length_m", usual)

    @property
    def bay_m(self) -> float:
        """Of the payload’s tube: the nose’s shoulder, the payload, its floor and half a coupler; nought without one."""
        return 0.0 if self.cargo is None else self.cargo.length_m + 1.8 * self.body.outside_m + 0.03

    @property
    def upper_m(self) -> float:
        """Of the tube with the main in it, ahead of the altimeters; nought where the motor’s charge lets it out."""
        usual = (5.5 + 0.5 * self.stretch) * self.body.outside_m + self.lids_m / 2
        return 0.0 if self.charged else self.told_of("upper", "length_m", usual)

    @property
    def lids_m(self) -> float:
        """Length of the coupler that holds the altimeters: a width each side, and room for two of them."""
        return self.told_of("lids", "length_m", max(2.0 * self.body.outside_m, 0.22))

    @property
    def body_m(self) -> float:
        room = 4.5 + self.stretch if self.charged else 4.0 + 0.5 * self.stretch
        return self.told_of("body", "length_m", self.mount_m + room * self.body.outside_m + 0.04)

    @property
    def length_m(self) -> float:
        return (
            self.nose_m
            + self.bay_m
            + self.upper_m
            + self.body_m
            + sum(p.get("length_m", 0.0) for p in (*self.ahead, *self.astern) if "in" not in p)
        )

    @property
    def astern_m(self) -> float:
        """Of what is behind the body."""
        return sum(float(p.get("length_m", 0.0)) for p in self.astern)

    @property
    def root_m(self) -> float:
        return self.told_of("fins", "root_chord_m", min(self.usual.root_m, 0.8 * self.body_m))

    @property
    def canopy_kind(self) -> CanopyKind:
        """What lets it down: a flat one opens with a jerk that many lines carry better."""
        return "domed" if self.sturdy or not self.charged else "flat"

    @property
    def drogue(self) -> Canopy:
        """A small cross of cloth."""
        usual = round(max(_DROGUE * self.canopy_m, 0.2), 2)
        return Canopy(kind="cross", diameter_m=self.told_of("drogue", "diameter_m", usual))

    @property
    def plan(self) -> RecoveryPlan:
        """How it is let down."""
        if self.charged:
            return RecoveryPlan()
        charge = ChargeWish(throw_n=max(THROW_N, round(_THROW_N_PER_M * self.body.outside_m)), backup=True)
        return RecoveryPlan(
            sequence=Sequence(first="drogue", drogue=self.drogue, main_height_m=_MAIN_HEIGHT_M, at_apogee=True), protection="cloth",
            first=charge, main=charge,
        )  # fmt: skip

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
        tube, usual, d = self.body, self.usual, self.body.outside_m
        shape = {"outer_diameter_m": d, "inner_diameter_m": tube.bore_m, "material": tube.material}
        yield {"as": "nose", "type": "nose_cone", "shape": "ogive", "length_m": self.nose_m, "base_diameter_m": d,
               "shoulder_length_m": usual.shoulder_m, "shoulder_diameter_m": tube.bore_m - 0.0002, **usual.nose,
               **({} if self.charged else {"material": "fibreglass", "wall_m": 0.002})}  # fmt: skip
        if self.cargo is not None:
            yield {"as": "bay", "type": "body_tube", "name": "payload tube", "length_m": self.bay_m, **shape}
            yield {"as": "joiner", "type": "coupler", "in": "bay", "edge": "aft", "offset_m": -0.9 * d, **usual.coupler,
                   "outer_diameter_m": tube.bore_m - 0.0002}  # fmt: skip
            yield {"as": "floor", "type": "bulkhead", "name": "payload’s floor", "in": "joiner", "edge": "fore", "offset_m": 0.002,
                   **usual.plate, "material": "birch-ply"}  # fmt: skip
            yield {"as": "payload", "type": "mass_lump", "name": "payload", "in": "bay", "kind": "payload", "edge": "fore",
                   "offset_m": 0.9 * d + 0.01, "length_m": self.cargo.length_m, "diameter_m": self.cargo.diameter_m,
                   **_weighed_out(self.cargo.mass_kg)}  # fmt: skip
        yield from self.ahead
        if not self.charged:
            yield from self._altimeters(shape)
        yield {
            "as": "body",
            "type": "body_tube",
            **({} if self.charged else {"name": "lower tube"}),
            "length_m": self.body_m,
            **shape,
        }
        yield from self.astern
        yield from self._tail()
        yield from self._recovery()
        yield from self.more
        yield from self._ballast()
        yield {"as": "glue", "type": "allowance", "in": "body", "kind": "glue"}
        yield {"as": "paint", "type": "allowance", "in": "body", "kind": "paint"}

    def _ballast(self) -> Iterator[dict[str, Any]]:
        """Clay where a hand gets at it: in the nose from behind, on the forward ring from the front."""
        nose_at, ring_at = 0.6 * self.nose_m, self.length_m - self.astern_m - self.mount_m
        lump = {"type": "mass_lump", "kind": "ballast"}
        fore = min(max((ring_at - (self.balance_m or 0.6 * self.length_m)) / (ring_at - nose_at), 0.0), 1.0)
        nose, ring = self.ballast_kg + fore * self.weight_kg, (1 - fore) * self.weight_kg
        if nose > 0:
            yield {**lump, "as": "ballast", "name": "clay in the nose", "position_m": nose_at, **_weighed_out(nose)}
        if ring > 0:
            yield {**lump, "as": "ring ballast", "name": "weight on the forward ring", "in": "mount", "edge": "fore", "offset_m": 0.0,
                   **_weighed_out(ring)}  # fmt: skip

    def _altimeters(self, shape: Mapping[str, Any]) -> Iterator[dict[str, Any]]:
        """A tube with the main, and behind it a coupler between two lids with two altimeters."""
        d, long = self.body.outside_m, self.lids_m
        lid = {"type": "bulkhead", "in": "lids", **self.usual.plate, "material": "birch-ply", "offset_m": 0.004}
        device = {"type": "device", "kind": "altimeter", "in": "lids", "edge": "fore", "length_m": 0.075, "mass_kg": 0.045,
                  "diameter_m": min(0.04, 0.6 * self.body.bore_m), "mass_source": "guessed"}  # fmt: skip
        yield {"as": "upper", "type": "body_tube", "name": "upper tube", "length_m": self.upper_m, **shape}
        yield {"as": "lids", "type": "coupler", "name": "electronics bay", "in": "upper", "edge": "aft", "offset_m": -long / 2, "length_m": long,
               "outer_diameter_m": self.body.bore_m - 0.0002, "wall_m": 0.0018, "material": self.body.material}  # fmt: skip
        yield {**lid, "as": "forward lid", "name": "forward lid", "edge": "fore"}
        yield {**lid, "as": "aft lid", "name": "aft lid", "edge": "aft"}
        yield {**device, "as": "altimeter", "name": "altimeter", "offset_m": 0.02}
        yield {**device, "as": "second altimeter", "name": "second altimeter", "offset_m": 0.105}
        yield {"as": "hardware", "type": "mass_lump", "name": "rods, nuts and eyes of the bay", "in": "lids", "kind": "hardware", "edge": "fore",
               "offset_m": long / 2 - 0.02, "length_m": 0.04, "mass_kg": 1.3 * d, "mass_source": "guessed"}  # fmt: skip
        yield {"as": "ports", "type": "static_port", "in": "lids", "count": 4, "edge": "fore", "offset_m": 0.3 * long, "diameter_m": 0.003,
               "angle_deg": 45.0}  # fmt: skip
        yield {"as": "screws", "type": "joint", "in": "lids", "kind": "screwed", "end": "fore", "count": 4, "mass_kg": 0.006,
               "mass_source": "guessed"}  # fmt: skip
        yield {"as": "lower pins", "type": "joint", "name": "lower pins", "in": "lids", "kind": "pinned", "end": "aft", "count": 2,
               "opens": "first"}  # fmt: skip
        yield {"as": "upper pins", "type": "joint", "name": "upper pins", "in": "nose" if self.cargo is None else "joiner", "kind": "pinned",
               "end": "aft", "count": 3, "opens": "main"}  # fmt: skip
        yield {"as": "upper cord", "type": "cord", "name": "upper cord", "in": "upper", "length_m": 3.0 * self.length_m,
               "material": "nylon-web"}  # fmt: skip

    def _tail(self) -> Iterator[dict[str, Any]]:
        tube, usual, d = self.body, self.usual, self.body.outside_m
        sticks_out = 0.005 if tube.small else 0.006
        yield {"as": "mount", "type": "motor_tube", "in": "body", "length_m": self.mount_m, "outer_diameter_m": self.mount.outside_m,
               "inner_diameter_m": self.mount.bore_m, "max_motor_length_m": self.motor_length_m, "overhang_m": sticks_out,
               "material": self.mount.material}  # fmt: skip
        ring = {"type": "centring_ring", "in": "mount", **usual.plate, "outer_diameter_m": tube.bore_m - 0.0001,
                "inner_diameter_m": self.mount.outside_m + 0.0001}  # fmt: skip
        aft = 0.008 if tube.small else 0.014
        yield {**ring, "as": "front", "name": "forward ring", "edge": "fore", "offset_m": 0.006 if tube.small else 0.012}
        if not tube.small:
            middle = min(self.root_m + 0.026, self.mount_m - 0.03)
            yield {**ring, "as": "middle", "name": "middle ring", "edge": "aft", "offset_m": middle}
        yield {**ring, "as": "aft", "name": "aft ring", "edge": "aft", "offset_m": aft}
        yield {"as": "retainer", "type": "retainer", "in": "mount", "edge": "aft", **usual.retainer(self.mount.outside_m),
               **({"offset_m": 0.0} if tube.small else {"offset_m": -0.003, "length_m": 0.012})}  # fmt: skip
        yield {"as": "fins", "type": "fin_set", "in": "body", "count": self.fins, **usual.fin(self.root_m), "span_m": self.span_m,
               **usual.sheet(self.span_m, self.stiffer), "edges": self.edges, "offset_m": 0.0 if tube.small else 0.018,
               "through_wall": not tube.small}  # fmt: skip
        behind = self.length_m - self.astern_m - (self.balance_m or 0.6 * self.length_m)
        clear = self.root_m + 0.015 + (0.0 if tube.small else 0.018)
        guide = {"in": "body", "edge": "aft", "angle_deg": 60.0 if self.fins == 3 else 45.0}
        if d < 0.06 if self.buttons is None else not self.buttons:
            yield {"as": "lug", "type": "launch_lug", **guide, "offset_m": max(clear, behind - 0.02), **usual.lug}
            return
        button = {"type": "rail_button", **guide, **usual.button}
        yield {**button, "as": "aft button", "name": "aft button", "offset_m": 0.026}
        ahead = self.body_m - (2 * d if self.charged else self.lids_m / 2 + 0.02)
        # Between the rings nobody gets at its nut, once the mount is in.
        rings = 0.0 if tube.small else self.mount_m + 0.03
        yield {**button, "as": "front button", "name": "front button", "offset_m": min(max(clear, behind, rings), ahead)}

    def _recovery(self) -> Iterator[dict[str, Any]]:
        usual = self.usual
        place = (
            {"in": "body", "offset_m": 1.25 * self.body.outside_m}
            if self.body.small and self.charged
            else {"name": "eye bolt", "in": "front", "offset_m": -0.024}
        )
        # What altimeters let out comes down fast until the main opens: the strongest there is.
        strong = {"name": "U-bolt", "kind": "u_bolt", "length_m": 0.03, "offset_m": -0.03, "wire_m": 0.006, "mass_kg": 0.046}
        web = {} if self.charged else {"material": "nylon-web"}
        yield {"as": "anchor", "type": "anchor", "edge": "fore", **place, **usual.anchor, **({} if self.charged else strong)}
        yield {"as": "cord", "type": "cord", "in": "body", **usual.cord(self.length_m), **web}
        main = {"as": "canopy", "type": "canopy", **usual.canopy(self.canopy_m), "kind": self.canopy_kind}
        if self.canopy_kind == "domed":
            main |= {"material": "ripstop", "lines_kg": 0.02 * self.canopy_m}
        if self.charged:
            yield {**main, "in": "body"}
            return
        yield {**main, "in": "upper", "name": "main"}
        yield {"as": "drogue", "type": "canopy", "in": "body", "name": "drogue", "kind": "cross", "diameter_m": self.drogue.diameter_m,
               "material": "ripstop", "lines_kg": 0.012 * (self.drogue.diameter_m or 0.0)}  # fmt: skip


def _weighed_out(mass_kg: float) -> dict[str, Any]:
    """A mass that is put in by the scale, to a gram or a hundredth (our reading): no guess at what it will be."""
    return {"mass_kg": round(mass_kg, 4), "mass_source": "guessed", "mass_uncertainty_kg": round(max(0.001, 0.01 * mass_kg), 5)}


@lru_cache(maxsize=4096)
def _key(name: str, alias: str) -> str:
    return str(uuid.uuid5(_SPACE, f"{name} {alias}"))


def _part(name: str, number: int, told: dict[str, Any]) -> Part:
    own = dict(told)
    kind = PART_TYPES[own.pop("type")]
    alias, parent = own.pop("as", f"part {number}"), own.pop("in", None)
    rounded: dict[str, Any] = {k: round(v, 5) if isinstance(v, float) and k != "mass_kg" else v for k, v in own.items()}
    return kind(
        id=_key(name, alias),
        parent=_key(name, parent) if parent else None,
        **rounded,
    )
