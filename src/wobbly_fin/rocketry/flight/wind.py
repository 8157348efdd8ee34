"""The wind at a height, compiled: power law or measured layers, and gusts on top."""

import math

from wobbly_fin.rocketry.compiling import kernel
from wobbly_fin.rocketry.flight.figures import Floats, Leg


@kernel
def wind_at(height_m: float, q: Floats, layers: Floats, gust: Floats) -> tuple[float, float]:
    """Wind east and north at a height above the pad, the way it blows to. [m/s]

    Parameters
    ----------
    q : (LEG_COLUMNS,) array
        Says how many rows the others have.
    layers : (3 m,) array
        Height, east, north, rising; straight lines between, the power law below the first, constant above the last; m may be 0.
    gust : (2 n,) array
        Gust east and north at heights top · (i ÷ (n − 1))²; n may be 0.
    """
    z = max(height_m, 0.0)
    n = int(q[Leg.LAYERS])
    if n == 0:
        factor = 1.0
        if q[Leg.WIND_EXPONENT] > 0.0:
            factor = (z / q[Leg.WIND_HEIGHT_M]) ** q[Leg.WIND_EXPONENT] if z > 0.0 else 0.0
        x, y = factor * q[Leg.WIND_X_M_S], factor * q[Leg.WIND_Y_M_S]
    else:
        if z <= layers[3 * 0]:
            factor = (z / layers[3 * 0]) ** q[Leg.WIND_EXPONENT] if z > 0.0 else 0.0
            lx, ly = factor * layers[3 * 0 + 1], factor * layers[3 * 0 + 2]
        else:
            i = 0
            while i < n - 2 and layers[3 * (i + 1)] < z:
                i += 1
            share = 1.0 if n == 1 else min(1.0, (z - layers[3 * i]) / (layers[3 * (i + 1)] - layers[3 * i]))
            j = i if n == 1 else i + 1
            lx = layers[3 * i + 1] + share * (layers[3 * j + 1] - layers[3 * i + 1])
            ly = layers[3 * i + 2] + share * (layers[3 * j + 2] - layers[3 * i + 2])
        x = q[Leg.TURN_COS] * lx - q[Leg.TURN_SIN] * ly
        y = q[Leg.TURN_SIN] * lx + q[Leg.TURN_COS] * ly
    top = q[Leg.GUST_TOP_M]
    if top > 0.0:
        last = int(q[Leg.GUST_ROWS]) - 1
        at = last * math.sqrt(min(1.0, z / top))
        i = min(int(at), last - 1)
        # A cubic with the chords' mean slopes: a corner in the wind would cost the integrator a rejected step.
        s = at - i
        a, d = max(i - 1, 0), min(i + 2, last)
        h1 = s * s * (3.0 - 2.0 * s)
        m0, m1 = s * (1.0 - s) * (1.0 - s), s * s * (s - 1.0)
        for c in range(2):
            p, r = gust[2 * i + c], gust[2 * i + 2 + c]
            value = p + h1 * (r - p) + 0.5 * (m0 * (r - gust[2 * a + c]) + m1 * (gust[2 * d + c] - p))
            if c == 0:
                x += value
            else:
                y += value
    return x, y
