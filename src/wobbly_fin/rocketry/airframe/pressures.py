"""How hard air presses on what meets it and sucks at what it leaves, from standing still to Mach 2.

All figures are on the area named and ÷ dynamic pressure. Between Mach 0.8 and 1.15 no closed method holds: noses and shoulders rise along
a smooth step to what they have past sound, which is our own bridge.

References
----------
.. [1] S. F. Hoerner, Fluid-Dynamic Drag, 1965, ch. 3 (noses, base, edges), ch. 15 and 16, from memory.
.. [2] J. S. Barrowman, The Practical Calculation of the Aerodynamic Characteristics of Slender Finned Vehicles, 1967, ch. 4: edges of fins
   and base past sound, from memory.
.. [3] E. L. Fleeman, Tactical Missile Design, 2nd ed. 2006, ch. 2: base, from memory.
.. [4] W. J. Linnell, J. Z. Bailey, J. Aeronaut. Sci. 1956: cones, from memory.
.. [5] E. R. C. Miles, Supersonic Aerodynamics, 1950: ogives, from memory.
.. [6] Th. von Kármán's slender bodies; of Haack's series 1 + 9/8 C² times (d ÷ l)², derived from his sum.
"""

import math

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.airframe.profiles import AXIAL_WEIGHTS, NoseShape, nose_nodes, slope_at_base

Floats = NDArray[np.float64]
SLOW, SWIFT = 0.8, 1.15  # between them the bridge
_CONE = 0.8  # of sin² of the half angle where a cone meets the body, slow [1]
_BLUNT = 0.85  # pressure on a flat face ÷ that where air is brought to rest [1]
_ACKERET_LEAST_MACH = 1.2  # nearer to sound thin-aerofoil theory has a pole; its figure there is kept


def rise(mach: Floats) -> Floats:
    """From 0 at Mach 0.8 to 1 at Mach 1.15, smooth at both ends."""
    x = np.clip((mach - SLOW) / (SWIFT - SLOW), 0.0, 1.0)
    return x * x * (3 - 2 * x)


def stagnation(mach: Floats) -> Floats:
    """Pressure where the air is brought to rest, behind a shock past sound [1, ch. 15]."""
    m = np.maximum(mach, 1.0)
    return np.where(mach < 1, 1 + mach**2 / 4 + mach**4 / 40, 1.84 - 0.76 / m**2 + 0.166 / m**4 + 0.035 / m**6)


def thickened(slender: float, mach: Floats) -> Floats:
    """By how much a body's thickness multiplies its friction, length ÷ diameter `slender`, as long as there are no shocks on it:
    1 + 1.5 ÷ f^1.5 + 7 ÷ f³ [1, ch. 6]."""
    return 1 + (1.5 / slender**1.5 + 7 / slender**3) * (1 - rise(mach))


def blunt(mach: Floats) -> Floats:
    """On a flat face: a step, a square edge."""
    return _BLUNT * stagnation(mach)


def _past_sound(mach: Floats) -> Floats:
    return np.sqrt(np.maximum(mach, SWIFT) ** 2 - 1)


def _cone_past_sound(sine: Floats | float, beta: Floats) -> Floats:
    return 4 * sine**2 * (2.5 + 8 * beta * sine) / (1 + 16 * beta * sine)


def cone(half_angle_rad: float, mach: Floats) -> Floats:
    """On the ring a cone or a widening shoulder turns to the air: Hoerner's slow, Linnell and Bailey's past sound."""
    sine = math.sin(half_angle_rad)
    slow = _CONE * sine**2
    fast = np.minimum(_cone_past_sound(sine, _past_sound(mach)), stagnation(mach))
    return slow + (np.maximum(fast, slow) - slow) * rise(mach)


def nose(shape: NoseShape, parameter: float, fineness: float, mach: Floats) -> Floats:
    """On the base of a nose cone, length ÷ diameter `fineness`."""
    slow = _CONE * math.sin(math.atan(slope_at_base(shape, parameter, 2 * fineness))) ** 2
    if not np.any(mach > SLOW):
        return np.full_like(mach, slow)
    fast = np.maximum(_wave(shape, parameter, fineness, mach), slow)
    return slow + (fast - slow) * rise(mach)


