"""Paint: which colours in which pattern on a part, how much of it is painted twice, and how well it is seen in the sky and in the grass.

A part tells its paint in one line, `colour/pattern/second colour/how many/lettering`, what is left out left empty: "white",
"white/bands/red/3", "yellow/plain///LUCKY".
"""

import math
from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal, get_args

from wobbly_fin.rocketry.errors import RocketryError

Pattern = Literal["plain", "bands", "stripes", "roll", "halves"]
PATTERNS: tuple[Pattern, ...] = get_args(Pattern)
MOST_FIELDS, MOST_LETTERS = 12, 24
SECOND_COATS = 2  # of a colour over another: one shows what is below
# Our own colours, named as on a tin; sRGB.
COLOURS: dict[str, str] = {
    "white": "#f4f2ea", "black": "#23262b", "grey": "#9aa0a4", "silver": "#c3c8cc", "red": "#c62a2a", "orange": "#e8711c", "yellow": "#f0c419",
    "green": "#2f8a4c", "blue": "#2b5fa8", "sky": "#7fb4d8", "violet": "#6d4a9e", "pink": "#e58aa8", "brown": "#7a5436", "cream": "#ecdcb4",
    "fluo-orange": "#ff5a1f", "fluo-pink": "#ff3d8b", "fluo-yellow": "#d9f20d",
}  # fmt: skip
# What it is looked for against. Our own, by eye: a bright sky, mown grass, straw.
GROUNDS: dict[str, str] = {"sky": "#bcd3e6", "grass": "#6c8a3e", "straw": "#c9b478"}
SEEN, HARDLY = 45.0, 25.0  # colour difference from which it stands out, and below which it is lost: our own estimates


@dataclass(frozen=True, slots=True, kw_only=True)
class Paint:
    """A part's colours. `count`: bands, stripes round the body, or fields of a roll pattern."""

    base: str
    pattern: Pattern = "plain"
    second: str = ""
    count: int = 0
    lettering: str = ""

    @property
    def colours(self) -> tuple[str, ...]:
        """Those on it, the base first."""
        return (self.base, self.second) if self.pattern != "plain" else (self.base,)

    @property
    def second_share(self) -> float:
        """Of the surface, what the second colour covers. [-]"""
        match self.pattern:
            case "plain":
                return 0.0
            case "bands":
                # Fields of one width, the base at both ends.
                return self.count / (2 * self.count + 1)
            case _:
                return 0.5


@lru_cache(maxsize=2048)
def read_paint(text: str) -> Paint | None:
    """A part's line of paint; None where it says nothing.

    Raises
    ------
    RocketryError
        For a colour or pattern that is none, or a pattern without a second colour.
    """
    if not text.strip():
        return None
    base, pattern, second, count, lettering = [*(piece.strip() for piece in text.split("/", 4)), "", "", "", ""][:5]
    pattern = pattern or "plain"
    if base not in COLOURS:
        raise RocketryError("paint", f"{base[:20]!r} is no colour here; one of {', '.join(COLOURS)}")
    if pattern not in PATTERNS:
        raise RocketryError("paint", f"{pattern[:20]!r} is no pattern; one of {', '.join(PATTERNS)}")
    if pattern != "plain" and second not in COLOURS:
        raise RocketryError("paint", f"{second[:20]!r} is no second colour; one of {', '.join(COLOURS)}")
    if count and not (count.isascii() and count.isdigit() and 1 <= int(count) <= MOST_FIELDS):
        raise RocketryError("paint", f"has {count[:6]!r} fields; 1 to {MOST_FIELDS}")
    if len(lettering) > MOST_LETTERS:
        raise RocketryError("paint", f"has {len(lettering)} letters; {MOST_LETTERS} are plenty")
    return Paint(
        base=base, pattern=pattern, second=second if pattern != "plain" else "",
        count=int(count or 3) if pattern != "plain" else 0, lettering=lettering,  # type: ignore[arg-type]
    )  # fmt: skip


def difference(one: str, other: str) -> float:
    """How different two colours look: distance in CIE L*a*b*, 0 the same, 100 black to white.

    References
    ----------
    .. [1] CIE 15, Colorimetry, 1976 L*a*b* and its colour difference; IEC 61966-2-1 for sRGB (both from memory).
    """
    return math.dist(_lab(one), _lab(other))


def seen_against(colours: tuple[str, ...], ground: str) -> float:
    """The colour of a rocket that stands out best against a ground, by its difference."""
    return max(difference(COLOURS[c], GROUNDS[ground]) for c in colours)


def light_first(paints: Iterable[Paint]) -> list[str]:
    """Every colour of a rocket in the order it goes on: light before dark, which light does not cover."""
    found = dict.fromkeys(c for p in paints for c in p.colours)
    return sorted(found, key=lambda c: -_lab(COLOURS[c])[0])


@lru_cache(maxsize=64)
def _lab(colour: str) -> tuple[float, float, float]:
    r, g, b = (_linear(int(colour[i : i + 2], 16) / 255) for i in (1, 3, 5))
    x = (0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.95047
    y = 0.2126 * r + 0.7152 * g + 0.0722 * b
    z = (0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.08883
    fx, fy, fz = (t ** (1 / 3) if t > 216 / 24389 else (24389 / 27 * t + 16) / 116 for t in (x, y, z))
    return 116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)


def _linear(share: float) -> float:
    return share / 12.92 if share <= 0.04045 else ((share + 0.055) / 1.055) ** 2.4
