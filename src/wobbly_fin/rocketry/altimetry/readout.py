"""What a pocket altimeter reads out, derived from a log: each figure with how sure it is, or why the log cannot tell."""

import math
from dataclasses import dataclass, fields
from typing import Literal

import numpy as np

from wobbly_fin.rocketry.altimetry.events import EventName, Moment, Told
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


def read_out(told: Told) -> Readout:
    """Every figure of one flight."""
    m = told.moments
    launch, burnout, apogee, ejection = (m.get(name) for name in ("launch", "burnout", "apogee", "ejection"))  # type: ignore[call-overload]
    main, landing = m.get("main"), m.get("landing")
    height = _apogee_m(told, apogee)
    speed, boost = _top_speed(told), _span(told, "launch", "burnout")
    rate, drogue = _rates(told)
    return Readout(
        apogee_m=height,
        apogee_time_s=_span(told, "launch", "apogee"),
        max_speed_m_s=speed,
        burn_time_s=boost,
        peak_acceleration_m_s2=_peak(told),
        mean_boost_acceleration_m_s2=_mean_boost(told, launch, burnout),
        coast_time_s=_span(told, "burnout", "apogee"),
        apogee_to_ejection_s=_span(told, "apogee", "ejection"),
        ejection_altitude_m=_height_at(told, ejection, "ejection"),
        descent_rate_m_s=rate,
        duration_s=_span(told, "launch", "landing") if landing else Figure(value=None, why=_why_no_landing(told)),
        delay_s=_span(told, "burnout", "ejection"),
        drogue_rate_m_s=drogue,
        main_altitude_m=_height_at(told, main, "main") if main else Figure(value=None, why="one_opening"),
    )


def _figure(value: float, sd: float, sure: float) -> Figure:
    return Figure(value=value, sd=sd, sureness="sure" if sd <= sure else "about")


def _span(told: Told, begins: EventName, ends: EventName) -> Figure:
    """From one moment to another; what is only vaguely seen makes it unknown."""
    a, b = told.moments.get(begins), told.moments.get(ends)
    if a is None or b is None:
        missing = begins if a is None else ends
        return Figure(value=None, why=f"{missing}_vague" if missing in told.vague else f"no_{missing}")
    sd = math.hypot(a.sd_s, b.sd_s)
    return _figure(b.time_s - a.time_s, sd, _SURE_S)


def _why_no_landing(told: Told) -> str:
    return "ends_in_the_air" if any(code == "ends_in_the_air" for code, _ in told.notes) else "no_landing"


def _apogee_m(told: Told, apogee: Moment | None) -> Figure:
    """The top of the smoothed path. It stands even where its time is vague: a top is flat."""
    apogee = apogee or told.vague.get("apogee")
    if apogee is None:
        return Figure(value=None, why="no_apogee")
    at = int(np.argmin(np.abs(told.series.time_s - apogee.time_s)))
    near = slice(max(at - 3, 0), at + 4)
    value = float(np.max(told.path.height_m[near]))
    sd = math.hypot(float(told.path.height_sd_m[at]), max(told.series.step_m / 3.5, 0.2))
    return _figure(value, sd, max(_SURE_SHARE * value / 4, 0.6))


def _height_at(told: Told, moment: Moment | None, name: EventName) -> Figure:
    if moment is None:
        return Figure(value=None, why=f"{name}_vague" if name in told.vague else f"no_{name}")
    value = float(np.interp(moment.time_s, told.series.time_s, told.path.height_m))
    speed = float(np.interp(moment.time_s, told.series.time_s, np.abs(told.path.speed_m_s)))
    sd = math.hypot(0.3 + told.series.noise_m, speed * moment.sd_s)
    return _figure(value, sd, max(0.02 * abs(value), 1.0))


