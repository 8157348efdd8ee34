"""Many flights of one rocket with its figures varied, compiled: a scatter's inner loop, one thread's share at a time."""

import math

from wobbly_fin.rocketry.compiling import kernel
from wobbly_fin.rocketry.flight.ascent import ascend
from wobbly_fin.rocketry.flight.descent import descend
from wobbly_fin.rocketry.flight.figures import POINT_STATE, Down, Floats, Leg, Up
from wobbly_fin.rocketry.flight.stepping import air_speed

# Columns of the draws: factors on wind, thrust, drag and mass, the wind's turn [rad], seconds on the delay, the rod's axis.
WIND, THRUST, DRAG, MASS, TURN_RAD, LATER_S, AXIS_X, AXIS_Y, AXIS_Z = range(9)
DRAW_COLUMNS = 9
# Columns of the outcomes.
APOGEE_M, LANDING_X, LANDING_Y, LANDING_SPEED, EJECTION_SPEED, AFTER_APOGEE, LOAD, STATUS, LANDING_T = range(9)
RUN_COLUMNS = 9
LANDED_OPEN, LANDED_SHUT, NEVER_LIFTED, LEFT_THE_AIR = 0.0, 1.0, 2.0, 3.0


@kernel
def fly_runs(
    knots: Floats, legs: Floats, aero: Floats, layers: Floats, gusts: Floats, devices: Floats, ejects_s: float, at_apogee: bool,
    hanging_kg: float, draws: Floats, stops: Floats, held: Floats, my_legs: Floats, work: Floats, trace: Floats, up: Floats,
    down: Floats, out: Floats,
) -> None:  # fmt: skip
    """Fly as many times as `draws` has rows.

    Parameters
    ----------
    gusts : (runs or 1, 2 rows) array
        A gust table per run, or one that nobody looks at.
    ejects_s : float
        When the charge fires as labelled; NaN: none. [s]
    stops, held, my_legs, work, trace, up, down : arrays
        Scratch of the thread's own: (1,), (1 + l, HELD_COLUMNS), as `legs`, and as the other kernels want them.
    out : (runs, RUN_COLUMNS) array
        Filled.
    """
    stages = legs.shape[0]
    opens = devices.shape[0] > 0
    for run in range(draws.shape[0]):
        draw = draws[run]
        cos, sin = math.cos(draw[TURN_RAD]), math.sin(draw[TURN_RAD])
        for s in range(stages):
            q = my_legs[s]
            for j in range(legs.shape[1]):
                q[j] = legs[s, j]
            q[Leg.THRUST_FACTOR] = draw[THRUST]
            q[Leg.DRAG_FACTOR] = draw[DRAG]
            q[Leg.MASS_KG] = legs[s, Leg.MASS_KG] * draw[MASS]
            q[Leg.INERTIA_KG_M2] = legs[s, Leg.INERTIA_KG_M2] * draw[MASS]
            q[Leg.AXIS_X], q[Leg.AXIS_Y], q[Leg.AXIS_Z] = draw[AXIS_X], draw[AXIS_Y], draw[AXIS_Z]
            x, y = legs[s, Leg.WIND_X_M_S], legs[s, Leg.WIND_Y_M_S]
            q[Leg.WIND_X_M_S] = draw[WIND] * (cos * x - sin * y)
            q[Leg.WIND_Y_M_S] = draw[WIND] * (sin * x + cos * y)
            q[Leg.TURN_COS], q[Leg.TURN_SIN] = draw[WIND] * cos, draw[WIND] * sin
        gust = gusts[run % gusts.shape[0]]
        stops[0] = max(ejects_s + draw[LATER_S], 0.0) if not math.isnan(ejects_s) else math.inf
        if not opens:
            stops[0] = math.inf
        elif at_apogee:
            stops[0] = math.nan
        ascend(knots, my_legs, aero, layers, gust, stops, held, work, trace, up)
        row = out[run]
        row[:] = math.nan
        row[APOGEE_M] = up[Up.APOGEE_ALTITUDE_M]
        row[STATUS] = LANDED_SHUT
        if up[Up.LIFTED] == 0.0:
            row[STATUS] = NEVER_LIFTED
            continue
        if up[Up.OUTSIDE] > 0.0:
            row[STATUS] = LEFT_THE_AIR
            continue
        from_row = held.shape[0] - 1 if at_apogee else 0
        q = my_legs[stages - 1]
        if opens and not math.isnan(held[from_row, 0]):
            row[EJECTION_SPEED] = air_speed(held[from_row, 1:], q, layers, gust)
            row[AFTER_APOGEE] = held[from_row, 0] - up[Up.APOGEE_S]
            for j in range(POINT_STATE):
                work[7, j] = held[from_row, 1 + j]
            q[Leg.MASS_KG] = hanging_kg * draw[MASS]
            descend(held[from_row, 0], devices, q, layers, gust, work, trace, 0, down)
            row[LANDING_X], row[LANDING_Y] = down[Down.LANDING_X_M], down[Down.LANDING_Y_M]
            row[LANDING_SPEED], row[LOAD] = down[Down.LANDING_SPEED_M_S], down[Down.LOAD_N]
            row[LANDING_T] = down[Down.LANDING_S]
            row[STATUS] = LANDED_OPEN
        else:
            row[LANDING_X], row[LANDING_Y] = up[Up.LANDING_X_M], up[Up.LANDING_Y_M]
            row[LANDING_SPEED], row[LANDING_T] = up[Up.LANDING_SPEED_M_S], up[Up.LANDING_S]
