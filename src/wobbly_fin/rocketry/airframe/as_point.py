"""An airframe flown as a point: its mass, its largest diameter, one Cd."""

import math

from wobbly_fin.rocketry.air import SiteAir
from wobbly_fin.rocketry.airframe.airframe import Airframe
from wobbly_fin.rocketry.airframe.drag import Drag, build_up
from wobbly_fin.rocketry.airframe.layout import Layout, lay_out
from wobbly_fin.rocketry.airframe.mass import empty_totals, weigh
from wobbly_fin.rocketry.airframe.parts import CanopyPack
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.recovery import Canopy

# Where the one Cd of a flight is taken: about two thirds of an ordinary model's top speed. The build-up changes by some
# five per cent between 30 and 100 m/s.
CRUISE_M_S = 60.0
_SUTHERLAND = (1.458e-6, 110.4)  # US Standard Atmosphere 1976, equation 51


def drag_at(layout: Layout, speed_m_s: float = CRUISE_M_S, *, thrusting: bool = False, motor_diameter_m: float = 0.0) -> Drag:
    """The build-up in standard air at sea level."""
    air = SiteAir(elevation_m=0.0)
    kelvin = 288.15
    viscosity = _SUTHERLAND[0] * kelvin**1.5 / (kelvin + _SUTHERLAND[1])
    return build_up(
        layout, speed_m_s=speed_m_s, sound_speed_m_s=math.sqrt(1.4 * 287.053 * kelvin),
        kinematic_viscosity_m2_s=viscosity / air.density_kg_m3(), thrusting=thrusting, motor_diameter_m=motor_diameter_m,
    )  # fmt: skip


def as_point(airframe: Airframe, canopy: Canopy | None = None, cd: float | None = None) -> QuickRocket:
    """Mass without motor, largest diameter, and `cd`, the owner's own, or the build-up's at `CRUISE_M_S` coasting.

    Parameters
    ----------
    canopy : Canopy or None
        In place of the airframe's own.

    Raises
    ------
    RocketryError
        Where a part's mass is not known and nobody weighed the whole.
    """
    layout = lay_out(airframe)
    totals = empty_totals(airframe, weigh(layout))
    if airframe.known.mass_kg is None and totals.unknown:
        raise RocketryError(
            f"parts.{totals.unknown[0]}.mass_kg", "is missing: give a mass or a material, or mass_kg of the whole"
        )
    own_cd = cd if cd is not None else airframe.known.cd
    diameter = layout.reference_diameter_m
    if own_cd is not None and airframe.known.diameter_m is not None:
        diameter = airframe.known.diameter_m
    packed = next((p.part for p in layout.of(CanopyPack) if isinstance(p.part, CanopyPack)), None)
    return QuickRocket(
        mass_kg=totals.mass_kg,
        diameter_m=diameter,
        cd=own_cd if own_cd is not None else drag_at(layout).cd,
        canopy=canopy if canopy is not None else packed.canopy if packed else None,
    )
