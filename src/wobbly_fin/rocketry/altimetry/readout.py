"""What a pocket altimeter reads out, derived from a log: each figure with how sure it is, or why the log cannot tell."""

import math
from dataclasses import dataclass, fields
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.altimetry.events import EventName, Found, Moment
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
    """Every figure of one flight."""
    m = found.moments
    launch, burnout, apogee, ejection = (m.get(name) for name in ("launch", "burnout", "apogee", "ejection"))  # type: ignore[call-overload]
    main, landing = m.get("main"), m.get("landing")
    height = _apogee_m(found, apogee)
    speed, boost = _top_speed(found), _span(found, "launch", "burnout")
    rate, drogue = _rates(found)
    return Readout(
        apogee_m=height,
        apogee_time_s=_span(found, "launch", "apogee"),
        max_speed_m_s=speed,
        burn_time_s=boost,
        peak_acceleration_m_s2=_peak(found),
        mean_boost_acceleration_m_s2=_mean_boost(found, launch, burnout),
        coast_time_s=_span(found, "burnout", "apogee"),
        apogee_to_ejection_s=_span(found, "apogee", "ejection"),
        ejection_altitude_m=_height_at(found, ejection, "ejection"),
        descent_rate_m_s=rate,
        duration_s=_span(found, "launch", "landing") if landing else Figure(value=None, why=_why_no_landing(found)),
        delay_s=_span(found, "burnout", "ejection"),
        drogue_rate_m_s=drogue,
        main_altitude_m=_height_at(found, main, "main") if main else Figure(value=None, why="one_opening"),
    )


def _figure(value: float, sd: float, sure: float) -> Figure:
    return Figure(value=value, sd=sd, sureness="sure" if sd <= sure else "about")


def _span(found: Found, begins: EventName, ends: EventName) -> Figure:
    """From one moment to another; what is only vaguely seen makes it unknown."""
    a, b = found.moments.get(begins), found.moments.get(ends)
    if a is None or b is None:
        missing = begins if a is None else ends
        return Figure(value=None, why=f"{missing}_vague" if missing in found.vague else f"no_{missing}")
    sd = math.hypot(a.sd_s, b.sd_s)
    return _figure(b.time_s - a.time_s, sd, _SURE_S)


def _why_no_landing(found: Found) -> str:
    return "ends_in_the_air" if any(code == "ends_in_the_air" for code, _ in found.notes) else "no_landing"


def _apogee_m(found: Found, apogee: Moment | None) -> Figure:
    """The top of the smoothed path. It stands even where its time is vague: a top is flat."""
    apogee = apogee or found.vague.get("apogee")
    if apogee is None:
        return Figure(value=None, why="no_apogee")
    at = int(np.argmin(np.abs(found.series.time_s - apogee.time_s)))
    near = slice(max(at - 3, 0), at + 4)
    value = float(np.max(found.path.height_m[near]))
    sd = math.hypot(float(found.path.height_sd_m[at]), max(found.series.step_m / 3.5, 0.2))
    return _figure(value, sd, max(_SURE_SHARE * value / 4, 0.6))


def _height_at(found: Found, moment: Moment | None, name: EventName) -> Figure:
    if moment is None:
        return Figure(value=None, why=f"{name}_vague" if name in found.vague else f"no_{name}")
    value = float(np.interp(moment.time_s, found.series.time_s, found.path.height_m))
    speed = float(np.interp(moment.time_s, found.series.time_s, np.abs(found.path.speed_m_s)))
    sd = math.hypot(0.3 + found.series.noise_m, speed * moment.sd_s)
    return _figure(value, sd, max(0.02 * abs(value), 1.0))


