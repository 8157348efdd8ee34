"""The compiled way down under whatever opens: one device after another, stepped until it hangs, then a quadrature along height.

Most of a descent happens at terminal speed, where an explicit method is stiff: there the fall is integrated over height.
"""

import math

import numpy as np

from wobbly_fin.rocketry.compiling import kernel, pointer
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.figures import CANOPY, GROUND, NONE, POINT_STATE, TRIGGER, Device, Down, Floats, Leg
from wobbly_fin.rocketry.flight.figures import WORK_COLUMNS as W
from wobbly_fin.rocketry.flight.forces import FILLING, OPENED, density_at, hanging
from wobbly_fin.rocketry.flight.stepping import forget_rates, locate, next_length, step
from wobbly_fin.rocketry.flight.wind import wind_at

G = STANDARD_GRAVITY_M_S2

# Gauss–Legendre, five points on [-1, 1]
_GAUSS_X = np.array([-0.906179845938664, -0.538469310105683, 0.0, 0.538469310105683, 0.906179845938664])
_GAUSS_W = np.array([0.236926885056189, 0.478628670499366, 0.568888888888889, 0.478628670499366, 0.236926885056189])

_SETTLED_FRACTION = 0.02  # of terminal speed: vertical mismatch below which the fall counts as settled
_SETTLED_CROSSWIND_FRACTION = 0.03
_SHEAR_PANELS_RATIO = 3.0  # each quadrature panel spans at most this ratio of heights
_LONGEST_PANEL_M = 1500.0
_BUMPY_PANEL_M = 12.0  # where gusts or layers bend the wind
SHEAR_LAGS = 40.0  # down to which height, in lags of the canopy behind a power-law wind
_MOST_STEPS = 200_000


@kernel
def note(trace: Floats, count: int, t: float, y: Floats, k: Floats, size: int) -> int:
    """Write a row of the trace: time, position, velocity, axis, acceleration."""
    if count < trace.shape[0]:
        trace[count, 0] = t
        for i in range(6):
            trace[count, i + 1] = y[i]
        for i in range(3):
            trace[count, i + 7] = y[6 + i] if size > 6 else 0.0
            trace[count, i + 10] = k[3 + i]
        return count + 1
    return count


@kernel
def fall_speed(height_m: float, q: Floats) -> float:
    """Terminal speed under what is open at a height. [m/s]"""
    return math.sqrt(2.0 * q[Leg.MASS_KG] * G / (density_at(height_m, q) * q[Leg.DRAG_AREA_M2]))


@kernel
def slip(height_m: float, v: float, q: Floats, layers: Floats, gust: Floats) -> tuple[float, float, float, float]:
    """Wind at a height, and by how much a body falling at `v` outruns it: tau v dw/dz."""
    near = 0.01 * height_m
    ax, ay = wind_at(height_m + near, q, layers, gust)
    bx, by = wind_at(height_m - near, q, layers, gust)
    wx, wy = wind_at(height_m, q, layers, gust)
    lag = v * v / G / (2.0 * near) if near > 0.0 else 0.0
    return wx, wy, lag * (ax - bx), lag * (ay - by)


@kernel
def has_settled(y: Floats, bottom_m: float, q: Floats, layers: Floats, gust: Floats) -> bool:
    """Whether a fall is near enough its terminal state, and high enough, for `settled_descent`."""
    v = fall_speed(max(y[2], 0.0), q)
    # It settles on the wind it falls through and on outrunning it, not on the wind alone: gusts never let it do that.
    wx, wy, sx, sy = slip(y[2], v, q, layers, gust)
    sideways = math.hypot(y[3] - wx - sx, y[4] - wy - sy)
    # The lag expansion needs terminal speed to be reached in far less than a scale height.
    slow = v * v < 0.05 * G * 8000.0
    near = abs(y[5] + v) < _SETTLED_FRACTION * v and sideways < _SETTLED_CROSSWIND_FRACTION * v
    # What is left of the mismatch must have room to die away in before the quadrature ends.
    return slow and near and y[2] > bottom_m + 2.0 * v * v / G


