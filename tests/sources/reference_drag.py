"""Zero-lift drag built up in two published ways, each as its source has it, none of it the product's code.

All from memory, as no library is at hand here; a coefficient may be remembered wrongly, and the two ways differ where their sources do.

.. [B] J. S. Barrowman, The Practical Calculation of the Aerodynamic Characteristics of Slender Finned Vehicles, 1967, ch. 4: friction,
   thickness, leading and trailing edges of fins, base. Its noses past sound by E. R. C. Miles, Supersonic Aerodynamics, 1950 (ogives), and
   W. J. Linnell and J. Z. Bailey, J. Aeronaut. Sci. 1956 (cones).
.. [F] E. L. Fleeman, Tactical Missile Design, 2nd ed. 2006, ch. 2: friction of body and surfaces, wave drag of noses (Bonney's) and of
   surfaces, base. What a handbook for missiles leaves out (blunt trailing edges, unwaved leading edges, interference at roots,
   roughness, transonic rise of noses) by S. F. Hoerner, Fluid-Dynamic Drag, 1965, ch. 2, 3, 5, 8, 15 and 17.
"""

import itertools
import math
from dataclasses import dataclass

PAINT_M = 20e-6  # Hoerner table 5-1: paint as sprayed in production
NU, SOUND = 1.4607e-5, 340.294  # air at sea level, US Standard Atmosphere 1976
KINDS = ("ogive", "cone", "haack")


@dataclass(frozen=True, kw_only=True)
class Fins:
    n: int
    root: float
    tip: float
    span: float
    sweep: float
    t: float
    edges: str = "square"  # square, rounded, airfoil

    @property
    def area(self) -> float:
        return (self.root + self.tip) / 2 * self.span

    @property
    def mac(self) -> float:
        a, b = self.root, self.tip
        return 2 / 3 * (a + b - a * b / (a + b))

    @property
    def lead(self) -> float:
        """Sweep of the leading edge. [rad]"""
        return math.atan(self.sweep / self.span)

    @property
    def middle(self) -> float:
        """Sweep of mid-chords. [rad]"""
        return math.atan((self.sweep + (self.tip - self.root) / 2) / self.span)


@dataclass(frozen=True, kw_only=True)
class Dart:
    """A nose, a tube, perhaps a boat tail, one set of fins. Metres."""

    name: str
    d: float
    nose: str
    nose_l: float
    tube: float
    fins: Fins
    tail_d: float | None = None
    tail_l: float = 0.0
    finish_m: float = PAINT_M

    @property
    def length(self) -> float:
        return self.nose_l + self.tube + self.tail_l

    @property
    def ref(self) -> float:
        return math.pi / 4 * self.d**2

    @property
    def base_d(self) -> float:
        return self.d if self.tail_d is None else self.tail_d

    @property
    def wet(self) -> float:
        """Noses by strips of their outline."""
        steps = 400
        r = [radius(self.nose, i / steps, self.nose_l / (self.d / 2)) * self.d / 2 for i in range(steps + 1)]
        dx = self.nose_l / steps
        nose = sum(math.pi * (a + b) * math.hypot(dx, b - a) for a, b in itertools.pairwise(r))
        tail = math.pi / 2 * (self.d + self.base_d) * math.hypot(self.tail_l, (self.d - self.base_d) / 2)
        return nose + math.pi * self.d * self.tube + tail


def radius(kind: str, u: float, slender: float) -> float:
    """Radius ÷ base radius at u of the nose's length."""
    if kind == "cone":
        return u
    if kind == "ogive":
        arc = (1 + slender**2) / 2
        return math.sqrt(arc**2 - (slender * (1 - u)) ** 2) - (arc - 1)
    angle = math.acos(1 - 2 * u)
    return math.sqrt((angle - math.sin(2 * angle) / 2) / math.pi)


def stagnation(mach: float) -> float:
    """Pressure where the air is brought to rest, ÷ dynamic pressure, behind a shock past sound (Hoerner ch. 15)."""
    if mach < 1:
        return 1 + mach**2 / 4 + mach**4 / 40
    return 1.84 - 0.76 / mach**2 + 0.166 / mach**4 + 0.035 / mach**6


