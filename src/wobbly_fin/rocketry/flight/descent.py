"""The compiled fall under an open canopy once it has settled: a quadrature along height, where stepping would be stiff."""

import math

import numpy as np

from wobbly_fin.rocketry.air.standard import density_kg_m3
from wobbly_fin.rocketry.compiling import kernel, small_kernel
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.flight.point import Floats, Point
from wobbly_fin.rocketry.flight.stepping import wind_factor

G = STANDARD_GRAVITY_M_S2

# Gauss–Legendre, five points on [-1, 1]
_GAUSS_X = np.array([-0.906179845938664, -0.538469310105683, 0.0, 0.538469310105683, 0.906179845938664])
_GAUSS_W = np.array([0.236926885056189, 0.478628670499366, 0.568888888888889, 0.478628670499366, 0.236926885056189])

_SETTLED_FRACTION = 0.03  # of terminal speed: vertical mismatch below which the fall counts as settled
_SETTLED_CROSSWIND_FRACTION = 0.08
_SHEAR_PANELS_RATIO = 3.0  # each quadrature panel spans at most this ratio of heights
SHEAR_LAGS = 20.0  # down to which height, in lags of the canopy behind a power-law wind


@small_kernel
def note(trace: Floats, count: int, t: float, y: Floats) -> int:
    if count < trace.shape[0]:
        trace[count, 0] = t
        for i in range(6):
            trace[count, i + 1] = y[i]
        return count + 1
    return count


@small_kernel
def fall_speed(height_m: float, mass_kg: float, p: Point) -> float:
    """Terminal speed under the canopy at a height. [m/s]"""
    rho = density_kg_m3(p.elevation_m + height_m, p.pressure_factor, p.warmer_k)
    return math.sqrt(2.0 * mass_kg * G / (rho * p.canopy_drag_area_m2))


@small_kernel
def has_settled(y: Floats, shear_m: float, mass_kg: float, p: Point) -> bool:
    """Whether a canopy's fall is near enough its terminal state, and high enough, for `settled_descent`."""
    v = fall_speed(max(y[2], 0.0), mass_kg, p)
    factor = wind_factor(y[2], p)
    sideways = math.hypot(y[3] - factor * p.wind_x_m_s, y[4] - factor * p.wind_y_m_s)
    # The lag expansion needs terminal speed to be reached in far less than a scale height.
    slow = v * v < 0.05 * G * 8000.0
    near = abs(y[5] + v) < _SETTLED_FRACTION * v and sideways < _SETTLED_CROSSWIND_FRACTION * v
    # What is left of the mismatch must have room to die away in before the quadrature ends.
    return slow and near and y[2] > shear_m + 2.0 * v * v / G


@kernel
def settled_descent(
    t: float, y: Floats, bottom_m: float, mass_kg: float, p: Point, trace: Floats, count: int
) -> tuple[float, int]:
    """Carry a settled fall down to `bottom_m` as a quadrature along height; changes `y`, returns time and trace length.

    At terminal speed v the state follows density and wind with the lag tau = v / g. To first order in tau:
    the fall is faster than terminal by v³ / (4 g H), H the density's scale height, since the air thickens on the way;
    sideways the rocket outruns a wind that slackens downwards by tau v dw/dz, which also tilts the drag; whatever
    sideways speed it sheds carries it tau times that far; and a mismatch of the fall itself dies away with tau / 2,
    which is made up for at the start as a step in height.
    """
    wind = math.hypot(p.wind_x_m_s, p.wind_y_m_s)
    drift = 0.0
    start_x, start_y = y[3], y[4]
    tau = fall_speed(y[2], mass_kg, p) / G
    top = y[2] + 0.5 * tau * (y[5] + tau * G)
    while top > bottom_m:
        low = bottom_m
        if wind > 0.0 and top > _SHEAR_PANELS_RATIO * max(bottom_m, 1e-3):
            low = top / _SHEAR_PANELS_RATIO
        low = max(low, top - 1500.0, bottom_m)
        rho_top = density_kg_m3(p.elevation_m + top, p.pressure_factor, p.warmer_k)
        rho_low = density_kg_m3(p.elevation_m + low, p.pressure_factor, p.warmer_k)
        scale_m = (top - low) / math.log(rho_low / rho_top) if rho_low > rho_top else 1e9
        half = 0.5 * (top - low)
        seconds = 0.0
        for i in range(5):
            z = low + half * (1.0 + _GAUSS_X[i])
            v = fall_speed(z, mass_kg, p)
            factor = wind_factor(z, p)
            lag = v * v / G * wind * factor * p.wind_exponent / z
            v *= 1.0 + v * v / (4.0 * G * scale_m) - 0.25 * (lag / v) ** 2
            seconds += _GAUSS_W[i] * half / v
            drift += _GAUSS_W[i] * half / v * factor
        t += seconds
        top = low
        v = fall_speed(top, mass_kg, p)
        factor = wind_factor(top, p)
        tau = v / G
        outrun = tau * v * factor * p.wind_exponent / top if top > 0.0 and wind > 0.0 else 0.0
        y[2] = top
        y[3], y[4] = p.wind_x_m_s * (factor + outrun), p.wind_y_m_s * (factor + outrun)
        y[5] = -v * (1.0 + v * v / (4.0 * G * scale_m))
        if top > bottom_m and count < trace.shape[0]:
            count = note(trace, count, t, y)
            trace[count - 1, 1] += p.wind_x_m_s * drift - tau * (y[3] - start_x)
            trace[count - 1, 2] += p.wind_y_m_s * drift - tau * (y[4] - start_y)
    y[0] += p.wind_x_m_s * drift - tau * (y[3] - start_x)
    y[1] += p.wind_y_m_s * drift - tau * (y[4] - start_y)
    return t, count
