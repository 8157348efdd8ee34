"""Flying a rocket: the figures of a flight, and its path for a plot."""

import math
import threading
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from wobbly_fin.rocketry.canopies.canopy import terminal_speed_m_s
from wobbly_fin.rocketry.errors import RocketryError, require_finite
from wobbly_fin.rocketry.flight.ascent import ascend
from wobbly_fin.rocketry.flight.descent import descend
from wobbly_fin.rocketry.flight.figures import (
    HELD_COLUMNS,
    POINT_STATE,
    TRACE_COLUMNS,
    WORK_COLUMNS,
    WORK_ROWS,
    Down,
    Floats,
    Leg,
    Up,
)
from wobbly_fin.rocketry.flight.gusts import REFERENCE_HEIGHT_M, STRENGTH, gust_tables
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.stepping import air_speed
from wobbly_fin.rocketry.flight.vehicle import Rocket, Spent, Vehicle
from wobbly_fin.rocketry.motors.motor import Motor

# Relative, per step; what it costs and buys is measured by `make bench`. The same for points and bodies: in still air a body
# then takes the point's own steps and flies its very flight.
TOLERANCE = 1e-5
LONGEST_DELAY_S = 120.0
NO_TRACE = np.empty((0, TRACE_COLUMNS))
NO_GUSTS = np.empty(0)
_TRACE_ROWS = 24_000


class LeavesAirError(RocketryError):
    """A flight that leaves the air model; `flight` has what is known of it: that it lifts, and its mass."""

    def __init__(self, liftoff_mass_kg: float) -> None:
        super().__init__("motor", "carries this rocket out of the air model, which ends at 32 km; check mass and thrust")
        self.flight = replace(not_lifted(liftoff_mass_kg), lifted=True)


@dataclass(frozen=True, slots=True, kw_only=True)
class Ejection:
    """When, where and how fast the charge fires; `after_apogee_s` is negative before apogee."""

    time_s: float
    altitude_m: float
    speed_m_s: float
    after_apogee_s: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Fallen:
    """Where a spent stage comes down: when it parted and how high, when and where it lands, how fast."""

    name: str
    parted_time_s: float
    parted_altitude_m: float
    landing_time_s: float
    landing_x_m: float
    landing_y_m: float
    landing_speed_m_s: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Flight:
    """The figures of one flight: altitudes above the pad, x east, y north, times from ignition.

    Everything after `lifted` and `liftoff_mass_kg` is None where the motor never lifts the rocket; `apogee_*` is the
    flight without ejection; `rod_exit_speed_m_s` is None where it falls back before leaving the rod. Speeds at ejection, top
    speed and Mach are relative to the air. What only a rigid body has is None for a point.

    Attributes
    ----------
    rod_exit_angle_deg : float or None
        Angle of attack leaving the rod. [°]
    lean_deg, burnout_lean_deg : float or None
        Of its path from vertical one second after the rod, and at burnout. [°]
    tumbles : bool
        It flies broadside at speed before its apogee.
    opening_load_n : float or None
        Greatest pull of what opens, its filling as told. [N]
    main : Ejection or None
        Where something opens later than the first: when, where and how fast.
    spent : tuple of Fallen
        Stages cast off, where they land.
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
    apogee_x_m: float | None = None
    apogee_y_m: float | None = None
    rod_exit_angle_deg: float | None = None
    lean_deg: float | None = None
    burnout_lean_deg: float | None = None
    tumbles: bool = False
    opening_load_n: float | None = None
    main: Ejection | None = None
    spent: tuple[Fallen, ...] = ()

    @property
    def lands_m_s(self) -> float | None:
        """How fast it comes down on the ground: its rate of descent under what opened; opened by nothing, all the speed it falls in with."""
        opened = self.ejection is not None and self.descent_rate_m_s is not None
        return self.descent_rate_m_s if opened else self.landing_speed_m_s


def not_lifted(liftoff_mass_kg: float) -> Flight:
    """A flight that never began. [kg]"""
    return Flight(lifted=False, liftoff_mass_kg=liftoff_mass_kg, **dict.fromkeys(_LATER))  # type: ignore[arg-type]


_scratch = threading.local()


def work_arrays() -> Floats:
    """Scratch of the calling thread's own, (WORK_ROWS, WORK_COLUMNS)."""
    if not hasattr(_scratch, "work"):
        _scratch.work = np.zeros((WORK_ROWS, WORK_COLUMNS))
    work: Floats = _scratch.work
    return work


