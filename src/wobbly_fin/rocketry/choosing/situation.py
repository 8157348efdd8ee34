"""Who flies what where, and what is known of it: what a verdict hangs on besides the configuration. None where nobody said."""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from wobbly_fin.rocketry.choosing.codes import PUBLISHED, RangeCode
from wobbly_fin.rocketry.choosing.trial import Need
from wobbly_fin.rocketry.errors import require_finite, require_positive
from wobbly_fin.rocketry.field.field import Field
from wobbly_fin.rocketry.flight.gusts import Gustiness
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.motors.unsure import Unsure

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
    """A motor on the shelf: how many, what one costs, and what its case costs where it is reloaded and not yet owned.

    `by_delay` says how many there are with each delay; None: with whichever it comes with. [s]
    """

    count: int = 0
    cost: float | None = None
    case_cost: float | None = None
    case_owned: bool = False
    by_delay: Mapping[float | None, int] = field(default_factory=dict)

    def with_delay(self, delay_s: float | None) -> int:
        """How many can be flown with a delay; a longer one that may be shortened counts for none. [s]"""
        if not self.by_delay:
            return self.count
        return self.by_delay.get(None, 0) + (self.by_delay.get(delay_s, 0) if delay_s is not None else 0)


@dataclass(frozen=True, kw_only=True)
class Taught:
    """What earlier flights taught of motors: factors on their thrust by the motor's key and 1σ of their logarithms; what a delay really is by key
    and label. [s]"""

    thrust: Mapping[str, float] = field(default_factory=dict)
    thrust_sd: Mapping[str, float] = field(default_factory=dict)
    delays: Mapping[tuple[str, float], float] = field(default_factory=dict)

    def __hash__(self) -> int:
        return hash((frozenset(self.thrust.items()), frozenset(self.thrust_sd.items()), frozenset(self.delays.items())))

    def real_delay_s(self, motor: Motor, delay_s: float | None) -> float | None:
        """What to expect of a labelled delay; the label where nothing is known. [s]"""
        return None if delay_s is None else self.delays.get((motor.key, delay_s), delay_s)

    def unsure(self, motor: Motor) -> Unsure | None:
        """What is still a guess of a motor after its flights."""
        if motor.unsure is None or motor.key not in self.thrust_sd:
            return motor.unsure
        return motor.unsure.narrowed(self.thrust_sd[motor.key])

    def as_pushed(self, motor: Motor) -> Motor:
        """The motor as it pushed so far."""
        factor = self.thrust.get(motor.key, 1.0)
        return motor if factor == 1.0 else replace(motor, curve=motor.curve.scaled(factor))


NOTHING_TAUGHT = Taught()


@dataclass(frozen=True, kw_only=True)
class Situation:
    """The site and everything else a verdict hangs on.

    Parameters
    ----------
    code : RangeCode
        Of the range flown at.
    untold : frozenset of str
        Of site and wind, what nobody told and the site only assumes.
    gusts : str
        How gusty, for where it may land; the nominal flight is flown in the mean wind.
    built : bool or None
        Whether build, repairs and holds are done; None: nobody said.
    repairs : bool
        A review keeps it down until its repairs are done.
    """

    site: Site
    ground: Field | None = None
    flyer: Flyer | None = None
    payload: Payload | None = None
    taught: Taught = NOTHING_TAUGHT
    code: RangeCode = PUBLISHED
    untold: frozenset[Need] = frozenset()
    gusts: Gustiness = "breezy"
    built: bool | None = None
    repairs: bool = False

    @property
    def known(self) -> frozenset[str]:
        """What was told, by the names `wobbly judge` has in `unknown`."""
        there = {"site", "wind"} - self.untold
        if self.ground is not None and self.ground.outline:
            there.add("outline")
        if self.flyer is not None:
            there.add("flyer")
        if self.built is not None:
            there.add("built")
        return frozenset(there)
