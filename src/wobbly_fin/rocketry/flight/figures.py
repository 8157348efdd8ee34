"""What the compiled flight takes and gives, by name: phases, events, and the columns of its arrays. Numbers only.

The kernels take plain float arrays, since a thread's arrays are its own and a scatter changes a few figures a thousand
times; these names are the only place that knows which column is which.
"""

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]

ROD, FREE, CANOPY = 0, 1, 2
NONE, ROD_EXIT, APOGEE, GROUND, TRIGGER = 0, 1, 2, 3, 4

# Rows of scratch a thread wants, and how wide: seven derivatives, the state, the next one, the burn, one more state.
WORK_ROWS, WORK_COLUMNS = 11, 15
POINT_STATE, RIGID_STATE, OFF_AXIS_STATE = 6, 12, 15
TRACE_COLUMNS = 13  # time, position, velocity, axis (none under a canopy), acceleration
MACH_STEPS, MACH_STEP = 41, 0.05  # rows of an aerodynamic table: Mach 0 … 2; beyond, the last row holds


class _Leg(NamedTuple):
    """Figures of one stretch of the ascent: a stack of stages from when it flies alone until something parts from it."""

    STATE: int  # components of the state: 6 a point, 12 a rigid body, 15 one whose thrust may pull off its axis
    ENDS_S: int  # until when: separation; infinite for the last
    FIRST_KNOT: int  # its rows in the table of thrust
    LAST_KNOT: int
    MASS_KG: int  # all but the propellant that burns on this leg
    DRAG_AREA_M2: int  # a point: Cd A. A rigid body: the reference area its coefficients refer to
    CG_M: int  # of that mass, from the nose tip
    INERTIA_KG_M2: int  # transverse, about that CG
    PROPELLANT_CG_M: int
    PROPELLANT_INERTIA_M2: int  # transverse, per kg, about its own CG
    BODY_LIFT_M2: int  # K times the side area
    BODY_LIFT_AT_M: int
    DRAG_FACTOR: int
    THRUST_FACTOR: int
    ELEVATION_M: int
    PRESSURE_FACTOR: int
    WARMER_K: int
    ROD_LENGTH_M: int
    AXIS_X: int  # unit vector of the rod
    AXIS_Y: int
    AXIS_Z: int
    WIND_X_M_S: int  # at the reference height, the way it blows to
    WIND_Y_M_S: int
    WIND_EXPONENT: int
    WIND_HEIGHT_M: int
    TURN_COS: int  # layered winds are turned and stretched by these, a scatter's doing
    TURN_SIN: int
    GUST_TOP_M: int  # height of the gust table's last row; 0: no gusts
    TOLERANCE: int
    LAYERS: int  # rows of the table of layers
    GUST_ROWS: int


Leg = _Leg(*range(len(_Leg._fields)))


LEG_COLUMNS = len(Leg)


class _Knot(NamedTuple):
    """Columns of the thrust table; straight lines between rows, the propellant left a parabola."""

    TIME_S: int
    THRUST_N: int
    FLOW_KG_S: int
    LEFT_KG: int
    MOMENT_1_N_M: int  # thrust times its distance from the axis, along the body's first and second transverse direction
    MOMENT_2_N_M: int


Knot = _Knot(*range(len(_Knot._fields)))


class _Aero(NamedTuple):
    """Columns of an aerodynamic table by Mach: axial drag, and sums over parts of CNα, CNα x and CNα x²."""

    COASTING: int
    THRUSTING: int
    SLOPE: int
    SLOPE_X: int
    SLOPE_XX: int


Aero = _Aero(*range(len(_Aero._fields)))


class _Device(NamedTuple):
    """Columns of the table of what opens: drag area, filling time, and what ends its turn (NaN: nothing does)."""

    DRAG_AREA_M2: int
    FILLING_S: int
    UNTIL_HEIGHT_M: int
    UNTIL_AFTER_S: int


Device = _Device(*range(len(_Device._fields)))


class _Up(NamedTuple):
    """What an ascent comes to; NaN where there is none. OUTSIDE is 1 when the air model was left."""

    LIFTED: int
    OUTSIDE: int
    LIFTOFF_S: int
    ROD_S: int
    ROD_SPEED_M_S: int
    ROD_ANGLE_RAD: int  # angle of attack there
    BURNOUT_ALTITUDE_M: int
    BURNOUT_SPEED_M_S: int
    MAX_SPEED_M_S: int
    MAX_MACH: int
    MAX_ACCELERATION_M_S2: int
    APOGEE_S: int
    APOGEE_ALTITUDE_M: int
    APOGEE_X_M: int
    APOGEE_Y_M: int
    TUMBLED: int  # 1: flew broadside at speed before its apogee
    LANDING_S: int  # as it is, nothing opened
    LANDING_X_M: int
    LANDING_Y_M: int
    LANDING_SPEED_M_S: int
    TRACED: int
    LEAN_RAD: int  # of the velocity from vertical, one second after the rod
    STEPS: int
    BURNOUT_LEAN_RAD: int


Up = _Up(*range(len(_Up._fields)))


class _Down(NamedTuple):
    """What a descent comes to."""

    LANDING_S: int
    LANDING_X_M: int
    LANDING_Y_M: int
    LANDING_SPEED_M_S: int
    LOAD_N: int  # greatest pull of what opened
    LAST_OPENING_S: int
    LAST_OPENING_ALTITUDE_M: int
    LAST_OPENING_SPEED_M_S: int
    TRACED: int


Down = _Down(*range(len(_Down._fields)))


# A state kept for later: time, the state's first twelve components, how much of the trace had been written.
HELD_COLUMNS = 14