def bridged(mach: float, low: float, high: float, below: float, above: float) -> float:
    """A straight line between what a method says at `low` and another at `high`: no source has more there."""
    return below + (above - below) * (mach - low) / (high - low)


# --- Barrowman's thesis ------------------------------------------------------------------------------------------------------------------


def thesis(d: Dart, mach: float) -> float:
    return thesis_parts(d, mach)[0]


def thesis_parts(d: Dart, mach: float) -> tuple[float, dict[str, float]]:
    body_f = _thesis_friction(mach, d.length, d.finish_m) * d.wet / d.ref
    f = d.length / d.d
    form = 6 * body_f / f**3 / max((1 - mach**2), 0.19) ** 0.6 if mach < 1 else 0.0
    fins = d.fins
    rub = _thesis_friction(mach, fins.mac, d.finish_m)
    plan = fins.n * fins.area / d.ref
    ratio = fins.t / fins.mac
    fin_f = 2 * rub * plan
    thick = 0.0
    if mach < 0.9 and fins.edges == "airfoil":
        thick = 4 * rub * plan * (ratio * math.cos(fins.middle) + 30 * ratio**4 * math.cos(fins.middle) ** 2)
    front = fins.n * fins.t * fins.span / d.ref
    lead = front * math.cos(fins.lead) ** 2 * _thesis_lead(fins.edges, mach)
    trail = front * _thesis_trail(fins, rub, mach)
    if fins.edges == "airfoil" and mach > 1.1:
        trail = plan * 4 * ratio**2 / math.sqrt(mach**2 - 1)  # a double wedge's, from Ackeret
    parts = {
        "friction": body_f + form,
        "fins": fin_f + thick,
        "edges": lead + trail,
        "base": _thesis_base(d, body_f, mach),
        "nose": _thesis_nose(d, mach),
    }
    return sum(parts.values()), parts


def _thesis_friction(mach: float, length: float, rough: float) -> float:
    re = mach * SOUND * length / NU
    smooth, wrecked = (3.46 * math.log10(re) - 5.6) ** -2, 0.032 * (rough / length) ** 0.2
    if mach < 1:
        return max(smooth, wrecked) * (1 - 0.12 * mach**2)
    return max(smooth / (1 + 0.15 * mach**2) ** 0.58, wrecked / (1 + 0.18 * mach**2))


def _thesis_lead(edges: str, mach: float) -> float:
    if edges == "airfoil":
        return 0.0
    if edges == "square":
        return 0.85 * stagnation(mach)  # Hoerner ch. 3: a blunt face
    if mach < 0.9:
        return (1 - mach**2) ** -0.417 - 1
    if mach < 1:
        return 1 - 1.785 * (mach - 0.9)
    return 1.214 - 0.502 / mach**2 + 0.1095 / mach**4


def _thesis_trail(fins: Fins, rub: float, mach: float) -> float:
    if fins.edges == "airfoil":
        return 0.0
    share = 1.0 if fins.edges == "square" else 0.5  # rounded: half of it stands off the flow, our reading
    if mach < 1:
        return share * 0.135 / (2 * rub * fins.mac / fins.t) ** (1 / 3)
    return share * (1 - 0.52 * mach**-1.19) / ((1 + 18 * rub) * mach**2)


def _thesis_base(d: Dart, rubbed: float, mach: float) -> float:
    small = (d.base_d / d.d) ** 3
    slow = 0.029 * small / math.sqrt(rubbed)
    h = d.fins.t if d.fins.edges == "square" else d.fins.t / 2
    star = (0.185 + 1.15 * h / d.fins.root) * (d.base_d / d.d) ** 2
    if mach <= 0.6:
        return slow
    if mach < 1:
        # From the slow figure to that at Mach 1 as the square of what lies between.
        return slow + (star - slow) * ((mach - 0.6) / 0.4) ** 2
    return star * (0.88 + 0.12 * math.exp(-3.58 * (mach - 1)))


