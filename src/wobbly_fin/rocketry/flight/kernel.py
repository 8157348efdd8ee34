"""The compiled flight of a point: pad, rod, boost, coast, ejection, canopy, landing.

One explicit embedded Runge–Kutta pair (`stepping`) carries every phase.
Steps end exactly at the corners of the thrust curve; events are located by shortening the step until it lands on
them, so that they have the method's own accuracy. Most of a descent happens at terminal speed, where an explicit
method is stiff: there the fall is a quadrature along height instead (see `descent`).

Frame: x east, y north, z up, metres from the pad. State: (x, y, z, vx, vy, vz). Time 0 is ignition.
"""

import math

from wobbly_fin.rocketry.air.standard import sound_speed_m_s
from wobbly_fin.rocketry.compiling import kernel
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.descent import SHEAR_LAGS, fall_speed, has_settled, note, settled_descent
from wobbly_fin.rocketry.flight.point import APOGEE, CANOPY, FREE, GROUND, NONE, ROD, ROD_EXIT, Floats, Flown, Point
from wobbly_fin.rocketry.flight.stepping import begin, event_in, event_value, fastest_in, locate, next_length, step

G = STANDARD_GRAVITY_M_S2
_MOST_STEPS = 1_000_000


@kernel
def lift_time(times: Floats, thrust: Floats, delivered: Floats, start_s: float, p: Point) -> float:
    """First time from `start_s` on at which thrust exceeds weight along the rod; NaN if it never does."""
    mass0 = p.mass_kg + p.motor_mass_kg
    per_ns = p.propellant_mass_kg / delivered[-1]
    pull = G * p.axis_z
    for i in range(len(times) - 1):
        t1 = times[i + 1]
        if t1 <= start_s:
            continue
        t0 = max(times[i], start_s)
        slope = (thrust[i + 1] - thrust[i]) / (t1 - times[i])
        f0 = thrust[i] + slope * (t0 - times[i])
        gone = delivered[i] + (t0 - times[i]) * (thrust[i] + f0) / 2
        # excess(s) = f0 + slope s - pull (m - per (f0 s + slope s²/2)), a quadratic in s on [0, t1 - t0]
        c = f0 - pull * (mass0 - per_ns * gone)
        b = slope + pull * per_ns * f0
        a = 0.5 * pull * per_ns * slope
        if c > 0.0:
            return t0
        span = t1 - t0
        root = math.nan
        disc = b * b - 4 * a * c
        if disc >= 0.0:
            q = -0.5 * (b + math.copysign(math.sqrt(disc), b))
            for candidate in (q / a if a != 0.0 else math.nan, c / q if q != 0.0 else math.nan):
                # rising through zero, inside this segment
                if 0.0 <= candidate <= span and b + 2 * a * candidate > 0.0 and not candidate > root:
                    root = candidate
        if not math.isnan(root) and root < span:
            return t0 + root
    return math.nan


@kernel
def load_segment(i: int, times: Floats, thrust: Floats, delivered: Floats, p: Point, burn: Floats) -> None:
    """Put the thrust segment starting at sample `i` in `burn`; the last sample begins the coast."""
    burn[4] = p.propellant_mass_kg / delivered[-1]
    burn[3] = p.propellant_mass_kg - burn[4] * delivered[i]
    burn[0] = times[i]
    if i >= len(times) - 1:
        burn[1], burn[2], burn[3] = 0.0, 0.0, 0.0
    else:
        burn[1] = thrust[i]
        burn[2] = (thrust[i + 1] - thrust[i]) / (times[i + 1] - times[i])


