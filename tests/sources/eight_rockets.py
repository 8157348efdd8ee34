"""Eight rockets across the classes, with their motors and sites: what flights are held against outside solutions on."""

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.catalogue import find_motor
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor


def _rocket(
    mass_kg: float, diameter_m: float, cd: float, canopy_m: float, canopy_cd: float = 0.75, hole_m: float = 0.0
) -> QuickRocket:
    canopy = Canopy(kind="flat", diameter_m=canopy_m, cd=canopy_cd, spill_hole_m=hole_m)
    return QuickRocket(mass_kg=mass_kg, diameter_m=diameter_m, cd=cd, canopy=canopy)


# A curve all corners: full thrust from the first instant, a dip to nothing, a last kick, cut off while still pushing.
SHARP = Motor(
    label="D9-4", diameter_m=0.024, length_m=0.07, total_mass_kg=0.042, propellant_mass_kg=0.02, delays_s=(4.0,),
    curve=ThrustCurve.from_samples([[0.0, 30.0], [0.05, 4.0], [0.06, 0.0], [0.3, 0.0], [0.301, 14.0], [1.2, 9.0], [1.21, 26.0], [1.3, 12.0]]),
)  # fmt: skip

CASES: dict[str, tuple[QuickRocket, Motor, float, Site]] = {
    "mini, half A": (_rocket(0.0195, 0.0152, 0.62, 0.22, 0.4), find_motor("1/2A4T-4")[0], 4.0, Site(temperature_c=15, rod_length_m=0.85)),
    "small, B, breeze": (_rocket(0.041, 0.026, 0.6, 0.3), find_motor("B9-6")[0], 6.0, Site(temperature_c=9, wind_speed_m_s=3.0, rod_length_m=0.9)),
    "slim, C, early": (_rocket(0.052, 0.025, 0.5, 0.4), find_motor("C8-3")[0], 3.0, Site(elevation_m=300, temperature_c=28, wind_speed_m_s=5, wind_from_deg=200)),
    "sharp corners, D": (_rocket(0.11, 0.034, 0.7, 0.45, hole_m=0.06), SHARP, 4.0, Site(rod_length_m=1.0)),
    "wide, E, late": (_rocket(0.285, 0.056, 0.75, 0.7), find_motor("E19-8")[0], 7.5, Site(elevation_m=1600, temperature_c=31, rod_length_m=1.2)),
    "tilted rod, F": (_rocket(0.4, 0.054, 0.55, 0.8), find_motor("F43-8")[0], 8.0, Site(rod_tilt_deg=8, rod_azimuth_deg=300, wind_speed_m_s=4, rod_length_m=1.5)),
    "fast and slim, G": (_rocket(0.42, 0.041, 0.45, 0.6), find_motor("G98-10")[0], 10.0, Site(temperature_c=35, wind_speed_m_s=2, rod_length_m=1.8)),
    "high power, J": (_rocket(3.05, 0.102, 0.55, 1.6, 1.3, 0.16), find_motor("J307-12")[0], 12.0, Site(elevation_m=118, temperature_c=17, wind_speed_m_s=2.5, rod_length_m=2.4)),
}  # fmt: skip
