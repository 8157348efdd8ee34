"""At what speed a fin may begin to flutter: an estimate, and a caution.

References
----------
D. J. Martin, Summary of Flutter Experiences as a Guide to the Preliminary Design of Lifting Surfaces on Missiles,
NACA TN 4197, 1958, equation 18 (from memory): V = a √(G ÷ ((24 ε κ p ÷ π) AR³ ÷ ((t/c)³ (AR + 2)) · (λ + 1)/2)),
ε = 0.25, the centre of mass behind the quarter chord; AR = s² ÷ S of the exposed panel.
"""

import math

from wobbly_fin.rocketry.airframe.parts import FinSet
from wobbly_fin.rocketry.airframe.planform import planform_of
from wobbly_fin.rocketry.errors import require_positive

_EPSILON = 0.25
_KAPPA = 1.4


def flutter_speed_m_s(fin: FinSet, *, pressure_pa: float, sound_speed_m_s: float) -> float | None:
    """Estimated flutter speed; None where the fin's material has no stiffness in the library. [m/s]

    Solid fins with a straight taper; a free-form or elliptical fin is taken by its area and mean chord.
    """
    require_positive("pressure_pa", pressure_pa)
    require_positive("sound_speed_m_s", sound_speed_m_s)
    stiffness = fin.made_of.shear_modulus_pa if fin.made_of else None
    if stiffness is None:
        return None
    shape = planform_of(fin)
    aspect = fin.reach_m**2 / shape.area_m2
    taper = fin.tip_m / fin.root_m if fin.planform == "trapezoid" else 0.5
    slender = (fin.thickness_m / fin.root_m) ** 3 * (aspect + 2)
    load = 24 * _EPSILON * _KAPPA * pressure_pa / math.pi * aspect**3 / slender * (taper + 1) / 2
    return sound_speed_m_s * math.sqrt(stiffness / load)
