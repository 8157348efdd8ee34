"""What every part has in common, and how its figures describe themselves."""

import math
from dataclasses import Field, dataclass, field, fields
from typing import Any, ClassVar, Literal

from wobbly_fin.rocketry.airframe.materials import Form, Material, material
from wobbly_fin.rocketry.airframe.paint import read_paint
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

MassSource = Literal["measured", "guessed"]
Edge = Literal["fore", "aft"]
LONGEST_M = 20.0
WIDEST_M = 1.0
HEAVIEST_KG = 200.0
MOST_LETTERS = 80


def size(
    label: str,
    *,
    default: Any = ...,
    hint: str = "",
    zero: bool = False,
    negative: bool = False,
    high: float = LONGEST_M,
    quantity: str = "short_length",
) -> Any:
    """A figure of a part: what it is called, what it measures, what it may be. Without a default it has to be given."""
    about = {"label": label, "quantity": quantity, "hint": hint, "zero": zero, "negative": negative, "high": high}
    return field(metadata=about) if default is ... else field(default=default, metadata=about)  # fmt: skip


def choice(label: str, options: dict[str, str], default: str, hint: str = "") -> Any:
    """A choice among named kinds."""
    return field(default=default, metadata={"label": label, "options": options, "hint": hint})


def number(label: str, low: float, high: float, default: Any = ..., hint: str = "", whole: bool = False) -> Any:
    """A plain number within bounds."""
    about = {"label": label, "low": low, "limit": high, "whole": whole, "hint": hint}
    return field(metadata=about) if default is ... else field(default=default, metadata=about)


def yes_or_no(label: str, default: bool = False, hint: str = "") -> Any:
    """A switch."""
    return field(default=default, metadata={"label": label, "switch": True, "hint": hint})


def words(label: str, hint: str = "") -> Any:
    """A few words of its owner's."""
    return field(default="", metadata={"label": label, "words": MOST_LETTERS, "hint": hint})


_described: dict[str, tuple[Field[Any], ...]] = {}
_checked: dict[str, tuple[tuple[str, dict[str, Any]], ...]] = {}


def described(kind: type["Part"]) -> tuple[Field[Any], ...]:
    """The fields of a kind of part that a person sets, in their order."""
    if kind.TYPE not in _described:
        _described[kind.TYPE] = tuple(f for f in fields(kind) if "label" in f.metadata)
    return _described[kind.TYPE]


def _checks(kind: type["Part"]) -> tuple[tuple[str, dict[str, Any]], ...]:
    if kind.TYPE not in _checked:
        _checked[kind.TYPE] = tuple((f.name, dict(f.metadata)) for f in described(kind) if not f.metadata.get("switch"))
    return _checked[kind.TYPE]


