"""What rocket, motor and site let expect of a flight's log."""

from wobbly_fin.rocketry.altimetry.expected import Expected
from wobbly_fin.rocketry.flight.figures import MACH_STEP, Aero
from wobbly_fin.rocketry.flight.flight import fly
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.motors.motor import Motor

_MACH = 0.25  # where a rocket that coasts mostly is


def expected_of(rocket: Rocket, motor: Motor, site: Site, delay_s: float | None = None) -> Expected | None:
    """What a rocket with a motor at a site should do; None where it does not lift or has several stages."""
    vehicle = rocket.loaded(motor)
    if len(vehicle.stretches) != 1:
        return None
    flight = fly(rocket, motor, delay_s, site)
    if not flight.lifted or flight.liftoff_time_s is None or flight.burnout_time_s is None:
        return None
    (stretch,) = vehicle.stretches
    cd = 1.0 if stretch.aero is None else float(stretch.aero[round(_MACH / MACH_STEP), Aero.COASTING])
    return Expected(
        burn_s=flight.burnout_time_s - flight.liftoff_time_s,
        drag_per_m=site.air.density_kg_m3() * cd * stretch.drag_area_m2 / 2 / stretch.dry_kg,
        rate_m_s=flight.descent_rate_m_s,
        apogee_m=flight.apogee_altitude_m,
        air_c=site.temperature_c,
    )