def _top_speed(told: Told) -> Figure:
    """By the push and the heights together; from heights alone by the fitted ascent."""
    launch = told.moments.get("launch") or told.vague.get("launch")
    apogee = told.moments.get("apogee") or told.vague.get("apogee")
    if launch is None or apogee is None:
        return Figure(value=None, why="no_launch" if launch is None else "no_apogee")
    if told.series.felt_m_s2 is None or told.series.clipped:
        if told.ascent is None:
            return Figure(value=None, why="ascent_too_short")
        sd = math.hypot(told.ascent.top_speed_sd_m_s, 0.03 * told.ascent.top_speed_m_s)
        if sd > 0.2 * told.ascent.top_speed_m_s:
            return Figure(value=None, why="ascent_too_short")
        return _figure(told.ascent.top_speed_m_s, sd, _SURE_SHARE * told.ascent.top_speed_m_s)
    up = (told.series.time_s >= launch.time_s - 0.1) & (told.series.time_s <= apogee.time_s)
    if np.sum(up) < 3:
        return Figure(value=None, why="ascent_too_short")
    at = np.flatnonzero(up)[int(np.argmax(told.path.speed_m_s[up]))]
    value = float(told.path.speed_m_s[at])
    return _figure(value, math.hypot(float(told.path.speed_sd_m_s[at]), 0.02 * value), _SURE_SHARE * value)


def _peak(told: Told) -> Figure:
    """The greatest acceleration between launch and burnout, gravity taken off; needs an accelerometer that was not at its end."""
    felt = told.series.felt_m_s2
    if felt is None:
        return Figure(value=None, why="no_accelerometer")
    launch, burnout = told.moments.get("launch"), told.moments.get("burnout")
    if launch is None or burnout is None:
        return Figure(value=None, why="no_launch" if launch is None else "no_burnout")
    boost = (told.series.time_s >= launch.time_s) & (told.series.time_s <= burnout.time_s + 0.02)
    if np.sum(boost) < 2:
        return Figure(value=None, why="too_few_samples")
    value = float(np.nanmax(felt[boost])) - STANDARD_GRAVITY_M_S2
    if told.series.clipped:
        return Figure(value=None, why="clipped")
    # Between two samples it may have been higher: as much as the highest two differ.
    highest = np.sort(felt[boost])[-2:]
    return _figure(value, max(float(highest[1] - highest[0]), 0.01 * value), 0.08 * value)


def _mean_boost(told: Told, launch: Moment | None, burnout: Moment | None) -> Figure:
    """What speed at burnout and the burn say: Δv ÷ Δt."""
    if launch is None or burnout is None:
        return _span(told, "launch", "burnout")
    span = burnout.time_s - launch.time_s
    if span <= 0.02:
        return Figure(value=None, why="too_few_samples")
    if told.series.felt_m_s2 is not None and not told.series.clipped:
        speed = float(np.interp(burnout.time_s, told.series.time_s, told.path.speed_m_s))
    elif told.ascent is not None:
        speed = told.ascent.top_speed_m_s
    else:
        return Figure(value=None, why="ascent_too_short")
    value = speed / span
    sd = value * math.hypot(0.03, math.hypot(launch.sd_s, burnout.sd_s) / span)
    return _figure(value, sd, 0.06 * value)


def _rates(told: Told) -> tuple[Figure, Figure]:
    """Descent rates of the last steady stretch, and of the one before a main."""
    t, m = told.series.time_s, told.moments
    apogee = m.get("apogee") or told.vague.get("apogee")
    if apogee is None:
        return Figure(value=None, why="no_apogee"), Figure(value=None, why="no_apogee")
    opened = m.get("ejection") or told.vague.get("ejection")
    settles = max(apogee.time_s, opened.time_s if opened else apogee.time_s) + 1.5
    landing, main = m.get("landing") or told.vague.get("landing"), m.get("main")
    end = landing.time_s - 0.4 if landing else float(t[-1]) - 0.2
    rate = _slope(told, main.time_s + 1.0 if main else settles, end)
    drogue = _slope(told, settles, main.time_s - 0.3) if main else Figure(value=None, why="one_opening")
    return rate, drogue


def _slope(told: Told, begins: float, ends: float) -> Figure:
    t = told.series.time_s
    # Low down where the air is the pad's, but long enough for gusts to even out.
    begins = max(begins, ends - max(0.6 * (ends - begins), 8.0))
    use = (t > begins) & (t < ends) & ~told.outliers
    if np.sum(use) < 5 or t[use][-1] - t[use][0] < 0.8:
        return Figure(value=None, why="descent_too_short")
    x, y = t[use] - t[use].mean(), told.series.height_m[use]
    slope = float(x @ y / (x @ x))
    if slope > -0.1:
        return Figure(value=None, why="descent_too_short")
    span = float(t[use][-1] - t[use][0])
    return _figure(-slope, math.hypot(0.4 / span, 0.01 * -slope), 0.06 * -slope)
