"""Batteries and igniters by kind. All figures are usual ones from memory unless marked; the maker's sheet and a meter beat them."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

Chemistry = Literal["alkaline", "nimh", "lead", "lipo", "lifepo4"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Cell:
    """One cell of a chemistry.

    Attributes
    ----------
    volts, flat_volts : float
        Fresh, and when it is time to change it. [V]
    ohm, flat_ohm : float
        Inside it, fresh and flat, of the size usual for a launch controller. [Ω]
    fused : bool
        It can push enough current to burn: a fuse belongs in its lead, and it is never shorted.
    most_a : float
        It should be asked for at the most. [A]
    """

    key: Chemistry
    name: str
    volts: float
    flat_volts: float
    ohm: float
    flat_ohm: float
    most_a: float
    fused: bool = False


CELLS: dict[str, Cell] = {
    c.key: c
    for c in (
        Cell(key="alkaline", name="alkaline, small", volts=1.55, flat_volts=1.0, ohm=0.15, flat_ohm=0.9, most_a=6.0),
        Cell(key="nimh", name="nickel-metal hydride", volts=1.3, flat_volts=1.0, ohm=0.03, flat_ohm=0.08, most_a=15.0),
        Cell(key="lead", name="lead, sealed", volts=2.12, flat_volts=1.85, ohm=0.006, flat_ohm=0.02, most_a=60.0, fused=True),
        Cell(key="lipo", name="lithium polymer", volts=4.1, flat_volts=3.4, ohm=0.008, flat_ohm=0.03, most_a=40.0, fused=True),
        Cell(key="lifepo4", name="lithium iron phosphate", volts=3.3, flat_volts=2.9, ohm=0.010, flat_ohm=0.03, most_a=40.0, fused=True),
    )
}  # fmt: skip
MOST_CELLS = 12


@dataclass(frozen=True, slots=True, kw_only=True)
class Battery:
    """Cells in series. `charge`: 1 fresh … 0 flat.

    Raises
    ------
    RocketryError
    """

    chemistry: str = "alkaline"
    cells: int = 4
    charge: float = 1.0
    ohm_each: float | None = None

    def __post_init__(self) -> None:
        if self.chemistry not in CELLS:
            raise RocketryError("chemistry", f"{self.chemistry!r} is none there are figures for; one of {', '.join(CELLS)}")
        require_finite("cells", self.cells, 1, MOST_CELLS)
        require_finite("charge", self.charge, 0.0, 1.0)
        if self.ohm_each is not None:
            require_positive("ohm_each", self.ohm_each, 10.0)

    @property
    def cell(self) -> Cell:
        """One of them."""
        return CELLS[self.chemistry]

    @property
    def volts(self) -> float:
        """With nothing drawn. [V]"""
        c = self.cell
        return self.cells * (c.flat_volts + self.charge * (c.volts - c.flat_volts))

    @property
    def ohm(self) -> float:
        """Inside it; a measured figure of one cell stands for any charge. [Ω]"""
        c = self.cell
        each = c.flat_ohm + self.charge * (c.ohm - c.flat_ohm) if self.ohm_each is None else self.ohm_each
        return self.cells * each


@dataclass(frozen=True, slots=True, kw_only=True)
class Igniter:
    """A kind of igniter.

    Parameters
    ----------
    ohm : float
        Its bridge, cold. [Ω]
    all_fire_a, no_fire_a : float
        Lights every time from, and never below. [A]
    """

    key: str = "own"
    name: str = "as its sheet says"
    ohm: float
    all_fire_a: float
    no_fire_a: float

    def __post_init__(self) -> None:
        require_finite("igniter_ohm", self.ohm, 0.05, 50.0)
        require_finite("all_fire_a", self.all_fire_a, 0.05, 30.0)
        require_finite("no_fire_a", self.no_fire_a, 0.001, 30.0)
        if self.no_fire_a >= self.all_fire_a:
            raise RocketryError("no_fire_a", f"{self.no_fire_a:g} A is not below the all-fire current of {self.all_fire_a:g} A")


IGNITERS: dict[str, Igniter] = {
    i.key: i
    for i in (
        Igniter(key="model", name="thin bridge", ohm=0.7, all_fire_a=2.0, no_fire_a=0.5),
        Igniter(key="head", name="match head", ohm=1.3, all_fire_a=0.6, no_fire_a=0.15),
        Igniter(key="large", name="large, composite", ohm=1.0, all_fire_a=3.0, no_fire_a=0.7),
    )
}


def igniter_of(key: str) -> Igniter:
    """One by its key; raises RocketryError for one there are no figures for."""
    if key not in IGNITERS:
        raise RocketryError("igniter", f"{key!r} is none there are figures for; one of {', '.join(IGNITERS)}")
    return IGNITERS[key]
