"""A stored rocket's recovery: landed, packed and loaded with the motor it is balanced with, on today's field."""

import math
from collections.abc import Sequence as Many
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from django.contrib.auth.models import User

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar.board import Question, question_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.airframe import Layout, lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.parts import CanopyPack, MassLump
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing import Candidate, pick
from wobbly_fin.rocketry.choosing.pick import configuration_of
from wobbly_fin.rocketry.choosing.refusals import Refusal, refusals
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight import Flight, Site, fly
from wobbly_fin.rocketry.flight.flight import fly_traced
from wobbly_fin.rocketry.flight.path import Path, sample_path
from wobbly_fin.rocketry.motors import Motor
from wobbly_fin.rocketry.motors.labels import delay_stray_s
from wobbly_fin.rocketry.recovery import Canopy
from wobbly_fin.rocketry.recovery.bays import Climb, MotorAboard
from wobbly_fin.rocketry.recovery.card import Card, packing_cards
from wobbly_fin.rocketry.recovery.cases import Moment, Opens
from wobbly_fin.rocketry.recovery.devices import PACKED_KINDS
from wobbly_fin.rocketry.recovery.drawer import Option, Spare, options
from wobbly_fin.rocketry.recovery.sequence import Sequence
from wobbly_fin.rocketry.recovery.timeline import Happening, timeline
from wobbly_fin.rocketry.recovery.whole import Recovery, recover
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.words import capital
from wobbly_fin.stores.parts import part_shelf
from wobbly_fin.stores.shelf import shelf

_MOST_OPTIONS = 6
_PATH_POINTS = 80


@dataclass(frozen=True, slots=True, kw_only=True)
class Choice:
    """A canopy from stores tried in this rocket, and how far it would come down today. [m]"""

    option: Option
    drift_m: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class RecoveryStation:
    """Everything the Recovery station shows, in the core's terms.

    Attributes
    ----------
    apogee_m, far_m, far_at_once_m : float or None
        None: it has not been flown. How far it comes down, and with the main opened at once. [m]
    """

    file: RocketFile
    layout: Layout
    found: Recovery
    density_kg_m3: float
    choices: tuple[Choice, ...]
    cards: tuple[Card, ...]
    moments: tuple[Happening, ...]
    path: Path | None
    refused: tuple[Refusal, ...]
    electronics: bool
    motor: str
    motors: tuple[str, ...]
    apogee_m: float | None
    far_m: float | None
    far_at_once_m: float | None
    units: UnitChoice


@dataclass(frozen=True, slots=True)
class _Flown:
    """A rocket with its motor on today's field, and the delay that suits best."""

    rocket: RigidRocket
    motor: Motor
    delay_s: float | None
    site: Site
    flight: Flight

    def with_delay(self, delay_s: float | None, sequence: Sequence | None = None) -> Flight:
        """The same with another delay, or opened in another order."""
        rocket = self.rocket if sequence is None else replace(self.rocket, recovery=sequence)
        return fly(rocket, self.motor, delay_s, self.site)


def recovery_of(user: User, row: Rocket) -> RecoveryStation:
    """Put the question; raises RocketryError for a quick rocket, or one without canopy or cord."""
    asked = question_of(user, row)
    if asked.file.is_quick or not isinstance(asked.rocket, RigidRocket):
        raise RocketryError("parts", "is a quick rocket: grow it into an airframe first, then its bay can be filled")
    layout, plan, density = lay_out(asked.file.to_airframe()), asked.file.to_recovery_plan(), asked.now.site.air.density_kg_m3()
    tried = _candidates(user, asked)
    flown = _flown(asked, tried)
    first = flown.motor if flown else tried[0].motor if tried else None
    path = _path(flown)
    found = recover(
        layout,
        weigh(layout),
        density_kg_m3=density,
        plan=plan,
        moments=_moments(flown, plan.sequence) if flown else [Moment(name="At rest", opens="main", speed_m_s=0.0)],
        motor=_aboard(first, asked.rocket) if first is not None else None,
        climb=_climb(flown, path),
    )
    loaded = flown.rocket if flown else asked.rocket
    return RecoveryStation(
        file=asked.file,
        layout=layout,
        found=found,
        density_kg_m3=density,
        choices=_choices(user, found, flown, density),
        cards=packing_cards(found, fold=asked.file.recovery.fold, units=asked.units),
        moments=timeline(flown.flight, two_events=plan.sequence.two_events) if flown else (),
        path=path,
        refused=refusals(configuration_of(loaded, first)) if first is not None else (),
        electronics=any(m.part.kind == "electronics" for m in layout.of(MassLump)),
        motor=flown.motor.label_with(flown.delay_s) if flown else "",
        motors=tuple(dict.fromkeys(c.motor.name for c in sorted(tried, key=lambda c: c.motor.curve.total_impulse_n_s))),
        apogee_m=flown.flight.apogee_altitude_m if flown else None,
        far_m=_far_m(flown.flight) if flown else None,
        far_at_once_m=_far_m(flown.with_delay(flown.delay_s, _at_once(plan.sequence))) if flown else None,
        units=asked.units,
    )