def _wave(shape: NoseShape, parameter: float, fineness: float, mach: Floats) -> Floats:
    m, beta = np.maximum(mach, SWIFT), _past_sound(mach)
    sine = math.sin(math.atan(0.5 / fineness))
    if shape == "cone":
        return _cone_past_sound(sine, beta)
    if shape == "haack":
        return np.full_like(mach, (1 + 9 / 8 * parameter**2) / fineness**2)
    if shape in ("ogive", "parabola") and fineness >= 1.0:
        # A parabola's outline between cone (K' = 0) and what is nearly an ogive (K' = 1): straight between them, our reading.
        share = parameter if shape == "parabola" else 1.0
        vertex = math.degrees(2 * math.atan(0.5 / fineness))
        whole = (0.083 + 0.096 / m**2) * (vertex / 10) ** 1.69
        ogive = whole * (1 - (196 * fineness**2 - 16) / (14 * (m + 18) * fineness**2))
        return share * ogive + (1 - share) * _cone_past_sound(sine, beta)
    # Of the rest each ring presses as a cone of its own slope would, at most as where air is brought to rest: rather high for full shapes.
    r, slope = nose_nodes(shape, parameter, 2 * fineness)
    lean = slope / (2 * fineness)
    sines = lean / np.sqrt(1 + lean**2)
    pressures = np.minimum(_cone_past_sound(sines[:, None], beta[None, :]), stagnation(m)[None, :])
    found: Floats = (AXIAL_WEIGHTS * 2 * r * slope) @ pressures
    return found


def base(mach: Floats, rubbed: Floats, small: float, fin_edge: float) -> Floats:
    """Behind a blunt tail, on the reference circle: the mean of two published ways, which differ by up to two.

    Hoerner's 0.029 (d_b ÷ d)³ ÷ √Cd of the forebody's friction [1], rising from Mach 0.6 to the thesis' 0.185 + 1.15 t ÷ c at Mach 1 and
    what it has past it [2]; and 0.12 + 0.13 M², past sound 0.25 ÷ M [3].

    Parameters
    ----------
    rubbed : array
        Friction of nose, tubes and transitions, on the reference circle.
    small : float
        Diameter of the tail ÷ reference diameter.
    fin_edge : float
        Thickness ÷ root chord of fins with a blunt trailing edge at the tail; 0 without.
    """
    slow = 0.029 * small**3 / np.sqrt(np.maximum(rubbed, 0.02))
    sound = (0.185 + 1.15 * min(fin_edge, 0.1)) * small**2
    growing = slow + (sound - slow) * np.clip((mach - 0.6) / 0.4, 0.0, 1.0) ** 2
    thesis = np.where(mach < 1, growing, sound * (0.88 + 0.12 * np.exp(-3.58 * (np.maximum(mach, 1.0) - 1))))
    return (thesis + suction(mach) * small**2) / 2


def suction(mach: Floats) -> Floats:
    """Behind a blunt step [3], on its own area."""
    return np.where(mach < 1, 0.12 + 0.13 * mach**2, 0.25 / np.maximum(mach, 1.0))


def boat_tail(half_angle_rad: float, length_by_drop: float, mach: Floats) -> Floats:
    """On the ring a narrowing tail turns from the air; `length_by_drop` is its length ÷ how much narrower it gets.

    A tail that narrows gently is followed by the air, a steep one is as good as a base [1]; past sound half of what two-dimensional
    theory has for its angle, never more than a base: our own judgement.
    """
    steep = min(1.0, max(0.0, (3 - length_by_drop) / 2))
    behind = suction(mach)
    wave = 0.5 * np.minimum(2 * half_angle_rad / _past_sound(mach), behind)
    return np.maximum(steep * behind, wave * rise(mach))


def leading_edge(edges: str, sweep_cos: float, mach: Floats) -> Floats:
    """On a fin's front, thickness × span: a flat face, or a round one [2]; across the edge as it is swept."""
    if edges == "airfoil":
        return np.zeros_like(mach)
    if edges == "square":
        return blunt(mach) * sweep_cos**2
    m = np.maximum(mach, 1.0)
    slow = (1 - np.minimum(mach, 0.9) ** 2) ** -0.417 - 1
    return np.where(
        mach < 0.9, slow, np.where(mach < 1, 1 - 1.785 * (mach - 0.9), 1.214 - 0.502 / m**2 + 0.1095 / m**4)
    ) * sweep_cos**2  # fmt: skip


def trailing_edge(edges: str, friction: Floats, chord_by_thickness: float, mach: Floats) -> Floats:
    """On the same: a plate's base, 0.135 ÷ ∛(friction on its thickness) slow [1], past sound the thesis' [2]; half of it where rounded."""
    if edges == "airfoil":
        return np.zeros_like(mach)
    share = 1.0 if edges == "square" else 0.5
    m = np.maximum(mach, 1.0)
    slow = 0.135 / np.cbrt(2 * friction * chord_by_thickness)
    fast = (1 - 0.52 * m**-1.19) / ((1 + 18 * friction) * m**2)
    # From Mach 0.8 on the one goes over into the other.
    x = np.clip((mach - SLOW) / (1 - SLOW), 0.0, 1.0)
    return share * (slow + (fast - slow) * x)


def thin_wedge(thickness_by_chord: float, mach: Floats) -> Floats:
    """Of a sharp-edged fin past sound, on its area: 4 (t ÷ c)² ÷ √(M² − 1) of a double wedge, by Ackeret."""
    least = np.maximum(mach, _ACKERET_LEAST_MACH)
    return 4 * thickness_by_chord**2 / np.sqrt(least**2 - 1) * rise(mach)
