"""Keep what was measured by other means than a log: typed read-outs, sightings, where it lay, for which level it flew."""

import uuid
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from wobbly_fin.accounts.people import preferences_of, units_of
from wobbly_fin.logbook.measured import settle
from wobbly_fin.logbook.mine import flight_of
from wobbly_fin.logbook.models import Flight
from wobbly_fin.rocketry.altimetry.explain import READOUT_NAMES
from wobbly_fin.rocketry.errors import RocketryError, Together, require_finite
from wobbly_fin.rocketry.flightlog.typed import TYPED, check_readouts
from wobbly_fin.rocketry.tracking.fall import height_by_fall
from wobbly_fin.rocketry.tracking.stations import Sighting, track
from wobbly_fin.rocketry.units.display import UnitChoice
from wobbly_fin.rocketry.units.parse import Typed, parse, parse_si

FARTHEST_M = 30_000.0


def keep_readouts(user: User, key: uuid.UUID, typed: dict[str, str]) -> Flight:
    """Keep read-outs typed off an altimeter; an empty text takes one away.

    Raises
    ------
    RocketryError
        Naming the box at fault; figures that only do not go together are kept and questioned on the flight's page.
    """
    units = units_of(preferences_of(user))
    with transaction.atomic():
        flight = flight_of(user, key, lock=True)
        texts = {k: v for k, v in flight.typed.items() if k.startswith("readout.")}
        for name, text in typed.items():
            if name not in TYPED:
                raise RocketryError(name[:40], "is no read-out")
            texts[f"readout.{name}"] = text.strip()[:40]
        texts = {k: v for k, v in texts.items() if v}
        figures = {}
        with Together() as read:
            for place, text in list(texts.items()):
                name = place.removeprefix("readout.")
                found = read(parse, text, READOUT_NAMES[name][1], units, name=name)  # type: ignore[arg-type]
                if found is not None:
                    figures[name], texts[place] = found.si, found.kept
        check_readouts(figures)
        flight.readouts = figures
        flight.typed = {k: v for k, v in flight.typed.items() if not k.startswith("readout.")} | texts
        return settle(flight)


def keep_tracking(user: User, key: uuid.UUID, *, baseline: str, stations: list[dict[str, str]], fall: str) -> Flight:
    """Keep sightings and the seconds of fall, as typed; all empty takes them away."""
    units = units_of(preferences_of(user))
    with transaction.atomic():
        flight = flight_of(user, key, lock=True)
        given = [s for s in stations if any(v.strip() for v in s.values())]
        told: dict[str, Any] = {"typed": {"baseline": baseline[:40], "stations": given[:2], "fall": fall[:40]}}
        apart: Typed | None = None
        with Together() as read:
            if given and not baseline.strip():
                read.refuse("baseline_m", "is missing; how far apart were the stations, or how far from the pad was the one?")
            elif given:
                apart = read(parse, baseline, "length", units, name="baseline_m")
            sightings = [read(_sighting, s, f"stations.{i}", whole=len(given) > 1) for i, s in enumerate(given)]
            if fall.strip():
                told["fall_s"] = read(_fall, fall, units)
        if apart is not None:
            told["baseline_m"], told["typed"]["baseline"], told["stations"] = apart.si, apart.kept, sightings
            track(apart.si, tuple(Sighting(**s) for s in sightings))
        flight.tracking = told if given or fall.strip() else None
        return settle(flight)


def keep_landing(user: User, key: uuid.UUID, x_m: float | None, y_m: float | None) -> Flight:
    """Keep where it lay, east and north of the pad; None takes it away. [m]"""
    with transaction.atomic():
        flight = flight_of(user, key, lock=True)
        if (x_m is None) != (y_m is None):
            raise RocketryError("y_m" if y_m is None else "x_m", "is missing; a place has both")
        for name, value in (("x_m", x_m), ("y_m", y_m)):
            if value is not None:
                require_finite(name, value, -FARTHEST_M, FARTHEST_M)
        flight.landing_x_m, flight.landing_y_m = x_m, y_m
        flight.save()
        return flight


def keep_certification(user: User, key: uuid.UUID, level: int | None) -> Flight:
    """Say that it was flown for a certification level, or that it was not."""
    with transaction.atomic():
        flight = flight_of(user, key, lock=True)
        if level is not None and level not in (1, 2, 3):
            raise RocketryError("level", "is 1, 2 or 3, as the local body counts them")
        flight.certification = level
        flight.save()
        return flight


def _fall(text: str, units: UnitChoice) -> float:
    seconds = parse_si(text, "duration", units, name="fall_s")
    height_by_fall(seconds, 1.0)
    return seconds


def _sighting(told: dict[str, str], place: str, *, whole: bool) -> dict[str, Any]:
    """What one station saw; `whole`: another saw it too, and directions count."""
    with Together() as read:
        elevation = read(_angle, told.get("elevation_deg", ""), f"{place}.elevation_deg")
        azimuth = read(_angle, told.get("azimuth_deg", ""), f"{place}.azimuth_deg")
    if elevation is None:
        raise RocketryError(f"{place}.elevation_deg", "is missing")
    return {"elevation_deg": elevation, "azimuth_deg": azimuth if whole else None}


def _angle(text: str, name: str) -> float | None:
    tidy = text.strip().rstrip("°").replace(",", ".").strip()
    if not tidy:
        return None
    try:
        value = float(tidy)
    except ValueError:
        raise RocketryError(name, f"{text.strip()[:20]!r} is no angle; write degrees, such as 41.5") from None
    require_finite(name, value, 0.0, 180.0)
    return value