def bay_volume_of(user: User, row: Rocket, event: str) -> float:
    """Of the bay that opens with an event, as the rocket stands [m³]; raises RocketryError where there is none."""
    found = recovery_of(user, row).found
    bay = next((b for b in found.bays if b.event == event), None)
    if bay is None:
        raise RocketryError("event", "has no bay of its own in this rocket")
    return bay.volume_m3


def _candidates(user: User, asked: Question) -> tuple[Candidate, ...]:
    """Every motor with every delay that fits, best first, judged as on the Motor station."""
    motors = [item.motor for item in shelf(user)]
    return pick(asked.rocket, asked.mounts, asked.situation, motors, asked.rules)


def _flown(asked: Question, tried: Many[Candidate]) -> _Flown | None:
    """The motor its owner named with its best delay, else the best of all that leave the pad; None where none does."""
    rocket = asked.rocket
    flying = [c for c in tried if c.flight.apogee_altitude_m is not None]
    named = [c for c in flying if c.motor.name == asked.file.recovery.motor]
    if not flying or not isinstance(rocket, RigidRocket):
        return None
    best = (named or flying)[0]
    delay, ready = best.delay_s, rocket.over(best.boosters)
    if rocket.recovery.at_apogee and best.motor.delays_to_try_s:
        # Behind an altimeter the charge is the reserve: the first that fires after the top.
        top = best.flight.optimum_delay_s or 0.0
        delay = min((d for d in best.motor.delays_to_try_s if d >= top), default=max(best.motor.delays_to_try_s))
    try:
        return _Flown(ready, best.motor, delay, asked.now.site, fly(ready, best.motor, delay, asked.now.site))
    except RocketryError:
        return None


def _aboard(motor: Motor, rocket: RigidRocket) -> MotorAboard:
    return MotorAboard(
        name=motor.name, case_m=motor.diameter_m, burnt_kg=motor.burnout_mass_kg * rocket.motors_in(0), count=rocket.motors_in(0),
        has_charge=motor.kind == "single",
    )  # fmt: skip


def _moments(flown: _Flown, sequence: Sequence) -> list[Moment]:
    """In time, early and late; one event or two; and how it should not go."""
    opens: Opens = {"main": "main", "drogue": "drogue"}.get(sequence.first, "nothing")  # type: ignore[assignment]
    what = {"main": "", "drogue": "drogue, ", "nothing": "parting, "}[opens]
    out = []
    if sequence.at_apogee:
        if flown.flight.ejection is not None:
            out.append(Moment(name=capital(f"{what}at apogee"), opens=opens, speed_m_s=flown.flight.ejection.speed_m_s))
        if flown.delay_s is not None:
            late = flown.with_delay(flown.delay_s, replace(sequence, at_apogee=False))
            if late.ejection is not None:
                name = f"altimeter silent, {flown.motor.label_with(flown.delay_s)} opens it"
                out.append(Moment(name=capital(name), opens=opens, speed_m_s=late.ejection.speed_m_s, fault=True))
    elif flown.delay_s is not None:
        stray = delay_stray_s(flown.delay_s)
        name = flown.motor.label_with(flown.delay_s)
        scatter = ((f"{name} in time", 0.0), ("Its delay short", -stray), ("Its delay long", stray))
        for words, off in scatter:
            ejection = flown.with_delay(max(0.0, flown.delay_s + off)).ejection
            if ejection is not None:
                out.append(Moment(name=words, opens=opens, speed_m_s=ejection.speed_m_s))
    if flown.flight.main is not None and sequence.two_events:
        out.append(Moment(name="Main let out low", opens="main", speed_m_s=flown.flight.main.speed_m_s))
        # In steady air: gusts at the top may leave a body lying flat in its fall, and a bound is wanted here.
        steady = replace(flown, site=replace(flown.site, gustiness="calm"))
        dive = steady.with_delay(None, replace(sequence, at_apogee=False)).landing_speed_m_s
        if dive is not None:
            out.append(Moment(name="First event fails, main opens in the dive", opens="main", speed_m_s=dive, fault=True))
    return out or [Moment(name="At rest", opens="main", speed_m_s=0.0)]


