"""The force with which a canopy opens.

Pflanz's method as parachute handbooks give it (from memory): while it fills its drag area grows as (t ÷ t_f)^n, the mass slows by
drag alone, and the force is C_x X₁ times the drag the full canopy would have at the speed it began with: C_x how far its kind overshoots
at a speed that is held (`Device.overshoot`), X₁ what a mass that slows meanwhile takes off, from the ballistic parameter
A = 2 m ÷ (ρ Cd·S v t_f).
"""

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import device_of
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import require_finite, require_positive


def filling_time_s(canopy: Canopy, speed_m_s: float) -> float:
    """How long it takes to fill: the fill constant times its diameter over the speed (Knacke's, from memory). [s]"""
    require_positive("speed_m_s", speed_m_s)
    return device_of(canopy.kind).fill_constant * canopy.diameter_m / speed_m_s


def ballistic_parameter(mass_kg: float, canopy: Canopy, density_kg_m3: float, speed_m_s: float, filling_s: float) -> float:
    """A = 2 m ÷ (ρ Cd·S v t_f); large: the mass hardly slows while the canopy fills. [-]"""
    for name, value in (
        ("mass_kg", mass_kg),
        ("density_kg_m3", density_kg_m3),
        ("speed_m_s", speed_m_s),
        ("filling_s", filling_s),
    ):
        require_positive(name, value)
    return 2 * mass_kg / (density_kg_m3 * canopy.drag_area_m2 * speed_m_s * filling_s)


def force_factor(ballistic: float, growth: int) -> float:
    """X₁: the largest of (t ÷ t_f)^n · (v ÷ v₀)² while it fills, with v ÷ v₀ = 1 ÷ (1 + τ^(n+1) ÷ ((n + 1) A)). [-]

    The largest lies where τ^(n+1) = n (n + 1) A ÷ (n + 2), if that is before it is full.
    """
    require_positive("ballistic", ballistic)
    n = growth
    peak = (n * (n + 1) * ballistic / (n + 2)) ** (1 / (n + 1))
    tau = min(1.0, peak)
    return tau**n / (1 + tau ** (n + 1) / ((n + 1) * ballistic)) ** 2


def opening_force_n(
    mass_kg: float, canopy: Canopy, density_kg_m3: float, speed_m_s: float, filling_s: float | None = None
) -> float:
    """The largest pull while it opens, not less than what it carries in the end. [N]

    Parameters
    ----------
    filling_s : float or None
        None: by its kind and size.
    """
    require_finite("speed_m_s", speed_m_s, 0.0, 500.0)
    steady, weight = 0.5 * density_kg_m3 * canopy.drag_area_m2 * speed_m_s**2, mass_kg * STANDARD_GRAVITY_M_S2
    if speed_m_s < 1e-6:
        return weight
    fills = filling_time_s(canopy, speed_m_s) if filling_s is None else filling_s
    device = device_of(canopy.kind)
    if fills <= 0:
        return max(steady * device.overshoot, weight)
    factor = force_factor(ballistic_parameter(mass_kg, canopy, density_kg_m3, speed_m_s, fills), device.growth)
    return max(steady * device.overshoot * factor, weight)
