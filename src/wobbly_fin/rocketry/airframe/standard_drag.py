"""The drag of an airframe in the air of a site; left out, in standard air at sea level."""

import numpy as np

from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.airframe.drag import Drag, build_up
from wobbly_fin.rocketry.airframe.friction import Floats
from wobbly_fin.rocketry.airframe.layout import Layout

# Where one Cd is quoted: about two thirds of an ordinary model's top speed. The build-up changes by some
# five per cent between 30 and 100 m/s.
CRUISE_M_S = 60.0
STANDARD = SiteAir(elevation_m=0.0)
SOUND_M_S = STANDARD.sound_speed_m_s


def drag_at(layout: Layout, speeds_m_s: Floats, *, motor_diameter_m: float = 0.0, air: SiteAir = STANDARD) -> Drag:
    """The build-up at some speeds."""
    return build_up(
        layout, speeds_m_s, sound_speed_m_s=air.sound_speed_m_s, kinematic_viscosity_m2_s=air.kinematic_viscosity_m2_s,
        motor_diameter_m=motor_diameter_m,
    )  # fmt: skip


def cruise_drag(layout: Layout, motor_diameter_m: float = 0.0) -> Drag:
    """The build-up where one Cd is quoted."""
    return drag_at(layout, np.array([CRUISE_M_S]), motor_diameter_m=motor_diameter_m)


def cruise_cd(layout: Layout) -> float:
    """The one Cd quoted of an airframe, coasting. [-]"""
    return float(cruise_drag(layout).coasting[0])