def _thesis_nose(d: Dart, mach: float) -> float:
    f = d.nose_l / d.d

    def wave(m: float) -> float:
        half = math.atan(0.5 / f)
        if d.nose == "cone":
            beta = math.sqrt(m**2 - 1)
            return 4 * math.sin(half) ** 2 * (2.5 + 8 * beta * math.sin(half)) / (1 + 16 * beta * math.sin(half))
        if d.nose == "ogive":
            vertex = math.degrees(2 * half)
            whole = (0.083 + 0.096 / m**2) * (vertex / 10) ** 1.69
            return whole * (1 - (196 * f**2 - 16) / (14 * (m + 18) * f**2))
        return 1 / f**2  # von Kármán's slender body

    tail = 0.0
    if d.tail_d is not None and mach > 1:
        ring = 1 - (d.tail_d / d.d) ** 2
        angle = math.atan((d.d - d.tail_d) / 2 / d.tail_l)
        tail = 2 * angle / math.sqrt(mach**2 - 1 + 0.5) * ring  # linear theory, kept from its pole
    if mach <= 0.8:
        return 0.8 * math.sin(math.atan(0.5 / f)) ** 2 if d.nose == "cone" else 0.0  # Hoerner ch. 3
    slow = 0.8 * math.sin(math.atan(0.5 / f)) ** 2 if d.nose == "cone" else 0.0
    if mach < 1.2:
        return bridged(mach, 0.8, 1.2, slow, wave(1.2)) + tail
    return wave(mach) + tail


# --- Fleeman's handbook, with Hoerner for what it leaves out --------------------------------------------------------------------------


def handbook(d: Dart, mach: float) -> float:
    return handbook_parts(d, mach)[0]


def handbook_parts(d: Dart, mach: float) -> tuple[float, dict[str, float]]:
    f = d.length / d.d
    slender = 1 + 1.5 / f**1.5 + 7 / f**3  # Hoerner ch. 6
    body = (
        max(_handbook_friction(mach, d.length), _rough(mach, d.length, d.finish_m)) * d.wet / d.ref * (slender if mach < 1 else 1)
    )
    fins = d.fins
    rub = max(_handbook_friction(mach, fins.mac), _rough(mach, fins.mac, d.finish_m))
    plan = fins.n * fins.area / d.ref
    ratio = fins.t / fins.mac
    fin_f = 2 * rub * plan * (1 + 2 * ratio)
    # Hoerner ch. 8: at each corner between fin and wall 0.75 (t/c)³ on chord², less 0.0003: small, and never less than nothing.
    corner = fins.n * max(0.0, 0.75 * ratio - 0.0003 / ratio**2) * fins.t**2 / d.ref
    parts = {
        "friction": body,
        "fins": fin_f + corner,
        "edges": fins.n * fins.t * fins.span / d.ref * _handbook_edges(fins, mach),
        "base": _handbook_base(d, mach),
        "nose": _handbook_nose(d, mach),
    }
    return sum(parts.values()), parts


def _handbook_friction(mach: float, length: float) -> float:
    """0.053 (l/d) [M ÷ (q l)]^0.2 is 0.01325 [M ÷ (q l)]^0.2 on the side of a cylinder; q in pounds a square foot, l in feet."""
    q_psf = 0.7 * 2116.2 * mach**2
    return 0.01325 * (mach / (q_psf * length / 0.3048)) ** 0.2


def _rough(mach: float, length: float, rough: float) -> float:
    return 0.032 * (rough / length) ** 0.2 / (1 + 0.18 * mach**2)


def _handbook_edges(fins: Fins, mach: float) -> float:
    """On the front's area: leading edge and trailing edge."""
    across = math.cos(fins.lead)
    behind = {"square": 1.0, "rounded": 0.5, "airfoil": 0.0}[fins.edges]
    blunt = (0.12 + 0.13 * mach**2 if mach < 1 else 0.25 / mach) * behind
    if fins.edges == "airfoil":
        # A wedge of the thickness over half the chord: its shock past sound, by the handbook's formula.
        half = math.atan(fins.t / fins.mac)
        if mach * across > 1:
            return _behind_shock(mach * across) * math.sin(half) ** 2 * across + blunt
        return blunt
    slow = 0.85 if fins.edges == "square" else 0.0
    if mach < 0.8:
        return slow * stagnation(mach) * across**2 + blunt
    # The handbook's shock on a blunt edge is the stagnation pressure on it: of a round one four fifths (Newton's mean is half, tests more).
    face = 0.85 if fins.edges == "square" else 0.7
    if mach * across > 1:
        return face * _behind_shock(mach * across) * across**2 + blunt
    start = slow * stagnation(0.8)
    return bridged(mach, 0.8, 1 / across, start, face * _behind_shock(1.0)) * across**2 + blunt


