"""A rocket on the scale and over the finger with its motors in: what it is without them."""

from dataclasses import dataclass

from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.errors import RocketryError, require_positive
from wobbly_fin.rocketry.flight.vehicle import Vehicle


@dataclass(frozen=True, slots=True, kw_only=True)
class Weighed:
    """Without motors; None: not read. [kg], [m]"""

    mass_kg: float | None
    cg_m: float | None


def balance_m(configuration: Configuration) -> float | None:
    """Where it should balance on the pad, motors in, from the nose tip; None for a rocket without parts. [m]"""
    if configuration.rigid is None or configuration.empty_stages:
        return None
    vehicle = configuration.loaded
    return _moment_kg_m(vehicle) / vehicle.liftoff_mass_kg


def _moment_kg_m(vehicle: Vehicle) -> float:
    first = vehicle.stretches[0]
    return first.dry_kg * first.cg_m + first.burn.propellant_kg * first.propellant_cg_m


def without_motors(configuration: Configuration, *, mass_kg: float | None, cg_m: float | None) -> Weighed:
    """Take the motors off a reading.

    The motors' mass and moment are what they add to the rocket as it was known; taken from the reading they leave the rest:
    m = M − m_motors, x = (M X − m_motors x_motors) / m.

    Parameters
    ----------
    configuration : Configuration
        The rocket as it was known, its motors in.
    mass_kg, cg_m : float or None
        Read with the motors in: mass > 0; balance point from the nose tip. [kg], [m]

    Raises
    ------
    RocketryError
        `mass` of less than the motors; `balance` of a rocket without parts, behind its tail, or of a rest that would balance
        outside itself.
    """
    vehicle, rocket = configuration.loaded, configuration.rocket
    motors_kg = vehicle.liftoff_mass_kg - rocket.mass_kg
    whole_kg = vehicle.liftoff_mass_kg
    empty_kg = None
    if mass_kg is not None:
        require_positive("mass", mass_kg, 100.0)
        if mass_kg <= motors_kg:
            raise RocketryError("mass", f"is no more than its motors’ alone, {1000 * motors_kg:.0f} g; weigh it with them in")
        whole_kg, empty_kg = mass_kg, mass_kg - motors_kg
    if cg_m is None:
        return Weighed(mass_kg=empty_kg, cg_m=None)
    if not isinstance(rocket, RigidRocket):
        raise RocketryError("balance", "is of no use for a rocket entered as four figures: give it its parts first")
    length_m = rocket.layout.length_m
    require_positive("balance", cg_m, length_m)
    motors_moment = _moment_kg_m(vehicle) - rocket.mass_kg * rocket.cg_m
    rest_m = (whole_kg * cg_m - motors_moment) / (whole_kg - motors_kg)
    if not 0 < rest_m < length_m:
        raise RocketryError("balance", "cannot be with these motors in: the rest would balance outside itself")
    return Weighed(mass_kg=empty_kg, cg_m=rest_m)
