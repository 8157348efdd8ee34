"""A body without anything open, falling end over end."""

import math

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.surfaces import surfaces

# A cylinder across the air, Cd 1.2 on its side (Hoerner, Fluid-Dynamic Drag, ch. 3, from memory); a plate, 1.2 likewise.
_ACROSS_CD = 1.2
# Turning evenly about any axis across it, a body shows the air 2/π of its side on average: geometry.
_TURNING = 2 / math.pi


def tumble_drag_area_m2(layout: Layout, stage: int | None = None) -> float:
    """Cd A of a layout, or of one of its stages alone, turning over as it falls. Good to a third at best. [m²]"""

    def across_m2() -> float:
        # Of all fins about half lie across the air at any moment.
        return sum(s.side_m2 * (1.0 if p.part.OUTER else s.pieces / 2) for p, s in surfaces(layout, stage))

    area = layout.once(("tumbling", stage), across_m2)
    return _ACROSS_CD * _TURNING * area