@kernel
def settled_descent(
    t: float, y: Floats, k: Floats, bottom_m: float, q: Floats, layers: Floats, gust: Floats, trace: Floats, count: int
) -> tuple[float, int]:
    """Carry a settled fall down to `bottom_m` as a quadrature along height; changes `y`, returns time and trace length.

    At terminal speed v the state follows density and wind with the lag tau = v / g. To first order in tau:
    the fall is faster than terminal by v³ / (4 g H), H the density's scale height, since the air thickens on the way;
    sideways the rocket outruns a wind that slackens downwards by tau v dw/dz, which also tilts the drag; whatever
    sideways speed it sheds carries it tau times that far; and a mismatch of the fall itself dies away with tau / 2,
    which is made up for at the start as a step in height.
    """
    drift_x, drift_y = 0.0, 0.0
    start_x, start_y = y[3], y[4]
    from_x, from_y = y[0], y[1]
    tau = fall_speed(y[2], q) / G
    top = y[2] + 0.5 * tau * (y[5] + tau * G)
    calm = q[Leg.LAYERS] == 0 and q[Leg.WIND_X_M_S] == 0.0 and q[Leg.WIND_Y_M_S] == 0.0
    bumpy = q[Leg.LAYERS] > 0 or q[Leg.GUST_TOP_M] > 0.0
    while top > bottom_m:
        low = bottom_m
        if not calm and top > _SHEAR_PANELS_RATIO * max(bottom_m, 1e-3):
            low = top / _SHEAR_PANELS_RATIO
        low = max(low, top - (_BUMPY_PANEL_M if bumpy else _LONGEST_PANEL_M), bottom_m)
        rho_top, rho_low = density_at(top, q), density_at(low, q)
        scale_m = (top - low) / math.log(rho_low / rho_top) if rho_low > rho_top else 1e9
        half = 0.5 * (top - low)
        seconds = 0.0
        for i in range(5):
            z = low + half * (1.0 + _GAUSS_X[i])
            v = fall_speed(z, q)
            wx, wy, sx, sy = slip(z, v, q, layers, gust)
            v *= 1.0 + v * v / (4.0 * G * scale_m) - 0.25 * (sx * sx + sy * sy) / (v * v)
            share = _GAUSS_W[i] * half / v
            seconds += share
            drift_x += share * wx
            drift_y += share * wy
        t += seconds
        top = low
        v = fall_speed(top, q)
        wx, wy, sx, sy = slip(top, v, q, layers, gust)
        tau = v / G
        y[2], y[3], y[4] = top, wx + sx, wy + sy
        y[5] = -v * (1.0 + v * v / (4.0 * G * scale_m))
        y[0] = from_x + drift_x - tau * (y[3] - start_x)
        y[1] = from_y + drift_y - tau * (y[4] - start_y)
        k[3], k[4], k[5] = 0.0, 0.0, 0.0
        if top > bottom_m:
            count = note(trace, count, t, y, k, POINT_STATE)
    return t, count


