"""What is fitted to an airframe: guides, retainers, joints, and the rigging that decides tubes and rings."""

import math
from dataclasses import dataclass
from typing import ClassVar, Literal

from wobbly_fin.rocketry.airframe.materials import Form
from wobbly_fin.rocketry.airframe.parts.part import WIDEST_M, Part, bore_inside, choice, evenly, number, size, words, yes_or_no
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import DEVICES, CanopyKind
from wobbly_fin.rocketry.canopies.pins import PINS_N
from wobbly_fin.rocketry.errors import RocketryError


@dataclass(frozen=True, slots=True, kw_only=True)
class LaunchLug(Part):
    """A tube that slides on the rod."""

    TYPE: ClassVar[str] = "launch_lug"
    WORD: ClassVar[str] = "launch lug"

    length_m: float = size("Length")
    outer_diameter_m: float = size("Outside diameter", high=0.1)
    inner_diameter_m: float = size("Inside diameter", high=0.1, hint="A little wider than the rod.")
    rod_diameter_m: float | None = size("For a rod of", default=None, high=0.1)
    angle_deg: float = number("Round the body at", 0.0, 360.0, 60.0, "Degrees from the top; between two fins.")
    moulded: bool = yes_or_no("One piece with its part", hint="Printed or moulded on: nothing to glue.")

    def check(self) -> None:
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.outer_diameter_m)

    @property
    def one_piece(self) -> bool:
        return self.moulded

    @property
    def stands_deg(self) -> tuple[float, ...]:
        return (self.angle_deg,)

    @property
    def axial_length_m(self) -> float:
        return self.length_m


@dataclass(frozen=True, slots=True, kw_only=True)
class RailButton(Part):
    """A button that runs in a rail's slot, held by a screw."""

    TYPE: ClassVar[str] = "rail_button"
    WORD: ClassVar[str] = "rail button"

    diameter_m: float = size("Diameter", default=0.011, high=0.1)
    height_m: float = size("Height", default=0.012, high=0.1)
    angle_deg: float = number("Round the body at", 0.0, 360.0, 60.0, "Degrees from the top; between two fins.")

    @property
    def stands_deg(self) -> tuple[float, ...]:
        return (self.angle_deg,)

    @property
    def axial_length_m(self) -> float:
        return self.diameter_m


@dataclass(frozen=True, slots=True, kw_only=True)
class RailGuide(RailButton):
    """A long shoe that runs in a rail's slot."""

    TYPE: ClassVar[str] = "rail_guide"
    WORD: ClassVar[str] = "rail guide"

    length_m: float = size("Length", default=0.03, high=0.5)

    @property
    def axial_length_m(self) -> float:
        return self.length_m


@dataclass(frozen=True, slots=True, kw_only=True)
class VentHoles(Part):
    """Holes through the wall, evenly round the body, of a drawing that does not say what for: `recovery.vents` judges by size and place."""

    TYPE: ClassVar[str] = "vent_holes"
    WORD: ClassVar[str] = "vent holes"

    count: int = number("How many", 1, 12, 1, whole=True)
    diameter_m: float = size("Diameter", default=0.003, high=0.05)
    angle_deg: float = number("First at", 0.0, 360.0, 30.0, "Degrees round the body, from the top.")

    @property
    def stands_deg(self) -> tuple[float, ...]:
        return evenly(self.angle_deg, self.count)

    @property
    def axial_length_m(self) -> float:
        return self.diameter_m


@dataclass(frozen=True, slots=True, kw_only=True)
class StaticPort(VentHoles):
    """Small holes through which a pressure sensor feels the air outside."""

    TYPE: ClassVar[str] = "static_port"
    WORD: ClassVar[str] = "static port"


@dataclass(frozen=True, slots=True, kw_only=True)
class GasVent(VentHoles):
    """A hole through which a motor's charge leaves: wanted where a mount is closed ahead, fatal beside a canopy that charge should throw out."""

    TYPE: ClassVar[str] = "gas_vent"
    WORD: ClassVar[str] = "gas vent"


