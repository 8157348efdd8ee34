"""A stored rocket's recovery: landed, packed and loaded with the motor it is balanced with, on today's field."""

from dataclasses import dataclass

from django.contrib.auth.models import User

from wobbly_fin.formats.rocket_file import RocketFile
from wobbly_fin.hangar.board import question_of
from wobbly_fin.hangar.models import Rocket
from wobbly_fin.hangar.shape import fitting_motors, layout_mount, stage_motors
from wobbly_fin.rocketry.airframe import Layout, lay_out
from wobbly_fin.rocketry.airframe.mass import weigh
from wobbly_fin.rocketry.airframe.parts import CanopyPack
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.errors import RocketryError
from wobbly_fin.rocketry.flight import Flight, Site, fly
from wobbly_fin.rocketry.motors import Motor
from wobbly_fin.rocketry.recovery import Canopy
from wobbly_fin.rocketry.recovery.folds import CardStep, packing_card
from wobbly_fin.rocketry.recovery.whole import Option, Recovery, option, recover
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.stores.parts import part_shelf
from wobbly_fin.stores.shelf import shelf

# A delay may stray by so much: ±1.5 s or 20 %, whichever is more (NFPA 1125, from memory).
DELAY_S, DELAY_SHARE = 1.5, 0.2
_MOST_OPTIONS = 6


@dataclass(frozen=True, slots=True, kw_only=True)
class RecoveryStation:
    """Everything the Recovery station shows, in the core's terms. `apogee_m` None: it has not been flown."""

    file: RocketFile
    layout: Layout
    found: Recovery
    kind: str
    options: tuple[Option, ...]
    card: tuple[CardStep, ...]
    motor: str
    apogee_m: float | None
    units: UnitChoice


def recovery_of(user: User, row: Rocket) -> RecoveryStation:
    """Put the question; raises RocketryError for a quick rocket, or one without canopy or cord."""
    asked = question_of(user, row)
    if asked.file.is_quick or not isinstance(asked.rocket, RigidRocket):
        raise RocketryError("parts", "is a quick rocket: grow it into an airframe first, then its bay can be filled")
    layout, site = lay_out(asked.file.to_airframe()), asked.now.site
    shelved = [s.motor for s in shelf(user)]
    motors, _ = stage_motors(
        asked.file, [fitting_motors(shelved, layout_mount(layout, n)) for n in range(len(asked.file.stages))]
    )
    flights = _flights(asked.rocket, motors, site)
    choice = asked.file.recovery
    found = recover(
        layout,
        weigh(layout),
        burnt_motor_kg=motors[0].burnout_mass_kg if motors and motors[0] is not None else 0.0,
        density_kg_m3=site.air.density_kg_m3(0.0),
        speeds=[(name, f.ejection.speed_m_s) for name, f in flights if f.ejection is not None] or [("At rest", 0.0)],
        protection=choice.protection,
        wadding=choice.wadding,
    )
    apogee = flights[0][1].apogee_altitude_m if flights else None
    part = next(p.part for p in layout.of(CanopyPack) if p.stage == 0)
    kind = part.kind if isinstance(part, CanopyPack) else "flat"
    return RecoveryStation(
        file=asked.file,
        layout=layout,
        found=found,
        kind=kind,
        options=_options(user, found, site, apogee or 100.0),
        card=packing_card(found, kind=kind, fold=choice.fold, protection=choice.protection, units=asked.units),
        motor=motors[0].name if motors and motors[0] is not None else "",
        apogee_m=apogee,
        units=asked.units,
    )


def _flights(rocket: RigidRocket, motors: tuple[Motor | None, ...], site: Site) -> list[tuple[str, Flight]]:
    """In time, early and late, with the delay that suits best; nothing where it does not fly."""
    if any(m is None for m in motors):
        return []
    first, *boosters = (m for m in motors if m is not None)
    try:
        ready = rocket.over(tuple(boosters)) if boosters else rocket
        bare = fly(ready, first, None, site)
    except RocketryError:
        return []
    best = bare.optimum_delay_s
    if not bare.lifted or best is None:
        return []
    delay = min(first.delays_to_try_s, key=lambda d: abs(d - best), default=best)
    stray = max(DELAY_S, DELAY_SHARE * delay)
    cases = (
        (f"{first.name}-{delay:g} in time", delay),
        ("Its delay short", max(0.0, delay - stray)),
        ("Its delay long", delay + stray),
    )
    out = []
    for name, seconds in cases:
        flight = fly(ready, first, seconds, site)
        if flight.ejection is not None:
            out.append((name, flight))
    return out


def _options(user: User, found: Recovery, site: Site, fall_m: float) -> tuple[Option, ...]:
    """Canopies in stores, the smallest first: how each would land, drift and pack."""
    out = []
    for item in part_shelf(user):
        if item.type != "canopy" or item.figures.get("kind") == "streamer" or not item.figures.get("diameter_m"):
            continue
        figures = item.figures
        canopy = Canopy(
            kind=figures.get("kind", "flat"),
            diameter_m=figures["diameter_m"],
            cd=figures.get("cd"),
            spill_hole_m=figures.get("spill_hole_m") or 0.0,
        )
        cloth = str(figures.get("material") or "ripstop")
        part = CanopyPack(kind=canopy.kind, diameter_m=canopy.diameter_m, material=cloth, lines_kg=figures.get("lines_kg") or 0.0)
        mass = (part.made_of.density * canopy.area_m2 if part.made_of else 0.0) + part.lines_kg
        density = site.air.density_kg_m3(0.0)
        out.append(option(found, item.key, item.name, canopy, mass, cloth, density, fall_m, site.wind_speed_m_s))
    near = sorted(out, key=lambda o: abs(o.rate_m_s - sum(found.band) / 2))[:_MOST_OPTIONS]
    return tuple(sorted(near, key=lambda o: -o.rate_m_s))
