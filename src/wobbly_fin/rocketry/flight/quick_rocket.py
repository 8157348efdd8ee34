"""A quick rocket: what a scale, a ruler and a guess at drag tell, flown as a point."""

import math
from dataclasses import dataclass

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.errors import require_positive
from wobbly_fin.rocketry.flight.vehicle import Opening, Stretch, Vehicle, burn_of
from wobbly_fin.rocketry.motors.motor import Motor

HEAVIEST_KG = 500.0
USUAL_CD = 0.6  # ordinary models run 0.4 … 0.8 (common practice, no source)
USUAL_CD_BAND = (0.4, 0.8)


@dataclass(frozen=True, slots=True, kw_only=True)
class QuickRocket:
    """Mass, diameter and drag; no shape.

    Parameters
    ----------
    mass_kg : float
        Everything but the motor: wadding, canopy, paint and glue too. > 0. [kg]
    diameter_m : float
        Largest body diameter, > 0. [m]
    cd : float
        Drag coefficient on the circle of that diameter, > 0. [-]
    canopy : Canopy or None
        None: nothing opens, whatever the charge does.

    Raises
    ------
    OutOfRangeError
    """

    mass_kg: float
    diameter_m: float
    cd: float = USUAL_CD
    canopy: Canopy | None = None

    def __post_init__(self) -> None:
        require_positive("mass_kg", self.mass_kg, HEAVIEST_KG)
        require_positive("diameter_m", self.diameter_m, 1.0)
        require_positive("cd", self.cd, 5.0)

    @property
    def drag_area_m2(self) -> float:
        """Cd × frontal area. [m²]"""
        return self.cd * math.pi / 4 * self.diameter_m**2

    def loaded(self, motor: Motor) -> Vehicle:
        """As the kernels fly it: a point."""
        stretch = Stretch(
            burn=burn_of([(motor, 0.0, 0.0)]), dry_kg=self.mass_kg + motor.burnout_mass_kg, drag_area_m2=self.drag_area_m2
        )
        openings = (Opening(drag_area_m2=self.canopy.drag_area_m2),) if self.canopy else ()
        return Vehicle(stretches=(stretch,), liftoff_mass_kg=self.mass_kg + motor.total_mass_kg, openings=openings)
