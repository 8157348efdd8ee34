"""From canopy to anchor: what each link is pulled with, what it holds, and which gives way first."""

import math
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import device_of
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.recovery.cords import CORDS, KNOT_FACTOR, CordStuff, Segment, reduced_mass_kg, taut_force_n
from wobbly_fin.rocketry.recovery.opening import opening_force_n

# What else there is between canopy and body [N]: usual figures, from memory; a maker's figure or a pull on a spring balance
# beats them.
LINE_N: dict[str, float] = {"film": 25.0, "metallised-film": 25.0, "crepe": 20.0, "tissue": 15.0, "ripstop": 180.0}
ANCHOR_N: dict[str, float] = {
    "folded_patch": 90.0, "loop_patch": 180.0, "mount_line": 310.0 * KNOT_FACTOR, "eye_bolt": 1300.0, "u_bolt": 4000.0,
}  # fmt: skip
NOSE_EYE_N: dict[str, float] = {"balsa": 60.0, "polystyrene": 120.0, "fibreglass": 1500.0}
OTHER_EYE_N = 150.0
# What glues an eye in grows with a wide nose’s base; the figures above are for up to 40 mm (our own reading).
EYE_AT_M = 0.040
# A charge parts nose and body with about this speed: what throws a nose two metres up in a ground test, √(2 g h) (our own figure).
PARTING_M_S = 6.3
LinkKind = Literal["lines", "cord", "anchor", "eye"]


@dataclass(frozen=True, slots=True, order=True, kw_only=True)
class Pulled:
    """At what pull a link gave way in a rocket of one's own that was cut open, or, where it did not, what it held. [N]

    `of`: the anchor's school, or what the nose is made of.
    """

    link: Literal["anchor", "eye"]
    of: str
    force_n: float
    gave: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class LinkLoad:
    """A link of the chain. `why` names the load: opening, or the cord coming taut; `stuff` is a cord's; `pulled`: one was pulled. [N]"""

    kind: LinkKind
    name: str
    load_n: float
    holds_n: float
    why: str
    stuff: CordStuff | None = None
    pulled: bool = False

    @property
    def safety(self) -> float:
        """What it holds over what pulls at it; below one it gives way. [-]"""
        return self.holds_n / self.load_n if self.load_n > 0 else float("inf")


@dataclass(frozen=True, slots=True, kw_only=True)
class Rig:
    """What hangs together after ejection.

    Parameters
    ----------
    segments : tuple of Segment
        The cord from the body upwards.
    nose_kg, body_kg : float
        On either end of it. [kg]
    cloth, anchor : str
        Keys of the canopy's cloth and of the anchor's school.
    nose_material : str
    lines : int or None
        Of the canopy; None: usual for its kind.
    pulled : tuple of Pulled
        What such anchors and eyes really held.
    """

    canopy: Canopy | None
    segments: tuple[Segment, ...]
    nose_kg: float
    body_kg: float
    cloth: str = "ripstop"
    anchor: str = "folded_patch"
    nose_material: str = "polystyrene"
    nose_base_m: float = EYE_AT_M
    lines: int | None = None
    pulled: tuple[Pulled, ...] = ()

    def __post_init__(self) -> None:
        if not self.segments:
            raise RocketryError("cord", "is missing; nothing joins nose and body")
        if self.anchor not in ANCHOR_N:
            raise RocketryError("anchor", f"{self.anchor!r} is no anchor; one of {', '.join(ANCHOR_N)}")


@dataclass(frozen=True, slots=True, kw_only=True)
class Loads:
    """The chain under load, link by link from the canopy down.

    Attributes
    ----------
    taut_n, opening_n : float
        The two loads. [N]
    """

    links: tuple[LinkLoad, ...]
    taut_n: float
    opening_n: float

    @property
    def weakest(self) -> LinkLoad:
        """What gives way first."""
        return min(self.links, key=lambda link: link.safety)


