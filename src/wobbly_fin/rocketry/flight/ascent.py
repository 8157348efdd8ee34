"""The compiled way up: pad, rod, boost, coast, one stack of stages after another, to the top or back to the ground.

One explicit embedded Runge–Kutta pair (`stepping`) carries every phase of a point and of a rigid body alike. Steps end
exactly at the corners of the thrust curve, at separations and at the moments a state is asked for; other events are
located by shortening the step until it lands on them, so that they have the method's own accuracy. One ascent serves
every delay of a motor: the states at all of them are kept, and each is let down from there (`descent`).
"""

import math

from wobbly_fin.rocketry.air.standard import sound_speed_m_s
from wobbly_fin.rocketry.compiling import kernel, pointer
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.descent import note
from wobbly_fin.rocketry.flight.figures import APOGEE, FREE, GROUND, NONE, ROD, ROD_EXIT, Floats, Knot, Leg, Up
from wobbly_fin.rocketry.flight.figures import WORK_COLUMNS as W
from wobbly_fin.rocketry.flight.forces import (
    BURNING,
    FLOW,
    FLOW_SLOPE,
    LEFT,
    MOMENT_1,
    MOMENT_2,
    SINCE,
    SLOPE_1,
    SLOPE_2,
    THRUST,
    THRUST_SLOPE,
    derivative,
)
from wobbly_fin.rocketry.flight.stepping import (
    air_speed,
    event_in,
    event_value,
    fastest_in,
    forget_rates,
    locate,
    next_length,
    step,
)
from wobbly_fin.rocketry.flight.wind import wind_at

G = STANDARD_GRAVITY_M_S2
_MOST_STEPS = 300_000
_BROADSIDE_COS = 0.5
_LEAN_AFTER_S = 1.0
_CLIMBS_M_S = 1e-6


@kernel
def lift_time(knots: Floats, q: Floats, start_s: float) -> float:
    """First time from `start_s` on at which thrust exceeds weight along the rod; NaN if it never does."""
    pull = G * q[Leg.AXIS_Z]
    factor = q[Leg.THRUST_FACTOR]
    for i in range(int(q[Leg.FIRST_KNOT]), int(q[Leg.LAST_KNOT])):
        t1 = knots[6 * (i + 1) + Knot.TIME_S]
        if t1 <= start_s:
            continue
        t0 = max(knots[6 * i + Knot.TIME_S], start_s)
        whole, since = t1 - knots[6 * i + Knot.TIME_S], t0 - knots[6 * i + Knot.TIME_S]
        slope = factor * (knots[6 * (i + 1) + Knot.THRUST_N] - knots[6 * i + Knot.THRUST_N]) / whole
        f0 = factor * knots[6 * i + Knot.THRUST_N] + slope * since
        steeper = (knots[6 * (i + 1) + Knot.FLOW_KG_S] - knots[6 * i + Knot.FLOW_KG_S]) / whole
        flow = knots[6 * i + Knot.FLOW_KG_S] + steeper * since
        mass = q[Leg.MASS_KG] + knots[6 * i + Knot.LEFT_KG] - since * 0.5 * (knots[6 * i + Knot.FLOW_KG_S] + flow)
        # excess(s) = f0 + slope s - pull (mass - flow s - steeper s²/2), a quadratic in s on [0, t1 - t0]
        c = f0 - pull * mass
        b = slope + pull * flow
        a = 0.5 * pull * steeper
        if c > 0.0:
            return t0
        span = t1 - t0
        root = math.nan
        disc = b * b - 4 * a * c
        if disc >= 0.0:
            half = -0.5 * (b + math.copysign(math.sqrt(disc), b))
            for candidate in (half / a if a != 0.0 else math.nan, c / half if half != 0.0 else math.nan):
                # rising through zero, inside this segment
                if 0.0 <= candidate <= span and b + 2 * a * candidate > 0.0 and not candidate > root:
                    root = candidate
        if not math.isnan(root) and root < span:
            return t0 + root
    return math.nan