@kernel
def fly_point(times: Floats, thrust: Floats, delivered: Floats, p: Point, work: Floats, trace: Floats) -> Flown:
    """Fly one rocket.

    Parameters
    ----------
    times, thrust, delivered : (n,) arrays
        Corners of the thrust curve [s], [N] and impulse delivered by then [N·s].
    p : Point
    work : (11, 6) array
        Scratch, one per thread.
    trace : (m, 7) array
        Filled with (time, state) after every step, as far as it reaches; m may be 0.

    Returns
    -------
    Flown
    """
    nan = math.nan
    k = work[0:7]
    y, new, burn, at_ejection = work[7], work[8], work[9], work[10]
    last = len(times) - 1
    burnout = times[last]
    eject = burnout + p.delay_s  # NaN without a charge: every comparison with it is false
    spent_mass = p.mass_kg + p.motor_mass_kg - p.propellant_mass_kg
    y[:] = 0.0
    k[:] = 0.0  # nothing left of an earlier flight that may have ended in NaN

    t = lift_time(times, thrust, delivered, 0.0, p)
    if math.isnan(t):
        return Flown(0, 0, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, nan, 0)

    liftoff, rod_time, rod_speed = t, nan, nan
    burnout_z, burnout_v, top_v, top_mach, top_a = nan, nan, 0.0, 0.0, 0.0
    apogee_t, apogee_z = nan, nan
    eject_z, eject_v, land_t = nan, nan, nan
    ejected, settled, outside = False, False, 0

    phase, i, fresh = ROD, -1, True
    h = 1e-3
    count = note(trace, 0, t, y)
    count_at_ejection = 0

    for _ in range(_MOST_STEPS):
        if fresh:
            while i < last and (i < 0 or times[i + 1] <= t):
                i += 1
            load_segment(i, times, thrust, delivered, p, burn)
            begin(phase, t, y, k, p, burn)
            fresh = False

        if phase == CANOPY and not settled:
            v = fall_speed(max(y[2], 0.0), spent_mass, p)
            # Below this height the wind changes faster than the canopy follows it: step through that again.
            windy = p.wind_x_m_s != 0.0 or p.wind_y_m_s != 0.0
            shear_m = SHEAR_LAGS * p.wind_exponent * v * v / G if windy else 0.0
            if has_settled(y, shear_m, spent_mass, p):
                t, count = settled_descent(t, y, shear_m, spent_mass, p, trace, count)
                count = note(trace, count, t, y)
                settled, fresh, h = True, True, 0.2 * v / G
                if shear_m == 0.0:
                    land_t = t
                    break
                continue

        stop = times[i + 1] if i < last else math.inf
        if not ejected and eject < stop:
            stop = eject
        clipped = t + h >= stop - 1e-12
        length = stop - t if clipped else h
        error, stage_a = step(phase, t, length, y, new, k, p, burn, 0.0)
        if math.isnan(error):
            # A long step may only have felt its way below ground; a short one has really left the air.
            h = 0.25 * length
            if h < 1e-6:
                outside = 1
                break
            for row in range(1, 7):
                for j in range(6):
                    k[row, j] = 0.0  # a NaN times a weight of nothing is still one
            continue
        if error > 1.0:
            h = next_length(length, error)
            continue
        full = next_length(length, error)

        event = event_in(phase, math.isnan(apogee_t) and phase != CANOPY, y, new, p)
        while event != NONE:
            clipped = False
            length = locate(event, phase, t, length, y, new, k, p, burn)
            if event != APOGEE or phase != ROD or event_value(ROD_EXIT, new, p) > 0.0:
                break
            event = ROD_EXIT  # a long step over both: it had left the rod before it peaked
        if math.isnan(apogee_t):
            fastest, where = fastest_in(length, y, new, k)
            if fastest > top_v:
                top_v = fastest
                top_mach = fastest / sound_speed_m_s(p.elevation_m + y[2] + where * (new[2] - y[2]), p.warmer_k)
            if t < burnout:
                top_a = max(top_a, stage_a, math.sqrt(k[0, 3] ** 2 + k[0, 4] ** 2 + k[0, 5] ** 2))

        t = stop if clipped else t + length
        for j in range(6):
            y[j], k[0, j] = new[j], k[6, j]
        count = note(trace, count, t, y)
        h = max(full, h) if clipped else full

        if clipped and i < last and t >= times[i + 1]:
            fresh = True
            if i + 1 == last:
                burnout_z, burnout_v = y[2], math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
        if event == ROD_EXIT:
            rod_time, rod_speed = t, math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
            phase, fresh = FREE, True
        elif event == APOGEE:
            apogee_t, apogee_z = t, y[2]
        elif event == GROUND:
            again = lift_time(times, thrust, delivered, t, p) if phase == ROD else nan
            if math.isnan(again):
                land_t = t
                break
            # Slid back onto the pad with thrust to come: it waits there, and the hop was no apogee.
            t, fresh, h = again, True, 1e-3
            i = -1
            y[:] = 0.0
            apogee_t, apogee_z = nan, nan

        if not ejected and t >= eject:
            ejected = True
            eject_z, eject_v = y[2], math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
            at_ejection[:] = y
            count_at_ejection = count
        if ejected and phase != CANOPY and p.canopy_drag_area_m2 > 0.0 and not math.isnan(apogee_t):
            # An early charge lets the bare rocket fly on to its apogee first; then back to where the canopy opened.
            y[:] = at_ejection
            t, count = eject, count_at_ejection
            phase, fresh, h = CANOPY, True, 1e-3

    return Flown(
        1, outside, liftoff, rod_time, rod_speed, burnout_z, burnout_v, top_v, top_mach, top_a, apogee_t, apogee_z,
        eject if ejected else nan, eject_z, eject_v,
        land_t, math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2), y[0], y[1], count,
    )  # fmt: skip
