"""What a compiled flight takes and gives, and the names of its phases and events. Floats and integers only."""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]

ROD, FREE, CANOPY = 0, 1, 2
NONE, ROD_EXIT, APOGEE, GROUND = 0, 1, 2, 3
TRACE_COLUMNS = 7  # time, then the state


class Point(NamedTuple):
    """What flies, where, in what air. Areas already carry their drag coefficient."""

    mass_kg: float  # without motor
    drag_area_m2: float  # Cd A ascending
    canopy_drag_area_m2: float  # Cd A of the canopy, 0 without one
    motor_mass_kg: float
    propellant_mass_kg: float
    delay_s: float  # NaN: no ejection charge
    elevation_m: float
    pressure_factor: float
    warmer_k: float
    rod_length_m: float
    axis_x: float  # unit vector of the rod
    axis_y: float
    axis_z: float
    wind_x_m_s: float  # at the reference height, the way it blows to
    wind_y_m_s: float
    wind_exponent: float
    wind_height_m: float
    tolerance: float


class Flown(NamedTuple):
    """Figures of one flight; NaN where there is none. `outside` is 1 when the air model was left."""

    lifted: int
    outside: int
    liftoff_time_s: float
    rod_exit_time_s: float
    rod_exit_speed_m_s: float
    burnout_altitude_m: float
    burnout_speed_m_s: float
    max_speed_m_s: float
    max_mach: float
    max_acceleration_m_s2: float
    apogee_time_s: float
    apogee_altitude_m: float
    ejection_time_s: float
    ejection_altitude_m: float
    ejection_speed_m_s: float
    landing_time_s: float
    landing_speed_m_s: float
    landing_x_m: float
    landing_y_m: float
    traced: int
