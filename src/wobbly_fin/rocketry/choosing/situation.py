"""Who flies what where: what a choice hangs on besides the rocket. None where nobody said."""

from dataclasses import dataclass

from wobbly_fin.rocketry.errors import require_finite, require_positive
from wobbly_fin.rocketry.field import Field
from wobbly_fin.rocketry.flight.site import Site

EGG_KG, EGG_STANDS_N = 0.060, 35.0  # an egg end-on: common practice, no source


@dataclass(frozen=True, slots=True, kw_only=True)
class Flyer:
    """Certification level, 0 for none … 3, and age in years."""

    level: int = 0
    age: int | None = None

    def __post_init__(self) -> None:
        require_finite("level", self.level, 0, 3)
        if self.age is not None:
            require_finite("age", self.age, 3, 120)


@dataclass(frozen=True, slots=True, kw_only=True)
class Payload:
    """Something fragile aboard: what it weighs and the force it stands along the rocket. [kg], [N]"""

    mass_kg: float = EGG_KG
    stands_n: float = EGG_STANDS_N

    def __post_init__(self) -> None:
        require_positive("payload.mass_kg", self.mass_kg, 50.0)
        require_positive("payload.stands_n", self.stands_n, 1e5)


@dataclass(frozen=True, slots=True, kw_only=True)
class Stocked:
    """A motor on the shelf: how many, what one costs, and what its case costs where it is reloaded and not yet owned."""

    count: int = 0
    cost: float | None = None
    case_cost: float | None = None
    case_owned: bool = False


@dataclass(frozen=True, kw_only=True)
class Situation:
    """The site and everything else a verdict hangs on."""

    site: Site
    ground: Field | None = None
    flyer: Flyer | None = None
    payload: Payload | None = None
