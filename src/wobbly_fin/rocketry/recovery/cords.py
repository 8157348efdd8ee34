"""Recovery cords: how stiff, how strong, and the jerk when they come taut.

Nose and body fly apart; the cord stops them. Their energy of relative motion, ½ μ v² with μ the reduced mass, goes into
stretching the cord: springs in series, each hard once it has no stretch left. Gravity and air are left out for those milliseconds.
Strengths and stretches are usual figures from memory; the maker's sheet beats them.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.airframe.materials import MATERIALS
from wobbly_fin.rocketry.errors import RocketryError, require_finite, require_positive

# A knot keeps about so much of a cord's strength: usual figure, from memory.
KNOT_FACTOR = 0.55
# A stretched-out elastic goes on stretching like its cover: so many times as stiff (our own reading).
HARDENS = 25.0
# From here on people take longer cords: our own reading of "heavy".
HEAVY_KG = 1.0


@dataclass(frozen=True, slots=True, kw_only=True)
class CordStuff:
    """What a cord is made of.

    Parameters
    ----------
    strength_n : float
        It parts at. [N]
    stretch : float
        Of its length, by which it has stretched when it is out of stretch (elastic) or parts (others). [-]
    force_n : float
        That takes so much. [N]
    width_m : float
        Across: what it bears with on a tube's rim. [m]
    """

    key: str
    strength_n: float
    stretch: float
    force_n: float
    elastic: bool = False
    width_m: float = 0.002

    @property
    def name(self) -> str:
        """As the material is called."""
        return MATERIALS[self.key].name

    @property
    def flameproof(self) -> bool:
        """Whether the charge's heat leaves it alone."""
        return MATERIALS[self.key].flameproof


CORDS: dict[str, CordStuff] = {
    c.key: c
    for c in (
        CordStuff(key="elastic-3", strength_n=70.0, stretch=1.2, force_n=22.0, elastic=True),
        CordStuff(key="elastic-6", strength_n=130.0, stretch=1.2, force_n=40.0, elastic=True),
        CordStuff(key="aramid-1", strength_n=310.0, stretch=0.035, force_n=310.0, width_m=0.001),
        CordStuff(key="aramid-3", strength_n=1800.0, stretch=0.035, force_n=1800.0, width_m=0.003),
        CordStuff(key="nylon-web", strength_n=4400.0, stretch=0.25, force_n=4400.0, width_m=0.014),
        CordStuff(key="cotton", strength_n=250.0, stretch=0.10, force_n=250.0, width_m=0.002),
    )
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Segment:
    """A length of cord, with a knot at its ends or without. [m]"""

    stuff: CordStuff
    length_m: float
    knotted: bool = True

    def __post_init__(self) -> None:
        require_finite("length_m", self.length_m, 0.0, 200.0)
        require_positive("strength_n", self.stuff.strength_n)

    @property
    def holds_n(self) -> float:
        """What it holds, knots and all. [N]"""
        return self.stuff.strength_n * (KNOT_FACTOR if self.knotted else 1.0)

    def energy_j(self, force_n: float) -> float:
        """What it has taken up when it pulls so hard. [J]"""
        s = self.stuff
        first = min(force_n, s.force_n)
        energy = 0.5 * first * self.length_m * first / s.force_n * s.stretch
        if force_n > s.force_n:
            more = self.length_m * (force_n - s.force_n) / s.force_n * s.stretch / (HARDENS if s.elastic else 1.0)
            energy += 0.5 * (s.force_n + force_n) * more
        return energy


def reduced_mass_kg(one_kg: float, other_kg: float) -> float:
    """Of two bodies on one cord. [kg]"""
    require_positive("mass_kg", one_kg)
    require_positive("mass_kg", other_kg)
    return one_kg * other_kg / (one_kg + other_kg)


def taut_force_n(segments: Sequence[Segment], mass_kg: float, speed_m_s: float) -> float:
    """The pull when two bodies flying apart at a speed are stopped by a cord. [N]

    Parameters
    ----------
    mass_kg : float
        Their reduced mass. [kg]

    Raises
    ------
    RocketryError
        For a cord of no length, which takes up nothing.
    """
    require_positive("mass_kg", mass_kg)
    require_finite("speed_m_s", speed_m_s, 0.0, 300.0)
    if not any(s.length_m > 0 for s in segments):
        raise RocketryError("cord", "has no length: nothing takes up the jerk")
    wanted = 0.5 * mass_kg * speed_m_s**2
    if wanted == 0:
        return 0.0
    low, high = 0.0, 1.0
    while sum(s.energy_j(high) for s in segments) < wanted:
        high *= 2
    for _ in range(80):
        middle = (low + high) / 2
        if sum(s.energy_j(middle) for s in segments) < wanted:
            low = middle
        else:
            high = middle
    return high


def without_elastic(segments: Sequence[Segment]) -> tuple[Segment, ...]:
    """The same cord with its elastic out of action: knotted short, or worn out."""
    return tuple(s for s in segments if not s.stuff.elastic)


def stuff_of(material: str | None) -> CordStuff:
    """A cord's stuff; raises RocketryError for one nobody has figures for."""
    found = CORDS.get(material or "")
    if found is None:
        raise RocketryError("material", f"{material!r} is no cord there are figures for; one of {', '.join(CORDS)}")
    return found


CordSchool = Literal["elastic above flameproof", "all flameproof", "all elastic", "other"]


def school_of(segments: Sequence[Segment]) -> CordSchool:
    """How a cord is made up."""
    elastic = [s for s in segments if s.stuff.elastic and s.length_m > 0]
    proof = [s for s in segments if s.stuff.flameproof and s.length_m > 0]
    if elastic and proof:
        return "elastic above flameproof"
    if len(proof) == len(segments):
        return "all flameproof"
    return "all elastic" if len(elastic) == len(segments) else "other"


def recommended_m(body_length_m: float, mass_kg: float, school: CordSchool = "elastic above flameproof") -> tuple[float, float]:
    """Cord lengths people use: two to three bodies, up to five for heavy models (common practice, no source). [m]

    A cord without any stretch wants three at least: only its length gives nose and body time to slow (our own reading).
    """
    require_positive("body_length_m", body_length_m)
    stiff = school in ("all flameproof", "other")
    return (3.0 if stiff else 2.0) * body_length_m, (5.0 if stiff or mass_kg > HEAVY_KG else 3.0) * body_length_m


# Paper gives way at about 12 MPa under a line that saws at its edge, resin-bonded and glass tubes at several times that: our own
# figures, from torn tubes.
RIM_PA: dict[str, float] = {"phenolic": 40e6, "fibreglass": 120e6, "carbon": 150e6}
RIM_PAPER_PA = 12e6


def at_rim(segments: Sequence[Segment], rim_m: float) -> tuple[Segment, ...]:
    """What lies over the tube's rim once the cord is pulled straight; the last of it where it is too short. [m]"""
    reached = 0.0
    for segment in segments:
        reached += segment.length_m
        if reached >= rim_m - 1e-9:
            return (segment,)
    return tuple(segments[-1:])


def zips(segments: Sequence[Segment], force_n: float, wall_m: float, tube: str = "paper-tube") -> bool:
    """Whether a stiff line at a tube's rim may cut it: pulled harder than the wall bears under its width (our own reading)."""
    require_positive("wall_m", wall_m, 0.05)
    stiff = [s.stuff.width_m for s in segments if not s.stuff.elastic and s.length_m > 0]
    return bool(stiff) and force_n > RIM_PA.get(tube, RIM_PAPER_PA) * wall_m * min(stiff)
