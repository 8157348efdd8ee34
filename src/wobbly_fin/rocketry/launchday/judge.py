"""Go or no-go of one line of the manifest: flown and judged in its hour, held against the range's code, with the nearest change."""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Literal

from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.choosing.codes import RangeCode
from wobbly_fin.rocketry.choosing.permits import ADULT_YEARS, is_high_power
from wobbly_fin.rocketry.choosing.pick import Candidate, configuration_of, judge_delays
from wobbly_fin.rocketry.choosing.rules import Rules
from wobbly_fin.rocketry.choosing.situation import Situation
from wobbly_fin.rocketry.choosing.trials import Mount
from wobbly_fin.rocketry.flight.site import Site
from wobbly_fin.rocketry.flight.vehicle import Rocket
from wobbly_fin.rocketry.launchday.weather import Forecast, site_at
from wobbly_fin.rocketry.motors.motor import Motor
from wobbly_fin.rocketry.variants import under

Verdict = Literal["go", "go_with", "no_go"]
Severity = Literal["fails", "do"]
ReasonCode = Literal[
    "test", "site_small", "wind", "tilt", "impulse", "adult", "stand_off", "cleared", "notify", "no_outline",
]  # fmt: skip
ChangeKind = Literal["delay", "tilt", "canopy", "hour", "motor"]
# Canopies tried smaller, rods tried tilted into the wind [°].
SMALLER, TILTS_DEG = (0.85, 0.7, 0.55), (5.0, 10.0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Reason:
    """Why not, or what has to be done. `severity` fails: it does not fly so; do: it flies, and this belongs to it.

    Attributes
    ----------
    test : str
        Of a failed test, its name; `value` and `limit` as there.
    """

    code: ReasonCode
    severity: Severity
    test: str = ""
    value: float | None = None
    limit: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeTo:
    """What would make it go. Of a canopy: its diameter [m]; a rod's tilt [°]; an hour; a delay [s]."""

    kind: ChangeKind
    value: float | None = None
    label: str = ""


@dataclass(frozen=True, kw_only=True)
class Line:
    """One line of the manifest: a rocket with its motor and delay, in the core's terms."""

    rocket: Rocket
    mounts: Sequence[Mount]
    motor: Motor
    delay_s: float | None
    boosters: tuple[Motor, ...] = ()

    @property
    def ready(self) -> Rocket:
        """Over its boosters."""
        return self.rocket.over(self.boosters) if isinstance(self.rocket, RigidRocket) and self.boosters else self.rocket


@dataclass(frozen=True, kw_only=True)
class Ruling:
    """A line judged.

    Attributes
    ----------
    change : ChangeTo or None
        The nearest that makes it go; None where it goes as it is, or nothing near does.
    """

    verdict: Verdict
    candidate: Candidate
    reasons: tuple[Reason, ...]
    change: ChangeTo | None
    stand_off_m: float
    high_power: bool

    @property
    def against(self) -> tuple[Reason, ...]:
        """What keeps it on the ground."""
        return tuple(r for r in self.reasons if r.severity == "fails")


def rule(line: Line, situation: Situation, code: RangeCode, rules: Rules) -> Ruling:
    """Judge a line as it is, without looking for a change."""
    candidate = judge_delays(line.ready, line.mounts[0], situation, line.motor, (line.delay_s,), rules)[0]
    motors = _all_motors(line)
    installed = sum(m.curve.total_impulse_n_s for m in motors)
    high = is_high_power(motors, candidate.flight.liftoff_mass_kg)
    stand_off = code.least_stand_off_m(installed, high_power=high, several=len(motors) > 1)
    reasons = (*_of_tests(candidate, code), *_of_code(candidate, situation, code, installed, motors, high, stand_off))
    verdict: Verdict = "no_go" if any(r.severity == "fails" for r in reasons) else "go"
    return Ruling(verdict=verdict, candidate=candidate, reasons=reasons, change=None, stand_off_m=stand_off, high_power=high)


def judge_line(
    line: Line,
    situation: Situation,
    code: RangeCode,
    rules: Rules,
    *,
    others: Sequence[Motor] = (),
    forecast: Forecast | None = None,
    hour: float | None = None,
) -> Ruling:
    """Judge a line, and look for the nearest change where it does not go.

    Parameters
    ----------
    others : sequence of Motor
        What lies in the box besides, nearest in size tried first.
    forecast, hour : Forecast, float or None
        The day's weather and the hour it is to fly; other hours are tried where both are told.
    """
    found = rule(line, situation, code, rules)
    if found.verdict == "go":
        return found
    for change, changed, where in _changes(line, situation, others, forecast, hour):
        tried = rule(changed, where, code, rules)
        if tried.verdict == "go":
            return replace(found, verdict="go_with", change=change)
    return found


def _all_motors(line: Line) -> tuple[Motor, ...]:
    c = configuration_of(line.ready, line.motor)
    return (*c.upper, *(m for stage in c.boosters for m in stage))


def _of_tests(candidate: Candidate, code: RangeCode) -> Iterator[Reason]:
    for test in candidate.tests:
        if test.passed or test.name in ("wind", "site_size", "local_limit"):
            continue  # the range's own code says these
        value = test.value if isinstance(test.value, float | int) else None
        limit = test.limit if isinstance(test.limit, float | int) else None
        yield Reason(code="test", severity="fails", test=test.name, value=value, limit=limit)


def _of_code(
    candidate: Candidate,
    situation: Situation,
    code: RangeCode,
    installed: float,
    motors: Sequence[Motor],
    high: bool,
    stand_off: float,
) -> Iterator[Reason]:
    site, flight = situation.site, candidate.flight
    if site.ground_wind_m_s > code.wind_max_m_s:
        yield Reason(code="wind", severity="fails", value=site.ground_wind_m_s, limit=code.wind_max_m_s)
    tilt = code.high_tilt_deg if high else code.tilt_deg
    if site.rod_tilt_deg > tilt:
        yield Reason(code="tilt", severity="fails", value=site.rod_tilt_deg, limit=tilt)
    if installed > code.impulse_max_n_s:
        yield Reason(code="impulse", severity="fails", value=installed, limit=code.impulse_max_n_s)
    least = code.least_site_m(installed, flight.apogee_altitude_m or 0.0, high_power=high)
    if situation.ground is None or not situation.ground.outline:
        yield Reason(code="no_outline", severity="do", limit=least)
    elif situation.ground.least_side_m < least:
        yield Reason(code="site_small", severity="fails", value=situation.ground.least_side_m, limit=least)
    flyer = situation.flyer
    if installed > code.adult_from_n_s and flyer is not None and flyer.age is not None and flyer.age < ADULT_YEARS:
        yield Reason(code="adult", severity="fails", value=float(flyer.age), limit=float(ADULT_YEARS))
    yield Reason(code="stand_off", severity="do", value=stand_off)
    cleared = code.least_cleared_m(installed, high_power=high)
    if cleared:
        yield Reason(code="cleared", severity="do", value=cleared)
    propellant = sum(m.propellant_mass_kg for m in motors)
    if flight.liftoff_mass_kg > code.notify_kg or propellant > code.notify_propellant_kg:
        yield Reason(code="notify", severity="do", value=flight.liftoff_mass_kg, limit=code.notify_kg)


def _changes(
    line: Line, situation: Situation, others: Sequence[Motor], forecast: Forecast | None, hour: float | None
) -> Iterator[tuple[ChangeTo, Line, Situation]]:
    """Nearest first: another delay, a tilted rod, a smaller canopy, another hour, another motor."""
    site = situation.site
    for delay in sorted(line.motor.delays_to_try_s, key=lambda d: abs(d - (line.delay_s or 0.0))):
        if delay != line.delay_s:
            label = line.motor.label_with(delay)
            yield ChangeTo(kind="delay", value=delay, label=label), replace(line, delay_s=delay), situation
    if site.ground_wind_m_s > 0.5:
        for tilt in TILTS_DEG:
            if tilt > site.rod_tilt_deg:
                leaning = replace(site, rod_tilt_deg=tilt, rod_azimuth_deg=_into_wind_deg(site))
                yield ChangeTo(kind="tilt", value=tilt), line, replace(situation, site=leaning)
    yield from _smaller(line, situation)
    if forecast is not None and hour is not None:
        for other in sorted((h.hour for h in forecast.hours), key=lambda h: abs(h - hour)):
            if other != hour:
                yield ChangeTo(kind="hour", value=other), line, replace(situation, site=site_at(site, forecast.at(other)))
    size = line.motor.curve.total_impulse_n_s
    for motor in sorted(others, key=lambda m: abs(math.log(m.curve.total_impulse_n_s / size))):
        if motor.key == line.motor.key:
            continue
        for other_delay in motor.delays_to_try_s or (None,):
            changed = replace(line, motor=motor, delay_s=other_delay)
            yield ChangeTo(kind="motor", value=other_delay, label=motor.label_with(other_delay)), changed, situation


def _smaller(line: Line, situation: Situation) -> Iterator[tuple[ChangeTo, Line, Situation]]:
    canopy = line.rocket.canopy
    if canopy is None or canopy.kind not in ("flat", "hexagonal", "domed", "cross"):
        return
    for share in SMALLER:
        # To a whole centimetre, which is how canopies are bought.
        smaller = canopy.scaled(round(canopy.diameter_m * share, 2) / canopy.diameter_m)
        yield ChangeTo(kind="canopy", value=smaller.diameter_m), replace(line, rocket=under(line.rocket, smaller)), situation


def _into_wind_deg(site: Site) -> float:
    """Where the ground wind comes from. [°]"""
    x, y = site.wind_at_m_s(site.wind_height_m)
    return math.degrees(math.atan2(-x, -y)) % 360
