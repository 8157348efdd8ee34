"""What each cause does to a flight: the loaded rocket with that fault, in several severities. Numbers only; `replay` flies them.

How bad a fault may be is our own estimate from common practice, no source; a replay needs only that one of the severities comes near.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np

from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.tumbling import tumble_drag_area_m2
from wobbly_fin.rocketry.flight.figures import Aero, Knot
from wobbly_fin.rocketry.flight.site import STEEPEST_TILT_DEG, Site
from wobbly_fin.rocketry.flight.vehicle import Burn, Stretch, Vehicle

# A body known by its diameter alone: so many diameters long (common practice, no source), turning over as `airframe.tumbling` says.
_SLENDER, _ACROSS = 14.0, 1.2 * 0.6366
_BOTH_WAYS_S = (-3.0, -2.0, -1.2, 1.2, 2.0, 3.0, 4.5)
_PART_FILLED = (0.1, 0.2, 0.35, 0.55)  # of a canopy’s drag area
_PARTED = (0.35, 0.65)  # of the mass, in the half that keeps the canopy


@dataclass(frozen=True, slots=True, kw_only=True)
class Planned:
    """A flight as it was to be.

    Attributes
    ----------
    delay_s : float or None
        From burnout; None: no charge of the motor’s. [s]
    tumbling_m2 : float
        Cd A of the rocket with nothing open, turning over. [m²]
    motors : int
        Burning together at the pad.
    """

    vehicle: Vehicle
    delay_s: float | None
    site: Site
    tumbling_m2: float
    motors: int = 1


@dataclass(frozen=True, slots=True, kw_only=True)
class Faulty:
    """A flight with a fault: what flies, its delay, its air and rod."""

    vehicle: Vehicle
    delay_s: float | None
    site: Site


Fault = Callable[[Planned], list[Faulty]]


def tumbling_m2(layout: Layout | None, diameter_m: float) -> float:
    """Cd A of a body turning over: by its parts, else by its diameter and a usual length. [m²]"""
    return tumble_drag_area_m2(layout) if layout is not None else _ACROSS * _SLENDER * diameter_m**2


def _as_planned(p: Planned) -> list[Faulty]:
    return [Faulty(vehicle=p.vehicle, delay_s=p.delay_s, site=p.site)]


def _with(p: Planned, *vehicles: Vehicle) -> list[Faulty]:
    return [Faulty(vehicle=v, delay_s=p.delay_s, site=p.site) for v in vehicles]


def _opened_at(p: Planned, *delays_s: float) -> list[Faulty]:
    """Opened so long after burnout, by whatever: a charge before the altimeter’s own moment comes first."""
    return [Faulty(vehicle=p.vehicle, delay_s=d, site=p.site) for d in delays_s if d >= 0.0]


def _other_delay(p: Planned) -> list[Faulty]:
    return [] if p.delay_s is None else _opened_at(p, *(p.delay_s + off for off in _BOTH_WAYS_S))


def _nothing_opens(p: Planned) -> list[Faulty]:
    return [Faulty(vehicle=replace(p.vehicle, openings=(), at_apogee=False), delay_s=None, site=p.site)]


def _stays_inside(p: Planned) -> list[Faulty]:
    """Nothing opens, or what parted falls turning over."""
    return [*_nothing_opens(p), *_with(p, *(_hanging(p, p.tumbling_m2 * f) for f in (0.6, 1.0)))]


def _hanging(p: Planned, area_m2: float) -> Vehicle:
    """Everything on one drag area from the first opening on."""
    last = p.vehicle.openings[-1:]
    return replace(p.vehicle, openings=tuple(replace(o, drag_area_m2=area_m2, filling_s=0.0) for o in last))


def _scaled(p: Planned, *shares: float) -> list[Faulty]:
    """What opens last drags so much of what it should, never less than the rocket hanging from it."""
    found = []
    for share in shares:
        *before, last = p.vehicle.openings or (None,)
        if last is None:
            return []
        area = max(share * last.drag_area_m2, 0.5 * p.tumbling_m2)
        found.append(replace(p.vehicle, openings=(*(o for o in before if o), replace(last, drag_area_m2=area))))
    return _with(p, *found)


def _part_filled(p: Planned) -> list[Faulty]:
    return _scaled(p, *_PART_FILLED)


def _torn(p: Planned) -> list[Faulty]:
    """Opened at some other moment than the top, and torn by that; or torn as it was opened."""
    return [
        replace(one, delay_s=other.delay_s) for one in _scaled(p, 0.1, 0.3, 0.6) for other in [*_as_planned(p), *_other_delay(p)]
    ]


def _parted(p: Planned) -> list[Faulty]:
    """The halves come down apart: the log lay in the one that hangs, lighter now, or in the one that falls."""
    if not p.vehicle.openings:
        return []
    falls = [_hanging(p, p.tumbling_m2 * f) for f in (0.6, 1.0, 1.6)]
    return [*_scaled(p, *(1 / share for share in _PARTED)), *_with(p, *falls), *_nothing_opens(p)]


def _first_only(p: Planned) -> list[Faulty]:
    first = p.vehicle.openings[:-1]
    return _with(p, replace(p.vehicle, openings=(replace(first[0], until_height_m=None, until_after_s=None),))) if first else []


def _last_at_once(p: Planned) -> list[Faulty]:
    return _with(p, replace(p.vehicle, openings=p.vehicle.openings[-1:])) if len(p.vehicle.openings) > 1 else []


def _apart_at_burnout(p: Planned) -> list[Faulty]:
    return _opened_at(p, 0.0, 0.15, 0.4) if p.vehicle.openings else []


def _too_early(p: Planned) -> list[Faulty]:
    return _opened_at(p, 0.2, 0.7, 1.5, 2.5, 4.0, 6.0, 8.5, 12.0)


def _leant(p: Planned) -> list[Faulty]:
    """The path leans as if the rod had: into the wind where there is one, and not downwind."""
    upwind = p.site.wind_from_deg if p.site.ground_wind_m_s > 0.0 else p.site.rod_azimuth_deg
    leans = [d for d in (12.0, 25.0, 35.0, 45.0, 52.0, 60.0) if d <= STEEPEST_TILT_DEG]
    return [replace(x, site=replace(p.site, rod_tilt_deg=d, rod_azimuth_deg=upwind)) for x in _as_planned(p) for d in leans]


def _wobbled(p: Planned) -> list[Faulty]:
    """Coning, looping or a fin short: more drag, and a lean."""
    found = []
    for factor, lean in ((1.8, 8.0), (3.0, 8.0), (4.5, 10.0), (7.0, 15.0), (12.0, 20.0), (3.0, 30.0)):
        draggy = replace(p.vehicle, stretches=tuple(_dragging(s, factor) for s in p.vehicle.stretches))
        found.append(Faulty(vehicle=draggy, delay_s=p.delay_s, site=replace(p.site, rod_tilt_deg=lean)))
    return found


def _held_back(p: Planned) -> list[Faulty]:
    """Bound on the rod: part of the push is lost, and it leans as it gets away."""
    found = [_pushed(p.vehicle, share) for share in (0.9, 0.8, 0.65)]
    return [replace(x, site=replace(p.site, rod_tilt_deg=lean)) for x in _with(p, *found) for lean in (5.0, 25.0)]


def _some_unlit(p: Planned) -> list[Faulty]:
    """One motor of the cluster or more, or the stage above the first, gave nothing."""
    shares = [(p.motors - n) / p.motors for n in range(1, p.motors)]
    lame = [
        replace(x, site=replace(p.site, rod_tilt_deg=lean))
        for s in shares
        for x in _with(p, _pushed(p.vehicle, s))
        for lean in (3.0, 12.0)
    ]
    if len(p.vehicle.stretches) > 1:
        *below, top = p.vehicle.stretches
        lame += _with(p, replace(p.vehicle, stretches=(*below, _burnt(top, 0.0))))
    return lame


def _cut_short(p: Planned) -> list[Faulty]:
    """Thrust ended before its time; the delay runs as if it had not."""
    first, *above = p.vehicle.stretches
    found = []
    for share in (0.1, 0.2, 0.35, 0.5, 0.65, 0.8):
        cut = replace(p.vehicle, stretches=(_until(first, share), *above))
        late = None if p.delay_s is None else p.delay_s + p.vehicle.burnout_s - cut.burnout_s
        found += [Faulty(vehicle=cut, delay_s=late, site=p.site), *_nothing_opens(replace(p, vehicle=cut))]
    return found


def _dragging(stretch: Stretch, factor: float) -> Stretch:
    if stretch.aero is None:
        return replace(stretch, drag_area_m2=factor * stretch.drag_area_m2)
    table = stretch.aero.copy()
    table[:, [Aero.COASTING, Aero.THRUSTING]] *= factor
    return replace(stretch, aero=table)


def _pushed(vehicle: Vehicle, share: float) -> Vehicle:
    """With so much of the first stretch’s thrust; what does not burn stays aboard."""
    first, *above = vehicle.stretches
    return replace(vehicle, stretches=(_burnt(first, share), *above))


def _burnt(stretch: Stretch, share: float) -> Stretch:
    knots = stretch.burn.knots.copy()
    stays = (1.0 - share) * float(knots[0, Knot.LEFT_KG])
    knots[:, [Knot.THRUST_N, Knot.FLOW_KG_S, Knot.LEFT_KG, Knot.MOMENT_1_N_M, Knot.MOMENT_2_N_M]] *= share
    return replace(stretch, burn=Burn(knots=knots), dry_kg=stretch.dry_kg + stays)


def _until(stretch: Stretch, share: float) -> Stretch:
    """Burnt for a share of its time; the rest stays aboard."""
    knots = stretch.burn.knots
    lights = stretch.burn.lights_s
    ends = lights + share * (stretch.burn.burnout_s - lights)
    kept = knots[knots[:, Knot.TIME_S] < ends]
    at = knots[len(kept)]
    u = (ends - kept[-1, Knot.TIME_S]) / (at[Knot.TIME_S] - kept[-1, Knot.TIME_S])
    last = kept[-1] + u * (at - kept[-1])
    # Propellant left is a parabola between rows: what flowed since the last one.
    flowed = (kept[-1, Knot.FLOW_KG_S] + last[Knot.FLOW_KG_S]) / 2 * (ends - kept[-1, Knot.TIME_S])
    last[Knot.TIME_S], last[Knot.LEFT_KG] = ends, kept[-1, Knot.LEFT_KG] - flowed
    table = Burn(knots=np.vstack([kept, last]))
    stays = float(last[Knot.LEFT_KG])
    table.knots[:, Knot.LEFT_KG] -= stays
    return replace(stretch, burn=table, dry_kg=stretch.dry_kg + stays)


FAULTS: dict[str, Fault] = {
    "part_cluster": _some_unlit, "hung_on_rod": _held_back, "rod_too_slow": _leant, "weathercock": _leant,
    "unstable": _wobbled, "fin_joint": _wobbled, "fin_flutter": _wobbled, "case_burst": _cut_short, "mount_broke": _cut_short,
    "delay_short": _as_planned, "delay_long": _as_planned, "bad_delay": _other_delay, "drag_separation": _apart_at_burnout,
    "no_charge": _nothing_opens, "charge_failed": _nothing_opens, "altimeter_off": _nothing_opens, "altimeter_silent": _nothing_opens,
    "altimeter_early": _too_early, "nose_stuck": _nothing_opens, "retention": _stays_inside, "packed_tight": _stays_inside,
    "weak_charge": _stays_inside, "main_at_top": _last_at_once, "main_never": _first_only, "strong_charge": lambda p: [*_as_planned(p), *_parted(p)],
    "melted": _part_filled, "tangled": _part_filled, "cold_canopy": _part_filled, "round_fins": _part_filled, "stripped": _torn,
    "cord_burnt": _parted, "cord_parted": _parted, "anchor": _parted, "zipper": lambda p: [*_as_planned(p), *_other_delay(p)],
    "canopy_small": _as_planned, "hard_ground": _as_planned, "drifted": _as_planned, "lost_sight": _as_planned,
}  # fmt: skip
# Never left the pad, or not listed: there is no flight of these.
NOT_FLOWN = frozenset({"igniter", "shorted_leads", "broken_bridge", "weak_battery", "else"})