@kernel
def load_segment(i: int, knots: Floats, q: Floats, burn: Floats) -> None:
    """Put the stretch of burn from corner `i` on in `burn`; before the first nothing burns yet, from the last on no more."""
    first, last = int(q[Leg.FIRST_KNOT]), int(q[Leg.LAST_KNOT])
    for j in range(15):
        burn[j] = 0.0
    if i < first:
        burn[LEFT] = knots[6 * first + Knot.LEFT_KG] if last >= first else 0.0
        return
    if i >= last:
        return
    whole = knots[6 * (i + 1) + Knot.TIME_S] - knots[6 * i + Knot.TIME_S]
    burn[SINCE], burn[THRUST], burn[FLOW] = (
        knots[6 * i + Knot.TIME_S],
        knots[6 * i + Knot.THRUST_N],
        knots[6 * i + Knot.FLOW_KG_S],
    )
    burn[THRUST_SLOPE] = (knots[6 * (i + 1) + Knot.THRUST_N] - knots[6 * i + Knot.THRUST_N]) / whole
    burn[FLOW_SLOPE] = (knots[6 * (i + 1) + Knot.FLOW_KG_S] - knots[6 * i + Knot.FLOW_KG_S]) / whole
    burn[LEFT] = knots[6 * i + Knot.LEFT_KG]
    burn[MOMENT_1], burn[MOMENT_2] = knots[6 * i + Knot.MOMENT_1_N_M], knots[6 * i + Knot.MOMENT_2_N_M]
    burn[SLOPE_1] = (knots[6 * (i + 1) + Knot.MOMENT_1_N_M] - knots[6 * i + Knot.MOMENT_1_N_M]) / whole
    burn[SLOPE_2] = (knots[6 * (i + 1) + Knot.MOMENT_2_N_M] - knots[6 * i + Knot.MOMENT_2_N_M]) / whole
    burn[BURNING] = 1.0


@kernel
def point_up(y: Floats, q: Floats) -> None:
    """Stand the body on the rod: axis, no turning, a transverse direction."""
    ax, ay, az = q[Leg.AXIS_X], q[Leg.AXIS_Y], q[Leg.AXIS_Z]
    for i in range(15):
        y[i] = 0.0
    y[6], y[7], y[8] = ax, ay, az
    # Across the axis, in the plane of axis and east: a rod never lies along it.
    size = math.sqrt(1.0 - ax * ax)
    y[12], y[13], y[14] = (1.0 - ax * ax) / size, -ax * ay / size, -ax * az / size


@kernel
def straighten(y: Floats, size: int) -> None:
    """Take out what rounding and stepping did to unit length and right angles."""
    if size < 12:
        return
    s = 1.0 / math.sqrt(y[6] * y[6] + y[7] * y[7] + y[8] * y[8])
    y[6], y[7], y[8] = y[6] * s, y[7] * s, y[8] * s
    for at in range(9, size, 3):
        along = y[at] * y[6] + y[at + 1] * y[7] + y[at + 2] * y[8]
        y[at], y[at + 1], y[at + 2] = y[at] - along * y[6], y[at + 1] - along * y[7], y[at + 2] - along * y[8]


@kernel
def attack_cos(y: Floats, q: Floats, layers: Floats, gust: Floats) -> float:
    """Cosine of the angle between axis and oncoming air."""
    wx, wy = wind_at(y[2], q, layers, gust)
    ux, uy = y[3] - wx, y[4] - wy
    speed = math.sqrt(ux * ux + uy * uy + y[5] * y[5])
    return (ux * y[6] + uy * y[7] + y[5] * y[8]) / speed if speed > 0.0 else 1.0


@kernel
def hold(row: Floats, t: float, y: Floats, count: int) -> None:
    row[0] = t
    for i in range(12):
        row[1 + i] = y[i]
    row[13] = count