@dataclass(frozen=True, slots=True)
class MotorBay:
    """What of a part takes motors: `plugged` where their charge has no way forward into the body. [m]"""

    diameter_m: float
    longest_m: float
    count: int
    plugged: bool
    first_deg: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Part:
    """A part of a rocket.

    A part's place is told in one of three ways: outer parts follow one another; `position_m` is its forward end (of a fin
    set: the root's leading edge) measured from the nose tip; `offset_m` is measured from its parent's forward edge
    backwards, or from its parent's aft edge forwards. [m]

    `mass_kg` (off the scale, or a guess, as `mass_source` says) wins over volume × density.
    """

    TYPE: ClassVar[str] = ""
    WORD: ClassVar[str] = ""  # what it is called when it has no name of its own
    PIECE: ClassVar[str] = ""  # what one of several round the body is called
    OUTER: ClassVar[bool] = False
    CLOSES: ClassVar[bool] = False  # a lid, glued or on rods
    SLIDES: ClassVar[bool] = False  # inside, and held by nothing but its cord
    STOPS: ClassVar[bool] = False  # hard, inside, and in the way of what is packed
    FORM: ClassVar[Form] = "solid"
    FIRST: ClassVar[tuple[str, ...]] = ()  # figures that matter most; empty: those told first
    EDGE: ClassVar[Edge] = "fore"  # of its parent, from which its place is told where nobody says which

    id: str = ""
    parent: str | None = None
    name: str = ""
    position_m: float | None = size("From the nose tip", default=None, zero=True, hint="Empty: from the part it sits in.")
    edge: Edge | None = None
    offset_m: float | None = size("Set in by", default=None, negative=True, hint="From the end of the part it sits in.")
    material: str | None = None
    mass_kg: float | None = size("Mass off the scale", default=None, zero=True, high=HEAVIEST_KG, quantity="mass")
    mass_source: MassSource = "measured"
    mass_uncertainty_kg: float | None = size("Give or take", default=None, zero=True, high=HEAVIEST_KG, quantity="mass")
    paint: str = ""  # as `airframe.paint` reads it

    def __post_init__(self) -> None:
        read_paint(self.paint)
        for name, about in _checks(type(self)):
            value = getattr(self, name)
            if value is None:
                continue
            if "options" in about:
                if value not in about["options"]:
                    raise RocketryError(name, f"{value!r} is none of {', '.join(about['options'])}")
            elif "words" in about:
                if len(value) > about["words"]:
                    raise RocketryError(name, f"is {len(value)} letters long; {about['words']} are plenty")
            elif "low" in about:
                require_finite(name, value, about["low"], about["limit"])
                if about["whole"] and value != math.floor(value):
                    raise RocketryError(name, f"{value:g} will not do; it must be a whole number")
            elif about["negative"]:
                require_finite(name, value, -about["high"], about["high"])
            elif about["zero"]:
                require_finite(name, value, 0.0, about["high"])
            else:
                require_positive(name, value, about["high"])
        if self.edge not in (None, "fore", "aft"):
            raise RocketryError("edge", f"{self.edge!r} is neither fore nor aft")
        if self.mass_source not in ("measured", "guessed"):
            raise RocketryError("mass_source", f"{self.mass_source!r} is neither measured nor guessed")
        if self.material is not None:
            found = material(self.material)
            if found.form != self.FORM:
                raise RocketryError("material", f"{found.name} is no material for a {self.WORD}")
        self.check()

    def check(self) -> None:
        """Raise RocketryError where this part's own figures contradict one another."""

    @property
    def axial_length_m(self) -> float:
        """How much of the axis it takes, from its forward end. [m]"""
        return 0.0

    # Of a piece of the body, once it is fitted to its neighbours; nothing of other parts.

    @property
    def front_m(self) -> float:
        """Outside diameter at its forward end. [m]"""
        return 0.0

    @property
    def tail_m(self) -> float:
        """Outside diameter at its aft end. [m]"""
        return 0.0

    @property
    def bore_m(self) -> float:
        """What slides into it must be no wider than this; its outside where the inside is not known. [m]"""
        return 0.0

    @property
    def enters_m(self) -> tuple[float, float]:
        """How far it reaches into the piece ahead, and into the one behind: shank or shoulder. [m]"""
        return 0.0, 0.0

    @property
    def stands_deg(self) -> tuple[float, ...]:
        """Where round the body its pieces stand on the skin, from the top; nothing of what lies inside. [°]"""
        return ()

    def half_width_deg(self, body_radius_m: float) -> float:
        """Half the angle one of its pieces takes of the body, seen from the axis: of a plate next to nothing. [°]"""
        return 0.0

    @property
    def one_piece(self) -> bool:
        """Whether it was made in one piece with its parent: neither glued on nor weighed by itself."""
        return False

    @property
    def motor_bay(self) -> MotorBay | None:
        """Where it takes motors, flush with its aft end but for `overhang_m`."""
        return None

    def off_axis_m(self, body_radius_m: float) -> float:
        """How far from the rocket's axis the middle of each of its tubes lies. [m]"""
        return 0.0

    @property
    def from_tube(self) -> int:
        """How many lengths of tube it is cut from; nought of what is not cut from tube."""
        return 0

    @property
    def soft_mass_kg(self) -> float | None:
        """Of cloth or cord, by its material; None of what is neither, and where the material is not known. [kg]"""
        return None

    @property
    def made_of(self) -> Material | None:
        """Its material, where it names one."""
        return material(self.material) if self.material else None

    @property
    def called(self) -> str:
        """Its own name, or what such a part is called."""
        return self.name or self.WORD


def evenly(first_deg: float, count: int) -> tuple[float, ...]:
    """Angles of so many pieces evenly round the body. [°]"""
    return tuple((first_deg + 360.0 * k / count) % 360.0 for k in range(count))


def half_angle_deg(radius_m: float, off_m: float) -> float:
    """Half the angle a round thing takes, seen from an axis so far from its middle. [°]"""
    return math.degrees(math.asin(min(1.0, radius_m / off_m)))


def bore_inside(name: str, inner_m: float | None, outer_m: float | None) -> None:
    """Raise unless a bore is smaller than what it is in."""
    if inner_m is not None and outer_m is not None and inner_m >= outer_m:
        raise RocketryError(name, f"{inner_m * 1000:g} mm inside {outer_m * 1000:g} mm leaves no wall")
