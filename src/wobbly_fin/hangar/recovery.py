"""A stored rocket's recovery: landed, packed and loaded with the motor it is balanced with, on today's field."""

import math
from dataclasses import dataclass, replace
from typing import Any

from django.contrib.auth.models import User

from wobbly_fin.formats.rocket_file import RocketFile, read_rocket_file
from wobbly_fin.hangar.board import board_of, with_leaders
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.rocketry.airframe.layout import Layout
from wobbly_fin.rocketry.airframe.parts import CanopyPack
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.canopies.devices import PACKED_KINDS
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.configuration.failing import Failing, failings
from wobbly_fin.rocketry.configuration.let_down import let_down
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight.flight import Flight, fly_vehicle, trace_vehicle
from wobbly_fin.rocketry.flight.path import Path, sample_path
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.recovery.card import Card, packing_cards
from wobbly_fin.rocketry.recovery.drawer import Option, Spare, options
from wobbly_fin.rocketry.recovery.timeline import Happening, timeline
from wobbly_fin.rocketry.recovery.whole import Recovery
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.variants import under
from wobbly_fin.stores.parts import part_shelf
from wobbly_fin.stores.shelf import shelf_for
from wobbly_fin.stores.stock import Offer, offers

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
    judged: Candidate | None
    failings: tuple[Failing, ...]
    electronics: bool
    motor: str
    named: str
    motors: tuple[Offer, ...]
    apogee_m: float | None
    far_m: float | None
    far_at_once_m: float | None
    units: UnitChoice


def recovery_of(user: User, row: Rocket) -> RecoveryStation:
    """Put the question; raises RocketryError for a quick rocket, or one without canopy or cord."""
    if read_rocket_file(row.document).is_quick:
        raise RocketryError("parts", "is a quick rocket: grow it into an airframe first, then its bay can be filled")
    board = with_leaders(board_of(user, row), most=0)
    asked, judged = board.question, board.lead
    site, base, layout, tried = asked.now.site, asked.base, asked.base.layout, board.candidates
    assert layout is not None  # no quick rocket
    flown = judged if judged is not None and judged.flight.lifted else None
    names = tuple(dict.fromkeys(c.motor.name for c in sorted(tried, key=lambda c: c.motor.curve.total_impulse_n_s)))
    path = _path(flown, site)
    found = let_down(judged.case.pushed if judged is not None else base, site, flown.flight if flown else None, path)
    sequence, density = found.plan.sequence, site.air.density_kg_m3()
    return RecoveryStation(
        file=asked.file,
        layout=layout,
        found=found,
        density_kg_m3=density,
        choices=_choices(user, found, flown, density),
        cards=packing_cards(found, fold=asked.file.recovery.fold, units=asked.units),
        moments=timeline(flown.flight, two_events=sequence.two_events) if flown else (),
        path=path,
        judged=judged,
        failings=failings(flown.case.pushed, site, flown.flight) if flown else (),
        electronics=bool(layout.working("altimeter")),
        motor=flown.label if flown else "",
        named=_named(asked.file, names),
        motors=offers(user, [s for s in shelf_for(user, asked.base.mounts) if s.motor.name in names]),
        apogee_m=flown.flight.apogee_altitude_m if flown else None,
        far_m=_far_m(flown.flight) if flown else None,
        far_at_once_m=_far_m(_at_once(flown, site)) if flown else None,
        units=asked.units,
    )


def _named(file: RocketFile, names: tuple[str, ...]) -> str:
    """The motor its owner shows it with, where it still fits."""
    wanted = file.motors.get(str(file.stages[0].id), "")
    return wanted if wanted in names else ""


def bay_volume_of(user: User, row: Rocket, event: str) -> float:
    """Of the bay that opens with an event, as the rocket stands [m³]; raises RocketryError where there is none."""
    found = recovery_of(user, row).found
    bay = next((b for b in found.bays if b.event == event), None)
    if bay is None:
        raise RocketryError("event", "has no bay of its own in this rocket")
    return bay.volume_m3


def _real_s(flown: Candidate) -> float | None:
    """The delay as the flight counts it. [s]"""
    return flown.case.pushed.flown_delay_s(flown.case.situation.taught.real_delay_s(flown.motor, flown.delay_s))


def _at_once(flown: Candidate, site: Site) -> Flight:
    """The same flight with its main opened at the first event."""
    c = flown.case.pushed
    openings = c.vehicle.openings
    return fly_vehicle(replace(c.vehicle, openings=openings[-1:]), [_real_s(flown)], site)[0]


def _path(flown: Candidate | None, site: Site) -> Path | None:
    if flown is None:
        return None
    _, trace = trace_vehicle(flown.case.pushed.vehicle, _real_s(flown), site)
    return sample_path(trace, _PATH_POINTS) if len(trace) > 2 else None


def _far_m(flight: Flight) -> float | None:
    if flight.landing_x_m is None or flight.landing_y_m is None:
        return None
    return math.hypot(flight.landing_x_m, flight.landing_y_m)


def _choices(user: User, found: Recovery, flown: Candidate | None, density_kg_m3: float) -> tuple[Choice, ...]:
    """Canopies in stores, the fastest first: those nearest to what is wanted, and the nearest up."""
    tried = options(found, list(_spares(user)), density_kg_m3)
    aim = sum(found.band) / 2
    near = sorted(tried, key=lambda o: (not o.nearest, abs(o.rate_m_s - aim)))[:_MOST_OPTIONS]
    return tuple(Choice(option=o, drift_m=_drift_m(flown, o.spare.canopy)) for o in sorted(near, key=lambda o: -o.rate_m_s))


def _drift_m(flown: Candidate | None, canopy: Canopy) -> float | None:
    if flown is None:
        return None
    other = flown.case.pushed.changed(under(flown.configuration.rocket, canopy))
    return _far_m(fly_vehicle(other.vehicle, [_real_s(flown)], flown.case.situation.site)[0])


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