@kernel
def descend(
    t: float, devices: Floats, hangs: Floats, winds: Floats, gusts: Floats, work: Floats, trace: Floats, count: int, down: Floats
) -> None:
    """Come down under one device after another, from the state in `work[7]` to the pad's plane.

    Parameters
    ----------
    t : float
        When the first begins to open. [s]
    devices : (n, 4) array
        See `Device`; n ≥ 1.
    hangs : (LEG_COLUMNS,) array
        See `Leg`; mass is what hangs. Changed: the drag area is what is open.
    winds, gusts : arrays
        The layers and gusts of `wind_at`.
    count : int
        Rows of the trace written already.
    down : (len(Down),) array
        Filled.
    """
    q, layers, gust = pointer(hangs), pointer(winds), pointer(gusts)
    k, y, new, burn = pointer(work), pointer(work[7]), pointer(work[8]), pointer(work[9])
    # The tables of aerodynamics are not looked at under a canopy.
    aero = pointer(work[10])
    size = POINT_STATE
    load, h, fresh, settled, opening, lost = 0.0, 1e-3, True, False, True, False
    index, last = 0, devices.shape[0] - 1
    began = t
    for i in range(15):
        burn[i] = 0.0
    opened_t, opened_z, opened_v = t, y[2], 0.0
    floor_m, stop = 0.0, math.inf
    shear_m = 0.0
    for _ in range(_MOST_STEPS):
        if opening:
            opening = False
            q[Leg.DRAG_AREA_M2] = devices[index, Device.DRAG_AREA_M2]
            burn[OPENED], burn[FILLING] = began, devices[index, Device.FILLING_S]
            floor_m, stop = 0.0, math.inf
            if index < last:
                if devices[index, Device.UNTIL_HEIGHT_M] > 0.0:
                    floor_m = devices[index, Device.UNTIL_HEIGHT_M]
                if devices[index, Device.UNTIL_AFTER_S] >= 0.0:
                    stop = began + devices[index, Device.UNTIL_AFTER_S]
            if floor_m > 0.0 and y[2] <= floor_m:
                stop = began  # already below: the next opens at once
            wx, wy = wind_at(y[2], q, layers, gust)
            opened_t, opened_z = t, y[2]
            opened_v = math.sqrt((y[3] - wx) ** 2 + (y[4] - wy) ** 2 + y[5] ** 2)
            if burn[FILLING] <= 0.0:
                load = max(load, 0.5 * density_at(y[2], q) * q[Leg.DRAG_AREA_M2] * opened_v**2)
            v = fall_speed(max(y[2], 0.0), q)
            windy = q[Leg.WIND_X_M_S] != 0.0 or q[Leg.WIND_Y_M_S] != 0.0 or q[Leg.LAYERS] > 0
            # Below this height the wind changes faster than the canopy follows it: step through that again.
            shear_m = SHEAR_LAGS * q[Leg.WIND_EXPONENT] * v * v / G if windy else 0.0
        if fresh:
            hanging(t, y, k, 0, burn, q, layers, gust)
            fresh = False

        if not settled and math.isinf(stop) and t >= began + burn[FILLING]:
            bottom = max(shear_m, floor_m)
            if has_settled(y, bottom, q, layers, gust):
                t, count = settled_descent(t, y, k, bottom, q, layers, gust, trace, count)
                count = note(trace, count, t, y, k, size)
                settled, fresh, h = True, True, 0.2 * fall_speed(y[2], q) / G
                if bottom == 0.0:
                    break
                if bottom == floor_m:
                    index, began, settled, opening, h = index + 1, t, False, True, 1e-3
                continue

        length = min(h, max(stop - t, 0.0)) if index < last else h
        clipped = length < h
        if clipped and length <= 1e-12:
            index, began, fresh, settled, opening, h = index + 1, t, True, False, True, 1e-3
            continue
        error, _top = step(CANOPY, t, length, size, y, new, k, burn, q, aero, layers, gust)
        if math.isnan(error):
            # A long step may only have felt its way below the air model's floor.
            h = 0.25 * length
            if h < 1e-6:
                lost = True
                break
            forget_rates(k, size)
            continue
        if error > 1.0:
            h = next_length(length, error)
            continue
        full = next_length(length, error)
        event = NONE
        if new[2] <= 0.0 and new[5] < 0.0:
            event = GROUND
        if floor_m > 0.0 and index < last and new[2] <= floor_m and new[5] < 0.0:
            event = TRIGGER
        if event != NONE:
            length = locate(
                event, floor_m if event == TRIGGER else 0.0, CANOPY, t, length, size, y, new, k, burn, q, aero, layers, gust
            )
        t += length
        for j in range(size):
            y[j], k[j] = new[j], k[6 * W + j]
        pull = math.sqrt(k[3] ** 2 + k[4] ** 2 + (k[5] + G) ** 2)
        load = max(load, pull * q[Leg.MASS_KG])
        count = note(trace, count, t, y, k, size)
        h = max(full, h) if clipped else full
        if event == GROUND:
            break
        if event == TRIGGER or (clipped and t >= stop - 1e-12):
            index, began, fresh, settled, opening, h = index + 1, t, True, False, True, 1e-3
    down[Down.LANDING_S] = math.nan if lost else t
    down[Down.LANDING_X_M], down[Down.LANDING_Y_M] = y[0], y[1]
    down[Down.LANDING_SPEED_M_S] = math.sqrt(y[3] ** 2 + y[4] ** 2 + y[5] ** 2)
    down[Down.LOAD_N], down[Down.LAST_OPENING_S] = load, opened_t
    down[Down.LAST_OPENING_ALTITUDE_M], down[Down.LAST_OPENING_SPEED_M_S] = opened_z, opened_v
    down[Down.TRACED] = count
