"""What a rocket can come down under, by kind: which area its Cd belongs to, how far that strays, how it fills.

Flat and domed Cd: common practice, no source. All other figures are from memory of parachute handbooks' usual tables and say so here;
a drop from an upper window with a stop-watch beats them.
"""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.errors import RocketryError

CanopyKind = Literal["flat", "hexagonal", "domed", "cross", "streamer", "tumble", "glide", "helicopter"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Device:
    """A kind of recovery device.

    Attributes
    ----------
    area : str
        What its Cd belongs to, in words.
    low, high : float
        Between which its Cd is usually found. [-]
    fill_constant : float
        Diameters it travels while it fills; 0 for what does not fill. [-]
    growth : int
        Its drag area grows with this power of time while it fills.
    overshoot : float
        Largest pull ÷ steady drag at one speed, held: a canopy that bursts open swings past its own size. [-]
    lines : int
        It hangs by, usually; 0 for what has none. Three do for a small canopy (common practice, no source).
    """

    key: CanopyKind
    name: str
    area: str
    cd: float
    low: float
    high: float
    fill_constant: float
    growth: int
    overshoot: float
    lines: int
    source: str


_MEMORY, _PRACTICE = "from memory", "common practice, no source"
# A glider sinks at √(2 m g ÷ (ρ S)) · CD ÷ CL^1.5: as under a Cd of CL³ ÷ CD² on its wing. 15 is CL 0.5 with CD 0.09; ill-trimmed
# ones come to 4, floaters to 40 (from memory of what small gliders do).
_GLIDING = (15.0, (4.0, 40.0))
# Overshoot: opening force coefficients at infinite mass, T. W. Knacke, Parachute Recovery Systems Design Manual, 1992, table 5-1 (from
# memory: flat 1.7, hemispherical 1.6, cross 1.15 … 1.2); of a hexagon as of a round one, of a streamer none: our own reading.
# Kind, name, what its Cd belongs to, Cd, between which, fill constant, growth, overshoot, lines, source.
_KINDS: tuple[tuple[CanopyKind, str, str, float, tuple[float, float], float, int, float, int, str], ...] = (
    ("flat", "flat, round", "laid flat", 0.75, (0.7, 0.85), 8.0, 2, 1.7, 6, _PRACTICE),
    ("hexagonal", "hexagonal", "laid flat", 0.75, (0.7, 0.85), 8.0, 2, 1.7, 6, _MEMORY),
    ("domed", "domed", "of its mouth", 1.3, (1.2, 1.5), 8.0, 2, 1.6, 8, _PRACTICE),
    ("cross", "cross", "of its cloth", 0.7, (0.6, 0.85), 11.7, 2, 1.2, 8, _MEMORY),
    ("streamer", "streamer", "of one face", 0.15, (0.1, 0.25), 4.0, 1, 1.0, 1, _MEMORY),
    ("tumble", "tumbling", "of its side, fins and all", 0.76, (0.5, 1.1), 0.0, 1, 1.0, 0, _MEMORY),
    ("glide", "gliding wing", "of its wing", _GLIDING[0], _GLIDING[1], 0.0, 1, 1.0, 0, _MEMORY),
    ("helicopter", "helicopter blades", "of the disc its blades sweep", 0.9, (0.6, 1.2), 0.0, 1, 1.0, 0, _MEMORY),
)  # fmt: skip
DEVICES: dict[str, Device] = {
    key: Device(
        key=key, name=name, area=area, cd=cd, low=span[0], high=span[1], fill_constant=fill, growth=growth, overshoot=over,
        lines=lines, source=source,
    )
    for key, name, area, cd, span, fill, growth, over, lines, source in _KINDS
}  # fmt: skip
# What is folded and packed, as opposed to what the rocket itself turns into.
PACKED_KINDS = ("flat", "hexagonal", "domed", "cross", "streamer")


def device_of(kind: str) -> Device:
    """A kind; raises RocketryError for one nobody knows."""
    found = DEVICES.get(kind)
    if found is None:
        raise RocketryError("kind", f"{kind!r} is no kind of recovery; one of {', '.join(DEVICES)}")
    return found