RETAINERS = {
    "hook": "hook", "threaded_ring": "threaded ring", "flange": "flange screwed to the aft ring",
    "twist_lock": "twist-lock cap", "fin_unit": "fin unit that locks it",
    "screw": "screw through the side", "clips": "wire clips", "tape": "masking tape",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Retainer(Part):
    """What keeps the motor in."""

    TYPE: ClassVar[str] = "retainer"
    WORD: ClassVar[str] = "retainer"

    kind: str = choice("Kind", RETAINERS, "hook")
    length_m: float = size("Length along the motor", default=0.0, zero=True, high=0.5)

    @property
    def axial_length_m(self) -> float:
        return self.length_m


JOINTS = {
    "glued": "glued", "taped": "taped", "screwed": "screwed", "riveted": "plastic rivets", "friction": "friction fit", "pinned": "shear pins",
}  # fmt: skip
JOINT_ENDS = {"": "not told", "fore": "forward end", "aft": "aft end"}
JOINT_OPENS = {"": "never in flight", "first": "opening at the top", "main": "main parachute", "separation": "stages come apart"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Joint(Part):
    """How one end of its parent is held to what it meets there.

    `end` not told: of a coupler the end away from the tube it belongs to, of a nose its shoulder. `count` of screws, rivets or pins.
    """

    TYPE: ClassVar[str] = "joint"
    WORD: ClassVar[str] = "joint"

    kind: str = choice("Held by", JOINTS, "glued")
    end: str = choice("At the", JOINT_ENDS, "")
    opens: str = choice("Opens", JOINT_OPENS, "")
    count: int = number("Screws, rivets or pins", 0, 12, 0, whole=True)
    pin: str = choice("Size of a pin", {size_: size_ for size_ in PINS_N}, "2-56")


ANCHORS = {
    "folded_patch": "folded paper or cloth patch", "loop_patch": "loop under a cloth patch", "mount_line": "line from the motor mount",
    "eye_bolt": "eye bolt", "u_bolt": "U-bolt",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Anchor(Part):
    """Where the cord holds on to the body, by school."""

    TYPE: ClassVar[str] = "anchor"
    WORD: ClassVar[str] = "anchor"

    kind: str = choice("School", ANCHORS, "folded_patch")
    length_m: float = size("Reaches forward", default=0.0, zero=True, high=0.5, hint="An eye ahead of its ring.")
    wire_m: float | None = size("Wire", default=None, high=0.05)

    @property
    def eye(self) -> str:
        """What it is called where it is a bolt: its own name, or its school's."""
        return self.name or ANCHORS[self.kind]

    @property
    def axial_length_m(self) -> float:
        return self.length_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Cord(Part):
    """The recovery cord; packed at the bottom of its bay unless it is placed."""

    TYPE: ClassVar[str] = "cord"
    WORD: ClassVar[str] = "cord"
    FORM: ClassVar[Form] = "cord"

    length_m: float = size("Length", high=100.0)
    packed_length_m: float | None = size("Packed, along the tube", default=None, hint="Empty: by its mass and the bore.")

    @property
    def soft_mass_kg(self) -> float | None:
        return self.made_of.density * self.length_m if self.made_of is not None else None

    @property
    def axial_length_m(self) -> float:
        return self.packed_length_m or 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class CanopyPack(Part):
    """A canopy or a streamer with its lines, packed above the cord unless it is placed; or blades, or a wing, it comes down by.

    A streamer and a wing have `length_m` and `width_m`; the others a diameter.
    """

    TYPE: ClassVar[str] = "canopy"
    WORD: ClassVar[str] = "canopy"
    FORM: ClassVar[Form] = "cloth"

    kind: CanopyKind = choice("Kind", {d.key: d.name for d in DEVICES.values() if d.key != "tumble"}, "flat")
    diameter_m: float | None = size(
        "Diameter", default=None, high=30.0, hint="Laid flat; of a domed one: the mouth; of blades: the disc they sweep."
    )
    spill_hole_m: float = size("Spill hole", default=0.0, zero=True, high=30.0)
    length_m: float | None = size("Streamer length, or wing span", default=None, high=30.0)
    width_m: float | None = size("Streamer width, or wing chord", default=None, high=2.0)
    cd: float | None = number("Cd", 0.01, 60.0, None, "Empty: usual for the kind.")
    lines_kg: float = size("Lines and swivel", default=0.0, zero=True, high=5.0, quantity="mass")
    packed_length_m: float | None = size("Packed, along the tube", default=None, hint="Empty: by its mass and the bore.")

    def check(self) -> None:
        if self.oblong:
            if self.diameter_m is None and (self.length_m is None or self.width_m is None):
                raise RocketryError("length_m", f"and width are both needed for a {DEVICES[self.kind].name}")
        elif self.diameter_m is None:
            raise RocketryError("diameter_m", "is missing")
        _ = self.canopy  # its own checks

    @property
    def called(self) -> str:
        return self.name or (self.WORD if self.kind not in ("streamer", "helicopter", "glide") else DEVICES[self.kind].name)

    @property
    def oblong(self) -> bool:
        """Whether it is told by length and width."""
        return self.kind in ("streamer", "glide")

    @property
    def canopy(self) -> Canopy:
        """What it does in the air; a streamer or a wing as the circle of its area."""
        across = self.diameter_m
        if self.oblong and self.length_m is not None and self.width_m is not None:
            across = math.sqrt(4 * self.length_m * self.width_m / math.pi)
        return Canopy(kind=self.kind, diameter_m=across or 0.0, cd=self.cd, spill_hole_m=self.spill_hole_m)

    @property
    def soft_mass_kg(self) -> float | None:
        return self.made_of.density * self.canopy.area_m2 + self.lines_kg if self.made_of is not None else None

    @property
    def axial_length_m(self) -> float:
        return self.packed_length_m or 0.0


LUMPS = {
    "ballast": "ballast", "payload": "payload", "electronics": "electronics", "hardware": "hardware", "wadding": "wadding",
    "release": "parachute release", "other": "other",
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class MassLump(Part):
    """A mass that is there: ballast, an altimeter, a nut. Its mass has to be given."""

    TYPE: ClassVar[str] = "mass_lump"
    WORD: ClassVar[str] = "mass"
    FIRST: ClassVar[tuple[str, ...]] = ("kind", "mass_kg", "position_m")

    kind: str = choice("What", LUMPS, "other")
    length_m: float = size("Length", default=0.0, zero=True)
    diameter_m: float = size("Diameter", default=0.0, zero=True, high=WIDEST_M)

    def check(self) -> None:
        if self.mass_kg is None:
            raise RocketryError("mass_kg", "is missing; a lump of mass is nothing but its mass")

    @property
    def called(self) -> str:
        return self.name or (self.WORD if self.kind == "other" else LUMPS[self.kind])

    @property
    def works_as(self) -> str:
        """What it does in flight: altimeter, logger, release, tracker, camera; empty of what does nothing."""
        return {"electronics": "altimeter", "release": "release"}.get(self.kind, "")

    @property
    def hard(self) -> bool:
        """Whether a motor must not run into it."""
        return self.kind in ("electronics", "hardware", "payload")

    @property
    def axial_length_m(self) -> float:
        return self.length_m


DEVICES_ABOARD = {
    "altimeter": "altimeter that fires charges", "logger": "altimeter that only records", "release": "parachute release",
    "tracker": "tracker or beacon", "camera": "camera",
}  # fmt: skip
# Where a person's hand must go: over a live igniter nobody reaches inside.
SWITCHES = {"": "not told", "side": "reached from the side, rocket closed", "inside": "inside: the rocket is opened for it"}
_DEVICE_NAMES = {
    "altimeter": "altimeter",
    "logger": "recorder",
    "release": "parachute release",
    "tracker": "tracker",
    "camera": "camera",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Device(MassLump):
    """A thing that does something in flight, as its owner knows it: what it runs on, how it is switched on, what it says when ready.

    `outside`: under a shroud on the skin, in the air.
    """

    TYPE: ClassVar[str] = "device"
    WORD: ClassVar[str] = "device"

    kind: str = choice("What", DEVICES_ABOARD, "logger")
    battery: str = words("Runs on", "As its sheet says; empty: not told.")
    switched_on: str = words("Switched on by", "A screw, a button held, two wires twisted.")
    ready: str = words("Says when it is ready", "Three beeps, a steady light.")
    after_landing: str = words("After landing", "How its figures are read.")
    switch: str = choice("Its switch", SWITCHES, "")
    outside: bool = yes_or_no("Outside, under a shroud", hint="On the skin, in the air.")
    angle_deg: float = number("Round the body at", 0.0, 360.0, 180.0, "Degrees from the top, where it is outside.")

    @property
    def called(self) -> str:
        return self.name or _DEVICE_NAMES[self.kind]

    @property
    def works_as(self) -> str:
        return self.kind

    @property
    def hard(self) -> bool:
        return not self.outside

    @property
    def stands_deg(self) -> tuple[float, ...]:
        return (self.angle_deg,) if self.outside else ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Allowance(Part):
    """Glue or paint spread over the airframe: by mass, or by a rule of thumb."""

    TYPE: ClassVar[str] = "allowance"
    WORD: ClassVar[str] = "allowance"

    kind: Literal["glue", "paint"] = choice("For", {"glue": "glue", "paint": "paint"}, "paint")
    coats: int = number("Coats", 1, 20, 3, "Of paint: primer, colour, lacquer.", whole=True)

    @property
    def called(self) -> str:
        return self.name or self.kind


@dataclass(frozen=True, slots=True, kw_only=True)
class DisplayPart(Part):
    """Something that comes off before flight: drawn, weighed nowhere."""

    TYPE: ClassVar[str] = "display"
    WORD: ClassVar[str] = "display part"

    length_m: float = size("Length", default=0.0, zero=True)
    diameter_m: float = size("Diameter", default=0.0, zero=True, high=WIDEST_M)

    @property
    def axial_length_m(self) -> float:
        return self.length_m