def _behind_shock(m: float) -> float:
    g = 1.4
    return 2 / (g * m**2) * (((g + 1) * m**2 / 2) ** (g / (g - 1)) * ((g + 1) / (2 * g * m**2 - (g - 1))) ** (1 / (g - 1)) - 1)


def _handbook_base(d: Dart, mach: float) -> float:
    return (0.12 + 0.13 * mach**2 if mach < 1 else 0.25 / mach) * (d.base_d / d.d) ** 2


def _handbook_nose(d: Dart, mach: float) -> float:
    f = d.nose_l / d.d

    def wave(m: float) -> float:
        # The handbook gives this one formula for all pointed noses.
        return (1.59 + 1.83 / m**2) * math.atan(0.5 / f) ** 1.69

    slow = 0.8 * math.sin(math.atan(0.5 / f)) ** 2 if d.nose == "cone" else 0.0
    tail = 0.0
    if d.tail_d is not None and mach > 1:
        tail = (
            (0.25 / mach) * 0.5 * (1 - (d.tail_d / d.d) ** 2)
        )  # half the base it takes the place of: our reading of Hoerner ch. 16
    if mach < 0.8:
        return slow
    if mach < 1.1:
        return bridged(mach, 0.8, 1.1, slow, wave(1.1)) + tail
    return wave(mach) + tail


DARTS = (
    Dart(name="slip of balsa", d=0.0248, nose="ogive", nose_l=0.075, tube=0.26,
         fins=Fins(n=3, root=0.06, tip=0.035, span=0.045, sweep=0.03, t=0.0016, edges="rounded")),
    Dart(name="square edges", d=0.034, nose="ogive", nose_l=0.12, tube=0.42,
         fins=Fins(n=4, root=0.07, tip=0.04, span=0.055, sweep=0.03, t=0.0024)),
    Dart(name="fat and short", d=0.066, nose="ogive", nose_l=0.2, tube=0.6,
         fins=Fins(n=3, root=0.12, tip=0.06, span=0.085, sweep=0.06, t=0.0032, edges="rounded")),
    Dart(name="cone on a broom", d=0.054, nose="cone", nose_l=0.24, tube=0.9,
         fins=Fins(n=4, root=0.11, tip=0.05, span=0.07, sweep=0.06, t=0.0032, edges="rounded")),
    Dart(name="least diameter", d=0.038, nose="haack", nose_l=0.19, tube=0.85,
         fins=Fins(n=3, root=0.09, tip=0.04, span=0.045, sweep=0.05, t=0.0024, edges="airfoil")),
    Dart(name="boat tail", d=0.054, nose="ogive", nose_l=0.27, tube=0.8, tail_d=0.042, tail_l=0.06,
         fins=Fins(n=3, root=0.12, tip=0.05, span=0.07, sweep=0.07, t=0.003, edges="airfoil")),
    Dart(name="four inches", d=0.102, nose="ogive", nose_l=0.42, tube=1.5,
         fins=Fins(n=3, root=0.22, tip=0.09, span=0.13, sweep=0.12, t=0.0048, edges="rounded")),
    Dart(name="raw wood", d=0.0415, nose="cone", nose_l=0.14, tube=0.5, finish_m=50e-6,
         fins=Fins(n=3, root=0.09, tip=0.05, span=0.06, sweep=0.04, t=0.0032)),
)  # fmt: skip
MACHS = (0.1, 0.3, 0.5, 0.7, 0.9, 1.1, 1.5, 1.9)