def fly(rocket: Rocket, motor: Motor, delay_s: float | None, site: Site) -> Flight:
    """Fly a rocket with a motor.

    Parameters
    ----------
    rocket : Rocket
        A quick rocket, flown as a point, or an airframe, flown as a rigid body.
    motor : Motor
        Of a staged rocket, the last stage's.
    delay_s : float or None
        From burnout, 0 … 120; None: no charge, it comes down as it is unless an altimeter opens it. [s]
    site : Site

    Returns
    -------
    Flight

    Raises
    ------
    OutOfRangeError
        For a delay out of range, or a flight that leaves the air model (32 km).
    """
    return fly_vehicle(rocket.loaded(motor), [delay_s], site)[0]


def fly_traced(rocket: Rocket, motor: Motor, delay_s: float | None, site: Site) -> tuple[Flight, Floats]:
    """Fly and keep the path: `fly`'s figures and an (n, 13) array of time [s], position [m], velocity [m/s], axis, acceleration [m/s²]."""
    return trace_vehicle(rocket.loaded(motor), delay_s, site)


def trace_vehicle(vehicle: Vehicle, delay_s: float | None, site: Site) -> tuple[Flight, Floats]:
    """As `fly_traced`, of a loaded rocket."""
    trace = np.empty((_TRACE_ROWS, TRACE_COLUMNS))
    flights, counts = _fly(vehicle, [delay_s], site, None, trace)
    return flights[0], trace[: counts[0]].copy()


def fly_vehicle(vehicle: Vehicle, delays_s: Sequence[float | None], site: Site, tolerance: float | None = None) -> list[Flight]:
    """Fly a loaded rocket with every delay asked for; `tolerance` None: the usual one.

    Raises
    ------
    OutOfRangeError
    LeavesAirError
    """
    return _fly(vehicle, delays_s, site, tolerance, NO_TRACE)[0]


def gusts_for(vehicle: Vehicle, site: Site) -> tuple[Floats, float]:
    """The site's own gusts, (2 n,), and the height up to where this rocket can climb that they reach; none in calm air. [m/s], [m]"""
    if STRENGTH[site.gustiness] == 0.0:
        return NO_GUSTS, 0.0
    wind, top_m = math.hypot(*site.wind_at_m_s(REFERENCE_HEIGHT_M)), reach_m(vehicle, site)
    return gust_tables(np.random.default_rng(site.gust_seed), 1, wind, site.gustiness, top_m)[0].ravel(), top_m


def reach_m(vehicle: Vehicle, site: Site) -> float:
    """A height no flight of this rocket here goes far above: its apogee in steady air and a fifth, at least 100 m. [m]"""
    calm = replace(site, gustiness="calm")
    try:
        flight = fly_vehicle(replace(vehicle, openings=()), [0.0], calm, 1e-3)[0]
    except LeavesAirError:
        return 20_000.0
    return max(100.0, 1.2 * (flight.apogee_altitude_m or 0.0))