@kernel
def ascend(
    thrusts: Floats, legs: Floats, aero: Floats, winds: Floats, gusts: Floats, stops: Floats, held: Floats, work: Floats,
    trace: Floats, up: Floats,
) -> None:  # fmt: skip
    """Fly up, and on until every asked-for moment is past or the ground is reached.

    Parameters
    ----------
    thrusts : (n, 6) array
        Thrust of all legs, one after another; see `Knot`.
    legs : (l, LEG_COLUMNS) array
        See `Leg`; the first leaves the pad.
    aero : (l, MACH_STEPS, 5) array
        See `Aero`; not looked at for a point.
    winds, gusts : arrays
        The layers and gusts of `wind_at`.
    stops : (s,) array
        Times at which the state is to be kept, rising; NaNs last, never reached. [s]
    held : (s + l, HELD_COLUMNS) array
        Filled: the state at each stop (time NaN: landed before), then at the end of each leg, then (last row) at apogee.
    work : (WORK_ROWS, WORK_COLUMNS) array
        Scratch, one per thread.
    trace : (m, TRACE_COLUMNS) array
        Filled as far as it reaches; m may be 0.
    up : (len(Up),) array
        Filled.
    """
    knots, layers, gust = pointer(thrusts), pointer(winds), pointer(gusts)
    k, y, new, burn = pointer(work), pointer(work[7]), pointer(work[8]), pointer(work[9])
    leg, last_leg = 0, legs.shape[0] - 1
    q, table = pointer(legs[0]), pointer(aero[0])
    size = int(q[Leg.STATE])
    rigid = size > 6
    work[:] = 0.0  # nothing left of an earlier flight that may have ended in NaN
    up[:] = math.nan
    held[:, 0] = math.nan
    up[Up.OUTSIDE], up[Up.TUMBLED], up[Up.TRACED], up[Up.STEPS] = 0.0, 0.0, 0.0, 0.0
    point_up(y, q)

    t = lift_time(knots, q, 0.0)
    up[Up.LIFTED] = 0.0 if math.isnan(t) else 1.0
    if math.isnan(t):
        return
    up[Up.LIFTOFF_S] = t
    burnout = knots[6 * int(legs[last_leg, Leg.LAST_KNOT]) + Knot.TIME_S]
    lights = knots[6 * int(legs[last_leg, Leg.FIRST_KNOT]) + Knot.TIME_S]  # the last motor: before it, no top is the top
    top_v, top_a = 0.0, 0.0
    up[Up.MAX_MACH] = 0.0
    next_stop = 0
    stop_count = stops.shape[0]
    while next_stop < stop_count and stops[next_stop] <= t:
        hold(held[next_stop], stops[next_stop], y, 0)
        next_stop += 1

    phase, i, fresh = ROD, int(q[Leg.FIRST_KNOT]) - 1, True
    last = int(q[Leg.LAST_KNOT])
    h = 1e-3
    count = 0
    lean_at = math.inf
    rising = True

    for _ in range(_MOST_STEPS):
        if fresh:
            while i < last and knots[6 * (i + 1) + Knot.TIME_S] <= t:
                i += 1
            load_segment(i, knots, q, burn)
            derivative(phase, t, y, k, 0, burn, q, table, layers, gust)
            fresh = False
            if count == 0:
                count = note(trace, 0, t, y, k, size)

        corner = knots[6 * (i + 1) + Knot.TIME_S] if i < last else math.inf
        stop = min(corner, q[Leg.ENDS_S] if phase == FREE else math.inf, lean_at)
        if next_stop < stop_count and stops[next_stop] < stop:
            stop = stops[next_stop]
        clipped = t + h >= stop - 1e-12
        length = stop - t if clipped else h
        error, stage_a = step(phase, t, length, size, y, new, k, burn, q, table, layers, gust)
        if math.isnan(error):
            # A long step may only have felt its way below ground; a short one has really left the air.
            h = 0.25 * length
            if h < 1e-6:
                up[Up.OUTSIDE] = 1.0
                break
            forget_rates(k, size)
            continue
        if error > 1.0:
            h = next_length(length, error)
            continue
        full = next_length(length, error)
        up[Up.STEPS] += 1.0

        event = event_in(phase, rising, y, new, q)
        while event != NONE:
            clipped = False
            length = locate(event, 0.0, phase, t, length, size, y, new, k, burn, q, table, layers, gust)
            if event != APOGEE or phase != ROD or event_value(ROD_EXIT, new, q) > 0.0:
                break
            event = ROD_EXIT  # a long step over both: it had left the rod before it peaked
        topped = not math.isnan(up[Up.APOGEE_S]) and t >= lights
        if not topped:
            fastest, where = fastest_in(length, y, new, k, q, layers, gust)
            if fastest > top_v:
                top_v = fastest
                z = y[2] + where * (new[2] - y[2])
                up[Up.MAX_MACH] = fastest / sound_speed_m_s(q[Leg.ELEVATION_M] + z, q[Leg.WARMER_K])
            if t < burnout:
                top_a = max(top_a, stage_a, math.sqrt(k[3] ** 2 + k[4] ** 2 + k[5] ** 2))

        t = stop if clipped else t + length
        for j in range(size):
            y[j], k[j] = new[j], k[6 * W + j]
        straighten(y, size)
        # A peak found is not found again for a rounding's worth of climb; a late stage may climb once more.
        rising = rising or y[5] > _CLIMBS_M_S
        count = note(trace, count, t, y, k, size)
        h = max(full, h) if clipped else full
        if rigid and phase == FREE and not topped and event != APOGEE:
            air = air_speed(y, q, layers, gust)
            if air > 0.5 * top_v and attack_cos(y, q, layers, gust) < _BROADSIDE_COS:
                up[Up.TUMBLED] = 1.0

        if clipped and t >= corner:
            fresh = True
            if i + 1 == last and leg == last_leg:
                up[Up.BURNOUT_ALTITUDE_M] = y[2]
                up[Up.BURNOUT_SPEED_M_S] = math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
                up[Up.BURNOUT_LEAN_RAD] = math.atan2(math.hypot(y[3], y[4]), y[5])
        if clipped and t >= lean_at:
            lean_at = math.inf
            up[Up.LEAN_RAD] = math.atan2(math.hypot(y[3], y[4]), y[5])
        if event == ROD_EXIT:
            up[Up.ROD_S], up[Up.ROD_SPEED_M_S] = t, math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
            if rigid:
                up[Up.ROD_ANGLE_RAD] = math.acos(min(1.0, max(-1.0, attack_cos(y, q, layers, gust))))
            lean_at = t + _LEAN_AFTER_S
            phase, fresh = FREE, True
        elif event == APOGEE:
            rising = False
            if math.isnan(up[Up.APOGEE_S]) or y[2] > up[Up.APOGEE_ALTITUDE_M]:
                up[Up.APOGEE_S], up[Up.APOGEE_ALTITUDE_M] = t, y[2]
                up[Up.APOGEE_X_M], up[Up.APOGEE_Y_M] = y[0], y[1]
                hold(held[held.shape[0] - 1], t, y, count)
        elif event == GROUND:
            again = lift_time(knots, q, t) if phase == ROD else math.nan
            if math.isnan(again):
                up[Up.LANDING_S], up[Up.LANDING_X_M], up[Up.LANDING_Y_M] = t, y[0], y[1]
                up[Up.LANDING_SPEED_M_S] = math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
                break
            # Slid back onto the pad with thrust to come: it waits there, and the hop was no apogee.
            t, fresh, h = again, True, 1e-3
            i = int(q[Leg.FIRST_KNOT]) - 1
            point_up(y, q)
            up[Up.APOGEE_S], up[Up.APOGEE_ALTITUDE_M] = math.nan, math.nan
            rising = True
            while next_stop < stop_count and stops[next_stop] <= t:
                hold(held[next_stop], stops[next_stop], y, count)
                next_stop += 1

        while next_stop < stop_count and t >= stops[next_stop]:
            hold(held[next_stop], t, y, count)
            next_stop += 1
        if leg < last_leg and t >= q[Leg.ENDS_S] and phase == FREE:
            hold(held[stop_count + leg], t, y, count)
            leg += 1
            q, table = pointer(legs[leg]), pointer(aero[leg])
            i, last, fresh = int(q[Leg.FIRST_KNOT]) - 1, int(q[Leg.LAST_KNOT]), True
            h = min(h, 1e-2)
        waits = next_stop < stop_count and not math.isnan(stops[next_stop])
        over = not math.isnan(up[Up.APOGEE_S]) and t >= lights and leg == last_leg
        if over and not waits and stop_count > 0 and t >= up[Up.APOGEE_S]:
            break
    up[Up.MAX_SPEED_M_S], up[Up.MAX_ACCELERATION_M_S2], up[Up.TRACED] = top_v, top_a, count
