"""Launch day in words."""

import math

import numpy as np
from numpy.typing import NDArray

from wobbly_fin.rocketry.choosing.explain import height_words, trial_sentence
from wobbly_fin.rocketry.choosing.nearest import change_sentence
from wobbly_fin.rocketry.field.bearing import say_bearing
from wobbly_fin.rocketry.launchday.judge import Duty, Ruling
from wobbly_fin.rocketry.launchday.search import FEWEST, Sector, sector_of
from wobbly_fin.rocketry.launchday.weather import HourlyWeather
from wobbly_fin.rocketry.messages import say
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show
from wobbly_fin.rocketry.words import uncapital


def clock(hour: float) -> str:
    """10.5 → 10:30."""
    minutes = round(hour * 60)
    return f"{minutes // 60}:{minutes % 60:02d}"


def reason_sentences(ruling: Ruling, units: UnitChoice = METRIC) -> list[tuple[str, str]]:
    """Why not (fails), what is not known (open), and what belongs to it (do), each with its sentence."""
    said = [("fails", f"{trial_sentence(t, units)}.") for t in ruling.against]
    said += [("open", f"{trial_sentence(t, units)}.") for t in ruling.open]
    return said + [("do", duty_sentence(d, units)) for d in ruling.duties]


def duty_sentence(duty: Duty, units: UnitChoice = METRIC) -> str:
    """What belongs to a flight."""
    if duty.code == "notify":
        return say("day-told", value=show(duty.value, "mass", units), airspace=str(duty.airspace))
    return say(f"day-duty-{duty.code.replace('_', '-')}", value=show(duty.value, "height", units))


def ruling_sentence(ruling: Ruling, units: UnitChoice = METRIC) -> str:
    """Go, go with a change, not decided or no-go, and why."""
    if ruling.verdict == "go":
        return say("day-goes", height=height_words(ruling.candidate.case, units))
    against = [s for kind, s in reason_sentences(ruling, units) if kind == ("open" if ruling.verdict == "open" else "fails")]
    more = say("day-more", count=len(against) - 1) if len(against) > 1 else ""
    if ruling.verdict == "open":
        return say("day-open", what=uncapital(against[0])) + more
    if ruling.verdict == "go_with" and ruling.change is not None:
        return say("day-as-it-is", change=change_sentence(ruling.change, units), why=against[0], more=more)
    return against[0] + more


def stand_off_words(ruling: Ruling, units: UnitChoice = METRIC) -> str:
    """How far everybody stands."""
    return show(ruling.stand_off_m, "height", units) if ruling.stand_off_m is not None else say("day-no-distance")


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