def _fly(
    vehicle: Vehicle, delays_s: Sequence[float | None], site: Site, tolerance: float | None, trace: Floats
) -> tuple[list[Flight], list[int]]:
    for delay_s in delays_s:
        if delay_s is not None:
            require_finite("delay_s", delay_s, 0.0, LONGEST_DELAY_S)
    legs = vehicle.legs(site, tolerance or TOLERANCE)
    gust, top_m = gusts_for(vehicle, site)
    if len(gust):
        legs[:, Leg.GUST_TOP_M], legs[:, Leg.GUST_ROWS] = top_m, len(gust) // 2
    by_altimeter = vehicle.at_apogee and bool(vehicle.openings)
    to_ground = not by_altimeter and (None in delays_s or not vehicle.openings)
    times = sorted({vehicle.burnout_s + d for d in delays_s if d is not None})
    # Infinite: a stop that is never reached, so that the ascent ends on the ground. NaN: none, the top will do.
    stops = np.array([*times, math.inf] if to_ground else times or [math.nan])
    held = np.empty((len(stops) + len(legs), HELD_COLUMNS))
    up = np.empty(len(Up))
    ascend(vehicle.knots, legs, vehicle.aero, site.layer_table, gust, stops, held, work_arrays(), trace, up)
    if not up[Up.LIFTED]:
        bare = not_lifted(vehicle.liftoff_mass_kg)
        return [bare] * len(delays_s), [0] * len(delays_s)
    if up[Up.OUTSIDE]:
        raise LeavesAirError(vehicle.liftoff_mass_kg)
    flights, counts = [], []
    spent = _fallen(vehicle, site, legs, gust, held[len(stops) : -1]) if vehicle.spent else ()
    for delay_s in delays_s:
        row = held[times.index(vehicle.burnout_s + delay_s)] if delay_s is not None else None
        if row is not None and math.isnan(row[0]):
            row = None  # it had landed before
        flight, count = _let_down(vehicle, site, legs[-1], gust, up, row, held[-1], trace, spent)
        flights.append(flight)
        counts.append(count)
    return flights, counts


def _let_down(
    vehicle: Vehicle, site: Site, leg: Floats, gust: Floats, up: Floats, row: Floats | None, top: Floats, trace: Floats,
    spent: tuple[Fallen, ...],
) -> tuple[Flight, int]:  # fmt: skip
    """One delay's flight from the state kept at its ejection."""
    ejection = _ejection(row, leg, site, gust, up) if row is not None else None
    opens = row
    if vehicle.at_apogee and vehicle.openings and (ejection is None or ejection.after_apogee_s > 0):
        # Otherwise the motor's own charge was there first.
        opens, ejection = top, _ejection(top, leg, site, gust, up)
    if opens is None or not vehicle.openings:
        landed = up[Up.LANDING_S : Up.LANDING_SPEED_M_S + 1].tolist()
        return _told(vehicle, site, up, ejection, landed, spent), int(up[Up.TRACED])
    q, down, work = leg.copy(), np.empty(len(Down)), work_arrays()
    q[Leg.MASS_KG] = vehicle.hanging_kg
    work[7, :POINT_STATE] = opens[1 : 1 + POINT_STATE]
    descend(float(opens[0]), vehicle.devices, q, site.layer_table, gust, work, trace, int(opens[-1]), down)
    d = down.tolist()
    main = None
    if len(vehicle.openings) > 1 and d[Down.LAST_OPENING_S] > opens[0]:
        main = Ejection(
            time_s=d[Down.LAST_OPENING_S], altitude_m=d[Down.LAST_OPENING_ALTITUDE_M],
            speed_m_s=d[Down.LAST_OPENING_SPEED_M_S], after_apogee_s=d[Down.LAST_OPENING_S] - float(up[Up.APOGEE_S]),
        )  # fmt: skip
    return _told(vehicle, site, up, ejection, d, spent, d[Down.LOAD_N], main), int(d[Down.TRACED])


def _ejection(row: Floats, leg: Floats, site: Site, gust: Floats, up: Floats) -> Ejection:
    time_s = float(row[0])
    speed = float(air_speed(row[1:], leg, site.layer_table, gust))
    return Ejection(time_s=time_s, altitude_m=float(row[3]), speed_m_s=speed, after_apogee_s=time_s - float(up[Up.APOGEE_S]))


def _rate(vehicle: Vehicle, site: Site) -> float | None:
    """Terminal speed of what opens last, at the pad's density. [m/s]"""
    if not vehicle.openings:
        return None
    return terminal_speed_m_s(vehicle.hanging_kg, vehicle.openings[-1].drag_area_m2, site.pad_density_kg_m3)


