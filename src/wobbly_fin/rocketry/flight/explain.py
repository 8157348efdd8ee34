"""Sentences about a flight and the day it is flown on."""

import math
from dataclasses import dataclass

from wobbly_fin.rocketry.air.standard import temperature_k
from wobbly_fin.rocketry.constants import ZERO_CELSIUS_K
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.scatter import MOST_RUNS, Question
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show


def said_conditions(site: Site, units: UnitChoice = METRIC) -> dict[str, str]:
    """The figures in force, said one by one."""
    air = site.air
    celsius = site.temperature_c if site.temperature_c is not None else _standard_celsius(site)
    return {
        "elevation": show(site.elevation_m, "height", units),
        "temperature": show(celsius, "temperature", units) + ("" if site.temperature_c is not None else " (standard)"),
        "wind": show(site.ground_wind_m_s, "speed", units),
        "rod_length": show(site.rod_length_m, "length", units),
        "ceiling": show(site.ceiling_m, "height", units) if site.ceiling_m is not None else "none set",
        "density": f"{air.density_kg_m3():.3f} kg/m³",
    }


def conditions_sentence(site: Site, units: UnitChoice = METRIC) -> str:
    """The day in one line."""
    said = said_conditions(site, units)
    return (
        f"{said['elevation']} above the sea, {said['temperature']}, air {said['density']},"
        f" wind {said['wind']}, rod {said['rod_length']}, ceiling {said['ceiling']}."
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Event:
    """Something that happens in a flight, on both clocks: from ignition and from burnout."""

    code: str
    time_s: float
    since_burnout_s: float
    altitude_m: float
    words: str


def events(flight: Flight, units: UnitChoice = METRIC) -> list[Event]:
    """The flight's events in order."""
    if not flight.lifted:
        return []
    burnout_s = flight.burnout_time_s or 0.0
    peak = f"Apogee {show(flight.apogee_altitude_m or 0.0, 'height', units)}"
    if flight.ejection is not None and flight.ejection.after_apogee_s < 0:
        peak = peak.replace("Apogee", "Apogee without it")
    found: list[tuple[str, float | None, float | None, str]] = [
        ("liftoff", flight.liftoff_time_s, 0.0, "Thrust beats weight: it moves"),
        (
            "burnout",
            burnout_s,
            flight.burnout_altitude_m,
            f"Burnout at {show(flight.burnout_speed_m_s or 0.0, 'speed', units)}",
        ),
        (
            "apogee",
            flight.apogee_time_s,
            flight.apogee_altitude_m,
            peak,
        ),
        ("landing", flight.landing_time_s, 0.0, f"Lands at {show(flight.landing_speed_m_s or 0.0, 'speed', units)}"),
    ]
    if flight.ejection is not None:
        e = flight.ejection
        found.append(("ejection", e.time_s, e.altitude_m, f"Canopy opens at {show(e.speed_m_s, 'speed', units)}"))
    known = [(c, t, z, w) for c, t, z, w in found if t is not None and z is not None]
    return [
        Event(code=c, time_s=t, since_burnout_s=t - burnout_s, altitude_m=z, words=w)
        for c, t, z, w in sorted(known, key=lambda item: item[1])
    ]


def _standard_celsius(site: Site) -> float:
    return temperature_k(site.elevation_m) - ZERO_CELSIUS_K


def said_flight(flight: Flight, units: UnitChoice = METRIC) -> dict[str, str]:
    """A flight's figures, said; what never happened is left out."""
    figures = (
        ("apogee", flight.apogee_altitude_m, "height"),
        ("apogee_time", flight.apogee_time_s, "duration"),
        ("optimum_delay", flight.optimum_delay_s, "duration"),
        ("rod_speed", flight.rod_exit_speed_m_s, "speed"),
        ("burnout_altitude", flight.burnout_altitude_m, "height"),
        ("max_speed", flight.max_speed_m_s, "speed"),
        ("max_acceleration", flight.max_acceleration_m_s2, "acceleration"),
        ("descent_rate", flight.descent_rate_m_s if flight.ejection else None, "speed"),
        ("landing_time", flight.landing_time_s, "duration"),
        ("liftoff_mass", flight.liftoff_mass_kg, "mass"),
    )
    said = {name: show(value, quantity, units) for name, value, quantity in figures if value is not None}
    if flight.landing_x_m is not None and flight.landing_y_m is not None:
        said["drift"] = show(math.hypot(flight.landing_x_m, flight.landing_y_m), "height", units)
    return said


def capped_sentence(question: Question) -> str | None:
    """What became of a wish for more flights than are flown."""
    if question.runs <= MOST_RUNS:
        return None
    return f"{int(question.runs)} flights were asked for; {MOST_RUNS} were flown, and more would not move the cloud's edge."