def parting_speed_m_s(throw_n: float, shoulder_m: float, nose_kg: float, body_kg: float) -> float:
    """With which a charge's push parts two bodies: its work along the shoulder, F L = ½ μ v². [m/s]

    The push is taken as steady till the joint is open: gas cools and leaks, so this is the hard side.
    """
    require_finite("throw_n", throw_n, 0.0, 1e6)
    require_finite("shoulder_m", shoulder_m, 0.0, 2.0)
    return math.sqrt(2 * throw_n * shoulder_m / reduced_mass_kg(nose_kg, body_kg))


def loads(rig: Rig, density_kg_m3: float, speed_m_s: float, parting_m_s: float = PARTING_M_S) -> Loads:
    """What every link is pulled with.

    Parameters
    ----------
    speed_m_s : float
        Through the air when the canopy opens: of the flight as it is, an early or late ejection included. [m/s]
    parting_m_s : float
        With which the charge parts nose and body. [m/s]
    """
    require_finite("speed_m_s", speed_m_s, 0.0, 500.0)
    mu = reduced_mass_kg(rig.nose_kg, rig.body_kg)
    taut = taut_force_n(rig.segments, mu, parting_m_s)
    opening = 0.0
    if rig.canopy is not None:
        opening = opening_force_n(rig.nose_kg + rig.body_kg, rig.canopy, density_kg_m3, speed_m_s)
    # The body hangs below the canopy: its share of the opening load runs down the cord.
    below = opening * rig.body_kg / (rig.nose_kg + rig.body_kg)
    on_cord, why = (taut, "the cord coming taut") if taut >= below else (below, "the canopy opening")
    links: list[LinkLoad] = []
    if rig.canopy is not None and (rig.lines or device_of(rig.canopy.kind).lines):
        count = rig.lines or device_of(rig.canopy.kind).lines
        # Lines never share alike: half of them carry it (our own reading).
        holds = max(1.0, count / 2) * LINE_N.get(rig.cloth, 100.0)
        name = "streamer’s end" if rig.canopy.kind == "streamer" else "canopy lines"
        links.append(LinkLoad(kind="lines", name=name, load_n=opening, holds_n=holds, why="the canopy opening"))
    eye = NOSE_EYE_N.get(rig.nose_material, OTHER_EYE_N) * max(1.0, rig.nose_base_m / EYE_AT_M) ** 2
    links.append(
        _as_pulled(
            rig, rig.nose_material, LinkLoad(kind="eye", name="nose eye", load_n=taut, holds_n=eye, why="the cord coming taut")
        )
    )
    for segment in reversed(rig.segments):
        name = f"{segment.stuff.name}{', knotted' if segment.knotted else ''}"
        links.append(LinkLoad(kind="cord", name=name, load_n=on_cord, holds_n=segment.holds_n, why=why, stuff=segment.stuff))
    anchor = LinkLoad(kind="anchor", name="anchor", load_n=on_cord, holds_n=ANCHOR_N[rig.anchor], why=why)
    links.append(_as_pulled(rig, rig.anchor, anchor))
    return Loads(links=tuple(links), taut_n=taut, opening_n=opening)


def _as_pulled(rig: Rig, of: str, link: LinkLoad) -> LinkLoad:
    """A link that holds what its like held: where one gave way the weakest of those, else at least the strongest pull it bore."""
    alike = [p for p in rig.pulled if (p.link, p.of) == (link.kind, of)]
    gave, held = [p.force_n for p in alike if p.gave], [p.force_n for p in alike if not p.gave]
    if gave:
        return replace(link, holds_n=min(gave), pulled=True)
    return replace(link, holds_n=max(held), pulled=True) if held and max(held) > link.holds_n else link


def next_cord_up(stuff: CordStuff, stronger_than_n: float) -> CordStuff | None:
    """The lightest cord of the same sort that holds so much, knots and all; None where there is none."""
    alike = [c for c in CORDS.values() if (c.elastic, c.flameproof) == (stuff.elastic, stuff.flameproof)]
    enough = [c for c in alike if c.strength_n * KNOT_FACTOR >= stronger_than_n]
    return min(enough, key=lambda c: c.strength_n, default=None)