def _fallen(vehicle: Vehicle, site: Site, legs: Floats, gust: Floats, parted: Floats) -> tuple[Fallen, ...]:
    """Spent stages, let fall end over end from where they came off."""
    found = []
    for stage, leg, row in zip(vehicle.spent, legs, parted, strict=False):
        if math.isnan(row[0]):
            continue
        found.append(_fall(stage, leg, site, gust, row))
    return tuple(found)


def _fall(stage: Spent, leg: Floats, site: Site, gust: Floats, row: Floats) -> Fallen:
    q, down, work = leg.copy(), np.empty(len(Down)), work_arrays()
    q[Leg.MASS_KG] = stage.mass_kg
    work[7, :POINT_STATE] = row[1 : 1 + POINT_STATE]
    device = np.array([[stage.drag_area_m2, 0.0, math.nan, math.nan]])
    descend(float(row[0]), device, q, site.layer_table, gust, work, NO_TRACE, 0, down)
    return Fallen(
        name=stage.name, parted_time_s=float(row[0]), parted_altitude_m=float(row[3]),
        landing_time_s=float(down[Down.LANDING_S]), landing_x_m=float(down[Down.LANDING_X_M]),
        landing_y_m=float(down[Down.LANDING_Y_M]), landing_speed_m_s=float(down[Down.LANDING_SPEED_M_S]),
    )  # fmt: skip


def _told(
    vehicle: Vehicle, site: Site, up: Floats, ejection: Ejection | None, landed: list[float], spent: tuple[Fallen, ...],
    load_n: float | None = None, main: Ejection | None = None,
) -> Flight:  # fmt: skip
    """A kernel's figures as a Flight; `landed` = time, east, north, speed."""
    # Plain floats at one go: asking an array for them one by one costs more than flying.
    u = up.tolist()
    known = [None if x != x else x for x in (*u, *landed[:4])]
    n, rigid, burnout_s = len(Up), vehicle.rigid, vehicle.burnout_s
    return Flight(
        lifted=True,
        liftoff_mass_kg=vehicle.liftoff_mass_kg,
        liftoff_time_s=known[Up.LIFTOFF_S],
        rod_exit_speed_m_s=known[Up.ROD_SPEED_M_S],
        burnout_time_s=burnout_s,
        burnout_altitude_m=known[Up.BURNOUT_ALTITUDE_M],
        burnout_speed_m_s=known[Up.BURNOUT_SPEED_M_S],
        max_speed_m_s=known[Up.MAX_SPEED_M_S],
        max_mach=known[Up.MAX_MACH],
        max_acceleration_m_s2=known[Up.MAX_ACCELERATION_M_S2],
        apogee_time_s=known[Up.APOGEE_S],
        apogee_altitude_m=known[Up.APOGEE_ALTITUDE_M],
        optimum_delay_s=u[Up.APOGEE_S] - burnout_s if known[Up.APOGEE_S] is not None else None,
        ejection=ejection,
        descent_rate_m_s=_rate(vehicle, site),
        landing_time_s=known[n],
        landing_x_m=known[n + 1],
        landing_y_m=known[n + 2],
        landing_speed_m_s=known[n + 3],
        apogee_x_m=known[Up.APOGEE_X_M],
        apogee_y_m=known[Up.APOGEE_Y_M],
        rod_exit_angle_deg=_degrees(u[Up.ROD_ANGLE_RAD]) if rigid else None,
        lean_deg=_degrees(u[Up.LEAN_RAD]) if rigid else None,
        burnout_lean_deg=_degrees(u[Up.BURNOUT_LEAN_RAD]) if rigid else None,
        tumbles=bool(u[Up.TUMBLED]),
        opening_load_n=load_n,
        main=main,
        spent=spent,
    )


_LATER = tuple(
    name for name, f in Flight.__dataclass_fields__.items() if name not in ("lifted", "liftoff_mass_kg", "tumbles", "spent")
)


def _degrees(value: float) -> float | None:
    return None if math.isnan(value) else math.degrees(value)
