"""Parts the air flows round: they follow one another from nose to tail."""

from dataclasses import dataclass
from typing import ClassVar, Literal

from wobbly_fin.rocketry.airframe.parts.part import WIDEST_M, MotorBay, Part, bore_inside, choice, number, size, yes_or_no
from wobbly_fin.rocketry.airframe.profiles import NoseShape, parameter_of
from wobbly_fin.rocketry.errors import RocketryError

Finish = Literal["unfinished", "painted", "polished", "rough"]
FINISHES = {"rough": "raw wood or print", "unfinished": "bare paper", "painted": "painted", "polished": "filled and polished"}


@dataclass(frozen=True, slots=True, kw_only=True)
class NoseCone(Part):
    """A nose cone with its shoulder. `wall_m` None: solid. `base_diameter_m` None: as wide as what follows."""

    TYPE: ClassVar[str] = "nose_cone"
    WORD: ClassVar[str] = "nose cone"
    OUTER: ClassVar[bool] = True

    shape: NoseShape = choice(
        "Shape",
        {"ogive": "tangent ogive", "cone": "cone", "ellipsoid": "ellipsoid", "parabola": "parabola", "power": "power", "haack": "Haack"},
        "ogive",
    )  # fmt: skip
    parameter: float | None = number(
        "Shape figure", 0.0, 1.0, None, "Parabola: K′ 0–1. Power: exponent. Haack: C, 0 is von Kármán, 0.333 least volume drag."
    )
    length_m: float = size("Length")
    base_diameter_m: float | None = size("Base diameter", default=None, high=WIDEST_M, hint="Empty: as wide as what follows.")
    wall_m: float | None = size("Wall", default=None, high=0.1, hint="Empty: solid.")
    shoulder_length_m: float = size("Shoulder", default=0.0, zero=True, hint="About one diameter is usual.")
    shoulder_diameter_m: float | None = size("Shoulder diameter", default=None, high=WIDEST_M, hint="Empty: fits the tube.")
    finish: Finish = choice("Finish", FINISHES, "painted")

    def check(self) -> None:
        parameter_of(self.shape, self.parameter)
        if self.shape == "ogive" and self.base_diameter_m is not None and self.length_m < self.base_diameter_m / 2:
            least = f"{self.base_diameter_m * 500:g} mm"
            raise RocketryError("length_m", f"is too short for a tangent ogive, at least {least} here; take an ellipsoid")
        if self.wall_m is not None and self.base_diameter_m is not None and 2 * self.wall_m > self.base_diameter_m:
            raise RocketryError("wall_m", f"{self.wall_m * 1000:g} mm is thicker than the nose is wide; leave it empty for solid")

    @property
    def axial_length_m(self) -> float:
        return self.length_m

    @property
    def tail_m(self) -> float:
        return self.base_diameter_m or 0.0

    @property
    def bore_m(self) -> float:
        return self.tail_m - 2 * (self.wall_m or 0.0)

    @property
    def enters_m(self) -> tuple[float, float]:
        return 0.0, self.shoulder_length_m


@dataclass(frozen=True, slots=True, kw_only=True)
class BodyTube(Part):
    """A body tube. `found`: a household core or can, whose strength nobody vouches for."""

    TYPE: ClassVar[str] = "body_tube"
    WORD: ClassVar[str] = "body tube"
    OUTER: ClassVar[bool] = True

    length_m: float = size("Length")
    outer_diameter_m: float = size("Outside diameter", high=WIDEST_M)
    inner_diameter_m: float | None = size("Inside diameter", default=None, high=WIDEST_M, hint="Measure it; empty: not known.")
    finish: Finish = choice("Finish", FINISHES, "painted")
    found: bool = yes_or_no("A found tube", hint="A household core or can, measured.")

    def check(self) -> None:
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.outer_diameter_m)

    @property
    def from_tube(self) -> int:
        return 1

    @property
    def axial_length_m(self) -> float:
        return self.length_m

    @property
    def front_m(self) -> float:
        return self.outer_diameter_m

    @property
    def tail_m(self) -> float:
        return self.outer_diameter_m

    @property
    def bore_m(self) -> float:
        return self.inner_diameter_m or self.outer_diameter_m


