"""Sentences about a flight and the day it is flown on."""

import math
from collections.abc import Sequence
from dataclasses import dataclass

from wobbly_fin.rocketry.air.standard import temperature_k
from wobbly_fin.rocketry.constants import ZERO_CELSIUS_K
from wobbly_fin.rocketry.flight.flight import Flight
from wobbly_fin.rocketry.flight.scatter import MOST_RUNS, Question
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.motors.motor import TOUCHING_M
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
        ("landing", flight.landing_time_s, 0.0, f"Lands at {show(flight.lands_m_s or 0.0, 'speed', units)}"),
    ]
    if flight.ejection is not None:
        e = flight.ejection
        found.append(("ejection", e.time_s, e.altitude_m, f"Canopy opens at {show(e.speed_m_s, 'speed', units)}"))
    if flight.main is not None:
        m = flight.main
        found.append(("main", m.time_s, m.altitude_m, f"Main opens at {show(m.speed_m_s, 'speed', units)}"))
    for fallen in flight.spent:
        found.append(("parting", fallen.parted_time_s, fallen.parted_altitude_m, f"{fallen.name.capitalize()} parts"))
    known = [(c, t, z, w) for c, t, z, w in found if t is not None and z is not None]
    return [
        Event(code=c, time_s=t, since_burnout_s=t - burnout_s, altitude_m=z, words=w)
        for c, t, z, w in sorted(known, key=lambda item: item[1])
    ]


def notes(flight: Flight, units: UnitChoice = METRIC) -> list[str]:
    """What must be said of a flight beside its figures and its verdict, the worst first."""
    said = []
    if not flight.lifted:
        return ["Thrust never beats weight: it stays on the pad."]
    if flight.rod_exit_speed_m_s is None:
        said.append("It falls back before it has left the rod.")
    if flight.ejection is None:
        said.append("Nothing opens before it lands: it comes down as it is.")
    if flight.rod_exit_angle_deg is not None and flight.rod_exit_angle_deg > 15:
        said.append(f"The wind meets it at {flight.rod_exit_angle_deg:.0f}° as it leaves the rod; more speed there would help.")
    if flight.burnout_lean_deg is not None and flight.burnout_lean_deg > 30:
        said.append(
            f"At burnout its path leans {flight.burnout_lean_deg:.0f}° from vertical; common codes want the rod within 30° of it."
        )
    if flight.opening_load_n is not None and flight.ejection is not None:
        said.append(f"What opens pulls with up to {show(flight.opening_load_n, 'force', units)} when it takes hold.")
    for fallen in flight.spent:
        far = show(math.hypot(fallen.landing_x_m, fallen.landing_y_m), "height", units)
        high = show(fallen.parted_altitude_m, "height", units)
        said.append(f"{fallen.name.capitalize()} parts at {high} and tumbles down {far} from the pad.")
    return said


_LATE_S = 1.0


def staging_notes(on_time: Flight, late: Flight, gaps_m: Sequence[float], units: UnitChoice = METRIC) -> list[str]:
    """What staging asks for: gaps the flame must cross, and what it costs when the upper motor lights a second late."""
    said = []
    for gap in gaps_m:
        if gap > TOUCHING_M:
            said.append(
                f"Gap staging: the booster's flame must cross {show(gap, 'short_length', units)} to the motor above. The way must be open and"
                " vented close below that motor, or the stages blow apart unlit (common practice, no source)."
            )
    if on_time.apogee_altitude_m is not None and late.apogee_altitude_m is not None:
        change = late.apogee_altitude_m - on_time.apogee_altitude_m
        lean = late.burnout_lean_deg or 0.0
        said.append(
            f"Lit {_LATE_S:g} s late it would peak {show(abs(change), 'height', units)} {'higher' if change > 0 else 'lower'} than on time,"
            f" leaning {lean:.0f}° at burnout; a stage that lights late may light pointing anywhere."
        )
    return said


def lame_sentence(lame: Flight, units: UnitChoice = METRIC) -> str:
    """What a cluster does when one of its motors fails to light."""
    if lame.apogee_altitude_m is None:
        return "If one of the cluster fails to light, it does not lift."
    lean = f", leaning {lame.burnout_lean_deg:.0f}° at burnout" if lame.burnout_lean_deg is not None else ""
    tumbles = " It tumbles." if lame.tumbles else ""
    return (
        f"If one of the cluster fails to light it peaks at {show(lame.apogee_altitude_m, 'height', units)}{lean}.{tumbles}"
        " Stand on the side away from where it would go."
    )


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