def _top_speed(found: Found) -> Figure:
    """By the push and the heights together; from heights alone by the fitted ascent."""
    launch = found.moments.get("launch") or found.vague.get("launch")
    apogee = found.moments.get("apogee") or found.vague.get("apogee")
    if launch is None or apogee is None:
        return Figure(value=None, why="no_launch" if launch is None else "no_apogee")
    if found.series.felt_m_s2 is None or found.series.clipped:
        if found.ascent is None:
            return Figure(value=None, why="ascent_too_short")
        sd = math.hypot(found.ascent.top_speed_sd_m_s, 0.03 * found.ascent.top_speed_m_s)
        if sd > 0.2 * found.ascent.top_speed_m_s:
            return Figure(value=None, why="ascent_too_short")
        return _figure(found.ascent.top_speed_m_s, sd, _SURE_SHARE * found.ascent.top_speed_m_s)
    up = (found.series.time_s >= launch.time_s - 0.1) & (found.series.time_s <= apogee.time_s)
    if np.sum(up) < 3:
        return Figure(value=None, why="ascent_too_short")
    at = np.flatnonzero(up)[int(np.argmax(found.path.speed_m_s[up]))]
    value = float(found.path.speed_m_s[at])
    return _figure(value, math.hypot(float(found.path.speed_sd_m_s[at]), 0.02 * value), _SURE_SHARE * value)


def _peak(found: Found) -> Figure:
    """The greatest acceleration between launch and burnout, gravity taken off; needs an accelerometer that was not at its end."""
    felt = found.series.felt_m_s2
    if felt is None:
        return Figure(value=None, why="no_accelerometer")
    launch, burnout = found.moments.get("launch"), found.moments.get("burnout")
    if launch is None or burnout is None:
        return Figure(value=None, why="no_launch" if launch is None else "no_burnout")
    boost = (found.series.time_s >= launch.time_s) & (found.series.time_s <= burnout.time_s + 0.02)
    if np.sum(boost) < 2:
        return Figure(value=None, why="too_few_samples")
    value = float(np.nanmax(felt[boost])) - STANDARD_GRAVITY_M_S2
    if found.series.clipped:
        return Figure(value=None, why="clipped")
    # Between two samples it may have been higher: as much as the highest two differ.
    highest = np.sort(felt[boost])[-2:]
    return _figure(value, max(float(highest[1] - highest[0]), 0.01 * value), 0.08 * value)


def _mean_boost(found: Found, launch: Moment | None, burnout: Moment | None) -> Figure:
    """What speed at burnout and the burn say: Δv ÷ Δt."""
    if launch is None or burnout is None:
        return _span(found, "launch", "burnout")
    span = burnout.time_s - launch.time_s
    if span <= 0.02:
        return Figure(value=None, why="too_few_samples")
    if found.series.felt_m_s2 is not None and not found.series.clipped:
        speed = float(np.interp(burnout.time_s, found.series.time_s, found.path.speed_m_s))
    elif found.ascent is not None:
        speed = found.ascent.top_speed_m_s
    else:
        return Figure(value=None, why="ascent_too_short")
    value = speed / span
    sd = value * math.hypot(0.03, math.hypot(launch.sd_s, burnout.sd_s) / span)
    return _figure(value, sd, 0.06 * value)


def _rates(found: Found) -> tuple[Figure, Figure]:
    """Descent rates of the last steady stretch, and of the one before a main."""
    t, m = found.series.time_s, found.moments
    apogee = m.get("apogee") or found.vague.get("apogee")
    if apogee is None:
        return Figure(value=None, why="no_apogee"), Figure(value=None, why="no_apogee")
    opened = m.get("ejection") or found.vague.get("ejection")
    settles = max(apogee.time_s, opened.time_s if opened else apogee.time_s) + 1.5
    landing, main = m.get("landing") or found.vague.get("landing"), m.get("main")
    end = landing.time_s - 0.4 if landing else float(t[-1]) - 0.2
    rate = _slope(found, main.time_s + 1.0 if main else settles, end)
    drogue = _slope(found, settles, main.time_s - 0.3) if main else Figure(value=None, why="one_opening")
    return rate, drogue


def _slope(found: Found, begins: float, ends: float) -> Figure:
    t = found.series.time_s
    # Low down where the air is the pad's, but long enough for gusts to even out.
    begins = max(begins, ends - max(0.6 * (ends - begins), 8.0))
    use = (t > begins) & (t < ends) & ~found.outliers
    if np.sum(use) < 5 or t[use][-1] - t[use][0] < 0.8:
        return Figure(value=None, why="descent_too_short")
    x, y = t[use] - t[use].mean(), found.series.height_m[use]
    slope = float(x @ y / (x @ x))
    if slope > -0.1:
        return Figure(value=None, why="descent_too_short")
    span = float(t[use][-1] - t[use][0])
    return _figure(-slope, math.hypot(0.4 / span, 0.01 * -slope), 0.06 * -slope)
