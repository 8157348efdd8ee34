"""How far a rod or rail guides a rocket."""

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.parts import LaunchLug, RailButton

STAND_OFF_M = 0.05  # the tail above the foot of the rod, on clips or a deflector: our own assumption
SHORTEST_M = 0.05


def guided_travel_m(layout: Layout, rod_length_m: float) -> float:
    """Travel until the last guide leaves the rod: what stand-off and the rearmost guide's height leave of its length. [m]

    Without lug or button the tail is taken for the guide.
    """
    guides = [p.aft_m for kind in (LaunchLug, RailButton) for p in layout.of(kind)]
    rearmost = max(guides, default=layout.length_m)
    return max(SHORTEST_M, rod_length_m - STAND_OFF_M - max(0.0, layout.length_m - rearmost))
