"""Flying a quick rocket: the figures of a flight, and its path for a plot."""

import math
import threading
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.flight.kernel import fly_point
from wobbly_fin.rocketry.flight.point import TRACE_COLUMNS, Flown, Point
from wobbly_fin.rocketry.flight.quick_rocket import QuickRocket
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.recovery.canopy import descent_rate_m_s

TOLERANCE = 1e-5  # relative, per step; what it costs and buys is measured by `make bench`
LONGEST_DELAY_S = 120.0
_NO_TRACE = np.empty((0, TRACE_COLUMNS))
_TRACE_ROWS = 24_000


class LeavesAirError(RocketryError):
    """A flight that leaves the air model; `flight` has what is known of it: that it lifts, and its mass."""

    def __init__(self, liftoff_mass_kg: float) -> None:
        super().__init__("motor", "carries this rocket out of the air model, which ends at 32 km; check mass and thrust")
        self.flight = Flight(lifted=True, liftoff_mass_kg=liftoff_mass_kg, **dict.fromkeys(_LATER))  # type: ignore[arg-type]


@dataclass(frozen=True, slots=True, kw_only=True)
class Ejection:
    """When, where and how fast the charge fires; `after_apogee_s` is negative before apogee."""

    time_s: float
    altitude_m: float
    speed_m_s: float
    after_apogee_s: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Flight:
    """The figures of one flight: altitudes above the pad, x east, y north, times from ignition.

    Everything after `lifted` and `liftoff_mass_kg` is None where the motor never lifts the rocket; `apogee_*` is the
    flight without ejection; `rod_exit_speed_m_s` is None where it falls back before leaving the rod.
    """

    lifted: bool
    liftoff_mass_kg: float
    liftoff_time_s: float | None
    rod_exit_speed_m_s: float | None
    burnout_time_s: float | None
    burnout_altitude_m: float | None
    burnout_speed_m_s: float | None
    max_speed_m_s: float | None
    max_mach: float | None
    max_acceleration_m_s2: float | None
    apogee_time_s: float | None
    apogee_altitude_m: float | None
    optimum_delay_s: float | None
    ejection: Ejection | None
    descent_rate_m_s: float | None
    landing_time_s: float | None
    landing_speed_m_s: float | None
    landing_x_m: float | None
    landing_y_m: float | None


_scratch = threading.local()


def _work() -> NDArray[np.float64]:
    if not hasattr(_scratch, "work"):
        _scratch.work = np.empty((11, 6))
    work: NDArray[np.float64] = _scratch.work
    return work


def point_of(rocket: QuickRocket, motor: Motor, delay_s: float | None, site: Site, tolerance: float = TOLERANCE) -> Point:
    """The kernel's view of a flight. A delay of None means no ejection charge."""
    figures = (
        rocket.mass_kg, rocket.drag_area_m2, rocket.canopy.drag_area_m2 if rocket.canopy else 0.0,
        motor.total_mass_kg, motor.propellant_mass_kg, math.nan if delay_s is None else delay_s,
    )  # fmt: skip
    # A whole number typed as one would have the kernel compiled a second time, for integers.
    return Point._make([*map(float, figures), *site.figures, tolerance])


def fly(rocket: QuickRocket, motor: Motor, delay_s: float | None, site: Site) -> Flight:
    """Fly a quick rocket.

    Parameters
    ----------
    rocket : QuickRocket
    motor : Motor
    delay_s : float or None
        From burnout, 0 … 120; None: no charge, it comes down as it is. [s]
    site : Site

    Returns
    -------
    Flight

    Raises
    ------
    OutOfRangeError
        For a delay out of range, or a flight that leaves the air model (32 km).
    """
    if delay_s is not None:
        require_finite("delay_s", delay_s, 0.0, LONGEST_DELAY_S)
    flown = fly_point(*motor.curve.knots, point_of(rocket, motor, delay_s, site), _work(), _NO_TRACE)
    return flight_of(flown, rocket, motor, site)


def fly_traced(rocket: QuickRocket, motor: Motor, delay_s: float | None, site: Site) -> tuple[Flight, NDArray[np.float64]]:
    """Fly and keep the path: `fly`'s figures and an (n, 7) array of time [s], position [m] and velocity [m/s]."""
    if delay_s is not None:
        require_finite("delay_s", delay_s, 0.0, LONGEST_DELAY_S)
    trace = np.empty((_TRACE_ROWS, TRACE_COLUMNS))
    flown = fly_point(*motor.curve.knots, point_of(rocket, motor, delay_s, site), _work(), trace)
    return flight_of(flown, rocket, motor, site), trace[: flown.traced].copy()


def flight_of(flown: Flown, rocket: QuickRocket, motor: Motor, site: Site) -> Flight:
    """The kernel's figures as a Flight."""
    liftoff_mass_kg = rocket.mass_kg + motor.total_mass_kg
    if not flown.lifted:
        return Flight(lifted=False, liftoff_mass_kg=liftoff_mass_kg, **dict.fromkeys(_LATER))  # type: ignore[arg-type]
    if flown.outside:
        raise LeavesAirError(liftoff_mass_kg)
    burnout_s = motor.curve.burnout_s
    ejection = None
    if not math.isnan(flown.ejection_time_s):
        ejection = Ejection(
            time_s=flown.ejection_time_s,
            altitude_m=flown.ejection_altitude_m,
            speed_m_s=flown.ejection_speed_m_s,
            after_apogee_s=flown.ejection_time_s - flown.apogee_time_s,
        )
    rate = None
    if rocket.canopy is not None:
        rate = descent_rate_m_s(rocket.mass_kg + motor.burnout_mass_kg, rocket.canopy, site.pad_density_kg_m3)
    return Flight(
        lifted=True,
        liftoff_mass_kg=liftoff_mass_kg,
        liftoff_time_s=flown.liftoff_time_s,
        rod_exit_speed_m_s=_known(flown.rod_exit_speed_m_s),
        burnout_time_s=burnout_s,
        burnout_altitude_m=_known(flown.burnout_altitude_m),
        burnout_speed_m_s=_known(flown.burnout_speed_m_s),
        max_speed_m_s=flown.max_speed_m_s,
        max_mach=flown.max_mach,
        max_acceleration_m_s2=flown.max_acceleration_m_s2,
        apogee_time_s=flown.apogee_time_s,
        apogee_altitude_m=flown.apogee_altitude_m,
        optimum_delay_s=flown.apogee_time_s - burnout_s,
        ejection=ejection,
        descent_rate_m_s=rate,
        landing_time_s=_known(flown.landing_time_s),
        landing_speed_m_s=_known(flown.landing_speed_m_s),
        landing_x_m=flown.landing_x_m,
        landing_y_m=flown.landing_y_m,
    )


_LATER = tuple(name for name in Flight.__dataclass_fields__ if name not in ("lifted", "liftoff_mass_kg"))


def _known(value: float) -> float | None:
    return None if math.isnan(value) else value
