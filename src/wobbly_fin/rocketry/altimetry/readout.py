"""What a pocket altimeter reads out, derived from a log: each figure with how sure it is, or why the log cannot tell."""

import math
from dataclasses import dataclass, fields
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.altimetry.events import Found
from wobbly_fin.rocketry.altimetry.joint import speed_sd
from wobbly_fin.rocketry.constants import STANDARD_GRAVITY_M_S2

Sureness = Literal["sure", "about", "cannot_tell"]
# Standard deviation as a share of the figure up to which it is called sure; times have theirs in seconds. Our own choice.
_SURE_SHARE, _SURE_S = 0.04, 0.12


@dataclass(frozen=True, slots=True, kw_only=True)
class Figure:
    """A read-out in SI; None where the log cannot tell, and then `why` is a code.

    `sd` is its standard deviation, None where nothing says how far off it may be.
    """

    value: float | None
    sd: float | None = None
    sureness: Sureness = "cannot_tell"
    why: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Readout:
    """The read-outs of one flight. Times from launch, heights above the pad.

    Attributes
    ----------
    coast_time_s : Figure
        Burnout to apogee.
    apogee_to_ejection_s : Figure
        Negative: it fired before the top.
    descent_rate_m_s : Figure
        Over the last steady stretch.
    drogue_rate_m_s : Figure
        Before a main that opened lower.
    delay_s : Figure
        Burnout to ejection: what the motor's delay really was.
    duration_s : Figure
        Launch to landing.
    """

    apogee_m: Figure
    apogee_time_s: Figure
    max_speed_m_s: Figure
    burn_time_s: Figure
    peak_acceleration_m_s2: Figure
    mean_boost_acceleration_m_s2: Figure
    coast_time_s: Figure
    apogee_to_ejection_s: Figure
    ejection_altitude_m: Figure
    descent_rate_m_s: Figure
    duration_s: Figure
    delay_s: Figure
    drogue_rate_m_s: Figure
    main_altitude_m: Figure

    def known(self) -> dict[str, Figure]:
        """What the log can tell, by name."""
        return {f.name: figure for f in fields(self) if (figure := getattr(self, f.name)).value is not None}


NOTHING = Figure(value=None, why="no_flight")


def no_readout() -> Readout:
    """Of a log with no flight in it."""
    return Readout(**{f.name: NOTHING for f in fields(Readout)})


def read_out(found: Found) -> Readout:
    """Every figure of one flight: of the whole flight that was fitted; what an accelerometer felt by itself."""
    told = found.whole.figures if found.whole is not None else {}

    def figure(name: str, sure: float, missing: str, key: str = "") -> Figure:
        if (key or name) not in told:
            return Figure(value=None, why=_why(found, missing))
        value, sd = told[key or name]
        return _figure(value, sd, sure if sure > 0 else -sure * abs(value))

    boost = figure("burn_time_s", _SURE_S, "burnout")
    return Readout(
        apogee_m=figure("apogee_m", -_SURE_SHARE / 4, "apogee"),
        apogee_time_s=figure("apogee_time_s", _SURE_S, "apogee"),
        max_speed_m_s=_top_speed(found),
        burn_time_s=boost,
        peak_acceleration_m_s2=_peak(found),
        mean_boost_acceleration_m_s2=_mean_boost(found, boost),
        coast_time_s=figure("coast_time_s", _SURE_S, "apogee"),
        apogee_to_ejection_s=figure("apogee_to_ejection_s", _SURE_S, "ejection"),
        ejection_altitude_m=figure("ejection_altitude_m", -0.02, "ejection"),
        descent_rate_m_s=figure("descent_rate_m_s", -0.06, "ejection", "rate"),
        duration_s=figure("duration_s", _SURE_S, "landing"),
        delay_s=figure("delay_s", _SURE_S, "ejection"),
        drogue_rate_m_s=figure("drogue_rate_m_s", -0.06, "main"),
        main_altitude_m=figure("main_altitude_m", -0.02, "main"),
    )


def _why(found: Found, missing: str) -> str:
    if missing == "main":
        return "one_opening"
    if missing == "ejection" and found.opened is False:
        return "never_opened"
    if any(code == "ends_in_the_air" for code, _ in found.notes):
        return "ends_in_the_air"
    return f"no_{missing}"


def _figure(value: float, sd: float, sure: float) -> Figure:
    if not (math.isfinite(value) and math.isfinite(sd)):
        return Figure(value=None, why="too_few_samples")
    return Figure(value=value, sd=sd, sureness="sure" if sd <= sure else "about")


def _top_speed(found: Found) -> Figure:
    """By the push and the heights together; from heights alone by the whole flight."""
    launch, apogee = found.moments.get("launch"), found.moments.get("apogee")
    if found.series.felt_m_s2 is None or found.series.clipped:
        if found.whole is None or "max_speed_m_s" not in found.whole.figures:
            return Figure(value=None, why="ascent_too_short")
        value, sd = found.whole.figures["max_speed_m_s"]
        return _figure(value, sd, _SURE_SHARE * value)
    if launch is None:
        return Figure(value=None, why="no_launch")
    up = (found.series.time_s >= launch.time_s - 0.1) & (found.series.time_s <= (apogee.time_s if apogee else math.inf))
    if np.sum(up) < 3:
        return Figure(value=None, why="ascent_too_short")
    at = np.flatnonzero(up)[int(np.argmax(found.path.speed_m_s[up]))]
    value = float(found.path.speed_m_s[at])
    sd = math.hypot(float(found.path.speed_sd_m_s[at]), 0.02 * value)
    return _figure(value, sd if found.whole is None else speed_sd(value, sd, found.whole.unsure, "felt"), _SURE_SHARE * value)


def _peak(found: Found) -> Figure:
    """The greatest acceleration between launch and burnout, gravity taken off; needs an accelerometer that was not at its end."""
    felt = found.series.felt_m_s2
    if felt is None:
        return Figure(value=None, why="no_accelerometer")
    launch, burnout = found.moments.get("launch"), found.moments.get("burnout")
    if launch is None or burnout is None:
        return Figure(value=None, why="no_launch" if launch is None else "no_burnout")
    boost = (found.series.time_s >= launch.time_s) & (found.series.time_s <= burnout.time_s + 0.02)
    if np.sum(boost & np.isfinite(felt)) < 2:
        return Figure(value=None, why="too_few_samples")
    value = float(np.nanmax(felt[boost])) - STANDARD_GRAVITY_M_S2
    if found.series.clipped:
        return Figure(value=None, why="clipped")
    # Between two samples it may have been higher: as much as the highest two differ.
    highest = np.sort(felt[boost])[-2:]
    return _figure(value, max(float(highest[1] - highest[0]), 0.01 * value), 0.08 * value)


def _mean_boost(found: Found, boost: Figure) -> Figure:
    """What speed at burnout and the burn say: Δv ÷ Δt."""
    if boost.value is None or found.whole is None or "burnout_speed_m_s" not in found.whole.figures:
        return Figure(value=None, why=boost.why or "ascent_too_short")
    if boost.value <= 0.02:
        return Figure(value=None, why="too_few_samples")
    speed, sd = found.whole.figures["burnout_speed_m_s"]
    value = speed / boost.value
    return _figure(value, value * math.hypot(sd / max(speed, 1e-6), (boost.sd or 0.0) / boost.value), 0.06 * value)
