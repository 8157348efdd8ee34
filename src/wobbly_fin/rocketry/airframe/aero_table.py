"""An airframe's aerodynamics by Mach, as the flight takes them."""

from collections.abc import Iterable

import numpy as np

from wobbly_fin.rocketry.airframe.barrowman import Push, pushes_at
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.standard_drag import SOUND_M_S, drag_at
from wobbly_fin.rocketry.flight.figures import MACH_STEP, MACH_STEPS, Aero, Floats

_MACHS = tuple(i * MACH_STEP for i in range(MACH_STEPS))
_SLOWEST_M_S = 2.0  # skin friction has no limit towards standing still
_SPEEDS_M_S = np.maximum(np.array(_MACHS) * SOUND_M_S, _SLOWEST_M_S)


def normal_force_table(layout: Layout, *, mach_correction: bool) -> Floats:
    """The sums of CNα, CNα x and CNα x² over parts, by Mach: see `sums_of`; (MACH_STEPS, 3) array."""
    if not mach_correction:
        return np.tile(sums_of(pushes_at(layout, 0.0)[0]), (MACH_STEPS, 1))
    return np.array([sums_of(pushes_at(layout, mach)[0]) for mach in _MACHS])


def aero_table(layout: Layout, *, cd: float | None, motor_diameter_m: float, normal_force: Floats) -> Floats:
    """Axial drag coasting and thrusting, and the sums of CNα, CNα x and CNα x² over parts, by Mach.

    Parameters
    ----------
    cd : float or None
        A drag coefficient of its owner's; None: the build-up, in standard air at sea level.
    motor_diameter_m : float
        All burning motors' together as one circle: what the exhaust fills of the base. [m]
    normal_force : (MACH_STEPS, 3) array
        As `normal_force_table` gives it: it hangs on neither drag nor motors.

    Returns
    -------
    (MACH_STEPS, 5) array
        See `Aero`; Mach 0 … 2.
    """
    table = np.empty((MACH_STEPS, 5))
    table[:, Aero.SLOPE :] = normal_force
    if cd is not None:
        table[:, : Aero.SLOPE] = cd
        return table
    drag = drag_at(layout, _SPEEDS_M_S, motor_diameter_m=motor_diameter_m)
    table[:, Aero.COASTING], table[:, Aero.THRUSTING] = drag.coasting, drag.thrusting
    return table


def sums_of(pushes: Iterable[Push]) -> tuple[float, float, float]:
    """Σ CNα, Σ CNα x [m], Σ CNα x² [m²] over parts, on the reference circle."""
    each = [(p.cn_alpha_per_rad, p.cp_m) for p in pushes]
    return sum(cn for cn, _ in each), sum(cn * x for cn, x in each), sum(cn * x**2 for cn, x in each)
