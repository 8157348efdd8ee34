"""What happens when on the way: from liftoff to landing, one event or two."""

from dataclasses import dataclass
from typing import Literal

from wobbly_fin.rocketry.flight.flight import Flight

Code = Literal["burnout", "apogee", "first", "main", "landing"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Happening:
    """A moment of the flight; speed through the air. [s], [m], [m/s]"""

    code: Code
    time_s: float
    altitude_m: float
    speed_m_s: float | None


def timeline(flight: Flight, *, two_events: bool) -> tuple[Happening, ...]:
    """In order of time; empty for a rocket that never lifts. Where one event opens all, it is the main's."""
    out: list[Happening] = []
    if flight.burnout_time_s is not None and flight.burnout_altitude_m is not None:
        out.append(_at("burnout", flight.burnout_time_s, flight.burnout_altitude_m, flight.burnout_speed_m_s))
    ejection = flight.ejection
    # Opened before its top, it never gets to where it would have peaked.
    reached = ejection is None or ejection.after_apogee_s >= 0
    if reached and flight.apogee_time_s is not None and flight.apogee_altitude_m is not None:
        out.append(_at("apogee", flight.apogee_time_s, flight.apogee_altitude_m, None))
    if ejection is not None:
        code: Code = "first" if two_events else "main"
        out.append(_at(code, ejection.time_s, ejection.altitude_m, ejection.speed_m_s))
    if flight.main is not None:
        out.append(_at("main", flight.main.time_s, flight.main.altitude_m, flight.main.speed_m_s))
    if flight.landing_time_s is not None:
        out.append(_at("landing", flight.landing_time_s, 0.0, flight.lands_m_s))
    return tuple(sorted(out, key=lambda h: h.time_s))


def _at(code: Code, time_s: float, altitude_m: float, speed_m_s: float | None) -> Happening:
    return Happening(code=code, time_s=time_s, altitude_m=altitude_m, speed_m_s=speed_m_s)
