"""How much glue a joint takes, by its geometry. [m], [kg]

A fillet of radius r fills the corner of two walls: (1 − π/4) r² a metre. What sticks to cup and stick is waste, a fifth more
(our own figure).
"""

import math

from wobbly_fin.rocketry.errors import require_positive

WASTE = 0.20
CORNER = 1 - math.pi / 4
# Film between two faces that are glued flat: usual thickness, from memory.
FILM_M = 0.00015
# Between a fin's tab and the dams beside it, each side: our own figure, against 30 g a pocket (common practice, no source).
POCKET_GAP_M = 0.0025


def fillet_kg(length_m: float, radius_m: float, density_kg_m3: float) -> float:
    """One fillet along one side of a joint, without waste."""
    require_positive("length_m", length_m)
    require_positive("radius_m", radius_m)
    return CORNER * radius_m**2 * length_m * density_kg_m3


def fillets_kg(count: int, length_m: float, radius_m: float, density_kg_m3: float) -> float:
    """Fillets along both sides of so many fins, without waste."""
    return 2 * count * fillet_kg(length_m, radius_m, density_kg_m3)


def ring_kg(outer_m: float, inner_m: float, radius_m: float, density_kg_m3: float) -> float:
    """A ring between a motor tube and a body: fillets on both its faces, round both its edges, without waste.

    `outer_m` and `inner_m` are its diameters.
    """
    round_both = math.pi * (outer_m + inner_m)
    return 2 * fillet_kg(round_both, radius_m, density_kg_m3)


def collar_kg(diameter_m: float, radius_m: float, density_kg_m3: float) -> float:
    """One fillet round a tube, on one face, without waste."""
    return fillet_kg(math.pi * diameter_m, radius_m, density_kg_m3)


def sleeve_kg(diameter_m: float, length_m: float, density_kg_m3: float) -> float:
    """A film between a coupler and its tube, without waste."""
    return math.pi * diameter_m * length_m * FILM_M * density_kg_m3


def pocket_kg(tab_length_m: float, depth_m: float, density_kg_m3: float) -> float:
    """One fin pocket: both sides of a tab filled to the dams, without waste."""
    return 2 * POCKET_GAP_M * tab_length_m * depth_m * density_kg_m3


def with_waste(mass_kg: float) -> float:
    """What to mix for what stays in the joint."""
    return mass_kg * (1 + WASTE)


def fillet_radius_m(diameter_m: float) -> float:
    """A usual fillet for a tube: 6 % of its diameter, 2 to 6 mm (our own rule). [m]"""
    return min(max(0.06 * diameter_m, 0.002), 0.006)


def root_fillet_radius_m(diameter_m: float, thickness_m: float) -> float:
    """A usual outside fillet along a fin's root: as much, and no thinner than the fin's own half. [m]"""
    return max(fillet_radius_m(diameter_m), min(thickness_m, 0.008) / 2)
