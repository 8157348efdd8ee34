"""How an owner builds: the schools people argue about, each a plan of its own."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.assembly.stand import USUAL_HANDS, Hands
from wobbly_fin.rocketry.building.glues import WARMEST_C
from wobbly_fin.rocketry.errors import RocketryError, require_finite

Inside = Literal["aft_ring_last", "fin_pockets", "surface"]
Jig = Literal["all", "one"]
Origin = Literal["scratch", "kit"]

INSIDE_SCHOOLS: dict[str, str] = {
    "aft_ring_last": "aft ring last, fillets inside",
    "fin_pockets": "fin pockets, filled",
    "surface": "surface only",
}
# Tried in this order where the owner's own cannot be built; fins through the wall are never left without anything inside.
INSIDE_ORDER: tuple[Inside, ...] = ("aft_ring_last", "fin_pockets")
JIGS: dict[str, str] = {"all": "all fins at once", "one": "one fin at a time"}
Spacing = Literal["apart", "close"]
SPACINGS: dict[str, str] = {"apart": "rings apart, for long tabs", "close": "rings close together, to carry thrust"}
Lines = Literal["neighbours", "opposite"]
LINES: dict[str, str] = {"neighbours": "each line to neighbouring holes", "opposite": "each line to opposite holes"}
ORIGINS: dict[str, str] = {"scratch": "from scratch", "kit": "a kit, its parts cut"}
MOST_COATS = 8
# For joints between parts, and for the fillets outside; "" lets the rocket decide.
STRUCTURAL = ("wood", "epoxy-30", "epoxy-thick")


@dataclass(frozen=True, slots=True, kw_only=True)
class Schools:
    """An owner's way of building.

    Parameters
    ----------
    inside : str or None
        How fins through the wall are held inside; fins on the surface know only one way. None: what the rocket allows, fillets
        inside before pockets.
    coats : int or None
        Coats of paint, primer among them; None: as the airframe's paint allowance says, else 3; 0: bare.
    structural, fillets : str
        Keys of glues; "" lets the rocket decide.
    temperature_c : float
        Where the glue cures. [°C]
    spacing, lines : str
        How rings are set on a mount, and a canopy's lines to its cloth: both ways of either work.
    hands : Hands
        How far this builder reaches into a tube.
    """

    inside: Inside | None = None
    jig: Jig = "all"
    origin: Origin = "scratch"
    fillers: bool = True
    coats: int | None = None
    structural: str = ""
    fillets: str = ""
    temperature_c: float = 20.0
    spacing: Spacing = "apart"
    lines: Lines = "neighbours"
    hands: Hands = USUAL_HANDS

    def __post_init__(self) -> None:
        for name, value, known in (
            ("inside", self.inside or "surface", INSIDE_SCHOOLS), ("jig", self.jig, JIGS), ("origin", self.origin, ORIGINS),
            ("spacing", self.spacing, SPACINGS), ("lines", self.lines, LINES),
        ):  # fmt: skip
            if value not in known:
                raise RocketryError(name, f"{value!r} is no school; one of {', '.join(known)}")
        if self.coats is not None:
            require_finite("coats", self.coats, 0, MOST_COATS)
        require_finite("temperature", self.temperature_c, -30.0, WARMEST_C)
        for name in ("structural", "fillets"):
            if len(getattr(self, name)) > 60:
                raise RocketryError(name, "is no glue's key")
