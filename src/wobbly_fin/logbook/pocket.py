"""The simulated pocket altimeter aboard a logged flight: the design flown again, a little off in drag, thrust, delay and wind."""

import uuid

import numpy as np

from wobbly_fin.logbook.comparison import compare
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.learning.rocket_fit import pushed
from wobbly_fin.rocketry.units.display import METRIC
from wobbly_fin.rocketry.variants import with_drag_factor
from wobbly_fin.standins.altimeter import Pocket, carry, operate
from wobbly_fin.standins.altimeter_sensor import Recording, Sensor, measure

MOST_ACTS = 200


def recording_of(row: Flight, drag: float | None = None, late_s: float | None = None) -> Recording:
    """What a simulated altimeter aboard would have written; the same for the same flight.

    Parameters
    ----------
    drag, late_s : float, optional
        How far off its drag and its delay really are; drawn from the flight's key when left out, and its thrust with its drag.
    """
    draw = np.random.default_rng(uuid.UUID(str(row.pk)).int % 2**63)
    held = compare(row, METRIC)
    rocket = with_drag_factor(held.rocket, drag if drag is not None else float(np.exp(0.08 * draw.standard_normal())))
    thrust = float(np.exp(0.025 * draw.standard_normal()))
    motor = pushed(held.motor, thrust if drag is None else 1.0)
    delay = held.delay_s
    if delay is not None:
        delay = max(delay + (late_s if late_s is not None else float(0.3 * draw.standard_normal())), 0.0)
    if row.opening == "never":
        delay = None
    flight, trace = fly_traced(rocket, motor, delay, held.site)
    if not flight.lifted:
        raise RocketryError("flight", "never left the pad; there is nothing to record")
    small = held.rocket.diameter_m < 0.03
    sensor = Sensor(rate_hz=20.0 if small else 50.0, accelerometer=not small, spike_m=4.0, pad_wait_s=5.0)
    return measure(trace, flight, held.site.air, sensor, int(draw.integers(2**31)), held.site.ground_wind_m_s)


def pocket_of(row: Flight, acts: list[str]) -> Pocket:
    """The device after everything that was done with it: press, hold, and fly."""
    if len(acts) > MOST_ACTS:
        raise RocketryError("acts", f"are {len(acts)}; {MOST_ACTS} are plenty")
    device = Pocket()
    for act in acts:
        device = carry(device, recording_of(row)) if act == "fly" else operate(device, [act])
    return device
