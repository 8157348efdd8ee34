"""A loaded rocket as the kernels see it: stretches of ascent, what is cast off, what opens. Numbers only.

Whoever knows rockets (`quick_rocket`, `airframe.rigid`) makes one; whoever flies asks nothing more.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Protocol

import numpy as np

from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.figures import LEG_COLUMNS, MACH_STEPS, POINT_STATE, Device, Floats, Knot, Leg
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import Motor

_NO_AERO = np.zeros((1, MACH_STEPS, 5))


@dataclass(frozen=True, kw_only=True)
class Burn:
    """A motor, or several, burning from a moment on.

    Attributes
    ----------
    knots : (n, 6) array
        See `Knot`.
    """

    knots: Floats

    @property
    def propellant_kg(self) -> float:
        return float(self.knots[0, Knot.LEFT_KG])

    @property
    def burnout_s(self) -> float:
        return float(self.knots[-1, Knot.TIME_S])

    @property
    def lights_s(self) -> float:
        return float(self.knots[0, Knot.TIME_S])

    @property
    def off_axis(self) -> bool:
        """Whether its thrust ever pulls off the axis."""
        return bool(np.any(np.abs(self.knots[:, Knot.MOMENT_1_N_M :]) > 1e-12))


def burn_of(motors: Sequence[tuple[Motor, float, float]], lights_s: float = 0.0, later_s: Sequence[float] = ()) -> Burn:
    """Motors burning together, each at a distance from the axis along two transverse directions of the body. [m]

    Mass leaves each in proportion to the impulse it has delivered. `later_s`: how long after `lights_s` each lights; left out, at once. [s]
    """
    late = tuple(later_s) or (0.0,) * len(motors)
    if len(motors) == 1 and motors[0][1:] == (0.0, 0.0) and late[0] == 0.0:
        motor = motors[0][0]
        table = motor.curve.shares.copy()
        table[:, Knot.FLOW_KG_S : Knot.MOMENT_1_N_M] *= motor.propellant_mass_kg
        if lights_s:
            table[:, Knot.TIME_S] += lights_s
        return Burn(knots=table)
    knots = [m.curve.knots[0] + t for (m, _, _), t in zip(motors, late, strict=True)]
    # A curve that begins above nothing jumps there, not on the way from another motor's last corner.
    jumps = [[t - 1e-6] for (m, _, _), t in zip(motors, late, strict=True) if t > 0.0 and m.curve.knots[1][0] > 0.0]
    times = np.unique(np.concatenate([*knots, *jumps, [0.0]] if min(late) > 0.0 else [*knots, *jumps]))
    table = np.zeros((len(times), len(Knot)))
    table[:, Knot.TIME_S] = times + lights_s
    for (motor, r1, r2), own in zip(motors, late, strict=True):
        t, f, delivered = motor.curve.knots
        if own > 0.0:
            t = t + own
        thrust = np.interp(times, t, f, left=0.0 if own > 0.0 else None, right=0.0)
        per_ns = motor.propellant_mass_kg / delivered[-1]
        if t[-1] < times[-1] and f[-1] > 0.0:
            # A curve that stops above nothing falls there and then, not on the way to another motor's next corner.
            thrust[times >= t[-1]] = 0.0
        steps = np.diff(times) * (thrust[1:] + thrust[:-1]) / 2 * per_ns
        table[:, Knot.THRUST_N] += thrust
        table[:, Knot.FLOW_KG_S] += thrust * per_ns
        table[:, Knot.LEFT_KG] += np.concatenate(([0.0], np.cumsum(steps[::-1])))[::-1]
        table[:, Knot.MOMENT_1_N_M] += thrust * r1
        table[:, Knot.MOMENT_2_N_M] += thrust * r2
    return Burn(knots=table)


@dataclass(frozen=True, kw_only=True)
class Stretch:
    """One stack of stages between two separations. `dry_kg` is all but the propellant burning on it.

    Attributes
    ----------
    ends_s : float
        From ignition of the first motor; infinite for the last. [s]
    drag_area_m2 : float
        A point: Cd A; a rigid body: the reference area.
    aero : (MACH_STEPS, 5) array or None
        None: a point.
    """

    burn: Burn
    dry_kg: float
    drag_area_m2: float
    ends_s: float = math.inf
    cg_m: float = 0.0
    inertia_kg_m2: float = 1.0
    propellant_cg_m: float = 0.0
    propellant_inertia_m2: float = 0.0
    body_lift_m2: float = 0.0
    body_lift_at_m: float = 0.0
    aero: Floats | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Opening:
    """Something that opens on the way down, until the next one does.

    Parameters
    ----------
    drag_area_m2 : float
        Cd A, > 0. [m²]
    filling_s : float
        Time its area takes to grow, with the square of time. [s]
    until_height_m, until_after_s : float or None
        When the next one opens: falling through a height above the pad, or so long after this one did.
    """

    drag_area_m2: float
    filling_s: float = 0.0
    until_height_m: float | None = None
    until_after_s: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Spent:
    """A stage that is cast off: what it weighs then and how it drags, falling end over end."""

    mass_kg: float
    drag_area_m2: float
    name: str = ""


@dataclass(frozen=True, kw_only=True)
class Vehicle:
    """A loaded rocket.

    Attributes
    ----------
    stretches : tuple of Stretch
        From the pad up.
    openings : tuple of Opening
        What opens after ejection, in order; empty: nothing.
    at_apogee : bool
        Opened by an altimeter at the top, whatever the motor's charge does.
    """

    stretches: tuple[Stretch, ...]
    liftoff_mass_kg: float
    openings: tuple[Opening, ...] = ()
    spent: tuple[Spent, ...] = ()
    at_apogee: bool = False

    @property
    def hanging_kg(self) -> float:
        """What comes down under the canopy. [kg]"""
        return self.stretches[-1].dry_kg

    @property
    def burnout_s(self) -> float:
        """Of the last motor, from ignition of the first. [s]"""
        return self.stretches[-1].burn.burnout_s

    @property
    def rigid(self) -> bool:
        """Whether it flies as a body rather than a point."""
        return self.stretches[0].aero is not None

    @cached_property
    def knots(self) -> Floats:
        """Thrust of all stretches, one after another."""
        return (
            self.stretches[0].burn.knots if len(self.stretches) == 1 else np.concatenate([s.burn.knots for s in self.stretches])
        )

    @cached_property
    def aero(self) -> Floats:
        """Tables by Mach, one per stretch, (l, MACH_STEPS, 5)."""
        if len(self.stretches) == 1:
            return _NO_AERO if self.stretches[0].aero is None else self.stretches[0].aero[None]
        return np.stack([_NO_AERO[0] if s.aero is None else s.aero for s in self.stretches])

    @cached_property
    def devices(self) -> Floats:
        """What opens, (n, 4); see `Device`."""
        rows = [
            (
                o.drag_area_m2,
                o.filling_s,
                math.nan if o.until_height_m is None else o.until_height_m,
                math.nan if o.until_after_s is None else o.until_after_s,
            )
            for o in self.openings
        ]
        return np.array(rows, dtype=np.float64).reshape(len(rows), len(Device))

    def legs(self, site: Site, tolerance: float) -> Floats:
        """The kernel's table of stretches at a site, (l, LEG_COLUMNS)."""
        table = np.zeros((len(self.stretches), LEG_COLUMNS))
        at = 0
        for q, s in zip(table, self.stretches, strict=True):
            rows = len(s.burn.knots)
            q[Leg.STATE] = POINT_STATE if s.aero is None else 15 if any(x.burn.off_axis for x in self.stretches) else 12
            q[Leg.ENDS_S] = s.ends_s
            q[Leg.FIRST_KNOT], q[Leg.LAST_KNOT] = at, at + rows - 1
            q[Leg.MASS_KG], q[Leg.DRAG_AREA_M2] = s.dry_kg, s.drag_area_m2
            q[Leg.CG_M], q[Leg.INERTIA_KG_M2] = s.cg_m, s.inertia_kg_m2
            q[Leg.PROPELLANT_CG_M], q[Leg.PROPELLANT_INERTIA_M2] = s.propellant_cg_m, s.propellant_inertia_m2
            q[Leg.BODY_LIFT_M2], q[Leg.BODY_LIFT_AT_M] = s.body_lift_m2, s.body_lift_at_m
            q[Leg.DRAG_FACTOR] = q[Leg.THRUST_FACTOR] = q[Leg.TURN_COS] = 1.0
            q[Leg.ELEVATION_M : Leg.WIND_HEIGHT_M + 1] = site.figures
            q[Leg.TOLERANCE], q[Leg.LAYERS] = tolerance, len(site.layers)
            at += rows
        return table


class Rocket(Protocol):
    """Anything that can be loaded with a motor and flown."""

    @property
    def mass_kg(self) -> float: ...
    @property
    def diameter_m(self) -> float: ...
    @property
    def canopy(self) -> Canopy | None: ...
    def loaded(self, motor: Motor) -> Vehicle: ...