@dataclass(frozen=True, slots=True, kw_only=True)
class Transition(Part):
    """A cone between two diameters: a shoulder where it widens, a boat tail where it narrows. Diameters left out fit."""

    TYPE: ClassVar[str] = "transition"
    WORD: ClassVar[str] = "transition"
    OUTER: ClassVar[bool] = True

    length_m: float = size("Length")
    fore_diameter_m: float | None = size("Forward diameter", default=None, high=WIDEST_M, hint="Empty: as what is before it.")
    aft_diameter_m: float | None = size("Aft diameter", default=None, high=WIDEST_M, hint="Empty: as what follows.")
    wall_m: float | None = size("Wall", default=None, high=0.1, hint="Empty: solid. A paper shroud: its card.")
    fore_shoulder_m: float = size("Forward shoulder", default=0.0, zero=True)
    aft_shoulder_m: float = size("Aft shoulder", default=0.0, zero=True)
    finish: Finish = choice("Finish", FINISHES, "painted")

    @property
    def axial_length_m(self) -> float:
        return self.length_m

    @property
    def front_m(self) -> float:
        return self.fore_diameter_m or 0.0

    @property
    def tail_m(self) -> float:
        return self.aft_diameter_m or 0.0

    @property
    def bore_m(self) -> float:
        return max(self.front_m, self.tail_m) - 2 * (self.wall_m or 0.0)

    @property
    def enters_m(self) -> tuple[float, float]:
        return self.fore_shoulder_m, self.aft_shoulder_m


@dataclass(frozen=True, slots=True, kw_only=True)
class FinCan(Part):
    """A one-piece tail: motor bay, fins, lug and a reduced shank that slides into the tube, open all the way for the gas.

    Its fins are a fin set inside it, marked as moulded on; its mass, once weighed, is theirs too.
    """

    TYPE: ClassVar[str] = "fin_can"
    WORD: ClassVar[str] = "fin can"
    OUTER: ClassVar[bool] = True

    length_m: float = size("Length", hint="What shows, without the shank.")
    outer_diameter_m: float | None = size("Outside diameter", default=None, high=WIDEST_M, hint="Empty: as what is before it.")
    inner_diameter_m: float = size("Motor bay inside", high=WIDEST_M)
    shank_length_m: float = size("Shank", default=0.0, zero=True, hint="The reduced part inside the tube.")
    shank_diameter_m: float | None = size("Shank diameter", default=None, high=WIDEST_M, hint="Empty: fits the tube.")
    max_motor_length_m: float | None = size("Longest motor it takes", default=None)
    overhang_m: float = size("Motor sticks out", default=0.0, negative=True)
    finish: Finish = choice("Finish", FINISHES, "rough")
    gas_path: bool = yes_or_no("Open all the way through", True, "For the ejection gas.")

    def check(self) -> None:
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.outer_diameter_m)
        bore_inside("shank_diameter_m", self.shank_diameter_m, self.outer_diameter_m)
        bore_inside("inner_diameter_m", self.inner_diameter_m, self.shank_diameter_m)

    @property
    def motor_bay(self) -> MotorBay | None:
        longest = self.max_motor_length_m
        return None if longest is None else MotorBay(self.inner_diameter_m, longest, 1, not self.gas_path)

    @property
    def axial_length_m(self) -> float:
        return self.length_m

    @property
    def front_m(self) -> float:
        return self.outer_diameter_m or 0.0

    @property
    def tail_m(self) -> float:
        return self.outer_diameter_m or 0.0

    @property
    def bore_m(self) -> float:
        return self.inner_diameter_m

    @property
    def enters_m(self) -> tuple[float, float]:
        return self.shank_length_m, 0.0


Outer = NoseCone | BodyTube | Transition | FinCan
