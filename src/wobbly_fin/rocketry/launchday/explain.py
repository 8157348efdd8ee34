"""Launch day in words."""

import math
from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.choosing.explain import trial_sentence
from wobbly_fin.rocketry.choosing.pick import Candidate
from wobbly_fin.rocketry.field.bearing import say_bearing
from wobbly_fin.rocketry.launchday.judge import ChangeTo, Reason, Ruling
from wobbly_fin.rocketry.launchday.search import FEWEST, Sector, sector_of
from wobbly_fin.rocketry.launchday.weather import HourlyWeather
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show


def clock(hour: float) -> str:
    """10.5 → 10:30."""
    minutes = round(hour * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def reason_sentence(reason: Reason, candidate: Candidate, units: UnitChoice = METRIC) -> str:
    """Why not, or what belongs to it."""
    value, limit = reason.value or 0.0, reason.limit or 0.0
    if reason.code == "test":
        failed = next(t for t in candidate.tests if t.name == reason.test)
        return f"{trial_sentence(failed, units)}."
    said: dict[str, Callable[[], str]] = {
        "wind": lambda: f"Wind {show(value, 'speed', units)}, above the {show(limit, 'speed', units)} of the range.",
        "tilt": lambda: f"Rod {value:g}° from vertical, above the {limit:g}° of the range.",
        "impulse": lambda: f"{show(value, 'impulse', units)} installed, above the {show(limit, 'impulse', units)} allowed here.",
        "adult": lambda: f"{value:.0f} years old; so much impulse is for {limit:.0f} and over.",
        "site_small": lambda: (
            f"The field’s least side is {show(value, 'height', units)}; this wants {show(limit, 'height', units)}."
        ),
        "no_outline": lambda: (
            f"The field has no outline: whether it is large enough is not judged. This wants {show(limit, 'height', units)} a side."
        ),
        "stand_off": lambda: f"Everybody {show(value, 'height', units)} from the pad, the lead as long.",
        "cleared": lambda: f"{show(value, 'height', units)} across cleared of dry grass round the pad.",
        "notify": lambda: (
            f"{show(value, 'mass', units)} at liftoff, more than the simplest class: whoever must be told or asked has been."
        ),
    }
    return said[reason.code]()


def change_sentence(change: ChangeTo, units: UnitChoice = METRIC) -> str:
    """What would make it go."""
    value = change.value or 0.0
    said: dict[str, Callable[[], str]] = {
        "delay": lambda: f"Goes with {change.label}.",
        "tilt": lambda: f"Goes with the rod {value:g}° into the wind.",
        "canopy": lambda: f"Goes under {show(value, 'short_length', units)} of canopy.",
        "hour": lambda: f"Wait for {clock(value)}.",
        "motor": lambda: f"Goes with {change.label} out of the box.",
    }
    return said[change.kind]()


def ruling_sentence(ruling: Ruling, units: UnitChoice = METRIC) -> str:
    """Go, go with a change, or no-go, and why."""
    against = [reason_sentence(r, ruling.candidate, units) for r in ruling.against]
    if ruling.verdict == "go":
        flight = ruling.candidate.flight
        high = show(flight.apogee_altitude_m or 0.0, "height", units)
        return f"Goes: {high} high."
    more = f" And {len(against) - 1} more." if len(against) > 1 else ""
    if ruling.verdict == "go_with" and ruling.change is not None:
        return f"{change_sentence(ruling.change, units)} As it is: {against[0]}{more}"
    return f"{against[0]}{more}"


def weather_sentence(hour: HourlyWeather, units: UnitChoice = METRIC) -> str:
    """An hour in a line."""
    wind, gust = show(hour.wind_m_s, "speed", units), show(hour.gust_m_s, "speed", units)
    clouds = f", cloud at {show(hour.cloud_base_m, 'height', units)}" if hour.cloud_base_m is not None else ""
    return f"{clock(hour.hour)}: {wind} from {hour.from_deg:.0f}°, gusts {gust}, {show(hour.temperature_c, 'temperature', units)}{clouds}"


def clock_sentence(skew_s: float) -> str:
    """A phone's clock against the server's; empty where they agree to a minute."""
    if abs(skew_s) <= 60:
        return ""
    minutes = max(1, round(abs(skew_s) / 60))
    return f"This phone’s clock is {minutes} min {'behind' if skew_s > 0 else 'ahead'}; times were set right."


_POINTS = ("north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west")


def where_sentence(east_m: float, north_m: float, units: UnitChoice = METRIC) -> str:
    """Where to look first: how far and which way from the pad."""
    far = math.hypot(east_m, north_m)
    if far < 10:
        return "Forecast to come down beside the pad."
    point = _POINTS[round(math.degrees(math.atan2(east_m, north_m)) / 45) % 8]
    return f"Forecast to come down {show(far, 'height', units)} to the {point}."


def sector_sentence(sector: Sector, units: UnitChoice = METRIC) -> str:
    """Where to look first, and how much of the cloud lies there."""
    near, far = show(round(sector.near_m, -1), "height", units), show(round(sector.far_m, -1), "height", units)
    first, last = say_bearing(sector.from_deg), say_bearing(sector.to_deg)
    share = f"{round(100 * sector.share)} in 100 of its forecast landings lie there."
    if sector.width_deg > 180:  # it surrounds the pad: a direction would mislead
        return f"Look first all round the pad, out to {far}: {share}"
    way = f"to the {first}" if first == last else f"between {first} and {last}"
    return f"Look first {near} to {far} from the pad, {way}: {share}"


def look_sentence(points: NDArray[np.float64], units: UnitChoice = METRIC) -> str:
    """Where to look, of a cloud of landing points; empty where it says nothing."""
    return sector_sentence(sector_of(points), units) if len(points) >= FEWEST else ""