def _at_once(sequence: Sequence) -> Sequence:
    return replace(sequence, first="main", drogue=None)


def _path(flown: _Flown | None) -> Path | None:
    if flown is None:
        return None
    _, trace = fly_traced(flown.rocket, flown.motor, flown.delay_s, flown.site)
    return sample_path(trace, _PATH_POINTS) if len(trace) > 2 else None


def _climb(flown: _Flown | None, path: Path | None) -> Climb:
    """Air shut in at the pad against that at the top, and the hardest braking by drag after burnout."""
    if flown is None or path is None or flown.flight.apogee_altitude_m is None or flown.flight.burnout_time_s is None:
        return Climb()
    air = flown.site.air
    coasting = (path.time_s > flown.flight.burnout_time_s + 0.05) & (path.time_s < (flown.flight.apogee_time_s or 0.0))
    braking = path.acceleration_m_s2[coasting]
    return Climb(
        shut_in_pa=max(0.0, air.pressure_pa() - air.pressure_pa(flown.flight.apogee_altitude_m)),
        deceleration_m_s2=max(0.0, float(np.max(braking)) - STANDARD_GRAVITY_M_S2) if braking.size else 0.0,
    )


def _far_m(flight: Flight) -> float | None:
    if flight.landing_x_m is None or flight.landing_y_m is None:
        return None
    return math.hypot(flight.landing_x_m, flight.landing_y_m)


def _choices(user: User, found: Recovery, flown: _Flown | None, density_kg_m3: float) -> tuple[Choice, ...]:
    """Canopies in stores, the fastest first: those nearest to what is wanted, and the nearest up."""
    tried = options(found, list(_spares(user)), density_kg_m3)
    aim = sum(found.band) / 2
    near = sorted(tried, key=lambda o: (not o.nearest, abs(o.rate_m_s - aim)))[:_MOST_OPTIONS]
    return tuple(Choice(option=o, drift_m=_drift_m(flown, o.spare.canopy)) for o in sorted(near, key=lambda o: -o.rate_m_s))


def _drift_m(flown: _Flown | None, canopy: Canopy) -> float | None:
    if flown is None:
        return None
    return _far_m(fly(flown.rocket.under(canopy), flown.motor, flown.delay_s, flown.site))


def _spares(user: User) -> list[Spare]:
    out = []
    for item in part_shelf(user):
        figures = item.figures
        kind: Any = figures.get("kind") or "flat"
        if item.type != "canopy" or kind not in PACKED_KINDS or kind == "streamer" or not figures.get("diameter_m"):
            continue
        cloth = str(figures.get("material") or "ripstop")
        known = {k: figures[k] for k in ("cd", "spill_hole_m", "lines_kg") if figures.get(k)}
        part = CanopyPack(kind=kind, diameter_m=figures["diameter_m"], material=cloth, **known)
        mass = figures.get("mass_kg") or ((part.made_of.density * part.canopy.area_m2 if part.made_of else 0.0) + part.lines_kg)
        out.append(Spare(key=item.key, name=item.name, canopy=part.canopy, mass_kg=mass, cloth=cloth))
    return out
