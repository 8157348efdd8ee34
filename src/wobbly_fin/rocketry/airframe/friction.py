"""Skin friction, from standing still to Mach 2.

References
----------
.. [1] S. F. Hoerner, Fluid-Dynamic Drag, 1965, ch. 2 (plates), ch. 5 (roughness, table 5-1), ch. 15 and 17 (compressible flow), from memory.
.. [2] D. P. Raymer, Aircraft Design, ch. 12: turbulent friction in compressible flow, from memory.
"""

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.errors import require_positive

Floats = NDArray[np.float64]
# Height of roughness [m]: order of magnitude after [1] table 5-1; which class a finish belongs to is our reading.
ROUGHNESS_M = {"rough": 250e-6, "unfinished": 50e-6, "painted": 20e-6, "polished": 2e-6}
_LAMINAR_UP_TO = 5e5  # Reynolds number at which a smooth plate's flow turns turbulent [1]


def friction_coefficient(reynolds: Floats, roughness_fraction: float, mach: Floats, *, laminar: bool = False) -> Floats:
    """Skin friction on a plate, on its wetted area: turbulent from its edge on, as a model that shakes, with a lug and seams, has it.

    Smooth: 0.455 ÷ (log₁₀ Re)^2.58, thinned by (1 + 0.144 M²)^0.65 [2]; fully rough: 0.032 (k ÷ l)^0.2, thinned by 1 + 0.18 M² [1];
    whichever is more. So slow or small that Blasius' 1.328 ÷ √Re is more than either, that.

    Parameters
    ----------
    reynolds : float or array
        > 0, on the length along the flow.
    roughness_fraction : float
        Roughness ÷ length.
    mach : float or array
    laminar : bool
        Credit the flow as far as it stays laminar on a smooth, still plate: less 1700 ÷ Re [1].
    """
    require_positive("reynolds", float(np.min(reynolds)))
    blasius = 1.328 / np.sqrt(reynolds)
    smooth = 0.455 / np.log10(np.maximum(reynolds, 10.0)) ** 2.58 / (1 + 0.144 * mach**2) ** 0.65
    rough = 0.032 * roughness_fraction**0.2 / (1 + 0.18 * mach**2)
    turbulent = np.maximum(smooth, rough)
    if laminar:
        return np.where(reynolds < _LAMINAR_UP_TO, blasius, np.maximum(blasius, turbulent - 1700 / reynolds))
    return np.maximum(blasius, turbulent)
